// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/ata/reply.h"

#include "core/drive/ata/taskfile.h"

namespace orbita::ata {

ReplyVerdict classifyReply(const Reply& reply) {
    if (const auto unanswered = verdictOfUnanswered(reply))
        return *unanswered;
    const auto answer = decodeAnswer(reply.bytes);
    if (!answer)
        return {Outcome::linkFault, {}};
    if ((answer->status & (status::error | status::deviceFault)) == 0)
        return {Outcome::answered, {}};
    // The link is looked at first: a damaged transfer says nothing about the medium.
    if ((answer->error & error::interfaceCrc) != 0)
        return {Outcome::linkFault, {}};
    if ((answer->error & (error::uncorrectable | error::idNotFound)) != 0)
        return {Outcome::unreadable, answer->lba};
    return {Outcome::bareError, {}};
}

} // namespace orbita::ata
