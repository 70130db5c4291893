// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/ruling_json.h"

#include "core/judge/evidence/evidence_json.h"
#include "report/ruling_words.h"

#include <nlohmann/json.hpp>

namespace orbita {

std::string rulingJson(const DriveIdentity& drive, const Ruling& ruling, const Evidence& evidence,
                       const std::optional<OwnRuling>& own) {
    using Ordered = nlohmann::ordered_json;
    Ordered json{
        {"format", "orbita-ruling"},
        {"version", 1},
        {"drive", {{"model", drive.model}, {"serial", drive.serial}, {"bytes", drive.capacityBytes()}}},
        {"policy", ruling.policy},
        {"settled", ruling.settled},
        {"ruling", fateName(ruling.fate)},
        {"data", dataFateName(ruling.data)},
        {"look_again_at", ruling.lookAgainAt ? Ordered(*ruling.lookAgainAt) : Ordered()},
        {"read_percent", ruling.readPercent},
        {"text", words::rulingMeaning(ruling).toStdString()},
        {"data_text", words::dataMeaning(ruling, evidence.data).toStdString()}};
    if (own)
        json["own_ruling"] = {{"ruling", fateName(own->fate)}, {"reason", own->reason}, {"by", own->by}};
    Ordered reasons = Ordered::array();
    for (const RulingReason& reason : ruling.reasons) {
        Ordered one{{"role", reasonRoleName(roleOf(reason.kind))}, {"reason", reasonKindName(reason.kind)}};
        if (reason.kind == ReasonKind::measured)
            one["measured"] = measuredName(reason.measured);
        if (reason.index < evidence.own.readings.size() &&
            (reason.kind == ReasonKind::reading || reason.kind == ReasonKind::noteworthyReading))
            one["reading"] = readingId(evidence.own.readings[reason.index]);
        if (reason.kind == ReasonKind::complaint || reason.kind == ReasonKind::notReproduced)
            one["complaint"] = complaintName(reason.complaint);
        one["weight"] = fateName(reason.weight);
        one["value"] = reason.value;
        one["limit"] = reason.limit ? Ordered(*reason.limit) : Ordered();
        one["limit_source"] = limitSourceName(reason.source);
        if (roleOf(reason.kind) == ReasonRole::against)
            one["without"] = fateName(reason.without);
        if (reason.nextLimit) {
            one["next_limit"] = *reason.nextLimit;
            one["next_ruling"] = fateName(reason.nextWeight);
        }
        one["text"] = words::rulingReason(reason, evidence).toStdString();
        if (const QString change = words::whatWouldChange(reason, ruling); !change.isEmpty())
            one["change"] = change.toStdString();
        reasons.push_back(std::move(one));
    }
    json["reasons"] = std::move(reasons);
    json["evidence"] = Ordered::parse(evidenceDocument(evidence));
    return json.dump(1, ' ', false, Ordered::error_handler_t::replace) + "\n";
}

} // namespace orbita
