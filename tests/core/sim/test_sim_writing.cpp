// SPDX-License-Identifier: GPL-3.0-or-later
// Simulated drives under writes, through the commands of each family: what is stored, what heals, what the
// drive comes to know, and what a power cut leaves.
#include "core/target/open_session.h"
#include "core/vitals/read_vitals.h"
#include "support/leave_to_write.h"
#include "support/sim_scenarios.h"
#include "support/simulated_target.h"
#include "support/test_program.h"

namespace test_sim_writing {

using namespace orbita;
using namespace orbita::test;

constexpr std::initializer_list<sim::Front> allFronts = {sim::Front::ata, sim::Front::sat, sim::Front::bridge,
                                                         sim::Front::scsi, sim::Front::nvme};

// A drive with leave to write anywhere on it.
struct Writable {
    explicit Writable(const sim::Scenario& scenario) : target(targetOf(scenario)) {
        session = openSession(target, false).value();
        GrantOrder order =
            leaveFor({target.identity.whole()}, session->drive(),
                     {WriteKind::refresh, WriteKind::pieced, WriteKind::zeros, WriteKind::reassign});
        order.lasting = longestGrant;
        const auto given = session->grantWriting(order);
        if (!given)
            qFatal("%s", given.error().message().c_str());
        grant = *given;
        drive = openTarget(target, false).value();
    }
    Result<WriteAnswer> write(LbaSpan span, std::byte value = std::byte{0x5A},
                              WriteKind kind = WriteKind::refresh) {
        const std::size_t bytes = kind == WriteKind::reassign ? 0 : span.count.value * 512;
        return session->write(grant, kind, span, std::vector<std::byte>(bytes, value));
    }
    Outcome reads(LbaSpan span, ReadWay way = ReadWay::read) {
        const ReadRequest request{1, span, std::chrono::hours{1}, way};
        drive->submit({&request, 1});
        ReadAnswer answer;
        while (drive->reap({&answer, 1}, std::chrono::seconds{100}) == 0) {
        }
        latency = answer.latency;
        return answer.verdict.outcome;
    }
    [[nodiscard]] std::byte stored(std::uint64_t lba) const {
        std::vector<std::byte> bytes(512);
        target.condition->medium().readDurable({lba}, bytes);
        return bytes[100];
    }
    [[nodiscard]] std::optional<std::int64_t> reading(ReadingKind kind) {
        Enquiry enquiry(session->reading(), std::chrono::seconds{20});
        const Vitals vitals = readVitals(enquiry, target.identity);
        const Reading* const found = vitals.find(kind);
        return found == nullptr ? std::nullopt : std::optional(found->value);
    }
    Target target;
    std::unique_ptr<DriveSession> session;
    WriteGrant grant;
    std::unique_ptr<Drive> drive;
    Nanoseconds latency{};
};

sim::Scenario withUnreadable(sim::Front front, sim::OnWrite onWrite) {
    sim::Scenario s = smallDrive(front);
    addUnreadable(s, 8000);
    s.defects.front().onWrite = onWrite;
    return s;
}

const LbaSpan bad{Lba{8000}, SectorCount{8}};

class TestSimWriting final : public QObject {
    Q_OBJECT
private slots:
    void contentsChange() {
        for (const auto front : allFronts) {
            Writable w(smallDrive(front));
            const auto before = w.stored(815);
            const auto done = w.write({Lba{800}, SectorCount{8}});
            QVERIFY2(done, done ? "" : done.error().message().c_str());
            QCOMPARE(done->verdict.outcome, Outcome::answered);
            QVERIFY(done->forced);
            QCOMPARE(w.stored(800), std::byte{0x5A});
            QCOMPARE(w.stored(807), std::byte{0x5A});
            QCOMPARE(w.stored(815), before);
            QCOMPARE(w.write({Lba{800}, SectorCount{8}}, {}, WriteKind::zeros)->verdict.outcome,
                     Outcome::answered);
            QCOMPARE(w.stored(800), std::byte{0});
        }
    }
    void aPendingSectorIsRewrittenOrRemapped() {
        for (const auto front : allFronts) {
            for (const auto onWrite : {sim::OnWrite::rewritten, sim::OnWrite::remapped}) {
                Writable w(withUnreadable(front, onWrite));
                QCOMPARE(w.reads(bad), Outcome::unreadable);
                const auto pending = w.reading(ReadingKind::pendingSectors);
                const auto moved = w.reading(ReadingKind::reallocatedSectors);
                const auto grown = w.reading(ReadingKind::grownDefects);
                QCOMPARE(w.write(bad)->verdict.outcome, Outcome::answered);
                QCOMPARE(w.reads(bad), Outcome::answered);
                const bool remapped = onWrite == sim::OnWrite::remapped;
                if (pending)
                    QCOMPARE(*w.reading(ReadingKind::pendingSectors), *pending - 8);
                if (moved)
                    QCOMPARE(*w.reading(ReadingKind::reallocatedSectors), *moved + (remapped ? 1 : 0));
                if (grown)
                    QCOMPARE(*w.reading(ReadingKind::grownDefects), *grown + (remapped ? 1 : 0));
            }
        }
    }
    void sparesRunOut() {
        for (const auto front : allFronts) {
            sim::Scenario s = withUnreadable(front, sim::OnWrite::remapped);
            addUnreadable(s, 9600);
            s.writing.onWrite = sim::OnWrite::remapped;
            s.writing.spares = 1;
            Writable w(s);
            QCOMPARE(w.write(bad)->verdict.outcome, Outcome::answered);
            const auto second = w.write({Lba{9600}, SectorCount{8}});
            QVERIFY(second);
            QVERIFY(second->verdict.outcome != Outcome::answered);
            if (front != sim::Front::ata && front != sim::Front::sat) // ATA has no words for it
                QVERIFY2(second->noSpare, second->words.c_str());
            QVERIFY(!second->words.empty());
        }
    }
    void whatDoesNotHealSaysDoneAllTheSame() {
        Writable stays(withUnreadable(sim::Front::scsi, sim::OnWrite::stays));
        QCOMPARE(stays.write(bad)->verdict.outcome, Outcome::answered);
        QCOMPARE(stays.reads(bad), Outcome::unreadable);
        sim::Scenario s = smallDrive(sim::Front::scsi);
        s.writing.pretends = true;
        Writable pretends(s);
        const auto before = pretends.stored(800);
        QCOMPARE(pretends.write({Lba{800}, SectorCount{8}}, before ^ std::byte{1})->verdict.outcome,
                 Outcome::answered);
        QCOMPARE(pretends.reads({Lba{800}, SectorCount{8}}, ReadWay::verify), Outcome::answered);
        QCOMPARE(pretends.stored(800), before);
        Writable fails(withUnreadable(sim::Front::scsi, sim::OnWrite::fails));
        QCOMPARE(fails.write(bad)->verdict.outcome, Outcome::unreadable);
        Writable worsens(withUnreadable(sim::Front::scsi, sim::OnWrite::worsens));
        QCOMPARE(worsens.write(bad)->verdict.outcome, Outcome::answered);
        QCOMPARE(worsens.reads(bad), Outcome::unreadable);
    }
    void slowOnesAreRefreshedAndFadeAgain() {
        sim::Scenario s = smallDrive(sim::Front::ata);
        sim::Defect slow;
        slow.span = bad;
        slow.delay = std::chrono::milliseconds{300};
        slow.fadesAfter = std::chrono::minutes{10};
        s.defects.push_back(slow);
        Writable w(s);
        QCOMPARE(w.reads(bad, ReadWay::verify), Outcome::answered);
        QVERIFY(w.latency > slow.delay);
        QCOMPARE(w.write(bad)->verdict.outcome, Outcome::answered);
        QCOMPARE(w.reads(bad, ReadWay::verify), Outcome::answered);
        QVERIFY(w.latency < slow.delay);
        w.drive->clock().sleep(std::chrono::minutes{15});
        QCOMPARE(w.reads(bad, ReadWay::verify), Outcome::answered);
        QVERIFY(w.latency > slow.delay);
    }
    void partOfABadPhysicalSectorCannotBeWritten() {
        for (const auto front : allFronts) {
            Writable w(withUnreadable(front, sim::OnWrite::rewritten));
            const auto part = w.write({Lba{8002}, SectorCount{1}});
            QVERIFY(part);
            QCOMPARE(part->verdict.outcome, Outcome::unreadable);
            QCOMPARE(w.reads(bad), Outcome::unreadable);
        }
    }
    // Forced writes outlive a power cut; what a bridge only says it has forced does not.
    void whatAPowerCutLeaves() {
        for (const auto front : allFronts)
            for (const bool swallows : {false, true}) {
                sim::Scenario s = smallDrive(front);
                s.writing.swallowsFlushes = swallows;
                Writable w(s);
                const auto before = w.stored(800);
                QCOMPARE(w.write({Lba{800}, SectorCount{8}}, before ^ std::byte{1})->verdict.outcome,
                         Outcome::answered);
                QCOMPARE(w.reads({Lba{800}, SectorCount{8}}), Outcome::answered);
                w.target.condition->medium().cutPower();
                QCOMPARE(w.stored(800) == before, swallows);
            }
        sim::Scenario s = smallDrive(sim::Front::ata);
        Writable torn(s);
        torn.target.condition->medium().cutPower(bad);
        QCOMPARE(torn.reads(bad), Outcome::unreadable);
        QCOMPARE(torn.write(bad)->verdict.outcome, Outcome::answered);
        QCOMPARE(torn.reads(bad), Outcome::answered);
    }
    // Without FUA, a cache is flushed after each write.
    void withoutForcedWritesTheCacheIsFlushed() {
        for (const auto front : {sim::Front::ata, sim::Front::scsi}) {
            sim::Scenario s = smallDrive(front);
            s.writing.forces = false;
            Writable w(s);
            QVERIFY(!w.grant.ways.forces && w.grant.ways.flushes);
            const auto done = w.write({Lba{800}, SectorCount{8}});
            QVERIFY(done && done->forced);
            w.target.condition->medium().cutPower();
            QCOMPARE(w.stored(800), std::byte{0x5A});
        }
    }
    void countersLag() {
        sim::Scenario s = withUnreadable(sim::Front::ata, sim::OnWrite::remapped);
        s.writing.countersLag = std::chrono::seconds{30};
        Writable w(s);
        const auto before = *w.reading(ReadingKind::reallocatedSectors);
        QCOMPARE(w.write(bad)->verdict.outcome, Outcome::answered);
        QCOMPARE(*w.reading(ReadingKind::reallocatedSectors), before);
        w.session->reading().link->clock().sleep(std::chrono::seconds{60});
        QCOMPARE(*w.reading(ReadingKind::reallocatedSectors), before + 1);
        s.writing.tells = false;
        Writable silent(s);
        QCOMPARE(silent.write(bad)->verdict.outcome, Outcome::answered);
        silent.session->reading().link->clock().sleep(std::chrono::hours{60});
        QCOMPARE(*silent.reading(ReadingKind::reallocatedSectors), before);
    }
    void reassigning() {
        Writable w(withUnreadable(sim::Front::scsi, sim::OnWrite::stays));
        QVERIFY(w.grant.ways.reassigns);
        QCOMPARE(w.reads(bad), Outcome::unreadable);
        const auto grown = *w.reading(ReadingKind::grownDefects);
        QCOMPARE(w.write({bad.first, SectorCount{1}}, {}, WriteKind::reassign)->verdict.outcome,
                 Outcome::answered);
        QCOMPARE(w.reads(bad), Outcome::answered);
        QCOMPARE(*w.reading(ReadingKind::grownDefects), grown + 1);
        // Others have no such command, and say so before anything is sent.
        for (const auto front : {sim::Front::ata, sim::Front::sat, sim::Front::bridge, sim::Front::nvme}) {
            Writable other(smallDrive(front));
            QVERIFY(!other.write({bad.first, SectorCount{1}}, {}, WriteKind::reassign) ||
                    !other.grant.ways.reassigns || front == sim::Front::bridge);
        }
    }
    void deathAndFreezingInMidTreatment() {
        sim::Scenario s = smallDrive(sim::Front::scsi);
        s.writing.diesAtWrite = 2;
        Writable dies(s);
        QVERIFY(dies.write(bad));
        QVERIFY(!dies.write(bad));
        QVERIFY(!dies.write(bad)); // and there is no leave any more
        QVERIFY(dies.reads(bad) == Outcome::driveGone);
        s.writing = {};
        s.writing.freezesAtWrite = 2;
        Writable freezes(s);
        QVERIFY(freezes.write(bad));
        const auto frozen = freezes.write(bad);
        QVERIFY(!frozen && frozen.error().kind == Error::Kind::noAnswer);
        QVERIFY(!freezes.write(bad));
    }
    void writeProtected() {
        for (const auto front : {sim::Front::scsi, sim::Front::nvme}) {
            sim::Scenario s = smallDrive(front);
            s.writing.writeProtected = true;
            Writable w(s);
            const auto refused = w.write(bad);
            QVERIFY(refused && refused->protection);
        }
    }
    void treatmentCostsNeighbours() {
        sim::Scenario s = smallDrive(sim::Front::ata);
        s.writing.spreadsEvery = 2;
        Writable w(s);
        QVERIFY(w.write({Lba{800}, SectorCount{8}}));
        QCOMPARE(w.reads({Lba{808}, SectorCount{8}}, ReadWay::verify), Outcome::answered);
        QVERIFY(w.write({Lba{800}, SectorCount{8}}));
        QCOMPARE(w.reads({Lba{808}, SectorCount{8}}, ReadWay::verify), Outcome::unreadable);
    }
};

ORBITA_TEST(TestSimWriting)

} // namespace test_sim_writing

#include "test_sim_writing.moc"
