// SPDX-License-Identifier: GPL-3.0-or-later
// How late blocks answer: the distribution of the excess over the baseline.
#pragma once

#include "app/rack/drive_desk.h"

#include <qcustomplot.h>

namespace orbita::app {

class LatenessView final : public QCustomPlot {
    Q_OBJECT
public:
    explicit LatenessView(QWidget* parent = nullptr);
    void setDesk(const DriveDesk* desk);
    void refresh();

private:
    void dress();

    const DriveDesk* m_desk = nullptr;
    std::array<QCPBars*, gradeCount> m_bars{};
    QSharedPointer<QCPAxisTickerText> m_marks;
};

} // namespace orbita::app
