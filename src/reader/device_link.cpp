// SPDX-License-Identifier: GPL-3.0-or-later
#include "reader/device_link.h"

#include <cerrno>

namespace orbita::reader {

void DeviceLink::send(std::span<const Request> requests) {
    for (const Request& request : requests) {
        Reply reply;
        reply.tag = request.tag;
        reply.expected = request.expected;
        reply.transport = TransportStatus::failed;
        reply.systemError = EMSGSIZE;
        m_dataBytes = 0;
        if (request.expected <= m_buffer.size() && request.parameters.size() <= mostWrittenBytes) {
            ChannelEntry entry{};
            entry.tag = request.tag;
            entry.block = request.block;
            entry.expectedBytes = request.expected;
            m_device.execute(m_buffer.data(), entry, request.parameters);
            reply.systemError = entry.systemError;
            reply.transport = entry.systemError == 0 ? TransportStatus::answered : TransportStatus::failed;
            reply.status = entry.status;
            reply.bytes = entry.answer;
            reply.transferred = std::min(entry.transferredBytes, entry.expectedBytes);
            reply.latency = Nanoseconds{entry.latencyNs};
            m_dataBytes = request.parameters.empty() ? reply.transferred : 0;
        }
        reply.completedAt = m_clock.now();
        m_replies.push_back(reply);
    }
}

std::size_t DeviceLink::collect(std::span<Reply> replies, Nanoseconds /*patience*/) {
    std::size_t taken = 0;
    while (taken < replies.size() && !m_replies.empty()) {
        replies[taken++] = m_replies.front();
        m_replies.pop_front();
    }
    return taken;
}

} // namespace orbita::reader
