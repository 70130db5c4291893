// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/refresh_events.h"

#include "report/event_json.h"

namespace orbita {

using namespace events;

std::string refreshProposalEvent(const DriveIdentity& drive, const RefreshPlan& plan, const RefreshCost& cost,
                                 const TreatmentAdvised& advised, const DriveId& answers,
                                 bool serialOnLabel) {
    Json json{{"event", "proposal"},
              {"drive", driveOf(drive)},
              {"advice", treatmentAdviceName(advised.advice)},
              {"reasons", reasonsOf(advised)},
              {"whole", plan.whole},
              {"places", plan.spans.size()},
              {"sectors", plan.sectors().value},
              {"left_alone", plan.known.size()},
              {"bytes_written", cost.bytes},
              {"confirm_by", confirmBy(answers, serialOnLabel)}};
    if (cost.time)
        json["takes_s"] = std::round(toSeconds(*cost.time));
    if (cost.wearPercent)
        json["wears_percent"] = *cost.wearPercent;
    if (cost.ofWritten)
        json["of_written"] = *cost.ofWritten;
    return asLine(json);
}

std::string refreshBeginEvent(const DriveIdentity& drive, const RefreshPlan& plan,
                              const std::string& journal) {
    return asLine({{"event", "begin"},
                   {"drive", driveOf(drive)},
                   {"whole", plan.whole},
                   {"places", plan.spans.size()},
                   {"sectors", plan.sectors().value},
                   {"journal", journal}});
}

std::string refreshProgressEvent(const RefreshProgress& progress, const RefreshPlan& plan) {
    Json json{{"event", "progress"},
              {"at_s", std::round(toSeconds(progress.elapsed) * 1e3) / 1e3},
              {"lba", progress.at.first.value},
              {"done_sectors", progress.totals.done.value},
              {"sectors", plan.sectors().value},
              {"read_ms", milliseconds(progress.latest[0])},
              {"write_ms", milliseconds(progress.latest[1])},
              {"check_ms", milliseconds(progress.latest[2])}};
    if (progress.temperature)
        json["temperature_c"] = *progress.temperature;
    return asLine(json);
}

std::string refreshFindingEvent(const RefreshFinding& finding) {
    Json json{{"event", "found"},
              {"lba", finding.span.first.value},
              {"sectors", finding.span.count.value},
              {"found", refreshFoundName(finding.found)},
              {"before_ms", milliseconds(finding.before)},
              {"after_ms", milliseconds(finding.after)}};
    if (!finding.words.empty())
        json["drive_said"] = finding.words;
    return asLine(json);
}

std::string refreshEndEvent(const RefreshProgress& progress) {
    const RefreshTotals& totals = progress.totals;
    Json json{{"event", "end"},
              {"ended", treatmentStopName(progress.stop.value_or(TreatmentStop::byHand))},
              {"done_sectors", totals.done.value},
              {"written_sectors", totals.written.value},
              {"empty_sectors", totals.empty.value},
              {"late", totals.late},
              {"healed", totals.healed},
              {"still_late", totals.stillLate},
              {"unreadable", totals.unreadable},
              {"refused", totals.refused},
              {"worse", totals.worse},
              {"took_s", std::round(toSeconds(totals.took))}};
    if (progress.error)
        json["error"] = progress.error->message();
    return asLine(json);
}

} // namespace orbita
