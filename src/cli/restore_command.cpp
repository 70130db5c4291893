// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/restore_command.h"

#include "cli/exit_status.h"
#include "cli/printer.h"
#include "cli/target_options.h"
#include "core/target/setting_restorer.h"
#include "report/words.h"

namespace orbita::cli {

int restore(const std::string& name, const Who& who) {
    const auto target = findTarget(name);
    if (!target)
        return complain(target.error());
    const std::string log = actionLogBeside(casebookPath());
    const auto owed = owedErrorRecoveryLimit(*target, log);
    if (!owed)
        return complain(owed.error());
    if (!*owed) {
        Printer(stdout) << "Nothing is owed to this drive.\n";
        return completeAndClean;
    }
    const QString setting = words::errorRecoveryLimit(**owed);
    const auto settled = restoreOwedLimit(*target, log);
    const bool entered = enterOrTell(*target, target->identity, who, [](Casebook& casebook, std::int64_t) {
        return takeActionsIn(casebook);
    });
    if (!settled)
        return complain(settled.error());
    Printer(stdout) << (*settled
                            ? QStringLiteral("Put back: the drive tries to read %1.\n").arg(setting)
                            : QStringLiteral("A scan that is running holds it, and puts it back itself.\n"));
    return entered ? completeAndClean : callIsWrong;
}

} // namespace orbita::cli
