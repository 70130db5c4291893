// SPDX-License-Identifier: GPL-3.0-or-later
// A device as a link, for the one who holds it: each command is sent, and answered, as it is submitted.
#pragma once

#include "core/drive/family.h"
#include "core/drive/link/link.h"
#include "reader/device.h"

#include <vector>

namespace orbita::reader {

class DeviceLink final : public Link {
public:
    DeviceLink(Device& device, Family family)
        : Link(familyOf(family).protocols), m_device(device), m_buffer(maxSharedBytes) {}

    void withdrawQueued() override {}
    void abandon() override {}
    [[nodiscard]] std::size_t queueLimit() const override { return channelEntries; }
    [[nodiscard]] Clock& clock() override { return m_clock; }
    [[nodiscard]] std::span<const std::byte> data() const override {
        return std::as_bytes(std::span(m_buffer)).first(m_dataBytes);
    }

protected:
    void send(std::span<const Request> requests) override;
    std::size_t collect(std::span<Reply> replies, Nanoseconds patience) override;

private:
    Device& m_device;
    std::vector<char> m_buffer; // of the last command
    std::size_t m_dataBytes = 0;
    std::deque<Reply> m_replies;
    MonotonicClock m_clock;
};

} // namespace orbita::reader
