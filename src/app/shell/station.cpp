// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/station.h"

#include <QAbstractButton>

namespace orbita::app {

Action& Station::addStationAction(const char* id, const QString& text, const QKeySequence& key,
                                  std::function<void()> act) {
    m_actions.push_back(new Action(id, text, key, std::move(act), this));
    return *m_actions.back();
}

Action& Station::addButtonAction(const char* id, const QString& text, const QKeySequence& key,
                                 QAbstractButton* button) {
    return addStationAction(id, text, key, [button] { button->click(); })
        .onlyWhile([this, button] { return button->isEnabled() && button->isVisibleTo(this); })
        .withItsStation();
}

} // namespace orbita::app
