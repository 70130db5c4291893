// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/treat/refresh/refresh_plan.h"

#include "core/base/names.h"
#include "core/base/span_set.h"

namespace orbita {

namespace {

constexpr std::array<std::string_view, 8> refreshFoundNames = {
    "healed", "still-late", "grew-late", "unreadable", "refused", "worse", "different", "written-meanwhile"};
static_assert(refreshFoundNames.size() == static_cast<std::size_t>(RefreshFound::writtenMeanwhile) + 1);

LbaSpan toPhysical(const LbaSpan& span, const DriveIdentity& drive) {
    const std::uint64_t per = drive.sectorsPerPhysical();
    return intersection(
        spanBetween({span.first.value / per * per}, {(span.end().value + per - 1) / per * per}),
        drive.whole());
}

constexpr std::uint8_t lateGrades =
    gradeBit(Grade::late) | gradeBit(Grade::laboured) | gradeBit(Grade::straining) | gradeBit(Grade::stalled);

} // namespace

std::string_view refreshFoundName(RefreshFound found) {
    return refreshFoundNames[static_cast<std::size_t>(found)];
}

std::optional<RefreshFound> refreshFoundFromName(std::string_view name) {
    return enumFromName<RefreshFound>(refreshFoundNames, name);
}

SectorCount RefreshPlan::sectors() const {
    SectorCount all;
    for (const LbaSpan& span : spans)
        all = all + span.count;
    return all;
}

std::uint32_t refreshBlock(const DriveIdentity& drive, std::uint32_t maxSectors) {
    const std::uint32_t per = drive.sectorsPerPhysical();
    const std::uint32_t most = std::min(maxSectors, mostRefreshedBytes / drive.logicalBytes);
    return std::max(per, most / per * per);
}

std::vector<LbaSpan> unreadableIn(const std::vector<LedgerEntry>& ledger, const DriveIdentity& drive) {
    SpanSet all;
    for (const LedgerEntry& entry : ledger)
        if (entry.grade == Grade::unreadable && entry.exact)
            all.add(toPhysical(entry.span, drive));
    return all.spans();
}

std::vector<LbaSpan> wholeBut(const std::vector<LbaSpan>& known, const DriveIdentity& drive) {
    SpanSet out;
    for (const LbaSpan& span : known)
        out.add(toPhysical(span, drive));
    return out.gaps(drive.whole());
}

std::vector<LbaSpan> lateIn(const Plate& plate, const BlockGrid& grid, const std::vector<LbaSpan>& known,
                            const DriveIdentity& drive) {
    SpanSet late;
    for (std::uint64_t block = plate.findNext(0, lateGrades); block < plate.blocks();
         block = plate.findNext(block + 1, lateGrades))
        late.add(toPhysical(grid.spanOf(block), drive));
    for (const LbaSpan& span : known)
        late.remove(toPhysical(span, drive));
    return late.spans();
}

LbaSpan pieceFrom(Lba at, const LbaSpan& span, std::uint32_t blockSectors) {
    return intersection(spanBetween(at, {(at.value / blockSectors + 1) * blockSectors}), span);
}

std::vector<LbaSpan> leftOf(const RefreshPlan& plan, SectorCount done) {
    std::vector<LbaSpan> left;
    for (const LbaSpan& span : plan.spans) {
        const SectorCount skipped{std::min(done.value, span.count.value)};
        done = done - skipped;
        if (skipped < span.count)
            left.push_back(spanBetween(span.first + skipped, span.end()));
    }
    return left;
}

RefreshCost refreshCost(const RefreshPlan& plan, const DriveIdentity& drive, const Vitals* vitals,
                        double bytesASecond) {
    RefreshCost cost;
    cost.bytes = plan.sectors().value * drive.logicalBytes;
    const auto bytes = static_cast<double>(cost.bytes);
    if (bytesASecond > 0) {
        // Read, written, and read again; a rotating medium comes round once more before each write that is
        // forced to it, and the heads go to each place of those that lie apart.
        double seconds = bytes / bytesASecond * 3;
        if (drive.rotating.value_or(true)) {
            const double turn = toSeconds(turnOf(drive));
            const double pieces = bytes / static_cast<double>(plan.blockSectors) / drive.logicalBytes;
            constexpr double turnsToAPlace = 3;
            seconds += turn * (pieces + turnsToAPlace * static_cast<double>(plan.spans.size()));
        }
        cost.time = fromSeconds(seconds);
    }
    if (vitals == nullptr)
        return cost;
    const Reading* const written = vitals->find(ReadingKind::bytesWritten);
    if (written == nullptr || written->value <= 0)
        return cost;
    cost.ofWritten = bytes / static_cast<double>(written->value);
    const Reading* const wear = vitals->find(ReadingKind::wearUsed);
    if (wear != nullptr && wear->value > 0 && !drive.rotating.value_or(true))
        cost.wearPercent = static_cast<double>(wear->value) * *cost.ofWritten;
    return cost;
}

} // namespace orbita
