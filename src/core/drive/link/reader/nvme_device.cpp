// SPDX-License-Identifier: GPL-3.0-or-later
// The kernel's NVMe ioctls for admin and I/O commands.
#include "core/base/bytes.h"
#include "core/drive/link/reader/device.h"
#include "core/drive/nvme/commands.h"

#include <cerrno>
#include <fcntl.h>
#include <linux/nvme_ioctl.h>
#include <sys/ioctl.h>
#include <sys/stat.h>

namespace orbita::reader {

namespace {

class NvmeDevice final : public Device {
public:
    NvmeDevice(int file, std::uint32_t nameSpace) : m_file(file), m_namespace(nameSpace) {}

    void execute(const ReaderChannel& /*channel*/, char* buffer, ChannelEntry& entry) override {
        const bool isIo = entry.block.protocol == Protocol::nvmeIo;
        nvme_passthru_cmd command{};
        command.opcode = nvme::opcodeOf(entry.block);
        // The kernel refuses any namespace but the one that was opened.
        command.nsid = nvme::namespaceOf(entry.block);
        if (isIo)
            command.nsid = m_namespace;
        command.cdw10 = nvme::dwordOf(entry.block, 10);
        command.cdw11 = nvme::dwordOf(entry.block, 11);
        command.cdw12 = nvme::dwordOf(entry.block, 12);
        command.cdw13 = nvme::dwordOf(entry.block, 13);
        command.cdw14 = nvme::dwordOf(entry.block, 14);
        command.cdw15 = nvme::dwordOf(entry.block, 15);
        command.addr = reinterpret_cast<std::uintptr_t>(buffer);
        command.data_len = std::min(entry.expectedBytes, maxReadBytes);
        command.timeout_ms = abortAfterMs;
        entry.transferredBytes = 0;
        entry.systemError = 0;
        const std::int64_t begin = nowNs();
        const int done = ioctl(m_file, isIo ? NVME_IOCTL_IO_CMD : NVME_IOCTL_ADMIN_CMD, &command);
        entry.completedAtNs = nowNs();
        entry.latencyNs = entry.completedAtNs - begin;
        if (done < 0) {
            entry.systemError = errno;
            return;
        }
        const nvme::Completion completion = nvme::completionOfKernelStatus(command.result, done);
        entry.answer = nvme::encodeCompletion(completion);
        if (completion.success())
            entry.transferredBytes = command.data_len;
    }

private:
    int m_file;
    std::uint32_t m_namespace;
};

} // namespace

std::unique_ptr<Device> openNvme(ReaderChannel& channel, const char* path) {
    struct stat status {};
    if (stat(path, &status) != 0) {
        tellFailed(channel, OpenStage::failedStat, errno);
        return nullptr;
    }
    if (!S_ISBLK(status.st_mode) && !S_ISCHR(status.st_mode)) {
        tellFailed(channel, OpenStage::notADrive, EINVAL);
        return nullptr;
    }
    const int file = open(path, O_RDONLY | O_CLOEXEC);
    if (file < 0) {
        tellFailed(channel, OpenStage::failedOpen, errno);
        return nullptr;
    }
    const int nameSpace = ioctl(file, NVME_IOCTL_ID);
    if (nameSpace <= 0) {
        tellFailed(channel, OpenStage::notADrive, nameSpace < 0 ? errno : ENOTTY);
        return nullptr;
    }
    channel.nameSpace = static_cast<std::uint32_t>(nameSpace);
    tellOpen(channel);
    return std::make_unique<NvmeDevice>(file, static_cast<std::uint32_t>(nameSpace));
}

} // namespace orbita::reader
