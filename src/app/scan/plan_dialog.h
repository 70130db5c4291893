// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/rack/drive_desk.h"

#include <QComboBox>
#include <QDialog>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QSpinBox>

namespace orbita::app {

// The plan of a drive's next scan. Not modal; says at once what is wrong, and reads the plan out as a
// sentence.
class PlanDialog final : public QDialog {
    Q_OBJECT
public:
    PlanDialog(DriveDesk& desk, QWidget* parent);

private:
    [[nodiscard]] Result<ScanPlan> plan() const;
    void check();
    void take();

    DriveDesk& m_desk;
    QLineEdit* m_span;
    QComboBox* m_block;
    QDoubleSpinBox* m_limit;
    QSpinBox* m_stop;
    QLabel* m_sentence;
    QPushButton* m_ok;
};

} // namespace orbita::app
