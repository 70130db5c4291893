// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/engine.h"

#include "core/scan/splitter.h"

#include <algorithm>
#include <cmath>

namespace orbita {

namespace {

constexpr Nanoseconds slice = std::chrono::milliseconds{20};         // longest wait before looking up
constexpr Nanoseconds stopPatience = std::chrono::milliseconds{100}; // for a command in flight to come back
constexpr int linkRetries = 3;
constexpr std::uint32_t mostLinkFaultsInARow = 8;
constexpr int goneProbes = 5;
constexpr int mostDropsAtOneBlock = 3;
constexpr Nanoseconds goneProbeWait = std::chrono::seconds{1};
constexpr std::uint64_t paceProbes = 16;
constexpr std::uint64_t leastBytesToMeasure = 256U << 20U; // a shorter scan is over before it is estimated
constexpr std::uint64_t paceProbeBytes = 4U << 20U;
constexpr std::uint64_t observeBlocks = 64;
constexpr Nanoseconds paceWindow = std::chrono::seconds{1};

Grader makeGrader(const DriveIdentity& identity, const GradeLimits& limits) {
    const bool solid = identity.rotating == false;
    return {solid ? solidStateUnit({}) : turnOf(identity), solid, limits};
}

} // namespace

Engine::Engine(Drive& drive, const SettledPlan& plan, const GradeLimits& limits, PauseGate& pause,
               ScanFeed& feed)
    : m_drive(drive)
    , m_plan(plan)
    , m_grid(m_plan.grid)
    , m_blocks(m_grid.blocks())
    , m_pause(pause)
    , m_feed(feed)
    , m_clock(drive.clock())
    , m_plate(std::make_shared<Plate>(m_blocks))
    , m_grader(makeGrader(drive.identity(), limits))
    , m_estimator(m_grid.span)
    , m_window(drive.link().queueLimit())
    , m_answers(m_window) {
    m_status.unit = m_grader.unit();
    m_status.position = m_grid.span.first;
    m_feed.begin(drive.identity(), drive.limits(), m_plan, m_plate);
}

Ended Engine::run(const std::stop_token& stop) {
    m_stop = stop;
    m_began = m_clock.now();
    m_paceSince = m_began;
    note({.kind = TapeKind::started, .span = m_grid.span});
    tellHowItIsReached();
    measurePace();
    readForward();
    if (m_grader.holding())
        releaseHeld();
    if (m_ended == Ended::running)
        m_ended = Ended::complete;
    m_status.ended = m_ended;
    note({.kind = TapeKind::ended, .span = m_grid.span, .ended = m_ended});
    publish(ScanPhase::ended);
    return m_ended;
}

void Engine::tellHowItIsReached() {
    const DriveLimits& limits = m_drive.limits();
    for (const AccessNote accessNote : limits.notes) {
        if (accessNote == AccessNote::throughPageCache)
            note({.kind = TapeKind::throughPageCache});
        else if (accessNote == AccessNote::partialLastSector)
            note({.kind = TapeKind::partialLastSector});
    }
    if (limits.maxSectorsPerCommand != 0 && limits.maxSectorsPerCommand < m_grid.blockSectors)
        note({.kind = TapeKind::kernelSplits, .count = limits.maxSectorsPerCommand});
    if (m_plan.asked.inUse)
        note({.kind = TapeKind::inUse});
}

// A few short reads across the span. They are not graded: what they meet is met again by the scan itself.
void Engine::measurePace() {
    const std::uint64_t blockBytes = std::uint64_t{m_grid.blockSectors} * m_drive.identity().logicalBytes;
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
        m_status.expected = m_estimator.expected(m_grid.span);
        if (m_status.expected)
            note({.kind = TapeKind::paceMeasured, .latency = *m_status.expected});
    }
    // Bring the head to the beginning, so that the first block is not late for having been far away.
    const LbaSpan firstSector =
        intersection({m_grid.span.first, {m_drive.identity().sectorsPerPhysical()}}, m_grid.span);
    if (m_ended == Ended::running)
        readAlone(firstSector, 0);
    m_began = m_clock.now();
    m_paceSince = m_began;
}

void Engine::readForward() {
    publish(ScanPhase::reading);
    while (m_ended == Ended::running) {
        if (m_stop.stop_requested()) {
            finishStopped();
            return;
        }
        pauseIfAsked();
        if (!m_trouble && !m_rewind)
            fill();
        if (m_outstanding > 0)
            takeAnswers();
        else if (m_done == m_blocks)
            return;
        if (m_trouble && m_outstanding == 0) {
            const Trouble trouble = *m_trouble;
            m_trouble.reset();
            resolve(trouble);
        }
    }
}

void Engine::fill() {
    // Topped up by halves: one call for many commands.
    if (m_outstanding > m_window / 2 || m_sent == m_blocks)
        return;
    if (m_outstanding == 0)
        m_atDriveSince = m_clock.now();
    m_requests.clear();
    for (; m_sent < m_blocks && m_outstanding < m_window; ++m_sent, ++m_outstanding)
        m_requests.push_back({m_sent, m_grid.spanOf(m_sent), m_plan.asked.limit});
    m_drive.submit(m_requests);
}

void Engine::takeAnswers() {
    const std::size_t n = m_drive.reap(m_answers, slice);
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
            takeGood(m_done++, answer.latency);
        } else {
            m_trouble = Trouble{m_done, answer}; // the queue halts behind it
            m_rewind = true;
        }
    }
    if (m_outstanding == 0 && m_rewind) {
        m_sent = m_done;
        m_rewind = false;
    }
    if (m_done > from) {
        m_plate->settle(from, m_done - from);
        m_feed.cover(spanBetween(m_grid.spanOf(from).first, m_grid.spanOf(m_done - 1).end()));
        m_stallTold = false;
        m_linkFaultsInARow = 0;
    }
    publish(ScanPhase::reading);
}

void Engine::takeGood(std::uint64_t block, Nanoseconds latency) {
    m_lastGood = block;
    m_observedTime += latency;
    if (!m_grader.holding()) {
        gradeGood(block, latency);
    } else {
        m_plate->set(block, {Grade::steady, Standing::once, encodeLatency(latency)});
        m_held.push_back({block, latency});
        if (m_grader.hold(latency))
            releaseHeld();
    }
    if (block + 1 - m_observedFrom >= observeBlocks) {
        if (m_observedClean)
            m_estimator.observe(spanBetween(m_grid.spanOf(m_observedFrom).first, m_grid.spanOf(block).end()),
                                m_observedTime);
        m_observedFrom = block + 1;
        m_observedTime = {};
        m_observedClean = true;
    }
}

void Engine::gradeGood(std::uint64_t block, Nanoseconds latency) {
    const Grader::Graded graded = m_grader.grade(latency);
    m_plate->set(block, {graded.grade, Standing::once, encodeLatency(latency)});
    ++m_status.totals.blocks[static_cast<std::size_t>(graded.grade)];
    m_status.lateness.add(graded.excess, m_grader.unit());
    if (graded.grade < Grade::laboured)
        return;
    m_observedClean = false;
    const LbaSpan span = m_grid.spanOf(block);
    m_feed.addDefect({span, graded.grade, Standing::once, latency, true});
    note({.kind = TapeKind::slow,
          .span = span,
          .grade = graded.grade,
          .turns = turnsLate(latency),
          .latency = latency});
}

void Engine::releaseHeld() {
    m_grader.release();
    for (const Held& held : m_held)
        gradeGood(held.block, held.latency);
    if (!m_held.empty())
        m_plate->settle(m_held.front().block, m_held.back().block - m_held.front().block + 1);
    m_held.clear();
}

void Engine::watchForStall() {
    const Nanoseconds waited = m_clock.now() - m_atDriveSince;
    m_status.waited = waited;
    if (waited > m_plan.asked.limit && !m_stallTold)
        markStalled(m_done, waited);
    if (waited > m_plan.asked.giveUp)
        endNoAnswer(m_done);
}

// Shown at once; what it comes to is settled when the answer is there or given up.
void Engine::markStalled(std::uint64_t block, Nanoseconds latency) {
    m_stallTold = true;
    m_plate->set(block, {Grade::stalled, Standing::once, encodeLatency(latency)});
    m_plate->settle(block, 1);
    note({.kind = TapeKind::stalled,
          .span = m_grid.spanOf(block),
          .grade = Grade::stalled,
          .latency = latency});
}

void Engine::endNoAnswer(std::uint64_t block) {
    const Nanoseconds waited = m_clock.now() - m_atDriveSince;
    m_drive.link().abandon();
    m_feed.addDefect({m_grid.spanOf(block), Grade::stalled, Standing::once, waited, true});
    settleCell(block, Grade::stalled, waited);
    m_ended = Ended::noAnswer;
}

void Engine::settleCell(std::uint64_t block, Grade grade, Nanoseconds latency, Standing standing) {
    m_plate->set(block, {grade, standing, encodeLatency(latency)});
    m_plate->settle(block, 1);
    ++m_status.totals.blocks[static_cast<std::size_t>(grade)];
    m_observedClean = false;
}

void Engine::pauseIfAsked() {
    if (!m_pause.closed() || m_trouble)
        return;
    publish(ScanPhase::pausing);
    m_drive.link().withdrawQueued();
    while (m_outstanding > 0 && m_ended == Ended::running && !m_stop.stop_requested())
        takeAnswers();
    if (m_trouble || m_ended != Ended::running || m_stop.stop_requested())
        return;
    note({.kind = TapeKind::paused, .span = {m_grid.spanOf(std::min(m_done, m_blocks - 1)).first, {}}});
    publish(ScanPhase::paused);
    const Nanoseconds from = m_clock.now();
    m_pause.wait(m_stop);
    m_pausedFor += m_clock.now() - from;
    m_paceSince = m_clock.now();
    m_paceFrom = m_done;
    if (!m_stop.stop_requested())
        note({.kind = TapeKind::resumed, .span = {m_grid.spanOf(std::min(m_done, m_blocks - 1)).first, {}}});
    publish(ScanPhase::reading);
}

void Engine::finishStopped() {
    m_drive.link().withdrawQueued();
    const Nanoseconds until = m_clock.now() + stopPatience;
    while (m_outstanding > 0 && m_ended == Ended::running && m_clock.now() < until)
        takeAnswers();
    if (m_trouble && m_trouble->answer.judged.outcome == Outcome::unreadable)
        settleCell(m_trouble->block, Grade::unreadable,
                   m_trouble->answer.latency); // where in it, was not found out
    if (m_ended == Ended::running && m_outstanding > 0) {
        // The command at the drive is left to itself. Past the limit, that is a finding.
        if (m_stallTold) {
            endNoAnswer(m_done);
        } else {
            m_drive.link().abandon();
        }
    }
    m_ended = Ended::stopped;
}

void Engine::resolve(const Trouble& trouble) {
    const std::uint64_t block = trouble.block;
    switch (trouble.answer.judged.outcome) {
    case Outcome::answered:
        resolveLate(block, trouble.answer.latency);
        break;
    case Outcome::unreadable:
    case Outcome::bareError:
        resolveUnreadable(block, trouble.answer.judged);
        break;
    case Outcome::linkFault:
        resolveLinkFault(block);
        break;
    case Outcome::driveGone:
        resolveGone(block);
        break;
    case Outcome::beyondEnd:
        m_ended = Ended::shrunk;
        break;
    case Outcome::readerLost:
        m_ended = Ended::readerLost;
        break;
    case Outcome::withdrawn:
        break; // to be sent again
    }
    m_stallTold = false;
    m_status.waited = {};
    m_observedFrom = m_done;
    m_observedTime = {};
    m_observedClean = true;
    publish(ScanPhase::reading);
}

void Engine::resolveLate(std::uint64_t block, Nanoseconds latency) {
    const LbaSpan span = m_grid.spanOf(block);
    if (!m_stallTold)
        markStalled(block, latency);
    note({.kind = TapeKind::answeredLate, .span = span, .grade = Grade::stalled, .latency = latency});
    settleCell(block, Grade::stalled, latency);
    m_feed.addDefect({span, Grade::stalled, Standing::once, latency, true});
    m_feed.cover(span);
    m_sent = m_done = block + 1;
}

// One read with nothing else queued, watched for a stall.
Engine::Alone Engine::readAlone(LbaSpan span, std::uint64_t block) {
    const ReadRequest request{block, span, m_plan.asked.limit};
    const Nanoseconds sent = m_clock.now();
    m_atDriveSince = sent;
    m_drive.submit({&request, 1});
    std::optional<Nanoseconds> stopAsked;
    for (;;) {
        ReadAnswer answer;
        if (m_drive.reap({&answer, 1}, slice) > 0)
            return answer;
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
            m_drive.link().abandon();
            m_ended = Ended::stopped;
            return std::nullopt;
        }
    }
}

bool Engine::goodBlockStillReads(std::uint64_t suspect) {
    std::vector<std::uint64_t> candidates;
    if (m_lastGood)
        candidates = {*m_lastGood};
    else // nothing has been read yet: is there any place that does?
        candidates = {m_blocks - 1, m_blocks / 2, m_blocks / 3};
    for (const std::uint64_t candidate : candidates) {
        const LbaSpan whole = m_grid.spanOf(candidate);
        const LbaSpan little = intersection({whole.first, {m_drive.identity().sectorsPerPhysical()}}, whole);
        const Alone answer = readAlone(little, suspect);
        if (!answer)
            return false;
        if (answer->judged.outcome == Outcome::answered) {
            if (!m_lastGood)
                m_lastGood = candidate;
            return true;
        }
    }
    return false;
}

void Engine::resolveUnreadable(std::uint64_t block, const Judged& judged) {
    const LbaSpan span = m_grid.spanOf(block);
    publish(ScanPhase::splitting);
    Splitter splitter(span, m_drive.identity().sectorsPerPhysical(), judged.firstBad);
    Grade worst = Grade::none;
    Nanoseconds longest{};
    Standing standing = Standing::once;
    bool bareErrors = false;
    ReadAnswer firstFailure;
    while (!splitter.next().empty() && m_ended == Ended::running) {
        if (m_stop.stop_requested()) {
            m_ended = Ended::stopped;
            break;
        }
        const LbaSpan piece = splitter.next();
        const Alone answer = readAlone(piece, block);
        if (!answer)
            break;
        longest = std::max(longest, answer->latency);
        switch (answer->judged.outcome) {
        case Outcome::driveGone:
            resolveGone(block);
            return; // if it came back, the block is read anew
        case Outcome::beyondEnd:
            m_ended = Ended::shrunk;
            continue;
        case Outcome::readerLost:
            m_ended = Ended::readerLost;
            continue;
        case Outcome::linkFault:
            ++m_status.totals.linkFaults;
            note({.kind = TapeKind::linkFault, .span = piece, .count = m_status.totals.linkFaults});
            if (++m_linkFaultsInARow > mostLinkFaultsInARow)
                m_ended = Ended::linkFaults;
            continue; // the same piece again
        default:
            break;
        }
        m_linkFaultsInARow = 0;
        const bool readable = answer->judged.outcome == Outcome::answered;
        if (!readable && !splitter.repeating())
            firstFailure = *answer;
        const Splitter::Settled settled = splitter.report(readable, answer->judged.firstBad);
        if (settled == Splitter::Settled::nothing)
            continue;
        if (settled == Splitter::Settled::good) {
            m_feed.cover(piece);
            if (answer->latency > m_plan.asked.limit) {
                m_feed.addDefect({piece, Grade::stalled, Standing::once, answer->latency, true});
                worst = std::max(worst, Grade::stalled);
            }
            continue;
        }
        // Without a cause, only a drive that still reads elsewhere makes it a finding.
        const bool bare = firstFailure.judged.outcome == Outcome::bareError ||
                          (settled == Splitter::Settled::bad && answer->judged.outcome == Outcome::bareError);
        if (bare && !bareErrors && !goodBlockStillReads(block)) {
            if (m_ended == Ended::running)
                resolveGone(block);
            return;
        }
        bareErrors = bareErrors || bare;
        worst = Grade::unreadable;
        if (settled == Splitter::Settled::bad)
            standing = Standing::confirmed;
        else if (standing == Standing::once)
            standing = Standing::passing;
        m_feed.cover(piece);
        if (!settleBadSector(block, piece, firstFailure, settled == Splitter::Settled::bad))
            break;
    }
    // The errors must not have been those of a drive that went away meanwhile.
    if (bareErrors && m_ended == Ended::running && !goodBlockStillReads(block)) {
        if (m_ended == Ended::running)
            resolveGone(block);
        return;
    }
    if (m_ended == Ended::noAnswer)
        return; // its cell is settled
    if (worst == Grade::none) {
        // The parts read where the whole did not: a finding all the same, seen once.
        worst = Grade::unreadable;
        if (m_ended == Ended::running) {
            standing = Standing::passing;
            m_feed.addDefect({span, worst, standing, longest, judged.outcome == Outcome::unreadable});
        }
    }
    settleCell(block, worst, longest, worst == Grade::unreadable ? standing : Standing::once);
    m_sent = m_done = block + 1;
}

// False when the stop rule applies.
bool Engine::settleBadSector(std::uint64_t block, LbaSpan sector, const ReadAnswer& first, bool confirmed) {
    const bool cause = first.judged.outcome == Outcome::unreadable;
    const Standing standing = confirmed ? Standing::confirmed : Standing::passing;
    m_feed.addDefect({sector, Grade::unreadable, standing, first.latency, cause});
    note({.kind = confirmed ? TapeKind::unreadable : TapeKind::recovered,
          .span = sector,
          .grade = Grade::unreadable,
          .standing = standing,
          .causeGiven = cause,
          .latency = first.latency});
    m_plate->set(block, {Grade::unreadable, standing, encodeLatency(first.latency)});
    m_plate->settle(block, 1);
    publish(ScanPhase::splitting);
    const SectorCount found = m_feed.unreadable();
    if (m_plan.asked.stopAfterUnreadable == 0 || found.value < m_plan.asked.stopAfterUnreadable)
        return true;
    note({.kind = TapeKind::stopRule, .span = sector, .count = found.value});
    m_ended = Ended::stopRule;
    return false;
}

void Engine::resolveLinkFault(std::uint64_t block) {
    const LbaSpan span = m_grid.spanOf(block);
    for (int attempt = 0; attempt <= linkRetries; ++attempt) {
        ++m_status.totals.linkFaults;
        note({.kind = TapeKind::linkFault,
              .span = span,
              .grade = Grade::linkFault,
              .count = m_status.totals.linkFaults});
        const Alone again = readAlone(span, block);
        if (!again)
            return;
        if (again->judged.outcome == Outcome::linkFault)
            continue;
        if (again->judged.outcome == Outcome::answered && again->latency <= m_plan.asked.limit) {
            // The surface is as good as this reading says.
            m_linkFaultsInARow = 0;
            m_sent = m_done = block + 1;
            takeGood(block, again->latency);
            m_plate->settle(block, 1);
            m_feed.cover(span);
            return;
        }
        resolve({block, *again});
        return;
    }
    settleCell(block, Grade::linkFault, {});
    m_feed.addDefect({span, Grade::linkFault, Standing::once, {}, true});
    m_sent = m_done = block + 1;
    if (++m_linkFaultsInARow >= mostLinkFaultsInARow)
        m_ended = Ended::linkFaults;
}

// Everything fails at once: is there still a drive?
void Engine::resolveGone(std::uint64_t block) {
    const LbaSpan span = m_grid.spanOf(block);
    // What was measured of this block while the drive was going does not count.
    m_feed.removeDefects(span);
    m_feed.uncover(span);
    m_plate->set(block, {});
    m_plate->settle(block, 1);
    note({.kind = TapeKind::withdrawn, .span = span});
    note({.kind = TapeKind::probing, .span = span});
    const Nanoseconds since = m_clock.now();
    for (int probe = 0; probe < goneProbes && m_ended == Ended::running; ++probe) {
        m_status.waited = m_clock.now() - since;
        publish(ScanPhase::waiting);
        for (Nanoseconds waited{}; waited < goneProbeWait; waited += slice) {
            if (m_stop.stop_requested()) {
                m_ended = Ended::stopped;
                return;
            }
            m_clock.sleep(slice);
        }
        if (goodBlockStillReads(block)) {
            note({.kind = TapeKind::cameBack, .span = span});
            m_sent = m_done = block; // read it anew
            m_dropsHere = block == m_droppedAt ? m_dropsHere + 1 : 1;
            m_droppedAt = block;
            if (m_dropsHere >= mostDropsAtOneBlock)
                leaveBehind(block);
            return;
        }
    }
    if (m_ended == Ended::running)
        m_ended = Ended::driveGone;
}

// A block that takes the drive down every time is not read again.
void Engine::leaveBehind(std::uint64_t block) {
    const LbaSpan span = m_grid.spanOf(block);
    m_feed.addDefect({span, Grade::unreadable, Standing::confirmed, {}, false});
    m_feed.cover(span);
    note({.kind = TapeKind::unreadable,
          .span = span,
          .grade = Grade::unreadable,
          .standing = Standing::confirmed,
          .causeGiven = false});
    settleCell(block, Grade::unreadable, {}, Standing::confirmed);
    m_sent = m_done = block + 1;
}

void Engine::note(TapeEntry entry) {
    entry.at = elapsed();
    m_feed.append(entry);
}

Nanoseconds Engine::elapsed() const {
    return m_clock.now() - m_began - m_pausedFor;
}

double Engine::turnsLate(Nanoseconds latency) const {
    return static_cast<double>((latency - m_grader.baseline()).count()) /
           static_cast<double>(m_grader.unit().count());
}

void Engine::publish(ScanPhase phase) {
    m_status.phase = phase == ScanPhase::reading && m_pause.closed() ? ScanPhase::pausing : phase;
    m_status.elapsed = elapsed();
    m_status.unit = m_grader.unit();
    m_status.baseline = m_grader.baseline();
    m_status.position = m_done == m_blocks ? m_grid.span.end() : m_grid.spanOf(m_done).first;
    const double blockBytes = static_cast<double>(m_grid.blockSectors) * m_drive.identity().logicalBytes;
    const Nanoseconds now = m_clock.now();
    if (now - m_paceSince >= paceWindow) {
        m_status.paceNow =
            static_cast<double>(m_done - m_paceFrom) * blockBytes / toSeconds(now - m_paceSince);
        m_paceSince = now;
        m_paceFrom = m_done;
    }
    if (m_status.elapsed.count() > 0)
        m_status.paceAverage = static_cast<double>(m_done) * blockBytes / toSeconds(m_status.elapsed);
    m_status.left = m_estimator.expected(spanBetween(m_status.position, m_grid.span.end()));
    if (m_status.left && m_status.phase != ScanPhase::ended)
        m_status.expected = m_status.elapsed + *m_status.left;
    m_feed.publish(m_status);
}

} // namespace orbita
