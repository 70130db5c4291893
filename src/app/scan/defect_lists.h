// SPDX-License-Identifier: GPL-3.0-or-later
// Tape and ledger, one at a time, sharing the plate's selection.
#pragma once

#include "app/scan/defect_models.h"
#include "app/scan/lens.h"

#include <QLabel>
#include <QListView>
#include <QPushButton>
#include <QStackedWidget>

namespace orbita::app {

class DefectLists final : public QWidget {
    Q_OBJECT
public:
    explicit DefectLists(Lens& lens, QWidget* parent = nullptr);
    void setController(const DriveController* controller);
    void refresh();
    void showLedger();
    void showEventLog();

private:
    void choose(const QModelIndex& index);
    void followSelection();
    void tellIfEmpty();

    Lens& m_lens;
    EventLogModel m_tapeModel;
    LedgerModel m_ledgerModel;
    QPushButton* m_eventTab;
    QPushButton* m_ledgerTab;
    QLabel* m_empty; // in place of a list with nothing in it
    QStackedWidget* m_pages;
    QListView* m_events;
    QListView* m_ledger;
    bool m_choosing = false;
};

} // namespace orbita::app
