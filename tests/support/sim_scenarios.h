// SPDX-License-Identifier: GPL-3.0-or-later
// Small simulated drives of every family.
#pragma once

#include "core/drive/enquiry.h"
#include "core/sim/front.h"
#include "core/sim/sim_link.h"

namespace orbita::test {

inline sim::Scenario smallDrive(sim::Front front) {
    sim::Scenario s;
    s.name = "small";
    s.front = front;
    s.attachment = front == sim::Front::bridge ? "USB bridge" : "SATA";
    s.identity.model = "Petrel 5";
    s.identity.serial = "PT5-00042";
    s.identity.firmware = "P501";
    s.identity.capacity.value = 4'000'000;
    s.identity.physicalBytes = 4096;
    if (front == sim::Front::nvme)
        s.identity.rotationRate = 1;
    else
        s.identity.rotationRate = 7200;
    s.outerMbPerS = 100;
    s.innerMbPerS = 60;
    return s;
}

inline void addUnreadable(sim::Scenario& s, std::uint64_t lba, std::uint64_t sectors = 8) {
    sim::Defect d;
    d.kind = sim::DefectKind::unreadable;
    d.span = {Lba{lba}, SectorCount{sectors}};
    d.delay = std::chrono::milliseconds{900};
    s.defects.push_back(d);
    sim::settleDefects(s);
}

// A simulated drive with one link to it and somebody who asks.
struct AskedSim {
    explicit AskedSim(const sim::Scenario& scenario, Nanoseconds patience = std::chrono::seconds{20})
        : condition(std::make_shared<sim::Condition>(scenario))
        , link(scenario, 0, condition)
        , enquiry(link, sim::familyOfFront(scenario.front), "sim", patience) {
        known.path = "sim";
        known.attachment = scenario.attachment;
    }
    std::shared_ptr<sim::Condition> condition;
    sim::SimLink link;
    Enquiry enquiry;
    DriveIdentity known;
};

} // namespace orbita::test
