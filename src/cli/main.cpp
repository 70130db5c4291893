// SPDX-License-Identifier: GPL-3.0-or-later
// orbita-cli: Orbita without a screen.
#include "cli/casebook_command.h"
#include "cli/drives_command.h"
#include "cli/exit_status.h"
#include "cli/image_command.h"
#include "cli/interrupt.h"
#include "cli/restore_command.h"
#include "cli/scan_command.h"
#include "cli/selftest_command.h"
#include "cli/vitals_command.h"
#include "core/scan/plan.h"

#include <CLI/CLI.hpp>
#include <QGuiApplication>
#include <cstdio>
#include <memory>
#include <sys/stat.h>

namespace {

constexpr const char* exitHelp =
    "Exit status: 0 complete and clean; 1 unreadable or stalled sectors found;\n"
    "2 the call is wrong, or results could not be written; 3 not scanned to the end\n"
    "(what was found is in the files all the same). Files: docs/formats.md.";

// An empty value is a variable that was not set, not a wish for the default.
const CLI::Validator
    notEmpty([](std::string& value) { return value.empty() ? std::string("it is empty") : std::string(); },
             "", "");

void addWho(CLI::App& command, orbita::cli::Who& who) {
    command.add_option("--customer", who.customer, "for the casebook: whose drive it is")->check(notEmpty);
    command.add_option("--job", who.job, "for the casebook: the job's number")->check(notEmpty);
    command.add_option("--tester", who.tester, "for the casebook: who looks at it")->check(notEmpty);
}

void addResultOptions(CLI::App& command, orbita::cli::ResultPlaces& results, const char* json) {
    command.add_option("--json", results.json, json)->check(notEmpty);
    command.add_option("--csv", results.csv, "write the ledger of defects here; \"-\": on standard output")
        ->check(notEmpty);
    command.add_option("--report", results.report, "write a text report here; \"-\": on standard output")
        ->check(notEmpty);
    command
        .add_option("--plate", results.plate, "write the surface map here, as PNG; \"-\": on standard output")
        ->check(notEmpty);
}

void addScanOptions(CLI::App& command, orbita::cli::ScanOptions& options) {
    command.add_option("TARGET", options.target, "a device or image path, demo:NAME or sim:SCENARIO.json")
        ->required();
    command
        .add_option("--mode", options.mode,
                    "read: the data crosses the cable; verify: the drive reads, the data stays inside")
        ->check(CLI::IsMember({"read", "verify"}))
        ->capture_default_str();
    command
        .add_option(
            "--span", options.span,
            "sectors FIRST..LAST, both included, bytes (500GB..1TB) or percent (40%..60%); several with "
            "commas between; \"missing\": what the image named by --save does not hold; without it the whole "
            "drive")
        ->check(notEmpty);
    command
        .add_option("--save", options.save,
                    "save what is read in this image file; one that is there already is filled up")
        ->check(notEmpty);
    command
        .add_option("--recovery-limit", options.recoveryMs,
                    "of the careful order: ms that the drive may try to read a sector while there are easier "
                    "ones, where it lets that be set; 0: as long as it likes")
        ->check(CLI::Range(0.0, 60'000.0))
        ->capture_default_str();
    command
        .add_option("--plan", options.plan,
                    "a plan of the house policy, by its name; --span and --stop go before it")
        ->check(notEmpty)
        ->excludes("--mode");
    command.add_option("--partition", options.partition, "the span of that partition, by its name or label")
        ->check(notEmpty)
        ->excludes("--span");
    command
        .add_option("--order", options.order,
                    "forward, backward, suspects-first, sweep, sample, or careful: the worst places last")
        ->check(CLI::IsMember({"forward", "backward", "suspects-first", "sweep", "sample", "careful"}))
        ->capture_default_str();
    command.add_option("--distance", options.sweepPercent, "of a sweep: percent of the span")
        ->check(CLI::Range(0.1, 50.0))
        ->capture_default_str();
    command.add_option("--samples", options.samples, "of a sample: how many blocks")
        ->check(CLI::PositiveNumber)
        ->capture_default_str();
    command.add_option("--seed", options.seed, "of a sample: the same seed draws the same blocks")
        ->capture_default_str();
    command
        .add_option(
            "--resume", options.resume,
            "go on with a scan in the casebook that was broken off: its number, or without one the latest "
            "of this drive")
        ->expected(0, 1)
        ->default_str("-1");
    command
        .add_option("--block", options.blockSectors,
                    "sectors a read, 8 to as many as fill 4 MiB; chosen if not given")
        ->check(CLI::PositiveNumber);
    command
        .add_option(
            "--depth", options.depth,
            "commands at the drive at once, 1 to 64; chosen if not given: 1 for rotating drives, more on "
            "solid state")
        ->check(CLI::Range(1U, orbita::mostDepth));
    command
        .add_option("--limit", options.limitMs, "ms without an answer after which a block counts as stalled")
        ->check(CLI::PositiveNumber)
        ->capture_default_str();
    command
        .add_option("--give-up", options.giveUpMs,
                    "ms without an answer after which the scan ends and leaves the command behind")
        ->check(CLI::PositiveNumber)
        ->capture_default_str();
    command.add_option(
        "--stop", options.stops,
        "end the scan at so many unreadable sectors, or KIND:NUMBER with unreadable, patches, growth, "
        "stalls, minutes, damning (vitals) or temperature (which waits until it is cooler); may be given "
        "again");
    command.add_option("--data", options.data, "does the data exist elsewhere?")
        ->check(CLI::IsMember({"saved", "not-saved", "unknown"}));
    addResultOptions(
        command, options.results,
        "write the scan here, kept up to date while it runs; \"-\": one event a line on standard "
        "output. An older file of that name is replaced");
    command.add_flag(
        "--place-is-elsewhere", options.placeIsElsewhere,
        "also save and write where the drives behind a place cannot be told: you are sure that it is "
        "not the drive under test");
    addWho(command, options.who);
    command.footer(exitHelp);
}

void addVitalsOptions(CLI::App& command, orbita::cli::VitalsOptions& options) {
    command.add_option("TARGET", options.target, "a device path, demo:NAME or sim:SCENARIO.json")->required();
    command.add_option("--policy", options.policy, "the house policy to judge by (JSON)");
    command.add_flag("--json", options.json, "as JSON");
    addWho(command, options.who);
    command.footer(
        "Exit status: 0 go on; 1 go gently, or stop; 2 the call is wrong, or the drive could not be asked.");
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
    addWho(command, options.who);
    command.footer("Ctrl-C aborts the test. Exit status: 0 passed, started or aborted; 1 failed;\n"
                   "2 the call is wrong, or the drive has no such test; 3 not run to the end.");
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

void addCasebookCommands(CLI::App& command, orbita::cli::CasebookOptions& options) {
    using What = orbita::cli::CasebookOptions::What;
    command.require_subcommand(1);
    const auto add = [&](const char* name, const char* words, What what) {
        CLI::App* sub = command.add_subcommand(name, words);
        sub->callback([&options, what] { options.what = what; });
        return sub;
    };
    CLI::App* drives = add("drives", "every drive that was ever asked or scanned", What::drives);
    CLI::App* visits = add("visits", "the visits of one drive, and what was done on them", What::visits);
    CLI::App* scans = add("scans", "the scans that were kept, the latest first", What::scans);
    CLI::App* show = add("show", "one scan, as its report", What::show);
    CLI::App* exports = add("export", "write one scan to files", What::exportScan);
    visits->add_option("DRIVE", options.number, "its number in the list of drives")
        ->required()
        ->check(CLI::PositiveNumber);
    scans->add_option("--drive", options.number, "only of the drive with this number")
        ->check(CLI::PositiveNumber);
    for (CLI::App* one : {show, exports})
        one->add_option("SCAN", options.number, "its number in the list of scans")
            ->required()
            ->check(CLI::PositiveNumber);
    for (CLI::App* one : {drives, visits, scans, show})
        one->add_flag("--json", options.json, "as JSON");
    addResultOptions(*exports, options.results,
                     "write the scan here, to open again; \"-\": on standard output");
    command.footer("Exit status: 0 done; 2 the call is wrong, or the casebook or a result could not be read "
                   "or written.");
}

// What went to standard output and did not arrive is a result that is not there.
int settled(int status) {
    if (std::fflush(stdout) == 0 && std::ferror(stdout) == 0)
        return status;
    std::fprintf(stderr,
                 "orbita-cli: writing to standard output: it did not all arrive. What is in files and in the "
                 "casebook is whole.\n");
    return orbita::cli::callIsWrong;
}

} // namespace

int main(int argc, char** argv) {
    umask(S_IRWXG | S_IRWXO); // customers' data and names are nobody else's
    orbita::cli::failedWritesAreErrors();
    CLI::App app{"Orbita reads drives block by block and says which sectors are slow or unreadable.\n"
                 "It never writes to a drive. Every scan, what a drive said of itself and what was done is "
                 "kept in the\n"
                 "casebook ($XDG_DATA_HOME/orbita/casebook.db)."};
    app.footer(exitHelp);
    app.require_subcommand(1);
    app.set_version_flag("--version", ORBITA_VERSION);
    CLI::App* drives = app.add_subcommand("drives", "list what can be scanned");
    CLI::App* scan = app.add_subcommand("scan", "read a drive and list its defects");
    CLI::App* vitals = app.add_subcommand("vitals", "read what a drive says of its own health");
    CLI::App* selfTest = app.add_subcommand("selftest", "run one of the drive's own tests");
    CLI::App* image = app.add_subcommand("image", "tell what a saved image holds and what is missing");
    CLI::App* restore = app.add_subcommand(
        "restore", "put back a setting of the drive that an earlier scan has left changed");
    CLI::App* casebook = app.add_subcommand("casebook", "look into the casebook, and export from it");
    std::string restoreTarget;
    orbita::cli::Who restoreWho;
    restore->add_option("TARGET", restoreTarget, "a device path")->required();
    addWho(*restore, restoreWho);
    orbita::cli::CasebookOptions casebookOptions;
    addCasebookCommands(*casebook, casebookOptions);
    orbita::cli::ImageOptions imageOptions;
    addImageOptions(*image, imageOptions);
    bool drivesJson = false;
    drives->add_flag("--json", drivesJson, "as JSON");
    int patienceMs = 150;
    drives->add_option("--patience", patienceMs, "ms that a drive is given to say what is on it")
        ->check(CLI::PositiveNumber)
        ->capture_default_str();
    std::string systemRoot;
    drives->add_option("--system", systemRoot,
                       "the folder in which sys, proc and dev of the system to look at are");
    orbita::cli::VitalsOptions vitalsOptions;
    addVitalsOptions(*vitals, vitalsOptions);
    orbita::cli::SelfTestOptions selfTestOptions;
    addSelfTestOptions(*selfTest, selfTestOptions);
    orbita::cli::ScanOptions options;
    addScanOptions(*scan, options);
    try {
        app.parse(argc, argv);
    } catch (const CLI::ParseError& error) {
        return app.exit(error) == 0 ? orbita::cli::completeAndClean : orbita::cli::callIsWrong;
    }

    // Painting text needs the graphical library, but no display.
    std::unique_ptr<QCoreApplication> qt;
    if (options.results.plate.empty() && casebookOptions.results.plate.empty()) {
        qt = std::make_unique<QCoreApplication>(argc, argv);
    } else {
        qputenv("QT_QPA_PLATFORM", "offscreen");
        qt = std::make_unique<QGuiApplication>(argc, argv);
    }
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
        if (restore->parsed())
            return settled(orbita::cli::restore(restoreTarget, restoreWho));
        if (casebook->parsed())
            return settled(orbita::cli::casebook(casebookOptions));
        return settled(orbita::cli::scan(options));
    } catch (const std::exception& error) { // memory or threads gave out
        std::fprintf(stderr, "orbita-cli: %s. What was kept stays; end other programs and try again.\n",
                     error.what());
        return orbita::cli::callIsWrong;
    }
}
