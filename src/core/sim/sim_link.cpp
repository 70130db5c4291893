// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/sim/sim_link.h"

#include "core/drive/ata/taskfile.h"

#include <cerrno>

namespace orbita::sim {

namespace {

constexpr Nanoseconds identifyTime{400'000};
constexpr Nanoseconds hesitation = std::chrono::seconds{3};
constexpr double speedWhileHesitating = 15;

ata::Answer answerTo(const ReadEvent& event) {
    switch (event.result) {
    case ReadResult::unreadable:
        return {ata::status::ready | ata::status::error, ata::error::uncorrectable, event.firstBad};
    case ReadResult::damagedOnTheWay:
        return {ata::status::ready | ata::status::error, ata::error::interfaceCrc | ata::error::aborted, {}};
    case ReadResult::data:
    case ReadResult::gone:
        break;
    }
    return {ata::status::ready, 0, {}};
}

} // namespace

SimLink::SimLink(Scenario scenario, double speed)
    : m_surface(std::move(scenario)), m_clock(speed), m_speed(speed) {}

void SimLink::send(std::span<const Request> requests) {
    m_queue.insert(m_queue.end(), requests.begin(), requests.end());
}

void SimLink::begin(const Request& request) {
    m_begun = true;
    m_begunAt = m_clock.now();
    m_reply = {};
    m_reply.tag = request.tag;
    m_reply.expected = request.expected;
    m_reply.carried = Carried::answered;
    const SectorCount capacity = m_surface.scenario().identity.capacity;
    switch (ata::opcodeOf(request.block)) {
    case ata::opcode::identifyDevice: {
        const auto data = ata::encodeIdentify(m_surface.scenario().identity);
        m_data.assign(data.begin(), data.end());
        m_reply.bytes = ata::encodeAnswer({ata::status::ready, 0, {}});
        m_reply.transferred = ata::identifyBytes;
        m_latency = identifyTime;
        return;
    }
    case ata::opcode::readDmaExt: {
        const LbaSpan span{ata::lbaOf(request.block), SectorCount{ata::sectorsOf(request.block)}};
        if (span.end() > Lba{capacity.value}) {
            m_reply.bytes = ata::encodeAnswer(
                {ata::status::ready | ata::status::error, ata::error::idNotFound, Lba{capacity.value}});
            m_latency = m_surface.scenario().overhead;
            return;
        }
        const ReadEvent event = m_surface.read(span, m_begunAt);
        m_latency = event.latency;
        if (event.result == ReadResult::gone) {
            m_reply.carried = Carried::failed;
            m_reply.systemError = ENODEV;
            return;
        }
        m_reply.bytes = ata::encodeAnswer(answerTo(event));
        m_reply.transferred = event.result == ReadResult::data ? request.expected : 0;
        return;
    }
    default:
        m_reply.bytes = ata::encodeAnswer({ata::status::ready | ata::status::error, ata::error::aborted, {}});
        m_latency = m_surface.scenario().overhead;
    }
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
        m_reply.latency = *m_latency;
        m_reply.completedAt = m_clock.now();
        replies[taken++] = m_reply;
        const auto answer = ata::decodeAnswer(m_reply.bytes);
        const bool trouble = m_reply.carried != Carried::answered || !answer ||
                             (answer->status & ata::status::error) != 0 ||
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
