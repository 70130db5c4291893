// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/target/treated_session.h"

#include "core/drive/link/reader_link.h"
#include "core/families/plain/plain_drive.h"
#include "core/session/open_action_log.h"
#include "core/target/open_session.h"
#include "core/treat/refresh/refresh_plan.h"
#include "core/vitals/read_vitals.h"

namespace orbita {

namespace {

constexpr Nanoseconds treatmentPatience = std::chrono::seconds{60};
constexpr Nanoseconds longestAnswer = std::chrono::seconds{65}; // a little more than the system waits
constexpr Nanoseconds lookSlice = std::chrono::milliseconds{50};
constexpr std::uint32_t handedOver = 1U << 20U;

struct OpenedForTreatment {
    std::unique_ptr<DriveSession> session;
    std::unique_ptr<Drive> drive;
    Family speaks = Family::plain;
    std::uint32_t nameSpace = 1;
};

Result<OpenedForTreatment> openByCommandsFor(const Target& target, bool paced, const std::string& actionLog) {
    // Without the stop: what has begun to be written is waited for.
    auto session = openSession(target, paced, {}, actionLog);
    if (!session)
        return tl::unexpected(session.error());
    OpenedForTreatment opened;
    opened.session = std::move(*session);
    CommandPath way = std::move(opened.session->reading());
    opened.speaks = way.speaks;
    opened.nameSpace = way.nameSpace;
    const auto open = familyOf(way.speaks).open;
    auto drive = open(std::move(way), target.identity, treatmentPatience);
    if (!drive)
        return tl::unexpected(drive.error());
    opened.drive = std::move(*drive);
    return opened;
}

Result<OpenedForTreatment> openPlainFor(const Target& target, const std::string& actionLog,
                                        const std::stop_token& stop) {
    auto log = openActionLog(actionLog, rulesFor(target, PlaceFor::record));
    if (!log)
        return tl::unexpected(log.error());
    auto reader = openReaderLink(target.name, treatmentPatience, stop, Family::plain, log->file());
    if (!reader)
        return tl::unexpected(reader.error());
    OpenedForTreatment opened;
    CommandPath way;
    way.path = target.name;
    const DriveId meant = driveIdOf(target.identity);
    auto session = DriveSession::open(std::move(way), reader->orders, meant, treatmentPatience);
    if (!session)
        return tl::unexpected(session.error());
    opened.session = std::move(*session);
    if (auto same = standsWhereItStood(*opened.session, target, meant); !same)
        return tl::unexpected(same.error());
    auto drive = plainDriveOver(std::move(reader->link), reader->facts, target.name, target.identity);
    if (!drive)
        return tl::unexpected(drive.error());
    opened.drive = std::move(*drive);
    return opened;
}

} // namespace

Result<std::unique_ptr<TreatedSession>> TreatedSession::open(const Target& target, bool paced,
                                                             const std::string& actionLog,
                                                             const std::stop_token& stop) {
    auto opened = target.takesCommands() ? openByCommandsFor(target, paced, actionLog)
                                         : openPlainFor(target, actionLog, stop);
    if (!opened)
        return tl::unexpected(opened.error());
    if (!opened->drive->link().handOverReads(HandOver::whole, handedOver))
        return tl::unexpected(Error{Error::Kind::unusable,
                                    "opening for treatment",
                                    target.name,
                                    "what is read from it is not handed over",
                                    {}});
    std::unique_ptr<TreatedSession> treated(new TreatedSession);
    treated->m_session = std::move(opened->session);
    treated->m_drive = std::move(opened->drive);
    treated->m_known = target.identity;
    treated->m_speaks = opened->speaks;
    treated->m_nameSpace = opened->nameSpace;
    treated->m_stop = stop;
    return treated;
}

TreatedSession::~TreatedSession() {
    if (m_grant && !m_lost)
        (void)m_session->endWriting(*m_grant);
}

Result<void> TreatedSession::askLeave(const GrantOrder& order) {
    auto grant = m_session->grantWriting(order);
    if (!grant)
        return tl::unexpected(grant.error());
    m_grant = std::move(*grant);
    // As long as it likes to try: what an earlier scan has shortened is put back.
    if (m_speaks != Family::plain)
        (void)m_session->restoreErrorRecovery(std::chrono::seconds{10});
    return {};
}

SectorCount TreatedSession::mostAtOnce() const {
    std::uint32_t most = std::min(m_drive->limits().maxSectors, handedOver / identity().logicalBytes);
    if (m_grant && m_grant->ways.mostSectors != 0)
        most = std::min(most, m_grant->ways.mostSectors);
    const std::uint64_t per = identity().sectorsPerPhysical();
    return {std::max<std::uint64_t>(per, most / per * per)};
}

std::uint32_t TreatedSession::refreshBlock() const {
    return orbita::refreshBlock(identity(), static_cast<std::uint32_t>(mostAtOnce().value));
}

SpotRead TreatedSession::readBy(const LbaSpan& span, ReadWay way) {
    SpotRead whole;
    whole.outcome = Outcome::answered;
    const std::uint64_t most = std::min<std::uint64_t>(m_drive->limits().maxSectors, mostAtOnce().value);
    for (std::uint64_t at = span.first.value; at < span.end().value && whole.outcome == Outcome::answered;
         at += most) {
        SpotRead none;
        if (m_lost)
            return none;
        const LbaSpan part = intersection({{at}, {most}}, span);
        const ReadRequest request{++m_tag, part, std::chrono::hours{1}, way};
        m_drive->submit({&request, 1});
        ReadAnswer answer;
        const Nanoseconds until = now() + longestAnswer;
        while (m_drive->reap({&answer, 1}, lookSlice) == 0)
            if (now() >= until || m_stop.stop_requested()) {
                m_drive->link().abandon();
                m_lost = true;
                return none;
            }
        whole.outcome = answer.verdict.outcome;
        whole.firstBad = answer.verdict.firstBad;
        whole.latency += answer.latency;
        if (way != ReadWay::verify && answer.verdict.outcome == Outcome::answered)
            whole.data.insert(whole.data.end(), answer.data.begin(), answer.data.end());
    }
    if (whole.outcome != Outcome::answered)
        whole.data.clear();
    return whole;
}

SpotRead TreatedSession::read(const LbaSpan& span) {
    return readBy(span, ReadWay::read);
}

bool TreatedSession::checksMedium() const {
    return m_drive->limits().pastCache.has_value() && !m_checksLie;
}

SpotRead TreatedSession::check(const LbaSpan& span) {
    return readBy(span, checksMedium() ? *m_drive->limits().pastCache : ReadWay::read);
}

Result<WriteAnswer> TreatedSession::write(WriteKind kind, const LbaSpan& span,
                                          std::vector<std::byte> contents) {
    if (!m_grant || m_lost)
        return tl::unexpected(Error{Error::Kind::refusedUnsafe, "writing to", identity().path,
                                    "nobody gave leave to write there", "Nothing was written."});
    // What the system carries to the drive at once, as with reading. The first part that is not taken ends
    // it.
    const std::uint64_t most = mostAtOnce().value;
    const std::uint64_t each = contents.size() / std::max<std::uint64_t>(span.count.value, 1);
    Result<WriteAnswer> whole = WriteAnswer{};
    Nanoseconds latency{};
    for (std::uint64_t at = 0; at < span.count.value; at += most) {
        const LbaSpan part = intersection({{span.first.value + at}, {most}}, span);
        const auto from = contents.begin() + static_cast<std::ptrdiff_t>(at * each);
        whole = m_session->write(*m_grant, kind, part,
                                 {from, from + static_cast<std::ptrdiff_t>(part.count.value * each)});
        if (!whole) {
            m_lost = m_lost || whole.error().kind == Error::Kind::noAnswer;
            return whole;
        }
        latency += whole->latency;
        if (whole->verdict.outcome != Outcome::answered)
            break;
    }
    whole->latency = latency;
    return whole;
}

std::optional<Vitals> TreatedSession::vitals() {
    if (m_speaks == Family::plain || m_lost)
        return std::nullopt;
    Enquiry enquiry(m_drive->link(), m_speaks, identity().path, std::chrono::seconds{20}, m_stop,
                    m_nameSpace);
    Vitals vitals = readVitals(enquiry, m_known);
    if (enquiry.lost()) {
        m_lost = true;
        return std::nullopt;
    }
    return vitals;
}

void TreatedSession::wait(Nanoseconds time) {
    constexpr Nanoseconds slice = std::chrono::milliseconds{100};
    for (const Nanoseconds until = now() + time; now() < until && !m_stop.stop_requested();)
        m_drive->clock().sleep(std::min(slice, until - now()));
}

} // namespace orbita
