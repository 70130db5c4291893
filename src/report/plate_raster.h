// SPDX-License-Identifier: GPL-3.0-or-later
// The plate as a raster: one pixel a cell, each cell a run of blocks, rows from left to right and top to
// bottom.
#pragma once

#include "core/plate/plate.h"
#include "report/palette.h"

#include <QImage>
#include <memory>
#include <optional>
#include <vector>

namespace orbita {

// Which blocks are in view, and into how many cells they are laid.
struct RasterView {
    std::uint64_t first = 0;
    std::uint64_t count = 0; // of blocks; at least 1
    int columns = 1;
    int rows = 1;

    [[nodiscard]] std::uint64_t cells() const {
        return static_cast<std::uint64_t>(columns) * static_cast<std::uint64_t>(rows);
    }
    // First block of a cell; of cell cells(): the end of the view. Neighbouring cells share no block.
    [[nodiscard]] std::uint64_t blockOfCell(std::uint64_t cell) const;
    // The cell that shows `block`, which must be in view.
    [[nodiscard]] std::uint64_t cellOfBlock(std::uint64_t block) const;
    friend bool operator==(const RasterView&, const RasterView&) = default;
};

// What blocks [first, end) usually take, in ns: the median of the means of their parts, which a few defects
// do not move. 0 where none has been read.
double usualLatency(const Plate& plate, std::uint64_t first, std::uint64_t end);

// Keeps what it has drawn and redraws only cells whose blocks changed.
class PlateRaster {
public:
    // Brings the raster up to date. True if anything changed. A plate, view or palette other than before
    // redraws all.
    bool update(const std::shared_ptr<const Plate>& plate, const RasterView& view, const Palette& palette);

    [[nodiscard]] const QImage& image() const { return m_image; }
    // The worst grade in each cell; `none` where nothing has been visited.
    [[nodiscard]] const std::vector<Grade>& worst() const { return m_worst; }
    // Bit g: Grade g occurs in the cell.
    [[nodiscard]] const std::vector<std::uint8_t>& present() const { return m_present; }
    // True for a cell whose defects do not count against the drive: good on every later read, or measured
    // while something else used it. Looked up for the first few of its worst grade.
    [[nodiscard]] bool faded(std::uint64_t cell) const { return m_faded[cell]; }
    [[nodiscard]] const RasterView& view() const { return m_view; }

private:
    void drawCells(std::uint64_t from, std::uint64_t to, const Palette& palette);
    void settleReference();
    [[nodiscard]] bool nothingCounts(std::uint64_t first, std::uint64_t end, Grade worst) const;

    std::shared_ptr<const Plate> m_plate;
    RasterView m_view;
    std::optional<ColourScheme> m_scheme;
    std::vector<std::uint32_t> m_stamps;
    QImage m_image;
    std::vector<Grade> m_worst;
    std::vector<std::uint8_t> m_present;
    std::vector<bool> m_faded;
    double m_referenceNs = 0; // mean latency of the first blocks read; 0 until there are enough
};

} // namespace orbita
