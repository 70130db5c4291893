// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/drive/link/link.h"
#include "core/drive/plain/read_block.h"

#include <cerrno>
#include <vector>

namespace orbita::bench {

// Answers everything it is sent with a latency near 5 ms, on a clock that only it moves. `badEvery`: the
// first of so many sectors cannot be read; 0: all can.
class InstantLink final : public Link {
public:
    explicit InstantLink(std::uint64_t badEvery = 0) : Link({Protocol::plain}), m_badEvery(badEvery) {}
    void withdrawQueued() override {}
    void abandon() override {}
    [[nodiscard]] std::size_t queueLimit() const override { return 64; }
    [[nodiscard]] Clock& clock() override { return m_clock; }

protected:
    void send(std::span<const Request> requests) override {
        m_queue.insert(m_queue.end(), requests.begin(), requests.end());
    }
    std::size_t collect(std::span<Reply> replies, Nanoseconds) override {
        const std::size_t n = std::min(replies.size(), m_queue.size());
        for (std::size_t i = 0; i < n; ++i) {
            m_random = m_random * 6364136223846793005ULL + 1442695040888963407ULL;
            Reply& reply = replies[i];
            reply = {};
            reply.tag = m_queue[i].tag;
            reply.transport = m_halted ? TransportStatus::withdrawn : TransportStatus::answered;
            reply.expected = reply.transferred = m_queue[i].expected;
            if (!m_halted && isBad(m_queue[i])) {
                reply.transport = TransportStatus::failed;
                reply.systemError = ENODATA;
                reply.transferred = 0;
                m_halted = true;
            }
            reply.latency = Nanoseconds{5'000'000 + static_cast<std::int64_t>(m_random >> 46U)};
            m_clock.m_now += reply.latency;
            reply.completedAt = m_clock.m_now;
        }
        m_queue.erase(m_queue.begin(), m_queue.begin() + static_cast<std::ptrdiff_t>(n));
        m_halted = m_halted && !m_queue.empty();
        return n;
    }

private:
    [[nodiscard]] bool isBad(const Request& request) const {
        if (m_badEvery == 0)
            return false;
        const std::uint64_t first = plain::offsetOf(request.block) / 512;
        const std::uint64_t end = first + plain::lengthOf(request.block) / 512;
        return (first + m_badEvery - 1) / m_badEvery * m_badEvery < end;
    }
    struct OwnClock final : Clock {
        [[nodiscard]] Nanoseconds now() const override { return m_now; }
        void sleep(Nanoseconds duration) override { m_now += duration; }
        Nanoseconds m_now{};
    };
    OwnClock m_clock;
    std::vector<Request> m_queue;
    std::uint64_t m_random = 1;
    std::uint64_t m_badEvery;
    bool m_halted = false; // at a failure; what is queued behind it comes back unsent
};

} // namespace orbita::bench
