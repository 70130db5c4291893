// SPDX-License-Identifier: GPL-3.0-or-later
// What is due between two blocks, and what it may ask of the scan meanwhile. Nothing of it falls into a block
// that is measured.
#pragma once

#include "core/scan/event_log.h"
#include "core/scan/scan_status.h"
#include "core/scan/scan_time.h"

#include <stop_token>

namespace orbita {

// A scan that may be interrupted.
class Interruptible {
public:
    virtual ~Interruptible() = default;

    // Lets the command at the drive finish and takes the others back: nothing is at the drive then. False
    // where something else came of it, or the scan ends; the interlude is put off.
    virtual bool drain() = 0;
    // So that the next block is not late for a seek that was ours.
    virtual void bringHeadBack() = 0;
    virtual void show(ScanPhase phase) = 0;
    virtual void log(const ScanEvent& event) = 0;
    // On the drive's clock. False when a stop was requested meanwhile.
    virtual bool sleep(Nanoseconds time) = 0;
    [[nodiscard]] virtual const std::stop_token& stop() const = 0;
    [[nodiscard]] virtual Clock& clock() = 0;
    [[nodiscard]] virtual ScanTime& time() = 0;
    // Where the next block to be read begins.
    [[nodiscard]] virtual Lba position() const = 0;
};

class Interlude {
public:
    virtual ~Interlude() = default;
    // Asked between any two answers: must cost next to nothing. `now`: on the drive's clock.
    [[nodiscard]] virtual bool due(Nanoseconds now) = 0;
    virtual void run(Interruptible& scan) = 0;
};

} // namespace orbita
