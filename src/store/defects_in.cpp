// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/defects_in.h"

#include "core/base/read_file.h"
#include "store/scan_file.h"

#include "core/base/span_set.h"

#include <algorithm>
#include <charconv>
#include <optional>
#include <sstream>

namespace orbita {

namespace {

constexpr std::uint64_t mostLedgerBytes = 1ULL << 30U;
constexpr std::string_view ledgerHead = "lba,sectors,byte_offset,";

// A defect by its place in bytes: the sectors it was written with may have been of another size.
struct Placed {
    LedgerEntry entry;
    std::uint64_t from = 0;
    std::uint64_t bytes = 0;
};

std::vector<std::string_view> fieldsOf(std::string_view line) {
    std::vector<std::string_view> fields;
    for (std::size_t at = 0; at <= line.size();) {
        const std::size_t end = std::min(line.find(',', at), line.size());
        fields.push_back(line.substr(at, end - at));
        at = end + 1;
    }
    return fields;
}

std::optional<std::uint64_t> numberIn(std::string_view field) {
    std::uint64_t value = 0;
    const auto [next, error] = std::from_chars(field.data(), field.data() + field.size(), value);
    return error == std::errc{} && next == field.data() + field.size() ? std::optional(value) : std::nullopt;
}

// A line of a ledger, by the names in its head. Of one without grades nothing is known but the place.
std::optional<Placed> placedIn(const std::vector<std::string_view>& head, std::string_view line,
                               std::uint32_t sectorBytes) {
    const auto fields = fieldsOf(line);
    const auto field = [&](std::string_view name) -> std::string_view {
        const auto at = std::find(head.begin(), head.end(), name) - head.begin();
        return static_cast<std::size_t>(at) < fields.size() ? fields[static_cast<std::size_t>(at)] : "";
    };
    const auto lba = numberIn(field("lba"));
    const auto sectors = numberIn(field("sectors"));
    const auto offset = numberIn(field("byte_offset"));
    if (!lba || !sectors || !offset)
        return std::nullopt;
    // How large a sector was follows from the offset of any but the first.
    const std::uint64_t each = *lba == 0 ? sectorBytes : *offset / *lba;
    if (*sectors == 0 || each < 512 || each > 65536 || (*lba != 0 && *offset % *lba != 0) ||
        *sectors > UINT64_MAX / 65536)
        return std::nullopt;
    Placed placed;
    placed.from = *offset;
    placed.bytes = *sectors * each;
    placed.entry.grade = gradeFromName(field("grade")).value_or(Grade::none);
    placed.entry.standing = standingFromName(field("standing")).value_or(Standing::once);
    return placed;
}

Error unread(const std::string& path, Phrase why, Phrase advice) {
    return {Error::Kind::badCall, "reading the defects in", path, std::move(why), std::move(advice)};
}

Result<std::vector<Placed>> placedIn(const std::string& text, const std::string& path,
                                     const DriveIdentity& drive) {
    std::vector<Placed> places;
    if (text.starts_with(ledgerHead)) {
        std::istringstream lines(text);
        std::string first;
        std::string line;
        const auto withoutReturn = [](std::string& one) {
            if (!one.empty() && one.back() == '\r')
                one.pop_back();
        };
        std::getline(lines, first);
        withoutReturn(first);
        const auto head = fieldsOf(first);
        for (int number = 2; std::getline(lines, line); ++number) {
            withoutReturn(line);
            auto placed = placedIn(head, line, drive.logicalBytes);
            if (!placed && !line.empty())
                return tl::unexpected(
                    unread(path, {"line {} is damaged", {std::to_string(number)}}, "Write the ledger anew."));
            if (placed)
                places.push_back(*placed);
        }
        return places;
    }
    const auto record = scanFromJson(text, path);
    if (!record)
        return tl::unexpected(record.error());
    if (record->drive.serial != drive.serial || record->drive.model != drive.model)
        return tl::unexpected(unread(path, {"it is of {} {}", {record->drive.model, record->drive.serial}},
                                     "Name a scan of this drive."));
    for (const LedgerEntry& entry : record->ledger)
        places.push_back({entry, entry.span.first.value * record->drive.logicalBytes,
                          entry.span.count.value * record->drive.logicalBytes});
    return places;
}

} // namespace

Result<std::vector<LedgerEntry>> defectEntriesIn(const std::string& path, const DriveIdentity& drive) {
    const auto text = readWholeFile(path, "the ledger", mostLedgerBytes);
    if (!text)
        return tl::unexpected(text.error());
    const auto places = placedIn(*text, path, drive);
    if (!places)
        return tl::unexpected(places.error());
    std::vector<LedgerEntry> entries;
    for (const Placed& placed : *places) {
        const std::uint64_t first = placed.from / drive.logicalBytes;
        const std::uint64_t end = (placed.from + placed.bytes + drive.logicalBytes - 1) / drive.logicalBytes;
        if (end > drive.capacity.value)
            return tl::unexpected(unread(path, "it lists a sector beyond the end of this drive",
                                         "Name the ledger of this drive."));
        entries.push_back(placed.entry);
        entries.back().span = {{first}, {end - first}};
    }
    if (entries.empty())
        return tl::unexpected(unread(path, "it lists none", "There is nothing to be looked at again."));
    return entries;
}

Result<std::vector<LbaSpan>> defectsIn(const std::string& path, const DriveIdentity& drive) {
    return defectEntriesIn(path, drive).map([](const std::vector<LedgerEntry>& entries) {
        SpanSet spans;
        for (const LedgerEntry& entry : entries)
            spans.add(entry.span);
        return spans.spans();
    });
}

} // namespace orbita
