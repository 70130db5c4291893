// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/claim.h"
#include "core/target/treated_session.h"
#include "core/treat/journal.h"
#include "core/treat/refresh/refresh_journal.h"

namespace orbita {

// Whether the serial number that such a drive reports stands on its label: see GrantOrder::serialOnLabel.
// `vitals`: as they were read; null: none.
bool serialOnLabel(const Target& target, const Vitals* vitals);

// Who has asked for the writing, and what he has said to it.
struct TreatmentConsent {
    std::string confirmation; // as it was typed: confirmationOf()
    bool policyAllows = true;
    std::string overruled; // the advice against it that was overruled, which is written down; empty: none
};

// A drive held for treatment, from the question whether it may be written to up to the last step: no scan of
// Orbita's uses it meanwhile. Given up again when this goes.
class OpenTreatment {
public:
    // `actionLog`, `paced`: as TreatedSession::open(). Errors: as there; a scan uses it.
    static Result<OpenTreatment> open(const Target& target, bool paced, const std::string& actionLog,
                                      const std::stop_token& stop);
    // Within a scan that has it already, and waits meanwhile.
    static Result<OpenTreatment> openWithin(const Target& target, bool paced, const std::string& actionLog,
                                            const std::stop_token& stop);

    [[nodiscard]] TreatedSession& drive() { return *m_drive; }
    [[nodiscard]] const TreatedSession& drive() const { return *m_drive; }
    // As it told them when it was opened; absent: it tells none.
    [[nodiscard]] const std::optional<Vitals>& vitals() const { return m_vitals; }
    [[nodiscard]] bool serialOnLabel() const { return m_serialOnLabel; }

    // Begins the journal in `folder` and asks for leave to write what the plan may come to. Errors: as
    // TreatmentJournal::create() and the gate; no journal is left then.
    // `spots`: where it may have to write, for a plan that is made later; its own otherwise.
    Result<TreatmentJournal> begin(const TreatmentPlan& plan, const TreatmentConsent& consent,
                                   const std::string& folder, std::int64_t startedAt,
                                   const std::vector<Spot>& spots = {});
    struct TakenUp {
        TreatmentJournal journal;
        JournalTold told;
    };
    // Goes on with one that was broken off. Errors: as TreatmentJournal::open() and the gate; it is of
    // another drive.
    Result<TakenUp> takeUp(const std::string& journal, const TreatmentConsent& consent);

    // The same for a refresh.
    Result<RefreshJournal> beginRefresh(const RefreshPlan& plan, const TreatmentConsent& consent,
                                        const std::string& folder, std::int64_t startedAt);
    struct RefreshTakenUp {
        RefreshJournal journal;
        RefreshTold told;
    };
    Result<RefreshTakenUp> takeUpRefresh(const std::string& journal, const TreatmentConsent& consent);

    // Leave to write what the plan may come to, kept in that journal. Errors: as the gate.
    Result<void> askLeave(const TreatmentPlan& plan, const TreatmentConsent& consent,
                          const std::string& journal);
    Result<void> askLeave(const RefreshPlan& plan, const TreatmentConsent& consent,
                          const std::string& journal);

private:
    OpenTreatment() = default;
    Result<void> askLeave(GrantOrder order, const TreatmentConsent& consent, const std::string& journal);
    template <class Journal, class Up>
    Result<Up> takeUpAs(const std::string& path, const TreatmentConsent& consent);
    Result<void> noteOverruling(const TreatmentConsent& consent);
    [[nodiscard]] Result<void> isOfThisDrive(const DriveIdentity& drive, const std::string& path) const;

    Target m_target;
    std::string m_actionLog;
    std::vector<Claim> m_claims;
    std::unique_ptr<TreatedSession> m_drive;
    std::optional<Vitals> m_vitals;
    bool m_serialOnLabel = true;
};

} // namespace orbita
