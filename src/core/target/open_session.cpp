// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/target/open_session.h"

#include "core/drive/link/reader_link.h"
#include "core/session/local_orders.h"
#include "core/session/open_action_log.h"
#include "core/sim/sim_link.h"
#include "core/target/simulated_access.h"

namespace orbita {

namespace {

constexpr Nanoseconds sessionPatience = std::chrono::seconds{20};

Result<std::unique_ptr<DriveSession>> openSimulated(const Target& target, bool paced, const DriveId& meant,
                                                    std::optional<ActionLog> log,
                                                    const std::stop_token& stop) {
    HostSetup setup;
    setup.way = simulatedPath(target, paced);
    setup.log = std::move(log);
    setup.writing = simulatedAccess(target);
    // Where nothing is kept of what was done to it, it is owed nothing by the next program either.
    setup.keepsSettings = setup.log && setup.log->isKept();
    return DriveSession::open(simulatedPath(target, paced), std::make_shared<LocalOrders>(std::move(setup)),
                              meant, sessionPatience, stop);
}

Result<std::unique_ptr<DriveSession>> openReal(const Target& target, const DriveId& meant,
                                               std::optional<ActionLog> log, const std::stop_token& stop) {
    CommandPath way;
    way.path = target.name;
    way.attachment = target.identity.attachment;
    way.maxBytesPerCommand = target.maxCommandBytes;
    if (target.commandNode.empty() || target.partition)
        return DriveSession::open(std::move(way), {}, meant, sessionPatience, stop);
    auto opened = openReaderLink(target.commandNode, sessionPatience, stop, target.commandFamily,
                                 log ? log->file() : -1);
    if (!opened)
        return tl::unexpected(opened.error());
    way.link = std::move(opened->link);
    way.speaks = target.commandFamily;
    way.nameSpace = std::max(opened->facts.nameSpace, 1U);
    auto session = DriveSession::open(std::move(way), opened->orders, meant, sessionPatience, stop);
    if (session)
        if (auto same = standsWhereItStood(**session, target, meant); !same)
            return tl::unexpected(same.error());
    return session;
}

Result<std::unique_ptr<DriveSession>> openFor(const Target& target, bool paced, const DriveId& meant,
                                              const std::string& actionLog, const std::stop_token& stop) {
    std::optional<ActionLog> log;
    if (target.simulated())
        log.emplace(); // forgotten, as the drive is
    if (!actionLog.empty()) {
        auto opened = openActionLog(actionLog, rulesFor(target, PlaceFor::record));
        if (!opened)
            return tl::unexpected(opened.error());
        log = std::move(*opened);
    }
    return target.simulated() ? openSimulated(target, paced, meant, std::move(log), stop)
                              : openReal(target, meant, std::move(log), stop);
}

} // namespace

// Where nothing else tells, the kernel does whether what stands there is what stood there.
Result<void> standsWhereItStood(const DriveSession& session, const Target& target, const DriveId& meant) {
    if (session.toldBy() != ToldBy::looks || target.generation.empty() || meant == DriveId{})
        return {};
    const auto now = describeDevice(target.name);
    if (now && now->generation == target.generation)
        return {};
    return tl::unexpected(
        Error{Error::Kind::refusedUnsafe, "speaking with the drive at", target.name,
              "what stands there was put in since, and has no serial number to be known again by",
              "Nothing was done to it. Look at the list of drives anew."});
}

Result<std::unique_ptr<DriveSession>> openSession(const Target& target, bool paced,
                                                  const std::stop_token& stop, const std::string& actionLog) {
    return openFor(target, paced, driveIdOf(target.identity), actionLog, stop);
}

Result<DriveId> whoAnswersAt(const Target& target, const std::stop_token& stop) {
    auto session = openFor(target, false, {}, {}, stop);
    if (!session)
        return tl::unexpected(session.error());
    return (*session)->drive();
}

} // namespace orbita
