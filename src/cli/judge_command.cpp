// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/judge_command.h"

#include "cli/checked_values.h"
#include "cli/common_options.h"
#include "cli/exit_status.h"
#include "cli/printer.h"
#include "cli/target_options.h"
#include "core/base/own_format.h"
#include "core/base/text.h"
#include "report/ruling_json.h"
#include "report/ruling_words.h"
#include "report/words.h"
#include "store/case_file.h"
#include "store/scan_file.h"

#include <CLI/CLI.hpp>
#include <algorithm>

namespace orbita::cli {

namespace {

int statusOf(const Ruling& ruling, const std::optional<OwnRuling>& own) {
    if (!own && !ruling.settled)
        return notToTheEnd;
    switch (own ? own->fate : ruling.fate) {
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

std::vector<Complaint> complaintsIn(const JudgeOptions& options) {
    std::vector<Complaint> complaints;
    for (const std::string& given : options.complaints) {
        const std::size_t at = given.find('=');
        const auto mark = complaintFromName(given.substr(0, at));
        const auto here = at == std::string::npos ? std::optional(Reproduced::notTried)
                                                  : reproducedFromName(given.substr(at + 1));
        if (mark && here)
            complaints.push_back({*mark, *here});
    }
    return complaints;
}

// What was said of the visit, beyond who it is for.
Result<void> addToVisit(Casebook& casebook, std::int64_t drive, std::int64_t visit,
                        const JudgeOptions& options) {
    const auto data = dataElsewhereFromName(options.data).value_or(DataElsewhere::notAsked);
    const auto complaints = complaintsIn(options);
    if (data == DataElsewhere::notAsked && complaints.empty())
        return {};
    const auto visits = casebook.visits(drive);
    if (!visits)
        return tl::unexpected(visits.error());
    for (Visit known : *visits) {
        if (known.id != visit)
            continue;
        if (data != DataElsewhere::notAsked)
            known.data = data;
        for (const Complaint& complaint : complaints) {
            std::erase_if(known.complaints, [&](const Complaint& c) { return c.mark == complaint.mark; });
            known.complaints.push_back(complaint);
        }
        return casebook.updateVisit(known);
    }
    return {};
}

struct Judged {
    CaseFile file;
    std::int64_t visit = 0; // in the casebook; 0: it is not of one
};

Result<Judged> fromFiles(const JudgeOptions& options) {
    std::vector<ScanRecord> scans;
    for (const std::string& path : options.what) {
        auto scan = loadScan(path);
        if (!scan)
            return tl::unexpected(scan.error());
        scans.push_back(std::move(*scan));
    }
    auto file = caseFileOf(scans, nowSeconds());
    if (!file)
        return tl::unexpected(file.error());
    if (!file->visits.empty()) {
        if (const auto data = dataElsewhereFromName(options.data); data && *data != DataElsewhere::notAsked)
            file->visits.front().data = *data;
        file->visits.front().complaints = complaintsIn(options);
    }
    return Judged{std::move(*file), 0};
}

Result<Judged> fromCasebookPage(Casebook& casebook, std::int64_t drive) {
    auto file = caseFileOf(casebook, drive, nowSeconds());
    if (!file)
        return tl::unexpected(file.error());
    std::int64_t visit = 0;
    for (const Visit& known : file->visits)
        visit = known.id;
    return Judged{std::move(*file), visit};
}

// Asks the drive how it is, and keeps that: gentler than anything else that could be asked of it.
Result<Judged> fromDrive(const JudgeOptions& options) {
    const auto asked = askDrive(options.what.front(), false);
    if (!asked)
        return tl::unexpected(asked.error());
    Result<Judged> judged = Judged{};
    const auto entered =
        enter(asked->target, asked->vitals.identity, options.who,
              [&](Casebook& casebook, std::int64_t visit) -> Result<void> {
                  if (asked->enquiry)
                      if (auto kept = casebook.addVitals(visit, asked->vitals, nowSeconds()); !kept)
                          return kept;
                  const auto page = casebook.knownDrive(asked->vitals.identity);
                  if (!page)
                      return tl::unexpected(page.error());
                  if (auto said = addToVisit(casebook, page->id, visit, options); !said)
                      return said;
                  judged = fromCasebookPage(casebook, page->id);
                  if (!judged)
                      return tl::unexpected(judged.error());
                  judged->file.takesCommands = asked->enquiry != nullptr;
                  return {};
              });
    return entered ? std::move(judged) : tl::unexpected(entered.error());
}

Result<Judged> gatheredFor(const JudgeOptions& options) {
    if (options.drive != 0) {
        const auto casebook = Casebook::open(casebookPath());
        if (!casebook)
            return tl::unexpected(casebook.error());
        auto judged = fromCasebookPage(**casebook, options.drive);
        if (judged && judged->file.visits.empty() && judged->file.scans.empty())
            return tl::unexpected(Error{
                Error::Kind::notFound, "looking into the casebook for drive", std::to_string(options.drive),
                "nothing is known of one with that number", "orbita-cli casebook drives lists them."});
        return judged;
    }
    const bool files = std::all_of(options.what.begin(), options.what.end(), [](const std::string& path) {
        return ownFormatOf(path) == "orbita-scan";
    });
    if (files)
        return fromFiles(options);
    if (options.what.size() > 1)
        return tl::unexpected(Error{Error::Kind::badCall, "judging", options.what.back(),
                                    "several were named, and not all of them are scan files",
                                    "Name one drive, or scan files of one drive."});
    return fromDrive(options);
}

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

void addJudgeOptions(CLI::App& command, JudgeOptions& options) {
    command.add_option(
        "WHAT", options.what,
        "a device path, demo:NAME or sim:SCENARIO.json, which is asked how it is, and judged by all that "
        "the casebook knows of it; or scan files of one drive");
    command
        .add_option("--drive", options.drive,
                    "the drive with this number in the casebook, which need not be attached")
        ->check(wholeNumber(1, INT32_MAX));
    command.add_option(
        "--policy", options.policy,
        "the house policy to judge by: a file (JSON), or repair-shop, refurbisher, server-room or "
        "careful-owner, which come with Orbita");
    command.add_option("--data", options.data, "whether the data on the drive exists elsewhere")
        ->check(CLI::IsMember({"not-asked", "saved", "not-saved", "unknown"}))
        ->capture_default_str();
    command
        .add_option(
            "--complaint", options.complaints,
            "what is complained of, as often as needed: slow, freezes, crashes, will-not-start, "
            "slow-copying, "
            "read-errors, write-errors, wants-repair, went-read-only, noise, drops-off or was-dropped; =yes "
            "behind it where it was seen here, =no where it was not")
        ->check([](const std::string& given) {
            const std::size_t at = given.find('=');
            const bool known = complaintFromName(given.substr(0, at)) &&
                               (at == std::string::npos || reproducedFromName(given.substr(at + 1)));
            return known ? std::string() : "there is no complaint \"" + cleanText(given) + '"';
        });
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
    addWho(command, options.who);
    command.footer(
        "Nothing is read of the drive's surface, and nothing written to it.\n"
        "Exit status: 0 keep; 4 watch; 5 spare duty; 6 retire; 3 not judged yet, as evidence is missing;\n"
        "2 the call is wrong, or the drive or the casebook could not be reached.");
}

int judge(const JudgeOptions& options) {
    if (options.what.empty() == (options.drive == 0))
        return complain({Error::Kind::badCall, "judging", "orbita-cli judge",
                         options.drive == 0 ? Phrase("no drive is named") : Phrase("a drive is named twice"),
                         "Name a drive, scan files of one, or --drive N."});
    const auto policy = housePolicy(options.policy);
    if (!policy)
        return complain(policy.error());
    const auto judged = gatheredFor(options);
    if (!judged)
        return complain(judged.error());
    KeptRuling kept;
    kept.evidence = gatherEvidence(judged->file);
    const Ruling ruling = rule(kept.evidence, *policy);
    std::optional<OwnRuling> own;
    if (const auto fate = fateFromName(options.rule))
        own = OwnRuling{*fate, cleanText(options.reason, 1024), cleanText(options.who.tester)};
    if (options.enter || own) {
        kept.visit = judged->visit;
        kept.at = kept.evidence.at;
        kept.fate = ruling.fate;
        kept.settled = ruling.settled;
        kept.data = ruling.data;
        kept.policy = policyDocument(*policy);
        if (own) {
            kept.ownFate = own->fate;
            kept.ownReason = own->reason;
        }
        kept.ruledBy = cleanText(options.who.tester);
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
    return statusOf(ruling, own);
}

} // namespace orbita::cli
