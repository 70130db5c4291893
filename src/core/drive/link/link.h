// SPDX-License-Identifier: GPL-3.0-or-later
// How command blocks reach a drive. A drive object builds the bytes, a Link carries them and measures.
#pragma once

#include "core/base/clock.h"
#include "core/base/error.h"
#include "core/drive/command/exchange.h"
#include "core/drive/link/command_gate.h"

#include <array>
#include <cstddef>
#include <deque>
#include <span>

namespace orbita {

// Commands are sent one after the other, in order, each when the one before has been answered (unless
// setDepth() says otherwise). The queue halts by itself at the first answer that failed or came later than
// `haltAfter`: everything behind it comes back withdrawn, so that nothing more is sent to a drive in trouble
// unasked. Not thread-safe: one thread owns a link. No call but reap() waits, and that no longer than told.
class Link {
public:
    virtual ~Link() = default;

    // What this link may send from here on; readingOnly when made.
    void admit(Admission admission) { m_gate.admit(admission); }
    [[nodiscard]] Admission admission() const { return m_gate.admission(); }

    // What writes leaves only while that is permitted, and only to the permit's sectors.
    void permit(const WritePermit& permit) { m_gate.permit(permit); }
    void forbid() { m_gate.forbid(); }

    // How many commands the gate has not let pass; each is a fault of whoever sent it.
    [[nodiscard]] std::uint64_t refusals() const { return m_refusals; }

    // Queues commands. One that the gate does not let pass (command_gate.h) comes back `refused` in its turn,
    // and everything queued behind it `withdrawn`, until the refusal has been reaped: whoever sends what must
    // not be sent is not trusted with the next.
    // Never more than queueLimit() may be outstanding.
    void submit(std::span<const Request> requests);

    // Takes finished commands in the order of submission, waiting up to `patience` on the link's clock for
    // the first. Returns how many.
    std::size_t reap(std::span<Reply> replies, Nanoseconds patience);

    // Commands not yet sent come back withdrawn; the one in flight is let finish.
    virtual void withdrawQueued() = 0;

    // Leaves the command in flight to itself, for good: the link answers nothing from here on.
    // Returns at once even if the command never does.
    virtual void abandon() = 0;

    // Has what is read from the medium handed over with each reply, and said whether all of it was zeros:
    // `whole`, of commands that read at most `bytes`, or of each the first `bytes`, which costs next to
    // nothing. Of whole ones, fewer commands may be outstanding from then on. To be called while none are.
    // False where the link does not do it.
    virtual bool handOverReads(HandOver /*what*/, std::uint32_t /*bytes*/) { return false; }

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
    // `speaks`: what the one device behind this link takes.
    explicit Link(ProtocolSet speaks, Admission admission = Admission::readingOnly)
        : m_gate(speaks, admission) {}

    virtual void send(std::span<const Request> requests) = 0;
    virtual std::size_t collect(std::span<Reply> replies, Nanoseconds patience) = 0;

private:
    // What was submitted and not sent, with how many were sent before it.
    struct Unsent {
        std::uint64_t after = 0;
        Reply reply;
    };
    void keepBack(const Request& request, TransportStatus transport);
    void learn(const Reply& reply);

    CommandGate m_gate;
    std::deque<Unsent> m_unsent;
    std::uint64_t m_sent = 0;
    std::uint64_t m_collected = 0;
    std::uint64_t m_refusals = 0;
    bool m_refusing = false;                // a refusal waits to be reaped
    std::optional<CommandBlock> m_learning; // whose answer the gate is to see
    std::uint64_t m_learningTag = 0;
};

} // namespace orbita
