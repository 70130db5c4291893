// SPDX-License-Identifier: GPL-3.0-or-later
// Level 0 Discovery of drives that encrypt themselves (TCG Storage): whether they keep ranges of their data
// locked. Asked by the security protocol command of each family, with protocol 01h and ComID 0001h, which
// reads and changes nothing. The numbers are those of the Linux kernel's block/opal_proto.h.
#pragma once

#include "core/base/error.h"

#include <cstddef>
#include <cstdint>
#include <span>
#include <vector>

namespace orbita::tcg {

constexpr std::uint8_t discoveryProtocol = 0x01;
constexpr std::uint16_t discoveryComId = 0x0001;
constexpr std::uint32_t discoveryBytes = 512; // more than any drive has to tell

struct Discovery {
    bool locks = false;        // the drive can lock ranges, and an owner has set it up to
    bool rangesLocked = false; // at least one range cannot be read now
    friend bool operator==(const Discovery&, const Discovery&) = default;
};

// Fails on a reply shorter than its header, and on one that says it holds nothing. A drive that cannot lock
// at all comes back with both false; a feature that is cut off, and all behind it, is left out.
Result<Discovery> decodeDiscovery(std::span<const std::byte> bytes);
std::vector<std::byte> encodeDiscovery(const Discovery& discovery);

} // namespace orbita::tcg
