// SPDX-License-Identifier: GPL-3.0-or-later
// What a saved image holds, and the checksum of each part: the map that stands beside the image. Its file
// format is documented in docs/formats.md.
#pragma once

#include "core/base/error.h"
#include "core/base/span_set.h"
#include "core/drive/identity.h"

#include <map>
#include <span>

namespace orbita {

// Sectors that were saved together, never across the border of a piece.
struct Extent {
    LbaSpan span;
    std::uint32_t crc32 = 0; // of its bytes, as ISO 3309 has it

    friend bool operator==(const Extent&, const Extent&) = default;
};

class ImageMap {
public:
    // Extents grow together up to this many bytes.
    static constexpr std::uint64_t pieceBytes = 64U << 20U;

    // Of an image that holds nothing yet. Of `drive`, who it is and its geometry are kept.
    explicit ImageMap(const DriveIdentity& drive);

    // Errors: not a map, damaged (names the line). A last line that was cut off is no error: what it tells of
    // is missing from the image, and will be saved again.
    static Result<ImageMap> parse(const std::string& text, const std::string& origin);

    // Takes note of sectors that the image now holds: whole ones, inside the drive, none of which it had.
    void add(Lba first, std::span<const std::byte> data);
    // Of an extent that is not what it was.
    void drop(const Extent& extent);
    // Of all that news() has not told yet. Parts that it had grown from go with it.
    void dropUntold();

    [[nodiscard]] const DriveIdentity& drive() const { return m_drive; }
    [[nodiscard]] const SpanSet& held() const { return m_held; }
    [[nodiscard]] std::vector<Extent> extents() const;
    [[nodiscard]] SectorCount heldSectors() const { return m_heldSectors; }

    // The lines to append for all that was added since the last call.
    std::string news();
    // The whole file.
    [[nodiscard]] std::string text() const;

    // When the image was last changed, where it was left in good order; empty otherwise.
    std::string closedAt;

private:
    struct Part {
        std::uint64_t count = 0;
        std::uint32_t crc32 = 0;
        bool told = true;
    };
    using Parts = std::map<std::uint64_t, Part>;
    void addInPiece(std::uint64_t first, std::span<const std::byte> data);
    void put(const Extent& extent);
    [[nodiscard]] std::uint64_t pieceOf(std::uint64_t sector) const { return sector / m_pieceSectors; }

    DriveIdentity m_drive;
    std::uint64_t m_pieceSectors;
    Parts m_parts;
    std::vector<std::uint64_t> m_untold; // firsts
    SpanSet m_held;
    SectorCount m_heldSectors;
};

} // namespace orbita
