// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/link/command_gate.h"

#include "core/drive/ata/taskfile.h"
#include "core/drive/plain/read_block.h"

namespace orbita {

CommandClass classOf(const CommandBlock& block) {
    switch (block.protocol) {
    case Protocol::plain:
        return plain::isRead(block) ? CommandClass::mediumReading : CommandClass::unknown;
    case Protocol::ata:
        if (!ata::isCommand(block))
            return CommandClass::unknown;
        switch (ata::opcodeOf(block)) {
        case ata::opcode::identifyDevice:
        case ata::opcode::readDmaExt:
            return CommandClass::mediumReading;
        default:
            return CommandClass::unknown;
        }
    }
    return CommandClass::unknown;
}

} // namespace orbita
