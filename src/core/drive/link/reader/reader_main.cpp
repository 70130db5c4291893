// SPDX-License-Identifier: GPL-3.0-or-later
// orbita-reader PATH: opens one drive read-only and reads what the link asks for. A read on a frozen drive
// cannot be interrupted, not even by kill -9; living in a process of its own, it can be left behind.
#include "core/drive/link/reader/reader_channel.h"

#include <cerrno>
#include <cstdio>
#include <cstdlib>
#include <cstring>
#include <ctime>
#include <fcntl.h>
#include <linux/fs.h>
#include <linux/stat.h>
#include <memory>
#include <string>
#include <sys/ioctl.h>
#include <sys/mman.h>
#include <sys/stat.h>
#include <sys/sysmacros.h>
#include <unistd.h>

namespace {

using orbita::ChannelEntry;
using orbita::OpenStage;
using orbita::ReaderChannel;

std::int64_t nowNs() {
    timespec t{};
    clock_gettime(CLOCK_MONOTONIC, &t);
    return t.tv_sec * 1'000'000'000LL + t.tv_nsec;
}

// The kernel's own limit for one request to this device, in bytes; 0 where it does not tell.
std::uint32_t maxBytesPerCommand(dev_t device) {
    const std::string base =
        "/sys/dev/block/" + std::to_string(major(device)) + ':' + std::to_string(minor(device));
    // A partition has no queue of its own; its disk is one folder up.
    for (const char* queue : {"/queue/max_sectors_kb", "/../queue/max_sectors_kb"}) {
        if (FILE* file = std::fopen((base + queue).c_str(), "re")) {
            unsigned long kib = 0;
            const int read = std::fscanf(file, "%lu", &kib);
            std::fclose(file);
            if (read == 1 && kib > 0 && kib <= (1UL << 20U))
                return static_cast<std::uint32_t>(kib * 1024);
        }
    }
    return 0;
}

// Direct access to a file must be aligned to this; 512 where the file system does not tell.
std::uint32_t directAlignment(const char* path) {
    struct statx s {};
    if (statx(AT_FDCWD, path, 0, STATX_DIOALIGN, &s) == 0 && (s.stx_mask & STATX_DIOALIGN) != 0)
        return s.stx_dio_offset_align == 0 ? UINT32_MAX : s.stx_dio_offset_align;
    return 512;
}

int fail(ReaderChannel& channel, OpenStage stage, int error) {
    channel.openError = error;
    channel.stage.store(static_cast<std::uint32_t>(stage), std::memory_order_release);
    orbita::wakeAll(channel.stage);
    return -1;
}

// Opens `path` for reading only and reports what it is; -1 after reporting why not.
int openDrive(ReaderChannel& channel, const char* path) {
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
    } else {
        channel.sizeBytes = static_cast<std::uint64_t>(status.st_size);
    }
    channel.stage.store(static_cast<std::uint32_t>(OpenStage::open), std::memory_order_release);
    orbita::wakeAll(channel.stage);
    return file;
}

void readEntry(const ReaderChannel& channel, int file, char* buffer, ChannelEntry& entry) {
    entry.transferredBytes = 0;
    entry.systemError = 0;
    entry.withdrawn = false;
    entry.halted = false;
    const std::uint32_t length = std::min(entry.lengthBytes, orbita::maxReadBytes);
    if (!channel.direct) // or a repeated read would be answered by this computer's memory
        posix_fadvise(file, static_cast<off_t>(entry.offsetBytes), static_cast<off_t>(length),
                      POSIX_FADV_DONTNEED);
    const std::int64_t begin = nowNs();
    while (entry.transferredBytes < length) {
        const ssize_t got = pread(file, buffer + entry.transferredBytes, length - entry.transferredBytes,
                                  static_cast<off_t>(entry.offsetBytes + entry.transferredBytes));
        if (got < 0 && errno == EINTR)
            continue;
        if (got < 0)
            entry.systemError = errno;
        if (got <= 0)
            break;
        entry.transferredBytes += static_cast<std::uint32_t>(got);
    }
    entry.completedAtNs = nowNs();
    entry.latencyNs = entry.completedAtNs - begin;
}

void serve(ReaderChannel& channel, int file, char* buffer, pid_t parent) {
    std::uint32_t done = 0;
    std::uint32_t epoch = 0;
    const auto isBefore = [](std::uint32_t a, std::uint32_t b) {
        return static_cast<std::int32_t>(a - b) < 0;
    };
    while (channel.quit.load(std::memory_order_relaxed) == 0) {
        const std::uint32_t submitted = channel.submitted.load(std::memory_order_acquire);
        if (submitted == done) {
            orbita::waitWhile(channel.submitted, submitted, std::chrono::milliseconds{300});
            if (getppid() != parent)
                return; // nobody is left to read for
            continue;
        }
        ChannelEntry& entry = channel.entries[done % orbita::channelEntries];
        if (isBefore(entry.epoch, epoch) ||
            isBefore(done, channel.withdrawBefore.load(std::memory_order_acquire))) {
            entry.withdrawn = true;
            entry.halted = false;
            entry.completedAtNs = nowNs();
        } else {
            readEntry(channel, file, buffer, entry);
            entry.halted = entry.systemError != 0 || entry.transferredBytes < entry.lengthBytes ||
                           entry.latencyNs > entry.haltAfterNs;
            if (entry.halted)
                ++epoch;
        }
        ++done;
        // seq_cst: either the link sees the count before it sleeps, or this sees that the link sleeps.
        channel.completed.store(done);
        if (channel.linkSleeps.load() != 0 && !isBefore(done, channel.wakeAt.load()))
            orbita::wakeAll(channel.completed);
    }
}

// Memory to read into, of huge pages where the kernel has them: a drive's own limit on the pieces of one
// transfer then splits no block that its limit on bytes would let through.
char* makeBuffer() {
    constexpr std::size_t hugePage = 2U << 20U;
    void* memory = mmap(nullptr, orbita::maxReadBytes + hugePage, PROT_READ | PROT_WRITE,
                        MAP_PRIVATE | MAP_ANONYMOUS, -1, 0);
    if (memory == MAP_FAILED)
        return nullptr;
    void* aligned = memory;
    std::size_t room = orbita::maxReadBytes + hugePage;
    std::align(hugePage, orbita::maxReadBytes, aligned, room);
    madvise(aligned, orbita::maxReadBytes, MADV_HUGEPAGE);
    std::memset(aligned, 0, orbita::maxReadBytes);
    return static_cast<char*>(aligned);
}

} // namespace

int main(int argc, char** argv) {
    if (argc != 2) {
        std::fputs("orbita-reader is started by Orbita itself.\n", stderr);
        return 2;
    }
    const pid_t parent = getppid();
    void* shared = mmap(nullptr, sizeof(ReaderChannel), PROT_READ | PROT_WRITE, MAP_SHARED,
                        orbita::channelDescriptor, 0);
    char* buffer = makeBuffer();
    if (shared == MAP_FAILED || buffer == nullptr)
        return 3;
    auto& channel = *static_cast<ReaderChannel*>(shared);
    const int file = openDrive(channel, argv[1]);
    if (file < 0)
        return 1;
    serve(channel, file, buffer, parent);
    return 0;
}
