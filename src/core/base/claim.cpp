// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/claim.h"

#include <algorithm>
#include <cerrno>
#include <cstddef>
#include <sys/socket.h>
#include <sys/un.h>

namespace orbita {

// An address in the kernel's abstract namespace (unix(7)): no file is left behind, and whoever binds it has
// it.
Result<Claim> claim(const std::string& name) {
    Claim held(socket(AF_UNIX, SOCK_DGRAM | SOCK_CLOEXEC, 0));
    if (!held)
        return tl::unexpected(systemError("claiming", name, errno));
    sockaddr_un address{};
    address.sun_family = AF_UNIX;
    const std::string text = "orbita: " + name;
    const std::size_t length = std::min(text.size(), sizeof address.sun_path - 1);
    std::copy_n(text.begin(), length, address.sun_path + 1);
    const auto bytes = static_cast<socklen_t>(offsetof(sockaddr_un, sun_path) + 1 + length);
    if (bind(held.get(), reinterpret_cast<const sockaddr*>(&address), bytes) == 0)
        return held;
    if (errno != EADDRINUSE)
        return tl::unexpected(systemError("claiming", name, errno));
    return tl::unexpected(Error{Error::Kind::unusable, "beginning with", name,
                                "another scan of Orbita's is at it",
                                "Wait until that one has ended, or stop it."});
}

} // namespace orbita
