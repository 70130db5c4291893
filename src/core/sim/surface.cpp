// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/sim/surface.h"

#include "core/sim/content.h"

#include <cmath>

namespace orbita::sim {

namespace {

constexpr std::uint64_t regionBytes = 1U << 20U;   // of speckles
constexpr std::uint64_t stripeBytes = 256U << 20U; // read by one head before the next takes over
constexpr std::size_t mostSegments = 32;

Nanoseconds rounded(double ns) {
    return Nanoseconds{std::llround(ns)};
}

} // namespace

Surface::Surface(Scenario scenario, Medium& medium)
    : m_scenario(std::move(scenario)), m_medium(medium), m_met(m_scenario.defects.size(), 0) {
    Lba latest;
    for (const Defect& defect : m_scenario.defects) {
        latest = std::max(latest, defect.span.end());
        m_latestEnd.push_back(latest);
    }
}

double Surface::random(std::uint64_t key, std::uint64_t salt) const {
    // splitmix64 of seed, key and salt
    std::uint64_t x = m_scenario.seed * 0x9E3779B97F4A7C15ULL ^ key * 0xBF58476D1CE4E5B9ULL ^ salt;
    x += 0x9E3779B97F4A7C15ULL;
    x = (x ^ x >> 30U) * 0xBF58476D1CE4E5B9ULL;
    x = (x ^ x >> 27U) * 0x94D049BB133111EBULL;
    x ^= x >> 31U;
    return static_cast<double>(x >> 11U) * 0x1p-53;
}

bool Surface::cached(LbaSpan span) const {
    for (const Segment& segment : m_cache)
        if (segment.first <= span.first && span.end() <= segment.end)
            return true;
    return false;
}

void Surface::remember(LbaSpan span, bool continues) {
    if (m_scenario.cacheBytes == 0)
        return;
    const std::uint64_t room = m_scenario.cacheBytes / m_scenario.identity.logicalBytes;
    if (continues && !m_cache.empty() && m_cache.back().end == span.first) {
        m_cache.back().end = span.end();
    } else {
        m_cache.push_back({span.first, span.end()});
    }
    m_cachedSectors += span.count.value;
    while (m_cachedSectors > room && !m_cache.empty()) {
        Segment& oldest = m_cache.front();
        const std::uint64_t drop = std::min(m_cachedSectors - room, (oldest.end - oldest.first).value);
        oldest.first = oldest.first + SectorCount{drop};
        m_cachedSectors -= drop;
        if (oldest.first == oldest.end)
            m_cache.pop_front();
    }
    if (m_cache.size() > mostSegments) {
        m_cachedSectors -= (m_cache.front().end - m_cache.front().first).value;
        m_cache.pop_front();
    }
}

void Surface::forget(const LbaSpan& span) {
    std::deque<Segment> kept;
    for (const Segment& segment : m_cache) {
        const LbaSpan held = spanBetween(segment.first, segment.end);
        if (!held.overlaps(span)) {
            kept.push_back(segment);
            continue;
        }
        if (segment.first < span.first)
            kept.push_back({segment.first, span.first});
        if (span.end() < segment.end)
            kept.push_back({span.end(), segment.end});
    }
    m_cache = std::move(kept);
    m_cachedSectors = 0;
    for (const Segment& segment : m_cache)
        m_cachedSectors += (segment.end - segment.first).value;
}

Nanoseconds Surface::reach(const LbaSpan& span, Nanoseconds now) {
    forget(span);
    const bool continues = span.first == m_streamEnd && m_streamEnd.value != 0;
    const Nanoseconds took = mechanics({span, true, true}, now, continues);
    m_streamEnd = span.end();
    return took;
}

double Surface::nsPerSector(Lba lba) {
    if (lba < m_zoneFirst || lba >= m_zoneEnd) {
        // Kept for one head's stripe; zones change at the next stripe, which no reader can tell.
        const std::uint64_t stripe =
            std::max<std::uint64_t>(1, stripeBytes / m_scenario.identity.logicalBytes);
        const std::uint64_t number = lba.value / stripe;
        m_zoneFirst = {number * stripe};
        m_zoneEnd = {(number + 1) * stripe};
        const std::uint32_t head = static_cast<std::uint32_t>(number % m_scenario.heads);
        const double share = m_scenario.heads > 1 ? static_cast<double>(head) / (m_scenario.heads - 1) : 0;
        const double mbPerS = m_scenario.pace(m_zoneFirst) * (1 - share * m_scenario.headSpreadPercent / 100);
        m_zoneNsPerSector = m_scenario.identity.logicalBytes / mbPerS * 1e3;
    }
    return m_zoneNsPerSector;
}

Nanoseconds Surface::mechanics(const MediumAccess& access, Nanoseconds now, bool continues) {
    const LbaSpan& span = access.span;
    const double perSector = nsPerSector(span.first);
    const double jitter =
        1 + (random(span.first.value, ++m_attempts) - 0.5) * 2 * m_scenario.jitterPercent / 100;
    const double bytes = static_cast<double>(span.count.value) * m_scenario.identity.logicalBytes;
    const double transferNs = access.handsOver ? bytes * 1e3 / m_scenario.interfaceMbPerS : 0;
    const double leastNs = static_cast<double>(m_scenario.overhead.count()) + transferNs;
    const auto nowNs = static_cast<double>(now.count());
    double headNs;
    if (continues) {
        // While nobody asked, the head read on, as far as the drive reads ahead; what is to come from the
        // medium waits for it all the same.
        const std::uint64_t ahead =
            access.pastCache ? 0 : m_scenario.readAheadBytes / m_scenario.identity.logicalBytes;
        const Lba furthest = m_streamEnd + SectorCount{ahead};
        const double idleNs = std::max(0.0, nowNs - static_cast<double>(m_headTime.count()));
        Lba head = m_headAt + SectorCount{static_cast<std::uint64_t>(idleNs / perSector)};
        head = std::max(m_headAt, std::min(head, furthest));
        const double missing = span.end() > head ? static_cast<double>((span.end() - head).value) : 0.0;
        const double from = std::max(nowNs, static_cast<double>(m_headTime.count()));
        headNs = from + missing * perSector * jitter;
        m_headAt = std::max(head, span.end());
    } else {
        const double distance =
            std::abs(static_cast<double>(span.first.value) - static_cast<double>(m_headAt.value)) /
            static_cast<double>(m_scenario.identity.capacity.value);
        double positionNs = 0;
        if (m_scenario.rotating()) {
            const auto shortest = static_cast<double>(m_scenario.shortestSeek.count());
            const auto longest = static_cast<double>(m_scenario.longestSeek.count());
            positionNs =
                shortest + (longest - shortest) * std::sqrt(distance) +
                static_cast<double>(m_scenario.turn().count()) * random(span.first.value, m_attempts + 7);
        }
        headNs = nowNs + positionNs + static_cast<double>(span.count.value) * perSector * jitter;
        m_headAt = span.end();
    }
    const double answerNs = std::max(nowNs + leastNs, headNs);
    m_headTime = rounded(headNs);
    return rounded(answerNs - nowNs);
}

Nanoseconds Surface::speckles(LbaSpan span) const {
    Nanoseconds extra{};
    if (m_scenario.speckles.empty())
        return extra;
    const std::uint64_t region = std::max<std::uint64_t>(1, regionBytes / m_scenario.identity.logicalBytes);
    for (std::uint64_t r = span.first.value / region; r * region < span.end().value; ++r) {
        // A region's slow sector stands somewhere inside it; only the read that covers it is late.
        for (std::size_t i = 0; i < m_scenario.speckles.size(); ++i) {
            const Speckle& speckle = m_scenario.speckles[i];
            if (random(r, 101 + i) * 1e6 >= speckle.perMillion)
                continue;
            const Lba where{r * region +
                            static_cast<std::uint64_t>(random(r, 202 + i) * static_cast<double>(region))};
            const double percent = static_cast<double>(where.value) * 100 /
                                   static_cast<double>(m_scenario.identity.capacity.value);
            if (!span.contains(where) || percent < speckle.fromPercent || percent > speckle.toPercent)
                continue;
            // More of the mild than of the grave.
            const double grave = std::pow(random(r, 303 + i), 3);
            extra +=
                speckle.least + rounded(static_cast<double>((speckle.most - speckle.least).count()) * grave);
        }
    }
    return extra;
}

bool Surface::meets(std::size_t index) {
    const Defect& defect = m_scenario.defects[index];
    if (defect.times != 0 && m_met[index] >= defect.times)
        return false;
    if (defect.probability < 1 && random(defect.span.first.value, ++m_attempts + 404) >= defect.probability)
        return false;
    ++m_met[index];
    return true;
}

void Surface::meetDefects(LbaSpan span, Nanoseconds powered, ReadEvent& event) {
    const bool touched = m_medium.touched();
    // The first defect that could reach into the span.
    std::size_t i = static_cast<std::size_t>(
        std::upper_bound(m_latestEnd.begin(), m_latestEnd.end(), span.first) - m_latestEnd.begin());
    for (; i < m_scenario.defects.size() && m_scenario.defects[i].span.first < span.end(); ++i) {
        const Defect& defect = m_scenario.defects[i];
        if (!defect.span.overlaps(span))
            continue;
        const bool ofSurface = defect.kind == DefectKind::slow || defect.kind == DefectKind::unreadable;
        Lba first = std::max(defect.span.first, span.first);
        if (touched && ofSurface) {
            const auto troubled = m_medium.troubled(i, span, powered);
            if (!troubled)
                continue;
            first = *troubled;
        }
        if (!meets(i))
            continue;
        switch (defect.kind) {
        case DefectKind::slow:
            if (m_recoveryLimit.count() > 0 && defect.delay > m_recoveryLimit) {
                *event.latency += m_recoveryLimit;
                event.result = ReadResult::unreadable;
                event.firstBad = first;
                return;
            }
            *event.latency += defect.delay;
            break;
        case DefectKind::freeze:
            if (defect.endless) {
                event.latency.reset();
                return;
            }
            *event.latency += defect.duration;
            break;
        case DefectKind::drop:
            m_gone = true;
            event = {ReadResult::gone, m_scenario.overhead, {}};
            return;
        case DefectKind::linkFault:
            event.result = ReadResult::damagedOnTheWay;
            return;
        case DefectKind::unreadable:
            // Sectors are read in order: nothing behind the first bad one is met.
            *event.latency +=
                m_recoveryLimit.count() > 0 ? std::min(defect.delay, m_recoveryLimit) : defect.delay;
            event.result = ReadResult::unreadable;
            event.firstBad = first;
            return;
        }
    }
}

void Surface::meetOtherLoad(Nanoseconds now, ReadEvent& event) {
    for (const OtherLoad& load : m_scenario.otherLoads) {
        if (now < load.from || now >= load.to || random(++m_attempts, 505) * 100 >= load.percent)
            continue;
        *event.latency += load.delay;
        event.disturbed = true;
    }
}

ReadEvent Surface::read(const MediumAccess& access, Nanoseconds now, Nanoseconds powered) {
    const LbaSpan& span = access.span;
    if (m_gone || m_medium.gone())
        return {ReadResult::gone, m_scenario.overhead, {}};
    if (m_scenario.lock != Lock::none)
        return {ReadResult::locked, m_scenario.overhead, {}};
    ReadEvent event;
    if (m_scenario.verifyLies && !access.handsOver)
        return {ReadResult::data, m_scenario.overhead, {}};
    const bool continues = span.first == m_streamEnd && m_streamEnd.value != 0;
    if (!continues && !access.pastCache && cached(span)) {
        const double bytes = static_cast<double>(span.count.value) * m_scenario.identity.logicalBytes;
        event.latency = m_scenario.overhead + rounded(bytes * 1e3 / m_scenario.interfaceMbPerS);
        return event;
    }
    if (isUnmapped(m_scenario, span)) { // the heads go on meanwhile, over tracks that nobody waits for
        const double bytes =
            access.handsOver ? static_cast<double>(span.count.value) * m_scenario.identity.logicalBytes : 0;
        event.latency = m_scenario.overhead + rounded(bytes * 1e3 / m_scenario.interfaceMbPerS);
        m_headAt = span.end();
        m_headTime = now;
    } else {
        event.latency = mechanics(access, now, continues) + speckles(span);
    }
    meetOtherLoad(now, event);
    if (!access.pastCache && m_medium.touched() && m_medium.inWriteCache(span))
        return event;
    meetDefects(span, powered, event);
    if (m_medium.touched() && event.result == ReadResult::data)
        if (const auto lost = m_medium.spoilt(span)) {
            event.result = ReadResult::unreadable;
            event.firstBad = *lost;
            *event.latency += std::chrono::seconds{2};
        }
    if (event.result == ReadResult::data && event.latency) {
        if (access.handsOver)
            remember(span, continues);
        m_streamEnd = span.end();
        if (m_scenario.rotating()) // one head; solid state has others at hand while one place is slow
            m_headTime = std::max(m_headTime, now + *event.latency);
    } else {
        m_streamEnd = {}; // the drive lost its place: the next read positions anew
    }
    return event;
}

} // namespace orbita::sim
