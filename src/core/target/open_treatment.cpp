// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/target/open_treatment.h"

#include "core/target/logged_action.h"

namespace orbita {

namespace {

constexpr std::size_t mostSpansHandedOver = 4000; // of an order; beyond, one from the first to the last
constexpr Nanoseconds leaveLasts = std::chrono::hours{24};
constexpr std::uint64_t loggedBytes = 8ULL << 30U; // what is refreshed stands in the log by such runs

} // namespace

bool serialOnLabel(const Target& target, const Vitals* vitals) {
    if (!target.takesCommands()) // of a card, it is the reader's
        return target.identity.attachment.find("USB") == std::string::npos;
    return vitals == nullptr || !vitals->has(VitalsNote::bridgeHides);
}

Result<OpenTreatment> OpenTreatment::open(const Target& target, bool paced, const std::string& actionLog,
                                          const std::stop_token& stop) {
    std::vector<Claim> claims;
    for (const std::string& name : claimsOf(target)) {
        auto mine = claim(name);
        if (!mine)
            return tl::unexpected(mine.error());
        claims.push_back(std::move(*mine));
    }
    auto held = openWithin(target, paced, actionLog, stop);
    if (held)
        held->m_claims = std::move(claims);
    return held;
}

Result<OpenTreatment> OpenTreatment::openWithin(const Target& target, bool paced,
                                                const std::string& actionLog, const std::stop_token& stop) {
    OpenTreatment held;
    held.m_target = target;
    held.m_actionLog = actionLog;
    auto drive = TreatedSession::open(target, paced, actionLog, stop);
    if (!drive)
        return tl::unexpected(drive.error());
    held.m_drive = std::move(*drive);
    held.m_vitals = held.m_drive->vitals();
    held.m_serialOnLabel = orbita::serialOnLabel(target, held.m_vitals ? &*held.m_vitals : nullptr);
    return held;
}

Result<void> OpenTreatment::askLeave(const TreatmentPlan& plan, const TreatmentConsent& consent,
                                     const std::string& journal) {
    GrantOrder order;
    order.kinds = kindsFor(plan.rules.allowed);
    if (order.kinds.empty()) // it is only read
        return {};
    for (const Spot& spot : plan.spots)
        order.spans.push_back(spot.span);
    order.reason = plan.reason;
    order.lasting = leaveLasts;
    order.data = plan.data;
    order.againstAdvice = plan.againstAdvice;
    return askLeave(std::move(order), consent, journal);
}

Result<void> OpenTreatment::askLeave(const RefreshPlan& plan, const TreatmentConsent& consent,
                                     const std::string& journal) {
    GrantOrder order;
    order.kinds = {WriteKind::refresh};
    order.spans = plan.spans;
    order.reason = plan.reason;
    order.lasting = longestGrant;
    order.data = plan.data;
    order.againstAdvice = plan.againstAdvice;
    order.run.value = loggedBytes / m_drive->identity().logicalBytes;
    return askLeave(std::move(order), consent, journal);
}

Result<void> OpenTreatment::askLeave(GrantOrder order, const TreatmentConsent& consent,
                                     const std::string& journal) {
    if (order.spans.size() > mostSpansHandedOver)
        order.spans = {spanBetween(order.spans.front().first, order.spans.back().end())};
    order.policyAllows = consent.policyAllows;
    order.serialOnLabel = m_serialOnLabel;
    order.confirmation = consent.confirmation;
    order.journal = journal;
    return m_drive->askLeave(order);
}

Result<void> OpenTreatment::noteOverruling(const TreatmentConsent& consent) {
    if (consent.overruled.empty())
        return {};
    return doLogged(m_target, m_actionLog, ActionKind::adviceOverruled,
                    {{"what", "treatment"}, {"reasons", consent.overruled}});
}

Result<TreatmentJournal> OpenTreatment::begin(const TreatmentPlan& plan, const TreatmentConsent& consent,
                                              const std::string& folder, std::int64_t startedAt,
                                              const std::vector<Spot>& spots) {
    if (auto noted = noteOverruling(consent); !noted)
        return tl::unexpected(noted.error());
    auto journal = TreatmentJournal::create(folder, rulesFor(m_target, PlaceFor::record), m_drive->identity(),
                                            plan, startedAt);
    if (!journal)
        return journal;
    TreatmentPlan asked = plan;
    if (!spots.empty())
        asked.spots = spots;
    if (const auto leave = askLeave(asked, consent, journal->path()); !leave) {
        journal->discard();
        return tl::unexpected(leave.error());
    }
    return journal;
}

// Whose journal it is.
Result<void> OpenTreatment::isOfThisDrive(const DriveIdentity& drive, const std::string& path) const {
    if (sameDrive(driveIdOf(drive), driveIdOf(m_drive->identity())))
        return {};
    return tl::unexpected(Error{Error::Kind::refusedUnsafe,
                                "going on with the treatment",
                                path,
                                {"it is of {} {}", {drive.model, drive.serial}},
                                "Attach that drive, or name its journal."});
}

template <class Journal, class Up>
Result<Up> OpenTreatment::takeUpAs(const std::string& path, const TreatmentConsent& consent) {
    const auto looked = Journal::read(path);
    if (!looked)
        return tl::unexpected(looked.error());
    if (auto ours = isOfThisDrive(looked->drive, path); !ours)
        return tl::unexpected(ours.error());
    auto journal = Journal::open(path, rulesFor(m_target, PlaceFor::record));
    if (!journal)
        return tl::unexpected(journal.error());
    auto told = journal->told();
    if (!told)
        return tl::unexpected(told.error());
    if (const auto leave = askLeave(told->plan, consent, journal->path()); !leave)
        return tl::unexpected(leave.error());
    return Up{std::move(*journal), std::move(*told)};
}

Result<OpenTreatment::TakenUp> OpenTreatment::takeUp(const std::string& path,
                                                     const TreatmentConsent& consent) {
    return takeUpAs<TreatmentJournal, TakenUp>(path, consent);
}

Result<RefreshJournal> OpenTreatment::beginRefresh(const RefreshPlan& plan, const TreatmentConsent& consent,
                                                   const std::string& folder, std::int64_t startedAt) {
    if (auto noted = noteOverruling(consent); !noted)
        return tl::unexpected(noted.error());
    auto journal = RefreshJournal::create(folder, rulesFor(m_target, PlaceFor::record), m_drive->identity(),
                                          plan, startedAt);
    if (!journal)
        return journal;
    if (const auto leave = askLeave(plan, consent, journal->path()); !leave) {
        journal->discard();
        return tl::unexpected(leave.error());
    }
    return journal;
}

Result<OpenTreatment::RefreshTakenUp> OpenTreatment::takeUpRefresh(const std::string& path,
                                                                   const TreatmentConsent& consent) {
    return takeUpAs<RefreshJournal, RefreshTakenUp>(path, consent);
}

} // namespace orbita
