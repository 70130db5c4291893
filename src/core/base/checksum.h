// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstddef>
#include <cstdint>
#include <span>

namespace orbita {

// CRC-32 (ITU-T V.42), as partition tables, images and journals hold it.
std::uint32_t crcOf(std::span<const std::byte> data);

} // namespace orbita
