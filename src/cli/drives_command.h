// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

namespace orbita::cli {

// Lists what can be scanned: drives attached, then the demonstration rack. Opens none of them.
int listTargets();

} // namespace orbita::cli
