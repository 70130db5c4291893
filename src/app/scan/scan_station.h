// SPDX-License-Identifier: GPL-3.0-or-later
// The Scan station: plate, tallies, answers as they come and trace on the left, figures, judgement and lists
// on the right, the action bar at the foot.
#pragma once

#include "app/scan/action_bar.h"
#include "app/scan/answer_view.h"
#include "app/scan/lateness_view.h"
#include "app/scan/ledger_panel.h"
#include "app/scan/plate_view.h"
#include "app/scan/progress_panel.h"
#include "app/scan/tally_bar.h"
#include "app/scan/tape_panel.h"
#include "app/scan/trace_view.h"
#include "app/shell/station.h"
#include "app/theme/one_line.h"

#include <QComboBox>
#include <QElapsedTimer>
#include <QStackedWidget>

namespace orbita::app {

class ScanStation final : public Station {
    Q_OBJECT
public:
    explicit ScanStation(QWidget* parent = nullptr);

    // Null: nothing chosen.
    void setController(DriveController* controller) override;
    [[nodiscard]] NodeState nodeOf(const DriveController& controller) const override;
    [[nodiscard]] std::vector<ViewKey> viewKeys() const override;
    [[nodiscard]] DriveController* controller() const { return m_controller; }
    [[nodiscard]] Lens& lens() { return m_lens; }
    [[nodiscard]] PlateView& plate() { return *m_plate; }

    // Writes the scan in view; the kind of file follows from its ending.
    void exportTo(const QString& path);

private:
    void addActions();
    void copySelection();
    void scanSelection();
    void treatSelection();
    void openPlan();
    void openSaveTo();
    void openExport();
    void refreshNumbers();
    void refreshDefects();
    void refreshState();
    void refreshScans();
    void refreshSelection();
    void refreshNotice();
    QWidget* makeSelectionRow();
    QWidget* makeBelow();
    void showBelow(bool ledger);
    void refreshAnswers();
    QWidget* makeSide();

    Lens m_lens;
    DriveController* m_controller = nullptr;
    QComboBox* m_scans;
    QStackedWidget* m_stage;
    QLabel* m_notice;
    PlateView* m_plate;
    TallyBar* m_tallies;
    OneLine* m_selection;
    QPushButton* m_copy;
    QPushButton* m_scanSpan;
    QPushButton* m_treatSpan;
    QPushButton* m_showAll;
    AnswerView* m_answers;
    OneLine* m_readout;
    QPushButton* m_holdStill;
    QPushButton* m_chartsTab;
    QPushButton* m_ledgerTab;
    QStackedWidget* m_below; // the charts, or the ledger
    TraceView* m_trace;
    ProgressPanel* m_progress;
    QLabel* m_judgement;
    QLabel* m_latenessHeading = nullptr;
    LatenessView* m_lateness;
    TapePanel* m_tape;
    LedgerPanel* m_ledger;
    ActionBar* m_actions;
    QElapsedTimer m_sinceCharts;
};

} // namespace orbita::app
