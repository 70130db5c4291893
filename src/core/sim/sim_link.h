// SPDX-License-Identifier: GPL-3.0-or-later
// A link with a simulated drive at its end: it decodes the same command blocks a real one would get.
#pragma once

#include "core/drive/link/link.h"
#include "core/sim/front.h"
#include "core/sim/surface.h"
#include "core/sim/virtual_clock.h"

#include <deque>

namespace orbita::sim {

class SimLink final : public Link {
public:
    // speed: see VirtualClock. Where the drive does not answer for seconds, a paced clock slows down, so that
    // the wait can be watched. `condition` is shared with the other links to the same drive; none: a drive of
    // its own.
    explicit SimLink(Scenario scenario, double speed = 0, std::shared_ptr<Condition> condition = {});

    // From now on each answer takes as long as the drive takes for it, and time passes for the drive while
    // nobody asks it, too: what sends the commands can be timed against the drive. Paced links only.
    void runInRealTime();

    void withdrawQueued() override;
    void abandon() override { m_abandoned = true; }
    // As many as the scenario says; rotating drives serve them in turn, solid state side by side.
    bool setDepth(std::uint32_t depth) override;
    [[nodiscard]] std::size_t queueLimit() const override { return 64; }
    [[nodiscard]] Clock& clock() override { return m_clock; }
    // What is on the simulated medium (content.h).
    bool handOverReads(HandOver what, std::uint32_t bytes) override {
        m_handsOver = what;
        m_handedBytes = bytes;
        return true;
    }
    // What the drive says of itself.
    [[nodiscard]] std::span<const std::byte> data() const override { return m_data; }

protected:
    void send(std::span<const Request> requests) override;
    std::size_t collect(std::span<Reply> replies, Nanoseconds patience) override;

private:
    // A command that the drive has.
    struct AtDrive {
        Nanoseconds begunAt{};
        std::optional<Nanoseconds> latency; // absent: it never answers
        Reply reply;
        std::vector<std::byte> data; // what the drive says of itself
    };
    void fillDrive();
    AtDrive begin(const Request& request);
    void beginRead(const Request& request, const MediumAccess& access, Nanoseconds served, AtDrive& begun);
    void beginWrite(const Request& request, const MediumWrite& write, Nanoseconds served, AtDrive& begun);
    void withdrawNotSent();
    void handOver(const Request& request, Reply& reply);

    [[nodiscard]] Nanoseconds powered() const { return m_origin + m_clock.now(); }

    std::shared_ptr<Condition> m_condition;
    Surface m_surface;
    std::unique_ptr<CommandFront> m_front;
    Nanoseconds m_origin; // on the condition's clock
    VirtualClock m_clock;
    double m_speed;
    bool m_realTime = false;
    MonotonicClock m_real;
    Nanoseconds m_idleSince{}; // of m_real
    std::deque<Request> m_queue;
    std::deque<Reply> m_withdrawn;
    std::vector<std::byte> m_data;
    bool m_abandoned = false;
    HandOver m_handsOver = HandOver::nothing;
    std::uint32_t m_handedBytes = 0;
    std::deque<std::vector<std::byte>> m_contents; // of which so many are handed over since the last send
    std::size_t m_contentsUsed = 0;

    // The first of m_queue, begun, in the same order.
    std::deque<AtDrive> m_atDrive;
    std::uint32_t m_depth = 1;
    Nanoseconds m_freeAt{}; // when a rotating drive has served all that it has
    bool m_hangs = false;   // and never will
};

} // namespace orbita::sim
