// SPDX-License-Identifier: GPL-3.0-or-later
// How the damage lies on a drive: what it looks like says more of its cause than how much there is.
#pragma once

#include "core/base/units.h"

#include <optional>
#include <string_view>
#include <vector>

namespace orbita {

// Kept by name.
enum class DamageShape : std::uint8_t {
    none,
    singleSpots,    // a few, small, apart from each other
    onePatch,       // nearly all in one place, less than a hundredth of the drive wide
    severalPatches, // in a few places
    band,           // nearly all in one region, a hundredth to two fifths of the drive wide
    regular,        // coming back at a regular distance, as the stripes of one head or surface do
    allOver,
    growingEdge, // it has spread outwards from where it was when the drive was read before
};
std::string_view damageShapeName(DamageShape shape);
std::optional<DamageShape> damageShapeFromName(std::string_view name);

enum class Sureness : std::uint8_t { notSure, likely, sure };
std::string_view surenessName(Sureness sureness);
std::optional<Sureness> surenessFromName(std::string_view name);

struct ShapeFound {
    DamageShape shape = DamageShape::none;
    // Not sure: the shape is the likeliest of several; too little was read, or too little is damaged, to say.
    Sureness sureness = Sureness::sure;
    LbaSpan where{};            // of one patch, a band, a growing edge: its extent; else from first to last
    SectorCount spacing{};      // of a regular one: how far apart, roughly
    std::uint64_t clusters = 0; // places that lie apart
    friend bool operator==(const ShapeFound&, const ShapeFound&) = default;
};

// Spans of damage and of what was read: ascending, none overlapping, in logical sectors of the drive.
struct DamagePlaces {
    SectorCount capacity;
    std::uint32_t logicalBytes = 512;
    std::vector<LbaSpan> damage;
    std::vector<LbaSpan> read;
    // As the drive was when it was read before, where it was.
    std::optional<std::vector<LbaSpan>> damageBefore{};
    std::vector<LbaSpan> readBefore{};
};

ShapeFound shapeOf(const DamagePlaces& places);

} // namespace orbita
