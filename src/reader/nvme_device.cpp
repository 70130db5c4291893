// SPDX-License-Identifier: GPL-3.0-or-later
// The kernel's NVMe pass-through: one command at a time by ioctl, several through the namespace's generic
// character device and io_uring (linux/nvme_ioctl.h, NVME_URING_CMD_IO).
#include "core/base/bytes.h"
#include "core/base/descriptor.h"
#include "core/drive/nvme/commands.h"
#include "reader/device.h"
#include "reader/kernel_ring.h"

#include <cerrno>
#include <cstring>
#include <fcntl.h>
#include <linux/nvme_ioctl.h>
#include <string>
#include <sys/ioctl.h>
#include <sys/stat.h>
#include <unistd.h>

namespace orbita::reader {

namespace {

// The kernel's forms of a command name their parts alike. It refuses any namespace but the one that was
// opened.
template <class KernelCommand>
KernelCommand kernelCommand(const ChannelEntry& entry, char* buffer, std::uint32_t nameSpace) {
    KernelCommand command{};
    command.opcode = nvme::opcodeOf(entry.block);
    command.nsid = entry.block.protocol == Protocol::nvmeIo ? nameSpace : nvme::namespaceOf(entry.block);
    command.cdw10 = nvme::dwordOf(entry.block, 10);
    command.cdw11 = nvme::dwordOf(entry.block, 11);
    command.cdw12 = nvme::dwordOf(entry.block, 12);
    command.cdw13 = nvme::dwordOf(entry.block, 13);
    command.cdw14 = nvme::dwordOf(entry.block, 14);
    command.cdw15 = nvme::dwordOf(entry.block, 15);
    command.addr = reinterpret_cast<std::uintptr_t>(buffer);
    command.data_len = entry.expectedBytes;
    command.timeout_ms = abortAfterMs;
    return command;
}

// `done`: an errno below 0, or the status as the kernel hands it on.
void takeAnswer(ChannelEntry& entry, std::uint32_t result, int done) {
    entry.transferredBytes = 0;
    entry.systemError = done < 0 ? -done : 0;
    if (done < 0)
        return;
    const nvme::Completion completion = nvme::completionOfKernelStatus(result, done);
    entry.answer = nvme::encodeCompletion(completion);
    if (completion.success())
        entry.transferredBytes = entry.expectedBytes;
}

class NvmeDevice final : public Device {
public:
    // `generic`: the namespace's character device, or -1.
    NvmeDevice(int file, int generic, std::uint32_t nameSpace, const char* path)
        : m_file(file), m_generic(generic), m_namespace(nameSpace), m_path(path) {}

    int openForWriting() override {
        m_writing = Descriptor(open(m_path.c_str(), O_RDWR | O_CLOEXEC));
        return m_writing ? 0 : errno;
    }
    void closeForWriting() override { m_writing = {}; }

    bool begin(char* buffer, ChannelEntry& entry) override {
        if (m_generic < 0 || entry.block.protocol != Protocol::nvmeIo)
            return false;
        if (!m_ring)
            m_ring = std::make_unique<KernelRing>(IORING_SETUP_SQE128 | IORING_SETUP_CQE32);
        io_uring_sqe* const sqe = m_ring->works() ? m_ring->next() : nullptr;
        if (sqe == nullptr)
            return false;
        std::memset(sqe, 0, sizeof *sqe);
        sqe->opcode = IORING_OP_URING_CMD;
        sqe->fd = m_generic;
        sqe->cmd_op = NVME_URING_CMD_IO;
        const auto command = kernelCommand<nvme_uring_cmd>(entry, buffer, m_namespace);
        // In a ring of large entries, the command lies behind the first 48 bytes.
        std::memcpy(reinterpret_cast<char*>(sqe) + offsetof(io_uring_sqe, cmd), &command, sizeof command);
        return m_ring->begin(sqe, entry);
    }

    ChannelEntry* finishOne(Nanoseconds patience) override {
        const auto finished = m_ring->finishOne(patience);
        if (!finished)
            return nullptr;
        takeAnswer(*finished->entry, static_cast<std::uint32_t>(finished->extra), finished->result);
        return finished->entry;
    }

    void execute(char* buffer, ChannelEntry& entry, Parameters parameters) override {
        const bool isIo = entry.block.protocol == Protocol::nvmeIo;
        auto command = kernelCommand<nvme_passthru_cmd>(entry, buffer, m_namespace);
        const bool writing =
            classOf(entry.block, {parameters, entry.expectedBytes}) == CommandClass::mediumWriting;
        if (writing && !m_writing) {
            entry.systemError = EBADF;
            return;
        }
        if (!parameters.empty()) { // which the kernel only reads
            command.addr = reinterpret_cast<std::uintptr_t>(parameters.data());
            command.data_len = static_cast<std::uint32_t>(parameters.size());
        }
        const std::int64_t begin = nowNs();
        const int done = ioctl(writing ? m_writing.get() : m_file,
                               isIo ? NVME_IOCTL_IO_CMD : NVME_IOCTL_ADMIN_CMD, &command);
        entry.completedAtNs = nowNs();
        entry.latencyNs = entry.completedAtNs - begin;
        takeAnswer(entry, command.result, done < 0 ? -errno : done);
    }

private:
    int m_file;
    int m_generic;
    std::uint32_t m_namespace;
    std::string m_path;
    Descriptor m_writing;
    std::unique_ptr<KernelRing> m_ring; // once it is needed
};

// /dev/ngXnY beside /dev/nvmeXnY, where the kernel has it and it is the same namespace; else -1.
int openGeneric(const std::string& path, int nameSpace) {
    const std::string::size_type name = path.rfind('/') + 1;
    if (path.compare(name, 4, "nvme") != 0)
        return -1;
    const int file =
        open((path.substr(0, name) + "ng" + path.substr(name + 4)).c_str(), O_RDONLY | O_CLOEXEC);
    if (file >= 0 && ioctl(file, NVME_IOCTL_ID) != nameSpace) {
        close(file);
        return -1;
    }
    return file;
}

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
    const int generic = openGeneric(path, nameSpace);
    channel.nameSpace = static_cast<std::uint32_t>(nameSpace);
    channel.several = generic >= 0;
    tellOpen(channel);
    return std::make_unique<NvmeDevice>(file, generic, static_cast<std::uint32_t>(nameSpace), path);
}

} // namespace orbita::reader
