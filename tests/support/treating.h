// SPDX-License-Identifier: GPL-3.0-or-later
// A treatment of a simulated drive from beginning to end, with all of it real: session, gate, journal.
#pragma once

#include "core/sim/content.h"
#include "core/target/treated_session.h"
#include "core/treat/treater.h"
#include "support/leave_to_write.h"
#include "support/sim_scenarios.h"
#include "support/simulated_target.h"

#include <QTemporaryDir>

namespace orbita::test {

// A small drive of so many sectors whose slow and unreadable places are what is to be treated.
inline sim::Scenario patientDrive(sim::Front front = sim::Front::ata, std::uint64_t sectors = 400'000) {
    sim::Scenario s = smallDrive(front);
    s.identity.capacity.value = sectors;
    return s;
}

inline sim::Defect& addDefect(sim::Scenario& s, sim::DefectKind kind, std::uint64_t lba,
                              sim::OnWrite onWrite = sim::OnWrite::rewritten, std::uint64_t sectors = 8) {
    sim::Defect d;
    d.kind = kind;
    d.span = {Lba{lba}, SectorCount{sectors}};
    d.delay = std::chrono::milliseconds{kind == sim::DefectKind::slow ? 400 : 900};
    d.onWrite = onWrite;
    s.defects.push_back(d);
    sim::settleDefects(s);
    for (sim::Defect& one : s.defects)
        if (one.span.contains(Lba{lba}))
            return one;
    return s.defects.back();
}

// What a scan would have listed: every defect of the surface.
inline std::vector<Spot> spotsOf(const sim::Scenario& s, const DriveIdentity& drive) {
    std::vector<LedgerEntry> ledger;
    for (const sim::Defect& defect : s.defects) {
        LedgerEntry entry;
        entry.span = defect.span;
        entry.grade = defect.kind == sim::DefectKind::unreadable ? Grade::unreadable : Grade::straining;
        entry.standing = Standing::confirmed;
        ledger.push_back(entry);
    }
    return orbita::spotsOf(ledger, drive, true);
}

struct Treating {
    explicit Treating(const sim::Scenario& scenario) : Treating(targetOf(scenario)) {}
    explicit Treating(Target which) : target(std::move(which)) {
        target.identity.physicalBytes = target.scenario->identity.physicalBytes;
        target.identity.rotating = target.scenario->rotating();
        target.identity.rpm = target.scenario->identity.rotationRate;
        plan.spots = spotsOf(*target.scenario, target.identity);
        plan.data = DataElsewhere::saved;
        plan.reason = "a test";
    }

    void open() {
        auto opened = TreatedSession::open(target, false, {});
        if (!opened)
            qFatal("%s", opened.error().message().c_str());
        session = std::move(*opened);
        if (kindsFor(plan.rules.allowed).empty())
            return; // what only reads needs no leave
        GrantOrder order =
            leaveFor({target.identity.whole()}, session->drive(), kindsFor(plan.rules.allowed));
        order.lasting = longestGrant;
        const auto leave = session->askLeave(order);
        if (!leave)
            qFatal("%s", leave.error().message().c_str());
    }
    void begin() {
        open();
        auto made =
            TreatmentJournal::create(dir.path().toStdString(), {}, target.identity, plan, 1'700'000'000);
        if (!made)
            qFatal("%s", made.error().message().c_str());
        journal.emplace(std::move(*made));
    }
    // Goes on with what was interrupted.
    void takeUp() {
        session.reset();
        const std::string path = journal->path();
        journal.reset();
        open();
        auto again = TreatmentJournal::open(path, {});
        if (!again)
            qFatal("%s", again.error().message().c_str());
        journal.emplace(std::move(*again));
        told = journal->told().value();
        plan = told.plan;
    }
    const TreatmentProgress& run(const std::stop_token& stop = {}) {
        if (!journal)
            begin();
        treater =
            std::make_unique<Treater>(*session, *journal, plan, told, tell, [] { return 1'700'000'100; });
        return treater->run(stop);
    }
    [[nodiscard]] std::vector<std::byte> stored(const LbaSpan& span) const {
        std::vector<std::byte> bytes(span.count.value * 512);
        target.condition->medium().readDurable(span.first, bytes);
        return bytes;
    }
    [[nodiscard]] std::vector<std::byte> original(const LbaSpan& span) const {
        std::vector<std::byte> bytes(span.count.value * 512);
        sim::readContent(*target.scenario, span.first, bytes);
        return bytes;
    }

    QTemporaryDir dir;
    Target target;
    TreatmentPlan plan;
    JournalTold told;
    Treater::Tell tell;
    std::unique_ptr<TreatedSession> session;
    std::optional<TreatmentJournal> journal;
    std::unique_ptr<Treater> treater;
};

} // namespace orbita::test
