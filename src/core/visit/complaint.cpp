// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/visit/complaint.h"

#include "core/base/names.h"

namespace orbita {

namespace {

constexpr std::array<std::string_view, complaintMarks> names = {
    "slow",         "freezes",      "crashes",        "will-not-start", "slow-copying", "read-errors",
    "write-errors", "wants-repair", "went-read-only", "noise",          "drops-off",    "was-dropped"};

} // namespace

std::string_view complaintName(ComplaintMark mark) {
    return names[static_cast<std::size_t>(mark)];
}

std::optional<ComplaintMark> complaintFromName(std::string_view name) {
    return enumFromName<ComplaintMark>(names, name);
}

} // namespace orbita
