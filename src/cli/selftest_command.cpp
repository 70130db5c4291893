// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/selftest_command.h"

#include "cli/exit_status.h"
#include "cli/interrupt.h"
#include "cli/printer.h"
#include "cli/target_options.h"
#include "core/scan/plan.h"
#include "core/target/logged_action.h"
#include "core/vitals/self_test.h"
#include "report/format.h"
#include "report/vitals_json.h"
#include "report/vitals_words.h"

#include <unistd.h>

namespace orbita::cli {

namespace {

constexpr Nanoseconds pollInterval = std::chrono::seconds{5};

// What was done to the drive stands in the log; the casebook takes it in.
bool enterActions(const AskedDrive& asked, const Who& who) {
    return enterOrTell(asked.target, asked.vitals.identity, who,
                       [&](Casebook& casebook, std::int64_t) { return takeActionsIn(casebook); });
}

int abortRunning(AskedDrive& asked, const Who& who) {
    if (!asked.vitals.selfTest.running) {
        Printer(stdout) << "No self-test is running.\n";
        return completeAndClean;
    }
    const auto done = asked.session->abortSelfTest(asked.vitals);
    enterActions(asked, who);
    if (!done)
        return complain(done.error());
    Printer(stdout) << "Aborted.\n";
    return completeAndClean;
}

void tellProgress(const SelfTestProgress& progress) {
    if (isatty(STDERR_FILENO) == 0)
        return;
    Printer(stderr) << "\rself-test "
                    << (progress.done ? format::percent(*progress.done, 0) : QStringLiteral("running"))
                    << "   ";
}

// Follows it to its end; Ctrl-C aborts it.
Result<void> follow(AskedDrive& asked) {
    watchForInterrupt();
    Clock& clock = asked.session->reading().link->clock();
    SelfTestWatch watch;
    do {
        for (Nanoseconds waited{}; waited < pollInterval && !interrupted();
             waited += std::chrono::milliseconds{100})
            clock.sleep(std::chrono::milliseconds{100});
        if (interrupted()) {
            (void)asked.session->abortSelfTest(asked.vitals);
            refreshSelfTests(*asked.enquiry, asked.vitals);
            return {};
        }
        if (auto looked = watch.look(*asked.enquiry, asked.vitals); !looked)
            return looked;
        tellProgress(asked.vitals.selfTest);
    } while (asked.vitals.selfTest.running);
    return {};
}

int tellResult(const AskedDrive& asked, const SelfTestOptions& options, const HousePolicy& policy) {
    const Vitals& vitals = asked.vitals;
    Printer out(stdout);
    if (options.json) {
        const auto findings = assessAll(vitals, policy);
        printDocument(vitalsJson(vitals, findings, judgeEntry(vitals, findings, {}, policy)));
    }
    if (vitals.selfTests.empty()) {
        if (!options.json)
            out << "The drive keeps no log of its tests.\n";
        return notToTheEnd;
    }
    const SelfTestEntry& test = vitals.selfTests.front();
    if (!options.json)
        out << "Self-test, " << words::selfTestKind(test.kind) << ": " << words::selfTestResult(test.result)
            << (test.failingLba ? QStringLiteral(", first at LBA %1").arg(format::lba(*test.failingLba))
                                : QString())
            << ".\n";
    switch (test.result) {
    case SelfTestResult::passed:
        return completeAndClean;
    case SelfTestResult::failed:
    case SelfTestResult::failedRead:
        return findingsFound;
    default:
        return notToTheEnd;
    }
}

} // namespace

int selfTest(const SelfTestOptions& options) {
    const auto policy = housePolicy(options.policy);
    if (!policy)
        return complain(policy.error());
    auto asked = askDrive(options.target, true);
    if (!asked)
        return complain(asked.error());
    LbaSpan span{};
    if (options.kind == "selective") {
        const auto parsed = parseSpan(options.span, asked->vitals.identity);
        if (!parsed)
            return complain(parsed.error());
        span = *parsed;
    }
    if (!asked->enquiry)
        return complain({Error::Kind::unusable, "starting a self-test on", options.target,
                         "this device takes no commands of its own", "Scan its surface instead."});
    if (options.kind == "abort")
        return abortRunning(*asked, options.who);
    const auto findings = assessAll(asked->vitals, *policy);
    const EntryGate gate = judgeEntry(asked->vitals, findings, {}, *policy);
    if (gate.entry == Entry::saveFirst && !options.overrule)
        return complain({Error::Kind::refusedUnsafe, "starting a self-test on", options.target,
                         Phrase::verbatim(
                             words::entryReason(gate.reasons.front(), asked->vitals, findings).toStdString()),
                         "Save the data first; --overrule runs the test all the same."});
    if (gate.entry == Entry::saveFirst)
        if (const auto noted =
                doLogged(asked->target, actionLogBeside(casebookPath()), ActionKind::adviceOverruled,
                         {{"what", "self-test"},
                          {"reasons",
                           words::entryReason(gate.reasons.front(), asked->vitals, findings).toStdString()}});
            !noted)
            return complain(noted.error());
    const auto kind = selfTestKindFromName(options.kind).value_or(SelfTestKind::other);
    const auto started = asked->session->startSelfTest(asked->vitals, kind, span);
    bool entered = enterActions(*asked, options.who);
    if (!started)
        return complain(started.error());
    if (options.noWait) {
        Printer(stdout) << "Started.\n";
        return entered ? completeAndClean : callIsWrong;
    }
    if (const auto followed = follow(*asked); !followed) {
        complain(followed.error());
        return notToTheEnd;
    }
    entered = enterOrTell(asked->target, asked->vitals.identity, options.who,
                          [&](Casebook& casebook, std::int64_t visit) {
                              if (auto taken = takeActionsIn(casebook); !taken)
                                  return taken;
                              return casebook.addVitals(visit, asked->vitals, nowSeconds());
                          }) &&
              entered;
    const int result = tellResult(*asked, options, *policy);
    return entered ? result : callIsWrong;
}

} // namespace orbita::cli
