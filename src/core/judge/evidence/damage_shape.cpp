// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/evidence/damage_shape.h"

#include "core/base/names.h"
#include "core/base/span_set.h"

#include <algorithm>
#include <cmath>
#include <complex>
#include <numbers>
#include <set>

namespace orbita {

namespace {

constexpr std::array<std::string_view, 8> shapeNames = {
    "none", "single-spots", "one-patch", "several-patches", "band", "regular", "all-over", "growing-edge"};
constexpr std::array<std::string_view, 3> surenessNames = {"not-sure", "likely", "sure"};

// Damage this near is one place: about a handful of tracks, on large drives a two-hundredth of a hundredth.
constexpr std::uint64_t nearBytes = 8U << 20U;
constexpr std::uint64_t nearShare = 20'000;
// For what recurs, places are told apart more finely: stripes are a few megabytes wide and more.
constexpr std::uint64_t stripeGapBytes = 2U << 20U;
constexpr std::uint64_t spotBytes = 64U << 10U; // no more of it in one place is a spot
constexpr std::size_t fewPlaces = 16;

struct Cluster {
    LbaSpan span;
    SectorCount damaged;
    [[nodiscard]] double middle() const {
        return static_cast<double>(span.first.value) + static_cast<double>(span.count.value) / 2;
    }
};

std::vector<Cluster> clustersOf(const std::vector<LbaSpan>& damage, SectorCount gap) {
    std::vector<Cluster> clusters;
    for (const LbaSpan& span : damage) {
        if (!clusters.empty() && span.first <= clusters.back().span.end() + gap) {
            Cluster& last = clusters.back();
            last.span = spanBetween(last.span.first, std::max(last.span.end(), span.end()));
            last.damaged = last.damaged + span.count;
        } else {
            clusters.push_back({span, span.count});
        }
    }
    return clusters;
}

SectorCount sumOf(const std::vector<LbaSpan>& spans) {
    SectorCount sum;
    for (const LbaSpan& span : spans)
        sum = sum + span.count;
    return sum;
}

double shareOf(SectorCount part, SectorCount whole) {
    return whole.value == 0 ? 0 : static_cast<double>(part.value) / static_cast<double>(whole.value);
}

// --- What recurs ---------------------------------------------------------------------------------------

// How well positions agree with a period: the length of the mean of their phases, after those that fall into
// one cycle have been made one; and in how many cycles there is any.
struct Agreement {
    double length = 0;
    std::size_t cycles = 0;
    // How many times likelier chance would bring it about, were nothing regular: Rayleigh's test.
    [[nodiscard]] double strength() const { return static_cast<double>(cycles) * length * length; }
};

Agreement agreementWith(const std::vector<double>& at, double period) {
    // Where cycles begin: half a period from the mean phase of all.
    std::complex<double> all;
    for (const double x : at)
        all += std::polar(1.0, 2 * std::numbers::pi * std::fmod(x, period) / period);
    const double phase = std::arg(all) / (2 * std::numbers::pi) * period;
    Agreement agreement;
    std::complex<double> sum;
    for (std::size_t i = 0; i < at.size();) {
        const double cycle = std::round((at[i] - phase) / period);
        double mean = 0;
        std::size_t count = 0;
        for (; i < at.size() && std::round((at[i] - phase) / period) == cycle; ++i, ++count)
            mean += at[i];
        mean /= static_cast<double>(count);
        sum += std::polar(1.0, 2 * std::numbers::pi * std::fmod(mean, period) / period);
        ++agreement.cycles;
    }
    agreement.length = agreement.cycles == 0 ? 0 : std::abs(sum) / static_cast<double>(agreement.cycles);
    return agreement;
}

struct Recurrence {
    double period = 0;
    double share = 0; // of the stretches looked at, that agree
    std::size_t cycles = 0;
};

constexpr std::size_t stretchPlaces = 40;
constexpr std::size_t mostStretches = 10;
constexpr std::size_t leastCycles = 8;
constexpr double chanceStrength = 12.5; // beyond what the best of some thousand periods has by chance

// The distance is only roughly the same all over a drive: tracks are longer at its beginning. So stretches
// are looked at each by itself.
// Nothing that recurs within a few times `gap`: what is told apart by it lies so far apart by itself; nor
// over less than a twentieth of the drive, where there are no turns of heads to speak of.
Recurrence recurrenceIn(const std::vector<Cluster>& clusters, SectorCount gap, SectorCount capacity) {
    Recurrence found;
    if (clusters.size() < leastCycles ||
        shareOf(clusters.back().span.end() - clusters.front().span.first, capacity) < 0.05)
        return found;
    const std::size_t each = std::min(stretchPlaces, clusters.size());
    const std::size_t last = clusters.size() - each;
    const std::size_t stretches = std::min(mostStretches, last / (each / 2) + 1);
    std::vector<double> periods;
    for (std::size_t s = 0; s < stretches; ++s) {
        const std::size_t from = stretches == 1 ? 0 : s * last / (stretches - 1);
        std::vector<double> at;
        for (std::size_t i = from; i < from + each; ++i)
            at.push_back(clusters[i].middle() - clusters[from].middle());
        const double extent = at.back();
        if (extent <= 0)
            continue;
        const double apart = extent / static_cast<double>(each - 1);
        Agreement best;
        double bestPeriod = 0;
        double strongest = 0;
        // Not every stripe need be damaged, and one may be in several places.
        for (double period = std::max(apart / 4, 4 * static_cast<double>(gap.value)); period < apart * 4;) {
            const Agreement agreement = agreementWith(at, period);
            // What recurs agrees with every whole part of its distance, too: the longest is the one.
            if (agreement.cycles >= leastCycles && agreement.strength() >= strongest * 0.95) {
                strongest = std::max(strongest, agreement.strength());
                best = agreement;
                bestPeriod = period;
            }
            period += period * period / (extent * 6);
        }
        if (best.strength() >= chanceStrength) {
            periods.push_back(bestPeriod);
            found.cycles += best.cycles;
        }
    }
    found.share = static_cast<double>(periods.size()) / static_cast<double>(stretches);
    if (!periods.empty()) {
        std::nth_element(periods.begin(), periods.begin() + static_cast<std::ptrdiff_t>(periods.size() / 2),
                         periods.end());
        found.period = periods[periods.size() / 2];
    }
    return found;
}

// --- What has spread -----------------------------------------------------------------------------------

struct Spread {
    LbaSpan where;
    SectorCount added; // damaged since, beside what was
    double share = 0;  // of all that is damaged since
};

// The place that has spread furthest beyond its edges.
Spread spreadOf(const DamagePlaces& places, SectorCount reach) {
    Spread most;
    if (!places.damageBefore || places.damageBefore->empty())
        return most;
    SpanSet readBefore;
    for (const LbaSpan& span : places.readBefore)
        readBefore.add(span);
    SpanSet before;
    for (const LbaSpan& span : *places.damageBefore)
        before.add(span);
    // Only what was read before can be new.
    std::vector<LbaSpan> fresh;
    for (const LbaSpan& span : places.damage)
        for (const LbaSpan& part : before.gaps(span))
            if (readBefore.contains(part))
                fresh.push_back(part);
    const SectorCount all = sumOf(fresh);
    for (const Cluster& old : clustersOf(*places.damageBefore, reach)) {
        // As far as it was wide, on either side.
        const SectorCount margin = std::max(reach, old.span.count);
        const LbaSpan around =
            spanBetween(Lba{old.span.first.value - std::min(old.span.first.value, margin.value)},
                        old.span.end() + margin);
        Spread spread;
        Lba first = old.span.first;
        Lba end = old.span.end();
        for (const LbaSpan& span : fresh) {
            if (!around.overlaps(span) || (old.span.first <= span.first && span.end() <= old.span.end()))
                continue;
            spread.added = spread.added + span.count;
            first = std::min(first, span.first);
            end = std::max(end, span.end());
        }
        spread.where = spanBetween(first, end);
        spread.share = shareOf(spread.added, all);
        if (spread.added > most.added)
            most = spread;
    }
    return most;
}

// --- Regions -------------------------------------------------------------------------------------------

// The shortest stretch that holds so many of the clusters: its first and last index.
std::pair<std::size_t, std::size_t> shortestHolding(const std::vector<Cluster>& clusters, std::size_t count) {
    std::pair<std::size_t, std::size_t> best{0, count - 1};
    const auto width = [&](std::size_t i) {
        return clusters[i + count - 1].span.end() - clusters[i].span.first;
    };
    for (std::size_t i = 0; i + count <= clusters.size(); ++i)
        if (width(i) < width(best.first))
            best = {i, i + count - 1};
    return best;
}

struct Region {
    LbaSpan span;
    double share = 0;      // of the drive
    double widestGap = 0;  // between two of its places, as a share of it
    double outnumbers = 0; // how many times denser than elsewhere
};

Region regionOf(const std::vector<Cluster>& clusters, SectorCount capacity) {
    const std::size_t most = std::max<std::size_t>(1, (clusters.size() * 9 + 9) / 10);
    const auto [first, last] = shortestHolding(clusters, most);
    Region region;
    region.span = spanBetween(clusters[first].span.first, clusters[last].span.end());
    region.share = shareOf(region.span.count, capacity);
    for (std::size_t i = first; i < last; ++i)
        region.widestGap = std::max(
            region.widestGap, shareOf(spanBetween(clusters[i].span.end(), clusters[i + 1].span.first).count,
                                      region.span.count));
    const double outside = static_cast<double>(clusters.size() - most) / std::max(1e-9, 1 - region.share);
    region.outnumbers = static_cast<double>(most) / std::max(1e-9, region.share) / std::max(1.0, outside);
    return region;
}

// In how many of so many equal parts of the drive there is any, against how many there would be, were as many
// strewn at random over the parts that were read.
double evennessOf(const std::vector<Cluster>& clusters, const DamagePlaces& places) {
    constexpr std::uint64_t parts = 24;
    const auto partOf = [&](Lba lba) {
        return std::min(parts - 1, static_cast<std::uint64_t>(static_cast<double>(lba.value) * parts /
                                                              static_cast<double>(places.capacity.value)));
    };
    std::set<std::uint64_t> hit;
    std::set<std::uint64_t> read;
    for (const LbaSpan& span : places.read)
        for (std::uint64_t part = partOf(span.first); part <= partOf(span.last()); ++part)
            read.insert(part);
    for (const Cluster& cluster : clusters)
        for (std::uint64_t part = partOf(cluster.span.first); part <= partOf(cluster.span.last()); ++part)
            hit.insert(part);
    read.insert(hit.begin(), hit.end());
    const auto n = static_cast<double>(read.size());
    const double expected = n * (1 - std::pow(1 - 1 / n, static_cast<double>(clusters.size())));
    // Where few parts were read, that it is all over them says little of the drive.
    return static_cast<double>(hit.size()) / expected * std::min(1.0, n / (parts * 0.75));
}

} // namespace

std::string_view damageShapeName(DamageShape shape) {
    return shapeNames[static_cast<std::size_t>(shape)];
}

std::optional<DamageShape> damageShapeFromName(std::string_view name) {
    return enumFromName<DamageShape>(shapeNames, name);
}

std::string_view surenessName(Sureness sureness) {
    return surenessNames[static_cast<std::size_t>(sureness)];
}

std::optional<Sureness> surenessFromName(std::string_view name) {
    return enumFromName<Sureness>(surenessNames, name);
}

ShapeFound shapeOf(const DamagePlaces& places) {
    ShapeFound found;
    const double read = shareOf(sumOf(places.read), places.capacity);
    const auto surely = [&](Sureness otherwise) {
        const Sureness most = read >= 0.9   ? Sureness::sure
                              : read >= 0.3 ? Sureness::likely
                                            : Sureness::notSure;
        return std::min(most, otherwise);
    };
    if (places.damage.empty() || places.capacity.value == 0) {
        found.sureness = surely(Sureness::sure);
        return found;
    }
    const std::uint64_t sector = std::max<std::uint32_t>(1, places.logicalBytes);
    const SectorCount reach{std::max(nearBytes / sector, places.capacity.value / nearShare)};
    const auto clusters = clustersOf(places.damage, reach);
    found.clusters = clusters.size();
    found.where = spanBetween(places.damage.front().first, places.damage.back().end());

    const SectorCount stripeGap{stripeGapBytes / sector};
    const Recurrence recurs = recurrenceIn(clustersOf(places.damage, stripeGap), stripeGap, places.capacity);
    if (recurs.share >= 0.6) {
        found.shape = DamageShape::regular;
        found.spacing = SectorCount{static_cast<std::uint64_t>(recurs.period)};
        found.sureness =
            surely(recurs.share >= 0.8 && recurs.cycles >= 16 ? Sureness::sure : Sureness::likely);
        return found;
    }
    const double evenness = evennessOf(clusters, places);
    if ((clusters.size() > fewPlaces && evenness >= 0.8) ||
        shareOf(sumOf(places.damage), places.capacity) > 0.4) {
        found.shape = DamageShape::allOver;
        // Where some of it does recur, it may be a head all the same.
        found.sureness = surely((evenness >= 0.9 || clusters.size() <= fewPlaces) && recurs.share < 0.2
                                    ? Sureness::sure
                                    : Sureness::likely);
        return found;
    }
    // A tenth more than there was, at least some sectors: less is what a drive finds in any old patch.
    const Spread spread = spreadOf(places, reach);
    if (places.damageBefore && spread.share >= 0.6 && spread.added.value >= 8 &&
        spread.added.value * 10 >= sumOf(*places.damageBefore).value) {
        found.shape = DamageShape::growingEdge;
        found.where = spread.where;
        found.sureness = surely(spread.added.value >= 32 ? Sureness::sure : Sureness::likely);
        return found;
    }

    const auto largest = std::max_element(clusters.begin(), clusters.end(),
                                          [](const auto& a, const auto& b) { return a.damaged < b.damaged; });
    const bool onlySpots = std::all_of(clusters.begin(), clusters.end(), [&](const Cluster& cluster) {
        return cluster.damaged.value * sector <= spotBytes;
    });
    const double most = shareOf(largest->damaged, sumOf(places.damage));
    const Region region = regionOf(clusters, places.capacity);
    constexpr double wide = 0.01;
    if (clusters.size() >= 6 && region.share <= 0.4 && region.widestGap <= 0.5 && region.outnumbers >= 10) {
        found.shape = region.share >= wide ? DamageShape::band : DamageShape::onePatch;
        found.where = region.span;
        found.sureness = surely(clusters.size() >= 12 ? Sureness::sure : Sureness::likely);
    } else if (clusters.size() <= fewPlaces && onlySpots && clusters.size() * 3 > places.damage.size()) {
        found.shape = DamageShape::singleSpots;
        found.sureness = surely(Sureness::sure);
    } else if (most >= 0.9 && clusters.size() <= 4) {
        found.shape =
            shareOf(largest->span.count, places.capacity) >= wide ? DamageShape::band : DamageShape::onePatch;
        found.where = largest->span;
        found.sureness = surely(clusters.size() == 1 ? Sureness::sure : Sureness::likely);
    } else if (onlySpots && clusters.size() <= fewPlaces) {
        found.shape = clusters.size() == 1 ? DamageShape::onePatch : DamageShape::severalPatches;
        found.where = clusters.size() == 1 ? largest->span : found.where;
        found.sureness = surely(Sureness::likely);
    } else {
        found.shape = DamageShape::severalPatches;
        found.sureness = surely(clusters.size() <= fewPlaces ? Sureness::sure : Sureness::notSure);
    }
    return found;
}

} // namespace orbita
