// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/scan_events.h"

#include "core/plate/ledger_columns.h"

#include <cmath>
#include <nlohmann/json.hpp>

namespace orbita {

namespace {

using Json = nlohmann::ordered_json;

double rounded(double value) {
    return std::round(value * 1e3) / 1e3;
}

std::string line(const Json& json) {
    return json.dump(-1, ' ', false, Json::error_handler_t::replace);
}

Json gradesJson(const ScanTotals& totals) {
    Json json = Json::object();
    for (const Grade grade : allGrades)
        if (grade != Grade::none && totals.of(grade) > 0)
            json[std::string(gradeName(grade))] = totals.of(grade);
    return json;
}

void addSpan(Json& json, const LbaSpan& span) {
    if (span.empty())
        return;
    json["lba"] = span.first.value;
    json["sectors"] = span.count.value;
}

} // namespace

std::string beginEvent(const DriveIdentity& drive, const SettledPlan& plan) {
    Json json{{"event", "begin"},
              {"model", drive.model},
              {"serial", drive.serial},
              {"sectors", drive.capacity.value},
              {"logical_bytes", drive.logicalBytes},
              {"mode", readWayName(plan.asked.way)},
              {"order", scanOrderName(plan.asked.order)},
              {"block_sectors", plan.grid.blockSectors}};
    json["span"] = {{"lba", plan.grid.span.first.value}, {"sectors", plan.grid.span.count.value}};
    return line(json);
}

std::string logEvent(const ScanEvent& entry) {
    Json json{{"event", scanEventName(entry.kind)}, {"at_s", rounded(toSeconds(entry.at))}};
    addSpan(json, entry.span);
    if (entry.grade != Grade::none)
        json["grade"] = gradeName(entry.grade);
    if (entry.standing != Standing::once)
        json["standing"] = standingName(entry.standing);
    if (entry.latency.count() != 0)
        json["latency_ms"] = rounded(toMilliseconds(entry.latency));
    if (entry.turns != 0)
        json["turns"] = rounded(entry.turns);
    if (entry.count != 0)
        json["count"] = entry.count;
    if (entry.disturbance != Disturbance::none)
        json["disturbance"] = disturbanceName(entry.disturbance);
    if (entry.kind == ScanEventKind::stopRule || entry.kind == ScanEventKind::ruleAsks)
        json["rule"] = ruleKindName(entry.rule);
    if (entry.kind == ScanEventKind::ended)
        json["ended"] = endReasonName(entry.ended);
    if (entry.kind == ScanEventKind::treated || entry.kind == ScanEventKind::treatedInVain)
        json["result"] = treatmentResultName(entry.treated);
    if (entry.kind == ScanEventKind::treatingOver)
        json["stop"] = treatmentStopName(entry.treatingEnded);
    return line(json);
}

std::string progressEvent(const ScanStatus& status) {
    Json json{{"event", "progress"},
              {"at_s", rounded(toSeconds(status.elapsed))},
              {"lba", status.position.value},
              {"done", status.blocksDone},
              {"planned", status.blocksPlanned},
              {"mb_per_s", rounded(status.paceNow / 1e6)},
              {"blocks", gradesJson(status.totals)}};
    const auto addAnswer = [&](const char* name, const ScanStatus::Answer& answer) {
        if (answer.latency.count() > 0)
            json[name] = {{"lba", answer.lba.value}, {"latency_ms", rounded(toMilliseconds(answer.latency))}};
    };
    addAnswer("latest", status.latest);
    addAnswer("slowest", status.slowest);
    if (status.left)
        json["left_s"] = rounded(toSeconds(*status.left));
    if (status.temperature)
        json["temperature_c"] = *status.temperature;
    if (status.totals.unmapped > 0)
        json["not_stored"] = status.totals.unmapped;
    if (status.totals.ungraded > 0)
        json["ungraded"] = status.totals.ungraded;
    if (!status.saving.path.empty()) {
        json["saved_sectors"] = status.saving.held.value;
        if (status.saving.trouble)
            json["saving_trouble"] = status.saving.trouble->message();
    }
    return line(json);
}

std::string endEvent(const ScanStatus& status, const std::vector<LedgerEntry>& ledger) {
    Json defects = Json::array();
    for (const LedgerEntry& entry : ledger)
        defects.push_back(ledgerJson<Json>({entry, {}}, inEvents));
    return line({{"event", "end"},
                 {"ended", endReasonName(status.ended)},
                 {"covered_sectors", status.totals.covered.value},
                 {"done", status.blocksDone},
                 {"planned", status.blocksPlanned},
                 {"blocks", gradesJson(status.totals)},
                 {"disturbed", status.totals.disturbed},
                 {"defects", defects}});
}

} // namespace orbita
