// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/read_file.h"

#include "core/base/descriptor.h"

#include <cerrno>
#include <fcntl.h>
#include <fmt/format.h>
#include <sys/stat.h>

namespace orbita {

Result<std::string> readWholeFile(const std::string& path, const char* what, std::uint64_t mostBytes) {
    const Phrase tried("reading {}", {what});
    const auto failed = [&](int error) {
        Error e = systemError(tried, path, error);
        if (error == ENOENT)
            e.advice = "Check the path.";
        if (error == EACCES || error == EPERM)
            e.advice = "It may not be read by you: have its owner allow it.";
        return tl::unexpected(std::move(e));
    };
    const Descriptor file(open(path.c_str(), O_RDONLY | O_NONBLOCK | O_NOCTTY | O_CLOEXEC));
    struct stat s {};
    if (!file || fstat(file.get(), &s) != 0)
        return failed(errno);
    if (!S_ISREG(s.st_mode))
        return tl::unexpected(Error{Error::Kind::badCall, tried, path,
                                    S_ISDIR(s.st_mode) ? "it is a folder" : "it is no file", "Name a file."});
    if (static_cast<std::uint64_t>(s.st_size) > mostBytes)
        return tl::unexpected(
            Error{Error::Kind::badCall, tried, path,
                  Phrase("it is larger than any such file: {} bytes", {std::to_string(s.st_size)}),
                  "Name another file."});
    std::string content(static_cast<std::size_t>(s.st_size), '\0');
    std::size_t have = 0;
    while (have < content.size()) {
        const ssize_t n =
            pread(file.get(), content.data() + have, content.size() - have, static_cast<off_t>(have));
        if (n < 0 && errno == EINTR)
            continue;
        if (n < 0)
            return failed(errno);
        if (n == 0)
            break; // became shorter meanwhile
        have += static_cast<std::size_t>(n);
    }
    content.resize(have);
    return content;
}

} // namespace orbita
