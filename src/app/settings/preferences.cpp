// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/settings/preferences.h"

#include "app/visit/in_background.h"
#include "report/format.h"
#include "report/words.h"

#include <QFileInfo>
#include <QSettings>

namespace orbita::app {

namespace {

constexpr std::string_view orbitasOwn = "orbita";

} // namespace

Preferences& Preferences::instance() {
    static Preferences one;
    return one;
}

void Preferences::keepIn(const std::string& path) {
    auto settings = loadSettings(path);
    if (!settings) {
        m_error = settings.error();
        return;
    }
    m_path = path;
    m_settings = std::move(*settings);
    format::setUtc(m_settings.utc);
}

void Preferences::set(const Settings& settings) {
    if (settings == m_settings)
        return;
    m_settings = settings;
    format::setUtc(settings.utc);
    if (kept())
        inBackground(
            this, [settings, path = m_path] { return saveSettings(settings, path); },
            [this](const Result<void>& saved) {
                if (!saved)
                    emit failed(words::error(saved.error()));
            });
    emit changed();
}

Result<HousePolicy> Preferences::policy() const {
    return m_settings.policy == orbitasOwn ? defaultPolicy() : housePolicy(m_settings.policy);
}

void Preferences::setPolicy(const HousePolicy& policy) {
    Settings settings = m_settings;
    settings.policy.clear();
    if (policy.name == defaultPolicy().name)
        settings.policy = orbitasOwn;
    for (const ShippedPolicy& shipped : shippedPolicies())
        if (const auto one = parsePolicy(std::string(shipped.document), std::string(shipped.shortName));
            one && one->name == policy.name)
            settings.policy = shipped.shortName;
    set(settings);
}

QString Preferences::statePath() const {
    return QFileInfo(QString::fromStdString(m_path)).path() + QStringLiteral("/window.ini");
}

void Preferences::restoreWindow(QMainWindow& window) const {
    if (const QByteArray geometry = state(QStringLiteral("window")); !geometry.isEmpty())
        window.restoreGeometry(geometry); // keeps it on a screen that is there
}

void Preferences::rememberWindow(const QMainWindow& window) const {
    rememberState(QStringLiteral("window"), window.saveGeometry());
}

QByteArray Preferences::state(const QString& name) const {
    return kept() ? QSettings(statePath(), QSettings::IniFormat).value(name).toByteArray() : QByteArray();
}

void Preferences::rememberState(const QString& name, const QByteArray& state) const {
    if (kept())
        QSettings(statePath(), QSettings::IniFormat).setValue(name, state);
}

} // namespace orbita::app
