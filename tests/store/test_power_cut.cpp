// SPDX-License-Identifier: GPL-3.0-or-later
// The power is cut at every moment at which the casebook makes something durable: what had not been made
// durable by then is gone. What was said to be kept is there all the same, and nothing is there that was
// never kept.
#include "core/session/action_log.h"
#include "store/casebook.h"
#include "support/filled_casebook.h"
#include "support/scan_runner.h"
#include "support/sim_scenarios.h"
#include "support/test_program.h"

#include <QDir>
#include <QFile>
#include <QTemporaryDir>
#include <cstring>
#include <map>
#include <set>
#include <sqlite3.h>

namespace test_power_cut {

using namespace orbita;

// What of the files below `root` would be there after a power cut: their content when each was last synced. A
// layer between SQLite and the system, in place of SQLite's own.
struct Disk {
    std::string root;
    std::map<std::string, std::string> durable;
    std::set<std::string> removed; // but still there after a cut, until the folder is synced
    std::function<void()> synced;  // after each sync
};
Disk disk;
sqlite3_vfs* system_ = nullptr;

struct File {
    sqlite3_file base;
    bool watched;
    bool syncsFolder; // with its first sync, as SQLite does for a journal or log that it has made
    std::array<char, 512> path;
    sqlite3_file* real() { return reinterpret_cast<sqlite3_file*>(this + 1); }
};
File* self(sqlite3_file* file) {
    return reinterpret_cast<File*>(file);
}
sqlite3_file* real(sqlite3_file* file) {
    return self(file)->real();
}
bool isBelowRoot(const char* name) {
    return name != nullptr && !disk.root.empty() && std::string_view(name).starts_with(disk.root);
}

int closeFile(sqlite3_file* f) {
    return real(f)->pMethods->xClose(real(f));
}
int readFile(sqlite3_file* f, void* to, int n, sqlite3_int64 at) {
    return real(f)->pMethods->xRead(real(f), to, n, at);
}
int writeFile(sqlite3_file* f, const void* from, int n, sqlite3_int64 at) {
    return real(f)->pMethods->xWrite(real(f), from, n, at);
}
int truncateFile(sqlite3_file* f, sqlite3_int64 size) {
    return real(f)->pMethods->xTruncate(real(f), size);
}
int syncFile(sqlite3_file* f, int flags) {
    const int result = real(f)->pMethods->xSync(real(f), flags);
    if (result != SQLITE_OK || !self(f)->watched)
        return result;
    sqlite3_int64 size = 0;
    real(f)->pMethods->xFileSize(real(f), &size);
    std::string content(static_cast<std::size_t>(size), '\0');
    if (size > 0)
        real(f)->pMethods->xRead(real(f), content.data(), static_cast<int>(size), 0);
    if (std::exchange(self(f)->syncsFolder, false)) {
        for (const std::string& name : disk.removed)
            disk.durable.erase(name);
        disk.removed.clear();
    }
    disk.durable[self(f)->path.data()] = std::move(content);
    if (disk.synced)
        disk.synced();
    return result;
}
int sizeOf(sqlite3_file* f, sqlite3_int64* size) {
    return real(f)->pMethods->xFileSize(real(f), size);
}
int lockFile(sqlite3_file* f, int how) {
    return real(f)->pMethods->xLock(real(f), how);
}
int unlockFile(sqlite3_file* f, int how) {
    return real(f)->pMethods->xUnlock(real(f), how);
}
int reserved(sqlite3_file* f, int* held) {
    return real(f)->pMethods->xCheckReservedLock(real(f), held);
}
int control(sqlite3_file* f, int op, void* arg) {
    return real(f)->pMethods->xFileControl(real(f), op, arg);
}
int sectorSize(sqlite3_file* f) {
    return real(f)->pMethods->xSectorSize(real(f));
}
int traits(sqlite3_file* f) {
    return real(f)->pMethods->xDeviceCharacteristics(real(f));
}
int shmMap(sqlite3_file* f, int page, int size, int extend, void volatile** at) {
    return real(f)->pMethods->xShmMap(real(f), page, size, extend, at);
}
int shmLock(sqlite3_file* f, int offset, int n, int flags) {
    return real(f)->pMethods->xShmLock(real(f), offset, n, flags);
}
void shmBarrier(sqlite3_file* f) {
    real(f)->pMethods->xShmBarrier(real(f));
}
int shmUnmap(sqlite3_file* f, int remove) {
    return real(f)->pMethods->xShmUnmap(real(f), remove);
}

const sqlite3_io_methods methods = {2,        closeFile,  readFile, writeFile, truncateFile, syncFile, sizeOf,
                                    lockFile, unlockFile, reserved, control,   sectorSize,   traits,   shmMap,
                                    shmLock,  shmBarrier, shmUnmap, nullptr,   nullptr};

int openFile(sqlite3_vfs*, sqlite3_filename name, sqlite3_file* file, int flags, int* outFlags) {
    File* const own = self(file);
    own->watched = isBelowRoot(name);
    if (own->watched)
        disk.removed.erase(name);
    own->syncsFolder =
        (flags & SQLITE_OPEN_CREATE) != 0 && (flags & (SQLITE_OPEN_MAIN_JOURNAL | SQLITE_OPEN_WAL)) != 0;
    own->path.fill('\0');
    if (own->watched)
        std::strncpy(own->path.data(), name, own->path.size() - 1);
    const int result = system_->xOpen(system_, name, own->real(), flags, outFlags);
    file->pMethods = result == SQLITE_OK ? &methods : nullptr;
    return result;
}
int removeFile(sqlite3_vfs*, const char* name, int syncFolder) {
    if (isBelowRoot(name)) {
        if (syncFolder != 0)
            disk.durable.erase(name);
        else
            disk.removed.insert(name);
    }
    return system_->xDelete(system_, name, syncFolder);
}

void putBetween() {
    system_ = sqlite3_vfs_find(nullptr);
    static sqlite3_vfs between = *system_;
    between.zName = "watched";
    between.szOsFile = static_cast<int>(sizeof(File)) + system_->szOsFile;
    between.xOpen = openFile;
    between.xDelete = removeFile;
    sqlite3_vfs_register(&between, 1);
}

// What would be there after a cut at this moment, in a folder of its own, handed to `look`; then taken away.
void lookAtCut(const QString& name, const std::function<void(const QString& folder)>& look) {
    QDir().mkpath(name);
    for (const auto& [file, content] : disk.durable) {
        QFile copy(name + QString::fromStdString(file.substr(disk.root.size())));
        if (copy.open(QIODevice::WriteOnly))
            copy.write(content.data(), static_cast<qint64>(content.size()));
    }
    look(name);
    QDir(name).removeRecursively();
}

class TestPowerCut : public QObject {
    Q_OBJECT
private slots:
    void initTestCase() { putBetween(); }
    void whatWasKeptOutlivesIt() {
        const QTemporaryDir folder;
        const QTemporaryDir after;
        const std::string path = folder.filePath(QStringLiteral("casebook.db")).toStdString();
        disk.root = folder.path().toStdString();

        sim::Scenario scenario = test::smallDrive(sim::Front::ata);
        test::addUnreadable(scenario, 1'000'000);
        ScanPlan plan;
        plan.blockSectors = 8;
        const ScanRecord whole = test::runScan(*test::openSimulated(scenario), plan);
        const std::uint64_t blocks = whole.plate->blocks();

        std::uint64_t promised = 0; // blocks of the scan that keepScan() has said are kept
        std::uint64_t begun = 0;    // that it has been handed
        std::int64_t id = 0;
        std::uint64_t notes = 0; // actions promised
        int cuts = 0;
        int mistakes = 0;
        QString first;
        const auto wrong = [&](const QString& what) {
            ++mistakes;
            if (first.isEmpty())
                first = QStringLiteral("cut %1: %2").arg(cuts).arg(what);
        };
        disk.synced = [&] {
            const auto observer = std::exchange(disk.synced, nullptr); // opening it syncs, too
            lookAtCut(after.filePath(QString::number(++cuts)), [&](const QString& name) {
                const std::string there = (name + QStringLiteral("/casebook.db")).toStdString();
                if (QFile::exists(QString::fromStdString(there))) {
                    auto casebook = Casebook::open(there);
                    if (!casebook) {
                        wrong(QString::fromStdString(casebook.error().message()));
                    } else if (promised > 0) {
                        const auto back = (*casebook)->loadScan(id);
                        if (!back) {
                            wrong(QString::fromStdString(back.error().message()));
                        } else {
                            if (back->status.blocksDone < promised || back->status.blocksDone > begun)
                                wrong(QStringLiteral("%1 blocks, promised %2")
                                          .arg(back->status.blocksDone)
                                          .arg(promised));
                            for (std::uint64_t b = 0; b < blocks; b += 7) {
                                const Cell cell = back->plate->at(b);
                                if (b < promised ? cell != whole.plate->at(b)
                                                 : cell.visited() && cell != whole.plate->at(b))
                                    wrong(QStringLiteral("cell %1").arg(b));
                            }
                        }
                        if ((*casebook)->actions(1)->size() < notes)
                            wrong(QStringLiteral("an action is missing"));
                    }
                } else if (promised > 0) {
                    wrong(QStringLiteral("no casebook"));
                }
            });
            disk.synced = observer;
        };

        auto casebook = Casebook::open(path);
        QVERIFY2(casebook, casebook ? "" : casebook.error().message().c_str());
        const auto drive = (*casebook)->driveFor(whole.drive);
        QVERIFY(drive);
        const auto visit = (*casebook)->beginVisit(drive->id, 1);
        QVERIFY(visit);
        ActionLog log;
        PlateEncoder encoder;
        auto plate = std::make_shared<Plate>(blocks);
        ScanRecord record = whole;
        record.plate = plate;
        record.status.ended = EndReason::running;
        constexpr std::uint64_t steps = 30;
        for (std::uint64_t step = 1; step <= steps; ++step) {
            const std::uint64_t to = blocks * step / steps;
            for (std::uint64_t b = blocks * (step - 1) / steps; b < to; ++b)
                plate->set(b, whole.plate->at(b));
            plate->settle(blocks * (step - 1) / steps, to - blocks * (step - 1) / steps);
            record.status.blocksDone = begun = to;
            const auto kept = (*casebook)->keepScan(id, record, encoder);
            QVERIFY2(kept, kept ? "" : kept.error().message().c_str());
            id = *kept;
            promised = to;
            DriveAction action;
            action.at = static_cast<std::int64_t>(step);
            action.drive = driveIdOf(whole.drive);
            if (step % 5 == 0 && log.begin(action) && (*casebook)->takeActions(*log.read()))
                ++notes;
        }
        casebook->reset(); // folds its log in: more cuts
        disk.synced = nullptr;
        disk.root.clear();
        QVERIFY2(mistakes == 0, qPrintable(QStringLiteral("%1 mistakes, %2").arg(mistakes).arg(first)));
        QVERIFY2(cuts > static_cast<int>(steps), qPrintable(QString::number(cuts)));
        QVERIFY(notes > 0);
        qInfo("%d cuts", cuts);
    }

    // Another casebook is taken in wholly or not at all; customers are forgotten all or none, and once it has
    // been said that they are, no cut brings them back. What was there before is there throughout.
    void upkeepIsAllOrNothing() {
        const QTemporaryDir folder;
        const QTemporaryDir elsewhere;
        const QTemporaryDir after;
        const std::string path = folder.filePath(QStringLiteral("casebook.db")).toStdString();
        const std::string other = elsewhere.filePath(QStringLiteral("other.db")).toStdString();
        Visit visit;
        visit.customer = "Harbour office";
        visit.job = "TG-2044";
        const sim::Scenario tern = test::scenarioOf({"Halden Tern 40", "PT5-00042", 1200});
        {
            auto book = Casebook::open(other);
            QVERIFY(book);
            for (int day = 0; day < 6; ++day)
                QVERIFY(test::enterVisit(**book, tern, test::someDay + day * test::aDay, visit, day == 0,
                                         Fate::watch));
            QVERIFY(
                test::enterVisit(**book, test::scenarioOf({"Auk R3", "AR3-7", 30}), test::someDay, visit));
        }
        disk.durable.clear();
        disk.root = folder.path().toStdString();
        auto casebook = Casebook::open(path);
        QVERIFY(casebook);
        QVERIFY(test::enterVisit(**casebook, tern, test::someDay + 30 * test::aDay, visit, true, Fate::keep));

        std::uint64_t before = 1; // visits at all, and of customers that are known
        std::uint64_t then = 1;
        std::uint64_t namedBefore = 1;
        std::uint64_t namedThen = 1;
        int cuts = 0;
        QStringList mistakes;
        disk.synced = [&] {
            const auto observer = std::exchange(disk.synced, nullptr); // opening it syncs, too
            lookAtCut(after.filePath(QString::number(++cuts)), [&](const QString& name) {
                auto there = Casebook::open((name + QStringLiteral("/casebook.db")).toStdString());
                if (!there) {
                    mistakes << QString::fromStdString(there.error().message());
                    return;
                }
                std::uint64_t visits = 0;
                const CasebookHits hits = (*there)->search({}).value();
                for (const CasebookHit& hit : hits.drives)
                    visits += hit.drive.visits;
                const std::uint64_t named = (*there)->countCustomers({}).value();
                if (visits != before && visits != then)
                    mistakes << QStringLiteral("cut %1: %2 visits").arg(cuts).arg(visits);
                if (named != namedBefore && named != namedThen)
                    mistakes << QStringLiteral("cut %1: %2 with a customer").arg(cuts).arg(named);
                const auto wrong = (*there)->check();
                if (!wrong || !wrong->empty())
                    mistakes << QStringLiteral("cut %1: damaged").arg(cuts);
            });
            disk.synced = observer;
        };
        then = 8;
        namedThen = 8;
        QVERIFY((*casebook)->takeIn(other));
        before = 8;
        namedBefore = 8;
        const int cutsTakingIn = cuts;
        namedThen = 0;
        QCOMPARE((*casebook)->forgetCustomers({}).value(), std::uint64_t{8});
        namedBefore = 0;
        const int cutsForgetting = cuts - cutsTakingIn;
        disk.synced(); // after all of it was promised
        for (const auto& [file, content] : disk.durable)
            QVERIFY2(content.find("Harbour office") == std::string::npos, file.c_str());
        casebook->reset();
        disk.synced = nullptr;
        disk.root.clear();
        QVERIFY2(mistakes.isEmpty(), qPrintable(mistakes.join(QStringLiteral("; "))));
        QVERIFY2(cutsTakingIn > 0 && cutsForgetting > 0,
                 qPrintable(QStringLiteral("%1, %2").arg(cutsTakingIn).arg(cutsForgetting)));
        qInfo("%d cuts taking in, %d forgetting", cutsTakingIn, cutsForgetting);
    }
};

ORBITA_TEST(TestPowerCut)

} // namespace test_power_cut

#include "test_power_cut.moc"
