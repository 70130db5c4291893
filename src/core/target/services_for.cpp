// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/target/services_for.h"

#include "core/base/mutex.h"
#include "core/inventory/load_source.h"
#include "core/inventory/presence.h"
#include "core/inventory/usb_hub.h"
#include "core/judge/findings.h"
#include "core/target/drive_finder.h"
#include "core/target/open_session.h"
#include "core/target/setting_restorer.h"
#include "core/target/thermometer.h"
#include "core/vitals/read_vitals.h"

#include <fmt/format.h>
#include <map>

namespace orbita {

namespace {

constexpr Nanoseconds vitalsPatience = std::chrono::seconds{5};

// Opened anew each time: it is asked seldom, and the drive may have been away meanwhile.
CriticalCount criticalCountOf(const Target& target) {
    if (!target.takesCommands())
        return {};
    return [target](const std::stop_token& stop) -> std::optional<std::uint64_t> {
        const auto policy = housePolicy();
        const auto session = openSession(target, false, stop);
        if (!policy || !session)
            return std::nullopt;
        Enquiry enquiry((*session)->reading(), vitalsPatience, stop);
        const Vitals vitals = readVitals(enquiry, target.identity);
        if (enquiry.lost())
            return std::nullopt;
        const auto findings = assessAll(vitals, *policy);
        return static_cast<std::uint64_t>(
            std::count_if(findings.begin(), findings.end(),
                          [](const Finding& finding) { return finding.level == FindingLevel::critical; }));
    };
}

StoredWord storedWordOf(const Target& target) {
    if (!target.takesCommands())
        return {};
    return [target](LbaSpan span, const std::stop_token& stop) -> std::optional<StoredMap> {
        const auto session = openSession(target, false, stop);
        if (!session)
            return std::nullopt;
        Enquiry enquiry((*session)->reading(), vitalsPatience, stop);
        auto map = askStored(enquiry, span);
        return map ? std::optional(std::move(*map)) : std::nullopt;
    };
}

// In a session of its own each time, with nobody in particular: what is asked is who answers now.
SerialNow serialNowOf(const Target& target) {
    const bool bridge = target.simulated() && target.scenario->front == sim::Front::bridge;
    if (bridge || !target.takesCommands())
        return {};
    return [target](const std::stop_token& stop) -> std::string {
        const auto who = whoAnswersAt(target, stop);
        return who ? who->serial : std::string{};
    };
}

// One count for each hub, kept while a scan uses it.
std::shared_ptr<std::atomic<int>> sharersOf(const std::string& hub) {
    static Mutex mutex;
    static std::map<std::string, std::weak_ptr<std::atomic<int>>> hubs;
    if (hub.empty())
        return {};
    const MutexLock lock(mutex);
    auto sharers = hubs[hub].lock();
    if (!sharers) {
        sharers = std::make_shared<std::atomic<int>>(0);
        hubs[hub] = sharers;
    }
    return sharers;
}

LoadFinder loadFinderOf(const Target& target) {
    if (target.simulated())
        return {};
    return [path = target.identity.path] {
        std::vector<std::string> words;
        for (const LoadSource& source : loadSources(path))
            words.push_back(fmt::format("{} ({})", source.name, source.process));
        return words;
    };
}

StillThere presenceOf(const Target& target) {
    if (target.simulated())
        return {};
    return [path = target.identity.path] { return stillPresent(path); };
}

} // namespace

ScanServices servicesFor(const Target& target, const std::string& actionLog) {
    ScanServices services;
    services.thermometer = thermometerOf(target);
    services.critical = criticalCountOf(target);
    services.anew = [target, actionLog] { return servicesFor(target, actionLog); };
    services.finder =
        finderOf(target, [actionLog](const Target& found) { return servicesFor(found, actionLog); });
    services.present = presenceOf(target);
    services.whoElse = loadFinderOf(target);
    services.stored = storedWordOf(target);
    services.serialNow = serialNowOf(target);
    services.claims = claimsOf(target);
    services.places = rulesFor(target, PlaceFor::image);
    if (!target.simulated())
        services.sharingHub = sharersOf(usbHubOf(target.identity.path));
    // A simulated drive forgets its settings with the program, and is owed none by the next.
    services.recovery = errorRecoveryLimitOf(target, target.simulated() ? std::string{} : actionLog);
    return services;
}

} // namespace orbita
