// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/evidence/evidence.h"

#include "core/base/span_set.h"
#include "core/scan/sampling.h"

#include <algorithm>

namespace orbita {

namespace {

constexpr std::size_t mostPlaces = 16;

bool cameToAnEnd(const SelfTestEntry& test) {
    return test.result == SelfTestResult::passed || test.result == SelfTestResult::failed ||
           test.result == SelfTestResult::failedRead;
}

// What nobody rules by is not kept with a ruling.
std::vector<Reading> withoutRawBytes(std::vector<Reading> readings) {
    for (Reading& reading : readings)
        reading.raw = {};
    return readings;
}

OwnWord ownWordOf(const CaseFile& file, std::int64_t visit) {
    OwnWord own;
    const PastVitals* latest = nullptr;
    const PastVitals* before = nullptr;
    for (const PastVitals& past : file.vitals)
        if (latest == nullptr || past.readAt >= latest->readAt) // of one second: as they were entered
            latest = &past;
    if (latest == nullptr)
        return own;
    for (const PastVitals& past : file.vitals)
        if (past.visit != visit && past.readAt < latest->readAt &&
            (before == nullptr || past.readAt > before->readAt))
            before = &past;
    own.readAt = latest->readAt;
    own.readings = withoutRawBytes(latest->vitals.readings);
    own.notes = latest->vitals.notes;
    const auto& tests = latest->vitals.selfTests;
    if (const auto ended = std::find_if(tests.begin(), tests.end(), cameToAnEnd); ended != tests.end()) {
        own.selfTest = *ended;
        const Reading* hours = latest->vitals.find(ReadingKind::powerOnHours);
        // Some drives count the hours of their tests modulo 65536.
        if (hours != nullptr && hours->value >= 0)
            own.hoursSinceTest = static_cast<std::uint64_t>(hours->value) >= ended->hours
                                     ? (static_cast<std::uint64_t>(hours->value) - ended->hours) % 65536
                                     : 0;
    }
    if (before != nullptr) {
        own.beforeAt = before->readAt;
        own.before = withoutRawBytes(before->vitals.readings);
    }
    return own;
}

Damage damageOf(const KnownSurface& known, const std::vector<const ScanDigest*>& scans,
                const KnownState* before) {
    Damage damage;
    const DriveIdentity& drive = scans.back()->drive;
    std::vector<LedgerEntry> bad;
    std::uint64_t unreadable = 0;
    for (const LedgerEntry& entry : known.state.ledger) {
        if (entry.grade == Grade::unreadable && entry.standing == Standing::passing)
            ++damage.readSecondTry;
        if (!isDamage(entry))
            continue;
        bad.push_back(entry);
        unreadable += entry.unreadable().value;
        damage.stalled += entry.grade == Grade::stalled ? 1 : 0;
        damage.straining += entry.grade == Grade::straining ? 1 : 0;
        damage.laboured += entry.grade == Grade::laboured ? 1 : 0;
        damage.onlyOnce += entry.standing == Standing::once ? 1 : 0;
    }
    const std::uint32_t each = drive.sectorsPerPhysical();
    damage.unreadableSectors = (unreadable + each - 1) / each;
    for (const Patch& patch : patchesOf(bad, known.state.logicalBytes))
        damage.unreadablePatches += patch.unreadable.value > 0 ? 1 : 0;
    damage.healedPatches = known.healedPatches;
    damage.vainPatches = known.vainPatches;

    DamagePlaces places;
    places.capacity = drive.capacity;
    places.logicalBytes = known.state.logicalBytes;
    places.read = known.state.read;
    // What cannot be read has the word; where there is none of it, what is slow.
    const Grade least = unreadable > 0 ? Grade::stalled : Grade::laboured;
    const auto spansOfDamage = [&](const std::vector<LedgerEntry>& entries) {
        SpanSet spans;
        for (const LedgerEntry& entry : entries)
            if (isDamage(entry) && entry.grade >= least)
                spans.add(entry.span);
        return spans.spans();
    };
    places.damage = spansOfDamage(bad);
    if (before != nullptr && before->logicalBytes == known.state.logicalBytes) {
        places.damageBefore = spansOfDamage(before->ledger);
        places.readBefore = before->read;
    }
    damage.shape = shapeOf(places);

    std::stable_sort(bad.begin(), bad.end(),
                     [](const LedgerEntry& a, const LedgerEntry& b) { return a.grade > b.grade; });
    for (std::size_t i = 0; i < std::min(bad.size(), mostPlaces); ++i)
        damage.places.push_back(bad[i].span);

    std::uint64_t graded = 0;
    std::uint64_t late = 0;
    std::uint64_t disturbed = 0;
    for (std::size_t i = 0; i < scans.size(); ++i) {
        if (known.share[i] <= 0)
            continue; // read again since
        graded += scans[i]->graded;
        late += scans[i]->late;
        disturbed += scans[i]->disturbed;
        damage.failedBlocks += scans[i]->failedBlocks;
        damage.lateUnitsOfThousandth =
            std::max(damage.lateUnitsOfThousandth, scans[i]->lateUnitsOfThousandth);
    }
    if (graded > 0) {
        damage.latePercent = 100 * static_cast<double>(late) / static_cast<double>(graded);
        damage.disturbedPercent = 100 * static_cast<double>(disturbed) / static_cast<double>(graded);
    }
    return damage;
}

// Where it froze or went away; a later scan that has read the place takes the sting out of it, not the
// memory.
void addStandstills(Damage& damage, const std::vector<const ScanDigest*>& scans) {
    for (std::size_t i = 0; i < scans.size(); ++i)
        for (const Standstill& place : scans[i]->standstills) {
            if (place.kind == StandstillKind::stalled)
                continue;
            SpanSet readSince;
            for (std::size_t later = i + 1; later < scans.size(); ++later)
                if (scans[later]->drive.logicalBytes == scans[i]->drive.logicalBytes)
                    for (const LbaSpan& span : scans[later]->covered)
                        readSince.add(span);
            if (readSince.contains(place.span))
                ++damage.frozeBefore;
            else
                ++(place.kind == StandstillKind::froze ? damage.froze : damage.dropped);
        }
}

std::optional<SampleTaken> sampleIn(const std::vector<const ScanDigest*>& scans) {
    for (std::size_t i = scans.size(); i-- > 0;) {
        if (scans[i]->order != ScanOrder::sample || scans[i]->graded == 0)
            continue;
        SampleTaken sample;
        sample.at = scans[i]->startedAt;
        sample.blocks = scans[i]->graded;
        for (const Zone& zone : scans[i]->zones)
            for (const Grade grade : {Grade::laboured, Grade::straining, Grade::stalled, Grade::unreadable})
                sample.defective += zone.blocks[static_cast<std::size_t>(grade)];
        sample.defective = std::min(sample.defective, sample.blocks);
        sample.mostDefective = mostDefective(sample.blocks, sample.defective);
        return sample;
    }
    return std::nullopt;
}

void addPace(Evidence& evidence, const std::vector<const ScanDigest*>& earlier,
             const std::vector<const ScanDigest*>& now) {
    // The latest that can be compared, of each time.
    for (std::size_t n = now.size(); n-- > 0 && !evidence.slowZonePercent;)
        if (const auto uneven = slowestZone(*now[n]))
            evidence.slowZonePercent = (uneven->ratio - 1) * 100;
    for (std::size_t n = now.size(); n-- > 0;)
        for (std::size_t e = earlier.size(); e-- > 0;)
            if (const auto pace = comparePace(*earlier[e], *now[n])) {
                evidence.change.paceLossPercent = (pace->typical - 1) * 100;
                evidence.change.worstZoneLossPercent = (pace->worst - 1) * 100;
                return;
            }
}

void addWear(Evidence& evidence, const std::vector<const ScanDigest*>& earlier,
             const std::vector<const ScanDigest*>& all, const UnwornKind& unworn) {
    const ScanDigest* latest = nullptr;
    for (std::size_t i = all.size(); i-- > 0 && latest == nullptr;)
        if (wearOf(*all[i], unworn.latePerMiB))
            latest = all[i];
    if (latest == nullptr)
        return;
    evidence.wear.figure = wearOf(*latest, unworn.latePerMiB);
    evidence.wear.unwornDrives = unworn.drives;
    for (const ScanDigest* first : earlier)
        if (first != latest)
            if (const auto since = wearSince(*first, *latest)) {
                evidence.wear.sinceFirst = since;
                evidence.wear.firstAt = first->startedAt;
                return;
            }
}

} // namespace

Evidence gatherEvidence(const CaseFile& file) {
    Evidence evidence;
    evidence.at = file.now;
    evidence.model = file.drive.model;
    evidence.firmware = file.drive.firmware;
    evidence.capacityBytes = file.drive.capacityBytes();
    evidence.rotating = file.drive.rotating;
    evidence.takesCommands = file.takesCommands;
    evidence.behindBridge = file.behindBridge;

    const auto visit =
        std::max_element(file.visits.begin(), file.visits.end(), [](const Visit& a, const Visit& b) {
            return std::pair(a.beganAt, a.id) < std::pair(b.beganAt, b.id);
        });
    const bool any = visit != file.visits.end();
    if (any) {
        evidence.data = visit->data;
        evidence.complaints = visit->complaints;
        std::sort(evidence.complaints.begin(), evidence.complaints.end(),
                  [](const Complaint& a, const Complaint& b) { return a.mark < b.mark; });
    }
    evidence.own = ownWordOf(file, any ? visit->id : 0);

    std::vector<const ScanDigest*> scans;
    for (const ScanDigest& scan : file.scans)
        scans.push_back(&scan);
    std::stable_sort(scans.begin(), scans.end(),
                     [](const ScanDigest* a, const ScanDigest* b) { return a->startedAt < b->startedAt; });
    if (scans.empty())
        return evidence;
    const auto begun = std::partition_point(scans.begin(), scans.end(), [&](const ScanDigest* scan) {
        return any && scan->startedAt < visit->beganAt;
    });
    const std::vector<const ScanDigest*> earlier(scans.begin(), begun);
    const std::vector<const ScanDigest*> now(begun, scans.end());
    const KnownSurface known = surfaceKnownFrom(scans);
    for (std::size_t i = 0; i < scans.size(); ++i)
        if (known.share[i] > 0) {
            Coverage coverage;
            coverage.at = scans[i]->startedAt;
            coverage.unmapped = known.share[i] * scans[i]->unmappedShare;
            coverage.ungraded = known.share[i] * scans[i]->ungradedShare;
            coverage.graded = std::max(0.0, known.share[i] - coverage.unmapped - coverage.ungraded);
            evidence.coverage.push_back(coverage);
        }
    const KnownSurface before = surfaceKnownFrom(earlier);
    const bool compared = !earlier.empty() && !now.empty();
    evidence.damage = damageOf(known, scans, compared ? &before.state : nullptr);
    addStandstills(evidence.damage, scans);
    if (compared) {
        const KnownSurface found = surfaceKnownFrom(now);
        evidence.change.since = earlier.back()->startedAt;
        evidence.change.comparedPercent =
            100 * shareInCommon(before.state, found.state, evidence.capacityBytes);
        evidence.change.patches = comparePatches(before.state, found.state);
    }
    evidence.sample = sampleIn(now);
    addPace(evidence, earlier, now);
    addWear(evidence, earlier, scans, file.unworn);
    for (const ScanDigest* scan : now)
        evidence.linkFaults += scan->linkFaults;
    evidence.lastEnded = scans.back()->ended;
    return evidence;
}

} // namespace orbita
