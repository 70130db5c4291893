// SPDX-License-Identifier: GPL-3.0-or-later
// What the files of this family, and SCSI which ATA drives may stand behind, have of each other.
#pragma once

#include "core/drive/ata/taskfile.h"
#include "core/drive/writing.h"
#include "core/families/families.h"

#include <memory>

namespace orbita {

CommandClass ataClassOf(const CommandBlock& block, const Payload& payload);
// Of a block that is none of Orbita's.
CommandClass ataForeign(const CommandBlock& block, Parameters parameters);
extern const WriteCommands ataWriting;
LbaSpan ataWrittenSectors(const CommandBlock& block, Parameters parameters, std::uint32_t logicalBytes);

Result<std::unique_ptr<Drive>> openAtaDrive(CommandPath way, DriveIdentity known, Nanoseconds patience);

extern const ErrorRecoverySetting ataErrorRecovery; // SCT error recovery control
extern const SelfTestCommands ataSelfTests;
Result<void> enableAtaHealth(Enquiry& enquiry); // SMART ENABLE OPERATIONS

void readAtaVitals(Enquiry& enquiry, Vitals& vitals);
bool readAtaSelfTests(Enquiry& enquiry, Vitals& vitals);
std::optional<int> readAtaTemperature(Enquiry& enquiry);

} // namespace orbita
