// SPDX-License-Identifier: GPL-3.0-or-later
// What a scan is given besides the drive. Each may be left out.
#pragma once

#include "core/drive/drive.h"
#include "core/drive/stored_map.h"

#include <atomic>
#include <functional>
#include <memory>
#include <optional>
#include <stop_token>
#include <string>
#include <vector>

namespace orbita {

class ImageWriter;
struct ScanRecord;

// The drive's temperature in degrees Celsius; nothing where it does not tell. Asked between blocks, while
// nothing is at the drive. Must return soon after a stop is requested.
using Thermometer = std::function<std::optional<int>(const std::stop_token&)>;

// How many of the readings that the drive gives of itself are damning by the house policy; nothing where they
// are not to be had. Asked as the temperature is, and seldom.
using DamningReadings = std::function<std::optional<std::uint64_t>(const std::stop_token&)>;

// The same drive under another name, opened, once it has gone from where it was; null while it is nowhere.
using DriveFinder = std::function<std::unique_ptr<Drive>(const std::stop_token&)>;

// Who else uses the drive just now, in words such as "cp (1234)"; empty where it cannot be told.
using LoadFinder = std::function<std::vector<std::string>()>;

// What the drive says of a span that it holds; nothing where it does not answer. Asked once, before the first
// block.
using StoredWord = std::function<std::optional<StoredMap>(LbaSpan, const std::stop_token&)>;

// How long the drive itself tries to read a sector before it reports it as unreadable.
class RecoveryTime {
public:
    virtual ~RecoveryTime() = default;
    // Keeps the drive's own setting where it survives a crash, then has the drive give up after `limit`.
    // Returns what was set before, 0 for "as long as it likes". Fails where the drive has no such setting.
    virtual Result<Nanoseconds> shorten(Nanoseconds limit, const std::stop_token& stop) = 0;
    // Puts back what an earlier run of Orbita left changed, by a crash. True where there was something.
    virtual Result<bool> settle(const std::stop_token& stop) = 0;
    // Puts back what was set before; nothing to do where nothing was changed. Waits at most `patience`.
    virtual Result<void> restore(Nanoseconds patience) = 0;
};

struct ScanAids {
    Thermometer thermometer{};
    DamningReadings damning{};
    DriveFinder finder{};
    LoadFinder whoElse{};
    StoredWord stored{};
    std::shared_ptr<RecoveryTime> recovery{};
    // How many scans of this process read through the USB hub that the drive hangs on; null where it has
    // none.
    std::shared_ptr<std::atomic<int>> sharingHub{};
    std::shared_ptr<ImageWriter> image{}; // what is read is kept in it
    // The same scan as it was kept when it was broken off, on the same grid; what it vouches for is not
    // visited again. Must live until the engine is made.
    const ScanRecord* earlier = nullptr;
};

} // namespace orbita
