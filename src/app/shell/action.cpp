// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/action.h"

namespace orbita::app {

Action::Action(const char* id, const QString& text, const QKeySequence& key, std::function<void()> act,
               QObject* parent)
    : QAction(text, parent), m_act(std::move(act)) {
    setObjectName(QLatin1String(id));
    setShortcut(key);
}

} // namespace orbita::app
