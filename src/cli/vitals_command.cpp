// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/vitals_command.h"

#include "cli/exit_status.h"
#include "cli/printer.h"
#include "cli/target_options.h"
#include "report/format.h"
#include "report/identity_words.h"
#include "report/vitals_json.h"
#include "report/vitals_words.h"
#include "report/words.h"

#include <algorithm>

namespace orbita::cli {

namespace {

constexpr std::size_t mostSuspects = 12;

void tellIdentity(Printer& out, const Vitals& vitals) {
    const DriveIdentity& id = vitals.identity;
    out << words::driveName(id) << "  serial "
        << QString::fromStdString(id.serial.empty() ? "not reported" : id.serial) << "  firmware "
        << QString::fromStdString(id.firmware.empty() ? "not reported" : id.firmware) << '\n'
        << words::driveLine(id) << ", speaks " << words::family(vitals.family) << "\n\n";
}

void tellReadings(Printer& out, const Vitals& vitals, const std::vector<Finding>& findings) {
    std::vector<std::size_t> order(vitals.readings.size());
    for (std::size_t i = 0; i < order.size(); ++i)
        order[i] = i;
    // Findings first, then in the order of importance.
    std::stable_sort(order.begin(), order.end(),
                     [&](std::size_t a, std::size_t b) { return findings[a].level > findings[b].level; });
    for (const std::size_t i : order) {
        const Reading& reading = vitals.readings[i];
        out << "  " << words::findingLevel(findings[i].level).leftJustified(8) << ' '
            << words::readingName(reading).leftJustified(26) << ' '
            << words::readingValue(reading).leftJustified(22) << ' '
            << words::findingReason(reading, findings[i]) << '\n';
        if (findings[i].level >= FindingLevel::warning)
            out << "           " << words::readingMeaning(reading.kind) << ' '
                << words::readingProof(reading.kind) << '\n';
    }
    if (!vitals.readings.empty())
        out << '\n';
}

void tellRest(Printer& out, const Vitals& vitals) {
    for (const VitalsNote note : vitals.notes)
        out << "  " << words::vitalsNote(note) << ' ' << words::vitalsNoteStep(note) << '\n';
    if (vitals.selfTest.running)
        out << "  A self-test is running"
            << (vitals.selfTest.done ? QStringLiteral(", %1").arg(format::percent(*vitals.selfTest.done, 0))
                                     : QString())
            << ".\n";
    for (const SelfTestEntry& test : vitals.selfTests)
        out << "  self-test, " << words::selfTestKind(test.kind) << ": " << words::selfTestResult(test.result)
            << " at " << format::count(test.hours) << " h"
            << (test.failingLba ? QStringLiteral(", LBA %1").arg(format::lba(*test.failingLba)) : QString())
            << '\n';
    if (vitals.suspects.empty())
        return;
    out << "\nPlaces the drive names itself\n";
    for (std::size_t i = 0; i < std::min(mostSuspects, vitals.suspects.size()); ++i)
        out << "  LBA " << format::lba(vitals.suspects[i].lba) << "  "
            << words::suspectSource(vitals.suspects[i].source) << '\n';
    if (vitals.suspects.size() > mostSuspects)
        out << "  and " << format::count(vitals.suspects.size() - mostSuspects) << " more\n";
}

void tellHealth(Printer& out, const Vitals& vitals, const std::vector<Finding>& findings,
                const EntryGate& gate) {
    out << words::entryTitle(gate.entry) << ". " << words::entryAdvice(gate.entry) << '\n';
    for (const EntryReason& reason : gate.reasons)
        out << "  - " << words::entryReason(reason, vitals, findings) << '\n';
    out << '\n';
    tellReadings(out, vitals, findings);
    tellRest(out, vitals);
}

} // namespace

int vitals(const VitalsOptions& options) {
    const auto policy = housePolicy(options.policy);
    if (!policy)
        return complain(policy.error());
    const auto asked = askDrive(options.target, false);
    if (!asked)
        return complain(asked.error());
    const Vitals& read = asked->vitals;
    const auto findings = assessAll(read, *policy);
    const EntryGate gate = judgeEntry(read, findings, {}, *policy);
    if (options.json) {
        printDocument(vitalsJson(read, findings, gate));
    } else {
        Printer out(stdout);
        tellIdentity(out, read);
        if (options.identity)
            out << words::sheetText(identitySheet(read, read.identity), *policy);
        else
            tellHealth(out, read, findings, gate);
    }
    // A drive that takes no commands has said nothing that could be kept.
    if (asked->enquiry &&
        !enterOrTell(asked->target, read.identity, options.who, [&](Casebook& casebook, std::int64_t visit) {
            return casebook.addVitals(visit, read, nowSeconds());
        }))
        return callIsWrong;
    if (gate.reasons.front().kind == EntryReasonKind::noVitals)
        return notToTheEnd; // neither good nor bad: it was not told
    return gate.entry == Entry::goOn ? completeAndClean : findingsFound;
}

} // namespace orbita::cli
