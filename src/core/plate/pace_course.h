// SPDX-License-Identifier: GPL-3.0-or-later
// What a block should take at each place of a drive, by reads spaced over it before the first block is
// graded.
#pragma once

#include "core/base/units.h"

#include <vector>

namespace orbita {

class PaceCourse {
public:
    // One place where a few blocks were read the way the scan will read them: in ascending order. `perSector`
    // in nanoseconds.
    void add(Lba at, double perSector) { m_points.push_back({static_cast<double>(at.value), perSector}); }

    // When all are there. Leaves out what cannot have come from a rotating medium, faster than any there is,
    // and a patch slower than what lies on both sides of it by more than `unit` a block, of up to a fifth of
    // the places: it must not become its own measure. Fewer than `leastPlaces` make no course.
    void settle(bool rotating, Nanoseconds unit, std::uint32_t blockSectors, std::uint32_t logicalBytes);
    static constexpr std::size_t leastPlaces = 4;

    [[nodiscard]] bool known() const { return m_settled; }
    // Zero while not known.
    [[nodiscard]] Nanoseconds expected(LbaSpan span) const;

private:
    struct Point {
        double lba;
        double perSector;
    };
    [[nodiscard]] double at(double lba) const;

    std::vector<Point> m_points;
    bool m_settled = false;
};

} // namespace orbita
