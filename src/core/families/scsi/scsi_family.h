// SPDX-License-Identifier: GPL-3.0-or-later
// What the files of this family have of each other.
#pragma once

#include "core/drive/writing.h"
#include "core/families/families.h"

#include <memory>

namespace orbita {

CommandClass scsiClassOf(const CommandBlock& block, const Payload& payload);
extern const SharedSetting scsiSharedSetting; // the error recovery mode page
extern const WriteCommands scsiWriting;
LbaSpan scsiWrittenSectors(const CommandBlock& block, Parameters parameters, std::uint32_t logicalBytes);

// Reads by READ(16), or READ(10) behind bridges that know no other; verifies by VERIFY where the drive takes
// it. Asks for the capacity and what it can do, without touching the medium; who the drive is, is taken from
// `known`. Waits at most `patience` for each answer.
Result<std::unique_ptr<Drive>> openScsiDrive(CommandPath way, DriveIdentity known, Nanoseconds patience);

// By GET LBA STATUS of a drive that can be told to forget, by REPORT ZONES of a zoned one; both are only
// asked of drives that say they are such.
Result<StoredMap> scsiStoredMap(Enquiry& enquiry, LbaSpan span);

extern const ErrorRecoverySetting scsiErrorRecovery; // the same page
extern const SelfTestCommands scsiSelfTests;

// Of the SCSI device and, where one answers behind it, of the ATA drive.
void readVitalsBehindScsi(Enquiry& enquiry, Vitals& vitals);
// Of the SCSI device alone.
void readScsiVitals(Enquiry& enquiry, Vitals& vitals);
bool readScsiSelfTests(Enquiry& enquiry, Vitals& vitals);
std::optional<int> readScsiTemperature(Enquiry& enquiry);

} // namespace orbita
