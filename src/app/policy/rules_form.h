// SPDX-License-Identifier: GPL-3.0-or-later
// What a house policy rules by besides limits: what single findings make of a drive, and what is to be known
// before a drive is ruled on.
#pragma once

#include "core/policy/ruling_policy.h"

#include <QCheckBox>
#include <QComboBox>
#include <QDoubleSpinBox>
#include <QSpinBox>
#include <QWidget>
#include <array>

namespace orbita::app {

class RulesForm final : public QWidget {
    Q_OBJECT
public:
    explicit RulesForm(QWidget* parent = nullptr);

    void show(const RulingPolicy& ruling);
    // Enters what stands here; limits stay as they are.
    void read(RulingPolicy& ruling) const;

signals:
    void edited();

private:
    std::array<QComboBox*, 7> m_fates{};
    QComboBox* m_vitals;
    QCheckBox* m_selfTest;
    QDoubleSpinBox* m_percent;
    QSpinBox* m_fresh;
    QCheckBox* m_sample;
    QDoubleSpinBox* m_samplePercent;
    QSpinBox* m_watch;
    bool m_showing = false;
};

} // namespace orbita::app
