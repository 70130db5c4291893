// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/session/drive_action.h"

#include "core/base/json_numbers.h"
#include "core/base/names.h"
#include "core/base/text.h"

#include <algorithm>

namespace orbita {

namespace {

using nlohmann::json;

constexpr std::array<std::string_view, 10> actionKinds = {
    "self-test-start",         "self-test-abort", "health-reporting-on", "recovery-limit-set",
    "recovery-limit-restored", "held-read-only",  "let-be-written",      "advice-overruled",
    "writing-granted",         "sectors-written"};
constexpr std::array<std::string_view, 3> actionResults = {"unknown", "done", "failed"};

static_assert(actionKinds.size() == static_cast<std::size_t>(ActionKind::sectorsWritten) + 1);
static_assert(actionResults.size() == static_cast<std::size_t>(ActionResult::failed) + 1);

constexpr int lineVersion = 1;
constexpr std::size_t mostText = 2000;

std::string dumped(const json& line) {
    return line.dump(-1, ' ', false, json::error_handler_t::replace) + '\n';
}

json detailsJson(const ActionDetails& details) {
    json out = json::object();
    for (const auto& [name, value] : details)
        out[cleanText(name, mostText)] = cleanText(value, mostText);
    return out;
}

std::string textAt(const json& object, const char* key) {
    const auto found = object.find(key);
    return found != object.end() && found->is_string() ? cleanText(found->get<std::string>(), mostText)
                                                       : std::string{};
}

ActionDetails detailsAt(const json& object, const char* key) {
    ActionDetails details;
    const auto found = object.find(key);
    if (found != object.end() && found->is_object())
        for (const auto& [name, value] : found->items())
            if (value.is_string())
                details[cleanText(name, mostText)] = cleanText(value.get<std::string>(), mostText);
    return details;
}

bool takeBegin(const json& line, std::vector<DriveAction>& actions) {
    DriveAction action;
    const auto kind = actionKindFromName(textAt(line, "kind"));
    const auto drive = line.find("drive");
    if (!kind || drive == line.end() || !drive->is_object())
        return false;
    action.id = textAt(line, "begun");
    action.kind = *kind;
    action.at = wholeOr<std::int64_t>(line, "at", 0);
    action.drive.model = textAt(*drive, "model");
    action.drive.serial = textAt(*drive, "serial");
    action.drive.worldWideName = textAt(*drive, "world_wide_name");
    action.drive.capacityBytes = wholeOr<std::uint64_t>(*drive, "capacity_bytes", 0);
    action.who = textAt(line, "who");
    action.parameters = detailsAt(line, "parameters");
    action.undo = detailsAt(line, "undo");
    if (action.id.empty())
        return false;
    actions.push_back(std::move(action));
    return true;
}

bool takeEnd(const json& line, std::vector<DriveAction>& actions) {
    const auto result = actionResultFromName(textAt(line, "result"));
    const std::string id = textAt(line, "ended");
    // It is the latest as a rule.
    const auto of = std::find_if(actions.rbegin(), actions.rend(),
                                 [&](const DriveAction& action) { return action.id == id; });
    if (!result || of == actions.rend())
        return false;
    of->result = *result;
    of->endedAt = wholeOr<std::int64_t>(line, "at", 0);
    of->answer = textAt(line, "answer");
    return true;
}

} // namespace

std::string_view actionKindName(ActionKind kind) {
    return actionKinds[static_cast<std::size_t>(kind)];
}

std::optional<ActionKind> actionKindFromName(std::string_view name) {
    return enumFromName<ActionKind>(actionKinds, name);
}

std::string_view actionResultName(ActionResult result) {
    return actionResults[static_cast<std::size_t>(result)];
}

std::optional<ActionResult> actionResultFromName(std::string_view name) {
    return enumFromName<ActionResult>(actionResults, name);
}

DriveId driveIdOf(const DriveIdentity& identity) {
    return {identity.model, identity.serial, identity.worldWideName, identity.capacityBytes()};
}

std::string actionBeginLine(const DriveAction& action) {
    json line = {{"version", lineVersion},
                 {"begun", action.id},
                 {"at", action.at},
                 {"kind", actionKindName(action.kind)},
                 {"drive",
                  {{"model", cleanText(action.drive.model, mostText)},
                   {"serial", cleanText(action.drive.serial, mostText)},
                   {"world_wide_name", cleanText(action.drive.worldWideName, mostText)},
                   {"capacity_bytes", action.drive.capacityBytes}}},
                 {"who", cleanText(action.who, mostText)}};
    if (!action.parameters.empty())
        line["parameters"] = detailsJson(action.parameters);
    if (!action.undo.empty())
        line["undo"] = detailsJson(action.undo);
    return dumped(line);
}

std::string actionEndLine(const DriveAction& action) {
    json line = {{"version", lineVersion},
                 {"ended", action.id},
                 {"at", action.endedAt},
                 {"result", actionResultName(action.result)}};
    if (!action.answer.empty())
        line["answer"] = cleanText(action.answer, mostText);
    return dumped(line);
}

bool takeActionLine(std::string_view text, std::vector<DriveAction>& actions) {
    const json line = json::parse(text, nullptr, false);
    if (!line.is_object() || line.value("version", json()) != lineVersion)
        return false;
    try {
        return line.contains("begun") ? takeBegin(line, actions) : takeEnd(line, actions);
    } catch (const std::out_of_range&) { // a number that is none
        return false;
    }
}

bool sameDrive(const DriveId& a, const DriveId& b) {
    const auto bothTell = [](const std::string& x, const std::string& y) { return !x.empty() && !y.empty(); };
    if (a.capacityBytes != 0 && b.capacityBytes != 0 && a.capacityBytes != b.capacityBytes)
        return false;
    const bool serials = !serialMeansNothing(a.serial) && !serialMeansNothing(b.serial);
    if (serials)
        return a.serial == b.serial;
    if (bothTell(a.worldWideName, b.worldWideName) && a.worldWideName.size() == b.worldWideName.size())
        return a.worldWideName == b.worldWideName;
    return a.model.empty() || b.model.empty() || a.model == b.model;
}

bool tellsAsMuch(const DriveId& before, const DriveId& now) {
    return (serialMeansNothing(before.serial) || !serialMeansNothing(now.serial)) &&
           (before.worldWideName.empty() || !now.worldWideName.empty()) &&
           (before.capacityBytes == 0 || now.capacityBytes != 0);
}

std::optional<ActionDetails> owedRecoveryLimit(const std::vector<DriveAction>& actions,
                                               const DriveId& drive) {
    std::optional<ActionDetails> owed;
    for (const DriveAction& action : actions) {
        // Without a serial number of its own a drive is owed nothing: who knows which one it is.
        if (serialMeansNothing(drive.serial) || action.drive.serial != drive.serial ||
            !sameDrive(action.drive, drive))
            continue;
        if (action.kind == ActionKind::recoveryLimitSet && action.result != ActionResult::failed && !owed)
            owed = action.undo;
        if (action.kind == ActionKind::recoveryLimitRestored && action.result == ActionResult::done)
            owed.reset();
    }
    return owed;
}

} // namespace orbita
