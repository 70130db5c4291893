// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/known_sectors.h"

#include "core/base/bytes.h"
#include "core/base/checksum.h"

namespace orbita {

bool KnownSectorChooser::look(Lba first, std::span<const std::byte> data) {
    if (m_known.size() >= most || m_over.empty() || !m_over.contains(first))
        return false;
    // One out of each of so many equal parts, as the scan comes by.
    const std::uint64_t part = (first - m_over.first).value / (m_over.count.value / most + 1);
    const std::size_t bytes = std::size_t{m_sectors} * m_sectorBytes;
    if (part == m_part || data.size() < bytes || allZero(data.first(bytes)))
        return false;
    m_part = part;
    m_known.push_back({{first, {m_sectors}}, crcOf(data.first(bytes))});
    return true;
}

} // namespace orbita
