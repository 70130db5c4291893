// SPDX-License-Identifier: GPL-3.0-or-later
// The real program treats real block devices of the running kernel, whose bad places heal when they are
// written: refused while somebody uses it, killed at any moment and gone on with. ORBITA_KILLS says how often
// (6). Needs root, loop devices and FUSE; says which of them is missing where it cannot run.
#include "support/cli_runner.h"
#include "support/kernel_device.h"
#include "support/test_program.h"

#include <QTemporaryDir>
#include <fcntl.h>
#include <random>
#include <sys/mount.h>
#include <unistd.h>

namespace test_treat_devices {

using namespace orbita::test;

constexpr std::uint64_t sectors = 16 * 2048;

QByteArray randomContents() {
    std::mt19937 random(11);
    QByteArray bytes(static_cast<qsizetype>(sectors * 512), '\0');
    for (char& c : bytes)
        c = static_cast<char>(random());
    return bytes;
}

// The device has no serial number: what is typed is its capacity.
QStringList treatment(const KernelDevice& device, const QStringList& more) {
    return QStringList{QStringLiteral("treat"),     QString::fromStdString(device.device()),
                       QStringLiteral("--data"),    QStringLiteral("saved"),
                       QStringLiteral("--confirm"), QStringLiteral("17 MB"),
                       QStringLiteral("--margin"),  QStringLiteral("64")} +
           more;
}

QByteArray three() {
    return fault("heal", 1000, 1) + fault("heal", 9000, 1) + fault("heal", 9001, 1) +
           fault("delay", 20'000, 8, "0.3");
}

QString ledger(const QString& path) {
    QFile file(path);
    if (!file.open(QIODevice::WriteOnly))
        qFatal("cannot write");
    file.write("lba,sectors,byte_offset,percent,grade,standing\r\n"
               "1000,1,512000,0,unreadable,confirmed\r\n"
               "9000,2,4608000,0,unreadable,confirmed\r\n"
               "20000,2048,10240000,0,straining,confirmed\r\n");
    return path;
}

class TestTreatDevices final : public QObject {
    Q_OBJECT
private slots:
    void init() { qputenv("XDG_DATA_HOME", m_dir.filePath(QString::number(++m_number)).toUtf8()); }

    // While the scan's own reader has the device open: nobody else does.
    void treatedAsItIsScanned() {
        const QByteArray before = randomContents();
        KernelDevice device(sectors * 512, fault("heal", 1000, 1) + fault("heal", 9000, 1), before);
        NEED(device);
        const QString name = QString::fromStdString(device.device());
        const QStringList scan{QStringLiteral("scan"),    name,
                               QStringLiteral("--data"),  QStringLiteral("saved"),
                               QStringLiteral("--treat"), QStringLiteral("refresh,pieced,zeros")};
        // Nobody has confirmed it, or another drive: nothing is read, and nothing is written.
        QCOMPARE(cli(scan).status, 2);
        const Ran wrong = cli(scan + QStringList{QStringLiteral("--confirm"), QStringLiteral("1 TB")});
        QVERIFY2(wrong.status == 2 && wrong.err.contains(QStringLiteral("capacity")),
                 qPrintable(wrong.out + wrong.err));
        QCOMPARE(device.contents(), before);
        const Ran ran = cli(scan + QStringList{QStringLiteral("--confirm"), QStringLiteral("17 MB")});
        QVERIFY2(ran.status == 1, qPrintable(ran.out + ran.err)); // it has found something
        QVERIFY2(ran.out.contains(QStringLiteral("2 of 2 places that were treated read well now")),
                 qPrintable(ran.out + ran.err));
        QCOMPARE(device.faults().count("heal"), 0);
        QByteArray after = before;
        for (const qsizetype sector : {1000, 9000})
            after.replace(sector * 512, 512, QByteArray(512, '\0'));
        QCOMPARE(device.contents(), after);
        const Ran clean =
            cli({QStringLiteral("scan"), name, QStringLiteral("--data"), QStringLiteral("saved")});
        QVERIFY2(clean.status == 0, qPrintable(clean.out + clean.err));
    }
    void treatedUntilItReadsClean() {
        const QByteArray before = randomContents();
        KernelDevice device(sectors * 512, three(), before);
        NEED(device);
        const QString list = ledger(m_dir.filePath(QStringLiteral("ledger.csv")));
        const QString name = QString::fromStdString(device.device());
        // Told first: nothing is written.
        const Ran told = cli({QStringLiteral("treat"), name, QStringLiteral("--ledger"), list});
        QVERIFY2(told.status == 1, qPrintable(told.out + told.err)); // nobody said whether the data is saved
        QVERIFY(told.out.contains(QStringLiteral("Nothing was written")));
        QCOMPARE(device.contents(), before);
        // Gently: what cannot be read is left alone, and what is slow is as it was.
        const Ran gentle = cli(treatment(device, {QStringLiteral("--ledger"), list}));
        QVERIFY2(gentle.status == 1, qPrintable(gentle.out + gentle.err));
        QCOMPARE(device.contents(), before);
        QCOMPARE(device.faults().count("heal"), 3);
        const Ran wrong = cli(QStringList{QStringLiteral("treat"), name, QStringLiteral("--ledger"), list,
                                          QStringLiteral("--data"), QStringLiteral("saved"),
                                          QStringLiteral("--confirm"), QStringLiteral("1 TB")});
        QCOMPARE(wrong.status, 2);
        QVERIFY2(wrong.err.contains(QStringLiteral("not the drive's capacity")), qPrintable(wrong.err));
        const Ran given = cli(
            treatment(device, {QStringLiteral("--ledger"), list, QStringLiteral("--steps"),
                               QStringLiteral("refresh,pieced,zeros"), QStringLiteral("--only"),
                               QStringLiteral("unreadable"), QStringLiteral("--json"), QStringLiteral("-")}));
        QVERIFY2(given.status == 0, qPrintable(given.out + given.err));
        QCOMPARE(given.out.count(QStringLiteral("\"healed\":true")), 3);
        QByteArray expected = before;
        for (const int sector : {1000, 9000, 9001})
            expected.replace(sector * 512, 512, QByteArray(512, '\0'));
        QCOMPARE(device.contents(), expected);
        const Ran again = cli({QStringLiteral("scan"), name, QStringLiteral("--block"), QStringLiteral("256"),
                               QStringLiteral("--data"), QStringLiteral("saved")});
        QVERIFY2(again.status == 0, qPrintable(again.out + again.err)); // nothing unreadable any more
    }
    // Mounted, or taken by another program: refused, by the kernel's word.
    void whatIsInUseIsRefused() {
        const QByteArray before = randomContents();
        KernelDevice device(sectors * 512, three(), before);
        NEED(device);
        const QString list = ledger(m_dir.filePath(QStringLiteral("ledger.csv")));
        const int taken = open(device.device().c_str(), O_RDWR | O_EXCL | O_CLOEXEC);
        QVERIFY(taken >= 0);
        const Ran busy = cli(treatment(device, {QStringLiteral("--ledger"), list}));
        close(taken);
        QCOMPARE(busy.status, 2);
        QVERIFY2(busy.err.contains(QStringLiteral("another program has it open for itself")),
                 qPrintable(busy.err));
        KernelDevice clean(sectors * 512, {}, before);
        NEED(clean);
        const QString name = QString::fromStdString(clean.device());
        QVERIFY(runTheTool(QStringLiteral("mkfs.ext4"), {QStringLiteral("-q"), QStringLiteral("-F"), name})
                    .status == 0);
        const QTemporaryDir at;
        QVERIFY(mount(clean.device().c_str(), at.path().toLocal8Bit().constData(), "ext4", 0, nullptr) == 0);
        const Ran mounted = cli(treatment(clean, {QStringLiteral("--ledger"), list}));
        umount2(at.path().toLocal8Bit().constData(), MNT_DETACH);
        QCOMPARE(mounted.status, 2);
        QVERIFY2(mounted.err.contains(QStringLiteral("it is mounted")), qPrintable(mounted.err));
        QVERIFY(QDir(qEnvironmentVariable("XDG_DATA_HOME") + QStringLiteral("/orbita/treatments")).isEmpty());
    }
    void aReadOnlyDeviceAndAPartOfOneAreRefused() {
        KernelDevice device(sectors * 512, three());
        NEED(device);
        const QString list = ledger(m_dir.filePath(QStringLiteral("ledger.csv")));
        const Ran readOnly = cli(treatment(device, {QStringLiteral("--ledger"), list}));
        QCOMPARE(readOnly.status, 2);
        QVERIFY2(readOnly.err.contains(QStringLiteral("the system has it read-only")),
                 qPrintable(readOnly.err));
        QFile image(m_dir.filePath(QStringLiteral("some.img")));
        QVERIFY(image.open(QIODevice::WriteOnly) && image.resize(static_cast<qint64>(sectors * 512)));
        image.close();
        const Ran file = cli({QStringLiteral("treat"), image.fileName(), QStringLiteral("--ledger"), list,
                              QStringLiteral("--data"), QStringLiteral("saved"), QStringLiteral("--confirm"),
                              QStringLiteral("17 MB")});
        QCOMPARE(file.status, 2);
        QVERIFY2(file.err.contains(QStringLiteral("not a drive that Orbita writes to")),
                 qPrintable(file.err));
    }
    // Killed (SIGKILL) wherever it comes, and gone on with until it ends.
    void killedAndGoneOnWith() {
        bool counted = false;
        const int set = qEnvironmentVariableIntValue("ORBITA_KILLS", &counted);
        const int kills = counted ? set : 6;
        std::mt19937 random(5);
        const QByteArray before = randomContents();
        int killed = 0;
        while (killed < kills) {
            init();
            KernelDevice device(sectors * 512, three(), before);
            NEED(device);
            const QString list = ledger(m_dir.filePath(QStringLiteral("ledger.csv")));
            QStringList call = treatment(device, {QStringLiteral("--ledger"), list, QStringLiteral("--steps"),
                                                  QStringLiteral("refresh,pieced,zeros")});
            int status = -1;
            for (int run = 0; status < 0; ++run) {
                QProcess process;
                process.start(program(), call);
                const int most = run < 3 ? static_cast<int>(100 + random() % 3000) : 120'000;
                if (!process.waitForFinished(most)) {
                    QVERIFY(run < 3);
                    process.kill();
                    process.waitForFinished(60'000);
                    ++killed;
                    QTest::qWait(800); // what holds the device notices within 0.3 s, and lets go of it
                } else {
                    status = process.exitCode();
                    const QByteArray said = process.readAllStandardOutput() + process.readAllStandardError();
                    // The delay is no matter of writing: it stays, and is said to. Killed when all was done,
                    // there is nothing left to go on with.
                    QVERIFY2(status == 1 || said.contains("none of this drive that was broken off"),
                             said.constData());
                }
                const QByteArray now = device.contents();
                QByteArray expected = before;
                for (const int sector : {1000, 9000, 9001})
                    if (now.mid(sector * 512, 512) == QByteArray(512, '\0'))
                        expected.replace(sector * 512, 512, QByteArray(512, '\0'));
                QCOMPARE(now == expected, true); // nothing else was ever changed
                // One that was killed before a word stood in its journal had written nothing.
                const auto journals =
                    QDir(qEnvironmentVariable("XDG_DATA_HOME") + QStringLiteral("/orbita/treatments"))
                        .entryInfoList(QDir::Files);
                const bool begun = std::any_of(journals.begin(), journals.end(),
                                               [](const QFileInfo& journal) { return journal.size() > 0; });
                if (begun && !call.contains(QStringLiteral("--resume")))
                    call << QStringLiteral("--resume") << QStringLiteral("latest");
            }
            QCOMPARE(device.faults().count("heal"), 0);
        }
    }

    // A whole device, written back byte for byte, killed (SIGKILL) wherever it comes and gone on with. What
    // cannot be read, and was not known, is left alone.
    void refreshedAsAWhole() {
        const QByteArray before = randomContents();
        std::mt19937 random(9);
        KernelDevice device(sectors * 512, fault("heal", 9000, 1) + fault("delay", 20'000, 8, "0.3"), before);
        NEED(device);
        QStringList call{QStringLiteral("refresh"),   QString::fromStdString(device.device()),
                         QStringLiteral("--data"),    QStringLiteral("saved"),
                         QStringLiteral("--confirm"), QStringLiteral("17 MB")};
        Ran done;
        for (int run = 0; run < 4; ++run) {
            QProcess process;
            process.start(program(), call);
            const bool ended =
                process.waitForFinished(run < 3 ? static_cast<int>(300 + random() % 900) : 120'000);
            if (!ended) {
                process.kill();
                process.waitForFinished(60'000);
                QTest::qWait(800);
            }
            QCOMPARE(device.contents() == before, true);
            QCOMPARE(device.faults().count("heal"), 1); // nothing was ever written there
            done = {process.exitCode(), QString::fromUtf8(process.readAllStandardOutput()),
                    QString::fromUtf8(process.readAllStandardError())};
            if (ended)
                break;
            const auto journals =
                QDir(qEnvironmentVariable("XDG_DATA_HOME") + QStringLiteral("/orbita/treatments"))
                    .entryInfoList(QDir::Files);
            if (!journals.isEmpty() && !call.contains(QStringLiteral("--resume")) &&
                cli({QStringLiteral("journal"), journals.front().filePath()}).status != 2)
                call << QStringLiteral("--resume") << QStringLiteral("latest");
        }
        QVERIFY2(done.status == 1, qPrintable(done.out + done.err));
        QVERIFY2(done.out.contains(QStringLiteral("1 physical sector that was not known cannot be read")),
                 qPrintable(done.out));
        QVERIFY2(withPlainBlanks(done.out).contains(QStringLiteral("16.8 MB of 16.8 MB done")),
                 qPrintable(done.out));
    }

private:
    QTemporaryDir m_dir;
    int m_number = 0;
};

ORBITA_TEST(TestTreatDevices)

} // namespace test_treat_devices

#include "test_treat_devices.moc"
