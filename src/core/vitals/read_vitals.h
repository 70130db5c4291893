// SPDX-License-Identifier: GPL-3.0-or-later
// Reads all that a drive says of itself, by the commands of its family.
#pragma once

#include "core/drive/enquiry.h"
#include "core/drive/lock_state.h"
#include "core/vitals/vitals.h"

namespace orbita {

// Sends reading commands only. Always comes back with what could be had: what was refused, or not answered,
// is in the notes. `known` is what is known of the drive without asking; it is filled in where the drive is
// silent and compared where it is not.
Vitals readVitals(Enquiry& enquiry, const DriveIdentity& known, std::uint32_t nameSpace = 1);

// The temperature alone, by the cheapest command the family has. Requires vitals read before.
std::optional<int> readTemperature(Enquiry& enquiry, Family family);

// One family each; see readVitals. The reading part is common: sorting, suspects kept inside the drive.
void readAtaVitals(Enquiry& enquiry, Vitals& vitals);
void readScsiVitals(Enquiry& enquiry, Vitals& vitals);
void readNvmeVitals(Enquiry& enquiry, Vitals& vitals, std::uint32_t nameSpace);

// The state of self-tests alone: progress and log. False where the drive did not tell, and all stands as it
// did.
bool refreshSelfTests(Enquiry& enquiry, Vitals& vitals);
bool readAtaSelfTests(Enquiry& enquiry, Vitals& vitals);
bool readScsiSelfTests(Enquiry& enquiry, Vitals& vitals);
bool readNvmeSelfTests(Enquiry& enquiry, Vitals& vitals);

// Keeps the page under its name, replacing an earlier one.
void keepRaw(Vitals& vitals, std::string name, std::span<const std::byte> bytes);
void addNote(Vitals& vitals, VitalsNote note); // once
// What a drive that encrypts itself keeps locked, as notes.
void takeLocking(Enquiry& enquiry, Vitals& vitals, LockQuestion by);

} // namespace orbita
