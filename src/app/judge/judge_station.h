// SPDX-License-Identifier: GPL-3.0-or-later
// The Judge station: the ruling, what it means for the drive and for its data, and its reasons, each of which
// leads to its place on the map.
#pragma once

#include "app/judge/own_ruling_panel.h"
#include "app/judge/policy_choice.h"
#include "app/judge/reasons_model.h"
#include "app/judge/ruling_scale.h"
#include "app/scan/plate_view.h"
#include "app/shell/station.h"
#include "app/shell/station_foot.h"
#include "app/theme/one_line.h"

#include <QListView>
#include <QStackedWidget>

namespace orbita::app {

class JudgeStation final : public Station {
    Q_OBJECT
public:
    explicit JudgeStation(QWidget* parent = nullptr);
    void setController(DriveController* controller) override;
    [[nodiscard]] NodeState nodeOf(const DriveController& controller) const override;
    [[nodiscard]] std::vector<ViewKey> viewKeys() const override;

protected:
    void showEvent(QShowEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    void addActions();
    QWidget* makeHead();
    QWidget* makeSide();
    void refresh();
    void refreshHead();
    void refreshMap();
    void refreshGiven();
    void refreshFoot();
    void giveRuling();
    void openReport();
    void editPolicy();
    void ruleOtherwise(Fate fate, const QString& reason);
    void showNextPlace(bool forward);
    void showReason(const QModelIndex& index);
    void copyText() const;

    DriveController* m_controller = nullptr;
    QFrame* m_head;
    QLabel* m_title;
    QLabel* m_meaning;
    QLabel* m_read;
    RulingScale* m_scale;
    QStackedWidget* m_stage;
    QListView* m_list;
    ReasonsModel* m_model;
    QLabel* m_notice;
    Lens m_lens;
    PlateView* m_plate;
    OneLine* m_place;
    std::vector<LbaSpan> m_places; // of the reason in view
    std::size_t m_at = 0;          // which of them
    PolicyChoice* m_policies;
    QPushButton* m_edit;
    OwnRulingPanel* m_own;
    QLabel* m_given;
    StationFoot* m_foot;
};

} // namespace orbita::app
