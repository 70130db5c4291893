// SPDX-License-Identifier: GPL-3.0-or-later
// Copies of a casebook, two put together, one case from bench to bench, and forgetting whose a drive was.
#include "core/session/action_log.h"
#include "store/drive_life_in.h"
#include "support/filled_casebook.h"
#include "support/older_casebook.h"
#include "support/read_only_folder.h"
#include "support/test_program.h"

#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QProcess>
#include <QTemporaryDir>
#include <cstdio>
#include <random>
#include <sys/mount.h>
#include <thread>

namespace test_casebook_upkeep {

using namespace orbita;
using namespace orbita::test;

std::unique_ptr<Casebook> opened(const QString& path) {
    auto book = Casebook::open(path.toStdString());
    if (!book)
        qFatal("%s", book.error().message().c_str());
    return std::move(*book);
}

// All that a casebook says, in an order that is not that of its rows' numbers: two that say the same are
// equal.
QString meaningOf(Casebook& book) {
    QStringList all;
    const std::vector<ListedDrive> drives = book.drives().value();
    for (const ListedDrive& drive : drives) {
        const auto life = driveLifeIn(book, drive.id);
        if (!life)
            return {};
        QString text = QStringLiteral("%1 %2 %3 %4\n")
                           .arg(drive.identity.model.c_str(), drive.identity.serial.c_str(),
                                drive.identity.firmware.c_str())
                           .arg(drive.identity.capacityBytes());
        for (const LifeVisit& visit : life->visits) {
            text += QStringLiteral("  %1 %2|%3|%4|%5|%6|%7\n")
                        .arg(visit.visit.beganAt)
                        .arg(visit.visit.customer.c_str(), visit.visit.job.c_str(),
                             visit.visit.tester.c_str(), visit.visit.words.c_str(), visit.visit.notes.c_str())
                        .arg(static_cast<int>(visit.visit.data));
            for (const Complaint& complaint : visit.visit.complaints)
                text += QString::fromStdString(std::string(complaintName(complaint.mark))) + '\n';
            const std::vector<std::string> deeds = book.deeds(visit.visit.id).value();
            for (const std::string& deed : deeds)
                text += QString::fromStdString(deed) + '\n';
            if (visit.vitals)
                for (const Reading& reading : visit.vitals->vitals.readings)
                    text += QStringLiteral("  %1=%2 ").arg(int(reading.kind)).arg(reading.value);
            if (visit.vitals)
                text += QString::number(visit.vitals->vitals.suspects.size()) + '\n';
            for (const DriveAction& action : visit.done)
                text += QString::fromStdString(std::string(actionKindName(action.kind))) + '\n';
        }
        const std::vector<KeptRuling> rulings = book.rulings(drive.id).value();
        for (const KeptRuling& ruling : rulings)
            text += QStringLiteral("  ruling %1 %2 %3 %4\n")
                        .arg(ruling.at)
                        .arg(int(ruling.fate))
                        .arg(int(ruling.holds()))
                        .arg(ruling.ownReason.c_str());
        auto scans = book.scans(drive.id).value();
        std::sort(scans.begin(), scans.end(),
                  [](const KeptScan& a, const KeptScan& b) { return a.startedAt < b.startedAt; });
        for (const KeptScan& scan : scans) {
            const auto record = book.loadScan(scan.id);
            text += QStringLiteral("  scan %1 %2 ledger %3 treated %4 map ")
                        .arg(scan.startedAt)
                        .arg(record->status.totals.covered.value)
                        .arg(record->ledger.size())
                        .arg(record->treatments.all().size());
            std::uint64_t sum = 14'695'981'039'346'656'037ULL;
            for (std::uint64_t block = 0; block < record->plate->blocks(); ++block)
                sum = (sum ^ record->plate->at(block).packed()) * 1'099'511'628'211ULL;
            text += QString::number(sum) + '\n';
        }
        all << text;
    }
    all.sort();
    return all.join(QLatin1Char('\n'));
}

Visit visitOf(const char* customer, const char* notes = "") {
    Visit visit;
    visit.customer = customer;
    visit.job = "TG-7";
    visit.words = "slow since spring";
    visit.notes = notes;
    visit.complaints = {{ComplaintMark::slow, Reproduced::no}};
    return visit;
}

DriveAction actionOn(const sim::Scenario& scenario, const char* id, std::int64_t at) {
    DriveAction action;
    action.id = id;
    action.drive = driveIdOf(vitalsOf(scenario).identity);
    action.at = at;
    action.kind = ActionKind::selfTestStart;
    action.who = "M. Okafor";
    return action;
}

class TestCasebookUpkeep final : public QObject {
    Q_OBJECT
private slots:
    void init() {
        m_folder = std::make_unique<QTemporaryDir>();
        m_path = m_folder->filePath("casebook.db");
        m_book = opened(m_path);
        m_tern = scenarioOf({"Halden Tern 40", "PT5-00042", 1200});
        addUnreadable(m_tern, 800'000, 8);
        enterVisit(*m_book, m_tern, someDay, visitOf("Harbour office"), true, Fate::keep);
        enterVisit(*m_book, scenarioOf({"Halden Tern 40", "PT5-00042", 9000}), someDay + 300 * aDay,
                   visitOf("Harbour office"), true, Fate::retire);
        enterVisit(*m_book, scenarioOf({"Auk R3", "AR3-7", 20}), someDay + 10 * aDay, visitOf("Tide office"),
                   true, Fate::watch);
    }

    void aBackupIsAllOfIt() {
        const QString to = m_folder->filePath("backup.db");
        const auto made = m_book->backUp(to.toStdString());
        QVERIFY2(made, made ? "" : made.error().message().c_str());
        QVERIFY(!QFile::exists(to + "-wal"));
        QCOMPARE(QFileInfo(to).permissions() &
                     (QFile::ReadGroup | QFile::ReadOther | QFile::WriteGroup | QFile::WriteOther),
                 QFile::Permissions());
        QCOMPARE(meaningOf(*opened(to)), meaningOf(*m_book));
        QVERIFY(m_book->check()->empty());
        // What is there stays there; where it cannot be, nothing is left behind.
        const auto again = m_book->backUp(to.toStdString());
        QVERIFY(!again && again.error().kind == Error::Kind::refusedUnsafe);
        QVERIFY(!m_book->backUp(m_folder->filePath("nowhere/backup.db").toStdString()));
        QCOMPARE(QDir(m_folder->path()).entryList({".*unfinished*"}, QDir::Files | QDir::Hidden).size(), 0);
    }

    void noRoomForABackupIsSaid() {
        const QString small = m_folder->filePath("small");
        QDir().mkdir(small);
        if (mount("tmpfs", small.toLocal8Bit().constData(), "tmpfs", 0, "size=64k") != 0)
            QSKIP("a small file system can only be made as root");
        const auto made = m_book->backUp((small + "/backup.db").toStdString());
        const auto exported = m_book->exportCase(1, (small + "/case.db").toStdString());
        const auto left = QDir(small).entryList(QDir::Files | QDir::Hidden);
        umount(small.toLocal8Bit().constData());
        QVERIFY(!made);
        QVERIFY(!exported);
        QCOMPARE(left, QStringList());
        QVERIFY(m_book->check()->empty());
    }

    void restoringLosesNothing() {
        const QString backup = m_folder->filePath("backup.db");
        QVERIFY(m_book->backUp(backup.toStdString()));
        const QString then = meaningOf(*m_book);
        enterVisit(*m_book, scenarioOf({"Skua N41", "SK-1", 5}), someDay + 400 * aDay);
        const QString later = meaningOf(*m_book);
        // Not while it is in use. (Locks are of a program: only another one sees them.)
        QCOMPARE(inAnotherProgram({"restore", backup, m_path}), QStringLiteral("refused"));
        m_book.reset();
        const auto moved = restoreCasebook(backup.toStdString(), m_path.toStdString(), someDay);
        QVERIFY2(moved, moved ? "" : moved.error().message().c_str());
        QCOMPARE(meaningOf(*opened(m_path)), then);
        QCOMPARE(meaningOf(*opened(QString::fromStdString(*moved))), later);
        // A damaged backup takes nothing's place, whatever of it is damaged.
        QFile file(backup);
        QVERIFY(file.open(QIODevice::ReadWrite));
        for (qint64 at = 4096; at < file.size(); at += 4096) {
            file.seek(at);
            file.write(QByteArray(16, '\xAA'));
        }
        file.close();
        QVERIFY(!restoreCasebook(backup.toStdString(), m_path.toStdString(), someDay));
        QVERIFY(!restoreCasebook(m_folder->filePath("none.db").toStdString(), m_path.toStdString(), someDay));
        QCOMPARE(meaningOf(*opened(m_path)), then);
        QCOMPARE(QDir(m_folder->path()).entryList({".*unfinished*"}, QDir::Files | QDir::Hidden).size(), 0);
        // Where there was none.
        const QString fresh = m_folder->filePath("new.db");
        const auto none = restoreCasebook(*moved, fresh.toStdString(), someDay);
        QVERIFY(none && none->empty());
        QCOMPARE(meaningOf(*opened(fresh)), later);
    }

    void damageIsFound() {
        QVERIFY(m_book->check()->empty());
        statement(m_path, "UPDATE plate_chunk SET bytes = x'00' WHERE scan = 2");
        statement(m_path, "UPDATE ruling SET evidence = '{' WHERE id = 1");
        QCOMPARE(m_book->check()->size(), std::size_t{2});
        m_book.reset();
        statement(m_path, "DELETE FROM visit WHERE id = 1");
        m_book = opened(m_path);
        QVERIFY(m_book->check()->front().text().find("belongs to nothing") != std::string::npos);
    }

    // From one bench to another, and back: nothing twice, nothing lost.
    void anotherBenchsIsTakenIn() {
        const QString there = m_folder->filePath("there.db");
        auto other = opened(there);
        // The same drive's first visit was there as well, with more notes; and a visit of its own.
        enterVisit(*other, m_tern, someDay, visitOf("Harbour office", "Seen at the quay."), true, Fate::keep);
        enterVisit(*other, scenarioOf({"Halden Tern 40", "PT5-00042", 5000}), someDay + 150 * aDay,
                   visitOf("Harbour office"), true);
        enterVisit(*other, scenarioOf({"Fulmar C5", "F-1", 5}), someDay + 2 * aDay, visitOf("Pilots"), false);
        QVERIFY(other->takeActions({actionOn(m_tern, "a-1", someDay + 30)}));
        const QByteArray before = content(there);
        const auto report = m_book->takeIn(there.toStdString());
        QVERIFY2(report, report ? "" : report.error().message().c_str());
        QCOMPARE(report->newDrives, std::uint64_t{1});
        QCOMPARE(report->knownDrives, std::uint64_t{1});
        QCOMPARE(report->visits, std::uint64_t{2});
        QCOMPARE(report->scans, std::uint64_t{1});
        QCOMPARE(report->rulings, std::uint64_t{0});
        QCOMPARE(report->actions, std::uint64_t{1});
        QVERIFY(report->contradictions.empty());
        QCOMPARE(content(there), before); // theirs is not touched
        const auto life = driveLifeIn(*m_book, m_book->search({.words = "PT5-00042"})->drives[0].drive.id);
        QCOMPARE(life->visits.size(), std::size_t{3});
        QCOMPARE(life->visits[0].visit.notes, std::string("Seen at the quay."));
        QCOMPARE(life->visits[1].scans.size(), std::size_t{1});
        QVERIFY(m_book->check()->empty());
        QCOMPARE(serialsFor("pilots"), std::vector<std::string>{"F-1"});
        // Once more, nothing.
        const QString both = meaningOf(*m_book);
        const auto again = m_book->takeIn(there.toStdString());
        QCOMPARE(again->added(), std::uint64_t{0});
        QCOMPARE(meaningOf(*m_book), both);
        // And back: then both say the same.
        QVERIFY(other->takeIn(m_path.toStdString()));
        QCOMPARE(meaningOf(*other), both);
        QCOMPARE(other->takeIn(m_path.toStdString())->added(), std::uint64_t{0});
        QVERIFY(m_folder->isValid() &&
                QDir(m_folder->path()).entryList({".taking-in*"}, QDir::Dirs | QDir::Hidden).empty());
    }

    // What both say differently of one visit stands beside each other.
    void whatDiffersIsKeptBoth() {
        const QString there = m_folder->filePath("there.db");
        auto other = opened(there);
        sim::Scenario larger = m_tern;
        larger.identity.capacity.value += 8192;
        enterVisit(*other, larger, someDay, visitOf("Harbour master", "Smelled of smoke."));
        enterVisit(*other, scenarioOf({"Halden Tern 40", "PT5-00042", 100}), someDay + 200 * aDay);
        const auto report = m_book->takeIn(there.toStdString());
        QVERIFY(report.has_value());
        QCOMPARE(report->contradictions.size(), std::size_t{2});
        QVERIFY(report->contradictions[0].text().find("PT5-00042") != std::string::npos);
        const auto life = driveLifeIn(*m_book, 1);
        QCOMPARE(life->visits[0].visit.customer, std::string("Harbour office"));
        QVERIFY(life->visits[0].visit.notes.find("customer: Harbour master") != std::string::npos);
        QVERIFY(life->visits[0].visit.notes.find("Smelled of smoke.") != std::string::npos);
        const std::string notes = life->visits[0].visit.notes;
        QVERIFY(m_book->takeIn(there.toStdString()));
        QCOMPARE(driveLifeIn(*m_book, 1)->visits[0].visit.notes, notes);
    }

    // One that went on there takes the place of its beginning here; what was treated since stays.
    void aScanThatWentOnIsTakenFurther() {
        const QString there = m_folder->filePath("there.db");
        auto other = opened(there);
        const ScanRecord whole = scanOf(m_tern, someDay + 700 * aDay);
        ScanRecord half = whole;
        half.plate = std::make_shared<Plate>(whole.plate->blocks());
        half.covered.clear();
        half.ledger.clear();
        half.events.clear();
        half.status.ended = EndReason::stopped;
        half.treatments.add({{Lba{800'000}, SectorCount{8}},
                             TreatmentStep::zeros,
                             TreatmentResult::remapped,
                             someDay + 701 * aDay});
        PlateEncoder encoder;
        QVERIFY(m_book->keepScan(0, half, encoder));
        encoder.forget();
        QVERIFY(other->keepScan(0, whole, encoder));
        const std::size_t scans = m_book->scans(1)->size();
        QVERIFY(m_book->takeIn(there.toStdString()));
        QCOMPARE(m_book->scans(1)->size(), scans);
        const auto back = m_book->loadScan(m_book->scans(1)->front().id);
        QCOMPARE(back->status.totals.covered, whole.status.totals.covered);
        QCOMPARE(back->treatments.all().size(), std::size_t{1});
        QCOMPARE(back->plate->at(5).packed(), whole.plate->at(5).packed());
        // The other way round the beginning adds nothing, but what was treated.
        QVERIFY(other->takeIn(m_path.toStdString()));
        QCOMPARE(other->loadScan(other->scans()->front().id)->treatments.all().size(), std::size_t{1});
    }

    // Known by its place alone, it is another drive on another bench.
    void placesAreOfTheirBench() {
        const QString there = m_folder->filePath("there.db");
        auto other = opened(there);
        DriveIdentity nameless;
        nameless.path = "/dev/sdq";
        nameless.model = "Dock";
        nameless.capacity = SectorCount{1000};
        QVERIFY(other->beginVisit(other->driveFor(nameless)->id, someDay));
        QVERIFY(m_book->beginVisit(m_book->driveFor(nameless)->id, someDay + 5));
        QCOMPARE(m_book->takeIn(there.toStdString())->newDrives, std::uint64_t{1});
        QCOMPARE(m_book->search({.words = "dock"})->all, std::uint64_t{2});
        QCOMPARE(m_book->takeIn(there.toStdString())->added(), std::uint64_t{0});
        // Its own backup knows it again.
        const QString backup = m_folder->filePath("backup.db");
        QVERIFY(m_book->backUp(backup.toStdString()));
        QCOMPARE(m_book->takeIn(backup.toStdString())->added(), std::uint64_t{0});
    }

    void aCaseComesBackExactly() {
        QVERIFY(m_book->takeActions({actionOn(m_tern, "a-7", someDay + 40)}));
        const QString file = m_folder->filePath("tern.orbita-case");
        const auto made = m_book->exportCase(1, file.toStdString());
        QVERIFY2(made, made ? "" : made.error().message().c_str());
        QVERIFY(!QFile::exists(file + "-wal"));
        const QString elsewhere = m_folder->filePath("elsewhere.db");
        auto other = opened(elsewhere);
        const auto report = other->takeIn(file.toStdString());
        QCOMPARE(report->newDrives, std::uint64_t{1});
        QCOMPARE(report->visits, std::uint64_t{2});
        QCOMPARE(report->scans, std::uint64_t{2});
        const QString all = meaningOf(*m_book);
        const QString one = meaningOf(*other);
        QVERIFY2(all.contains(one), qPrintable(all + "\n--\n" + one));
        QVERIFY(one.contains("PT5-00042") && !one.contains("AR3-7"));
        QVERIFY(one.contains(QString::fromStdString(std::string(actionKindName(ActionKind::selfTestStart)))));
        // Exported from there it is the same once more.
        const QString again = m_folder->filePath("again.orbita-case");
        QVERIFY(other->exportCase(1, again.toStdString()));
        QCOMPARE(meaningOf(*opened(again)), one);
        QVERIFY(!m_book->exportCase(4711, m_folder->filePath("none").toStdString()));
        QVERIFY(!QFile::exists(m_folder->filePath("none")));
        // Also of one that is in memory alone.
        auto memory = std::move(*Casebook::open(":memory:"));
        QVERIFY(memory->takeIn(file.toStdString()));
        QVERIFY(memory->exportCase(1, m_folder->filePath("m.orbita-case").toStdString()));
        QCOMPARE(meaningOf(*opened(m_folder->filePath("m.orbita-case"))), one);
    }

    void whatIsNoCasebookIsNotTakenIn_data() {
        QTest::addColumn<QString>("sql");
        QTest::addColumn<bool>("garbage");
        QTest::newRow("no database") << QString() << true;
        QTest::newRow("of a newer Orbita") << "PRAGMA user_version = 99" << false;
        QTest::newRow("another program's") << "PRAGMA application_id = 7" << false;
        QTest::newRow("a table is missing") << "DROP TABLE reading" << false;
        QTest::newRow("a trigger in it")
            << "CREATE TRIGGER t AFTER INSERT ON visit BEGIN DELETE FROM drive; END" << false;
        QTest::newRow("a view in it") << "CREATE VIEW v AS SELECT * FROM drive" << false;
    }
    void whatIsNoCasebookIsNotTakenIn() {
        QFETCH(QString, sql);
        QFETCH(bool, garbage);
        const QString there = m_folder->filePath("there.db");
        if (garbage) {
            QFile file(there);
            QVERIFY(file.open(QIODevice::WriteOnly));
            file.write(QByteArray(100'000, 'x'));
        } else {
            {
                auto other = opened(there);
                enterVisit(*other, scenarioOf({"Fulmar C5", "F-1", 5}), someDay);
            }
            statement(there, sql);
        }
        const QString before = meaningOf(*m_book);
        const auto report = m_book->takeIn(there.toStdString());
        QVERIFY(!report);
        QVERIFY(!report.error().message().empty());
        QCOMPARE(meaningOf(*m_book), before);
        QVERIFY(!m_book->takeIn(m_folder->path().toStdString()));
    }

    // Damaged in the middle, an import brings in what is whole or nothing; what is here stays as it was.
    void aDamagedCaseHarmsNothing() {
        const QString file = m_folder->filePath("case");
        QVERIFY(m_book->exportCase(1, file.toStdString()));
        const QByteArray whole = content(file);
        const QString before = meaningOf(*m_book);
        auto other = opened(m_folder->filePath("other.db"));
        for (int n = 0; n < 60; ++n) {
            QByteArray bad = whole;
            for (int i = 0; i < 200; ++i)
                bad[int((unsigned(n) * 7919U + unsigned(i) * 104'729U) % unsigned(bad.size()))] ^= char(0x5A);
            QFile out(m_folder->filePath("bad"));
            QVERIFY(out.open(QIODevice::WriteOnly));
            out.write(bad);
            out.close();
            (void)other->takeIn(out.fileName().toStdString());
            QVERIFY(other->check()->empty());
        }
        const QString truncated = m_folder->filePath("short");
        QFile out(truncated);
        QVERIFY(out.open(QIODevice::WriteOnly));
        out.write(whole.left(whole.size() / 2));
        out.close();
        QVERIFY(!other->takeIn(truncated.toStdString()));
        QCOMPARE(meaningOf(*m_book), before);
    }

    // Whose it was is gone from the file itself; what was measured is not.
    void customersAreForgottenForGood() {
        QCOMPARE(m_book->countCustomers({.before = someDay + 5 * aDay}).value(), std::uint64_t{1});
        QCOMPARE(m_book->countCustomers({.customer = "HARBOUR OFFICE"}).value(), std::uint64_t{2});
        const QString backup = m_folder->filePath("backup.db");
        QVERIFY(m_book->backUp(backup.toStdString()));
        const auto gone = m_book->forgetCustomers({.customer = "harbour office"});
        QVERIFY2(gone, gone ? "" : gone.error().message().c_str());
        QCOMPARE(*gone, std::uint64_t{2});
        const auto life = driveLifeIn(*m_book, 1);
        QVERIFY(life->visits[0].visit.customer.empty() && life->visits[0].visit.words.empty());
        QVERIFY(life->visits[0].ruling && life->visits[0].vitals && !life->visits[0].scans.empty());
        QVERIFY(serialsFor("harbour").empty());
        QCOMPARE(serialsFor("tide").size(), std::size_t{1});
        QCOMPARE(*m_book->forgetCustomers({.customer = "harbour office"}), std::uint64_t{0});
        for (const char* suffix : {"", "-wal"})
            for (const char* name : {"Harbour", "harbour"})
                QVERIFY(!content(m_path + suffix).contains(name));
        // A backup from before does not bring them back.
        QVERIFY(m_book->takeIn(backup.toStdString()));
        QVERIFY(driveLifeIn(*m_book, 1)->visits[0].visit.customer.empty());
    }

    // Two windows on one casebook: each sees what the other enters, and neither loses anything.
    void twoAtOnce() {
        auto second = opened(m_path);
        std::thread writer([&] {
            auto own = opened(m_path);
            for (int n = 0; n < 30; ++n)
                enterVisit(*own, scenarioOf({"Skua N41", "A-" + std::to_string(n), 5}), someDay + n);
        });
        for (int n = 0; n < 30; ++n)
            enterVisit(*m_book, scenarioOf({"Skua N41", "B-" + std::to_string(n), 5}), someDay + n);
        writer.join();
        QCOMPARE(second->search({.words = "skua"})->all, std::uint64_t{60});
        QVERIFY(second->check()->empty());
    }

    // Killed at any moment: the casebook is as it was, or as it was to become; a copy that is there is whole.
    void killedAtAnyMoment() {
        for (int day = 0; day < 4; ++day)
            QVERIFY(enterVisit(*m_book, m_tern, someDay + (100 + day) * aDay, {}, true));
        const std::uint64_t visits = visitsIn(*m_book);
        const QString other = m_folder->filePath("other.db");
        {
            auto book = Casebook::open(other.toStdString());
            QVERIFY(book);
            for (int day = 0; day < 5; ++day)
                QVERIFY(enterVisit(**book, scenarioOf({"Auk R3", "AR3-991", 20}), someDay + day * aDay, {},
                                   true));
        }
        m_book.reset();
        const QByteArray before = content(m_path);
        std::mt19937 random(20'27);
        int half = 0;   // runs that were killed before they had said that they were done
        int copies = 0; // whole copies found all the same
        int takenIn = 0;
        for (int run = 0; run < 24; ++run) {
            const bool taking = run % 2 == 0;
            const QString to = m_folder->filePath(QStringLiteral("copy-%1.db").arg(run));
            QProcess process;
            process.start(QCoreApplication::applicationFilePath(),
                          QStringList("test_casebook_upkeep") + (taking
                                                                     ? QStringList{"take-in", m_path, other}
                                                                     : QStringList{"back-up", m_path, to}));
            QVERIFY(process.waitForStarted());
            process.waitForReadyRead(60'000); // "open": what follows is what is to be killed
            std::this_thread::sleep_for(std::chrono::microseconds(random() % 30'000));
            process.kill();
            process.waitForFinished();
            const bool said = process.readAllStandardOutput().contains("done");
            half += said ? 0 : 1;
            if (!taking && QFile::exists(to)) {
                auto copy = Casebook::open(to.toStdString());
                QVERIFY2(copy, copy ? "" : copy.error().message().c_str());
                QVERIFY((*copy)->check()->empty());
                QCOMPARE(visitsIn(**copy), visits);
                ++copies;
            }
            QVERIFY(taking || !said || QFile::exists(to));
            auto book = Casebook::open(m_path.toStdString());
            QVERIFY2(book, book ? "" : book.error().message().c_str());
            QVERIFY((*book)->check()->empty());
            const std::uint64_t now = visitsIn(**book);
            QVERIFY2(now == visits || (taking && now == visits + 5), qPrintable(QString::number(now)));
            QVERIFY(!taking || !said || now == visits + 5);
            takenIn += now == visits + 5 ? 1 : 0;
            book->reset();
            for (const char* rest : {"", "-wal", "-shm"})
                QFile::remove(m_path + QLatin1String(rest));
            QFile file(m_path);
            QVERIFY(file.open(QIODevice::WriteOnly));
            file.write(before);
        }
        QVERIFY2(half >= 4, qPrintable(QStringLiteral("%1 were cut short").arg(half)));
        qInfo("%d cut short, %d copies whole, %d taken in", half, copies, takenIn);
    }

private:
    static std::uint64_t visitsIn(Casebook& book) {
        std::uint64_t visits = 0;
        const CasebookHits hits = book.search({}).value();
        for (const CasebookHit& hit : hits.drives)
            visits += hit.drive.visits;
        return visits;
    }
    static QByteArray content(const QString& path) {
        QFile file(path);
        return file.open(QIODevice::ReadOnly) ? file.readAll() : QByteArray();
    }
    std::vector<std::string> serialsFor(const char* words) {
        std::vector<std::string> found;
        const CasebookHits hits = m_book->search({.words = words}).value();
        for (const CasebookHit& hit : hits.drives)
            found.push_back(hit.drive.identity.serial);
        return found;
    }
    // This program once more, as another process.
    static QString inAnotherProgram(const QStringList& what) {
        QProcess process;
        process.start(QCoreApplication::applicationFilePath(), QStringList("test_casebook_upkeep") + what);
        process.waitForFinished();
        return QString::fromUtf8(process.readAllStandardOutput()).trimmed();
    }

    std::unique_ptr<QTemporaryDir> m_folder;
    QString m_path;
    std::unique_ptr<Casebook> m_book;
    sim::Scenario m_tern;
};

const test::TestClass registered(__FILE__, [](int argc, char** argv) {
    if (argc == 4 && std::string_view(argv[1]) == "restore") {
        const auto moved = restoreCasebook(argv[2], argv[3], someDay);
        std::puts(moved                                              ? "restored"
                  : moved.error().kind == Error::Kind::refusedUnsafe ? "refused"
                                                                     : "failed");
        return 0;
    }
    if (argc == 4 && (std::string_view(argv[1]) == "take-in" || std::string_view(argv[1]) == "back-up")) {
        auto book = Casebook::open(argv[2]);
        std::puts("open");
        std::fflush(stdout);
        const bool good =
            book && (std::string_view(argv[1]) == "take-in" ? (*book)->takeIn(argv[3]).has_value()
                                                            : (*book)->backUp(argv[3]).has_value());
        std::puts(good ? "done" : "failed");
        return 0;
    }
    TestCasebookUpkeep test;
    return QTest::qExec(&test, argc, argv);
});

} // namespace test_casebook_upkeep

#include "test_casebook_upkeep.moc"
