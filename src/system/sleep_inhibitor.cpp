// SPDX-License-Identifier: GPL-3.0-or-later
#include "system/sleep_inhibitor.h"

#include <QDBusConnection>
#include <QDBusMessage>

namespace orbita {

SleepInhibitor::SleepInhibitor(const QString& why) {
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
