// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/splitter.h"

namespace orbita {

Splitter::Splitter(LbaSpan block, std::uint32_t sectorsPerPhysical, std::optional<Lba> hint, bool repeats)
    : m_block(block)
    , m_physical(sectorsPerPhysical)
    , m_position(block.first)
    , m_stride(sectorsPerPhysical)
    , m_piece(block)
    , m_repeats(repeats) {
    cut(hint);
    choose();
}

Lba Splitter::physicalEnd(Lba lba) const {
    return std::min(Lba{(lba.value / m_physical + 1) * m_physical}, m_block.end());
}

// The present piece failed.
void Splitter::cut(std::optional<Lba> hint) {
    m_badBefore = m_piece.end();
    m_hint = hint && m_piece.contains(*hint) ? hint : std::nullopt;
}

void Splitter::choose() {
    if (m_position >= m_block.end()) {
        m_piece = {m_block.end(), {}};
        return;
    }
    if (!m_badBefore) {
        const Lba end = std::min(m_position + SectorCount{m_stride}, m_block.end());
        m_piece = spanBetween(m_position, std::max(end, physicalEnd(m_position)));
        return;
    }
    // Up to the sector named, or half of what it can be; one physical sector at least.
    Lba end = m_hint ? *m_hint : Lba{m_position.value + (*m_badBefore - m_position).value / 2};
    end.value = end.value / m_physical * m_physical;
    m_piece = spanBetween(m_position, std::max(end, physicalEnd(m_position)));
}

void Splitter::advance() {
    m_position = m_piece.end();
    m_repeating = false;
    if (m_badBefore && m_position >= *m_badBefore)
        m_badBefore.reset();
    if (m_hint && *m_hint < m_position)
        m_hint.reset();
    choose();
}

Splitter::PieceResult Splitter::report(bool readable, std::optional<Lba> firstBad) {
    const bool alone = m_piece.end() <= physicalEnd(m_piece.first);
    if (readable) {
        const PieceResult settled = m_repeating ? PieceResult::recovered : PieceResult::good;
        m_stride = std::max(m_stride, m_piece.count.value) * 2;
        if (m_repeating) // it was the bad one
            m_badBefore.reset();
        advance();
        return settled;
    }
    m_stride = m_physical; // beside a bad sector another is likely
    if (!alone) {
        cut(firstBad);
        choose();
        return PieceResult::open;
    }
    if (m_repeats && !m_repeating) {
        m_repeating = true;
        return PieceResult::open;
    }
    m_badBefore.reset(); // found; what lies behind is unknown again
    advance();
    return PieceResult::bad;
}

} // namespace orbita
