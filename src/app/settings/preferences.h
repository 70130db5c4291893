// SPDX-License-Identifier: GPL-3.0-or-later
// What a person has chosen for the whole application, as long as it runs and for the next time.
#pragma once

#include "core/policy/house_policy.h"
#include "store/settings.h"

#include <QMainWindow>
#include <QObject>
#include <optional>

namespace orbita::app {

class Preferences final : public QObject {
    Q_OBJECT
public:
    static Preferences& instance();

    // From now on what is changed is kept in that file. Before, as in tests and for pictures, everything has
    // its default and nothing is kept. Errors: they stand in error(), and nothing is kept.
    void keepIn(const std::string& path);
    [[nodiscard]] const std::optional<Error>& error() const { return m_error; }
    [[nodiscard]] bool kept() const { return !m_path.empty(); }

    [[nodiscard]] const Settings& settings() const { return m_settings; }
    // Written on another thread; told by failed() where that cannot be.
    void set(const Settings& settings);

    // Where dialogs for files begin; empty: where they were last.
    [[nodiscard]] QString folder() const { return QString::fromStdString(m_settings.folder); }
    // The policy that a person has chosen to be in force.
    [[nodiscard]] Result<HousePolicy> policy() const;
    void setPolicy(const HousePolicy& policy);

    // How large a window was, and where, beside the settings.
    void restoreWindow(QMainWindow& window) const;
    void rememberWindow(const QMainWindow& window) const;
    // The sizes of the parts of a splitter, by its name; empty: not known.
    [[nodiscard]] QByteArray state(const QString& name) const;
    void rememberState(const QString& name, const QByteArray& state) const;

signals:
    void changed();
    void failed(const QString& why);

private:
    Preferences() = default;
    [[nodiscard]] QString statePath() const;

    std::string m_path; // empty: nothing is kept
    Settings m_settings;
    std::optional<Error> m_error;
};

} // namespace orbita::app
