// SPDX-License-Identifier: GPL-3.0-or-later
// Reads a drive, or what is late of it, and writes exactly that back, some pieces at a time: saved in the
// journal before any of them leaves, forced to the medium, read again and compared. What cannot be read is
// left alone. Stops by itself where it does more harm than good; goes on where it was broken off.
#pragma once

#include "core/base/span_set.h"
#include "core/treat/refresh/refresh_journal.h"
#include "core/treat/refresh/refresh_map.h"
#include "core/treat/treated_drive.h"

#include <functional>
#include <stop_token>

namespace orbita {

enum class RefreshPhase : std::uint8_t {
    beginning,
    puttingBack, // what was on its way when it was broken off
    refreshing,
    cooling, // waits until the drive is cooler
    ended
};

// Where it stands; what a viewer sees.
struct RefreshProgress {
    RefreshPhase phase = RefreshPhase::beginning;
    RefreshPass pass = RefreshPass::read;
    LbaSpan at; // the piece
    RefreshTotals totals;
    std::array<Nanoseconds, refreshPasses> latest{}; // what a piece took; 0: none yet
    RefreshPlates plates;
    std::vector<RefreshFinding> findings; // the latest, at most mostFindingsShown
    std::size_t found = 0;                // in all
    std::optional<SectorCounters> before;
    std::optional<SectorCounters> now;
    std::optional<int> temperature;
    std::optional<TreatmentStop> stop;
    std::optional<Error> error; // that stopped it
    Nanoseconds elapsed{};      // since this part began
    SectorCount doneBefore;     // in earlier parts
    bool fromMedium = true;     // false: what is read again may come from the drive's cache
    static constexpr std::size_t mostFindingsShown = 200;

    // By its pace so far; nothing where there is none yet. `all`: of the plan.
    [[nodiscard]] std::optional<Nanoseconds> timeLeft(SectorCount all) const;
};

class Refresher {
public:
    using Tell = std::function<void(const RefreshProgress&)>;

    // `told`: of the same journal, where an interrupted refresh goes on. `tell`: after each piece.
    Refresher(TreatedDrive& drive, RefreshJournal& journal, RefreshPlan plan, RefreshTold told, Tell tell);

    // Returns when all is refreshed, or at the first sign against going on; both stand in the journal.
    const RefreshProgress& run(const std::stop_token& stop);

private:
    struct Piece; // on its way

    void begin();
    void seed();
    void putBack();
    void refreshAll();
    void refresh(const std::vector<LbaSpan>& spans);
    void writeBack(std::span<Piece> pieces, const RefreshTotals& before);
    bool readPiece(const LbaSpan& span, std::vector<Piece>& pieces);
    void salvage(const LbaSpan& span, std::vector<Piece>& pieces);
    void noteReading(Piece& piece, const SpotRead& read);
    [[nodiscard]] bool leavesEmpty(const Piece& piece) const;
    void writePiece(Piece& piece);
    void checkPiece(Piece& piece);
    void writeAgain(Piece& piece);
    [[nodiscard]] bool holds(const SpotRead& checked, const Piece& piece);
    void keepForGood(const Piece& piece, RefreshFound found);
    void watch();
    void cool();

    void bringHead(const LbaSpan& span);
    // Reads it once more, from the medium; `latency` is what that took where it was quicker.
    [[nodiscard]] bool lateAgain(const LbaSpan& span, Nanoseconds& latency);
    SpotRead readDrive(const LbaSpan& span, bool fromMedium);
    bool ask();
    void found(RefreshFinding finding);
    void halt(TreatmentStop stop, std::optional<Error> error = {});
    void haltAfterSlot(TreatmentStop stop, std::optional<Error> error = {});
    void haltWhereGone(Outcome outcome);
    bool stopped();
    void tellViewers();

    TreatedDrive& m_drive;
    RefreshJournal& m_journal;
    RefreshPlan m_plan;
    RefreshTold m_told;
    Tell m_tell;
    RefreshMap m_map;
    std::stop_token m_stop;
    std::optional<TreatmentStop> m_halt;
    bool m_inSlot = false; // some of it may have been written, and not been read again
    std::optional<std::pair<TreatmentStop, std::optional<Error>>> m_due; // once the slot is looked at
    RefreshProgress m_progress;
    Nanoseconds m_began{};
    Nanoseconds m_askedAt{};
    RefreshTotals m_sure; // up to the last slot that was done to its end
    SpanSet m_met;        // sectors that could not be read in earlier parts
    std::uint64_t m_fresh = 0;
    Lba m_head;              // where the last command ended
    unsigned m_refusals = 0; // pieces in a row that were not taken
};

// The drive counts the sectors that it replaces, and counted none meanwhile.
bool replacedNone(const RefreshProgress& progress);
// As the layer on a scan's map has them; where none was replaced, they were rewritten in place.
std::vector<Treatment> treatmentsOf(const std::vector<RefreshFinding>& findings, bool noneReplaced,
                                    std::int64_t at);

} // namespace orbita
