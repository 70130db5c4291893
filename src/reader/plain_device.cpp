// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/descriptor.h"
#include "core/drive/plain/read_block.h"
#include "reader/device.h"
#include "reader/kernel_ring.h"

#include <cerrno>
#include <cstdio>
#include <cstring>
#include <fcntl.h>
#include <linux/fs.h>
#include <linux/stat.h>
#include <string>
#include <sys/ioctl.h>
#include <sys/stat.h>
#include <sys/sysmacros.h>
#include <unistd.h>

namespace orbita::reader {

namespace {

// A figure of the device's queue, as the kernel tells it; 0 where it does not.
unsigned long queueFigure(dev_t device, const char* name) {
    const std::string base =
        "/sys/dev/block/" + std::to_string(major(device)) + ':' + std::to_string(minor(device));
    // A partition has no queue of its own; its disk is one folder up.
    for (const char* queue : {"/queue/", "/../queue/"}) {
        if (FILE* file = std::fopen((base + queue + name).c_str(), "re")) {
            unsigned long figure = 0;
            const int read = std::fscanf(file, "%lu", &figure);
            std::fclose(file);
            if (read == 1)
                return figure;
        }
    }
    return 0;
}

// The kernel's own limit for one request to this device, in bytes; 0 where it does not tell.
std::uint32_t maxBytesPerCommand(dev_t device) {
    const unsigned long kib = queueFigure(device, "max_sectors_kb");
    return kib <= (1UL << 20U) ? static_cast<std::uint32_t>(kib * 1024) : 0;
}

// Direct access to a file must be aligned to this; 512 where the file system does not tell.
std::uint32_t directAlignment(const char* path) {
    struct statx s {};
    if (statx(AT_FDCWD, path, 0, STATX_DIOALIGN, &s) == 0 && (s.stx_mask & STATX_DIOALIGN) != 0)
        return s.stx_dio_offset_align == 0 ? UINT32_MAX : s.stx_dio_offset_align;
    return 512;
}

int fail(ReaderChannel& channel, OpenStage stage, int error) {
    tellFailed(channel, stage, error);
    return -1;
}

// Opens `path` for reading only and reports what it is; -1 after reporting why not.
int openFile(ReaderChannel& channel, const char* path) {
    struct stat status {};
    if (stat(path, &status) != 0)
        return fail(channel, OpenStage::failedStat, errno);
    if (S_ISDIR(status.st_mode))
        return fail(channel, OpenStage::isDirectory, EISDIR);
    if (!S_ISBLK(status.st_mode) && !S_ISREG(status.st_mode))
        return fail(channel, OpenStage::notADrive, EINVAL);
    channel.blockDevice = S_ISBLK(status.st_mode);
    channel.logicalBytes = 512;
    channel.physicalBytes = 512;

    channel.direct = channel.blockDevice || directAlignment(path) <= 512;
    int file = open(path, O_RDONLY | O_CLOEXEC | (channel.direct ? O_DIRECT : 0));
    if (file < 0 && channel.direct && errno == EINVAL) {
        channel.direct = false;
        file = open(path, O_RDONLY | O_CLOEXEC);
    }
    if (file < 0)
        return fail(channel, OpenStage::failedOpen, errno);

    if (channel.blockDevice) {
        std::uint64_t size = 0;
        int logical = 0;
        unsigned physical = 0;
        if (ioctl(file, BLKGETSIZE64, &size) != 0 || ioctl(file, BLKSSZGET, &logical) != 0 || logical < 512 ||
            logical > 65536)
            return fail(channel, OpenStage::failedSize, errno);
        if (ioctl(file, BLKPBSZGET, &physical) != 0 || physical < static_cast<unsigned>(logical))
            physical = static_cast<unsigned>(logical);
        channel.sizeBytes = size;
        channel.logicalBytes = static_cast<std::uint32_t>(logical);
        channel.physicalBytes = physical;
        channel.maxBytesPerCommand = maxBytesPerCommand(status.st_rdev);
        channel.maxPieces =
            static_cast<std::uint32_t>(std::min(queueFigure(status.st_rdev, "max_segments"), 65'535UL));
    } else {
        channel.sizeBytes = static_cast<std::uint64_t>(status.st_size);
    }
    channel.several = channel.direct;
    tellOpen(channel);
    return file;
}

class PlainDevice final : public Device {
public:
    PlainDevice(int file, bool direct, const char* path) : m_file(file), m_direct(direct), m_path(path) {}

    // Past this computer's memory, and down to the medium before a write is answered.
    int openForWriting() override {
        if (m_buffer == nullptr)
            m_buffer = makeBuffer(mostWrittenBytes);
        if (m_buffer == nullptr)
            return ENOMEM;
        m_writing = Descriptor(open(m_path.c_str(), O_RDWR | O_DIRECT | O_DSYNC | O_CLOEXEC));
        return m_writing ? 0 : errno;
    }
    void closeForWriting() override { m_writing = {}; }

    // Without direct access, what is ahead in memory would have to be dropped first: one at a time.
    bool begin(char* buffer, ChannelEntry& entry) override {
        if (!m_direct)
            return false;
        if (!m_ring)
            m_ring = std::make_unique<KernelRing>();
        io_uring_sqe* const sqe = m_ring->works() ? m_ring->next() : nullptr;
        if (sqe == nullptr)
            return false;
        io_uring_prep_read(sqe, m_file, buffer, plain::lengthOf(entry.block), plain::offsetOf(entry.block));
        return m_ring->begin(sqe, entry);
    }

    ChannelEntry* finishOne(Nanoseconds patience) override {
        const auto finished = m_ring->finishOne(patience);
        if (!finished)
            return nullptr;
        ChannelEntry& entry = *finished->entry;
        entry.systemError = finished->result < 0 ? -finished->result : 0;
        entry.transferredBytes = finished->result < 0 ? 0 : static_cast<std::uint32_t>(finished->result);
        return &entry;
    }

    void execute(char* buffer, ChannelEntry& entry, Parameters parameters) override {
        entry.transferredBytes = 0;
        entry.systemError = 0;
        if (!plain::isRead(entry.block)) {
            write(entry, parameters);
            return;
        }
        const std::uint64_t offset = plain::offsetOf(entry.block);
        const std::uint32_t length = plain::lengthOf(entry.block);
        if (!m_direct) // or a repeated read would be answered by this computer's memory
            posix_fadvise(m_file, static_cast<off_t>(offset), static_cast<off_t>(length),
                          POSIX_FADV_DONTNEED);
        const std::int64_t begun = nowNs();
        while (entry.transferredBytes < length) {
            const ssize_t got =
                pread(m_file, buffer + entry.transferredBytes, length - entry.transferredBytes,
                      static_cast<off_t>(offset + entry.transferredBytes));
            if (got < 0 && errno == EINTR)
                continue;
            if (got < 0)
                entry.systemError = errno;
            if (got <= 0)
                break;
            entry.transferredBytes += static_cast<std::uint32_t>(got);
        }
        entry.completedAtNs = nowNs();
        entry.latencyNs = entry.completedAtNs - begun;
    }

private:
    void write(ChannelEntry& entry, Parameters parameters) {
        if (!m_writing || parameters.size() > mostWrittenBytes) {
            entry.systemError = EBADF;
            return;
        }
        std::memcpy(m_buffer, parameters.data(), parameters.size());
        const std::uint64_t offset = plain::offsetOf(entry.block);
        const std::int64_t begun = nowNs();
        std::size_t done = 0;
        while (done < parameters.size() && entry.systemError == 0) {
            const ssize_t took = pwrite(m_writing.get(), m_buffer + done, parameters.size() - done,
                                        static_cast<off_t>(offset + done));
            if (took > 0)
                done += static_cast<std::size_t>(took);
            else if (took == 0 || errno != EINTR)
                entry.systemError = took == 0 ? ENOSPC : errno;
        }
        if (entry.systemError == 0 && fdatasync(m_writing.get()) != 0)
            entry.systemError = errno;
        entry.completedAtNs = nowNs();
        entry.latencyNs = entry.completedAtNs - begun;
    }

    int m_file;
    bool m_direct;
    std::string m_path;
    Descriptor m_writing;
    char* m_buffer = nullptr;           // of what is written
    std::unique_ptr<KernelRing> m_ring; // once it is needed
};

} // namespace

std::unique_ptr<Device> openPlain(ReaderChannel& channel, const char* path) {
    const int file = openFile(channel, path);
    return file < 0 ? nullptr : std::make_unique<PlainDevice>(file, channel.direct, path);
}

} // namespace orbita::reader
