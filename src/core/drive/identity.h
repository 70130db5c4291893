// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/units.h"

#include <cstdint>
#include <optional>
#include <string>

namespace orbita {

// Who a drive is. Texts are empty and options absent where nothing told.
struct DriveIdentity {
    std::string path; // as opened: "/dev/sdb", "disk.img", "demo:..."
    std::string model;
    std::string serial;
    std::string firmware;
    std::string worldWideName; // hexadecimal digits
    std::string attachment;    // how it is attached: "SATA", "USB", "NVMe", "file", "simulated", ...
    std::string link;          // what that carries now, as the system says: "480 Mb/s", "8.0 GT/s PCIe x4"
    SectorCount capacity;
    std::uint32_t logicalBytes = 512;
    std::uint32_t physicalBytes = 512;
    std::optional<bool> rotating;
    std::optional<std::uint32_t> rpm; // of a rotating drive

    [[nodiscard]] std::uint64_t capacityBytes() const { return capacity.value * logicalBytes; }
    // Logical sectors in one physical sector; at least 1.
    [[nodiscard]] std::uint32_t sectorsPerPhysical() const {
        return physicalBytes > logicalBytes ? physicalBytes / logicalBytes : 1;
    }
    [[nodiscard]] LbaSpan whole() const { return {Lba{0}, capacity}; }
};

// As many as 8 EiB hold: what a file system can address, and more than any drive has.
constexpr std::uint64_t mostSectors(std::uint32_t logicalBytes) {
    return static_cast<std::uint64_t>(INT64_MAX) / (logicalBytes == 0 ? 1 : logicalBytes);
}

// True for serial numbers that makers and bridges put where there is none: nothing tells such a drive from
// the next one.
bool serialMeansNothing(const std::string& serial);

} // namespace orbita
