// SPDX-License-Identifier: GPL-3.0-or-later
// What is beside the drive in a scan: the image that is saved to, the drive's recovery time, who else uses
// it, and what its answers say about whether it looked at the medium.
#include "core/base/bytes.h"
#include "core/image/image_writer.h"
#include "core/scan/engine.h"
#include "core/scan/engine_times.h"
#include "core/scan/sampling.h"

#include <algorithm>
#include <thread>

namespace orbita {

namespace {

constexpr auto imageLook = std::chrono::milliseconds{5};
constexpr Nanoseconds commonlyTaken = std::chrono::seconds{1}; // by drives that take no shorter time
constexpr Nanoseconds recoveryPatience = std::chrono::seconds{5};
constexpr Nanoseconds loadInterval = std::chrono::seconds{10}; // between looks at who else uses the drive
constexpr std::uint32_t usualDepth = 8;
constexpr std::uint64_t unitSamples = 256;
constexpr std::uint64_t leastUnitSamples = 16;

} // namespace

void Engine::keep(Lba first, const ReadAnswer& answer) {
    if (answer.data.empty() || answer.judged.outcome != Outcome::answered)
        return;
    if (m_known.look(first, answer.data))
        m_feed.tellKnown(m_known.known());
    if (!m_aids.image)
        return;
    const std::size_t sector = m_drive->identity().logicalBytes;
    m_aids.image->keep(first, answer.data.first(answer.data.size() / sector * sector));
}

// Reading waits while the image's place does not keep up, or is full; the head is brought back before
// anything is measured again.
void Engine::waitForImage() {
    if (!m_aids.image)
        return;
    m_status.saving = m_aids.image->status();
    // What cannot be written is not read either: a drive is not worn for what is not kept.
    if (m_trouble || !(m_aids.image->full() || m_status.saving.trouble) || !drain())
        return;
    const Nanoseconds from = m_clock.now();
    while (!m_stop.stop_requested() && (m_status.saving.trouble || !m_aids.image->relieved())) {
        m_status.saving = m_aids.image->status();
        if (m_status.saving.trouble && !m_savingHalted) {
            m_savingHalted = true;
            note({.kind = TapeKind::savingHalts});
        }
        publish(ScanPhase::saving);
        std::this_thread::sleep_for(imageLook); // of the place's time, not of the drive's
    }
    if (m_savingHalted && !m_stop.stop_requested()) {
        m_savingHalted = false;
        note({.kind = TapeKind::savingGoesOn});
    }
    m_pausedFor += m_clock.now() - from;
    bringHeadBack();
    publish(ScanPhase::reading);
}

// A scan that was stopped does not wait: what is still to be written goes on being written behind it.
void Engine::finishImage() {
    if (!m_aids.image)
        return;
    m_aids.image->finish();
    const Nanoseconds from = m_clock.now();
    while (!m_aids.image->finished() && !m_stop.stop_requested()) {
        m_status.saving = m_aids.image->status();
        if (m_status.saving.trouble && !m_savingHalted) {
            m_savingHalted = true;
            note({.kind = TapeKind::savingHalts});
        }
        publish(ScanPhase::saving);
        std::this_thread::sleep_for(imageLook);
    }
    m_pausedFor += m_clock.now() - from;
    m_status.saving = m_aids.image->status();
    if (m_savingHalted && m_aids.image->finished())
        note({.kind = TapeKind::savingGoesOn});
    note({.kind = TapeKind::saved, .count = m_status.saving.held.value});
}

// While there are easier places, a drive is not to wear itself out over a hard one.
void Engine::limitRecovery(bool limited) {
    if (!carefully() || !m_aids.recovery || m_recoveryRefused || m_plan.asked.recovery.count() == 0 ||
        m_recoveryLimited.value_or(false) == limited || m_stop.stop_requested())
        return;
    const bool first = !m_recoveryLimited.has_value();
    if (!limited) {
        giveRecoveryBack();
        return;
    }
    m_recoveryLimited = limited;
    Nanoseconds limit = m_plan.asked.recovery;
    auto before = m_aids.recovery->shorten(limit, m_stop);
    if (!before && limit < commonlyTaken && !m_stop.stop_requested()) { // better than its own patience
        limit = commonlyTaken;
        before = m_aids.recovery->shorten(limit, m_stop);
    }
    if (!before) {
        m_recoveryRefused = true;
        m_recoveryLimited = false;
        note({.kind = TapeKind::recoveryKept});
        return;
    }
    const bool shorter = before->count() == 0 || *before > limit;
    m_shortened = shorter ? limit : Nanoseconds{};
    if (first)
        note({.kind = TapeKind::recoveryShort, .latency = shorter ? limit : *before});
}

void Engine::giveRecoveryBack() {
    if (m_recoveryLimited != true)
        return;
    m_recoveryLimited = false;
    const bool back =
        m_aids.recovery->restore(m_stop.stop_requested() ? stopPatience : recoveryPatience).has_value();
    note({.kind = back ? TapeKind::recoveryBack : TapeKind::recoveryOwed});
}

void Engine::nameLoad() {
    if (!m_aids.whoElse || (m_loadNamed.count() > 0 && m_clock.now() - m_loadNamed < loadInterval))
        return;
    m_loadNamed = m_clock.now();
    m_status.loadBy = m_aids.whoElse();
}

// Whose doing it may be that the answer was late. One that was quick needs no excuse.
Disturbance Engine::disturbanceOf(const ReadAnswer& answer) {
    if (answer.disturbance == Disturbance::none && m_aids.sharingHub && m_aids.sharingHub->load() > 1)
        return Disturbance::sharedWay;
    return answer.disturbance;
}

bool Engine::foundElsewhere() {
    if (!m_aids.finder || m_ended != Ended::running)
        return false;
    FoundDrive found = m_aids.finder(m_stop);
    if (!found.drive)
        return false;
    found.drive->link().handOverReads(m_handsOver ? m_grid.blockSectors * found.drive->identity().logicalBytes
                                                  : 0);
    if (m_status.depth > 1 && !found.drive->link().setDepth(m_status.depth)) {
        m_status.depth = 1;
        note({.kind = TapeKind::atOnce, .count = 1});
    }
    m_window = std::min(m_window, found.drive->link().queueLimit());
    m_drive->link().abandon();
    m_found = std::move(found.drive);
    m_drive = m_found.get();
    m_aids.anew = std::move(found.anew);
    note({.kind = TapeKind::elsewhere});
    return true;
}

// What was asked over links and nodes that are gone is asked over new ones; the rules that live by it go on.
void Engine::renewAids(bool elsewhere) {
    if (!m_aids.anew)
        return;
    ScanAids anew = m_aids.anew();
    m_aids.thermometer = std::move(anew.thermometer);
    m_aids.damning = std::move(anew.damning);
    m_aids.finder = std::move(anew.finder);
    m_aids.present = std::move(anew.present);
    m_aids.whoElse = std::move(anew.whoElse);
    m_aids.serialNow = std::move(anew.serialNow);
    // Whoever has changed a setting puts it back, as long as the drive is where it was; elsewhere, what is
    // owed stands in a file.
    if (elsewhere)
        m_aids.recovery = std::move(anew.recovery);
    m_recoveryRefused = false;
    if (m_aids.sharingHub)
        --*m_aids.sharingHub;
    m_aids.sharingHub = std::move(anew.sharingHub);
    if (m_aids.sharingHub)
        ++*m_aids.sharingHub;
    m_temperatureDue = m_vitalsDue = {};
}

// What was never written, or given back, is answered without the medium. The drive's own word decides;
// without it, zeros from a drive that can forget are taken for such.
bool Engine::holdsNothing(const LbaSpan& span, const ReadAnswer& answer) const {
    if (m_stored.told.contains(span))
        return m_stored.nothing.contains(span);
    return forgets() && !answer.data.empty() &&
           answer.data.size() >= std::size_t{span.count.value} * m_drive->identity().logicalBytes &&
           allZero(answer.data);
}

bool Engine::takeNothing(std::uint64_t block, const ReadAnswer& answer) {
    const LbaSpan span = m_grid.spanOf(block);
    if (!holdsNothing(span, answer))
        return false;
    m_quickestEmpty =
        m_quickestEmpty.count() == 0 ? answer.latency : std::min(m_quickestEmpty, answer.latency);
    // One that was that long in coming is a finding like any other.
    const Nanoseconds unit = std::max(m_grader.unit(), solidStateUnit(m_quickestEmpty));
    if (gradeOf(answer.latency - m_quickestEmpty, unit, m_grader.limits()) >= Grade::laboured)
        return false;
    settleNothing(block, answer.latency);
    if (m_grader.holding())
        m_feed.cover(span);
    m_news.readTime += answer.latency;
    m_observedTime += answer.latency;
    return true;
}

void Engine::settleNothing(std::uint64_t block, Nanoseconds latency) {
    show(block, {Grade::none, Standing::once, encodeLatency(latency)}, latency);
    if (++m_status.totals.notStored == 1)
        note({.kind = TapeKind::notStored,
              .span = m_grid.spanOf(block),
              .causeGiven = m_stored.told.contains(m_grid.spanOf(block))});
}

void Engine::askStored() {
    if (!m_aids.stored || m_stop.stop_requested())
        return;
    if (auto map = m_aids.stored(m_grid.span, m_stop))
        m_stored = std::move(*map);
}

// What solid state takes for a block differs over the drive: one block out of each of many equal parts says
// what is usual, before the first is graded.
void Engine::sampleUnit() {
    const bool several = m_plan.asked.depth > 1;
    if ((m_drive->identity().rotating != false && !several) || !m_plan.asked.measurePaceFirst ||
        !m_grader.holding())
        return;
    // No more than a quarter of it: in less, too much would be read twice.
    const std::uint64_t samples = std::min(unitSamples, m_askedFor.count() / 4);
    if (samples < leastUnitSamples)
        return;
    std::vector<Nanoseconds> latencies;
    for (const std::uint64_t n : drawSamples(m_askedFor.count(), samples, m_plan.asked.seed)) {
        if (m_ended != Ended::running || m_stop.stop_requested())
            return;
        const LbaSpan span = m_grid.spanOf(m_askedFor.at(n));
        if (looksEmpty(span))
            continue;
        const Alone answer = readBeside(span);
        if (!answer)
            return;
        if (answer->judged.outcome == Outcome::answered && answer->disturbance == Disturbance::none &&
            (answer->data.empty() || !allZero(answer->data)))
            latencies.push_back(answer->latency);
    }
    if (latencies.size() < leastUnitSamples)
        return;
    const auto middle = latencies.begin() + static_cast<std::ptrdiff_t>(latencies.size() / 2);
    std::nth_element(latencies.begin(), middle, latencies.end());
    if (m_drive->identity().rotating == false)
        m_grader.settleUnit(solidStateUnit(
            speaksForTheDrive() ? *middle
                                : std::min(*middle, plausibleTime(reading({}), m_grader.limits()).most)));
    m_usualAlone = *middle;
    m_atDriveSince = m_clock.now();
}

// Solid state serves several commands at once, and only then shows its pace.
void Engine::chooseDepth() {
    const bool one = carefully() || m_plan.asked.way != ReadWay::read || m_plan.asked.depth == 1 ||
                     (m_plan.asked.depth == 0 && m_drive->identity().rotating != false);
    const std::uint32_t wanted = one ? 1 : m_plan.asked.depth == 0 ? usualDepth : m_plan.asked.depth;
    m_status.depth = m_drive->link().setDepth(wanted) ? wanted : 1;
    if (m_status.depth == 1)
        m_drive->link().setDepth(1);
    if (m_status.depth > 1 || m_plan.asked.depth > 1)
        note({.kind = TapeKind::atOnce, .count = m_status.depth});
}

// What is measured again has the drive to itself, and is compared with blocks that had.
Grader::Graded Engine::judgeAlone(const LbaSpan& span, Nanoseconds latency) const {
    if (m_status.depth == 1 || m_usualAlone.count() == 0)
        return m_grader.judge(latency, courseOf(span));
    const Nanoseconds excess = latency - m_usualAlone;
    return {gradeOf(excess, m_grader.unit(), m_grader.limits()), excess};
}

} // namespace orbita
