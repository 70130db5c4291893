// SPDX-License-Identifier: GPL-3.0-or-later
// SG_IO on /dev/sgN, whose wait can be interrupted by a signal, unlike the same on /dev/sdX.
#include "core/base/descriptor.h"
#include "core/drive/scsi/ata_translation.h"
#include "core/drive/scsi/commands.h"
#include "reader/device.h"

#include <cerrno>
#include <cstring>
#include <fcntl.h>
#include <scsi/sg.h>
#include <string>
#include <sys/ioctl.h>
#include <sys/stat.h>
#include <sys/sysmacros.h>

namespace orbita::reader {

namespace {

constexpr unsigned scsiGenericMajor = 21;

// Host bytes, as in the Linux kernel's include/scsi/scsi_status.h.
int errorOfHostStatus(unsigned host) {
    switch (host) {
    case 0x00: // DID_OK
        return 0;
    case 0x01: // DID_NO_CONNECT
    case 0x04: // DID_BAD_TARGET
        return ENODEV;
    case 0x03: // DID_TIME_OUT
        return ETIMEDOUT;
    case 0x08: // DID_RESET
    case 0x0C: // DID_IMM_RETRY
    case 0x0D: // DID_REQUEUE
        return EAGAIN;
    default:
        return ECOMM;
    }
}

bool reads(const ChannelEntry& entry, Parameters parameters) {
    return classOf(entry.block, {parameters, entry.expectedBytes}) == CommandClass::mediumReading;
}

bool writes(const ChannelEntry& entry, Parameters parameters) {
    return classOf(entry.block, {parameters, entry.expectedBytes}) == CommandClass::mediumWriting;
}

class ScsiGenericDevice final : public Device {
public:
    ScsiGenericDevice(int file, const char* path) : m_file(file), m_path(path) {}

    int openForWriting() override {
        m_writing = Descriptor(open(m_path.c_str(), O_RDWR | O_CLOEXEC | O_NONBLOCK));
        return m_writing ? 0 : errno;
    }
    void closeForWriting() override { m_writing = {}; }

    void execute(char* buffer, ChannelEntry& entry, Parameters parameters) override {
        std::array<unsigned char, 16> cdb{};
        std::memcpy(cdb.data(), entry.block.bytes.data(), cdb.size());
        std::array<unsigned char, commandBytes> sense{};
        sg_io_hdr_t io{};
        io.interface_id = 'S';
        io.cmdp = cdb.data();
        io.cmd_len = static_cast<unsigned char>(scsi::lengthOf(entry.block));
        io.sbp = sense.data();
        io.mx_sb_len = static_cast<unsigned char>(sense.size());
        io.timeout = abortAfterMs;
        io.dxfer_direction = SG_DXFER_NONE;
        if (!parameters.empty()) {
            io.dxfer_direction = SG_DXFER_TO_DEV;
            io.dxferp = const_cast<std::byte*>(parameters.data()); // which the kernel only reads
            io.dxfer_len = static_cast<unsigned>(parameters.size());
        } else if (entry.expectedBytes > 0) {
            io.dxfer_direction = SG_DXFER_FROM_DEV;
            io.dxferp = buffer;
            io.dxfer_len = entry.expectedBytes;
        }
        entry.transferredBytes = 0;
        entry.systemError = 0;
        const bool writing = writes(entry, parameters);
        if (writing && !m_writing) {
            entry.systemError = EBADF;
            return;
        }
        const int file = writing ? m_writing.get() : m_file;
        const std::int64_t begin = nowNs();
        int done = ioctl(file, SG_IO, &io);
        // What only reads may be sent again; of the others nobody knows whether the drive has done it.
        while (done != 0 && errno == EINTR && reads(entry, parameters))
            done = ioctl(file, SG_IO, &io);
        entry.completedAtNs = nowNs();
        entry.latencyNs = entry.completedAtNs - begin;
        if (done != 0) {
            entry.systemError = errno;
            return;
        }
        constexpr unsigned driverTimeout = 0x06;
        entry.systemError =
            (io.driver_status & 0x0FU) == driverTimeout ? ETIMEDOUT : errorOfHostStatus(io.host_status);
        entry.status = static_cast<std::uint8_t>(io.status & 0x3EU);
        std::memcpy(entry.answer.data(), sense.data(), sense.size());
        const auto missing = static_cast<std::uint32_t>(std::max(io.resid, 0));
        if (entry.expectedBytes > 0 && parameters.empty())
            entry.transferredBytes = io.dxfer_len > missing ? io.dxfer_len - missing : 0;
    }

private:
    int m_file;
    std::string m_path;
    Descriptor m_writing;
};

} // namespace

std::unique_ptr<Device> openScsiGeneric(ReaderChannel& channel, const char* path) {
    struct stat status {};
    if (stat(path, &status) != 0) {
        tellFailed(channel, OpenStage::failedStat, errno);
        return nullptr;
    }
    if (!S_ISCHR(status.st_mode) || major(status.st_rdev) != scsiGenericMajor) {
        tellFailed(channel, OpenStage::notADrive, EINVAL);
        return nullptr;
    }
    const int file = open(path, O_RDONLY | O_CLOEXEC | O_NONBLOCK);
    if (file < 0) {
        tellFailed(channel, OpenStage::failedOpen, errno);
        return nullptr;
    }
    tellOpen(channel);
    return std::make_unique<ScsiGenericDevice>(file, path);
}

} // namespace orbita::reader
