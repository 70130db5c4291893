// SPDX-License-Identifier: GPL-3.0-or-later
// orbita-cli as scripts use it: exit status, files, messages.
#include <QTest>

#include <QDir>
#include <QElapsedTimer>
#include <QFile>
#include <QProcess>
#include <QTemporaryDir>
#include <csignal>
#include <nlohmann/json.hpp>

namespace {

struct Ran {
    int status;
    QString out;
    QString err;
};

QString program() {
    return QCoreApplication::applicationDirPath() + QStringLiteral("/orbita-cli");
}

Ran cli(const QStringList& arguments) {
    QProcess process;
    process.start(program(), arguments);
    if (!process.waitForFinished(120'000))
        return {-1, {}, QStringLiteral("did not finish")};
    return {process.exitCode(), QString::fromUtf8(process.readAllStandardOutput()),
            QString::fromUtf8(process.readAllStandardError())};
}

nlohmann::json jsonOf(const QString& path) {
    QFile file(path);
    if (!file.open(QIODevice::ReadOnly))
        return {};
    return nlohmann::json::parse(file.readAll().toStdString(), nullptr, false);
}

} // namespace

class TestCli : public QObject {
    Q_OBJECT
private:
    QTemporaryDir m_dir;
    QString path(const char* name) { return m_dir.filePath(QLatin1String(name)); }
    QString scenario(const char* name, const QByteArray& defects) {
        QFile file(path(name));
        if (!file.open(QIODevice::WriteOnly))
            qFatal("cannot write");
        file.write(
            R"({"format":"orbita-scenario","version":1,"name":"x","drive":{"model":"Auk R3","serial":"AK-1","sectors":200000,"physical_bytes":4096,"rpm":5900},"pace":{"outer_mb_per_s":150},"defects":[)" +
            defects + "]}");
        return QStringLiteral("sim:") + file.fileName();
    }

private slots:
    void cleanIsZero() {
        const Ran ran = cli({"scan", scenario("clean.json", ""), "--json", path("out.json")});
        QVERIFY2(ran.status == 0, qPrintable(ran.out + ran.err));
        QCOMPARE(jsonOf(path("out.json")).at("ended").get<std::string>(), std::string("complete"));
        QVERIFY(jsonOf(path("out.json")).at("ledger").empty());
    }
    void defectsAreOne() {
        const Ran ran = cli({"scan", scenario("bad.json", R"({"kind":"unreadable","lba":4000,"sectors":8})"),
                             "--json", path("bad-out.json"), "--csv", path("bad.csv"), "--report",
                             path("bad.txt"), "--plate", path("bad.png"), "--data", "not-saved"});
        QVERIFY2(ran.status == 1, qPrintable(ran.out + ran.err));
        const auto json = jsonOf(path("bad-out.json"));
        QCOMPARE(json.at("ledger").at(0).at("lba").get<int>(), 4000);
        QCOMPARE(json.at("plan").at("data_elsewhere").get<std::string>(), std::string("not-saved"));
        for (const char* file : {"bad.csv", "bad.txt", "bad.png"})
            QVERIFY2(QFile(path(file)).size() > 50, file);
    }
    // Slow, but all of it readable: nothing a script has to stop for.
    void slowIsZero() {
        QCOMPARE(cli({"scan", scenario("slow.json", R"({"kind":"slow","lba":4000,"turns":20})")}).status, 0);
    }
    void stoppedIsNeverZero() {
        const QString bad = scenario(
            "rule.json",
            R"({"kind":"unreadable","lba":4000,"sectors":8},{"kind":"unreadable","lba":90000,"sectors":8})");
        const Ran ran = cli({"scan", bad, "--stop", "8", "--json", path("rule-out.json")});
        QCOMPARE(ran.status, 3);
        QCOMPARE(jsonOf(path("rule-out.json")).at("ended").get<std::string>(), std::string("stop-rule"));
        QCOMPARE(jsonOf(path("rule-out.json")).at("ledger").size(), std::size_t{1});
    }
    void driveThatGivesOutIsThree_data() {
        QTest::addColumn<QByteArray>("defect");
        QTest::addColumn<QString>("ended");
        QTest::newRow("gone") << QByteArray(R"({"kind":"drop","lba":90000})") << "drive-gone";
        QTest::newRow("no answer") << QByteArray(R"({"kind":"freeze","lba":90000,"forever":true})")
                                   << "no-answer";
        QTest::newRow("link") << QByteArray(R"({"kind":"link_fault","lba":90000,"sectors":60000})")
                              << "link-faults";
    }
    void driveThatGivesOutIsThree() {
        QFETCH(QByteArray, defect);
        QFETCH(QString, ended);
        const Ran ran =
            cli({"scan", scenario("out.json", defect), "--json", path("given-out.json"), "--block", "256"});
        QCOMPARE(ran.status, 3);
        const auto json = jsonOf(path("given-out.json"));
        QCOMPARE(QString::fromStdString(json.at("ended").get<std::string>()), ended);
        QVERIFY(json.at("totals").at("sectors").get<int>() > 80'000);
    }
    void wrongCallsAreTwo_data() {
        QTest::addColumn<QStringList>("arguments");
        QTest::addColumn<QString>("words");
        const QString demo = "demo:tern20";
        QTest::newRow("no command") << QStringList{} << "subcommand";
        QTest::newRow("no target") << QStringList{"scan"} << "TARGET";
        QTest::newRow("unknown option") << QStringList{"scan", demo, "--loud"} << "--loud";
        QTest::newRow("unknown mode") << QStringList{"scan", demo, "--mode", "write"} << "--mode";
        QTest::newRow("no such path") << QStringList{"scan", "/no/such/drive"} << "No such file";
        QTest::newRow("directory") << QStringList{"scan", "/tmp"} << "directory";
        QTest::newRow("no such demonstration drive")
            << QStringList{"scan", "demo:nobody"} << "There are: demo:";
        QTest::newRow("span reversed")
            << QStringList{"scan", demo, "--span", "9..3"} << "before its beginning";
        QTest::newRow("span beyond the end")
            << QStringList{"scan", demo, "--span", "0..99999999999"} << "beyond the last sector";
        QTest::newRow("span of words")
            << QStringList{"scan", demo, "--span", "here..there"} << "sector numbers";
        QTest::newRow("block no multiple")
            << QStringList{"scan", demo, "--block", "12"} << "no multiple of the physical sector";
        QTest::newRow("block too large")
            << QStringList{"scan", demo, "--block", "999999"} << "cannot be read at once";
        QTest::newRow("block zero") << QStringList{"scan", demo, "--block", "0"} << "--block";
        QTest::newRow("no folder for results")
            << QStringList{"scan", demo, "--json", "/no/such/folder/x.json"} << "folder does not exist";
        QTest::newRow("results onto a folder")
            << QStringList{"scan", demo, "--csv", "/tmp"} << "is a directory";
    }
    void wrongCallsAreTwo() {
        QFETCH(QStringList, arguments);
        QFETCH(QString, words);
        const Ran ran = cli(arguments);
        QCOMPARE(ran.status, 2);
        QVERIFY2((ran.err + ran.out).contains(words), qPrintable(ran.err + ran.out));
    }
    void wrongScenarioIsNamed() {
        const Ran ran = cli({"scan", scenario("wrong.json", R"({"kind":"slow","lba":4000,"turms":20})")});
        QCOMPARE(ran.status, 2);
        QVERIFY2(ran.err.contains("turms") || ran.err.contains("turns"), qPrintable(ran.err));
    }
    void emptyImageIsTwo() {
        QFile file(path("empty.img"));
        QVERIFY(file.open(QIODevice::WriteOnly));
        const Ran ran = cli({"scan", file.fileName()});
        QCOMPARE(ran.status, 2);
        QVERIFY(ran.err.contains("empty"));
    }
    void resultsOntoTheImageAreRefused() {
        QFile file(path("tide.img"));
        QVERIFY(file.open(QIODevice::WriteOnly) && file.resize(1 << 20));
        const Ran ran = cli({"scan", file.fileName(), "--json", file.fileName()});
        QCOMPARE(ran.status, 2);
        QVERIFY(ran.err.contains("drive under test"));
        QCOMPARE(file.size(), qint64{1 << 20});
    }
    void imageIsScanned() {
        QFile file(path("good.img"));
        QVERIFY(file.open(QIODevice::WriteOnly) && file.resize(3 << 20));
        file.close();
        const Ran ran = cli(
            {"scan", path("good.img"), "--span", "100..2000", "--block", "64", "--json", path("good.json")});
        QVERIFY2(ran.status == 0, qPrintable(ran.out + ran.err));
        const auto json = jsonOf(path("good.json"));
        QCOMPARE(json.at("covered").size(), std::size_t{1});
        QCOMPARE(json.at("covered").at(0).at("first").get<int>(), 100);
        QCOMPARE(json.at("covered").at(0).at("last").get<int>(), 2000);
    }
    void interruptedKeepsWhatWasRead() {
        QProcess process;
        // An image of a size that takes a while; sparse, so that it costs no room.
        QFile file(path("large.img"));
        QVERIFY(file.open(QIODevice::WriteOnly) && file.resize(400LL << 30));
        process.start(program(),
                      {"scan", file.fileName(), "--json", path("interrupted.json"), "--block", "8"});
        QTest::qWait(700);
        QCOMPARE(process.state(), QProcess::Running);
        QElapsedTimer timer;
        timer.start();
        kill(static_cast<pid_t>(process.processId()), SIGINT);
        QVERIFY(process.waitForFinished(10'000));
        QCOMPARE(process.exitCode(), 3);
        const auto json = jsonOf(path("interrupted.json"));
        QCOMPARE(json.at("ended").get<std::string>(), std::string("stopped"));
        QVERIFY(json.at("totals").at("sectors").get<std::uint64_t>() > 0);
    }
    void drivesAreListed() {
        const Ran ran = cli({"drives"});
        QCOMPARE(ran.status, 0);
        for (const char* name :
             {"demo:tern40", "demo:tern20", "demo:skua", "demo:tern10", "demo:auk", "demo:fulmar"})
            QVERIFY2(ran.out.contains(QLatin1String(name)), name);
    }
    void helpTellsExitStatusAndFiles() {
        const Ran ran = cli({"scan", "--help"});
        QCOMPARE(ran.status, 0);
        for (const char* word : {"Exit status", "--span", "--block", "--limit", "--stop", "--json", "--csv",
                                 "--report", "docs/formats.md"})
            QVERIFY2(ran.out.contains(QLatin1String(word)), word);
    }
};

QTEST_GUILESS_MAIN(TestCli)
#include "test_cli.moc"
