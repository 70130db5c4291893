// SPDX-License-Identifier: GPL-3.0-or-later
// orbita-cli treat and refresh, as a technician would use it: told first, confirmed, overruled, broken off,
// gone on with.
#include "support/cli_runner.h"
#include "support/test_program.h"

#include <QDir>
#include <QTemporaryDir>
namespace test_treat {

using namespace orbita::test;

QByteArray unreadable(int lba, const char* more = "") {
    return "{\"kind\":\"unreadable\",\"sectors\":8,\"answer_ms\":300,\"lba\":" + QByteArray::number(lba) +
           more + '}';
}

QByteArray slow(int lba) {
    return "{\"kind\":\"slow\",\"turns\":40,\"sectors\":8,\"lba\":" + QByteArray::number(lba) + '}';
}

class TestTreat final : public QObject {
    Q_OBJECT
private:
    QTemporaryDir m_dir;
    int m_number = 0;

    [[nodiscard]] QString path(const char* name) const { return m_dir.filePath(QLatin1String(name)); }
    // Scanned, so that the casebook knows its defects.
    QString scanned(const QByteArray& defects, const QByteArray& more = {},
                    const QByteArray& attachment = "SATA") {
        ++m_number;
        qputenv("XDG_DATA_HOME", path("data").toUtf8() + QByteArray::number(m_number));
        QFile file(path("drive") + QString::number(m_number) + QStringLiteral(".json"));
        if (!file.open(QIODevice::WriteOnly))
            qFatal("cannot write");
        file.write(
            R"({"format":"orbita-scenario","version":1,"name":"x","drive":{"model":"Auk R3","serial":"AK-T-7741","sectors":400000,"physical_bytes":4096,"rpm":5900,"attachment":")" +
            attachment + R"("},"pace":{"outer_mb_per_s":150},"defects":[)" + defects + "]" + more + "}");
        const QString drive = QStringLiteral("sim:") + file.fileName();
        file.close();
        // Clean, or with what the test wants found.
        if (const Ran ran = cli({QStringLiteral("scan"), drive}); ran.status != 0 && ran.status != 1)
            qFatal("the scan: %d\n%s\n%s", ran.status, qPrintable(ran.out), qPrintable(ran.err));
        return drive;
    }
    static QStringList call(const QString& drive, const QStringList& more = {}) {
        return QStringList{QStringLiteral("treat"), drive} + more;
    }
    static QStringList confirmed(const QString& drive, const QStringList& more = {}) {
        return call(drive, QStringList{QStringLiteral("--data"), QStringLiteral("saved"),
                                       QStringLiteral("--confirm"), QStringLiteral("7741")} +
                               more);
    }
    [[nodiscard]] static QStringList journals() {
        const QDir folder(qEnvironmentVariable("XDG_DATA_HOME") + QStringLiteral("/orbita/treatments"));
        QStringList paths;
        for (const QString& name : folder.entryList(QDir::Files))
            paths << folder.filePath(name);
        return paths;
    }

private slots:
    void withoutConfirmationNothingIsDone() {
        const QString drive = scanned(unreadable(80'000) + ',' + slow(160'000));
        const Ran told = cli(call(drive, {QStringLiteral("--data"), QStringLiteral("saved")}));
        QVERIFY2(told.status == 0, qPrintable(told.out + told.err));
        for (const char* said :
             {"Treating it is worth a try", "Nothing was written", "AK-T-7741", "1 unreadable", "1 slow",
              "likely loss: nothing that can be read now", "last four characters"})
            QVERIFY2(told.out.contains(QLatin1String(said)), said);
        QVERIFY(journals().isEmpty());
        // Whether the data is saved decides; so does what is to be destroyed.
        const Ran unasked = cli(call(drive));
        QCOMPARE(unasked.status, 1);
        QVERIFY(unasked.out.contains(QStringLiteral("Save the data first")));
        const Ran zeros = cli(call(drive, {QStringLiteral("--data"), QStringLiteral("saved"),
                                           QStringLiteral("--steps"), QStringLiteral("refresh,zeros")}));
        QVERIFY2(zeros.out.contains(QStringLiteral("likely loss: up to 8 sectors")), qPrintable(zeros.out));
    }
    void treatedAndEntered() {
        const QString drive = scanned(unreadable(80'000, ",\"on_write\":\"remapped\"") + ',' + slow(160'000));
        const Ran done =
            cli(confirmed(drive, {QStringLiteral("--steps"), QStringLiteral("refresh,pieced,zeros"),
                                  QStringLiteral("--job"), QStringLiteral("T-9")}));
        QVERIFY2(done.status == 0, qPrintable(done.out + done.err));
        QVERIFY2(done.out.contains(QStringLiteral("2 of 2 places read well now")), qPrintable(done.out));
        QVERIFY2(done.out.contains(
                     QStringLiteral("moved to a spare sector, reads well now; contents of 8 sectors lost")),
                 qPrintable(done.out));
        // The casebook knows what was done; so does the map of the scan.
        const Ran visits = cli({QStringLiteral("casebook"), QStringLiteral("visits"), QStringLiteral("1")});
        QVERIFY2(visits.out.contains(QStringLiteral("leave to write given")), qPrintable(visits.out));
        QVERIFY(visits.out.contains(QStringLiteral("T-9")));
        QVERIFY(cli({QStringLiteral("casebook"), QStringLiteral("export"), QStringLiteral("1"),
                     QStringLiteral("--json"), path("scan.json")})
                    .status == 0);
        const auto treatments = jsonOf(path("scan.json")).at("treatments");
        QCOMPARE(treatments.size(), std::size_t{2});
        // And the journal.
        QCOMPARE(journals().size(), 1);
        const Ran journal = cli({QStringLiteral("journal"), journals().front()});
        QVERIFY2(journal.status == 0, qPrintable(journal.out + journal.err));
        QVERIFY(journal.out.contains(QStringLiteral("Treated to the end")));
        QCOMPARE(
            cli({QStringLiteral("journal"), journals().front(), QStringLiteral("--export"), path("saved")})
                .status,
            0);
        QCOMPARE(QDir(path("saved")).entryList(QDir::Files).size(), 2);
        QCOMPARE(cli({QStringLiteral("journal"), journals().front(), QStringLiteral("--purge")}).status, 0);
        QVERIFY(
            cli({QStringLiteral("journal"), journals().front()}).out.contains(QStringLiteral("taken out")));
    }
    void refusals() {
        const QString drive = scanned(unreadable(80'000));
        const auto refused = [&](const QStringList& more, const char* why) {
            const Ran ran = cli(call(drive, more));
            QVERIFY2(ran.status == 2, qPrintable(ran.out + ran.err));
            QVERIFY2(ran.err.contains(QLatin1String(why)), qPrintable(ran.err));
            QVERIFY(journals().isEmpty());
        };
        refused({QStringLiteral("--data"), QStringLiteral("saved"), QStringLiteral("--confirm"),
                 QStringLiteral("7742")},
                "not how the drive's serial number ends");
        refused({QStringLiteral("--confirm"), QStringLiteral("7741")}, "whether its data exists elsewhere");
        refused({QStringLiteral("--data"), QStringLiteral("not-saved"), QStringLiteral("--confirm"),
                 QStringLiteral("7741")},
                "saved nowhere else");
        refused({QStringLiteral("--steps"), QStringLiteral("erase"), QStringLiteral("--confirm"),
                 QStringLiteral("7741")},
                "there is no such step");
        QFile policy(path("policy.json"));
        QVERIFY(policy.open(QIODevice::WriteOnly));
        policy.write(R"({"format":"orbita-policy","version":1,"name":"x","treatment":{"allowed":false}})");
        policy.close();
        refused({QStringLiteral("--data"), QStringLiteral("saved"), QStringLiteral("--confirm"),
                 QStringLiteral("7741"), QStringLiteral("--policy"), policy.fileName()},
                "allows no treatment");
        QVERIFY(policy.open(QIODevice::WriteOnly));
        policy.write(R"({"format":"orbita-policy","version":1,"name":"x","treatment":{"destroying":false}})");
        policy.close();
        refused({QStringLiteral("--data"), QStringLiteral("saved"), QStringLiteral("--confirm"),
                 QStringLiteral("7741"), QStringLiteral("--steps"), QStringLiteral("zeros"),
                 QStringLiteral("--policy"), policy.fileName()},
                "no step that destroys");
        // A casebook that cannot be written is no place for a journal.
        QFile file(path("no-folder"));
        QVERIFY(file.open(QIODevice::WriteOnly));
        const QByteArray was = qgetenv("XDG_DATA_HOME");
        const QString ledger = path("ledger.csv");
        cli({QStringLiteral("scan"), drive, QStringLiteral("--csv"), ledger});
        qputenv("XDG_DATA_HOME", file.fileName().toUtf8());
        const Ran ran = cli(confirmed(drive, {QStringLiteral("--ledger"), ledger}));
        qputenv("XDG_DATA_HOME", was);
        QCOMPARE(ran.status, 2);
    }
    void manyAreAdvisedAgainstAndCanBeOverruled() {
        QByteArray defects;
        for (int i = 0; i < 12; ++i)
            defects += (i == 0 ? "" : ",") + unreadable(10'000 + i * 32'000);
        const QString drive = scanned(defects);
        const Ran advised = cli(confirmed(drive));
        QCOMPARE(advised.status, 2);
        QVERIFY2(advised.err.contains(QStringLiteral("Do not treat it")) &&
                     advised.err.contains(QStringLiteral("--overrule")),
                 qPrintable(advised.err));
        const Ran overruled = cli(confirmed(drive, {QStringLiteral("--overrule"), QStringLiteral("--steps"),
                                                    QStringLiteral("refresh,zeros")}));
        QVERIFY2(overruled.status == 0, qPrintable(overruled.out + overruled.err));
        const Ran visits = cli({QStringLiteral("casebook"), QStringLiteral("visits"), QStringLiteral("1")});
        QVERIFY2(visits.out.contains(QStringLiteral("overruled")), qPrintable(visits.out));
    }
    void aStickBehindABridgeIsConfirmedByItsCapacity() {
        const QString drive = scanned(slow(160'000), R"(,"front":"bridge")", "USB bridge");
        const Ran told = cli(call(drive, {QStringLiteral("--data"), QStringLiteral("saved")}));
        QVERIFY2(told.out.contains(QStringLiteral("the capacity as printed on its label")),
                 qPrintable(told.out));
        QVERIFY(told.out.contains(QStringLiteral("The bridge hides")));
        QCOMPARE(cli(confirmed(drive)).status, 2);
        const Ran done = cli(call(drive, {QStringLiteral("--data"), QStringLiteral("saved"),
                                          QStringLiteral("--confirm"), QStringLiteral("205 MB")}));
        QVERIFY2(done.status == 0, qPrintable(done.out + done.err));
        QVERIFY(done.out.contains(QStringLiteral("the drive does not say")));
    }
    // It dies under it, is changed for another, and is gone on with.
    void brokenOffAndGoneOnWith() {
        const QByteArray defects = slow(80'000) + ',' + slow(160'000) + ',' + slow(240'000);
        const QString dying = scanned(defects, R"(,"writing":{"dies_at_write":2})");
        const Ran died = cli(confirmed(dying));
        QVERIFY2(died.status == 3, qPrintable(died.out + died.err));
        QVERIFY2(died.out.contains(QStringLiteral("The drive is gone")) ||
                     died.out.contains(QStringLiteral("the drive is gone")),
                 qPrintable(died.out));
        const Ran journal = cli({QStringLiteral("journal"), journals().front()});
        QCOMPARE(journal.status, 3);
        QVERIFY(journal.out.contains(QStringLiteral("in between")));
        QCOMPARE(cli({QStringLiteral("journal"), journals().front(), QStringLiteral("--purge")}).status, 2);
        // The same drive, well again.
        QFile file(dying.mid(4));
        QVERIFY(file.open(QIODevice::ReadOnly));
        const QByteArray well = file.readAll().replace("\"dies_at_write\":2", "");
        file.close();
        QVERIFY(file.open(QIODevice::WriteOnly | QIODevice::Truncate) && file.write(well) > 0);
        file.close();
        const Ran told = cli(call(dying, {QStringLiteral("--resume"), QStringLiteral("latest")}));
        QVERIFY2(told.status == 0 && told.out.contains(QStringLiteral("1 of 3 places are done")),
                 qPrintable(told.out + told.err));
        const Ran again = cli(confirmed(dying, {QStringLiteral("--resume"), QStringLiteral("latest")}));
        // What was done before is looked at again: this one is as it was before, and that is said.
        QVERIFY2(again.status == 1, qPrintable(again.out + again.err));
        QVERIFY2(again.out.contains(QStringLiteral("2 of 3 places read well now")), qPrintable(again.out));
        // Another drive is not gone on with.
        file.setFileName(path("other.json"));
        QVERIFY(file.open(QIODevice::WriteOnly) &&
                file.write(QByteArray(well).replace("AK-T-7741", "AK-T-7742")) > 0);
        file.close();
        const Ran other = cli(call(QStringLiteral("sim:") + file.fileName(),
                                   {QStringLiteral("--resume"), journals().front(),
                                    QStringLiteral("--confirm"), QStringLiteral("7742")}));
        QVERIFY2(other.status == 2 && other.err.contains(QStringLiteral("it is of Auk R3 AK-T-7741")),
                 qPrintable(other.err));
    }
    // A whole drive: its costs are told first; broken off, and gone on with; the map of its scan knows.
    void aWholeDriveIsRefreshed() {
        const QString drive = scanned(slow(80'000) + ',' + unreadable(240'000));
        const auto refresh = [&](const QStringList& more) {
            return cli(QStringList{QStringLiteral("refresh"), drive, QStringLiteral("--data"),
                                   QStringLiteral("saved")} +
                       more);
        };
        const Ran told = refresh({});
        QVERIFY2(told.status == 0, qPrintable(told.out + told.err));
        for (const char* said :
             {"All of it, 205 MB", "By the pace of its last scan that takes about", "Nothing was written",
              "What cannot be read, 8 sectors, is left alone", "AK-T-7741", "last four characters"})
            QVERIFY2(withPlainBlanks(told.out).contains(QLatin1String(said)), qPrintable(told.out));
        QVERIFY(journals().isEmpty());
        QCOMPARE(refresh({QStringLiteral("--confirm"), QStringLiteral("7742")}).status, 2);
        QVERIFY(journals().isEmpty());
        QCOMPARE(cli({QStringLiteral("refresh"), drive, QStringLiteral("--confirm"), QStringLiteral("7741")})
                     .status,
                 2); // nobody said whether the data is saved
        const Ran done = refresh({QStringLiteral("--confirm"), QStringLiteral("7741")});
        QVERIFY2(done.status == 0, qPrintable(done.out + done.err));
        QVERIFY2(done.out.contains(QStringLiteral("Refreshed to the end")) &&
                     done.out.contains(QStringLiteral("1 place read late, and in time now")),
                 qPrintable(done.out));
        QCOMPARE(journals().size(), 1);
        const Ran journal = cli({QStringLiteral("journal"), journals().front()});
        QVERIFY2(journal.status == 0 && journal.out.contains(QStringLiteral("read late, in time now")),
                 qPrintable(journal.out));
        QCOMPARE(cli({QStringLiteral("journal"), journals().front(), QStringLiteral("--purge")}).status, 0);
        QVERIFY(cli({QStringLiteral("casebook"), QStringLiteral("export"), QStringLiteral("1"),
                     QStringLiteral("--json"), path("refreshed.json")})
                    .status == 0);
        QCOMPARE(jsonOf(path("refreshed.json")).at("treatments").size(), std::size_t{1});
        // It is written down by runs, and as a whole.
        const Ran visits = cli({QStringLiteral("casebook"), QStringLiteral("visits"), QStringLiteral("1")});
        QVERIFY2(visits.out.contains(QStringLiteral("refreshed, among the")), qPrintable(visits.out));
    }
    void onlyWhatReadsLateIsRefreshed() {
        const QString drive = scanned(slow(80'000) + ',' + slow(160'000));
        const Ran events =
            cli({QStringLiteral("refresh"), drive, QStringLiteral("--late"), QStringLiteral("--data"),
                 QStringLiteral("saved"), QStringLiteral("--confirm"), QStringLiteral("7741"),
                 QStringLiteral("--json"), QStringLiteral("-")});
        QVERIFY2(events.status == 0, qPrintable(events.out + events.err));
        std::map<std::string, int> seen;
        for (const QString& line : events.out.split(QLatin1Char('\n'), Qt::SkipEmptyParts)) {
            const auto json = nlohmann::json::parse(line.toStdString(), nullptr, false);
            QVERIFY2(json.is_object(), qPrintable(line));
            ++seen[json.at("event").get<std::string>()];
            if (json.at("event") == "end") {
                QCOMPARE(json.at("healed").get<int>(), 2);
                QVERIFY(json.at("written_sectors").get<int>() < 20'000);
            }
        }
        QCOMPARE(seen, (std::map<std::string, int>{
                           {"proposal", 1}, {"begin", 1}, {"progress", 1}, {"found", 2}, {"end", 1}}));
    }
    void aRefreshIsBrokenOffAndGoneOnWith() {
        const QString dying = scanned(slow(80'000), R"(,"writing":{"dies_at_write":60})");
        const QStringList call{QStringLiteral("refresh"),   dying,
                               QStringLiteral("--data"),    QStringLiteral("saved"),
                               QStringLiteral("--confirm"), QStringLiteral("7741")};
        const Ran died = cli(call);
        QVERIFY2(died.status == 3 && died.out.contains(QStringLiteral("the drive is gone")),
                 qPrintable(died.out + died.err));
        QCOMPARE(cli({QStringLiteral("journal"), journals().front()}).status, 3);
        QCOMPARE(cli({QStringLiteral("journal"), journals().front(), QStringLiteral("--purge")}).status, 2);
        QCOMPARE(
            cli({QStringLiteral("journal"), journals().front(), QStringLiteral("--export"), path("ring")})
                .status,
            0);
        QVERIFY(!QDir(path("ring")).isEmpty());
        QFile file(dying.mid(4));
        QVERIFY(file.open(QIODevice::ReadOnly));
        const QByteArray well = file.readAll().replace("\"dies_at_write\":60", "");
        file.close();
        QVERIFY(file.open(QIODevice::WriteOnly | QIODevice::Truncate) && file.write(well) > 0);
        file.close();
        const Ran told =
            cli({QStringLiteral("refresh"), dying, QStringLiteral("--resume"), QStringLiteral("latest")});
        QVERIFY2(told.status == 0 && withPlainBlanks(told.out).contains(QStringLiteral("of 205 MB are done")),
                 qPrintable(told.out + told.err));
        const Ran again = cli(call + QStringList{QStringLiteral("--resume"), QStringLiteral("latest")});
        QVERIFY2(again.status == 0 &&
                     withPlainBlanks(again.out).contains(QStringLiteral("205 MB of 205 MB done")),
                 qPrintable(again.out + again.err));
    }
    // What a refresh has made worse is put back from its journal, once the drive takes it.
    void whatWasSavedIsPutBack() {
        const QString drive = scanned(slow(80'000), R"(,"writing":{"dies_at_write":60})");
        cli({QStringLiteral("refresh"), drive, QStringLiteral("--data"), QStringLiteral("saved"),
             QStringLiteral("--confirm"), QStringLiteral("7741")});
        const QString journal = journals().front();
        // The drive as it is now: it lives, and two of the places that were on their way cannot be read.
        QFile file(drive.mid(4));
        QVERIFY(file.open(QIODevice::ReadOnly));
        QByteArray text = file.readAll();
        file.close();
        const Ran exported =
            cli({QStringLiteral("journal"), journal, QStringLiteral("--export"), path("back")});
        QCOMPARE(exported.status, 0);
        const QStringList pieces = QDir(path("back")).entryList(QDir::Files, QDir::Name);
        QVERIFY(pieces.size() > 2);
        const int lba = pieces[1].section(QLatin1Char('-'), 0, 0).toInt();
        text.replace("\"dies_at_write\":60", "")
            .replace("\"defects\":[", "\"defects\":[" + unreadable(lba + 8) + ',');
        QVERIFY(file.open(QIODevice::WriteOnly | QIODevice::Truncate) && file.write(text) > 0);
        file.close();
        const Ran told = cli(call(drive, {QStringLiteral("--write-back"), journal}));
        QVERIFY2(told.status == 0 && told.out.contains(QStringLiteral("Nothing was written")),
                 qPrintable(told.out + told.err));
        const Ran wrong =
            cli(call(drive, {QStringLiteral("--write-back"), journal, QStringLiteral("--data"),
                             QStringLiteral("saved"), QStringLiteral("--confirm"), QStringLiteral("0000")}));
        QCOMPARE(wrong.status, 2);
        const Ran done = cli(confirmed(drive, {QStringLiteral("--write-back"), journal}));
        QVERIFY2(done.status == 0, qPrintable(done.out + done.err));
        QCOMPARE(done.out.count(QStringLiteral("put back, and reads well now")), 1);
        QCOMPARE(done.out.count(QStringLiteral("reads as it is saved")), pieces.size() - 1);
        // Of another drive's journal nothing is written.
        QVERIFY(file.open(QIODevice::WriteOnly | QIODevice::Truncate) &&
                file.write(text.replace("AK-T-7741", "AK-T-7742")) > 0);
        file.close();
        const Ran other =
            cli(call(drive, {QStringLiteral("--write-back"), journal, QStringLiteral("--data"),
                             QStringLiteral("saved"), QStringLiteral("--confirm"), QStringLiteral("7742")}));
        QVERIFY2(other.status == 2 && other.err.contains(QStringLiteral("it is of Auk R3 AK-T-7741")),
                 qPrintable(other.err));
    }
    void asEventsForPrograms() {
        const QString drive = scanned(slow(80'000));
        const Ran ran = cli(confirmed(drive, {QStringLiteral("--json"), QStringLiteral("-")}));
        QVERIFY2(ran.status == 0, qPrintable(ran.out + ran.err));
        QStringList events;
        for (const QString& line : ran.out.split(QLatin1Char('\n'), Qt::SkipEmptyParts)) {
            const auto json = nlohmann::json::parse(line.toStdString(), nullptr, false);
            QVERIFY2(json.is_object(), qPrintable(line));
            events << QString::fromStdString(json.at("event").get<std::string>());
        }
        QCOMPARE(events.first(), QStringLiteral("proposal"));
        QCOMPARE(events.at(1), QStringLiteral("begin"));
        QVERIFY(events.contains(QStringLiteral("step")) && events.contains(QStringLiteral("result")));
        QCOMPARE(events.last(), QStringLiteral("end"));
    }
};

ORBITA_TEST(TestTreat)

} // namespace test_treat

#include "test_treat.moc"
