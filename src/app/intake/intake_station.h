// SPDX-License-Identifier: GPL-3.0-or-later
// The Intake station: is this the drive; what uses it; what is complained of; does the data exist elsewhere.
#pragma once

#include "app/intake/parts_bar.h"
#include "app/rack/drive_controller.h"
#include "app/shell/station.h"
#include "app/shell/station_foot.h"
#include "app/visit/data_answers.h"

#include <QLabel>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QPushButton>

namespace orbita::app {

class IntakeStation final : public Station {
    Q_OBJECT
public:
    explicit IntakeStation(QWidget* parent = nullptr);
    void setController(DriveController* controller) override;
    [[nodiscard]] NodeState nodeOf(const DriveController& controller) const override;

private:
    void refresh();
    void refreshIdentity();
    void refreshEarlier();
    void refreshDone();
    void refreshHold();
    void refreshComplaint(const Visit& visit);
    void cycleHere(ComplaintMark mark);
    void edited();
    QWidget* makeHereRow(QWidget* parent);
    QWidget* makeIdentity();
    QWidget* makeStory();

    DriveController* m_controller = nullptr;
    bool m_filling = false;
    QLabel* m_model;
    QLabel* m_serial;
    QLabel* m_facts;
    QLabel* m_usesText;
    QLabel* m_remarks;
    QPushButton* m_hold;
    QLabel* m_holdNote;
    PartsBar* m_parts;
    QLabel* m_earlier;
    QLabel* m_doneHead;
    QLabel* m_done;
    std::array<QPushButton*, complaintMarks> m_marks{};
    std::array<QPushButton*, complaintMarks> m_here{}; // seen here too?
    QWidget* m_hereRow;
    QLabel* m_markNote;
    QPlainTextEdit* m_words;
    QPlainTextEdit* m_notes;
    QLineEdit* m_customer;
    QLineEdit* m_job;
    QLineEdit* m_tester;
    DataAnswers* m_data;
    StationFoot* m_foot;
};

} // namespace orbita::app
