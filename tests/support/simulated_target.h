// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/target/target.h"

namespace orbita::test {

// A simulated drive as somebody would name it, with what it knows of itself.
inline Target targetOf(const sim::Scenario& scenario) {
    Target target;
    target.name = "sim";
    target.identity.path = "sim";
    target.identity.model = scenario.identity.model;
    target.identity.serial = scenario.identity.serial;
    target.identity.capacity = scenario.identity.capacity;
    target.scenario = scenario;
    target.condition = std::make_shared<sim::Condition>(scenario);
    return target;
}

} // namespace orbita::test
