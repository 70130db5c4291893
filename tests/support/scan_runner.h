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

ScanRecord runScan(Drive& drive, const ScanPlan& plan, const std::stop_token& stop = {});
ScanRecord runScan(Drive& drive, const ScanPlan& plan, const std::stop_token& stop, ScanServices services);

bool wholeSpanCovered(const ScanRecord& record);

std::unique_ptr<Drive> openSimulated(const sim::Scenario& scenario);

// A small rotating drive without defects.
sim::Scenario smallScenario(std::uint64_t sectors = 1 << 20, std::uint32_t physicalBytes = 4096);

// The ledger's sectors of one grade, one by one.
std::vector<std::uint64_t> sectorsOf(const std::vector<LedgerEntry>& ledger, Grade grade);

} // namespace orbita::test
