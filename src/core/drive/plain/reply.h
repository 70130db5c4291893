// SPDX-License-Identifier: GPL-3.0-or-later
// What an answer of this family says about the medium.
#pragma once

#include "core/drive/command/outcome.h"

namespace orbita::plain {

// Fewer bytes than asked for -> beyond end; otherwise what the system said.
ReplyVerdict classifyReply(const Reply& reply);

} // namespace orbita::plain
