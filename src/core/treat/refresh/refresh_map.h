// SPDX-License-Identifier: GPL-3.0-or-later
// What reading, writing and reading again took at each place of a drive that is refreshed: a map of each, on
// one grid.
#pragma once

#include "core/plate/baseline.h"
#include "core/plate/plate.h"

#include <array>
#include <memory>
#include <optional>
#include <vector>

namespace orbita {

// The three ways over a drive, in the order of a piece's.
enum class RefreshPass : std::uint8_t { read, write, check };
constexpr std::size_t refreshPasses = 3;

// The maps alone, for whoever looks at them meanwhile.
struct RefreshPlates {
    BlockGrid grid;
    std::array<std::shared_ptr<const Plate>, refreshPasses> of;
    [[nodiscard]] const std::shared_ptr<const Plate>& at(RefreshPass pass) const {
        return of[static_cast<std::size_t>(pass)];
    }
};

class RefreshMap {
public:
    // Pieces begin at the multiples of `blockSectors`, and so do the blocks of the maps; a block is several
    // pieces on drives that would come to too many.
    RefreshMap(const DriveIdentity& drive, std::uint32_t blockSectors);

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

    BlockGrid m_grid;
    std::vector<Layer> m_layers;
};

} // namespace orbita
