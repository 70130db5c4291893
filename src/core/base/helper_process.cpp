// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/helper_process.h"

#include "core/base/mutex.h"

#include <algorithm>
#include <cerrno>
#include <csignal>
#include <fcntl.h>
#include <filesystem>
#include <spawn.h>
#include <sys/wait.h>
#include <unistd.h>

namespace orbita {

namespace {

class LeftBehind {
public:
    void add(pid_t pid) {
        const MutexLock lock(m_mutex);
        m_pids.push_back(pid);
    }
    void collect() {
        const MutexLock lock(m_mutex);
        std::erase_if(m_pids, [](pid_t pid) { return waitpid(pid, nullptr, WNOHANG) != 0; });
    }

private:
    Mutex m_mutex;
    std::vector<pid_t> m_pids GUARDED_BY(m_mutex);
};

LeftBehind& leftBehind() {
    static LeftBehind list;
    return list;
}

std::string programBeside(const std::string& name) {
    std::error_code error;
    const auto self = std::filesystem::read_symlink("/proc/self/exe", error);
    return (self.parent_path() / name).string();
}

} // namespace

Result<Descriptor> aboveHandedDown(Descriptor descriptor) {
    constexpr int firstFree = 16;
    if (descriptor.get() >= firstFree)
        return descriptor;
    Descriptor higher(fcntl(descriptor.get(), F_DUPFD_CLOEXEC, firstFree));
    if (!higher)
        return tl::unexpected(systemError("starting a helper", {}, errno));
    return higher;
}

Result<pid_t> startHelper(const std::string& name, const std::vector<std::string>& arguments,
                          const std::vector<HandedDown>& handed) {
    posix_spawn_file_actions_t actions;
    posix_spawn_file_actions_init(&actions);
    // A helper left behind must not keep a terminal or a pipe open.
    for (const int standard : {STDIN_FILENO, STDOUT_FILENO, STDERR_FILENO})
        posix_spawn_file_actions_addopen(&actions, standard, "/dev/null", O_RDWR, 0);
    int last = STDERR_FILENO;
    for (const HandedDown& descriptor : handed) {
        posix_spawn_file_actions_adddup2(&actions, descriptor.ours, descriptor.theirs);
        last = std::max(last, descriptor.theirs);
    }
    posix_spawn_file_actions_addclosefrom_np(&actions, last + 1);
    posix_spawnattr_t attributes;
    posix_spawnattr_init(&attributes);
    posix_spawnattr_setflags(&attributes, POSIX_SPAWN_SETPGROUP);
    std::string program = programBeside(name);
    std::vector<std::string> words = arguments;
    std::vector<char*> argv{program.data()};
    for (std::string& word : words)
        argv.push_back(word.data());
    argv.push_back(nullptr);
    char* environment[] = {nullptr};
    pid_t pid = 0;
    const int error = posix_spawn(&pid, program.c_str(), &actions, &attributes, argv.data(), environment);
    posix_spawnattr_destroy(&attributes);
    posix_spawn_file_actions_destroy(&actions);
    if (error != 0) {
        Error failure = systemError("starting the helper", program, error);
        failure.advice = "It belongs beside Orbita's other programs; install them together.";
        return tl::unexpected(std::move(failure));
    }
    return pid;
}

void killDetached(pid_t helper) {
    kill(helper, SIGKILL);
    leftBehind().add(helper);
    leftBehind().collect();
}

void collectLeftBehind() {
    leftBehind().collect();
}

} // namespace orbita
