// SPDX-License-Identifier: GPL-3.0-or-later
// The casebook as a view: every drive ever seen, found again; one drive's life, and two of its visits
// compared; and what the casebook is looked after with.
#pragma once

#include "app/casebook/casebook_reader.h"
#include "app/casebook/comparison_view.h"
#include "app/casebook/counters_model.h"
#include "app/casebook/found_model.h"
#include "app/casebook/life_model.h"
#include "app/shell/action.h"
#include "app/theme/one_line.h"

#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QListView>
#include <QPushButton>
#include <QStackedWidget>
#include <QTableView>
#include <QTimer>

namespace orbita::app {

class CasebookPage final : public QWidget {
    Q_OBJECT
public:
    explicit CasebookPage(CasebookKeeper& keeper, QWidget* parent = nullptr);

    // What can be done here, for the keys and the finder.
    [[nodiscard]] const std::vector<Action*>& pageActions() const { return m_actions; }
    // Looks again, and puts the cursor where something can be typed.
    void enter();

signals:
    void told(const QString& message);
    void scanWanted(std::int64_t scan); // to be opened in the rack
    void leaveWanted();

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    QWidget* makeSearch();
    QWidget* makeLife();
    QWidget* makeFoot();
    void addPageAction(const char* id, const QString& text, QPushButton* button, const QKeySequence& key);
    void search();
    void showFound(const CasebookHits& hits);
    void openChosen();
    void showLife(const KnownLife& known);
    void compareChosen();
    void say(const QString& text);

    void openMap();
    void exportCase();
    void takeIn();
    void backUp();
    void check();
    void forget();

    CasebookKeeper& m_keeper;
    CasebookReader m_reader;
    QLineEdit* m_words;
    QComboBox* m_ruling;
    QComboBox* m_complaint;
    QComboBox* m_when;
    QLabel* m_count;
    QListView* m_list;
    FoundModel* m_found;
    QStackedWidget* m_stage;
    QLabel* m_notice;
    OneLine* m_title;
    QTableView* m_visits;
    LifeModel* m_life;
    QLabel* m_compared;
    ComparisonView* m_comparison;
    QLabel* m_place;
    QTableView* m_counters;
    CountersModel* m_changes;
    QLabel* m_answer;
    QPushButton* m_openMap;
    QPushButton* m_export;
    std::vector<Action*> m_actions;
    std::vector<KeptScan> m_scans; // of the drive that is open
    std::int64_t m_drive = 0;
    QTimer m_typed;
};

} // namespace orbita::app
