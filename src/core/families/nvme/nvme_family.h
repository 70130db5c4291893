// SPDX-License-Identifier: GPL-3.0-or-later
// What the files of this family have of each other.
#pragma once

#include "core/drive/writing.h"
#include "core/families/families.h"

#include <memory>

namespace orbita {

CommandClass nvmeClassOf(const CommandBlock& block, const Payload& payload);
extern const SharedSetting nvmeSharedSetting; // the error recovery feature
extern const WriteCommands nvmeWriting;
LbaSpan nvmeWrittenSectors(const CommandBlock& block, Parameters parameters, std::uint32_t logicalBytes);

// NVMe Read, and Verify where the controller has it. Asks for the namespace's size and what the controller
// can.
Result<std::unique_ptr<Drive>> openNvmeDrive(CommandPath way, DriveIdentity known, Nanoseconds patience);

extern const ErrorRecoverySetting nvmeErrorRecovery; // the same feature
extern const SelfTestCommands nvmeSelfTests;

void readNvmeVitals(Enquiry& enquiry, Vitals& vitals);
bool readNvmeSelfTests(Enquiry& enquiry, Vitals& vitals);
std::optional<int> readNvmeTemperature(Enquiry& enquiry);

} // namespace orbita
