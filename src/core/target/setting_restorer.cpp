// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/target/setting_restorer.h"

#include "core/base/json_numbers.h"
#include "core/base/ownership.h"
#include "core/base/read_file.h"
#include "core/drive/error_recovery.h"

#include <array>
#include <cerrno>
#include <fcntl.h>
#include <filesystem>
#include <nlohmann/json.hpp>
#include <sys/file.h>
#include <sys/stat.h>
#include <unistd.h>

namespace orbita {

namespace fs = std::filesystem;

namespace {

using nlohmann::json;

constexpr const char* formatName = "orbita-owed-setting";
constexpr Nanoseconds settingPatience = std::chrono::seconds{5};
constexpr std::array<const char*, 3> meansNames = {"sct", "mode-page", "feature"};

constexpr int formatVersion = 1;
constexpr std::uint64_t mostRecordBytes = 64U << 10U;

std::string recordName(const DriveIdentity& drive) {
    std::string name = drive.model + "-" + drive.serial;
    for (char& c : name)
        if (std::isalnum(static_cast<unsigned char>(c)) == 0 && c != '-')
            c = '_';
    return name.substr(0, 200) + ".json";
}

// The longest that each way of setting it can hold.
std::uint64_t mostMilliseconds(ErrorRecoveryMeans means) {
    return means == ErrorRecoveryMeans::modePage ? 0xFFFF : std::uint64_t{0xFFFF} * 100;
}

// The record of a debt, locked for as long as somebody is about to pay it himself. Without a folder it is
// only remembered.
class OwedLimit {
public:
    OwedLimit(const Target& target, std::string folder)
        : m_drive(target.identity), m_rules(rulesFor(target, PlaceFor::record)), m_folder(std::move(folder)) {
        if (!m_folder.empty())
            m_path = (fs::path(m_folder) / recordName(m_drive)).string();
    }

    // Nothing where nothing is owed. Errors: a record that is not valid, not of this drive, of a later
    // version, or somebody else's: nothing is sent to a drive for its sake, and it is left as it is.
    [[nodiscard]] Result<std::optional<ErrorRecovery>> owed() const {
        if (m_path.empty())
            return m_remembered;
        struct stat s {};
        if (lstat(m_path.c_str(), &s) != 0)
            return errno == ENOENT || errno == ENOTDIR ? Result<std::optional<ErrorRecovery>>(std::nullopt)
                                                       : invalid("it cannot be read");
        if (!S_ISREG(s.st_mode))
            return invalid("it is no file");
        if (s.st_uid != geteuid() && s.st_uid != 0)
            return invalid("another user has written it");
        const auto text = readWholeFile(m_path, "what is owed to the drive,", mostRecordBytes);
        if (!text)
            return tl::unexpected(text.error());
        const json content = json::parse(*text, nullptr, false);
        if (!content.is_object() || content.value("format", json()) != formatName)
            return invalid("it is no such record");
        if (content.value("version", json()) != formatVersion)
            return invalid("another version of Orbita has written it");
        if (content.value("serial", json()) != m_drive.serial ||
            content.value("model", json()) != m_drive.model)
            return invalid("it is about another drive");
        const json means = content.value("means", json());
        const json ms = content.value("recovery_ms", json());
        for (std::size_t i = 0; i < meansNames.size(); ++i)
            if (means == meansNames[i] && ms.is_number_unsigned() &&
                whole<std::uint64_t>(ms) <= mostMilliseconds(static_cast<ErrorRecoveryMeans>(i)))
                return ErrorRecovery{static_cast<ErrorRecoveryMeans>(i),
                                     std::chrono::milliseconds{whole<std::uint64_t>(ms)}};
        return invalid("what it says is no setting");
    }

    // Durable when it returns; locked until let go.
    Result<void> take(const ErrorRecovery& setting) {
        m_remembered = setting;
        if (m_path.empty())
            return {};
        if (auto made = makePrivateFolders(m_folder); !made)
            return made;
        const std::string text = json{{"format", formatName},
                                      {"version", formatVersion},
                                      {"model", m_drive.model},
                                      {"serial", m_drive.serial},
                                      {"means", meansNames[static_cast<std::size_t>(setting.means)]},
                                      {"recovery_ms", setting.limit / std::chrono::milliseconds{1}}}
                                     .dump(-1, ' ', false, json::error_handler_t::replace) +
                                 '\n';
        const auto place = judgePlace(m_path, m_rules);
        if (!place)
            return tl::unexpected(place.error());
        if (auto written = writeDurably(place->entry(), text, place->recheck); !written)
            return written;
        if (!lock())
            return tl::unexpected(systemError("writing down the drive's own setting in", m_path, EBUSY));
        return {};
    }

    // False where another holds it.
    bool lock() {
        if (m_path.empty())
            return true;
        m_file.reset(open(m_path.c_str(), O_RDONLY | O_NOFOLLOW | O_CLOEXEC));
        return m_file && flock(m_file.get(), LOCK_EX | LOCK_NB) == 0;
    }

    void paid() {
        m_remembered.reset();
        if (!m_path.empty())
            if (const auto place = judgePlace(m_path, m_rules))
                (void)removeDurably(place->entry());
        m_file.reset();
    }

private:
    [[nodiscard]] Result<std::optional<ErrorRecovery>> invalid(std::string why) const {
        return tl::unexpected(
            Error{Error::Kind::refusedUnsafe, "reading what is owed to the drive,", m_path, std::move(why),
                  "Nothing was sent to the drive. Look at the file, and remove it if it is none of "
                  "yours; switching the drive off brings its own setting back."});
    }

    DriveIdentity m_drive;
    PlaceRules m_rules;
    std::string m_folder;
    std::string m_path;
    Descriptor m_file;
    std::optional<ErrorRecovery> m_remembered;
};

constexpr Nanoseconds coarsest = std::chrono::milliseconds{100}; // the steps in which drives keep it

Error notTaken(const Target& target, const ErrorRecovery& is) {
    return {Error::Kind::unusable, "setting how long the drive tries to read,", target.name,
            "it took the command, and says " + std::to_string(is.limit / std::chrono::milliseconds{1}) +
                " ms all the same",
            "Switching the drive off brings its own setting back."};
}

bool canBeOwed(const Target& target) {
    return !target.identity.serial.empty() && !target.partition &&
           (target.simulated() || !target.commandNode.empty());
}

// The way to the drive's own word, for changing its state.
Result<CommandPath> openForChange(const Target& target, const std::stop_token& stop) {
    auto way = openCommandPath(target, false, stop, Admission::stateToo);
    if (way && !way->link)
        return tl::unexpected(Error{Error::Kind::unusable, "asking how long the drive tries to read,",
                                    target.name, "it takes no commands here",
                                    "The scan goes on; the drive takes as long as it likes."});
    return way;
}

class SettingRestorer final : public ErrorRecoveryLimit {
public:
    SettingRestorer(const Target& target, const std::string& folder)
        : m_target(target), m_folder(folder), m_debt(target, folder) {}
    ~SettingRestorer() override { SettingRestorer::restore(settingPatience); }
    SettingRestorer(const SettingRestorer&) = delete;
    SettingRestorer& operator=(const SettingRestorer&) = delete;

    Result<Nanoseconds> shorten(Nanoseconds limit, const std::stop_token& stop) override {
        if (auto opened = reach(stop); !opened)
            return tl::unexpected(opened.error());
        Enquiry enquiry(*m_way.link, m_way.speaks, m_way.path, settingPatience, stop);
        if (!m_owed) {
            const auto owed = m_debt.owed();
            if (!owed)
                return tl::unexpected(owed.error());
            const auto before = *owed ? Result<ErrorRecovery>(**owed) : readErrorRecovery(enquiry);
            if (!before)
                return tl::unexpected(before.error());
            if (auto written = m_debt.take(*before); !written)
                return tl::unexpected(written.error());
            m_owed = *before;
        }
        ErrorRecovery wanted = *m_owed;
        // Never longer than the drive itself would try.
        wanted.limit = wanted.limit.count() == 0 ? limit : std::min(limit, wanted.limit);
        const auto now = writeErrorRecovery(enquiry, wanted);
        if (now && now->limit.count() > 0 && now->limit < wanted.limit + coarsest)
            return m_owed->limit;
        // Refused, or it did not stick. What it says now is what it will do, and where that is what it was
        // before, nothing is owed.
        const auto is = now ? now : readErrorRecovery(enquiry);
        if (is && is->means == m_owed->means && is->limit == m_owed->limit) {
            m_owed.reset();
            m_debt.paid();
        }
        return tl::unexpected(now ? notTaken(m_target, *now) : now.error());
    }

    Result<bool> settle(const std::stop_token& stop) override {
        return restoreOwedLimit(m_target, m_folder, stop);
    }

    Result<void> restore(Nanoseconds within) override {
        if (!m_owed)
            return {};
        if (auto opened = reach({}); !opened)
            return tl::unexpected(opened.error());
        Enquiry enquiry(*m_way.link, m_way.speaks, m_way.path, within);
        const auto now = writeErrorRecovery(enquiry, *m_owed);
        if (!now)
            return tl::unexpected(now.error());
        if (now->limit != m_owed->limit)
            return tl::unexpected(notTaken(m_target, *now));
        m_owed.reset();
        m_debt.paid();
        return {};
    }

private:
    Result<void> reach(const std::stop_token& stop) {
        if (m_way.link)
            return {};
        auto way = openForChange(m_target, stop);
        if (!way)
            return tl::unexpected(way.error());
        m_way = std::move(*way);
        return {};
    }

    Target m_target;
    std::string m_folder;
    OwedLimit m_debt;
    CommandPath m_way;
    std::optional<ErrorRecovery> m_owed;
};

} // namespace

std::shared_ptr<ErrorRecoveryLimit> errorRecoveryLimitOf(const Target& target, const std::string& folder) {
    if (!canBeOwed(target))
        return {};
    return std::make_shared<SettingRestorer>(target, folder);
}

Result<std::optional<Nanoseconds>> owedErrorRecoveryLimit(const Target& target, const std::string& folder) {
    if (!canBeOwed(target) || target.simulated())
        return std::nullopt;
    return OwedLimit(target, folder).owed().map([](const auto& owed) {
        return owed ? std::optional(owed->limit) : std::nullopt;
    });
}

Result<bool> restoreOwedLimit(const Target& target, const std::string& folder, const std::stop_token& stop) {
    if (!canBeOwed(target))
        return false;
    OwedLimit debt(target, folder);
    const auto owed = debt.owed();
    if (!owed)
        return tl::unexpected(owed.error());
    if (!*owed || !debt.lock())
        return false;
    auto way = openForChange(target, stop);
    if (!way)
        return tl::unexpected(way.error());
    Enquiry enquiry(*way->link, way->speaks, way->path, settingPatience, stop);
    const auto now = writeErrorRecovery(enquiry, **owed);
    if (!now)
        return tl::unexpected(now.error());
    if (now->limit != (*owed)->limit)
        return tl::unexpected(notTaken(target, *now));
    debt.paid();
    return true;
}

} // namespace orbita
