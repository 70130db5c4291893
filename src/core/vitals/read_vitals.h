// SPDX-License-Identifier: GPL-3.0-or-later
// Reads all that a drive says of itself, by the commands of its family.
#pragma once

#include "core/drive/enquiry.h"
#include "core/vitals/vitals.h"

namespace orbita {

// Sends reading commands only. Always comes back with what could be had: what was refused, or not answered,
// is in the notes. `known` is what is known of the drive without asking; it is filled in where the drive is
// silent and compared where it is not.
Vitals readVitals(Enquiry& enquiry, const DriveIdentity& known);

// The temperature alone, by the cheapest command the family has.
std::optional<int> readTemperature(Enquiry& enquiry, Family family);

// The state of self-tests alone: progress and log. False where the drive did not tell, and all stands as it
// did.
bool refreshSelfTests(Enquiry& enquiry, Vitals& vitals);

// For the families' own parts of it:

// Keeps the page under its name, replacing an earlier one.
void keepRaw(Vitals& vitals, std::string name, std::span<const std::byte> bytes);
void addNote(Vitals& vitals, VitalsNote note); // once
// What a drive that encrypts itself keeps locked, as notes.
void takeLocking(Enquiry& enquiry, Vitals& vitals, Family by);

} // namespace orbita
