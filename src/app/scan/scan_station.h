// SPDX-License-Identifier: GPL-3.0-or-later
// The Scan station: plate, tallies, answers as they come and trace on the left, figures, judgement and lists
// on the right, the action bar at the foot.
#pragma once

#include "app/scan/action_bar.h"
#include "app/scan/answer_view.h"
#include "app/scan/defect_lists.h"
#include "app/scan/lateness_view.h"
#include "app/scan/plate_view.h"
#include "app/scan/progress_panel.h"
#include "app/scan/tally_bar.h"
#include "app/scan/trace_view.h"

#include <QComboBox>
#include <QElapsedTimer>
#include <QStackedWidget>

namespace orbita::app {

class ScanStation final : public QWidget {
    Q_OBJECT
public:
    explicit ScanStation(QWidget* parent = nullptr);

    // Null: nothing chosen.
    void setDesk(DriveDesk* desk);
    [[nodiscard]] DriveDesk* desk() const { return m_desk; }
    [[nodiscard]] Lens& lens() { return m_lens; }
    [[nodiscard]] PlateView& plate() { return *m_plate; }

    // Actions that have keys of their own.
    void copySelection();
    void scanSelection();
    void openPlan();
    void plainOrProposedPlan();
    void openSaveTo();
    void openExport();
    void startOrAsk() { m_actions->startOrAsk(); }
    void pauseOrResume() { m_actions->pauseOrResume(); }
    void stop();
    void goOn();
    void replayOrEnd();
    void watchAnswers() { m_answers->setFocus(); }
    void showTape() { m_lists->showTape(); }
    void showLedger() { m_lists->showLedger(); }
    // Writes the scan in view; the kind of file follows from its ending.
    Result<void> exportTo(const QString& path);

signals:
    void told(const QString& message); // for the status line

private:
    void refreshNumbers();
    void refreshDefects();
    void refreshState();
    void refreshScans();
    void refreshSelection();
    void refreshNotice();
    QWidget* makeSelectionRow();
    QWidget* makeAnswers();
    QWidget* makeSide();

    Lens m_lens;
    DriveDesk* m_desk = nullptr;
    QComboBox* m_scans;
    QStackedWidget* m_stage;
    QLabel* m_notice;
    PlateView* m_plate;
    TallyBar* m_tallies;
    QLabel* m_selection;
    QPushButton* m_copy;
    QPushButton* m_scanSpan;
    QPushButton* m_showAll;
    AnswerView* m_answers;
    QWidget* m_answersPanel = nullptr; // with its heading
    TraceView* m_trace;
    ProgressPanel* m_progress;
    QLabel* m_judgement;
    QLabel* m_latenessHeading = nullptr;
    LatenessView* m_lateness;
    DefectLists* m_lists;
    ActionBar* m_actions;
    QElapsedTimer m_sinceCharts;
};

} // namespace orbita::app
