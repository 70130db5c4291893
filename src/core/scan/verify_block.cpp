// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/verify_block.h"

#include "core/scan/engine_times.h"

namespace orbita {

namespace {

constexpr std::uint64_t bytesATry = 64U << 20U;
constexpr double worthIt =
    1.03; // so much faster, or the smaller size tells more exactly where something is slow
constexpr Nanoseconds longestTry = std::chrono::seconds{3};

// Sectors a second; nothing where one was not answered in good order.
std::optional<double> paceWith(Drive& drive, const LbaSpan& where, std::uint32_t block,
                               const std::stop_token& stop) {
    Nanoseconds took{};
    std::uint64_t read = 0;
    for (std::uint64_t at = 0; at + block <= where.count.value && took < longestTry; at += block) {
        const ReadRequest request{0, {{where.first.value + at}, {block}}, longestTry, ReadWay::verify};
        drive.submit({&request, 1});
        ReadAnswer answer;
        const Nanoseconds until = drive.clock().now() + longestTry;
        while (drive.reap({&answer, 1}, slice) == 0)
            if (stop.stop_requested() || drive.clock().now() > until) {
                drive.link().abandon(); // the scan will find it silent, and say so
                return std::nullopt;
            }
        if (answer.judged.outcome != Outcome::answered)
            return std::nullopt;
        if (at == 0)
            continue; // it only brings the head there
        took += answer.latency;
        read += block;
    }
    return took.count() == 0
               ? std::nullopt
               : std::optional(static_cast<double>(read) / static_cast<double>(took.count()) * 1e9);
}

} // namespace

std::uint32_t chooseVerifyBlock(Drive& drive, const LbaSpan& span, std::uint32_t least,
                                const std::stop_token& stop) {
    const DriveIdentity& identity = drive.identity();
    const std::uint64_t sectors = bytesATry / identity.logicalBytes;
    const std::uint32_t most = std::min(mostBlockBytes / identity.logicalBytes, drive.limits().maxSectors);
    if (span.count.value < sectors * 8)
        return least; // over before it would pay
    std::uint32_t best = least;
    std::uint64_t place = 1;
    auto pace = paceWith(drive, {{span.first.value + place * sectors}, {sectors}}, best, stop);
    for (std::uint32_t block = least * 2; pace && block <= most; block *= 2) {
        // Elsewhere each time: what has been verified once may be at hand.
        ++place;
        const auto larger = paceWith(drive, {{span.first.value + place * sectors}, {sectors}}, block, stop);
        if (!larger || *larger < *pace * worthIt)
            break;
        best = block;
        pace = larger;
    }
    return best;
}

} // namespace orbita
