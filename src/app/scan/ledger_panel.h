// SPDX-License-Identifier: GPL-3.0-or-later
// The ledger as a table, with what is listed chosen above it.
#pragma once

#include "app/scan/ledger_model.h"
#include "app/scan/lens.h"

#include <QComboBox>
#include <QLabel>
#include <QTableView>

namespace orbita::app {

class LedgerPanel final : public QWidget {
    Q_OBJECT
public:
    explicit LedgerPanel(Lens& lens, QWidget* parent = nullptr);
    void setController(const DriveController* controller);
    void refresh();
    [[nodiscard]] const LedgerModel& model() const { return m_model; }
    [[nodiscard]] QTableView& table() { return *m_table; }

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void choose(const QModelIndex& index);
    void followSelection();
    void filterAsChosen();
    void followShown();
    void listPatches();
    void sortBy(int column);

    Lens& m_lens;
    LedgerModel m_model;
    QComboBox* m_grade;
    QComboBox* m_standing;
    QComboBox* m_patch;
    QLabel* m_empty; // in place of a table with nothing in it
    QTableView* m_table;
    bool m_choosing = false;
};

} // namespace orbita::app
