// SPDX-License-Identifier: GPL-3.0-or-later
// The bar at the foot: what will happen, in a sentence, and the buttons that make it happen.
#pragma once

#include "app/rack/drive_controller.h"
#include "app/theme/one_line.h"

#include <QFrame>
#include <QPushButton>

namespace orbita::app {

class ActionBar final : public QFrame {
    Q_OBJECT
public:
    explicit ActionBar(QWidget* parent = nullptr);
    void setController(DriveController* controller);
    void refresh();
    // What the keys do.
    void startOrAsk();
    void pauseOrResume();
    void replayOrEnd();

signals:
    void started();
    void planWanted();
    void saveToWanted();
    void exportWanted();

private:
    DriveController* m_controller = nullptr;
    QPushButton* m_start;
    QPushButton* m_goOn;
    QPushButton* m_pause;
    QPushButton* m_stop;
    OneLine* m_main;
    OneLine* m_detail;
    QWidget* m_question;
    std::vector<QPushButton*> m_answers;
    QPushButton* m_replay;
    QPushButton* m_plan;
    QPushButton* m_saveTo;
    QPushButton* m_plain; // or what was proposed
    QPushButton* m_export;
};

} // namespace orbita::app
