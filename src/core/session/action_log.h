// SPDX-License-Identifier: GPL-3.0-or-later
// What was done to drives, written down: append-only, a line that it is about to be done, durable before
// anything leaves for the drive, and another of what came of it. Nothing that stands in it is ever changed or
// taken away. The format is in docs/formats.md.
#pragma once

#include "core/base/descriptor.h"
#include "core/base/error.h"
#include "core/session/drive_action.h"

#include <functional>

namespace orbita {

// How a log's file reaches the disk; another one for tests. 0, or an errno.
struct LogDisk {
    std::function<int(int file, std::string_view line)> append; // whole, at the end
    std::function<int(int file)> sync;
};
LogDisk systemLogDisk();

class ActionLog {
public:
    // Forgotten with the program.
    ActionLog() = default;
    // Of an open file, readable and for appending (O_APPEND). Several may have the same file open, in this
    // program and others.
    explicit ActionLog(Descriptor file, std::string path, LogDisk disk = systemLogDisk());

    [[nodiscard]] bool isKept() const { return static_cast<bool>(m_file); }
    [[nodiscard]] int file() const { return m_file.get(); }

    // Durable when it returns. Gives the action its id. Errors: no room, as the system reports; then nothing
    // must be done to the drive.
    Result<void> begin(DriveAction& action);
    // Likewise; `answer`: what the drive or the system said, where it failed.
    Result<void> end(DriveAction& action, ActionResult result, std::int64_t at,
                     const std::string& answer = {});

    // All that is written down, oldest first; what is no line of a log's is left out.
    [[nodiscard]] Result<std::vector<DriveAction>> read() const;

private:
    Result<void> write(const std::string& line);

    Descriptor m_file;
    std::string m_path;
    LogDisk m_disk = systemLogDisk();
    std::vector<DriveAction> m_remembered; // where there is no file
};

// More than any bench does in its life; a log beyond it is not read into memory.
constexpr std::uint64_t mostLogBytes = 256U << 20U;

// 32 hexadecimal digits of chance.
std::string newActionId();

} // namespace orbita
