// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/verify_block.h"

#include "core/scan/engine_times.h"

namespace orbita {

namespace {

constexpr std::uint64_t bytesATry = 64U << 20U;
constexpr std::uint64_t leastTries = 8; // places of that size; a shorter scan is over before it would pay
constexpr int mostBadPlaces = 3;
constexpr double worthIt =
    1.03; // so much faster, or the smaller size tells more exactly where something is slow
constexpr Nanoseconds longestTry = std::chrono::seconds{3};

// Pieces of what was asked for, of the size of a try, in ascending order.
std::vector<LbaSpan> placesIn(const SettledPlan& plan, std::uint64_t sectors) {
    std::vector<LbaSpan> places;
    const auto add = [&](const LbaSpan& part) {
        for (Lba at = part.first; at.value + sectors <= part.end().value && places.size() < 64;
             at = at + SectorCount{sectors})
            places.push_back({at, {sectors}});
    };
    if (plan.asked.parts.empty())
        add(plan.grid.span);
    for (const LbaSpan& part : plan.asked.parts)
        add(intersection(part, plan.grid.span));
    return places;
}

class Tries {
public:
    Tries(Drive& drive, const SettledPlan& plan, const std::stop_token& stop)
        : m_drive(drive), m_plan(plan.asked), m_stop(stop) {}

    // Sectors a second; nothing where a verify was not answered in good order.
    std::optional<double> paceWith(const LbaSpan& where, std::uint32_t block) {
        Nanoseconds took{};
        std::uint64_t read = 0;
        for (std::uint64_t at = 0; at + block <= where.count.value && took < longestTry; at += block) {
            const auto latency = verify({{where.first.value + at}, {block}});
            if (!latency)
                return std::nullopt;
            if (at == 0)
                continue; // it only brings the head there
            took += *latency;
            read += block;
        }
        if (took.count() == 0)
            return std::nullopt;
        return static_cast<double>(read) / static_cast<double>(took.count()) * 1e9;
    }
    [[nodiscard]] bool over() const { return m_silentAt || m_stop.stop_requested(); }
    [[nodiscard]] const std::optional<LbaSpan>& silentAt() const { return m_silentAt; }
    std::vector<MetBefore> takeMet() { return std::move(m_met); }

private:
    // As patient as the scan itself: a drive that tries for long over one sector is not lost for that.
    std::optional<Nanoseconds> verify(LbaSpan span) {
        if (over())
            return std::nullopt;
        const ReadRequest request{0, span, m_plan.limit, ReadWay::verify};
        m_drive.submit({&request, 1});
        ReadAnswer answer;
        const Nanoseconds sent = m_drive.clock().now();
        std::optional<Nanoseconds> stopAsked;
        while (m_drive.reap({&answer, 1}, slice) == 0) {
            const Nanoseconds now = m_drive.clock().now();
            if (m_stop.stop_requested() && !stopAsked)
                stopAsked = now;
            if (now - sent > m_plan.giveUp || (stopAsked && now - *stopAsked > stopPatience)) {
                m_drive.link().abandon();
                if (!stopAsked)
                    m_silentAt = span;
                return std::nullopt;
            }
        }
        if (answer.verdict.outcome == Outcome::answered)
            return answer.latency;
        answer.data = {};
        m_met.push_back({span, answer});
        return std::nullopt;
    }

    Drive& m_drive;
    const ScanPlan& m_plan;
    std::stop_token m_stop;
    std::optional<LbaSpan> m_silentAt;
    std::vector<MetBefore> m_met;
};

} // namespace

VerifyBlock chooseVerifyBlock(Drive& drive, const SettledPlan& plan, const std::stop_token& stop) {
    const DriveIdentity& identity = drive.identity();
    const std::uint32_t least = plan.grid.blockSectors;
    const std::uint32_t most = std::min(mostBlockBytes / identity.logicalBytes, drive.limits().maxSectors);
    const std::vector<LbaSpan> places = placesIn(plan, bytesATry / identity.logicalBytes);
    if (places.size() < leastTries)
        return {least, {}, {}};
    Tries tries(drive, plan, stop);
    std::size_t place = 1;
    int bad = 0;
    // Elsewhere each time: what has been verified once may be at hand.
    const auto pace = [&](std::uint32_t block) {
        std::optional<double> found;
        while (!found && !tries.over() && bad < mostBadPlaces && place < places.size()) {
            found = tries.paceWith(places[place++], block);
            bad += found ? 0 : 1;
        }
        return found;
    };
    std::uint32_t best = least;
    auto soFar = pace(best);
    for (std::uint32_t block = least * 2; soFar && block <= most; block *= 2) {
        const auto larger = pace(block);
        if (!larger || *larger < *soFar * worthIt)
            break;
        best = block;
        soFar = larger;
    }
    return {best, tries.silentAt(), tries.takeMet()};
}

} // namespace orbita
