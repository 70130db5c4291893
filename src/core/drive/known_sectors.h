// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/units.h"

#include <cstddef>
#include <cstdint>
#include <span>
#include <vector>

namespace orbita {

// Sectors known from before, by which a drive is told again where nothing else does it.
struct KnownSectors {
    LbaSpan span;
    std::uint32_t crc32 = 0; // of their bytes, see checksum.h
    friend bool operator==(const KnownSectors&, const KnownSectors&) = default;
};

// A few of what is read, spread over a span: never empty ones, for those are alike on every drive.
class KnownSectorChooser {
public:
    static constexpr std::size_t most = 16;

    KnownSectorChooser() = default;
    KnownSectorChooser(LbaSpan over, std::uint32_t sectorsEach, std::uint32_t sectorBytes)
        : m_over(over), m_sectors(sectorsEach), m_sectorBytes(sectorBytes) {}

    void restore(std::vector<KnownSectors> known) { m_known = std::move(known); }
    // What was read, from `first` on. Returns true where some of it was chosen.
    bool look(Lba first, std::span<const std::byte> data);

    [[nodiscard]] const std::vector<KnownSectors>& known() const { return m_known; }

private:
    LbaSpan m_over;
    std::uint32_t m_sectors = 1;
    std::uint32_t m_sectorBytes = 512;
    std::vector<KnownSectors> m_known;
    std::uint64_t m_part = ~0ULL; // of the span, that the latest was taken from
};

} // namespace orbita
