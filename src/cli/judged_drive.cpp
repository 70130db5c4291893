// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/judged_drive.h"

#include "cli/checked_values.h"
#include "cli/common_options.h"
#include "cli/target_options.h"
#include "core/base/own_format.h"
#include "core/base/text.h"
#include "store/scan_file.h"

#include <CLI/CLI.hpp>
#include <algorithm>

namespace orbita::cli {

namespace {

std::vector<Complaint> complaintsIn(const JudgeWhat& options) {
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
                        const JudgeWhat& options) {
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

Result<Judged> fromFiles(const JudgeWhat& options) {
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
    Judged judged;
    for (ScanRecord& scan : scans)
        if (!judged.scan || scan.startedAt >= judged.scan->startedAt)
            judged.scan = std::move(scan);
    if (!file->visits.empty())
        judged.about = file->visits.front();
    judged.file = std::move(*file);
    return judged;
}

Result<Judged> fromCasebookPage(Casebook& casebook, std::int64_t drive) {
    auto file = caseFileOf(casebook, drive, nowSeconds());
    if (!file)
        return tl::unexpected(file.error());
    Judged judged;
    const auto history = casebook.history(drive);
    if (!history)
        return tl::unexpected(history.error());
    if (!history->visits.empty()) {
        judged.about = history->visits.back();
        judged.visit = judged.about.id;
        judged.actions = history->doneOn(history->visits.size() - 1);
    }
    for (auto kept = history->scans.rbegin(); kept != history->scans.rend() && !judged.scan; ++kept)
        if (auto scan = casebook.loadScan(kept->id); scan && scan->status.totals.covered.value > 0)
            judged.scan = std::move(*scan);
    judged.file = std::move(*file);
    return judged;
}

// Asks the drive how it is, and keeps that: gentler than anything else that could be asked of it.
Result<Judged> fromDrive(const JudgeWhat& options) {
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

} // namespace

Result<Judged> gatherFor(const JudgeWhat& options) {
    if (options.what.empty() == (options.drive == 0))
        return tl::unexpected(
            Error{Error::Kind::badCall, "judging", "a drive",
                  options.drive == 0 ? Phrase("no drive is named") : Phrase("a drive is named twice"),
                  "Name a drive, scan files of one, or --drive N."});
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

void addJudgeWhat(CLI::App& command, JudgeWhat& what) {
    command.add_option(
        "WHAT", what.what,
        "a device path, demo:NAME or sim:SCENARIO.json, which is asked how it is, and judged by all that "
        "the casebook knows of it; or scan files of one drive");
    command
        .add_option("--drive", what.drive,
                    "the drive with this number in the casebook, which need not be attached")
        ->check(wholeNumber(1, INT32_MAX));
    command.add_option(
        "--policy", what.policy,
        "the house policy to judge by: a file (JSON), or repair-shop, refurbisher, server-room or "
        "careful-owner, which come with Orbita");
    command.add_option("--data", what.data, "whether the data on the drive exists elsewhere")
        ->check(CLI::IsMember({"not-asked", "saved", "not-saved", "unknown"}))
        ->capture_default_str();
    command
        .add_option(
            "--complaint", what.complaints,
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
    addWho(command, what.who);
}

} // namespace orbita::cli
