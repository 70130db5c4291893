// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/shell/action_finder.h"
#include "app/shell/station.h"

#include <QDialog>

namespace orbita::app {

// What the keys do: every action that has one, by where it belongs, and what keys do in a view that has the
// focus.
class KeysPage final : public QDialog {
    Q_OBJECT
public:
    KeysPage(const std::vector<ListedAction>& actions, const std::vector<ViewKey>& viewKeys, QWidget* parent);
};

} // namespace orbita::app
