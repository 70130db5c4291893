// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/rack/kernel_events.h"

#include <QFile>
#include <QSocketNotifier>
#include <libudev.h>

namespace orbita::app {

KernelEvents::KernelEvents(QObject* parent) : QObject(parent), m_context(udev_new()) {
    if (m_context == nullptr)
        return;
    const bool managed = QFile::exists(QStringLiteral("/run/udev/control"));
    m_monitor = udev_monitor_new_from_netlink(m_context, managed ? "udev" : "kernel");
    if (m_monitor == nullptr ||
        udev_monitor_filter_add_match_subsystem_devtype(m_monitor, "block", nullptr) < 0 ||
        udev_monitor_enable_receiving(m_monitor) < 0)
        return;
    m_notifier = new QSocketNotifier(udev_monitor_get_fd(m_monitor), QSocketNotifier::Read, this);
    connect(m_notifier, &QSocketNotifier::activated, this, &KernelEvents::read);
}

KernelEvents::~KernelEvents() {
    delete m_notifier;
    udev_monitor_unref(m_monitor);
    udev_unref(m_context);
}

void KernelEvents::read() {
    bool any = false;
    while (udev_device* device = udev_monitor_receive_device(m_monitor)) {
        udev_device_unref(device);
        any = true;
    }
    if (any)
        emit blockDevicesChanged();
}

} // namespace orbita::app
