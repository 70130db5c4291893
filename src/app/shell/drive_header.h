// SPDX-License-Identifier: GPL-3.0-or-later
// Above every station: which drive this is, what uses it, how warm it is, and the path of its visit.
#pragma once

#include "app/rack/drive_controller.h"
#include "app/shell/station_path.h"
#include "app/theme/one_line.h"

#include <QLabel>
#include <QPushButton>

namespace orbita::app {

class DriveHeader final : public QWidget {
    Q_OBJECT
public:
    explicit DriveHeader(QWidget* parent = nullptr);
    void setController(DriveController* controller);
    // In the order of stationRows().
    void setStations(std::vector<const Station*> stations);
    void setStation(std::size_t here);

signals:
    void stationChosen(std::size_t station);
    void assessWanted();
    void identityWanted();

private:
    void refresh();
    void refreshTemperature();
    void askData();

    DriveController* m_controller = nullptr;
    std::vector<const Station*> m_stations; // in the order of stationRows()
    std::size_t m_here = 0;
    QLabel* m_name;
    OneLine* m_identity;
    QLabel* m_use;
    QLabel* m_temperature;
    QLabel* m_entry;
    QPushButton* m_data;
    QPushButton* m_assess;
    QPushButton* m_sheet;
    StationPath* m_path;
};

} // namespace orbita::app
