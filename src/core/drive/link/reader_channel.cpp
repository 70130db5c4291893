// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/link/reader_channel.h"

#include <climits>
#include <ctime>
#include <linux/futex.h>
#include <sys/syscall.h>
#include <unistd.h>

namespace orbita {

void waitWhile(std::atomic<std::uint32_t>& word, std::uint32_t seen, Nanoseconds patience) {
    const auto seconds = std::chrono::duration_cast<std::chrono::seconds>(patience);
    timespec timeout{};
    timeout.tv_sec = seconds.count();
    timeout.tv_nsec = (patience - seconds).count();
    syscall(SYS_futex, &word, FUTEX_WAIT, seen, &timeout, nullptr, 0);
}

void wakeAll(std::atomic<std::uint32_t>& word) {
    syscall(SYS_futex, &word, FUTEX_WAKE, INT_MAX, nullptr, nullptr, 0);
}

} // namespace orbita
