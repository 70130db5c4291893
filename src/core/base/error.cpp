// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/error.h"

#include "core/base/text.h"

#include <cerrno>
#include <system_error>

namespace orbita {

std::string Error::message() const {
    return messageOf(tried.text(), on, answer.text(), advice.text());
}

std::string messageOf(const std::string& tried, const std::string& on, const std::string& answer,
                      const std::string& advice) {
    std::string text = tried;
    if (!on.empty())
        text += (text.empty() ? "" : " ") + on;
    if (!answer.empty())
        text += (text.empty() ? "" : ": ") + answer;
    if (!text.empty() && text.back() != '.')
        text += '.';
    if (!advice.empty())
        text += ' ' + advice;
    // Paths and what files say are in it.
    constexpr std::size_t mostBytes = 8192;
    return cleanText(text, mostBytes);
}

Error systemError(Phrase tried, std::string on, int systemError) {
    Error error{Error::Kind::systemFailure,
                std::move(tried),
                std::move(on),
                Phrase::verbatim(std::generic_category().message(systemError)),
                {}};
    switch (systemError) {
    case ENOENT:
        error.kind = Error::Kind::notFound;
        error.advice = "Check the path; \"orbita-cli drives\" lists what is attached.";
        break;
    case EACCES:
    case EPERM:
        error.kind = Error::Kind::noPermission;
        error.advice = "Reading a drive needs access to its device: run as root, or join the group that owns "
                       "it (usually \"disk\") and log in again.";
        break;
    case EBUSY:
        error.kind = Error::Kind::unusable;
        error.advice = "Something else holds it exclusively; end that first.";
        break;
    case ENXIO:
    case ENODEV:
    case ENOMEDIUM:
        error.kind = Error::Kind::unusable;
        error.advice = "The device is listed but no drive answers behind it: check cable, power and medium.";
        break;
    case ENOSPC:
        error.advice = "Choose a place with more room.";
        break;
    case EROFS:
        error.advice = "That place is read-only; choose another.";
        break;
    default:
        break;
    }
    return error;
}

Error tooShort(const char* what, std::size_t bytes) {
    return {Error::Kind::unusable,
            {"reading {}", {what}},
            "",
            {"the answer has only {} bytes", {std::to_string(bytes)}},
            "Ask again; if it stays so, the bridge or controller does not hand it on: try another adapter."};
}

} // namespace orbita
