// SPDX-License-Identifier: GPL-3.0-or-later
// orbita-cli assess: a whole visit by itself, on sound, damaged, silent and freezing drives.
#include "support/cli_runner.h"
#include "support/test_program.h"

#include <QDir>
#include <QTemporaryDir>
namespace test_assess {

using namespace orbita::test;

QString drive(const QString& path, const QByteArray& serial, const QByteArray& defects,
              const QByteArray& more = {}, const QByteArray& front = "ata") {
    QFile file(path);
    if (!file.open(QIODevice::WriteOnly))
        qFatal("cannot write");
    file.write(R"({"format":"orbita-scenario","version":1,"name":"x","drive":{"model":"Auk R3","serial":")" +
               serial +
               R"(","sectors":8000000,"physical_bytes":4096,"rpm":5900,"attachment":"SATA"},)"
               R"("pace":{"outer_mb_per_s":150},"front":")" +
               front + R"(",)" + more + R"("defects":[)" + defects + "]}");
    return QStringLiteral("sim:") + path;
}

QByteArray unreadable(int lba, int sectors = 8) {
    return R"({"kind":"unreadable","answer_ms":300,"sectors":)" + QByteArray::number(sectors) + R"(,"lba":)" +
           QByteArray::number(lba) + "}";
}

QStringList stepsIn(const QString& out) {
    QStringList steps;
    for (const QString& line : out.split('\n'))
        if (line.startsWith("== "))
            steps << line.mid(3);
    return steps;
}

class TestAssess final : public QObject {
    Q_OBJECT
private slots:
    void init() {
        m_folder = std::make_unique<QTemporaryDir>();
        qputenv("XDG_DATA_HOME", m_folder->filePath("data").toUtf8());
        qputenv("XDG_CONFIG_HOME", m_folder->filePath("config").toUtf8());
        qputenv("LC_ALL", "C.UTF-8");
    }

    void aSoundDriveToThePrintedReport() {
        const QString reports = m_folder->filePath("reports");
        QDir().mkdir(reports);
        const Ran ran = cli({"assess", drive(path("sound.json"), "AK-T-1001", {}), "--reports", reports,
                             "--customer", "Harbour office"});
        QVERIFY2(ran.status == 0, qPrintable(ran.out + ran.err));
        QCOMPARE(stepsIn(ran.out), (QStringList{"Vitals", "Short self-test", "Sample", "Scan of all of it",
                                                "Ruling", "Report"}));
        QVERIFY(ran.out.contains("Ruling: Keep."));
        QFile html(reports + "/AK-T-1001.html");
        QVERIFY(html.open(QIODevice::ReadOnly));
        QVERIFY(html.readAll().contains("Harbour office"));
        QFile pdf(reports + "/AK-T-1001.pdf");
        QVERIFY(pdf.open(QIODevice::ReadOnly));
        QVERIFY(pdf.read(4) == "%PDF");
        // It is all in the casebook.
        const Ran visits = cli({"casebook", "visits", "1"});
        QVERIFY2(visits.out.contains("ruling     Keep"), qPrintable(visits.out));
        QVERIFY(cli({"casebook", "scans"}).out.count('\n') >= 2);
    }

    // Its data exists elsewhere: it is found out about to the end, and looked at twice.
    void aDamagedOneIsLookedAtTwice() {
        const Ran ran =
            cli({"assess",
                 drive(path("bad.json"), "AK-T-1002", unreadable(4'000'000) + "," + unreadable(6'500'000)),
                 "--data", "saved"});
        const QStringList steps = stepsIn(ran.out);
        QVERIFY2(steps.contains("Second looks"), qPrintable(ran.out + ran.err));
        QVERIFY2(ran.out.contains("Second looks: 16 sectors unreadable."), qPrintable(ran.out));
        QVERIFY2(ran.status == 5 || ran.status == 6, qPrintable(ran.out));
        QVERIFY(ran.out.contains("Unreadable sectors in 2 separate places"));
    }

    // Its only copy is on it: a sample that meets what cannot be read is as far as it goes.
    void theOnlyCopyIsNotReadToDeath() {
        QByteArray defects;
        for (int i = 0; i < 40; ++i)
            defects += (i == 0 ? "" : ",") + unreadable(100'000 + i * 190'000, 4096);
        const QString sick = drive(path("sick.json"), "AK-T-1003", defects);
        const Ran ran = cli({"assess", sick, "--data", "not-saved"});
        QVERIFY2(ran.out.contains("the data exists nowhere else"), qPrintable(ran.out + ran.err));
        QVERIFY(!stepsIn(ran.out).contains("Scan of all of it"));
        QVERIFY(stepsIn(ran.out).contains("Ruling"));
        QVERIFY(ran.status == 3 || ran.status >= 5);
    }

    void aStopRuleEndsIt() {
        QByteArray defects;
        for (int i = 0; i < 12; ++i)
            defects += (i == 0 ? "" : ",") + unreadable(100'000 + i * 500'000);
        const QString many = drive(path("many.json"), "AK-T-1004", defects);
        const Ran ran =
            cli({"assess", many, "--data", "saved", "--stop", "unreadable:16", "--skip", "sample"});
        QVERIFY2(ran.out.contains("A stop rule has ended the reading"), qPrintable(ran.out));
        QVERIFY(!stepsIn(ran.out).contains("Sample"));
        QVERIFY(!stepsIn(ran.out).contains("Second looks"));
    }

    void aComplaintThatMeansStop() {
        const Ran ran =
            cli({"assess", drive(path("noisy.json"), "AK-T-1005", {}), "--complaint", "noise=yes"});
        QCOMPARE(stepsIn(ran.out), (QStringList{"Vitals", "Ruling"}));
        QVERIFY(ran.out.contains("save the data first"));
        QCOMPARE(ran.status, 6);
    }

    // What its own test found on this visit is what it is judged by, and its data is to be saved now.
    void aFailedSelfTestWeighs() {
        const Ran ran = cli({"assess", "demo:auk"});
        QVERIFY2(ran.out.contains("its self-test failed"), qPrintable(ran.out + ran.err));
        const QString ruling = ran.out.section("== Ruling", 1);
        QVERIFY2(ruling.contains("self-test") && ruling.contains("Copy its data elsewhere now"),
                 qPrintable(ruling));
    }

    // Behind a bridge that passes no questions on, what was asked and what was read are still of one drive.
    void behindABridgeItIsOneDrive() {
        const Ran ran =
            cli({"assess", drive(path("bridged.json"), "AK-T-1009", unreadable(4'000'000), {}, "bridge"),
                 "--skip", "sample,self-test", "--data", "saved"});
        QVERIFY2(stepsIn(ran.out).contains("Scan of all of it"), qPrintable(ran.out + ran.err));
        QVERIFY2(!stepsIn(ran.out).contains("Sample"), qPrintable(ran.out));
        QVERIFY2(ran.out.section("== Ruling", 1).contains("Unreadable sectors in one place"),
                 qPrintable(ran.out));
        QCOMPARE(cli({"casebook", "drives"}).out.trimmed().count('\n'), 0);
    }

    // A serial number that means nothing tells its scans from no others; those just made are its own.
    void oneWithoutASerialNumber() {
        const Ran ran = cli({"assess", drive(path("dock.json"), "0000000000", unreadable(4'000'000)),
                             "--data", "saved", "--skip", "self-test"});
        QVERIFY2(stepsIn(ran.out).contains("Second looks"), qPrintable(ran.out + ran.err));
        QVERIFY2(ran.out.contains("Second looks: 8 sectors unreadable."), qPrintable(ran.out));
    }

    void aWholeRackOfThem() {
        const QString sound = drive(path("sound.json"), "AK-T-1006", {});
        const QString bad = drive(path("bad.json"), "AK-T-1007", unreadable(4'000'000));
        const Ran ran =
            cli({"assess", sound, bad, "/dev/none-such", "--data", "saved", "--skip", "self-test"});
        QCOMPARE(ran.status, 2); // one could not be assessed
        QVERIFY(ran.out.contains("Ruling: Keep."));
        QVERIFY(ran.out.count("== Ruling") == 2);
        QVERIFY(ran.err.contains("none-such"));
    }

    void theCallIsWrong() {
        QCOMPARE(cli({"assess"}).status, 2);
        const QString sound = drive(path("sound.json"), "AK-T-1008", {});
        QCOMPARE(cli({"assess", sound, "--skip", "polish"}).status, 2);
        QCOMPARE(cli({"assess", sound, "--reports", "/none/such"}).status, 2);
        QCOMPARE(cli({"assess", sound, "--policy", "none-such"}).status, 2);
        QCOMPARE(cli({"assess", sound, "--data", "perhaps"}).status, 2);
    }

private:
    [[nodiscard]] QString path(const char* name) const { return m_folder->filePath(QLatin1String(name)); }
    std::unique_ptr<QTemporaryDir> m_folder;
};

ORBITA_TEST(TestAssess)

} // namespace test_assess

#include "test_assess.moc"
