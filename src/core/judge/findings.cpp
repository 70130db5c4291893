// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/findings.h"

#include <algorithm>

namespace orbita {

namespace {

constexpr std::array<std::string_view, 3> entryNames = {"go-on", "gently", "save-first"};

// Counters that no drive of any age can hold: a bridge's or a maker's own packing, not a number.
bool cannotBe(const Reading& reading) {
    switch (reading.unit) {
    case ReadingUnit::hours:
        return reading.value > 400'000; // 45 years
    case ReadingUnit::celsius:
        return reading.value < -60 || reading.value > 150;
    case ReadingUnit::percent:
        return reading.value < 0 || reading.value > 255;
    case ReadingUnit::sectors:
        return reading.value > 1'000'000'000;
    default:
        return reading.value < 0;
    }
}

bool fewerIsWorse(ReadingKind kind) {
    return kind == ReadingKind::spareLeft;
}

Finding againstPolicy(const Reading& reading, const ReadingLimits& limits) {
    const bool fewer = fewerIsWorse(reading.kind);
    const auto reaches = [&](const std::optional<std::int64_t>& limit) {
        return limit && (fewer ? reading.value <= *limit : reading.value >= *limit);
    };
    if (reaches(limits.critical))
        return {FindingLevel::critical, FindingReason::aboveLimit, limits.critical};
    if (reaches(limits.warning))
        return {FindingLevel::warning, FindingReason::aboveLimit, limits.warning};
    if (reaches(limits.note))
        return {FindingLevel::note, FindingReason::aboveLimit, limits.note};
    return {FindingLevel::fine, FindingReason::withinLimits,
            limits.note      ? limits.note
            : limits.warning ? limits.warning
                             : limits.critical};
}

Finding againstOwnThreshold(const Reading& reading) {
    // 0, 254 and 255 are no values of the attribute table; a threshold of 0 never trips.
    const auto sensible = [](const std::optional<std::uint8_t>& v) { return v && *v > 0 && *v < 254; };
    if (!reading.threshold || *reading.threshold == 0 || *reading.threshold >= 254)
        return {};
    if (sensible(reading.normalised) && *reading.normalised <= *reading.threshold)
        return {FindingLevel::critical, FindingReason::belowOwnThreshold, {}};
    if (sensible(reading.worst) && *reading.worst <= *reading.threshold)
        return {FindingLevel::warning, FindingReason::wasBelowThreshold, {}};
    return {FindingLevel::fine, FindingReason::withinLimits, {}};
}

Finding againstOwnLimit(const Reading& reading) {
    if (!reading.ownLimit)
        return {};
    const bool beyond =
        fewerIsWorse(reading.kind) ? reading.value <= *reading.ownLimit : reading.value >= *reading.ownLimit;
    const FindingLevel level =
        reading.kind == ReadingKind::spareLeft ? FindingLevel::critical : FindingLevel::warning;
    return beyond ? Finding{level, FindingReason::belowOwnThreshold, reading.ownLimit} : Finding{};
}

Finding overallHealth(const Reading& reading) {
    if (reading.kind == ReadingKind::overallHealth)
        return reading.value == 0 ? Finding{FindingLevel::fine, FindingReason::overallHealth, {}}
                                  : Finding{FindingLevel::critical, FindingReason::overallHealth, {}};
    // NVMe critical warning: spare low, degraded and read-only are damning; temperature and backup less so.
    constexpr std::int64_t grave = 1 | 4 | 8;
    if (reading.value == 0)
        return {FindingLevel::fine, FindingReason::overallHealth, {}};
    return {(reading.value & grave) != 0 ? FindingLevel::critical : FindingLevel::warning,
            FindingReason::overallHealth,
            {}};
}

const Finding& worse(const Finding& a, const Finding& b) {
    return b.level > a.level || (b.level == a.level && a.reason == FindingReason::nothingToSay) ? b : a;
}

} // namespace

std::string_view entryName(Entry entry) {
    return entryNames[static_cast<std::size_t>(entry)];
}

Finding assess(const Reading& reading, const HousePolicy& policy, const Reading* before) {
    if (reading.kind == ReadingKind::overallHealth || reading.kind == ReadingKind::criticalWarning)
        return overallHealth(reading);
    if (cannotBe(reading))
        return {FindingLevel::fine, FindingReason::cannotBe, {}};
    Finding finding = againstOwnThreshold(reading);
    finding = worse(finding, againstOwnLimit(reading));
    if (const ReadingLimits* limits = policy.limitsOf(reading.kind))
        finding = worse(finding, againstPolicy(reading, *limits));
    // More of it than last time: something goes on, however little it is.
    if (before != nullptr && growthMatters(reading.kind) && reading.value > before->value &&
        finding.level < FindingLevel::warning)
        finding = {reading.kind == ReadingKind::linkErrors ? FindingLevel::note : FindingLevel::warning,
                   FindingReason::grewSinceLastVisit,
                   {}};
    return finding;
}

std::vector<Finding> assessAll(const Vitals& vitals, const HousePolicy& policy, const Vitals* before) {
    std::vector<Finding> findings;
    for (const Reading& reading : vitals.readings) {
        const Reading* earlier = before == nullptr || reading.kind == ReadingKind::vendorSpecific
                                     ? nullptr
                                     : before->find(reading.kind);
        findings.push_back(assess(reading, policy, earlier));
    }
    return findings;
}

EntryGate judgeEntry(const Vitals& vitals, const std::vector<Finding>& findings,
                     const std::vector<Complaint>& complaints, const HousePolicy& policy) {
    EntryGate gate;
    const auto add = [&](EntryReason reason) { gate.reasons.push_back(std::move(reason)); };
    for (std::size_t i = 0; i < findings.size() && i < vitals.readings.size(); ++i) {
        // Errors on the cable close no gate: they are for another cable.
        if (vitals.readings[i].kind == ReadingKind::linkErrors)
            continue;
        if (findings[i].level == FindingLevel::critical)
            add({EntryReasonKind::reading, Entry::saveFirst, i, {}, {}});
        else if (findings[i].level == FindingLevel::warning)
            add({EntryReasonKind::reading, Entry::gently, i, {}, {}});
    }
    for (const Complaint& complaint : complaints)
        if (meansStop(complaint.mark))
            add({EntryReasonKind::complaint, Entry::saveFirst, 0, complaint.mark, {}});
    // The latest test that came to an end counts; one that was aborted says nothing.
    const auto ended =
        std::find_if(vitals.selfTests.begin(), vitals.selfTests.end(), [](const SelfTestEntry& t) {
            return t.result != SelfTestResult::aborted && t.result != SelfTestResult::interrupted &&
                   t.result != SelfTestResult::unfinished;
        });
    if (ended != vitals.selfTests.end() && ended->result != SelfTestResult::passed)
        add({EntryReasonKind::selfTestFailed, Entry::gently, 0, {}, {}});
    for (const BadFirmware& bad : policy.badFirmware)
        if (vitals.identity.model.rfind(bad.model, 0) == 0 && vitals.identity.firmware == bad.firmware)
            add({EntryReasonKind::badFirmware, Entry::saveFirst, 0, {}, bad.why});
    if (vitals.has(VitalsNote::checkedNoAnswer))
        add({EntryReasonKind::noAnswer, Entry::saveFirst, 0, {}, {}});
    if (vitals.has(VitalsNote::zeroCapacity))
        add({EntryReasonKind::zeroCapacity, Entry::saveFirst, 0, {}, {}});
    if (vitals.has(VitalsNote::locked) || vitals.has(VitalsNote::rangesLocked))
        add({EntryReasonKind::locked, Entry::gently, 0, {}, {}});
    if (vitals.readings.empty())
        add({EntryReasonKind::noVitals, Entry::gently, 0, {}, {}});
    if (gate.reasons.empty())
        add({});
    std::stable_sort(gate.reasons.begin(), gate.reasons.end(),
                     [](const EntryReason& a, const EntryReason& b) { return a.weight > b.weight; });
    gate.entry = gate.reasons.front().weight;
    return gate;
}

} // namespace orbita
