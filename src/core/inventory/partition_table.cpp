// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/inventory/partition_table.h"

#include "core/base/bytes.h"
#include "core/base/checksum.h"
#include "core/base/names.h"

#include <algorithm>
#include <array>

namespace orbita {

namespace {

constexpr std::array<std::string_view, 6> stateNames = {
    "none", "classic", "gpt", "gpt-first-damaged", "gpt-second-damaged", "gpt-damaged"};

constexpr std::string_view signature = "EFI PART";
constexpr std::size_t leastHeaderBytes = 92;
constexpr std::size_t atHeaderBytes = 12;
constexpr std::size_t atHeaderCrc = 16;
constexpr std::size_t atOwnLba = 24;
constexpr std::size_t atOtherLba = 32;
constexpr std::size_t atEntriesLba = 72;
constexpr std::size_t atEntryCount = 80;
constexpr std::size_t atEntryBytes = 84;
constexpr std::size_t atEntriesCrc = 88;
constexpr std::size_t entryCount = 128;
constexpr std::size_t entryBytes = 128;

constexpr std::size_t atClassicEntries = 446;
constexpr std::size_t atClassicMark = 510;
constexpr unsigned protectiveType = 0xEE;

bool hasSignature(std::span<const std::byte> sector) {
    return sector.size() >= leastHeaderBytes &&
           std::equal(signature.begin(), signature.end(), sector.begin(),
                      [](char c, std::byte b) { return static_cast<std::byte>(c) == b; });
}

// The header says that it is at `lba`, and its checksum holds.
bool isWhole(std::span<const std::byte> sector, std::uint64_t lba) {
    if (!hasSignature(sector))
        return false;
    const auto bytes = static_cast<std::size_t>(littleEndian(sector, atHeaderBytes, 4));
    if (bytes < leastHeaderBytes || bytes > sector.size() || littleEndian(sector, atOwnLba, 8) != lba)
        return false;
    std::vector<std::byte> header(sector.begin(), sector.begin() + static_cast<std::ptrdiff_t>(bytes));
    putLittleEndian(header, atHeaderCrc, 4, 0); // counted as zero in its own checksum
    return crcOf(header) == littleEndian(sector, atHeaderCrc, 4);
}

// The entries behind the first header; those not among the bytes at hand are believed.
bool entriesWhole(std::span<const std::byte> head, std::uint32_t logicalBytes) {
    const auto header = head.subspan(logicalBytes);
    const std::uint64_t count = littleEndian(header, atEntryCount, 4);
    const std::uint64_t size = littleEndian(header, atEntryBytes, 4);
    const std::uint64_t at = littleEndian(header, atEntriesLba, 8);
    if (count > head.size() || size > head.size() || at > head.size())
        return true;
    const std::uint64_t begin = at * logicalBytes;
    if (begin > head.size() || count * size > head.size() - begin)
        return true;
    return crcOf(head.subspan(static_cast<std::size_t>(begin), static_cast<std::size_t>(count * size))) ==
           littleEndian(header, atEntriesCrc, 4);
}

bool hasClassicMark(std::span<const std::byte> head) {
    return head.size() >= atClassicMark + 2 && littleEndian(head, atClassicMark, 2) == 0xAA55;
}

bool isProtective(std::span<const std::byte> head) {
    if (!hasClassicMark(head))
        return false;
    for (std::size_t i = 0; i < 4; ++i)
        if (byteAt(head, atClassicEntries + i * 16 + 4) == protectiveType)
            return true;
    return false;
}

} // namespace

std::string_view tableStateName(TableState state) {
    return stateNames[static_cast<std::size_t>(state)];
}

std::optional<TableState> tableStateFromName(std::string_view name) {
    return enumFromName<TableState>(stateNames, name);
}

TableState judgeTable(std::span<const std::byte> head, std::span<const std::byte> last,
                      std::uint32_t logicalBytes, std::uint64_t sectors) {
    if (logicalBytes < 512 || sectors < 2)
        return TableState::none;
    const bool room = head.size() >= std::size_t{2} * logicalBytes;
    const auto header = room ? head.subspan(logicalBytes, logicalBytes) : std::span<const std::byte>{};
    const bool first = isWhole(header, 1) && entriesWhole(head, logicalBytes);
    const bool second = isWhole(last, sectors - 1);
    if (first && second)
        return TableState::gpt;
    if (first)
        return TableState::gptSecondDamaged;
    // A second copy alone may be left over from before: it counts where the first sector does not say
    // otherwise.
    const bool protective = isProtective(head);
    if (second && (protective || !hasClassicMark(head)))
        return TableState::gptFirstDamaged;
    if (protective || hasSignature(header))
        return TableState::gptDamaged;
    return hasClassicMark(head) ? TableState::classic : TableState::none;
}

} // namespace orbita
