// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/session.h"

#include "core/base/claim.h"
#include "core/base/memory.h"
#include "core/scan/continuation.h"
#include "core/scan/verify_block.h"

#include <ctime>
#include <new>
#include <system_error>

namespace orbita {

namespace {

constexpr std::uint64_t roomToWorkIn = 96U << 20U;
Error lackOfMemory() {
    return {Error::Kind::systemFailure,
            "scanning",
            {},
            "there is not enough memory for its plate",
            "What was kept of it so far stays. End other programs, choose larger blocks or a smaller span, "
            "and go on."};
}

constexpr Nanoseconds firstKeptPatience = std::chrono::seconds{10};

Planner always(const ScanPlan& plan) {
    return [plan](const DriveIdentity&) { return Result<ScanPlan>(plan); };
}

} // namespace

ScanSession::ScanSession(DriveOpener opener, Planner planner, ScanServices services,
                         const GradeLimits& limits)
    : m_opener(std::move(opener))
    , m_planner(std::move(planner))
    , m_services(std::move(services))
    , m_limits(limits)
    , m_startedAt(std::time(nullptr))
    , m_lackOfMemory(lackOfMemory())
    , m_thread([this](const std::stop_token& stop) { run(stop); }) {}

ScanSession::ScanSession(DriveOpener opener, const ScanPlan& plan, ScanServices services,
                         const GradeLimits& limits)
    : ScanSession(std::move(opener), always(plan), std::move(services), limits) {}

ScanSession::ScanSession(DriveOpener opener, const ScanPlan& plan, ScanRecord earlier, ScanServices services)
    : m_opener(std::move(opener))
    , m_planner(always(plan))
    , m_earlier(std::move(earlier))
    , m_services(std::move(services))
    , m_limits(m_earlier->limits)
    , m_startedAt(m_earlier->startedAt)
    , m_treatments(m_earlier->treatments)
    , m_lackOfMemory(lackOfMemory())
    , m_thread([this](const std::stop_token& stop) { run(stop); }) {}

ScanRecord ScanSession::record() const {
    ScanRecord record = recordOf(m_feed, m_startedAt, m_limits);
    record.treatments = m_treatments;
    const TreatmentLayer since = m_feed.treatments();
    for (const Treatment& treatment : since.all())
        record.treatments.add(treatment);
    const MutexLock lock(m_imageMutex);
    if (m_image)
        record.status.saving = m_image->status();
    return record;
}

bool ScanSession::saving() const {
    const MutexLock lock(m_imageMutex);
    return m_image && !m_image->finished();
}

Result<void> ScanSession::openImage(const SettledPlan& plan, const DriveIdentity& identity,
                                    const std::stop_token& stop) {
    const auto toSave = plan.asked.parts.empty() ? std::vector<LbaSpan>{plan.grid.span} : plan.asked.parts;
    auto image = SavedImage::open(plan.asked.saveTo, identity, toSave, m_services.places, stop);
    if (!image)
        return tl::unexpected(image.error());
    const MutexLock lock(m_imageMutex);
    m_image = std::make_shared<ImageWriter>(std::move(*image));
    m_services.image = m_image;
    return {};
}

// Where memory or threads give out, this scan ends, and the program and its other scans go on. What is said
// then was put into words before: where there is no memory, there is none for words either.
void ScanSession::run(const std::stop_token& stop) {
    try {
        try {
            scan(stop);
        } catch (const std::system_error& error) {
            Error failure = m_lackOfMemory;
            failure.answer = error.what();
            m_feed.fail(std::move(failure));
        }
    } catch (const std::bad_alloc&) {
        m_feed.fail(std::move(m_lackOfMemory));
    }
}

void ScanSession::scan(const std::stop_token& stop) {
    std::vector<Claim> claims;
    for (const std::string& name : m_services.claims) {
        auto claimed = claim(name);
        if (!claimed) {
            m_feed.fail(std::move(claimed.error()));
            return;
        }
        claims.push_back(std::move(*claimed));
    }
    auto drive = m_opener(stop);
    if (!drive) {
        m_feed.fail(std::move(drive.error()));
        return;
    }
    const DriveIdentity& identity = (*drive)->identity();
    if (m_earlier)
        if (auto refusal = whyNotContinued(*m_earlier, identity)) {
            m_feed.fail(std::move(*refusal));
            return;
        }
    auto plan = m_planner(identity).and_then(
        [&](const ScanPlan& asked) { return settlePlan(asked, identity, (*drive)->limits()); });
    if (!plan) {
        m_feed.fail(std::move(plan.error()));
        return;
    }
    if (plan->asked.way == ReadWay::verify && plan->asked.blockSectors == 0 && !m_earlier) {
        VerifyBlock chosen = chooseVerifyBlock(**drive, *plan, stop);
        plan->grid.blockSectors = chosen.sectors;
        m_services.silentAt = chosen.silentAt;
        m_services.met = std::move(chosen.met);
    }
    // What comes of it has to be kept, too.
    if (!memoryIsThere(roomToWorkIn, Plate::mostMemoryBytes(plan->grid.blocks())))
        throw std::bad_alloc();
    if (!plan->asked.saveTo.empty())
        if (auto opened = openImage(*plan, identity, stop); !opened) {
            m_feed.fail(std::move(opened.error()));
            return;
        }
    m_services.earlier = m_earlier ? &*m_earlier : nullptr;
    const auto firstKept = m_services.firstKept;
    Engine engine(**drive, *plan, m_limits, m_pause, m_feed, std::move(m_services));
    m_earlier.reset();
    if (firstKept)
        firstKept->wait(firstKeptPatience, stop);
    engine.run(stop);
}

} // namespace orbita
