// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/session/action_log.h"
#include "core/vitals/read_vitals.h"
#include "store/autosave.h"
#include "store/casebook.h"
#include "store/plate_codec.h"
#include "support/older_casebook.h"
#include "support/read_only_folder.h"
#include "support/scan_runner.h"
#include "support/sim_scenarios.h"
#include "support/test_program.h"

#include <QFile>
#include <QFileInfo>
#include <QSqlDatabase>
#include <QSqlQuery>
#include <QTemporaryDir>
#include <cmath>
#include <random>

namespace test_casebook {

using namespace orbita;
using test::statement;

Vitals someVitals(std::uint64_t reallocated = 3) {
    sim::Scenario scenario = test::smallDrive(sim::Front::sat);
    scenario.health.reallocated = reallocated;
    scenario.health.knownPercent = 100;
    test::addUnreadable(scenario, 800'000);
    test::AskedSim drive(scenario);
    return readVitals(drive.enquiry, drive.known);
}

std::vector<RawPage> rawPages(const QString& path) {
    std::vector<RawPage> pages;
    {
        QSqlDatabase database = QSqlDatabase::addDatabase("QSQLITE", "by hand");
        database.setDatabaseName(path);
        QSqlQuery query(database.open() ? database : QSqlDatabase());
        query.exec("SELECT name, bytes FROM raw_page ORDER BY rowid");
        while (query.next()) {
            const QByteArray content = query.value(1).toByteArray();
            const auto bytes = std::as_bytes(std::span<const char>(content));
            pages.push_back({query.value(0).toString().toStdString(), {bytes.begin(), bytes.end()}});
        }
    }
    QSqlDatabase::removeDatabase("by hand");
    return pages;
}

QByteArray contentOf(const QString& path) {
    QFile file(path);
    return file.open(QIODevice::ReadOnly) ? file.readAll() : QByteArray();
}

class TestCasebook final : public QObject {
    Q_OBJECT
private slots:
    // A scan comes back as it was, whether it was written at once or bit by bit.
    void scansComeBackExactly() {
        QTemporaryDir folder;
        const std::string path = folder.filePath("casebook.db").toStdString();
        sim::Scenario scenario = test::smallDrive(sim::Front::ata);
        test::addUnreadable(scenario, 800'000, 24);
        const auto drive = test::openSimulated(scenario);
        ScanPlan plan;
        plan.blockSectors = 8;
        const ScanRecord record = test::runScan(*drive, plan);
        auto casebook = Casebook::open(path);
        QVERIFY(casebook);
        PlateEncoder encoder;
        // Before anything was read, half-way, and at the end.
        ScanRecord early = record;
        early.plate = std::make_shared<Plate>(record.plate->blocks());
        early.status.ended = EndReason::running;
        early.ledger.clear();
        const auto id = (*casebook)->keepScan(0, early, encoder);
        QVERIFY2(id, id ? "" : id.error().message().c_str());
        encoder.forget();
        QCOMPARE((*casebook)->keepScan(*id, record, encoder).value(), *id);
        QVERIFY(encoder.changed().size() > 4);
        QVERIFY((*casebook)->keepScan(*id, record, encoder));
        QVERIFY(encoder.changed().empty()); // nothing new, nothing written
        casebook->reset();
        casebook = Casebook::open(path);
        const auto list = (*casebook)->scans();
        QCOMPARE(list->size(), std::size_t{1});
        QCOMPARE(list->front().serial, std::string("PT5-00042"));
        QCOMPARE(list->front().ended, EndReason::complete);
        const auto back = (*casebook)->loadScan(*id);
        QVERIFY2(back, back ? "" : back.error().message().c_str());
        QCOMPARE(back->status.ended, EndReason::complete);
        QCOMPARE(back->status.totals.covered, record.status.totals.covered);
        QCOMPARE(back->ledger.size(), record.ledger.size());
        QCOMPARE(back->events.size(), record.events.size());
        QCOMPARE(back->plate->blocks(), record.plate->blocks());
        for (std::uint64_t block = 0; block < record.plate->blocks(); ++block)
            if (back->plate->at(block).packed() != record.plate->at(block).packed())
                QFAIL(qPrintable(QString("cell %1 differs").arg(block)));
        QVERIFY(!(*casebook)->loadScan(*id + 1));
    }
    void whatWasDoneIsKeptInOrder() {
        QTemporaryDir folder;
        auto casebook = Casebook::open(folder.filePath("casebook.db").toStdString());
        QVERIFY(casebook);
        const auto drive = (*casebook)->driveFor(someVitals().identity);
        ActionLog log;
        DriveAction begun;
        begun.at = 1'700'000'010;
        begun.kind = ActionKind::selfTestStart;
        // The drive says less of its model than its vitals do; its serial number finds its page.
        begun.drive = driveIdOf(someVitals().identity);
        begun.drive.model = begun.drive.model.substr(0, 5);
        begun.parameters = {{"kind", "short"}};
        begun.who = "l.brandt";
        QVERIFY(log.begin(begun));
        QVERIFY((*casebook)->takeActions(*log.read()));
        QCOMPARE((*casebook)->actions(drive->id)->front().result, ActionResult::unknown);
        QVERIFY(log.end(begun, ActionResult::failed, 1'700'000'012, "it is busy"));
        DriveAction another = begun;
        another.kind = ActionKind::selfTestAbort;
        another.parameters.clear();
        QVERIFY(log.begin(another) && log.end(another, ActionResult::done, 1'700'000'013));
        for (int times = 0; times < 2; ++times) // taken in twice, it is there once
            QVERIFY((*casebook)->takeActions(*log.read()));
        QCOMPARE((*casebook)->actions(drive->id).value(), *log.read());
        QCOMPARE((*casebook)->drives()->size(), std::size_t{1});
        // A drive that was never seen gets its page.
        another.drive.serial = "TG-NEVER-SEEN";
        QVERIFY(log.begin(another));
        QVERIFY((*casebook)->takeActions(*log.read()));
        QCOMPARE((*casebook)->drives()->size(), std::size_t{2});
        QCOMPARE((*casebook)->actions(drive->id)->size(), std::size_t{2});
    }
    // What an earlier version entered in its own words is still there.
    void olderVersionsKeepWhatTheySay() {
        QTemporaryDir folder;
        const QString path = folder.filePath("casebook.db");
        std::int64_t visit = 0;
        {
            auto casebook = Casebook::open(path.toStdString());
            QVERIFY(casebook);
            const auto drive = (*casebook)->driveFor(someVitals().identity);
            visit = (*casebook)->beginVisit(drive->id, 1'700'000'000).value();
            Visit told;
            told.id = visit;
            told.complaints = {{ComplaintMark::noise, Reproduced::yes}};
            QVERIFY((*casebook)->updateVisit(told));
            Vitals vitals = someVitals();
            vitals.suspects = {{Lba{8}, SuspectSource::errorLog}};
            vitals.selfTests = {{SelfTestKind::other, SelfTestResult::passed, 5, {}}};
            QVERIFY((*casebook)->addVitals(visit, vitals, 1'700'000'001));
        }
        test::makeOlder(path, 2);
        // Up to then, numbers stood for names.
        statement(path, "UPDATE vitals SET family = 3");
        statement(path, "UPDATE reading SET unit = 2");
        statement(path, "UPDATE suspect SET source = 4");
        statement(path, "UPDATE self_test SET kind = 1, result = 4");
        statement(path, "UPDATE complaint SET here = 2");
        statement(path, "INSERT INTO deed VALUES (1, 1700000010, 'self-test begun: short')");
        statement(path, "INSERT INTO overrule VALUES (1, 1700000009, 'noise')");
        auto casebook = Casebook::open(path.toStdString());
        QVERIFY2(casebook, casebook ? "" : casebook.error().message().c_str());
        QCOMPARE((*casebook)->deeds(visit).value(), std::vector<std::string>{"self-test begun: short"});
        QCOMPARE((*casebook)->overrules(visit).value(), std::vector<std::string>{"noise"});
        QVERIFY((*casebook)->actions(1)->empty());
        const Vitals past = (*casebook)->pastVitals(1)->front().vitals;
        QCOMPARE(past.family, Family::nvme);
        QVERIFY(!past.readings.empty());
        for (const Reading& reading : past.readings)
            QCOMPARE(reading.unit, ReadingUnit::sectors);
        QCOMPARE(past.suspects.front().source, SuspectSource::selfTest);
        QCOMPARE(past.selfTests.front().kind, SelfTestKind::extended);
        QCOMPARE(past.selfTests.front().result, SelfTestResult::failedRead);
        QCOMPARE((*casebook)->visits(1)->front().complaints.front().here, Reproduced::no);
        // What a later version kept by names that this one does not know is not taken for another.
        casebook->reset();
        statement(path, "UPDATE vitals SET family = 'punched-cards'");
        statement(path, "UPDATE suspect SET source = 'hearsay'");
        statement(path, "UPDATE self_test SET kind = 'oral'");
        statement(path, "UPDATE reading SET unit = 'fathoms' WHERE rowid = 1");
        statement(path, "UPDATE complaint SET here = 'perhaps'");
        casebook = Casebook::open(path.toStdString());
        const Vitals later = (*casebook)->pastVitals(1)->front().vitals;
        QCOMPARE(later.family, Family::plain);
        QVERIFY(later.suspects.empty());
        QCOMPARE(later.selfTests.front().kind, SelfTestKind::other);
        QCOMPARE(later.readings.size(), past.readings.size() - 1);
        QCOMPARE((*casebook)->visits(1)->front().complaints.front().here, Reproduced::notTried);
        casebook->reset();
        statement(path, "UPDATE reading SET kind = 'mood', unit = 'sectors'");
        statement(path, "UPDATE self_test SET result = 'undecided'");
        statement(path, "UPDATE complaint SET mark = 'smell'");
        casebook = Casebook::open(path.toStdString());
        QVERIFY((*casebook)->pastVitals(1)->front().vitals.readings.empty());
        QVERIFY((*casebook)->pastVitals(1)->front().vitals.selfTests.empty());
        QVERIFY((*casebook)->visits(1)->front().complaints.empty());
    }
    void rulingsStayAsTheyWere() {
        QTemporaryDir folder;
        const QString path = folder.filePath("casebook.db");
        auto casebook = Casebook::open(path.toStdString());
        const auto drive = (*casebook)->driveFor(someVitals().identity);
        const std::int64_t visit = (*casebook)->beginVisit(drive->id, 1'700'000'000).value();
        KeptRuling ruling;
        ruling.visit = visit;
        ruling.at = 1'700'000'100;
        ruling.evidence.model = "Halden \xC3\x9Eorn 40";
        ruling.evidence.damage.unreadablePatches = 3;
        ruling.evidence.own.readings = someVitals().readings;
        for (Reading& reading : ruling.evidence.own.readings)
            reading.raw = {};
        const Ruling given = rule(ruling.evidence, defaultPolicy());
        ruling.fate = given.fate;
        ruling.settled = given.settled;
        ruling.data = given.data;
        ruling.policy = policyDocument(defaultPolicy());
        QVERIFY((*casebook)->enterRuling(ruling).has_value());
        ruling.at += 60;
        ruling.ownFate = Fate::retire;
        ruling.ownReason = "it clicks";
        ruling.ruledBy = "Ivo";
        QVERIFY((*casebook)->enterRuling(ruling).has_value());
        casebook->reset();
        casebook = Casebook::open(path.toStdString());
        const auto kept = (*casebook)->rulings(drive->id);
        QVERIFY(kept.has_value());
        QCOMPARE(kept->size(), std::size_t{2});
        QCOMPARE(kept->front().holds(), given.fate);
        QCOMPARE(kept->back().holds(), Fate::retire);
        QCOMPARE(kept->back().ownReason, std::string("it clicks"));
        QVERIFY(kept->back().evidence == ruling.evidence);
        // Ruled anew by what was kept, it comes to the same.
        const auto policy = parsePolicy(kept->back().policy, "kept");
        QVERIFY(policy.has_value());
        QVERIFY(rule(kept->back().evidence, *policy) == given);
        // What a later version kept by names that this one does not know is left out, not guessed.
        casebook->reset();
        statement(path, "UPDATE ruling SET fate = 'museum' WHERE id = 1");
        casebook = Casebook::open(path.toStdString());
        QCOMPARE((*casebook)->rulings(drive->id)->size(), std::size_t{1});
    }
    // What holds nothing is kept as such, also where nothing else is around it.
    void notStoredIsKept() {
        auto plate = std::make_shared<Plate>(3 * plateChunkBlocks);
        for (std::uint64_t b = plateChunkBlocks; b < 2 * plateChunkBlocks; ++b)
            plate->set(b, {Grade::none, Standing::once, encodeLatency(std::chrono::microseconds{300})});
        plate->settle(0, plate->blocks());
        PlateEncoder encoder;
        const auto chunks = encoder.encode(*plate);
        QVERIFY(chunks[0].empty() && !chunks[1].empty() && chunks[2].empty());
        const auto back = decodePlate(plate->blocks(), chunks);
        QVERIFY(back.has_value());
        QVERIFY((*back)->at(plateChunkBlocks + 5).unmapped());
        QVERIFY(!(*back)->at(5).visited());
        QCOMPARE((*back)->at(plateChunkBlocks + 5), plate->at(plateChunkBlocks + 5));
    }
    // 20 TB in blocks of 256 KiB, with the jitter of a real drive, as it grows: a sixteenth of it, in less
    // than a sixteenth of 150 MB.
    void twentyTerabytesStaySmall() {
        constexpr std::uint64_t part = 20'000'000'000'000ULL / 262'144 / 16;
        QTemporaryDir folder;
        const QString path = folder.filePath("casebook.db");
        ScanRecord record;
        record.drive.model = "Tern 200";
        record.drive.serial = "T200-1";
        record.drive.capacity.value = part * 512;
        record.plan.grid = {record.drive.whole(), 512};
        auto plate = std::make_shared<Plate>(part);
        record.plate = plate;
        auto casebook = Casebook::open(path.toStdString());
        QVERIFY(casebook);
        PlateEncoder encoder;
        std::mt19937_64 random(20);
        std::normal_distribution<double> jitter(0, 0.015);
        std::int64_t id = 0;
        constexpr std::uint64_t steps = 12;
        for (std::uint64_t step = 0; step < steps; ++step) {
            const std::uint64_t from = part * step / steps;
            const std::uint64_t to = part * (step + 1) / steps;
            for (std::uint64_t b = from; b < to; ++b) {
                // Zones from 260 to 130 MB/s; now and then a turn late.
                const double usual =
                    262'144 / (260 - 130 * static_cast<double>(b) / static_cast<double>(part)) * 1e3;
                const double late = random() % 400 == 0 ? 8.33e6 : 0;
                plate->set(b,
                           {Grade::steady, Standing::once,
                            encodeLatency(Nanoseconds{std::llround(usual * (1 + jitter(random)) + late)})});
            }
            plate->settle(from, to - from);
            record.status.blocksDone = to;
            const auto kept = (*casebook)->keepScan(id, record, encoder);
            QVERIFY2(kept, kept ? "" : kept.error().message().c_str());
            id = *kept;
            // Only what is new is written.
            QVERIFY(encoder.changed().size() <= (to - from) / plateChunkBlocks + 3);
        }
        casebook->reset();
        const qint64 bytes = QFileInfo(path).size();
        QVERIFY2(bytes * 16 < 150'000'000, qPrintable(QString::number(bytes)));
        qInfo("%.1f MB for 20 TB", static_cast<double>(bytes) * 16 / 1e6);
    }
    // A write that failed loses nothing: what could not be kept is written with the next.
    void aFailedWriteIsMadeUpFor() {
        QTemporaryDir folder;
        const QString path = folder.filePath("casebook.db");
        const auto drive = test::openSimulated(test::smallDrive(sim::Front::ata));
        const ScanRecord record = test::runScan(*drive, {});
        auto casebook = Casebook::open(path.toStdString());
        QVERIFY(casebook);
        PlateEncoder encoder;
        const auto id = (*casebook)->keepScan(0, record, encoder);
        QVERIFY(id);
        statement(path, "ALTER TABLE plate_chunk RENAME TO elsewhere");
        encoder.forget();
        QVERIFY(!(*casebook)->keepScan(*id, record, encoder));
        statement(path, "ALTER TABLE elsewhere RENAME TO plate_chunk");
        statement(path, "DELETE FROM plate_chunk");
        QVERIFY((*casebook)->keepScan(*id, record, encoder));
        const auto back = (*casebook)->loadScan(*id);
        QVERIFY(back);
        QCOMPARE(back->plate->summarise(0, back->plate->blocks()).visited, 1.0);
    }
    // A scan that goes on takes the place of what was kept of it, and of nothing else: not of one begun in
    // the same second, and not of one that has come further.
    void whatGoesOnReplacesOnlyItself() {
        QTemporaryDir folder;
        const auto drive = test::openSimulated(test::smallDrive(sim::Front::ata));
        ScanRecord brokenOff = test::runScan(*drive, {});
        brokenOff.status.ended = EndReason::stopped;
        const LbaSpan whole = brokenOff.plan.grid.span;
        const auto reading = [&](std::uint64_t from, std::uint64_t to) {
            ScanRecord record = brokenOff;
            record.covered = {{{from}, {to - from}}};
            return record;
        };
        const auto goingOn = [](ScanRecord record) {
            record.events.push_back({.kind = ScanEventKind::continued, .span = record.plan.grid.span});
            return record;
        };
        auto casebook = Casebook::open(folder.filePath("casebook.db").toStdString());
        QVERIFY(casebook);
        const auto keep = [&](const ScanRecord& record) {
            PlateEncoder encoder;
            return (*casebook)->keepScan(0, record, encoder).value_or(-1);
        };
        const std::uint64_t block = brokenOff.plan.grid.blockSectors;
        const std::uint64_t half = whole.count.value / block / 2 * block;
        const std::int64_t first = keep(reading(0, half));
        const std::int64_t sameSecond = keep(reading(half, half + 4 * block));
        QVERIFY(first > 0 && sameSecond > first);
        const std::int64_t onceMore = keep(reading(half, half + 5 * block)); // the same places, begun anew
        QVERIFY(onceMore > sameSecond);

        // Of a block that was read in part, the scan that goes on begins anew.
        QCOMPARE(keep(goingOn(reading(0, half + block / 2))), first);
        QCOMPARE(keep(goingOn(goingOn(reading(0, half)))), first);
        QCOMPARE(keep(goingOn(goingOn(reading(0, half + 2 * block)))), first);
        QCOMPARE((*casebook)->loadScan(first)->covered, reading(0, half + 2 * block).covered);
        QCOMPARE((*casebook)->loadScan(sameSecond)->covered, reading(half, half + 4 * block).covered);

        const std::int64_t behind = keep(goingOn(goingOn(reading(0, half + block))));
        QVERIFY(behind > onceMore);
        ScanRecord others = goingOn(goingOn(reading(0, half + 3 * block)));
        others.plan.grid.blockSectors *= 2;
        others.plate = std::make_shared<Plate>(others.plan.grid.blocks());
        QVERIFY(keep(others) > behind);
        ScanRecord complete = reading(0, whole.count.value);
        complete.status.ended = EndReason::complete;
        complete.startedAt += 1;
        const std::int64_t done = keep(complete);
        QVERIFY(keep(goingOn(complete)) > done);
        QCOMPARE((*casebook)->scans()->size(), std::size_t{7});
    }
    // The first version had no scans: it is brought up to date, and what was in it stays.
    void anOlderCasebookIsBroughtUpToDate() {
        QTemporaryDir folder;
        const QString path = folder.filePath("casebook.db");
        {
            auto casebook = Casebook::open(path.toStdString());
            QVERIFY((*casebook)->driveFor(someVitals().identity));
        }
        test::makeOlder(path, 1);
        auto casebook = Casebook::open(path.toStdString());
        QVERIFY2(casebook, casebook ? "" : casebook.error().message().c_str());
        QVERIFY((*casebook)->scans()->empty());
        QCOMPARE((*casebook)->driveFor(someVitals().identity)->id, std::int64_t{1});
    }
    void visitsAndVitalsComeBack() {
        QTemporaryDir folder;
        const std::string path = folder.filePath("made/casebook.db").toStdString();
        const Vitals vitals = someVitals();
        Visit visit;
        {
            auto casebook = Casebook::open(path);
            QVERIFY2(casebook.has_value(), casebook ? "" : casebook.error().message().c_str());
            const auto drive = (*casebook)->driveFor(vitals.identity);
            QVERIFY(drive.has_value() && !drive->ambiguousIdentity);
            visit.id = (*casebook)->beginVisit(drive->id, 1'700'000'000).value();
            visit.customer = "Tide-gauge network";
            visit.job = "TG-1401";
            visit.tester = "L. Brandt";
            visit.words = "stands still while the yearly series is copied";
            visit.data = DataElsewhere::notSaved;
            visit.complaints = {{ComplaintMark::freezes, Reproduced::yes},
                                {ComplaintMark::slow, Reproduced::notTried}};
            QVERIFY((*casebook)->updateVisit(visit).has_value());
            QVERIFY((*casebook)->addVitals(visit.id, vitals, 1'700'000'100).has_value());
        }
        auto casebook = Casebook::open(path);
        QVERIFY(casebook.has_value());
        const auto drive = (*casebook)->driveFor(vitals.identity);
        const auto visits = (*casebook)->visits(drive->id);
        QCOMPARE(visits->size(), std::size_t{1});
        QCOMPARE(visits->front().job, visit.job);
        QCOMPARE(visits->front().words, visit.words);
        QCOMPARE(visits->front().data, DataElsewhere::notSaved);
        QCOMPARE(visits->front().complaints, visit.complaints);
        const auto past = (*casebook)->pastVitals(drive->id);
        QCOMPARE(past->size(), std::size_t{1});
        QCOMPARE(past->front().vitals.readings, vitals.readings);
        QCOMPARE(past->front().vitals.suspects, vitals.suspects);
        QCOMPARE(past->front().vitals.selfTests, vitals.selfTests);
        const auto pages = rawPages(QString::fromStdString(path));
        QCOMPARE(pages.size(), vitals.raw.size());
        for (std::size_t i = 0; i < pages.size(); ++i) {
            QCOMPARE(pages[i].name, vitals.raw[i].name);
            QVERIFY(pages[i].bytes == vitals.raw[i].bytes);
        }
        // And they are had again, those of the latest time.
        Vitals later = vitals;
        later.raw.resize(1);
        QVERIFY((*casebook)->addVitals(visit.id, later, 1'700'000'200).has_value());
        const auto latest = (*casebook)->latestRawPages(drive->id);
        QCOMPARE(latest->size(), std::size_t{1});
        QVERIFY(latest->front().name == vitals.raw[0].name && latest->front().bytes == vitals.raw[0].bytes);
        QVERIFY((*casebook)->latestRawPages(drive->id + 1)->empty());
    }
    void drivesAreToldApart() {
        auto casebook = Casebook::open(":memory:");
        DriveIdentity a;
        a.model = "Petrel 5";
        a.serial = "PT5-1";
        a.path = "/dev/sdb";
        a.capacity.value = 1000;
        DriveIdentity b = a;
        b.serial = "PT5-2";
        const auto idA = (*casebook)->driveFor(a)->id;
        QVERIFY(idA != (*casebook)->driveFor(b)->id);
        a.path = "/dev/sdz"; // the same drive on another plug
        QCOMPARE((*casebook)->driveFor(a)->id, idA);
        b.model = "Auk R3"; // a duplicated serial of another model
        b.serial = "PT5-1";
        QVERIFY((*casebook)->driveFor(b)->id != idA);
        DriveIdentity nameless = a;
        for (const char* serial : {"", "0", "000000000000", "123456789012", "0123456789ABCDEF"}) {
            nameless.serial = serial;
            QVERIFY2((*casebook)->driveFor(nameless)->ambiguousIdentity, serial);
        }
        const auto idNameless = (*casebook)->driveFor(nameless)->id;
        nameless.path = "/dev/sdq";
        QVERIFY((*casebook)->driveFor(nameless)->id != idNameless);
    }
    void newerCasebookIsOnlyRead() {
        QTemporaryDir folder;
        const QString path = folder.filePath("casebook.db");
        const Vitals vitals = someVitals();
        {
            auto casebook = Casebook::open(path.toStdString());
            const auto drive = (*casebook)->driveFor(vitals.identity);
            QVERIFY((*casebook)->beginVisit(drive->id, 5).has_value());
        }
        statement(path, "PRAGMA user_version = 99");
        const QByteArray before = contentOf(path);
        {
            auto casebook = Casebook::open(path.toStdString());
            QVERIFY(casebook.has_value());
            QVERIFY((*casebook)->readOnly());
            const auto drive = (*casebook)->driveFor(vitals.identity);
            QVERIFY(drive.has_value());
            QCOMPARE((*casebook)->visits(drive->id)->size(), std::size_t{1});
            const auto refused = (*casebook)->beginVisit(drive->id, 6);
            QVERIFY(!refused.has_value());
            QVERIFY(refused.error().message().find(path.toStdString()) != std::string::npos);
        }
        QCOMPARE(contentOf(path), before);
    }
    // A rescue system: what was kept there is known, what is added is held until the program ends.
    void whereNothingCanBeWrittenItIsHeldInMemory() {
        const test::ReadOnlyFolder folder;
        const std::string path = (folder.path() + "/orbita/casebook.db").toStdString();
        const Vitals vitals = someVitals();
        {
            auto casebook = Casebook::open(path);
            QVERIFY(casebook.has_value() && !(*casebook)->isTemporary());
            const auto drive = (*casebook)->driveFor(vitals.identity);
            const auto visit = (*casebook)->beginVisit(drive->id, 5);
            QVERIFY((*casebook)->addVitals(*visit, vitals, 6).has_value());
        }
        if (!folder.close())
            QSKIP("this computer lets no file system be mounted for the test");
        const QByteArray before = contentOf(QString::fromStdString(path));
        for (int round = 0; round < 2; ++round) { // the second knows nothing of what the first added
            auto casebook = Casebook::open(path);
            QVERIFY2(casebook.has_value(), casebook ? "" : casebook.error().message().c_str());
            QVERIFY((*casebook)->isTemporary());
            QVERIFY(!(*casebook)->readOnly());
            QCOMPARE((*casebook)->path(), path);
            const auto drive = (*casebook)->driveFor(vitals.identity);
            QVERIFY(drive.has_value());
            QCOMPARE((*casebook)->visits(drive->id)->size(), std::size_t{1});
            QCOMPARE((*casebook)->pastVitals(drive->id)->size(), std::size_t{1});
            QVERIFY((*casebook)->beginVisit(drive->id, 7).has_value());
            QCOMPARE((*casebook)->visits(drive->id)->size(), std::size_t{2});
        }
        QCOMPARE(contentOf(QString::fromStdString(path)), before);
        // Where there is none yet, none is made.
        const std::string none = (folder.path() + "/elsewhere/casebook.db").toStdString();
        auto casebook = Casebook::open(none);
        QVERIFY(casebook.has_value() && (*casebook)->isTemporary());
        QVERIFY((*casebook)->driveFor(vitals.identity).has_value());
        QVERIFY(!QFileInfo::exists(QString::fromStdString(none)));
    }
    // Of a scan that is held in memory only, it is never said to be kept.
    void aScanThatIsForgottenIsNotSaidToBeKept() {
        const test::ReadOnlyFolder folder;
        if (!folder.close())
            QSKIP("this computer lets no file system be mounted for the test");
        const std::string path = (folder.path() + "/casebook.db").toStdString();
        const auto drive = test::openSimulated(test::smallScenario());
        const ScanRecord record = test::runScan(*drive, {});
        const auto kept = keepInCasebook(path, Target{})(record);
        QVERIFY(!kept.has_value());
        QVERIFY(kept.error().message().find(path) != std::string::npos);
    }
    void damagedOrForeignIsRefusedAndLeft_data() {
        QTest::addColumn<QByteArray>("content");
        QTest::newRow("no database") << QByteArray("Tide tables, 1987\n").repeated(400);
        QTest::newRow("cut off") << QByteArray("SQLite format 3\0cut", 19);
        QTest::newRow("foreign") << QByteArray();
        QTest::newRow("overwritten inside") << QByteArray("inside");
    }
    void damagedOrForeignIsRefusedAndLeft() {
        QFETCH(QByteArray, content);
        QTemporaryDir folder;
        const QString path = folder.filePath("casebook.db");
        if (content.isEmpty()) {
            statement(path, "CREATE TABLE tide (height REAL)");
        } else if (content == "inside") {
            {
                auto casebook = Casebook::open(path.toStdString());
                for (int i = 0; i < 40; ++i) {
                    DriveIdentity id;
                    id.serial = "serial-" + std::to_string(i);
                    QVERIFY((*casebook)->driveFor(id).has_value());
                }
            }
            statement(path, "PRAGMA journal_mode = DELETE");
            QFile file(path);
            QVERIFY(file.open(QIODevice::ReadWrite));
            file.seek(4096);
            file.write(QByteArray(8192, '\x5A'));
        } else {
            QFile file(path);
            QVERIFY(file.open(QIODevice::WriteOnly));
            file.write(content);
        }
        const QByteArray before = contentOf(path);
        const auto refused = Casebook::open(path.toStdString());
        QVERIFY(!refused.has_value());
        QVERIFY(refused.error().message().find(path.toStdString()) != std::string::npos);
        QCOMPARE(contentOf(path), before);
    }
    void demonstrationHasEarlierVisits() {
        auto casebook = Casebook::open(":memory:");
        sim::Scenario scenario = test::smallDrive(sim::Front::sat);
        scenario.health.reallocated = 40;
        sim::EarlierVisit earlier;
        earlier.daysAgo = 100;
        earlier.job = "TG-1";
        earlier.complaints = {"slow"};
        earlier.health.reallocated = 4;
        scenario.earlier = {earlier};
        Target target;
        target.name = "demo:small";
        target.scenario = scenario;
        target.condition = std::make_shared<sim::Condition>(scenario);
        const std::int64_t now = 1'800'000'000;
        QVERIFY(addEarlierVisits(**casebook, {target}, now).has_value());
        test::AskedSim today(scenario);
        const Vitals vitals = readVitals(today.enquiry, today.known);
        const auto drive = (*casebook)->driveFor(vitals.identity);
        const auto past = (*casebook)->pastVitals(drive->id);
        QCOMPARE(past->size(), std::size_t{1});
        QCOMPARE(past->front().readAt, now - 100 * 86'400);
        QCOMPARE(past->front().vitals.find(ReadingKind::reallocatedSectors)->value, 4);
        QCOMPARE((*casebook)->visits(drive->id)->front().complaints.front().mark, ComplaintMark::slow);
    }
};

ORBITA_TEST(TestCasebook)

} // namespace test_casebook

#include "test_casebook.moc"
