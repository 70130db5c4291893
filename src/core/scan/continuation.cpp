// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/continuation.h"

#include "core/base/span_set.h"

#include <algorithm>

namespace orbita {

namespace {

LbaSpan wholeBlocksIn(LbaSpan span, const BlockGrid& grid) {
    const LbaSpan inside = intersection(span, grid.span);
    if (inside.empty())
        return {};
    const LbaSpan first = grid.spanOf(grid.blockAt(inside.first));
    const LbaSpan last = grid.spanOf(grid.blockAt(inside.last()));
    const Lba from = first.first == inside.first ? first.first : first.end();
    const Lba to = last.end() == inside.end() ? last.end() : last.first;
    return from < to ? spanBetween(from, to) : LbaSpan{};
}

} // namespace

ScanPlan planToContinue(const ScanRecord& earlier) {
    ScanPlan plan = earlier.plan.asked;
    plan.span = earlier.plan.grid.span;
    plan.blockSectors = earlier.plan.grid.blockSectors;
    return plan;
}

std::optional<Error> whyNotContinued(const ScanRecord& earlier, const DriveIdentity& drive) {
    const auto refuse = [&](Phrase why, Phrase advice) {
        return Error{Error::Kind::badCall, "going on with the scan on", drive.path, std::move(why),
                     std::move(advice)};
    };
    const DriveIdentity& was = earlier.drive;
    if (drive.serial != was.serial || drive.model != was.model)
        return refuse({"this is {} {}, and the scan was made on {} {}",
                       {drive.model, drive.serial, was.model, was.serial}},
                      "Attach that drive, or begin a new scan.");
    if (drive.serial.empty() && drive.path != was.path)
        return refuse({"without a serial number only its place tells it apart, and the scan was made on {}",
                       {was.path}},
                      "Name it by the path it had then, or begin a new scan.");
    if (drive.logicalBytes != was.logicalBytes || drive.physicalBytes != was.physicalBytes)
        return refuse({"its sectors are {} bytes now and were {}",
                       {std::to_string(drive.logicalBytes), std::to_string(was.logicalBytes)}},
                      "Attach it the way it was attached then, or begin a new scan.");
    if (earlier.plan.grid.span.end() > Lba{drive.capacity.value})
        return refuse({"it has {} sectors now and had {}",
                       {std::to_string(drive.capacity.value), std::to_string(was.capacity.value)}},
                      "Find out why it shrank before anything else; then begin a new scan.");
    return std::nullopt;
}

bool isSameScan(const ScanRecord& earlier, const ScanRecord& now) {
    return earlier.plan.grid == now.plan.grid && earlier.events.size() <= now.events.size() &&
           std::equal(earlier.events.begin(), earlier.events.end(), now.events.begin(),
                      [](const ScanEvent& a, const ScanEvent& b) {
                          return a.kind == b.kind && a.span.first == b.span.first;
                      });
}

bool holdsAllOf(const ScanRecord& earlier, const ScanRecord& now) {
    SpanSet covered;
    for (const LbaSpan& span : now.covered)
        covered.add(span);
    return std::all_of(earlier.covered.begin(), earlier.covered.end(), [&](const LbaSpan& span) {
        const LbaSpan blocks = wholeBlocksIn(span, now.plan.grid);
        return blocks.empty() || covered.contains(blocks);
    });
}

} // namespace orbita
