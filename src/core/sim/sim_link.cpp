// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/sim/sim_link.h"

#include "core/base/bytes.h"
#include "core/sim/content.h"

#include <cerrno>

namespace orbita::sim {

namespace {

constexpr Nanoseconds enquiryTime{400'000};
constexpr Nanoseconds hesitation = std::chrono::seconds{3};
constexpr double speedWhileHesitating = 15;

} // namespace

SimLink::SimLink(Scenario scenario, double speed, std::shared_ptr<Condition> condition)
    : Link(familyOf(familyOfFront(scenario.front)).protocols)
    , m_condition(condition ? std::move(condition) : std::make_shared<Condition>(scenario))
    , m_surface(std::move(scenario), m_condition->medium())
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

bool SimLink::setDepth(std::uint32_t depth) {
    if (depth == 0 || depth > m_surface.scenario().commandsAtOnce)
        return false;
    m_depth = depth;
    return true;
}

void SimLink::fillDrive() {
    while (m_atDrive.size() < std::min<std::size_t>(m_depth, m_queue.size()))
        m_atDrive.push_back(begin(m_queue[m_atDrive.size()]));
}

SimLink::AtDrive SimLink::begin(const Request& request) {
    if (m_realTime && m_atDrive.empty())
        m_clock.sleep(fromSeconds(toSeconds(m_real.now() - m_idleSince) * m_clock.speed()));
    AtDrive begun;
    begun.begunAt = m_clock.now();
    Reply& reply = begun.reply;
    reply.tag = request.tag;
    reply.expected = request.expected;
    reply.transport = TransportStatus::answered;
    if (m_hangs)
        return begun;
    // One head: what comes later waits for what came before.
    const bool inTurn = m_surface.scenario().rotating();
    const Nanoseconds served = inTurn ? std::max(begun.begunAt, m_freeAt) : begun.begunAt;
    begun.latency = served - begun.begunAt;
    const auto access = m_front->mediumAccess(request.block);
    const auto write = access ? std::nullopt : m_front->mediumWrite(request.block, request.parameters);
    if (access) {
        beginRead(request, *access, served, begun);
    } else if (write) {
        beginWrite(request, *write, served, begun);
    } else {
        begun.data = m_front->answer(request.block, request.parameters, powered(), reply);
        begun.data.resize(std::min<std::size_t>(begun.data.size(), request.expected));
        reply.transferred = static_cast<std::uint32_t>(begun.data.size());
        *begun.latency += enquiryTime;
    }
    if (begun.latency)
        m_freeAt = std::max(m_freeAt, begun.begunAt + *begun.latency);
    return begun;
}

void SimLink::beginRead(const Request& request, const MediumAccess& access, Nanoseconds served,
                        AtDrive& begun) {
    Reply& reply = begun.reply;
    const auto& identity = m_surface.scenario().identity;
    if (access.span.empty()) { // only a SCSI command can ask for nothing
        m_front->answerRead(request.block, {}, reply);
        *begun.latency += m_surface.scenario().overhead;
        return;
    }
    if (access.span.end() > Lba{identity.capacity.value}) {
        m_front->answerBeyondEnd(request.block, reply);
        *begun.latency += m_surface.scenario().overhead;
        return;
    }
    Medium& medium = m_condition->medium();
    if (medium.touched()) {
        std::vector<WriteEffect> effects;
        if (access.pastCache)
            medium.settle(access.span, powered(), effects);
        else if (!medium.inWriteCache(access.span))
            medium.noteReadElsewhere(access.span.count.value * identity.logicalBytes, powered(), effects);
        m_condition->noteWritten(effects, 0, powered());
    }
    m_surface.setErrorRecovery(m_condition->recoveryLimit());
    const ReadEvent event = m_surface.read(access, served, powered());
    m_hangs = !event.latency;
    if (event.latency)
        *begun.latency += *event.latency;
    else
        begun.latency.reset();
    if (event.result == ReadResult::gone) {
        reply.transport = TransportStatus::failed;
        reply.systemError = ENODEV;
        return;
    }
    m_condition->noteRead(access.span, event, identity.logicalBytes, powered());
    m_front->answerRead(request.block, event, reply);
    reply.disturbance = event.disturbed ? Disturbance::otherLoad : Disturbance::none;
    reply.transferred = event.result == ReadResult::data && access.handsOver ? request.expected : 0;
}

void SimLink::beginWrite(const Request& request, const MediumWrite& write, Nanoseconds served,
                         AtDrive& begun) {
    Reply& reply = begun.reply;
    const auto& identity = m_surface.scenario().identity;
    const std::uint64_t bytes = write.span.count.value * identity.logicalBytes;
    *begun.latency += m_surface.scenario().overhead;
    if (write.span.end() > Lba{identity.capacity.value}) {
        m_front->answerBeyondEnd(request.block, reply);
        return;
    }
    if (write.what == MediumWrite::What::sectors && request.parameters.size() != bytes) {
        reply.transport = TransportStatus::failed;
        reply.systemError = EINVAL;
        return;
    }
    // Each link has its own time; what is written now comes after all that any of them has seen.
    const Nanoseconds at = std::max(powered(), m_condition->latest());
    std::vector<WriteEffect> effects;
    const WriteEvent event = m_surface.scenario().lock != Lock::none
                                 ? WriteEvent{WriteResult::writeProtected, Nanoseconds{}, write.span.first}
                                 : m_condition->medium().write(write, request.parameters, at, effects);
    if (!write.span.empty())
        *begun.latency += m_surface.reach(write.span, served);
    m_hangs = !event.latency;
    if (event.latency)
        *begun.latency += *event.latency;
    else
        begun.latency.reset();
    if (event.result == WriteResult::gone) {
        reply.transport = TransportStatus::failed;
        reply.systemError = ENODEV;
        return;
    }
    m_condition->noteWritten(effects, bytes, at);
    m_front->answerWrite(request.block, event, reply);
}

void SimLink::handOver(const Request& request, Reply& reply) {
    const auto access = m_front->mediumAccess(request.block);
    if (!access || !access->handsOver || reply.transport != TransportStatus::answered ||
        reply.transferred == 0)
        return;
    if (m_contentsUsed == m_contents.size())
        m_contents.emplace_back();
    auto& content = m_contents[m_contentsUsed++];
    content.resize(reply.transferred);
    m_condition->medium().read(access->span.first, content);
    reply.zeros = content.size() == request.expected && allZero(content);
    reply.data =
        m_handsOver == HandOver::whole
            ? std::span<const std::byte>(content)
            : std::span<const std::byte>(content).first(std::min<std::size_t>(content.size(), m_handedBytes));
}

void SimLink::withdrawNotSent() {
    for (std::size_t i = m_atDrive.size(); i < m_queue.size(); ++i) {
        Reply reply;
        reply.tag = m_queue[i].tag;
        reply.expected = m_queue[i].expected;
        reply.completedAt = m_clock.now();
        m_withdrawn.push_back(reply);
    }
    m_queue.resize(m_atDrive.size());
}

void SimLink::withdrawQueued() {
    withdrawNotSent();
}

std::size_t SimLink::collect(std::span<Reply> replies, Nanoseconds patience) {
    const Nanoseconds until = m_clock.now() + patience;
    if (m_abandoned) {
        m_clock.advanceTo(until);
        return 0;
    }
    std::size_t taken = 0;
    while (taken < replies.size()) {
        if (m_atDrive.empty() && !m_withdrawn.empty()) {
            replies[taken++] = m_withdrawn.front();
            m_withdrawn.pop_front();
            continue;
        }
        if (m_withdrawn.empty())
            fillDrive();
        if (m_atDrive.empty())
            break;
        AtDrive& front = m_atDrive.front();
        if (!front.latency || front.begunAt + *front.latency > until)
            break;
        m_clock.advanceTo(front.begunAt + *front.latency);
        m_idleSince = m_real.now();
        front.reply.latency = *front.latency;
        front.reply.completedAt = front.begunAt + *front.latency;
        if (m_handsOver != HandOver::nothing)
            handOver(m_queue.front(), front.reply);
        m_data = std::move(front.data);
        const bool trouble = front.reply.transport != TransportStatus::answered ||
                             m_front->isTrouble(front.reply) || *front.latency > m_queue.front().haltAfter;
        replies[taken++] = front.reply;
        if (trouble)
            withdrawNotSent();
        m_atDrive.pop_front();
        m_queue.pop_front();
    }
    if (taken == 0) {
        if (!m_atDrive.empty() && m_clock.now() - m_atDrive.front().begunAt > hesitation)
            m_clock.setSpeed(std::min(m_speed, speedWhileHesitating));
        m_clock.advanceTo(until);
    } else {
        m_clock.setSpeed(m_speed);
    }
    return taken;
}

} // namespace orbita::sim
