// SPDX-License-Identifier: GPL-3.0-or-later
// orbita-cli: Orbita without a screen.
#include "cli/assess_command.h"
#include "cli/casebook_command.h"
#include "cli/checked_values.h"
#include "cli/common_options.h"
#include "cli/drives_command.h"
#include "cli/exit_status.h"
#include "cli/image_command.h"
#include "cli/interrupt.h"
#include "cli/judge_command.h"
#include "cli/printer.h"
#include "cli/refresh_command.h"
#include "cli/report_command.h"
#include "cli/restore_command.h"
#include "cli/scan_command.h"
#include "cli/selftest_command.h"
#include "cli/target_options.h"
#include "cli/treat_command.h"
#include "cli/vitals_command.h"
#include "core/base/text.h"
#include "report/format.h"
#include "report/language.h"
#include "store/settings.h"

#include <CLI/CLI.hpp>
#include <QGuiApplication>
#include <cstdio>
#include <memory>
#include <sys/stat.h>

namespace {

void addVitalsOptions(CLI::App& command, orbita::cli::VitalsOptions& options) {
    command.add_option("TARGET", options.target, "a device path, demo:NAME or sim:SCENARIO.json")->required();
    command.add_option("--policy", options.policy, "the house policy to judge by (JSON)");
    command.add_flag("--json", options.json, "as JSON");
    command.add_flag("--identity", options.identity,
                     "all that it says it is and can, in the place of its health");
    orbita::cli::addWho(command, options.who);
    command.footer(
        "Exit status: 0 go on; 1 something speaks against it: go gently, or stop; 2 the call is wrong, or "
        "the\n"
        "drive could not be reached; 3 the drive says nothing of its health here: neither good nor bad.");
}

void addSelfTestOptions(CLI::App& command, orbita::cli::SelfTestOptions& options) {
    command.add_option("TARGET", options.target, "a device path, demo:NAME or sim:SCENARIO.json")->required();
    command.add_option("--kind", options.kind, "which test, or abort the one that runs")
        ->required()
        ->check(CLI::IsMember({"short", "extended", "conveyance", "selective", "abort"}));
    command.add_option("--span", options.span, "of a selective test: sectors FIRST..LAST, both included");
    command.add_option("--policy", options.policy, "the house policy to judge by (JSON)");
    command.add_flag("--no-wait", options.noWait, "start it and go; the drive goes on by itself");
    command.add_flag("--overrule", options.overrule, "although the vitals say: save the data first");
    command.add_flag("--json", options.json, "the vitals afterwards, as JSON");
    orbita::cli::addWho(command, options.who);
    command.footer("Ctrl-C aborts the test. Exit status: 0 passed, started or aborted; 1 failed;\n"
                   "2 the call is wrong, or the drive has no such test; 3 not run to the end.");
}

// What every command asks that writes to a drive.
template <class Options>
void addLeaveOptions(CLI::App& command, Options& options) {
    command.add_option("--data", options.data, "whether the data on the drive exists elsewhere")
        ->check(CLI::IsMember({"not-asked", "saved", "not-saved", "unknown"}))
        ->capture_default_str();
    command
        .add_option("--confirm", options.confirm,
                    "the last four characters of the drive's serial number (where it tells nothing: the "
                    "capacity on its label); without it, nothing is written, and what would be done is told")
        ->check(orbita::cli::notEmpty());
    command.add_option("--reason", options.reason, "for the log")->check(orbita::cli::notEmpty());
    command.add_option("--policy", options.policy, "the house policy to judge by (JSON)");
    command.add_flag("--overrule", options.overrule, "although it is advised against");
}

void addTreatOptions(CLI::App& command, orbita::cli::TreatOptions& options) {
    command.add_option("TARGET", options.target, "a device path, demo:NAME or sim:SCENARIO.json")->required();
    command
        .add_option("--ledger", options.ledger,
                    "the defects: a scan file or a ledger (CSV); without it, the drive's latest scan in the "
                    "casebook")
        ->check(orbita::cli::notEmpty());
    command
        .add_option("--span", options.span,
                    "only what lies there: sectors FIRST..LAST, bytes or percent, as for scan")
        ->check(orbita::cli::notEmpty());
    command.add_option("--only", options.only, "all, unreadable or slow ones")
        ->check(CLI::IsMember({"all", "unreadable", "slow"}))
        ->capture_default_str();
    command
        .add_option(
            "--steps", options.steps,
            "that may be taken after reading again, with commas between: refresh and pieced write back "
            "what was read; zeros and reassign destroy what cannot be read; read: none of them")
        ->check(orbita::cli::notEmpty())
        ->capture_default_str();
    addLeaveOptions(command, options);
    command
        .add_option("--margin", options.margin, "read again around each patch afterwards; 1MiB if not given")
        ->check(orbita::cli::notEmpty());
    command
        .add_option("--resume", options.resume,
                    "go on with a treatment that was broken off: its journal, or \"latest\" of this drive")
        ->check(orbita::cli::notEmpty());
    command
        .add_option("--write-back", options.writeBack,
                    "put back what that journal of an earlier treatment or refresh of the drive has saved, "
                    "where it does not read any more")
        ->check(orbita::cli::notEmpty());
    command.add_option("--json", options.json, "\"-\": each step on standard output, as JSON")
        ->check(CLI::IsMember({"-"}));
    orbita::cli::addWho(command, options.who);
    command.footer(
        "What is written back is first saved in a journal beside the casebook; Ctrl-C ends it between two "
        "steps.\n"
        "Exit status: 0 all of it reads well now (told only: treating it is worth a try); 1 not all of it "
        "does, "
        "or\n"
        "it is advised against; 2 the call is wrong, or it was refused; 3 not treated to the end.");
}

void addRefreshOptions(CLI::App& command, orbita::cli::RefreshOptions& options) {
    command.add_option("TARGET", options.target, "a device path, demo:NAME or sim:SCENARIO.json")->required();
    command.add_flag("--late", options.lateOnly, "only what the latest scan in the casebook found late");
    addLeaveOptions(command, options);
    command
        .add_option("--resume", options.resume,
                    "go on with a refresh that was broken off: its journal, or \"latest\" of this drive")
        ->check(orbita::cli::notEmpty());
    command.add_option("--json", options.json, "\"-\": how it goes on standard output, as JSON")
        ->check(CLI::IsMember({"-"}));
    orbita::cli::addWho(command, options.who);
    command.footer(
        "Reads every sector that can be read and writes exactly that back, some MiB at a time, each saved "
        "in\n"
        "a journal before it leaves and read again after. Without --confirm, tells what it costs in hours "
        "and\n"
        "wear, and writes nothing. Ctrl-C ends it; --resume goes on.\n"
        "Exit status: 0 all of it reads in time (told only: nothing speaks against it); 1 not all of it "
        "does, "
        "or\n"
        "it is advised against; 2 the call is wrong, or it was refused; 3 not refreshed to the end.");
}

void addJournalOptions(CLI::App& command, orbita::cli::JournalOptions& options) {
    command.add_option("JOURNAL", options.journal, "the journal of a treatment")->required();
    CLI::Option* exports = command
                               .add_option("--export", options.exportTo,
                                           "write what was saved of the drive to files in that folder")
                               ->check(orbita::cli::notEmpty());
    CLI::Option* purge = command.add_flag("--purge", options.purge,
                                          "take what was saved out of it, where all of it reads well since");
    exports->excludes(purge);
    command.add_flag("--json", options.json, "as JSON, one object a line");
    command.footer(
        "Exit status: 0 done, or all of it reads well; 1 not all of it does; 2 the call is wrong, or the\n"
        "journal could not be read; 3 the treatment was broken off.");
}

void addImageOptions(CLI::App& command, orbita::cli::ImageOptions& options) {
    command.add_option("IMAGE", options.image, "an image that was saved by scan --save")->required();
    command.add_flag("--compare", options.compare,
                     "read it all and compare it with the checksums in its map");
    command.add_flag("--json", options.json, "as JSON");
    command.footer(
        "Exit status: 0 it holds every sector of the drive; 1 something is missing or not what was saved;\n"
        "2 the call is wrong, or the image could not be read.");
}

std::string spokenText(const std::string& english) {
    return english.empty() ? english : orbita::spoken(english.c_str()).toStdString();
}

// All of the help in the language that is spoken, and the words that the library puts around it.
void sayHelp(CLI::App& command) {
    for (const char* word : {"Usage", "Options", "Subcommands", "Positionals", "REQUIRED", "TEXT", "INT",
                             "UINT", "FLOAT", "OPTIONS", "SUBCOMMAND"})
        command.get_formatter()->label(word, spokenText(word));
    command.description(spokenText(command.get_description()));
    command.footer(spokenText(command.get_footer()));
    for (CLI::Option* option : command.get_options()) {
        option->description(spokenText(option->get_description()));
        option->group(spokenText(option->get_group()));
    }
    for (CLI::App* one : command.get_subcommands([](CLI::App*) { return true; }))
        sayHelp(*one);
}

// 0 where the first word is one of the commands, or an option.
int commandIsWrong(CLI::App& app, int argc, char** argv) {
    const std::string word = argc > 1 ? argv[1] : "";
    if (word.starts_with('-'))
        return 0;
    std::string commands;
    for (const CLI::App* command : app.get_subcommands([](const CLI::App*) { return true; })) {
        if (command->get_name() == word)
            return 0;
        commands += (commands.empty() ? "" : ", ") + command->get_name();
    }
    orbita::cli::Printer err(stderr);
    err << "orbita-cli: ";
    if (word.empty())
        err << "no command is given";
    else
        err << "there is no command \"" << QString::fromStdString(orbita::cleanText(word)) << '"';
    err << ". The commands are " << QString::fromStdString(commands)
        << "; \"orbita-cli --help\" says more.\n";
    return orbita::cli::callIsWrong;
}

// The toolkit's remarks on its own surroundings, such as a session that is missing under sudo, are none that
// a technician could do something about. What makes it end the program is told.
void withoutRemarks(QtMsgType type, const QMessageLogContext& /*where*/, const QString& words) {
    if (type == QtFatalMsg)
        std::fprintf(stderr, "orbita-cli: %s\n", qPrintable(words));
}

// What went to standard output and did not arrive is a result that is not there.
int settled(int status) {
    if (std::fflush(stdout) == 0 && std::ferror(stdout) == 0)
        return status;
    orbita::cli::Printer(stderr)
        << "orbita-cli: writing to standard output: it did not all arrive. What is in "
           "files and in the casebook is whole.\n";
    return orbita::cli::callIsWrong;
}

} // namespace

int main(int argc, char** argv) {
    umask(S_IRWXG | S_IRWXO); // customers' data and names are nobody else's
    orbita::cli::failedWritesAreErrors();
    // Settings that cannot be read are told by the window; here they have their defaults.
    const orbita::Settings settings = orbita::loadSettings().value_or(orbita::Settings{});
    orbita::speak(settings.language);
    orbita::format::setUtc(settings.utc);
    CLI::App app{"Orbita reads drives block by block and says which sectors are slow or unreadable.\n"
                 "Only treat, refresh, and scan --treat write to a drive, and only after it was confirmed. "
                 "Every scan, what "
                 "a drive said of itself and what was done is kept in the\n"
                 "casebook ($XDG_DATA_HOME/orbita/casebook.db)."};
    app.footer("orbita-cli COMMAND --help says more of each.");
    app.require_subcommand(1);
    app.set_version_flag("--version", ORBITA_VERSION);
    CLI::App* drives = app.add_subcommand("drives", "list what can be scanned");
    CLI::App* scan = app.add_subcommand("scan", "read a drive and list its defects");
    CLI::App* vitals = app.add_subcommand("vitals", "read what a drive says of its own health");
    CLI::App* selfTest = app.add_subcommand("selftest", "run one of the drive's own tests");
    CLI::App* treat =
        app.add_subcommand("treat", "bring slow and unreadable sectors back, gentlest step first");
    CLI::App* refresh = app.add_subcommand("refresh", "write a drive that has grown slow back as it is");
    CLI::App* journal = app.add_subcommand(
        "journal", "look into the journal of a treatment or a refresh, and export from it");
    CLI::App* image = app.add_subcommand("image", "show what a saved image holds and what is missing");
    CLI::App* restore = app.add_subcommand(
        "restore", "put back a setting of the drive that an earlier scan has left changed");
    CLI::App* judge = app.add_subcommand("judge", "say whether a drive may be kept, and why");
    CLI::App* report = app.add_subcommand("report", "write what is handed over of a drive");
    CLI::App* assess = app.add_subcommand(
        "assess", "a whole visit by itself: vitals, self-test, sample, scan, second looks, ruling, report");
    CLI::App* casebook = app.add_subcommand("casebook", "look into the casebook, and look after it");
    std::string restoreTarget;
    orbita::cli::Who restoreWho;
    restore->add_option("TARGET", restoreTarget, "a device path")->required();
    orbita::cli::addWho(*restore, restoreWho);
    orbita::cli::CasebookOptions casebookOptions;
    orbita::cli::addCasebookCommands(*casebook, casebookOptions);
    orbita::cli::AssessOptions assessOptions;
    orbita::cli::addAssessOptions(*assess, assessOptions);
    orbita::cli::JudgeOptions judgeOptions;
    orbita::cli::addJudgeOptions(*judge, judgeOptions);
    orbita::cli::ReportOptions reportOptions;
    orbita::cli::addReportOptions(*report, reportOptions);
    orbita::cli::ImageOptions imageOptions;
    addImageOptions(*image, imageOptions);
    orbita::cli::TreatOptions treatOptions;
    addTreatOptions(*treat, treatOptions);
    orbita::cli::RefreshOptions refreshOptions;
    addRefreshOptions(*refresh, refreshOptions);
    orbita::cli::JournalOptions journalOptions;
    addJournalOptions(*journal, journalOptions);
    bool drivesJson = false;
    drives->add_flag("--json", drivesJson, "as JSON");
    int patienceMs = 150;
    drives->add_option("--patience", patienceMs, "ms that a drive is given to say what is on it")
        ->check(orbita::cli::wholeNumber(1, INT32_MAX))
        ->capture_default_str();
    std::string systemRoot;
    drives->add_option("--system", systemRoot,
                       "the folder in which sys, proc and dev of the system to look at are");
    orbita::cli::VitalsOptions vitalsOptions;
    addVitalsOptions(*vitals, vitalsOptions);
    orbita::cli::SelfTestOptions selfTestOptions;
    addSelfTestOptions(*selfTest, selfTestOptions);
    orbita::cli::ScanOptions options;
    orbita::cli::addScanOptions(*scan, options);
    sayHelp(app);
    if (const int wrong = commandIsWrong(app, argc, argv); wrong != 0)
        return wrong;
    try {
        app.parse(argc, argv);
    } catch (const CLI::ParseError& error) {
        return app.exit(error) == 0 ? orbita::cli::completeAndClean : orbita::cli::callIsWrong;
    }
    if (scan->parsed())
        if (const auto fits = orbita::cli::checkScanOptions(*scan, options); !fits)
            return orbita::cli::complain(fits.error());

    qInstallMessageHandler(withoutRemarks);
    // Painting text needs the graphical library, but no display.
    std::unique_ptr<QCoreApplication> qt;
    if (options.results.plate.empty() && casebookOptions.results.plate.empty() && !reportOptions.paints() &&
        !assessOptions.paints()) {
        qt = std::make_unique<QCoreApplication>(argc, argv);
    } else {
        qputenv("QT_QPA_PLATFORM", "offscreen");
        qt = std::make_unique<QGuiApplication>(argc, argv);
    }
    orbita::teach(*qt);
    try {
        if (drives->parsed())
            return settled(
                orbita::cli::listTargets(drivesJson, std::chrono::milliseconds{patienceMs}, systemRoot));
        if (image->parsed())
            return settled(orbita::cli::image(imageOptions));
        if (vitals->parsed())
            return settled(orbita::cli::vitals(vitalsOptions));
        if (selfTest->parsed())
            return settled(orbita::cli::selfTest(selfTestOptions));
        if (treat->parsed())
            return settled(orbita::cli::treat(treatOptions));
        if (refresh->parsed())
            return settled(orbita::cli::refresh(refreshOptions));
        if (journal->parsed())
            return settled(orbita::cli::journal(journalOptions));
        if (restore->parsed())
            return settled(orbita::cli::restore(restoreTarget, restoreWho));
        if (assess->parsed())
            return settled(orbita::cli::assess(assessOptions));
        if (judge->parsed())
            return settled(orbita::cli::judge(judgeOptions));
        if (report->parsed())
            return settled(orbita::cli::report(reportOptions));
        if (casebook->parsed())
            return settled(orbita::cli::casebook(casebookOptions));
        return settled(orbita::cli::scan(options));
    } catch (const std::exception& error) { // memory or threads gave out
        std::fprintf(stderr, "orbita-cli: %s. What was kept stays; end other programs and try again.\n",
                     error.what());
        return orbita::cli::callIsWrong;
    }
}
