// SPDX-License-Identifier: GPL-3.0-or-later
// orbita-cli judge: rulings and exit statuses as scripts see them, from drives, from the casebook and from
// files.
#include "support/cli_runner.h"
#include "support/test_program.h"

#include <QTemporaryDir>
namespace test_judge {

using namespace orbita::test;

// A drive that can be asked how it is; `defects` of its surface.
QString askable(const QString& path, const QByteArray& defects, const QByteArray& serial = "AK-T-7741") {
    QFile file(path);
    if (!file.open(QIODevice::WriteOnly))
        qFatal("cannot write");
    file.write(
        R"({"format":"orbita-scenario","version":1,"name":"x","drive":{"model":"Auk R3","serial":")" +
        serial +
        R"(","sectors":400000,"physical_bytes":4096,"rpm":5900,"attachment":"SATA"},"pace":{"outer_mb_per_s":150},)"
        R"("front":"ata","defects":[)" +
        defects + "]}");
    return QStringLiteral("sim:") + path;
}

QByteArray unreadable(int lba) {
    return "{\"kind\":\"unreadable\",\"sectors\":8,\"answer_ms\":300,\"lba\":" + QByteArray::number(lba) +
           "}";
}

nlohmann::json jsonIn(const Ran& ran) {
    return nlohmann::json::parse(ran.out.toStdString(), nullptr, false);
}

class TestJudge final : public QObject {
    Q_OBJECT
private:
    QTemporaryDir m_dir;
    int m_number = 0;
    [[nodiscard]] QString path(const QString& name) const { return m_dir.filePath(name); }

private slots:
    void init() {
        ++m_number;
        qputenv("XDG_DATA_HOME", path(QStringLiteral("data%1").arg(m_number)).toUtf8());
        qputenv("XDG_CONFIG_HOME", path(QStringLiteral("config")).toUtf8());
    }

    void soundDriveIsKeptOnceItWasRead() {
        const QString drive = askable(path("sound.json"), {});
        Ran ran = cli({"judge", drive});
        QCOMPARE(ran.status, 3);
        QVERIFY(withPlainBlanks(ran.out).contains("Its surface has not been read."));
        QVERIFY(!ran.out.contains("may stay in service"));
        QCOMPARE(cli({"scan", drive}).status, 0);
        ran = cli({"judge", drive, "--complaint", "slow=no"});
        QCOMPARE(ran.status, 0);
        QVERIFY2(ran.out.contains("Ruling: Keep."), qPrintable(ran.out));
        QVERIFY(ran.out.contains("It did not show here")); // a complaint stays to be seen
        // By a stricter policy it lacks a self-test.
        ran = cli({"judge", "--drive", "1", "--policy", "refurbisher"});
        QCOMPARE(ran.status, 3);
        QVERIFY(ran.out.contains("self-test"));
    }

    void statusFollowsTheRuling() {
        const QString one = askable(path("one.json"), unreadable(80'000));
        cli({"scan", one});
        QCOMPARE(cli({"judge", one}).status, 4);
        QCOMPARE(cli({"judge", one, "--policy", "careful-owner"}).status, 5);
        QByteArray many;
        for (int i = 0; i < 9; ++i)
            many += (i > 0 ? "," : "") + unreadable(10'000 + i * 40'000);
        const QString nine = askable(path("nine.json"), many, "AK-T-7742");
        cli({"scan", nine});
        const Ran ran = cli({"judge", nine, "--json"});
        QCOMPARE(ran.status, 6);
        const auto json = jsonIn(ran);
        QCOMPARE(json["format"].get<std::string>(), std::string("orbita-ruling"));
        QCOMPARE(json["ruling"].get<std::string>(), std::string("retire"));
        QCOMPARE(json["data"].get<std::string>(), std::string("save-now"));
        QCOMPARE(json["reasons"][0]["measured"].get<std::string>(), std::string("unreadable-patches"));
        QCOMPARE(json["reasons"][0]["value"].get<double>(), 9.0);
        QCOMPARE(json["reasons"][0]["limit"].get<double>(), 8.0);
        QCOMPARE(json["evidence"]["damage"]["unreadable_patches"].get<int>(), 9);
    }

    void scanFilesAloneCanBeJudged() {
        const QString drive = askable(path("files.json"), unreadable(80'000));
        const QString file = path("scan.json");
        cli({"scan", drive, "--json", file});
        QByteArray policy(
            R"({"format":"orbita-policy","version":1,"name":"Surface alone","ruling":{"needs":{"vitals":"never"}}})");
        QFile own(path("surface.json"));
        QVERIFY(own.open(QIODevice::WriteOnly));
        own.write(policy);
        own.close();
        Ran ran = cli({"judge", file});
        QCOMPARE(ran.status, 3);
        QVERIFY(ran.out.contains("has not been asked"));
        ran = cli({"judge", file, "--policy", own.fileName()});
        QCOMPARE(ran.status, 4);
        QVERIFY(ran.out.contains("Surface alone"));
        const QString other = askable(path("other.json"), {}, "AK-T-9999");
        cli({"scan", other, "--json", path("other-scan.json")});
        ran = cli({"judge", file, path("other-scan.json")});
        QCOMPARE(ran.status, 2);
        QVERIFY(ran.err.contains("AK-T-9999"));
    }

    void ruledOtherwiseIsKeptBesideIt() {
        const QString drive = askable(path("own.json"), unreadable(80'000));
        cli({"scan", drive});
        Ran ran =
            cli({"judge", drive, "--rule", "retire", "--reason", "It clicks at spin-up.", "--tester", "Ivo"});
        QCOMPARE(ran.status, 6);
        QVERIFY(ran.out.contains("Ruled otherwise: Retire. It clicks at spin-up. (Ivo)"));
        QVERIFY(ran.out.contains("Ruling: Watch."));
        ran = cli({"casebook", "visits", "1"});
        QVERIFY2(ran.out.contains("It clicks at spin-up.") &&
                     ran.out.contains("Watch · save soon by the evidence"),
                 qPrintable(ran.out));
        // Given only together.
        QCOMPARE(cli({"judge", drive, "--rule", "keep"}).status, 2);
        QCOMPARE(cli({"judge", drive, "--rule", "keep", "--reason", ""}).status, 2);
    }

    void whatIsNotEnteredLeavesNoTrace() {
        const QString drive = askable(path("look.json"), {});
        cli({"scan", drive});
        cli({"judge", drive});
        QVERIFY(!cli({"casebook", "visits", "1"}).out.contains("ruling"));
        cli({"judge", drive, "--enter"});
        QVERIFY(cli({"casebook", "visits", "1"}).out.contains("ruling     Keep"));
    }

    void reportsInEveryForm() {
        const QString drive = askable(path("report.json"), unreadable(80'000));
        cli({"scan", drive});
        const QStringList forms = {path("r.html"), path("r.pdf"), path("r.txt"), path("r-report.json"),
                                   path("r.csv")};
        const Ran ran = cli({"report", drive, "--customer", "Harbour office", "--html", forms[0], "--pdf",
                             forms[1], "--text", forms[2], "--json", forms[3], "--csv", forms[4], "--shop",
                             "Quay Street", "--mask-serials"});
        QCOMPARE(ran.status, 4); // as the ruling: watch
        for (const QString& form : forms) {
            QFile file(form);
            QVERIFY2(file.open(QIODevice::ReadOnly), qPrintable(form));
            const QByteArray content = file.readAll();
            QVERIFY2(content.size() > 300, qPrintable(form));
            QVERIFY2(!content.contains("AK-T-7741"), qPrintable(form));
            if (!form.endsWith(".pdf"))
                QVERIFY2(content.contains("Harbour office") && content.contains("Quay Street") &&
                             content.contains("7741"),
                         qPrintable(form));
            QCOMPARE(file.permissions() & (QFile::ReadGroup | QFile::ReadOther), QFile::Permissions());
        }
        QVERIFY(jsonOf(forms[3])["format"] == "orbita-report");
        // Of a drive that is not here, too: from the pages that were kept when it was asked.
        const Ran technical = cli({"report", "--drive", "1", "--kind", "technical"});
        for (const char* line : {"What it says it is and can", "Write cache", "can, and is on", "Password"})
            QVERIFY2(technical.out.contains(line), qPrintable(technical.out));
        // Without a form, for whoever reads it here.
        const Ran told = cli({"report", "--drive", "1", "--kind", "warranty"});
        QVERIFY(told.out.contains("Sheet for a warranty claim") && told.out.contains("AK-T-7741"));
    }

    void reportsThatCannotBeWritten() {
        const QString drive = askable(path("unwritten.json"), {});
        cli({"scan", drive});
        Ran ran = cli({"report", drive, "--text", path("same.txt"), "--csv", path("same.txt")});
        QCOMPARE(ran.status, 2);
        QVERIFY(ran.err.contains("same.txt"));
        QVERIFY(!QFile::exists(path("same.txt")));
        ran = cli({"report", drive, "--html", path("no/such/folder.html"), "--text", path("still.txt")});
        QCOMPARE(ran.status, 2);
        ran = cli({"report", drive, "--html", "/dev/full", "--text", path("still.txt")});
        QCOMPARE(ran.status, 2);
        ran = cli({"report", drive, "--html", path("l.html"), "--logo", path("unwritten.json")});
        QCOMPARE(ran.status, 2);
        QVERIFY2(ran.err.contains("no picture"), qPrintable(ran.err));
        QVERIFY(!QFile::exists(path("l.html")));
    }

    void badCalls_data() {
        QTest::addColumn<QStringList>("call");
        QTest::addColumn<QString>("named");
        QTest::newRow("nothing") << QStringList{} << QStringLiteral("no drive is named");
        QTest::newRow("no such target") << QStringList{"demo:nothing"} << QStringLiteral("demo:nothing");
        QTest::newRow("no such page") << QStringList{"--drive", "4711"} << QStringLiteral("4711");
        QTest::newRow("no such policy")
            << QStringList{"demo:tern20", "--policy", "none.json"} << QStringLiteral("none.json");
        QTest::newRow("no such complaint")
            << QStringList{"demo:tern20", "--complaint", "smell"} << QStringLiteral("smell");
        QTest::newRow("no such answer")
            << QStringList{"demo:tern20", "--complaint", "slow=maybe"} << QStringLiteral("maybe");
        QTest::newRow("twice") << QStringList{"demo:tern20", "--drive", "1"} << QStringLiteral("twice");
    }
    void badCalls() {
        QFETCH(QStringList, call);
        QFETCH(QString, named);
        const Ran ran = cli(QStringList{"judge"} + call);
        QCOMPARE(ran.status, 2);
        QVERIFY2(ran.err.contains(named) || ran.out.contains(named), qPrintable(ran.err + ran.out));
        QVERIFY(ran.out.isEmpty() || call.contains("--complaint"));
    }
};

ORBITA_TEST(TestJudge)

} // namespace test_judge

#include "test_judge.moc"
