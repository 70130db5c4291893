// SPDX-License-Identifier: GPL-3.0-or-later
// The window: the rack on the left, the station on the right.
#pragma once

#include "app/casebook/casebook_page.h"
#include "app/rack/rack_view.h"
#include "app/shell/action_finder.h"
#include "app/shell/drive_header.h"
#include "app/shell/leaving.h"

#include <QMainWindow>
#include <QStackedWidget>
#include <QTimer>

namespace orbita::app {

class AppWindow final : public QMainWindow {
    Q_OBJECT
public:
    explicit AppWindow(RackModel::Source source);

    [[nodiscard]] RackModel& rack() { return m_rack; }
    // The station of that type; one of stationRows().
    template <class Of>
    [[nodiscard]] Of& station() {
        return *findChild<Of*>();
    }
    // By the id of its row.
    void showStation(const QString& station);
    // Everything that can be done: the window's, then each station's, in their order.
    [[nodiscard]] std::vector<ListedAction> actions() const;
    // Opens what is named and chooses it; tells what is wrong in the status line.
    void open(const QString& name);

protected:
    // Once what was found is kept; the window is there, and says so, for as long as that takes.
    void closeEvent(QCloseEvent* event) override;

private:
    QWidget* makeRail();
    QWidget* makeStage();
    void setController(DriveController* controller);
    void addStations();
    void addWindowActions();
    Action& addWindowAction(const char* id, const QString& text, const QKeySequence& key,
                            std::function<void()> act);
    void listen(Action& action, const QString& station);
    void showPage(std::size_t station);
    void showCasebook();
    void assess();
    void openIdentity();
    void openGuide();
    void openSettings();
    void remindOfCustomers();
    void perform(const QString& action);
    void find();
    void showKeys();
    void openDialog();
    void openBatchSheet();
    void sortRack();
    void choose(int row);
    void tell(const QString& message);

    RackModel m_rack;
    RackView* m_rackView;
    DriveHeader* m_header;
    QStackedWidget* m_pages;
    CasebookPage* m_casebook;
    std::size_t m_page = 0; // the station in view, or that was before the casebook
    std::vector<StationRow> m_rows;
    std::vector<Station*> m_stations; // one for each row
    std::vector<Action*> m_actions;   // the window's own
    DriveController* m_controller = nullptr;
    QLabel* m_told;
    Leaving* m_leaving = nullptr;
    QTimer m_frames;  // while a drive is lively
    QTimer m_toldFor; // until what is told goes again
};

} // namespace orbita::app
