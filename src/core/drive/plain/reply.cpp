// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/plain/reply.h"

namespace orbita::plain {

ReplyVerdict classifyReply(const Reply& reply) {
    if (const auto unanswered = verdictOfUnanswered(reply))
        return *unanswered;
    return {reply.transferred < reply.expected ? Outcome::beyondEnd : Outcome::answered, {}};
}

} // namespace orbita::plain
