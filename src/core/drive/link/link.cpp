// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/link/link.h"

#include "core/drive/link/command_gate.h"

namespace orbita {

void Link::submit(std::span<const Request> requests) {
    // Runs of admitted commands go out together: the usual case is one run.
    std::size_t from = 0;
    for (std::size_t i = 0; i < requests.size(); ++i) {
        if (mayPass(requests[i].block, requests[i].parameters, m_admission))
            continue;
        send(requests.subspan(from, i - from));
        Reply reply;
        reply.tag = requests[i].tag;
        reply.carried = Carried::refused;
        reply.completedAt = clock().now();
        m_refused.push_back(reply);
        from = i + 1;
    }
    send(requests.subspan(from));
}

std::size_t Link::reap(std::span<Reply> replies, Nanoseconds patience) {
    std::size_t taken = 0;
    while (taken < replies.size() && !m_refused.empty()) {
        replies[taken++] = m_refused.back();
        m_refused.pop_back();
    }
    return taken > 0 ? taken : collect(replies, patience);
}

} // namespace orbita
