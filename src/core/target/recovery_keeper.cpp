// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/target/recovery_keeper.h"

#include "core/drive/recovery_setting.h"

#include <array>
#include <cerrno>
#include <fcntl.h>
#include <filesystem>
#include <nlohmann/json.hpp>
#include <sys/file.h>
#include <unistd.h>

namespace orbita {

namespace fs = std::filesystem;

namespace {

using nlohmann::json;

constexpr const char* formatName = "orbita-owed-setting";
constexpr Nanoseconds settingPatience = std::chrono::seconds{5};
constexpr std::array<const char*, 3> meansNames = {"sct", "mode-page", "feature"};

// The file of a debt, locked for as long as somebody is about to pay it himself.
class Debt {
public:
    Debt(DriveIdentity drive, std::string folder) : m_drive(std::move(drive)), m_folder(std::move(folder)) {
        std::string name = m_drive.model + "-" + m_drive.serial;
        for (char& c : name)
            if (std::isalnum(static_cast<unsigned char>(c)) == 0 && c != '-')
                c = '_';
        m_path = (fs::path(m_folder) / (name + ".json")).string();
    }
    ~Debt() { letGo(); }
    Debt(const Debt&) = delete;
    Debt& operator=(const Debt&) = delete;

    [[nodiscard]] bool exists() const {
        std::error_code error;
        return fs::exists(m_path, error);
    }

    // Empty where nothing is owed, or it cannot be read.
    [[nodiscard]] std::optional<RecoverySetting> owed() const {
        std::string text(64U << 10U, '\0');
        const int file = open(m_path.c_str(), O_RDONLY | O_CLOEXEC);
        if (file < 0)
            return std::nullopt;
        const ssize_t n = read(file, text.data(), text.size());
        close(file);
        text.resize(n > 0 ? static_cast<std::size_t>(n) : 0);
        const json content = json::parse(text, nullptr, false);
        if (!content.is_object() || content.value("format", json()) != formatName ||
            content.value("serial", json()) != m_drive.serial ||
            content.value("model", json()) != m_drive.model)
            return std::nullopt;
        const json means = content.value("means", json());
        const json ms = content.value("recovery_ms", json());
        if (!ms.is_number_unsigned())
            return std::nullopt;
        for (std::size_t i = 0; i < meansNames.size(); ++i)
            if (means == meansNames[i])
                return RecoverySetting{static_cast<RecoveryMeans>(i),
                                       std::chrono::milliseconds{ms.get<std::uint32_t>()}};
        return std::nullopt;
    }

    // Durable when it returns; locked until let go.
    Result<void> take(const RecoverySetting& setting) {
        std::error_code error;
        fs::create_directories(m_folder, error);
        m_file = open(m_path.c_str(), O_RDWR | O_CREAT | O_CLOEXEC, 0644);
        if (m_file < 0 || flock(m_file, LOCK_EX | LOCK_NB) != 0)
            return failed(m_file < 0 ? errno : EBUSY);
        const std::string text = json{{"format", formatName},
                                      {"version", 1},
                                      {"model", m_drive.model},
                                      {"serial", m_drive.serial},
                                      {"means", meansNames[static_cast<std::size_t>(setting.means)]},
                                      {"recovery_ms", setting.limit / std::chrono::milliseconds{1}}}
                                     .dump() +
                                 '\n';
        if (ftruncate(m_file, 0) != 0 ||
            pwrite(m_file, text.data(), text.size(), 0) != static_cast<ssize_t>(text.size()) ||
            fsync(m_file) != 0)
            return failed(errno);
        syncFolder();
        return {};
    }

    // False where another holds it.
    bool lock() {
        m_file = open(m_path.c_str(), O_RDWR | O_CLOEXEC);
        return m_file >= 0 && flock(m_file, LOCK_EX | LOCK_NB) == 0;
    }

    void paid() {
        unlink(m_path.c_str());
        syncFolder();
        letGo();
    }

    [[nodiscard]] const std::string& path() const { return m_path; }

private:
    void letGo() {
        if (m_file >= 0)
            close(m_file);
        m_file = -1;
    }
    void syncFolder() const {
        const int folder = open(m_folder.c_str(), O_RDONLY | O_DIRECTORY | O_CLOEXEC);
        if (folder < 0)
            return;
        fsync(folder);
        close(folder);
    }
    Result<void> failed(int error) {
        letGo();
        return tl::unexpected(systemError("writing down the drive's own setting in", m_path, error));
    }

    DriveIdentity m_drive;
    std::string m_folder;
    std::string m_path;
    int m_file = -1;
};

bool canBeOwed(const Target& target) {
    return !target.identity.serial.empty() && !target.partition &&
           (target.simulated() || !target.commandNode.empty());
}

// The way to the drive's own word, for changing its state.
Result<CommandPath> openForChange(const Target& target, const std::stop_token& stop) {
    auto way = openCommandPath(target, false, stop);
    if (way && !way->link)
        return tl::unexpected(Error{Error::Kind::unusable, "asking how long the drive tries to read,",
                                    target.name, "it takes no commands here",
                                    "The scan goes on; the drive takes as long as it likes."});
    if (way)
        way->link->admit(Admission::stateToo);
    return way;
}

class Keeper final : public RecoveryTime {
public:
    Keeper(const Target& target, const std::string& folder)
        : m_target(target), m_folder(folder), m_debt(target.identity, folder) {}
    ~Keeper() override { Keeper::restore(settingPatience); }
    Keeper(const Keeper&) = delete;
    Keeper& operator=(const Keeper&) = delete;

    Result<Nanoseconds> shorten(Nanoseconds limit, const std::stop_token& stop) override {
        if (auto opened = reach(stop); !opened)
            return tl::unexpected(opened.error());
        Enquiry enquiry(*m_way.link, m_way.speaks, m_way.path, settingPatience, stop);
        if (!m_owed) {
            auto before =
                m_debt.owed() ? Result<RecoverySetting>(*m_debt.owed()) : readRecoverySetting(enquiry);
            if (!before)
                return tl::unexpected(before.error());
            if (auto written = m_debt.take(*before); !written)
                return tl::unexpected(written.error());
            m_owed = *before;
        }
        RecoverySetting wanted = *m_owed;
        // Never longer than the drive itself would try.
        wanted.limit = wanted.limit.count() == 0 ? limit : std::min(limit, wanted.limit);
        const auto now = writeRecoverySetting(enquiry, wanted);
        if (!now)
            return tl::unexpected(now.error());
        return m_owed->limit;
    }

    Result<bool> settle(const std::stop_token& stop) override {
        return settleRecoveryDebt(m_target, m_folder, stop);
    }

    Result<void> restore(Nanoseconds within) override {
        if (!m_owed)
            return {};
        if (auto opened = reach({}); !opened)
            return tl::unexpected(opened.error());
        Enquiry enquiry(*m_way.link, m_way.speaks, m_way.path, within);
        if (const auto now = writeRecoverySetting(enquiry, *m_owed); !now)
            return tl::unexpected(now.error());
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
    Debt m_debt;
    CommandPath m_way;
    std::optional<RecoverySetting> m_owed;
};

} // namespace

std::shared_ptr<RecoveryTime> recoveryTimeOf(const Target& target, const std::string& folder) {
    if (!canBeOwed(target))
        return {};
    return std::make_shared<Keeper>(target, folder);
}

Result<bool> settleRecoveryDebt(const Target& target, const std::string& folder,
                                const std::stop_token& stop) {
    if (!canBeOwed(target))
        return false;
    Debt debt(target.identity, folder);
    const auto owed = debt.owed();
    if (!owed || !debt.lock())
        return false;
    auto way = openForChange(target, stop);
    if (!way)
        return tl::unexpected(way.error());
    Enquiry enquiry(*way->link, way->speaks, way->path, settingPatience, stop);
    if (const auto now = writeRecoverySetting(enquiry, *owed); !now)
        return tl::unexpected(now.error());
    debt.paid();
    return true;
}

} // namespace orbita
