// SPDX-License-Identifier: GPL-3.0-or-later
// Whether the drive looks at its medium when it verifies.
#include "core/base/bytes.h"
#include "core/scan/engine.h"
#include "core/scan/verify_check.h"

#include <algorithm>

namespace orbita {

namespace {

constexpr std::uint64_t verifyPlaces = 24;
constexpr std::uint64_t longBytes = 1U << 20U;
constexpr std::uint64_t shortBytes = 4096;

} // namespace

// What the `i`th probe of so many is about: spread over what was asked for, never neighbours one after the
// other.
LbaSpan Engine::probePlace(std::uint64_t i, std::uint64_t of, std::uint64_t sectors) const {
    // 7 has no divisor in common with either number of places: each part once.
    const std::uint64_t block = m_askedFor.at(m_askedFor.count() * (i * 7 % of) / of);
    return intersection({m_grid.spanOf(block).first, {sectors}}, m_grid.span);
}

// Nothing where it was not answered in good order; what else it may be, the scan finds for itself.
std::optional<Nanoseconds> Engine::probe(LbaSpan span, ReadWay way, bool* isUnmapped) {
    if (m_ended != EndReason::running || m_stop.stop_requested())
        return std::nullopt;
    const Alone answer = readBeside(span, way);
    if (!answer)
        return std::nullopt;
    if (way == ReadWay::verify && answer->verdict.outcome == Outcome::refused &&
        m_plan.asked.way == ReadWay::verify)
        m_ended = EndReason::refused;
    if (answer->verdict.outcome != Outcome::answered)
        return std::nullopt;
    if (isUnmapped != nullptr)
        *isUnmapped = answer->zeros;
    return answer->latency;
}

bool Engine::verifyBelieved() {
    if (m_verifyBelieved)
        return *m_verifyBelieved;
    std::vector<Nanoseconds> verifies;
    const bool believed = drive().identity().rotating == false ? verifyGrowsWithLength(verifies)
                                                               : verifyWaitsForMedium(verifies);
    if (m_ended != EndReason::running || m_stop.stop_requested())
        return true;
    m_verifyBelieved = believed;
    if (verifies.size() >= leastVerifyProbes)
        note({.kind = believed ? ScanEventKind::verifyChecked : ScanEventKind::verifyDoubted,
              .latency = medianOf(std::move(verifies))});
    return believed;
}

bool Engine::verifyWaitsForMedium(std::vector<Nanoseconds>& verifies) {
    const std::uint64_t probes = std::min(verifyPlaces * 2, m_askedFor.count() / 2);
    std::vector<Nanoseconds> reads;
    for (std::uint64_t i = 0; i < probes; ++i) {
        const ReadWay way = i % 2 == 0 ? ReadWay::verify : ReadWay::read;
        const LbaSpan at = probePlace(i, probes, drive().identity().sectorsPerPhysical());
        if (const auto took = probe(at, way))
            (way == ReadWay::verify ? verifies : reads).push_back(*took);
    }
    return believableVerify(verifies, std::move(reads), turnOf(drive().identity()));
}

bool Engine::verifyGrowsWithLength(std::vector<Nanoseconds>& verifies) {
    const std::uint64_t logical = drive().identity().logicalBytes;
    const std::uint64_t least = std::max<std::uint64_t>(1, shortBytes / logical);
    const std::uint64_t most = std::min<std::uint64_t>(longBytes / logical, drive().limits().maxSectors);
    const std::uint64_t probes = std::min(verifyPlaces, m_askedFor.count());
    // What comes back tells where nothing is stored, and the medium not asked.
    drive().link().handOverReads(HandOver::beginning, static_cast<std::uint32_t>(logical));
    std::vector<LengthProbe> answers;
    for (std::uint64_t i = 0; i < probes; ++i) {
        const LbaSpan all = probePlace(i, probes, most);
        const LbaSpan some = intersection({all.first, {least}}, all);
        if (all.count.value < most || m_stored.nothing.contains(all))
            continue;
        // Verified before it is read: then nothing is at hand.
        bool nothing = false;
        const auto longVerify = probe(all, ReadWay::verify);
        const auto shortVerify = probe(some, ReadWay::verify);
        const auto longRead = probe(all, ReadWay::read, &nothing);
        const auto shortRead = probe(some, ReadWay::read);
        if (!longVerify || !shortVerify || !longRead || !shortRead || nothing)
            continue;
        verifies.push_back(*longVerify);
        answers.push_back({*shortVerify, *longVerify, *shortRead, *longRead});
    }
    m_queue.handOverReads(m_handsOver);
    return believableVerify(answers, (most - least) * logical);
}

} // namespace orbita
