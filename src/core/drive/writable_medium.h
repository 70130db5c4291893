// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/error.h"
#include "core/base/units.h"

#include <cstddef>
#include <span>

namespace orbita {

// What holds sectors that can be written. Only the session's host is ever given one, and only it decides
// what is written (core/session/session_host.h); it exists for simulated drives.
class WritableMedium {
public:
    virtual ~WritableMedium() = default;
    // `contents`: all of `span`, which lies inside the drive. On the medium when it returns.
    virtual Result<void> write(const LbaSpan& span, std::span<const std::byte> contents) = 0;
};

} // namespace orbita
