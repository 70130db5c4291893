// SPDX-License-Identifier: GPL-3.0-or-later
// The word that a drive was plugged in or pulled: from the device manager, once it has made the device ready;
// where none runs, as in a rescue system, from the kernel itself.
#pragma once

#include <QObject>

struct udev;
struct udev_monitor;
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

    udev* m_context = nullptr; // used by the monitor, which does not hold it
    udev_monitor* m_monitor = nullptr;
    QSocketNotifier* m_notifier = nullptr;
};

} // namespace orbita::app
