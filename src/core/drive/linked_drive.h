// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/drive/drive.h"

#include <array>

namespace orbita {

// What drives over any link share: queueing blocks to read and judging their answers. A Codec has
//   CommandBlock command(ReadWay, const LbaSpan&, std::uint32_t logicalBytes)  and
//   ReplyVerdict classify(const Reply&).
// It is asked only for the ways that its limits name.
template <class Codec>
class LinkedDrive final : public Drive {
public:
    LinkedDrive(std::unique_ptr<Link> link, DriveIdentity identity, DriveLimits limits, Codec codec = {})
        : m_link(std::move(link))
        , m_identity(std::move(identity))
        , m_limits(std::move(limits))
        , m_codec(codec) {}

    [[nodiscard]] const DriveIdentity& identity() const override { return m_identity; }
    [[nodiscard]] const DriveLimits& limits() const override { return m_limits; }
    void addNote(AccessNote note) override { m_limits.notes.push_back(note); }
    [[nodiscard]] Link& link() override { return *m_link; }

    void submit(std::span<const ReadRequest> requests) override {
        m_requests.clear();
        for (const ReadRequest& read : requests) {
            Request request;
            request.tag = read.tag;
            request.block = m_codec.command(read.way, read.span, m_identity.logicalBytes);
            if (read.way != ReadWay::verify)
                request.expected =
                    static_cast<std::uint32_t>(read.span.count.value * m_identity.logicalBytes);
            request.haltAfter = read.haltAfter;
            m_requests.push_back(request);
        }
        m_link->submit(m_requests);
    }

    std::size_t reap(std::span<ReadAnswer> answers, Nanoseconds patience) override {
        m_replies.resize(std::max(m_replies.size(), answers.size()));
        const std::size_t n = m_link->reap(std::span(m_replies).first(answers.size()), patience);
        for (std::size_t i = 0; i < n; ++i)
            answers[i] = {m_replies[i].tag,         classify(m_replies[i]),   m_replies[i].latency,
                          m_replies[i].completedAt, m_replies[i].disturbance, m_replies[i].data,
                          m_replies[i].zeros};
        return n;
    }

private:
    // An ATA drive that is locked aborts what it is asked and gives no cause.
    [[nodiscard]] ReplyVerdict classify(const Reply& reply) const {
        ReplyVerdict verdict = m_codec.classify(reply);
        if (m_limits.locked && verdict.outcome == Outcome::bareError)
            verdict.outcome = Outcome::locked;
        return verdict;
    }

    std::unique_ptr<Link> m_link;
    DriveIdentity m_identity;
    DriveLimits m_limits;
    Codec m_codec;
    std::vector<Request> m_requests;
    std::vector<Reply> m_replies;
};

} // namespace orbita
