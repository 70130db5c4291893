// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/drive/drive.h"

#include <array>

namespace orbita {

// What drives over any link share: queueing read blocks and judging their answers. A Codec has
//   CommandBlock read(const LbaSpan&, std::uint32_t logicalBytes)  and  Judged judge(const Reply&).
template <class Codec>
class LinkedDrive final : public Drive {
public:
    LinkedDrive(std::unique_ptr<Link> link, DriveIdentity identity, DriveLimits limits)
        : m_link(std::move(link)), m_identity(std::move(identity)), m_limits(std::move(limits)) {}

    [[nodiscard]] const DriveIdentity& identity() const override { return m_identity; }
    [[nodiscard]] const DriveLimits& limits() const override { return m_limits; }
    [[nodiscard]] Link& link() override { return *m_link; }

    void submit(std::span<const ReadRequest> requests) override {
        m_requests.clear();
        for (const ReadRequest& read : requests) {
            Request request;
            request.tag = read.tag;
            request.block = Codec::read(read.span, m_identity.logicalBytes);
            request.expected = static_cast<std::uint32_t>(read.span.count.value * m_identity.logicalBytes);
            request.haltAfter = read.haltAfter;
            m_requests.push_back(request);
        }
        m_link->submit(m_requests);
    }

    std::size_t reap(std::span<ReadAnswer> answers, Nanoseconds patience) override {
        m_replies.resize(std::max(m_replies.size(), answers.size()));
        const std::size_t n = m_link->reap(std::span(m_replies).first(answers.size()), patience);
        for (std::size_t i = 0; i < n; ++i)
            answers[i] = {m_replies[i].tag, Codec::judge(m_replies[i]), m_replies[i].latency,
                          m_replies[i].completedAt};
        return n;
    }

private:
    std::unique_ptr<Link> m_link;
    DriveIdentity m_identity;
    DriveLimits m_limits;
    std::vector<Request> m_requests;
    std::vector<Reply> m_replies;
};

} // namespace orbita
