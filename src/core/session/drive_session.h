// SPDX-License-Identifier: GPL-3.0-or-later
// The near side of a session with one drive: a way to read it and to ask it, and typed orders for everything
// else. What is behind it holds the device, knows which drive is meant, and refuses what does not belong
// (session_host.h).
#pragma once

#include "core/drive/enquiry.h"
#include "core/drive/link/order_channel.h"
#include "core/session/orders.h"

#include <memory>

namespace orbita {

// Leave to write, for so long; see GrantOrder.
struct WriteGrant {
    std::string name;
    std::int64_t expiresAt = 0; // seconds since 1970
    WriteWays ways;
};

// Not thread-safe. Waits for the drive in each call, no longer than `patience` or until a stop is requested;
// after an order that was not answered there is no other.
class DriveSession {
public:
    static constexpr Nanoseconds usualPatience = std::chrono::seconds{30};

    // Errors: another drive answers there, or none; both say so, and nothing was done.
    static Result<std::unique_ptr<DriveSession>> open(CommandPath reading,
                                                      std::shared_ptr<OrderChannel> orders,
                                                      const DriveId& meant, Nanoseconds patience,
                                                      const std::stop_token& stop = {});

    // For reading and asking; nothing else leaves by it. No link where the device takes no commands.
    [[nodiscard]] CommandPath& reading() { return m_reading; }
    // Who answered when the session was opened, and how that was told.
    [[nodiscard]] const DriveId& drive() const { return m_drive; }
    [[nodiscard]] ToldBy toldBy() const { return m_toldBy; }

    // Fails where the family or the drive has no such test, where one is running already, or where the drive
    // refuses. `vitals`: as read from this drive; `span` is of a selective test only.
    Result<void> startSelfTest(const Vitals& vitals, SelfTestKind kind, const LbaSpan& span = {});
    Result<void> abortSelfTest(const Vitals& vitals);
    // Has a drive that does not do so watch its own health from now on.
    Result<void> enableHealth(const Vitals& vitals);

    // Has the drive give up on a sector after that time, until it is put back or power is cut. Returns how
    // long it tried by its own setting, 0 for as long as it likes.
    Result<Nanoseconds> limitErrorRecovery(Nanoseconds limit);
    // Puts back what is owed, from this session or an earlier one. `changed` false where there was nothing,
    // or a scan that is running holds it.
    Result<RecoveryReply> restoreErrorRecovery(Nanoseconds patience);

    Result<WriteGrant> grantWriting(const GrantOrder& order);
    // `contents`: all of `span`; of `reassign`, none, and one sector. Errors: refused, or nobody knows
    // whether it was done; what the drive itself said to it is the answer.
    Result<WriteAnswer> write(const WriteGrant& grant, WriteKind kind, const LbaSpan& span,
                              std::vector<std::byte> contents);
    // The drive is nobody's any more.
    Result<void> endWriting(const WriteGrant& grant);

private:
    DriveSession(CommandPath reading, std::shared_ptr<OrderChannel> orders, Nanoseconds patience,
                 std::stop_token stop);
    Result<OrderReply> give(const Order& order, Nanoseconds patience);
    // Of orders that are answered with what the caller expects, or with an error.
    template <class Reply>
    Result<Reply> giveFor(const Order& order, Nanoseconds patience);

    CommandPath m_reading;
    std::shared_ptr<OrderChannel> m_orders; // null: there is nobody to take any
    Nanoseconds m_patience;
    std::stop_token m_stop;
    DriveId m_drive;
    ToldBy m_toldBy = ToldBy::looks;
    bool m_lost = false;
};

// Who is logged in, for the log: a name, or a number where there is none.
std::string loginName();

} // namespace orbita
