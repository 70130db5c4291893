// SPDX-License-Identifier: GPL-3.0-or-later
// How orders, and what became of them, cross to whoever holds a drive's device open. What they say is the
// business of core/session; here they are bytes.
#pragma once

#include "core/base/clock.h"
#include "core/base/error.h"

#include <stop_token>
#include <string>

namespace orbita {

// The longest message either way.
constexpr std::size_t mostMessageBytes = 5U << 20U;

class OrderChannel {
public:
    virtual ~OrderChannel() = default;
    // Sends one message and waits for its answer, at most `patience`. After one that was not answered, no
    // further one is sent: what the drive is doing, nobody knows. Not thread-safe.
    virtual Result<std::string> exchange(const std::string& message, Nanoseconds patience,
                                         const std::stop_token& stop) = 0;
};

} // namespace orbita
