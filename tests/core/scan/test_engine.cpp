// SPDX-License-Identifier: GPL-3.0-or-later
// The engine on drives that misbehave: each outcome told apart, nothing lost, stop and pause at once.
#include "core/drive/ata/taskfile.h"
#include "core/drive/link/command_gate.h"
#include "core/drive/linked_drive.h"
#include "core/drive/plain/read_block.h"
#include "core/drive/scsi/commands.h"
#include "core/drive/scsi/reply.h"
#include "core/drive/scsi/sense.h"
#include "core/scan/session.h"
#include "support/long_wait.h"
#include "support/scan_runner.h"
#include "support/scripted_link.h"
#include "support/test_program.h"

#include <QElapsedTimer>
#include <cerrno>

namespace test_engine {

using namespace orbita;
using namespace orbita::test;

constexpr std::uint64_t sectors = 64 * 1024;
constexpr std::uint32_t block = 64;

sim::Defect defect(sim::DefectKind kind, std::uint64_t lba, std::uint64_t count = 8) {
    sim::Defect d;
    d.kind = kind;
    d.span = {{lba}, {count}};
    d.delay = std::chrono::milliseconds{700};
    return d;
}

ScanPlan smallBlocks() {
    ScanPlan plan;
    plan.blockSectors = block;
    return plan;
}

ScanRecord scanWith(std::vector<sim::Defect> defects, ScanPlan plan = smallBlocks()) {
    sim::Scenario scenario = smallScenario(sectors);
    scenario.defects = std::move(defects);
    sim::settleDefects(scenario);
    auto drive = openSimulated(scenario);
    return runScan(*drive, plan);
}

// A plain drive of `sectors` whose answers the script decides.
struct ScriptedDrive {
    ScriptedLink* link;
    std::unique_ptr<Drive> drive;
};
ScriptedDrive scripted(ScriptedLink::Script script) {
    DriveIdentity identity;
    identity.capacity.value = sectors;
    DriveLimits limits;
    limits.maxSectors = 8192;
    auto link = std::make_unique<ScriptedLink>(std::move(script));
    ScriptedLink* raw = link.get();
    return {raw, makePlainDrive(std::move(link), identity, limits)};
}
Scripted good() {
    return {{.transport = TransportStatus::answered}};
}
Scripted fails(int error, Nanoseconds latency = std::chrono::milliseconds{2}) {
    return {{.transport = TransportStatus::failed, .systemError = error}, latency};
}
LbaSpan spanOf(const CommandBlock& command) {
    return {{plain::offsetOf(command) / 512}, {plain::lengthOf(command) / 512}};
}

// Reads by READ(16), over a link that answers whatever it is asked.
std::unique_ptr<Drive> scsiDriveOn(std::unique_ptr<Link> link) {
    struct Codec {
        static CommandBlock command(ReadWay /*way*/, const LbaSpan& span, std::uint32_t /*logicalBytes*/) {
            return scsi::read16(span.first, static_cast<std::uint32_t>(span.count.value));
        }
        static ReplyVerdict classify(const Reply& reply) { return scsi::classifyReply(reply); }
    };
    DriveIdentity identity;
    identity.capacity.value = sectors;
    DriveLimits limits;
    limits.maxSectors = 8192;
    return std::make_unique<LinkedDrive<Codec>>(std::move(link), identity, limits);
}

bool inLog(const ScanRecord& record, ScanEventKind kind) {
    return std::any_of(record.events.begin(), record.events.end(),
                       [&](const ScanEvent& e) { return e.kind == kind; });
}

class TestEngine : public QObject {
    Q_OBJECT
private slots:
    // Whoever keeps a scan looks at it at any moment: with the map comes whose it is. (Else it is kept as of
    // a drive without a name, and not found again.)
    void aRecordWithAMapSaysWhoseItIs() {
        DriveIdentity identity;
        identity.model = "Petrel 5";
        identity.serial = "PT5-1";
        identity.capacity = SectorCount{4096};
        SettledPlan plan;
        plan.grid.blockSectors = 2048;
        const auto plate = std::make_shared<const Plate>(2);
        int caught = 0;
        for (int i = 0; i < 3000; ++i) {
            ScanFeed feed;
            std::atomic<bool> looks{false};
            std::jthread begins([&] {
                while (!looks)
                    std::this_thread::yield();
                feed.begin(identity, {}, plan, plate);
            });
            looks = true;
            ScanRecord record;
            while (!record.plate) {
                record = recordOf(feed, 1, {});
                if (record.plate &&
                    (record.drive.serial != identity.serial || record.plan.grid.blockSectors != 2048))
                    ++caught;
            }
        }
        QCOMPARE(caught, 0);
    }
    void cleanDriveIsCleanAndWholly() {
        const ScanRecord record = scanWith({});
        QCOMPARE(record.status.ended, EndReason::complete);
        QVERIFY(record.ledger.empty());
        QCOMPARE(record.status.totals.of(Grade::steady), std::uint64_t{sectors / block});
    }
    void spanIsKeptTo() {
        ScanPlan plan = smallBlocks();
        plan.span = LbaSpan{{1003}, {777}};
        const ScanRecord record = scanWith(
            {defect(sim::DefectKind::unreadable, 992), defect(sim::DefectKind::unreadable, 1776, 16)}, plan);
        QCOMPARE(record.covered, std::vector<LbaSpan>{*plan.span});
        QCOMPARE(sectorsOf(record.ledger, Grade::unreadable),
                 (std::vector<std::uint64_t>{1776, 1777, 1778, 1779}));
    }
    // Read mode never writes: all that reaches the link is on the list of what reads.
    void onlyReadsReachTheLink() {
        ScriptedDrive d = scripted(
            [](const CommandBlock& c) { return spanOf(c).contains({5000}) ? fails(ENODATA) : good(); });
        runScan(*d.drive, smallBlocks());
        QVERIFY(d.link->sent().size() > sectors / block);
        for (const CommandBlock& command : d.link->sent()) {
            QCOMPARE(classOf(command, {{}, plain::lengthOf(command)}), CommandClass::mediumReading);
            QVERIFY(plain::isRead(command));
        }
        QCOMPARE(d.link->refusals(), std::uint64_t{0}); // nor was anything else tried
    }
    // Nothing is read of a drive before the scan is on disk, or that was tried.
    void theFirstBlockWaitsUntilTheScanIsKept() {
        ScriptedLink* link = nullptr;
        const DriveOpener opener = [&](const std::stop_token&) -> Result<std::unique_ptr<Drive>> {
            ScriptedDrive d = scripted([](const CommandBlock&) { return good(); });
            link = d.link;
            return std::move(d.drive);
        };
        ScanServices services;
        services.firstKept = std::make_shared<FirstKept>();
        const auto kept = services.firstKept;
        const ScanSession session(opener, smallBlocks(), services);
        TRY_VERIFY(session.record().plate != nullptr); // there is something to keep
        QTest::qWait(50);
        QVERIFY(link->sent().empty());
        kept->tell();
        TRY_VERIFY(session.ended());
        QCOMPARE(session.record().status.ended, EndReason::complete);
        QCOMPARE(session.record().status.blocksDone, std::uint64_t{sectors / block});
    }
    // A capacity that no drive has is an error for that drive, and takes no memory.
    void absurdCapacitiesAreErrors() {
        for (const std::uint64_t capacity :
             {std::uint64_t{1} << 62U, ~std::uint64_t{0}, (std::uint64_t{7} << 60U) / 512}) {
            DriveIdentity identity;
            identity.capacity.value = capacity;
            DriveLimits limits;
            limits.maxSectors = 8192;
            const auto plan = settlePlan(smallBlocks(), identity, limits);
            QVERIFY(!plan.has_value() && !plan.error().advice.empty());
        }
    }
    // A command that the gate does not let pass is a fault of Orbita's: it ends the scan by that name.
    void aCommandThatMustNotBeSentEndsTheScan() {
        struct WritingCodec {
            static CommandBlock command(ReadWay /*way*/, const LbaSpan& span,
                                        std::uint32_t /*logicalBytes*/) {
                CommandBlock write = scsi::read16(span.first, static_cast<std::uint32_t>(span.count.value));
                write.bytes[0] = std::byte{0x8A}; // WRITE(16)
                return write;
            }
            static ReplyVerdict classify(const Reply& reply) { return scsi::classifyReply(reply); }
        };
        DriveIdentity identity;
        identity.capacity.value = sectors;
        DriveLimits limits;
        limits.maxSectors = 8192;
        for (const ScanOrder order : {ScanOrder::forward, ScanOrder::careful}) {
            auto owned = std::make_unique<ScriptedLink>([](const CommandBlock&) { return good(); });
            ScriptedLink* link = owned.get();
            LinkedDrive<WritingCodec> drive(std::move(owned), identity, limits);
            ScanPlan plan = smallBlocks();
            plan.order = order;
            const ScanRecord record = runScan(drive, plan);
            QCOMPARE(record.status.ended, EndReason::barred);
            QVERIFY(link->sent().empty());
            QVERIFY(link->refusals() >= 1);
            QVERIFY(record.ledger.empty());
        }
    }
    void splittingByTheKernelIsSaid() {
        for (const std::uint32_t perCommand : {block - 1, block}) {
            DriveIdentity identity;
            identity.capacity.value = sectors;
            DriveLimits limits;
            limits.maxSectors = 8192;
            limits.maxSectorsPerCommand = perCommand;
            auto drive = makePlainDrive(
                std::make_unique<ScriptedLink>([](const CommandBlock&) { return good(); }), identity, limits);
            QCOMPARE(inLog(runScan(*drive, smallBlocks()), ScanEventKind::kernelSplits), perCommand < block);
        }
    }
    void stopsAtItsRule() {
        ScanPlan plan = smallBlocks();
        plan.rules = {{RuleKind::unreadable, 12}};
        const ScanRecord record = scanWith(
            {defect(sim::DefectKind::unreadable, 800), defect(sim::DefectKind::unreadable, 8000, 64)}, plan);
        QCOMPARE(record.status.ended, EndReason::stopRule);
        QCOMPARE(sectorsOf(record.ledger, Grade::unreadable).size(), std::size_t{16});
        QVERIFY(inLog(record, ScanEventKind::stopRule));
        // What was not looked at is not vouched for.
        QCOMPARE(record.covered.back().end().value, std::uint64_t{8008});
    }
    void freezeForATimeIsAStall() {
        sim::Defect freeze = defect(sim::DefectKind::freeze, 6400, 1);
        freeze.duration = std::chrono::seconds{20};
        const ScanRecord record = scanWith({freeze});
        QCOMPARE(record.status.ended, EndReason::complete);
        QCOMPARE(record.ledger.size(), std::size_t{1});
        QCOMPARE(record.ledger[0].grade, Grade::stalled);
        QCOMPARE(record.ledger[0].span, (LbaSpan{{6400}, {block}}));
        QVERIFY(record.ledger[0].latency >= std::chrono::seconds{20});
        QVERIFY(inLog(record, ScanEventKind::stalled) && inLog(record, ScanEventKind::answeredLate));
        QCOMPARE(record.status.totals.of(Grade::stalled), std::uint64_t{1});
    }
    // Past the limit nothing more is sent until the answer comes.
    void nothingIsSentWhileADriveStalls() {
        std::vector<std::pair<std::uint64_t, Nanoseconds>> sent;
        ScriptedLink* link = nullptr;
        ScriptedDrive d = scripted([&](const CommandBlock& c) {
            sent.emplace_back(spanOf(c).first.value, link->clock().now());
            Scripted answer = good();
            if (spanOf(c).contains({3200}))
                answer.latency = std::chrono::seconds{30};
            return answer;
        });
        link = d.link;
        const ScanRecord record = runScan(*d.drive, smallBlocks());
        QCOMPARE(record.status.ended, EndReason::complete);
        const auto stalled =
            std::find_if(sent.begin(), sent.end(), [](const auto& s) { return s.first == 3200; });
        QVERIFY(stalled != sent.end() && stalled + 1 != sent.end());
        QVERIFY((stalled + 1)->second - stalled->second >= std::chrono::seconds{30});
        QCOMPARE((stalled + 1)->first, std::uint64_t{3264});
    }
    void noAnswerEndsTheScan() {
        sim::Defect freeze = defect(sim::DefectKind::freeze, 32000, 1);
        freeze.endless = true;
        const ScanRecord record = scanWith({freeze, defect(sim::DefectKind::unreadable, 800)});
        QCOMPARE(record.status.ended, EndReason::noAnswer);
        QCOMPARE(sectorsOf(record.ledger, Grade::unreadable).size(), std::size_t{8});
        QCOMPARE(record.ledger.back().grade, Grade::stalled);
        QCOMPARE(record.covered.back().end().value, std::uint64_t{32000});
        QCOMPARE(record.plate->at(32000 / block).grade, Grade::stalled);
        QCOMPARE(record.plate->at(32000 / block + 1).grade, Grade::none);
    }
    void driveThatIsGoneIsNoDefect() {
        const ScanRecord record = scanWith({defect(sim::DefectKind::drop, 32000, 1)});
        QCOMPARE(record.status.ended, EndReason::driveGone);
        QVERIFY(record.ledger.empty());
        QCOMPARE(record.plate->at(32000 / block).grade, Grade::none);
        QVERIFY(inLog(record, ScanEventKind::probing));
    }
    // A drive taken offline answers everything with a bare error, at once. None of that is held against the
    // surface.
    void bareErrorsEverywhereAreADriveGone() {
        bool gone = false;
        ScriptedDrive d = scripted([&](const CommandBlock& c) {
            gone = gone || spanOf(c).first.value >= 20032;
            return gone ? fails(EIO, Nanoseconds{3000}) : good();
        });
        const ScanRecord record = runScan(*d.drive, smallBlocks());
        QCOMPARE(record.status.ended, EndReason::driveGone);
        QVERIFY(record.ledger.empty());
        QVERIFY(inLog(record, ScanEventKind::withdrawn));
        QCOMPARE(record.status.totals.covered.value, std::uint64_t{20032});
        for (std::uint64_t b = 20032 / block; b < sectors / block; ++b)
            QCOMPARE(record.plate->at(b).grade, Grade::none);
    }
    // The same error at one place, while others still read: unreadable, no cause given.
    void bareErrorAtOnePlaceIsUnreadable() {
        ScriptedDrive d = scripted([](const CommandBlock& c) {
            return spanOf(c).overlaps({{5003}, {2}}) ? fails(EIO) : good();
        });
        const ScanRecord record = runScan(*d.drive, smallBlocks());
        QCOMPARE(record.status.ended, EndReason::complete);
        QCOMPARE(sectorsOf(record.ledger, Grade::unreadable), (std::vector<std::uint64_t>{5003, 5004}));
        QVERIFY(!record.ledger[0].causeGiven);
        QCOMPARE(record.ledger[0].standing, Standing::confirmed);
    }
    void bareErrorOnTheVeryFirstBlock() {
        ScriptedDrive d = scripted([](const CommandBlock& c) {
            return spanOf(c).overlaps({{0}, {1}}) ? fails(EIO) : good();
        });
        const ScanRecord record = runScan(*d.drive, smallBlocks());
        QCOMPARE(record.status.ended, EndReason::complete);
        QCOMPARE(sectorsOf(record.ledger, Grade::unreadable), std::vector<std::uint64_t>{0});
    }
    void nothingReadsAtAll() {
        ScriptedDrive d = scripted([](const CommandBlock&) { return fails(EIO, Nanoseconds{2000}); });
        const ScanRecord record = runScan(*d.drive, smallBlocks());
        QCOMPARE(record.status.ended, EndReason::driveGone);
        QVERIFY(record.ledger.empty());
    }
    void driveThatComesBackIsReadOn() {
        int silentFor = 0;
        ScriptedDrive d = scripted([&](const CommandBlock& c) {
            if (spanOf(c).contains({10'000}) && silentFor == 0)
                silentFor = 4;
            if (silentFor > 1) {
                --silentFor;
                return fails(ENODEV);
            }
            return good();
        });
        const ScanRecord record = runScan(*d.drive, smallBlocks());
        QCOMPARE(record.status.ended, EndReason::complete);
        QVERIFY(inLog(record, ScanEventKind::cameBack));
        QVERIFY(record.ledger.empty());
        QVERIFY(test::wholeSpanCovered(record));
    }
    // A place that takes the drive down every time must not be tried for ever.
    void blockThatDropsTheDriveIsLeft() {
        int silentFor = 0;
        ScriptedDrive d = scripted([&](const CommandBlock& c) {
            if (spanOf(c).contains({10'000}))
                silentFor = 2;
            if (silentFor > 0) {
                --silentFor;
                return fails(ENODEV);
            }
            return good();
        });
        const ScanRecord record = runScan(*d.drive, smallBlocks());
        QCOMPARE(record.status.ended, EndReason::complete);
        QCOMPARE(record.ledger.size(), std::size_t{1});
        QVERIFY(record.ledger[0].span.contains({10'000}));
    }
    void linkFaultsAreCountedApart() {
        sim::Defect once = defect(sim::DefectKind::linkFault, 6400, 1);
        once.times = 2;
        const ScanRecord record = scanWith({once});
        QCOMPARE(record.status.ended, EndReason::complete);
        QVERIFY(record.ledger.empty());
        QCOMPARE(record.status.totals.linkFaults, std::uint64_t{2});
        QVERIFY(test::wholeSpanCovered(record));
    }
    void linkFaultThatStaysVouchesForNothing() {
        const ScanRecord record = scanWith({defect(sim::DefectKind::linkFault, 6400, 1)});
        QCOMPARE(record.status.ended, EndReason::complete);
        QVERIFY(!test::wholeSpanCovered(record));
        QCOMPARE(record.ledger.size(), std::size_t{1});
        QCOMPARE(record.ledger[0].grade, Grade::linkFault);
        QCOMPARE(record.plate->at(100).grade, Grade::linkFault);
    }
    void linkFaultStormEndsTheScan() {
        const ScanRecord record = scanWith({defect(sim::DefectKind::linkFault, 6400, 6400)});
        QCOMPARE(record.status.ended, EndReason::linkFaults);
        QVERIFY(sectorsOf(record.ledger, Grade::unreadable).empty());
    }
    void readTheSecondTimeIsPassing() {
        sim::Defect d = defect(sim::DefectKind::unreadable, 6400, 8);
        d.times = 2; // the block as a whole, then the sector alone; the repetition succeeds
        const ScanRecord record = scanWith({d});
        QCOMPARE(record.ledger.size(), std::size_t{1});
        QCOMPARE(record.ledger[0].standing, Standing::passing);
        QCOMPARE(record.ledger[0].span, (LbaSpan{{6400}, {8}}));
    }
    void firstBlockIsNotLateForHavingBeenFarAway() {
        sim::Scenario scenario = smallScenario(2'000'000'000);
        scenario.longestSeek = std::chrono::milliseconds{40};
        auto drive = openSimulated(scenario);
        ScanPlan plan;
        plan.span = LbaSpan{{0}, {4'000'000}};
        const ScanRecord record = runScan(*drive, plan);
        QCOMPARE(record.plate->at(0).grade, Grade::steady);
        QCOMPARE(record.status.totals.of(Grade::late), std::uint64_t{0});
    }

    void pauseAndResumeLoseNothing() {
        sim::Scenario scenario = smallScenario(sectors * 16);
        scenario.defects = {defect(sim::DefectKind::unreadable, 500'000)};
        ScanSession session(
            [&](const std::stop_token&) {
                return test::openOver(std::make_unique<sim::SimLink>(scenario, 8.0));
            },
            smallBlocks());
        for (int i = 0; i < 5; ++i) {
            QTest::qWait(20);
            session.pause();
            TRY_VERIFY(session.feed().status().phase == ScanPhase::paused || session.ended());
            const Lba at = session.feed().status().position;
            QTest::qWait(30);
            QCOMPARE(session.feed().status().position, at);
            session.resume();
        }
        TRY_VERIFY(session.ended());
        const ScanRecord record = session.record();
        QCOMPARE(record.status.ended, EndReason::complete);
        QVERIFY(test::wholeSpanCovered(record));
        QCOMPARE(sectorsOf(record.ledger, Grade::unreadable).size(), std::size_t{8});
        QCOMPARE(record.status.totals.visited(), record.plan.grid.blocks());
    }
    // Stop answers within 0.2 s, in whatever state the drive is.
    void stopAnswersAtOnce_data() {
        QTest::addColumn<int>("kind");
        QTest::addColumn<bool>("pauseFirst");
        QTest::newRow("healthy") << -1 << false;
        QTest::newRow("paused") << -1 << true;
        QTest::newRow("frozen") << static_cast<int>(sim::DefectKind::freeze) << false;
        QTest::newRow("frozen, pause asked") << static_cast<int>(sim::DefectKind::freeze) << true;
        QTest::newRow("gone") << static_cast<int>(sim::DefectKind::drop) << false;
        QTest::newRow("unreadable all over") << static_cast<int>(sim::DefectKind::unreadable) << false;
    }
    void stopAnswersAtOnce() {
        QFETCH(int, kind);
        QFETCH(bool, pauseFirst);
        sim::Scenario scenario = smallScenario(sectors * 64);
        if (kind >= 0) {
            scenario.defects = {defect(static_cast<sim::DefectKind>(kind), 640, 4096)};
            scenario.defects[0].endless = kind == static_cast<int>(sim::DefectKind::freeze);
        }
        // In real time: what takes the drive seconds takes seconds.
        ScanSession session(
            [&](const std::stop_token&) {
                return test::openOver(std::make_unique<sim::SimLink>(scenario, 1.0));
            },
            smallBlocks());
        QTest::qWait(350);
        if (pauseFirst)
            session.pause();
        QTest::qWait(50);
        QVERIFY(!session.ended());
        QElapsedTimer timer;
        timer.start();
        session.stopAndWait();
        QVERIFY2(timer.elapsed() <= 200, qPrintable(QString::number(timer.elapsed())));
        QCOMPARE(session.record().status.ended, EndReason::stopped);
    }
    // A reset, by whoever, is no finding: the block is read again.
    void resetIsReadAgainAndNotGraded() {
        int resets = 3;
        auto [link, drive] = scripted([&](const CommandBlock& command) {
            if (spanOf(command).contains({20 * block}) && resets-- > 0)
                return fails(EAGAIN, std::chrono::seconds{1});
            return good();
        });
        const ScanRecord record = runScan(*drive, smallBlocks());
        QCOMPARE(record.status.ended, EndReason::complete);
        QVERIFY(record.ledger.empty());
        QVERIFY(inLog(record, ScanEventKind::interrupted));
        QCOMPARE(record.status.totals.blocks[static_cast<std::size_t>(Grade::steady)], sectors / block);
    }
    void resetsWithoutEndAccuseTheLink() {
        auto [link, drive] = scripted([&](const CommandBlock& command) {
            return spanOf(command).first.value >= 20 * block ? fails(EAGAIN) : good();
        });
        const ScanRecord record = runScan(*drive, smallBlocks());
        QCOMPARE(record.status.ended, EndReason::linkFaults);
        QVERIFY(record.ledger.empty());
    }
    // Spinning up is waited for, by the sense data of a SCSI drive, and not graded.
    void spinningUpIsWaitedForAndLockedIsNoDefect() {
        for (const bool locked : {false, true}) {
            int refusals = 5;
            auto link = std::make_unique<ScriptedLink>([&, locked](const CommandBlock& command) {
                Scripted scripted = good();
                const bool capacity = scsi::opcodeOf(command) == scsi::opcode::serviceActionIn16;
                if (capacity || refusals-- <= 0)
                    return scripted;
                scsi::Sense sense;
                sense.key = locked ? scsi::senseKey::dataProtect : scsi::senseKey::notReady;
                sense.asc = 0x04;
                const auto bytes = scsi::encodeSense(sense, false);
                std::copy(bytes.begin(), bytes.end(), scripted.reply.bytes.begin());
                scripted.reply.status = scsi::status::checkCondition;
                return scripted;
            });
            const std::unique_ptr<Drive> drive = scsiDriveOn(std::move(link));
            const ScanRecord record = runScan(*drive, smallBlocks());
            QVERIFY(record.ledger.empty());
            QCOMPARE(record.status.ended, locked ? EndReason::locked : EndReason::complete);
            QCOMPARE(inLog(record, ScanEventKind::notReady), !locked);
        }
    }
    void failureToOpenIsTold() {
        ScanSession session(
            [](const std::stop_token&) -> Result<std::unique_ptr<Drive>> {
                return tl::unexpected(systemError("opening for reading", "/dev/sdq", ENOENT));
            },
            ScanPlan{});
        TRY_VERIFY(session.ended());
        QVERIFY(session.feed().error().has_value());
        QVERIFY(session.record().plate == nullptr);
    }
};

ORBITA_TEST(TestEngine)

} // namespace test_engine

#include "test_engine.moc"
