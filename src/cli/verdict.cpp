// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/verdict.h"

#include "cli/printer.h"
#include "cli/target_options.h"
#include "core/policy/house_policy.h"
#include "report/vitals_words.h"

#include <iostream>
#include <unistd.h>

namespace orbita::cli {

namespace {

constexpr Nanoseconds patience = std::chrono::seconds{5};

bool agreed() {
    if (isatty(STDIN_FILENO) == 0 || isatty(STDERR_FILENO) == 0)
        return false;
    Printer(stderr) << "Read it all the same? [y/N] " << Qt::flush;
    std::string answer;
    std::getline(std::cin, answer);
    return answer == "y" || answer == "Y" || answer == "yes";
}

} // namespace

Result<void> tellVerdict(const Target& target, bool anyway, std::FILE* out) {
    const auto policy = housePolicy();
    if (!policy)
        return tl::unexpected(policy.error());
    const auto asked = askDrive(target.name, false, patience);
    if (!asked || !asked->enquiry)
        return {}; // the scan finds out why, and says so
    const auto findings = assessAll(asked->vitals, *policy);
    const EntryGate gate = judgeEntry(asked->vitals, findings, {}, *policy);
    const EntryReason& reason = gate.reasons.front();
    const QString why = words::entryReason(reason, asked->vitals, findings);
    Printer(out) << "Vitals: " << words::entryTitle(gate.entry) << ". " << why.left(1).toUpper() << why.mid(1)
                 << ".\n";
    if (gate.entry != Entry::saveFirst || anyway || agreed())
        return {};
    return tl::unexpected(Error{
        Error::Kind::refusedUnsafe, "scanning", target.name, Phrase::verbatim(why.toStdString()),
        "Save the data first: --save reads it into an image, best with --order careful. --data saved says "
        "that it exists elsewhere; --anyway reads it all the same."});
}

} // namespace orbita::cli
