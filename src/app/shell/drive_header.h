// SPDX-License-Identifier: GPL-3.0-or-later
// Above every station: which drive this is, what uses it, how warm it is, and the path of its visit.
#pragma once

#include "app/rack/drive_desk.h"
#include "app/shell/station_path.h"

#include <QLabel>
#include <QPushButton>

namespace orbita::app {

class DriveHeader final : public QWidget {
    Q_OBJECT
public:
    explicit DriveHeader(QWidget* parent = nullptr);
    void setDesk(DriveDesk* desk);
    void setStation(Station station);

signals:
    void stationChosen(orbita::app::Station station);

private:
    void refresh();
    void refreshTemperature();
    void askData();

    DriveDesk* m_desk = nullptr;
    Station m_station = Station::intake;
    QLabel* m_name;
    QLabel* m_identity;
    QLabel* m_use;
    QLabel* m_temperature;
    QLabel* m_entry;
    QPushButton* m_data;
    StationPath* m_path;
};

} // namespace orbita::app
