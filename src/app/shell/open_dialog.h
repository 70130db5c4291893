// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/rack/rack_model.h"

#include <QDialog>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>

namespace orbita::app {

// Opens what is named: a device, an image file, a scenario or a saved scan; or a scan that the casebook
// keeps. Not modal; says what is wrong in place.
class OpenDialog final : public QDialog {
    Q_OBJECT
public:
    OpenDialog(RackModel& rack, QWidget* parent);

private:
    void tryOpen();
    void browse();
    void listScans(const std::vector<KeptScan>& scans);
    void refuse(const QString& why);

    RackModel& m_rack;
    QLineEdit* m_name;
    QListWidget* m_scans;
    QLabel* m_answer;
};

} // namespace orbita::app
