// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/drive/link/order_channel.h"
#include "core/session/session_host.h"

namespace orbita {

// A host in this very process: for simulated drives. The messages are the same.
class LocalOrders final : public OrderChannel {
public:
    explicit LocalOrders(HostSetup setup) : m_host(std::move(setup)) {}
    Result<std::string> exchange(const std::string& message, Nanoseconds /*patience*/,
                                 const std::stop_token& stop) override {
        return m_host.answer(message, stop);
    }

private:
    SessionHost m_host;
};

} // namespace orbita
