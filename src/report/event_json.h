// SPDX-License-Identifier: GPL-3.0-or-later
// What the events of treatments are put together with.
#pragma once

#include "core/judge/treatment_advice.h"
#include "core/session/write_gate.h"

#include <cmath>
#include <nlohmann/json.hpp>
#include <string>

namespace orbita::events {

using Json = nlohmann::ordered_json;

inline double milliseconds(Nanoseconds time) {
    return std::round(toMilliseconds(time) * 1e3) / 1e3;
}

inline std::string asLine(const Json& json) {
    return json.dump(-1, ' ', false, Json::error_handler_t::replace);
}

inline Json driveOf(const DriveIdentity& drive) {
    return {{"model", drive.model},
            {"serial", drive.serial},
            {"sectors", drive.capacity.value},
            {"logical_bytes", drive.logicalBytes},
            {"physical_bytes", drive.physicalBytes}};
}

inline Json reasonsOf(const TreatmentAdvised& advised) {
    Json reasons = Json::array();
    for (const AdviceReason& reason : advised.reasons)
        reasons.push_back({{"reason", adviceReasonName(reason.kind)},
                           {"weight", treatmentAdviceName(reason.weight)},
                           {"number", reason.number},
                           {"limit", reason.limit}});
    return reasons;
}

inline std::string confirmBy(const DriveId& answers, bool serialOnLabel) {
    return confirmationOf(answers, serialOnLabel).bySerial ? "serial" : "capacity";
}

} // namespace orbita::events
