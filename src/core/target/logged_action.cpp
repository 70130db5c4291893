// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/target/logged_action.h"

#include "core/session/drive_session.h"
#include "core/session/open_action_log.h"

#include <ctime>

namespace orbita {

Result<void> doLogged(const Target& target, const std::string& actionLog, ActionKind kind,
                      const ActionDetails& parameters, const std::function<Result<void>()>& doing) {
    if (actionLog.empty() && !target.simulated())
        return tl::unexpected(Error{Error::Kind::refusedUnsafe,
                                    "doing something with",
                                    target.name,
                                    "it would not be written down anywhere",
                                    {}});
    auto log = openActionLog(actionLog, rulesFor(target, PlaceFor::record));
    if (!log)
        return tl::unexpected(log.error());
    DriveAction action;
    action.at = static_cast<std::int64_t>(std::time(nullptr));
    action.kind = kind;
    action.drive = driveIdOf(target.identity);
    action.who = loginName();
    action.parameters = parameters;
    if (auto written = log->begin(action); !written)
        return written;
    const auto done = doing();
    const auto ended = log->end(action, done ? ActionResult::done : ActionResult::failed,
                                static_cast<std::int64_t>(std::time(nullptr)),
                                done ? std::string{} : done.error().answer.text());
    return done ? ended : done;
}

} // namespace orbita
