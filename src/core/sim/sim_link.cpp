// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/sim/sim_link.h"

#include "core/sim/content.h"

#include <cerrno>

namespace orbita::sim {

namespace {

constexpr Nanoseconds enquiryTime{400'000};
constexpr Nanoseconds hesitation = std::chrono::seconds{3};
constexpr double speedWhileHesitating = 15;

} // namespace

namespace {

ProtocolSet protocolsOf(Front front) {
    switch (front) {
    case Front::ata:
        return {Protocol::ata};
    case Front::sat:
    case Front::bridge:
    case Front::scsi:
        return {Protocol::scsi};
    case Front::nvme:
        break;
    }
    return {Protocol::nvmeAdmin, Protocol::nvmeIo};
}

} // namespace

SimLink::SimLink(Scenario scenario, double speed, std::shared_ptr<Condition> condition)
    : Link(protocolsOf(scenario.front))
    , m_surface(std::move(scenario))
    , m_condition(condition ? std::move(condition) : std::make_shared<Condition>(m_surface.scenario()))
    , m_front(makeFront(m_surface.scenario(), m_condition))
    , m_origin(m_condition->latest())
    , m_clock(speed)
    , m_speed(speed) {}

void SimLink::send(std::span<const Request> requests) {
    m_contentsUsed = 0;
    m_queue.insert(m_queue.end(), requests.begin(), requests.end());
}

void SimLink::runInRealTime() {
    m_clock.waitExactly();
    m_realTime = true;
    m_idleSince = m_real.now();
}

void SimLink::begin(const Request& request) {
    if (m_realTime)
        m_clock.sleep(fromSeconds(toSeconds(m_real.now() - m_idleSince) * m_clock.speed()));
    m_begun = true;
    m_begunAt = m_clock.now();
    m_reply = {};
    m_reply.tag = request.tag;
    m_reply.expected = request.expected;
    m_reply.carried = Carried::answered;
    const auto access = m_front->mediumAccess(request.block);
    if (!access) {
        m_data = m_front->answer(request.block, request.parameters, powered(), m_reply);
        m_data.resize(std::min<std::size_t>(m_data.size(), request.expected));
        m_reply.transferred = static_cast<std::uint32_t>(m_data.size());
        m_latency = enquiryTime;
        return;
    }
    const auto& identity = m_surface.scenario().identity;
    const LbaSpan& span = access->span;
    if (span.empty()) { // only a SCSI command can ask for nothing
        m_front->answerRead(request.block, {}, m_reply);
        m_latency = m_surface.scenario().overhead;
        return;
    }
    if (span.end() > Lba{identity.capacity.value}) {
        m_front->answerBeyondEnd(request.block, m_reply);
        m_latency = m_surface.scenario().overhead;
        return;
    }
    m_surface.limitRecovery(m_condition->recoveryLimit());
    const ReadEvent event = m_surface.read(*access, m_begunAt);
    m_latency = event.latency;
    if (event.result == ReadResult::gone) {
        m_reply.carried = Carried::failed;
        m_reply.systemError = ENODEV;
        return;
    }
    m_condition->noteRead(span, event, identity.logicalBytes, powered());
    m_front->answerRead(request.block, event, m_reply);
    m_reply.disturbance = event.disturbed ? Disturbance::otherLoad : Disturbance::none;
    m_reply.transferred = event.result == ReadResult::data && access->handsOver ? request.expected : 0;
}

void SimLink::handOver(const Request& request) {
    const auto access = m_front->mediumAccess(request.block);
    if (!access || !access->handsOver || m_reply.carried != Carried::answered || m_reply.transferred == 0)
        return;
    if (m_contentsUsed == m_contents.size())
        m_contents.emplace_back();
    auto& content = m_contents[m_contentsUsed++];
    content.resize(m_reply.transferred);
    readContent(m_surface.scenario(), access->span.first, content);
    m_reply.data = content;
}

void SimLink::haltBehindFront() {
    while (m_queue.size() > 1) {
        Reply reply;
        reply.tag = m_queue[1].tag;
        reply.expected = m_queue[1].expected;
        reply.completedAt = m_clock.now();
        m_withdrawn.push_back(reply);
        m_queue.erase(m_queue.begin() + 1);
    }
}

void SimLink::withdrawQueued() {
    if (!m_begun && !m_queue.empty()) {
        m_queue.push_front({}); // nothing is at the drive: all that is queued goes
        haltBehindFront();
        m_queue.clear();
        return;
    }
    haltBehindFront();
}

std::size_t SimLink::collect(std::span<Reply> replies, Nanoseconds patience) {
    const Nanoseconds until = m_clock.now() + patience;
    if (m_abandoned) {
        m_clock.advanceTo(until);
        return 0;
    }
    std::size_t taken = 0;
    while (taken < replies.size()) {
        if (!m_withdrawn.empty()) {
            replies[taken++] = m_withdrawn.front();
            m_withdrawn.pop_front();
            continue;
        }
        if (m_queue.empty())
            break;
        if (!m_begun)
            begin(m_queue.front());
        if (!m_latency || m_begunAt + *m_latency > until)
            break;
        m_clock.advanceTo(m_begunAt + *m_latency);
        m_idleSince = m_real.now();
        m_reply.latency = *m_latency;
        m_reply.completedAt = m_clock.now();
        if (m_handsOver)
            handOver(m_queue.front());
        replies[taken++] = m_reply;
        const bool trouble = m_reply.carried != Carried::answered || m_front->isTrouble(m_reply) ||
                             *m_latency > m_queue.front().haltAfter;
        if (trouble)
            haltBehindFront();
        m_queue.pop_front();
        m_begun = false;
    }
    if (taken == 0) {
        if (m_begun && m_clock.now() - m_begunAt > hesitation)
            m_clock.setSpeed(std::min(m_speed, speedWhileHesitating));
        m_clock.advanceTo(until);
    } else {
        m_clock.setSpeed(m_speed);
    }
    return taken;
}

} // namespace orbita::sim
