// SPDX-License-Identifier: GPL-3.0-or-later
// What is treated, and how far: chosen on the right of the station before it begins.
#pragma once

#include "app/rack/drive_controller.h"
#include "app/visit/data_answers.h"

#include <QCheckBox>
#include <QComboBox>
#include <QLabel>
#include <QPushButton>
#include <array>

namespace orbita::app {

class ChoicePanel final : public QWidget {
    Q_OBJECT
public:
    explicit ChoicePanel(QWidget* parent = nullptr);
    void setController(DriveController* controller);
    void refresh();

private:
    void chosen();

    DriveController* m_controller = nullptr;
    QComboBox* m_scope;
    QCheckBox* m_refresh;
    QCheckBox* m_pieced;
    QCheckBox* m_zeros;
    QCheckBox* m_reassign;
    QLabel* m_destroying;
    DataAnswers* m_data;
    QLabel* m_counts;
    QLabel* m_pastHead;
    QLabel* m_past;
    bool m_filling = false;
};

} // namespace orbita::app
