// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/link/link.h"

namespace orbita {

void Link::keepBack(const Request& request, TransportStatus transport) {
    Unsent unsent;
    unsent.after = m_sent;
    unsent.reply.tag = request.tag;
    unsent.reply.expected = request.expected;
    unsent.reply.transport = transport;
    unsent.reply.completedAt = clock().now();
    m_unsent.push_back(unsent);
}

void Link::submit(std::span<const Request> requests) {
    // Runs of admitted commands go out together: the usual case is one run.
    std::size_t from = 0;
    const auto sendUpTo = [&](std::size_t end) {
        if (from < end)
            send(requests.subspan(from, end - from));
        m_sent += end - from;
        from = end + 1;
    };
    for (std::size_t i = 0; i < requests.size(); ++i) {
        const Request& request = requests[i];
        const bool passes =
            !m_refusing && m_gate.passes(request.block, {request.parameters, request.expected});
        if (passes && m_gate.wantsAnswer(request.block)) {
            m_learning = request.block;
            m_learningTag = request.tag;
        }
        if (passes)
            continue;
        sendUpTo(i);
        m_refusals += m_refusing ? 0 : 1;
        keepBack(request, m_refusing ? TransportStatus::withdrawn : TransportStatus::refused);
        m_refusing = true;
    }
    sendUpTo(requests.size());
}

void Link::learn(const Reply& reply) {
    if (!m_learning || reply.tag != m_learningTag)
        return;
    if (reply.transport == TransportStatus::answered)
        m_gate.answered(*m_learning, reply.bytes,
                        data().first(std::min<std::size_t>(data().size(), reply.transferred)));
    m_learning.reset();
}

std::size_t Link::reap(std::span<Reply> replies, Nanoseconds patience) {
    std::size_t taken = 0;
    while (taken < replies.size()) {
        if (!m_unsent.empty() && m_unsent.front().after == m_collected) {
            replies[taken++] = m_unsent.front().reply;
            m_refusing = m_refusing && m_unsent.front().reply.transport != TransportStatus::refused;
            m_unsent.pop_front();
            continue;
        }
        std::span<Reply> room = replies.subspan(taken);
        if (!m_unsent.empty())
            room = room.first(std::min<std::size_t>(room.size(), m_unsent.front().after - m_collected));
        const std::size_t got = collect(room, taken == 0 ? patience : Nanoseconds{});
        if (m_learning)
            for (const Reply& reply : room.first(got))
                learn(reply);
        m_collected += got;
        taken += got;
        if (got == 0 || m_unsent.empty() || m_unsent.front().after != m_collected)
            break;
    }
    return taken;
}

} // namespace orbita
