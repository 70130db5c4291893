// SPDX-License-Identifier: GPL-3.0-or-later
// The one gate through which every command leaves for a drive. O_RDONLY does not stop a pass-through
// command, so what may be sent is decided here, by each family's list of the very commands that Orbita sends
// (core/families): every byte of the block, the bytes that go along, how many are to come back. Asked where a
// link takes a command, and again in the process that issues the ioctl, immediately before it, on a copy that
// nobody else can reach.
#pragma once

#include "core/drive/command/command_rule.h"
#include "core/drive/link/write_permit.h"

#include <vector>

namespace orbita {

// What such a command does. A reading or state-changing one is named so only where all of it is as Orbita
// sends it; of others, those known to write are told from the unknown by their opcode.
CommandClass classOf(const CommandBlock& block, const Payload& payload);

// The longest list of parameters there is, and the most that is written at once.
constexpr std::size_t mostParameterBytes = 512;
constexpr std::size_t mostWrittenBytes = 4U << 20U;

class CommandGate {
public:
    // `speaks`: the protocols of the one device behind; a block of any other is refused.
    explicit CommandGate(ProtocolSet speaks, Admission admission = Admission::readingOnly)
        : m_speaks(speaks), m_admission(admission) {}

    void admit(Admission admission) { m_admission = admission; }
    [[nodiscard]] Admission admission() const { return m_admission; }

    // While permitted, what writes passes where all of it lies in the permit's sectors.
    void permit(const WritePermit& permit) { m_permit = permit; }
    void forbid() { m_permit.reset(); }

    // Nothing that writes to the medium passes under any admission, but for a permit. A setting that is
    // written as one of several passes only where they were read before, and the others are as they were.
    [[nodiscard]] bool passes(const CommandBlock& block, const Payload& payload) const;

    // Whether answered() is to be told what becomes of that command.
    [[nodiscard]] bool wantsAnswer(const CommandBlock& block) const;
    // The drive's answer to a command that passed: `reply` as in Reply::bytes, `data` what it handed over.
    void answered(const CommandBlock& block, std::span<const std::byte> reply,
                  std::span<const std::byte> data);

private:
    ProtocolSet m_speaks;
    Admission m_admission;
    std::optional<WritePermit> m_permit;
    std::vector<std::byte> m_told; // the settings that stand together, as they were last read
};

} // namespace orbita
