// SPDX-License-Identifier: GPL-3.0-or-later
// Drives with one thing about them that invites a false word: what is said of each is held against what was
// put into it, by the program as a script would run it.
#include "support/cli_runner.h"
#include "support/test_program.h"
#include <QTemporaryDir>

#include <cmath>
#include <fstream>
#include <set>

namespace test_told_truly {

using namespace orbita::test;
using nlohmann::json;

json rotating(std::uint64_t sectors, json defects = json::array()) {
    return {{"format", "orbita-scenario"},
            {"version", 1},
            {"name", "told"},
            {"seed", 7},
            {"front", "sat"},
            {"drive",
             {{"model", "Gannet 4"},
              {"serial", "GN4-00017"},
              {"firmware", "1"},
              {"sectors", sectors},
              {"logical_bytes", 512},
              {"physical_bytes", 4096},
              {"rpm", 7200}}},
            {"pace",
             {{"outer_mb_per_s", 150},
              {"inner_mb_per_s", 150},
              {"heads", 1},
              {"head_spread_percent", 0},
              {"jitter_percent", 1}}},
            {"cache", {{"bytes", 64 << 20}, {"interface_mb_per_s", 520}}},
            {"defects", std::move(defects)}};
}

json solid(std::uint64_t sectors, json defects = json::array()) {
    json scenario = rotating(sectors, std::move(defects));
    scenario["front"] = "nvme";
    scenario["drive"].erase("rpm");
    scenario["drive"]["solid_state"] = true;
    scenario["pace"] = {{"outer_mb_per_s", 500},    {"zones", 1},           {"overhead_us", 60},
                        {"shortest_seek_ms", 0},    {"longest_seek_ms", 0}, {"heads", 1},
                        {"head_spread_percent", 0}, {"jitter_percent", 3}};
    scenario["cache"] = {{"bytes", 0}, {"read_ahead_bytes", 0}, {"interface_mb_per_s", 3200}};
    return scenario;
}

json unreadable(std::uint64_t lba, double answerMs = 2500, int times = 0, std::uint64_t sectors = 8) {
    json defect = {{"kind", "unreadable"}, {"lba", lba}, {"sectors", sectors}, {"answer_ms", answerMs}};
    if (times > 0)
        defect["times"] = times;
    return json::array({defect});
}

json frozen(std::uint64_t lba, std::uint64_t sectors = 8) {
    return json::array({{{"kind", "freeze"}, {"lba", lba}, {"sectors", sectors}, {"forever", true}}});
}

struct Told {
    int status = -1;
    json record;
    QString words; // what went wrong with the call

    [[nodiscard]] std::string ended() const { return record.value("ended", ""); }
    [[nodiscard]] std::uint64_t total(const char* key) const {
        return record.at("totals").at(key).get<std::uint64_t>();
    }
    // "LBA+sectors grade standing", one after the other.
    [[nodiscard]] QString ledger() const {
        QStringList list;
        for (const json& entry : record.at("ledger"))
            list << QStringLiteral("%1+%2 %3 %4%5")
                        .arg(entry.at("lba").get<std::uint64_t>())
                        .arg(entry.at("sectors").get<std::uint64_t>())
                        .arg(QString::fromStdString(entry.at("grade").get<std::string>()),
                             QString::fromStdString(entry.at("standing").get<std::string>()),
                             entry.value("exact", true) ? QString() : QStringLiteral(" somewhere"));
        return list.join(QStringLiteral(", "));
    }
    [[nodiscard]] std::set<std::string> events() const {
        std::set<std::string> kinds;
        for (const json& entry : record.at("tape"))
            kinds.insert(entry.at("kind").get<std::string>());
        return kinds;
    }
    [[nodiscard]] std::uint64_t blocks(const char* grade) const {
        return record.at("totals").at("blocks").value(grade, std::uint64_t{0});
    }
    [[nodiscard]] QByteArray grades() const {
        return QByteArray::fromStdString(record.at("totals").at("blocks").dump()) + ' ' + ledger().toUtf8() +
               ' ' + QByteArray::fromStdString(ended()) + ' ' +
               QByteArray::fromStdString(record.at("tape").dump()).right(600) + ' ' + words.toUtf8();
    }
    [[nodiscard]] bool sumsAgree() const {
        std::uint64_t covered = 0;
        for (const json& span : record.at("covered"))
            covered += span.at("sectors").get<std::uint64_t>();
        return covered == total("sectors") && total("done") <= total("planned");
    }
};

class TestToldTruly : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;

    Told scan(const json& scenario, const QStringList& more = {}) {
        const QString file = m_folder.filePath(QStringLiteral("drive.json"));
        const QString out = m_folder.filePath(QStringLiteral("scan.json"));
        QFile::remove(out);
        std::ofstream(file.toStdString()) << scenario.dump();
        const Ran ran = cli(QStringList{QStringLiteral("scan"), QStringLiteral("sim:") + file,
                                        QStringLiteral("--json"), out} +
                            more);
        return {ran.status, jsonOf(out), ran.err};
    }

private slots:
    void initTestCase() {
        QVERIFY(m_folder.isValid());
        qputenv("XDG_DATA_HOME", m_folder.path().toUtf8());
    }

    // A helper's reading meets what any reading meets: it is told of its own place, and ends nothing by
    // itself.
    void sectorThatTakesLongToFailEndsNoVerifyScan() {
        const Told told = scan(rotating(4'000'000, unreadable(200'000, 7000)), {"--mode", "verify"});
        QCOMPARE(told.ended(), "complete");
        QCOMPARE(told.ledger(), QStringLiteral("200000+8 unreadable confirmed"));
        QCOMPARE(told.status, 1);
        QVERIFY(told.sumsAgree());
    }
    void freezeMetByAProbeIsToldOfItsPlace() {
        for (const char* block : {"2048", "0"}) {
            QStringList how{"--mode", "verify"};
            if (block[0] != '0')
                how << "--block" << block;
            const Told told = scan(rotating(4'915'200, frozen(1'433'600)), how);
            QCOMPARE(told.ended(), "no-answer");
            QVERIFY2(told.ledger().startsWith(QStringLiteral("143")) && !told.ledger().contains(','),
                     qPrintable(told.ledger()));
            QCOMPARE(told.status, 3);
        }
    }
    void probesStayInsideWhatWasAskedFor() {
        const QStringList spans[] = {{"--span", "0..409599"}, {"--span", "0..409599,2000000..2409599"}};
        for (const QStringList& span : spans)
            for (const char* mode : {"read", "verify"}) {
                const Told told = scan(rotating(4'915'200, frozen(1'433'600)),
                                       span + QStringList{"--mode", mode, "--block", "2048"});
                QCOMPARE(told.ended(), "complete");
                QCOMPARE(told.status, 0);
            }
    }
    // What one does after a freeze: begin behind it.
    void runUpStaysInsideWhatWasAskedFor() {
        for (const QStringList& how : {QStringList{}, QStringList{"--order", "sample", "--samples", "100"},
                                       QStringList{"--order", "backward"}, QStringList{"--order", "careful"},
                                       QStringList{"--order", "sweep"}}) {
            const Told told =
                scan(rotating(1'228'800, frozen(204'799, 1)), how + QStringList{"--span", "204800.."});
            QVERIFY2(told.ended() == "complete", qPrintable(how.join(' ') + ' ' + told.ledger()));
            QCOMPARE(told.status, 0);
        }
    }

    void sectorsNeverReadAreNotClean() {
        const json always = json::array({{{"kind", "link_fault"}, {"lba", 50'000}}});
        const Told told = scan(rotating(200'000, always));
        QCOMPARE(told.status, 3);
        json both = always;
        both.push_back(unreadable(150'000)[0]);
        QCOMPARE(scan(rotating(200'000, both)).status, 1);
    }

    void eachBlockIsCountedOnce_data() {
        QTest::addColumn<QString>("kind");
        QTest::newRow("stall") << "freeze";
        QTest::newRow("link fault") << "link_fault";
        QTest::newRow("link fault that passes") << "link_fault once";
    }
    void eachBlockIsCountedOnce() {
        QFETCH(QString, kind);
        json defect = {{"kind", kind.section(' ', 0, 0).toStdString()}, {"lba", 100'000}, {"sectors", 1}};
        if (kind == QLatin1String("freeze"))
            defect["seconds"] = 9;
        if (kind.endsWith(QLatin1String("once")))
            defect["times"] = 2;
        const json drive = rotating(400'000, json::array({defect}));
        for (const char* order : {"forward", "backward", "careful"}) {
            const Told told = scan(drive, {"--order", order});
            QCOMPARE(told.ended(), "complete");
            QCOMPARE(told.total("done"), told.total("planned"));
            QVERIFY2(told.sumsAgree(), order);
            const bool never = kind == QLatin1String("link_fault");
            QCOMPARE(told.total("sectors"), std::uint64_t{400'000} - (never ? 2048 : 0));
            QCOMPARE(told.status, kind == QLatin1String("freeze") ? 1 : never ? 3 : 0);
        }
    }

    // The drive names the sector: no other is listed for it.
    void whatFailedOnceIsExact_data() {
        QTest::addColumn<QString>("front");
        QTest::addColumn<QString>("listed");
        for (const char* front : {"ata", "sat", "bridge", "scsi"})
            QTest::newRow(front) << front << "50000+8 unreadable passing";
        QTest::newRow("nvme, which names none") << "nvme"
                                                << "49152+2048 unreadable passing somewhere";
    }
    void whatFailedOnceIsExact() {
        QFETCH(QString, front);
        QFETCH(QString, listed);
        json drive = front == QLatin1String("nvme") ? solid(200'000, unreadable(50'000, 2500, 1))
                                                    : rotating(200'000, unreadable(50'000, 2500, 1));
        drive["front"] = front.toStdString();
        const Told told = scan(drive);
        QCOMPARE(told.ledger(), listed);
        QCOMPARE(told.total("unreadable_sectors"), listed.endsWith(QLatin1String("somewhere")) ? 1U : 8U);
        QCOMPARE(told.status, 1);
    }

    // What the drive reports long before it was to give up is its own report; neither forgotten nor called
    // slow.
    void reportedFailureStaysOne() {
        const QStringList careful{"--order", "careful", "--recovery-limit", "1000"};
        QCOMPARE(scan(rotating(1'228'800, unreadable(614'408, 350, 2)), careful).ledger(),
                 QStringLiteral("614408+8 unreadable passing"));
        QCOMPARE(scan(rotating(1'228'800, unreadable(614'408, 50, 1)), careful).ledger(),
                 QStringLiteral("614408+8 unreadable passing"));
    }
    // Behind a bridge nothing passes the cache by; but a failure cannot come out of one.
    void failureIsConfirmedBehindABridge() {
        json drive = rotating(1'228'800, unreadable(614'408));
        drive["front"] = "bridge";
        const Told told = scan(drive, {"--order", "careful"});
        QCOMPARE(told.ledger(), QStringLiteral("614408+8 unreadable confirmed"));
    }
    void refusedSettingIsNotClaimed() {
        json drive = rotating(1'228'800, unreadable(614'408, 4000));
        drive["front"] = "bridge";
        const Told told = scan(drive, {"--order", "careful"});
        QVERIFY(told.events().count("recovery-short") == 0);
        QVERIFY(told.events().count("recovery-kept") == 1);
    }

    void verifyThatLiesIsNotBelieved() {
        json drive = solid(500'000, unreadable(500));
        drive["verify_lies"] = true;
        QCOMPARE(scan(drive, {"--mode", "verify", "--block", "128"}).ended(), "verify-doubted");
        drive = solid(4'000'000, unreadable(500'000));
        drive["verify_lies"] = true;
        QVERIFY(!scan(drive, {"--order", "careful"}).ledger().contains(QLatin1String("passing")));
        drive = solid(4'000'000,
                      json::array({{{"kind", "slow"}, {"lba", 500'000}, {"sectors", 8}, {"extra_ms", 500}}}));
        drive["verify_lies"] = true;
        QVERIFY(!scan(drive).ledger().contains(QLatin1String("passing")));
        drive = rotating(4'000'000, unreadable(500'000));
        drive["verify_lies"] = true;
        QCOMPARE(scan(drive, {"--mode", "verify"}).ended(), "verify-doubted");
    }
    void honestVerifyIsBelieved_data() {
        QTest::addColumn<bool>("solidState");
        QTest::addColumn<double>("mediumMbPerS");
        QTest::addColumn<double>("linkMbPerS");
        QTest::addColumn<bool>("mostlyEmpty");
        for (const bool empty : {false, true})
            for (const double link : {35., 300., 3200.}) {
                QTest::addRow("rotating, link %g MB/s, empty %d", link, int{empty})
                    << false << 150. << link << empty;
                for (const double medium : {90., 500., 5000.})
                    QTest::addRow("solid state of %g MB/s, link %g MB/s, empty %d", medium, link, int{empty})
                        << true << medium << link << empty;
            }
    }
    void honestVerifyIsBelieved() {
        QFETCH(bool, solidState);
        QFETCH(double, mediumMbPerS);
        QFETCH(double, linkMbPerS);
        QFETCH(bool, mostlyEmpty);
        json drive = solidState ? solid(6'144'000) : rotating(6'144'000);
        drive["front"] = "ata";
        drive["pace"]["outer_mb_per_s"] = mediumMbPerS;
        drive["cache"]["interface_mb_per_s"] = linkMbPerS;
        if (mostlyEmpty)
            drive["not_stored"] = json::array({{{"first_lba", 1'024'000}, {"sectors", 4'096'000}}});
        QCOMPARE(scan(drive, {"--mode", "verify", "--block", "2048"}).ended(), "complete");
    }

    void stalledAndStrainingIsNotPassing() {
        json drive =
            rotating(1'228'800,
                     json::array({{{"kind", "slow"}, {"lba", 614'400}, {"sectors", 8}, {"extra_ms", 7975}}}));
        drive["cache"]["interface_mb_per_s"] = 35;
        QCOMPARE(scan(drive).ledger(), QStringLiteral("614400+2048 stalled confirmed"));
    }
    // What a block should take follows from where it lies and how it is read: not from the few read before.
    void soundDriveIsSteady_data() {
        QTest::addColumn<QString>("how");
        QTest::addColumn<QStringList>("call");
        QTest::newRow("odd capacity, backward, slow link")
            << "1228801 link 35 pace 120 120" << QStringList{"--order", "backward"};
        QTest::newRow("odd capacity, backward, slow drive")
            << "819208 rpm 5400 pace 40 30" << QStringList{"--order", "backward", "--block", "8192"};
        QTest::newRow("two spans far apart")
            << "49152000 pace 200 90" << QStringList{"--block", "8192", "--span", "0%..5%,90%..95%"};
        QTest::newRow("sweep") << "24576000 pace 200 90"
                               << QStringList{"--block", "8192", "--order", "sweep"};
        QTest::newRow("sample") << "24576000 pace 200 90"
                                << QStringList{"--block", "8192", "--order", "sample", "--samples", "400"};
        QTest::newRow("careful") << "24576000 pace 200 90"
                                 << QStringList{"--block", "8192", "--order", "careful"};
        QTest::newRow("first half never written")
            << "4915200 front ata pace 150 80 empty 0 2457600" << QStringList{"--block", "8192"};
        QTest::newRow("careful, verifying")
            << "40000000" << QStringList{"--order", "careful", "--mode", "verify"};
        QTest::newRow("verify of a mostly empty solid state drive")
            << "6144000 solid pace 500 empty 1024000 4096000"
            << QStringList{"--mode", "verify", "--block", "2048"};
        QTest::newRow("verify of a slow, mostly empty one")
            << "6144000 solid front ata pace 90 empty 1024000 4096000"
            << QStringList{"--mode", "verify", "--block", "2048"};
    }
    void soundDriveIsSteady() {
        QFETCH(QString, how);
        QFETCH(QStringList, call);
        const QStringList words = how.split(' ');
        json drive = words.contains(QStringLiteral("solid")) ? solid(words[0].toULongLong())
                                                             : rotating(words[0].toULongLong());
        const auto after = [&](const char* key, int more = 1) {
            const qsizetype at = words.indexOf(QLatin1String(key));
            return at < 0 ? QString() : words[at + more];
        };
        if (!after("link").isEmpty())
            drive["cache"]["interface_mb_per_s"] = after("link").toDouble();
        if (!after("rpm").isEmpty())
            drive["drive"]["rpm"] = after("rpm").toInt();
        if (!after("front").isEmpty())
            drive["front"] = after("front").toStdString();
        if (!after("pace").isEmpty())
            drive["pace"]["outer_mb_per_s"] = after("pace").toDouble();
        if (!after("pace").isEmpty() && !words.contains(QStringLiteral("solid")))
            drive["pace"]["inner_mb_per_s"] = after("pace", 2).toDouble();
        if (!after("empty").isEmpty())
            drive["not_stored"] = json::array({{{"first_lba", after("empty").toULongLong()},
                                                {"sectors", after("empty", 2).toULongLong()}}});
        const Told told = scan(drive, call);
        QCOMPARE(told.ended(), "complete");
        QVERIFY2(told.ledger().isEmpty() && told.blocks("late") == 0, told.grades());
        QCOMPARE(told.status, 0);
    }
    void slowBeginningIsNotItsOwnMeasure() {
        const Told told = scan(rotating(
            8'192'000, json::array({{{"kind", "slow"}, {"lba", 0}, {"sectors", 122'880}, {"turns", 20}}})));
        QVERIFY2(told.blocks("laboured") == 60 && told.blocks("late") == 0, told.grades());
        QCOMPARE(told.ledger(), QStringLiteral("0+122880 laboured confirmed"));
    }
    // Nor is a patch that is scanned by itself: it is as late as any drive would call it, or not graded at
    // all; once the whole drive has been read, that is the measure.
    void aPatchByItselfIsNotItsOwnMeasure() {
        const QStringList patch{"--span", "2048000..2252799"};
        const auto slow = [](json drive, const char* key, double value) {
            drive["drive"]["serial"] = std::string("GN4-") + key + std::to_string(value);
            drive["defects"] =
                json::array({{{"kind", "slow"}, {"lba", 2'048'000}, {"sectors", 204'800}, {key, value}}});
            return drive;
        };
        const Told grave = scan(slow(rotating(8'192'000), "turns", 20), patch);
        QVERIFY2(grave.blocks("laboured") == 100, grave.grades());
        const Told solidState = scan(slow(solid(8'192'000), "extra_ms", 400), patch);
        QVERIFY2(solidState.blocks("steady") == 0, solidState.grades());
        QCOMPARE(solidState.status, 3);

        const json mild = slow(rotating(8'192'000), "turns", 5);
        const Told unknown = scan(mild, patch);
        QVERIFY2(unknown.blocks("steady") == 0 && unknown.total("ungraded") == 100, unknown.grades());
        QVERIFY(unknown.events().contains("ungraded"));
        QCOMPARE(unknown.status, 3);
        const Told whole = scan(mild);
        QVERIFY2(whole.blocks("late") == 100, whole.grades());
        const Told known = scan(mild, patch);
        QVERIFY2(known.blocks("late") == 100 && !known.record.at("totals").contains("ungraded"),
                 known.grades());
        QCOMPARE(known.status, 0);
    }
    // Not the middle of it either, where every sixteenth of the drive is probed.
    void slowTenthIsNotItsOwnMeasure() {
        for (const char* order : {"forward", "backward", "careful"}) {
            const Told told = scan(
                rotating(8'192'000,
                         json::array(
                             {{{"kind", "slow"}, {"lba", 2'048'000}, {"sectors", 819'200}, {"turns", 20}}})),
                {"--order", order});
            QVERIFY2(told.blocks("laboured") == 400 && told.blocks("late") == 0, told.grades());
        }
    }
    void shortCarefulScanSeesWhatIsSlow() {
        const QStringList careful{"--order", "careful"};
        const Told told =
            scan(rotating(102'400,
                          json::array({{{"kind", "slow"}, {"lba", 40'965}, {"sectors", 1}, {"turns", 200}}})),
                 careful);
        QCOMPARE(told.ledger(), QStringLiteral("40960+2048 straining confirmed"));
        const Told fast = scan(
            solid(1'843'200,
                  json::array({{{"kind", "slow"}, {"lba", 40'965}, {"sectors", 1}, {"extra_ms", 1500}}})),
            careful + QStringList{"--block", "4096"});
        QCOMPARE(fast.ledger(), QStringLiteral("40960+4096 straining confirmed"));
    }
    void recheckByVerifyIsComparedWithVerifies() {
        json drive = rotating(
            6'553'600, json::array({{{"kind", "slow"}, {"lba", 3'276'800}, {"sectors", 8}, {"turns", 12}}}));
        drive["cache"]["interface_mb_per_s"] = 35;
        QCOMPARE(scan(drive, {"--block", "8192"}).ledger(),
                 QStringLiteral("3276800+8192 laboured confirmed"));
    }
    void measuredAgainInQuietFromWhereItLies() {
        json drive = rotating(18'432'000);
        drive["pace"]["outer_mb_per_s"] = drive["pace"]["inner_mb_per_s"] = 180;
        drive["other_load"] = json::array({{{"from_s", 2}, {"to_s", 40}, {"extra_ms", 90}, {"percent", 20}}});
        const Told told = scan(drive);
        QVERIFY2(told.blocks("late") == 0 && told.ledger().isEmpty(), told.grades());
    }
    // Also where the scan does not stream as the few first reads would.
    void firstFigureOfTheTimeIsWithinFifteenPercent() {
        json drive = rotating(40'000'000);
        drive["pace"]["outer_mb_per_s"] = 200;
        drive["pace"]["inner_mb_per_s"] = 90;
        for (const char* order : {"forward", "backward", "careful"})
            for (const char* block : {"256", "2048"}) {
                const Told told = scan(drive, {"--order", order, "--block", block});
                double said = 0;
                for (const json& entry : told.record.at("tape"))
                    if (entry.at("kind") == "pace-measured")
                        said = entry.at("latency_ms").get<double>() / 1e3;
                const double off = said / told.record.at("totals").at("seconds").get<double>() - 1;
                QVERIFY2(std::abs(off) < 0.15,
                         qPrintable(QStringLiteral("%1, %2: %3").arg(order, block).arg(off)));
            }
    }
    // Where it froze comes last when the scan goes on, and what lies behind it is reached.
    void goingOnGetsOn_data() {
        QTest::addColumn<QStringList>("how");
        QTest::newRow("forward") << QStringList{};
        QTest::newRow("careful") << QStringList{"--order", "careful"};
        QTest::newRow("careful, saving") << QStringList{"--order", "careful", "--save", "@"};
        QTest::newRow("a berth of one's own") << QStringList{"--berth", "1MB"};
    }
    void goingOnGetsOn() {
        QFETCH(QStringList, how);
        const QTemporaryDir own;
        qputenv("XDG_DATA_HOME", own.path().toUtf8());
        const QString image = own.filePath(QStringLiteral("rescued.img"));
        how.replaceInStrings(QStringLiteral("@"), image);
        const json drive = rotating(6'000'000, frozen(1'000'000, 2048));
        Told told;
        for (int goes = 1; goes <= 3; ++goes) {
            told = scan(drive, goes == 1 ? how : QStringList{"--resume"});
            QVERIFY2(told.status == 3 && told.sumsAgree(), qPrintable(told.words));
        }
        QVERIFY(told.total("sectors") > 5'994'000);
        QVERIFY(told.events().contains("kept-for-last"));
        QVERIFY(told.ledger().contains(QStringLiteral("stalled")));
        QCOMPARE(told.record.at("plan").at("berth_sectors").get<int>(), how.contains("1MB") ? 1954 : 65'536);
        for (const char* wrong : {"wide", "-1", "5%", "99TB", ""})
            QCOMPARE(scan(drive, {"--resume", "--berth", wrong}).status, 2);
        if (how.contains(image)) { // the image alone knows, too
            const Told rest = scan(drive, {"--save", image, "--span", "missing", "--block", "256"});
            QVERIFY2(rest.events().contains("kept-for-last") || rest.events().contains("not-asked"),
                     qPrintable(rest.words));
        }
        qputenv("XDG_DATA_HOME", m_folder.path().toUtf8());
    }
    void suspectsAreAskedOfTheDrive() {
        for (const char* front : {"ata", "sat", "scsi"}) {
            json drive = rotating(1'228'800, unreadable(1'024'000));
            drive["front"] = front;
            drive["vitals"] = {{"known_percent", 100}};
            const Told told = scan(drive, {"--order", "suspects-first"});
            QVERIFY2(told.record.at("plan").contains("suspects") && !told.record["plan"]["suspects"].empty(),
                     front);
        }
    }
    void lockedRangesAreLockedOnEveryFront() {
        for (const char* front : {"ata", "sat", "scsi"}) {
            json drive = rotating(1'228'800);
            drive["front"] = front;
            drive["locked"] = "ranges";
            QVERIFY2(scan(drive).ended() == "locked", front);
        }
    }
    // The simulator: what is not stored costs nothing after it.
    void nothingStoredCostsNothingAfter() {
        json drive = solid(6'144'000);
        drive["not_stored"] = json::array({{{"first_lba", 1'024'000}, {"sectors", 3'072'000}}});
        const Told told = scan(drive);
        QCOMPARE(told.ledger(), QString());
        QCOMPARE(told.status, 0);
    }
};

ORBITA_TEST(TestToldTruly)

} // namespace test_told_truly

#include "test_told_truly.moc"
