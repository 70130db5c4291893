// SPDX-License-Identifier: GPL-3.0-or-later
// The Treat station: whether it is wise, the places as cases, before and now side by side, the choice or the
// course on the right; the last question in its place before anything is written.
#pragma once

#include "app/shell/station.h"
#include "app/shell/station_foot.h"
#include "app/treat/cases_model.h"
#include "app/treat/choice_panel.h"
#include "app/treat/consent_page.h"
#include "app/treat/course_panel.h"
#include "app/treat/refresh_course.h"
#include "app/treat/refresh_map_view.h"
#include "app/treat/twin_map.h"

#include <QStackedWidget>
#include <QTableView>

namespace orbita::app {

class TreatStation final : public Station {
    Q_OBJECT
public:
    explicit TreatStation(QWidget* parent = nullptr);

    void setController(DriveController* controller) override;
    [[nodiscard]] NodeState nodeOf(const DriveController& controller) const override;
    [[nodiscard]] std::vector<ViewKey> viewKeys() const override;

protected:
    void showEvent(QShowEvent* event) override;

private:
    // What the foot's button does now.
    enum class Next : std::uint8_t { nothing, toScan, readVitals, ask, stop, scanAgain, goOn };

    void addActions();
    QWidget* makeWork();
    void ask(ConsentQuestion::About about);
    void agree(const QString& confirmation);
    void backToWork();
    void act();
    void actNext();
    void scanTreated();
    void refresh();
    void refreshAdvice();
    void refreshFoot();
    void refreshMap();
    void followTreatment();
    [[nodiscard]] bool showsCourse() const;
    [[nodiscard]] bool showsRefresh() const;
    // What can be gone on with: a treatment, or a refresh; absent: neither.
    [[nodiscard]] std::optional<ConsentQuestion::About> brokenOff() const;
    [[nodiscard]] QString whyNotRefresh() const;
    void refreshButtons(bool course);
    void sayEnded();
    [[nodiscard]] Next nextStep() const;
    [[nodiscard]] QString whyNotAlong() const;

    DriveController* m_controller = nullptr;
    TreatmentProposal m_proposal;
    std::vector<TreatmentCase> m_shown; // the proposal's, or those of the treatment that runs or ran
    QStackedWidget* m_pages;
    QWidget* m_work;
    ConsentPage* m_consent;
    QLabel* m_advice;
    CasesModel* m_model;
    QStackedWidget* m_casesOrNone;
    QTableView* m_cases;
    QLabel* m_none;
    TwinMap* m_map;
    QStackedWidget* m_left; // the places, or a drive that is refreshed
    RefreshMapView* m_refreshMap;
    RefreshCourse* m_refreshCourse;
    QStackedWidget* m_side;
    ChoicePanel* m_choice;
    CoursePanel* m_course;
    QPushButton* m_goOn;
    QPushButton* m_along;
    QPushButton* m_refreshDrive;
    QPushButton* m_copy;
    QPushButton* m_putAway;
    StationFoot* m_foot;
    Next m_next = Next::nothing;
    ConsentQuestion m_question; // the last one
    bool m_dirty = true;        // something changed while the station was not in view
};

} // namespace orbita::app
