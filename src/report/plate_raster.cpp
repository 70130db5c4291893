// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/plate_raster.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace orbita {

namespace {

constexpr int lookedUp = 8; // defects of a cell, for whether any counts
constexpr std::uint64_t referenceBlocks = 256;
// How a steady block's shade follows from its latency: by how much slower it is than the first blocks read
// (zones), and than its surroundings (heads, single retries).
constexpr double shadeAtReference = 0.22;
constexpr double shadePerDoubling = 0.5;
constexpr double shadePerDeviation = 5.0;

double shadeOf(double meanNs, double referenceNs, double nearbyNs) {
    const double zone = referenceNs > 0 ? shadePerDoubling * std::log2(meanNs / referenceNs) : 0;
    const double local = nearbyNs > 0 ? shadePerDeviation * (meanNs / nearbyNs - 1) : 0;
    return std::clamp(shadeAtReference + zone + std::clamp(local, -0.2, 0.35), 0.0, 1.0);
}

} // namespace

double usualLatency(const Plate& plate, std::uint64_t first, std::uint64_t end) {
    constexpr std::uint64_t parts = 9;
    std::array<double, parts> means{};
    std::size_t known = 0;
    for (std::uint64_t i = 0; i < parts; ++i) {
        const std::uint64_t from = first + (end - first) * i / parts;
        const std::uint64_t to = first + (end - first) * (i + 1) / parts;
        const double mean = to > from ? plate.summarise(from, to - from).meanNs : 0;
        if (mean > 0)
            means[known++] = mean;
    }
    if (known == 0)
        return 0;
    const auto middle = means.begin() + static_cast<std::ptrdiff_t>(known / 2);
    std::nth_element(means.begin(), middle, means.begin() + static_cast<std::ptrdiff_t>(known));
    return *middle;
}

std::uint64_t RasterView::blockOfCell(std::uint64_t cell) const {
    // Split, so that no product exceeds 64 bits.
    const std::uint64_t all = std::max<std::uint64_t>(1, cells());
    const std::uint64_t whole = count / all;
    const std::uint64_t rest = count % all;
    return first + whole * cell + rest * cell / all;
}

std::uint64_t RasterView::cellOfBlock(std::uint64_t block) const {
    const double guess =
        static_cast<double>(block - first) / static_cast<double>(count) * static_cast<double>(cells());
    std::uint64_t cell = std::min(static_cast<std::uint64_t>(guess), cells() - 1);
    while (cell > 0 && blockOfCell(cell) > block)
        --cell;
    while (cell + 1 < cells() && blockOfCell(cell + 1) <= block)
        ++cell;
    return cell;
}

void PlateRaster::settleReference() {
    if (m_referenceNs > 0)
        return;
    // The first blocks read, wherever they are: usually at the beginning.
    const std::uint64_t first = m_plate->findNext(0, gradeBit(Grade::steady));
    if (first + referenceBlocks > m_plate->blocks())
        return;
    const Summary summary = m_plate->summarise(first, referenceBlocks);
    if (summary.visited >= 1)
        m_referenceNs = summary.meanNs;
}

bool PlateRaster::nothingCounts(std::uint64_t first, std::uint64_t end, Grade worst) const {
    if (worst < Grade::laboured || worst == Grade::linkFault)
        return false;
    int looked = 0;
    for (std::uint64_t block = m_plate->findNext(first, gradeBit(worst)); block < end && looked < lookedUp;
         block = m_plate->findNext(block + 1, gradeBit(worst)), ++looked) {
        const Standing standing = m_plate->at(block).standing;
        if (standing == Standing::once || standing == Standing::confirmed)
            return false;
    }
    return looked > 0;
}

void PlateRaster::drawCells(std::uint64_t from, std::uint64_t to, const Palette& palette) {
    const auto columns = static_cast<std::uint64_t>(m_view.columns);
    const QRgb ground = palette[Tone::plateGround].rgb();
    const QRgb late = palette[Tone::late].rgb();
    double nearbyNs = 0;
    std::uint64_t nearbyRow = UINT64_MAX;
    for (std::uint64_t cell = from; cell < to; ++cell) {
        const std::uint64_t row = cell / columns;
        if (row != nearbyRow) {
            const std::uint64_t rowFirst = m_view.blockOfCell(row * columns);
            const std::uint64_t rowEnd = m_view.blockOfCell((row + 1) * columns);
            nearbyNs = usualLatency(*m_plate, rowFirst, rowEnd);
            nearbyRow = row;
        }
        const std::uint64_t first = m_view.blockOfCell(cell);
        // With more cells than blocks, several cells show the same block.
        const std::uint64_t end =
            std::max(m_view.blockOfCell(cell + 1), std::min(first + 1, m_plate->blocks()));
        const Summary summary = first < end ? m_plate->summarise(first, end - first) : Summary{};
        m_worst[cell] = summary.worst;
        m_present[cell] = summary.gradesPresent;
        m_faded[cell] = nothingCounts(first, end, summary.worst);
        QRgb colour = ground;
        switch (summary.worst) {
        case Grade::none:
            // Hatched: told apart from what was not visited by more than its shade.
            if (first < end && (row + cell % columns) % 3 == 0 && m_plate->at(first).unmapped())
                colour = palette[Tone::unmapped].rgb();
            else if (first < end && (row + cell % columns) % 2 == 0 && m_plate->at(first).ungraded())
                colour = palette[Tone::ungraded].rgb();
            break;
        case Grade::steady:
            colour = palette.steady(shadeOf(summary.meanNs, m_referenceNs, nearbyNs));
            break;
        case Grade::late:
            colour = late;
            break;
        case Grade::laboured:
        case Grade::straining:
        case Grade::linkFault:
        case Grade::stalled:
        case Grade::unreadable:
            colour = palette.grade(summary.worst).rgb();
            break;
        }
        reinterpret_cast<QRgb*>(m_image.scanLine(static_cast<int>(row)))[cell % columns] = colour;
    }
}

bool PlateRaster::update(const std::shared_ptr<const Plate>& plate, const RasterView& view,
                         const Palette& palette) {
    const bool anew = plate != m_plate || view != m_view || palette.scheme() != m_scheme;
    if (plate != m_plate)
        m_referenceNs = 0;
    m_plate = plate;
    m_view = view;
    m_scheme = palette.scheme();
    if (anew) {
        m_image = QImage(view.columns, view.rows, QImage::Format_RGB32);
        m_image.fill(palette[Tone::plateGround]);
        m_worst.assign(view.cells(), Grade::none);
        m_present.assign(view.cells(), 0);
        m_faded.assign(view.cells(), false);
        m_stamps.assign(plate ? plate->stripes() : 0, 0);
    }
    if (!plate || plate->blocks() == 0)
        return anew;
    const double reference = m_referenceNs;
    settleReference();
    if (reference != m_referenceNs) // all that was drawn was drawn without it
        std::fill(m_stamps.begin(), m_stamps.end(), 0);

    bool changed = anew;
    const std::uint64_t stripe = plate->stripeBlocks();
    const std::uint64_t viewEnd = view.first + view.count;
    for (std::uint64_t s = view.first / stripe; s < plate->stripes() && s * stripe < viewEnd; ++s) {
        const std::uint32_t stamp = plate->stamp(s);
        if (stamp == m_stamps[s])
            continue;
        m_stamps[s] = stamp;
        changed = true;
        const std::uint64_t first = std::max(view.first, s * stripe);
        const std::uint64_t last = std::min(viewEnd, (s + 1) * stripe) - 1;
        // Where there are more cells than blocks, from the first of those that show the block.
        const std::uint64_t from =
            first == view.first ? 0 : std::min(view.cellOfBlock(first), view.cellOfBlock(first - 1) + 1);
        drawCells(from, view.cellOfBlock(last) + 1, palette);
    }
    return changed;
}

} // namespace orbita
