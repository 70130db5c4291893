// SPDX-License-Identifier: GPL-3.0-or-later
// Finds the exact unreadable sectors in a block that could not be read. No I/O: it says what to read next
// and is told what came of it.
#pragma once

#include "core/base/units.h"

#include <optional>

namespace orbita {

// Works through the block in ascending order, in pieces that shrink towards a failure and grow after success,
// so that a lone bad sector costs few failing reads and a solid run two a sector. A physical sector that
// fails alone is read once more. Where the drive named the first bad sector, the pieces are cut there.
class Splitter {
public:
    // `block` failed as a whole. `sectorsPerPhysical` >= 1. `hint`: the first bad sector, if the drive named
    // one. Without `repeats`, a physical sector that fails alone is settled as bad at once.
    Splitter(LbaSpan block, std::uint32_t sectorsPerPhysical, std::optional<Lba> hint = {},
             bool repeats = true);

    // The piece to read now; empty when the block is settled.
    [[nodiscard]] LbaSpan next() const { return m_piece; }
    // True if next() is one physical sector that has failed alone once already.
    [[nodiscard]] bool repeating() const { return m_repeating; }

    enum class PieceResult : std::uint8_t {
        open,     // the piece has to be looked at more closely
        good,     // the piece was read
        bad,      // one physical sector, failed twice (once without repeats)
        recovered // one physical sector, failed once and was read then
    };
    // What came of reading next(). Anything but `open` settles next() and moves on.
    PieceResult report(bool readable, std::optional<Lba> firstBad = {});

private:
    [[nodiscard]] Lba physicalEnd(Lba lba) const; // of the physical sector that holds it, within the block
    void cut(std::optional<Lba> hint);
    void advance();
    void choose();

    LbaSpan m_block;
    std::uint64_t m_physical;
    Lba m_position;                 // all before is settled
    std::optional<Lba> m_badBefore; // some sector in [m_position, this) is bad
    std::optional<Lba> m_hint;      // the drive says: this is the first bad one
    std::uint64_t m_stride;         // how much to try where nothing is known to be bad
    LbaSpan m_piece;
    bool m_repeating = false;
    bool m_repeats;
};

} // namespace orbita
