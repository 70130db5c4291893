// SPDX-License-Identifier: GPL-3.0-or-later
// What reading, writing and reading again took at each place of a drive that is refreshed: a map of each, on
// one grid.
#pragma once

#include "core/plate/baseline.h"
#include "core/treat/refresh/refresh_plan.h"

#include <array>
#include <memory>
#include <optional>
#include <vector>

namespace orbita {

// The three ways over a drive, in the order of a piece's.
enum class RefreshPass : std::uint8_t { read, write, check };
constexpr std::size_t refreshPasses = 3;

// The pieces of a plan in their order, one a block of its maps; several where they would be too many.
class PieceGrid {
public:
    PieceGrid() = default;
    PieceGrid(const std::vector<LbaSpan>& spans, std::uint32_t blockSectors);

    [[nodiscard]] std::uint64_t blocks() const;
    // From its first piece to its last. Requires block < blocks().
    [[nodiscard]] LbaSpan spanOf(std::uint64_t block) const;
    // The block that holds `lba`, or the next one behind it; the last one where there is none.
    [[nodiscard]] std::uint64_t blockAt(Lba lba) const;

private:
    struct Run {
        LbaSpan span;
        std::uint64_t first = 0; // of its pieces
    };
    [[nodiscard]] LbaSpan pieceAt(std::uint64_t piece) const;

    std::vector<Run> m_runs;
    std::uint32_t m_blockSectors = 1;
    std::uint64_t m_pieces = 0;
    std::uint64_t m_together = 1; // pieces to a block
};

// The maps alone, for whoever looks at them meanwhile.
struct RefreshPlates {
    PieceGrid grid;
    std::array<std::shared_ptr<const Plate>, refreshPasses> of;
    [[nodiscard]] const std::shared_ptr<const Plate>& at(RefreshPass pass) const {
        return of[static_cast<std::size_t>(pass)];
    }
};

class RefreshMap {
public:
    RefreshMap(const DriveIdentity& drive, const RefreshPlan& plan);

    [[nodiscard]] RefreshPlates plates() const;

    // What sound places take, elsewhere: before the first piece of that pass.
    void seed(RefreshPass pass, Nanoseconds latency);
    void endSeeding(RefreshPass pass);

    // Enters a piece that was answered. Returns its grade; nothing while there is nothing to compare it with.
    // `inOrder`: it was reached like those before it, and says what is usual here.
    std::optional<Grade> add(RefreshPass pass, const LbaSpan& piece, Nanoseconds latency, bool inOrder);
    // What it would be, without entering it.
    [[nodiscard]] std::optional<Grade> judge(RefreshPass pass, Nanoseconds latency) const;
    // One that was not.
    void addFailed(RefreshPass pass, const LbaSpan& piece);

private:
    struct Layer {
        std::shared_ptr<Plate> plate;
        Grader grader;
        std::vector<std::pair<LbaSpan, Nanoseconds>> held;
    };
    void show(Layer& layer, const LbaSpan& piece, Grade grade, Nanoseconds latency);
    [[nodiscard]] Layer& at(RefreshPass pass) { return m_layers[static_cast<std::size_t>(pass)]; }

    PieceGrid m_grid;
    std::vector<Layer> m_layers;
};

} // namespace orbita
