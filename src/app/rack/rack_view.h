// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/rack/rack_model.h"

#include <QListView>

namespace orbita::app {

// The rack: each drive as a card with its dial.
class RackView final : public QListView {
    Q_OBJECT
public:
    explicit RackView(RackModel& rack, QWidget* parent = nullptr);

signals:
    void driveChosen(orbita::app::DriveController* controller);

protected:
    void currentChanged(const QModelIndex& current, const QModelIndex& previous) override;

private:
    RackModel& m_rack;
};

} // namespace orbita::app
