// SPDX-License-Identifier: GPL-3.0-or-later
// How command blocks reach a drive. A drive object builds the bytes, a Link carries them and measures.
#pragma once

#include "core/base/clock.h"
#include "core/base/error.h"

#include <array>
#include <cstddef>
#include <span>
#include <vector>

namespace orbita {

enum class Protocol : std::uint8_t {
    plain,     // Orbita's own 16-byte read block, see core/drive/plain/read_block.h
    ata,       // a 20-byte Register Host to Device FIS, see core/drive/ata/taskfile.h
    scsi,      // a command descriptor block of 6, 10, 12 or 16 bytes, see core/drive/scsi/commands.h
    nvmeAdmin, // a 64-byte submission queue entry, see core/drive/nvme/commands.h
    nvmeIo,    // the same, for an I/O queue
};

// Room for the longest block of any protocol, and for the longest answer.
constexpr std::size_t commandBytes = 64;

struct CommandBlock {
    Protocol protocol = Protocol::plain;
    std::array<std::byte, commandBytes> bytes{};

    friend bool operator==(const CommandBlock&, const CommandBlock&) = default;
};

// What a link may send; see command_gate.h.
enum class Admission : std::uint8_t {
    readingOnly, // commands that read the medium, or what the drive says of itself
    stateToo,    // also those that change the drive's state, never its medium: self-tests, time limits
};

struct Request {
    std::uint64_t tag = 0; // handed back in the reply
    CommandBlock block;
    std::uint32_t expected = 0; // bytes of data asked for
    // An answer slower than this halts the queue, as a failed one does.
    Nanoseconds haltAfter{};
    // Bytes that go to the drive with the command (a parameter list); must live until it is answered.
    std::span<const std::byte> parameters;
};

// What became of a command on its way, before anything is made of the drive's own words.
enum class Carried : std::uint8_t {
    answered,  // the drive replied: see Reply::bytes, or transferred (plain)
    failed,    // the system refused or failed it: see Reply::systemError
    withdrawn, // never sent, because the queue was halted or emptied before it
    refused,   // never sent, because the gate does not let its class pass
};

// What else went on while a command was at the drive, so that its time says nothing of the drive.
enum class Disturbance : std::uint8_t {
    none,      // that could be seen
    otherLoad, // something else read from or wrote to the device, through the kernel's block layer
    starved,   // the process that measures did not get to run
    suspended, // the computer slept
    sharedWay, // another scan of Orbita's read through the same USB hub
    beside,    // several commands were at the drive at once, and one of the others was slow
};

struct Reply {
    std::uint64_t tag = 0;
    Carried carried = Carried::withdrawn;
    int systemError = 0;           // errno, when failed
    std::uint32_t expected = 0;    // bytes of data asked for
    std::uint32_t transferred = 0; // bytes of data that arrived
    // ATA: Register Device to Host FIS. SCSI: sense data, `status` beside it. NVMe: completion queue entry.
    std::array<std::byte, commandBytes> bytes{};
    std::uint8_t status = 0;   // SCSI status byte
    Nanoseconds latency{};     // from sending to answer, as the link measured
    Nanoseconds completedAt{}; // on the link's clock
    Disturbance disturbance = Disturbance::none;
    // What was read from the medium, where handOverReads() was agreed upon; valid until the next submit().
    std::span<const std::byte> data{};
};

// Commands are sent one after the other, in order, each when the one before has been answered (unless
// setDepth() says otherwise). The queue halts by itself at the first answer that failed or came later than
// `haltAfter`: everything behind it comes back withdrawn, so that nothing more is sent to a drive in trouble
// unasked. Not thread-safe: one thread owns a link. No call but reap() waits, and that no longer than told.
class Link {
public:
    virtual ~Link() = default;

    // What this link may send from here on; readingOnly when made.
    void admit(Admission admission) { m_admission = admission; }
    [[nodiscard]] Admission admission() const { return m_admission; }

    // Queues commands. Those whose class the gate refuses (command_gate.h) come back `refused`.
    // Never more than queueLimit() may be outstanding.
    void submit(std::span<const Request> requests);

    // Takes finished commands, waiting up to `patience` on the link's clock for the first. Returns how many.
    std::size_t reap(std::span<Reply> replies, Nanoseconds patience);

    // Commands not yet sent come back withdrawn; the one in flight is let finish.
    virtual void withdrawQueued() = 0;

    // Leaves the command in flight to itself, for good: the link answers nothing from here on.
    // Returns at once even if the command never does.
    virtual void abandon() = 0;

    // Has what is read from the medium handed over with each reply, of at most `bytes` a command. Fewer
    // commands may be outstanding from then on. To be called while none are. False where the link does not do
    // it.
    virtual bool handOverReads(std::uint32_t /*bytes*/) { return false; }

    // How many commands may be at the drive at once, 1 when made. Replies come in the order of submission all
    // the same; of a queue that halts, those at the drive are still answered. To be called while none are
    // outstanding. False, and 1 as before, where the link cannot.
    virtual bool setDepth(std::uint32_t depth) { return depth == 1; }

    [[nodiscard]] virtual std::size_t queueLimit() const = 0;
    [[nodiscard]] virtual Clock& clock() = 0;

    // Data of the last command answered with some (such as IDENTIFY DEVICE); valid until the next submit.
    // Empty where the link does not hand over what it reads.
    [[nodiscard]] virtual std::span<const std::byte> data() const { return {}; }

protected:
    virtual void send(std::span<const Request> requests) = 0;
    virtual std::size_t collect(std::span<Reply> replies, Nanoseconds patience) = 0;

private:
    std::vector<Reply> m_refused;
    Admission m_admission = Admission::readingOnly;
};

} // namespace orbita
