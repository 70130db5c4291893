// SPDX-License-Identifier: GPL-3.0-or-later
// What a saved image holds, and checksums of it: the map that stands beside the image. Its file format is
// documented in docs/formats.md.
#pragma once

#include "core/base/error.h"
#include "core/base/span_set.h"
#include "core/drive/identity.h"
#include "core/drive/standstill.h"

#include <array>
#include <map>
#include <memory>
#include <optional>
#include <span>

namespace orbita {

// Sectors with one checksum.
struct Extent {
    LbaSpan span;
    std::uint32_t crc32 = 0; // of its bytes, as ISO 3309 has it

    friend bool operator==(const Extent&, const Extent&) = default;
};

class ImageMap {
public:
    // What one checksum stands for: a changed byte puts no more than this in doubt.
    static constexpr std::uint64_t pieceBytes = 1U << 20U;

    // Of an image that holds nothing yet. Of `drive`, who it is and its geometry are kept.
    explicit ImageMap(const DriveIdentity& drive);

    // Errors: not a map, damaged (names the line). A last line that was cut off is no error: what it tells of
    // is missing from the image, and will be saved again.
    static Result<ImageMap> parse(const std::string& text, const std::string& origin);

    // Takes note of sectors that the image now holds: whole ones, inside the drive, none of which it had.
    // What was doubtful of them is so no more.
    void add(Lba first, std::span<const std::byte> data);
    // What stands there is not what the checksum says: it is kept in the image, and counts as not held until
    // the drive has delivered it anew.
    void doubt(const Extent& extent);
    // What stands there is what the checksum says after all.
    void trust(const Extent& extent);
    // Replaces one extent by the finer ones it consists of.
    void refine(const Extent& extent, const std::vector<Extent>& into);
    // All that news() has not told yet is in doubt; what was told before stays.
    void doubtUntold();

    [[nodiscard]] const DriveIdentity& drive() const { return m_drive; }
    [[nodiscard]] const SpanSet& held() const { return m_held; }
    [[nodiscard]] const SpanSet& doubtful() const { return m_doubtful; }
    [[nodiscard]] std::vector<Extent> extents() const; // of what is held
    // Of what is doubtful, as far as there is a checksum that might yet be met.
    [[nodiscard]] std::vector<Extent> doubtfulExtents() const;
    [[nodiscard]] SectorCount heldSectors() const { return m_heldSectors; }

    // Where the drive came to a standstill while it was read for this image.
    void tell(const Standstill& standstill);
    [[nodiscard]] const std::vector<Standstill>& standstills() const { return m_standstills; }

    // The lines to append for all that was added since the last call.
    std::string news();
    // The whole file.
    [[nodiscard]] std::string text() const;

    // When the image was last changed, where it was left in good order; empty otherwise.
    std::string closedAt;
    // Which image this is the map of, and how often that was opened and closed: an older map of it, or that
    // of another, is known by them. Empty and 0 where the map is too old to tell.
    std::string imageId;
    std::uint64_t generation = 0;
    // Of the map as it was read: 1 had checksums of up to 64 MiB.
    int version = 2;

private:
    struct Part {
        std::uint64_t count = 0;
        std::uint32_t crc32 = 0;
    };
    using Parts = std::map<std::uint64_t, Part>; // by first sector

    void addInPiece(std::uint64_t first, std::span<const std::byte> data);
    void takeIn(const Extent& extent);
    void put(const Extent& extent);
    void erase(const LbaSpan& span);
    void startTelling(std::uint64_t piece);
    [[nodiscard]] bool fillsPiece(std::uint64_t first, std::uint64_t count) const {
        return first % m_pieceSectors == 0 && count == m_pieceSectors;
    }
    [[nodiscard]] std::uint64_t pieceOf(std::uint64_t sector) const { return sector / m_pieceSectors; }
    [[nodiscard]] LbaSpan spanOfPiece(std::uint64_t piece) const {
        return {{piece * m_pieceSectors}, {m_pieceSectors}};
    }
    // The checksum of a piece that is held as a whole. Most are, and there are 20 million of them on a large
    // drive: four bytes each, in pages taken as they are needed.
    std::uint32_t& wholeCrc(std::uint64_t piece);
    [[nodiscard]] std::uint32_t wholeCrc(std::uint64_t piece) const;

    static constexpr std::size_t pagePieces = 4096;
    using Page = std::array<std::uint32_t, pagePieces>;

    DriveIdentity m_drive;
    std::uint64_t m_pieceSectors;
    Parts m_parts;                             // those that do not fill their piece
    SpanSet m_wholePieces;                     // by number
    std::map<std::uint64_t, Page> m_wholeCrcs; // by number / pagePieces
    SpanSet m_held;
    SectorCount m_heldSectors;
    SpanSet m_doubtful;
    std::vector<Extent> m_doubtfulExtents;
    std::map<std::uint64_t, std::vector<Extent>> m_untold; // by piece: what was told of it before
    std::vector<Standstill> m_standstills;
    std::vector<Standstill> m_standstillsUntold;
};

} // namespace orbita
