// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/treat/treater.h"

#include "core/base/bytes.h"
#include "core/plate/grade.h"
#include "core/treat/stop_signs.h"

#include <algorithm>

namespace orbita {

namespace {

// Counts lag: how long they are given after a write, before the next question.
constexpr Nanoseconds lagWaits[] = {Nanoseconds{}, std::chrono::seconds{1}, std::chrono::seconds{4}};
constexpr Nanoseconds lastWaits[] = {std::chrono::seconds{5}, std::chrono::seconds{25}};
constexpr unsigned untoldIsSilent = 2;
constexpr std::uint64_t aroundBytes = 64U << 10U; // read at once around a patch
constexpr std::uint64_t nearBytes = 8U << 20U;    // a place's usual time holds for so much
constexpr std::size_t usualReads = 5;

constexpr std::string_view howNames[] = {"read after a seek", "read from the other side", "read alone",
                                         "read patiently"};
constexpr std::string_view readNames[] = {"good", "late", "in part", "failed"};
constexpr std::string_view checkNames[] = {"good", "late", "failed", "different"};

bool endedWell(SpotEnd end) {
    return end == SpotEnd::readsWell || end == SpotEnd::written;
}

TreatmentResult unnamed(SpotEnd end) {
    switch (end) {
    case SpotEnd::readsWell:
        return TreatmentResult::readsWell;
    case SpotEnd::written:
        return TreatmentResult::rewrittenOrRemapped;
    case SpotEnd::stillSlow:
        return TreatmentResult::stillSlow;
    case SpotEnd::stillUnreadable:
        return TreatmentResult::stillUnreadable;
    case SpotEnd::outOfSpares:
        return TreatmentResult::outOfSpares;
    case SpotEnd::worse:
        break;
    }
    return TreatmentResult::worse;
}

} // namespace

struct Treater::Work {
    explicit Work(const Spot& s, std::uint32_t bytes)
        : spot(s)
        , logicalBytes(bytes)
        , contents(s.span.count.value * bytes)
        , known(s.span.count.value, false) {
        state.origin = s.origin;
        state.sectors = s.span.count.value;
    }
    [[nodiscard]] std::uint64_t knownCount() const {
        return static_cast<std::uint64_t>(std::count(known.begin(), known.end(), true));
    }
    // As it is written: what no try gave is zeros.
    [[nodiscard]] std::vector<std::byte> toWrite(WriteKind kind) const {
        if (kind == WriteKind::zeros)
            return std::vector<std::byte>(contents.size());
        return contents;
    }

    Spot spot;
    std::uint32_t logicalBytes;
    SpotState state;
    std::vector<std::byte> contents;
    std::vector<bool> known;
    std::vector<std::byte> written; // what was written last
    Nanoseconds before{};
    Nanoseconds after{};
    std::string words;
    std::optional<SectorCounters> counters; // before the first write
};

Treater::Treater(TreatedDrive& drive, TreatmentJournal& journal, TreatmentPlan plan, JournalTold told,
                 Tell tell, std::function<std::int64_t()> secondsNow)
    : m_drive(drive)
    , m_journal(journal)
    , m_plan(std::move(plan))
    , m_told(std::move(told))
    , m_tell(std::move(tell))
    , m_secondsNow(std::move(secondsNow)) {}

// The first reason counts; from here on nothing more is sent to the drive.
void Treater::halt(TreatmentStop stop, std::optional<Error> error) {
    if (m_halt)
        return;
    m_halt = stop;
    if (error)
        m_progress.error = std::move(error);
}

void Treater::haltWhereGone(Outcome outcome) {
    if (const auto sign = stopSign(outcome, m_stop.stop_requested()))
        halt(*sign);
}

SpotRead Treater::readDrive(const LbaSpan& span) {
    if (m_halt)
        return {};
    SpotRead read = m_drive.read(span);
    haltWhereGone(read.outcome);
    return read;
}

SpotRead Treater::checkDrive(const LbaSpan& span) {
    if (m_halt)
        return {};
    SpotRead read = m_drive.check(span);
    haltWhereGone(read.outcome);
    return read;
}

bool Treater::stopped() {
    if (m_stop.stop_requested())
        halt(TreatmentStop::byHand);
    return m_halt.has_value();
}

void Treater::tellViewers() {
    m_progress.elapsed = m_drive.now() - m_began;
    if (m_tell)
        m_tell(m_progress);
}

void Treater::step(const LbaSpan& span, std::string did, std::string came, Nanoseconds latency,
                   std::string words) {
    TreatmentStepTaken taken{span,    std::move(did),         std::move(came), std::move(words),
                             latency, m_drive.now() - m_began};
    if (auto written = m_journal.step(taken); !written)
        halt(TreatmentStop::notKept, written.error());
    m_progress.steps.push_back(std::move(taken));
    ++m_progress.stepsTaken;
    if (m_progress.steps.size() > TreatmentProgress::mostStepsShown)
        m_progress.steps.erase(m_progress.steps.begin());
    tellViewers();
}

void Treater::keep(const SpotResult& result) {
    if (auto kept = m_journal.result(result); !kept)
        halt(TreatmentStop::notKept, kept.error());
    const auto same = std::find_if(m_progress.results.begin(), m_progress.results.end(),
                                   [&](const SpotResult& r) { return r.spot.span == result.spot.span; });
    if (same == m_progress.results.end())
        m_progress.results.push_back(result);
    else
        *same = result;
    tellViewers();
}

std::optional<SectorCounters> Treater::ask() {
    const auto vitals = m_drive.vitals();
    if (!vitals)
        return std::nullopt;
    if (const Reading* const temperature = vitals->find(ReadingKind::temperature))
        m_progress.temperature = static_cast<int>(temperature->value);
    m_progress.now = countersOf(*vitals);
    return m_progress.now;
}

bool Treater::isAmongSpots(const LbaSpan& span) const {
    // Ascending, and never overlapping.
    const auto spot = std::partition_point(m_plan.spots.begin(), m_plan.spots.end(),
                                           [&](const Spot& s) { return s.span.end() <= span.first; });
    return spot != m_plan.spots.end() && spot->span.overlaps(span);
}

bool Treater::isPlanned(const LbaSpan& span) const {
    return isAmongSpots(span) || std::any_of(m_plan.known.begin(), m_plan.known.end(),
                                             [&](const LbaSpan& other) { return other.overlaps(span); });
}

// So that the head, and the drive's read-ahead, come from elsewhere each time.
void Treater::seekAway(const LbaSpan& from) {
    const std::uint64_t capacity = m_drive.identity().capacity.value;
    const std::uint64_t away = (from.first.value + capacity / 2) % capacity;
    const LbaSpan there = intersection({{away}, from.count}, m_drive.identity().whole());
    if (!there.overlaps(from) && !isPlanned(there))
        (void)readDrive(there);
}

SpotRead Treater::lone(const LbaSpan& span, bool fromMedium) {
    seekAway(span);
    return fromMedium ? checkDrive(span) : readDrive(span);
}

// What sound sectors nearby take, read in the same way, and by how much more a spot is late.
Nanoseconds Treater::latestInTime(const LbaSpan& span, bool fromMedium) {
    const DriveIdentity& drive = m_drive.identity();
    const std::uint64_t near = nearBytes / drive.logicalBytes;
    for (const Usual& usual : m_usual)
        if (usual.sectors == span.count && usual.fromMedium == fromMedium &&
            usual.near.value / near == span.first.value / near)
            return usual.limit;
    std::vector<Nanoseconds> times;
    const std::uint64_t distance = std::max<std::uint64_t>(span.count.value, near / 16);
    for (std::uint64_t i = 1; i < 40 && times.size() < usualReads; ++i) {
        const bool behind = i % 2 == 1;
        const std::uint64_t off = (i + 1) / 2 * distance;
        if (!behind && off > span.first.value)
            continue;
        const LbaSpan beside{{behind ? span.first.value + off : span.first.value - off}, span.count};
        if (beside.end() > drive.whole().end() || beside.overlaps(span) || isPlanned(beside))
            continue;
        const SpotRead read = lone(beside, fromMedium);
        if (read.outcome == Outcome::answered)
            times.push_back(read.latency);
    }
    Nanoseconds limit = std::chrono::hours{1}; // nothing nearby reads: no telling what is late
    if (!times.empty()) {
        std::sort(times.begin(), times.end());
        const Nanoseconds median = times[times.size() / 2];
        const Nanoseconds unit = drive.rotating.value_or(true) ? turnOf(drive) : solidStateUnit(median);
        // As slow as the ledger lists it: what is merely late is none of its defects.
        limit = median + fromSeconds(toSeconds(unit) * GradeLimits{}.laboured);
    }
    m_usual.push_back({span.first, span.count, fromMedium, limit});
    return limit;
}

void Treater::merge(Work& work, const LbaSpan& span, const SpotRead& read) {
    const LbaSpan inside = intersection(span, work.spot.span);
    if (read.outcome != Outcome::answered || read.data.size() != span.count.value * work.logicalBytes)
        return;
    for (std::uint64_t i = 0; i < inside.count.value; ++i) {
        const std::uint64_t at = inside.first.value + i - work.spot.span.first.value;
        const std::uint64_t from = inside.first.value + i - span.first.value;
        std::copy_n(read.data.begin() + static_cast<std::ptrdiff_t>(from * work.logicalBytes),
                    work.logicalBytes,
                    work.contents.begin() + static_cast<std::ptrdiff_t>(at * work.logicalBytes));
        work.known[at] = true;
    }
}

void Treater::doRead(Work& work, TryHow how) {
    const LbaSpan& span = work.spot.span;
    const std::string did(howNames[static_cast<std::size_t>(how)]);
    ReadCame came = ReadCame::failed;
    Nanoseconds took{};
    if (how == TryHow::alone) {
        // Of a slow run, its physical sectors.
        const std::uint64_t each =
            work.spot.origin == SpotOrigin::slow ? m_drive.identity().sectorsPerPhysical() : 1;
        for (std::uint64_t at = 0; at < span.count.value; at += each) {
            const LbaSpan one = intersection({{span.first.value + at}, {each}}, span);
            const SpotRead read = readDrive(one);
            merge(work, one, read);
            took += read.latency;
        }
        const std::uint64_t known = work.knownCount();
        came = known == span.count.value ? ReadCame::late : known > 0 ? ReadCame::part : ReadCame::failed;
    } else {
        if (how == TryHow::otherSide) {
            const LbaSpan behind = intersection({span.end(), span.count}, m_drive.identity().whole());
            if (!behind.empty())
                (void)readDrive(behind);
        }
        const Nanoseconds limit = latestInTime(span, false);
        const SpotRead read = how == TryHow::otherSide ? readDrive(span) : lone(span, false);
        took = read.latency;
        merge(work, span, read);
        if (read.outcome == Outcome::answered)
            came = read.latency < limit ? ReadCame::good : ReadCame::late;
        else if (work.state.tries == 0 && m_drive.checksMedium() &&
                 checkDrive(span).outcome == Outcome::answered &&
                 readDrive(span).outcome != Outcome::answered)
            m_drive.distrustChecks();
        // What came from the drive's cache says nothing of the medium.
        if (came == ReadCame::good && m_drive.checksMedium()) {
            const Nanoseconds mediumLimit = latestInTime(span, true);
            const SpotRead checked = lone(span, true);
            took = checked.latency;
            came = checked.outcome != Outcome::answered ? ReadCame::part
                   : checked.latency < mediumLimit      ? ReadCame::good
                                                        : ReadCame::late;
        }
        if (came == ReadCame::failed && work.knownCount() > 0)
            came = ReadCame::part;
    }
    if (m_halt)
        return;
    if (work.state.tries == 0 && came != ReadCame::failed)
        work.before = took;
    if (came == ReadCame::good)
        work.after = took;
    step(span, did, std::string(readNames[static_cast<std::size_t>(came)]), took);
    afterRead(m_plan.rules, work.state, came, work.knownCount());
}

SavedSpot Treater::savedOf(const Work& work, WriteKind kind) {
    SavedSpot saved;
    saved.spot = work.spot;
    saved.kind = kind;
    saved.contents = work.written;
    saved.known = work.known;
    return saved;
}

void Treater::doWrite(Work& work, WriteKind kind) {
    if (!work.counters)
        work.counters = ask();
    if (stopped()) // once it was asked for while the drive was, nothing reaches the drive any more
        return;
    const bool reassigns = kind == WriteKind::reassign;
    work.written = reassigns ? work.toWrite(WriteKind::refresh) : work.toWrite(kind);
    // Nothing leaves before this is durable.
    if (auto saved = m_journal.save(savedOf(work, kind)); !saved)
        return halt(TreatmentStop::notKept, saved.error());
    const LbaSpan span = reassigns ? LbaSpan{work.spot.span.first, SectorCount{1}} : work.spot.span;
    const std::string did = "write: " + std::string(writeKindName(kind));
    const auto answer = m_drive.write(kind, span, reassigns ? std::vector<std::byte>{} : work.written);
    if (!answer) {
        step(span, did, "not known", {}, answer.error().answer.text());
        return halt(stopSign(answer.error()), answer.error());
    }
    WriteCame came = WriteCame::done;
    const Outcome outcome = answer->verdict.outcome;
    haltWhereGone(answer->protection ? Outcome::locked : outcome);
    if (answer->noSpare)
        came = WriteCame::noSpare;
    else if (outcome == Outcome::refused || outcome == Outcome::barred)
        came = WriteCame::refused;
    else if (outcome != Outcome::answered)
        came = WriteCame::mediumRefused;
    if (came != WriteCame::done)
        work.words = answer->words;
    step(span, did, came == WriteCame::done ? (answer->forced ? "done, on the medium" : "done") : "refused",
         answer->latency, answer->words);
    if (m_halt)
        return;
    afterWrite(m_plan.rules, work.state, kind, came);
}

void Treater::doCheck(Work& work) {
    const LbaSpan& span = work.spot.span;
    const Nanoseconds limit = latestInTime(span, m_drive.checksMedium());
    const SpotRead checked = lone(span, m_drive.checksMedium());
    CheckCame came = CheckCame::failed;
    if (checked.outcome == Outcome::answered) {
        came = checked.latency < limit ? CheckCame::good : CheckCame::late;
        const bool holds = !checked.data.empty();
        const SpotRead again = holds ? SpotRead{} : readDrive(span);
        const std::vector<std::byte>& data = holds ? checked.data : again.data;
        if (!holds && again.outcome != Outcome::answered)
            came = CheckCame::failed;
        else if (data != work.written)
            came = CheckCame::different;
    }
    if (m_halt)
        return;
    work.after = checked.latency;
    step(span, "check", std::string(checkNames[static_cast<std::size_t>(came)]), checked.latency);
    afterCheck(m_plan.rules, work.state, came);
    if (came == CheckCame::different && work.state.end)
        m_progress.error = Error{Error::Kind::unusable, "treating", m_drive.identity().path,
                                 "it says that it has written, and what it reads is something else",
                                 "Do not write to it any more. What it held is kept in the journal."};
}

// What is there now, against what is saved of it.
Treater::Found Treater::foundOf(const SavedSpot& saved, const SpotRead& now, std::uint32_t logicalBytes) {
    if (now.outcome != Outcome::answered)
        return Found::unreadable;
    if (now.data == saved.contents)
        return Found::asSaved;
    const bool whole = std::find(saved.known.begin(), saved.known.end(), false) == saved.known.end();
    bool knownAreThere = true;
    for (std::size_t i = 0; i < saved.known.size(); ++i) {
        const auto at = static_cast<std::ptrdiff_t>(i * logicalBytes);
        knownAreThere = knownAreThere && (!saved.known[i] || std::equal(now.data.begin() + at,
                                                                        now.data.begin() + at + logicalBytes,
                                                                        saved.contents.begin() + at));
    }
    switch (saved.kind) {
    case WriteKind::refresh:
        return Found::somethingElse;
    case WriteKind::pieced:
    case WriteKind::zeros:
        return whole ? Found::somethingElse : Found::whatItHeld;
    case WriteKind::reassign:
        // A spare holds anything; what had been read of it stands there only if it is the old place.
        return knownAreThere ? Found::whatItHeld : Found::aSpare;
    }
    return Found::somethingElse;
}

// Whoever interrupted it, the write may have left or not: what is there now decides.
void Treater::takeUpAgain(Work& work, const SavedSpot& saved) {
    const SpotRead now = lone(work.spot.span, false);
    if (m_halt)
        return;
    const Found found = foundOf(saved, now, work.logicalBytes);
    constexpr std::string_view foundNames[] = {"it cannot be read", "it holds what is saved",
                                               "it can be read", "a spare stands there",
                                               "it holds something else"};
    step(work.spot.span, "taken up again", std::string(foundNames[static_cast<std::size_t>(found)]),
         now.latency);
    if (found == Found::whatItHeld)
        return; // it gives what it held after all: from the beginning
    if (found == Found::somethingElse) {
        merge(work, work.spot.span, now);
        work.state.known = work.state.sectors;
        work.state.end = SpotEnd::readsWell; // somebody has written there since: left alone
        return;
    }
    work.contents = saved.contents;
    work.known = saved.known;
    work.written = saved.contents;
    work.state.known = work.knownCount();
    work.state.tries = m_plan.rules.tries;
    work.state.trouble = 1;
    work.state.kind = saved.kind;
    if (saved.kind == WriteKind::reassign && found != Found::unreadable)
        work.state.kind = work.state.whole() ? WriteKind::refresh : WriteKind::pieced;
    if (found == Found::aSpare) {
        work.state.reassigned = true;
        work.state.overwritten = !work.state.whole();
    }
    work.state.atOnce = work.state.kind == WriteKind::refresh;
    // Late, it was not written, or that did not help: it is written now.
    work.state.pending = found == Found::asSaved && now.latency < latestInTime(work.spot.span, false);
}

TreatmentResult Treater::nameOf(const Work& work, const SectorCounters* before) {
    if (before == nullptr)
        return work.state.reassigned ? TreatmentResult::remapped : TreatmentResult::rewrittenOrRemapped;
    const bool othersToo = m_countsMixed || !m_open.empty(); // a change may be theirs
    const std::size_t questions = m_untold >= untoldIsSilent || othersToo ? 1 : std::size(lagWaits);
    for (std::size_t i = 0; i < questions; ++i) {
        m_drive.wait(lagWaits[i]);
        const auto now = ask();
        if (!now || m_stop.stop_requested())
            break;
        SectorCounters then = *before;
        SectorCounters is = *now;
        if (othersToo) { // only what names this very sector counts
            then.pending = then.reallocated = is.pending = is.reallocated = std::nullopt;
            then.pendingList = is.pendingList = {};
        }
        if (const auto told = toldOf(work.spot.span, then, is)) {
            m_remapSeen = m_remapSeen || *told == TreatmentResult::remapped;
            m_untold = 0;
            return work.state.reassigned ? TreatmentResult::remapped : *told;
        }
    }
    if (work.state.reassigned) { // by command, which it has carried out: its counts will still tell of it
        m_countsMixed = true;
        return TreatmentResult::remapped;
    }
    // One that tells of each that it replaces has told of none, and does not count this one as bad any more.
    if (m_remapSeen && questions == std::size(lagWaits) && m_progress.now &&
        !listsPending(*m_progress.now, work.spot.span))
        return TreatmentResult::rewritten;
    ++m_untold;
    if (m_open.empty())
        m_openBefore = *before;
    m_open.push_back(work.spot.span.first);
    return TreatmentResult::rewrittenOrRemapped;
}

void Treater::conclude(Work& work) {
    SpotResult result;
    result.spot = work.spot;
    result.step = stepOf(work.state);
    result.before = work.before;
    result.after = work.after;
    result.words = work.words;
    result.at = m_secondsNow();
    result.proven = m_drive.checksMedium();
    result.result = unnamed(*work.state.end);
    const std::size_t openBefore = m_open.size();
    if (*work.state.end == SpotEnd::written)
        result.result = nameOf(work, work.counters ? &*work.counters : nullptr);
    // What else was written to since the first that is open may have moved the counts as well.
    m_countsMixed = m_countsMixed || (openBefore > 0 && m_open.size() == openBefore && work.state.writes > 0);
    if (work.state.overwritten)
        result.lost.value = work.state.sectors - (work.state.kind == WriteKind::zeros ? 0 : work.state.known);
    keep(result);
    m_worse += result.result == TreatmentResult::worse ? 1 : 0;
    const bool refused = !endedWell(*work.state.end) && !work.words.empty();
    m_refusals = refused ? m_refusals + 1 : 0;
    if (result.result == TreatmentResult::outOfSpares)
        halt(TreatmentStop::sparesLow);
    if (m_progress.error && work.state.writes > 0)
        halt(TreatmentStop::notStored, m_progress.error);
}

void Treater::treat(const Spot& spot) {
    Work work(spot, m_drive.identity().logicalBytes);
    if (const auto saved = m_told.saved.find(spot.span.first);
        saved != m_told.saved.end() && saved->second.spot == spot) {
        SavedSpot copy = saved->second;
        if (auto loaded = m_journal.load(copy); !loaded)
            return halt(TreatmentStop::notKept, loaded.error());
        takeUpAgain(work, copy);
    }
    while (!m_halt) {
        const SpotMove move = nextMove(work.state);
        switch (move.what) {
        case SpotMove::What::read:
            // Between two steps of reading nothing is under way: a stop leaves the spot as it is.
            if (!stopped())
                doRead(work, move.how);
            break;
        case SpotMove::What::write:
            doWrite(work, move.kind);
            break;
        case SpotMove::What::check:
            doCheck(work);
            break;
        case SpotMove::What::end:
            conclude(work);
            return;
        }
    }
}

void Treater::watch() {
    const TreatmentLimits& limits = m_plan.limits;
    if (m_progress.temperature && *m_progress.temperature >= limits.hottest)
        halt(TreatmentStop::tooHot);
    if (m_progress.now && m_progress.now->spare && m_progress.before && m_progress.before->spare &&
        *m_progress.now->spare < *m_progress.before->spare && *m_progress.now->spare <= limits.leastSpare)
        halt(TreatmentStop::sparesLow);
    std::uint64_t healed = 0;
    std::uint64_t remapped = 0;
    for (const SpotResult& result : m_progress.results) {
        healed += isHealed(result.result) ? 1 : 0;
        remapped += result.result == TreatmentResult::remapped ? 1 : 0;
    }
    const std::uint64_t fresh = m_progress.newDefects.size() + m_worse;
    if (fresh >= limits.newDefects && fresh > healed)
        halt(TreatmentStop::newDefects);
    if (remapped >= limits.mostRemapped)
        halt(TreatmentStop::sparesLow);
    if (m_refusals >= limits.refusals)
        halt(TreatmentStop::mediumRefuses);
}

// A surface that gives way shows it next to where it was treated.
void Treater::readAround(const std::vector<Spot>& patch) {
    if (m_halt || patch.empty() || m_plan.margin.value == 0)
        return;
    m_progress.phase = TreatmentPhase::readingAround;
    const DriveIdentity& drive = m_drive.identity();
    const std::uint64_t first =
        patch.front().span.first.value - std::min(patch.front().span.first.value, m_plan.margin.value);
    const LbaSpan all =
        intersection(spanBetween({first}, patch.back().span.end() + m_plan.margin), drive.whole());
    const std::uint64_t each =
        std::max<std::uint64_t>(drive.sectorsPerPhysical(), aroundBytes / drive.logicalBytes);
    for (std::uint64_t at = all.first.value; at < all.end().value; at += each) {
        if (stopped())
            return;
        const LbaSpan block = intersection({{at}, {each}}, all);
        if (checkDrive(block).outcome == Outcome::answered)
            continue;
        // Which of its sectors it is; those that are known, or were just treated, are not new.
        const std::uint64_t per = drive.sectorsPerPhysical();
        for (std::uint64_t one = block.first.value / per * per; one < block.end().value; one += per) {
            const LbaSpan sector = intersection({{one}, {per}}, drive.whole());
            if (isPlanned(sector))
                continue;
            const SpotRead alone = checkDrive(sector);
            if (m_halt || alone.outcome == Outcome::answered)
                continue;
            step(sector, "read around", "failed", alone.latency);
            if (std::find(m_progress.newDefects.begin(), m_progress.newDefects.end(), sector) ==
                m_progress.newDefects.end())
                m_progress.newDefects.push_back(sector);
        }
    }
    watch();
    m_progress.phase = TreatmentPhase::treating;
}

// All that came back once more, with everything else read in between: what was only in a cache shows now.
void Treater::lookAgain() {
    if (m_halt)
        return;
    m_progress.phase = TreatmentPhase::lookingAgain;
    const bool medium = m_drive.checksMedium();
    if (!medium) { // more than any drive's cache holds, or all there is
        constexpr std::uint64_t mostCacheBytes = 512U << 20U;
        const DriveIdentity& drive = m_drive.identity();
        const std::uint64_t each = (1U << 20U) / drive.logicalBytes;
        std::uint64_t left = mostCacheBytes / drive.logicalBytes;
        for (std::uint64_t at = 0; at < drive.capacity.value && left > 0; at += each) {
            const LbaSpan block = intersection({{at}, {each}}, drive.whole());
            if (isPlanned(block))
                continue;
            if (stopped())
                return;
            (void)readDrive(block);
            left -= std::min(left, block.count.value);
        }
        m_usual.clear();
    }
    const std::vector<SpotResult> results = m_progress.results;
    for (SpotResult result : results) {
        if (!isHealed(result.result) || !isAmongSpots(result.spot.span))
            continue;
        const Nanoseconds limit = latestInTime(result.spot.span, medium);
        SpotRead read = lone(result.spot.span, medium);
        if (read.outcome == Outcome::answered && read.latency >= limit && medium)
            read = lone(result.spot.span, medium); // once proves nothing
        if (m_halt)
            return;
        const bool reads = read.outcome == Outcome::answered;
        const bool late = reads && read.latency >= limit;
        step(result.spot.span, "looked at again", !reads ? "failed" : late ? "late" : "good", read.latency);
        result.proven = true;
        result.after = read.latency;
        if (!reads || late) {
            result.result = late                                     ? TreatmentResult::stillSlow
                            : result.spot.origin == SpotOrigin::slow ? TreatmentResult::worse
                                                                     : TreatmentResult::stillUnreadable;
            m_open.erase(std::remove(m_open.begin(), m_open.end(), result.spot.span.first), m_open.end());
            m_countsMixed = true;
        }
        keep(result);
    }
}

// Those of which the counts told nothing in time: they are asked once more.
void Treater::settleNames() {
    if (m_halt || m_open.empty() || !m_openBefore)
        return;
    SectorCount unreadable;
    bool slowToo = false;
    for (const SpotResult& result : m_progress.results)
        if (std::find(m_open.begin(), m_open.end(), result.spot.span.first) != m_open.end()) {
            unreadable = unreadable + result.spot.span.count;
            slowToo = slowToo || result.spot.origin == SpotOrigin::slow;
        }
    if (slowToo)
        unreadable = {};
    std::optional<SectorCounters> now;
    std::optional<TreatmentResult> told;
    for (const Nanoseconds wait : lastWaits) {
        m_drive.wait(wait);
        now = ask();
        if (!now || m_stop.stop_requested())
            return;
        if (!m_countsMixed)
            told = toldOfAll(m_open.size(), unreadable, *m_openBefore, *now);
        if (told || m_countsMixed)
            break;
    }
    if (!told && m_remapSeen && now->reallocated == m_openBefore->reallocated)
        told = TreatmentResult::rewritten;
    for (SpotResult result : std::vector<SpotResult>(m_progress.results)) {
        if (std::find(m_open.begin(), m_open.end(), result.spot.span.first) == m_open.end())
            continue;
        // A list of replaced sectors names them one by one.
        SectorCounters then;
        SectorCounters is;
        then.grownList = m_openBefore->grownList;
        is.grownList = now->grownList;
        const auto byList = toldOf(result.spot.span, then, is);
        if ((!byList && !told) || listsPending(*now, result.spot.span))
            continue;
        result.result = byList ? *byList : *told;
        keep(result);
    }
    m_open.clear();
}

void Treater::begin() {
    m_began = m_drive.now();
    m_plan.rules.allowed.reassign = m_plan.rules.allowed.reassign && m_drive.reassigns();
    m_progress.before = ask();
    m_progress.results = m_told.results;
    m_progress.newDefects = m_told.newDefects;
    tellViewers();
}

void Treater::treatAll() {
    const std::uint64_t gap = patchGapBytes / m_drive.identity().logicalBytes;
    std::vector<Spot> patch;
    for (std::size_t i = 0; i < m_plan.spots.size() && !stopped(); ++i) {
        const Spot& spot = m_plan.spots[i];
        if (!patch.empty() && spot.span.first.value > patch.back().span.end().value + gap) {
            readAround(patch);
            patch.clear();
        }
        patch.push_back(spot);
        const bool done = std::any_of(m_told.results.begin(), m_told.results.end(),
                                      [&](const SpotResult& r) { return r.spot == spot; });
        if (done)
            continue;
        m_progress.spot = i;
        treat(spot);
        watch();
    }
    readAround(patch);
    lookAgain();
    settleNames();
}

const TreatmentProgress& Treater::run(const std::stop_token& stop) {
    m_stop = stop;
    begin();
    watch();
    m_progress.phase = TreatmentPhase::treating;
    treatAll();
    m_progress.stop = m_halt.value_or(TreatmentStop::done);
    m_progress.phase = TreatmentPhase::ended;
    if (auto ended = m_journal.end(*m_progress.stop, m_progress.newDefects); !ended && !m_progress.error)
        m_progress.error = ended.error();
    tellViewers();
    return m_progress;
}

} // namespace orbita
