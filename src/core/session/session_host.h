// SPDX-License-Identifier: GPL-3.0-or-later
// The far side of a session: it holds the drive's device, and does what is ordered, or refuses it. It asks
// the drive itself who it is, judges each order by what is in it, writes it down before anything leaves, and
// what came of it after. Nothing is repeated by itself. Runs in the window's process for simulated drives,
// and in a process of its own for devices.
#pragma once

#include "core/base/claim.h"
#include "core/drive/enquiry.h"
#include "core/drive/error_recovery.h"
#include "core/session/action_log.h"
#include "core/session/orders.h"
#include "core/session/write_gate.h"

#include <functional>
#include <memory>

namespace orbita {

// How a device is taken for writing, and who else uses it.
class WritingAccess {
public:
    virtual ~WritingAccess() = default;
    struct Usage {
        std::vector<DriveUse> uses;
        bool systemReadOnly = false;
    };
    // At this moment.
    virtual Usage usage() = 0;
    // For this session alone: nobody mounts it, or takes it, until release(). 0, or an errno.
    virtual int acquire() = 0;
    virtual void release() = 0;
};

struct HostSetup {
    CommandPath way;              // with a link of the host's own, which nobody else sends over
    std::optional<ActionLog> log; // absent: nothing is done that would have to be written down
    // Null: nothing is written, whatever is ordered.
    std::shared_ptr<WritingAccess> writing;
    // Who stands there, where the family's commands do not tell; absent: nobody knows.
    std::function<DriveId()> systemSays;
    // Whether settings outlive this program: what is owed is then what the log says, whoever changed it.
    bool keepsSettings = true;
    Nanoseconds patience = std::chrono::seconds{20}; // for each answer of the drive
    std::function<std::int64_t()> secondsNow;        // since 1970; absent: the computer's clock
};

// How long a drive tried by its own setting, as an action's undo says it; nothing where that is no setting.
ActionDetails undoOf(const ErrorRecovery& before);
std::optional<ErrorRecovery> errorRecoveryOf(const ActionDetails& undo);

class SessionHost {
public:
    explicit SessionHost(HostSetup setup);

    // Takes a message as encodeOrder() makes it, does what it says or refuses it, and returns the answer as
    // decodeReply() takes it. Waits for the drive. Whatever the bytes are, there is an answer.
    std::string answer(std::string_view message, const std::stop_token& stop = {});

private:
    Result<OrderReply> perform(const Order& order);
    Result<OrderReply> open(const OpenOrder& order);
    Result<OrderReply> startTest(const SelfTestOrder& order);
    Result<OrderReply> abortTest(const AbortTestOrder& order);
    Result<OrderReply> reportHealth(const HealthReportingOrder& order);
    Result<OrderReply> limitRecovery(const LimitRecoveryOrder& order);
    Result<OrderReply> restoreRecovery();
    Result<OrderReply> grantWriting(const GrantOrder& order);
    Result<OrderReply> write(const WriteOrder& order);
    Result<OrderReply> endWriting(const EndWritingOrder& order);
    Result<WriteAnswer> carryOut(const WriteOrder& order);
    void endAllWriting();
    // A run of writes that stands in the log as one: GrantOrder::run.
    struct WrittenRun {
        DriveAction action;
        LbaSpan span;
        SectorCount written;
    };
    [[nodiscard]] DriveAction newAction(ActionKind kind, ActionDetails parameters) const;
    // That it is inside one that stands in the log, as one is begun where it is not.
    Result<void> withinRun(const WriteOrder& order, SectorCount run);
    void endRun();

    // Who answers now, where that is the drive that was meant; else an error.
    Result<OpenedReply> sameDriveAnswers();
    // What every order but the first requires.
    Result<void> ready();
    [[nodiscard]] bool speaksFor(Family family) const;
    // Written down, done, written down what came of it. The command sets `leftUnknown` where it failed and
    // nobody can say what the drive does now; one that was not answered is taken for that anyway.
    using Command = std::function<Result<void>(bool& leftUnknown)>;
    Result<void> act(ActionKind kind, const ActionDetails& parameters, const ActionDetails& undo,
                     const Command& command);
    Result<void> actInRun(const WriteOrder& order, SectorCount run, const ActionDetails& parameters,
                          const Command& command);
    [[nodiscard]] Result<std::optional<ErrorRecovery>> owed() const;
    [[nodiscard]] Error notTaken(const ErrorRecovery& is) const;
    [[nodiscard]] Error refusal(Phrase answer, Phrase advice = {}) const;
    [[nodiscard]] std::int64_t now() const;

    HostSetup m_setup;
    std::unique_ptr<Enquiry> m_enquiry;
    bool m_opened = false;
    DriveId m_meant;
    DriveId m_drive; // that answered when the session was opened
    std::string m_who;
    std::uint32_t m_logicalBytes = 512;
    std::optional<ErrorRecovery> m_owed; // of this session's making
    Claim m_owing;                       // that it will be put back by this session
    WriteGate m_gate;
    WriteWays m_ways;
    std::optional<WrittenRun> m_run;
};

} // namespace orbita
