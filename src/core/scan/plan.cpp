// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/plan.h"

#include "core/base/names.h"

#include <array>
#include <bit>
#include <charconv>
#include <fmt/format.h>

namespace orbita {

namespace {

constexpr std::array<std::string_view, 4> dataNames = {"not-asked", "saved", "not-saved", "unknown"};
constexpr std::uint32_t preferredBlockBytes = 1U << 20U;

Error badPlan(std::string on, std::string answer, std::string advice) {
    return {Error::Kind::badCall, "planning the scan of", std::move(on), std::move(answer),
            std::move(advice)};
}

// The largest power of two that one command carries, 1 MiB at most.
std::uint32_t chooseBlockSectors(const DriveIdentity& identity, const DriveLimits& limits) {
    std::uint32_t sectors = preferredBlockBytes / identity.logicalBytes;
    if (limits.maxSectorsPerCommand != 0)
        sectors = std::min(sectors, std::bit_floor(limits.maxSectorsPerCommand));
    return std::max({sectors, leastBlockSectors, identity.sectorsPerPhysical()});
}

std::optional<std::uint64_t> number(std::string_view text) {
    std::uint64_t value = 0;
    const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), value);
    if (error != std::errc{} || end != text.data() + text.size() || text.empty())
        return std::nullopt;
    return value;
}

} // namespace

std::string_view dataElsewhereName(DataElsewhere answer) {
    return dataNames[static_cast<std::size_t>(answer)];
}

std::optional<DataElsewhere> dataElsewhereFromName(std::string_view name) {
    return enumFromName<DataElsewhere>(dataNames, name);
}

Result<SettledPlan> settlePlan(const ScanPlan& plan, const DriveIdentity& identity,
                               const DriveLimits& limits) {
    SettledPlan settled{plan, {plan.span.value_or(identity.whole()), plan.blockSectors}};
    const std::uint64_t capacity = identity.capacity.value;
    LbaSpan& span = settled.grid.span;
    if (span.empty())
        return tl::unexpected(badPlan(identity.path, "the span is empty", "Name at least one sector."));
    if (span.first.value >= capacity || span.count.value > capacity - span.first.value)
        return tl::unexpected(badPlan(identity.path,
                                      fmt::format("the span {}..{} reaches beyond the last sector, {}",
                                                  span.first.value, span.last().value, capacity - 1),
                                      fmt::format("Choose a span inside 0..{}.", capacity - 1)));

    std::uint32_t& block = settled.grid.blockSectors;
    if (block == 0)
        block = chooseBlockSectors(identity, limits);
    const std::uint32_t most = std::min(mostBlockBytes / identity.logicalBytes, limits.maxSectors);
    if (block < leastBlockSectors || block > most)
        return tl::unexpected(badPlan(identity.path,
                                      fmt::format("a block of {} sectors cannot be read at once", block),
                                      fmt::format("Choose {} to {} sectors.", leastBlockSectors, most)));
    const std::uint32_t physical = identity.sectorsPerPhysical();
    if (block % physical != 0)
        return tl::unexpected(
            badPlan(identity.path,
                    fmt::format("a block of {} sectors is no multiple of the physical sector, which holds {}",
                                block, physical),
                    fmt::format("Choose {} or {} sectors.", std::max(block / physical, 1U) * physical,
                                (block / physical + 1) * physical)));
    if (plan.limit.count() <= 0 || plan.limit > plan.giveUp)
        return tl::unexpected(
            badPlan(identity.path,
                    fmt::format("a block cannot count as stalled after {} ms", toMilliseconds(plan.limit)),
                    fmt::format("Choose more than 0 and at most {} ms.", toMilliseconds(plan.giveUp))));
    return settled;
}

Result<LbaSpan> parseSpan(std::string_view text) {
    const auto refuse = [&](std::string why) {
        return tl::unexpected(Error{Error::Kind::badCall, "reading the span", '"' + std::string(text) + '"',
                                    std::move(why), "Write FIRST..LAST, as in 0..2047; both are included."});
    };
    const auto dots = text.find("..");
    if (dots == std::string_view::npos)
        return refuse("it has no \"..\"");
    const auto first = number(text.substr(0, dots));
    const auto last = number(text.substr(dots + 2));
    if (!first || !last)
        return refuse("both ends must be sector numbers");
    if (*last < *first)
        return refuse("its end lies before its beginning");
    if (*last == UINT64_MAX)
        return refuse("no drive has so many sectors");
    return LbaSpan{{*first}, {*last - *first + 1}};
}

} // namespace orbita
