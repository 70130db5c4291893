// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/running_judgement.h"
#include "support/test_program.h"

namespace test_running_judgement {

using namespace orbita;

struct Case {
    std::uint64_t steady = 10'000;
    std::uint64_t laboured = 0;
    Standing standing = Standing::once; // of those
    std::uint64_t linkFaults = 0;
    int unreadablePatches = 0;
    double covered = 0.5;
    EndReason ended = EndReason::running;
    ScanPhase phase = ScanPhase::reading;
    DataElsewhere data = DataElsewhere::notSaved;
};

RunningJudgement judge(const Case& c) {
    DriveIdentity drive;
    drive.capacity.value = 100'000'000;
    ScanStatus status;
    status.totals.blocks[static_cast<std::size_t>(Grade::steady)] = c.steady;
    status.totals.blocks[static_cast<std::size_t>(Grade::laboured)] = c.laboured;
    status.totals.linkFaults = c.linkFaults;
    status.totals.covered.value = static_cast<std::uint64_t>(c.covered * 1e8);
    status.ended = c.ended;
    status.phase = c.phase;
    std::vector<LedgerEntry> ledger;
    for (std::uint64_t i = 0; i < c.laboured; ++i)
        ledger.push_back({{{i * 2048}, {2048}}, Grade::laboured, c.standing, {}, true});
    for (int i = 0; i < c.unreadablePatches; ++i)
        ledger.push_back({{{8'400'000 + static_cast<std::uint64_t>(i) * 1'000'000}, {8}},
                          Grade::unreadable,
                          Standing::confirmed,
                          {},
                          true});
    return judgeSoFar(status, ledger, drive, c.data);
}

class TestRunningJudgement : public QObject {
    Q_OBJECT
private slots:
    void meanings_data() {
        QTest::addColumn<Case>("evidence");
        QTest::addColumn<Meaning>("meaning");
        QTest::addColumn<NextStep>("next");
        QTest::newRow("too little") << Case{.steady = 3} << Meaning::nothingYet << NextStep::goOn;
        QTest::newRow("half, clean") << Case{} << Meaning::even << NextStep::goOn;
        QTest::newRow("whole, clean")
            << Case{.covered = 1, .ended = EndReason::complete} << Meaning::even << NextStep::none;
        QTest::newRow("a clean tenth is no clean drive")
            << Case{.covered = 0.1, .ended = EndReason::stopped} << Meaning::even << NextStep::goOn;
        QTest::newRow("slow") << Case{.laboured = 3} << Meaning::slowOnly << NextStep::readAgain;
        QTest::newRow("slow again") << Case{.laboured = 3, .standing = Standing::confirmed}
                                    << Meaning::slowOnly << NextStep::goOn;
        QTest::newRow("slow once, good since")
            << Case{.laboured = 3, .standing = Standing::passing} << Meaning::even << NextStep::goOn;
        QTest::newRow("slow while something else used the drive")
            << Case{.laboured = 3, .standing = Standing::disturbed} << Meaning::even << NextStep::goOn;
        QTest::newRow("one patch") << Case{.unreadablePatches = 1} << Meaning::fewUnreadable
                                   << NextStep::saveData;
        QTest::newRow("one patch, saved") << Case{.unreadablePatches = 1, .data = DataElsewhere::saved}
                                          << Meaning::fewUnreadable << NextStep::goOn;
        QTest::newRow("one patch, not known") << Case{.unreadablePatches = 1, .data = DataElsewhere::unknown}
                                              << Meaning::fewUnreadable << NextStep::saveData;
        QTest::newRow("many patches")
            << Case{.unreadablePatches = 9} << Meaning::manyUnreadable << NextStep::saveDataFirst;
        QTest::newRow("link") << Case{.linkFaults = 4} << Meaning::linkSuspect << NextStep::changeCable;
        QTest::newRow("link faults do not hide bad sectors")
            << Case{.linkFaults = 4, .unreadablePatches = 1} << Meaning::fewUnreadable << NextStep::saveData;
        QTest::newRow("gone") << Case{.ended = EndReason::driveGone} << Meaning::notAnswering
                              << NextStep::saveDataFirst;
        QTest::newRow("no answer, saved") << Case{.ended = EndReason::noAnswer, .data = DataElsewhere::saved}
                                          << Meaning::notAnswering << NextStep::checkPower;
        QTest::newRow("silent now") << Case{.unreadablePatches = 1, .phase = ScanPhase::waiting}
                                    << Meaning::silentNow << NextStep::wait;
    }
    void meanings() {
        QFETCH(Case, evidence);
        const RunningJudgement judgement = judge(evidence);
        QTEST(judgement.meaning, "meaning");
        QTEST(judgement.next, "next");
        QVERIFY(std::abs(judgement.vouchedShare - evidence.covered) < 1e-6);
    }
    // What could not be graded vouches for nothing, and is said to be so.
    void whatIsNotGradedIsNotEven() {
        DriveIdentity drive;
        drive.capacity.value = 1'000'000;
        ScanStatus status;
        status.blockSectors = 1000;
        status.totals.ungraded = 100;
        status.totals.covered.value = 100'000;
        status.ended = EndReason::complete;
        const RunningJudgement judgement = judgeSoFar(status, {}, drive, DataElsewhere::saved);
        QCOMPARE(judgement.meaning, Meaning::nothingYet);
        QCOMPARE(judgement.vouchedShare, 0.0);
        QVERIFY(std::abs(judgement.ungradedShare - 0.1) < 1e-9);
    }
    void patchesNotSectorsCount() {
        const RunningJudgement judgement = judge({.unreadablePatches = 3});
        QCOMPARE(judgement.patches, std::size_t{3});
        QCOMPARE(judgement.unreadable, std::uint64_t{24});
        QVERIFY(std::abs(*judgement.firstPatchPercent - 8.4) < 1e-6);
    }
};

ORBITA_TEST(TestRunningJudgement)

} // namespace test_running_judgement

#include "test_running_judgement.moc"
