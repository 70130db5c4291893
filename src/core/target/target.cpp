// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/target/target.h"

#include "core/drive/ata_drive.h"
#include "core/drive/plain_drive.h"
#include "core/sim/sim_link.h"

#include <cerrno>
#include <sys/stat.h>

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
                                "there is no such demonstration drive", "There are: " + known + "."});
}

} // namespace

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
        return tl::unexpected(Error{Error::Kind::notFound, "looking for the demonstration rack in",
                                    folder.string(), error ? error.message() : "there are no scenarios",
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
        target.uses = device->uses;
        target.backingFile = device->backingFile;
    } else if (S_ISREG(status.st_mode)) {
        target.identity.model = fs::path(name).filename().string();
        target.identity.attachment = "file";
        target.identity.capacity.value = static_cast<std::uint64_t>(status.st_size) / 512;
    }
    return target;
}

Result<std::unique_ptr<Drive>> openTarget(const Target& target, bool paced, const std::stop_token& stop) {
    if (!target.scenario)
        return openPlainDrive(target.name, target.identity, openPatience, stop);
    const sim::Scenario& scenario = *target.scenario;
    const double speed = paced ? toSeconds(scenario.undisturbedDuration()) / scenario.playbackSeconds : 0;
    return openAtaDrive(std::make_unique<sim::SimLink>(scenario, speed), target.name, scenario.attachment,
                        openPatience);
}

Result<void> checkExportPlace(const fs::path& path, const Target& target) {
    const bool onScenario = target.simulated() && fs::exists(path) && fs::exists(target.scenarioFile) &&
                            fs::equivalent(path, target.scenarioFile);
    if (!onScenario && (target.simulated() || !liesOn(path, target.name)))
        return {};
    return tl::unexpected(Error{Error::Kind::refusedUnsafe, "writing to", path.string(),
                                "it lies on the drive under test, " + target.name,
                                "Nothing may be written there; choose a place on another drive."});
}

} // namespace orbita
