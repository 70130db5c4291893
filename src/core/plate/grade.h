// SPDX-License-Identifier: GPL-3.0-or-later
// Grades: how late a block is against what this drive does nearby, in units of u.
#pragma once

#include "core/base/units.h"
#include "core/drive/identity.h"

#include <array>
#include <optional>
#include <string_view>

namespace orbita {

// Worst last. `none` is a block not yet visited; a link fault stands outside the order of lateness, as it
// accuses the cable and not the surface, but is worth more attention than a slow block.
enum class Grade : std::uint8_t { none, steady, late, laboured, straining, linkFault, stalled, unreadable };
constexpr std::size_t gradeCount = 8;
constexpr std::array<Grade, gradeCount> allGrades = {Grade::none,     Grade::steady,    Grade::late,
                                                     Grade::laboured, Grade::straining, Grade::linkFault,
                                                     Grade::stalled,  Grade::unreadable};

// For sets of grades: bit g stands for Grade g.
constexpr std::uint8_t gradeBit(Grade grade) {
    return static_cast<std::uint8_t>(1U << static_cast<unsigned>(grade));
}

// Whether a defect was seen once, seen again from the medium, good on every later read, or measured while
// something else used the drive.
enum class Standing : std::uint8_t { once, confirmed, passing, disturbed };

// The words of files and scripts: "steady", "link-fault", "once", ...
std::string_view gradeName(Grade grade);
std::string_view standingName(Standing standing);
std::optional<Grade> gradeFromName(std::string_view name);
std::optional<Standing> standingFromName(std::string_view name);

// Multiples of u at which a grade begins.
struct GradeLimits {
    double late = 2;
    double laboured = 8;
    double straining = 32;
};

// u of a rotating drive: one revolution; 8.33 ms (7200 rpm) where its rate is unknown.
Nanoseconds turnOf(const DriveIdentity& identity);
// u of a solid-state drive: four times the median service time of its first thousand blocks, at least 0.5 ms.
Nanoseconds solidStateUnit(Nanoseconds medianServiceTime);

// The grade of a block that was answered with `excess` over the baseline. Exactly at a limit: the worse
// grade.
Grade gradeOf(Nanoseconds excess, Nanoseconds unit, const GradeLimits& limits);

} // namespace orbita
