// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/rack/kernel_events.h"

#include <QByteArray>
#include <QSocketNotifier>
#include <array>
#include <linux/netlink.h>
#include <sys/socket.h>
#include <unistd.h>

namespace orbita::app {

namespace {

constexpr unsigned kernelGroup = 1; // events as the kernel sends them

} // namespace

KernelEvents::KernelEvents(QObject* parent) : QObject(parent) {
    m_socket = socket(AF_NETLINK, SOCK_DGRAM | SOCK_CLOEXEC | SOCK_NONBLOCK, NETLINK_KOBJECT_UEVENT);
    if (m_socket < 0)
        return;
    sockaddr_nl address{};
    address.nl_family = AF_NETLINK;
    address.nl_groups = kernelGroup;
    if (bind(m_socket, reinterpret_cast<const sockaddr*>(&address), sizeof address) != 0) {
        close(m_socket);
        m_socket = -1;
        return;
    }
    m_notifier = new QSocketNotifier(m_socket, QSocketNotifier::Read, this);
    connect(m_notifier, &QSocketNotifier::activated, this, &KernelEvents::read);
}

KernelEvents::~KernelEvents() {
    delete m_notifier;
    if (m_socket >= 0)
        close(m_socket);
}

void KernelEvents::read() {
    std::array<char, 8192> buffer{};
    bool block = false;
    for (;;) {
        const ssize_t got = recv(m_socket, buffer.data(), buffer.size(), 0);
        if (got <= 0)
            break;
        // "add@/devices/..." and then KEY=VALUE texts, each ending with a zero.
        block = block || QByteArray::fromRawData(buffer.data(), got).contains("SUBSYSTEM=block");
    }
    if (block)
        emit blockDevicesChanged();
}

} // namespace orbita::app
