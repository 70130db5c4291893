// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/link/reader_link.h"
#include "core/drive/plain/read_block.h"
#include "core/drive/plain/reply.h"
#include "core/families/plain/plain_drive.h"
#include "core/scan/session.h"
#include "reader/disturbance_watch.h"
#include "support/long_wait.h"
#include "support/scan_runner.h"
#include "support/test_program.h"

#include <QDir>
#include <QElapsedTimer>
#include <QFile>
#include <QProcess>
#include <QTemporaryDir>
#include <csignal>
#include <fcntl.h>
#include <fstream>
#include <sys/stat.h>
#include <unistd.h>

namespace test_reader_link {

using namespace orbita;

// The readers this process has started and that still live.
std::vector<int> readers() {
    std::vector<int> pids;
    for (const QString& entry : QDir(QStringLiteral("/proc")).entryList(QDir::Dirs)) {
        QFile stat(QStringLiteral("/proc/%1/stat").arg(entry));
        if (!stat.open(QIODevice::ReadOnly))
            continue;
        const QByteArray line = stat.readAll();
        if (line.contains("(orbita-reader)") && line.split(' ').value(3).toInt() == getpid() &&
            line.split(' ').value(2) != "Z")
            pids.push_back(entry.toInt());
    }
    return pids;
}

Request readOf(std::uint64_t tag, std::uint64_t offset, std::uint32_t length) {
    Request request;
    request.tag = tag;
    request.block = plain::readBlock(offset, length);
    request.expected = length;
    request.haltAfter = test::longWait;
    return request;
}

// What stands in the test's own files: each sector tells its number.
QByteArray numbered(std::uint64_t bytes) {
    QByteArray content(static_cast<qsizetype>(bytes), Qt::Uninitialized);
    for (std::uint64_t at = 0; at < bytes; at += 8) {
        const std::uint64_t word = at * 0x9E3779B97F4A7C15ULL + 1;
        std::memcpy(content.data() + at, &word, 8);
    }
    return content;
}

class TestReaderLink : public QObject {
    Q_OBJECT
private:
    QTemporaryDir m_dir;
    std::string file(const char* name, qint64 size) {
        QFile f(m_dir.filePath(QLatin1String(name)));
        if (!f.open(QIODevice::WriteOnly) || !f.resize(size))
            qFatal("no room for test files");
        return f.fileName().toStdString();
    }

private slots:
    // No reader outlives its link, but it may take a moment to go.
    void init() { TRY_COMPARE(readers().size(), std::size_t{0}); }
    void handsOverWhatItReads_data() {
        QTest::addColumn<unsigned>("depth");
        QTest::addColumn<unsigned>("blockBytes");
        for (const unsigned depth : {1U, 4U, 32U})
            for (const unsigned bytes : {4096U, 65'536U, 1U << 20U, 4U << 20U})
                QTest::addRow("%u at once, %u bytes", depth, bytes) << depth << bytes;
    }
    void handsOverWhatItReads() {
        QFETCH(unsigned, depth);
        QFETCH(unsigned, blockBytes);
        constexpr std::uint64_t size = 40U << 20U;
        const QByteArray content = numbered(size);
        const std::string path = file("numbered", 0);
        {
            QFile f(QString::fromStdString(path));
            QVERIFY(f.open(QIODevice::WriteOnly) && f.write(content) == content.size());
        }
        auto opened = openReaderLink(path, test::longWait);
        QVERIFY2(opened.has_value(), opened ? "" : opened.error().message().c_str());
        Link& link = *opened->link;
        QVERIFY(link.handOverReads(HandOver::whole, blockBytes));
        QVERIFY(link.setDepth(depth));
        QVERIFY(link.queueLimit() >= 8 && link.queueLimit() * blockBytes <= (32U << 20U));
        const std::uint64_t blocks = size / blockBytes;
        std::uint64_t sent = 0;
        std::uint64_t got = 0;
        std::vector<Reply> replies(64);
        while (got < blocks) {
            std::vector<Request> requests;
            for (; sent < blocks && sent - got < link.queueLimit(); ++sent)
                requests.push_back(readOf(sent, sent * blockBytes, blockBytes));
            link.submit(requests);
            const std::size_t n = link.reap(replies, test::longWait);
            QVERIFY(n > 0);
            for (std::size_t i = 0; i < n; ++i, ++got) {
                QCOMPARE(replies[i].tag, got); // in the order they were asked
                QCOMPARE(replies[i].transport, TransportStatus::answered);
                QVERIFY(replies[i].latency.count() > 0);
                QCOMPARE(replies[i].data.size(), std::size_t{blockBytes});
                QVERIFY(std::memcmp(replies[i].data.data(), content.data() + got * blockBytes, blockBytes) ==
                        0);
            }
        }
    }
    void saysWhatIsZeros_data() {
        QTest::addColumn<unsigned>("depth");
        QTest::addColumn<unsigned>("blockBytes");
        QTest::addColumn<bool>("whole");
        for (const unsigned depth : {1U, 8U})
            for (const unsigned bytes : {65'536U, 1U << 20U})
                for (const bool whole : {false, true})
                    QTest::addRow("%u at once, %u bytes, %s", depth, bytes,
                                  whole ? "whole" : "their beginning")
                        << depth << bytes << whole;
    }
    // By all that was read, whatever part of it is handed over.
    void saysWhatIsZeros() {
        QFETCH(unsigned, depth);
        QFETCH(unsigned, blockBytes);
        QFETCH(bool, whole);
        constexpr std::uint64_t blocks = 16;
        QByteArray content = numbered(blocks * blockBytes);
        const auto clear = [&](std::uint64_t block) {
            std::memset(content.data() + block * blockBytes, 0, blockBytes);
        };
        for (const std::uint64_t block : {3U, 5U, 7U, 9U})
            clear(block);
        content[static_cast<qsizetype>(6 * blockBytes - 1)] = 'x'; // the last byte of block 5
        content[static_cast<qsizetype>(7 * blockBytes)] = 'x';     // the first of block 7
        const std::string path = file("partly zeros", 0);
        {
            QFile f(QString::fromStdString(path));
            QVERIFY(f.open(QIODevice::WriteOnly) && f.write(content) == content.size());
        }
        auto opened = openReaderLink(path, test::longWait);
        QVERIFY(opened.has_value());
        Link& link = *opened->link;
        const unsigned handed = whole ? blockBytes : 512;
        QVERIFY(link.handOverReads(whole ? HandOver::whole : HandOver::beginning, handed));
        QVERIFY(link.setDepth(depth));
        std::vector<Request> requests;
        for (std::uint64_t block = 0; block < blocks; ++block)
            requests.push_back(readOf(block, block * blockBytes, blockBytes));
        link.submit(requests);
        std::vector<Reply> replies(blocks);
        for (std::uint64_t got = 0; got < blocks;) {
            const std::size_t n = link.reap(replies, test::longWait);
            QVERIFY(n > 0);
            for (std::size_t i = 0; i < n; ++i, ++got) {
                QCOMPARE(replies[i].tag, got);
                QCOMPARE(replies[i].zeros, got == 3 || got == 9);
                QCOMPARE(replies[i].data.size(), std::size_t{handed});
                QVERIFY(std::memcmp(replies[i].data.data(), content.data() + got * blockBytes, handed) == 0);
            }
        }
        // And nothing of it, once it is not wanted any more.
        QVERIFY(link.handOverReads(HandOver::nothing, 0));
        link.submit(std::span(requests).subspan(3, 1));
        QCOMPARE(link.reap(replies, test::longWait), std::size_t{1});
        QVERIFY(replies[0].data.empty() && !replies[0].zeros);
    }
    // Trouble halts the queue also where several are under way: what was at the drive is answered, the rest
    // comes back unsent, and nothing more is sent unasked.
    void severalAtOnceHaltAtTrouble() {
        const std::string path = file("short", 1U << 20U);
        auto opened = openReaderLink(path, test::longWait);
        QVERIFY(opened.has_value());
        Link& link = *opened->link;
        QVERIFY(link.setDepth(4));
        QVERIFY(!link.setDepth(1000));
        QVERIFY(link.setDepth(4));
        std::vector<Request> requests;
        for (std::uint64_t i = 0; i < 60; ++i)
            requests.push_back(
                readOf(i, i == 10 ? 2U << 20U : i * 4096, 4096)); // the tenth lies behind the end
        link.submit(requests);
        std::vector<Reply> replies(64);
        std::vector<Reply> all;
        while (all.size() < requests.size()) {
            const std::size_t n = link.reap(replies, test::longWait);
            QVERIFY(n > 0);
            all.insert(all.end(), replies.begin(), replies.begin() + static_cast<std::ptrdiff_t>(n));
        }
        std::size_t behind = 0;
        for (std::size_t i = 0; i < all.size(); ++i) {
            QCOMPARE(all[i].tag, i);
            if (i < 10)
                QCOMPARE(all[i].transferred, 4096U);
            else if (i == 10)
                QVERIFY(all[i].transport == TransportStatus::answered && all[i].transferred == 0);
            else
                behind += all[i].transport == TransportStatus::answered ? 1 : 0;
        }
        QVERIFY2(behind <= 8, qPrintable(QString::number(behind)));
        const Request again = readOf(99, 0, 4096);
        link.submit({&again, 1});
        QCOMPARE(link.reap(replies, test::longWait), std::size_t{1});
        QCOMPARE(replies[0].transferred, 4096U);
    }
    void kernelCountsAreRead() {
        using reader::countsOf;
        using reader::KernelCounts;
        QVERIFY(countsOf("100 2 8000 40 50 6 400 30 3 55 70 3 1 24 2 5 9") == (KernelCounts{8429, 3}));
        QVERIFY(countsOf("100 2 8000 40 50 6 400 30 0 55 70") == (KernelCounts{8400, 0}));
        for (const char* wrong : {"", "no line", "1 2 3"})
            QVERIFY(!countsOf(wrong));
        QVERIFY(reader::statisticsOf("/no/such/node").empty());
        QVERIFY(reader::statisticsOf("/proc/self/exe").empty()); // a file has none
    }
    // What moves in the counts beside our own reads disturbed the command; what we read ourselves did not.
    void countsOfOthersDisturb() {
        const auto counts = [&](std::uint64_t sectors, int underWay = 0) {
            std::ofstream(m_dir.filePath("stat").toStdString())
                << "1 0 " << sectors << " 0 0 0 0 0 " << underWay << " 0 0 0 0 0 0 0 0\n";
        };
        counts(1000);
        reader::DisturbanceWatch watch(m_dir.filePath("stat").toStdString(), true);
        ChannelEntry entry{};
        const auto answered = [&](std::uint32_t bytes, int ms) {
            timespec t{};
            clock_gettime(CLOCK_MONOTONIC, &t);
            entry.completedAtNs = t.tv_sec * 1'000'000'000LL + t.tv_nsec;
            entry.transferredBytes = bytes;
            entry.latencyNs = ms * 1'000'000LL;
            return watch.after(entry);
        };
        counts(1008);
        QCOMPARE(answered(4096, 5), Disturbance::none);
        counts(1024);
        QCOMPARE(answered(4096, 5), Disturbance::otherLoad);
        counts(1032);
        QCOMPARE(answered(4096, 5), Disturbance::none);
        // Of a read that failed, nobody knows how much was counted.
        entry.systemError = EIO;
        counts(1033);
        QCOMPARE(answered(0, 5), Disturbance::none);
        entry.systemError = 0;
        counts(1041);
        QCOMPARE(answered(4096, 5), Disturbance::none);
        // Another's command that is still at the device, or has been answered but is not counted yet, is why
        // a late one was late.
        counts(1049, 1);
        QCOMPARE(answered(4096, 5), Disturbance::none);
        counts(1057, 1);
        QCOMPARE(answered(4096, 300), Disturbance::otherLoad);
        counts(1065);
        QCOMPARE(answered(4096, 300), Disturbance::none);
    }
    void aProcessThatDidNotRunIsSeen() {
        reader::DisturbanceWatch watch({}, true);
        ChannelEntry entry{};
        timespec t{};
        clock_gettime(CLOCK_MONOTONIC, &t);
        // As it looks to one who has just been woken: the command's end lies far behind the last beat.
        entry.completedAtNs = t.tv_sec * 1'000'000'000LL + t.tv_nsec + 900'000'000;
        entry.latencyNs = 800'000'000;
        QCOMPARE(watch.after(entry), Disturbance::starved);
        // The same wait with the process running all the while is the drive's.
        QTest::qWait(300);
        clock_gettime(CLOCK_MONOTONIC, &t);
        entry.completedAtNs = t.tv_sec * 1'000'000'000LL + t.tv_nsec;
        entry.latencyNs = 2'000'000'000;
        QCOMPARE(watch.after(entry), Disturbance::none);
    }
    void opensForReadingOnly() {
        const std::string path = file("image", 1 << 20);
        auto opened = openReaderLink(path, test::longWait);
        QVERIFY(opened.has_value());
        QCOMPARE(opened->facts.sizeBytes, std::uint64_t{1 << 20});
        const auto pids = readers();
        QCOMPARE(pids.size(), std::size_t{1});
        // Every descriptor of the reader that leads to the image is open for reading only.
        int found = 0;
        const QString fds = QStringLiteral("/proc/%1/fd").arg(pids[0]);
        for (const QString& fd : QDir(fds).entryList(QDir::Files | QDir::System | QDir::NoDotAndDotDot)) {
            if (QFile::symLinkTarget(fds + '/' + fd) != QString::fromStdString(path))
                continue;
            QFile info(QStringLiteral("/proc/%1/fdinfo/%2").arg(pids[0]).arg(fd));
            QVERIFY(info.open(QIODevice::ReadOnly));
            const QByteArray text = info.readAll();
            const qsizetype at = text.indexOf("flags:") + 6;
            const int flags = text.mid(at, text.indexOf('\n', at) - at).trimmed().toInt(nullptr, 8);
            QCOMPARE(flags & O_ACCMODE, O_RDONLY);
            ++found;
        }
        QCOMPARE(found, 1);
    }
    void answersComeInOrder() {
        auto opened = openReaderLink(file("order", 4 << 20), test::longWait);
        QVERIFY(opened.has_value());
        Link& link = *opened->link;
        std::vector<Request> requests;
        for (std::uint64_t i = 0; i < link.queueLimit(); ++i)
            requests.push_back(readOf(i, i * 65536, 65536));
        link.submit(requests);
        std::array<Reply, 64> replies{};
        std::uint64_t next = 0;
        Nanoseconds last{};
        while (next < requests.size()) {
            const std::size_t n = link.reap(replies, test::longWait);
            QVERIFY(n > 0);
            for (std::size_t i = 0; i < n; ++i) {
                QCOMPARE(replies[i].tag, next++);
                QCOMPARE(replies[i].transport, TransportStatus::answered);
                QCOMPARE(replies[i].transferred, 65536U);
                QVERIFY(replies[i].latency.count() > 0);
                QVERIFY(replies[i].completedAt - replies[i].latency >= last);
                last = replies[i].completedAt;
            }
        }
    }
    // A read past the end halts the queue, also for what is submitted before the link has learnt of it.
    void queueHaltsAtTrouble() {
        auto opened = openReaderLink(file("halt", 1 << 20), test::longWait);
        QVERIFY(opened.has_value());
        Link& link = *opened->link;
        const std::array<Request, 3> first = {readOf(0, 0, 4096), readOf(1, 1 << 20, 4096),
                                              readOf(2, 4096, 4096)};
        link.submit(first);
        QTest::qSleep(100);
        const Request late = readOf(3, 8192, 4096);
        link.submit({&late, 1});
        std::array<Reply, 8> replies{};
        std::size_t n = 0;
        while (n < 4)
            n += link.reap(std::span(replies).subspan(n), test::longWait);
        QCOMPARE(replies[0].transport, TransportStatus::answered);
        QCOMPARE(plain::classifyReply(replies[1]).outcome, Outcome::beyondEnd);
        QCOMPARE(replies[2].transport, TransportStatus::withdrawn);
        QCOMPARE(replies[3].transport, TransportStatus::withdrawn);
        // Now it is known: sending goes on.
        link.submit({&late, 1});
        QCOMPARE(link.reap(replies, test::longWait), std::size_t{1});
        QCOMPARE(replies[0].transport, TransportStatus::answered);
    }
    void clearWordsForWhatCannotBeOpened_data() {
        QTest::addColumn<QString>("path");
        QTest::addColumn<QString>("words");
        QTest::newRow("no such path") << "/no/such/drive"
                                      << "No such file";
        QTest::newRow("directory") << "/tmp"
                                   << "directory";
        QTest::newRow("character device") << "/dev/null"
                                          << "neither a block device nor a file";
    }
    void clearWordsForWhatCannotBeOpened() {
        QFETCH(QString, path);
        QFETCH(QString, words);
        const auto opened = openPlainDrive(path.toStdString(), {}, test::longWait);
        QVERIFY(!opened.has_value());
        const QString message = QString::fromStdString(opened.error().message());
        QVERIFY2(message.contains(words), qPrintable(message));
        QVERIFY(!opened.error().advice.empty());
    }
    void emptyFileIsRefused() {
        const auto opened = openPlainDrive(file("empty", 0), {}, test::longWait);
        QVERIFY(!opened.has_value());
        QVERIFY(QString::fromStdString(opened.error().message()).contains("empty"));
    }
    void noPermissionSaysWhatWouldGiveIt() {
        const std::string path = file("secret", 4096);
        QVERIFY(QFile::setPermissions(QString::fromStdString(path), {}));
        // Root may open anything: be nobody meanwhile, where nobody may run the reader at all.
        constexpr uid_t nobody = 65534;
        const bool root = geteuid() == 0;
        QVERIFY(!root ||
                (QFile::setPermissions(m_dir.path(), QFile::ReadOther | QFile::ExeOther | QFile::ReadOwner |
                                                         QFile::WriteOwner | QFile::ExeOwner) &&
                 seteuid(nobody) == 0));
        const auto opened = openPlainDrive(path, {}, test::longWait);
        QVERIFY(!root || seteuid(0) == 0);
        QVERIFY(!opened.has_value());
        QCOMPARE(opened.error().kind, Error::Kind::noPermission);
        if (opened.error().on == path) // else this checkout lies where nobody may not go
            QVERIFY(opened.error().advice.text().find("\"disk\"") != std::string::npos);
    }
    void killedReaderIsToldApartFromADrive() {
        auto opened = openReaderLink(file("killed", 1 << 20), test::longWait);
        QVERIFY(opened.has_value());
        const auto pids = readers();
        QCOMPARE(pids.size(), std::size_t{1});
        kill(pids[0], SIGKILL);
        QTest::qSleep(50);
        const Request request = readOf(7, 0, 4096);
        opened->link->submit({&request, 1});
        Reply reply;
        std::size_t n = 0;
        for (int i = 0; i < 600 && n == 0; ++i)
            n = opened->link->reap({&reply, 1}, std::chrono::milliseconds{100});
        QCOMPARE(n, std::size_t{1});
        QCOMPARE(plain::classifyReply(reply).outcome, Outcome::readerLost);
    }
    void readerEndsWithTheLink() {
        {
            auto opened = openReaderLink(file("ends", 1 << 20), test::longWait);
            QVERIFY(opened.has_value());
        }
        TRY_COMPARE(readers().size(), std::size_t{0});
    }
    void fileThatShrinksIsReported() {
        const std::string path = file("shrinks", 8 << 20);
        auto drive = openPlainDrive(path, {}, test::longWait);
        QVERIFY(drive.has_value());
        QVERIFY(truncate(path.c_str(), (3 << 20) + 512) == 0);
        ScanPlan plan;
        plan.blockSectors = 128;
        const ScanRecord record = test::runScan(**drive, plan);
        QCOMPARE(record.status.ended, EndReason::shrunk);
        QCOMPARE(record.covered.size(), std::size_t{1});
        QCOMPARE(record.covered[0].end().value, std::uint64_t{(3 << 20) / 512});
        QVERIFY(record.ledger.empty()); // a shorter file is no defect
    }
    void wholeFileIsRead() {
        auto drive = openPlainDrive(file("whole", (5 << 20) + 512 * 3 + 100), {}, test::longWait);
        QVERIFY(drive.has_value());
        QCOMPARE((*drive)->limits().notes.back(), AccessNote::partialLastSector);
        const ScanRecord record = test::runScan(**drive, {});
        QCOMPARE(record.status.ended, EndReason::complete);
        QVERIFY(test::wholeSpanCovered(record));
        QCOMPARE(record.status.totals.covered.value, std::uint64_t{(5 << 20) / 512 + 3});
    }
    // A reader that hangs, as one does on a frozen drive, holds nobody up.
    void stopAnswersWhileAReadHangs() {
        const std::string path = file("slow", 1 << 20);
        QElapsedTimer timer;
        std::int64_t tookMs = 0;
        {
            ScanSession session(
                [&](const std::stop_token& stop) -> Result<std::unique_ptr<Drive>> {
                    auto drive = openPlainDrive(path, {}, std::chrono::seconds{60}, stop);
                    for (const int pid : readers())
                        kill(pid, SIGSTOP); // frozen: no answer to anything from here on
                    return drive;
                },
                ScanPlan{});
            QTest::qWait(300);
            QVERIFY(!session.ended());
            timer.start();
            session.stop();
        }
        tookMs = timer.elapsed();
        for (const int pid : readers())
            kill(pid, SIGCONT);
        QVERIFY2(tookMs <= 200, qPrintable(QString::number(tookMs)));
    }
    // One whose parent has gone before it could ask reads for nobody; one that is called otherwise than by a
    // link does nothing.
    void aReaderWorksForItsParentOnly() {
        const auto ends = [](const QStringList& arguments) {
            QProcess reader;
            reader.start(QCoreApplication::applicationDirPath() + "/orbita-reader", arguments);
            return reader.waitForFinished(60'000) ? reader.exitCode() : -1;
        };
        const QString me = QString::number(getpid());
        QCOMPARE(ends({"plain", "1", "/dev/null"}), 0);
        QCOMPARE(ends({"sideways", me, "/dev/null"}), 2);
        QCOMPARE(ends({"plain", "writing", me, "/dev/null"}), 2); // there is no such word
        QCOMPARE(ends({"plain", "nobody", "/dev/null"}), 2);
        QCOMPARE(ends({"plain", "/dev/null"}), 2);
    }
};

ORBITA_TEST(TestReaderLink)

} // namespace test_reader_link

#include "test_reader_link.moc"
