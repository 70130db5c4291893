// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/scan_runner.h"

namespace orbita::test {

ScanRecord runScan(Drive& drive, const ScanPlan& plan, const std::stop_token& stop, ScanServices services) {
    auto settled = settlePlan(plan, drive.identity(), drive.limits());
    if (!settled)
        qFatal("%s", settled.error().message().c_str());
    PauseGate pause;
    ScanFeed feed;
    Engine engine(drive, *settled, {}, pause, feed, std::move(services));
    engine.run(stop);
    return recordOf(feed, 0, {});
}

ScanRecord runScan(Drive& drive, const ScanPlan& plan, const std::stop_token& stop) {
    return runScan(drive, plan, stop, {});
}

bool wholeSpanCovered(const ScanRecord& record) {
    return record.status.totals.covered == record.plan.grid.span.count;
}

std::unique_ptr<Drive> openSimulated(const sim::Scenario& scenario) {
    auto drive = openOver(std::make_unique<sim::SimLink>(scenario));
    if (!drive)
        qFatal("%s", drive.error().message().c_str());
    return std::move(*drive);
}

sim::Scenario smallScenario(std::uint64_t sectors, std::uint32_t physicalBytes) {
    sim::Scenario scenario;
    scenario.name = "small";
    scenario.identity.model = "Test Tern";
    scenario.identity.serial = "T-1";
    scenario.identity.capacity.value = sectors;
    scenario.identity.physicalBytes = physicalBytes;
    scenario.identity.rotationRate = 7200;
    return scenario;
}

std::vector<std::uint64_t> sectorsOf(const std::vector<LedgerEntry>& ledger, Grade grade) {
    std::vector<std::uint64_t> sectors;
    for (const LedgerEntry& entry : ledger)
        if (entry.grade == grade)
            for (std::uint64_t i = 0; i < entry.span.count.value; ++i)
                sectors.push_back(entry.span.first.value + i);
    return sectors;
}

} // namespace orbita::test
