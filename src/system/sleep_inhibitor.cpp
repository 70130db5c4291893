// SPDX-License-Identifier: GPL-3.0-or-later
#include "system/sleep_inhibitor.h"

#include <QDBusConnection>
#include <QDBusMessage>
#include <QFile>

namespace orbita {

namespace {

// Looked at before Qt starts a thread over it: rescue systems have none.
bool hasSystemBus() {
    const QString address = qEnvironmentVariable("DBUS_SYSTEM_BUS_ADDRESS");
    const QString byPath = QStringLiteral("unix:path=");
    if (address.isEmpty())
        return QFile::exists(QStringLiteral("/run/dbus/system_bus_socket"));
    return !address.startsWith(byPath) ||
           QFile::exists(address.mid(byPath.size()).section(QLatin1Char(','), 0, 0));
}

} // namespace

SleepInhibitor::SleepInhibitor(const QString& why) {
    if (!hasSystemBus())
        return;
    QDBusMessage call = QDBusMessage::createMethodCall(
        QStringLiteral("org.freedesktop.login1"), QStringLiteral("/org/freedesktop/login1"),
        QStringLiteral("org.freedesktop.login1.Manager"), QStringLiteral("Inhibit"));
    call << QStringLiteral("sleep:idle") << QStringLiteral("Orbita") << why << QStringLiteral("block");
    const QDBusConnection bus = QDBusConnection::systemBus();
    if (bus.isConnected())
        m_granted = bus.asyncCall(call);
}

bool SleepInhibitor::held() const {
    return m_granted.isFinished() && m_granted.isValid() && m_granted.value().isValid();
}

} // namespace orbita
