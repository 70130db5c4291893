// SPDX-License-Identifier: GPL-3.0-or-later
// Real block devices of the running kernel, with errors and delays that the kernel returns. Needs root, loop
// devices and FUSE; says which of them is missing where it cannot run.
#include "core/families/plain/plain_drive.h"
#include "core/image/image_writer.h"
#include "core/inventory/inventory.h"
#include "core/scan/session.h"
#include "core/target/target.h"
#include "support/kernel_device.h"
#include "support/long_wait.h"
#include "support/scan_runner.h"
#include "support/test_program.h"

#include <QDir>
#include <QElapsedTimer>
#include <QFile>
#include <QTemporaryDir>
#include <array>
#include <atomic>
#include <fcntl.h>
#include <thread>
#include <unistd.h>

namespace test_kernel_block_device {

using namespace orbita;
using namespace orbita::test;

class TestKernelBlockDevice : public QObject {
    Q_OBJECT
private slots:
    // Something else reads a slow place of the same device without end: what that makes late is not the
    // drive's.
    void otherLoadIsSeenInTheKernelsCounts() {
        constexpr std::uint64_t sectors = 32 * 2048;
        KernelDevice lab(sectors * 512, fault("error", 1000, 3) + fault("delay", 60'000, 8, "0.3"));
        NEED(lab);
        std::atomic<bool> stop = false;
        std::thread other([&] {
            const int file = open(lab.device().c_str(), O_RDONLY | O_DIRECT | O_CLOEXEC);
            alignas(4096) static std::array<char, 4096> buffer;
            while (file >= 0 && !stop && pread(file, buffer.data(), buffer.size(), 60'000 * 512) > 0)
                std::this_thread::sleep_for(std::chrono::milliseconds{700});
            if (file >= 0)
                close(file);
        });
        auto drive = openPlainDrive(lab.device(), describeDevice(lab.device())->identity, test::longWait);
        ScanRecord record;
        if (drive) {
            ScanPlan plan;
            plan.blockSectors = 64;
            plan.span = LbaSpan{{0}, {40'000}};
            record = runScan(**drive, plan);
        }
        stop = true;
        other.join();
        QVERIFY2(drive.has_value(), drive ? "" : drive.error().message().c_str());
        QCOMPARE(record.status.ended, EndReason::complete);
        QCOMPARE(sectorsOf(record.ledger, Grade::unreadable), (std::vector<std::uint64_t>{1000, 1001, 1002}));
        QVERIFY(record.status.totals.disturbed > 0 ||
                std::any_of(record.events.begin(), record.events.end(),
                            [](const ScanEvent& e) { return e.kind == ScanEventKind::disturbed; }));
        // What waited behind the other's read waited some 0.3 s. The bench answers each read by a script,
        // which now and then takes as long as a laboured block by itself: that may stand as seen once, no
        // more.
        constexpr Nanoseconds behindTheOther = std::chrono::milliseconds{200};
        std::size_t behind = 0;
        for (const LedgerEntry& entry : record.ledger) {
            if (entry.grade == Grade::unreadable)
                continue;
            const auto where = QString::number(entry.span.first.value);
            QVERIFY2(entry.standing != Standing::confirmed, qPrintable(where));
            if (entry.latency < behindTheOther)
                continue;
            ++behind;
            QVERIFY2(entry.standing == Standing::disturbed || entry.standing == Standing::passing,
                     qPrintable(where));
        }
        QVERIFY(behind > 0);
    }
    // Several commands at once, and all that is read saved: as exact as one at a time.
    void severalAtOnceAndSaved() {
        constexpr std::uint64_t sectors = 64 * 2048;
        KernelDevice lab(sectors * 512, fault("error", 1000, 3) + fault("error", 90'000, 9) +
                                            fault("delay", 60'000, 1, "0.4"));
        NEED(lab);
        const QTemporaryDir dir;
        const std::string path = dir.filePath(QStringLiteral("lab.img")).toStdString();
        auto drive = openPlainDrive(lab.device(), describeDevice(lab.device())->identity, test::longWait);
        QVERIFY2(drive.has_value(), drive ? "" : drive.error().message().c_str());
        ScanPlan plan;
        plan.blockSectors = 128;
        plan.depth = 8;
        auto image = SavedImage::open(path, (*drive)->identity(), {(*drive)->identity().whole()});
        QVERIFY2(image.has_value(), image ? "" : image.error().message().c_str());
        const ScanRecord record =
            runScan(**drive, plan, {}, {.image = std::make_shared<ImageWriter>(std::move(*image))});
        QCOMPARE(record.status.ended, EndReason::complete);
        QCOMPARE(record.status.depth, 8U);
        std::vector<std::uint64_t> bad = {1000, 1001, 1002};
        for (std::uint64_t s = 90'000; s < 90'009; ++s)
            bad.push_back(s);
        QCOMPARE(sectorsOf(record.ledger, Grade::unreadable), bad);
        for (const LedgerEntry& entry : record.ledger)
            QVERIFY2(entry.grade == Grade::unreadable || entry.span.contains({60'000}) ||
                         entry.standing != Standing::confirmed,
                     qPrintable(QString::number(entry.span.first.value)));
        const auto map = SavedImage::look(path);
        QVERIFY(map.has_value());
        QCOMPARE(map->held().gaps((*drive)->identity().whole()),
                 (std::vector<LbaSpan>{{{1000}, {3}}, {{90'000}, {9}}}));
        // Read once more, past every part of Orbita.
        const int device = open(lab.device().c_str(), O_RDONLY | O_DIRECT | O_CLOEXEC);
        const int saved = open(path.c_str(), O_RDONLY | O_CLOEXEC);
        alignas(4096) static std::array<char, 512> there;
        std::array<char, 512> here{};
        for (std::uint64_t s = 0; s < sectors; s += 997) {
            if (!map->held().contains({{s}, {1}}) || s / 128 == 60'000 / 128)
                continue;
            QCOMPARE(pread(device, there.data(), 512, static_cast<off_t>(s * 512)), ssize_t{512});
            QCOMPARE(pread(saved, here.data(), 512, static_cast<off_t>(s * 512)), ssize_t{512});
            QVERIFY(there == here);
        }
        close(device);
        close(saved);
    }
    void exactToTheSector() {
        constexpr std::uint64_t sectors = 32 * 2048;
        KernelDevice lab(sectors * 512,
                         fault("error", 0, 1) + fault("error", 1000, 3) + fault("error", 1023, 2) +
                             fault("error", 20'000, 9) + fault("error", sectors - 1, 1) +
                             fault("delay", 40'000, 1, "0.35") + fault("delay", 50'001, 1, "0.12"));
        NEED(lab);
        auto drive = openPlainDrive(lab.device(), describeDevice(lab.device())->identity, test::longWait);
        QVERIFY2(drive.has_value(), drive ? "" : drive.error().message().c_str());
        QVERIFY((*drive)->limits().notes.empty()); // direct, no guess
        QVERIFY((*drive)->limits().maxSectorsPerCommand > 0);
        ScanPlan plan;
        plan.blockSectors = 128;
        const ScanRecord record = runScan(**drive, plan);
        QCOMPARE(record.status.ended, EndReason::complete);
        QVERIFY(test::wholeSpanCovered(record));
        std::vector<std::uint64_t> expected = {0, 1000, 1001, 1002, 1023, 1024};
        for (std::uint64_t s = 20'000; s < 20'009; ++s)
            expected.push_back(s);
        expected.push_back(sectors - 1);
        QCOMPARE(sectorsOf(record.ledger, Grade::unreadable), expected);
        for (const LedgerEntry& entry : record.ledger)
            if (entry.grade == Grade::unreadable) {
                QVERIFY(!entry.causeGiven); // a bare EIO, repeated alone while others still read
                QCOMPARE(entry.standing, Standing::confirmed);
            }
        QCOMPARE(record.plate->at(40'000 / 128).grade, Grade::straining);
        QCOMPARE(record.plate->at(50'001 / 128).grade, Grade::laboured);
    }
    // A read that never returns sits in the kernel and cannot be killed; nothing waits for it.
    void stopAnswersWhileTheKernelHangs() {
        KernelDevice lab(8 << 20, fault("delay", 4096, 1, "1000"));
        NEED(lab);
        QElapsedTimer timer;
        {
            ScanPlan plan;
            plan.blockSectors = 128;
            plan.limit = std::chrono::seconds{2}; // far from what a good block takes, however busy it is here
            ScanSession session(
                [&](const std::stop_token& stop) {
                    return openPlainDrive(lab.device(), {}, test::longWait, stop);
                },
                plan);
            TRY_COMPARE(session.feed().status().phase, ScanPhase::waiting);
            QCOMPARE(session.feed().status().position.value, std::uint64_t{4096});
            timer.start();
            session.stopAndWait();
            const qint64 took = timer.elapsed();
            QVERIFY2(took <= 200, qPrintable(QString::number(took)));
            const ScanRecord record = session.record();
            QCOMPARE(record.status.ended, EndReason::stopped);
            QCOMPARE(record.ledger.size(), std::size_t{1});
            QCOMPARE(record.ledger[0].grade, Grade::stalled);
            QCOMPARE(record.status.totals.covered.value, std::uint64_t{4096});
        }
    }
    void hangIsGivenUp() {
        KernelDevice lab(8 << 20, fault("delay", 4096, 1, "1000"));
        NEED(lab);
        auto drive = openPlainDrive(lab.device(), {}, test::longWait);
        QVERIFY(drive.has_value());
        ScanPlan plan;
        plan.blockSectors = 128;
        plan.limit = std::chrono::seconds{2};
        plan.giveUp = std::chrono::seconds{4};
        QCOMPARE(runScan(**drive, plan).status.ended, EndReason::noAnswer);
    }
    // What is behind the device dies in mid-scan: no sector is accused.
    void deviceThatVanishesIsNoDefect() {
        KernelDevice lab(32 << 20, fault("delay", 6400, 1, "0.5"));
        NEED(lab);
        ScanPlan plan;
        plan.blockSectors = 64;
        ScanSession session(
            [&](const std::stop_token& stop) {
                return openPlainDrive(lab.device(), {}, test::longWait, stop);
            },
            plan);
        TRY_VERIFY(session.feed().status().position.value >= 3000);
        lab.lab("break");
        TRY_VERIFY(session.ended());
        const ScanRecord record = session.record();
        QCOMPARE(record.status.ended, EndReason::driveGone);
        QVERIFY(sectorsOf(record.ledger, Grade::unreadable).empty());
        QVERIFY(record.status.totals.covered.value >= 3000);
    }
    void resultsNeverLandOnTheDriveUnderTest() {
        QTemporaryDir dir;
        const QString image = dir.filePath("image");
        QFile file(image);
        QVERIFY(file.open(QIODevice::WriteOnly) && file.resize(16 << 20));
        file.close();
        if (runTheTool("mkfs.ext4", {"-q", "-F", image}).status != 0 || geteuid() != 0)
            QSKIP("needs root and mkfs.ext4");
        const ToolRan loop = runTheTool("losetup", {"-f", "--show", image});
        if (loop.status != 0)
            QSKIP(qPrintable("no loop device: " + loop.errors));
        const std::string device = loop.output.toStdString();
        const QString mountPoint = dir.filePath("mounted");
        QVERIFY(QDir().mkpath(mountPoint));
        const bool mounted = runTheTool("mount", {loop.output, mountPoint}).status == 0;
        const auto described = describeDevice(device);
        const auto target = findTarget(device);
        const bool refused =
            mounted && target &&
            !judgePlace((mountPoint + "/scan.json").toStdString(), rulesFor(*target)).has_value();
        const bool elsewhere =
            target && judgePlace(dir.filePath("scan.json").toStdString(), rulesFor(*target)).has_value();
        if (mounted)
            runTheTool("umount", {mountPoint});
        runTheTool("losetup", {"-d", loop.output});
        QVERIFY(mounted);
        QVERIFY(described.has_value());
        QCOMPARE(described->uses.size(), std::size_t{1});
        QCOMPARE(described->uses[0].where, mountPoint.toStdString());
        QCOMPARE(described->backingFile, image.toStdString());
        QVERIFY(refused);
        QVERIFY(elsewhere);
    }
};

ORBITA_TEST(TestKernelBlockDevice)

} // namespace test_kernel_block_device

#include "test_kernel_block_device.moc"
