// SPDX-License-Identifier: GPL-3.0-or-later
// The casebook: the earlier visits of the demonstration's drives.
#include "core/judge/ruling.h"
#include "core/scan/engine.h"
#include "core/sim/sim_link.h"
#include "core/vitals/read_vitals.h"
#include "store/case_file.h"
#include "store/casebook.h"

#include <algorithm>

namespace orbita {

namespace {

// As it was then, of what it is today.
sim::Scenario surfaceThen(const sim::Scenario& today, const sim::EarlierVisit& earlier) {
    sim::Scenario then = today;
    then.health = earlier.health;
    then.otherLoads.clear();
    for (sim::Speckle& speckle : then.speckles)
        speckle.perMillion *= earlier.specklesPercent / 100;
    std::vector<std::uint64_t> bad;
    for (const sim::Defect& defect : today.defects)
        if (defect.kind == sim::DefectKind::unreadable)
            bad.push_back(defect.span.first.value);
    const std::uint64_t middle = bad.empty() ? 0 : bad[bad.size() / 2];
    std::stable_sort(then.defects.begin(), then.defects.end(),
                     [&](const sim::Defect& a, const sim::Defect& b) {
                         const auto far = [&](const sim::Defect& defect) {
                             const std::uint64_t lba = defect.span.first.value;
                             return lba > middle ? lba - middle : middle - lba;
                         };
                         return far(a) < far(b);
                     });
    then.defects.resize(static_cast<std::size_t>(static_cast<double>(then.defects.size()) *
                                                 std::clamp(earlier.defectsPercent, 0.0, 100.0) / 100));
    sim::settleDefects(then);
    return then;
}

constexpr std::int64_t aDay = 86'400;

Target asItWas(const Target& target, const sim::EarlierVisit& earlier) {
    sim::Scenario then = surfaceThen(*target.scenario, earlier);
    if (!earlier.scanned)
        then.defects.clear();
    Target past = target;
    past.condition = std::make_shared<sim::Condition>(then);
    past.scenario = then;
    return past;
}

} // namespace

Result<void> addEarlierVisits(Casebook& casebook, const std::vector<Target>& demonstration,
                              std::int64_t now) {
    for (const Target& target : demonstration) {
        if (!target.scenario)
            continue;
        for (const sim::EarlierVisit& earlier : target.scenario->earlier) {
            // The drive as it was then answers the same commands as today's.
            const Target past = asItWas(target, earlier);
            const CommandPath way = simulatedPath(past, false);
            Enquiry enquiry(way, std::chrono::seconds{20});
            const Vitals vitals = readVitals(enquiry, target.identity);
            const auto drive = casebook.driveFor(vitals.identity);
            if (!drive)
                return tl::unexpected(drive.error());
            const std::int64_t at = now - aDay * earlier.daysAgo;
            const auto id = casebook.beginVisit(drive->id, at);
            if (!id)
                return tl::unexpected(id.error());
            Visit visit;
            visit.id = *id;
            visit.customer = "Tide-gauge network";
            visit.job = earlier.job;
            visit.tester = earlier.tester;
            visit.notes = earlier.notes;
            for (const std::string& mark : earlier.complaints)
                if (const auto known = complaintFromName(mark))
                    visit.complaints.push_back({*known, Reproduced::notTried});
            auto kept = casebook.updateVisit(visit);
            if (kept)
                kept = casebook.addVitals(*id, vitals, at);
            if (!kept)
                return kept;
        }
    }
    return {};
}

void readEarlierSurfaces(const std::vector<Target>& demonstration, std::int64_t now,
                         const std::stop_token& stop, const std::function<void(ScanRecord)>& take) {
    for (const Target& target : demonstration) {
        if (!target.scenario)
            continue;
        for (const sim::EarlierVisit& earlier : target.scenario->earlier) {
            if (!earlier.scanned || stop.stop_requested())
                continue;
            const auto drive = openTarget(asItWas(target, earlier), false);
            if (!drive)
                continue;
            ScanPlan plan;
            plan.blockSectors = mostBlockBytes / (*drive)->identity().logicalBytes;
            const LbaSpan whole = (*drive)->identity().whole();
            if (earlier.scannedPercent < 100)
                plan.span = LbaSpan{
                    whole.first, SectorCount{static_cast<std::uint64_t>(
                                     static_cast<double>(whole.count.value) * earlier.scannedPercent / 100)}};
            const auto settled = settlePlan(plan, (*drive)->identity(), (*drive)->limits());
            if (!settled)
                continue;
            PauseGate pause;
            ScanFeed feed;
            Engine engine(**drive, *settled, {}, pause, feed);
            if (engine.run(stop) == EndReason::complete)
                take(recordOf(feed, now - aDay * earlier.daysAgo + 1200, {}));
        }
    }
}

Result<void> keepEarlierSurface(Casebook& casebook, const ScanRecord& scan) {
    PlateEncoder encoder;
    const auto kept = casebook.keepScan(0, scan, encoder);
    if (!kept)
        return tl::unexpected(kept.error());
    const auto drive = casebook.knownDrive(scan.drive);
    if (!drive)
        return tl::unexpected(drive.error());
    auto file = caseFileOf(casebook, drive->id, scan.startedAt);
    if (!file)
        return tl::unexpected(file.error());
    std::erase_if(file->visits, [&](const Visit& visit) { return visit.beganAt > scan.startedAt; });
    std::erase_if(file->vitals, [&](const PastVitals& past) { return past.readAt > scan.startedAt; });
    if (file->visits.empty())
        return {};
    KeptRuling ruling;
    ruling.visit = file->visits.back().id;
    ruling.at = scan.startedAt + 600;
    ruling.ruledBy = file->visits.back().tester;
    ruling.policy = policyDocument(defaultPolicy());
    ruling.evidence = gatherEvidence(*file);
    const Ruling came = rule(ruling.evidence, defaultPolicy());
    ruling.fate = came.fate;
    ruling.settled = came.settled;
    ruling.data = came.data;
    const auto entered = casebook.enterRuling(ruling);
    return entered ? Result<void>{} : tl::unexpected(entered.error());
}

} // namespace orbita
