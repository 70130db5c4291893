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
               ScanFeed& feed, ScanServices services)
    : m_plan(plan)
    , m_grid(m_plan.grid)
    , m_askedFor(m_plan)
    , m_blocks(m_grid.blocks())
    , m_feed(feed)
    , m_queue(drive, m_grid, m_plan.asked.way,
              {.slice = slice,
               .stopPatience = stopPatience,
               .limit = m_plan.asked.limit,
               .giveUp = m_plan.asked.giveUp})
    , m_model(m_grid, drive.identity().logicalBytes, feed.log())
    , m_clock(drive.clock())
    , m_grader(makeGrader(drive.identity(), limits))
    , m_services(std::move(services))
    , m_time(m_clock)
    , m_pause(pause)
    , m_technician(pause)
    , m_temperature(m_services.thermometer, StopRules(m_plan.asked.rules).find(RuleKind::temperature))
    , m_vitals(StopRules(m_plan.asked.rules).has(RuleKind::critical) ? m_services.critical : CriticalCount{})
    , m_saving(m_services.image)
    , m_treating(m_services.along, m_model)
    , m_limit(m_services.recovery, carefully() ? m_plan.asked.recovery : Nanoseconds{})
    , m_estimator(m_grid.span)
    , m_rules(m_plan.asked.rules) {
    // By what comes back it tells whether it has looked at the medium at all.
    const bool anonymous = serialMeansNothing(drive.identity().serial);
    if (m_saving)
        m_handsOver = HandOver::whole;
    else if (m_plan.asked.way == ReadWay::read && (supportsUnmap() || anonymous))
        m_handsOver = HandOver::beginning;
    if (!m_queue.handOverReads(m_handsOver))
        m_handsOver = HandOver::nothing;
    m_status.order = m_plan.asked.order;
    m_status.blockSectors = m_grid.blockSectors;
    m_route = makeRoute(m_plan, blocksToVisit(m_grid, m_plan.asked.parts, {}));
    m_status.blocksPlanned = m_route->blocksLeft();
    m_known =
        KnownSectorChooser(m_grid.span, drive.identity().sectorsPerPhysical(), drive.identity().logicalBytes);
    if (m_saving) {
        m_known.restore(m_saving->check().told);
        m_model.setStandstills(m_saving->check().standstills);
    }
    if (m_services.earlier != nullptr)
        takeUp(*m_services.earlier);
    else if (!m_model.standstills().empty())
        m_route = makeRoute(m_plan, blocksToVisit(m_grid, m_plan.asked.parts, {}), {}, m_model.standstills());
    m_services.earlier = nullptr;
    m_askedFor = AskedBlocks(m_plan, berthsOf(m_plan, m_model.standstills()));
    // All that is known from the start is told before the plate can be seen: whoever keeps the scan from then
    // on keeps a whole one.
    const bool continued = m_blocksDone > 0 || m_time.carriesOn();
    m_time.begin(m_blocksDone);
    note({.kind = continued ? ScanEventKind::continued : ScanEventKind::started, .span = m_grid.span});
    publishNow(ScanPhase::measuring);
    m_feed.begin(drive.identity(), drive.limits(), m_plan, m_model.plate());
}

EndReason Engine::run(const std::stop_token& stop) {
    if (m_services.sharingHub)
        ++*m_services.sharingHub;
    m_stop = stop;
    m_queue.stopWith(stop);
    m_time.begin(m_blocksDone);
    tellHowItIsReached();
    tellBerths();
    publish(ScanPhase::measuring);
    for (const MetBefore& met : m_services.met)
        remember(met.span, met.answer);
    if (m_services.silentAt) {
        m_queue.startWatchAt(m_clock.now() - m_plan.asked.giveUp);
        endNoAnswerAt(*m_services.silentAt);
    }
    if (m_ended == EndReason::running)
        askWhoItIs();
    if (m_ended == EndReason::running)
        askStored();
    if (m_ended == EndReason::running && m_plan.asked.way == ReadWay::verify && !verifyBelieved() &&
        m_ended == EndReason::running)
        m_ended = EndReason::verifyDoubted;
    if (m_saving && m_saving->check().wasOpen)
        note({.kind = ScanEventKind::imageCompared, .count = m_saving->check().doubtful.size()});
    if (m_ended == EndReason::running)
        sampleUnit();
    if (m_ended == EndReason::running)
        measurePace();
    chooseDepth();
    settleExpectation();
    readRoute();
    if (m_grader.holding()) {
        m_carryingDue = m_carryingDue.value_or(m_grader.doubtful());
        measureCarryingIfDue();
        if (m_grader.holding())
            releaseHeld();
    }
    if (m_ended == EndReason::running)
        recheckDue(true);
    if (m_ended == EndReason::running)
        m_treating.finish(*this);
    if (m_ended == EndReason::running)
        m_ended = m_stop.stop_requested() ? EndReason::stopped : EndReason::complete;
    if (m_services.sharingHub)
        --*m_services.sharingHub;
    if (const auto event = m_limit.restore(m_stop))
        note(*event);
    m_saving.finish(*this);
    // What was read and is not in the image is not done: it goes on when there is room.
    if (m_saving && !m_saving->finished() && m_ended == EndReason::complete)
        m_ended = EndReason::stopped;
    m_model.closeOpen();
    m_status.ended = m_ended;
    note({.kind = ScanEventKind::ended, .span = m_grid.span, .ended = m_ended});
    publishNow(ScanPhase::ended);
    return m_ended;
}

void Engine::readRoute() {
    publish(ScanPhase::reading);
    while (m_ended == EndReason::running) {
        if (m_stop.stop_requested()) {
            finishStopped();
            return;
        }
        interrupt();
        recheckDue(false);
        measureCarryingIfDue();
        if (m_ended != EndReason::running)
            return;
        m_queue.fill();
        if (!m_queue.idle())
            takeAnswers();
        else if (!m_queue.trouble() && m_queue.finished() && !beginNextRange())
            return;
        if (m_queue.trouble() && m_queue.idle())
            resolve(m_queue.takeTrouble());
        heedRules();
    }
}

void Engine::interrupt() {
    for (Interlude* const interlude :
         std::initializer_list<Interlude*>{&m_technician, &m_temperature, &m_vitals, &m_saving, &m_treating})
        interrupt(*interlude);
    if (m_treating.hasTreated())
        m_limit.tryAgain(); // treatment has the drive try as long as it likes
}

void Engine::interrupt(Interlude& interlude) {
    if (!m_queue.trouble() && m_ended == EndReason::running && interlude.due(m_clock.now()))
        interlude.run(*this);
}

bool Engine::beginNextRange() {
    tellRoute();
    const auto range = m_route->next();
    if (!range)
        return false;
    const BlockRange& before = m_queue.range();
    m_wayDue = m_onlyAtHand && m_queue.done() > 0 && range->at(0) == before.at(before.count - 1) + 1;
    m_queue.begin(*range);
    m_told = 0;
    m_observedFrom = 0;
    m_observedTime = {};
    m_observedClean = true;
    m_preSeek = {};
    m_onlyAtHand = range->contiguous() && !range->backward;
    const std::uint64_t block = range->at(0);
    if (const auto event = m_limit.set(m_route->defersFailures() && !range->splitBlock, m_stop))
        note(*event);
    if (m_ended != EndReason::running)
        return true;
    if (range->splitBlock) {
        m_queue.setTrouble(block, answerPutOff(block));
    } else if (range->preSeek) {
        const LbaSpan preSeek = preSeekSpan(block);
        const Alone answer = readBeside(preSeek, preSeekWay());
        if (!answer)
            return true;
        // A sector of the block itself speaks for it; the one before it is another's.
        if (m_grid.spanOf(block).contains(preSeek.first)) {
            if (answer->verdict.outcome != Outcome::answered || answer->latency > m_plan.asked.limit)
                m_queue.setTrouble(block, *answer);
            if (answer->disturbance == Disturbance::none)
                m_preSeek = answer->latency;
        }
    }
    m_queue.startWatch();
    return true;
}

void Engine::tellRoute() {
    m_news.done = m_queue.done() - m_told - (m_news.failed ? 1 : 0);
    if (m_news.done > 0 || m_news.failed)
        m_route->learn(m_news);
    m_news = {};
    m_told = m_queue.done();
}

void Engine::takeAnswers() {
    const auto answers = m_queue.take();
    if (!answers) {
        watchForStall();
        publish(m_stallTold ? ScanPhase::waiting : ScanPhase::reading);
        return;
    }
    m_status.waited = {};
    for (const ReadAnswer& answer : *answers) {
        const std::uint64_t block = m_queue.current();
        keep(m_grid.spanOf(block).first, answer);
        takeGood(block, answer);
        m_queue.advance();
    }
    if (const auto& trouble = m_queue.trouble())
        keep(m_grid.spanOf(trouble->block).first, trouble->answer);
    if (!answers->empty())
        afterGood(answers->size());
    // Viewers look a few dozen times a second. Where the next answer is long in coming, the wait for it is
    // told, above.
    if (m_clock.now() - m_publishedAt >= publishInterval)
        publish(ScanPhase::reading);
}

void Engine::afterGood(std::uint64_t blocks) {
    m_blocksDone += blocks;
    m_stallTold = false;
    m_linkFaultsInARow = 0;
    m_interruptionsInARow = 0;
    m_notReadyFor = {};
}

// Lets the command at the drive finish and takes the others back. False where something else came of it.
bool Engine::drain() {
    m_queue.withdraw();
    while (!m_queue.idle() && m_ended == EndReason::running && !m_stop.stop_requested())
        takeAnswers();
    return !m_queue.trouble() && m_ended == EndReason::running && !m_stop.stop_requested();
}

// So that the next block is not late for a seek that was ours.
void Engine::bringHeadBack() {
    if (m_ended != EndReason::running || m_stop.stop_requested() || m_queue.finished())
        return;
    readBeside(preSeekSpan(m_queue.current()), preSeekWay());
    m_queue.startWatch();
}

LbaSpan Engine::firstSectorsOf(std::uint64_t block) const {
    const LbaSpan whole = m_grid.spanOf(block);
    return intersection({whole.first, {drive().identity().sectorsPerPhysical()}}, whole);
}

// The sector before the block, so that the block goes on where the head is; its own first one where that one
// may be bad, was not asked for, or would be answered by the cache and leave the head where it was.
LbaSpan Engine::preSeekSpan(std::uint64_t block) const {
    const std::uint64_t first = m_grid.spanOf(block).first.value;
    const std::uint64_t sectors = drive().identity().sectorsPerPhysical();
    const bool doubtful = block > 0 && m_model.at(block - 1).grade >= Grade::linkFault;
    const bool moves = m_plan.asked.way != ReadWay::read || pastCacheWay().has_value();
    if (carefully() || doubtful || !moves || block == 0 || !m_askedFor.contains(block - 1) || first < sectors)
        return firstSectorsOf(block);
    return {{first - sectors}, {sectors}};
}

// What the drive has at hand does not move its head: past its cache, where that is possible. A lone command
// of another kind than the scan's may upset a drive that is sick.
std::optional<ReadWay> Engine::preSeekWay() const {
    return carefully() || m_plan.asked.way != ReadWay::read ? std::nullopt : pastCacheWay();
}

void Engine::finishStopped() {
    m_queue.withdraw();
    const Nanoseconds until = m_clock.now() + stopPatience;
    while (!m_queue.idle() && m_ended == EndReason::running && m_clock.now() < until)
        takeAnswers();
    if (const auto& trouble = m_queue.trouble();
        trouble && trouble->answer.verdict.outcome == Outcome::unreadable && !m_queue.range().splitBlock) {
        m_met.erase(trouble->block);
        m_model.settleSplit(trouble->block, Grade::unreadable, Standing::once,
                            trouble->answer.latency); // where in it, was not found out
    }
    if (m_ended == EndReason::running && !m_queue.idle()) {
        // The command at the drive is left to itself. Past the limit, that is a finding.
        if (m_stallTold)
            endNoAnswer(m_queue.current());
        else
            m_queue.abandon();
    }
    m_ended = EndReason::stopped;
}

Engine::Alone Engine::readBeside(LbaSpan span, std::optional<ReadWay> way) {
    const Alone answer = readAlone(span, way);
    if (answer)
        remember(span, *answer);
    return answer;
}

void Engine::remember(const LbaSpan& span, const ReadAnswer& answer) {
    const Outcome outcome = answer.verdict.outcome;
    const bool failed = outcome == Outcome::unreadable || outcome == Outcome::bareError;
    const bool stalled = outcome == Outcome::answered && answer.latency > m_plan.asked.limit;
    if (!failed && !stalled)
        return;
    // Of several blocks read at once, the one that is to blame is known where the drive names it.
    const auto& firstBad = answer.verdict.firstBad;
    const bool named = failed && firstBad && span.contains(*firstBad);
    const Lba place = named ? *firstBad : span.first;
    if (!m_grid.span.contains(place))
        return;
    const std::uint64_t block = m_grid.blockAt(place);
    if (!named && intersection(span, m_grid.spanOf(block)) != span)
        return;
    if (m_model.isCovered(block))
        return; // it is known already
    MetBefore& met = m_met[block];
    met = {intersection(span, m_grid.spanOf(block)), answer};
    met.answer.data = {};
}

// One read with nothing else queued, watched for a stall.
Engine::Alone Engine::readAlone(LbaSpan span, std::optional<ReadWay> way) {
    const DriveQueue::Alone alone =
        m_queue.readAlone(span, way.value_or(m_plan.asked.way), [this](Nanoseconds waited) {
            m_status.waited = waited;
            if (waited > m_plan.asked.limit)
                publish(ScanPhase::waiting);
        });
    switch (alone.end) {
    case DriveQueue::AloneEnd::noAnswer:
        endNoAnswerAt(span);
        return std::nullopt;
    case DriveQueue::AloneEnd::stopped:
        m_ended = EndReason::stopped;
        return std::nullopt;
    case DriveQueue::AloneEnd::answered:
        break;
    }
    m_status.waited = {};
    if (alone.answer.verdict.outcome == Outcome::barred) {
        m_ended = EndReason::barred;
        return std::nullopt;
    }
    keep(span.first, alone.answer);
    return alone.answer;
}

} // namespace orbita
