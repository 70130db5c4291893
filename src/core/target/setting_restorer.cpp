// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/target/setting_restorer.h"

#include "core/session/open_action_log.h"
#include "core/session/session_host.h"
#include "core/target/open_session.h"
#include "core/target/owed_record.h"

namespace orbita {

namespace {

constexpr Nanoseconds settingPatience = std::chrono::seconds{5};

bool canBeOwed(const Target& target) {
    return !target.identity.serial.empty() && target.takesCommands();
}

// What an earlier version wrote down in a file of its own.
Result<void> adoptEarlier(const Target& target, const std::string& actionLog) {
    const auto owed = owedByRecord(target, actionLog);
    if (!owed || !*owed)
        return owed ? Result<void>{} : tl::unexpected(owed.error());
    auto log = openActionLog(actionLog, rulesFor(target, PlaceFor::record));
    return log ? adoptOwedRecord(target, actionLog, *log) : tl::unexpected(log.error());
}

// What is owed by what is written down; nothing where nothing is.
Result<std::optional<Nanoseconds>> owedByLog(const Target& target, const std::string& actionLog) {
    const auto actions = readActionLog(actionLog);
    if (!actions)
        return tl::unexpected(actions.error());
    if (const auto undo = owedRecoveryLimit(*actions, driveIdOf(target.identity))) {
        const auto setting = errorRecoveryOf(*undo);
        if (!setting)
            return tl::unexpected(Error{Error::Kind::refusedUnsafe, "reading what is owed to the drive,",
                                        actionLog, "what it says is no setting",
                                        "Nothing was sent to the drive; switching it off brings its own "
                                        "setting back."});
        return setting->limit;
    }
    return owedByRecord(target, actionLog).map([](const auto& owed) {
        return owed ? std::optional(owed->limit) : std::nullopt;
    });
}

class SettingRestorer final : public ErrorRecoveryLimit {
public:
    SettingRestorer(Target target, std::string actionLog)
        : m_target(std::move(target)), m_actionLog(std::move(actionLog)) {}
    ~SettingRestorer() override { SettingRestorer::restore(settingPatience); }
    SettingRestorer(const SettingRestorer&) = delete;
    SettingRestorer& operator=(const SettingRestorer&) = delete;

    Result<Nanoseconds> shorten(Nanoseconds limit, const std::stop_token& stop) override {
        if (!m_session) {
            if (auto adopted = adoptEarlier(m_target, m_actionLog); !adopted)
                return tl::unexpected(adopted.error());
            auto opened = openSession(m_target, false, stop, m_actionLog);
            if (!opened)
                return tl::unexpected(opened.error());
            m_session = std::move(*opened);
        }
        // Also where it fails: what the drive does then may be anything.
        m_mayOwe = true;
        return m_session->limitErrorRecovery(limit);
    }

    Result<bool> settle(const std::stop_token& stop) override {
        return restoreOwedLimit(m_target, m_actionLog, stop);
    }

    Result<void> restore(Nanoseconds within) override {
        if (!m_mayOwe || !m_session)
            return {};
        const auto restored = m_session->restoreErrorRecovery(within);
        if (!restored)
            return tl::unexpected(restored.error());
        m_mayOwe = false;
        return {};
    }

private:
    Target m_target;
    std::string m_actionLog;
    std::unique_ptr<DriveSession> m_session;
    bool m_mayOwe = false;
};

} // namespace

std::shared_ptr<ErrorRecoveryLimit> errorRecoveryLimitOf(const Target& target, const std::string& actionLog) {
    if (!canBeOwed(target))
        return {};
    return std::make_shared<SettingRestorer>(target, actionLog);
}

Result<std::optional<Nanoseconds>> owedErrorRecoveryLimit(const Target& target,
                                                          const std::string& actionLog) {
    if (!canBeOwed(target) || target.simulated())
        return std::nullopt;
    return owedByLog(target, actionLog);
}

Result<bool> restoreOwedLimit(const Target& target, const std::string& actionLog,
                              const std::stop_token& stop) {
    if (!canBeOwed(target))
        return false;
    const auto owed = owedByLog(target, actionLog);
    if (!owed)
        return tl::unexpected(owed.error());
    if (!*owed)
        return false;
    if (auto adopted = adoptEarlier(target, actionLog); !adopted)
        return tl::unexpected(adopted.error());
    const auto session = openSession(target, false, stop, actionLog);
    if (!session)
        return tl::unexpected(session.error());
    return (*session)->restoreErrorRecovery(settingPatience).map([](const RecoveryReply& reply) {
        return reply.changed;
    });
}

} // namespace orbita
