// SPDX-License-Identifier: GPL-3.0-or-later
// Whether a partition table is whole: pure functions on the bytes at a drive's two ends. Layouts: the UEFI
// specification, GUID partition table; the classic table of the first sector is older than any standard.
#pragma once

#include <cstddef>
#include <cstdint>
#include <optional>
#include <span>
#include <string_view>
#include <vector>

namespace orbita {

enum class TableState : std::uint8_t {
    none,             // no table where one would be
    classic,          // of the first sector (MBR)
    gpt,              // both copies whole
    gptFirstDamaged,  // the copy at the beginning is damaged or gone, the one at the end is whole
    gptSecondDamaged, // the other way round
    gptDamaged        // it was a GUID partition table; neither copy is whole
};
std::string_view tableStateName(TableState state);
std::optional<TableState> tableStateFromName(std::string_view name);

// Bytes at the beginning to be looked at: the first sector, the header, and the usual 128 entries.
constexpr std::size_t tableHeadBytes(std::size_t logicalBytes) {
    return 2 * logicalBytes + std::size_t{128} * 128;
}

// `head`: the first tableHeadBytes of the drive, or fewer where it is smaller. `last`: its last sector.
TableState judgeTable(std::span<const std::byte> head, std::span<const std::byte> last,
                      std::uint32_t logicalBytes, std::uint64_t sectors);

} // namespace orbita
