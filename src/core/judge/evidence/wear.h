// SPDX-License-Identifier: GPL-3.0-or-later
// Wear: how far a drive's read behaviour has moved from that of an unworn one, and from its own at an earlier
// time. docs/wear.md defines it, and says what it was tried on.
#pragma once

#include "core/judge/evidence/scan_digest.h"

#include <optional>
#include <vector>

namespace orbita {

// In doublings of how many places answer late: 0 as an unworn drive, 5 thirty-two times as many. With an
// interval that holds it with 95 % confidence as far as counting goes; what drives of one kind differ by is
// not in it.
struct WearFigure {
    double doublings = 0;
    double least = 0;
    double most = 0;
    std::uint64_t late = 0; // blocks that it rests on
    friend bool operator==(const WearFigure&, const WearFigure&) = default;
};

// Late places in a MiB of an unworn drive; of any kind, until the casebook knows better.
constexpr double unwornLatePerMiB = 75e-6;

// What an unworn drive of a kind is like.
struct UnwornKind {
    double latePerMiB = unwornLatePerMiB;
    std::uint64_t drives = 0; // that it was learned from; 0: it is that of any kind
    friend bool operator==(const UnwornKind&, const UnwornKind&) = default;
};

// Drives that have run for less pass for unworn, and so many of a kind say what is usual for it.
constexpr std::int64_t unwornHours = 1000;
constexpr std::size_t unwornDrives = 5;
// By the late places in a MiB of unworn drives, one value of each; of too few: that of any kind.
UnwornKind unwornKindFrom(std::vector<double> latePerMiB);

// Late places in a MiB, absent where fewer than a thousand blocks were graded in half of the zones.
std::optional<double> latePerMiB(const ScanDigest& scan);
// Absent likewise.
std::optional<WearFigure> wearOf(const ScanDigest& scan, double unworn = unwornLatePerMiB);
// Since an earlier scan of the same drive: 0 unchanged. Absent where either says nothing.
std::optional<WearFigure> wearSince(const ScanDigest& before, const ScanDigest& now);

} // namespace orbita
