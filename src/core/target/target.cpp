// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/target/target.h"

#include "core/base/own_format.h"
#include "core/base/text.h"
#include "core/drive/family.h"
#include "core/families/plain/plain_drive.h"
#include "core/image/saved_image.h"
#include "core/sim/front.h"
#include "core/sim/sim_link.h"
#include "core/target/open_session.h"

#include <cerrno>
#include <fcntl.h>
#include <sys/stat.h>
#include <sys/sysmacros.h>

namespace orbita {

namespace fs = std::filesystem;

namespace {

constexpr Nanoseconds openPatience = std::chrono::seconds{60};

Target simulatedTarget(std::string name, sim::Scenario scenario, fs::path file) {
    Target target;
    target.name = std::move(name);
    DriveIdentity& id = target.identity;
    id.path = target.name;
    id.model = scenario.identity.model;
    id.serial = scenario.identity.serial;
    id.firmware = scenario.identity.firmware;
    id.attachment = scenario.attachment;
    id.capacity = scenario.identity.capacity;
    id.logicalBytes = scenario.identity.logicalBytes;
    id.physicalBytes = scenario.identity.physicalBytes;
    if (scenario.identity.rotationRate) {
        id.rotating = scenario.rotating();
        if (*id.rotating)
            id.rpm = scenario.identity.rotationRate;
    }
    target.condition = std::make_shared<sim::Condition>(scenario);
    target.scenario = std::move(scenario);
    target.scenarioFile = std::move(file);
    return target;
}

Result<Target> findDemo(const std::string& name) {
    auto demos = demoTargets();
    if (!demos)
        return tl::unexpected(demos.error());
    std::string known;
    for (Target& demo : *demos) {
        if (demo.name == name)
            return std::move(demo);
        known += (known.empty() ? "" : ", ") + demo.name;
    }
    return tl::unexpected(Error{Error::Kind::notFound, "looking for", name,
                                "there is no such demonstration drive", Phrase("There are: {}.", {known})});
}

} // namespace

void Target::take(const AttachedDrive& drive) {
    identity = drive.identity;
    uses = drive.uses;
    parts = drive.parts;
    backingFile = drive.backingFile;
    commandNode = drive.commandNode;
    commandFamily = drive.commandFamily;
    maxCommandBytes = drive.maxCommandBytes;
    readOnly = drive.readOnly;
    generation = drive.generation;
    partition = drive.partition;
    remarks = drive.remarks;
}

CommandPath simulatedPath(const Target& target, bool paced) {
    const sim::Scenario& scenario = *target.scenario;
    const double speed = paced ? toSeconds(scenario.undisturbedDuration()) / scenario.playbackSeconds : 0;
    CommandPath way;
    way.path = target.name;
    way.attachment = scenario.attachment;
    way.link = std::make_unique<sim::SimLink>(scenario, speed, target.condition);
    way.speaks = sim::familyOfFront(scenario.front);
    return way;
}

fs::path demoFolder() {
    std::error_code error;
    return fs::read_symlink("/proc/self/exe", error).parent_path().parent_path() / "share/orbita/demo";
}

Result<std::vector<Target>> demoTargets(const fs::path& folder) {
    std::vector<fs::path> files;
    std::error_code error;
    for (const auto& entry : fs::directory_iterator(folder, error))
        if (entry.path().extension() == ".json")
            files.push_back(entry.path());
    if (error || files.empty())
        return tl::unexpected(
            Error{Error::Kind::notFound, "looking for the demonstration rack in", folder.string(),
                  error ? Phrase::verbatim(error.message()) : Phrase("there are no scenarios"),
                  "It is installed with Orbita's programs; install them anew."});
    std::sort(files.begin(), files.end());
    std::vector<Target> targets;
    for (const fs::path& file : files) {
        auto scenario = sim::loadScenario(file.string());
        if (!scenario)
            return tl::unexpected(scenario.error());
        std::string name = "demo:" + scenario->name;
        targets.push_back(simulatedTarget(std::move(name), std::move(*scenario), file));
    }
    return targets;
}

namespace {

// A scan, a map or a casebook is no drive, though its bytes could be read.
Result<void> refuseOwnFormat(const std::string& path) {
    const std::string format = ownFormatOf(path);
    if (format.empty())
        return {};
    const bool isCasebook = format == "orbita-casebook";
    return tl::unexpected(
        Error{Error::Kind::badCall, "scanning", path,
              isCasebook ? "it is a casebook of Orbita's"
                         : "it is a file that Orbita has written, no image of a drive",
              !isCasebook ? "A scan is opened in the window; \"sim:\" before the path names a scenario."
                          : "\"orbita-cli casebook\" shows what is in it."});
}

} // namespace

Result<Target> findTarget(const std::string& name) {
    if (name.rfind("demo:", 0) == 0)
        return findDemo(name);
    if (name.rfind("sim:", 0) == 0) {
        const std::string file = name.substr(4);
        auto scenario = sim::loadScenario(file);
        if (!scenario)
            return tl::unexpected(scenario.error());
        return simulatedTarget(name, std::move(*scenario), file);
    }
    struct stat status {};
    if (stat(name.c_str(), &status) != 0)
        return tl::unexpected(systemError("looking for", name, errno));
    Target target;
    target.name = name;
    target.identity.path = name;
    if (auto device = describeDevice(name)) {
        target.identity = device->identity;
        target.take(*device);
    } else if (S_ISREG(status.st_mode)) {
        if (auto own = refuseOwnFormat(name); !own)
            return tl::unexpected(std::move(own.error()));
        if (const auto map = SavedImage::look(name))
            target.incompleteImage = map->heldSectors() != map->drive().capacity;
        target.identity.model = cleanText(fs::path(name).filename().string());
        target.identity.attachment = "file";
        target.identity.capacity.value = static_cast<std::uint64_t>(status.st_size) / 512;
    }
    return target;
}

namespace {

Result<std::unique_ptr<Drive>> openByCommands(CommandPath way, const DriveIdentity& known) {
    const auto open = familyOf(way.speaks).open;
    return open(std::move(way), known, openPatience);
}

// By its own commands where it takes them, for only then errors come with the drive's own words.
Result<std::unique_ptr<Drive>> openReal(const Target& target, const std::stop_token& stop) {
    if (!target.takesCommands()) {
        auto drive = openPlainDrive(target.name, target.identity, openPatience, stop);
        if (drive && target.incompleteImage)
            (*drive)->addNote(AccessNote::incompleteImage);
        return drive;
    }
    auto session = openSession(target, false, stop);
    if (!session && session.error().kind == Error::Kind::refusedUnsafe)
        return tl::unexpected(session.error()); // another drive: not to be read for this one
    if (session) {
        auto drive = openByCommands(std::move((*session)->reading()), target.identity);
        // A drive that does not answer here does not answer there.
        if (drive || drive.error().kind == Error::Kind::noAnswer || stop.stop_requested())
            return drive;
    }
    auto drive = openPlainDrive(target.name, target.identity, openPatience, stop);
    if (drive)
        (*drive)->addNote(AccessNote::blockLayerOnly);
    return drive;
}

} // namespace

Result<std::unique_ptr<Drive>> openTarget(const Target& target, bool paced, const std::stop_token& stop) {
    if (!target.scenario)
        return openReal(target, stop);
    return openByCommands(simulatedPath(target, paced), target.identity);
}

LbaSpan sectorsOf(const DrivePart& part, const DriveIdentity& drive) {
    const std::uint64_t end = (part.firstByte + part.bytes + drive.logicalBytes - 1) / drive.logicalBytes;
    return intersection(spanBetween({part.firstByte / drive.logicalBytes}, {end}), drive.whole());
}

std::vector<std::string> claimsOf(const Target& target) {
    struct stat s {};
    // Each simulated drive is one of its own.
    if (target.simulated() || stat(target.name.c_str(), &s) != 0)
        return {};
    if (!S_ISBLK(s.st_mode))
        return {"the file " + std::to_string(s.st_dev) + ':' + std::to_string(s.st_ino)};
    return {"the drive " + std::to_string(major(s.st_rdev)) + ':' + std::to_string(minor(s.st_rdev))};
}

PlaceRules rulesFor(const Target& target, PlaceFor purpose) {
    PlaceRules rules;
    rules.purpose = purpose;
    rules.untoldToo = target.untoldPlacesToo;
    if (target.simulated())
        rules.spared.push_back(target.scenarioFile.string());
    else
        rules.device = target.name;
    return rules;
}

} // namespace orbita
