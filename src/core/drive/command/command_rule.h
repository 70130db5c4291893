// SPDX-License-Identifier: GPL-3.0-or-later
// One command that Orbita sends, written down in full: every byte of its block, how many bytes come back,
// and what goes along. A family's list of such rules is all that the gate lets leave for its drives.
#pragma once

#include "core/drive/command/command_pattern.h"

#include <initializer_list>
#include <optional>
#include <span>

namespace orbita {

enum class CommandClass : std::uint8_t {
    mediumReading, // reads the medium or what the drive says of itself
    stateChanging, // changes how the drive behaves or what it does on its own, never what is stored
    mediumWriting, // changes what is stored, or forces it to the medium: as Orbita does it, to the byte
    foreignWrite,  // changes what is stored, and is none of Orbita's
    unknown,       // anything else
};

// What of a command is judged besides its block.
struct Payload {
    std::span<const std::byte> parameters{}; // bytes that go to the drive with it
    std::uint32_t expected = 0;              // bytes that are to come back
};

// How many bytes come back, by what the block says of it.
enum class Length : std::uint8_t {
    none,
    field,         // the number in the block's field
    sectors,       // so many sectors as the field says; of what size, only the drive knows
    sectorsOrMost, // the same, where 0 stands for 65536
    sectors0,      // the same, the field counted from 0
    pages,         // so many pages of 512 bytes
    fixed,         // always as many: `at` of the rule
    dwords0,       // NVMe, Get Log Page: dwords counted from 0, in two halves
};

struct LengthRule {
    Length length = Length::none;
    unsigned at = 0;    // where the field begins
    unsigned width = 0; // its bytes
};

using Parameters = std::span<const std::byte>;
inline bool without(Parameters parameters) {
    return parameters.empty();
}
inline bool whatever(Parameters /*parameters*/) {
    return true;
}

struct CommandRule {
    Protocol protocol;
    CommandClass is;
    CommandPattern block;
    LengthRule back{};
    bool (*along)(Parameters) = without;
    LengthRule out{}; // how many bytes go along, of what is written; none: `along` says it all
};

// Which way numbers stand in the blocks of a family.
enum class ByteOrder : std::uint8_t { little, big };

// What such a command does by the first rule that describes block and parameters; `unknown` where other
// bytes are to come back, or go along, than it says. Nothing where no rule describes it.
std::optional<CommandClass> classByRules(std::span<const CommandRule> rules, ByteOrder order,
                                         const CommandBlock& block, const Payload& payload);

// Whether an opcode is one of those; lists of what writes are kept so that a refusal can say what it refused.
bool isOneOf(unsigned opcode, std::initializer_list<unsigned> of);

} // namespace orbita
