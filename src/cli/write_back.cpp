// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/write_back.h"

#include "cli/exit_status.h"
#include "cli/held_drive.h"
#include "cli/interrupt.h"
#include "cli/printer.h"
#include "cli/target_options.h"
#include "core/target/write_back.h"
#include "report/treatment_words.h"
#include "report/words.h"

namespace orbita::cli {

namespace {

QString putBackWords(const PutBackResult& result) {
    const auto said = [&]() -> QString {
        switch (result.result) {
        case PutBack::isThere:
            return QStringLiteral("reads as it is saved");
        case PutBack::written:
            return QStringLiteral("put back, and reads well now");
        case PutBack::leftAlone:
            return QStringLiteral("reads, and holds something else: left alone");
        case PutBack::notTaken:
            return QStringLiteral("the drive did not take it");
        case PutBack::stillUnreadable:
            return QStringLiteral("put back, and cannot be read all the same");
        }
        return {};
    };
    QString line = words::span(result.span) + QStringLiteral(": ") + said();
    if (!result.words.empty())
        line += QStringLiteral(" (the drive: %1)").arg(QString::fromStdString(result.words));
    return line;
}

} // namespace

int writeBackSaved(const TreatOptions& options, const HousePolicy& policy) {
    const auto saved = savedIn(options.writeBack);
    if (!saved)
        return complain(saved.error());
    auto ready = holdDrive(options.target);
    if (!ready)
        return complain(ready.error());
    OpenTreatment& held = *ready->held;
    if (!sameDrive(driveIdOf(saved->drive), driveIdOf(held.drive().identity())))
        return complain({Error::Kind::refusedUnsafe,
                         "putting back what was saved on",
                         options.target,
                         {"it is of {} {}", {saved->drive.model, saved->drive.serial}},
                         "Attach that drive, or name its journal."});
    const QString asked = words::confirmationAsked(held.drive().drive(), held.serialOnLabel());
    if (options.confirm.empty() || saved->pieces.empty()) {
        Printer out(stdout);
        out << saved->pieces.size() << " places of " << words::whichDrive(held.drive().identity())
            << " are saved in it.\n";
        if (!saved->pieces.empty())
            out << "Nothing was written. What does not read any more of them is written back from there; "
                   "what "
                   "reads is left alone.\nTo do it, repeat this with --confirm: "
                << asked << ".\n";
        return completeAndClean;
    }
    TreatmentPlan plan = planToWriteBack(*saved);
    plan.data = dataElsewhereFromName(options.data).value_or(DataElsewhere::notAsked);
    plan.againstAdvice = options.overrule;
    if (const auto leave =
            held.askLeave(plan, {options.confirm, policy.treatment.allowed, {}}, options.writeBack);
        !leave)
        return complain(leave.error());
    watchForInterrupt();
    InterruptWatch watcher(ready->stop);
    const WrittenBack done =
        writeBack(held.drive(), *saved, ready->stop.get_token(),
                  [](const PutBackResult& result) { Printer(stdout) << putBackWords(result) << '\n'; });
    watcher.end();
    ready->held.reset();
    const DriveIdentity drive = saved->drive;
    const bool kept = enterOrTell(ready->target, drive, options.who,
                                  [](Casebook& casebook, std::int64_t) { return takeActionsIn(casebook); });
    if (done.error)
        return complain(*done.error);
    if (!kept)
        return callIsWrong;
    if (done.results.size() < saved->pieces.size())
        return notToTheEnd;
    const bool all = std::all_of(done.results.begin(), done.results.end(), [](const PutBackResult& result) {
        return result.result == PutBack::isThere || result.result == PutBack::written;
    });
    return all ? completeAndClean : findingsFound;
}

} // namespace orbita::cli
