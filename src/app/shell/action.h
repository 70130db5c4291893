// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QAction>
#include <QKeySequence>
#include <functional>

namespace orbita::app {

// Something a person can have done: found in the finder and on the keys page, and by its key from anywhere.
class Action final : public QAction {
    Q_OBJECT
public:
    // `id`: never shown; by it other stations ask for the action. `key`: may be none.
    Action(const char* id, const QString& text, const QKeySequence& key, std::function<void()> act,
           QObject* parent);

    // Only while this is so; else the finder shows it dimmed and the key does nothing.
    Action& onlyWhile(std::function<bool()> possible) {
        m_possible = std::move(possible);
        return *this;
    }
    // Its station is shown first.
    Action& withItsStation() {
        m_bringsStation = true;
        return *this;
    }

    [[nodiscard]] bool possible() const { return !m_possible || m_possible(); }
    [[nodiscard]] bool bringsStation() const { return m_bringsStation; }
    void act() const { m_act(); }

private:
    std::function<void()> m_act;
    std::function<bool()> m_possible;
    bool m_bringsStation = false;
};

} // namespace orbita::app
