// SPDX-License-Identifier: GPL-3.0-or-later
// "Treat as you go": what a scan finds is treated while it waits, by leave that the gate gives for each
// patch.
#include "core/scan/session.h"
#include "core/target/services_for.h"
#include "core/target/treat_along.h"
#include "support/long_wait.h"
#include "support/sim_scenarios.h"
#include "support/simulated_target.h"
#include "support/test_program.h"

#include <QTemporaryDir>
#include <filesystem>

namespace test_treating_along {

using namespace orbita;

sim::Scenario drive(std::initializer_list<std::uint64_t> unreadable,
                    sim::OnWrite onWrite = sim::OnWrite::rewritten) {
    sim::Scenario s = test::smallDrive(sim::Front::ata);
    s.identity.capacity.value = 400'000'000;
    for (const std::uint64_t lba : unreadable) {
        test::addUnreadable(s, lba);
        s.defects.back().onWrite = onWrite;
    }
    sim::settleDefects(s);
    return s;
}

class TestTreatingAlong final : public QObject {
    Q_OBJECT
private:
    QTemporaryDir m_dir;
    int m_number = 0;

    struct Scanned {
        ScanRecord record;
        std::optional<Error> error;
        std::shared_ptr<TreatAlong> along;
        std::string folder;
    };
    // `meanwhile`: called again and again while the scan runs.
    Scanned scan(const Target& target, bool destroying, const std::string& confirmation = "0042",
                 const std::function<void(const ScanSession&)>& meanwhile = {}) {
        Scanned scanned;
        scanned.folder = m_dir.filePath(QString::number(++m_number)).toStdString();
        AlongOrder order;
        order.steps.zeros = destroying;
        order.data = DataElsewhere::saved;
        order.consent.confirmation = confirmation;
        order.actionLog = scanned.folder + ".log";
        order.folder = scanned.folder;
        order.startedAt = 1;
        scanned.along = std::make_shared<TreatAlong>(target, false, order);
        ScanPlan plan;
        plan.data = DataElsewhere::saved;
        ScanServices services = servicesFor(target, order.actionLog);
        services.along = scanned.along;
        ScanSession session(
            [&, along = scanned.along](const std::stop_token& stop) {
                return along->begin(stop).and_then([&] { return openTarget(target, false, stop); });
            },
            plan, std::move(services));
        while (!session.ended()) {
            if (meanwhile)
                meanwhile(session);
            QTest::qWait(2);
        }
        scanned.record = session.record();
        scanned.error = session.feed().error();
        return scanned;
    }
    static std::size_t journals(const std::string& folder) {
        std::error_code error;
        return static_cast<std::size_t>(std::distance(std::filesystem::directory_iterator(folder, error),
                                                      std::filesystem::directory_iterator()));
    }
    static std::vector<const ScanEvent*> events(const ScanRecord& record, ScanEventKind kind) {
        std::vector<const ScanEvent*> found;
        for (const ScanEvent& event : record.events)
            if (event.kind == kind)
                found.push_back(&event);
        return found;
    }

private slots:
    // Each is treated once all around it was read, while the scan goes on behind it; a new scan is clean.
    void whatIsFoundIsTreated() {
        const Target target = test::targetOf(drive({40'000'000, 40'000'008, 200'000'000, 399'999'992}));
        const Scanned first = scan(target, true);
        QVERIFY2(!first.error, first.error ? first.error->answer.text().c_str() : "");
        QCOMPARE(first.record.status.ended, EndReason::complete);
        QCOMPARE(first.record.treatments.all().size(), std::size_t{4});
        for (const Treatment& treatment : first.record.treatments.all())
            QVERIFY(isHealed(treatment.result));
        // What was found of them stays in the ledger.
        std::uint64_t unreadable = 0;
        for (const LedgerEntry& entry : first.record.ledger)
            unreadable += entry.unreadable().value;
        QCOMPARE(unreadable, std::uint64_t{32});
        const auto treated = events(first.record, ScanEventKind::treated);
        QCOMPARE(treated.size(), std::size_t{4});
        // The first patch before the scan came to the second.
        const auto found = events(first.record, ScanEventKind::unreadable);
        QVERIFY(found.size() >= 4);
        QVERIFY(treated.front()->at < found.back()->at);
        QCOMPARE(target.condition->medium().writtenSectors().size(), std::size_t{32});
        QCOMPARE(journals(first.folder), std::size_t{1});
        const auto told = TreatmentJournal::read(first.along->journal());
        QVERIFY(told.has_value());
        QCOMPARE(told->plan.spots.size(), std::size_t{4});
        QCOMPARE(told->results.size(), std::size_t{4});
        QCOMPARE(told->ended, std::optional(TreatmentStop::done));
        QVERIFY(told->newDefects.empty());

        const Scanned again = scan(target, true);
        QVERIFY(again.record.ledger.empty());
        QVERIFY(again.record.treatments.empty());
    }
    // By default nothing readable is lost, and what does not read stays as it is: said, and not tried again.
    void whatCannotBeHealedStays() {
        const Target target = test::targetOf(drive({40'000'000}));
        const Scanned scanned = scan(target, false);
        QCOMPARE(scanned.record.treatments.all().size(), std::size_t{1});
        QCOMPARE(scanned.record.treatments.all()[0].result, TreatmentResult::stillUnreadable);
        QCOMPARE(events(scanned.record, ScanEventKind::treatedInVain).size(), std::size_t{1});
        QVERIFY(target.condition->medium().writtenSectors().empty());
    }
    // Nothing found: nothing is written, and no journal stays.
    void aSoundDriveIsNotTouched() {
        const Target target = test::targetOf(drive({}));
        {
            const Scanned scanned = scan(target, true);
            QCOMPARE(scanned.record.status.ended, EndReason::complete);
        }
        QVERIFY(target.condition->medium().writtenSectors().empty());
        QVERIFY(!target.condition->medium().touched());
    }
    // Refused, the scan does not begin, and says why.
    void refusedBeforeTheFirstBlock() {
        const Target target = test::targetOf(drive({40'000'000}));
        const Scanned scanned = scan(target, true, "9999");
        QVERIFY(scanned.error.has_value());
        QCOMPARE(scanned.error->kind, Error::Kind::refusedUnsafe);
        QVERIFY(!scanned.record.plate);
        QCOMPARE(journals(scanned.folder), std::size_t{0});
        QVERIFY(target.condition->medium().writtenSectors().empty());
    }
    // Mounted while the scan runs: nothing more is written, the scan goes on reading and says so.
    void mountedMeanwhile() {
        const Target target = test::targetOf(drive({40'000'000, 360'000'000}));
        const Scanned scanned = scan(target, true, "0042", [&](const ScanSession& session) {
            if (!session.record().treatments.empty())
                target.condition->setMountedAt("/mnt/gauges");
        });
        target.condition->setMountedAt({});
        QCOMPARE(scanned.record.status.ended, EndReason::complete);
        QVERIFY(scanned.record.treatments.all().size() >= 1);
        if (scanned.record.treatments.all().size() == 2)
            QSKIP("it was over before the mount");
        const auto over = events(scanned.record, ScanEventKind::treatingOver);
        QCOMPARE(over.size(), std::size_t{1});
        QCOMPARE(over[0]->treatingEnded, TreatmentStop::leaveEnded);
        QVERIFY(scanned.along->error().has_value());
        QCOMPARE(target.condition->medium().writtenSectors().size(), std::size_t{8});
    }
    // A medium that takes nothing is left alone after a few, however far apart they lie.
    void stopsAtTheSameSigns() {
        const Target target = test::targetOf(
            drive({40'000'000, 100'000'000, 160'000'000, 220'000'000, 280'000'000}, sim::OnWrite::fails));
        const Scanned scanned = scan(target, true);
        QCOMPARE(scanned.record.status.ended, EndReason::complete);
        const auto over = events(scanned.record, ScanEventKind::treatingOver);
        QCOMPARE(over.size(), std::size_t{1});
        QCOMPARE(over[0]->treatingEnded, TreatmentStop::mediumRefuses);
        QCOMPARE(scanned.record.treatments.all().size(), std::size_t{3});
    }
    // Stopped in the midst of treating, both end.
    void stopEndsBoth() {
        const Target target = test::targetOf(drive({40'000'000, 360'000'000}));
        AlongOrder order;
        const std::string folder = m_dir.filePath("stop").toStdString();
        order.data = DataElsewhere::saved;
        order.consent.confirmation = "0042";
        order.actionLog = folder + ".log";
        order.folder = folder;
        const auto along = std::make_shared<TreatAlong>(target, false, order);
        ScanServices services = servicesFor(target, order.actionLog);
        services.along = along;
        ScanSession session(
            [&](const std::stop_token& stop) {
                return along->begin(stop).and_then([&] { return openTarget(target, false, stop); });
            },
            ScanPlan{}, std::move(services));
        for (int i = 0; i < 5000 && session.feed().status().phase != ScanPhase::treating && !session.ended();
             ++i)
            QTest::qWait(1);
        session.stop();
        TRY_VERIFY(session.ended());
        QVERIFY(session.record().status.ended == EndReason::stopped ||
                session.record().status.ended == EndReason::complete);
    }
};

ORBITA_TEST(TestTreatingAlong)

} // namespace test_treating_along

#include "test_treating_along.moc"
