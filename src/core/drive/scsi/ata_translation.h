// SPDX-License-Identifier: GPL-3.0-or-later
// ATA commands inside SCSI ones: ATA PASS-THROUGH(16) and the ATA Status Return descriptor (SAT).
#pragma once

#include "core/drive/ata/taskfile.h"
#include "core/drive/scsi/sense.h"

namespace orbita::scsi {

enum class DataDirection : std::uint8_t { none, fromDrive, toDrive };

// What an ATA command of ours transfers; none for one that is not on the list.
DataDirection directionOf(const CommandBlock& ata);

// ATA PASS-THROUGH(16) carrying an ATA frame; of a command without data, the registers are asked back
// (CK_COND).
CommandBlock wrapAta(const CommandBlock& ata);
// Whether such a command asks for the registers also where it succeeds (CK_COND).
bool asksRegistersBack(const CommandBlock& scsi);
// The ATA frame inside; empty where the block is no ATA PASS-THROUGH of 12 or 16 bytes.
std::optional<CommandBlock> unwrapAta(const CommandBlock& scsi);

// The drive's registers as the translation returns them. Empty where it returned none.
std::optional<ata::Answer> answerFromSense(const Sense& sense);
// 14 bytes for Sense::ataReturn.
std::vector<std::byte> ataReturnOf(const ata::Answer& answer);

} // namespace orbita::scsi
