// SPDX-License-Identifier: GPL-3.0-or-later
// The casebook: the earlier visits of the demonstration's drives.
#include "core/sim/sim_link.h"
#include "core/vitals/read_vitals.h"
#include "store/casebook.h"

namespace orbita {

Result<void> addEarlierVisits(Casebook& casebook, const std::vector<Target>& demonstration,
                              std::int64_t now) {
    constexpr std::int64_t day = 86'400;
    for (const Target& target : demonstration) {
        if (!target.scenario)
            continue;
        for (const sim::EarlierVisit& earlier : target.scenario->earlier) {
            // The drive as it was then answers the same commands as today's.
            sim::Scenario then = *target.scenario;
            then.health = earlier.health;
            then.defects.clear();
            Target past = target;
            past.condition = std::make_shared<sim::Condition>(then);
            past.scenario = then;
            const CommandPath way = simulatedPath(past, false);
            Enquiry enquiry(way, std::chrono::seconds{20});
            const Vitals vitals = readVitals(enquiry, target.identity);
            const auto drive = casebook.driveFor(vitals.identity);
            if (!drive)
                return tl::unexpected(drive.error());
            const std::int64_t at = now - day * earlier.daysAgo;
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

} // namespace orbita
