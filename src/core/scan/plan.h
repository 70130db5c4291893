// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/error.h"
#include "core/drive/data_elsewhere.h"
#include "core/drive/drive.h"
#include "core/plate/plate.h"

#include <optional>
#include <string_view>
#include <vector>

namespace orbita {

// In which order the blocks are visited.
enum class ScanOrder : std::uint8_t {
    forward,
    backward,
    suspectsFirst, // the blocks that hold a suspect, then the others forward
    sweep,         // in turns here and a chosen distance away, so that the heads move for every block
    sample,        // blocks drawn at random, one from each of as many equal parts
    careful,       // where most readable sectors are to be had soonest; the worst places last
};
// The words of files and scripts: "forward", "suspects-first", ...
std::string_view scanOrderName(ScanOrder order);
std::optional<ScanOrder> scanOrderFromName(std::string_view name);

// What ends a scan before its end, or halts it to ask.
enum class RuleKind : std::uint8_t {
    unreadable,  // so many unreadable sectors
    patches,     // so many patches that hold an unreadable sector
    growth,      // so many unreadable sectors in one patch
    stalls,      // so many blocks that did not answer within the limit
    minutes,     // so long, pauses not counted
    temperature, // so many degrees Celsius: pauses until the drive is five degrees cooler
    critical,    // so many readings of the drive's own that are damning, those from before the scan as well
};
enum class RuleAction : std::uint8_t {
    end,
    ask, // pauses; going on disarms the rule
};
struct StopRule {
    RuleKind kind = RuleKind::unreadable;
    std::uint64_t value = 0; // the rule applies once it is reached
    RuleAction action = RuleAction::end;

    friend bool operator==(const StopRule&, const StopRule&) = default;
};
std::string_view ruleKindName(RuleKind kind);
std::optional<RuleKind> ruleKindFromName(std::string_view name);
// "KIND:VALUE", with ":ask" behind it for a rule that asks: "unreadable:50", "temperature:55",
// "patches:3:ask".
Result<StopRule> parseStopRule(std::string_view text);
std::string stopRuleText(const StopRule& rule);

// What to scan and how, as a person says it.
struct ScanPlan {
    ReadWay way = ReadWay::read;    // read or verify
    std::optional<LbaSpan> span;    // absent: the whole drive
    std::vector<LbaSpan> parts;     // within it; empty: all of it
    std::uint32_t blockSectors = 0; // 0: chosen to suit the drive
    // Commands at the drive at once; 0: one for rotating drives, several on solid state where the way to it
    // carries several. A careful scan, verifying, and whatever is measured again go one at a time.
    std::uint32_t depth = 0;
    ScanOrder order = ScanOrder::forward;
    std::vector<LbaSpan> suspects; // suspectsFirst: where the drive itself, or an earlier scan, lists defects
    double sweepDistancePercent = 50;              // sweep: of the span, more than 0 and at most 50
    std::uint64_t samples = 20'000;                // sample: blocks to draw
    std::uint64_t seed = 1;                        // sample: the same seed draws the same blocks
    Nanoseconds limit = std::chrono::seconds{8};   // no answer for so long: stalled
    Nanoseconds giveUp = std::chrono::seconds{60}; // no answer for so long: the scan ends
    // careful: how long the drive may try to read a sector while there are easier ones; 0: as it likes.
    Nanoseconds recovery = std::chrono::milliseconds{300};
    // Where the drive came to a standstill before, so many sectors on either side are read after all else;
    // berthBytes of them where absent, 0: such places are read in their turn.
    std::optional<SectorCount> berth;
    std::string saveTo; // the image file that what is read is saved in; empty: none
    std::vector<StopRule> rules;
    DataElsewhere data = DataElsewhere::notAsked;
    bool measurePaceFirst = true; // a few short reads across the span, for the expected duration
    bool inUse = false;           // something else uses the drive: its timings suffer
};

constexpr std::uint32_t leastBlockSectors = 8;
constexpr std::uint32_t mostBlockBytes = 4U << 20U;
constexpr std::uint32_t mostDepth = 64;
constexpr std::uint64_t berthBytes = 32U << 20U;

// "read", "verify", "fua".
std::string_view readWayName(ReadWay way);
std::optional<ReadWay> readWayFromName(std::string_view name);

// The plan with everything chosen, checked against the drive. Errors: verifying where the drive does not, a
// span or part beyond the end or empty, a block size out of range or no multiple of the physical sector, a
// limit that is not positive or not below giveUp, a sweep over no distance, no samples, more than
// mostDepth commands at once, a rule twice or at zero, saving what is only verified.
struct SettledPlan {
    ScanPlan asked;
    BlockGrid grid;
};
Result<SettledPlan> settlePlan(const ScanPlan& plan, const DriveIdentity& identity,
                               const DriveLimits& limits);

// "FIRST..LAST", both included: sector numbers ("2048..4095"), positions in bytes with a unit of kB to TB or
// kiB to TiB ("500GB..1TB"), or percent of the drive ("40%..60%"); mixed as wanted, an end left out is the
// drive's. A number alone is that one sector. As Orbita itself prints them, they are taken, too ("LBA 2 048 –
// 4 095"). Bytes and percent are widened to whole sectors. Errors: neither of these, reversed, beyond the
// end.
Result<LbaSpan> parseSpan(std::string_view text, const DriveIdentity& identity);
// Several, with commas between; spaces are let through.
Result<std::vector<LbaSpan>> parseSpans(std::string_view text, const DriveIdentity& identity);
// A length: sectors ("2048"), or bytes with a unit ("32MB", "64 MiB"), widened to whole sectors. Errors:
// neither, or longer than the drive.
Result<SectorCount> parseLength(std::string_view text, const DriveIdentity& identity);
// "LBA", or a span, and so much on either side of it that lies on the drive: "LBA:MARGIN", or `margin`.
Result<LbaSpan> parseAround(std::string_view text, SectorCount margin, const DriveIdentity& identity);
// Makes `spans` what the plan visits: one as its span, several as parts of the span from the first to the
// last. None: the whole drive.
void planSpans(ScanPlan& plan, const std::vector<LbaSpan>& spans);
// The other way round: what the plan visits; empty for the whole drive.
std::vector<LbaSpan> spansOf(const ScanPlan& plan);
// `spans` with so many sectors more on either side, inside the drive, joined where they meet.
std::vector<LbaSpan> withMargin(const std::vector<LbaSpan>& spans, SectorCount margin,
                                const DriveIdentity& identity);

} // namespace orbita
