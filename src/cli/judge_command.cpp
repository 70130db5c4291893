// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/judge_command.h"

#include "cli/checked_values.h"
#include "cli/exit_status.h"
#include "cli/printer.h"
#include "cli/target_options.h"
#include "core/base/text.h"
#include "report/ruling_json.h"
#include "report/ruling_words.h"
#include "report/words.h"

#include <CLI/CLI.hpp>
#include <algorithm>

namespace orbita::cli {

namespace {

Result<void> enterIt(const Judged& judged, const KeptRuling& ruling) {
    if (judged.visit == 0)
        return tl::unexpected(Error{Error::Kind::badCall, "entering the ruling in the casebook",
                                    casebookPath(), "scan files belong to no visit there",
                                    "Judge the drive, or --drive N."});
    const auto casebook = Casebook::open(casebookPath());
    if (!casebook)
        return tl::unexpected(casebook.error());
    if ((*casebook)->isTemporary())
        return tl::unexpected(casebookIsForgotten(casebookPath()));
    const auto entered = (*casebook)->enterRuling(ruling);
    return entered ? Result<void>() : tl::unexpected(entered.error());
}

} // namespace

int statusOf(const Ruling& ruling, std::optional<Fate> own) {
    if (!own && !ruling.settled)
        return notToTheEnd;
    switch (own.value_or(ruling.fate)) {
    case Fate::keep:
        return completeAndClean;
    case Fate::watch:
        return ruledWatch;
    case Fate::spareDuty:
        return ruledSpareDuty;
    case Fate::retire:
        return ruledRetire;
    }
    return callIsWrong;
}

void addJudgeOptions(CLI::App& command, JudgeOptions& options) {
    addJudgeWhat(command, options.what);
    CLI::Option* rule =
        command
            .add_option("--rule", options.rule,
                        "rule otherwise: keep, watch, spare-duty or retire; it is told beside what "
                        "follows from the evidence")
            ->check(CLI::IsMember({"keep", "watch", "spare-duty", "retire"}));
    CLI::Option* reason =
        command.add_option("--reason", options.reason, "why, in a sentence")->check(notEmpty());
    rule->needs(reason);
    reason->needs(rule);
    command.add_flag("--enter", options.enter,
                     "enter the ruling in the casebook; one ruled otherwise always is");
    command.add_flag("--json", options.json, "as JSON");
    command.footer(
        "Nothing is read of the drive's surface, and nothing written to it.\n"
        "Exit status: 0 keep; 4 watch; 5 spare duty; 6 retire; 3 not judged yet, as evidence is missing;\n"
        "2 the call is wrong, or the drive or the casebook could not be reached.");
}

int judge(const JudgeOptions& options) {
    const auto policy = housePolicy(options.what.policy);
    if (!policy)
        return complain(policy.error());
    const auto judged = gatherFor(options.what);
    if (!judged)
        return complain(judged.error());
    KeptRuling kept;
    kept.evidence = gatherEvidence(judged->file);
    const Ruling ruling = rule(kept.evidence, *policy);
    std::optional<OwnRuling> own;
    kept.ownFate = fateFromName(options.rule);
    if (const auto fate = fateFromName(options.rule))
        own = OwnRuling{*fate, cleanText(options.reason, 1024), cleanText(options.what.who.tester)};
    if (options.enter || own) {
        kept.visit = judged->visit;
        kept.at = kept.evidence.at;
        kept.fate = ruling.fate;
        kept.settled = ruling.settled;
        kept.data = ruling.data;
        kept.policy = policyDocument(*policy);
        if (own)
            kept.ownReason = own->reason;
        kept.ruledBy = cleanText(options.what.who.tester);
        if (const auto entered = enterIt(*judged, kept); !entered)
            return complain(entered.error());
    }
    if (options.json) {
        printDocument(rulingJson(judged->file.drive, ruling, kept.evidence, own));
    } else {
        Printer out(stdout);
        out << words::driveName(judged->file.drive) << "  serial "
            << QString::fromStdString(judged->file.drive.serial.empty() ? "not reported"
                                                                        : judged->file.drive.serial)
            << "\n\n";
        if (own)
            out << "Ruled otherwise: " << words::fate(own->fate) << ". "
                << QString::fromStdString(own->reason)
                << (own->by.empty() ? QString() : " (" + QString::fromStdString(own->by) + ")") << "\n\n";
        out << words::rulingText(ruling, kept.evidence);
    }
    return statusOf(ruling, kept.ownFate);
}

} // namespace orbita::cli
