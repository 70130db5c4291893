// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/command/outcome.h"

#include <cerrno>

namespace orbita {

std::optional<ReplyVerdict> verdictOfUnanswered(const Reply& reply) {
    switch (reply.transport) {
    case TransportStatus::withdrawn:
        return ReplyVerdict{Outcome::withdrawn, {}};
    case TransportStatus::refused:
        return ReplyVerdict{Outcome::barred, {}};
    case TransportStatus::failed:
        return ReplyVerdict{outcomeOfSystemError(reply.systemError), {}};
    case TransportStatus::answered:
        break;
    }
    return std::nullopt;
}

Outcome outcomeOfSystemError(int systemError) {
    switch (systemError) {
    case ENODATA: // BLK_STS_MEDIUM
    case EILSEQ:  // BLK_STS_PROTECTION: the medium answered, its own check says the data is wrong
        return Outcome::unreadable;
    case ENOLINK: // BLK_STS_TRANSPORT
    case ECOMM:
    case EREMOTEIO: // BLK_STS_TARGET
    case ETIMEDOUT: // BLK_STS_TIMEOUT
        return Outcome::linkFault;
    case EAGAIN: // a reset came between
        return Outcome::interrupted;
    case ENXIO:
    case ENODEV: // BLK_STS_OFFLINE
    case ENOMEDIUM:
    case ESHUTDOWN:
        return Outcome::driveGone;
    case EINVAL:
    case EOPNOTSUPP: // the system does not carry such a command: no word of the medium
        return Outcome::refused;
    case ESRCH: // the reader process ended, see reader_link.cpp
        return Outcome::readerLost;
    default:
        return Outcome::bareError;
    }
}

} // namespace orbita
