// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/inventory/recognition.h"

#include "core/base/helper_process.h"
#include "core/base/json_numbers.h"
#include "core/base/text.h"

#include <cerrno>
#include <fcntl.h>
#include <nlohmann/json.hpp>
#include <poll.h>
#include <unistd.h>

namespace orbita {

namespace {

using Json = nlohmann::json;

constexpr Nanoseconds startPatience = std::chrono::seconds{10}; // for a process to begin at all

// One probe and what it has said so far.
class Probe {
public:
    explicit Probe(const std::vector<std::string>& arguments) {
        int ends[2] = {-1, -1};
        if (pipe2(ends, O_CLOEXEC) != 0)
            return;
        Descriptor ours(ends[0]);
        auto theirs = aboveHandedDown(Descriptor(ends[1]));
        auto started = theirs ? startHelper("orbita-probe", arguments, {{theirs->get(), STDOUT_FILENO}})
                              : Result<pid_t>(tl::unexpected(theirs.error()));
        if (started) {
            m_pid = *started;
            m_pipe = std::move(ours);
        } else {
            m_error = started.error();
        }
    }
    Probe(const Probe&) = delete;
    Probe& operator=(const Probe&) = delete;
    ~Probe() {
        if (m_pid > 0)
            killDetached(m_pid);
    }

    [[nodiscard]] int pipe() const { return m_pipe.get(); }
    [[nodiscard]] const std::string& text() const { return m_text; }
    [[nodiscard]] const std::optional<Error>& error() const { return m_error; }

    [[nodiscard]] std::optional<Nanoseconds> begun() const { return m_begun; }

    // Takes what has come; at the end of it, closes.
    void take(Nanoseconds now) {
        char bytes[4096];
        const ssize_t got = read(m_pipe.get(), bytes, sizeof bytes);
        if (got > 0) {
            if (!m_begun)
                m_begun = now;
            m_text.append(bytes, static_cast<std::size_t>(got));
        } else if (got == 0 || errno != EINTR) {
            m_pipe.reset();
        }
    }

private:
    pid_t m_pid = 0;
    Descriptor m_pipe;
    std::string m_text;
    std::optional<Nanoseconds> m_begun;
    std::optional<Error> m_error;
};

// Each is given `patience` from when it has begun, which a busy computer may put off.
void listen(const std::vector<std::unique_ptr<Probe>>& probes, Nanoseconds patience,
            const std::stop_token& stop = {}) {
    const MonotonicClock clock;
    const Nanoseconds begin = clock.now();
    while (!stop.stop_requested()) {
        const Nanoseconds now = clock.now();
        Nanoseconds longest{};
        std::vector<pollfd> waiting;
        std::vector<Probe*> owners;
        for (const auto& probe : probes) {
            const auto begun = probe->begun();
            const Nanoseconds left = (begun ? *begun + patience : begin + patience + startPatience) - now;
            if (probe->pipe() < 0 || left.count() <= 0)
                continue;
            longest = std::max(longest, left);
            waiting.push_back({probe->pipe(), POLLIN, 0});
            owners.push_back(probe.get());
        }
        if (waiting.empty())
            return;
        // Looked up often enough to end with the first whose time is over.
        const auto ms = static_cast<int>(std::min(toMilliseconds(longest), 20.0)) + 1;
        if (poll(waiting.data(), waiting.size(), ms) < 0 && errno != EINTR)
            return;
        for (std::size_t i = 0; i < waiting.size(); ++i)
            if (waiting[i].revents != 0)
                owners[i]->take(clock.now());
    }
}

// The helper has looked at what strangers have written: what it says is not believed blindly.
Recognition recognisedFrom(const std::string& text) {
    Recognition found;
    try {
        const Json said = Json::parse(text);
        found.systemError = wholeOr(said, "error", 0);
        found.table = tableStateFromName(said.value("table", "none")).value_or(TableState::none);
        for (const Json& part : said.value("parts", Json::array()))
            found.parts.push_back({{},
                                   wholeOr(part, "first_byte", std::uint64_t{0}),
                                   wholeOr(part, "bytes", std::uint64_t{0}),
                                   cleanText(part.value("file_system", "")),
                                   cleanText(part.value("label", ""))});
        return found;
    } catch (const std::exception&) {
        Recognition garbled;
        garbled.systemError = EPROTO;
        return garbled;
    }
}

} // namespace

std::vector<Recognition> recognise(const std::vector<std::string>& devices, Nanoseconds patience) {
    std::vector<std::unique_ptr<Probe>> probes;
    probes.reserve(devices.size());
    for (const std::string& device : devices)
        probes.push_back(std::make_unique<Probe>(std::vector<std::string>{"recognise", device}));
    listen(probes, patience);
    std::vector<Recognition> all;
    for (const auto& probe : probes) {
        Recognition found;
        if (probe->error())
            found.systemError = ENOENT;
        else if (probe->pipe() >= 0)
            found.silent = true;
        else
            found = recognisedFrom(probe->text());
        all.push_back(std::move(found));
    }
    return all;
}

Result<HeldFlags> holdReadOnly(const AttachedDrive& drive, Nanoseconds patience,
                               const std::stop_token& stop) {
    if (!drive.uses.empty())
        return tl::unexpected(
            Error{Error::Kind::refusedUnsafe, "holding read-only", drive.identity.path,
                  "it is in use, and what is mounted or stacked on it goes on writing whatever this says",
                  "Unmount it, and switch off what is stacked on it, first."});
    // The flag of a drive says nothing of its partitions, which have one each.
    HeldFlags wanted;
    wanted.push_back({drive.identity.path, true});
    const std::filesystem::path folder = std::filesystem::path(drive.identity.path).parent_path();
    for (const DrivePart& part : drive.parts)
        if (const auto path = (folder / part.name).string(); path != drive.identity.path)
            wanted.push_back({path, true});
    return setReadOnlyFlags(wanted, patience, stop);
}

Result<HeldFlags> setReadOnlyFlags(const HeldFlags& flags, Nanoseconds patience,
                                   const std::stop_token& stop) {
    std::vector<std::string> words = {"hold", ""};
    for (const HeldFlag& flag : flags) {
        words[1] += flag.readOnly ? '1' : '0';
        words.push_back(flag.device);
    }
    const std::string device = flags.empty() ? std::string{} : flags.front().device;
    std::vector<std::unique_ptr<Probe>> probes;
    probes.push_back(std::make_unique<Probe>(words));
    const Probe& probe = *probes.front();
    if (probe.error())
        return tl::unexpected(*probe.error());
    listen(probes, patience, stop);
    const char* tried = "changing whether the system may write to";
    if (probe.pipe() >= 0)
        return tl::unexpected(Error{Error::Kind::noAnswer, tried, device, "the system did not answer",
                                    "The drive may hang: check power and cable."});
    const Json said = Json::parse(probe.text(), nullptr, false);
    const int error = said.is_object() ? said.value("error", EPROTO) : EPROTO;
    const std::string before = said.is_object() ? said.value("before", "") : "";
    if (error == 0 && before.size() == flags.size()) {
        HeldFlags was = flags;
        for (std::size_t i = 0; i < was.size(); ++i)
            was[i].readOnly = before[i] == '1';
        return was;
    }
    Error failure = systemError(tried, device, error == 0 ? EPROTO : error);
    if (error == EACCES || error == EPERM)
        failure.advice = "Only root may: start Orbita as root, or run blockdev --setro as root.";
    return tl::unexpected(std::move(failure));
}

} // namespace orbita
