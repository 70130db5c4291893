// SPDX-License-Identifier: GPL-3.0-or-later
// orbita-reader plain|scsi|nvme PATH: opens one drive read-only and sends it what the link asks for and the
// gate lets pass. A read on a frozen drive cannot be interrupted, not even by kill -9; living in a process of
// its own, it can be left behind.
#include "core/drive/link/command_gate.h"
#include "core/drive/link/reader/device.h"
#include "core/drive/link/reader/disturbance_watch.h"

#include <cstdio>
#include <cstring>
#include <ctime>
#include <memory>
#include <string_view>
#include <sys/mman.h>
#include <unistd.h>

namespace orbita::reader {

std::int64_t nowNs() {
    timespec t{};
    clock_gettime(CLOCK_MONOTONIC, &t);
    return t.tv_sec * 1'000'000'000LL + t.tv_nsec;
}

void tellOpen(ReaderChannel& channel) {
    channel.stage.store(static_cast<std::uint32_t>(OpenStage::open), std::memory_order_release);
    wakeAll(channel.stage);
}

void tellFailed(ReaderChannel& channel, OpenStage stage, int error) {
    channel.openError = error;
    channel.stage.store(static_cast<std::uint32_t>(stage), std::memory_order_release);
    wakeAll(channel.stage);
}

} // namespace orbita::reader

namespace {

using orbita::ChannelEntry;
using orbita::ReaderChannel;

// The last place before the ioctl: what arrives here is judged anew, whoever sent it.
bool passesGate(const ReaderChannel& channel, const ChannelEntry& entry) {
    const auto parameters =
        std::span(channel.parameters).first(std::min(entry.parameterBytes, orbita::maxParameterBytes));
    return orbita::mayPass(entry.block, parameters, entry.admission);
}

bool fitsRing(const ChannelEntry& entry) {
    return entry.ringAt % orbita::ringAlignment == 0 && entry.ringAt < orbita::ringBytes &&
           entry.expectedBytes <= orbita::ringBytes - entry.ringAt;
}

// Shared memory comes in small pages, and each is a piece of its own to the drive.
std::uint32_t bytesInPieces(const ReaderChannel& channel) {
    constexpr std::uint32_t usualPieces = 64;
    return (channel.maxPieces == 0 ? usualPieces : std::min(channel.maxPieces, 1024U)) * orbita::ringAlignment;
}

void serve(ReaderChannel& channel, orbita::reader::Device& device, orbita::reader::DisturbanceWatch& watch,
           char* buffer, pid_t parent) {
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
        entry.withdrawn = false;
        entry.refused = false;
        entry.halted = false;
        entry.disturbance = orbita::Disturbance::none;
        if (isBefore(entry.epoch, epoch) ||
            isBefore(done, channel.withdrawBefore.load(std::memory_order_acquire))) {
            entry.withdrawn = true;
            entry.completedAtNs = orbita::reader::nowNs();
        } else if (!passesGate(channel, entry)) {
            entry.refused = true;
            entry.completedAtNs = orbita::reader::nowNs();
        } else {
            entry.status = 0;
            const bool toRing = entry.toRing && fitsRing(entry);
            // Read where the link looks for it, unless the drive would have to be asked in pieces for that.
            char* const slot = reinterpret_cast<char*>(channel.ring.data()) + (toRing ? entry.ringAt : 0);
            const bool atOnce = toRing && entry.expectedBytes <= bytesInPieces(channel);
            device.execute(channel, atOnce ? slot : buffer, entry);
            if (toRing && !atOnce)
                std::memcpy(slot, buffer, std::min(entry.transferredBytes, entry.expectedBytes));
            entry.disturbance = watch.after(entry);
            entry.halted = entry.systemError != 0 || entry.status != 0 ||
                           entry.transferredBytes < entry.expectedBytes ||
                           entry.latencyNs > entry.haltAfterNs;
            if (entry.handOver)
                std::memcpy(channel.data.data(), buffer,
                            std::min(entry.transferredBytes, orbita::maxSharedBytes));
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
    if (argc != 3) {
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
    const std::string_view way = argv[1];
    const auto open = way == "scsi"   ? orbita::reader::openScsiGeneric
                      : way == "nvme" ? orbita::reader::openNvme
                                      : orbita::reader::openPlain;
    const auto device = open(channel, argv[2]);
    if (!device)
        return 1;
    // Only what goes through the block layer appears in its counts.
    orbita::reader::DisturbanceWatch watch(orbita::reader::statisticsOf(argv[2]), way == "plain");
    serve(channel, *device, watch, buffer, parent);
    return 0;
}
