// SPDX-License-Identifier: GPL-3.0-or-later
// What a policy that is being edited would change: on the drive in view, and on everything that was ever
// ruled.
#pragma once

#include "core/judge/policy_trial.h"

#include <QLabel>
#include <QListWidget>
#include <QWidget>

namespace orbita::app {

class TrialPanel final : public QWidget {
    Q_OBJECT
public:
    explicit TrialPanel(QWidget* parent = nullptr);

    // Of the drive in view; null: nothing is known of it yet.
    void setEvidence(const Evidence* evidence);
    // The latest first; `more`: there are older ones.
    void setPast(std::vector<PastRuling> past, bool more);
    void setPastError(const QString& why);
    void show(const HousePolicy& before, const HousePolicy& after);

private:
    void tell(const HousePolicy& before, const HousePolicy& after);

    std::optional<Evidence> m_evidence;
    std::optional<std::vector<PastRuling>> m_past;
    bool m_more = false;
    QString m_error;
    QLabel* m_drive;
    QLabel* m_count;
    QListWidget* m_list;
    std::optional<std::pair<HousePolicy, HousePolicy>> m_shown;
};

} // namespace orbita::app
