// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QtGlobal>

namespace orbita::test {

// What answers without waiting for the drive has answered by then, also where the processors are busy with
// other things. What waits for it takes 8 s or for ever.
inline constexpr qint64 notHeldUpMs = 2'000;

} // namespace orbita::test
