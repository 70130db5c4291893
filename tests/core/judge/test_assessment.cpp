// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/assessment.h"
#include "support/test_program.h"

#include <random>

namespace test_assessment {

using namespace orbita;

EntryGate gate(Entry entry, EntryReasonKind kind = EntryReasonKind::nothingAgainst) {
    return {entry, {{kind, entry, 0, {}, {}}}};
}

SurfaceRead clean() {
    SurfaceRead read;
    read.ended = EndReason::complete;
    return read;
}

SurfaceRead damaged(std::uint64_t unreadable) {
    SurfaceRead read = clean();
    read.unreadableSectors = unreadable;
    read.damage = {{Lba{1000}, SectorCount{8}}};
    return read;
}

std::string stepOf(const AssessFacts& facts, const std::set<AssessStep>& skip = {}) {
    const AssessNext next = nextAssessStep(facts, skip);
    return next.step ? std::string(assessStepName(*next.step)) : "done";
}

std::string haltOf(const AssessFacts& facts) {
    return std::string(assessHaltName(nextAssessStep(facts, {}).halt));
}

// As a step that has gone well leaves them.
void take(AssessFacts& facts, AssessStep step) {
    switch (step) {
    case AssessStep::vitals:
        facts.entry = gate(Entry::goOn);
        facts.offersShortTest = true;
        break;
    case AssessStep::selfTest:
        facts.selfTestRun = true;
        facts.selfTest = SelfTestResult::passed;
        break;
    case AssessStep::sample:
        facts.sample = clean();
        break;
    case AssessStep::scan:
        facts.scan = damaged(8);
        break;
    case AssessStep::secondLooks:
        facts.secondLooks = damaged(8);
        break;
    case AssessStep::ruling:
        facts.ruled = true;
        break;
    case AssessStep::report:
        facts.reported = true;
        break;
    }
}

class TestAssessment final : public QObject {
    Q_OBJECT
private slots:
    void gentleStepsFirst() {
        AssessFacts facts;
        QStringList order;
        for (int i = 0; i < 20; ++i) {
            const AssessNext next = nextAssessStep(facts, {});
            QVERIFY(next.halt == AssessHalt::none);
            if (!next.step)
                break;
            order << QString::fromStdString(std::string(assessStepName(*next.step)));
            take(facts, *next.step);
        }
        QCOMPARE(order,
                 (QStringList{"vitals", "self-test", "sample", "scan", "second-looks", "ruling", "report"}));
    }

    void whatIsNotThereIsLeftOut() {
        AssessFacts facts;
        facts.entry = gate(Entry::goOn);
        QCOMPARE(stepOf(facts), std::string("sample")); // no self-test offered
        facts.sample = clean();
        facts.scan = clean();
        QCOMPARE(stepOf(facts), std::string("ruling")); // nothing to look at again
    }

    void eachStepCanBeSkipped() {
        for (std::size_t skipped = 0; skipped < assessSteps; ++skipped) {
            const auto left = static_cast<AssessStep>(skipped);
            AssessFacts facts;
            std::set<AssessStep> taken;
            for (int i = 0; i < 20; ++i) {
                const AssessNext next = nextAssessStep(facts, {left});
                if (!next.step)
                    break;
                QVERIFY(*next.step != left);
                taken.insert(*next.step);
                take(facts, *next.step);
            }
            QVERIFY(taken.count(left) == 0);
            QVERIFY(left == AssessStep::ruling || taken.count(AssessStep::ruling) == 1);
        }
        std::set<AssessStep> all;
        for (std::size_t s = 0; s < assessSteps; ++s)
            all.insert(static_cast<AssessStep>(s));
        QCOMPARE(stepOf({}, all), std::string("done"));
    }

    void whatSaysSaveFirstEndsIt() {
        AssessFacts facts;
        facts.entry = gate(Entry::saveFirst, EntryReasonKind::complaint);
        facts.offersShortTest = true;
        QCOMPARE(haltOf(facts), std::string("save-first"));
        QCOMPARE(stepOf(facts), std::string("ruling"));
        // Where the data is saved, the drive may be found out about.
        facts.data = DataElsewhere::saved;
        QCOMPARE(stepOf(facts), std::string("self-test"));
        // One that does not answer is not asked again, whatever is saved.
        facts.entry = gate(Entry::saveFirst, EntryReasonKind::noAnswer);
        QCOMPARE(haltOf(facts), std::string("no-answer"));
        facts.entry = gate(Entry::gently, EntryReasonKind::locked);
        QCOMPARE(haltOf(facts), std::string("locked"));
        facts.entry = gate(Entry::gently);
        QCOMPARE(haltOf(facts), std::string("none"));
    }

    void aFailedTestOrSampleEndsIt() {
        AssessFacts facts;
        facts.entry = gate(Entry::goOn);
        facts.offersShortTest = true;
        facts.selfTestRun = true;
        facts.selfTest = SelfTestResult::failedRead;
        QCOMPARE(haltOf(facts), std::string("self-test-failed"));
        facts.data = DataElsewhere::saved;
        QCOMPARE(stepOf(facts), std::string("sample"));
        facts.sample = damaged(8);
        QCOMPARE(stepOf(facts), std::string("scan"));
        facts.data = DataElsewhere::notSaved;
        facts.selfTest = SelfTestResult::passed;
        QCOMPARE(haltOf(facts), std::string("unreadable"));
        QCOMPARE(stepOf(facts), std::string("ruling"));
        facts.sample->standstills = 1;
        QCOMPARE(haltOf(facts), std::string("froze"));
        facts.sample = damaged(0); // only late: no reason to stop
        QCOMPARE(stepOf(facts), std::string("scan"));
        // A test that could not be run to its end says nothing either way.
        facts.selfTest.reset();
        QCOMPARE(haltOf(facts), std::string("none"));
    }

    void aScanThatWasNotReadToItsEndIsNotGoneOnWith() {
        for (const auto& [ended, halt] :
             {std::pair{EndReason::noAnswer, "no-answer"}, std::pair{EndReason::driveGone, "no-answer"},
              std::pair{EndReason::stopped, "by-hand"}, std::pair{EndReason::stopRule, "stop-rule"},
              std::pair{EndReason::locked, "locked"}, std::pair{EndReason::refused, "cut-short"}}) {
            AssessFacts facts;
            facts.data = DataElsewhere::saved;
            facts.entry = gate(Entry::goOn);
            facts.sample = clean();
            facts.scan = damaged(8);
            facts.scan->ended = ended;
            QCOMPARE(haltOf(facts), std::string(halt));
            QCOMPARE(stepOf(facts), std::string("ruling"));
        }
    }

    // Whatever comes of the steps: it ends, no step is taken twice, and nothing touches the drive after a
    // halt.
    void itAlwaysEnds() {
        std::mt19937 random(11);
        const auto one = [&](unsigned of) { return static_cast<unsigned>(random() % of); };
        for (int n = 0; n < 20'000; ++n) {
            AssessFacts facts;
            facts.data = static_cast<DataElsewhere>(one(4));
            std::set<AssessStep> skip;
            for (std::size_t s = 0; s < assessSteps; ++s)
                if (one(5) == 0)
                    skip.insert(static_cast<AssessStep>(s));
            std::set<AssessStep> taken;
            bool halted = false;
            for (;;) {
                const AssessNext next = nextAssessStep(facts, skip);
                halted = halted || next.halt != AssessHalt::none;
                if (!next.step)
                    break;
                QVERIFY(taken.insert(*next.step).second);
                QVERIFY(!halted || !touchesDrive(*next.step));
                take(facts, *next.step);
                if (*next.step == AssessStep::vitals) {
                    facts.entry = gate(static_cast<Entry>(one(3)), static_cast<EntryReasonKind>(one(9)));
                    facts.offersShortTest = one(2) == 0;
                } else if (*next.step == AssessStep::selfTest) {
                    facts.selfTest = static_cast<SelfTestResult>(one(6));
                } else if (*next.step < AssessStep::ruling) {
                    SurfaceRead read = damaged(one(3));
                    read.ended = static_cast<EndReason>(1 + one(13));
                    read.standstills = one(4) == 0 ? 1 : 0;
                    (*next.step == AssessStep::sample ? facts.sample
                     : *next.step == AssessStep::scan ? facts.scan
                                                      : facts.secondLooks) = read;
                }
            }
            QVERIFY(skip.count(AssessStep::ruling) == 1 || facts.ruled);
        }
    }

    void secondLooksStayOnTheDrive() {
        DriveIdentity drive;
        drive.capacity = SectorCount{1'000'000};
        SurfaceRead scan = clean();
        scan.damage = {{Lba{0}, SectorCount{8}}, {Lba{9000}, SectorCount{8}}, {Lba{999'992}, SectorCount{8}}};
        const auto spans = secondLookSpans(scan, drive);
        QCOMPARE(spans.size(), std::size_t{2}); // the first two are near each other
        QVERIFY((spans[0] == LbaSpan{Lba{0}, SectorCount{9008 + 8192}}));
        QCOMPARE(spans[1].end().value, std::uint64_t{1'000'000});
        for (std::uint64_t at = 0; at < 200; ++at)
            scan.damage.push_back({Lba{at * 4'000'000'000ULL}, SectorCount{8}});
        QVERIFY(secondLookSpans(scan, drive).size() <= 64);
    }

    void namesComeBack() {
        for (std::size_t s = 0; s < assessSteps; ++s)
            QVERIFY(assessStepFromName(assessStepName(static_cast<AssessStep>(s))) ==
                    static_cast<AssessStep>(s));
        QVERIFY(!assessStepFromName("polish"));
    }
};

ORBITA_TEST(TestAssessment)

} // namespace test_assessment

#include "test_assessment.moc"
