// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/scan/scan_services.h"
#include "core/target/open_treatment.h"
#include "core/treat/treater.h"

namespace orbita {

// How far what a scan finds is treated, who agreed to it, and where it is written down.
struct AlongOrder {
    AllowedSteps steps;
    TreatmentLimits limits;
    DataElsewhere data = DataElsewhere::notAsked;
    bool againstAdvice = false;
    TreatmentConsent consent;
    std::string actionLog;
    std::string folder; // of the journal
    std::int64_t startedAt = 0;
};

// "Treat as you go": patch by patch, each time in a session of its own with leave for these places only,
// which the gate gives afresh: what was mounted, changed or swapped since is noticed. One journal for all of
// them.
class TreatAlong final : public AlongTreatment {
public:
    // `paced`: as TreatedSession::open().
    TreatAlong(Target target, bool paced, AlongOrder order)
        : m_target(std::move(target)), m_paced(paced), m_order(std::move(order)) {}
    ~TreatAlong() override;

    // Before the scan begins: asks for leave as it will be asked for later, gives it back, and begins the
    // journal. Errors: as OpenTreatment::begin(); the scan is not to begin then.
    Result<void> begin(const std::stop_token& stop);
    TreatedAlong treat(const std::vector<LedgerEntry>& defects, const std::vector<LedgerEntry>& ledger,
                       const SpanSet& covered, const std::stop_token& stop) override;

    // Why the last patch was not treated, or not to its end, where that is an error.
    [[nodiscard]] std::optional<Error> error() const;
    [[nodiscard]] std::string journal() const;

private:
    [[nodiscard]] TreatmentPlan planFor(const DriveIdentity& drive) const;
    TreatedAlong over(TreatmentStop why, std::optional<Error> error = {});

    Target m_target;
    bool m_paced;
    AlongOrder m_order;
    std::optional<TreatmentJournal> m_journal;
    std::vector<SpotResult> m_results; // of all patches so far
    std::vector<LbaSpan> m_newDefects;
    mutable Mutex m_mutex;
    std::optional<Error> m_error GUARDED_BY(m_mutex);
    std::string m_path GUARDED_BY(m_mutex);
};

} // namespace orbita
