// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/drive/drive.h"
#include "core/session/orders.h"
#include "core/vitals/vitals.h"

#include <optional>

namespace orbita {

struct SpotRead {
    Outcome outcome = Outcome::withdrawn;
    std::vector<std::byte> data; // all of it, where the outcome is `answered`
    std::optional<Lba> firstBad;
    Nanoseconds latency{};
};

// A drive as treatment sees it: read, checked, and written under the leave that was given. Not thread-safe.
class TreatedDrive {
public:
    virtual ~TreatedDrive() = default;

    [[nodiscard]] virtual const DriveIdentity& identity() const = 0;
    // All of the span at once, with its data; it may come from the drive's cache. Waits as long as the drive
    // takes, and a minute at most: then the outcome is `withdrawn`, and nothing more is sent.
    virtual SpotRead read(const LbaSpan& span) = 0;
    // From the medium, past the drive's cache, where the drive has a way to do that (checksMedium): with or
    // without data.
    virtual SpotRead check(const LbaSpan& span) = 0;
    [[nodiscard]] virtual bool checksMedium() const = 0;
    // They say that all is well where reading fails: from now on, checks are reads.
    virtual void distrustChecks() = 0;
    // Whether it can be told to use a spare sector.
    [[nodiscard]] virtual bool reassigns() const = 0;
    // What the drive said to it. Errors: it never left, leave has ended, or nothing came back.
    virtual Result<WriteAnswer> write(WriteKind kind, const LbaSpan& span,
                                      std::vector<std::byte> contents) = 0;
    // What it says of itself now; nothing where it says nothing.
    virtual std::optional<Vitals> vitals() = 0;
    // Lets time pass, no longer than until a stop is asked for.
    virtual void wait(Nanoseconds time) = 0;
    [[nodiscard]] virtual Nanoseconds now() = 0;
};

} // namespace orbita
