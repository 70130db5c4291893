// SPDX-License-Identifier: GPL-3.0-or-later
// How a simulated drive answers the command blocks of each protocol: the codecs of core/drive, the other way
// round.
#pragma once

#include "core/drive/family.h"
#include "core/sim/condition.h"

#include <memory>

namespace orbita::sim {

class CommandFront {
public:
    virtual ~CommandFront() = default;

    // Empty for any other command.
    [[nodiscard]] virtual std::optional<MediumAccess> mediumAccess(const CommandBlock& block) const = 0;
    // Puts what came of such a read into `reply`.
    virtual void answerRead(const CommandBlock& block, const ReadEvent& event, Reply& reply) = 0;
    // Such a read, or write, beyond the drive's last sector.
    virtual void answerBeyondEnd(const CommandBlock& block, Reply& reply) = 0;
    // Empty for any other command.
    [[nodiscard]] virtual std::optional<MediumWrite>
    mediumWrite(const CommandBlock& block, std::span<const std::byte> parameters) const = 0;
    virtual void answerWrite(const CommandBlock& block, const WriteEvent& event, Reply& reply) = 0;
    // Any other command: its data, and the answer in `reply`. What the drive does not know, it refuses.
    virtual std::vector<std::byte> answer(const CommandBlock& block, std::span<const std::byte> parameters,
                                          Nanoseconds now, Reply& reply) = 0;
    // True where the answer is one that halts the queue.
    [[nodiscard]] virtual bool isTrouble(const Reply& reply) const = 0;
};

std::unique_ptr<CommandFront> makeFront(const Scenario& scenario, std::shared_ptr<Condition> condition);

// Which family of commands it takes.
Family familyOfFront(Front front);

// One family each.
std::unique_ptr<CommandFront> makeAtaFront(const Scenario& scenario, std::shared_ptr<Condition> condition);
std::unique_ptr<CommandFront> makeScsiFront(const Scenario& scenario, std::shared_ptr<Condition> condition);
std::unique_ptr<CommandFront> makeNvmeFront(const Scenario& scenario, std::shared_ptr<Condition> condition);

// The world wide name that a scenario's serial number stands for.
std::uint64_t worldWideNameOf(const Scenario& scenario);

} // namespace orbita::sim
