// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/casebook_command.h"
#include "cli/checked_values.h"
#include "cli/common_options.h"

#include <CLI/CLI.hpp>
#include <QDate>
#include <QDateTime>

namespace orbita::cli {

namespace {

// Midnight of that day, here.
CLI::Validator aDay() {
    return {[](std::string& text) {
                return QDate::fromString(QString::fromStdString(text), Qt::ISODate).isValid()
                           ? std::string()
                           : "\"" + text + "\" is no date such as 2026-05-31";
            },
            "YYYY-MM-DD", "a date"};
}

std::string allComplaints() {
    std::string all;
    for (std::size_t mark = 0; mark < complaintMarks; ++mark)
        all += (all.empty() ? "" : ", ") + std::string(complaintName(static_cast<ComplaintMark>(mark)));
    return all;
}

} // namespace

void addCasebookCommands(CLI::App& command, CasebookOptions& options) {
    using What = CasebookOptions::What;
    command.require_subcommand(1);
    const auto add = [&](const char* name, const char* words, What what) {
        CLI::App* sub = command.add_subcommand(name, words);
        sub->callback([&options, what] { options.what = what; });
        return sub;
    };
    CLI::App* drives = add("drives", "every drive that was ever asked or scanned", What::drives);
    CLI::App* search = add("search", "find a drive again", What::search);
    CLI::App* visits = add("visits", "the visits of one drive, and what was done on them", What::visits);
    CLI::App* compare = add("compare", "two visits of one drive, one over the other", What::compare);
    CLI::App* scans = add("scans", "the scans that were kept, the latest first", What::scans);
    CLI::App* show = add("show", "one scan, as its report", What::show);
    CLI::App* exports = add("export", "write one scan to files", What::exportScan);
    CLI::App* exportCase =
        add("export-case", "write one drive with all its visits to a file that another Orbita takes in",
            What::exportCase);
    CLI::App* takeIn = add("take-in",
                           "take in an exported case, or all of another bench's casebook: nothing "
                           "twice, and what is here stays",
                           What::takeIn);
    add("check", "look at all of it for damage", What::check);
    CLI::App* backup = add("backup", "write a copy of all of it", What::backup);
    CLI::App* restore = add("restore",
                            "put a backup in the casebook's place; what was there is moved aside, and not "
                            "thrown away",
                            What::restore);
    CLI::App* forget = add("forget-customers",
                           "take customer, job, complaint and notes out of visits, for good; what was "
                           "measured, done and ruled stays",
                           What::forget);
    for (CLI::App* one : {visits, compare, exportCase})
        one->add_option("DRIVE", options.number, "its number in the list of drives")
            ->required()
            ->check(wholeNumber(1, INT32_MAX));
    scans->add_option("--drive", options.number, "only of the drive with this number")
        ->check(wholeNumber(1, INT32_MAX));
    for (CLI::App* one : {show, exports})
        one->add_option("SCAN", options.number, "its number in the list of scans")
            ->required()
            ->check(wholeNumber(1, INT32_MAX));
    compare
        ->add_option("VISITS", options.visits,
                     "the numbers of both, as \"visits\" lists them; else the last two")
        ->expected(2)
        ->check(wholeNumber(1, INT32_MAX));
    search->add_option("WORDS", options.words,
                       "all of them somewhere in model, serial number, firmware, customer, job, tester, "
                       "complaint or notes");
    search->add_option("--ruling", options.ruling, "the latest: keep, watch, spare-duty, retire; none")
        ->check(CLI::IsMember({"keep", "watch", "spare-duty", "retire", "none"}));
    search->add_option("--complaint", options.complaint, "one of " + allComplaints())
        ->check([](const std::string& mark) {
            return complaintFromName(mark) ? std::string() : "there is no complaint \"" + mark + "\"";
        });
    search->add_option("--from", options.from, "with a visit on that day or later")->check(aDay());
    search->add_option("--until", options.until, "with a visit before that day")->check(aDay());
    exportCase->add_option("FILE", options.file, "where to")->required();
    takeIn->add_option("FILE", options.file, "the casebook, or the case")->required();
    backup->add_option("FILE", options.file, "where to")->required();
    restore->add_option("FILE", options.file, "the backup")->required();
    forget
        ->add_option("--older-than", options.olderThanDays,
                     "only visits that began so many days ago, or earlier")
        ->check(wholeNumber(1, 100'000));
    forget->add_option("--customer", options.customer, "only of this customer");
    forget->add_flag("--yes", options.yes, "do it; without, only how many visits it would be is said");
    for (CLI::App* one : {drives, search, visits, compare, scans, show})
        one->add_flag("--json", options.json, "as JSON");
    addResultOptions(*exports, options.results,
                     "write the scan here, to open again; \"-\": on standard output");
    command.footer(
        "Exit status: 0 done; 1 check found damage; 2 the call is wrong, or the casebook or a result "
        "could not be read or written.");
}

} // namespace orbita::cli
