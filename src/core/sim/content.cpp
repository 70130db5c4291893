// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/sim/content.h"

#include <cstring>

namespace orbita::sim {

namespace {

constexpr std::uint64_t regionSectors = 4096;
constexpr std::uint64_t emptyRegionsOf16 = 3; // zeros that somebody has written

// The finaliser of a common hash (splitmix64): every bit of the result depends on every bit given.
std::uint64_t mixed(std::uint64_t x) {
    x += 0x9E3779B97F4A7C15ULL;
    x = (x ^ (x >> 30U)) * 0xBF58476D1CE4E5B9ULL;
    x = (x ^ (x >> 27U)) * 0x94D049BB133111EBULL;
    return x ^ (x >> 31U);
}

constexpr std::size_t noiseBytes = 128U << 10U; // longer than any sector

const std::vector<std::byte>& noise() {
    static const std::vector<std::byte> bytes = [] {
        std::vector<std::byte> b(noiseBytes);
        for (std::size_t i = 0; i < b.size(); i += sizeof(std::uint64_t)) {
            const std::uint64_t word = mixed(i);
            std::memcpy(b.data() + i, &word, sizeof word);
        }
        return b;
    }();
    return bytes;
}

} // namespace

bool isUnmapped(const Scenario& scenario, const LbaSpan& span) {
    for (const LbaSpan& empty : scenario.unmapped)
        if (intersection(span, empty) == span)
            return true;
    return false;
}

void readContent(const Scenario& scenario, Lba first, std::span<std::byte> bytes) {
    const std::uint32_t sectorBytes = scenario.identity.logicalBytes;
    const std::uint64_t seed = mixed(scenario.seed);
    for (std::size_t at = 0; at + sectorBytes <= bytes.size(); at += sectorBytes) {
        const Lba lba{first.value + at / sectorBytes};
        const std::span sector = bytes.subspan(at, sectorBytes);
        const bool empty =
            scenario.rotating() && mixed(seed ^ lba.value / regionSectors) % 16 < emptyRegionsOf16;
        if (empty || (!scenario.unmapped.empty() && isUnmapped(scenario, {lba, {1}}))) {
            std::memset(sector.data(), 0, sector.size());
            continue;
        }
        // A cut-out of one noise, and a word that no other sector has.
        const std::uint64_t word = mixed(seed + lba.value);
        const std::size_t from = word % (noise().size() - sectorBytes);
        std::memcpy(sector.data(), noise().data() + from, sectorBytes);
        std::memcpy(sector.data(), &word, sizeof word);
    }
}

} // namespace orbita::sim
