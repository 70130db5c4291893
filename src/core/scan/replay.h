// SPDX-License-Identifier: GPL-3.0-or-later
// A scan that is over, played once more: its record as it stood at each moment. Blocks come in the order of
// its plan (those of a careful scan forward: its order followed from what it met), each in the time that it
// took.
#pragma once

#include "core/scan/record.h"
#include "core/scan/route.h"

#include <memory>

namespace orbita {

class Replay {
public:
    // Requires a record with a plate.
    explicit Replay(ScanRecord finished);

    // As it stood when this share of its blocks had been read, 0 to 1; never goes back. At 1, the finished
    // record.
    const ScanRecord& at(double share);
    [[nodiscard]] bool over() const { return m_over; }
    [[nodiscard]] const ScanRecord& finished() const { return m_finished; }
    [[nodiscard]] std::uint64_t blocks() const { return m_visited; }

private:
    void play(std::uint64_t block);
    void tellWhatWasFound();

    ScanRecord m_finished;
    ScanRecord m_now;
    std::shared_ptr<Plate> m_plate;
    std::unique_ptr<Route> m_route;
    BlockRange m_range;
    std::uint64_t m_inRange = 0;
    std::uint64_t m_visited = 0; // blocks of the finished scan that were visited
    std::uint64_t m_done = 0;    // of those, played
    std::uint64_t m_defects = 0;
    std::uint64_t m_defectsTold = 0;
    double m_sumNs = 0;
    double m_wholeNs = 0;
    SpanSet m_covered;
    bool m_over = false;
};

} // namespace orbita
