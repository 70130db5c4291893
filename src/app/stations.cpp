// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/stations.h"

#include "app/intake/intake_station.h"
#include "app/judge/judge_station.h"
#include "app/scan/scan_station.h"
#include "app/treat/treat_station.h"
#include "app/vitals/vitals_station.h"

#include <QCoreApplication>

namespace orbita::app {

namespace {

QString tr(const char* text) {
    return QCoreApplication::translate("stations", text);
}

template <class Of>
Station* make(QWidget* parent) {
    return new Of(parent);
}

} // namespace

std::vector<StationRow> stationRows() {
    return {
        {"intake", tr("Intake"), tr("Go to Intake"), Qt::Key_F2, make<IntakeStation>},
        {"vitals", tr("Vitals"), tr("Go to Vitals"), Qt::Key_F3, make<VitalsStation>},
        {"scan", tr("Scan"), tr("Go to Scan"), Qt::Key_F4, make<ScanStation>},
        {"treat", tr("Treat"), tr("Go to Treat"), Qt::Key_F11, make<TreatStation>},
        {"judge", tr("Judge"), tr("Go to Judge"), Qt::CTRL | Qt::Key_J, make<JudgeStation>},
    };
}

} // namespace orbita::app
