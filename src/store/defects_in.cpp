// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/defects_in.h"

#include "core/base/read_file.h"
#include "store/scan_file.h"

#include "core/base/span_set.h"

#include <array>
#include <charconv>
#include <optional>
#include <sstream>

namespace orbita {

namespace {

constexpr std::uint64_t mostLedgerBytes = 1ULL << 30U;
constexpr std::string_view ledgerHead = "lba,sectors,byte_offset,";

struct Bytes {
    std::uint64_t from = 0;
    std::uint64_t count = 0;
};

// The first three fields of a line.
std::optional<Bytes> bytesOf(const std::string& line, std::uint32_t sectorBytes) {
    std::array<std::uint64_t, 3> fields{};
    const char* at = line.data();
    const char* const end = line.data() + line.size();
    for (std::uint64_t& field : fields) {
        const auto [next, error] = std::from_chars(at, end, field);
        if (error != std::errc{} || next == end || *next != ',')
            return std::nullopt;
        at = next + 1;
    }
    const auto [lba, sectors, offset] = fields;
    // How large a sector was follows from the offset of any but the first.
    const std::uint64_t each = lba == 0 ? sectorBytes : offset / lba;
    if (sectors == 0 || each < 512 || each > 65536 || (lba != 0 && offset % lba != 0) ||
        sectors > UINT64_MAX / 65536)
        return std::nullopt;
    return Bytes{offset, sectors * each};
}

} // namespace

Result<std::vector<LbaSpan>> defectsIn(const std::string& path, const DriveIdentity& drive) {
    const auto refuse = [&](Phrase why, Phrase advice) {
        return tl::unexpected(
            Error{Error::Kind::badCall, "reading the defects in", path, std::move(why), std::move(advice)});
    };
    const auto text = readWholeFile(path, "the ledger", mostLedgerBytes);
    if (!text)
        return tl::unexpected(text.error());
    std::vector<Bytes> places;
    if (text->starts_with(ledgerHead)) {
        std::istringstream lines(*text);
        std::string line;
        std::getline(lines, line);
        for (int number = 2; std::getline(lines, line); ++number) {
            if (!line.empty() && line.back() == '\r')
                line.pop_back();
            const auto bytes = bytesOf(line, drive.logicalBytes);
            if (!bytes && !line.empty())
                return refuse({"line {} is damaged", {std::to_string(number)}}, "Write the ledger anew.");
            if (bytes)
                places.push_back(*bytes);
        }
    } else {
        const auto record = scanFromJson(*text, path);
        if (!record)
            return tl::unexpected(record.error());
        if (record->drive.serial != drive.serial || record->drive.model != drive.model)
            return refuse({"it is of {} {}", {record->drive.model, record->drive.serial}},
                          "Name a scan of this drive.");
        for (const LedgerEntry& entry : record->ledger)
            places.push_back({entry.span.first.value * record->drive.logicalBytes,
                              entry.span.count.value * record->drive.logicalBytes});
    }
    SpanSet spans;
    for (const Bytes& bytes : places) {
        const std::uint64_t first = bytes.from / drive.logicalBytes;
        const std::uint64_t end = (bytes.from + bytes.count + drive.logicalBytes - 1) / drive.logicalBytes;
        if (end > drive.capacity.value)
            return refuse("it lists a sector beyond the end of this drive", "Name the ledger of this drive.");
        spans.add({{first}, {end - first}});
    }
    if (spans.empty())
        return refuse("it lists none", "There is nothing to be looked at again.");
    return spans.spans();
}

} // namespace orbita
