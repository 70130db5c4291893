// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/evidence/wear.h"

#include <algorithm>
#include <cmath>

namespace orbita {

namespace {

constexpr std::uint64_t leastGraded = 1000;
constexpr double leastInZone = 8; // blocks; fewer say nothing of a zone
// What passes, such as a fit of heat or a knock, hits a scan in one stretch; and a patch is damage, which is
// counted elsewhere. So no zone counts for more than chance would bring it, by what the others have: all but
// the worst eighth.
constexpr std::size_t worstZones = zoneCount / 8;
constexpr double certainty = 1.96; // standard deviations: 95 %

struct LateRate {
    double late = 0;
    double graded = 0;
    double mibOfBlock = 1;
    // Late places in a MiB, where so many blocks of all are late.
    [[nodiscard]] double perMiB(double lateBlocks) const {
        const double share = std::clamp(lateBlocks / graded, 1e-12, 1 - 1e-6);
        return -std::log1p(-share) / mibOfBlock;
    }
    // The exact interval of a count, as Wilson and Hilferty approximate it.
    [[nodiscard]] double least() const {
        if (late < 1)
            return 0.025; // fewer than one in forty tries, where none was seen
        const double shrink = 1 - 1 / (9 * late) - certainty / (3 * std::sqrt(late));
        return late * std::pow(std::max(0.0, shrink), 3);
    }
    [[nodiscard]] double most() const {
        const double next = late + 1;
        return next * std::pow(1 - 1 / (9 * next) + certainty / (3 * std::sqrt(next)), 3);
    }
};

std::optional<LateRate> rateOf(const ScanDigest& scan) {
    struct Counted {
        double late;
        double graded;
    };
    std::vector<Counted> zones;
    for (const Zone& zone : scan.zones)
        if (static_cast<double>(zone.graded) >= leastInZone)
            zones.push_back({static_cast<double>(zone.lateByItself), static_cast<double>(zone.graded)});
    if (zones.size() * 2 < zoneCount || scan.graded < leastGraded)
        return std::nullopt;
    std::sort(zones.begin(), zones.end(),
              [](const Counted& a, const Counted& b) { return a.late * b.graded < b.late * a.graded; });
    LateRate others;
    const std::size_t counted = zones.size() - std::min(worstZones, zones.size() / 8);
    for (std::size_t z = 0; z < counted; ++z) {
        others.late += zones[z].late;
        others.graded += zones[z].graded;
    }
    LateRate rate;
    rate.mibOfBlock =
        std::max(1e-6, static_cast<double>(scan.blockSectors) * scan.drive.logicalBytes / 1048576.0);
    for (const Counted& zone : zones) {
        const double usual = others.late / others.graded * zone.graded;
        rate.late += std::min(zone.late, usual + 2.5 * std::sqrt(usual) + 2);
        rate.graded += zone.graded;
    }
    return rate;
}

} // namespace

std::optional<double> latePerMiB(const ScanDigest& scan) {
    const auto rate = rateOf(scan);
    return rate ? std::optional(rate->perMiB(rate->late + 0.5)) : std::nullopt;
}

// The middle one, so that one drive that was bad from the first day does not move it.
UnwornKind unwornKindFrom(std::vector<double> latePerMiB) {
    if (latePerMiB.size() < unwornDrives)
        return {};
    const auto middle = latePerMiB.begin() + static_cast<std::ptrdiff_t>(latePerMiB.size() / 2);
    std::nth_element(latePerMiB.begin(), middle, latePerMiB.end());
    return *middle > 0 ? UnwornKind{*middle, latePerMiB.size()} : UnwornKind{};
}

std::optional<WearFigure> wearOf(const ScanDigest& scan, double unworn) {
    const auto rate = rateOf(scan);
    if (!rate)
        return std::nullopt;
    WearFigure wear;
    wear.late = static_cast<std::uint64_t>(rate->late);
    wear.doublings = std::log2(rate->perMiB(rate->late + 0.5) / unworn);
    wear.least = std::min(wear.doublings, std::log2(rate->perMiB(rate->least()) / unworn));
    wear.most = std::max(wear.doublings, std::log2(rate->perMiB(rate->most()) / unworn));
    return wear;
}

std::optional<WearFigure> wearSince(const ScanDigest& before, const ScanDigest& now) {
    const auto was = wearOf(before);
    const auto is = wearOf(now);
    if (!was || !is)
        return std::nullopt;
    WearFigure wear;
    wear.late = is->late;
    wear.doublings = is->doublings - was->doublings;
    // Both are uncertain, each by itself.
    const double down = std::hypot(is->doublings - is->least, was->most - was->doublings);
    const double up = std::hypot(is->most - is->doublings, was->doublings - was->least);
    wear.least = wear.doublings - down;
    wear.most = wear.doublings + up;
    return wear;
}

} // namespace orbita
