// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/drive/writing.h"

namespace orbita {

extern const WriteCommands plainWriting;
LbaSpan plainWrittenSectors(const CommandBlock& block, Parameters parameters, std::uint32_t logicalBytes);

} // namespace orbita
