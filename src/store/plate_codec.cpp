// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/plate_codec.h"

#include "core/base/bytes.h"

#include <new>
#include <zstd.h>

namespace orbita {

namespace {

constexpr int compressionLevel = 1; // cells are mostly noise: more effort gains little

std::string encodeChunk(const Plate& plate, std::uint64_t first, std::uint64_t count) {
    std::vector<std::byte> cells(2 * count);
    bool visited = false;
    for (std::uint64_t i = 0; i < count; ++i) {
        const Cell cell = plate.at(first + i);
        visited = visited || cell.visited();
        putLittleEndian(cells, 2 * i, 2, cell.packed());
    }
    if (!visited)
        return {};
    std::string packed(ZSTD_compressBound(cells.size()), '\0');
    const std::size_t size =
        ZSTD_compress(packed.data(), packed.size(), cells.data(), cells.size(), compressionLevel);
    if (ZSTD_isError(size) != 0)
        throw std::bad_alloc(); // nothing else can be wrong: there is room for the worst
    packed.resize(size);
    return packed;
}

// The stripes that overlap a chunk, added up: grows with every change in it.
std::uint64_t stampOf(const Plate& plate, std::uint64_t first, std::uint64_t count) {
    std::uint64_t sum = 0;
    for (std::uint64_t s = first / plate.stripeBlocks(); s <= (first + count - 1) / plate.stripeBlocks(); ++s)
        sum += plate.stamp(s);
    return sum;
}

} // namespace

const std::vector<std::string>& PlateEncoder::encode(const Plate& plate) {
    const std::uint64_t chunks = (plate.blocks() + plateChunkBlocks - 1) / plateChunkBlocks;
    m_chunks.resize(chunks);
    m_stamps.resize(chunks, 0);
    m_changed.clear();
    for (std::uint64_t c = 0; c < chunks; ++c) {
        const std::uint64_t first = c * plateChunkBlocks;
        const std::uint64_t count = std::min(plateChunkBlocks, plate.blocks() - first);
        const std::uint64_t stamp = stampOf(plate, first, count);
        if (stamp == m_stamps[c])
            continue;
        m_chunks[c] = encodeChunk(plate, first, count);
        m_stamps[c] = stamp;
        m_changed.push_back(c);
    }
    return m_chunks;
}

Result<std::shared_ptr<Plate>> decodePlate(std::uint64_t blocks, const std::vector<std::string>& chunks) {
    const auto refuse = [](std::size_t chunk, const char* why) {
        return tl::unexpected(Error{Error::Kind::badCall,
                                    Phrase("reading the plate, chunk {}", {std::to_string(chunk)}), "", why,
                                    "The file is damaged; use another copy."});
    };
    if (chunks.size() != (blocks + plateChunkBlocks - 1) / plateChunkBlocks)
        return refuse(chunks.size(), "the number of chunks does not fit the span");
    auto plate = std::make_shared<Plate>(blocks);
    for (std::size_t c = 0; c < chunks.size(); ++c) {
        if (chunks[c].empty())
            continue;
        const std::uint64_t first = c * plateChunkBlocks;
        const std::uint64_t count = std::min(plateChunkBlocks, blocks - first);
        std::vector<std::byte> cells(2 * count);
        const std::size_t size =
            ZSTD_decompress(cells.data(), cells.size(), chunks[c].data(), chunks[c].size());
        if (ZSTD_isError(size) != 0 || size != cells.size())
            return refuse(c, "it does not unpack to the right length");
        for (std::uint64_t i = 0; i < count; ++i)
            plate->set(first + i, Cell::unpack(static_cast<std::uint16_t>(littleEndian(cells, 2 * i, 2))));
        plate->settle(first, count); // what holds nothing costs nothing
    }
    return plate;
}

} // namespace orbita
