// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/link/reader_link.h"

#include "core/base/helper_process.h"
#include "core/drive/family.h"
#include "core/drive/link/order_socket.h"
#include "core/drive/link/reader_channel.h"

#include <algorithm>
#include <cerrno>
#include <fcntl.h>
#include <fmt/format.h>
#include <poll.h>
#include <sys/mman.h>
#include <sys/socket.h>
#include <sys/wait.h>
#include <unistd.h>
#include <vector>

namespace orbita {

namespace {

Phrase noAnswerWithin(Nanoseconds patience) {
    return {"no answer within {} s", {fmt::format("{:.0f}", toSeconds(patience))}};
}

// The process, and the memory shared with it; both end with whoever uses them last.
class ReaderProcess {
public:
    ReaderProcess(pid_t pid, ReaderChannel* channel) : m_pid(pid), m_channel(channel) {}
    ReaderProcess(const ReaderProcess&) = delete;
    ReaderProcess& operator=(const ReaderProcess&) = delete;
    ~ReaderProcess() {
        end();
        munmap(m_channel, sizeof(ReaderChannel));
    }

    [[nodiscard]] ReaderChannel& channel() { return *m_channel; }

    // True once it has ended, which it never does unasked.
    bool ended() {
        if (m_pid > 0 && waitpid(m_pid, nullptr, WNOHANG) != 0)
            m_pid = 0;
        return m_pid == 0;
    }

    void end() {
        if (m_pid <= 0)
            return;
        m_channel->quit.store(1);
        wakeAll(m_channel->submitted);
        killDetached(m_pid);
        m_pid = 0;
    }

private:
    pid_t m_pid;
    ReaderChannel* m_channel;
};

// Orders go over a socket: they are few, and their bytes are not to be changed while they are judged.
class ReaderOrders final : public OrderChannel {
public:
    ReaderOrders(std::shared_ptr<ReaderProcess> process, Descriptor socket, std::string path)
        : m_process(std::move(process)), m_socket(std::move(socket)), m_path(std::move(path)) {}

    Result<std::string> exchange(const std::string& message, Nanoseconds patience,
                                 const std::stop_token& stop) override {
        const Nanoseconds until = MonotonicClock().now() + patience;
        std::string answer;
        // Counted first: a long one does not fit into the socket, and has to be taken while it is sent.
        const auto wake = [this] { wakeAll(m_process->channel().submitted); };
        m_process->channel().orders.fetch_add(1);
        wake();
        int error = m_process->ended() ? EPIPE : sendMessage(m_socket.get(), message, patience, stop, wake);
        if (error == 0)
            error = awaitAnswer(until, stop);
        if (error == 0)
            error = receiveMessage(m_socket.get(), answer, until - MonotonicClock().now(), stop);
        if (error == 0)
            return answer;
        m_process->end(); // what the drive is doing, nobody knows
        return tl::unexpected(Error{Error::Kind::noAnswer, "speaking with the drive at", m_path,
                                    error == EPIPE       ? "the process that holds it has ended"
                                    : error == ECANCELED ? "it was given up before the drive answered"
                                    : error == ETIMEDOUT ? noAnswerWithin(patience)
                                                         : systemError({}, {}, error).answer,
                                    "If the data matters, save it first."});
    }

private:
    // The reader sleeps on the memory, not on the socket, and may just have looked.
    int awaitAnswer(Nanoseconds until, const std::stop_token& stop) {
        constexpr int msBetween = 5;
        for (;;) {
            wakeAll(m_process->channel().submitted);
            pollfd waiting{m_socket.get(), POLLIN, 0};
            if (poll(&waiting, 1, msBetween) > 0)
                return 0;
            if (stop.stop_requested())
                return ECANCELED;
            if (MonotonicClock().now() >= until)
                return ETIMEDOUT;
        }
    }

    std::shared_ptr<ReaderProcess> m_process;
    Descriptor m_socket;
    std::string m_path;
};

class ReaderLink final : public Link {
public:
    ReaderLink(std::shared_ptr<ReaderProcess> process, const DriveFamily& family)
        : Link(family.protocols)
        , m_process(std::move(process))
        , m_channel(&m_process->channel())
        , m_family(family) {}

    ReaderLink(const ReaderLink&) = delete;
    ReaderLink& operator=(const ReaderLink&) = delete;
    ~ReaderLink() override { m_process->end(); }

    void withdrawQueued() override {
        m_channel->withdrawBefore.store(m_submitted, std::memory_order_release);
    }

    void abandon() override {
        m_abandoned = true;
        m_process->end();
    }

    bool handOverReads(HandOver what, std::uint32_t bytes) override {
        if (what == HandOver::nothing) {
            m_slotBytes = 0;
            m_slots = channelEntries;
            return true;
        }
        if (bytes == 0 || bytes > maxReadBytes)
            return false;
        m_handedBytes = bytes;
        m_handsWhole = what == HandOver::whole;
        m_slotBytes = (bytes + ringAlignment - 1) / ringAlignment * ringAlignment;
        m_slots = std::min(channelEntries, ringBytes / m_slotBytes);
        return true;
    }

    bool setDepth(std::uint32_t depth) override {
        m_depth = m_channel->several && depth <= channelEntries ? std::max(depth, 1U) : 1;
        return m_depth == depth;
    }

    [[nodiscard]] std::size_t queueLimit() const override { return m_slots; }
    [[nodiscard]] Clock& clock() override { return m_clock; }

    [[nodiscard]] std::span<const std::byte> data() const override {
        return std::span(m_channel->data).first(m_dataBytes);
    }

protected:
    void send(std::span<const Request> requests) override {
        for (const Request& request : requests) {
            ChannelEntry& entry = m_channel->entries[m_submitted % channelEntries];
            entry.tag = request.tag;
            entry.block = request.block;
            entry.expectedBytes = request.expected;
            // What is read from the medium is measured, and handed over only where that was agreed upon.
            const bool contents = m_family.bringsContents(request.block);
            entry.handOver = !contents;
            const bool handed =
                m_slotBytes != 0 && contents && (!m_handsWhole || request.expected <= m_slotBytes);
            entry.ringMost =
                handed ? std::min(request.expected, m_handsWhole ? m_slotBytes : m_handedBytes) : 0;
            entry.depth = m_depth;
            entry.ringAt = ringAt(m_submitted);
            entry.haltAfterNs = request.haltAfter.count();
            entry.epoch = m_epoch;
            ++m_submitted;
        }
        m_channel->submitted.store(m_submitted, std::memory_order_release);
        wakeAll(m_channel->submitted);
    }

    std::size_t collect(std::span<Reply> replies, Nanoseconds patience) override {
        if (m_abandoned) {
            m_clock.sleep(patience);
            return 0;
        }
        std::uint32_t completed = m_channel->completed.load(std::memory_order_acquire);
        if (completed == m_reaped && m_submitted != m_reaped && patience.count() > 0)
            completed = sleepUntilCompleted(patience);
        if (completed == m_reaped && m_submitted != m_reaped && m_process->ended())
            return failOutstanding(replies);
        std::size_t taken = 0;
        while (m_reaped != completed && taken < replies.size()) {
            // Only what the reader may say is taken from it; where things lie, this link knows by itself.
            const ChannelEntry entry = m_channel->entries[m_reaped % channelEntries];
            if (entry.halted)
                ++m_epoch;
            if (entry.handOver)
                m_dataBytes = std::min(entry.transferredBytes, maxSharedBytes);
            replies[taken] = replyOf(entry);
            if (entry.ringMost != 0 && m_slotBytes != 0 &&
                replies[taken].transport == TransportStatus::answered) {
                replies[taken].data =
                    std::span(m_channel->ring)
                        .subspan(ringAt(m_reaped),
                                 std::min({entry.transferredBytes, entry.ringMost, m_slotBytes}));
                replies[taken].zeros = entry.zeros;
            }
            ++m_reaped;
            ++taken;
        }
        return taken;
    }

private:
    // Sleeps until half of what is outstanding is done, so that the reader is disturbed seldom.
    std::uint32_t sleepUntilCompleted(Nanoseconds patience) {
        const std::uint32_t outstanding = m_submitted - m_reaped;
        m_channel->wakeAt.store(m_reaped + std::max(1U, outstanding / 2));
        m_channel->linkSleeps.store(1);
        const Nanoseconds until = m_clock.now() + patience;
        std::uint32_t completed = m_channel->completed.load();
        while (completed - m_reaped < std::max(1U, outstanding / 2)) {
            const Nanoseconds left = until - m_clock.now();
            if (left.count() <= 0)
                break;
            waitWhile(m_channel->completed, completed, left);
            completed = m_channel->completed.load();
        }
        m_channel->linkSleeps.store(0);
        return completed;
    }

    std::size_t failOutstanding(std::span<Reply> replies) {
        std::size_t taken = 0;
        while (m_reaped != m_submitted && taken < replies.size()) {
            Reply reply = replyOf(m_channel->entries[m_reaped++ % channelEntries]);
            reply.transport = TransportStatus::failed;
            reply.systemError = ESRCH;
            reply.completedAt = m_clock.now();
            reply.latency = {};
            replies[taken++] = reply;
        }
        return taken;
    }

    [[nodiscard]] std::uint32_t ringAt(std::uint32_t index) const { return index % m_slots * m_slotBytes; }

    static Reply replyOf(const ChannelEntry& entry) {
        Reply reply;
        reply.tag = entry.tag;
        reply.expected = entry.expectedBytes;
        reply.completedAt = Nanoseconds{entry.completedAtNs};
        reply.disturbance = entry.disturbance;
        if (entry.withdrawn)
            return reply;
        if (entry.refused) {
            reply.transport = TransportStatus::refused;
            return reply;
        }
        reply.status = entry.status;
        reply.bytes = entry.answer;
        reply.transport = entry.systemError == 0 ? TransportStatus::answered : TransportStatus::failed;
        reply.systemError = entry.systemError;
        reply.transferred = std::min(entry.transferredBytes, entry.expectedBytes);
        reply.latency = Nanoseconds{entry.latencyNs};
        return reply;
    }

    std::shared_ptr<ReaderProcess> m_process;
    ReaderChannel* m_channel; // of the process
    const DriveFamily& m_family;
    std::uint32_t m_dataBytes = 0;
    std::uint32_t m_slots = channelEntries; // of the ring
    std::uint32_t m_depth = 1;
    std::uint32_t m_slotBytes = 0; // 0: reads are not handed over
    std::uint32_t m_handedBytes = 0;
    bool m_handsWhole = false;
    MonotonicClock m_clock;
    std::uint32_t m_submitted = 0;
    std::uint32_t m_reaped = 0;
    std::uint32_t m_epoch = 0;
    bool m_abandoned = false;
};

Error openFailure(const std::string& path, const ReaderChannel& channel) {
    Error error;
    switch (static_cast<OpenStage>(channel.stage.load())) {
    case OpenStage::isDirectory:
        return {Error::Kind::unusable, "opening", path, "it is a directory, not a drive",
                "Name a device such as /dev/sdb, or an image file."};
    case OpenStage::notADrive:
        return {Error::Kind::unusable, "opening", path, "it is neither a block device nor a file",
                "Name a device such as /dev/sdb, or an image file."};
    case OpenStage::failedSize:
        error = systemError("asking the size of", path, channel.openError);
        return error;
    case OpenStage::failedStat:
    case OpenStage::failedOpen:
        return systemError("opening for reading", path, channel.openError);
    case OpenStage::pending:
    case OpenStage::open:
        break;
    }
    return {Error::Kind::systemFailure, "opening for reading", path, "the reader says what it must not say",
            "Orbita's programs do not belong together: install them anew."};
}

// Sizes that no device has would end in divisions by zero and worse.
bool areBelievable(const ReaderFacts& facts) {
    const auto isSectorSize = [](std::uint32_t bytes) { return bytes >= 512 && bytes <= 65536; };
    return isSectorSize(facts.logicalBytes) && facts.physicalBytes >= facts.logicalBytes &&
           facts.physicalBytes % facts.logicalBytes == 0 &&
           facts.sizeBytes <= static_cast<std::uint64_t>(INT64_MAX);
}

} // namespace

Result<OpenedReader> openReaderLink(const std::string& path, Nanoseconds patience,
                                    const std::stop_token& stop, Family takes, int log) {
    const DriveFamily& family = familyOf(takes);
    collectLeftBehind();
    const auto failed = [&](int error) {
        return tl::unexpected(systemError("sharing memory with the reader for", path, error));
    };
    // Of a size that is settled.
    auto memory =
        aboveHandedDown(Descriptor(memfd_create("orbita-channel", MFD_CLOEXEC | MFD_ALLOW_SEALING)));
    if (!memory || ftruncate(memory->get(), sizeof(ReaderChannel)) != 0 ||
        fcntl(memory->get(), F_ADD_SEALS, F_SEAL_SHRINK | F_SEAL_GROW | F_SEAL_SEAL) != 0)
        return failed(errno);
    int ends[2] = {-1, -1};
    if (socketpair(AF_UNIX, SOCK_STREAM | SOCK_CLOEXEC, 0, ends) != 0)
        return failed(errno);
    auto ours = aboveHandedDown(Descriptor(ends[0]));
    auto theirs = aboveHandedDown(Descriptor(ends[1]));
    if (!ours || !theirs)
        return failed(EMFILE);
    std::vector<HandedDown> handed = {{memory->get(), channelDescriptor}, {theirs->get(), ordersDescriptor}};
    Descriptor logCopy;
    if (log >= 0) {
        logCopy.reset(fcntl(log, F_DUPFD_CLOEXEC, 16));
        handed.push_back({logCopy.get(), logDescriptor});
    }
    void* shared = mmap(nullptr, sizeof(ReaderChannel), PROT_READ | PROT_WRITE, MAP_SHARED, memory->get(), 0);
    if (shared == MAP_FAILED)
        return failed(ENOMEM);
    auto pid =
        startHelper("orbita-reader", {std::string(family.name), std::to_string(getpid()), path}, handed);
    if (!pid) {
        munmap(shared, sizeof(ReaderChannel));
        return tl::unexpected(pid.error());
    }
    const auto process = std::make_shared<ReaderProcess>(*pid, static_cast<ReaderChannel*>(shared));
    auto link = std::make_unique<ReaderLink>(process, family);
    ReaderChannel& channel = process->channel();
    const Nanoseconds until = link->clock().now() + patience;
    constexpr auto pending = static_cast<std::uint32_t>(OpenStage::pending);
    while (channel.stage.load(std::memory_order_acquire) == pending) {
        const Nanoseconds left = until - link->clock().now();
        if (left.count() <= 0 || stop.stop_requested() || process->ended())
            return tl::unexpected(
                Error{Error::Kind::noAnswer, "opening for reading", path, noAnswerWithin(patience),
                      "The drive may hang or still be spinning up: wait, then check power and "
                      "cable. If the data matters, do not keep switching it on."});
        waitWhile(channel.stage, pending, std::min<Nanoseconds>(left, std::chrono::milliseconds{100}));
    }
    if (channel.stage.load() != static_cast<std::uint32_t>(OpenStage::open))
        return tl::unexpected(openFailure(path, channel));
    ReaderFacts facts{channel.blockDevice,  channel.direct,        channel.sizeBytes,
                      channel.logicalBytes, channel.physicalBytes, channel.maxBytesPerCommand,
                      channel.nameSpace};
    if (family.family == Family::plain && !areBelievable(facts))
        return tl::unexpected(
            Error{Error::Kind::unusable,
                  "opening for reading",
                  path,
                  {"it says that it has {} bytes in sectors of {} bytes, {} of them physical",
                   {std::to_string(facts.sizeBytes), std::to_string(facts.logicalBytes),
                    std::to_string(facts.physicalBytes)}},
                  "No drive is like that: the bridge or adapter garbles what the drive says. Try another."});
    return OpenedReader{std::move(link), facts,
                        std::make_shared<ReaderOrders>(process, std::move(*ours), path)};
}

} // namespace orbita
