// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/target/open_treatment.h"

#include "core/target/logged_action.h"

namespace orbita {

namespace {

constexpr std::size_t mostSpans = 4000; // of an order; beyond, one from the first to the last
constexpr Nanoseconds leaveLasts = std::chrono::hours{24};

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
    if (order.spans.size() > mostSpans)
        order.spans = {spanBetween(order.spans.front().first, order.spans.back().end())};
    order.reason = plan.reason;
    order.lasting = leaveLasts;
    order.data = plan.data;
    order.againstAdvice = plan.againstAdvice;
    order.policyAllows = consent.policyAllows;
    order.serialOnLabel = m_serialOnLabel;
    order.confirmation = consent.confirmation;
    order.journal = journal;
    return m_drive->askLeave(order);
}

Result<TreatmentJournal> OpenTreatment::begin(const TreatmentPlan& plan, const TreatmentConsent& consent,
                                              const std::string& folder, std::int64_t startedAt,
                                              const std::vector<Spot>& spots) {
    if (!consent.overruled.empty())
        if (auto noted = doLogged(m_target, m_actionLog, ActionKind::adviceOverruled,
                                  {{"what", "treatment"}, {"reasons", consent.overruled}});
            !noted)
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

Result<OpenTreatment::TakenUp> OpenTreatment::takeUp(const std::string& path,
                                                     const TreatmentConsent& consent) {
    const auto looked = TreatmentJournal::read(path);
    if (!looked)
        return tl::unexpected(looked.error());
    if (!sameDrive(driveIdOf(looked->drive), driveIdOf(m_drive->identity())))
        return tl::unexpected(Error{Error::Kind::refusedUnsafe,
                                    "going on with the treatment",
                                    path,
                                    {"it is of {} {}", {looked->drive.model, looked->drive.serial}},
                                    "Attach that drive, or name its journal."});
    auto journal = TreatmentJournal::open(path, rulesFor(m_target, PlaceFor::record));
    if (!journal)
        return tl::unexpected(journal.error());
    auto told = journal->told();
    if (!told)
        return tl::unexpected(told.error());
    if (const auto leave = askLeave(told->plan, consent, journal->path()); !leave)
        return tl::unexpected(leave.error());
    return TakenUp{std::move(*journal), std::move(*told)};
}

} // namespace orbita
