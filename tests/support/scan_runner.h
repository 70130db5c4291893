// SPDX-License-Identifier: GPL-3.0-or-later
// Runs a scan on the calling thread and hands over all that came of it.
#pragma once

#include "core/families/plain/plain_drive.h"
#include "core/scan/engine.h"
#include "core/scan/record.h"
#include "core/sim/sim_link.h"
#include "support/open_over.h"

#include <QtGlobal>

namespace orbita::test {

inline ScanRecord runScan(Drive& drive, const ScanPlan& plan, const std::stop_token& stop = {},
                          ScanServices services = {}) {
    auto settled = settlePlan(plan, drive.identity(), drive.limits());
    if (!settled)
        qFatal("%s", settled.error().message().c_str());
    PauseGate pause;
    ScanFeed feed;
    Engine engine(drive, *settled, {}, pause, feed, std::move(services));
    engine.run(stop);
    return recordOf(feed, 0, {});
}

inline bool wholeSpanCovered(const ScanRecord& record) {
    return record.status.totals.covered == record.plan.grid.span.count;
}

inline std::unique_ptr<Drive> openSimulated(const sim::Scenario& scenario) {
    auto drive = openOver(std::make_unique<sim::SimLink>(scenario));
    if (!drive)
        qFatal("%s", drive.error().message().c_str());
    return std::move(*drive);
}

// A small rotating drive without defects.
inline sim::Scenario smallScenario(std::uint64_t sectors = 1 << 20, std::uint32_t physicalBytes = 4096) {
    sim::Scenario scenario;
    scenario.name = "small";
    scenario.identity.model = "Test Tern";
    scenario.identity.serial = "T-1";
    scenario.identity.capacity.value = sectors;
    scenario.identity.physicalBytes = physicalBytes;
    scenario.identity.rotationRate = 7200;
    return scenario;
}

// The ledger's sectors of one grade, one by one.
inline std::vector<std::uint64_t> sectorsOf(const std::vector<LedgerEntry>& ledger, Grade grade) {
    std::vector<std::uint64_t> sectors;
    for (const LedgerEntry& entry : ledger)
        if (entry.grade == grade)
            for (std::uint64_t i = 0; i < entry.span.count.value; ++i)
                sectors.push_back(entry.span.first.value + i);
    return sectors;
}

} // namespace orbita::test
