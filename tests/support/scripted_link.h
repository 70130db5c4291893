// SPDX-License-Identifier: GPL-3.0-or-later
// A link whose every answer the test decides, on a virtual clock, recording what it was sent.
#pragma once

#include "core/drive/link/link.h"
#include "core/sim/virtual_clock.h"

#include <deque>
#include <functional>
#include <optional>

namespace orbita::test {

constexpr ProtocolSet allProtocols = {Protocol::plain, Protocol::ata, Protocol::scsi, Protocol::nvmeAdmin,
                                      Protocol::nvmeIo};

struct Scripted {
    Reply reply;                                                 // tag is filled in
    std::optional<Nanoseconds> latency = Nanoseconds{1'000'000}; // absent: never answers
    std::vector<std::byte> data{};                               // of a command that is answered with some
};

class ScriptedLink final : public Link {
public:
    using Script = std::function<Scripted(const CommandBlock&)>;
    explicit ScriptedLink(Script script, ProtocolSet speaks = allProtocols)
        : Link(speaks), m_script(std::move(script)) {}

    [[nodiscard]] const std::vector<CommandBlock>& sent() const { return m_sent; }
    [[nodiscard]] bool abandoned() const { return m_abandoned; }

    void withdrawQueued() override {
        while (m_queue.size() > (m_atDrive ? 1U : 0U)) {
            m_back.push_back(withdrawn(m_queue.back()));
            m_queue.pop_back();
        }
    }
    void abandon() override { m_abandoned = true; }
    [[nodiscard]] std::size_t queueLimit() const override { return 16; }
    [[nodiscard]] Clock& clock() override { return m_clock; }
    [[nodiscard]] std::span<const std::byte> data() const override { return m_data; }

protected:
    void send(std::span<const Request> requests) override {
        m_queue.insert(m_queue.end(), requests.begin(), requests.end());
    }
    std::size_t collect(std::span<Reply> replies, Nanoseconds patience) override {
        const Nanoseconds until = m_clock.now() + patience;
        std::size_t taken = 0;
        while (taken < replies.size() && (!m_back.empty() || !m_queue.empty()) && !m_abandoned) {
            if (!m_back.empty()) {
                replies[taken++] = m_back.front();
                m_back.pop_front();
                continue;
            }
            if (!m_atDrive) {
                m_sent.push_back(m_queue.front().block);
                m_atDrive = m_script(m_queue.front().block);
                m_begunAt = m_clock.now();
            }
            if (!m_atDrive->latency || m_begunAt + *m_atDrive->latency > until)
                break;
            m_clock.advanceTo(m_begunAt + *m_atDrive->latency);
            Reply reply = m_atDrive->reply;
            reply.tag = m_queue.front().tag;
            reply.expected = m_queue.front().expected;
            if (reply.transport == TransportStatus::answered && reply.transferred == 0)
                reply.transferred = reply.expected;
            reply.latency = *m_atDrive->latency;
            reply.completedAt = m_clock.now();
            const bool halt = reply.transport != TransportStatus::answered ||
                              reply.transferred < reply.expected || reply.latency > m_queue.front().haltAfter;
            replies[taken++] = reply;
            m_data = std::move(m_atDrive->data);
            m_queue.pop_front();
            m_atDrive.reset();
            if (halt)
                withdrawQueued();
        }
        if (taken == 0)
            m_clock.advanceTo(until);
        return taken;
    }

private:
    static Reply withdrawn(const Request& request) {
        Reply reply;
        reply.tag = request.tag;
        reply.expected = request.expected;
        return reply;
    }

    Script m_script;
    std::vector<std::byte> m_data;
    sim::VirtualClock m_clock;
    std::deque<Request> m_queue;
    std::deque<Reply> m_back;
    std::optional<Scripted> m_atDrive;
    Nanoseconds m_begunAt{};
    std::vector<CommandBlock> m_sent;
    bool m_abandoned = false;
};

} // namespace orbita::test
