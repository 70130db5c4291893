// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/treatment_events.h"

#include "report/event_json.h"

namespace orbita {

using namespace events;

namespace {

Json spotsOfPlan(const TreatmentPlan& plan) {
    Json spots = Json::array();
    for (const Spot& spot : plan.spots)
        spots.push_back({{"lba", spot.span.first.value},
                         {"sectors", spot.span.count.value},
                         {"is", spot.origin == SpotOrigin::slow ? "slow" : "unreadable"}});
    return spots;
}

Json stepsOf(const AllowedSteps& allowed) {
    Json steps = Json::array();
    for (const auto& [may, kind] :
         {std::pair{allowed.refresh, WriteKind::refresh}, std::pair{allowed.pieced, WriteKind::pieced},
          std::pair{allowed.zeros, WriteKind::zeros}, std::pair{allowed.reassign, WriteKind::reassign}})
        if (may)
            steps.push_back(writeKindName(kind));
    return steps;
}

} // namespace

std::string proposalEvent(const DriveIdentity& drive, const TreatmentPlan& plan,
                          const TreatmentAdvised& advised, const DriveId& answers, bool serialOnLabel) {
    return asLine({{"event", "proposal"},
                   {"drive", driveOf(drive)},
                   {"advice", treatmentAdviceName(advised.advice)},
                   {"reasons", reasonsOf(advised)},
                   {"unreadable_physical_sectors", advised.unreadable},
                   {"patches", advised.patches},
                   {"steps", stepsOf(plan.rules.allowed)},
                   {"spots", spotsOfPlan(plan)},
                   {"confirm_by", confirmBy(answers, serialOnLabel)}});
}

std::string treatmentBeginEvent(const DriveIdentity& drive, const TreatmentPlan& plan,
                                const std::string& journal) {
    return asLine({{"event", "begin"},
                   {"drive", driveOf(drive)},
                   {"spots", plan.spots.size()},
                   {"steps", stepsOf(plan.rules.allowed)},
                   {"journal", journal}});
}

std::string stepEvent(const TreatmentStepTaken& step) {
    Json json{{"event", "step"},
              {"at_s", std::round(toSeconds(step.at) * 1e3) / 1e3},
              {"lba", step.span.first.value},
              {"sectors", step.span.count.value},
              {"did", step.did},
              {"came", step.came},
              {"latency_ms", milliseconds(step.latency)}};
    if (!step.words.empty())
        json["drive_said"] = step.words;
    return asLine(json);
}

std::string spotResultEvent(const SpotResult& result) {
    Json json{{"event", "result"},
              {"lba", result.spot.span.first.value},
              {"sectors", result.spot.span.count.value},
              {"was", result.spot.origin == SpotOrigin::slow ? "slow" : "unreadable"},
              {"step", treatmentStepName(result.step)},
              {"result", treatmentResultName(result.result)},
              {"healed", isHealed(result.result)},
              {"lost_sectors", result.lost.value},
              {"proven", result.proven},
              {"before_ms", milliseconds(result.before)},
              {"after_ms", milliseconds(result.after)}};
    if (!result.words.empty())
        json["drive_said"] = result.words;
    return asLine(json);
}

std::string treatmentEndEvent(const TreatmentProgress& progress) {
    Json results = Json::object();
    std::uint64_t healed = 0;
    std::uint64_t lost = 0;
    for (const SpotResult& result : progress.results) {
        const std::string name(treatmentResultName(result.result));
        results[name] = results.value(name, 0) + 1;
        healed += isHealed(result.result) ? 1 : 0;
        lost += result.lost.value;
    }
    Json fresh = Json::array();
    for (const LbaSpan& span : progress.newDefects)
        fresh.push_back({{"lba", span.first.value}, {"sectors", span.count.value}});
    Json json{{"event", "end"},
              {"ended", treatmentStopName(progress.stop.value_or(TreatmentStop::byHand))},
              {"treated", progress.results.size()},
              {"healed", healed},
              {"results", results},
              {"lost_sectors", lost},
              {"new_defects", fresh}};
    if (progress.error)
        json["error"] = progress.error->message();
    return asLine(json);
}

} // namespace orbita
