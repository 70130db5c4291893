// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/session/drive_session.h"

#include "core/base/checksum.h"
#include "core/vitals/self_test.h"

#include <array>
#include <pwd.h>
#include <unistd.h>

namespace orbita {

DriveSession::DriveSession(CommandPath reading, std::shared_ptr<OrderChannel> orders, Nanoseconds patience,
                           std::stop_token stop)
    : m_reading(std::move(reading))
    , m_orders(std::move(orders))
    , m_patience(patience)
    , m_stop(std::move(stop)) {}

Result<std::unique_ptr<DriveSession>> DriveSession::open(CommandPath reading,
                                                         std::shared_ptr<OrderChannel> orders,
                                                         const DriveId& meant, Nanoseconds patience,
                                                         const std::stop_token& stop) {
    std::unique_ptr<DriveSession> session(
        new DriveSession(std::move(reading), std::move(orders), patience, stop));
    session->m_drive = meant;
    if (!session->m_orders)
        return session;
    const auto opened = session->giveFor<OpenedReply>(OpenOrder{meant, loginName()}, patience);
    if (!opened)
        return tl::unexpected(opened.error());
    session->m_drive = opened->drive;
    session->m_toldBy = opened->by;
    return session;
}

Result<OrderReply> DriveSession::give(const Order& order, Nanoseconds patience) {
    if (!m_orders)
        return tl::unexpected(Error{Error::Kind::unusable,
                                    "doing something with",
                                    m_reading.path,
                                    "it takes no commands of its own",
                                    {}});
    if (m_lost)
        return tl::unexpected(Error{Error::Kind::noAnswer, "doing something with", m_reading.path,
                                    "an earlier order was not answered",
                                    "If the data matters, save it first."});
    const auto answer = m_orders->exchange(encodeOrder(order), patience, m_stop);
    if (!answer) {
        m_lost = true;
        return tl::unexpected(answer.error());
    }
    return decodeReply(*answer);
}

template <class Reply>
Result<Reply> DriveSession::giveFor(const Order& order, Nanoseconds patience) {
    const auto reply = give(order, patience);
    if (!reply)
        return tl::unexpected(reply.error());
    if (const auto* const expected = std::get_if<Reply>(&*reply))
        return *expected;
    return tl::unexpected(Error{Error::Kind::badCall, "doing something with", m_reading.path,
                                "what holds the drive answered another question",
                                "Orbita's programs do not belong together: install them anew."});
}

Result<void> DriveSession::startSelfTest(const Vitals& vitals, SelfTestKind kind, const LbaSpan& span) {
    if (!offers(vitals.ability, kind))
        return tl::unexpected(
            selfTestRefused(vitals, "the drive has no such test, or the adapter in front of it hides it",
                            "Choose another test, or scan the surface."));
    if (vitals.selfTest.running)
        return tl::unexpected(
            selfTestRefused(vitals, "a self-test is running already", "Wait for it, or abort it."));
    const auto done = giveFor<DoneReply>(SelfTestOrder{vitals.family, kind, span}, m_patience);
    return done ? Result<void>{} : tl::unexpected(done.error());
}

Result<void> DriveSession::abortSelfTest(const Vitals& vitals) {
    const auto done = giveFor<DoneReply>(AbortTestOrder{vitals.family}, m_patience);
    return done ? Result<void>{} : tl::unexpected(done.error());
}

Result<void> DriveSession::enableHealth(const Vitals& vitals) {
    const auto done = giveFor<DoneReply>(HealthReportingOrder{vitals.family}, m_patience);
    return done ? Result<void>{} : tl::unexpected(done.error());
}

Result<Nanoseconds> DriveSession::limitErrorRecovery(Nanoseconds limit) {
    return giveFor<RecoveryReply>(LimitRecoveryOrder{limit}, m_patience).map([](const RecoveryReply& reply) {
        return reply.before;
    });
}

Result<RecoveryReply> DriveSession::restoreErrorRecovery(Nanoseconds patience) {
    return giveFor<RecoveryReply>(RestoreRecoveryOrder{}, patience);
}

Result<WriteGrant> DriveSession::grantWriting(const GrantOrder& order) {
    const auto granted = giveFor<GrantReply>(order, m_patience);
    if (!granted)
        return tl::unexpected(granted.error());
    return WriteGrant{granted->grant, granted->expiresAt, granted->ways};
}

Result<WriteAnswer> DriveSession::write(const WriteGrant& grant, WriteKind kind, const LbaSpan& span,
                                        std::vector<std::byte> contents) {
    // A drive may try for long before it gives up on a sector.
    constexpr Nanoseconds writePatience = std::chrono::seconds{150};
    WriteOrder order{grant.name, kind, span, std::move(contents), 0};
    order.crc32 = crcOf(order.contents);
    const auto written = giveFor<WrittenReply>(order, std::max(m_patience, writePatience));
    return written ? Result<WriteAnswer>(written->answer) : tl::unexpected(written.error());
}

Result<void> DriveSession::endWriting(const WriteGrant& grant) {
    const auto done = giveFor<DoneReply>(EndWritingOrder{grant.name}, m_patience);
    return done ? Result<void>{} : tl::unexpected(done.error());
}

std::string loginName() {
    std::array<char, 4096> room{};
    passwd entry{};
    passwd* found = nullptr;
    if (getpwuid_r(getuid(), &entry, room.data(), room.size(), &found) == 0 && found != nullptr)
        return found->pw_name;
    return std::to_string(getuid());
}

} // namespace orbita
