// SPDX-License-Identifier: GPL-3.0-or-later
// What is found reaches where it was wanted, or it is said and the status is 2; everything done is in the
// casebook; and nothing that was there before is taken away for it.
#include "support/cli_runner.h"
#include "support/long_wait.h"
#include "support/test_program.h"

#include <QDir>
#include <QFile>
#include <QFloat16>
#include <QTemporaryDir>
#include <csignal>
#include <fcntl.h>
#include <sys/stat.h>
#include <unistd.h>

namespace test_results {

using namespace orbita::test;

class TestResults final : public QObject {
    Q_OBJECT
private:
    std::unique_ptr<QTemporaryDir> m_dir;
    QString path(const QString& name) { return m_dir->filePath(name); }
    QString scenario(const QString& name, const QByteArray& more, const QByteArray& serial = "AK-1",
                     int seed = 1) {
        QFile file(path(name));
        if (!file.open(QIODevice::WriteOnly))
            qFatal("cannot write");
        file.write(R"({"format":"orbita-scenario","version":1,"name":"x","seed":)" +
                   QByteArray::number(seed) + R"(,"drive":{"model":"Auk R3","serial":")" + serial +
                   R"(","sectors":200000,"physical_bytes":4096,"rpm":5900},"pace":{"outer_mb_per_s":150})" +
                   more + "}");
        return QStringLiteral("sim:") + file.fileName();
    }
    QString bad() {
        return scenario("bad.json", R"(,"defects":[{"kind":"unreadable","lba":4000,"sectors":8}])");
    }
    static QByteArray bytesOf(const QString& name) {
        QFile file(name);
        return file.open(QIODevice::ReadOnly) ? file.readAll() : QByteArray();
    }
    static nlohmann::json listOf(const char* kind, const QStringList& more = {}) {
        const Ran ran = cli(QStringList{"casebook", kind, "--json"} + more);
        const auto json = nlohmann::json::parse(ran.out.toStdString(), nullptr, false);
        return json.is_object() ? json.value(kind, nlohmann::json::array()) : nlohmann::json::array();
    }
    // An image file that takes long to read.
    QString large() {
        QFile file(path("large.img"));
        if (!file.open(QIODevice::WriteOnly) || !file.resize(400LL << 30))
            qFatal("cannot write");
        return file.fileName();
    }

private slots:
    void init() {
        m_dir = std::make_unique<QTemporaryDir>();
        qputenv("XDG_DATA_HOME", path("data").toLocal8Bit());
    }
    void eachResultHasAPlaceOfItsOwn() {
        const QString drive = bad();
        const QString image = path("rescued.img");
        QCOMPARE(cli({"scan", drive, "--save", image}).status, 1);
        const QByteArray saved = bytesOf(image);
        const QByteArray map = bytesOf(image + ".map");
        for (const QStringList& places :
             {QStringList{"--json", path("y"), "--csv", path("y")},
              QStringList{"--report", path("y"), "--plate", path("y")},
              QStringList{"--save", path("x"), "--csv", path("x")},
              QStringList{"--save", path("z"), "--csv", path("z.map")}, QStringList{"--csv", image},
              QStringList{"--json", image + ".map"}, QStringList{"--report", image + ".map"},
              QStringList{"--csv", path("data/orbita/casebook.db")}, QStringList{"--csv", path("bad.json")},
              QStringList{"--csv", "-", "--report", "-"}, QStringList{"--csv", ""},
              QStringList{"--csv", "/dev/null"}, QStringList{"--report", path(QString(300, 'a'))}}) {
            const Ran ran = cli(QStringList{"scan", drive} + places);
            QVERIFY2(ran.status == 2, qPrintable(places.join(' ') + ran.out + ran.err));
            QVERIFY2(!ran.err.isEmpty() && !ran.out.contains("scan begun"), qPrintable(ran.out + ran.err));
        }
        QCOMPARE(bytesOf(image), saved);
        QCOMPARE(bytesOf(image + ".map"), map);
        QVERIFY(!QFile::exists(path("y")) && !QFile::exists(path("x")) && !QFile::exists(path("z")));
        QCOMPARE(listOf("scans").size(), std::size_t{1});
        struct stat s {};
        QVERIFY(stat("/dev/null", &s) == 0 && S_ISCHR(s.st_mode));
    }
    void resultsArePrivate() {
        QCOMPARE(cli({"scan", bad(), "--csv", path("r.csv"), "--save", path("i.img")}).status, 1);
        for (const char* file : {"r.csv", "i.img", "i.img.map", "data/orbita/casebook.db"}) {
            struct stat s {};
            QVERIFY2(stat(qPrintable(path(file)), &s) == 0 && (s.st_mode & 0077U) == 0, file);
        }
    }
    void standardOutputTakesAResult() {
        const Ran ran = cli({"scan", bad(), "--csv", "-"});
        QCOMPARE(ran.status, 1);
        QVERIFY2(ran.out.startsWith("lba,sectors,") && ran.out.contains("\n4000,8,"), qPrintable(ran.out));
        QVERIFY(ran.err.contains("scan begun")); // what is told to a person goes elsewhere
        const Ran picture = cli({"scan", bad(), "--plate", "-"});
        QCOMPARE(picture.status, 1);
        QVERIFY(picture.out.contains("PNG"));
    }
    void whatDoesNotArriveIsSaid() {
        const QString full = QStringLiteral("exec \"%1\" \"$@\" > /dev/full");
        for (const QStringList& call :
             {QStringList{"drives"}, QStringList{"drives", "--json"}, QStringList{"vitals", "demo:tern20"},
              QStringList{"scan", bad(), "--json", "-"}, QStringList{"scan", bad(), "--csv", "-"}}) {
            QProcess process;
            process.start("sh", QStringList{"-c", full.arg(program()), "sh"} + call);
            QVERIFY(process.waitForFinished(60'000));
            QVERIFY2(process.exitCode() == 2, qPrintable(call.join(' ')));
            QVERIFY(process.readAllStandardError().contains("standard output"));
        }
    }
    // A closed terminal, a lost connection, a reader that has seen enough: the scan ends in order.
    void hangingUpEndsInOrder() {
        const QStringList call = {program(), "scan",          large(),    "--block",      "8",
                                  "--csv",   path("hup.csv"), "--report", path("hup.txt")};
        for (const int number : {SIGHUP, SIGTERM, SIGPIPE}) {
            QProcess process;
            if (number == SIGPIPE) { // a reader that has seen enough
                process.start("bash",
                              QStringList{"-c", "\"$@\" | head -n 1; exit ${PIPESTATUS[0]}", "bash"} + call);
            } else {
                process.start(call.first(), call.mid(1));
                QVERIFY(process.waitForReadyRead(60'000));
                kill(static_cast<pid_t>(process.processId()), number);
            }
            QVERIFY2(process.waitForFinished(60'000), qPrintable(QString::number(number)));
            QCOMPARE(process.exitStatus(), QProcess::NormalExit);
            QVERIFY2(process.exitCode() == 3 || (number == SIGPIPE && process.exitCode() == 2),
                     qPrintable(QString::number(process.exitCode())));
            QVERIFY(QFile::exists(path("hup.csv")) && bytesOf(path("hup.txt")).contains("Stopped"));
            QCOMPARE(listOf("scans")[0]["ended"].get<std::string>(), std::string("stopped"));
            QFile::remove(path("hup.csv"));
            QFile::remove(path("hup.txt"));
        }
    }
    void everyScanIsInTheCasebook() {
        QCOMPARE(cli({"scan", bad(), "--json", path("s.json")}).status, 1);
        QCOMPARE(cli({"scan", bad(), "--json", "-"}).status, 1);
        QCOMPARE(cli({"scan", bad()}).status, 1);
        QCOMPARE(listOf("scans").size(), std::size_t{3});
        QVERIFY(QFile::exists(path("s.json")));
        // All that a scan can be written to, it can be written to later.
        const Ran exported =
            cli({"casebook", "export", "1", "--json", path("again.json"), "--csv", path("again.csv"),
                 "--report", path("again.txt"), "--plate", path("again.png")});
        QVERIFY2(exported.status == 0, qPrintable(exported.err));
        QCOMPARE(jsonOf(path("again.json")).at("ledger"), jsonOf(path("s.json")).at("ledger"));
        QCOMPARE(jsonOf(path("again.json")).at("plate"), jsonOf(path("s.json")).at("plate"));
        QVERIFY(bytesOf(path("again.csv")).contains("4000,8,") &&
                bytesOf(path("again.png")).startsWith("\x89PNG"));
        QVERIFY(cli({"casebook", "show", "1"}).out.contains("unreadable"));
        QCOMPARE(cli({"casebook", "show", "99"}).status, 2);
        QCOMPARE(cli({"casebook", "export", "1", "--csv", "/dev/null"}).status, 2);
        // The same scan, taken up from any end, by its number.
        QCOMPARE(cli({"scan", bad(), "--stop", "1"}).status, 3);
        const int number = listOf("scans")[0]["scan"].get<int>();
        QCOMPARE(cli({"scan", bad(), "--resume", QString::number(number), "--stop", "100"}).status, 1);
    }
    // It is there before the first block is read: a crash at any moment leaves something to go on with.
    void aScanIsKeptBeforeItBegins() {
        QProcess process;
        process.start(program(), {"scan", large()});
        QByteArray said;
        const auto hasRead = [&] {
            return (said += process.readAllStandardOutput()).contains("pace measured");
        };
        TRY_VERIFY(hasRead());
        QCOMPARE(process.state(), QProcess::Running);
        process.kill();
        QVERIFY(process.waitForFinished(60'000));
        QCOMPARE(listOf("scans").size(), std::size_t{1});
    }
    void whatIsAskedAndDoneIsInTheCasebook() {
        QCOMPARE(cli({"vitals", "demo:tern20", "--customer", "Harbour office", "--job", "7781", "--tester",
                      "Ines"})
                     .status,
                 0);
        QCOMPARE(cli({"selftest", "demo:tern20", "--kind", "short"}).status, 0);
        const auto drives = listOf("drives");
        QCOMPARE(drives.size(), std::size_t{1});
        QCOMPARE(drives[0]["serial"].get<std::string>(), std::string("TG-2K7718"));
        const auto visits = listOf("visits", {QString::number(drives[0]["drive"].get<int>())});
        QCOMPARE(visits.size(), std::size_t{1}); // one visit, not one for each command
        QCOMPARE(visits[0]["customer"].get<std::string>(), std::string("Harbour office"));
        QCOMPARE(visits[0]["job"].get<std::string>(), std::string("7781"));
        QCOMPARE(visits[0]["vitals_read"].get<int>(), 2);
        QCOMPARE(visits[0]["done"].size(), std::size_t{1});
        QVERIFY(visits[0]["done"][0].get<std::string>().find("self-test begun") == 0);
        QCOMPARE(visits[0]["actions"].size(), std::size_t{1});
        QCOMPARE(visits[0]["actions"][0]["action"].get<std::string>(), std::string("self-test-start"));
        QCOMPARE(visits[0]["actions"][0]["result"].get<std::string>(), std::string("done"));
        QVERIFY(!visits[0]["actions"][0]["who"].get<std::string>().empty());
        // Another customer's is another visit.
        QCOMPARE(cli({"vitals", "demo:tern20", "--customer", "Someone else"}).status, 0);
        QCOMPARE(listOf("visits", {QString::number(drives[0]["drive"].get<int>())}).size(), std::size_t{2});
    }
    // Where it cannot be kept it is said, each time, and a script can tell.
    void aCasebookThatCannotBeWrittenIsTold() {
        QDir().mkpath(path("data/orbita"));
        QFile damaged(path("data/orbita/casebook.db"));
        QVERIFY(damaged.open(QIODevice::WriteOnly));
        damaged.write("this is no casebook, and must not be taken for one");
        damaged.close();
        const QByteArray before = bytesOf(damaged.fileName());
        for (int i = 0; i < 6; ++i) {
            const Ran ran = cli({"scan", bad()});
            QCOMPARE(ran.status, 2);
            QVERIFY2(ran.err.contains("casebook") && !ran.out.contains("Kept in"),
                     qPrintable(ran.out + ran.err));
        }
        const Ran ran = cli({"scan", bad(), "--json", path("s.json")});
        QVERIFY2(ran.status == 1 && ran.err.contains("casebook"), qPrintable(ran.err)); // the file holds it
        QVERIFY(ran.out.contains("Kept in " + path("s.json")));
        QCOMPARE(bytesOf(damaged.fileName()), before);
    }
    // Several programs at once, from the first moment on.
    void manyShareOneCasebook() {
        std::vector<std::unique_ptr<QProcess>> all;
        for (int i = 0; i < 8; ++i) {
            all.push_back(std::make_unique<QProcess>());
            all.back()->start(program(), {"scan", scenario(QString("many-%1.json").arg(i), "",
                                                           "AK-" + QByteArray::number(i))});
        }
        for (const auto& process : all) {
            QVERIFY(process->waitForFinished(120'000));
            const QByteArray said = process->readAllStandardError();
            QVERIFY2(process->exitCode() == 0 && said.isEmpty(), said.constData());
            QVERIFY(process->readAllStandardOutput().contains("Kept in"));
        }
        QCOMPARE(listOf("scans").size(), std::size_t{8});
    }
    void oneScanOfADriveAtATime() {
        QProcess process;
        process.start(program(), {"scan", large(), "--block", "8"});
        QVERIFY(process.waitForReadyRead(60'000));
        const Ran second = cli({"scan", path("large.img"), "--span", "0..100"});
        QCOMPARE(second.status, 2);
        QVERIFY2(second.err.contains("another scan"), qPrintable(second.err));
        process.terminate();
        QVERIFY(process.waitForFinished(60'000));
        QCOMPARE(cli({"scan", path("large.img"), "--span", "0..100"}).status, 0);
        // Nor are there two goings-on with one scan.
        QProcess goesOn;
        goesOn.start(program(), {"scan", path("large.img"), "--resume"});
        QVERIFY(goesOn.waitForReadyRead(60'000));
        const Ran twice = cli({"scan", path("large.img"), "--resume"});
        QCOMPARE(twice.status, 2);
        QVERIFY2(twice.err.contains("another scan"), qPrintable(twice.err));
        goesOn.terminate();
        QVERIFY(goesOn.waitForFinished(60'000));
    }
    void nothingMissingReadsNothing() {
        const QString drive = scenario("good.json", "");
        const QString image = path("good.img");
        QCOMPARE(cli({"scan", drive, "--save", image}).status, 0);
        const Ran again = cli({"scan", drive, "--save", image, "--span", "missing"});
        QCOMPARE(again.status, 0);
        QVERIFY2(again.out.contains("nothing to read") && !again.out.contains("scan begun"),
                 qPrintable(again.out));
        QCOMPARE(listOf("scans").size(), std::size_t{1});
        QVERIFY(cli({"scan", drive, "--span", "missing"}).err.contains("--save"));
        QCOMPARE(cli({"scan", drive, "--span", ""}).status, 2);
    }
    // Two customers' sticks without a number of their own, in the same reader one after the other.
    void anotherStickIsNotMixedIn() {
        const QString image = path("stick.img");
        QCOMPARE(
            cli({"scan", scenario("stick.json", "", "", 1), "--span", "0..99999", "--save", image}).status,
            0);
        const QByteArray saved = bytesOf(image);
        const Ran other =
            cli({"scan", scenario("stick.json", "", "", 2), "--save", image, "--span", "missing"});
        QCOMPARE(other.status, 3);
        QVERIFY2(other.out.contains("not the drive"), qPrintable(other.out + other.err));
        QCOMPARE(bytesOf(image), saved);
        QCOMPARE(
            cli({"scan", scenario("stick.json", "", "", 1), "--save", image, "--span", "missing"}).status, 0);
    }
    void anImageWithHolesIsNotCalledClean() {
        const QString image = path("holes.img");
        QCOMPARE(cli({"scan", scenario("d.json", ""), "--span", "0..99999", "--save", image}).status, 0);
        const Ran ran = cli({"scan", image});
        QCOMPARE(ran.status, 1);
        QVERIFY2(ran.out.contains("lacks sectors"), qPrintable(ran.out));
        QCOMPARE(cli({"scan", bad(), "--json", path("scan.json")}).status, 1);
        for (const QString& own : {path("scan.json"), image + ".map", path("bad.json")}) {
            const Ran refused = cli({"scan", own});
            QCOMPARE(refused.status, 2);
            QVERIFY2(refused.err.contains("Orbita has written"), qPrintable(refused.err));
        }
        QVERIFY(cli({"scan", path("data/orbita/casebook.db")}).err.contains("casebook"));
    }
    // A full place pauses the scan and is told; stopped, it is no success; with room, it goes on.
    void aFullPlacePausesAndGoesOn() {
        const QString drive = scenario("full.json", "");
        const QString image = path("full.img");
        QCOMPARE(cli({"scan", drive, "--span", "0..9999", "--save", image}).status, 0);
        const QByteArray first = bytesOf(image).left(10'000 * 512);
        // No file may reach beyond 20 MB: to the program as a disk that is full.
        QProcess process;
        process.start("bash", {"-c", "ulimit -f 20000; exec \"$@\"", "bash", program(), "scan", drive,
                               "--save", image, "--block", "64"});
        QByteArray said;
        const auto saysSo = [&] {
            said += process.readAllStandardOutput();
            return said.contains("waits until it can be written");
        };
        TRY_VERIFY(saysSo());
        kill(static_cast<pid_t>(process.processId()), SIGINT);
        QVERIFY(process.waitForFinished(60'000));
        said += process.readAllStandardOutput();
        QVERIFY2(process.exitCode() == 3 && said.contains("cannot be written"), said.constData());
        QVERIFY(bytesOf(image).startsWith(first)); // what was held is held
        const Ran rest = cli({"scan", drive, "--resume"});
        QVERIFY2(rest.status == 0, qPrintable(rest.out + rest.err));
        QVERIFY2(rest.err.contains("saved in " + image), qPrintable(rest.err)); // where to is shown
        const Ran whole = cli({"image", image, "--compare"});
        QVERIFY2(whole.status == 0, qPrintable(whole.out));
    }
    // What had been read is read again for an image: the casebook keeps what it had of it, and once the whole
    // is read there is nothing to go on with.
    void goingOnForAnImageTakesNothingAway() {
        const QString drive =
            scenario("for.json", R"(,"defects":[{"kind":"unreadable","lba":100000,"sectors":8}])");
        QCOMPARE(cli({"scan", drive, "--block", "256", "--stop", "1"}).status, 3);
        const int number = listOf("scans")[0]["scan"].get<int>();
        QCOMPARE(cli({"scan", drive, "--resume", "--save", path("for.img"), "--stop", "100"}).status, 1);
        QCOMPARE(listOf("scans").size(), std::size_t{2});
        QCOMPARE(listOf("scans")[0]["ended"].get<std::string>(), std::string("complete"));
        QCOMPARE(listOf("scans")[1]["ended"].get<std::string>(), std::string("stop-rule"));
        QCOMPARE(cli({"casebook", "export", QString::number(number), "--json", path("for.scan")}).status, 0);
        QVERIFY(jsonOf(path("for.scan")).at("covered")[0].at("sectors").get<int>() > 90'000);
        const Ran again = cli({"scan", drive, "--resume"});
        QVERIFY2(again.status == 2 && again.err.contains("broken off"), qPrintable(again.err));
    }
    // What an earlier scan saved to may have become part of the drive since: it is judged again.
    void whereAnEarlierScanSavedToIsJudgedAgain() {
        const QString drive =
            scenario("again.json", R"(,"defects":[{"kind":"unreadable","lba":4000,"sectors":8}])");
        QCOMPARE(cli({"scan", drive, "--save", path("again.img"), "--stop", "1"}).status, 3);
        QFile::remove(path("again.img"));
        QFile::remove(path("again.img.map"));
        QVERIFY(QFile::link("/dev/null", path("again.img")));
        const Ran ran = cli({"scan", drive, "--resume"});
        QCOMPARE(ran.status, 2);
        QVERIFY2(ran.err.contains("it is a device"), qPrintable(ran.err));
    }
    void readingSendsNothingForARecordsSake() {
        QDir().mkpath(path("data/orbita/owed"));
        QFile record(path("data/orbita/owed/Halden_Tern_20-TG-2K7718.json"));
        QVERIFY(record.open(QIODevice::WriteOnly));
        record.write(
            R"({"format":"orbita-owed-setting","version":1,"model":"Halden Tern 20","serial":"TG-2K7718","means":"sct","recovery_ms":100})");
        record.close();
        QCOMPARE(cli({"vitals", "demo:tern20"}).status, 0);
        QVERIFY(record.exists());
        QVERIFY(cli({"restore", "demo:tern20"}).out.contains("Nothing is owed"));
        // A careful scan of a simulated drive owes nothing to the next program.
        QCOMPARE(cli({"scan", bad(), "--order", "careful"}).status, 1);
        QCOMPARE(QDir(path("data/orbita/owed")).entryList(QDir::Files).size(), 1);
    }
};

ORBITA_TEST(TestResults)

} // namespace test_results

#include "test_results.moc"
