// SPDX-License-Identifier: GPL-3.0-or-later
// A drive that keeps, beside what it answers, which sectors have been read by when.
#pragma once

#include "core/base/span_set.h"
#include "core/drive/drive.h"

#include <map>

namespace orbita::test {

class TimelineDrive final : public Drive {
public:
    explicit TimelineDrive(std::unique_ptr<Drive> drive) : m_drive(std::move(drive)) {}

    [[nodiscard]] const DriveIdentity& identity() const override { return m_drive->identity(); }
    [[nodiscard]] const DriveLimits& limits() const override { return m_drive->limits(); }
    void addNote(AccessNote note) override { m_drive->addNote(note); }
    [[nodiscard]] Link& link() override { return m_drive->link(); }
    void submit(std::span<const ReadRequest> requests) override {
        m_asked.insert(m_asked.end(), requests.begin(), requests.end());
        m_drive->submit(requests);
    }
    std::size_t reap(std::span<ReadAnswer> answers, Nanoseconds patience) override {
        const std::size_t n = m_drive->reap(answers, patience);
        for (std::size_t i = 0; i < n; ++i) {
            // Answered in the order asked.
            const ReadRequest request = m_asked.front();
            m_asked.erase(m_asked.begin());
            if (answers[i].verdict.outcome == Outcome::answered) {
                m_read.add(request.span);
                m_readBy[answers[i].completedAt] = m_read.total().value;
            }
        }
        return n;
    }

    // Sectors that had been read, at least once, at that time.
    [[nodiscard]] std::uint64_t readBy(Nanoseconds time) const {
        const auto after = m_readBy.upper_bound(time);
        return after == m_readBy.begin() ? 0 : std::prev(after)->second;
    }
    [[nodiscard]] const std::map<Nanoseconds, std::uint64_t>& timeline() const { return m_readBy; }

private:
    std::unique_ptr<Drive> m_drive;
    std::vector<ReadRequest> m_asked;
    SpanSet m_read;
    std::map<Nanoseconds, std::uint64_t> m_readBy;
};

} // namespace orbita::test
