// SPDX-License-Identifier: GPL-3.0-or-later
// Casebooks with something in them.
#pragma once

#include "core/vitals/read_vitals.h"
#include "store/casebook.h"
#include "support/scan_runner.h"
#include "support/sim_scenarios.h"

#include <QTest>

namespace orbita::test {

constexpr std::int64_t someDay = 1'700'000'000;
constexpr std::int64_t aDay = 86'400;

struct KnownDrive {
    std::string model = "Halden Tern 40";
    std::string serial = "PT5-00042";
    std::uint64_t hours = 1200;
};

inline sim::Scenario scenarioOf(const KnownDrive& drive) {
    sim::Scenario scenario = smallDrive(sim::Front::ata);
    scenario.identity.model = drive.model;
    scenario.identity.serial = drive.serial;
    scenario.health.hours = drive.hours;
    scenario.health.knownPercent = 100;
    return scenario;
}

inline Vitals vitalsOf(const sim::Scenario& scenario) {
    AskedSim drive(scenario);
    return readVitals(drive.enquiry, drive.known);
}

inline ScanRecord scanOf(const sim::Scenario& scenario, std::int64_t at) {
    const auto drive = openSimulated(scenario);
    ScanPlan plan;
    plan.blockSectors = 128;
    ScanRecord record = runScan(*drive, plan);
    record.startedAt = at;
    return record;
}

// A visit of that drive with its vitals, what `visit` says, a scan where `scanned`, and a ruling where one is
// given. Returns its number.
inline std::int64_t enterVisit(Casebook& casebook, const sim::Scenario& scenario, std::int64_t at,
                               Visit visit = {}, bool scanned = false, std::optional<Fate> ruling = {}) {
    const Vitals vitals = vitalsOf(scenario);
    const auto drive = casebook.driveFor(vitals.identity);
    visit.id = casebook.beginVisit(drive->id, at).value();
    bool good = casebook.updateVisit(visit) && casebook.addVitals(visit.id, vitals, at + 60);
    if (scanned) {
        PlateEncoder encoder;
        good = good && casebook.keepScan(0, scanOf(scenario, at + 120), encoder);
    }
    if (ruling) {
        KeptRuling given;
        given.visit = visit.id;
        given.at = at + 600;
        given.fate = *ruling;
        given.settled = true;
        given.policy = policyDocument(defaultPolicy());
        good = good && casebook.enterRuling(given);
    }
    return good ? visit.id : 0;
}

} // namespace orbita::test
