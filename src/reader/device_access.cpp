// SPDX-License-Identifier: GPL-3.0-or-later
#include "reader/device_access.h"

#include "core/inventory/inventory.h"

#include <cerrno>
#include <fcntl.h>
#include <filesystem>

namespace orbita::reader {

namespace fs = std::filesystem;

namespace {

// The block device that the kernel keeps beside a SCSI generic node; any other is its own.
std::string blockDeviceOf(const std::string& node) {
    const std::string name = fs::path(node).filename().string();
    std::error_code error;
    for (const auto& entry :
         fs::directory_iterator("/sys/class/scsi_generic/" + name + "/device/block", error))
        return "/dev/" + entry.path().filename().string();
    return node;
}

} // namespace

DeviceAccess::DeviceAccess(Device& device, const std::string& node)
    : m_device(device), m_block(blockDeviceOf(node)) {
    const auto is = describeDevice(m_block);
    m_drive = is && !is->partition;
}

DriveId DeviceAccess::systemSays() const {
    const auto is = describeDevice(m_block);
    return is ? driveIdOf(is->identity) : DriveId{};
}

WritingAccess::Usage DeviceAccess::usage() {
    const auto is = describeDevice(m_block);
    if (!is)
        return {};
    return {is->uses, is->readOnly};
}

int DeviceAccess::acquire() {
    if (m_held)
        return 0;
    m_held = Descriptor(open(m_block.c_str(), O_RDWR | O_EXCL | O_CLOEXEC));
    if (!m_held)
        return errno;
    const int error = m_device.openForWriting();
    if (error != 0)
        release();
    return error;
}

void DeviceAccess::release() {
    m_device.closeForWriting();
    m_held = {};
}

} // namespace orbita::reader
