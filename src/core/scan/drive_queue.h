// SPDX-License-Identifier: GPL-3.0-or-later
// The commands of a scan on their way to a drive and back: fills and reaps the queue range by range, takes
// back what was not sent, reads alone, and says how long the drive has been at it. Knows nothing of grades.
#pragma once

#include "core/drive/drive.h"
#include "core/plate/plate.h"
#include "core/scan/route.h"

#include <functional>
#include <stop_token>

namespace orbita {

// How patient it is; on the drive's clock.
struct QueueTimes {
    Nanoseconds slice = std::chrono::milliseconds{20};         // longest wait before looking up
    Nanoseconds stopPatience = std::chrono::milliseconds{100}; // for a command in flight to come back
    Nanoseconds limit{};                                       // an answer that takes longer halts the queue
    Nanoseconds giveUp{};                                      // one that takes longer will not come
};

class DriveQueue {
public:
    // An answer that halted the queue: it failed, or took longer than the limit.
    struct Trouble {
        std::uint64_t block;
        ReadAnswer answer;
    };

    // `drive` must outlive the queue, or be replaced before it goes.
    DriveQueue(Drive& drive, const BlockGrid& grid, ReadWay way, const QueueTimes& times);

    [[nodiscard]] Drive& drive() { return *m_drive; }
    [[nodiscard]] const Drive& drive() const { return *m_drive; }
    [[nodiscard]] Clock& clock() { return m_clock; }
    // The same drive, reached another way from here on; the old one is left to itself.
    void replaceDrive(std::unique_ptr<Drive> found);
    // Has what is read handed over with the answers, whole blocks of the grid or the first physical sector of
    // each. False where the link does not.
    bool handOverReads(HandOver wanted);
    // How many commands are at the drive at once from here on: `wanted`, or 1 where the link cannot.
    std::uint32_t setDepth(std::uint32_t wanted);
    void stopWith(std::stop_token stop) { m_stop = std::move(stop); }

    // -- A range of blocks. The blocks before done() are dealt with; current() is the next of them.

    void begin(const BlockRange& range);
    [[nodiscard]] const BlockRange& range() const { return m_range; }
    [[nodiscard]] std::uint64_t done() const { return m_done; }
    [[nodiscard]] bool finished() const { return m_done >= m_range.count; }
    [[nodiscard]] std::uint64_t current() const { return m_range.at(m_done); }
    // The sectors of the blocks [from, end) of the range, which must be contiguous.
    [[nodiscard]] LbaSpan spanOf(std::uint64_t from, std::uint64_t end) const;

    // Sends what there is room for.
    void fill();
    // Takes what has come back, waiting no longer than a slice; nothing while the drive is at it. The answers
    // are those of current() and the blocks behind it, in order, each within its limit: advance() for each.
    // They are valid until the next fill(). What came after a halt is dropped, and sent again.
    std::optional<std::span<const ReadAnswer>> take();
    void advance() { ++m_done; }
    // The current block is dealt with otherwise.
    void finishBlock() { m_sent = ++m_done; }
    // The same, and the rest of the range is left for another time.
    void leaveRange() { m_range.count = m_sent = ++m_done; }
    // The current block is sent again.
    void sendAgain() { m_sent = m_done; }

    // The block that halted the queue, until it is taken; what was queued behind it may still be coming back.
    [[nodiscard]] const std::optional<Trouble>& trouble() const { return m_trouble; }
    [[nodiscard]] Trouble takeTrouble();
    // As if the drive had answered so.
    void setTrouble(std::uint64_t block, const ReadAnswer& answer) { m_trouble = Trouble{block, answer}; }
    [[nodiscard]] bool idle() const { return m_outstanding == 0; }

    // What has not been sent comes back.
    void withdraw() { m_drive->link().withdrawQueued(); }
    // The command at the drive is left to itself, for good.
    void abandon() { m_drive->link().abandon(); }

    // How long the command now at the drive has been there, as far as can be known.
    [[nodiscard]] Nanoseconds waited() const { return m_clock.now() - m_atDriveSince; }
    // Nothing of what went before counts for waited().
    void startWatch() { m_atDriveSince = m_clock.now(); }
    void startWatchAt(Nanoseconds since) { m_atDriveSince = since; }

    enum class AloneEnd : std::uint8_t {
        answered,
        noAnswer, // within giveUp
        stopped,  // a stop was asked for, and the command did not come back; it is abandoned
    };
    struct Alone {
        AloneEnd end = AloneEnd::answered;
        ReadAnswer answer; // data valid until the next command
    };
    // One read with nothing else queued. `waiting` is called at every slice that passes without an answer,
    // with how long it has taken so far.
    Alone readAlone(LbaSpan span, ReadWay way, const std::function<void(Nanoseconds)>& waiting);

    // False when a stop was requested meanwhile.
    bool sleep(Nanoseconds time);

private:
    bool askForReads(HandOver wanted);
    Drive* m_drive;
    Clock& m_clock;
    std::unique_ptr<Drive> m_found; // the drive, after it came back under another name
    BlockGrid m_grid;
    ReadWay m_way;
    QueueTimes m_times;
    std::stop_token m_stop;
    HandOver m_handsOver = HandOver::nothing;
    std::size_t m_window;

    BlockRange m_range;
    std::uint64_t m_sent = 0; // the blocks before have been queued
    std::uint64_t m_done = 0;
    std::size_t m_outstanding = 0; // queued and not come back
    bool m_rewind = false;         // some came back unsent: queue anew from m_done when all are back
    std::optional<Trouble> m_trouble;
    Nanoseconds m_atDriveSince{};
    std::vector<ReadRequest> m_requests;
    std::vector<ReadAnswer> m_answers;
};

} // namespace orbita
