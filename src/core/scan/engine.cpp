// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/engine.h"

#include "core/image/image_writer.h"
#include "core/scan/engine_times.h"
#include "core/scan/record.h"
#include "core/scan/verify_check.h"

#include <algorithm>
#include <cmath>

namespace orbita {

namespace {

constexpr std::uint64_t paceProbes = 16;
constexpr std::uint64_t leastBytesToMeasure = 256U << 20U; // a shorter scan is over before it is estimated
constexpr std::uint64_t paceProbeBytes = 4U << 20U;
constexpr std::uint64_t observeBlocks = 64;
constexpr std::uint64_t leastToExtrapolate = 32; // blocks read out of turn, before time is told from them
constexpr Nanoseconds temperatureInterval = std::chrono::seconds{60};
constexpr Nanoseconds vitalsInterval = std::chrono::minutes{10};
constexpr Nanoseconds coolingInterval = std::chrono::seconds{10};
constexpr int coolerBy = 5; // degrees
constexpr Nanoseconds paceWindow = std::chrono::seconds{1};
constexpr Nanoseconds disturbanceInterval = std::chrono::seconds{10}; // between entries on the tape
constexpr Nanoseconds longestSeek = std::chrono::milliseconds{30};
constexpr std::uint64_t verifyProbes = 24;
constexpr std::size_t leastToCompare = 64;    // blocks that make a baseline
constexpr std::uint64_t mostLateAgain = 1000; // beyond that, being disturbed is all that can be said

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
    if (m_aids.image || (m_plan.asked.way == ReadWay::read && forgets()))
        drive.link().handOverReads(m_grid.blockSectors * drive.identity().logicalBytes);
    m_window = drive.link().queueLimit();
    m_answers.resize(m_window);
    m_status.order = m_plan.asked.order;
    m_status.blockSectors = m_grid.blockSectors;
    m_status.unit = m_grader.unit();
    m_status.position = m_grid.span.first;
    m_route = makeRoute(m_plan, blocksToVisit(m_grid, m_plan.asked.parts, {}));
    m_status.blocksPlanned = m_route->blocksLeft();
    if (m_aids.earlier != nullptr)
        takeUp(*m_aids.earlier);
    m_aids.earlier = nullptr;
    // All that is known from the start is told before the plate can be seen: whoever keeps the scan from then
    // on keeps a whole one.
    m_began = m_clock.now();
    const bool continued = m_blocksDone > 0 || m_before.count() > 0;
    note({.kind = continued ? TapeKind::continued : TapeKind::started, .span = m_grid.span});
    publish(ScanPhase::measuring);
    m_feed.begin(drive.identity(), drive.limits(), m_plan, m_plate);
}

// Only whole blocks that are vouched for count; all else is visited again.
void Engine::takeUp(const ScanRecord& earlier) {
    SpanSet done;
    std::vector<std::uint64_t> failed;
    SpanSet unreadable;
    for (const LedgerEntry& entry : earlier.ledger)
        if (entry.grade == Grade::unreadable || entry.grade == Grade::linkFault)
            unreadable.add(entry.span);
    // What was read and is not in the image is read again.
    const auto saved = [&](std::uint64_t block) {
        if (!m_aids.image)
            return true;
        const auto missing = m_aids.image->missing(m_grid.spanOf(block));
        return std::all_of(missing.begin(), missing.end(),
                           [&](const LbaSpan& span) { return unreadable.contains(span); });
    };
    if (earlier.plate) {
        SpanSet vouched;
        for (const LbaSpan& span : earlier.covered)
            vouched.add(span);
        std::vector<bool> known(m_blocks, false);
        for (const LbaSpan& span : earlier.covered) {
            const LbaSpan inside = intersection(span, m_grid.span);
            if (inside.empty())
                continue;
            for (std::uint64_t block = m_grid.blockAt(inside.first); block <= m_grid.blockAt(inside.last());
                 ++block) {
                const Cell cell = earlier.plate->at(block);
                if (!cell.visited() || !vouched.contains(m_grid.spanOf(block)) || !saved(block))
                    continue;
                known[block] = true;
                m_status.totals.notStored += cell.notStored() ? 1 : 0;
                m_plate->set(block, cell);
                done.add(m_grid.spanOf(block));
                if (cell.standing == Standing::disturbed)
                    ++m_status.totals.disturbed;
            }
        }
        if (carefully())
            for (std::uint64_t block = earlier.plate->findNext(0, gradeBit(Grade::unreadable));
                 block < m_blocks; block = earlier.plate->findNext(block + 1, gradeBit(Grade::unreadable)))
                if (!known[block])
                    failed.push_back(block);
    }
    m_plate->settle(0, m_blocks);
    m_status.totals.blocks = m_plate->countGrades(0, m_blocks);
    m_status.totals.blocks[static_cast<std::size_t>(Grade::none)] = 0;
    m_stalls = m_status.totals.of(Grade::stalled);
    m_status.totals.linkFaults = earlier.status.totals.linkFaults;
    m_status.hottest = earlier.status.hottest;
    m_status.lateness = earlier.status.lateness;
    m_before = earlier.status.elapsed;
    if (earlier.status.baseline.count() > 0 && earlier.status.unit.count() > 0)
        m_grader.takeUp(earlier.status.baseline, earlier.status.unit);
    std::vector<LedgerEntry> ledger;
    for (const LedgerEntry& entry : earlier.ledger) {
        if (!done.contains(entry.span))
            continue;
        ledger.push_back(entry);
        const bool open = entry.standing == Standing::once || entry.standing == Standing::disturbed ||
                          (entry.standing == Standing::passing && entry.grade == Grade::unreadable);
        if (entry.grade == Grade::linkFault || !open)
            continue;
        // Neighbours stand as one entry; each block is measured by itself.
        for (std::uint64_t block = m_grid.blockAt(entry.span.first);
             block <= m_grid.blockAt(entry.span.last()); ++block)
            m_looks.add({.block = block,
                         .span = intersection(m_grid.spanOf(block), entry.span),
                         .grade = entry.grade,
                         .latency = entry.latency,
                         .disturbed = entry.standing == Standing::disturbed,
                         .causeGiven = entry.causeGiven},
                        m_clock.now());
    }
    m_feed.restore(ledger, earlier.tape, done);
    for (const std::uint64_t block : failed)
        m_plate->set(block, earlier.plate->at(block));
    m_failedBlocks = failed.size();
    m_plate->settle(0, m_blocks);
    m_route = makeRoute(m_plan, blocksToVisit(m_grid, m_plan.asked.parts, done), failed);
    m_blocksDone = m_status.blocksPlanned - std::min(m_status.blocksPlanned, m_route->blocksLeft());
    m_blocksBefore = m_blocksDone;
}

Ended Engine::run(const std::stop_token& stop) {
    if (m_aids.sharingHub)
        ++*m_aids.sharingHub;
    m_stop = stop;
    m_began = m_clock.now();
    m_paceSince = m_began;
    m_paceFrom = m_blocksDone;
    tellHowItIsReached();
    publish(ScanPhase::measuring);
    if (m_aids.recovery)
        if (const auto settled = m_aids.recovery->settle(m_stop); !settled || *settled)
            note({.kind = settled ? TapeKind::recoveryBack : TapeKind::recoveryOwed});
    if (m_plan.asked.way == ReadWay::verify && !verifyBelieved() && m_ended == Ended::running)
        m_ended = Ended::verifyDoubted;
    if (m_aids.image && m_aids.image->check().wasOpen)
        note({.kind = TapeKind::imageCompared, .count = m_aids.image->check().dropped.size()});
    askStored();
    if (m_ended == Ended::running)
        measurePace();
    if (m_ended == Ended::running)
        sampleUnit();
    chooseDepth();
    readRoute();
    if (m_grader.holding())
        releaseHeld();
    if (m_ended == Ended::running)
        lookAgain(true);
    if (m_ended == Ended::running)
        m_ended = m_stop.stop_requested() ? Ended::stopped : Ended::complete;
    if (m_aids.sharingHub)
        --*m_aids.sharingHub;
    giveRecoveryBack();
    finishImage();
    m_status.ended = m_ended;
    note({.kind = TapeKind::ended, .span = m_grid.span, .ended = m_ended});
    publish(ScanPhase::ended);
    return m_ended;
}

void Engine::tellHowItIsReached() {
    const DriveLimits& limits = m_drive->limits();
    for (const AccessNote accessNote : limits.notes) {
        if (accessNote == AccessNote::throughPageCache)
            note({.kind = TapeKind::throughPageCache});
        else if (accessNote == AccessNote::partialLastSector)
            note({.kind = TapeKind::partialLastSector});
        else if (accessNote == AccessNote::blockLayerOnly)
            note({.kind = TapeKind::blockLayerOnly});
    }
    if (limits.maxSectorsPerCommand != 0 && limits.maxSectorsPerCommand < m_grid.blockSectors)
        note({.kind = TapeKind::kernelSplits, .count = limits.maxSectorsPerCommand});
    if (m_plan.asked.inUse)
        note({.kind = TapeKind::inUse});
}

// A few short reads across the span. They are not graded: what they meet is met again by the scan itself.
void Engine::measurePace() {
    const std::uint64_t blockBytes = std::uint64_t{m_grid.blockSectors} * m_drive->identity().logicalBytes;
    const std::uint64_t reads = std::max<std::uint64_t>(3, paceProbeBytes / blockBytes);
    if (m_plan.asked.measurePaceFirst && m_blocks * blockBytes >= leastBytesToMeasure &&
        m_blocks > reads * paceProbes * 4) {
        publish(ScanPhase::measuring);
        for (std::uint64_t i = 0; i < paceProbes && m_ended == Ended::running && !m_stop.stop_requested();
             ++i) {
            const std::uint64_t block = m_blocks * (2 * i + 1) / (2 * paceProbes);
            Nanoseconds sum{};
            Nanoseconds longest{};
            bool good = true;
            for (std::uint64_t r = 0; r <= reads && good; ++r) {
                const Alone answer = readAlone(m_grid.spanOf(block + r), block + r);
                if (!answer)
                    return;
                good = answer->judged.outcome == Outcome::answered;
                if (r > 0) { // the first only brings the head there
                    sum += answer->latency;
                    longest = std::max(longest, answer->latency);
                }
            }
            if (good && reads > 1)
                m_estimator.addProbe(m_grid.spanOf(block).first,
                                     static_cast<double>((sum - longest).count()) /
                                         static_cast<double>((reads - 1) * m_grid.blockSectors));
        }
        if (m_route->sequential())
            m_status.expected = timeLeft();
        if (m_status.expected)
            note({.kind = TapeKind::paceMeasured, .latency = *m_status.expected});
    }
    m_began = m_clock.now();
    m_paceSince = m_began;
}

// Spread over the whole drive, so that nothing the drive has at hand can answer.
bool Engine::verifyBelieved() {
    if (m_verifyBelieved)
        return *m_verifyBelieved;
    const DriveIdentity& identity = m_drive->identity();
    const std::uint64_t sectors =
        identity.rotating == false ? m_grid.blockSectors : identity.sectorsPerPhysical();
    std::vector<Nanoseconds> latencies;
    for (std::uint64_t i = 0; i < verifyProbes && m_ended == Ended::running && !m_stop.stop_requested();
         ++i) {
        // 7 and 24 have no common divisor: each part once, never neighbours.
        const std::uint64_t part = i * 7 % verifyProbes;
        const Lba at{identity.capacity.value / verifyProbes * part / sectors * sectors};
        const Alone answer = readAlone(intersection({at, {sectors}}, identity.whole()), 0, ReadWay::verify);
        if (!answer)
            return true;
        if (answer->judged.outcome == Outcome::refused && m_plan.asked.way == ReadWay::verify)
            m_ended = Ended::refused;
        if (answer->judged.outcome == Outcome::answered)
            latencies.push_back(answer->latency);
    }
    m_verifyBelieved = true;
    if (m_ended != Ended::running || latencies.size() < verifyProbes / 3)
        return true;
    const Nanoseconds turn = identity.rotating == false ? Nanoseconds{} : turnOf(identity);
    m_verifyBelieved = believableVerify(latencies, turn, sectors * identity.logicalBytes);
    note({.kind = *m_verifyBelieved ? TapeKind::verifyChecked : TapeKind::verifyDoubted,
          .latency = medianOf(std::move(latencies))});
    return *m_verifyBelieved;
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
    m_stretch = *stretch;
    m_sent = m_done = 0;
    m_releasedTo = 0;
    m_observedFrom = 0;
    m_observedTime = {};
    m_observedClean = true;
    m_runUp = {};
    const std::uint64_t block = m_stretch.at(0);
    limitRecovery(!m_stretch.lookInside);
    if (m_ended != Ended::running)
        return true;
    if (m_stretch.lookInside) {
        m_trouble = Trouble{block, {.tag = block, .judged = {Outcome::unreadable, {}}}};
    } else if (m_stretch.runUp) {
        const LbaSpan runUp = runUpTo(block);
        const Alone answer = readAlone(runUp, block);
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
    if (m_news.read > 0 || m_news.failed)
        m_route->learn(m_news);
    m_news = {};
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

void Engine::takeGood(std::uint64_t block, const ReadAnswer& answer) {
    Nanoseconds latency = answer.latency;
    // A place so slow that no seek explains it, met by the sector that only was to bring the head there.
    if (m_runUp > longestSeek + Nanoseconds{std::llround(m_grader.limits().laboured *
                                                         static_cast<double>(m_grader.unit().count()))})
        latency = std::max(latency, m_runUp);
    m_runUp = {};
    m_lastGood = block;
    if (takeNothing(block, answer))
        return;
    m_bytesRead += std::uint64_t{m_grid.blockSectors} * m_drive->identity().logicalBytes;
    ++m_news.read;
    m_news.readTime += latency;
    m_observedTime += latency;
    if (!m_grader.holding()) {
        gradeGood(block, latency, disturbanceOf(answer));
    } else {
        m_plate->set(block, {Grade::steady, Standing::once, encodeLatency(latency)});
        m_held.push_back({block, latency, disturbanceOf(answer)});
        if (m_grader.hold(latency))
            releaseHeld();
    }
    if (m_stretch.contiguous() && m_done + 1 - m_observedFrom >= observeBlocks) {
        if (m_observedClean)
            m_estimator.observe(stretchSpan(m_observedFrom, m_done + 1), m_observedTime);
        m_observedFrom = m_done + 1;
        m_observedTime = {};
        m_observedClean = true;
    }
}

void Engine::gradeGood(std::uint64_t block, Nanoseconds latency, Disturbance disturbance) {
    if (m_status.depth > 1 && disturbance == Disturbance::none)
        disturbance = besideASlowOne(latency, m_grader.judge(latency));
    const bool alone = disturbance == Disturbance::none;
    const Grader::Graded graded = alone ? m_grader.grade(latency) : m_grader.judge(latency);
    const bool disturbed = !alone && graded.grade >= Grade::late;
    const Standing standing = disturbed ? Standing::disturbed : Standing::once;
    m_plate->set(block, {graded.grade, standing, encodeLatency(latency)});
    ++m_status.totals.blocks[static_cast<std::size_t>(graded.grade)];
    if (disturbed) {
        m_observedClean = false;
        ++m_status.totals.disturbed;
        if (m_status.totals.disturbed == 1 || m_clock.now() - m_disturbanceTold > disturbanceInterval) {
            m_disturbanceTold = m_clock.now();
            nameLoad();
            note({.kind = TapeKind::disturbed,
                  .span = m_grid.spanOf(block),
                  .count = m_status.totals.disturbed,
                  .disturbance = disturbance});
        }
    } else {
        m_status.lateness.add(graded.excess, m_grader.unit());
    }
    const LbaSpan span = m_grid.spanOf(block);
    if (disturbed && graded.grade == Grade::late && m_lateAgain < mostLateAgain) {
        ++m_lateAgain;
        lookAgainLater(block, span, graded.grade, latency, disturbed);
    }
    if (graded.grade < Grade::laboured)
        return;
    m_observedClean = false;
    m_feed.addDefect({span, graded.grade, standing, latency, true});
    if (alone)
        note({.kind = TapeKind::slow,
              .span = span,
              .grade = graded.grade,
              .turns = turnsLate(latency),
              .latency = latency});
    lookAgainLater(block, span, graded.grade, latency, disturbed);
}

void Engine::lookAgainLater(std::uint64_t block, LbaSpan span, Grade grade, Nanoseconds latency,
                            bool disturbed) {
    m_looks.add({.block = block,
                 .span = span,
                 .grade = grade,
                 .latency = latency,
                 .disturbed = disturbed,
                 .readBefore = m_bytesRead},
                m_clock.now());
}

void Engine::releaseHeld() {
    // On a drive that holds next to nothing, what holds nothing says what is usual.
    for (std::size_t i = m_held.size(); i < m_status.totals.notStored && m_held.size() < leastToCompare; ++i)
        if (m_grader.hold(m_quickestEmpty))
            break;
    m_grader.release();
    for (const Held& held : m_held) {
        gradeGood(held.block, held.latency, held.disturbance);
        m_plate->settle(held.block, 1);
        m_feed.cover(m_grid.spanOf(held.block));
    }
    m_held.clear();
    m_releasedTo = m_done + 1;
}

void Engine::watchForStall() {
    const Nanoseconds waited = m_clock.now() - m_atDriveSince;
    m_status.waited = waited;
    const std::uint64_t block = m_stretch.at(m_done);
    if (waited > m_plan.asked.limit && !m_stallTold)
        markStalled(block, waited);
    if (waited > m_plan.asked.giveUp)
        endNoAnswer(block);
}

// Shown at once; what it comes to is settled when the answer is there or given up.
void Engine::markStalled(std::uint64_t block, Nanoseconds latency) {
    m_stallTold = true;
    ++m_stalls;
    m_plate->set(block, {Grade::stalled, Standing::once, encodeLatency(latency)});
    m_plate->settle(block, 1);
    note({.kind = TapeKind::stalled,
          .span = m_grid.spanOf(block),
          .grade = Grade::stalled,
          .latency = latency});
}

void Engine::endNoAnswer(std::uint64_t block) {
    const Nanoseconds waited = m_clock.now() - m_atDriveSince;
    m_drive->link().abandon();
    m_ended = Ended::noAnswer;
    if (m_again) // the block has its grade already
        return;
    m_feed.addDefect({m_grid.spanOf(block), Grade::stalled, Standing::once, waited, true});
    settleCell(block, Grade::stalled, waited);
}

void Engine::settleCell(std::uint64_t block, Grade grade, Nanoseconds latency, Standing standing) {
    m_plate->set(block, {grade, standing, encodeLatency(latency)});
    m_plate->settle(block, 1);
    ++m_status.totals.blocks[static_cast<std::size_t>(grade)];
    m_observedClean = false;
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
    readAlone(runUpTo(block), block);
    m_atDriveSince = m_clock.now();
}

LbaSpan Engine::firstSectorsOf(std::uint64_t block) const {
    const LbaSpan whole = m_grid.spanOf(block);
    return intersection({whole.first, {m_drive->identity().sectorsPerPhysical()}}, whole);
}

// The sector before the block, so that the block goes on where the head is; its own first one where that one
// may be bad.
LbaSpan Engine::runUpTo(std::uint64_t block) const {
    const std::uint64_t first = m_grid.spanOf(block).first.value;
    const std::uint64_t sectors = m_drive->identity().sectorsPerPhysical();
    const bool doubtful = block > 0 && m_plate->at(block - 1).grade >= Grade::linkFault;
    if (carefully() || doubtful || first < sectors)
        return firstSectorsOf(block);
    return {{first - sectors}, {sectors}};
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

// Nothing is at the drive while it is asked, and the head is brought back before the next block is measured.
void Engine::askTemperatureIfDue() {
    if (!m_aids.thermometer || m_trouble || m_clock.now() < m_temperatureDue || !drain())
        return;
    const auto degrees = m_aids.thermometer(m_stop);
    m_temperatureDue = m_clock.now() + temperatureInterval;
    if (!degrees) {
        m_aids.thermometer = {};
        return;
    }
    m_status.temperature = degrees;
    m_status.hottest = std::max(m_status.hottest.value_or(*degrees), *degrees);
    const auto rule = m_rules.find(RuleKind::temperature);
    if (rule && *degrees >= static_cast<int>(rule->value))
        coolDown(*rule);
    bringHeadBack();
}

// What the drive says of itself may have become damning while it is read.
void Engine::askVitalsIfDue() {
    if (!m_aids.damning || m_trouble || m_clock.now() < m_vitalsDue || !m_rules.has(RuleKind::damning) ||
        !drain())
        return;
    m_vitalsDue = m_clock.now() + vitalsInterval;
    const auto damning = m_aids.damning(m_stop);
    if (!damning) {
        m_aids.damning = {};
        return;
    }
    if (!m_damningAtFirst)
        m_damningAtFirst = damning;
    m_damningSince = *damning - std::min(*damning, *m_damningAtFirst);
    bringHeadBack();
}

void Engine::coolDown(const StopRule& rule) {
    note({.kind = TapeKind::cooling, .count = static_cast<std::uint64_t>(*m_status.temperature)});
    const Nanoseconds from = m_clock.now();
    do {
        publish(ScanPhase::cooling);
        if (!sleep(coolingInterval))
            break;
        const auto degrees = m_aids.thermometer(m_stop);
        if (!degrees)
            break;
        m_status.temperature = degrees;
    } while (*m_status.temperature > static_cast<int>(rule.value) - coolerBy);
    m_pausedFor += m_clock.now() - from;
    note({.kind = TapeKind::cooled, .count = static_cast<std::uint64_t>(*m_status.temperature)});
    publish(ScanPhase::reading);
}

void Engine::pauseIfAsked() {
    if (!m_pause.closed() || m_trouble)
        return;
    publish(ScanPhase::pausing);
    if (!drain())
        return;
    const LbaSpan here{m_status.position, {}};
    note({.kind = TapeKind::paused, .span = here});
    publish(ScanPhase::paused);
    const Nanoseconds from = m_clock.now();
    m_pause.wait(m_stop);
    m_pausedFor += m_clock.now() - from;
    m_paceSince = m_clock.now();
    m_paceFrom = m_blocksDone;
    m_status.asks.reset();
    if (!m_stop.stop_requested())
        note({.kind = TapeKind::resumed, .span = here});
    publish(ScanPhase::reading);
}

void Engine::heedRules() {
    if (m_plan.asked.rules.empty() || m_ended != Ended::running)
        return;
    if (const std::uint64_t version = m_feed.status().ledgerVersion; version != m_factsVersion) {
        m_factsVersion = version;
        m_facts = factsOf(m_feed.ledger(), m_drive->identity().logicalBytes);
    }
    m_facts.values[RuleKind::stalls] = m_stalls;
    m_facts.values[RuleKind::damning] = m_damningSince;
    m_facts.values[RuleKind::minutes] =
        static_cast<std::uint64_t>(std::chrono::duration_cast<std::chrono::minutes>(elapsed()).count());
    const auto rule = m_rules.reached(m_facts);
    if (!rule)
        return;
    const bool ends = rule->action == RuleAction::end;
    note({.kind = ends ? TapeKind::stopRule : TapeKind::ruleAsks,
          .count = m_facts.values[rule->kind],
          .rule = rule->kind});
    if (ends) {
        finishStopped();
        m_ended = m_ended == Ended::stopped ? Ended::stopRule : m_ended;
    } else {
        m_status.asks = rule;
        m_pause.close();
    }
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

// One read with nothing else queued, watched for a stall.
Engine::Alone Engine::readAlone(LbaSpan span, std::uint64_t block, std::optional<ReadWay> way) {
    const ReadRequest request{block, span, m_plan.asked.limit, way.value_or(m_plan.asked.way)};
    const Nanoseconds sent = m_clock.now();
    m_atDriveSince = sent;
    m_drive->submit({&request, 1});
    std::optional<Nanoseconds> stopAsked;
    for (;;) {
        ReadAnswer answer;
        if (m_drive->reap({&answer, 1}, slice) > 0) {
            keep(span.first, answer);
            return answer;
        }
        const Nanoseconds now = m_clock.now();
        m_status.waited = now - sent;
        if (now - sent > m_plan.asked.limit)
            publish(ScanPhase::waiting);
        if (now - sent > m_plan.asked.giveUp) {
            endNoAnswer(block);
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

void Engine::note(TapeEntry entry) {
    entry.at = elapsed();
    m_feed.append(entry);
}

Nanoseconds Engine::elapsed() const {
    return m_before + m_clock.now() - m_began - m_pausedFor;
}

double Engine::turnsLate(Nanoseconds latency) const {
    return static_cast<double>((latency - m_grader.baseline()).count()) /
           static_cast<double>(m_grader.unit().count());
}

// Side by side, by the curve of pace; out of turn, by what a block has taken so far.
std::optional<Nanoseconds> Engine::timeLeft() const {
    const std::uint64_t here = m_stretch.count - m_done;
    const std::uint64_t left = here + m_route->blocksLeft();
    if (m_route->sequential()) {
        const auto whole = m_estimator.expected(m_grid.span);
        const auto rest = here > 0 ? m_estimator.expected(stretchSpan(m_done, m_stretch.count)) : whole;
        if (!whole || !rest)
            return std::nullopt;
        const double others = static_cast<double>(m_route->blocksLeft()) / static_cast<double>(m_blocks);
        return (here > 0 ? *rest : Nanoseconds{}) +
               Nanoseconds{std::llround(others * static_cast<double>(whole->count()))};
    }
    const Nanoseconds spent = m_clock.now() - m_began - m_pausedFor;
    const std::uint64_t read = m_blocksDone - m_blocksBefore;
    if (read < leastToExtrapolate)
        return std::nullopt;
    return Nanoseconds{std::llround(static_cast<double>(spent.count()) / static_cast<double>(read) *
                                    static_cast<double>(left))};
}

void Engine::publish(ScanPhase phase) {
    m_status.phase = phase == ScanPhase::reading && m_pause.closed() ? ScanPhase::pausing : phase;
    m_status.elapsed = elapsed();
    m_status.unit = m_grader.unit();
    m_status.baseline = m_grader.baseline();
    m_status.position = m_done < m_stretch.count ? m_grid.spanOf(m_stretch.at(m_done)).first
                        : m_stretch.count > 0    ? m_grid.spanOf(m_stretch.at(m_stretch.count - 1)).end()
                                                 : m_grid.span.first;
    m_status.blocksDone = m_blocksDone;
    m_status.toMeasureAgain = m_looks.waiting();
    m_status.failedBlocks = m_failedBlocks;
    const double blockBytes = static_cast<double>(m_grid.blockSectors) * m_drive->identity().logicalBytes;
    const Nanoseconds now = m_clock.now();
    if (now - m_paceSince >= paceWindow) {
        m_status.paceNow =
            static_cast<double>(m_blocksDone - m_paceFrom) * blockBytes / toSeconds(now - m_paceSince);
        m_paceSince = now;
        m_paceFrom = m_blocksDone;
    }
    if (m_status.elapsed.count() > 0)
        m_status.paceAverage = static_cast<double>(m_blocksDone) * blockBytes / toSeconds(m_status.elapsed);
    m_status.left = timeLeft();
    if (m_status.left && m_status.phase != ScanPhase::ended)
        m_status.expected = m_status.elapsed + *m_status.left;
    m_feed.publish(m_status);
}

} // namespace orbita
