// SPDX-License-Identifier: GPL-3.0-or-later
// Keeps the computer from going to sleep while a drive is read: through the login manager's D-Bus interface
// (org.freedesktop.login1, Inhibit). Where there is none, as on most rescue systems, nobody puts it to sleep
// either.
#pragma once

#include <QDBusPendingReply>
#include <QDBusUnixFileDescriptor>
#include <QString>

namespace orbita {

class SleepInhibitor {
public:
    // Asks and does not wait. `why` is shown to whoever asks what keeps the computer awake.
    explicit SleepInhibitor(const QString& why);
    // Lets it sleep again.
    ~SleepInhibitor() = default;
    SleepInhibitor(const SleepInhibitor&) = delete;
    SleepInhibitor& operator=(const SleepInhibitor&) = delete;

    // True once it has been granted.
    [[nodiscard]] bool held() const;

private:
    QDBusPendingReply<QDBusUnixFileDescriptor> m_granted; // the file it carries keeps it up
};

} // namespace orbita
