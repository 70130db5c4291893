// SPDX-License-Identifier: GPL-3.0-or-later
// All that a drive says it is and can, on one sheet, to be read and copied. Not modal.
#pragma once

#include "app/rack/drive_controller.h"

#include <QDialog>
#include <QLabel>
#include <QPointer>
#include <QPushButton>
#include <QScrollArea>

namespace orbita::app {

class IdentityDialog final : public QDialog {
    Q_OBJECT
public:
    explicit IdentityDialog(DriveController& drive, QWidget* parent = nullptr);

private:
    void refresh();

    QPointer<DriveController> m_drive;
    QLabel* m_about;
    QScrollArea* m_scroll;
    QPushButton* m_ask;
    QPushButton* m_copy;
};

} // namespace orbita::app
