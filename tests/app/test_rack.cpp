// SPDX-License-Identifier: GPL-3.0-or-later
// Drives that come and go while the rack looks on, on a made-up system.
#include "app/rack/dial_state.h"
#include "app/rack/rack_model.h"
#include "app/visit/casebook_keeper.h"
#include "store/case_file.h"
#include "support/long_wait.h"
#include "support/read_only_folder.h"
#include "support/scan_runner.h"
#include "support/test_program.h"

#include <QAbstractItemModelTester>
#include <QDir>
#include <QScopeGuard>
#include <QSignalSpy>
#include <QTemporaryDir>
#include <future>
#include <sys/stat.h>

namespace test_rack {

using namespace orbita;
using namespace orbita::app;

class TestRack final : public QObject {
    Q_OBJECT
private:
    std::unique_ptr<QTemporaryDir> m_dir;

    [[nodiscard]] QString at(const QString& path) const { return m_dir->filePath(path); }
    void put(const QString& path, const QByteArray& content) const {
        QDir().mkpath(QFileInfo(at(path)).path());
        QFile file(at(path));
        if (!file.open(QIODevice::WriteOnly) || file.write(content) != content.size())
            qFatal("cannot write the made-up system");
    }
    void plugIn(const QString& name, const QByteArray& serial, bool frozen = false) const {
        const QString block = "sys/devices/pci/" + name + "/block/" + name;
        put(block + "/size", "2048\n");
        put(block + "/device/model", "Petrel 5\n");
        put(block + "/serial", serial + "\n");
        QDir().mkpath(at("dev"));
        if (frozen)
            mkfifo(QFile::encodeName(at("dev/" + name)).constData(), 0600);
        else
            put("dev/" + name, QByteArray(2048 * 512, 0));
        QDir().mkpath(at("sys/block"));
        QFile::link(at(block), at("sys/block/" + name));
    }
    void pull(const QString& name) const {
        QFile::remove(at("sys/block/" + name));
        QFile::remove(at("dev/" + name));
    }
    [[nodiscard]] SystemPaths system() const {
        const std::filesystem::path root = m_dir->path().toStdString();
        return {root / "sys", root / "proc", root / "dev", nothingRecognised};
    }

private slots:
    void init() { m_dir = std::make_unique<QTemporaryDir>(); }

    // As in a rescue system: all goes on in memory, and it is said for as long as it is so.
    void aCasebookThatCannotBeWrittenIsSaid() {
        const test::ReadOnlyFolder folder;
        if (!folder.close())
            QSKIP("this computer lets no file system be mounted for the test");
        CasebookKeeper keeper((folder.path() + "/orbita/casebook.db").toStdString());
        TRY_VERIFY(!keeper.lasts());
        TRY_VERIFY(keeper.error().contains("held in memory"));
        const auto drive = test::openSimulated(test::smallScenario());
        const ScanRecord record = test::runScan(*drive, {});
        const auto kept = keeper.scanKeeper(Target{})(record);
        QVERIFY(kept.has_value());
        QVERIFY2(kept->find("until Orbita ends") != std::string::npos, kept->c_str());
        std::promise<std::size_t> scans;
        keeper.post([&](Casebook& casebook) { scans.set_value(casebook.scans()->size()); });
        QCOMPARE(scans.get_future().get(), std::size_t{1});
        QVERIFY(!QFileInfo::exists(folder.path() + "/orbita"));
        // With a place to write there is nothing to say.
        CasebookKeeper lasting(at("casebook.db").toStdString());
        std::promise<void> opened;
        lasting.post([&](Casebook&) { opened.set_value(); });
        opened.get_future().get();
        QVERIFY(lasting.lasts() && lasting.error().isEmpty());
    }
    // What was ruled of a drive before is seen before anything is asked of it, and puts it where it belongs.
    void earlierRulingsAreSeenAtTheStart() {
        const QByteArray usual = qgetenv("XDG_DATA_HOME");
        const auto back = qScopeGuard([&] { qputenv("XDG_DATA_HOME", usual); });
        qputenv("XDG_DATA_HOME", QFile::encodeName(at("data")));
        {
            auto casebook = Casebook::open(casebookPath());
            QVERIFY(casebook.has_value());
            // The second is retired by a person; the third was judged on too little.
            for (const char* serial : {"PT5-0002", "PT5-0003"}) {
                DriveIdentity identity;
                identity.model = "Petrel 5";
                identity.serial = serial;
                identity.capacity = SectorCount{2048};
                identity.logicalBytes = 512;
                KeptRuling ruling;
                ruling.visit =
                    (*casebook)->beginVisit((*casebook)->driveFor(identity)->id, 1'700'000'000).value();
                ruling.at = 1'700'000'000;
                ruling.policy = policyDocument(defaultPolicy());
                if (identity.serial == "PT5-0002") {
                    ruling.ownFate = Fate::retire;
                    ruling.ownReason = "dropped on the quay";
                }
                QVERIFY((*casebook)->enterRuling(ruling).has_value());
            }
        }
        plugIn("sda", "PT5-0001");
        plugIn("sdb", "PT5-0002");
        plugIn("sdc", "PT5-0003");
        RackModel rack(RackModel::Source::attachedDrives, system());
        QCOMPARE(rack.rowCount(), 3);
        const DriveController& retired = *rack.controller(1);
        QTRY_VERIFY2(standOf(retired).contains("Retire"), qPrintable(standOf(retired)));
        QVERIFY2(standOf(retired).contains("2023"), qPrintable(standOf(retired)));
        QVERIFY(standIsAlarming(retired));
        QCOMPARE(retired.visit().state(), VisitController::State::notRead); // of the drive nothing was asked
        TRY_VERIFY(rack.controller(2)->ruling().latestGiven() != nullptr);
        for (const int other : {0, 2}) {
            QCOMPARE(standOf(*rack.controller(other)), QStringLiteral("New in the rack"));
            QVERIFY(!standIsAlarming(*rack.controller(other)));
        }
        rack.sortByUrgency();
        QCOMPARE(rack.controller(0)->identity().serial, std::string("PT5-0002"));
        QCOMPARE(rack.controller(2)->identity().serial, std::string("PT5-0001"));
    }
    // Without a serial number it may have been another that stood there: nothing of it is told of this one.
    void whatIsKnownByItsPlaceAloneInheritsNothing() {
        const QByteArray usual = qgetenv("XDG_DATA_HOME");
        const auto back = qScopeGuard([&] { qputenv("XDG_DATA_HOME", usual); });
        qputenv("XDG_DATA_HOME", QFile::encodeName(at("data")));
        plugIn("sda", "");
        DriveIdentity identity;
        identity.model = "Petrel 5";
        identity.path = at("dev/sda").toStdString();
        identity.capacity = SectorCount{2048};
        identity.logicalBytes = 512;
        const std::int64_t now = QDateTime::currentSecsSinceEpoch();
        std::int64_t page = 0;
        {
            auto casebook = Casebook::open(casebookPath());
            QVERIFY(casebook.has_value());
            const auto drive = (*casebook)->driveFor(identity);
            QVERIFY(drive->ambiguousIdentity);
            page = drive->id;
            KeptRuling ruling;
            ruling.policy = policyDocument(defaultPolicy());
            for (const std::int64_t daysAgo : {300, 0}) {
                ruling.at = now - daysAgo * 86'400;
                ruling.visit = (*casebook)->beginVisit(page, ruling.at).value();
                ruling.ownFate = Fate::retire;
                ruling.ownReason = "worn out";
                if (daysAgo > 0)
                    QVERIFY((*casebook)->enterRuling(ruling).has_value());
                Vitals vitals;
                vitals.identity = identity;
                vitals.readings = {Reading{}};
                vitals.readings.front().kind = ReadingKind::pendingSectors;
                vitals.readings.front().value = daysAgo;
                QVERIFY((*casebook)->addVitals(ruling.visit, vitals, ruling.at + 1).has_value());
            }
            const auto file = caseFileOf(**casebook, page, now + 2);
            QCOMPARE(file->visits.size(), std::size_t{1});
            QCOMPARE(file->vitals.size(), std::size_t{1});
            QCOMPARE(file->vitals.front().vitals.readings.front().value, std::int64_t{0});
        }
        RackModel rack(RackModel::Source::attachedDrives, system());
        QCOMPARE(rack.rowCount(), 1);
        const DriveController& drive = *rack.controller(0);
        QCOMPARE(drive.identity().path, identity.path);
        QTest::qWait(500);
        QVERIFY(drive.ruling().given().empty() && !drive.ruling().known());
        QVERIFY(drive.visit().earlierVisits().empty() && drive.visit().past().empty());
        QCOMPARE(standOf(drive), QStringLiteral("New in the rack"));
    }
    // The demonstration tells what its own earlier visits came to.
    void theDemonstrationHasBeenRuledOn() {
        RackModel rack(RackModel::Source::demonstration);
        const DriveController* fulmar = nullptr;
        for (int row = 0; row < rack.rowCount(); ++row)
            if (rack.controller(row)->target().name == "demo:fulmar")
                fulmar = rack.controller(row);
        QVERIFY(fulmar != nullptr);
        TRY_VERIFY(fulmar->ruling().given().size() == 2);
        QVERIFY2(standOf(*fulmar).contains("Watch"), qPrintable(standOf(*fulmar)));
    }
    void drivesComeAndGo() {
        plugIn("sda", "PT5-0001");
        RackModel rack(RackModel::Source::attachedDrives, system());
        const QAbstractItemModelTester tester(&rack, QAbstractItemModelTester::FailureReportingMode::QtTest);
        QCOMPARE(rack.rowCount(), 1); // not empty when the window opens
        QVERIFY(rack.index(0, 0).data(Qt::AccessibleTextRole).toString().contains("PT5-0001"));
        plugIn("sdb", "PT5-0002");
        TRY_COMPARE(rack.rowCount(), 2);
        QCOMPARE(rack.controller(1)->identity().serial, std::string("PT5-0002"));
        const QSignalSpy gone(&rack, &RackModel::driveGone);
        pull("sda");
        TRY_COMPARE(rack.rowCount(), 1);
        QCOMPARE(gone.size(), 1);
        QCOMPARE(rack.controller(0)->identity().serial, std::string("PT5-0002"));
    }
    // Another drive at the path of the one that was pulled is another drive, with a visit of its own.
    void anotherDriveAtTheSamePathIsAnother() {
        plugIn("sda", "PT5-0001");
        RackModel rack(RackModel::Source::attachedDrives, system());
        rack.controller(0)->setData(DataElsewhere::saved);
        pull("sda");
        TRY_COMPARE(rack.rowCount(), 0);
        QDir(at("sys/devices")).removeRecursively();
        plugIn("sda", "PT5-0009");
        TRY_COMPARE(rack.rowCount(), 1);
        QCOMPARE(rack.controller(0)->identity().serial, std::string("PT5-0009"));
        QCOMPARE(rack.controller(0)->data(), DataElsewhere::notAsked);
    }
    void aSilentDriveStandsInTheRackAsSuch() {
        plugIn("sda", "PT5-0001");
        plugIn("sdb", "PT5-0002", true);
        RackModel rack(RackModel::Source::attachedDrives, system());
        TRY_COMPARE(rack.rowCount(), 2);
        QCOMPARE(standOf(*rack.controller(1)), QString("Does not answer"));
        QVERIFY(standOf(*rack.controller(0)) != QString("Does not answer"));
    }
    void copiedSerialsAreToldApart() {
        plugIn("sda", "000-SAME-1");
        plugIn("sdb", "000-SAME-1");
        RackModel rack(RackModel::Source::attachedDrives, system());
        TRY_COMPARE(rack.rowCount(), 2);
        for (int row = 0; row < 2; ++row)
            QCOMPARE(standOf(*rack.controller(row)), QString("Serial not unique"));
    }
};

ORBITA_TEST(TestRack)

} // namespace test_rack

#include "test_rack.moc"
