// SPDX-License-Identifier: GPL-3.0-or-later
// The one judge of places: whether a file may be made, or replaced, where somebody wants it. Asked for every
// file that Orbita makes. It goes by open descriptors, never by a name looked up a second time: whatever is
// done to the path meanwhile, what is written is written where it was judged.
#pragma once

#include "core/base/durable_file.h"
#include "core/inventory/inventory.h"

#include <set>
#include <sys/types.h>

namespace orbita {

// A file of this computer, whatever its names.
struct FileId {
    dev_t device = 0;
    ino_t inode = 0;
    friend auto operator<=>(const FileId&, const FileId&) = default;
};

// A folder, open, and a name in it that is no link.
struct FilePlace {
    Descriptor folder;
    std::string name;
    std::string path; // as it was asked for
    bool exists = false;
    FileId file;       // where it exists
    FileId inFolder;   // of the folder
    FileCheck recheck; // the judgement once more, of the file that was opened there

    [[nodiscard]] FolderEntry entry() const { return {folder.get(), name, path}; }
};

// What the file is to be.
enum class PlaceFor : std::uint8_t {
    result, // replaces an older result; never an image, its map, a casebook, or another result of this call
    record, // Orbita's own: casebook, map, owed settings. Replaces only what is one already.
    image,  // is filled up where it is one already
};

struct PlaceRules {
    PlaceFor purpose = PlaceFor::result;
    // The drive or file under test: nothing lands on it, by whatever layers. Empty: none.
    std::string device;
    // Files that must not be touched besides: a scenario.
    std::vector<std::string> spared;
    // Also where the devices behind the place cannot be told; somebody has insisted.
    bool untoldToo = false;
};

// Follows links by hand, dangling ones too: the place of a link is where it leads. A link that another user
// made is not followed, nor is one at the end where the file is a record.
// Errors: a folder, device, pipe or socket; no such folder; no permission; on the drive under test; the
// devices behind it cannot be told; something there that must not be replaced. Nothing is changed by asking.
Result<FilePlace> judgePlace(const std::string& path, const PlaceRules& rules, const SystemPaths& paths = {});

// True where both are the same file, or would be.
bool samePlace(const FilePlace& a, const FilePlace& b);

// What a file system, or a file on it, rests on.
struct Foundation {
    std::set<std::string> devices; // by kernel name, with all that they are stacked on
    std::set<FileId> files;        // files that loop devices among them are made of
    std::string untold;            // what cannot be told: "a zfs file system"; empty where all is known
};
// Of an open file or folder (O_PATH will do). Memory and other computers' file systems rest on nothing here.
Foundation foundationOf(int file, const SystemPaths& paths = {});
// Of a block device or file by its path.
Foundation foundationOfDevice(const std::string& path, const SystemPaths& paths = {});

// True where what is at `path`, or would be, rests on the block device `device`. For telling only.
bool restsOn(const std::string& path, const std::string& device, const SystemPaths& paths = {});

// The block devices that a mounted file system without a device number of its own uses directly, by kernel
// name: all members of a btrfs, what the layers of an overlay lie on.
std::set<std::string> membersOfMount(const std::string& type, const std::string& source,
                                     const std::string& options, const SystemPaths& paths);

} // namespace orbita
