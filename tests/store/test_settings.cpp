// SPDX-License-Identifier: GPL-3.0-or-later
// Settings and house policies in their files: round trips, bad ones refused and left alone, full disks; and
// another policy tried on all that was ever ruled.
#include "core/judge/policy_trial.h"
#include "report/format.h"
#include "store/policy_file.h"
#include "store/settings.h"
#include "support/test_program.h"

#include <QDir>
#include <QTemporaryDir>

namespace test_settings {

using namespace orbita;

class TestSettings final : public QObject {
    Q_OBJECT
private slots:
    void settingsComeBack() {
        const std::string path = m_dir.filePath("new/settings.json").toStdString();
        QVERIFY(loadSettings(path).value() == Settings{}); // none is no error
        Settings settings;
        settings.policy = "server-room";
        settings.light = true;
        settings.utc = true;
        settings.language = "de";
        settings.scalePercent = 200;
        settings.folder = "/srv/ergebnisse für Kunden";
        settings.keepCustomersYears = 3;
        QVERIFY(saveSettings(settings, path));
        QVERIFY(loadSettings(path).value() == settings);
        QCOMPARE(QFileInfo(QString::fromStdString(path)).permissions() &
                     (QFile::ReadGroup | QFile::ReadOther | QFile::WriteGroup | QFile::WriteOther),
                 QFile::Permissions{});
    }

    void whatALaterOrbitaWroteStays() {
        const QString path =
            write("later.json", R"({"format":"orbita-settings","version":1,"wallpaper":"gulls"})");
        QVERIFY(saveSettings({}, path.toStdString()));
        QVERIFY(read(path).contains("gulls"));
    }

    void badOnesAreRefusedByKeyAndLeftAlone_data() {
        QTest::addColumn<QByteArray>("text");
        QTest::addColumn<QString>("said");
        QTest::newRow("nothing") << QByteArray() << "orbita-settings";
        QTest::newRow("half") << QByteArray(R"({"format":"orbita-settings","vers)") << "orbita-settings";
        QTest::newRow("another format")
            << QByteArray(R"({"format":"orbita-shop","version":1})") << "orbita-settings";
        QTest::newRow("newer") << QByteArray(R"({"format":"orbita-settings","version":2})") << "version 1";
        QTest::newRow("scale") << whole(R"("scale_percent":5000)") << "scale_percent";
        QTest::newRow("less than none") << whole(R"("keep_customers_years":-3)") << "keep_customers_years";
        QTest::newRow("a half") << whole(R"("scale_percent":150.5)") << "scale_percent";
        QTest::newRow("no text") << whole(R"("folder":7)") << "folder";
        QTest::newRow("no truth") << whole(R"("utc":"yes")") << "utc";
        QTest::newRow("endless") << whole(R"("language":")" + QByteArray(5000, 'x') + '"') << "language";
    }
    void badOnesAreRefusedByKeyAndLeftAlone() {
        QFETCH(QByteArray, text);
        QFETCH(QString, said);
        const QString path = write("bad.json", text);
        const auto settings = loadSettings(path.toStdString());
        QVERIFY(!settings);
        const QString message = QString::fromStdString(settings.error().message());
        QVERIFY2(message.contains(said) && message.contains("bad.json"), qPrintable(message));
        if (said == "orbita-settings" || said == "version 1") { // no document of ours: nothing is put into it
            QVERIFY(!saveSettings({}, path.toStdString()));
            QCOMPARE(read(path), text);
        }
    }

    void noRoomLeavesTheOldOnes() {
        const std::string path = "/dev/full/settings.json";
        QVERIFY(!saveSettings({}, path));
    }

    void timesSayWhoseTheyAre() {
        qputenv("TZ", "Asia/Tokyo");
        tzset();
        format::setUtc(false);
        QCOMPARE(format::moment(1'764'331'200), QStringLiteral("28 Nov 2025, 21:00"));
        QCOMPARE(format::day(1'764'345'600), QStringLiteral("29 Nov 2025"));
        format::setUtc(true);
        QCOMPARE(format::moment(1'764'331'200), QStringLiteral("28 Nov 2025, 12:00 UTC"));
        QCOMPARE(format::longDay(1'764'345'600), QStringLiteral("28 November 2025"));
        QCOMPARE(format::timeOfDay(1'764'331'200), QStringLiteral("12:00 UTC"));
        format::setUtc(false);
    }

    void aPolicyEntersItsFileBesideWhatIsThere() {
        const QString path =
            write("policy.json", R"({"format":"orbita-policy","version":1,"name":"Tide office",)"
                                 R"("treatment":{"allowed":false}})");
        HousePolicy policy = defaultPolicy();
        policy.name = "Harbour";
        policy.ruling.limits[Measured::unreadablePatches].retire = 5;
        policy.badFirmware = {{"Auk", "RV07", "loses its map"}};
        QVERIFY(savePolicy(policy, path.toStdString()));
        const auto there = loadPolicy(path.toStdString());
        QVERIFY(there);
        QCOMPARE(there->name, std::string("Harbour"));
        QVERIFY(there->ruling == policy.ruling);
        QVERIFY(there->limits == policy.limits);
        QCOMPARE(there->badFirmware.front().firmware, std::string("RV07"));
        QVERIFY(!there->treatment.allowed);
    }

    void whatIsNoPolicyOrAbsurdIsNotWritten() {
        const QByteArray wrong = R"({"format":"orbita-policy","version":1,"limit":{}})";
        const QString path = write("wrong.json", wrong);
        QVERIFY(!savePolicy(defaultPolicy(), path.toStdString()));
        QCOMPARE(read(path), wrong);
        HousePolicy absurd = defaultPolicy();
        absurd.ruling.limits[Measured::unreadablePatches] = {9, 2, 1};
        const std::string fresh = m_dir.filePath("absurd.json").toStdString();
        QVERIFY(!savePolicy(absurd, fresh));
        QVERIFY(!QFile::exists(QString::fromStdString(fresh)));
    }

    void anotherPolicyIsTriedOnAllThatWasRuled() {
        std::vector<PastRuling> past;
        for (int i = 0; i < 40; ++i) {
            PastRuling one;
            one.ruling.evidence.at = 1'764'331'200;
            one.ruling.evidence.capacityBytes = 4'000'000'000'000;
            one.ruling.evidence.coverage = {{one.ruling.evidence.at, 1, 0, 0}};
            one.ruling.evidence.takesCommands = false;
            one.ruling.evidence.damage.unreadablePatches = static_cast<std::uint64_t>(i % 10);
            one.ruling.evidence.damage.unreadableSectors = 8U * static_cast<std::uint64_t>(i % 10);
            past.push_back(std::move(one));
        }
        const HousePolicy before = defaultPolicy();
        HousePolicy after = before;
        const PolicyTrial same = tryPolicy(past, before, after);
        QCOMPARE(same.tried, std::size_t{40});
        QVERIFY(same.changed.empty());
        after.ruling.limits[Measured::unreadablePatches].retire = 4;
        const PolicyTrial stricter = tryPolicy(past, before, after);
        // Those with 4 to 7 patches: spare duty before.
        QCOMPARE(stricter.changed.size(), std::size_t{16});
        QCOMPARE(stricter.graver, std::size_t{16});
        QCOMPARE(stricter.milder, std::size_t{0});
        for (const ChangedRuling& one : stricter.changed) {
            QCOMPARE(one.before.fate, Fate::spareDuty);
            QCOMPARE(one.after.fate, Fate::retire);
        }
        const PolicyTrial back = tryPolicy(past, after, before);
        QCOMPARE(back.milder, std::size_t{16});
    }

private:
    static QByteArray whole(const QByteArray& entry) {
        return R"({"format":"orbita-settings","version":1,)" + entry + "}";
    }
    QString write(const char* name, const QByteArray& text) {
        const QString path = m_dir.filePath(QLatin1String(name));
        QFile file(path);
        if (!file.open(QIODevice::WriteOnly))
            qFatal("cannot write");
        file.write(text);
        return path;
    }
    static QByteArray read(const QString& path) {
        QFile file(path);
        return file.open(QIODevice::ReadOnly) ? file.readAll() : QByteArray();
    }
    QTemporaryDir m_dir;
};

ORBITA_TEST(TestSettings)

} // namespace test_settings

#include "test_settings.moc"
