// SPDX-License-Identifier: GPL-3.0-or-later
// One part of the work on a drive, as a page of the window. A new one is a folder and a row in
// app/stations.cpp: the path, the keys, the finder and the tests iterate over those.
#pragma once

#include "app/shell/action.h"
#include "core/policy/house_policy.h"

#include <QWidget>
#include <vector>

class QAbstractButton;

namespace orbita::app {

class DriveController;

// Where a station stands on the visit's path.
enum class NodeState : std::uint8_t { ahead, done, warned };

// What a key does in a view that has the focus, for the keys page.
struct ViewKey {
    QString keys;
    QString does;
};

class Station : public QWidget {
    Q_OBJECT
public:
    using QWidget::QWidget;

    // Null: nothing chosen.
    virtual void setController(DriveController* controller) = 0;
    [[nodiscard]] virtual NodeState nodeOf(const DriveController& controller) const = 0;
    [[nodiscard]] virtual std::vector<ViewKey> viewKeys() const { return {}; }
    [[nodiscard]] const std::vector<Action*>& stationActions() const { return m_actions; }

signals:
    void told(const QString& message); // for the status line
    // Another station is to be shown, or an action to be done, by its id.
    void stationWanted(const QString& station);
    void actionWanted(const QString& action);
    // Everything is to be judged by that house policy from now on.
    void policyWanted(const orbita::HousePolicy& policy);

protected:
    Action& addStationAction(const char* id, const QString& text, const QKeySequence& key,
                             std::function<void()> act);
    // What a button of the station does.
    Action& addButtonAction(const char* id, const QString& text, const QKeySequence& key,
                            QAbstractButton* button);

private:
    std::vector<Action*> m_actions;
};

} // namespace orbita::app
