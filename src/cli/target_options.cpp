// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/target_options.h"

#include "cli/exit_status.h"
#include "core/target/recovery_keeper.h"
#include "report/words.h"
#include "store/casebook.h"

#include <QString>
#include <QTextStream>

namespace orbita::cli {

namespace {

constexpr Nanoseconds patience = std::chrono::seconds{20};

} // namespace

Result<AskedDrive> askDrive(const std::string& name, bool mayChangeState) {
    AskedDrive asked;
    auto target = findTarget(name);
    if (!target)
        return tl::unexpected(target.error());
    asked.target = std::move(*target);
    // Told, not paid: what only reads changes nothing.
    if (const auto owed = owedRecoveryTime(asked.target, owedSettingsFolder()); !owed)
        complain(owed.error());
    else if (*owed)
        QTextStream(stderr)
            << "An earlier scan has left how long the drive tries to read changed; its own setting, "
            << words::recoveryTime(**owed) << ", is put back by: orbita-cli restore "
            << QString::fromStdString(name) << '\n';
    auto way = openCommandPath(asked.target, false, {},
                               mayChangeState ? Admission::stateToo : Admission::readingOnly);
    if (!way)
        return tl::unexpected(way.error());
    asked.way = std::move(*way);
    if (!asked.way.link) {
        asked.vitals.identity = asked.target.identity;
        addNote(asked.vitals, VitalsNote::noCommands);
        return asked;
    }
    asked.enquiry = std::make_unique<Enquiry>(*asked.way.link, asked.way.speaks, asked.way.path, patience);
    asked.vitals = readVitals(*asked.enquiry, asked.target.identity, asked.way.nameSpace);
    return asked;
}

int complain(const Error& error) {
    QTextStream(stderr) << "orbita-cli: " << QString::fromStdString(error.message()) << '\n';
    return callIsWrong;
}

} // namespace orbita::cli
