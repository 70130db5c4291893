// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/engine.h"

#include "core/scan/engine_times.h"

#include <algorithm>

namespace orbita {

namespace {

Grader makeGrader(const DriveIdentity& identity, const GradeLimits& limits) {
    const bool solid = identity.rotating == false;
    return {solid ? solidStateUnit({}) : turnOf(identity), solid, limits};
}

} // namespace

Engine::Engine(Drive& drive, const SettledPlan& plan, const GradeLimits& limits, PauseGate& pause,
               ScanFeed& feed, ScanAids aids)
    : m_drive(&drive)
    , m_plan(plan)
    , m_grid(m_plan.grid)
    , m_askedFor(m_plan)
    , m_blocks(m_grid.blocks())
    , m_pause(pause)
    , m_feed(feed)
    , m_clock(drive.clock())
    , m_plate(std::make_shared<Plate>(m_blocks))
    , m_grader(makeGrader(drive.identity(), limits))
    , m_aids(std::move(aids))
    , m_estimator(m_grid.span)
    , m_rules(m_plan.asked.rules)
    , m_window(drive.link().queueLimit()) {
    // By what comes back it tells whether it has looked at the medium at all.
    const bool anonymous = serialMeansNothing(drive.identity().serial);
    if (m_aids.image || (m_plan.asked.way == ReadWay::read && (forgets() || anonymous)))
        m_handsOver = drive.link().handOverReads(m_grid.blockSectors * drive.identity().logicalBytes);
    m_window = drive.link().queueLimit();
    m_answers.resize(m_window);
    m_status.order = m_plan.asked.order;
    m_status.blockSectors = m_grid.blockSectors;
    m_status.unit = m_grader.unit();
    m_status.position = m_grid.span.first;
    m_route = makeRoute(m_plan, blocksToVisit(m_grid, m_plan.asked.parts, {}));
    m_status.blocksPlanned = m_route->blocksLeft();
    m_known =
        KnownSectorChooser(m_grid.span, drive.identity().sectorsPerPhysical(), drive.identity().logicalBytes);
    if (m_aids.image)
        m_known.restore(m_aids.image->check().told);
    if (m_aids.image)
        m_standstills = m_aids.image->check().standstills;
    if (m_aids.earlier != nullptr)
        takeUp(*m_aids.earlier);
    else if (!m_standstills.empty())
        m_route = makeRoute(m_plan, blocksToVisit(m_grid, m_plan.asked.parts, {}), {}, m_standstills);
    m_aids.earlier = nullptr;
    m_askedFor = AskedBlocks(m_plan, berthsOf(m_plan, m_standstills));
    m_feed.tellStandstills(m_standstills);
    // All that is known from the start is told before the plate can be seen: whoever keeps the scan from then
    // on keeps a whole one.
    m_began = m_clock.now();
    const bool continued = m_blocksDone > 0 || m_before.count() > 0;
    note({.kind = continued ? TapeKind::continued : TapeKind::started, .span = m_grid.span});
    publish(ScanPhase::measuring);
    m_feed.begin(drive.identity(), drive.limits(), m_plan, m_plate);
}

Ended Engine::run(const std::stop_token& stop) {
    if (m_aids.sharingHub)
        ++*m_aids.sharingHub;
    m_stop = stop;
    m_began = m_clock.now();
    m_paceSince = m_began;
    m_paceFrom = m_blocksDone;
    tellHowItIsReached();
    tellBerths();
    publish(ScanPhase::measuring);
    for (const MetBefore& met : m_aids.met)
        remember(met.span, met.answer);
    if (m_aids.silentAt) {
        m_atDriveSince = m_clock.now() - m_plan.asked.giveUp;
        endNoAnswerAt(*m_aids.silentAt);
    }
    if (m_ended == Ended::running)
        askWhoItIs();
    if (m_ended == Ended::running)
        askStored();
    if (m_ended == Ended::running && m_plan.asked.way == ReadWay::verify && !verifyBelieved() &&
        m_ended == Ended::running)
        m_ended = Ended::verifyDoubted;
    if (m_aids.image && m_aids.image->check().wasOpen)
        note({.kind = TapeKind::imageCompared, .count = m_aids.image->check().doubtful.size()});
    if (m_ended == Ended::running)
        sampleUnit();
    if (m_ended == Ended::running)
        measurePace();
    chooseDepth();
    settleExpectation();
    readRoute();
    if (m_grader.holding()) {
        m_carryingDue = m_carryingDue.value_or(m_grader.doubtful());
        measureCarryingIfDue();
        if (m_grader.holding())
            releaseHeld(m_done);
    }
    if (m_ended == Ended::running)
        lookAgain(true);
    if (m_ended == Ended::running)
        m_ended = m_stop.stop_requested() ? Ended::stopped : Ended::complete;
    if (m_aids.sharingHub)
        --*m_aids.sharingHub;
    giveRecoveryBack();
    finishImage();
    // What was read and is not in the image is not done: it goes on when there is room.
    if (m_aids.image && !m_aids.image->finished() && m_ended == Ended::complete)
        m_ended = Ended::stopped;
    m_status.ended = m_ended;
    note({.kind = TapeKind::ended, .span = m_grid.span, .ended = m_ended});
    publish(ScanPhase::ended);
    return m_ended;
}

void Engine::readRoute() {
    publish(ScanPhase::reading);
    while (m_ended == Ended::running) {
        if (m_stop.stop_requested()) {
            finishStopped();
            return;
        }
        pauseIfAsked();
        askTemperatureIfDue();
        askVitalsIfDue();
        waitForImage();
        lookAgain(false);
        measureCarryingIfDue();
        if (m_ended != Ended::running)
            return;
        if (!m_trouble && !m_rewind)
            fill();
        if (m_outstanding > 0)
            takeAnswers();
        else if (!m_trouble && m_done == m_stretch.count && !beginNextStretch())
            return;
        if (m_trouble && m_outstanding == 0) {
            const Trouble trouble = *m_trouble;
            m_trouble.reset();
            resolve(trouble);
        }
        heedRules();
    }
}

bool Engine::beginNextStretch() {
    tellRoute();
    const auto stretch = m_route->next();
    if (!stretch)
        return false;
    m_wayDue = m_onlyAtHand && m_done > 0 && stretch->at(0) == m_stretch.at(m_stretch.count - 1) + 1;
    m_stretch = *stretch;
    m_sent = m_done = m_told = 0;
    m_releasedTo = 0;
    m_observedFrom = 0;
    m_observedTime = {};
    m_observedClean = true;
    m_runUp = {};
    m_onlyAtHand = m_stretch.contiguous() && !m_stretch.backward;
    const std::uint64_t block = m_stretch.at(0);
    limitRecovery(m_route->givesWay() && !m_stretch.lookInside);
    if (m_ended != Ended::running)
        return true;
    if (m_stretch.lookInside) {
        m_trouble = Trouble{block, answerPutOff(block)};
    } else if (m_stretch.runUp) {
        const LbaSpan runUp = runUpTo(block);
        const Alone answer = readBeside(runUp, runUpWay());
        if (!answer)
            return true;
        // A sector of the block itself speaks for it; the one before it is another's.
        if (m_grid.spanOf(block).contains(runUp.first)) {
            if (answer->judged.outcome != Outcome::answered || answer->latency > m_plan.asked.limit)
                m_trouble = Trouble{block, *answer};
            if (answer->disturbance == Disturbance::none)
                m_runUp = answer->latency;
        }
    }
    m_atDriveSince = m_clock.now();
    return true;
}

void Engine::tellRoute() {
    m_news.done = m_done - m_told - (m_news.failed ? 1 : 0);
    if (m_news.done > 0 || m_news.failed)
        m_route->learn(m_news);
    m_news = {};
    m_told = m_done;
}

void Engine::fill() {
    // Topped up by halves: one call for many commands.
    if (m_outstanding > m_window / 2 || m_sent == m_stretch.count)
        return;
    if (m_outstanding == 0)
        m_atDriveSince = m_clock.now();
    m_requests.clear();
    for (; m_sent < m_stretch.count && m_outstanding < m_window; ++m_sent, ++m_outstanding) {
        const std::uint64_t block = m_stretch.at(m_sent);
        m_requests.push_back({block, m_grid.spanOf(block), m_plan.asked.limit, m_plan.asked.way});
    }
    m_drive->submit(m_requests);
}

void Engine::takeAnswers() {
    const std::size_t n = m_drive->reap(m_answers, slice);
    if (n == 0) {
        watchForStall();
        publish(m_stallTold ? ScanPhase::waiting : ScanPhase::reading);
        return;
    }
    const std::uint64_t from = m_done;
    m_status.waited = {};
    for (std::size_t i = 0; i < n; ++i) {
        const ReadAnswer& answer = m_answers[i];
        m_atDriveSince = answer.completedAt;
        --m_outstanding;
        if (answer.judged.outcome == Outcome::withdrawn || m_trouble) {
            m_rewind = true; // not sent: to be sent again when all that is queued has come back
        } else if (answer.judged.outcome == Outcome::answered && answer.latency <= m_plan.asked.limit) {
            const std::uint64_t block = m_stretch.at(m_done);
            keep(m_grid.spanOf(block).first, answer);
            takeGood(block, answer);
            ++m_done;
        } else {
            keep(m_grid.spanOf(m_stretch.at(m_done)).first, answer);
            m_trouble = Trouble{m_stretch.at(m_done), answer}; // the queue halts behind it
            m_rewind = true;
        }
    }
    if (m_outstanding == 0 && m_rewind) {
        m_sent = m_done;
        m_rewind = false;
    }
    if (m_done > from)
        settleDone(from);
    publish(ScanPhase::reading);
}

LbaSpan Engine::stretchSpan(std::uint64_t from, std::uint64_t end) const {
    const std::uint64_t a = m_stretch.at(from);
    const std::uint64_t b = m_stretch.at(end - 1);
    return spanBetween(m_grid.spanOf(std::min(a, b)).first, m_grid.spanOf(std::max(a, b)).end());
}

void Engine::settleDone(std::uint64_t from) {
    // A block that is held has no grade yet: it is not vouched for until it has.
    const std::uint64_t graded = m_grader.holding() ? m_done : std::max(from, m_releasedTo);
    if (m_stretch.contiguous()) {
        m_plate->settle(std::min(m_stretch.at(from), m_stretch.at(m_done - 1)), m_done - from);
        if (graded < m_done)
            m_feed.cover(stretchSpan(graded, m_done));
    } else {
        for (std::uint64_t i = from; i < m_done; ++i)
            m_plate->settle(m_stretch.at(i), 1);
        for (std::uint64_t i = graded; i < m_done; ++i)
            m_feed.cover(m_grid.spanOf(m_stretch.at(i)));
    }
    m_blocksDone += m_done - from;
    m_stallTold = false;
    m_linkFaultsInARow = 0;
    m_interruptionsInARow = 0;
    m_notReadyFor = {};
}

// Lets the command at the drive finish and takes the others back. False where something else came of it.
bool Engine::drain() {
    m_drive->link().withdrawQueued();
    while (m_outstanding > 0 && m_ended == Ended::running && !m_stop.stop_requested())
        takeAnswers();
    return !m_trouble && m_ended == Ended::running && !m_stop.stop_requested();
}

// So that the next block is not late for a seek that was ours.
void Engine::bringHeadBack() {
    if (m_ended != Ended::running || m_stop.stop_requested() || m_done >= m_stretch.count)
        return;
    const std::uint64_t block = m_stretch.at(m_done);
    readBeside(runUpTo(block), runUpWay());
    m_atDriveSince = m_clock.now();
}

LbaSpan Engine::firstSectorsOf(std::uint64_t block) const {
    const LbaSpan whole = m_grid.spanOf(block);
    return intersection({whole.first, {m_drive->identity().sectorsPerPhysical()}}, whole);
}

// The sector before the block, so that the block goes on where the head is; its own first one where that one
// may be bad, was not asked for, or would be answered by the cache and leave the head where it was.
LbaSpan Engine::runUpTo(std::uint64_t block) const {
    const std::uint64_t first = m_grid.spanOf(block).first.value;
    const std::uint64_t sectors = m_drive->identity().sectorsPerPhysical();
    const bool doubtful = block > 0 && m_plate->at(block - 1).grade >= Grade::linkFault;
    const bool moves = m_plan.asked.way != ReadWay::read || pastCacheWay().has_value();
    if (carefully() || doubtful || !moves || block == 0 || !m_askedFor.contains(block - 1) || first < sectors)
        return firstSectorsOf(block);
    return {{first - sectors}, {sectors}};
}

// What the drive has at hand does not move its head: past its cache, where that is possible. A lone command
// of another kind than the scan's may upset a drive that is sick.
std::optional<ReadWay> Engine::runUpWay() const {
    return carefully() || m_plan.asked.way != ReadWay::read ? std::nullopt : pastCacheWay();
}

// False when a stop was requested meanwhile.
bool Engine::sleep(Nanoseconds time) {
    for (Nanoseconds slept{}; slept < time; slept += slice) {
        if (m_stop.stop_requested())
            return false;
        m_clock.sleep(slice);
    }
    return true;
}

void Engine::finishStopped() {
    m_drive->link().withdrawQueued();
    const Nanoseconds until = m_clock.now() + stopPatience;
    while (m_outstanding > 0 && m_ended == Ended::running && m_clock.now() < until)
        takeAnswers();
    if (m_trouble && m_trouble->answer.judged.outcome == Outcome::unreadable && !m_stretch.lookInside)
        settleCell(m_trouble->block, Grade::unreadable,
                   m_trouble->answer.latency); // where in it, was not found out
    if (m_ended == Ended::running && m_outstanding > 0) {
        // The command at the drive is left to itself. Past the limit, that is a finding.
        if (m_stallTold) {
            endNoAnswer(m_stretch.at(m_done));
        } else {
            m_drive->link().abandon();
        }
    }
    m_ended = Ended::stopped;
}

Engine::Alone Engine::readBeside(LbaSpan span, std::optional<ReadWay> way) {
    const Alone answer = readAlone(span, way);
    if (answer)
        remember(span, *answer);
    return answer;
}

void Engine::remember(const LbaSpan& span, const ReadAnswer& answer) {
    const Outcome outcome = answer.judged.outcome;
    const bool failed = outcome == Outcome::unreadable || outcome == Outcome::bareError;
    const bool stalled = outcome == Outcome::answered && answer.latency > m_plan.asked.limit;
    if (!failed && !stalled)
        return;
    // Of several blocks read at once, the one that is to blame is known where the drive names it.
    const auto& firstBad = answer.judged.firstBad;
    const bool named = failed && firstBad && span.contains(*firstBad);
    const Lba place = named ? *firstBad : span.first;
    if (!m_grid.span.contains(place))
        return;
    const std::uint64_t block = m_grid.blockAt(place);
    if (!named && intersection(span, m_grid.spanOf(block)) != span)
        return;
    if (m_feed.isCovered(m_grid.spanOf(block)))
        return; // it is known already
    MetBefore& met = m_met[block];
    met = {intersection(span, m_grid.spanOf(block)), answer};
    met.answer.data = {};
}

// One read with nothing else queued, watched for a stall.
Engine::Alone Engine::readAlone(LbaSpan span, std::optional<ReadWay> way) {
    const ReadRequest request{0, span, m_plan.asked.limit, way.value_or(m_plan.asked.way)};
    const Nanoseconds sent = m_clock.now();
    m_atDriveSince = sent;
    m_drive->submit({&request, 1});
    std::optional<Nanoseconds> stopAsked;
    for (;;) {
        ReadAnswer answer;
        if (m_drive->reap({&answer, 1}, slice) > 0) {
            m_status.waited = {};
            if (answer.judged.outcome == Outcome::barred) {
                m_ended = Ended::barred;
                return std::nullopt;
            }
            keep(span.first, answer);
            return answer;
        }
        const Nanoseconds now = m_clock.now();
        m_status.waited = now - sent;
        if (now - sent > m_plan.asked.limit)
            publish(ScanPhase::waiting);
        if (now - sent > m_plan.asked.giveUp) {
            endNoAnswerAt(span);
            return std::nullopt;
        }
        if (m_stop.stop_requested() && !stopAsked)
            stopAsked = now;
        if (stopAsked && now - *stopAsked > stopPatience) {
            m_drive->link().abandon();
            m_ended = Ended::stopped;
            return std::nullopt;
        }
    }
}

} // namespace orbita
