// SPDX-License-Identifier: GPL-3.0-or-later
// The reader trusts nobody, its parent neither: whatever changes in the memory that they share while a
// command is on its way, only what was judged is issued. The reader is the real one; what it issues is
// written down behind its gate.
#include "core/drive/link/reader/reader_channel.h"
#include "core/drive/scsi/commands.h"

#include <QCoreApplication>
#include <QFile>
#include <QProcess>
#include <QTemporaryDir>
#include <QTest>
#include <functional>
#include <scsi/sg.h>
#include <sys/mman.h>
#include <thread>
#include <unistd.h>

using namespace orbita;

namespace {

using Change = std::function<void(ChannelEntry&)>;

} // namespace

class TestHostileParent final : public QObject {
    Q_OBJECT
private slots:
    void onlyWhatWasJudgedIsIssued_data() {
        QTest::addColumn<Change>("bad");
        const auto row = [](const char* name, Change bad) { QTest::newRow(name) << bad; };
        row("another command", [](ChannelEntry& e) { e.block.bytes[0] = std::byte{0x2A}; }); // WRITE(10)
        row("another protocol", [](ChannelEntry& e) { e.block.protocol = Protocol::nvmeAdmin; });
        row("vital product data", [](ChannelEntry& e) { e.block.bytes[1] = std::byte{0xFF}; });
        row("parameters without end", [](ChannelEntry& e) { e.parameterBytes = 0xFFFF'FFFFU; });
        row("some parameters", [](ChannelEntry& e) { e.parameterBytes = 64; });
        row("data without end", [](ChannelEntry& e) { e.expectedBytes = 0xFFFF'FFFFU; });
        row("more data than was asked for", [](ChannelEntry& e) { e.expectedBytes = 4096; });
        row("into the ring, beyond its end", [](ChannelEntry& e) {
            e.toRing = true;
            e.ringAt = ringBytes - ringAlignment;
            e.expectedBytes = maxReadBytes;
        });
        row("many at once, of no end", [](ChannelEntry& e) {
            e.depth = 0xFFFF'FFFFU;
            e.expectedBytes = 0xFFFF'FFFFU;
        });
    }
    void onlyWhatWasJudgedIsIssued() {
        QFETCH(Change, bad);
        const QTemporaryDir dir;
        const QString issued = dir.filePath("issued");
        const int memory = memfd_create("channel", 0);
        QVERIFY(memory >= 0 && ftruncate(memory, sizeof(ReaderChannel)) == 0);
        void* shared = mmap(nullptr, sizeof(ReaderChannel), PROT_READ | PROT_WRITE, MAP_SHARED, memory, 0);
        QVERIFY(shared != MAP_FAILED);
        auto& channel = *static_cast<ReaderChannel*>(shared);

        QProcess reader;
        QProcessEnvironment environment;
        environment.insert("LD_PRELOAD", QCoreApplication::applicationDirPath() + "/libpretended-sg.so");
        environment.insert("ORBITA_ISSUED", issued);
        reader.setProcessEnvironment(environment);
        reader.setChildProcessModifier([memory] { dup2(memory, channelDescriptor); });
        reader.start(QCoreApplication::applicationDirPath() + "/orbita-reader",
                     {"scsi", "reading", QString::number(getpid()), "/pretended/sg0"});
        QVERIFY(reader.waitForStarted(60'000));
        QTRY_COMPARE_WITH_TIMEOUT(channel.stage.load(), static_cast<std::uint32_t>(OpenStage::open), 60'000);

        ChannelEntry good{};
        good.block = scsi::inquiry(std::nullopt, 36);
        good.expectedBytes = 36;
        good.depth = 1;
        good.haltAfterNs = INT64_MAX;
        ChannelEntry worse = good;
        bad(worse);
        std::atomic<std::uint32_t> aim{0};
        // Changes the command that is on its way, to and fro, as fast as it can.
        std::jthread changing([&](const std::stop_token& stop) {
            while (!stop.stop_requested()) {
                ChannelEntry& entry = channel.entries[aim.load(std::memory_order_relaxed) % channelEntries];
                bad(entry);
                std::atomic_signal_fence(std::memory_order_seq_cst);
                entry.block = good.block;
                entry.parameterBytes = good.parameterBytes;
                entry.expectedBytes = good.expectedBytes;
                entry.toRing = good.toRing;
                entry.ringAt = good.ringAt;
                entry.depth = good.depth;
                std::atomic_signal_fence(std::memory_order_seq_cst);
            }
        });
        constexpr std::uint32_t commands = 20'000;
        std::uint32_t refused = 0;
        for (std::uint32_t i = 0; i < commands; ++i) {
            channel.entries[i % channelEntries] = i % 16 == 0 ? worse : good;
            aim = i;
            channel.submitted.store(i + 1, std::memory_order_release);
            wakeAll(channel.submitted);
            for (int spins = 0; channel.completed.load(std::memory_order_acquire) != i + 1; ++spins) {
                QVERIFY2(spins % 10'000 != 9'999 || !reader.waitForFinished(0), "the reader has ended");
                std::this_thread::yield();
            }
            refused += channel.entries[i % channelEntries].refused ? 1 : 0;
        }
        changing.request_stop();
        changing.join();
        channel.quit = 1;
        wakeAll(channel.submitted);
        QVERIFY(reader.waitForFinished(60'000));
        QCOMPARE(reader.exitStatus(), QProcess::NormalExit);
        munmap(shared, sizeof(ReaderChannel));
        close(memory);

        QFile file(issued);
        QVERIFY(file.open(QIODevice::ReadOnly));
        QByteArray expected(17, '\0');
        expected[0] = static_cast<char>(-SG_DXFER_FROM_DEV);
        std::memcpy(expected.data() + 1, good.block.bytes.data(), 16);
        qsizetype count = 0;
        for (QByteArray line = file.read(17); !line.isEmpty(); line = file.read(17), ++count)
            QVERIFY2(line == expected, line.toHex());
        // Each was either issued as it was judged, or refused; and there were many of either.
        QCOMPARE(count + refused, qsizetype{commands});
        QVERIFY2(count > 100 && refused > 100, qPrintable(QString::number(refused)));
    }
};

QTEST_GUILESS_MAIN(TestHostileParent)
#include "test_hostile_parent.moc"
