// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/error.h"
#include "core/plate/plate.h"

#include <string>

namespace orbita {

// Blocks are stored in chunks of this many cells.
constexpr std::uint64_t plateChunkBlocks = 65536;

// Encodes a plate that is still being written, again and again: only chunks that changed since the last time
// are compressed anew. A chunk is its cells as little-endian 16-bit numbers, compressed with zstd; an empty
// one stands for blocks none of which has been visited.
class PlateEncoder {
public:
    // The chunks of `plate`, in order. Always the same plate for one encoder.
    const std::vector<std::string>& encode(const Plate& plate);
    // The chunks that the latest call compressed anew, ascending.
    [[nodiscard]] const std::vector<std::size_t>& changed() const { return m_changed; }
    // The next call compresses all of them anew.
    void forget() { m_stamps.clear(); }

private:
    std::vector<std::string> m_chunks;
    std::vector<std::uint64_t> m_stamps;
    std::vector<std::size_t> m_changed;
};

// Error texts name the chunk. Wrong length, damaged compression and impossible grades are refused.
Result<std::shared_ptr<Plate>> decodePlate(std::uint64_t blocks, const std::vector<std::string>& chunks);

} // namespace orbita
