// SPDX-License-Identifier: GPL-3.0-or-later
// orbita-reader plain|scsi|nvme PARENT PATH: opens one drive read-only and sends it what the link asks for
// and the gate lets pass, which is what only reads, for as long as the process PARENT lives. What else may be
// done to a drive is ordered by messages (core/session/orders.h), and judged here. A read on a frozen drive
// cannot be interrupted, not even by kill -9; living in a process of its own, it can be left behind.
#include "core/base/bytes.h"
#include "core/drive/family.h"
#include "core/drive/link/command_gate.h"
#include "core/drive/link/order_socket.h"
#include "core/session/session_host.h"
#include "reader/device.h"
#include "reader/device_access.h"
#include "reader/device_link.h"
#include "reader/disturbance_watch.h"

#include <algorithm>
#include <cstdio>
#include <cstdlib>
#include <cstring>
#include <ctime>
#include <fcntl.h>
#include <memory>
#include <string_view>
#include <sys/mman.h>
#include <unistd.h>
#include <utility>
#include <vector>

namespace orbita::reader {

std::int64_t nowNs() {
    timespec t{};
    clock_gettime(CLOCK_MONOTONIC, &t);
    return t.tv_sec * 1'000'000'000LL + t.tv_nsec;
}

// Memory to read into, of huge pages where the kernel has them: a drive's own limit on the pieces of one
// transfer then splits no block that its limit on bytes would let through. Taken as it is used.
char* makeBuffer(std::size_t bytes) {
    constexpr std::size_t hugePage = 2U << 20U;
    void* memory = mmap(nullptr, bytes + hugePage, PROT_READ | PROT_WRITE,
                        MAP_PRIVATE | MAP_ANONYMOUS | MAP_NORESERVE, -1, 0);
    if (memory == MAP_FAILED)
        return nullptr;
    void* aligned = memory;
    std::size_t room = bytes + hugePage;
    std::align(hugePage, bytes, aligned, room);
    madvise(aligned, bytes, MADV_HUGEPAGE);
    return static_cast<char*>(aligned);
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

bool fitsRing(const ChannelEntry& entry) {
    return entry.ringAt % orbita::ringAlignment == 0 && entry.ringAt < orbita::ringBytes &&
           entry.ringMost <= orbita::ringBytes - entry.ringAt;
}

// Shared memory comes in small pages, and each is a piece of its own to the drive.
std::uint32_t bytesInPieces(const ReaderChannel& channel) {
    constexpr std::uint32_t usualPieces = 64;
    return (channel.maxPieces == 0 ? usualPieces : std::min(channel.maxPieces, 1024U)) *
           orbita::ringAlignment;
}

bool isBefore(std::uint32_t a, std::uint32_t b) {
    return static_cast<std::int32_t>(a - b) < 0;
}

// Works off the channel's commands in order: one at a time, or several at the device at once where they ask
// for it.
class Server {
public:
    Server(ReaderChannel& channel, orbita::reader::Device& device, orbita::reader::DisturbanceWatch& watch,
           const orbita::CommandGate& gate, char* buffer, orbita::SessionHost& host)
        : m_channel(channel)
        , m_device(device)
        , m_watch(watch)
        , m_gate(gate)
        , m_buffer(buffer)
        , m_host(host) {}

    void run(pid_t parent) {
        while (m_channel.quit.load(std::memory_order_relaxed) == 0) {
            if (m_underWay == 0 && m_channel.orders.load(std::memory_order_relaxed) != m_ordersTaken)
                takeOrder();
            const std::uint32_t submitted = m_channel.submitted.load(std::memory_order_acquire);
            if (submitted == m_done) {
                orbita::waitWhile(m_channel.submitted, submitted, std::chrono::milliseconds{300});
                if (getppid() != parent)
                    return; // nobody is left to read for
                continue;
            }
            if (submitted - m_done > orbita::channelEntries)
                return; // no link of ours counts like that
            while (m_next != submitted && takeNext()) {
            }
            if (m_underWay > 0)
                finishOne();
            publish();
        }
    }

private:
    // The message is here, or about to come: the link counts it when it begins to send it.
    void takeOrder() {
        constexpr orbita::Nanoseconds patience = std::chrono::seconds{2};
        ++m_ordersTaken;
        std::string message;
        if (orbita::receiveMessage(orbita::ordersDescriptor, message, patience) != 0)
            return;
        (void)orbita::sendMessage(orbita::ordersDescriptor, m_host.answer(message), patience);
    }

    [[nodiscard]] ChannelEntry& at(std::uint32_t index) { return m_own[index % orbita::channelEntries]; }

    // The last place before the ioctl: what is judged here is what is issued, and nobody else can reach it.
    [[nodiscard]] bool passesGate(const ChannelEntry& entry) const {
        return entry.expectedBytes <= orbita::maxReadBytes && (entry.ringMost == 0 || fitsRing(entry)) &&
               m_gate.passes(entry.block, {{}, entry.expectedBytes});
    }

    // Begins the next command where it may begin now. True while more may follow at once.
    bool takeNext() {
        if (m_copied == m_next) {
            at(m_next) = m_channel.entries[m_next % orbita::channelEntries];
            ++m_copied;
        }
        ChannelEntry& entry = at(m_next);
        if (m_underWay > 0 && m_underWay >= entry.depth)
            return false;
        entry.withdrawn = false;
        entry.refused = false;
        entry.halted = false;
        entry.zeros = false;
        entry.disturbance = orbita::Disturbance::none;
        if (isBefore(entry.epoch, m_epoch) ||
            isBefore(m_next, m_channel.withdrawBefore.load(std::memory_order_acquire))) {
            entry.withdrawn = true;
            entry.completedAtNs = orbita::reader::nowNs();
            setFinished(m_next++, true);
            return false;
        }
        if (!passesGate(entry)) {
            entry.refused = true;
            entry.completedAtNs = orbita::reader::nowNs();
            setFinished(m_next++, true);
            return false;
        }
        entry.status = 0;
        if (entry.depth > 1) {
            char* const own = ownBuffer(m_next);
            if (own != nullptr && m_device.begin(own, entry)) {
                setFinished(m_next++, false);
                ++m_underWay;
                m_bytesUnderWay += entry.expectedBytes;
                return true;
            }
            if (char* const unused = std::exchange(m_bufferOf[m_next % orbita::channelEntries], nullptr))
                m_freeBuffers.push_back(unused);
        }
        if (m_underWay > 0)
            return false; // it goes alone
        const bool toRing = entry.ringMost != 0 && fitsRing(entry);
        // Read where the link looks for it, unless the drive would have to be asked in pieces for that.
        char* const slot = slotOf(entry);
        const bool atOnce = toRing && readsIntoRing(entry);
        m_device.execute(atOnce ? slot : m_buffer, entry, {});
        conclude(entry);
        if (toRing)
            handOver(entry, atOnce ? slot : m_buffer);
        const std::uint32_t handed = std::min(entry.transferredBytes, orbita::maxSharedBytes);
        if (entry.handOver)
            std::memcpy(m_channel.data.data(), m_buffer, handed);
        if (entry.systemError == 0)
            m_gate.answered(entry.block, entry.answer,
                            std::as_bytes(std::span(m_buffer, entry.handOver ? handed : 0)));
        setFinished(m_next++, true);
        return false;
    }

    void finishOne() {
        ChannelEntry* const entry = m_device.finishOne(std::chrono::milliseconds{100});
        if (entry == nullptr)
            return;
        --m_underWay;
        m_bytesUnderWay -= entry->expectedBytes;
        conclude(*entry);
        const auto place = static_cast<std::uint32_t>(entry - m_own.data());
        char* const buffer = std::exchange(m_bufferOf[place], nullptr);
        if (entry->ringMost != 0 && fitsRing(*entry))
            handOver(*entry, buffer != nullptr ? buffer : slotOf(*entry));
        if (buffer != nullptr)
            m_freeBuffers.push_back(buffer);
        m_finished[place] = true;
    }

    [[nodiscard]] bool readsIntoRing(const ChannelEntry& entry) const {
        return entry.ringMost >= entry.expectedBytes && entry.expectedBytes <= bytesInPieces(m_channel);
    }

    // What is not zeros mostly says so with its first bytes; what was read lies in the processor's cache.
    void handOver(ChannelEntry& entry, const char* read) {
        const std::uint32_t bytes = std::min(entry.transferredBytes, entry.expectedBytes);
        entry.zeros = bytes != 0 && bytes == entry.expectedBytes && entry.systemError == 0 &&
                      entry.status == 0 && orbita::allZero(std::as_bytes(std::span(read, bytes)));
        if (char* const slot = slotOf(entry); slot != read)
            std::memcpy(slot, read, std::min(bytes, entry.ringMost));
    }

    void conclude(ChannelEntry& entry) {
        entry.disturbance = m_watch.after(entry, m_bytesUnderWay);
        entry.halted = entry.systemError != 0 || entry.status != 0 ||
                       entry.transferredBytes < entry.expectedBytes || entry.latencyNs > entry.haltAfterNs;
        if (entry.halted)
            ++m_epoch;
    }

    void publish() {
        while (m_done != m_next && m_finished[m_done % orbita::channelEntries]) {
            m_channel.entries[m_done % orbita::channelEntries] = at(m_done);
            ++m_done;
            // seq_cst: either the link sees the count before it sleeps, or this sees that the link sleeps.
            m_channel.completed.store(m_done);
            if (m_channel.linkSleeps.load() != 0 && !isBefore(m_done, m_channel.wakeAt.load()))
                orbita::wakeAll(m_channel.completed);
        }
    }

    void setFinished(std::uint32_t index, bool finished) {
        m_finished[index % orbita::channelEntries] = finished;
    }

    char* slotOf(const ChannelEntry& entry) {
        return reinterpret_cast<char*>(m_channel.ring.data()) +
               (entry.ringMost != 0 && fitsRing(entry) ? entry.ringAt : 0);
    }

    // Where a command that is not alone reads to; null where there is no memory for that.
    char* ownBuffer(std::uint32_t index) {
        const ChannelEntry& entry = at(index);
        if (entry.ringMost != 0 && fitsRing(entry) && readsIntoRing(entry))
            return slotOf(entry);
        if (m_freeBuffers.empty()) {
            char* const more = orbita::reader::makeBuffer(orbita::maxReadBytes);
            if (more == nullptr)
                return nullptr;
            m_freeBuffers.push_back(more);
        }
        // The one used last: it is still in the processor's cache.
        char* const buffer = m_freeBuffers.back();
        m_freeBuffers.pop_back();
        return m_bufferOf[index % orbita::channelEntries] = buffer;
    }

    ReaderChannel& m_channel;
    orbita::reader::Device& m_device;
    orbita::reader::DisturbanceWatch& m_watch;
    orbita::CommandGate m_gate;
    char* m_buffer;
    orbita::SessionHost& m_host;
    std::uint32_t m_ordersTaken = 0;
    std::array<ChannelEntry, orbita::channelEntries> m_own{}; // copies of the channel's
    std::vector<char*> m_freeBuffers;                         // of maxReadBytes each
    std::array<char*, orbita::channelEntries>
        m_bufferOf{};           // of a command under way; null: it reads to the ring
    std::uint32_t m_done = 0;   // all before are told to the link
    std::uint32_t m_next = 0;   // all before have begun
    std::uint32_t m_copied = 0; // all before are copied
    std::uint32_t m_epoch = 0;
    std::uint32_t m_underWay = 0;
    std::uint64_t m_bytesUnderWay = 0;
    std::array<bool, orbita::channelEntries> m_finished{};
};

} // namespace

namespace {

// A way to send commands, by its name on the command line.
struct Way {
    orbita::Family family;
    std::unique_ptr<orbita::reader::Device> (*open)(ReaderChannel&, const char*);
};
constexpr Way ways[] = {
    {orbita::Family::plain, orbita::reader::openPlain},
    {orbita::Family::scsi, orbita::reader::openScsiGeneric},
    {orbita::Family::nvme, orbita::reader::openNvme},
};

int wrongCall() {
    std::fputs("orbita-reader is started by Orbita itself.\n", stderr);
    return 2;
}

} // namespace

int main(int argc, char** argv) {
    if (argc != 4)
        return wrongCall();
    const auto* const way = std::find_if(std::begin(ways), std::end(ways), [&](const Way& w) {
        return orbita::familyName(w.family) == argv[1];
    });
    // By number, for it may have ended before this asks who it is.
    const auto parent = static_cast<pid_t>(std::strtol(argv[2], nullptr, 10));
    if (way == std::end(ways) || parent <= 0)
        return wrongCall();
    if (getppid() != parent)
        return 0;
    void* shared = mmap(nullptr, sizeof(ReaderChannel), PROT_READ | PROT_WRITE, MAP_SHARED,
                        orbita::channelDescriptor, 0);
    char* buffer = orbita::reader::makeBuffer(orbita::maxReadBytes);
    if (shared == MAP_FAILED || buffer == nullptr)
        return 3;
    std::memset(buffer, 0, orbita::maxReadBytes);
    auto& channel = *static_cast<ReaderChannel*>(shared);
    const auto device = way->open(channel, argv[3]);
    if (!device)
        return 1;
    // Only what goes through the block layer appears in its counts.
    orbita::reader::DisturbanceWatch watch(orbita::reader::statisticsOf(argv[3]),
                                           way->family == orbita::Family::plain);
    const orbita::CommandGate gate(orbita::familyOf(way->family).protocols);
    orbita::HostSetup setup;
    setup.way.link = std::make_unique<orbita::reader::DeviceLink>(*device, way->family);
    setup.way.speaks = way->family;
    setup.way.nameSpace = std::max(channel.nameSpace, 1U);
    setup.way.path = argv[3];
    if (fcntl(orbita::logDescriptor, F_GETFD) >= 0)
        setup.log.emplace(orbita::Descriptor(orbita::logDescriptor), "the log of what is done to drives");
    const auto access = std::make_shared<orbita::reader::DeviceAccess>(*device, argv[3]);
    if (access->isDrive()) {
        setup.writing = access;
        setup.systemSays = [access] { return access->systemSays(); };
    }
    orbita::SessionHost host(std::move(setup));
    // Large, and only one: not on the stack.
    std::make_unique<Server>(channel, *device, watch, gate, buffer, host)->run(parent);
    return 0;
}
