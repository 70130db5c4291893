// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/action_words.h"

#include "core/vitals/vitals.h"
#include "report/format.h"
#include "report/vitals_words.h"
#include "report/words.h"

#include <QCoreApplication>

namespace orbita::words {

namespace {

QString tell(const char* text) {
    return QCoreApplication::translate("Words", text);
}

QString detail(const ActionDetails& details, const char* name) {
    const auto found = details.find(name);
    return found == details.end() ? QString() : QString::fromStdString(found->second);
}

// How long, as a record that anybody may have written says it.
QString limit(const ActionDetails& details) {
    bool isNumber = false;
    const qulonglong ms = detail(details, "limit_ms").toULongLong(&isNumber);
    constexpr qulonglong aDay = 24ULL * 3600 * 1000;
    return errorRecoveryLimit(isNumber && ms <= aDay ? std::chrono::milliseconds{ms} : Nanoseconds{});
}

QString whatWasDone(const DriveAction& action) {
    switch (action.kind) {
    case ActionKind::selfTestStart: {
        const auto kind = selfTestKindFromName(detail(action.parameters, "kind").toStdString());
        return tell("self-test begun: %1").arg(selfTestKind(kind.value_or(SelfTestKind::other)));
    }
    case ActionKind::selfTestAbort:
        return tell("self-test aborted");
    case ActionKind::healthReportingOn:
        return tell("health reporting switched on");
    case ActionKind::recoveryLimitSet:
        return tell("how long it tries to read a sector changed to %1; its own setting is %2")
            .arg(limit(action.parameters), limit(action.undo));
    case ActionKind::recoveryLimitRestored:
        return tell("how long it tries to read a sector put back to %1").arg(limit(action.parameters));
    case ActionKind::heldReadOnly:
        return tell("held read-only");
    case ActionKind::letBeWritten:
        return tell("no longer held read-only");
    case ActionKind::adviceOverruled:
        return tell("advice overruled: %1").arg(detail(action.parameters, "reasons"));
    case ActionKind::writingGranted:
        return tell("leave to write given to %1 sectors from LBA %2 on: %3")
            .arg(detail(action.parameters, "sectors"), detail(action.parameters, "first"),
                 detail(action.parameters, "reason"));
    case ActionKind::sectorsWritten:
        if (action.parameters.contains("run"))
            return tell("refreshed, among the %1 sectors from LBA %2 on: %3")
                .arg(detail(action.parameters, "sectors"), detail(action.parameters, "first"),
                     action.answer.empty() ? tell("how many, its journal says")
                                           : QString::fromStdString(action.answer));
        return tell("%1 sectors written from LBA %2 on")
            .arg(detail(action.parameters, "sectors"), detail(action.parameters, "first"));
    }
    return {};
}

} // namespace

QString action(const DriveAction& action) {
    QString done = whatWasDone(action);
    switch (action.result) {
    case ActionResult::done:
        break;
    case ActionResult::failed:
        return action.answer.empty()
                   ? tell("%1 (it was not done)").arg(done)
                   : tell("%1 (it was not done: %2)").arg(done, QString::fromStdString(action.answer));
    case ActionResult::unknown:
        return tell("%1 (what came of it is not known)").arg(done);
    }
    return done;
}

} // namespace orbita::words
