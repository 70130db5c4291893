// SPDX-License-Identifier: GPL-3.0-or-later
// What keeps a drive's data from being read though nothing is wrong with it.
#pragma once

#include "core/drive/enquiry.h"
#include "core/drive/tcg/discovery.h"

#include <optional>

namespace orbita {

// Which family's command carries the question.
enum class LockQuestion : std::uint8_t { ata, scsi, nvme };

// What a drive that encrypts itself keeps locked; nothing where it does not tell. To be asked only of one
// that says it takes such commands, or is not behind a bridge: some bridges trip over what they do not know.
std::optional<tcg::Discovery> askDiscovery(Enquiry& enquiry, LockQuestion by);

// Whether the ATA drive behind a SCSI link says its data is locked, by its password or by itself; false
// where there is none, or it does not tell.
bool ataDataLocked(Enquiry& enquiry);

} // namespace orbita
