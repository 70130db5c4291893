// SPDX-License-Identifier: GPL-3.0-or-later
// Errors are values: what was tried, on what, what came back, and what a technician can do about it.
#pragma once

#include "core/base/phrase.h"

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
    Phrase tried;   // "opening for reading"
    std::string on; // "/dev/sdb"
    Phrase answer;  // "permission denied"
    Phrase advice;  // "Run as root, or join the group that owns the device."

    // One line, in English: "opening for reading /dev/sdb: permission denied. Run as root, ..."
    [[nodiscard]] std::string message() const;
};

template <class T>
using Result = tl::expected<T, Error>;

// The error for `systemError` (an errno value), with advice where there is some to give.
Error systemError(Phrase tried, std::string on, int systemError);

// A message of these parts, in whichever language they are: without characters that are none, and of bounded
// length.
std::string messageOf(const std::string& tried, const std::string& on, const std::string& answer,
                      const std::string& advice);

// The error for an answer about `what` that ends before it says what it has to.
Error tooShort(const char* what, std::size_t bytes);

} // namespace orbita
