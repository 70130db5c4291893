// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/feed.h"

#include "core/scan/scan_model.h"

namespace orbita {

namespace {
constexpr int partsOfTheTime = 20;
} // namespace

void ScanFeed::begin(const DriveIdentity& identity, const DriveLimits& limits, const SettledPlan& plan,
                     std::shared_ptr<const Plate> plate) {
    const MutexLock lock(m_mutex);
    m_identity = identity;
    m_limits = limits;
    m_plan = plan;
    m_plate = std::move(plate);
}

void ScanFeed::publish(const ScanStatus& status, ScanModel& model, bool now) {
    if (model.version() != m_latest->version) {
        const Nanoseconds began = m_clock.now();
        if (now || began >= m_dueAt) {
            takeOver(model);
            const Nanoseconds ended = m_clock.now();
            m_dueAt = ended + partsOfTheTime * (ended - began);
        }
    }
    const MutexLock lock(m_mutex);
    m_status = status;
    m_status.totals.covered = m_latest->coveredSectors;
    m_status.ledgerVersion = m_latest->ledgerVersion;
    m_status.eventCount = m_events.size();
}

void ScanFeed::takeOver(ScanModel& model) {
    auto found = std::make_shared<Found>();
    found->version = model.version();
    found->ledgerVersion = model.ledger().version();
    found->ledger = found->ledgerVersion == m_latest->ledgerVersion
                        ? m_latest->ledger
                        : std::make_shared<const std::vector<LedgerEntry>>(model.ledger().entries());
    found->covered = model.covered().spans();
    found->coveredSectors = model.covered().total();
    found->standstills = model.standstills();
    found->treatments = model.treatments();
    m_latest = std::move(found);
    const MutexLock lock(m_mutex);
    m_found = m_latest;
}

std::shared_ptr<const ScanFeed::Found> ScanFeed::found() const {
    const MutexLock lock(m_mutex);
    return m_found;
}

void ScanFeed::fail(Error error) {
    const MutexLock lock(m_mutex);
    m_error = std::move(error);
    m_status.phase = ScanPhase::ended;
}

ScanStatus ScanFeed::status() const {
    const MutexLock lock(m_mutex);
    return m_status;
}

ScanFeed::Begun ScanFeed::begun() const {
    const MutexLock lock(m_mutex);
    return {m_identity, m_limits, m_plan, m_plate};
}

std::shared_ptr<const Plate> ScanFeed::plate() const {
    const MutexLock lock(m_mutex);
    return m_plate;
}

DriveIdentity ScanFeed::identity() const {
    const MutexLock lock(m_mutex);
    return m_identity;
}

SettledPlan ScanFeed::plan() const {
    const MutexLock lock(m_mutex);
    return m_plan;
}

std::optional<Error> ScanFeed::error() const {
    const MutexLock lock(m_mutex);
    return m_error;
}

void ScanFeed::tellKnown(const std::vector<KnownSectors>& known) {
    const MutexLock lock(m_mutex);
    m_known = known;
}

std::vector<KnownSectors> ScanFeed::known() const {
    const MutexLock lock(m_mutex);
    return m_known;
}

} // namespace orbita
