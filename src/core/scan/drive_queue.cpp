// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/drive_queue.h"

namespace orbita {

DriveQueue::DriveQueue(Drive& drive, const BlockGrid& grid, ReadWay way, const QueueTimes& times)
    : m_drive(&drive)
    , m_clock(drive.clock())
    , m_grid(grid)
    , m_way(way)
    , m_times(times)
    , m_window(drive.link().queueLimit())
    , m_answers(m_window) {}

bool DriveQueue::handOverReads(HandOver wanted) {
    const bool does = askForReads(wanted);
    m_handsOver = does ? wanted : HandOver::nothing;
    m_window = m_drive->link().queueLimit();
    m_answers.resize(m_window);
    return does;
}

bool DriveQueue::askForReads(HandOver wanted) {
    const DriveIdentity& drive = m_drive->identity();
    return m_drive->link().handOverReads(
        wanted,
        (wanted == HandOver::whole ? m_grid.blockSectors : drive.sectorsPerPhysical()) * drive.logicalBytes);
}

std::uint32_t DriveQueue::setDepth(std::uint32_t wanted) {
    if (m_drive->link().setDepth(wanted))
        return wanted;
    m_drive->link().setDepth(1);
    return 1;
}

void DriveQueue::replaceDrive(std::unique_ptr<Drive> found) {
    m_drive->link().abandon();
    m_found = std::move(found);
    m_drive = m_found.get();
    askForReads(m_handsOver);
    m_window = std::min(m_window, m_drive->link().queueLimit());
}

void DriveQueue::begin(const BlockRange& range) {
    m_range = range;
    m_sent = m_done = 0;
}

LbaSpan DriveQueue::spanOf(std::uint64_t from, std::uint64_t end) const {
    const std::uint64_t a = m_range.at(from);
    const std::uint64_t b = m_range.at(end - 1);
    return spanBetween(m_grid.spanOf(std::min(a, b)).first, m_grid.spanOf(std::max(a, b)).end());
}

void DriveQueue::fill() {
    // Topped up by halves: one call for many commands.
    if (m_trouble || m_rewind || m_outstanding > m_window / 2 || m_sent == m_range.count)
        return;
    if (m_outstanding == 0)
        startWatch();
    m_requests.clear();
    for (; m_sent < m_range.count && m_outstanding < m_window; ++m_sent, ++m_outstanding) {
        const std::uint64_t block = m_range.at(m_sent);
        m_requests.push_back({block, m_grid.spanOf(block), m_times.limit, m_way});
    }
    m_drive->submit(m_requests);
}

std::optional<std::span<const ReadAnswer>> DriveQueue::take() {
    const std::size_t n = m_drive->reap(m_answers, m_times.slice);
    if (n == 0)
        return std::nullopt;
    std::size_t good = 0;
    for (std::size_t i = 0; i < n; ++i) {
        const ReadAnswer& answer = m_answers[i];
        m_atDriveSince = answer.completedAt;
        --m_outstanding;
        if (m_rewind)
            continue; // it is sent again when all that is queued has come back
        const bool intact = answer.verdict.outcome == Outcome::answered && answer.latency <= m_times.limit;
        m_rewind = !intact;
        if (intact)
            ++good;
        else if (answer.verdict.outcome != Outcome::withdrawn)
            m_trouble = Trouble{m_range.at(m_done + good), answer}; // the queue halts behind it
    }
    if (m_outstanding == 0 && m_rewind) {
        m_sent = m_done + good;
        m_rewind = false;
    }
    return std::span<const ReadAnswer>(m_answers).first(good);
}

DriveQueue::Trouble DriveQueue::takeTrouble() {
    const Trouble trouble = *m_trouble;
    m_trouble.reset();
    return trouble;
}

DriveQueue::Alone DriveQueue::readAlone(LbaSpan span, ReadWay way,
                                        const std::function<void(Nanoseconds)>& waiting) {
    const ReadRequest request{0, span, m_times.limit, way};
    const Nanoseconds sent = m_clock.now();
    m_atDriveSince = sent;
    m_drive->submit({&request, 1});
    std::optional<Nanoseconds> stopAsked;
    for (;;) {
        Alone alone;
        if (m_drive->reap({&alone.answer, 1}, m_times.slice) > 0)
            return alone;
        const Nanoseconds now = m_clock.now();
        waiting(now - sent);
        if (now - sent > m_times.giveUp)
            return {AloneEnd::noAnswer, {}};
        if (m_stop.stop_requested() && !stopAsked)
            stopAsked = now;
        if (stopAsked && now - *stopAsked > m_times.stopPatience) {
            abandon();
            return {AloneEnd::stopped, {}};
        }
    }
}

bool DriveQueue::sleep(Nanoseconds time) {
    for (Nanoseconds slept{}; slept < time; slept += m_times.slice) {
        if (m_stop.stop_requested())
            return false;
        m_clock.sleep(m_times.slice);
    }
    return true;
}

} // namespace orbita
