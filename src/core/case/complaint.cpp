// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/case/complaint.h"

#include "core/base/names.h"

namespace orbita {

namespace {

constexpr std::array<std::string_view, complaintMarks> names = {
    "slow",         "freezes",      "crashes",        "will-not-start", "slow-copying", "read-errors",
    "write-errors", "wants-repair", "went-read-only", "noise",          "drops-off",    "was-dropped"};

constexpr std::array<std::string_view, 3> hereNames = {"not-tried", "yes", "no"};

} // namespace

std::string_view reproducedName(Reproduced here) {
    return hereNames[static_cast<std::size_t>(here)];
}

std::optional<Reproduced> reproducedFromName(std::string_view name) {
    return enumFromName<Reproduced>(hereNames, name);
}

std::string_view complaintName(ComplaintMark mark) {
    return names[static_cast<std::size_t>(mark)];
}

std::optional<ComplaintMark> complaintFromName(std::string_view name) {
    return enumFromName<ComplaintMark>(names, name);
}

} // namespace orbita
