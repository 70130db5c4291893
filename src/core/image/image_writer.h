// SPDX-License-Identifier: GPL-3.0-or-later
// Writes an image on a thread of its own, so that a slow place for the image never delays a measurement.
#pragma once

#include "core/image/saved_image.h"

#include <memory>
#include <optional>
#include <string>

namespace orbita {

// How saving stands.
struct SavingStatus {
    std::string path;             // empty: nothing is being saved
    SectorCount held;             // sectors that the image holds
    std::uint64_t waiting = 0;    // bytes read and not yet written
    std::optional<Error> trouble; // why writing does not go on at present; it is tried again
};

class ImageWriter {
public:
    explicit ImageWriter(std::unique_ptr<SavedImage> image);
    // After finish(), what still waits goes on being written while the program lives; else it is dropped.
    // Waits at most 0.15 s for either.
    ~ImageWriter();
    ImageWriter(const ImageWriter&) = delete;
    ImageWriter& operator=(const ImageWriter&) = delete;

    // Copies `data`: whole sectors from `first` on. Returns at once.
    void keep(Lba first, std::span<const std::byte> data);
    // Where the drive came to a standstill, as it stands now. Returns at once.
    void tell(const Standstill& standstill);
    // True while so much waits to be written that nothing more should be read.
    [[nodiscard]] bool full() const;
    // True once half of that has been written.
    [[nodiscard]] bool relieved() const;
    // Has everything written and the image left in good order; finished() tells when.
    void finish();
    [[nodiscard]] bool finished() const;

    [[nodiscard]] SavingStatus status() const;
    // What the image does not hold of `within`.
    [[nodiscard]] std::vector<LbaSpan> missing(LbaSpan within) const;
    [[nodiscard]] const ImageCheck& check() const;

private:
    struct Shared;
    std::shared_ptr<Shared> m_shared;
};

} // namespace orbita
