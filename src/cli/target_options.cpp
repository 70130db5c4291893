// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/target_options.h"

#include "cli/exit_status.h"
#include "cli/printer.h"
#include "core/target/open_session.h"
#include "core/target/setting_restorer.h"
#include "report/words.h"
#include "store/casebook.h"

#include <QString>
#include <map>
#include <sys/stat.h>

namespace orbita::cli {

namespace {

// A folder, a pipe and the like.
bool isNoDrive(const Target& target) {
    struct stat is {};
    if (target.simulated() || !target.commandNode.empty() || stat(target.name.c_str(), &is) != 0)
        return false;
    return !S_ISBLK(is.st_mode) && !S_ISREG(is.st_mode);
}

} // namespace

Result<Target> namedTarget(const std::string& name) {
    static std::map<std::string, std::shared_ptr<sim::Condition>> known;
    auto target = findTarget(name);
    if (target && target->condition)
        target->condition = known.emplace(name, target->condition).first->second;
    return target;
}

Result<AskedDrive> askDrive(const std::string& name, bool mayChangeState, Nanoseconds patience) {
    AskedDrive asked;
    auto target = namedTarget(name);
    if (!target)
        return tl::unexpected(target.error());
    asked.target = std::move(*target);
    if (isNoDrive(asked.target))
        return tl::unexpected(Error{Error::Kind::unusable, "asking", name, "it is no drive",
                                    "\"orbita-cli drives\" lists what is attached."});
    // Told, not paid: what only reads changes nothing.
    if (const auto owed = owedErrorRecoveryLimit(asked.target, actionLogBeside(casebookPath())); !owed)
        complain(owed.error());
    else if (*owed)
        Printer(stderr)
            << "An earlier scan has left how long the drive tries to read changed; its own setting, "
            << words::errorRecoveryLimit(**owed) << ", is put back by: orbita-cli restore "
            << QString::fromStdString(name) << '\n';
    auto session = openSession(asked.target, false, {},
                               mayChangeState ? actionLogBeside(casebookPath()) : std::string{});
    if (!session)
        return tl::unexpected(session.error());
    asked.session = std::move(*session);
    if (!asked.session->reading().link) {
        asked.vitals.identity = asked.target.identity;
        addNote(asked.vitals, VitalsNote::noCommands);
        return asked;
    }
    asked.enquiry = std::make_unique<Enquiry>(asked.session->reading(), patience);
    asked.vitals = readVitals(*asked.enquiry, asked.target.identity);
    return asked;
}

int complain(const Error& error) {
    Printer(stderr) << "orbita-cli: " << words::error(error) << '\n';
    return callIsWrong;
}

} // namespace orbita::cli
