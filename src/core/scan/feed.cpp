// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/feed.h"

namespace orbita {

namespace {
// A drive that is dying everywhere must not fill this computer's memory with words.
constexpr std::size_t longestTape = 100'000;
} // namespace

void ScanFeed::begin(const DriveIdentity& identity, const DriveLimits& limits, const SettledPlan& plan,
                     std::shared_ptr<const Plate> plate) {
    const std::scoped_lock lock(m_mutex);
    m_identity = identity;
    m_limits = limits;
    m_plan = plan;
    m_plate = std::move(plate);
}

void ScanFeed::publish(const ScanStatus& status) {
    const std::scoped_lock lock(m_mutex);
    m_status = status;
    m_status.totals.covered.value = m_coveredSectors;
    m_status.ledgerVersion = m_ledger.version();
    m_status.tapeLength = m_tape.size();
}

void ScanFeed::append(TapeEntry entry) {
    const std::scoped_lock lock(m_mutex);
    const bool always = entry.kind == TapeKind::ended || entry.kind == TapeKind::stopRule ||
                        entry.kind == TapeKind::ruleAsks || entry.kind == TapeKind::continued;
    if (m_tape.size() == longestTape)
        entry.kind = always ? entry.kind : TapeKind::tooMany;
    if (m_tape.size() <= longestTape || always)
        m_tape.push_back(entry);
    m_status.tapeLength = m_tape.size();
}

void ScanFeed::restore(const std::vector<LedgerEntry>& ledger, std::vector<TapeEntry> tape,
                       const SpanSet& covered) {
    const std::scoped_lock lock(m_mutex);
    for (const LedgerEntry& entry : ledger)
        m_ledger.add(entry);
    m_tape = std::move(tape);
    m_covered = covered;
    m_coveredSectors = covered.total().value;
}

void ScanFeed::cover(LbaSpan span) {
    const std::scoped_lock lock(m_mutex);
    if (m_covered.empty() || span.first >= m_covered.spans().back().end())
        m_coveredSectors += span.count.value;
    else
        for (const LbaSpan& gap : m_covered.gaps(span)) // what is covered already counts once
            m_coveredSectors += gap.count.value;
    m_covered.add(span);
}

void ScanFeed::uncover(LbaSpan span) {
    const std::scoped_lock lock(m_mutex);
    m_covered.remove(span);
    m_coveredSectors = m_covered.total().value;
}

void ScanFeed::addDefect(const LedgerEntry& entry) {
    const std::scoped_lock lock(m_mutex);
    m_ledger.add(entry);
    m_status.ledgerVersion = m_ledger.version();
}

void ScanFeed::removeDefects(LbaSpan span) {
    const std::scoped_lock lock(m_mutex);
    m_ledger.remove(span);
    m_status.ledgerVersion = m_ledger.version();
}

SectorCount ScanFeed::unreadable() const {
    const std::scoped_lock lock(m_mutex);
    return m_ledger.unreadable();
}

bool ScanFeed::isCovered(LbaSpan span) const {
    const std::scoped_lock lock(m_mutex);
    return m_covered.contains(span);
}

SectorCount ScanFeed::covered() const {
    const std::scoped_lock lock(m_mutex);
    return {m_coveredSectors};
}

void ScanFeed::fail(Error error) {
    const std::scoped_lock lock(m_mutex);
    m_error = std::move(error);
    m_status.phase = ScanPhase::ended;
}

ScanStatus ScanFeed::status() const {
    const std::scoped_lock lock(m_mutex);
    return m_status;
}

std::vector<LedgerEntry> ScanFeed::ledger() const {
    const std::scoped_lock lock(m_mutex);
    return m_ledger.entries();
}

std::vector<TapeEntry> ScanFeed::tape(std::size_t from) const {
    const std::scoped_lock lock(m_mutex);
    if (from >= m_tape.size())
        return {};
    return {m_tape.begin() + static_cast<std::ptrdiff_t>(from), m_tape.end()};
}

SpanSet ScanFeed::coveredSpans() const {
    const std::scoped_lock lock(m_mutex);
    return m_covered;
}

std::shared_ptr<const Plate> ScanFeed::plate() const {
    const std::scoped_lock lock(m_mutex);
    return m_plate;
}

DriveIdentity ScanFeed::identity() const {
    const std::scoped_lock lock(m_mutex);
    return m_identity;
}

DriveLimits ScanFeed::limits() const {
    const std::scoped_lock lock(m_mutex);
    return m_limits;
}

SettledPlan ScanFeed::plan() const {
    const std::scoped_lock lock(m_mutex);
    return m_plan;
}

std::optional<Error> ScanFeed::error() const {
    const std::scoped_lock lock(m_mutex);
    return m_error;
}

void ScanFeed::tellKnown(const std::vector<KnownSectors>& known) {
    const std::scoped_lock lock(m_mutex);
    m_known = known;
}

void ScanFeed::tellStandstills(const std::vector<Standstill>& standstills) {
    const std::scoped_lock lock(m_mutex);
    m_standstills = standstills;
}

std::vector<Standstill> ScanFeed::standstills() const {
    const std::scoped_lock lock(m_mutex);
    return m_standstills;
}

std::vector<KnownSectors> ScanFeed::known() const {
    const std::scoped_lock lock(m_mutex);
    return m_known;
}

} // namespace orbita
