// SPDX-License-Identifier: GPL-3.0-or-later
// What a block should take, before the first one is graded: from probes, from an earlier visit, or bounded by
// what drives can be.
#include "core/base/bytes.h"
#include "core/scan/engine.h"
#include "core/scan/verify_check.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <numeric>

namespace orbita {

namespace {

constexpr std::uint64_t paceProbes = 16;
constexpr std::uint64_t leastBytesToMeasure = 256U << 20U; // a shorter scan is over before it is estimated
constexpr std::uint64_t leastBytesToProbe = 128U << 20U;   // in less, too much of it would be read twice
constexpr std::uint64_t paceProbeBytes = 4U << 20U;
// So much of the drive is what this drive does, or parts of it that lie so far apart; less may be a patch,
// read by itself.
constexpr double shareThatSpeaks = 0.2;
constexpr std::array<std::uint32_t, 2> carriedBytes = {4U << 10U, 64U << 10U}; // at hand in any drive's cache
constexpr std::uint64_t carryingPlaces = 3;

} // namespace

// The blocks of one probe, in the order and manner in which the scan will read such: the first only brings
// the head there. Empty where they do not lie together in what was asked for.
std::vector<std::uint64_t> Engine::probeBlocks(std::uint64_t place, std::uint64_t of,
                                               std::uint64_t reads) const {
    const std::uint64_t count = m_askedFor.count();
    std::vector<std::uint64_t> blocks;
    if (m_plan.asked.order == ScanOrder::sweep) {
        const auto stride = std::min((count + 1) / 2, std::max<std::uint64_t>(1, sweepDistance(m_plan)));
        const std::uint64_t n = (count - stride) * (2 * place + 1) / (2 * of);
        for (std::uint64_t r = 0; r <= reads && n + r / 2 + stride < count; ++r)
            blocks.push_back(m_askedFor.at(n + r / 2 + r % 2 * stride));
        return blocks;
    }
    const std::uint64_t n = count * (2 * place + 1) / (2 * of);
    if (!m_askedFor.together(n, reads))
        return blocks;
    for (std::uint64_t r = 0; r <= reads; ++r)
        blocks.push_back(m_askedFor.at(m_plan.asked.order == ScanOrder::backward ? n + reads - r : n + r));
    return blocks;
}

// A few short reads across what was asked for. They are not graded: what they meet is met again by the scan
// itself.
void Engine::measurePace() {
    const std::uint64_t blockBytes = std::uint64_t{m_grid.blockSectors} * drive().identity().logicalBytes;
    const std::uint64_t reads = std::max<std::uint64_t>(3, paceProbeBytes / blockBytes);
    const std::uint64_t blocks = m_askedFor.count();
    const std::uint64_t probes = std::min(paceProbes, blocks / (reads * 4));
    if (m_plan.asked.measurePaceFirst && probes >= PaceCourse::leastPlaces &&
        m_route->blocksLeft() * blockBytes >= leastBytesToProbe) {
        publish(ScanPhase::measuring);
        std::map<std::uint64_t, double> usual; // by block: what a sector there takes
        for (std::uint64_t i = 0; i < probes && m_ended == EndReason::running && !m_stop.stop_requested();
             ++i)
            measureAt(probeBlocks(i, probes, reads), usual);
        if (m_ended != EndReason::running)
            return;
        for (const auto& [block, perSector] : usual)
            m_course.add(m_grid.spanOf(block).first, perSector);
        m_course.settle(rotating(), m_grader.unit(), m_grid.blockSectors, drive().identity().logicalBytes);
        if (blocks * blockBytes >= leastBytesToMeasure && m_plan.asked.order != ScanOrder::sweep &&
            m_plan.asked.order != ScanOrder::sample)
            m_status.expected = timeLeft();
        if (m_status.expected)
            note({.kind = ScanEventKind::paceMeasured, .latency = *m_status.expected});
    }
    m_time.begin(m_blocksDone);
}

void Engine::measureAt(const std::vector<std::uint64_t>& blocks, std::map<std::uint64_t, double>& usual) {
    if (blocks.size() < 3 || looksEmpty(m_grid.spanOf(blocks[0])))
        return;
    const bool apart = m_plan.asked.order == ScanOrder::sweep;
    std::map<std::uint64_t, std::vector<Nanoseconds>>
        latencies; // at each of the places that one probe goes to
    for (std::size_t r = 0; r < blocks.size(); ++r) {
        const Alone answer = readBeside(m_grid.spanOf(blocks[r]));
        if (!answer || answer->verdict.outcome != Outcome::answered || m_stop.stop_requested())
            return;
        if (answer->zeros && supportsUnmap())
            return; // it was answered without the medium
        if (r > 0 && answer->disturbance == Disturbance::none)
            latencies[blocks[apart ? r % 2 : 0]].push_back(answer->latency);
    }
    for (auto& [block, took] : latencies) {
        usual[block] = static_cast<double>(medianOf(took).count()) / m_grid.blockSectors;
        if (apart)
            continue;
        // One that met something is no part of what to expect of the time.
        const Nanoseconds most = 2 * medianOf(took);
        std::erase_if(took, [most](Nanoseconds t) { return t > most; });
        const Nanoseconds sum = std::accumulate(took.begin(), took.end(), Nanoseconds{});
        m_estimator.addProbe(m_grid.spanOf(block).first,
                             static_cast<double>(sum.count()) /
                                 static_cast<double>(took.size() * m_grid.blockSectors));
    }
}

// Whether a place holds nothing, so that what it takes says nothing of the medium. A verify does not tell:
// there one sector is read for it.
bool Engine::looksEmpty(const LbaSpan& span) {
    if (m_stored.told.contains(span))
        return m_stored.nothing.contains(span);
    if (!supportsUnmap() || m_plan.asked.way == ReadWay::read)
        return false;
    const std::uint32_t sectors = drive().identity().sectorsPerPhysical();
    drive().link().handOverReads(HandOver::beginning, sectors * drive().identity().logicalBytes);
    const Alone answer = readBeside(intersection({span.first, {sectors}}, span), ReadWay::read);
    return answer && answer->verdict.outcome == Outcome::answered && answer->zeros;
}

// Of a short last block that has to be gone to, the way is as long as to any other: a whole one is the
// measure.
Nanoseconds Engine::courseOf(const LbaSpan& span) const {
    if (m_status.depth > 1)
        return {};
    const bool goneTo = m_plan.asked.order == ScanOrder::sweep || m_plan.asked.order == ScanOrder::backward;
    return m_course.expected(goneTo ? LbaSpan{span.first, {m_grid.blockSectors}} : span);
}

// What is to be graded must not be its own measure: where it is too little of the drive to speak for it, what
// an earlier visit read there counts, else it is held against what any drive does.
void Engine::settleExpectation() {
    if (m_course.known() && speaksForTheDrive())
        return;
    if (takeEarlierPace() || m_ended != EndReason::running)
        return;
    // A whole drive that is too small to probe is what it does all the same, but for what no drive does.
    m_grader.bound(plausibleTime(reading({}), m_grader.limits()));
    if (!m_grader.holding())
        m_carryingDue = m_grader.doubtful();
}

// What was read through a quicker way is no measure: where the way alone takes longer today than a block did
// then.
bool Engine::takeEarlierPace() {
    if (!m_services.earlierPace || !rotating() || m_askedFor.count() == 0 || m_ended != EndReason::running ||
        m_stop.stop_requested())
        return false;
    auto earlier = m_services.earlierPace(m_plan, drive().identity(), m_stop);
    m_queue.startWatch();
    if (!earlier)
        return false;
    if (m_plan.asked.way == ReadWay::read) {
        std::optional<Nanoseconds> carrying;
        const std::uint64_t last = m_askedFor.count() - 1;
        for (const std::uint64_t n : {std::uint64_t{0}, last / 2, last}) {
            const LbaSpan span = m_grid.spanOf(m_askedFor.at(n));
            if (carrying = carryingAt(span); carrying && *carrying > earlier->course.expected(span))
                return false;
            if (carrying || m_ended != EndReason::running || m_stop.stop_requested())
                break;
        }
        if (!carrying)
            return false;
    }
    m_course = std::move(earlier->course);
    m_queue.startWatch();
    return true;
}

bool Engine::speaksForTheDrive() const {
    if (m_askedFor.count() == 0)
        return false;
    const auto capacity = static_cast<double>(drive().identity().capacity.value);
    const auto share = [&](std::uint64_t blocks) {
        return static_cast<double>(blocks) * m_grid.blockSectors / capacity;
    };
    const std::uint64_t reach = m_askedFor.at(m_askedFor.count() - 1) - m_askedFor.at(0) + 1;
    return share(reach) >= shareThatSpeaks && share(m_askedFor.count()) >= shareThatSpeaks / 4;
}

BlockReading Engine::reading(Nanoseconds carrying) const {
    return {.rotating = rotating(),
            .turn = turnOf(drive().identity()),
            .bytes = std::uint64_t{m_grid.blockSectors} * drive().identity().logicalBytes,
            .goneTo = m_plan.asked.order != ScanOrder::forward &&
                      m_plan.asked.order != ScanOrder::suspectsFirst &&
                      m_plan.asked.order != ScanOrder::careful,
            .carrying = carrying,
            .atOnce = m_status.depth};
}

// While nothing else is at the drive, and once there is a block to read again.
void Engine::measureCarryingIfDue() {
    if (!m_carryingDue.value_or(false) || !m_lastGood || m_queue.trouble() || m_ended != EndReason::running ||
        m_stop.stop_requested() || !drain())
        return;
    m_carryingDue = false;
    measureCarrying();
    bringHeadBack();
    if (m_grader.holding() && m_ended == EndReason::running)
        releaseHeld();
}

// A slow way to the computer is no fault of the surface: what was read a moment ago comes out of a rotating
// drive's cache, and takes no more than the way. Solid state need not have one.
void Engine::measureCarrying() {
    if (m_plan.asked.way != ReadWay::read || !rotating())
        return;
    std::optional<Nanoseconds> quickest;
    for (std::uint64_t i = 0; i < carryingPlaces && i <= *m_lastGood; ++i) {
        const std::uint64_t block = *m_lastGood - i;
        if (m_model.at(block).grade >= Grade::linkFault || !m_askedFor.contains(block))
            continue;
        const auto carrying = carryingAt(m_grid.spanOf(block));
        if (m_ended != EndReason::running || m_stop.stop_requested())
            return;
        if (carrying)
            quickest = std::min(quickest.value_or(*carrying), *carrying);
    }
    if (quickest)
        m_grader.bound(plausibleTime(reading(*quickest), m_grader.limits()));
}

// A whole block's way, from a little and a little more of `span` that was read just before; nothing where
// that did not come out of the cache: then it waits for the place to come round.
std::optional<Nanoseconds> Engine::carryingAt(const LbaSpan& span) {
    const std::uint32_t logical = drive().identity().logicalBytes;
    const auto part = [&](std::uint32_t bytes) {
        return intersection({span.first, {std::max(1U, bytes / logical)}}, span);
    };
    std::array<Nanoseconds, 2> took{};
    std::array<std::uint64_t, 2> bytes{};
    const Alone before = readBeside(part(carriedBytes.back()));
    if (!before || before->verdict.outcome != Outcome::answered)
        return std::nullopt;
    for (std::size_t i = 0; i < took.size(); ++i) {
        const Alone answer = readBeside(part(carriedBytes[i]));
        if (!answer || answer->verdict.outcome != Outcome::answered)
            return std::nullopt;
        bytes[i] = part(carriedBytes[i]).count.value * logical;
        took[i] = answer->latency;
    }
    if (took[0] * 2 > turnOf(drive().identity()) || bytes[1] <= bytes[0])
        return std::nullopt;
    const double perByte = static_cast<double>(std::max(Nanoseconds{}, took[1] - took[0]).count()) /
                           static_cast<double>(bytes[1] - bytes[0]);
    return took[0] + Nanoseconds{std::llround(perByte * m_grid.blockSectors * logical)};
}

} // namespace orbita
