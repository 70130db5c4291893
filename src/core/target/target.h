// SPDX-License-Identifier: GPL-3.0-or-later
// What a person may name as the thing to scan: a device or image path, demo:NAME or sim:SCENARIO.json.
#pragma once

#include "core/drive/drive.h"
#include "core/drive/enquiry.h"
#include "core/inventory/inventory.h"
#include "core/inventory/place.h"
#include "core/sim/condition.h"

#include <filesystem>
#include <stop_token>

namespace orbita {

struct Target {
    std::string name;       // as given
    DriveIdentity identity; // what is known without opening; capacity 0 where nothing is
    std::vector<DriveUse> uses;
    std::vector<DrivePart> parts;
    bool readOnly = false;
    std::string generation; // see AttachedDrive
    std::vector<Remark> remarks;
    bool partition = false; // a part of a drive: read through the block layer
    std::string backingFile;
    bool incompleteImage = false;          // a saved image whose map says that it lacks sectors
    std::string commandNode;               // see AttachedDrive
    Family commandFamily = Family::plain;  // likewise
    std::uint32_t maxCommandBytes = 0;     // see AttachedDrive
    std::optional<sim::Scenario> scenario; // of a simulated drive
    std::filesystem::path scenarioFile;
    std::shared_ptr<sim::Condition> condition; // of a simulated drive: what it knows of itself
    // Files may also be where the devices behind a place cannot be told: somebody insists that they are not
    // this drive.
    bool untoldPlacesToo = false;

    [[nodiscard]] bool simulated() const { return scenario.has_value(); }
    // Whether it can be asked, besides read.
    [[nodiscard]] bool takesCommands() const { return simulated() || (!commandNode.empty() && !partition); }
    void take(const AttachedDrive& drive);
};

// Where the scenarios of the demonstration rack are: beside the program.
std::filesystem::path demoFolder();
// The demonstration rack, in the order of the file names. Errors name the file.
Result<std::vector<Target>> demoTargets(const std::filesystem::path& folder = demoFolder());

// Recognises what is named, without opening a drive. Errors: no such demonstration drive (with those there
// are), a bad scenario, no such path.
Result<Target> findTarget(const std::string& name);

// Opens it for reading. `paced`: a simulated drive plays at the speed its scenario asks for; else as fast as
// can be.
Result<std::unique_ptr<Drive>> openTarget(const Target& target, bool paced, const std::stop_token& stop = {});

// A way of its own to a simulated drive.
CommandPath simulatedPath(const Target& target, bool paced);

// The sectors that a partition takes, as far as they lie on the drive.
LbaSpan sectorsOf(const DrivePart& part, const DriveIdentity& drive);

// What no two scans may use at once; see core/base/claim.h.
std::vector<std::string> claimsOf(const Target& target);

// Where a file may be while this drive is tested: nowhere on it, and not in the place of its scenario.
PlaceRules rulesFor(const Target& target, PlaceFor purpose = PlaceFor::result);

} // namespace orbita
