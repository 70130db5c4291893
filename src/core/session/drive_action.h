// SPDX-License-Identifier: GPL-3.0-or-later
// Something that was done to a drive besides reading it, or decided against advice, as it is written down.
#pragma once

#include "core/drive/identity.h"

#include <cstdint>
#include <map>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace orbita {

// Kept by name; see docs/formats.md.
enum class ActionKind : std::uint8_t {
    selfTestStart,
    selfTestAbort,
    healthReportingOn,
    recoveryLimitSet,      // how long the drive tries to read was changed; undo: what it was
    recoveryLimitRestored, // and put back
    heldReadOnly,          // the system refuses writing to the drive
    letBeWritten,          // and does not any more
    adviceOverruled,       // somebody went on although advised not to
    writingGranted,
    sectorsWritten,
};
std::string_view actionKindName(ActionKind kind);
std::optional<ActionKind> actionKindFromName(std::string_view name);

enum class ActionResult : std::uint8_t {
    unknown, // begun; what came of it was never learnt
    done,
    failed, // the drive, or the system, did not do it
};
std::string_view actionResultName(ActionResult result);
std::optional<ActionResult> actionResultFromName(std::string_view name);

// Which drive, as it said itself.
struct DriveId {
    std::string model;
    std::string serial;
    std::string worldWideName;       // hexadecimal digits
    std::uint64_t capacityBytes = 0; // 0: not told
    friend bool operator==(const DriveId&, const DriveId&) = default;
};
DriveId driveIdOf(const DriveIdentity& identity);

// Plain numbers and words by name, such as "kind": "short".
using ActionDetails = std::map<std::string, std::string>;

struct DriveAction {
    std::string id;      // 32 hexadecimal digits, of chance
    std::int64_t at = 0; // seconds since 1970
    ActionKind kind = ActionKind::selfTestStart;
    DriveId drive;
    std::string who;          // who was logged in
    ActionDetails parameters; // what exactly
    ActionDetails undo;       // what puts it back; empty: nothing does, or nothing needs to
    ActionResult result = ActionResult::unknown;
    std::int64_t endedAt = 0; // 0: result unknown
    std::string answer;       // what the drive or the system said, where it failed
    friend bool operator==(const DriveAction&, const DriveAction&) = default;
};

// As lines of the log: one for what is about to be done, another for what came of it. Texts are cleaned.
std::string actionBeginLine(const DriveAction& action);
std::string actionEndLine(const DriveAction& action);

// Takes a line into what the lines before it told. False for a line that is none of a log's: one torn by a
// power cut, or of a later version.
bool takeActionLine(std::string_view line, std::vector<DriveAction>& actions);

// How long a drive tried to read before Orbita changed it, where that was not put back: by the first change
// since. A change that failed changed nothing; of one whose result was never learnt, nobody knows, and it
// counts.
std::optional<ActionDetails> owedRecoveryLimit(const std::vector<DriveAction>& actions, const DriveId& drive);

// Whether both can be the same drive: by serial number where both have one that means something, else by
// worldwide name; then by model and capacity. What one of them does not tell says nothing against it.
bool sameDrive(const DriveId& a, const DriveId& b);

// Whether `now` still tells all that `before` told by which a drive is known: one that does not is not taken
// for the same on faith.
bool tellsAsMuch(const DriveId& before, const DriveId& now);

} // namespace orbita
