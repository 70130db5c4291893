// SPDX-License-Identifier: GPL-3.0-or-later
// "Assess this drive": its steps, which of them are left out, and how far it has come. Not modal: everything
// else stays in reach while it runs.
#pragma once

#include "app/rack/assess_controller.h"
#include "app/visit/data_answers.h"

#include <QCheckBox>
#include <QDialog>
#include <QLabel>
#include <QPointer>
#include <QPushButton>

namespace orbita::app {

class DriveController;

class AssessDialog final : public QDialog {
    Q_OBJECT
public:
    // `all`: the drives of the rack, for whoever wants all of them assessed.
    AssessDialog(DriveController& drive, std::vector<DriveController*> all, QWidget* parent = nullptr);

    [[nodiscard]] const DriveController* drive() const { return m_drive; }

signals:
    void reportWanted();

private:
    void begin();
    void refresh();
    [[nodiscard]] QString rackStand() const;

    QPointer<DriveController> m_drive;
    std::vector<QPointer<DriveController>> m_all;
    std::array<QCheckBox*, assessSteps> m_steps{};
    std::array<QLabel*, assessSteps> m_outcomes{};
    DataAnswers* m_data;
    QCheckBox* m_rack;
    QLabel* m_rackStand; // how far the rest of the rack is
    QLabel* m_answer;
    QPushButton* m_start;
    QPushButton* m_stop;
    QPushButton* m_report;
};

} // namespace orbita::app
