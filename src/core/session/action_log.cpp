// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/session/action_log.h"

#include "core/base/durable_file.h"

#include <algorithm>
#include <cerrno>
#include <fcntl.h>
#include <fmt/format.h>
#include <span>
#include <sys/file.h>
#include <sys/random.h>
#include <sys/stat.h>
#include <unistd.h>

namespace orbita {

namespace {

// Of one line at a time, between programs.
class Locked {
public:
    explicit Locked(int file) : m_file(file) {
        while (flock(file, LOCK_EX) != 0 && errno == EINTR) {
        }
    }
    ~Locked() { flock(m_file, LOCK_UN); }
    Locked(const Locked&) = delete;
    Locked& operator=(const Locked&) = delete;

private:
    int m_file;
};

// What comes before the next line: what the file is, where it is empty; the end of a line that a power cut or
// a full disk has torn.
std::string before(int file) {
    struct stat status {};
    char last = '\n';
    if (fstat(file, &status) != 0)
        return {};
    if (status.st_size == 0)
        return "{\"format\":\"orbita-actions\",\"version\":1}\n";
    return pread(file, &last, 1, status.st_size - 1) == 1 && last != '\n' ? "\n" : "";
}

} // namespace

LogDisk systemLogDisk() {
    return {[](int file, std::string_view line) {
                return writeAll(file, std::as_bytes(std::span(line.data(), line.size())));
            },
            [](int file) { return fsync(file) == 0 ? 0 : errno; }};
}

std::string newActionId() {
    std::array<unsigned char, 16> bytes{};
    std::size_t have = 0;
    while (have < bytes.size()) {
        const ssize_t got = getrandom(bytes.data() + have, bytes.size() - have, 0);
        if (got > 0)
            have += static_cast<std::size_t>(got);
    }
    std::string id;
    for (const unsigned char byte : bytes)
        id += fmt::format("{:02x}", byte);
    return id;
}

ActionLog::ActionLog(Descriptor file, std::string path, LogDisk disk)
    : m_file(std::move(file)), m_path(std::move(path)), m_disk(std::move(disk)) {}

Result<void> ActionLog::write(const std::string& line) {
    const Locked locked(m_file.get());
    int error = m_disk.append(m_file.get(), before(m_file.get()) + line);
    if (error == 0)
        error = m_disk.sync(m_file.get());
    if (error != 0) {
        Error failure = systemError("writing down what is done to the drive in", m_path, error);
        failure.advice = "Nothing is done to a drive that cannot be written down: make room there.";
        return tl::unexpected(std::move(failure));
    }
    return {};
}

Result<void> ActionLog::begin(DriveAction& action) {
    action.id = newActionId();
    action.result = ActionResult::unknown;
    if (m_file)
        return write(actionBeginLine(action));
    m_remembered.push_back(action);
    return {};
}

Result<void> ActionLog::end(DriveAction& action, ActionResult result, std::int64_t at,
                            const std::string& answer) {
    action.result = result;
    action.endedAt = at;
    action.answer = answer;
    if (m_file)
        return write(actionEndLine(action));
    for (DriveAction& remembered : m_remembered)
        if (remembered.id == action.id)
            remembered = action;
    return {};
}

Result<std::vector<DriveAction>> ActionLog::read() const {
    if (!m_file)
        return m_remembered;
    struct stat status {};
    if (fstat(m_file.get(), &status) != 0)
        return tl::unexpected(systemError("reading what was done to drives in", m_path, errno));
    if (static_cast<std::uint64_t>(status.st_size) > mostLogBytes)
        return tl::unexpected(systemError("reading what was done to drives in", m_path, EFBIG));
    std::string text(static_cast<std::size_t>(status.st_size), '\0');
    std::size_t have = 0;
    while (have < text.size()) {
        const ssize_t got =
            pread(m_file.get(), text.data() + have, text.size() - have, static_cast<off_t>(have));
        if (got < 0 && errno == EINTR)
            continue;
        if (got < 0)
            return tl::unexpected(systemError("reading what was done to drives in", m_path, errno));
        if (got == 0)
            break;
        have += static_cast<std::size_t>(got);
    }
    std::vector<DriveAction> actions;
    const std::string_view all(text.data(), have);
    for (std::size_t at = 0; at < all.size();) {
        const std::size_t end = all.find('\n', at);
        if (end == std::string_view::npos)
            break; // torn, or being written just now
        takeActionLine(all.substr(at, end - at), actions);
        at = end + 1;
    }
    return actions;
}

} // namespace orbita
