// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/drive/drive.h"
#include "core/drive/link/reader_link.h"

#include <stop_token>

namespace orbita {

// A drive reached through the block layer, or an image file: read by offset, nothing else to be had.
// `identity` and `limits` are what the opener learnt of it.
std::unique_ptr<Drive> makePlainDrive(std::unique_ptr<Link> link, DriveIdentity identity, DriveLimits limits);

// Opens a block device or image file read-only, in a reader process of its own (see reader_link.h), and fills
// in what opening tells: capacity and sector sizes. Model, serial and the like are taken from `known`.
// Waits at most `patience`. Errors: no such path, no permission, a directory or other thing that is no
// drive, empty, no answer.
Result<std::unique_ptr<Drive>> openPlainDrive(const std::string& path, DriveIdentity known,
                                              Nanoseconds patience, const std::stop_token& stop = {});
// The same over a reader that is open already.
Result<std::unique_ptr<Drive>> plainDriveOver(std::unique_ptr<Link> link, const ReaderFacts& facts,
                                              const std::string& path, DriveIdentity known);

} // namespace orbita
