// SPDX-License-Identifier: GPL-3.0-or-later
// The one way in which Orbita writes a file whole: the new one takes the old one's place once it is durable,
// and where anything fails on the way, the old one is as it was. Private: nobody but its owner may read it.
// Where a file may be, judgePlace() decides (core/inventory/place.h); this takes its word.
#pragma once

#include "core/base/descriptor.h"
#include "core/base/error.h"

#include <cstddef>
#include <cstdint>
#include <functional>
#include <span>
#include <string>

namespace orbita {

// All of `data` to `file`, from `at` on or where it stands. 0, or an errno.
int writeAll(int file, std::span<const std::byte> data);
int writeAllAt(int file, std::span<const std::byte> data, std::uint64_t at);

// What is asked of the new file once it is open and still empty; an error stops before anything is written.
using FileCheck = std::function<Result<void>(int file)>;

// A name in an open folder.
struct FolderEntry {
    int folder = -1;
    std::string name;
    std::string path; // for errors
};

// Errors: as the system reports them; no room, above all. Whatever fails, no trace is left.
Result<void> writeDurably(const FolderEntry& at, std::string_view content, const FileCheck& check = {});

// As above, but the new file stays open, for appending (O_APPEND).
Result<Descriptor> replaceDurably(const FolderEntry& at, std::string_view content,
                                  const FileCheck& check = {});

// Takes the name away and makes that durable. No error where there is none.
Result<void> removeDurably(const FolderEntry& at);

// A name in a folder is durable once the folder is. 0, or an errno.
int syncFolder(int folder);

} // namespace orbita
