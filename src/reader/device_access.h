// SPDX-License-Identifier: GPL-3.0-or-later
// How a device is taken for writing: for this process alone, and only while leave to write lasts.
#pragma once

#include "core/base/descriptor.h"
#include "core/session/session_host.h"
#include "reader/device.h"

#include <string>

namespace orbita::reader {

class DeviceAccess final : public WritingAccess {
public:
    // `node`: as the device was opened, a block device or /dev/sgN.
    DeviceAccess(Device& device, const std::string& node);

    // Whether it is a whole drive of the kernel's block layer: no partition, no file.
    [[nodiscard]] bool isDrive() const { return m_drive; }
    // As the kernel has it.
    [[nodiscard]] DriveId systemSays() const;

    Usage usage() override;
    // Opens the block device for this process alone: a mounted one, or one that somebody has taken, is busy,
    // and nobody mounts or takes it from then on.
    int acquire() override;
    void release() override;

private:
    Device& m_device;
    std::string m_block; // "/dev/sdb"
    bool m_drive = false;
    Descriptor m_held;
};

} // namespace orbita::reader
