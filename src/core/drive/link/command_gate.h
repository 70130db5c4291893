// SPDX-License-Identifier: GPL-3.0-or-later
// The one gate through which every command leaves for a drive. O_RDONLY does not stop a pass-through
// command, so what may be sent is decided here, by a list of the very commands that Orbita sends: every byte
// of the block, the bytes that go along, how many are to come back. Asked where a link takes a command, and
// again in the process that issues the ioctl, immediately before it, on a copy that nobody else can reach.
#pragma once

#include "core/drive/link/command_block.h"

#include <optional>
#include <span>
#include <vector>

namespace orbita {

enum class CommandClass : std::uint8_t {
    mediumReading, // reads the medium or what the drive says of itself
    stateChanging, // changes how the drive behaves or what it does on its own, never what is stored
    mediumWriting, // changes what is stored
    unknown,       // anything else
};

// What of a command is judged besides its block.
struct Payload {
    std::span<const std::byte> parameters{}; // bytes that go to the drive with it
    std::uint32_t expected = 0;              // bytes that are to come back
};

// What such a command does. A reading or state-changing one is named so only where all of it is as Orbita
// sends it; of others, those known to write are told from the unknown by their opcode.
CommandClass classOf(const CommandBlock& block, const Payload& payload);

// The longest list of parameters there is.
constexpr std::size_t mostParameterBytes = 512;

class CommandGate {
public:
    // `speaks`: the protocols of the one device behind; a block of any other is refused.
    explicit CommandGate(ProtocolSet speaks, Admission admission = Admission::readingOnly)
        : m_speaks(speaks), m_admission(admission) {}

    void admit(Admission admission) { m_admission = admission; }
    [[nodiscard]] Admission admission() const { return m_admission; }

    // Nothing that writes to the medium passes under any admission there is. A setting that is written as one
    // of several in a page passes only where the page was read before, and the others are as they were.
    [[nodiscard]] bool passes(const CommandBlock& block, const Payload& payload) const;

    // Whether answered() is to be told what becomes of that command.
    [[nodiscard]] bool wantsAnswer(const CommandBlock& block) const;
    // The drive's answer to a command that passed: `reply` as in Reply::bytes, `data` what it handed over.
    void answered(const CommandBlock& block, std::span<const std::byte> reply,
                  std::span<const std::byte> data);

private:
    ProtocolSet m_speaks;
    Admission m_admission;
    std::vector<std::byte> m_recoveryPage;        // mode page 01h, as it was last read
    std::optional<std::uint32_t> m_errorRecovery; // feature 05h, likewise
};

} // namespace orbita
