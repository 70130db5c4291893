// SPDX-License-Identifier: GPL-3.0-or-later
// Everything that can be done, found by a few letters of its name, and done by Enter.
#pragma once

#include "app/shell/action.h"

#include <QDialog>
#include <QLineEdit>
#include <QListWidget>

namespace orbita::app {

// An action and where it belongs ("Scan"); empty: to the window as a whole.
struct ListedAction {
    Action* action = nullptr;
    QString place;
};

class ActionFinder final : public QDialog {
    Q_OBJECT
public:
    ActionFinder(std::vector<ListedAction> actions, QWidget* parent);

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void filter(const QString& text);
    QListWidgetItem* addItem(std::size_t number);
    void doChosen();

    std::vector<ListedAction> m_actions;
    QLineEdit* m_words;
    QListWidget* m_list;
};

} // namespace orbita::app
