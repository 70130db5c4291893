// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/link/order_socket.h"

#include "core/base/bytes.h"

#include <algorithm>
#include <array>
#include <cerrno>
#include <poll.h>
#include <sys/socket.h>

namespace orbita {

namespace {

constexpr Nanoseconds longestSleep = std::chrono::milliseconds{50}; // a stop is noticed after that
constexpr std::size_t lengthBytes = 4;

// Waits until the socket can be read from, or written to. 0, or an errno.
int ready(int socket, short events, Nanoseconds until, const std::stop_token& stop,
          const std::function<void()>& meanwhile) {
    const MonotonicClock clock;
    for (;;) {
        if (stop.stop_requested())
            return ECANCELED;
        const Nanoseconds left = until - clock.now();
        if (left.count() <= 0)
            return ETIMEDOUT;
        pollfd waiting{socket, events, 0};
        if (meanwhile)
            meanwhile();
        const auto ms = static_cast<int>(std::min(left, longestSleep) / std::chrono::milliseconds{1}) + 1;
        const int woken = poll(&waiting, 1, ms);
        if (woken > 0)
            return 0;
        if (woken < 0 && errno != EINTR)
            return errno;
    }
}

template <class Move>
int moveAll(int socket, short events, std::size_t bytes, Nanoseconds until, const std::stop_token& stop,
            Move move, const std::function<void()>& meanwhile = {}) {
    for (std::size_t done = 0; done < bytes;) {
        const ssize_t moved = move(done);
        if (moved > 0) {
            done += static_cast<std::size_t>(moved);
            continue;
        }
        if (moved == 0)
            return EPIPE;
        if (errno == EINTR)
            continue;
        if (errno != EAGAIN)
            return errno == ECONNRESET ? EPIPE : errno;
        if (const int error = ready(socket, events, until, stop, meanwhile); error != 0)
            return error;
    }
    return 0;
}

} // namespace

int sendMessage(int socket, std::string_view message, Nanoseconds patience, const std::stop_token& stop,
                const std::function<void()>& meanwhile) {
    if (message.size() > mostMessageBytes)
        return EMSGSIZE;
    const Nanoseconds until = MonotonicClock().now() + patience;
    std::array<std::byte, lengthBytes> length{};
    putLittleEndian(length, 0, lengthBytes, message.size());
    std::string all(reinterpret_cast<const char*>(length.data()), length.size());
    all += message;
    return moveAll(
        socket, POLLOUT, all.size(), until, stop,
        [&](std::size_t done) {
            return send(socket, all.data() + done, all.size() - done, MSG_NOSIGNAL | MSG_DONTWAIT);
        },
        meanwhile);
}

int receiveMessage(int socket, std::string& message, Nanoseconds patience, const std::stop_token& stop) {
    const Nanoseconds until = MonotonicClock().now() + patience;
    std::array<std::byte, lengthBytes> length{};
    if (const int error = moveAll(socket, POLLIN, lengthBytes, until, stop,
                                  [&](std::size_t done) {
                                      return recv(socket, length.data() + done, lengthBytes - done,
                                                  MSG_DONTWAIT);
                                  });
        error != 0)
        return error;
    const std::uint64_t bytes = littleEndian(length, 0, lengthBytes);
    if (bytes > mostMessageBytes)
        return EMSGSIZE;
    message.assign(bytes, '\0');
    return moveAll(socket, POLLIN, bytes, until, stop, [&](std::size_t done) {
        return recv(socket, message.data() + done, bytes - done, MSG_DONTWAIT);
    });
}

} // namespace orbita
