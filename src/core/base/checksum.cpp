// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/checksum.h"

#include <zlib.h>

namespace orbita {

std::uint32_t crcOf(std::span<const std::byte> data) {
    return static_cast<std::uint32_t>(
        crc32_z(0, reinterpret_cast<const unsigned char*>(data.data()), data.size()));
}

} // namespace orbita
