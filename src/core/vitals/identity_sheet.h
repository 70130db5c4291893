// SPDX-License-Identifier: GPL-3.0-or-later
// All that a drive says it is and can, on one sheet. Pure: read from the pages that were kept with the
// vitals, so that the sheet of an earlier visit can be had as well.
#pragma once

#include "core/vitals/vitals.h"

#include <string>
#include <vector>

namespace orbita {

// In the order of the sheet. Kept by name.
enum class SheetItem : std::uint8_t {
    // Who it is.
    model,
    serial,
    firmware,
    worldWideName,
    standard, // that it follows
    // How it is reached.
    attachment,
    linkNow,     // as negotiated: by the system's word, else the drive's
    linkFastest, // that it can
    queueDepth,  // commands at once
    // What it is made of.
    capacity,
    hiddenSectors,
    logicalBytes,
    physicalBytes,
    alignment, // of logical sector 0
    formFactor,
    rotation,
    buffer,
    zoned,
    protection, // data with each sector, to check it by
    // What it can, and what of it is on.
    health,
    selfTest,
    logs,
    writeCache,
    lookAhead,
    forcesToMedium, // a single write past the cache
    powerLevel,
    recoveryLimit, // how long it tries to read a sector can be set
    trim,
    trimReadsZeros,
    verify,
    // Who may read it, and how it is emptied.
    password,
    locked,
    frozen, // password settings cannot be changed now
    encrypts,
    sanitize,
};
constexpr std::size_t sheetItems = 35;
std::string_view sheetItemName(SheetItem item);

enum class SheetAnswer : std::uint8_t {
    no,     // it cannot, or it is not so
    yes,    // it can, or it is so
    off,    // it can, and does not now
    on,     // it can, and does
    number, // SheetLine::number, in the unit of the item
    text,   // SheetLine::text, as it came
    notTold,
};

std::string_view sheetAnswerName(SheetAnswer answer);

struct SheetLine {
    SheetItem item = SheetItem::model;
    SheetAnswer answer = SheetAnswer::notTold;
    // bytes, sectors, revolutions a minute (1: solid state), kbit/s, commands, the form factor of ATA
    // IDENTIFY DEVICE word 168, or the level of power management
    std::uint64_t number = 0;
    std::string text;
    friend bool operator==(const SheetLine&, const SheetLine&) = default;
};

// In the order of SheetItem; what a family does not know is left out. `known`: as the system lists the drive;
// what the drive itself tells takes its place.
std::vector<SheetLine> identitySheet(const Vitals& vitals, const DriveIdentity& known);

} // namespace orbita
