// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/treat/refresh/refresher.h"

#include "core/base/bytes.h"
#include "core/treat/stop_signs.h"

#include <algorithm>

namespace orbita {

namespace {

constexpr std::size_t seedReads = 64;
constexpr Nanoseconds longestSeeding = std::chrono::seconds{4};
constexpr Nanoseconds askEvery = std::chrono::seconds{60};
constexpr int coolerBy = 5; // degrees
constexpr Nanoseconds longestCooling = std::chrono::minutes{30};
constexpr Nanoseconds coolingStep = std::chrono::seconds{10};
constexpr unsigned mostInterruptions = 5; // in a row
constexpr std::size_t mostPieces = 512;   // saved at once

bool isLate(std::optional<Grade> grade) {
    return grade && *grade >= Grade::late;
}

bool failsForAWhile(Outcome outcome) {
    return outcome == Outcome::interrupted || outcome == Outcome::notReady || outcome == Outcome::linkFault;
}

} // namespace

struct Refresher::Piece {
    LbaSpan span;
    std::vector<std::byte> contents; // as they were read
    Nanoseconds before{};
    Nanoseconds after{};
    bool late = false;
    std::string refusal; // the drive's words, where it did not take it
};

std::optional<Nanoseconds> RefreshProgress::timeLeft(SectorCount all) const {
    if (totals.done <= doneBefore || elapsed.count() <= 0 || all < totals.done)
        return std::nullopt;
    const double pace = static_cast<double>((totals.done - doneBefore).value) / toSeconds(elapsed);
    return fromSeconds(static_cast<double>((all - totals.done).value) / pace);
}

Refresher::Refresher(TreatedDrive& drive, RefreshJournal& journal, RefreshPlan plan, RefreshTold told,
                     Tell tell)
    : m_drive(drive)
    , m_journal(journal)
    , m_plan(std::move(plan))
    , m_told(std::move(told))
    , m_tell(std::move(tell))
    , m_map(drive.identity(), m_plan) {
    m_progress.plates = m_map.plates();
}

// The first reason counts; from here on nothing more is sent to the drive.
void Refresher::halt(TreatmentStop stop, std::optional<Error> error) {
    if (m_halt)
        return;
    m_halt = stop;
    if (error)
        m_progress.error = std::move(error);
}

void Refresher::haltWhereGone(Outcome outcome) {
    if (const auto sign = stopSign(outcome, m_stop.stop_requested()))
        halt(*sign);
}

// A sign that is no reason not to look at what has been written.
void Refresher::haltAfterSlot(TreatmentStop stop, std::optional<Error> error) {
    if (!m_inSlot)
        return halt(stop, std::move(error));
    if (!m_due)
        m_due = {stop, std::move(error)};
}

bool Refresher::stopped() {
    if (m_stop.stop_requested())
        halt(TreatmentStop::byHand);
    return m_halt.has_value();
}

void Refresher::tellViewers() {
    m_progress.elapsed = m_drive.now() - m_began;
    m_progress.totals.took = m_told.totals.took + m_progress.elapsed;
    if (m_tell)
        m_tell(m_progress);
}

void Refresher::found(RefreshFinding finding) {
    if (auto written = m_journal.find(finding); !written)
        halt(TreatmentStop::notKept, written.error());
    ++m_progress.found;
    m_progress.findings.push_back(std::move(finding));
    if (m_progress.findings.size() > RefreshProgress::mostFindingsShown)
        m_progress.findings.erase(m_progress.findings.begin());
}

// What is interrupted, or damaged on its way, is asked for again.
SpotRead Refresher::readDrive(const LbaSpan& span, bool fromMedium) {
    SpotRead read;
    for (unsigned i = 0; i < mostInterruptions && !m_halt; ++i) {
        read = fromMedium ? m_drive.check(span) : m_drive.read(span);
        haltWhereGone(read.outcome);
        m_head = span.end();
        if (!failsForAWhile(read.outcome))
            return read;
        m_drive.wait(std::chrono::seconds{1});
    }
    halt(TreatmentStop::notAnswered,
         Error{Error::Kind::noAnswer, "refreshing", m_drive.identity().path,
               "what it answers does not arrive, however often it is asked", "Check cable and power."});
    return read;
}

bool Refresher::ask() {
    m_askedAt = m_drive.now();
    const auto vitals = m_drive.vitals();
    if (!vitals)
        return false;
    if (const Reading* const temperature = vitals->find(ReadingKind::temperature))
        m_progress.temperature = static_cast<int>(temperature->value);
    m_progress.now = countersOf(*vitals);
    return true;
}

// So that what a piece takes is not the way to it.
void Refresher::bringHead(const LbaSpan& span) {
    if (m_drive.identity().rotating == false || (span.first == m_head && m_head.value != 0))
        return;
    const SectorCount one{m_drive.identity().sectorsPerPhysical()};
    const Lba beside = span.first.value >= one.value ? Lba{span.first.value - one.value} : span.end();
    const LbaSpan before = intersection({beside, one}, m_drive.identity().whole());
    if (before.empty())
        return;
    const bool bad = std::any_of(m_plan.known.begin(), m_plan.known.end(),
                                 [&](const LbaSpan& known) { return known.overlaps(before); });
    if (!bad)
        (void)readDrive(before, false);
}

// What sound places take, all over the drive: the first pieces are not to be their own measure.
void Refresher::seed() {
    const DriveIdentity& drive = m_drive.identity();
    const std::uint64_t blocks = drive.capacity.value / m_plan.blockSectors;
    const Nanoseconds until = m_drive.now() + longestSeeding;
    for (std::size_t i = 0; i < seedReads && blocks > 0 && m_drive.now() < until && !stopped(); ++i) {
        const std::uint64_t block = (2 * i + 1) * blocks / (2 * seedReads);
        const LbaSpan span{{block * m_plan.blockSectors}, {m_plan.blockSectors}};
        const auto meets = [&](const LbaSpan& other) { return other.overlaps(span); };
        if (std::any_of(m_plan.known.begin(), m_plan.known.end(), meets) ||
            (!m_plan.whole && std::any_of(m_plan.spans.begin(), m_plan.spans.end(), meets)))
            continue;
        for (const auto pass : {RefreshPass::read, RefreshPass::check}) {
            bringHead(span);
            const SpotRead read = readDrive(span, pass == RefreshPass::check);
            if (read.outcome == Outcome::answered)
                m_map.seed(pass, read.latency);
        }
    }
    m_map.endSeeding(RefreshPass::read);
    m_map.endSeeding(RefreshPass::check);
}

bool Refresher::lateAgain(const LbaSpan& span, Nanoseconds& latency) {
    const bool medium = m_drive.checksMedium();
    bringHead(span);
    const SpotRead again = readDrive(span, medium);
    if (again.outcome != Outcome::answered)
        return false;
    latency = std::min(latency, again.latency);
    return isLate(m_map.judge(medium ? RefreshPass::check : RefreshPass::read, again.latency));
}

void Refresher::noteReading(Piece& piece, const SpotRead& read) {
    m_progress.latest[static_cast<std::size_t>(RefreshPass::read)] = read.latency;
    piece.before = read.latency;
    // Late once may have been anything.
    piece.late = isLate(m_map.add(RefreshPass::read, piece.span, read.latency, m_plan.whole)) &&
                 (!m_drive.checksMedium() || lateAgain(piece.span, piece.before));
    m_progress.totals.late += piece.late ? 1 : 0;
}

// False where it cannot be read as one.
bool Refresher::readPiece(const LbaSpan& span, std::vector<Piece>& pieces) {
    m_progress.pass = RefreshPass::read;
    m_progress.at = span;
    bringHead(span);
    SpotRead read = readDrive(span, false);
    if (m_halt)
        return true;
    if (read.outcome == Outcome::unmapped) {
        m_progress.totals.empty = m_progress.totals.empty + span.count;
        return true;
    }
    if (read.outcome != Outcome::answered ||
        read.data.size() != span.count.value * m_drive.identity().logicalBytes)
        return false;
    Piece piece;
    piece.span = span;
    noteReading(piece, read);
    piece.contents = std::move(read.data);
    if (leavesEmpty(piece))
        m_progress.totals.empty = m_progress.totals.empty + span.count;
    else
        pieces.push_back(std::move(piece));
    tellViewers();
    return true;
}

// Solid state holds nothing in what reads as zeros, or next to nothing: writing there only wears it.
bool Refresher::leavesEmpty(const Piece& piece) const {
    return m_plan.whole && m_drive.identity().rotating == false && !piece.late && allZero(piece.contents);
}

// Halves, until it is known which of its physical sectors cannot be read: those are left alone.
void Refresher::salvage(const LbaSpan& span, std::vector<Piece>& pieces) {
    m_map.addFailed(RefreshPass::read, span);
    const std::uint64_t per = m_drive.identity().sectorsPerPhysical();
    std::vector<LbaSpan> parts{span};
    while (!parts.empty() && !stopped()) {
        const LbaSpan part = parts.back();
        parts.pop_back();
        if (!(part == span)) {
            SpotRead read = readDrive(part, false);
            if (m_halt)
                return;
            if (read.outcome == Outcome::answered) {
                Piece piece;
                piece.span = part;
                piece.before = read.latency;
                piece.contents = std::move(read.data);
                pieces.push_back(std::move(piece));
                continue;
            }
        }
        const std::uint64_t physicals = (part.count.value + per - 1) / per;
        if (physicals <= 1) {
            if (m_met.contains(part))
                continue; // it was told, and somebody has gone on all the same
            ++m_progress.totals.unreadable;
            ++m_fresh;
            found({part, RefreshFound::unreadable, {}, {}, {}});
            watch();
            continue;
        }
        const Lba middle = part.first + SectorCount{physicals / 2 * per};
        parts.push_back(spanBetween(middle, part.end()));
        parts.push_back(spanBetween(part.first, middle));
    }
}

void Refresher::writePiece(Piece& piece) {
    m_progress.pass = RefreshPass::write;
    m_progress.at = piece.span;
    const auto answer = m_drive.write(WriteKind::refresh, piece.span, piece.contents);
    m_head = piece.span.end();
    if (!answer) {
        return halt(stopSign(answer.error()), answer.error());
    }
    haltWhereGone(answer->protection ? Outcome::locked : answer->verdict.outcome);
    if (answer->verdict.outcome == Outcome::answered) {
        m_progress.latest[static_cast<std::size_t>(RefreshPass::write)] = answer->latency;
        m_map.add(RefreshPass::write, piece.span, answer->latency, true);
        piece.refusal.clear();
    } else {
        m_map.addFailed(RefreshPass::write, piece.span);
        piece.refusal = answer->words.empty() ? "not taken" : answer->words;
    }
    if (answer->noSpare)
        haltAfterSlot(TreatmentStop::sparesLow);
    tellViewers();
}

// Whether it is there, as it was written: past the drive's cache, where there is a way to.
bool Refresher::holds(const SpotRead& checked, const Piece& piece) {
    if (!checked.data.empty())
        return isSame(checked.data, piece.contents);
    const SpotRead read = readDrive(piece.span, false);
    return read.outcome == Outcome::answered && isSame(read.data, piece.contents);
}

void Refresher::keepForGood(const Piece& piece, RefreshFound what) {
    if (auto kept = m_journal.keep({piece.span, piece.contents}); !kept)
        halt(TreatmentStop::notKept, kept.error());
    found({piece.span, what, piece.before, piece.after, piece.refusal});
}

// It reads no more: once more what it held, unless nothing is to be written any more; then it stays kept.
void Refresher::writeAgain(Piece& piece) {
    if (!m_due)
        writePiece(piece);
    if (m_halt)
        return;
    const SpotRead again = readDrive(piece.span, m_drive.checksMedium());
    if (m_halt)
        return;
    if (again.outcome == Outcome::answered && holds(again, piece))
        return;
    ++m_progress.totals.worse;
    ++m_fresh;
    keepForGood(piece, RefreshFound::worse);
    watch();
}

void Refresher::checkPiece(Piece& piece) {
    m_progress.pass = RefreshPass::check;
    m_progress.at = piece.span;
    bringHead(piece.span);
    const SpotRead checked = readDrive(piece.span, m_drive.checksMedium());
    if (m_halt)
        return;
    if (checked.outcome != Outcome::answered) {
        m_map.addFailed(RefreshPass::check, piece.span);
        return writeAgain(piece);
    }
    if (!holds(checked, piece)) {
        if (m_halt)
            return;
        keepForGood(piece, RefreshFound::different);
        haltAfterSlot(TreatmentStop::notStored,
                      Error{Error::Kind::unusable, "refreshing", m_drive.identity().path,
                            "what it reads is not what was read from there and written back",
                            "Do not write to it any more. What it held is kept in the journal."});
        return;
    }
    piece.after = checked.latency;
    m_progress.latest[static_cast<std::size_t>(RefreshPass::check)] = checked.latency;
    const bool late = isLate(m_map.add(RefreshPass::check, piece.span, checked.latency, m_plan.whole)) &&
                      lateAgain(piece.span, piece.after);
    if (m_halt)
        return;
    RefreshTotals& totals = m_progress.totals;
    if (!piece.refusal.empty()) {
        ++totals.refused;
        ++m_refusals;
        found({piece.span, RefreshFound::refused, piece.before, piece.after, piece.refusal});
    } else {
        m_refusals = 0;
        totals.written = totals.written + piece.span.count;
        totals.healed += piece.late && !late ? 1 : 0;
        totals.stillLate += late ? 1 : 0;
        if (piece.late || late)
            found({piece.span,
                   !late        ? RefreshFound::healed
                   : piece.late ? RefreshFound::stillLate
                                : RefreshFound::grewLate,
                   piece.before,
                   piece.after,
                   {}});
    }
    watch();
    tellViewers();
}

void Refresher::watch() {
    const TreatmentLimits& limits = m_plan.limits;
    if (m_fresh >= limits.newDefects && m_fresh > 0)
        haltAfterSlot(TreatmentStop::newDefects);
    if (m_refusals >= limits.refusals)
        haltAfterSlot(TreatmentStop::mediumRefuses);
    if (!m_progress.now || !m_progress.before)
        return;
    const SectorCounters& now = *m_progress.now;
    const SectorCounters& before = *m_progress.before;
    if (now.spare && before.spare && *now.spare < *before.spare && *now.spare <= limits.leastSpare)
        haltAfterSlot(TreatmentStop::sparesLow);
    if (now.reallocated && before.reallocated && *now.reallocated > *before.reallocated &&
        static_cast<std::uint64_t>(*now.reallocated - *before.reallocated) >= limits.mostRemapped)
        haltAfterSlot(TreatmentStop::sparesLow);
}

// A day's work is not given up because a drive is warm: it is left alone until it is cooler.
void Refresher::cool() {
    const int hottest = m_plan.limits.hottest;
    if (!m_progress.temperature || *m_progress.temperature < hottest)
        return;
    m_progress.phase = RefreshPhase::cooling;
    tellViewers();
    for (const Nanoseconds until = m_drive.now() + longestCooling; !stopped();) {
        m_drive.wait(coolingStep);
        if (stopped())
            return;
        if (!ask() || !m_progress.temperature || m_drive.now() >= until) {
            halt(TreatmentStop::tooHot);
            return;
        }
        tellViewers();
        if (*m_progress.temperature <= hottest - coolerBy)
            break;
    }
    m_progress.phase = RefreshPhase::refreshing;
}

// One slot of the journal: read, saved, written, read again.
void Refresher::refresh(const std::vector<LbaSpan>& spans) {
    std::vector<Piece> pieces;
    for (const LbaSpan& span : spans) {
        if (stopped())
            return;
        if (!readPiece(span, pieces) && !stopped())
            salvage(span, pieces);
    }
    // More than one slot's only where many were salvaged.
    for (std::size_t i = 0; i < pieces.size() && !stopped(); i += mostPieces)
        writeBack(std::span(pieces).subspan(i, std::min(mostPieces, pieces.size() - i)), m_sure);
    if (stopped())
        return;
    for (const LbaSpan& span : spans)
        m_progress.totals.done = m_progress.totals.done + span.count;
    m_sure = m_progress.totals;
    tellViewers();
}

// Whatever ends it in the midst, all of it is in the journal, and done again.
void Refresher::writeBack(std::span<Piece> pieces, const RefreshTotals& before) {
    std::vector<PieceContents> contents;
    contents.reserve(pieces.size());
    for (const Piece& piece : pieces)
        contents.push_back({piece.span, piece.contents});
    if (auto saved = m_journal.save(contents, before); !saved)
        return halt(TreatmentStop::notKept, saved.error());
    m_inSlot = true;
    std::size_t written = 0;
    for (; written < pieces.size() && !m_halt && !m_due; ++written)
        writePiece(pieces[written]);
    for (std::size_t i = 0; i < written && !m_halt; ++i)
        checkPiece(pieces[i]);
    m_inSlot = false;
    if (m_due)
        halt(m_due->first, std::move(m_due->second));
}

void Refresher::refreshAll() {
    m_progress.phase = RefreshPhase::refreshing;
    const std::uint64_t most = m_journal.slotBytes() / m_drive.identity().logicalBytes;
    std::vector<LbaSpan> slot;
    std::uint64_t sectors = 0;
    const auto go = [&] {
        if (slot.empty() || stopped())
            return;
        if (m_drive.now() - m_askedAt >= askEvery) {
            ask();
            watch();
            cool();
        }
        if (!stopped())
            refresh(slot);
        slot.clear();
        sectors = 0;
    };
    for (const LbaSpan& span : leftOf(m_plan, m_told.totals.done))
        for (LbaSpan piece = pieceFrom(span.first, span, m_plan.blockSectors); !piece.empty();
             piece = pieceFrom(piece.end(), span, m_plan.blockSectors)) {
            if (sectors + piece.count.value > most || slot.size() >= mostPieces)
                go();
            if (stopped())
                return;
            slot.push_back(piece);
            sectors += piece.count.value;
        }
    go();
}

// What was on its way when it was broken off, and what had only reached the drive's cache: it holds what it
// held, or the same once more; or it cannot be read, and is written from what is saved.
void Refresher::putBack() {
    m_progress.phase = RefreshPhase::puttingBack;
    for (const RingSlot& slot : m_told.ring)
        for (const KeptPiece& kept : slot.pieces) {
            if (stopped())
                return;
            m_progress.at = kept.span;
            tellViewers();
            const SpotRead now = readDrive(kept.span, false);
            if (m_halt)
                return;
            auto saved = m_journal.load(kept);
            if (!saved)
                return halt(TreatmentStop::notKept, saved.error());
            if (now.outcome == Outcome::answered && isSame(now.data, *saved))
                continue;
            Piece piece;
            piece.span = kept.span;
            piece.contents = std::move(*saved);
            if (now.outcome == Outcome::answered)
                keepForGood(piece, RefreshFound::writtenMeanwhile);
            else
                writeAgain(piece);
            if (m_halt)
                return;
        }
}

void Refresher::begin() {
    m_began = m_drive.now();
    m_progress.totals = m_told.totals;
    m_sure = m_told.totals;
    m_progress.fromMedium = m_drive.checksMedium();
    m_progress.doneBefore = m_told.totals.done;
    for (const RefreshFinding& finding : m_told.findings)
        if (finding.found == RefreshFound::unreadable)
            m_met.add(finding.span);
    m_progress.findings = m_told.findings;
    m_progress.found = m_told.findings.size();
    const std::size_t most = RefreshProgress::mostFindingsShown;
    if (m_progress.findings.size() > most)
        m_progress.findings.erase(m_progress.findings.begin(),
                                  m_progress.findings.end() - static_cast<std::ptrdiff_t>(most));
    ask();
    m_progress.before = m_progress.now;
    tellViewers();
    cool();
}

const RefreshProgress& Refresher::run(const std::stop_token& stop) {
    m_stop = stop;
    begin();
    putBack();
    m_progress.phase = RefreshPhase::refreshing;
    if (!stopped())
        seed();
    refreshAll();
    if (!m_halt)
        ask();
    m_progress.stop = m_halt.value_or(TreatmentStop::done);
    m_progress.phase = RefreshPhase::ended;
    m_progress.totals.took = m_told.totals.took + (m_drive.now() - m_began);
    // What was done of the slot that it halted in is done again.
    const RefreshTotals met = m_progress.totals;
    m_sure.took = met.took;
    m_progress.totals = m_sure;
    m_progress.totals.unreadable = met.unreadable;
    m_progress.totals.refused = met.refused;
    m_progress.totals.worse = met.worse;
    if (auto ended = m_journal.end(*m_progress.stop, m_sure); !ended && !m_progress.error)
        m_progress.error = ended.error();
    tellViewers();
    return m_progress;
}

bool replacedNone(const RefreshProgress& progress) {
    return progress.before && progress.now && progress.before->reallocated &&
           progress.before->reallocated == progress.now->reallocated;
}

std::vector<Treatment> treatmentsOf(const std::vector<RefreshFinding>& findings, bool noneReplaced,
                                    std::int64_t at) {
    std::vector<Treatment> treatments;
    for (const RefreshFinding& finding : findings)
        switch (finding.found) {
        case RefreshFound::healed:
            treatments.push_back(
                {finding.span, TreatmentStep::refresh,
                 noneReplaced ? TreatmentResult::rewritten : TreatmentResult::rewrittenOrRemapped, at});
            break;
        case RefreshFound::stillLate:
        case RefreshFound::grewLate:
            treatments.push_back({finding.span, TreatmentStep::refresh, TreatmentResult::stillSlow, at});
            break;
        case RefreshFound::worse:
            treatments.push_back({finding.span, TreatmentStep::refresh, TreatmentResult::worse, at});
            break;
        case RefreshFound::unreadable:
        case RefreshFound::refused:
        case RefreshFound::different:
        case RefreshFound::writtenMeanwhile:
            break;
        }
    return treatments;
}

} // namespace orbita
