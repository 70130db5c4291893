// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/nvme/reply.h"

#include "core/drive/nvme/commands.h"

#include <algorithm>

namespace orbita::nvme {

ReplyVerdict classifyReply(const Reply& reply) {
    if (const auto unanswered = verdictOfUnanswered(reply))
        return *unanswered;
    const Completion completion = decodeCompletion(reply.bytes);
    if (completion.success())
        return {Outcome::answered, {}};
    const auto is = [&](unsigned type, std::initializer_list<unsigned> codes) {
        return completion.statusType == type &&
               std::find(codes.begin(), codes.end(), completion.statusCode) != codes.end();
    };
    if (is(2, {0x81, 0x82, 0x83, 0x84}))
        return {Outcome::unreadable, {}};
    if (is(2, {0x87}))
        return {Outcome::unmapped, {}};
    if (is(0, {0x80}))
        return {Outcome::beyondEnd, {}};
    if (is(0, {0x01, 0x02}))
        return {Outcome::refused, {}};
    if (is(0, {0x04}))
        return {Outcome::linkFault, {}};
    if (is(0, {0x07, 0x08}))
        return {Outcome::interrupted, {}};
    if (is(0, {0x82}))
        return {Outcome::notReady, {}};
    if (is(2, {0x86}) || is(0, {0x15, 0x1E}))
        return {Outcome::locked, {}};
    return {Outcome::bareError, {}};
}

} // namespace orbita::nvme
