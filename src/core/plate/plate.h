// SPDX-License-Identifier: GPL-3.0-or-later
// The surface map: two bytes a block and a pyramid of summaries above them, so that looking at any part of
// it, however large, costs in proportion to what is drawn.
#pragma once

#include "core/plate/cell.h"

#include <atomic>
#include <memory>
#include <vector>

namespace orbita {

// How the blocks of a scan lie on the drive: block i holds sectors first + i * blockSectors and on; the
// last may be shorter.
struct BlockGrid {
    LbaSpan span;
    std::uint32_t blockSectors = 1;

    [[nodiscard]] std::uint64_t blocks() const {
        return (span.count.value + blockSectors - 1) / blockSectors;
    }
    [[nodiscard]] LbaSpan spanOf(std::uint64_t block) const {
        const Lba from{span.first.value + block * blockSectors};
        return intersection({from, SectorCount{blockSectors}}, span);
    }
    // Requires lba inside span.
    [[nodiscard]] std::uint64_t blockAt(Lba lba) const {
        return (lba.value - span.first.value) / blockSectors;
    }
    friend bool operator==(const BlockGrid&, const BlockGrid&) = default;
};

// What a run of blocks holds.
struct Summary {
    Grade worst = Grade::none;
    std::uint8_t gradesPresent = 0; // bit g: some block has Grade g
    LatencyCode slowest = 0;        // of all blocks whose latency is known; 0: none
    double meanNs = 0;              // mean latency of the blocks whose latency is known; 0: none
    double visited = 0;             // share of the blocks visited, 0 to 1

    [[nodiscard]] bool has(Grade grade) const {
        return (gradesPresent >> static_cast<unsigned>(grade) & 1U) != 0;
    }
};

// More blocks than this no plate has: 20 TB in the smallest blocks are some 5 000 million.
constexpr std::uint64_t mostPlateBlocks = 1ULL << 33U;

// One thread writes; any number may read at the same time, and see each cell and summary whole, if not all of
// one moment. Memory: 2.26 bytes a block.
class Plate {
public:
    explicit Plate(std::uint64_t blocks);

    [[nodiscard]] std::uint64_t blocks() const { return m_blocks; }
    [[nodiscard]] Cell at(std::uint64_t block) const {
        return Cell::unpack(m_cells[block].load(std::memory_order_relaxed));
    }
    // Summarises blocks [first, first + count), which must lie inside. In logarithmic time.
    [[nodiscard]] Summary summarise(std::uint64_t first, std::uint64_t count) const;
    // How many blocks of each grade are in [first, first + count). Skips runs that are steady throughout.
    [[nodiscard]] std::array<std::uint64_t, gradeCount> countGrades(std::uint64_t first,
                                                                    std::uint64_t count) const;
    // The first block at or after `from` with a grade whose bit is set in `grades`; blocks() if there is
    // none.
    [[nodiscard]] std::uint64_t findNext(std::uint64_t from, std::uint8_t grades) const;

    // Writer only. Summaries are stale until settle() is called for the blocks written.
    void set(std::uint64_t block, Cell cell) {
        m_cells[block].store(cell.packed(), std::memory_order_relaxed);
    }
    void settle(std::uint64_t first, std::uint64_t count);

    // To redraw only what changed: the plate is cut into stripes, each with a stamp that grows when it
    // changes.
    [[nodiscard]] std::size_t stripes() const { return m_stamps.size(); }
    [[nodiscard]] std::uint32_t stamp(std::size_t stripe) const {
        return m_stamps[stripe].load(std::memory_order_relaxed);
    }
    [[nodiscard]] std::uint64_t stripeBlocks() const { return m_stripeBlocks; }

    [[nodiscard]] std::uint64_t memoryBytes() const;
    // At most so much of it for a plate of so many blocks.
    static constexpr std::uint64_t mostMemoryBytes(std::uint64_t blocks) {
        return blocks * 5 / 2 + (std::uint64_t{1} << 20U);
    }

private:
    struct FreeDeleter {
        void operator()(void* memory) const;
    };
    template <class T>
    using Array = std::unique_ptr<std::atomic<T>[], FreeDeleter>;
    struct Level {
        Array<std::uint64_t> nodes;
        std::uint64_t count = 0;
        std::uint64_t span = 0; // blocks below one node
    };

    template <class T>
    static Array<T> zeroed(std::uint64_t count);
    class Gather;
    void gatherNodes(Gather& gather, std::size_t level, std::uint64_t from, std::uint64_t to) const;
    void gather(Gather& gather, std::uint64_t from, std::uint64_t to) const;

    std::uint64_t m_blocks;
    Array<std::uint16_t> m_cells;
    std::vector<Level> m_levels; // m_levels[0] lies just above the cells
    std::uint64_t m_stripeBlocks;
    std::vector<std::atomic<std::uint32_t>> m_stamps;
};

} // namespace orbita
