// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/link/command_gate.h"

#include "core/drive/family.h"

namespace orbita {

CommandClass classOf(const CommandBlock& block, const Payload& payload) {
    return familyOf(block.protocol).classOf(block, payload);
}

bool CommandGate::passes(const CommandBlock& block, const Payload& payload) const {
    if (!m_speaks.contains(block.protocol) || payload.parameters.size() > mostWrittenBytes)
        return false;
    const DriveFamily& family = familyOf(block.protocol);
    const CommandClass is = family.classOf(block, payload);
    if (is == CommandClass::mediumWriting) {
        if (!m_permit)
            return false;
        const LbaSpan written = family.writtenSectors(block, payload.parameters, m_permit->logicalBytes());
        return written.empty() || intersection(written, m_permit->span()) == written;
    }
    if (payload.parameters.size() > mostParameterBytes)
        return false;
    if (is != CommandClass::stateChanging)
        return is == CommandClass::mediumReading;
    return m_admission == Admission::stateToo &&
           (family.sharedSetting == nullptr || family.sharedSetting->spares(block, payload, m_told));
}

bool CommandGate::wantsAnswer(const CommandBlock& block) const {
    const SharedSetting* const setting = familyOf(block.protocol).sharedSetting;
    return m_speaks.contains(block.protocol) && setting != nullptr && setting->toldBy(block);
}

void CommandGate::answered(const CommandBlock& block, std::span<const std::byte> reply,
                           std::span<const std::byte> data) {
    if (wantsAnswer(block))
        m_told = familyOf(block.protocol).sharedSetting->from(reply, data);
}

} // namespace orbita
