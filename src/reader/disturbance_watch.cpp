// SPDX-License-Identifier: GPL-3.0-or-later
#include "reader/disturbance_watch.h"

#include <array>
#include <ctime>
#include <fcntl.h>
#include <filesystem>
#include <optional>
#include <sstream>
#include <sys/stat.h>
#include <sys/sysmacros.h>
#include <unistd.h>

namespace orbita::reader {

namespace {

constexpr std::int64_t ms = 1'000'000;
constexpr std::int64_t worthALook = 2 * ms;
constexpr std::int64_t lookInterval = 50 * ms;
constexpr std::int64_t worthARecheck = 20 * ms;
constexpr std::chrono::milliseconds settling{1}; // in which the kernel has counted what it has answered
constexpr std::chrono::milliseconds beatInterval{20};
constexpr std::int64_t longestBeat = 60 * ms; // a machine in ordinary use keeps below it
constexpr std::int64_t suspended = 1000 * ms;

std::int64_t read(clockid_t clock) {
    timespec t{};
    clock_gettime(clock, &t);
    return t.tv_sec * 1'000'000'000LL + t.tv_nsec;
}

// The boot clock goes on while the computer sleeps, the monotonic one stands still.
std::int64_t sleptSoFar() {
    return read(CLOCK_BOOTTIME) - read(CLOCK_MONOTONIC);
}

} // namespace

std::string statisticsOf(const char* node) {
    namespace fs = std::filesystem;
    struct stat status {};
    if (stat(node, &status) != 0)
        return {};
    const std::string number =
        std::to_string(major(status.st_rdev)) + ':' + std::to_string(minor(status.st_rdev));
    std::error_code error;
    if (S_ISBLK(status.st_mode)) {
        const fs::path device = fs::canonical("/sys/dev/block/" + number, error);
        if (error)
            return {};
        const fs::path whole = fs::exists(device / "partition", error) ? device.parent_path() : device;
        return (whole / "stat").string();
    }
    if (!S_ISCHR(status.st_mode))
        return {};
    for (fs::directory_iterator entry("/sys/dev/char/" + number + "/device/block", error), end;
         !error && entry != end; entry.increment(error))
        return (entry->path() / "stat").string();
    return {};
}

std::optional<KernelCounts> countsOf(const std::string& line) {
    std::istringstream words(line);
    std::array<std::uint64_t, 17> fields{};
    std::size_t n = 0;
    while (n < fields.size() && words >> fields[n])
        ++n;
    if (n < 11) // older kernels tell neither discards nor flushes
        return std::nullopt;
    return KernelCounts{fields[2] + fields[6] + fields[13] + fields[15], fields[8]};
}

DisturbanceWatch::DisturbanceWatch(const std::string& statistics, bool ownCounted)
    : m_ownCounted(ownCounted)
    , m_slept(sleptSoFar())
    , m_lastBeat(read(CLOCK_MONOTONIC))
    , m_beat([this](const std::stop_token& stop) { tick(stop); }) {
    if (!statistics.empty())
        m_file = open(statistics.c_str(), O_RDONLY | O_CLOEXEC);
    if (const auto counts = look())
        m_others = counts->accesses;
}

DisturbanceWatch::~DisturbanceWatch() {
    if (m_file >= 0)
        close(m_file);
}

std::optional<KernelCounts> DisturbanceWatch::look() const {
    if (m_file < 0)
        return std::nullopt;
    std::array<char, 512> text{};
    const ssize_t length = pread(m_file, text.data(), text.size(), 0);
    if (length <= 0)
        return std::nullopt;
    auto counts = countsOf(std::string(text.data(), static_cast<std::size_t>(length)));
    if (counts)
        counts->accesses -= m_ownCounted ? m_own : 0;
    return counts;
}

bool DisturbanceWatch::otherLoad(const ChannelEntry& entry, bool failed, std::uint64_t underWay) {
    // What is under way may be in the kernel's counts already, or not yet.
    const std::uint64_t mayBeOurs = m_ownCounted ? underWay / 512 : 0;
    const auto moreThanOurs = [&](const std::optional<KernelCounts>& seen) {
        return seen && m_others &&
               (mayBeOurs == 0 ? seen->accesses != *m_others : seen->accesses > *m_others + mayBeOurs);
    };
    auto seen = look();
    bool more = moreThanOurs(seen);
    bool still = false;
    // Another's command may have been answered before ours and not be counted yet; one that is still at the
    // device when ours has been counted is another's.
    if (!more && !failed && seen && seen->underWay > 0 && mayBeOurs == 0 &&
        entry.latencyNs >= worthARecheck) {
        std::this_thread::sleep_for(settling);
        seen = look();
        more = moreThanOurs(seen);
        still = seen && seen->underWay > 0;
    }
    // How much of a read that failed is in the counts, nobody knows: they are taken anew from here.
    if (mayBeOurs == 0 || more || failed || !seen || !m_others || seen->accesses < *m_others)
        m_others = seen ? std::optional(seen->accesses) : std::nullopt;
    return (more || still) && !failed;
}

void DisturbanceWatch::tick(const std::stop_token& stop) {
    while (!stop.stop_requested()) {
        std::this_thread::sleep_for(beatInterval);
        const std::int64_t now = read(CLOCK_MONOTONIC);
        const std::int64_t gap = now - m_lastBeat.exchange(now);
        if (gap > longestBeat) {
            m_gap = gap;
            m_gapEnd = now;
        }
    }
}

Disturbance DisturbanceWatch::after(const ChannelEntry& entry, std::uint64_t underWay) {
    m_own += entry.transferredBytes / 512;
    const std::int64_t now = entry.completedAtNs;
    const bool failed = entry.systemError != 0 || entry.status != 0;
    if (!failed && entry.latencyNs < worthALook && now - m_lookedAt < lookInterval)
        return Disturbance::none;
    m_lookedAt = now;
    Disturbance found = Disturbance::none;
    if (const std::int64_t slept = sleptSoFar(); slept - m_slept > suspended) {
        m_slept = slept;
        found = Disturbance::suspended;
    }
    if (otherLoad(entry, failed, underWay) && found == Disturbance::none)
        found = Disturbance::otherLoad;
    // A gap that explains a good part of what it took.
    const std::int64_t open = now - m_lastBeat;
    const std::int64_t gap = open > longestBeat                        ? open
                             : m_gapEnd.load() > now - entry.latencyNs ? m_gap.load()
                                                                       : 0;
    if (found == Disturbance::none && entry.latencyNs > longestBeat && gap * 4 > entry.latencyNs)
        found = Disturbance::starved;
    return found;
}

} // namespace orbita::reader
