// SPDX-License-Identifier: GPL-3.0-or-later
// Where memory gives out, it is said and the program ends in order; it never falls over.
#include "support/cli_runner.h"
#include "support/test_program.h"

#include <QTemporaryDir>
namespace test_low_memory {

using namespace orbita;

class TestLowMemory final : public QObject {
    Q_OBJECT
private slots:
    void anyAmountOfMemory() {
        const QTemporaryDir dir;
        qputenv("XDG_DATA_HOME", dir.path().toLocal8Bit());
        int scanned = 0;
        int told = 0;
        for (int kib = 60'000; kib <= 500'000; kib += 10'000) {
            QProcess process;
            // 12 million blocks: a plate of some 27 MB.
            process.start("bash", {"-c", "ulimit -c 0; ulimit -v " + QString::number(kib) + "; exec \"$@\"",
                                   "bash", test::program(), "scan", "demo:tern40", "--block", "8", "--order",
                                   "sample", "--samples", "2000", "--span", "0..50GB"});
            QVERIFY(process.waitForFinished(120'000));
            const QByteArray said = process.readAllStandardError();
            const QByteArray where = QByteArray::number(kib) + " KiB: " + said;
            QVERIFY2(process.exitStatus() == QProcess::NormalExit, where.constData());
            const int status = process.exitCode();
            if (status == 127)
                continue; // too little for its libraries
            QVERIFY2(status == 0 || status == 1 || status == 2, where.constData());
            if (status == 2) {
                QVERIFY2(!said.isEmpty() && !said.contains("terminate"), where.constData());
                told += said.contains("memory") ? 1 : 0;
            } else {
                ++scanned;
            }
        }
        QVERIFY2(scanned > 0 && told > 0, qPrintable(QString::number(scanned) + ' ' + QString::number(told)));
    }
};

ORBITA_TEST(TestLowMemory)

} // namespace test_low_memory

#include "test_low_memory.moc"
