// SPDX-License-Identifier: GPL-3.0-or-later
// Shown on leaving, for as long as something that was found is still being kept.
#pragma once

#include "app/rack/rack_model.h"

#include <QDialog>
#include <QLabel>
#include <QPushButton>
#include <QTimer>

namespace orbita::app {

class Leaving final : public QDialog {
    Q_OBJECT
public:
    // Of a rack that was told to wrap up; shows itself where that takes longer than one would notice. Once
    // `patience` (ms) is over, lets a person leave all the same.
    explicit Leaving(RackModel& rack, QWidget* parent, int patience = 5000);

    void reject() override {} // nothing to go back to: the scans have been stopped

signals:
    void allKept();
    void leftBehind(); // a person does not wait any longer

private:
    void look();

    RackModel& m_rack;
    QLabel* m_waiting;
    QLabel* m_lost;
    QPushButton* m_leave;
    QTimer m_look;
    QTimer m_shown;
    QTimer m_patience;
};

} // namespace orbita::app
