// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/target/owed_record.h"

#include "core/base/json_numbers.h"
#include "core/base/read_file.h"
#include "core/session/session_host.h"

#include <cerrno>
#include <ctime>
#include <filesystem>
#include <sys/stat.h>
#include <unistd.h>

namespace orbita {

namespace fs = std::filesystem;

namespace {

using nlohmann::json;

constexpr const char* owedFormat = "orbita-owed-setting";
constexpr int owedVersion = 1;
constexpr std::uint64_t mostRecordBytes = 64U << 10U;

std::string recordPath(const DriveIdentity& drive, const std::string& actionLog) {
    std::string name = drive.model + "-" + drive.serial;
    for (char& c : name)
        if (std::isalnum(static_cast<unsigned char>(c)) == 0 && c != '-')
            c = '_';
    return (fs::path(actionLog).parent_path() / "owed" / (name.substr(0, 200) + ".json")).string();
}

Result<std::optional<ErrorRecovery>> invalid(const std::string& path, Phrase why) {
    return tl::unexpected(
        Error{Error::Kind::refusedUnsafe, "reading what is owed to the drive,", path, std::move(why),
              "Nothing was sent to the drive. Look at the file, and remove it if it is none of "
              "yours; switching the drive off brings its own setting back."});
}

} // namespace

Result<std::optional<ErrorRecovery>> owedByRecord(const Target& target, const std::string& actionLog) {
    const std::string path = recordPath(target.identity, actionLog);
    struct stat s {};
    if (actionLog.empty() || target.identity.serial.empty())
        return std::nullopt;
    if (lstat(path.c_str(), &s) != 0)
        return errno == ENOENT || errno == ENOTDIR ? Result<std::optional<ErrorRecovery>>(std::nullopt)
                                                   : invalid(path, "it cannot be read");
    if (!S_ISREG(s.st_mode))
        return invalid(path, "it is no file");
    if (s.st_uid != geteuid() && s.st_uid != 0)
        return invalid(path, "another user has written it");
    const auto text = readWholeFile(path, "what is owed to the drive,", mostRecordBytes);
    if (!text)
        return tl::unexpected(text.error());
    const json content = json::parse(*text, nullptr, false);
    if (!content.is_object() || content.value("format", json()) != owedFormat)
        return invalid(path, "it is no such record");
    if (content.value("version", json()) != owedVersion)
        return invalid(path, "another version of Orbita has written it");
    if (content.value("serial", json()) != target.identity.serial ||
        content.value("model", json()) != target.identity.model)
        return invalid(path, "it is about another drive");
    const json means = content.value("means", json());
    const json ms = content.value("recovery_ms", json());
    for (const DriveFamily* const family : allFamilies())
        if (const auto* setting = family->errorRecovery;
            setting != nullptr && means == setting->name && ms.is_number_unsigned() &&
            whole<std::uint64_t>(ms) <= setting->mostMilliseconds)
            return ErrorRecovery{family->family, std::chrono::milliseconds{whole<std::uint64_t>(ms)}};
    return invalid(path, "what it says is no setting");
}

Result<void> adoptOwedRecord(const Target& target, const std::string& actionLog, ActionLog& log) {
    const auto owed = owedByRecord(target, actionLog);
    if (!owed)
        return tl::unexpected(owed.error());
    if (!*owed)
        return {};
    DriveAction action;
    action.at = static_cast<std::int64_t>(std::time(nullptr));
    action.kind = ActionKind::recoveryLimitSet;
    action.drive = driveIdOf(target.identity);
    action.parameters = {{"by", "an earlier version of Orbita"}};
    action.undo = undoOf(**owed);
    if (auto written = log.begin(action); !written)
        return written;
    const auto place = judgePlace(recordPath(target.identity, actionLog), rulesFor(target, PlaceFor::record));
    return place ? removeDurably(place->entry()) : Result<void>(tl::unexpected(place.error()));
}

} // namespace orbita
