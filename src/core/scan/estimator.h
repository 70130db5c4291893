// SPDX-License-Identifier: GPL-3.0-or-later
// How long a scan will take: a curve of pace over the drive, corrected by what has been seen.
#pragma once

#include "core/base/units.h"

#include <optional>
#include <vector>

namespace orbita {

class Estimator {
public:
    explicit Estimator(LbaSpan span) : m_span(span) {}

    // One measurement ahead of the scan: reading around `at` takes this long a sector. In ascending order.
    void addProbe(Lba at, double nsPerSector);
    // What a part without defects took. Parts with defects are left out: they say nothing of the rest.
    void observe(LbaSpan part, Nanoseconds took);

    // What reading `part` should take; absent while nothing at all is known.
    [[nodiscard]] std::optional<Nanoseconds> expected(LbaSpan part) const;

private:
    // By the curve alone, in its own unit: nanoseconds with probes, sectors without.
    [[nodiscard]] double byCurve(LbaSpan part) const;
    [[nodiscard]] double curveAt(double lba) const;

    struct Probe {
        double lba;
        double nsPerSector;
    };

    LbaSpan m_span;
    std::vector<Probe> m_probes;
    double m_observedNs = 0;
    double m_predicted = 0; // by the curve, of the same parts
};

// A first guess from the kind of drive alone, before anything is read. Wide: a factor of two to three.
struct DurationRange {
    Nanoseconds least;
    Nanoseconds most;
};
DurationRange guessDuration(std::uint64_t bytes, bool rotating, bool throughUsb);

} // namespace orbita
