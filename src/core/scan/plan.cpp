// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/plan.h"

#include "core/base/names.h"
#include "core/base/span_set.h"

#include <array>
#include <bit>
#include <charconv>
#include <cmath>
#include <fmt/format.h>

namespace orbita {

namespace {

constexpr std::array<std::string_view, 3> wayNames = {"read", "verify", "fua"};
constexpr std::array<std::string_view, 6> orderNames = {"forward", "backward", "suspects-first",
                                                        "sweep",   "sample",   "careful"};
constexpr std::array<std::string_view, 7> ruleNames = {"unreadable", "patches",     "growth", "stalls",
                                                       "minutes",    "temperature", "damning"};
constexpr std::uint32_t preferredBlockBytes = 1U << 20U;

template <class... Numbers>
std::vector<std::string> numbers(const Numbers&... values) {
    return {fmt::format("{}", values)...};
}

Error badPlan(std::string on, Phrase answer, Phrase advice) {
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

std::optional<double> fraction(std::string_view text) {
    double value = 0;
    const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), value);
    if (error != std::errc{} || end != text.data() + text.size() || text.empty() || !(value >= 0))
        return std::nullopt;
    return value;
}

// As a person, or Orbita itself, writes a span: without blanks of any kind and the word LBA, a dash between
// both ends for the two dots.
std::string plainly(std::string_view text) {
    std::string plain(text);
    const auto replace = [&plain](std::string_view what, std::string_view by) {
        for (std::size_t at = plain.find(what); at != std::string::npos; at = plain.find(what, at))
            plain.replace(at, what.size(), by);
    };
    for (const std::string_view blank : {" ", "\t", "\u00a0", "\u2009", "\u202f", "LBA"})
        replace(blank, "");
    replace("\u2013", "..");
    return plain;
}

bool endsWithAnyCase(std::string_view text, std::string_view end) {
    return text.size() >= end.size() &&
           std::equal(end.begin(), end.end(), text.end() - static_cast<std::ptrdiff_t>(end.size()),
                      [](char a, char b) {
                          return std::tolower(static_cast<unsigned char>(a)) ==
                                 std::tolower(static_cast<unsigned char>(b));
                      });
}

struct Scale {
    std::string_view unit;
    double bytes;
};
constexpr std::array<Scale, 8> scales = {{{"kiB", 0x1p10},
                                          {"MiB", 0x1p20},
                                          {"GiB", 0x1p30},
                                          {"TiB", 0x1p40},
                                          {"kB", 1e3},
                                          {"MB", 1e6},
                                          {"GB", 1e9},
                                          {"TB", 1e12}}};

// One end of a span as the sector it begins with, or the one it ends before.
struct Place {
    bool isSector = false; // else a position between sectors
    double sectors = 0;
    std::uint64_t sector = 0;
};

std::optional<Place> placeOf(std::string_view text, const DriveIdentity& identity) {
    if (const auto sector = number(text))
        return Place{true, 0, *sector};
    const auto capacity = static_cast<double>(identity.capacity.value);
    if (text.ends_with('%')) {
        const auto share = fraction(text.substr(0, text.size() - 1));
        return share && *share <= 100 ? std::optional(Place{false, capacity * *share / 100, 0})
                                      : std::nullopt;
    }
    for (const Scale& scale : scales)
        if (endsWithAnyCase(text, scale.unit)) {
            const auto amount = fraction(text.substr(0, text.size() - scale.unit.size()));
            return amount ? std::optional(Place{false, *amount * scale.bytes / identity.logicalBytes, 0})
                          : std::nullopt;
        }
    return std::nullopt;
}

std::optional<Error> mistakeInRules(const std::vector<StopRule>& rules, const std::string& path) {
    for (std::size_t i = 0; i < rules.size(); ++i) {
        if (rules[i].value == 0)
            return badPlan(path, Phrase("the rule \"{}\" would apply at once", {stopRuleText(rules[i])}),
                           "Give it a number above zero.");
        for (std::size_t k = 0; k < i; ++k)
            if (rules[k].kind == rules[i].kind)
                return badPlan(
                    path,
                    Phrase("there are two rules for \"{}\"", {std::string(ruleKindName(rules[i].kind))}),
                    "Leave one of them out.");
    }
    return std::nullopt;
}

} // namespace

std::string_view readWayName(ReadWay way) {
    return wayNames[static_cast<std::size_t>(way)];
}

std::optional<ReadWay> readWayFromName(std::string_view name) {
    return enumFromName<ReadWay>(wayNames, name);
}

std::string_view scanOrderName(ScanOrder order) {
    return orderNames[static_cast<std::size_t>(order)];
}

std::optional<ScanOrder> scanOrderFromName(std::string_view name) {
    return enumFromName<ScanOrder>(orderNames, name);
}

std::string_view ruleKindName(RuleKind kind) {
    return ruleNames[static_cast<std::size_t>(kind)];
}

std::optional<RuleKind> ruleKindFromName(std::string_view name) {
    return enumFromName<RuleKind>(ruleNames, name);
}

Result<StopRule> parseStopRule(std::string_view text) {
    StopRule rule;
    std::string_view rest = text;
    if (rest.ends_with(":ask")) {
        rule.action = RuleAction::ask;
        rest.remove_suffix(4);
    }
    const auto colon = rest.find(':');
    const auto kind = ruleKindFromName(rest.substr(0, colon));
    const std::uint64_t value =
        colon == std::string_view::npos ? 0 : number(rest.substr(colon + 1)).value_or(0);
    if (!kind || value == 0)
        return tl::unexpected(
            Error{Error::Kind::badCall, "reading the stop rule", '"' + std::string(text) + '"',
                  "it is not of the form KIND:NUMBER",
                  "Kinds are unreadable, patches, growth, stalls, minutes, temperature and damning, as in "
                  "unreadable:50."});
    rule.kind = *kind;
    rule.value = value;
    return rule;
}

std::string stopRuleText(const StopRule& rule) {
    return fmt::format("{}:{}{}", ruleKindName(rule.kind), rule.value,
                       rule.action == RuleAction::ask ? ":ask" : "");
}

Result<SettledPlan> settlePlan(const ScanPlan& plan, const DriveIdentity& identity,
                               const DriveLimits& limits) {
    SettledPlan settled{plan, {plan.span.value_or(identity.whole()), plan.blockSectors}};
    if (!plan.berth)
        settled.asked.berth = SectorCount{berthBytes / identity.logicalBytes};
    settled.asked.berth = std::min(*settled.asked.berth, identity.capacity); // a file may say anything
    const std::uint64_t capacity = identity.capacity.value;
    LbaSpan& span = settled.grid.span;
    if (span.empty())
        return tl::unexpected(badPlan(identity.path, "the span is empty", "Name at least one sector."));
    if (capacity > mostSectors(identity.logicalBytes))
        return tl::unexpected(badPlan(
            identity.path,
            Phrase("it says that it has {} sectors of {} bytes", numbers(capacity, identity.logicalBytes)),
            "No drive is that large: the bridge or adapter garbles what the drive "
            "says. Try another."));
    if (span.first.value >= capacity || span.count.value > capacity - span.first.value)
        return tl::unexpected(badPlan(identity.path,
                                      Phrase("the span {}..{} reaches beyond the last sector, {}",
                                             numbers(span.first.value, span.last().value, capacity - 1)),
                                      Phrase("Choose a span inside 0..{}.", numbers(capacity - 1))));

    for (const LbaSpan& part : plan.parts)
        if (part.empty() || intersection(part, span) != part)
            return tl::unexpected(badPlan(
                identity.path,
                Phrase("the part {}..{} does not lie in the span {}..{}",
                       numbers(part.first.value, part.end().value - 1, span.first.value, span.last().value)),
                "Leave that part out or widen the span."));
    if (plan.order == ScanOrder::sweep && !(plan.sweepDistancePercent > 0 && plan.sweepDistancePercent <= 50))
        return tl::unexpected(badPlan(identity.path, "a sweep needs a distance to go",
                                      "Choose more than 0 and at most 50 percent of the span."));
    if (plan.order == ScanOrder::sample && plan.samples == 0)
        return tl::unexpected(
            badPlan(identity.path, "no block would be drawn", "Choose at least one sample."));
    if (plan.depth > mostDepth)
        return tl::unexpected(
            badPlan(identity.path, Phrase("{} commands cannot be at the drive at once", numbers(plan.depth)),
                    Phrase("Choose 1 to {}.", numbers(mostDepth))));
    if (auto mistake = mistakeInRules(plan.rules, identity.path))
        return tl::unexpected(std::move(*mistake));

    if (plan.way == ReadWay::verify && !limits.verifies)
        return tl::unexpected(badPlan(identity.path,
                                      "verifying is not available here: the drive, or what it is attached "
                                      "through, does not take the command",
                                      "Scan by reading."));
    if (plan.way == ReadWay::verify && !plan.saveTo.empty())
        return tl::unexpected(badPlan(identity.path, "verifying hands over no data that could be saved",
                                      "Scan by reading, or save nothing."));
    std::uint32_t& block = settled.grid.blockSectors;
    if (block == 0)
        block = chooseBlockSectors(identity, limits);
    const std::uint32_t most = std::min(mostBlockBytes / identity.logicalBytes, limits.maxSectors);
    if (block < leastBlockSectors || block > most)
        return tl::unexpected(badPlan(identity.path,
                                      Phrase("a block of {} sectors cannot be read at once", numbers(block)),
                                      Phrase("Choose {} to {} sectors.", numbers(leastBlockSectors, most))));
    if (settled.grid.blocks() > mostPlateBlocks)
        return tl::unexpected(
            badPlan(identity.path,
                    Phrase("{} blocks are more than the plate can hold", numbers(settled.grid.blocks())),
                    "Choose larger blocks, or a span."));
    const std::uint32_t physical = identity.sectorsPerPhysical();
    if (block % physical != 0)
        return tl::unexpected(
            badPlan(identity.path,
                    Phrase("a block of {} sectors is no multiple of the physical sector, which holds {}",
                           numbers(block, physical)),
                    Phrase("Choose {} or {} sectors.", numbers(std::max(block / physical, 1U) * physical,
                                                               (block / physical + 1) * physical))));
    if (plan.limit.count() <= 0 || plan.limit > plan.giveUp)
        return tl::unexpected(badPlan(
            identity.path,
            Phrase("a block cannot count as stalled after {} ms", numbers(toMilliseconds(plan.limit))),
            Phrase("Choose more than 0 and at most {} ms.", numbers(toMilliseconds(plan.giveUp)))));
    return settled;
}

Result<LbaSpan> parseSpan(std::string_view text, const DriveIdentity& identity) {
    const auto refuse = [&](Phrase why) {
        return tl::unexpected(
            Error{Error::Kind::badCall, "reading the span", '"' + std::string(text) + '"', std::move(why),
                  "Write FIRST..LAST as sectors (0..2047), bytes (500GB..1TB; units are kB to TB and kiB to "
                  "TiB) or percent (40%..60%), or one sector."});
    };
    const std::string plain = plainly(text);
    const auto dots = plain.find("..");
    const bool single = dots == std::string::npos;
    const std::string_view from = std::string_view(plain).substr(0, dots);
    const std::string_view to = single ? from : std::string_view(plain).substr(dots + 2);
    if (from.empty() && to.empty())
        return refuse("it names neither end");
    const std::uint64_t capacity = identity.capacity.value;
    const auto first = from.empty() ? Place{true, 0, 0} : placeOf(from, identity);
    const auto last = to.empty() ? Place{true, 0, capacity - 1} : placeOf(to, identity);
    if (!first || !last)
        return refuse("an end is neither a sector number, nor bytes with their unit, nor percent");
    if (single && !first->isSector)
        return refuse("it has no \"..\"");
    const auto beyond = [&](const Place& place) {
        return place.isSector ? place.sector >= capacity : place.sectors > static_cast<double>(capacity) + 1;
    };
    if (beyond(*first) || beyond(*last))
        return refuse(Phrase("the last sector of the drive is {}", numbers(capacity - 1)));
    const std::uint64_t begin =
        first->isSector ? first->sector : static_cast<std::uint64_t>(std::floor(first->sectors));
    const std::uint64_t end = last->isSector
                                  ? last->sector + 1
                                  : std::min(capacity, static_cast<std::uint64_t>(std::ceil(last->sectors)));
    if (end <= begin)
        return refuse("its end lies before its beginning");
    return LbaSpan{{begin}, {end - begin}};
}

Result<LbaSpan> parseAround(std::string_view text, SectorCount margin, const DriveIdentity& identity) {
    const auto colon = text.rfind(':');
    if (colon != std::string_view::npos) {
        const auto own = parseLength(text.substr(colon + 1), identity);
        if (!own)
            return tl::unexpected(own.error());
        margin = *own;
    }
    return parseSpan(text.substr(0, colon), identity).map([&](const LbaSpan& span) {
        return withMargin({span}, margin, identity).front();
    });
}

Result<SectorCount> parseLength(std::string_view text, const DriveIdentity& identity) {
    const std::string plain = plainly(text);
    const auto length = plain.ends_with('%') ? std::nullopt : placeOf(plain, identity);
    const double sectors = !length            ? -1
                           : length->isSector ? static_cast<double>(length->sector)
                                              : std::ceil(length->sectors);
    if (sectors < 0 || sectors > static_cast<double>(identity.capacity.value))
        return tl::unexpected(
            Error{Error::Kind::badCall, "reading the length", '"' + std::string(text) + '"',
                  sectors < 0 ? "it is neither a number of sectors nor bytes with their unit"
                              : Phrase("the drive has {} sectors", {std::to_string(identity.capacity.value)}),
                  "Write it as sectors (2048) or bytes (32MB, 64MiB; units are kB to TB and kiB to TiB)."});
    return SectorCount{static_cast<std::uint64_t>(sectors)};
}

Result<std::vector<LbaSpan>> parseSpans(std::string_view text, const DriveIdentity& identity) {
    std::vector<LbaSpan> spans;
    for (std::size_t at = 0; at <= text.size();) {
        const std::size_t comma = std::min(text.find(',', at), text.size());
        const auto span = parseSpan(text.substr(at, comma - at), identity);
        if (!span) {
            Error error = span.error();
            error.on = '"' + std::string(text) + '"';
            if (plainly(text.substr(at, comma - at)).empty())
                error.answer = "there is nothing on one side of a comma";
            return tl::unexpected(std::move(error));
        }
        spans.push_back(*span);
        at = comma + 1;
    }
    return spans;
}

void planSpans(ScanPlan& plan, const std::vector<LbaSpan>& spans) {
    plan.span.reset();
    plan.parts.clear();
    if (spans.empty())
        return;
    Lba first = spans.front().first;
    Lba end = spans.front().end();
    for (const LbaSpan& span : spans) {
        first = std::min(first, span.first);
        end = std::max(end, span.end());
    }
    plan.span = spanBetween(first, end);
    if (spans.size() > 1)
        plan.parts = spans;
}

std::vector<LbaSpan> spansOf(const ScanPlan& plan) {
    if (!plan.parts.empty())
        return plan.parts;
    return plan.span ? std::vector{*plan.span} : std::vector<LbaSpan>{};
}

std::vector<LbaSpan> withMargin(const std::vector<LbaSpan>& spans, SectorCount margin,
                                const DriveIdentity& identity) {
    SpanSet wider;
    for (const LbaSpan& span : spans) {
        const Lba first{span.first.value - std::min(span.first.value, margin.value)};
        wider.add(intersection(spanBetween(first, span.end() + margin), identity.whole()));
    }
    return wider.spans();
}

} // namespace orbita
