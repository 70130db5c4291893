// SPDX-License-Identifier: GPL-3.0-or-later
// The window: the rack on the left, the station on the right.
#pragma once

#include "app/intake/intake_station.h"
#include "app/rack/rack_view.h"
#include "app/scan/scan_station.h"
#include "app/shell/drive_header.h"
#include "app/vitals/vitals_station.h"

#include <QMainWindow>

namespace orbita::app {

class AppWindow final : public QMainWindow {
    Q_OBJECT
public:
    explicit AppWindow(RackModel::Source source);

    [[nodiscard]] RackModel& rack() { return m_rack; }
    [[nodiscard]] ScanStation& station() { return *m_station; }
    void showStation(Station station);
    // Opens what is named and chooses it; tells what is wrong in the status line.
    void open(const QString& name);

private:
    QWidget* makeRail();
    QWidget* makeStage();
    void setDesk(DriveDesk* desk);
    void readVitals();
    void addKeys();
    void showKeys();
    void openDialog();
    void choose(int row);
    void tell(const QString& message);

    RackModel m_rack;
    RackView* m_rackView;
    DriveHeader* m_header;
    IntakeStation* m_intake;
    VitalsStation* m_vitals;
    ScanStation* m_station;
    QStackedWidget* m_pages;
    QLabel* m_told;
    QTimer m_frames;
    QTimer m_toldFor; // until what is told goes again
};

} // namespace orbita::app
