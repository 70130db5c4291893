// SPDX-License-Identifier: GPL-3.0-or-later
// What differs between drives of different command sets, as one structure for each: everything above asks
// the structure and no family by name. A family is a folder below core/families and a row in its
// families.cpp; docs/architecture.md, "How to add a family of drives".
#pragma once

#include "core/base/error.h"
#include "core/base/units.h"
#include "core/drive/command/command_rule.h"
#include "core/drive/command/exchange.h"
#include "core/drive/command/outcome.h"

#include <cstddef>
#include <memory>
#include <optional>
#include <string_view>
#include <vector>

namespace orbita {

class Drive;
class Enquiry;
struct CommandPath;
struct DriveIdentity;
struct ErrorRecovery;
struct Reaction;
struct StoredMap;
struct Vitals;
struct WriteCommands;
enum class SelfTestKind : std::uint8_t;

enum class Family : std::uint8_t {
    plain, // nothing but blocks to be had: a card, a loop device, a virtual disk, a file
    ata,
    scsi, // an ATA drive may stand behind it
    nvme,
};

// What a family keeps of a setting that can only be written together with others: read before it is
// written, so that the others stay as they are.
struct SharedSetting {
    // Whether the answer to that command tells it.
    bool (*toldBy)(const CommandBlock& block);
    // The setting out of such an answer, `reply` as in Reply::bytes, `data` what the drive handed over; empty
    // where it is not in it.
    std::vector<std::byte> (*from)(std::span<const std::byte> reply, std::span<const std::byte> data);
    // Whether a state-changing command leaves alone what is not its own, `told` being what from() gave last.
    bool (*spares)(const CommandBlock& block, const Payload& payload, std::span<const std::byte> told);
};

// How long the drive tries to read a sector before it gives up, by that family's means.
struct ErrorRecoverySetting {
    std::string_view name;          // in the record of what is owed to a drive
    std::uint64_t mostMilliseconds; // that it can hold
    // Errors: the drive has no such setting, or does not tell it.
    Result<ErrorRecovery> (*read)(Enquiry& enquiry);
    // Returns what came of it, read back. The link must admit changes of state.
    Result<ErrorRecovery> (*write)(Enquiry& enquiry, Nanoseconds limit);
};

// The drive's own tests.
struct SelfTestCommands {
    // Progress and log. False where the drive did not tell, and all stands as it did.
    bool (*refresh)(Enquiry& enquiry, Vitals& vitals);
    // What is asked for is among what the drive offers, and none is running.
    Result<void> (*start)(Enquiry& enquiry, const Vitals& vitals, SelfTestKind kind, const LbaSpan& span);
    Result<void> (*abort)(Enquiry& enquiry, const Vitals& vitals);
};

// Entries that are null: the family has no such thing.
struct DriveFamily {
    Family family;
    std::string_view name; // "ata": in files, and for the reader process
    ProtocolSet protocols; // that a device of this family takes

    // What a command does; the gate's word. One that is not exactly as Orbita sends it is never
    // mediumReading, stateChanging or mediumWriting.
    CommandClass (*classOf)(const CommandBlock& block, const Payload& payload) = nullptr;
    const SharedSetting* sharedSetting = nullptr;
    const WriteCommands* writing = nullptr; // see writing.h; every family that lists such commands has it
    // Which sectors a listed writing command changes; none: it only forces what was written before.
    LbaSpan (*writtenSectors)(const CommandBlock& block, Parameters parameters,
                              std::uint32_t logicalBytes) = nullptr;

    // What an answer says about the medium.
    ReplyVerdict (*classify)(const Reply& reply) = nullptr;
    // Puts verdict and details into the answer to a question; null: classify() is all there is.
    void (*interpret)(const Reply& reply, Reaction& reaction) = nullptr;
    // Whether it is the medium's contents that such a command brings back, as against what the drive says.
    bool (*bringsContents)(const CommandBlock& block) = nullptr;

    // A drive that is read by this family's own commands; see families.h.
    Result<std::unique_ptr<Drive>> (*open)(CommandPath way, DriveIdentity known,
                                           Nanoseconds patience) = nullptr;

    // Who answers at this moment; see who_answers.h.
    DriveIdentity (*whoAnswers)(Enquiry& enquiry) = nullptr;
    // The page that tells what a drive which encrypts itself keeps locked; see lock_state.h.
    Result<Reaction> (*lockingPage)(Enquiry& enquiry) = nullptr;
    // See stored_map.h.
    Result<StoredMap> (*storedMap)(Enquiry& enquiry, LbaSpan span) = nullptr;
    const ErrorRecoverySetting* errorRecovery = nullptr;

    // All it says of itself; see read_vitals.h.
    void (*vitals)(Enquiry& enquiry, Vitals& vitals) = nullptr;
    // The temperature alone, by the cheapest command there is.
    std::optional<int> (*temperature)(Enquiry& enquiry) = nullptr;
    const SelfTestCommands* selfTests = nullptr;
    // Has the drive watch its own health from now on.
    Result<void> (*enableHealth)(Enquiry& enquiry) = nullptr;

    // Who may answer where this family is spoken, in the order in which they are asked.
    std::span<const Family> behind{};
};

const DriveFamily& familyOf(Family family);
const DriveFamily& familyOf(Protocol protocol);
std::span<const DriveFamily* const> allFamilies();

inline std::string_view familyName(Family family) {
    return familyOf(family).name;
}
std::optional<Family> familyFromName(std::string_view name);

} // namespace orbita
