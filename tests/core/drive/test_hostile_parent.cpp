// SPDX-License-Identifier: GPL-3.0-or-later
// The reader trusts nobody, its parent neither: whatever changes in the memory that they share while a
// command is on its way, only what was judged is issued. The reader is the real one; what it issues is
// written down behind its gate.
#include "core/drive/link/order_socket.h"
#include "core/drive/link/reader_channel.h"
#include "core/drive/scsi/commands.h"
#include "core/session/orders.h"

#include "support/leave_to_write.h"
#include "support/test_program.h"
#include <QCoreApplication>
#include <QDeadlineTimer>
#include <QFile>
#include <QProcess>
#include <QTemporaryDir>

#include <fcntl.h>
#include <functional>
#include <random>
#include <scsi/sg.h>
#include <sys/mman.h>
#include <sys/socket.h>
#include <thread>
#include <unistd.h>

namespace test_hostile_parent {

using namespace orbita;

using Change = std::function<void(ChannelEntry&)>;

// A real reader of a pretended drive, and this side of what it shares.
class PretendedReader {
public:
    PretendedReader(const QString& issued, bool withLog) {
        const int memory = memfd_create("channel", 0);
        if (memory < 0 || ftruncate(memory, sizeof(ReaderChannel)) != 0)
            qFatal("no memory");
        void* shared = mmap(nullptr, sizeof(ReaderChannel), PROT_READ | PROT_WRITE, MAP_SHARED, memory, 0);
        if (shared == MAP_FAILED || socketpair(AF_UNIX, SOCK_STREAM, 0, m_ends) != 0)
            qFatal("nothing to share");
        m_channel = static_cast<ReaderChannel*>(shared);
        const int log =
            withLog ? open(qPrintable(m_dir.filePath("log")), O_RDWR | O_APPEND | O_CREAT, 0600) : -1;
        QProcessEnvironment environment;
        environment.insert("LD_PRELOAD", QCoreApplication::applicationDirPath() + "/libpretended-sg.so");
        environment.insert("ORBITA_ISSUED", issued);
        m_process.setProcessEnvironment(environment);
        m_process.setChildProcessModifier([=, socket = m_ends[1]] {
            // Out of the way of the numbers that they get.
            const int from[] = {fcntl(memory, F_DUPFD, 100), fcntl(socket, F_DUPFD, 100),
                                fcntl(log, F_DUPFD, 100)};
            dup2(from[0], channelDescriptor);
            dup2(from[1], ordersDescriptor);
            if (log >= 0)
                dup2(from[2], logDescriptor);
            else
                ::close(logDescriptor);
        });
        m_process.start(QCoreApplication::applicationDirPath() + "/orbita-reader",
                        {"scsi", QString::number(getpid()), "/pretended/sg0"});
        if (!m_process.waitForStarted(60'000))
            qFatal("no reader");
        QDeadlineTimer patience(60'000);
        while (m_channel->stage.load() != static_cast<std::uint32_t>(OpenStage::open))
            if (patience.hasExpired())
                qFatal("it does not open");
        ::close(memory);
        ::close(log);
    }
    ~PretendedReader() {
        munmap(m_channel, sizeof(ReaderChannel));
        ::close(m_ends[0]);
        ::close(m_ends[1]);
    }
    PretendedReader(const PretendedReader&) = delete;
    PretendedReader& operator=(const PretendedReader&) = delete;

    ReaderChannel& channel() { return *m_channel; }
    bool runs() { return !m_process.waitForFinished(0); }
    bool endsInGoodOrder() {
        m_channel->quit = 1;
        wakeAll(m_channel->submitted);
        return m_process.waitForFinished(60'000) && m_process.exitStatus() == QProcess::NormalExit;
    }
    // An order, as it is; the answer, empty where none comes.
    std::string exchange(const std::string& message) {
        std::string answer;
        if (sendMessage(m_ends[0], message, std::chrono::seconds{20}) != 0)
            return {};
        m_channel->orders.fetch_add(1);
        wakeAll(m_channel->submitted);
        return receiveMessage(m_ends[0], answer, std::chrono::seconds{20}) == 0 ? answer : std::string{};
    }

private:
    QTemporaryDir m_dir;
    QProcess m_process;
    ReaderChannel* m_channel = nullptr;
    int m_ends[2] = {-1, -1};
};

// How often a command of that opcode was issued.
int timesIssued(const QString& issued, unsigned char opcode) {
    QFile file(issued);
    int times = 0;
    if (file.open(QIODevice::ReadOnly))
        for (QByteArray line = file.read(17); line.size() == 17; line = file.read(17))
            times += static_cast<unsigned char>(line[1]) == opcode ? 1 : 0;
    return times;
}

class TestHostileParent final : public QObject {
    Q_OBJECT
private slots:
    void onlyWhatWasJudgedIsIssued_data() {
        QTest::addColumn<Change>("bad");
        const auto row = [](const char* name, Change bad) { QTest::newRow(name) << bad; };
        row("another command", [](ChannelEntry& e) { e.block.bytes[0] = std::byte{0x2A}; }); // WRITE(10)
        row("another protocol", [](ChannelEntry& e) { e.block.protocol = Protocol::nvmeAdmin; });
        row("vital product data", [](ChannelEntry& e) { e.block.bytes[1] = std::byte{0xFF}; });
        row("data without end", [](ChannelEntry& e) { e.expectedBytes = 0xFFFF'FFFFU; });
        row("more data than was asked for", [](ChannelEntry& e) { e.expectedBytes = 4096; });
        row("into the ring, beyond its end", [](ChannelEntry& e) {
            e.ringMost = maxReadBytes;
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
        PretendedReader reader(issued, false);
        ReaderChannel& channel = reader.channel();

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
                entry.expectedBytes = good.expectedBytes;
                entry.ringMost = good.ringMost;
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
                QVERIFY2(spins % 10'000 != 9'999 || reader.runs(), "the reader has ended");
                std::this_thread::yield();
            }
            refused += channel.entries[i % channelEntries].refused ? 1 : 0;
        }
        changing.request_stop();
        changing.join();
        QVERIFY(reader.endsInGoodOrder());

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
    // What is ordered over the socket is judged as well: bytes that are no order are answered, and what would
    // have to be written down is not done where there is no log.
    void ordersAreJudged() {
        constexpr unsigned char sendDiagnostic = 0x1D;
        for (const bool withLog : {false, true}) {
            const QTemporaryDir dir;
            const QString issued = dir.filePath("issued");
            PretendedReader reader(issued, withLog);
            std::mt19937 random(5);
            const std::string good = encodeOrder(AbortTestOrder{Family::scsi});
            for (int i = 0; i < 200; ++i) {
                std::string bad = good;
                for (unsigned hits = random() % 4 + 1; hits > 0; --hits)
                    bad[random() % bad.size()] = static_cast<char>(random());
                QVERIFY(!decodeReply(reader.exchange(bad))); // nobody has said which drive is meant
            }
            QCOMPARE(timesIssued(issued, sendDiagnostic), 0);
            QVERIFY(decodeReply(reader.exchange(encodeOrder(OpenOrder{{}, "me"}))));
            QCOMPARE(decodeReply(reader.exchange(good)).has_value(), withLog);
            QCOMPARE(timesIssued(issued, sendDiagnostic), withLog ? 1 : 0);
            // What is no drive of the kernel's is not written to.
            QVERIFY(!decodeReply(
                reader.exchange(encodeOrder(test::leaveFor({{Lba{0}, SectorCount{1}}}, DriveId{})))));
            QVERIFY(reader.endsInGoodOrder());
        }
    }
};

ORBITA_TEST(TestHostileParent)

} // namespace test_hostile_parent

#include "test_hostile_parent.moc"
