// SPDX-License-Identifier: GPL-3.0-or-later
// A drive whose power is cut at a step of choice: every reading, and every write before and after it.
#pragma once

#include "core/treat/treated_drive.h"

namespace orbita::test {

// The power of drive and computer together.
struct Power {
    std::uint64_t cutAt = 0; // 0: never
    std::uint64_t steps = 0;
    bool cut = false;
    LbaSpan writing; // what is at the drive at this moment

    // True where it is still on.
    bool step() {
        ++steps;
        cut = cut || (cutAt != 0 && steps >= cutAt);
        return !cut;
    }
};

class CutDrive : public TreatedDrive {
public:
    CutDrive(TreatedDrive& drive, Power& power) : m_drive(drive), m_power(power) {}
    [[nodiscard]] const DriveIdentity& identity() const override { return m_drive.identity(); }
    SpotRead read(const LbaSpan& span) override { return m_power.step() ? m_drive.read(span) : gone(); }
    SpotRead check(const LbaSpan& span) override { return m_power.step() ? m_drive.check(span) : gone(); }
    [[nodiscard]] bool checksMedium() const override { return m_drive.checksMedium(); }
    [[nodiscard]] bool reassigns() const override { return m_drive.reassigns(); }
    void distrustChecks() override { m_drive.distrustChecks(); }
    Result<WriteAnswer> write(WriteKind kind, const LbaSpan& span, std::vector<std::byte> contents) override {
        const auto off = [] {
            return tl::unexpected(Error{Error::Kind::systemFailure, "writing", "", "no power", {}});
        };
        if (!m_power.step())
            return off();
        auto answer = m_drive.write(kind, span, std::move(contents));
        m_power.writing = span; // done by the drive, and cut before anybody hears of it
        if (!m_power.step())
            return off();
        m_power.writing = {};
        return answer;
    }
    std::optional<Vitals> vitals() override { return m_power.cut ? std::nullopt : m_drive.vitals(); }
    void wait(Nanoseconds time) override {
        if (!m_power.cut)
            m_drive.wait(time);
    }
    [[nodiscard]] Nanoseconds now() override { return m_drive.now(); }

private:
    static SpotRead gone() {
        SpotRead read;
        read.outcome = Outcome::driveGone;
        return read;
    }
    TreatedDrive& m_drive;
    Power& m_power;
};

} // namespace orbita::test
