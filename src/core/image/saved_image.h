// SPDX-License-Identifier: GPL-3.0-or-later
// What was read of a drive, saved in a sparse image file: byte n of the image is byte n of the drive. Beside
// it, in FILE.map, stands what it holds; nothing counts as held before it is durable. An image only ever
// gains: whatever fails, is closed, killed, full or opened again, no byte that it holds is taken away.
#pragma once

#include "core/drive/known_sectors.h"
#include "core/image/image_map.h"
#include "core/inventory/place.h"

#include <memory>
#include <stop_token>

namespace orbita {

// What opening an image that was there already has come to.
struct ImageCheck {
    bool existed = false;
    bool wasOpen = false;           // it was not closed in good order: every part was read and compared
    std::vector<LbaSpan> doubtful;  // parts that are not what was saved: kept, and to be read anew
    std::vector<KnownSectors> told; // some of what it holds, spread over the drive
    std::vector<Standstill> standstills;
};

class SavedImage {
public:
    // Begins an image of `drive` at `path`, or goes on with the one that is there. Of that one, everything it
    // claims to hold is read and compared, unless it was closed in good order and not touched since.
    // `toSave`: what is to be saved into it, to see beforehand whether there is room. `rules`: where it may
    // be. Errors: a place that is refused (place.h); a file that is no image of Orbita's; an image of another
    // drive or geometry; a map that is older than the image, or another's; a file larger than the drive; one
    // in use by another scan; one that its own disk does not give back; too little room. Nothing has been
    // changed then.
    static Result<std::unique_ptr<SavedImage>> open(const std::string& path, const DriveIdentity& drive,
                                                    const std::vector<LbaSpan>& toSave,
                                                    const PlaceRules& rules = {},
                                                    const std::stop_token& stop = {});
    // An image to look at: nothing is created or written.
    static Result<ImageMap> look(const std::string& path);
    // Reads everything that the image claims to hold, and says which parts are not what was saved. Fails
    // where its own disk does not give it back.
    static Result<std::vector<Extent>> compare(const std::string& path, const ImageMap& map,
                                               const std::stop_token& stop = {});

    ~SavedImage() = default;
    SavedImage(const SavedImage&) = delete;
    SavedImage& operator=(const SavedImage&) = delete;

    // Whole sectors. What the image holds already is not written again. On failure nothing of it counts as
    // held, and the call may be repeated.
    Result<void> write(Lba first, std::span<const std::byte> data);
    // Enters where the drive came to a standstill; told with the next sync().
    void tell(const Standstill& standstill) { m_map.tell(standstill); }
    // Makes durable what was written, then the map.
    Result<void> sync();
    // sync(), and leaves it in good order.
    Result<void> close();

    [[nodiscard]] const std::string& path() const { return m_path; }
    [[nodiscard]] const ImageMap& map() const { return m_map; }
    [[nodiscard]] const ImageCheck& check() const { return m_check; }

private:
    SavedImage(std::string path, ImageMap map) : m_path(std::move(path)), m_map(std::move(map)) {}
    Result<void> begin(const DriveIdentity& drive);
    Result<void> goOn(const DriveIdentity& drive, const std::stop_token& stop);
    Result<void> checkBelonging();
    Result<void> compareParts(const std::stop_token& stop);
    void chooseKnown();
    Result<void> rewriteMap();
    Result<void> writeBytes(std::uint64_t offset, std::span<const std::byte> data);
    [[nodiscard]] bool isHole(std::uint64_t offset, std::uint64_t bytes) const;
    [[nodiscard]] Error failed(const char* tried, int error) const;
    [[nodiscard]] FolderEntry mapEntry() const {
        return {m_place.folder.get(), m_place.name + ".map", m_path + ".map"};
    }

    std::string m_path;
    ImageMap m_map;
    ImageCheck m_check;
    FilePlace m_place;
    Descriptor m_image;
    Descriptor m_mapFile;
    bool m_fresh = true;      // what was never written reads as zeros
    bool m_mapBehind = false; // lines could not be appended: the whole map is to be written anew
};

// Where the map of the image at `path` stands.
std::string imageMapPath(const std::string& path);

} // namespace orbita
