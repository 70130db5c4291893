// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/casebook_command.h"
#include "cli/exit_status.h"
#include "cli/keeping.h"
#include "cli/printer.h"
#include "core/base/text.h"
#include "report/words.h"

namespace orbita::cli {

namespace {

Result<int> takeIn(Casebook& casebook, const CasebookOptions& options) {
    const auto report = casebook.takeIn(options.file);
    if (!report)
        return tl::unexpected(report.error());
    Printer out(stdout);
    if (report->added() == 0)
        out << "All of it was here already.\n";
    else
        out << "Taken in: " << report->newDrives << " new drives (" << report->knownDrives
            << " were known), visits " << report->visits << ", vitals " << report->vitals << ", scans "
            << report->scans << ", rulings " << report->rulings << ", actions " << report->actions << ".\n";
    if (report->damagedScans > 0)
        out << "Left out, since they are damaged: scans " << report->damagedScans << ".\n";
    for (const Phrase& contradiction : report->contradictions)
        out << "Contradicts what is here, and stands beside it: " << words::phrase(contradiction) << ".\n";
    return completeAndClean;
}

Result<int> forget(Casebook& casebook, const CasebookOptions& options) {
    CustomersToForget which;
    if (options.olderThanDays > 0)
        which.before = nowSeconds() - static_cast<std::int64_t>(options.olderThanDays) * 86'400;
    if (!options.customer.empty())
        which.customer = options.customer;
    if (!which.before && !which.customer)
        return tl::unexpected(Error{Error::Kind::badCall, "forgetting customers in", casebook.path(),
                                    "it is not said which", "Give --older-than or --customer."});
    Printer out(stdout);
    if (!options.yes) {
        const auto count = casebook.countCustomers(which);
        if (!count)
            return tl::unexpected(count.error());
        out << "Visits whose customer would be forgotten: " << *count
            << ". Nothing was changed; --yes does it.\n";
        return completeAndClean;
    }
    const auto count = casebook.forgetCustomers(which);
    if (!count)
        return tl::unexpected(count.error());
    out << "Visits whose customer was forgotten: " << *count
        << ". Backups and exported cases from before still have them.\n";
    return completeAndClean;
}

} // namespace

Result<int> lookAfter(Casebook& casebook, const CasebookOptions& options) {
    using What = CasebookOptions::What;
    if (options.what == What::takeIn)
        return takeIn(casebook, options);
    if (options.what == What::forget)
        return forget(casebook, options);
    if (options.what == What::check) {
        const auto wrong = casebook.check();
        if (!wrong)
            return tl::unexpected(wrong.error());
        Printer out(stdout);
        for (const Phrase& what : *wrong)
            out << words::phrase(what) << '\n';
        out << (wrong->empty() ? "Nothing in it is damaged.\n"
                               : "It is damaged. Restore a backup, or export what can still be read.\n");
        return wrong->empty() ? completeAndClean : findingsFound;
    }
    const auto written = options.what == What::exportCase ? casebook.exportCase(options.number, options.file)
                                                          : casebook.backUp(options.file);
    if (!written)
        return tl::unexpected(written.error());
    Printer(stdout) << "Written to " << QString::fromStdString(cleanText(options.file))
                    << ": customers' names are in it.\n";
    return completeAndClean;
}

Result<int> restoreFrom(const CasebookOptions& options) {
    const auto moved = restoreCasebook(options.file, casebookPath(), nowSeconds());
    if (!moved)
        return tl::unexpected(moved.error());
    Printer out(stdout);
    out << "Restored.";
    if (!moved->empty())
        out << " What was there is now " << QString::fromStdString(cleanText(*moved)) << '.';
    out << '\n';
    return completeAndClean;
}

} // namespace orbita::cli
