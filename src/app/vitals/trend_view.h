// SPDX-License-Identifier: GPL-3.0-or-later
// One reading across the visits, today's last.
#pragma once

#include "app/rack/drive_controller.h"

#include <qcustomplot.h>

namespace orbita::app {

class TrendView final : public QCustomPlot {
    Q_OBJECT
public:
    explicit TrendView(QWidget* parent = nullptr);
    // Null: nothing to show.
    void show(const VisitController* visit, const Reading* reading);

private:
    void applyTheme();
};

} // namespace orbita::app
