// SPDX-License-Identifier: GPL-3.0-or-later
// How late blocks answer: the distribution of the excess over the baseline.
#pragma once

#include "app/rack/drive_controller.h"

#include <qcustomplot.h>

namespace orbita::app {

class LatenessView final : public QCustomPlot {
    Q_OBJECT
public:
    explicit LatenessView(QWidget* parent = nullptr);
    void setController(const DriveController* controller);
    void refresh();

private:
    void dress();

    const DriveController* m_controller = nullptr;
    std::array<QCPBars*, gradeCount> m_bars{};
    QSharedPointer<QCPAxisTickerText> m_marks;
};

} // namespace orbita::app
