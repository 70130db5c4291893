// SPDX-License-Identifier: GPL-3.0-or-later
// orbita-cli as scripts use it: exit status, files, messages.
#include "support/cli_runner.h"
#include "support/long_wait.h"
#include "support/test_program.h"

#include <QDir>
#include <QElapsedTimer>
#include <QFile>
#include <QProcess>
#include <QTemporaryDir>
#include <csignal>
#include <sys/stat.h>

namespace test_cli {

using namespace orbita::test;

class TestCli : public QObject {
    Q_OBJECT
private:
    QTemporaryDir m_dir;
    QString path(const char* name) { return m_dir.filePath(QLatin1String(name)); }
    QString scenario(const char* name, const QByteArray& defects) { return smallDrive(path(name), defects); }

private slots:
    // A casebook of this run alone: what earlier ones broke off is not to be gone on with.
    void initTestCase() { qputenv("XDG_DATA_HOME", m_dir.path().toLocal8Bit()); }
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
        QTest::newRow("no command") << QStringList{} << "The commands are ";
        QTest::newRow("unknown command") << QStringList{"sca"} << "there is no command \"sca\"";
        QTest::newRow("target for a command") << QStringList{demo} << "drives, scan, vitals";
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
            << QStringList{"scan", demo, "--span", "0..99999999999"} << "last sector of the drive";
        QTest::newRow("span of words")
            << QStringList{"scan", demo, "--span", "here..there"} << "neither a sector number";
        QTest::newRow("sweep over nothing")
            << QStringList{"scan", demo, "--order", "sweep", "--distance", "0"} << "--distance";
        QTest::newRow("unknown order") << QStringList{"scan", demo, "--order", "upwards"} << "--order";
        QTest::newRow("unknown rule") << QStringList{"scan", demo, "--stop", "noise:3"} << "stop rule";
        QTest::newRow("two rules of a kind")
            << QStringList{"scan", demo, "--stop", "5", "--stop", "unreadable:6"} << "two rules";
        QTest::newRow("no such partition")
            << QStringList{"scan", demo, "--partition", "sda9"} << "none of that name";
        QTest::newRow("nothing to go on with")
            << QStringList{"scan", demo, "--resume"} << "none of this drive";
        QTest::newRow("no such scan") << QStringList{"scan", demo, "--resume", "4711"} << "4711";
        QTest::newRow("block no multiple")
            << QStringList{"scan", demo, "--block", "12"} << "no multiple of the physical sector";
        QTest::newRow("block too large")
            << QStringList{"scan", demo, "--block", "999999"} << "no whole number from 8 to 8192";
        QTest::newRow("block zero") << QStringList{"scan", demo, "--block", "0"}
                                    << "--block: \"0\" is no whole number from 8";
        QTest::newRow("block beyond numbers")
            << QStringList{"scan", demo, "--block", "99999999999"} << "from 8 to 8192";
        QTest::newRow("limit no number")
            << QStringList{"scan", demo, "--limit", "nan"} << "is no number from 1";
        QTest::newRow("limit beyond all") << QStringList{"scan", demo, "--limit", "1e300"} << "is no number";
        QTest::newRow("give up no number") << QStringList{"scan", demo, "--give-up", "nan"} << "is no number";
        QTest::newRow("seed below zero")
            << QStringList{"scan", demo, "--order", "sample", "--seed", "-1"} << "no whole number";
        QTest::newRow("samples beyond numbers")
            << QStringList{"scan", demo, "--order", "sample", "--samples", "18446744073709551616"}
            << "no whole number";
        QTest::newRow("patience a word")
            << QStringList{"drives", "--patience", "x"} << "no whole number from 1";
        QTest::newRow("resume zero") << QStringList{"scan", demo, "--resume", "0"} << "no number of a scan";
        QTest::newRow("resume beyond numbers")
            << QStringList{"scan", demo, "--resume", "99999999999999999999"} << "no number of a scan";
        QTest::newRow("span ends in a comma")
            << QStringList{"scan", demo, "--span", "0..10,"} << "\"0..10,\": there is nothing on one side";
        QTest::newRow("span in strange units")
            << QStringList{"scan", demo, "--span", "0..5XB"} << "kB to TB and kiB to TiB";
        QTest::newRow("percent alone") << QStringList{"scan", demo, "--span", "40%"} << "it has no \"..\"";
        QTest::newRow("missing from no image")
            << QStringList{"scan", demo, "--span", "missing"} << "Name it with --save";
        QTest::newRow("around nothing") << QStringList{"scan", demo, "--around", "x"} << "reading the span";
        QTest::newRow("around beyond the end")
            << QStringList{"scan", demo, "--around", "99999999999:1MB"} << "last sector of the drive";
        QTest::newRow("margin of words")
            << QStringList{"scan", demo, "--around", "5", "--margin", "wide"} << "reading the length";
        QTest::newRow("margin of nothing") << QStringList{"scan", demo, "--margin", "5"} << "--around";
        QTest::newRow("ledger that is none")
            << QStringList{"scan", demo, "--from-ledger", "/etc/hostname"} << "/etc/hostname";
        QTest::newRow("rule that asks")
            << QStringList{"scan", demo, "--stop", "patches:2:ask"} << "nobody is there";
        QTest::newRow("rule without a number")
            << QStringList{"scan", demo, "--stop", "damning"} << "temperature and damning";
        QTest::newRow("give up below the limit")
            << QStringList{"scan", demo, "--give-up", "5000"} << "before a block counts as stalled";
        for (const QStringList& idle :
             {QStringList{"--resume", "--order", "careful"}, QStringList{"--resume", "--span", "0..9"},
              QStringList{"--resume", "--plan", "First look"},
              QStringList{"--plan", "First look", "--block", "8"},
              QStringList{"--plan", "First look", "--mode", "read"}, QStringList{"--distance", "20"},
              QStringList{"--samples", "5"}, QStringList{"--order", "sweep", "--seed", "2"},
              QStringList{"--recovery-limit", "100"}})
            QTest::newRow(qPrintable("idle: " + idle.join(' ')))
                << QStringList{"scan", demo} + idle << "taking --";
        QTest::newRow("vitals of a folder") << QStringList{"vitals", "/tmp"} << "it is no drive";
        QTest::newRow("vitals of a character device")
            << QStringList{"vitals", "/dev/null"} << "it is no drive";
        QTest::newRow("no folder for results")
            << QStringList{"scan", demo, "--json", "/no/such/folder/x.json"} << "folder does not exist";
        QTest::newRow("results onto a folder")
            << QStringList{"scan", demo, "--csv", "/tmp"} << "it is a folder";
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
        const auto sectorsKept = [&] {
            const auto kept = jsonOf(path("interrupted.json"));
            return kept.is_object() ? kept.at("totals").at("sectors").get<std::uint64_t>() : 0;
        };
        TRY_VERIFY(sectorsKept() > 0);
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
    void vitalsAreTold() {
        const Ran healthy = cli({"vitals", "demo:tern20"});
        QCOMPARE(healthy.status, 0);
        QVERIFY(healthy.out.startsWith("Halden Tern 20  serial TG-2K7718"));
        QVERIFY(healthy.out.contains("Go on."));
        const Ran failing = cli({"vitals", "demo:tern40", "--json"});
        QCOMPARE(failing.status, 1);
        const auto json = nlohmann::json::parse(failing.out.toStdString(), nullptr, false);
        QCOMPARE(json.at("format").get<std::string>(), std::string("orbita-vitals"));
        QCOMPARE(json.at("entry").at("verdict").get<std::string>(), std::string("gently"));
        const auto& first = json.at("readings").at(1);
        QCOMPARE(first.at("id").get<std::string>(), std::string("pending-sectors"));
        QCOMPARE(first.at("value").get<int>(), 32);
        QCOMPARE(first.at("raw").at(0).get<int>(), 32);
        QCOMPARE(first.at("finding").get<std::string>(), std::string("warning"));
        QVERIFY(!first.at("meaning").get<std::string>().empty());
        QCOMPARE(json.at("suspects").at(0).at("source").get<std::string>(), std::string("pending-defects"));
        const Ran hidden = cli({"vitals", "demo:skua"});
        QCOMPARE(hidden.status, 3); // neither good nor bad
        QVERIFY(hidden.out.contains("hands no health commands on"));
        QFile image(path("plain.img"));
        QVERIFY(image.open(QIODevice::WriteOnly) && image.resize(1 << 20));
        QVERIFY(cli({"vitals", image.fileName()}).out.contains("takes no commands of its own"));
    }
    void vitalsByTheHousePolicy() {
        QFile policy(path("policy.json"));
        QVERIFY(policy.open(QIODevice::WriteOnly));
        policy.write(
            R"({"format":"orbita-policy","version":1,"name":"Quay","limits":{"power-on-hours":{"damning":100}}})");
        policy.close();
        const Ran ran = cli({"vitals", "demo:tern20", "--policy", policy.fileName()});
        QCOMPARE(ran.status, 1);
        QVERIFY(ran.out.contains("Stop: save the data first"));
        const Ran refused = cli({"vitals", "demo:tern20", "--policy", path("nowhere.json")});
        QCOMPARE(refused.status, 2);
        QVERIFY(refused.err.contains("nowhere.json"));
    }
    void selfTestsRun() {
        QVERIFY(cli({"selftest", "demo:tern20", "--kind", "short"}).out.contains("short: passed"));
        const Ran failing = cli({"selftest", "demo:auk", "--kind", "extended"});
        QCOMPARE(failing.status, 1);
        QVERIFY2(failing.out.contains("failed to read, first at LBA"), qPrintable(failing.out));
        const Ran selective =
            cli({"selftest", "demo:auk", "--kind", "selective", "--span", "0..999999", "--json"});
        QCOMPARE(selective.status, 0);
        const auto json = nlohmann::json::parse(selective.out.toStdString(), nullptr, false);
        QCOMPARE(json.at("self_tests").at(0).at("kind").get<std::string>(), std::string("selective"));
        const Ran closed = cli({"selftest", "demo:tern10", "--kind", "short"});
        QCOMPARE(closed.status, 2);
        QVERIFY(closed.err.contains("--overrule"));
        QCOMPARE(cli({"selftest", "demo:tern10", "--kind", "short", "--overrule"}).status, 0);
        QCOMPARE(cli({"selftest", "demo:skua", "--kind", "short"}).status, 2);
        QVERIFY(cli({"selftest", "demo:tern20", "--kind", "abort"}).out.contains("No self-test is running"));
        QCOMPARE(cli({"selftest", "demo:tern20", "--kind", "captive"}).status, 2);
    }
    void drivesAsJson() {
        const Ran ran = cli({"drives", "--json"});
        QCOMPARE(ran.status, 0);
        const auto json = nlohmann::json::parse(ran.out.toStdString(), nullptr, false);
        QCOMPARE(json.at("demonstration").size(), std::size_t{7});
        QCOMPARE(json.at("demonstration").at(0).at("serial").get<std::string>(), std::string("TG-4X0193"));
    }
    // A system of made-up drives, one of which never answers: it is listed as such, and all others with what
    // is on them.
    void aSilentDriveIsListedAsSuch() {
        const QString root = path("system");
        const auto put = [&](const QString& name, const QByteArray& content) {
            QDir().mkpath(QFileInfo(root + '/' + name).path());
            QFile file(root + '/' + name);
            if (!file.open(QIODevice::WriteOnly) || file.write(content) != content.size())
                qFatal("cannot write the made-up system");
        };
        put("proc/swaps", "Filename Type Size Used Priority\n");
        QDir().mkpath(root + "/dev");
        for (int i = 0; i < 24; ++i) {
            const QString name = QString("sd%1").arg(QChar('a' + i));
            const QString block = QString("sys/devices/pci/ata%1/block/%2").arg(i).arg(name);
            put(block + "/size", "2048\n");
            put(block + "/device/model", "Petrel 5\n");
            QDir().mkpath(root + "/sys/block");
            QFile::link(root + '/' + block, root + "/sys/block/" + name);
            const QByteArray device = QFile::encodeName(root + "/dev/" + name);
            if (i == 5)
                QCOMPARE(mkfifo(device.constData(), 0600), 0);
            else
                put("dev/" + name, QByteArray(2048 * 512, 0));
        }
        const Ran ran = cli({"drives", "--json", "--system", root, "--patience", "3000"});
        QCOMPARE(ran.status, 0);
        const auto json = nlohmann::json::parse(ran.out.toStdString(), nullptr, false);
        QCOMPARE(json.at("attached").size(), std::size_t{24});
        for (const auto& drive : json.at("attached")) {
            const bool frozen = drive.at("target").get<std::string>().ends_with("sdf");
            QCOMPARE(drive.at("remarks").size(), std::size_t{frozen ? 1U : 0U});
            if (frozen)
                QCOMPARE(drive.at("remarks").at(0).at("id").get<std::string>(), std::string("silent"));
        }
        QVERIFY(cli({"drives", "--system", root, "--patience", "50"}).out.contains("did not answer"));
    }
    // Verifying finds what reading finds; where it is not to be had, that is said and nothing is scanned.
    void verifying() {
        const QByteArray bad = R"({"kind": "unreadable", "lba": 4096, "sectors": 8, "answer_ms": 20})";
        const Ran ran =
            cli({"scan", scenario("verify.json", bad), "--mode", "verify", "--json", path("verify.out")});
        QCOMPARE(ran.status, 1);
        const auto json = jsonOf(path("verify.out"));
        QCOMPARE(json.at("plan").at("mode").get<std::string>(), std::string("verify"));
        QCOMPARE(json.at("ledger").at(0).at("lba").get<int>(), 4096);
        const Ran refused = cli({"scan", "demo:skua", "--mode", "verify", "--span", "0..99999"});
        QCOMPARE(refused.status, 2);
        QVERIFY(refused.err.contains("Scan by reading"));
        QCOMPARE(cli({"scan", "demo:auk", "--mode", "write"}).status, 2);
    }
    void ordersFindTheSame() {
        const QString drive = scenario("orders.json", R"({"kind":"unreadable","lba":4096,"answer_ms":90},
            {"kind":"unreadable","lba":150000,"answer_ms":90},{"kind":"slow","lba":90000,"turns":14})");
        for (const char* order : {"forward", "backward", "suspects-first", "sweep", "careful"}) {
            const Ran ran =
                cli({"scan", drive, "--order", order, "--block", "256", "--json", path("orders.out")});
            QCOMPARE(ran.status, 1);
            const auto json = jsonOf(path("orders.out"));
            QCOMPARE(json.at("plan").at("order").get<std::string>(), std::string(order));
            QCOMPARE(json.at("totals").at("unreadable_sectors").get<int>(), 16);
            QCOMPARE(json.at("ledger").size(), std::size_t{3});
            for (const auto& entry : json.at("ledger"))
                QCOMPARE(entry.at("standing").get<std::string>(), std::string("confirmed"));
        }
        // The same by a name of the house policy.
        const Ran sick = cli({"scan", drive, "--plan", "Sick drive", "--json", path("orders.out")});
        QCOMPARE(sick.status, 1);
        QCOMPARE(jsonOf(path("orders.out")).at("plan").at("order").get<std::string>(),
                 std::string("careful"));
        const Ran nobody = cli({"scan", drive, "--plan", "Nobody's"});
        QCOMPARE(nobody.status, 2);
        QVERIFY(nobody.err.contains("It has: Whole surface"));
        const Ran sample = cli({"scan", "demo:tern20", "--order", "sample", "--samples", "3000"});
        QCOMPARE(sample.status, 0);
        QVERIFY2(sample.out.contains("samples: with 95 % confidence"), qPrintable(sample.out));
    }
    void spansInAnyUnit() {
        const QString drive = scenario("units.json", "");
        for (const char* span : {"50%..75%", "51.2MB..76.8MB", "100000..149999"}) {
            const Ran ran = cli({"scan", drive, "--span", span, "--json", path("units.out")});
            QCOMPARE(ran.status, 0);
            const auto json = jsonOf(path("units.out"));
            QCOMPARE(json.at("plan").at("span").at("first").get<int>(), 100'000);
            QCOMPARE(json.at("totals").at("sectors").get<int>(), 50'000);
        }
        const Ran several = cli(
            {"scan", drive, "--span", "0..4095, 50%..51%", "--block", "2048", "--json", path("units.out")});
        QCOMPARE(several.status, 0);
        QCOMPARE(jsonOf(path("units.out")).at("plan").at("parts").size(), std::size_t{2});
    }
    // As Orbita prints places, they can be typed back.
    void placesAreTypedBackAsPrinted_data() {
        QTest::addColumn<QStringList>("how");
        QTest::addColumn<int>("first");
        QTest::addColumn<int>("sectors");
        const QString blank = QStringLiteral("\u00a0");
        QTest::newRow("one sector") << QStringList{"--span", "98304"} << 98'304 << 1;
        QTest::newRow("printed") << QStringList{"--span", "LBA 98" + blank + "304 \u2013 98" + blank + "311"}
                                 << 98'304 << 8;
        QTest::newRow("units of any case") << QStringList{"--span", "1mb..2Mb"} << 1953 << 1954;
        QTest::newRow("around") << QStringList{"--around", "98" + blank + "304:512kib"} << 97'280 << 2049;
        QTest::newRow("around, at the edge") << QStringList{"--around", "10:100"} << 0 << 111;
        QTest::newRow("around a span")
            << QStringList{"--around", "1000..1999", "--margin", "100"} << 900 << 1200;
    }
    void placesAreTypedBackAsPrinted() {
        QFETCH(QStringList, how);
        QFETCH(int, first);
        QFETCH(int, sectors);
        const Ran ran =
            cli(QStringList{"scan", scenario("typed.json", {}), "--json", path("typed.out")} + how);
        QVERIFY2(ran.status == 0, qPrintable(ran.err));
        const auto span = jsonOf(path("typed.out")).at("plan").at("span");
        QCOMPARE(span.at("first").get<int>(), first);
        QCOMPARE(span.at("sectors").get<int>(), sectors);
    }
    void whatALedgerListsIsReadAgain() {
        const QString drive = scenario("again.json", R"({"kind":"unreadable","lba":60000,"answer_ms":90},
            {"kind":"unreadable","lba":150000,"answer_ms":90})");
        QCOMPARE(cli({"scan", drive, "--json", path("again.scan"), "--csv", path("again.csv")}).status, 1);
        for (const char* ledger : {"again.scan", "again.csv"}) {
            const Ran ran = cli({"scan", drive, "--from-ledger", path(ledger), "--margin", "64kB", "--json",
                                 path("again.out")});
            QVERIFY2(ran.status == 1, qPrintable(ran.err));
            const auto record = jsonOf(path("again.out"));
            QCOMPARE(record.at("plan").at("parts").size(), std::size_t{2});
            QVERIFY(record.at("totals").at("sectors").get<int>() < 10'000);
            QCOMPARE(record.at("totals").at("unreadable_sectors").get<int>(), 16);
        }
        // Another drive's, one of a larger drive, one without a defect, one that is damaged.
        QVERIFY(
            cli({"scan", "demo:tern20", "--from-ledger", path("again.scan")}).err.contains("Name a scan of"));
        QFile far(path("far.csv"));
        QVERIFY(far.open(QIODevice::WriteOnly));
        far.write("lba,sectors,byte_offset,percent,grade,latency_ms,standing,cause\r\n"
                  "900000000,8,460800000000,1,unreadable,1,once,given\r\n");
        far.close();
        QVERIFY(cli({"scan", drive, "--from-ledger", far.fileName()}).err.contains("beyond the end"));
        QVERIFY(far.open(QIODevice::WriteOnly));
        far.write("lba,sectors,byte_offset,percent,grade,latency_ms,standing,cause\r\n9,8,x\r\n");
        far.close();
        QVERIFY(cli({"scan", drive, "--from-ledger", far.fileName()}).err.contains("line 2 is damaged"));
        QCOMPARE(cli({"scan", drive, "--span", "0..9999", "--csv", path("none.csv")}).status, 0);
        QVERIFY(cli({"scan", drive, "--from-ledger", path("none.csv")}).err.contains("it lists none"));
    }
    void aRuleDoesNotEatTheTarget() {
        const QString drive = scenario("rule.json", {});
        const Ran ran = cli({"scan", "--stop", "4", "--stop", "minutes:90", drive});
        QVERIFY2(ran.status == 0, qPrintable(ran.err));
    }
    // What the drive says of itself comes first: told, and heeded where it says that the data come first.
    void theDrivesOwnWordComesFirst() {
        const Ran gentle = cli({"scan", "demo:auk", "--span", "0..1000"});
        QCOMPARE(gentle.status, 0);
        QVERIFY2(gentle.out.startsWith("Vitals: Go gently. "), qPrintable(gentle.out));
        const Ran closed = cli({"scan", "demo:tern10", "--span", "0..1000"});
        QCOMPARE(closed.status, 2);
        QVERIFY2(closed.out.contains("Vitals: Stop: save the data first. ") &&
                     closed.err.contains("--anyway"),
                 qPrintable(closed.err));
        QVERIFY(!closed.out.contains("scan begun"));
        QCOMPARE(cli({"scan", "demo:tern10", "--span", "0..1000", "--anyway"}).status, 0);
        QCOMPARE(cli({"scan", "demo:tern10", "--span", "0..1000", "--data", "saved"}).status, 0);
        QCOMPARE(cli({"scan", "demo:tern10", "--span", "0..1000", "--save", path("first.img")}).status, 0);
        // A rule on the vitals counts what was damning before.
        const Ran rule = cli({"scan", "demo:tern10", "--span", "0..1%", "--anyway", "--stop", "damning:1"});
        QCOMPARE(rule.status, 3);
        QVERIFY2(rule.out.contains("of its vitals are damning"), qPrintable(rule.out));
        QCOMPARE(cli({"vitals", "demo:fulmar"}).status, 0);
        QVERIFY(!cli({"vitals", "demo:fulmar"}).out.contains("all that could be read is fine"));
    }
    void aWrongCallTellsNoEvents() {
        const Ran ran = cli({"scan", "demo:auk", "--json", "-", "--span", "9..1"});
        QCOMPARE(ran.status, 2);
        QVERIFY2(ran.out.isEmpty(), qPrintable(ran.out));
    }
    void theLatestAndTheSlowestAnswerAreTold() {
        const QString drive = scenario("slow.json", R"({"kind":"slow","lba":60000,"extra_ms":700})");
        const Ran ran = cli({"scan", drive, "--json", "-"});
        double slowest = 0;
        for (const QString& line : ran.out.split('\n', Qt::SkipEmptyParts)) {
            const auto event = nlohmann::json::parse(line.toStdString());
            if (event.at("event") == "progress" && event.contains("slowest"))
                slowest = std::max(slowest, event.at("slowest").at("latency_ms").get<double>());
        }
        QVERIFY2(slowest > 700 && slowest < 760, qPrintable(QString::number(slowest)));
    }
    // Each line is JSON by itself; the first says what is scanned, the last what came of it.
    void eventsForPrograms() {
        const Ran ran =
            cli({"scan", scenario("events.json", R"({"kind":"unreadable","lba":4096,"answer_ms":90})"),
                 "--json", "-"});
        QCOMPARE(ran.status, 1);
        std::vector<nlohmann::json> events;
        for (const QString& line : ran.out.split('\n', Qt::SkipEmptyParts)) {
            events.push_back(nlohmann::json::parse(line.toStdString(), nullptr, false));
            QVERIFY2(events.back().is_object(), qPrintable(line));
        }
        QCOMPARE(events.front().at("event").get<std::string>(), std::string("begin"));
        QCOMPARE(events.front().at("serial").get<std::string>(), std::string("AK-1"));
        const auto& end = events.back();
        QCOMPARE(end.at("event").get<std::string>(), std::string("end"));
        QCOMPARE(end.at("ended").get<std::string>(), std::string("complete"));
        QCOMPARE(end.at("defects").at(0).at("lba").get<int>(), 4096);
        QVERIFY(std::any_of(events.begin(), events.end(), [](const auto& e) {
            return e.at("event") == "unreadable" && e.at("sectors") == 8;
        }));
    }
    // Ended by its rule, taken up again: what was read is not read again, and the casebook has one scan, not
    // two.
    void goesOnFromTheCasebook() {
        const QTemporaryDir own; // others of this test have broken off scans of such a drive, too
        qputenv("XDG_DATA_HOME", own.path().toLocal8Bit());
        const QString drive = scenario("resume.json", R"({"kind":"unreadable","lba":60000,"answer_ms":90},
            {"kind":"unreadable","lba":150000,"answer_ms":90})");
        const Ran first = cli({"scan", drive, "--block", "256", "--stop", "1"});
        QCOMPARE(first.status, 3);
        QVERIFY(first.out.contains("Stopped by a rule"));
        const Ran rest = cli({"scan", drive, "--resume", "--stop", "unreadable:100"});
        QVERIFY2(rest.status == 1, qPrintable(rest.out + rest.err));
        QVERIFY(rest.out.contains("going on"));
        QVERIFY(rest.out.contains("Read to the end."));
        QVERIFY(rest.out.contains("16 sectors unreadable in 2 patches"));
        const Ran again = cli({"scan", drive, "--resume"});
        QCOMPARE(again.status, 2); // it is complete now, and it was the same one
        qputenv("XDG_DATA_HOME", m_dir.path().toLocal8Bit());
    }
    void savesWhatItReadsAndFillsUpTheRest() {
        const QString drive = scenario("save.json", R"({"kind":"unreadable","lba":120000,"sectors":16})");
        const QString image = path("auk.img");
        Ran ran = cli({"scan", drive, "--save", image, "--span", "0..149999", "--block", "128"});
        QVERIFY2(ran.status == 1, qPrintable(ran.err));
        QVERIFY2(ran.out.contains(QStringLiteral("saved in ")), qPrintable(ran.out));
        ran = cli({"image", image, "--json"});
        QCOMPARE(ran.status, 1);
        auto told = nlohmann::json::parse(ran.out.toStdString());
        QCOMPARE(told["held_sectors"].get<int>(), 150'000 - 16);
        QCOMPARE(told["missing"].size(), std::size_t{2});
        QCOMPARE(told["missing"][0]["first"].get<int>(), 120'000);
        QCOMPARE(told["missing"][0]["sectors"].get<int>(), 16);
        // The next pass reads only what is missing.
        ran = cli({"scan", drive, "--save", image, "--span", "missing", "--block", "128", "--json",
                   path("fill.json")});
        QVERIFY2(ran.status <= 1, qPrintable(ran.err));
        QVERIFY(jsonOf(path("fill.json"))["totals"]["planned"].get<int>() < 600);
        ran = cli({"scan", drive, "--save", image, "--span", "missing", "--block", "8"});
        ran = cli({"image", image, "--compare"});
        QVERIFY2(ran.out.contains(QStringLiteral("Every part is what was saved.")), qPrintable(ran.out));
        // What is no image of Orbita's is left alone.
        QFile mine(path("thesis.txt"));
        QVERIFY(mine.open(QIODevice::WriteOnly) && mine.write("the only copy") == 13);
        mine.close();
        ran = cli({"scan", drive, "--save", mine.fileName()});
        QCOMPARE(ran.status, 2);
        QVERIFY2(ran.err.contains(QStringLiteral("has not been touched")), qPrintable(ran.err));
        QVERIFY(mine.open(QIODevice::ReadOnly) && mine.readAll() == "the only copy");
        ran = cli({"scan", drive, "--save", image, "--mode", "verify"});
        QCOMPARE(ran.status, 2);
        ran = cli({"scan", path("auk.img"), "--save", path("auk.img")}); // the file under test itself
        QCOMPARE(ran.status, 2);
    }
    void givingUpIsAskedFor() {
        const Ran ran =
            cli({"scan", scenario("dead.json", R"({"kind":"freeze","lba":100000,"forever":true})"), "--limit",
                 "1000", "--give-up", "3000"});
        QCOMPARE(ran.status, 3);
        QVERIFY2(ran.out.contains("stopped answering"), qPrintable(ran.out));
    }
    // The shop's own policy is found where it belongs, and the heat of the scan is in the file.
    void theShopsPolicyIsInForce() {
        QDir().mkpath(path("config/orbita"));
        QFile policy(path("config/orbita/house-policy.json"));
        QVERIFY(policy.open(QIODevice::WriteOnly));
        policy.write(
            R"({"format":"orbita-policy","version":1,"name":"strict","limits":{"power-on-hours":{"note":1,"warning":2,"damning":3}}})");
        policy.close();
        qputenv("XDG_CONFIG_HOME", path("config").toUtf8());
        const Ran strict = cli({"vitals", "demo:tern20"});
        qunsetenv("XDG_CONFIG_HOME");
        QCOMPARE(strict.status, 1);
        QCOMPARE(cli({"vitals", "demo:tern20"}).status, 0);
        QVERIFY(cli({"scan", "demo:tern20", "--span", "0..40000000", "--json", path("warm.json")}).status ==
                0);
        QVERIFY(jsonOf(path("warm.json")).at("totals").at("temperature_c").at("hottest").get<int>() > 20);
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

ORBITA_TEST(TestCli)

} // namespace test_cli

#include "test_cli.moc"
