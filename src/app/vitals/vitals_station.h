// SPDX-License-Identifier: GPL-3.0-or-later
// The Vitals station: may the surface be read; the readings with their meaning; the drive's own tests.
#pragma once

#include "app/shell/station.h"
#include "app/shell/station_foot.h"
#include "app/vitals/readings_model.h"
#include "app/vitals/self_test_panel.h"
#include "app/vitals/trend_view.h"

#include <QListView>
#include <QStackedWidget>

namespace orbita::app {

class VitalsStation final : public Station {
    Q_OBJECT
public:
    explicit VitalsStation(QWidget* parent = nullptr);
    void setController(DriveController* controller) override;
    [[nodiscard]] NodeState nodeOf(const DriveController& controller) const override;
    void read(); // the vitals, anew

private:
    void addActions();
    void refresh();
    void refreshGate();
    void refreshNotice();
    void refreshDetail();
    QWidget* makeSide();

    DriveController* m_controller = nullptr;
    QLabel* m_gate;
    QStackedWidget* m_stage;
    QListView* m_list;
    ReadingsModel* m_model;
    QLabel* m_notice;
    QLabel* m_notes;
    QPushButton* m_enable;
    QLabel* m_detail;
    TrendView* m_trend;
    SelfTestPanel* m_tests;
    StationFoot* m_foot;
    std::string m_chosen; // the reading in view, by its identifier
};

} // namespace orbita::app
