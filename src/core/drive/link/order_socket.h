// SPDX-License-Identifier: GPL-3.0-or-later
// Messages over a stream socket: 4 bytes of length, little-endian, then so many bytes.
#pragma once

#include "core/base/clock.h"
#include "core/drive/link/order_channel.h"

#include <functional>
#include <stop_token>

namespace orbita {

// Both wait at most `patience`, and end soon after a stop is requested. 0, or an errno: ETIMEDOUT, EPIPE
// where the other side is gone, EMSGSIZE for a message longer than there are, ECANCELED after a stop.
// `meanwhile`: done again and again while the socket holds no more, for a receiver that has to be woken.
int sendMessage(int socket, std::string_view message, Nanoseconds patience, const std::stop_token& stop = {},
                const std::function<void()>& meanwhile = {});
int receiveMessage(int socket, std::string& message, Nanoseconds patience, const std::stop_token& stop = {});

} // namespace orbita
