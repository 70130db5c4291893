// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/scan/interludes/interlude.h"
#include "core/scan/scan_model.h"
#include "core/scan/scan_services.h"

#include <utility>

namespace orbita {

// What the scan has found and confirmed is treated while it waits, patch by patch, by leave that was given
// before it began. A patch is taken once all around it has been read, so that nothing of it is still to come.
class TreatingAlong final : public Interlude {
public:
    // `along`: null where nothing is treated. `model` must outlive this.
    TreatingAlong(std::shared_ptr<AlongTreatment> along, ScanModel& model)
        : m_along(std::move(along)), m_model(model) {}

    // Looks every few seconds.
    [[nodiscard]] bool due(Nanoseconds now) override;
    void run(Interruptible& scan) override;
    // Nothing more will be read: what is left is treated now.
    void finish(Interruptible& scan);
    // The leave holds no more, for this reason.
    void end(Interruptible& scan, TreatmentStop why);
    // True once after the drive was written to: what it was told of its own settings is told anew.
    [[nodiscard]] bool hasTreated() { return std::exchange(m_treated, false); }

private:
    [[nodiscard]] std::vector<LedgerEntry> ripe(bool all);
    void treat(Interruptible& scan);

    std::shared_ptr<AlongTreatment> m_along;
    ScanModel& m_model;
    Nanoseconds m_lookAt{};
    SpanSet m_done; // tried, whatever came of it
    std::vector<LedgerEntry> m_ripe;
    bool m_treated = false;
};

} // namespace orbita
