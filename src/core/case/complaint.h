// SPDX-License-Identifier: GPL-3.0-or-later
// What brought the drive to the bench.
#pragma once

#include <array>
#include <cstdint>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace orbita {

enum class ComplaintMark : std::uint8_t {
    slow,
    freezes,
    crashes,
    willNotStart,
    slowCopying,
    readErrors,
    writeErrors,
    wantsRepair, // the file system does
    wentReadOnly,
    noise,
    dropsOff,
    wasDropped // it fell
};
constexpr std::size_t complaintMarks = 12;

// The words of files: "slow", "freezes", ...
std::string_view complaintName(ComplaintMark mark);
std::optional<ComplaintMark> complaintFromName(std::string_view name);

// Such a complaint alone means: every further minute may be the last; save the data.
constexpr bool meansStop(ComplaintMark mark) {
    return mark == ComplaintMark::noise || mark == ComplaintMark::freezes ||
           mark == ComplaintMark::dropsOff || mark == ComplaintMark::wasDropped;
}

enum class Reproduced : std::uint8_t { notTried, yes, no };
std::string_view reproducedName(Reproduced here);
std::optional<Reproduced> reproducedFromName(std::string_view name);

struct Complaint {
    ComplaintMark mark = ComplaintMark::slow;
    Reproduced here = Reproduced::notTried;
    friend bool operator==(const Complaint&, const Complaint&) = default;
};

} // namespace orbita
