// SPDX-License-Identifier: GPL-3.0-or-later
// Asking a probe, a process of its own, what lives on a drive; and having the system hold it read-only.
#pragma once

#include "core/base/clock.h"
#include "core/base/error.h"
#include "core/inventory/inventory.h"
#include "core/inventory/partition_table.h"

#include <optional>
#include <stop_token>
#include <string>
#include <vector>

namespace orbita {

struct Recognition {
    bool silent = false; // the drive did not answer within the patience
    int systemError = 0; // why it could not be opened (errno); 0: it could
    TableState table = TableState::none;
    std::vector<DrivePart> parts; // those with something recognised on them; names are empty
};

// One probe for each device, all at once. Each drive is given `patience`, counted from when its probe
// has begun; returns when all have answered or run out of it, whatever the drives do. In the order of
// `devices`.
std::vector<Recognition> recognise(const std::vector<std::string>& devices, Nanoseconds patience);

// Whether the system writes to a device through its block layer.
struct HeldFlag {
    std::string device;
    bool readOnly = false;
};
using HeldFlags = std::vector<HeldFlag>;

// Has the system refuse writing to the drive and its partitions through the block layer; returns how it was
// before, to be put back. Stops no command to the drive itself, and no file system that is mounted already: a
// drive in use is refused. Waits at most `patience`, and no longer than until a stop is requested; what comes
// of it is not known then.
Result<HeldFlags> holdReadOnly(const AttachedDrive& drive, Nanoseconds patience,
                               const std::stop_token& stop = {});
// Sets each as it says, all or none; returns how they were. Waits as above.
Result<HeldFlags> setReadOnlyFlags(const HeldFlags& flags, Nanoseconds patience,
                                   const std::stop_token& stop = {});

} // namespace orbita
