// SPDX-License-Identifier: GPL-3.0-or-later
// The kernel's word that a drive was plugged in or pulled. No daemon is needed.
#pragma once

#include <QObject>

class QSocketNotifier;

namespace orbita::app {

class KernelEvents final : public QObject {
    Q_OBJECT
public:
    explicit KernelEvents(QObject* parent = nullptr);
    ~KernelEvents() override;

signals:
    void blockDevicesChanged();

private:
    void read();

    int m_socket = -1;
    QSocketNotifier* m_notifier = nullptr;
};

} // namespace orbita::app
