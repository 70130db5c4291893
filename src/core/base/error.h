// SPDX-License-Identifier: GPL-3.0-or-later
// Errors are values: what was tried, on what, what came back, and what a technician can do about it.
#pragma once

#include <string>
#include <tl/expected.hpp>

namespace orbita {

struct Error {
    enum class Kind {
        badCall,       // an argument, span, block size or file format is wrong
        notFound,      // no such path or demonstration drive
        noPermission,  // the system refuses access
        unusable,      // exists, but cannot be scanned (a directory, empty, ...)
        refusedUnsafe, // would endanger data: an export on to the drive under test, a writing command
        noAnswer,      // the drive or the reader process did not answer in time
        systemFailure  // anything else the system reported
    };

    Kind kind = Kind::systemFailure;
    std::string tried;  // "opening for reading"
    std::string on;     // "/dev/sdb"
    std::string answer; // "permission denied"
    std::string advice; // "Run as root, or join the group that owns the device."

    // One line: "opening for reading /dev/sdb: permission denied. Run as root, ..."
    [[nodiscard]] std::string message() const;
};

template <class T>
using Result = tl::expected<T, Error>;

// The error for `systemError` (an errno value), with advice where there is some to give.
Error systemError(std::string tried, std::string on, int systemError);

// The error for an answer about `what` that ends before it says what it has to.
Error tooShort(const char* what, std::size_t bytes);

} // namespace orbita
