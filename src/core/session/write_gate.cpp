// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/session/write_gate.h"

#include "core/base/names.h"
#include "core/base/span_set.h"
#include "core/session/action_log.h"

#include <algorithm>
#include <cctype>
#include <charconv>
#include <cmath>
#include <fmt/format.h>

namespace orbita {

namespace {

constexpr std::array<std::string_view, 13> refusalNames = {
    "no-way-to-write", "mounted",         "swapped-on",        "held",           "system-read-only",
    "used-by-others",  "policy-forbids",  "data-not-answered", "data-only-here", "not-confirmed",
    "no-journal",      "no-such-sectors", "nothing-asked"};
static_assert(refusalNames.size() == static_cast<std::size_t>(WriteRefusal::nothingAsked) + 1);

constexpr std::size_t serialEnd = 4;

bool destroys(WriteKind kind) {
    return kind != WriteKind::refresh;
}

std::string comparable(const std::string& text) {
    std::string out;
    for (const char c : text)
        if (std::isalnum(static_cast<unsigned char>(c)) != 0)
            out += static_cast<char>(std::toupper(static_cast<unsigned char>(c)));
    return out;
}

// The first use of a kind, "sda2 at /home".
std::string useOf(const WriteFacts& facts, UseKind kind) {
    for (const DriveUse& use : facts.uses)
        if (use.kind == kind)
            return use.part + (use.where.empty() ? "" : ", " + use.where);
    return {};
}

bool usedAs(const WriteFacts& facts, UseKind kind) {
    return std::any_of(facts.uses.begin(), facts.uses.end(),
                       [&](const DriveUse& use) { return use.kind == kind; });
}

// "4 TB", "500GB", "1.92 tb": bytes, decimal as on labels; 0 where it is none.
double labelBytes(const std::string& typed) {
    std::string number;
    std::string unit;
    for (const char c : typed) {
        if (c == ' ')
            continue;
        if (unit.empty() && (std::isdigit(static_cast<unsigned char>(c)) != 0 || c == '.' || c == ','))
            number += c == ',' ? '.' : c;
        else
            unit += static_cast<char>(std::toupper(static_cast<unsigned char>(c)));
    }
    double value = 0;
    const auto read = std::from_chars(number.data(), number.data() + number.size(), value);
    if (number.empty() || read.ec != std::errc{} || read.ptr != number.data() + number.size())
        return 0;
    return value * (unit == "TB" ? 1e12 : unit == "GB" ? 1e9 : unit == "MB" ? 1e6 : 0);
}

} // namespace

std::string_view writeRefusalName(WriteRefusal refusal) {
    return refusalNames[static_cast<std::size_t>(refusal)];
}

Confirmation confirmationOf(const DriveId& drive, bool serialOnLabel) {
    if (serialOnLabel && !serialMeansNothing(drive.serial)) {
        const std::string serial = comparable(drive.serial);
        if (serial.size() >= serialEnd)
            return {true, serial.substr(serial.size() - serialEnd)};
    }
    const auto bytes = static_cast<double>(drive.capacityBytes);
    if (bytes >= 1e12)
        return {false, fmt::format("{:g} TB", std::round(bytes / 1e10) / 100)};
    return {false,
            bytes >= 1e9 ? fmt::format("{:.0f} GB", bytes / 1e9) : fmt::format("{:.0f} MB", bytes / 1e6)};
}

bool confirms(const std::string& typed, const DriveId& drive, bool serialOnLabel) {
    const Confirmation wanted = confirmationOf(drive, serialOnLabel);
    if (wanted.bySerial)
        return comparable(typed) == wanted.expected;
    // A label says 32 GB of a stick that holds 30.8, and 500 GB of a disk that holds 500.1.
    constexpr double below = 0.98;
    constexpr double above = 1.10;
    const double said = labelBytes(typed);
    const auto is = static_cast<double>(drive.capacityBytes);
    return is > 0 && said >= is * below && said <= is * above;
}

std::optional<WriteRefusal> whyNotWritten(const GrantOrder& order, const WriteFacts& facts) {
    if (!facts.canWrite)
        return WriteRefusal::noWayToWrite;
    if (usedAs(facts, UseKind::mounted))
        return WriteRefusal::mounted;
    if (usedAs(facts, UseKind::swap))
        return WriteRefusal::swappedOn;
    if (usedAs(facts, UseKind::held))
        return WriteRefusal::held;
    if (facts.systemReadOnly)
        return WriteRefusal::systemReadOnly;
    if (!order.policyAllows)
        return WriteRefusal::policyForbids;
    if (order.data == DataElsewhere::notAsked)
        return WriteRefusal::dataNotAnswered;
    if (order.data != DataElsewhere::saved && !order.againstAdvice &&
        std::any_of(order.kinds.begin(), order.kinds.end(), destroys))
        return WriteRefusal::dataOnlyHere;
    if (!confirms(order.confirmation, facts.drive, order.serialOnLabel))
        return WriteRefusal::notConfirmed;
    if (order.journal.empty())
        return WriteRefusal::noJournal;
    const LbaSpan whole{Lba{0}, {facts.drive.capacityBytes / std::max(facts.logicalBytes, 1U)}};
    const bool inside = std::all_of(order.spans.begin(), order.spans.end(), [&](const LbaSpan& span) {
        return !span.empty() && intersection(span, whole) == span;
    });
    if (order.spans.empty() || !inside)
        return WriteRefusal::noSuchSectors;
    if (order.kinds.empty() || order.reason.empty() || order.lasting.count() <= 0 ||
        order.lasting > longestGrant)
        return WriteRefusal::nothingAsked;
    return std::nullopt;
}

Error writeRefused(WriteRefusal refusal, const std::string& path, const WriteFacts& facts,
                   bool serialOnLabel) {
    const auto error = [&](Phrase answer, Phrase advice) {
        return Error{Error::Kind::refusedUnsafe, "getting leave to write to", path, std::move(answer),
                     std::move(advice)};
    };
    switch (refusal) {
    case WriteRefusal::noWayToWrite:
        return error("it is not a drive that Orbita writes to",
                     "Only whole drives are treated: not partitions, and not image files.");
    case WriteRefusal::mounted:
        return error({"it is mounted: {}", {useOf(facts, UseKind::mounted)}},
                     "Unmount every file system on it, then ask again.");
    case WriteRefusal::swappedOn:
        return error({"the computer swaps to it: {}", {useOf(facts, UseKind::swap)}},
                     "Switch swapping to it off (swapoff), then ask again.");
    case WriteRefusal::held:
        return error({"a volume stacked on it holds it: {}", {useOf(facts, UseKind::held)}},
                     "Stop the RAID, logical volume or encrypted volume that uses it, then ask again.");
    case WriteRefusal::systemReadOnly:
        return error("the system has it read-only",
                     "Release the hold, or the write protection switch of the drive or its adapter. A drive "
                     "that went read-only by itself is at its end: save the data.");
    case WriteRefusal::usedByOthers:
        return error("another program has it open for itself", "End what uses it, then ask again.");
    case WriteRefusal::policyForbids:
        return error("the house policy does not allow it", "Whoever keeps the policy can change that.");
    case WriteRefusal::dataNotAnswered:
        return error("nobody has said whether the data exists elsewhere",
                     "Answer that first: it decides what may be done.");
    case WriteRefusal::dataOnlyHere:
        return error("this destroys what sectors held, and the data may exist nowhere else",
                     "Save the data first. Going on all the same has to be said in so many words.");
    case WriteRefusal::notConfirmed: {
        const Confirmation wanted = confirmationOf(facts.drive, serialOnLabel);
        return wanted.bySerial
                   ? error("what was typed is not how the drive's serial number ends",
                           "Read the last four characters off the label of the drive, and compare.")
                   : error(
                         "what was typed is not the drive's capacity",
                         "No serial number of its own is to be had: type the capacity printed on its label, "
                         "such as 500 GB.");
    }
    case WriteRefusal::noJournal:
        return error("what is written back would be kept nowhere",
                     "The casebook has to be writable: make room, or choose another place for it.");
    case WriteRefusal::noSuchSectors:
        return error("no such sectors are on the drive", {});
    case WriteRefusal::nothingAsked:
        return error("leave is given for a way of writing, with a reason, and for a week at most", {});
    }
    return error({}, {});
}

std::string WriteGate::give(const GrantOrder& order, Nanoseconds now) {
    std::string name = newActionId();
    m_grants[name] = {order.spans, order.kinds, now + order.lasting, order.run};
    return name;
}

Result<WritePermit> WriteGate::permit(const WriteOrder& order, const std::string& path,
                                      std::uint32_t logicalBytes, Nanoseconds now) {
    const auto refused = [&](Phrase answer, Phrase advice) {
        return tl::unexpected(
            Error{Error::Kind::refusedUnsafe, "writing to", path, std::move(answer), std::move(advice)});
    };
    const auto found = m_grants.find(order.grant);
    if (found == m_grants.end())
        return refused("nobody gave leave to write there", "Nothing was written. Ask for leave again.");
    if (now >= found->second.until) {
        m_grants.erase(found);
        return refused("the leave to write has run out", "Nothing was written. Ask for leave again.");
    }
    SpanSet allowed;
    for (const LbaSpan& span : found->second.spans)
        allowed.add(span);
    const auto& kinds = found->second.kinds;
    if (order.span.empty() || !allowed.gaps(order.span).empty() ||
        std::find(kinds.begin(), kinds.end(), order.kind) == kinds.end())
        return refused("leave to write was given to other sectors, or for something else",
                       "Nothing was written.");
    return WritePermit(order.span, logicalBytes);
}

} // namespace orbita
