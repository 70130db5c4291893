// SPDX-License-Identifier: GPL-3.0-or-later
// Whole treatments of simulated drives: what is written, what comes of it, what it is called, and when it
// stops.
#include "support/cut_drive.h"
#include "support/test_program.h"
#include "support/treating.h"

namespace test_treater {

using namespace orbita;
using namespace orbita::test;

using sim::DefectKind;
using sim::OnWrite;

constexpr std::initializer_list<sim::Front> allFronts = {sim::Front::ata, sim::Front::sat, sim::Front::bridge,
                                                         sim::Front::scsi, sim::Front::nvme};

const SpotResult& only(const TreatmentProgress& progress) {
    if (progress.results.size() != 1)
        qFatal("%zu results", progress.results.size());
    return progress.results.front();
}

// Drives whose counts can tell a rewritten sector from a replaced one.
bool tellsApart(sim::Front front) {
    return front == sim::Front::ata || front == sim::Front::sat || front == sim::Front::scsi;
}

// Somebody wants it stopped while it is asked for its vitals: from there on it is not listened to.
class StoppedWhileAsked final : public CutDrive {
public:
    StoppedWhileAsked(TreatedDrive& drive, Power& power, std::stop_source& stop)
        : CutDrive(drive, power), m_stop(stop) {}
    std::optional<Vitals> vitals() override {
        if (m_asked++ == 0)
            return CutDrive::vitals();
        m_stop.request_stop();
        return std::nullopt;
    }
    Result<WriteAnswer> write(WriteKind, const LbaSpan&, std::vector<std::byte>) override {
        return tl::unexpected(Error{Error::Kind::refusedUnsafe, "writing", "", "it is not listened to", {}});
    }

private:
    std::stop_source& m_stop;
    int m_asked = 0;
};

class TestTreater final : public QObject {
    Q_OBJECT
private slots:
    void stoppedWhileItIsAsked() {
        sim::Scenario s = patientDrive();
        addDefect(s, DefectKind::slow, 80'000);
        Treating t(s);
        t.begin();
        std::stop_source stop;
        Power power;
        StoppedWhileAsked drive(*t.session, power, stop);
        Treater treater(drive, *t.journal, t.plan, {}, {}, [] { return 2; });
        QCOMPARE(*treater.run(stop.get_token()).stop, TreatmentStop::byHand);
        QVERIFY(t.journal->told()->inBetween().empty());
        QVERIFY(!t.target.condition->medium().touched());
    }
    void slowOnesAreRefreshed() {
        for (const auto front : allFronts) {
            sim::Scenario s = patientDrive(front);
            addDefect(s, DefectKind::slow, 80'000);
            Treating t(s);
            const auto& progress = t.run();
            QCOMPARE(*progress.stop, TreatmentStop::done);
            const SpotResult& result = only(progress);
            QCOMPARE(result.step, TreatmentStep::refresh);
            QVERIFY(isHealed(result.result));
            QVERIFY(result.before > std::chrono::milliseconds{300});
            QVERIFY(result.after < std::chrono::milliseconds{100});
            QVERIFY(result.proven);
            QCOMPARE(t.stored(result.spot.span), t.original(result.spot.span));
            // Nothing but this spot was written to.
            QCOMPARE(t.target.condition->medium().writtenSectors().size(), std::size_t{8});
        }
    }
    void whatReadsWellIsNotWritten() {
        sim::Scenario s = patientDrive();
        addDefect(s, DefectKind::unreadable, 80'000).times = 1;
        Treating t(s);
        // The scan has met it already.
        t.plan.spots = {{{Lba{120'000}, SectorCount{8}}, SpotOrigin::unreadable}};
        const auto& progress = t.run();
        QCOMPARE(only(progress).result, TreatmentResult::readsWell);
        QVERIFY(!t.target.condition->medium().touched());
    }
    void weakOnesAreRefreshedAsSoonAsTheyGiveTheirContents() {
        for (const auto front : allFronts) {
            sim::Scenario s = patientDrive(front);
            addDefect(s, DefectKind::unreadable, 80'000).times = 1;
            Treating t(s);
            const auto& progress = t.run();
            const SpotResult& result = only(progress);
            QCOMPARE(result.step, TreatmentStep::refresh);
            QVERIFY(isHealed(result.result));
            QCOMPARE(result.lost.value, std::uint64_t{0});
            QCOMPARE(t.stored(result.spot.span), t.original(result.spot.span));
        }
    }
    void unreadableOnesAreLeftAloneUnlessTheirContentsAreGivenUp() {
        for (const auto front : allFronts) {
            sim::Scenario s = patientDrive(front);
            addDefect(s, DefectKind::unreadable, 80'000);
            Treating gentle(s);
            QCOMPARE(only(gentle.run()).result, TreatmentResult::stillUnreadable);
            QVERIFY(!gentle.target.condition->medium().touched());
            Treating given(s);
            given.plan.rules.allowed.zeros = true;
            const auto& progress = given.run();
            const SpotResult& result = only(progress);
            QCOMPARE(result.step, TreatmentStep::zeros);
            QVERIFY(isHealed(result.result));
            QCOMPARE(result.lost.value, std::uint64_t{8});
            QCOMPARE(given.stored(result.spot.span), std::vector<std::byte>(8 * 512));
        }
    }
    void whatReallyHappenedIsToldByTheCounters() {
        for (const auto front : allFronts)
            for (const auto onWrite : {OnWrite::rewritten, OnWrite::remapped})
                for (const int lag : {0, 3}) {
                    sim::Scenario s = patientDrive(front);
                    addDefect(s, DefectKind::unreadable, 80'000, onWrite);
                    s.writing.countersLag = std::chrono::seconds{lag};
                    Treating t(s);
                    t.plan.rules.allowed.zeros = true;
                    const TreatmentResult expected = !tellsApart(front) ? TreatmentResult::rewrittenOrRemapped
                                                     : onWrite == OnWrite::rewritten
                                                         ? TreatmentResult::rewritten
                                                         : TreatmentResult::remapped;
                    QCOMPARE(only(t.run()).result, expected);
                }
    }
    // A count that moves late belongs to an earlier spot: none is given a name that is another's.
    void countersThatLagBeyondAllPatience() {
        for (const auto front : {sim::Front::ata, sim::Front::scsi}) {
            sim::Scenario s = patientDrive(front);
            addDefect(s, DefectKind::unreadable, 80'000, OnWrite::remapped);
            addDefect(s, DefectKind::unreadable, 90'000, OnWrite::rewritten);
            s.writing.countersLag = std::chrono::seconds{45};
            Treating t(s);
            t.plan.rules.allowed.zeros = true;
            const auto& progress = t.run();
            QCOMPARE(progress.results.size(), std::size_t{2});
            for (const SpotResult& result : progress.results) {
                const bool wasRemapped = result.spot.span.first == Lba{80'000};
                QVERIFY(result.result == TreatmentResult::rewrittenOrRemapped ||
                        result.result ==
                            (wasRemapped ? TreatmentResult::remapped : TreatmentResult::rewritten));
            }
        }
        sim::Scenario silent = patientDrive(sim::Front::ata);
        for (std::uint64_t i = 0; i < 5; ++i)
            addDefect(silent, DefectKind::unreadable, 80'000 + i * 100, OnWrite::remapped);
        silent.writing.tells = false;
        Treating t(silent);
        t.plan.rules.allowed.zeros = true;
        for (const SpotResult& result : t.run().results)
            QCOMPARE(result.result, TreatmentResult::rewrittenOrRemapped);
    }
    // Those that all fared alike are named in the end, when nobody can say which change was whose.
    void countersThatCatchUpInTheEnd() {
        sim::Scenario s = patientDrive(sim::Front::ata);
        for (std::uint64_t i = 0; i < 3; ++i)
            addDefect(s, DefectKind::unreadable, 80'000 + i * 100, OnWrite::remapped);
        s.writing.countersLag = std::chrono::seconds{20};
        Treating t(s);
        t.plan.rules.allowed.zeros = true;
        for (const SpotResult& result : t.run().results)
            QCOMPARE(result.result, TreatmentResult::remapped);
    }
    void whatDoesNotHelpIsSaid() {
        struct Case {
            DefectKind kind;
            OnWrite onWrite;
            TreatmentResult result;
        };
        for (const auto front : allFronts)
            for (const Case& one :
                 {Case{DefectKind::slow, OnWrite::stays, TreatmentResult::stillSlow},
                  Case{DefectKind::slow, OnWrite::worsens, TreatmentResult::worse},
                  Case{DefectKind::slow, OnWrite::fails, TreatmentResult::stillSlow},
                  Case{DefectKind::unreadable, OnWrite::stays, TreatmentResult::stillUnreadable},
                  Case{DefectKind::unreadable, OnWrite::worsens, TreatmentResult::stillUnreadable},
                  Case{DefectKind::unreadable, OnWrite::fails, TreatmentResult::stillUnreadable}}) {
                sim::Scenario s = patientDrive(front);
                addDefect(s, one.kind, 80'000, one.onWrite);
                Treating t(s);
                t.plan.rules.allowed.zeros = true;
                QCOMPARE(only(t.run()).result, one.result);
            }
    }
    void reassigningHelpsWhereWritingDoesNot() {
        for (const auto onWrite : {OnWrite::stays, OnWrite::fails}) {
            sim::Scenario s = patientDrive(sim::Front::scsi);
            addDefect(s, DefectKind::unreadable, 80'000, onWrite);
            Treating t(s);
            t.plan.rules.allowed = {true, true, true, true};
            const SpotResult result = only(t.run());
            QCOMPARE(result.result, TreatmentResult::remapped);
            QCOMPARE(result.step, TreatmentStep::reassigned);
        }
        // What could be read goes with it.
        sim::Scenario s = patientDrive(sim::Front::scsi);
        addDefect(s, DefectKind::unreadable, 80'000, OnWrite::fails).probability = 0.7;
        Treating t(s);
        t.plan.rules.allowed = {true, true, true, true};
        t.plan.rules.tries = 20;
        const SpotResult result = only(t.run());
        QCOMPARE(result.lost.value, std::uint64_t{0});
        QCOMPARE(t.stored(result.spot.span), t.original(result.spot.span));
    }
    void sparesRunOut() {
        for (const auto front : {sim::Front::scsi, sim::Front::nvme, sim::Front::bridge}) {
            sim::Scenario s = patientDrive(front);
            for (std::uint64_t i = 0; i < 4; ++i)
                addDefect(s, DefectKind::unreadable, 80'000 + i * 100, OnWrite::remapped);
            s.writing.spares = 2;
            Treating t(s);
            t.plan.rules.allowed.zeros = true;
            t.plan.limits.leastSpare = 0;
            const auto& progress = t.run();
            QCOMPARE(*progress.stop, TreatmentStop::sparesLow);
            // One that reports none left is not asked for another.
            const bool reports = front == sim::Front::nvme;
            QCOMPARE(progress.results.size(), std::size_t{reports ? 2U : 3U});
            QCOMPARE(progress.results.back().result == TreatmentResult::outOfSpares, !reports);
        }
        // And before they have: as the drive reports them.
        sim::Scenario s = patientDrive(sim::Front::nvme);
        for (std::uint64_t i = 0; i < 9; ++i)
            addDefect(s, DefectKind::unreadable, 80'000 + i * 100, OnWrite::remapped);
        s.writing.spares = 10;
        Treating t(s);
        t.plan.rules.allowed.zeros = true;
        t.plan.limits.leastSpare = 50;
        const auto& progress = t.run();
        QCOMPARE(*progress.stop, TreatmentStop::sparesLow);
        QCOMPARE(progress.results.size(), std::size_t{5});
    }
    void itStopsWhereNewOnesComeFasterThanOldOnesClose() {
        sim::Scenario s = patientDrive();
        for (std::uint64_t i = 0; i < 8; ++i)
            addDefect(s, DefectKind::unreadable, 20'000 + i * 40'000, OnWrite::stays);
        s.writing.spreadsEvery = 1;
        Treating t(s);
        t.plan.rules.allowed.zeros = true;
        t.plan.margin = {1024};
        t.plan.limits.refusals = 100;
        const auto& progress = t.run();
        QCOMPARE(*progress.stop, TreatmentStop::newDefects);
        QVERIFY(progress.newDefects.size() >= 3);
        QVERIFY(progress.results.size() < 8);
    }
    void itStopsWhereItIsTooHotOrNothingIsTaken() {
        sim::Scenario hot = patientDrive();
        addDefect(hot, DefectKind::slow, 80'000);
        hot.health.temperature = 61;
        Treating t(hot);
        const auto& progress = t.run();
        QCOMPARE(*progress.stop, TreatmentStop::tooHot);
        QVERIFY(!t.target.condition->medium().touched());
        sim::Scenario refuses = patientDrive(sim::Front::scsi);
        for (std::uint64_t i = 0; i < 8; ++i)
            addDefect(refuses, DefectKind::unreadable, 80'000 + i * 100, OnWrite::fails);
        Treating r(refuses);
        r.plan.rules.allowed.zeros = true;
        const auto& refused = r.run();
        QCOMPARE(*refused.stop, TreatmentStop::mediumRefuses);
        QCOMPARE(refused.results.size(), std::size_t{3});
    }
    void writeProtectedOrDead() {
        sim::Scenario s = patientDrive(sim::Front::scsi);
        addDefect(s, DefectKind::slow, 80'000);
        s.writing.writeProtected = true;
        Treating protectedOne(s);
        QCOMPARE(*protectedOne.run().stop, TreatmentStop::writeProtected);
        s.writing = {};
        s.writing.diesAtWrite = 1;
        Treating dies(s);
        const auto& dead = dies.run();
        QCOMPARE(*dead.stop, TreatmentStop::driveGone);
        QVERIFY(dead.results.empty());
        QCOMPARE(dies.journal->told()->inBetween(), (std::vector{Lba{80'000}}));
        s.writing = {};
        s.writing.freezesAtWrite = 1;
        Treating freezes(s);
        QCOMPARE(*freezes.run().stop, TreatmentStop::notAnswered);
        QCOMPARE(freezes.journal->told()->inBetween().size(), std::size_t{1});
    }
    // A drive that says "done" and does nothing: refreshing it shows nothing, zeros do.
    void aDriveThatPretends() {
        sim::Scenario s = patientDrive(sim::Front::scsi);
        addDefect(s, DefectKind::slow, 80'000);
        s.writing.pretends = true;
        Treating t(s);
        QCOMPARE(only(t.run()).result, TreatmentResult::stillSlow);
    }
    void mountedMeanwhile() {
        sim::Scenario s = patientDrive(sim::Front::scsi);
        addDefect(s, DefectKind::slow, 80'000);
        Treating t(s);
        t.target.condition->setMountedAt("/mnt/gauge");
        auto session = TreatedSession::open(t.target, false, {}).value();
        const auto leave = session->askLeave(leaveFor({t.target.identity.whole()}, session->drive()));
        QVERIFY(!leave);
        QVERIFY(!session->write(WriteKind::refresh, {Lba{80'000}, SectorCount{8}},
                                std::vector<std::byte>(8 * 512)));
        QVERIFY(!t.target.condition->medium().touched());
    }
    void aStopEndsBetweenTwoSteps() {
        sim::Scenario s = patientDrive();
        for (std::uint64_t i = 0; i < 6; ++i)
            addDefect(s, DefectKind::slow, 80'000 + i * 4000);
        Treating t(s);
        std::stop_source stop;
        t.tell = [&](const TreatmentProgress& progress) {
            if (progress.results.size() == 2)
                stop.request_stop();
        };
        QCOMPARE(*t.run(stop.get_token()).stop, TreatmentStop::byHand);
        QCOMPARE(t.journal->told()->results.size(), std::size_t{2});
        QVERIFY(t.journal->told()->inBetween().empty());
        t.tell = {};
        t.takeUp();
        QCOMPARE(*t.run().stop, TreatmentStop::done);
        QCOMPARE(t.journal->told()->results.size(), std::size_t{6});
        const JournalTold told = t.journal->told().value();
        for (const SpotResult& result : told.results)
            QVERIFY(isHealed(result.result));
    }
    // Behind a bridge that swallows what is to be forced, all looks well; what is saved brings it back.
    void flushesThatAreSwallowed() {
        sim::Scenario s = patientDrive(sim::Front::bridge);
        addDefect(s, DefectKind::slow, 80'000);
        s.writing.swallowsFlushes = true;
        s.cacheBytes = 8U << 20U;
        Treating t(s);
        QVERIFY(isHealed(only(t.run()).result));
        // It was looked at again after so much else was read that no cache holds it.
        t.target.condition->medium().cutPower();
        QCOMPARE(t.stored({Lba{80'000}, SectorCount{8}}), t.original({Lba{80'000}, SectorCount{8}}));
        QVERIFY(!t.target.condition->medium().writtenSectors().empty());
    }
};

ORBITA_TEST(TestTreater)

} // namespace test_treater

#include "test_treater.moc"
