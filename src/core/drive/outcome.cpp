// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/outcome.h"

#include "core/drive/ata/taskfile.h"

#include <cerrno>

namespace orbita {

namespace {

// What is said of a command that the drive has not answered, whatever the protocol; empty for one that it
// has.
std::optional<Judged> judgeUnanswered(const Reply& reply) {
    switch (reply.carried) {
    case Carried::withdrawn:
    case Carried::refused:
        return Judged{Outcome::withdrawn, {}};
    case Carried::failed:
        return Judged{outcomeOfSystemError(reply.systemError), {}};
    case Carried::answered:
        break;
    }
    return std::nullopt;
}

} // namespace

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
    case ENXIO:
    case ENODEV: // BLK_STS_OFFLINE
    case ENOMEDIUM:
    case ESHUTDOWN:
        return Outcome::driveGone;
    case ESRCH: // the reader process ended, see reader_link.cpp
        return Outcome::readerLost;
    default:
        return Outcome::bareError;
    }
}

Judged judgeAta(const Reply& reply) {
    if (const auto unanswered = judgeUnanswered(reply))
        return *unanswered;
    const auto answer = ata::decodeAnswer(reply.bytes);
    if (!answer)
        return {Outcome::linkFault, {}};
    if ((answer->status & (ata::status::error | ata::status::deviceFault)) == 0)
        return {Outcome::answered, {}};
    // The link is looked at first: a damaged transfer says nothing about the medium.
    if ((answer->error & ata::error::interfaceCrc) != 0)
        return {Outcome::linkFault, {}};
    if ((answer->error & (ata::error::uncorrectable | ata::error::idNotFound)) != 0)
        return {Outcome::unreadable, answer->lba};
    return {Outcome::bareError, {}};
}

Judged judgePlain(const Reply& reply) {
    if (const auto unanswered = judgeUnanswered(reply))
        return *unanswered;
    return {reply.transferred < reply.expected ? Outcome::beyondEnd : Outcome::answered, {}};
}

} // namespace orbita
