// SPDX-License-Identifier: GPL-3.0-or-later
// What a scan has found so far, and the only writer of it: map, ledger, coverage, totals, standstills and the
// log of events. Knows no drive and no clock. Not thread-safe but for the plate and the log, which any number
// may read meanwhile.
//
// A block is open (nothing of it counts yet: held, stalling, put off, being split) or settled: then it has
// one grade, which is counted once, however often it is settled again. So after every call
//   totals      = the cells of the plate, but for the open ones;
//   the ledger  = what lies in blocks that are laboured or worse, or open;
//   coverage    = what was read or verified with an answer that tells of the medium.
#pragma once

#include "core/base/span_set.h"
#include "core/drive/standstill.h"
#include "core/plate/ledger.h"
#include "core/plate/plate.h"
#include "core/plate/treatment.h"
#include "core/scan/answer_tail.h"
#include "core/scan/scan_status.h"

#include <functional>
#include <map>
#include <set>

namespace orbita {

struct ScanRecord;

class ScanModel {
public:
    // `events` must outlive the model.
    ScanModel(const BlockGrid& grid, std::uint32_t logicalBytes, EventLog& events);

    // What an earlier part of the same scan had come to.
    struct Earlier {
        SpanSet done;                      // whole blocks that are vouched for, not to be visited again
        std::vector<std::uint64_t> putOff; // failed as a whole, still to be split
        std::map<std::uint64_t, Nanoseconds>
            stalled; // never answered within the limit, with how long it took
    };
    // Takes over what `earlier` vouches for, on the same grid, of blocks for which `counts` is true; all else
    // is to be visited again. `putOff`: blocks that had failed stay put off. To be called before anything
    // else.
    Earlier restore(const ScanRecord& earlier, const std::function<bool(std::uint64_t)>& counts, bool putOff);

    // -- Settling a block. Each takes the place of whatever was said of it before, and but for the last three
    // vouches for it.

    // It was answered. Laboured or worse, it is a defect, and goes to the ledger as a whole.
    void settleAnswered(std::uint64_t block, Grade grade, Standing standing, Nanoseconds latency);
    // It was read well, with nothing to compare its time with.
    void settleUngraded(std::uint64_t block, Nanoseconds latency);
    // The drive holds nothing there, and answered without its medium.
    void settleUnmapped(std::uint64_t block, Nanoseconds latency);
    // It reads well now, and another reading of it failed once: `defect`, inside the block.
    void settleFailedOnce(std::uint64_t block, const LedgerEntry& defect, Nanoseconds latency);
    // Its sectors have been told one by one, by the calls below.
    void settleSplit(std::uint64_t block, Grade worst, Standing standing, Nanoseconds latency);
    // It was never answered. What it was covered by before stays.
    void settleUnanswered(std::uint64_t block, Standing standing, Nanoseconds waited);
    // Its transfer was damaged however often it was tried.
    void settleLinkFault(std::uint64_t block);

    // -- Open blocks: shown, and counted nowhere.

    void hold(std::uint64_t block, Nanoseconds latency); // read well, to be graded later; not vouched for
    void showStalling(std::uint64_t block, Nanoseconds waited);
    void putOff(std::uint64_t block, Nanoseconds latency); // failed as a whole, to be split later
    // Nothing of what is known of the block counts; what an earlier part of the scan found of it stays.
    void withdraw(std::uint64_t block);

    // -- Sectors of a block that is being split. It is open until it is settled.

    void goodSectors(LbaSpan span); // read well
    // Of that block; does not vouch for the sectors where they are not exact.
    void badSectors(std::uint64_t block, const LedgerEntry& defect);
    void forgetDefects(LbaSpan span); // they are about to be found anew

    // Where a scan has ended before a block was settled: what could not be read counts as it is shown, what
    // was held is as if never read. What was put off stays so.
    void closeOpen();

    // -- Measured again.

    // The same defect, with another standing; the gravest of its defects is shown for a block.
    void restand(std::uint64_t block, const LedgerEntry& defect);

    Standstill addStandstill(const LbaSpan& span, StandstillKind kind, bool again);
    void setStandstills(std::vector<Standstill> standstills);
    // What was done to sectors, beside what was found of them.
    void addTreatment(const Treatment& treatment) {
        m_treatments.add(treatment);
        ++m_changes;
    }
    void addLinkFault() { ++m_totals.linkFaults; }
    void addLateness(Nanoseconds excess, Nanoseconds unit) { m_lateness.add(excess, unit); }
    void log(const ScanEvent& event) { m_events.append(event); }

    [[nodiscard]] const BlockGrid& grid() const { return m_grid; }
    [[nodiscard]] std::uint32_t logicalBytes() const { return m_logicalBytes; }
    [[nodiscard]] const TreatmentLayer& treatments() const { return m_treatments; }
    [[nodiscard]] std::shared_ptr<const Plate> plate() const { return m_plate; }
    [[nodiscard]] Cell at(std::uint64_t block) const { return m_plate->at(block); }
    [[nodiscard]] const Ledger& ledger() const { return m_ledger; }
    [[nodiscard]] const SpanSet& covered();
    [[nodiscard]] bool isCovered(std::uint64_t block);
    [[nodiscard]] ScanTotals totals();
    [[nodiscard]] const LatenessHistogram& lateness() const { return m_lateness; }
    [[nodiscard]] const std::vector<Standstill>& standstills() const { return m_standstills; }
    [[nodiscard]] std::uint64_t blocksPutOff() const { return m_putOff.size(); }
    [[nodiscard]] bool isOpen(std::uint64_t block) const { return m_open.contains(block); }
    // An earlier part of the scan left it stalled, and it has not been settled since.
    [[nodiscard]] bool stalledBefore(std::uint64_t block) const { return m_stalledBefore.contains(block); }
    [[nodiscard]] std::uint64_t stallsBefore() const { return m_stalledBefore.size(); }
    // The slowest answer, and the latest, with where.
    [[nodiscard]] const ScanStatus::Answer& slowest() const { return m_slowest; }
    [[nodiscard]] const ScanStatus::Answer& latest() const { return m_latest; }
    // The answers since this was last called, in order.
    std::vector<AnswerSeen>& seen() { return m_seen; }
    // Grows with every change of ledger, coverage and standstills.
    [[nodiscard]] std::uint64_t version();

private:
    bool settle(std::uint64_t block, Cell cell, Nanoseconds latency);
    void tell(std::uint64_t block, Cell cell, Nanoseconds latency);
    bool show(std::uint64_t block, Cell cell);
    bool forget(std::uint64_t block);
    void count(Cell cell, std::int64_t by);
    void vouch(std::uint64_t block);
    void flush();
    void cover(LbaSpan span);
    void restoreCells(const ScanRecord& earlier, const std::function<bool(std::uint64_t)>& counts,
                      SpanSet& done);
    void restoreDefects(const LedgerEntry& entry, Earlier& taken);

    BlockGrid m_grid;
    std::uint32_t m_logicalBytes;
    std::shared_ptr<Plate> m_plate;
    TreatmentLayer m_treatments;
    Ledger m_ledger;
    SpanSet m_covered;
    ScanTotals m_totals;
    LatenessHistogram m_lateness;
    std::vector<Standstill> m_standstills;
    EventLog& m_events;
    std::set<std::uint64_t> m_open;
    std::set<std::uint64_t> m_putOff; // of the open ones
    std::map<std::uint64_t, Nanoseconds> m_stalledBefore;
    ScanStatus::Answer m_slowest;
    ScanStatus::Answer m_latest;
    std::vector<AnswerSeen> m_seen;
    std::uint64_t m_changes = 0; // but for the ledger's
    // Settled side by side, and not yet taken into coverage and the plate's summaries: so many at once cost
    // no more than one.
    std::uint64_t m_runFirst = 0;
    std::uint64_t m_runCount = 0;
};

} // namespace orbita
