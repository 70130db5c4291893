// SPDX-License-Identifier: GPL-3.0-or-later
// What an answer of this family says about the medium.
#pragma once

#include "core/drive/command/outcome.h"

namespace orbita::scsi {

// SPC sense keys, SBC: 01 -> answered, recovered; 03 -> unreadable; 0B/47, and busy or aborted by status ->
// link fault or interrupted; 06 -> interrupted, but 06/28, 06/2A/09, 06/3F/03 and 06/3F/0E (the medium, the
// capacity or what the device is may have changed) -> medium changed; 02/04 -> not ready; 02/3A -> gone; 07
// -> locked; 05/21 -> beyond end, but 05/21/06 and 05/21/07 (not written, beyond a zone's write pointer) ->
// unmapped; 05/20 and 05/24 -> refused; 04 and anything else -> bare error. Deferred sense is about an
// earlier command: interrupted.
ReplyVerdict classifyReply(const Reply& reply);

} // namespace orbita::scsi
