// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plate/grade.h"

#include "core/base/names.h"

namespace orbita {

namespace {

constexpr std::array<std::string_view, gradeCount> gradeNames = {
    "not-visited", "steady", "late", "laboured", "straining", "link-fault", "stalled", "unreadable"};
constexpr std::array<std::string_view, 4> standingNames = {"once", "confirmed", "passing", "disturbed"};
constexpr double assumedRpm = 7200;

} // namespace

std::string_view gradeName(Grade grade) {
    return gradeNames[static_cast<std::size_t>(grade)];
}

std::string_view standingName(Standing standing) {
    return standingNames[static_cast<std::size_t>(standing)];
}

std::optional<Grade> gradeFromName(std::string_view name) {
    return enumFromName<Grade>(gradeNames, name);
}

std::optional<Standing> standingFromName(std::string_view name) {
    return enumFromName<Standing>(standingNames, name);
}

Nanoseconds turnOf(const DriveIdentity& identity) {
    const double rpm = identity.rpm ? static_cast<double>(*identity.rpm) : assumedRpm;
    return fromSeconds(60.0 / rpm);
}

Nanoseconds solidStateUnit(Nanoseconds medianServiceTime) {
    return std::max<Nanoseconds>(4 * medianServiceTime, std::chrono::microseconds{500});
}

Grade gradeOf(Nanoseconds excess, Nanoseconds unit, const GradeLimits& limits) {
    const double units = static_cast<double>(excess.count()) / static_cast<double>(unit.count());
    if (units < limits.late)
        return Grade::steady;
    if (units < limits.laboured)
        return Grade::late;
    if (units < limits.straining)
        return Grade::laboured;
    return Grade::straining;
}

} // namespace orbita
