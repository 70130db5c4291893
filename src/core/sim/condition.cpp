// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/sim/condition.h"

namespace orbita::sim {

namespace {

constexpr std::size_t mostLogged = 20;
// A drive that knows of so many sectors it cannot read fails its short self-test.
constexpr std::size_t pendingFailsShortTest = 4;
// Reading warms a drive up by a few degrees.
constexpr double bytesPerDegree = 60e9;
constexpr int mostWarming = 7;

bool isKnown(std::uint64_t sector, double percent) {
    std::uint64_t x = sector * 0x9E3779B97F4A7C15ULL;
    x ^= x >> 31U;
    return static_cast<double>(x % 1000) < percent * 10;
}

} // namespace

Condition::Condition(const Scenario& scenario) : m_medium(scenario), m_scenario(scenario) {
    m_state.health = scenario.health;
    const std::uint64_t per = std::max(1U, scenario.identity.physicalBytes / scenario.identity.logicalBytes);
    for (const Defect& defect : m_scenario.defects)
        if (defect.kind == DefectKind::unreadable)
            for (std::uint64_t at = defect.span.first.value; at < defect.span.end().value; at += per)
                if (isKnown(at, scenario.health.knownPercent))
                    m_pending.insert(at);
}

unsigned Condition::extendedTestMinutes() const {
    return static_cast<unsigned>(toSeconds(m_scenario.undisturbedDuration()) * 1.1 / 60) + 1;
}

std::optional<Lba> Condition::firstUnreadable(const LbaSpan& span, Nanoseconds now) const {
    std::optional<Lba> first = m_medium.spoilt(span);
    for (std::size_t i = 0; i < m_scenario.defects.size(); ++i) {
        const Defect& defect = m_scenario.defects[i];
        if (defect.kind != DefectKind::unreadable || defect.probability < 1 || !defect.span.overlaps(span))
            continue;
        if (const auto at = m_medium.troubled(i, span, now); at && (!first || *at < *first))
            first = at;
    }
    return first;
}

void Condition::advance(Nanoseconds now) {
    m_latest = std::max(m_latest, now);
    while (!m_untold.empty() && m_untold.front().first <= m_latest) {
        tell(m_untold.front().second);
        m_untold.pop_front();
    }
    if (!m_state.testRunning)
        return;
    const double done = static_cast<double>((now - m_testBegan).count()) /
                        static_cast<double>(std::max<std::int64_t>(m_testLasts.count(), 1));
    if (done < 1) {
        m_state.testDone = std::max(m_state.testDone, done);
        return;
    }
    m_state.testRunning = false;
    m_state.testDone = 1;
    Test& test = m_state.tests.front();
    test.result = m_testFails ? TestResult::failedRead : TestResult::passed;
    test.failingLba = m_testFails;
    if (m_testFails)
        m_pending.insert(m_testFails->value);
}

Condition::State Condition::state(Nanoseconds now) {
    const MutexLock lock(m_mutex);
    advance(now);
    State state = m_state;
    const std::uint64_t per =
        std::max(1U, m_scenario.identity.physicalBytes / m_scenario.identity.logicalBytes);
    for (const std::uint64_t at : m_pending)
        state.pending.push_back({at});
    state.pendingSectors = state.pending.size() * per;
    for (const std::uint64_t at : m_grown)
        state.grown.push_back({at});
    state.health.readBytes += m_readBytes;
    state.health.writtenBytes += m_writtenBytes;
    if (!m_grown.empty() && m_scenario.writing.spares > 0)
        state.health.sparePercent -= static_cast<unsigned>(
            std::min<std::uint64_t>(state.health.sparePercent,
                                    state.health.sparePercent * m_grown.size() / m_scenario.writing.spares));
    const int warmer = std::min(
        mostWarming, static_cast<int>(static_cast<double>(m_readBytes + m_writtenBytes) / bytesPerDegree));
    state.health.temperature += warmer;
    state.health.highestTemperature = std::max(state.health.highestTemperature, state.health.temperature);
    state.health.hours += static_cast<std::uint64_t>(toSeconds(m_latest) / 3600);
    return state;
}

void Condition::noteRead(const LbaSpan& span, const ReadEvent& event, std::uint32_t logicalBytes,
                         Nanoseconds now) {
    const MutexLock lock(m_mutex);
    advance(now);
    switch (event.result) {
    case ReadResult::data:
        m_readBytes += span.count.value * logicalBytes;
        break;
    case ReadResult::unreadable: {
        const std::uint64_t per =
            std::max(1U, m_scenario.identity.physicalBytes / m_scenario.identity.logicalBytes);
        m_pending.insert(event.firstBad.value / per * per);
        ++m_state.health.reportedUncorrectable;
        ++m_state.health.mediaErrors;
        ++m_state.failedReadCount;
        m_state.failedReads.insert(m_state.failedReads.begin(), {event.firstBad, m_state.health.hours});
        if (m_state.failedReads.size() > mostLogged)
            m_state.failedReads.pop_back();
        break;
    }
    case ReadResult::damagedOnTheWay:
        ++m_state.health.linkErrors;
        break;
    case ReadResult::gone:
    case ReadResult::locked:
        break;
    }
}

bool Condition::startTest(TestKind kind, Nanoseconds now) {
    const MutexLock lock(m_mutex);
    advance(now);
    if (m_state.testRunning)
        return false;
    m_state.testRunning = true;
    m_state.testDone = 0;
    m_state.tests.insert(m_state.tests.begin(), Test{kind, TestResult::running, m_state.health.hours, {}});
    if (m_state.tests.size() > mostLogged)
        m_state.tests.pop_back();
    m_testBegan = now;
    m_testFails.reset();
    const LbaSpan whole{Lba{0}, m_scenario.identity.capacity};
    const double wholeSeconds = toSeconds(m_scenario.undisturbedDuration()) * 1.1;
    const auto secondsOf = [&](const LbaSpan& span) {
        return wholeSeconds * static_cast<double>(span.count.value) / static_cast<double>(whole.count.value);
    };
    LbaSpan read = whole;
    switch (kind) {
    case TestKind::shortTest:
    case TestKind::conveyance:
        m_testLasts = std::chrono::minutes{m_scenario.health.shortTestMinutes};
        if (m_pending.size() >= pendingFailsShortTest)
            m_testFails = Lba{*m_pending.begin()};
        return true;
    case TestKind::extended:
        break;
    case TestKind::selective:
        read = m_state.selectiveSpan;
        break;
    }
    m_testFails = firstUnreadable(read, now);
    // It ends at the first sector it cannot read.
    m_testLasts = fromSeconds(secondsOf(m_testFails ? spanBetween(read.first, *m_testFails) : read) + 10);
    return true;
}

void Condition::setSelectiveSpan(const LbaSpan& span) {
    const MutexLock lock(m_mutex);
    m_state.selectiveSpan = span;
}

void Condition::abortTest(Nanoseconds now) {
    const MutexLock lock(m_mutex);
    advance(now);
    if (!m_state.testRunning)
        return;
    m_state.testRunning = false;
    m_state.tests.front().result = TestResult::aborted;
}

void Condition::setWatching(bool watching) {
    const MutexLock lock(m_mutex);
    m_state.health.watching = watching;
}

Nanoseconds Condition::latest() {
    const MutexLock lock(m_mutex);
    return m_latest;
}

void Condition::setMountedAt(const std::string& where) {
    const MutexLock lock(m_mutex);
    m_mountedAt = where;
}

std::string Condition::mountedAt() const {
    const MutexLock lock(m_mutex);
    return m_mountedAt;
}

// A replaced sector is one spare fewer and, of solid state, some share of them.
void Condition::tell(const WriteEffect& effect) {
    switch (effect.kind) {
    case WriteEffect::Kind::rewritten:
        m_pending.erase(effect.physical.value);
        break;
    case WriteEffect::Kind::remapped:
        m_pending.erase(effect.physical.value);
        m_grown.insert(effect.physical.value);
        ++m_state.health.reallocated;
        break;
    case WriteEffect::Kind::failed:
        ++m_state.health.mediaErrors;
        break;
    }
}

void Condition::noteWritten(const std::vector<WriteEffect>& effects, std::uint64_t bytes, Nanoseconds now) {
    const MutexLock lock(m_mutex);
    m_writtenBytes += bytes;
    if (m_scenario.writing.tells)
        for (const WriteEffect& effect : effects)
            m_untold.emplace_back(now + m_scenario.writing.countersLag, effect);
    advance(now);
}

} // namespace orbita::sim
