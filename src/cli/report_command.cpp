// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/report_command.h"

#include "cli/checked_values.h"
#include "cli/exit_status.h"
#include "cli/judge_command.h"
#include "cli/printer.h"
#include "cli/target_options.h"
#include "core/base/text.h"
#include "report/case_report.h"
#include "report/logo.h"
#include "report/ruling_words.h"
#include "report/words.h"
#include "store/scan_file.h"
#include "store/shop_settings.h"

#include <CLI/CLI.hpp>
#include <cerrno>
#include <unistd.h>

namespace orbita::cli {

namespace {

struct Form {
    std::string path;
    std::string (*write)(const document::Document&);
};

std::vector<Form> wantedOf(const ReportOptions& options) {
    using document::Document;
    std::vector<Form> all = {
        {options.html, [](const Document& d) { return document::asHtml(d).toStdString(); }},
        {options.pdf, [](const Document& d) { return document::asPdf(d).toStdString(); }},
        {options.text, [](const Document& d) { return document::asText(d).toStdString(); }},
        {options.json, document::asJson},
        {options.csv, document::asCsv}};
    std::erase_if(all, [](const Form& form) { return form.path.empty(); });
    return all;
}

// Known before the drive is asked: may each be written where it is wanted?
Result<void> checkForms(const std::vector<Form>& forms) {
    std::vector<std::pair<std::string, FilePlace>> places;
    int onOutput = 0;
    for (const Form& form : forms) {
        if (form.path == "-") {
            if (++onOutput > 1)
                return tl::unexpected(Error{Error::Kind::badCall, "writing to", "standard output",
                                            "more than one report is to go there",
                                            "Name a file for all but one."});
            continue;
        }
        auto place = judgePlace(form.path, {});
        if (!place)
            return tl::unexpected(place.error());
        for (const auto& [path, other] : places)
            if (samePlace(other, *place))
                return tl::unexpected(Error{Error::Kind::badCall, "writing to", form.path,
                                            Phrase("another form of this report is to be {}", {path}),
                                            "Name a file of its own for each."});
        places.emplace_back(form.path, std::move(*place));
    }
    return {};
}

Result<void> writeForm(const Form& form, const document::Document& document) {
    const std::string content = form.write(document);
    if (form.path != "-")
        return saveFile(form.path, content);
    if (const int error = writeAll(STDOUT_FILENO, std::as_bytes(std::span(content))); error != 0)
        return tl::unexpected(systemError("writing to", "standard output", error));
    return {};
}

} // namespace

void addReportOptions(CLI::App& command, ReportOptions& options) {
    addJudgeWhat(command, options.what);
    command
        .add_option(
            "--kind", options.kind,
            "handover: one page for its owner; technical: all of it; warranty: for a claim at the maker's")
        ->check(CLI::IsMember({"handover", "technical", "warranty"}))
        ->capture_default_str();
    const auto place = [&](const char* name, std::string& path, const char* words) {
        command.add_option(name, path, words)->check(notEmpty());
    };
    place("--html", options.html, "write it here as HTML, one file that needs no other");
    place("--pdf", options.pdf, "write it here as PDF");
    place("--text", options.text, "write it here as plain text");
    place("--json", options.json, "write it here as JSON");
    place("--csv", options.csv, "write it here as CSV, a line a value");
    place("--shop", options.shop, "whose report it is, instead of what stands in shop.json");
    place("--address", options.address, "where that is");
    place("--logo", options.logo, "its picture (PNG, JPEG, SVG where there is a plugin)");
    command.add_flag("--mask-serials", options.maskSerials,
                     "show no more than the last four characters of them");
    command.footer(
        "Without a form, plain text on standard output. The ruling is made anew, and not entered in the "
        "casebook.\n"
        "Exit status: 0 keep; 4 watch; 5 spare duty; 6 retire; 3 not judged yet, as evidence is missing;\n"
        "2 the call is wrong, the drive could not be reached, or a report could not be written.");
}

int report(const ReportOptions& given) {
    ReportOptions options = given;
    if (wantedOf(options).empty())
        options.text = "-";
    const std::vector<Form> forms = wantedOf(options);
    if (const auto fine = checkForms(forms); !fine)
        return complain(fine.error());
    const auto policy = housePolicy(options.what.policy);
    if (!policy)
        return complain(policy.error());
    auto shop = loadShop();
    if (!shop)
        return complain(shop.error());
    if (!options.shop.empty())
        shop->name = cleanText(options.shop);
    if (!options.address.empty())
        shop->address = cleanLines(options.address, 1024);
    if (!options.logo.empty())
        shop->logo = options.logo;

    CaseReport report;
    report.shop.name = QString::fromStdString(shop->name);
    report.shop.address = QString::fromStdString(shop->address);
    if (!shop->logo.empty() && options.paints()) {
        auto logo = loadLogo(shop->logo);
        if (!logo)
            return complain(logo.error());
        report.shop.logo = std::move(*logo);
    }
    auto judged = gatherFor(options.what);
    if (!judged)
        return complain(judged.error());
    report.evidence = gatherEvidence(judged->file);
    report.ruling = rule(report.evidence, *policy);
    report.drive = judged->file.drive;
    report.visit = judged->about;
    report.scan = std::move(judged->scan);
    report.actions = std::move(judged->actions);
    for (const PastVitals& past : judged->file.vitals)
        if (!report.vitals || past.readAt >= report.vitals->readAt)
            report.vitals = past;
    if (report.vitals)
        report.findings = assessAll(report.vitals->vitals, *policy);
    report.version = ORBITA_VERSION;
    report.now = nowSeconds();
    report.maskSerials = options.maskSerials;
    const document::Document document =
        makeReport(reportKindFromName(options.kind).value_or(ReportKind::handover), report);
    bool written = true;
    for (const Form& form : forms)
        if (const auto done = writeForm(form, document); !done) {
            complain(done.error());
            written = false; // the others are written all the same
        }
    return written ? statusOf(report.ruling, {}) : callIsWrong;
}

} // namespace orbita::cli
