// SPDX-License-Identifier: GPL-3.0-or-later
// A drive opened for treatment: read by its own commands, written under the leave that its session gave.
#pragma once

#include "core/session/drive_session.h"
#include "core/target/target.h"
#include "core/treat/treated_drive.h"

namespace orbita {

class TreatedSession final : public TreatedDrive {
public:
    // Opens the drive of `target`, and no other. `actionLog`, `paced`: as openSession(). Nothing is written,
    // and nobody is kept from it, before askLeave(). Errors: as openTarget().
    static Result<std::unique_ptr<TreatedSession>>
    open(const Target& target, bool paced, const std::string& actionLog, const std::stop_token& stop = {});
    ~TreatedSession() override;
    TreatedSession(const TreatedSession&) = delete;
    TreatedSession& operator=(const TreatedSession&) = delete;
    TreatedSession(TreatedSession&&) = delete;
    TreatedSession& operator=(TreatedSession&&) = delete;

    // Who answers: what has to be confirmed is theirs (confirmationOf).
    [[nodiscard]] const DriveId& drive() const { return m_session->drive(); }
    // Errors: as the gate refuses it (core/session/write_gate.h).
    Result<void> askLeave(const GrantOrder& order);
    [[nodiscard]] bool mayWrite() const { return m_grant.has_value(); }
    [[nodiscard]] const WriteWays& ways() const { return m_grant->ways; }
    // Longest run that is read and written at once.
    [[nodiscard]] SectorCount mostAtOnce() const;
    // RefreshPlan::blockSectors for this drive.
    [[nodiscard]] std::uint32_t refreshBlock() const;

    [[nodiscard]] const DriveIdentity& identity() const override { return m_drive->identity(); }
    SpotRead read(const LbaSpan& span) override;
    SpotRead check(const LbaSpan& span) override;
    [[nodiscard]] bool checksMedium() const override;
    [[nodiscard]] bool reassigns() const override { return m_grant && m_grant->ways.reassigns; }
    void distrustChecks() override { m_checksLie = true; }
    Result<WriteAnswer> write(WriteKind kind, const LbaSpan& span, std::vector<std::byte> contents) override;
    std::optional<Vitals> vitals() override;
    void wait(Nanoseconds time) override;
    [[nodiscard]] Nanoseconds now() override { return m_drive->clock().now(); }

private:
    TreatedSession() = default;
    SpotRead readBy(const LbaSpan& span, ReadWay way);

    std::unique_ptr<DriveSession> m_session;
    std::unique_ptr<Drive> m_drive;
    DriveIdentity m_known;
    Family m_speaks = Family::plain;
    std::uint32_t m_nameSpace = 1;
    std::stop_token m_stop;
    std::optional<WriteGrant> m_grant;
    std::uint64_t m_tag = 0;
    bool m_checksLie = false;
    bool m_lost = false;
};

} // namespace orbita
