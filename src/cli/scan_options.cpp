// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/scan_options.h"

#include "cli/checked_values.h"
#include "cli/common_options.h"
#include "cli/exit_status.h"
#include "core/scan/plan.h"

#include <array>

namespace orbita::cli {

namespace {

constexpr double longestWaitMs = 24 * 3600 * 1e3;
constexpr std::uint64_t mostSamples = 100'000'000;

void addWhere(CLI::App& command, ScanOptions& options) {
    CLI::Option* span = command.add_option(
        "--span", options.span,
        "sectors FIRST..LAST, both included, one sector, bytes (500GB..1TB) or percent (40%..60%); several "
        "with commas between; as Orbita prints them will do; \"missing\": what the image named by --save "
        "does "
        "not hold; without it the whole drive");
    CLI::Option* partition = command.add_option("--partition", options.partition,
                                                "the span of that partition, by its name, device or label");
    CLI::Option* around = command.add_option(
        "--around", options.around, "LBA or LBA:MARGIN: that sector and so much on either side of it");
    CLI::Option* ledger = command.add_option(
        "--from-ledger", options.fromLedger,
        "the defects in a scan file or a ledger (CSV), and --margin on either side of each");
    command
        .add_option("--margin", options.margin,
                    "of --around and --from-ledger: sectors, or bytes with a unit; 8MiB if not given")
        ->check(notEmpty());
    const std::array all = {span, partition, around, ledger};
    for (CLI::Option* one : all) {
        one->check(notEmpty());
        for (CLI::Option* other : all)
            if (other != one)
                one->excludes(other);
    }
}

void addHow(CLI::App& command, ScanOptions& options) {
    command
        .add_option("--mode", options.mode,
                    "read: the data crosses the cable; verify: the drive reads, the data stays inside")
        ->check(CLI::IsMember({"read", "verify"}))
        ->capture_default_str();
    command
        .add_option("--order", options.order,
                    "forward, backward, suspects-first, sweep, sample, or careful: the worst places last")
        ->check(CLI::IsMember({"forward", "backward", "suspects-first", "sweep", "sample", "careful"}))
        ->capture_default_str();
    command.add_option("--distance", options.sweepPercent, "of a sweep: percent of the span")
        ->check(number(0.1, 50, "percent"))
        ->capture_default_str();
    command.add_option("--samples", options.samples, "of a sample: how many blocks")
        ->check(wholeNumber(1, mostSamples))
        ->capture_default_str();
    command.add_option("--seed", options.seed, "of a sample: the same seed draws the same blocks")
        ->check(wholeNumber(0, UINT64_MAX))
        ->capture_default_str();
    command
        .add_option("--recovery-limit", options.recoveryMs,
                    "of the careful order: ms that the drive may try to read a sector while there are easier "
                    "ones, where it lets that be set; 0: as long as it likes")
        ->check(number(0, 60'000, "ms"))
        ->capture_default_str();
    command
        .add_option("--berth", options.berth,
                    "where the drive came to a standstill before, so much on either side is read after all "
                    "else: sectors, or bytes with a unit; 32MiB if not given; 0: in its turn")
        ->check(notEmpty());
    command
        .add_option("--block", options.blockSectors,
                    "sectors a read, 8 to as many as fill 4 MiB; chosen if not given")
        ->check(wholeNumber(leastBlockSectors, mostBlockBytes / 512));
    command
        .add_option(
            "--depth", options.depth,
            "commands at the drive at once, 1 to 64; chosen if not given: 1 for rotating drives, more on "
            "solid state")
        ->check(wholeNumber(1, mostDepth));
    command
        .add_option("--limit", options.limitMs, "ms without an answer after which a block counts as stalled")
        ->check(number(1, longestWaitMs, "ms"))
        ->capture_default_str();
    command
        .add_option("--give-up", options.giveUpMs,
                    "ms without an answer after which the scan ends and leaves the command behind; not below "
                    "--limit")
        ->check(number(1, longestWaitMs, "ms"))
        ->capture_default_str();
}

bool given(const CLI::App& command, const std::string& option) {
    return command.get_option(option)->count() > 0;
}

Result<void> refuse(const std::string& option, Phrase why, Phrase advice) {
    return tl::unexpected(Error{Error::Kind::badCall, "taking", option, std::move(why), std::move(advice)});
}

} // namespace

void addScanOptions(CLI::App& command, ScanOptions& options) {
    command.add_option("TARGET", options.target, "a device or image path, demo:NAME or sim:SCENARIO.json")
        ->required()
        ->check(notEmpty());
    addWhere(command, options);
    addHow(command, options);
    command
        .add_option("--plan", options.plan,
                    "a plan of the house policy, by its name; --span, --stop and --berth go before it")
        ->check(notEmpty());
    command
        .add_option(
            "--resume", options.resume,
            "go on with a scan in the casebook that was broken off: its number, or without one the latest of "
            "this drive")
        ->type_name("[NUMBER]")
        ->expected(0, 1)
        ->default_str("latest")
        ->check(notEmpty());
    command
        .add_option("--save", options.save,
                    "save what is read in this image file; one that is there already is filled up")
        ->check(notEmpty());
    command
        .add_option(
            "--stop", options.stops,
            "end the scan at so many unreadable sectors, or KIND:NUMBER with unreadable, patches, growth, "
            "stalls, minutes, damning (of the vitals, those from before as well) or temperature (which waits "
            "until it is cooler); may be given again")
        ->type_name("RULE")
        ->allow_extra_args(false);
    command
        .add_option(
            "--treat", options.treat,
            "treat what is found as the scan goes: the steps that may be taken, as for treat. This writes "
            "to the drive, and needs --confirm")
        ->type_name("STEPS")
        ->check(notEmpty());
    command
        .add_option(
            "--confirm", options.confirm,
            "of --treat: the last four characters of the drive's serial number (where it tells nothing: "
            "the capacity on its label)")
        ->check(notEmpty());
    command.add_option("--data", options.data, "does the data exist elsewhere?")
        ->check(CLI::IsMember({"saved", "not-saved", "unknown"}));
    command.add_flag("--anyway", options.anyway, "although the vitals say: save the data first");
    addResultOptions(
        command, options.results,
        "write the scan here, kept up to date while it runs; \"-\": one event a line on standard "
        "output. An older file of that name is replaced");
    command.add_flag(
        "--place-is-elsewhere", options.placeIsElsewhere,
        "also save and write where the drives behind a place cannot be determined: you are sure that it is "
        "not the drive under test");
    addWho(command, options.who);
    command.footer("Examples:\n"
                   "  orbita-cli scan /dev/sdb --report sdb.txt\n"
                   "  orbita-cli scan /dev/sdb --order careful --save sdb.img\n"
                   "  orbita-cli scan /dev/sdb --resume\n"
                   "  orbita-cli scan /dev/sdb --around 248097696:64MB\n" +
                   std::string(scanExitHelp));
}

Result<void> checkScanOptions(const CLI::App& command, const ScanOptions& options) {
    for (const char* option : {"--span", "--partition", "--around", "--from-ledger", "--margin", "--plan",
                               "--order", "--mode", "--block", "--depth", "--distance", "--samples", "--seed",
                               "--recovery-limit", "--limit", "--give-up"})
        if (given(command, "--resume") && given(command, option))
            return refuse(option, "a scan goes on as it was planned, and this would be passed over",
                          "Leave it out, or begin a new scan without --resume.");
    for (const char* option : {"--order", "--mode", "--block", "--depth", "--distance", "--samples", "--seed",
                               "--recovery-limit", "--limit", "--give-up"})
        if (given(command, "--plan") && given(command, option))
            return refuse(option, {"the plan \"{}\" says that already", {options.plan}},
                          "Leave it out, or name no plan.");
    if (given(command, "--confirm") && !given(command, "--treat"))
        return refuse("--confirm", "nothing is written by a scan that treats nothing",
                      "Name the steps with --treat, or leave it out.");
    struct OfAnOrder {
        const char* option;
        const char* order;
    };
    for (const auto& [option, order] :
         {OfAnOrder{"--distance", "sweep"}, OfAnOrder{"--samples", "sample"}, OfAnOrder{"--seed", "sample"},
          OfAnOrder{"--recovery-limit", "careful"}})
        if (given(command, option) && options.order != order)
            return refuse(option, {"in the order {} it would be passed over", {options.order}},
                          {"Add --order {}, or leave it out.", {order}});
    if (given(command, "--margin") && !given(command, "--around") && !given(command, "--from-ledger"))
        return refuse("--margin", "there is nothing that it is the margin of",
                      "Add --around or --from-ledger, or leave it out.");
    if (given(command, "--give-up") && options.giveUpMs < options.limitMs)
        return refuse("--give-up", "the scan would give up before a block counts as stalled",
                      "Give it no less than --limit.");
    for (const std::string& text : options.stops)
        if (text.ends_with(":ask"))
            return refuse("--stop " + text, "nobody is there to be asked",
                          "Leave out \":ask\": the scan then ends, and --resume goes on with it.");
    return {};
}

} // namespace orbita::cli
