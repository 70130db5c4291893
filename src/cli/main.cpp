// SPDX-License-Identifier: GPL-3.0-or-later
// orbita-cli: Orbita without a screen.
#include "cli/drives_command.h"
#include "cli/exit_status.h"
#include "cli/scan_command.h"

#include <CLI/CLI.hpp>
#include <QGuiApplication>
#include <memory>

namespace {

constexpr const char* exitHelp =
    "Exit status: 0 complete and clean; 1 unreadable or stalled sectors found;\n"
    "2 the call is wrong, or results could not be written; 3 not scanned to the end\n"
    "(what was found is in the files all the same). Files: docs/formats.md.";

void addScanOptions(CLI::App& command, orbita::cli::ScanOptions& options) {
    command.add_option("TARGET", options.target, "a device or image path, demo:NAME or sim:SCENARIO.json")
        ->required();
    command.add_option("--mode", "what to do with each block")
        ->check(CLI::IsMember({"read"}))
        ->default_str("read");
    command.add_option("--span", options.span,
                       "sectors FIRST..LAST, both included; without it the whole drive");
    command
        .add_option("--block", options.blockSectors,
                    "sectors a read, 8 to as many as fill 4 MiB; chosen if not given")
        ->check(CLI::PositiveNumber);
    command
        .add_option("--limit", options.limitMs, "ms without an answer after which a block counts as stalled")
        ->check(CLI::PositiveNumber)
        ->capture_default_str();
    command.add_option("--stop", options.stopAfter, "end the scan after so many unreadable sectors")
        ->check(CLI::PositiveNumber);
    command.add_option("--data", options.data, "does the data exist elsewhere?")
        ->check(CLI::IsMember({"saved", "not-saved", "unknown"}));
    command.add_option("--json", options.json, "write the scan here; kept up to date while it runs");
    command.add_option("--csv", options.csv, "write the ledger of defects here");
    command.add_option("--report", options.report, "write a text report here");
    command.add_option("--plate", options.plate, "write the surface map here, as PNG");
    command.footer(exitHelp);
}

} // namespace

int main(int argc, char** argv) {
    CLI::App app{"Orbita reads drives block by block and says which sectors are slow or unreadable.\n"
                 "It never writes to a drive."};
    app.footer(exitHelp);
    app.require_subcommand(1);
    app.set_version_flag("--version", ORBITA_VERSION);
    CLI::App* drives = app.add_subcommand("drives", "list what can be scanned");
    CLI::App* scan = app.add_subcommand("scan", "read a drive and list its defects");
    orbita::cli::ScanOptions options;
    addScanOptions(*scan, options);
    try {
        app.parse(argc, argv);
    } catch (const CLI::ParseError& error) {
        return app.exit(error) == 0 ? orbita::cli::completeAndClean : orbita::cli::callIsWrong;
    }

    // Painting text needs the graphical library, but no display.
    std::unique_ptr<QCoreApplication> qt;
    if (options.plate.empty()) {
        qt = std::make_unique<QCoreApplication>(argc, argv);
    } else {
        qputenv("QT_QPA_PLATFORM", "offscreen");
        qt = std::make_unique<QGuiApplication>(argc, argv);
    }
    if (drives->parsed())
        return orbita::cli::listTargets();
    return orbita::cli::scan(options);
}
