// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/casebook.h"

#include "core/base/ownership.h"
#include "core/base/text.h"
#include "store/casebook_files.h"
#include "store/sought_text.h"
#include "store/statement.h"

#include <QAtomicInt>
#include <QDir>
#include <QFileInfo>
#include <QSqlError>
#include <QStandardPaths>
#include <QTemporaryDir>
#include <algorithm>
#include <cerrno>
#include <chrono>
#include <fcntl.h>
#include <fmt/format.h>
#include <sys/stat.h>
#include <unistd.h>

namespace orbita {

using namespace sql;

namespace {

constexpr int currentVersion = 5;
constexpr qint64 wholeCheckedBytes = 200'000'000; // read in about a fifth of a second
constexpr std::chrono::milliseconds busyPatience{30'000};
constexpr int applicationId = 0x4F524243; // "ORBC": what the file is, in its own header

// What each version adds to the one before; never changed once it has been in a release.
constexpr const char* const versions[] = {
    R"(CREATE TABLE drive (id INTEGER PRIMARY KEY, key TEXT NOT NULL UNIQUE, weak INTEGER NOT NULL,
         model TEXT NOT NULL, serial TEXT NOT NULL, firmware TEXT NOT NULL, attachment TEXT NOT NULL,
         sectors INTEGER NOT NULL, logical_bytes INTEGER NOT NULL, physical_bytes INTEGER NOT NULL);
       CREATE TABLE visit (id INTEGER PRIMARY KEY, drive INTEGER NOT NULL REFERENCES drive(id),
         began_at INTEGER NOT NULL, customer TEXT NOT NULL DEFAULT '', job TEXT NOT NULL DEFAULT '',
         tester TEXT NOT NULL DEFAULT '', words TEXT NOT NULL DEFAULT '', notes TEXT NOT NULL DEFAULT '',
         data TEXT NOT NULL DEFAULT 'not-asked');
       CREATE TABLE complaint (visit INTEGER NOT NULL REFERENCES visit(id), mark TEXT NOT NULL,
         here INTEGER NOT NULL, PRIMARY KEY (visit, mark));
       CREATE TABLE vitals (id INTEGER PRIMARY KEY, visit INTEGER NOT NULL REFERENCES visit(id),
         read_at INTEGER NOT NULL, family INTEGER NOT NULL, world_wide_name TEXT NOT NULL,
         model TEXT NOT NULL, serial TEXT NOT NULL, firmware TEXT NOT NULL, sectors INTEGER NOT NULL);
       CREATE TABLE reading (vitals INTEGER NOT NULL REFERENCES vitals(id), kind TEXT NOT NULL,
         attribute INTEGER NOT NULL, unit INTEGER NOT NULL, value INTEGER NOT NULL, normalised INTEGER,
         worst INTEGER, threshold INTEGER, raw BLOB, own_limit INTEGER, source TEXT NOT NULL);
       CREATE TABLE raw_page (vitals INTEGER NOT NULL REFERENCES vitals(id), name TEXT NOT NULL,
         bytes BLOB NOT NULL);
       CREATE TABLE suspect (vitals INTEGER NOT NULL REFERENCES vitals(id), lba INTEGER NOT NULL,
         source INTEGER NOT NULL);
       CREATE TABLE self_test (vitals INTEGER NOT NULL REFERENCES vitals(id), kind INTEGER NOT NULL,
         result INTEGER NOT NULL, hours INTEGER NOT NULL, failing_lba INTEGER);
       CREATE TABLE overrule (visit INTEGER NOT NULL REFERENCES visit(id), at INTEGER NOT NULL,
         reasons TEXT NOT NULL);
       CREATE INDEX visit_of_drive ON visit(drive);
       CREATE INDEX reading_of_vitals ON reading(vitals))",
    R"(CREATE TABLE scan (id INTEGER PRIMARY KEY, drive INTEGER NOT NULL REFERENCES drive(id),
         started_at INTEGER NOT NULL, ended TEXT NOT NULL, document TEXT NOT NULL);
       CREATE TABLE plate_chunk (scan INTEGER NOT NULL REFERENCES scan(id), number INTEGER NOT NULL,
         bytes BLOB NOT NULL, PRIMARY KEY (scan, number));
       CREATE TABLE deed (visit INTEGER NOT NULL REFERENCES visit(id), at INTEGER NOT NULL, what TEXT NOT NULL);
       CREATE INDEX scan_of_drive ON scan(drive))",
    R"(CREATE TABLE action (id TEXT PRIMARY KEY, drive INTEGER NOT NULL REFERENCES drive(id),
         at INTEGER NOT NULL, begun TEXT NOT NULL, ended TEXT NOT NULL);
       CREATE INDEX action_of_drive ON action(drive);
       UPDATE vitals SET family = CASE family WHEN 0 THEN 'plain' WHEN 1 THEN 'ata' WHEN 2 THEN 'scsi' WHEN
         3 THEN 'nvme' ELSE family END;
       UPDATE reading SET unit = CASE unit WHEN 0 THEN 'none' WHEN 1 THEN 'count' WHEN 2 THEN 'sectors'
         WHEN 3 THEN 'percent' WHEN 4 THEN 'hours' WHEN 5 THEN 'minutes' WHEN 6 THEN 'celsius' WHEN 7 THEN
         'bytes' WHEN 8 THEN 'milliseconds' ELSE unit END;
       UPDATE suspect SET source = CASE source WHEN 0 THEN 'pending-defects' WHEN 1 THEN 'background-scan'
         WHEN 2 THEN 'error-log' WHEN 3 THEN 'grown-list' WHEN 4 THEN 'self-test' ELSE source END;
       UPDATE self_test SET kind = CASE kind WHEN 0 THEN 'short' WHEN 1 THEN 'extended' WHEN 2 THEN
         'conveyance' WHEN 3 THEN 'selective' WHEN 4 THEN 'other' ELSE kind END;
       UPDATE self_test SET result = CASE result WHEN 0 THEN 'passed' WHEN 1 THEN 'aborted' WHEN 2 THEN
         'interrupted' WHEN 3 THEN 'failed' WHEN 4 THEN 'failed-read' WHEN 5 THEN 'unfinished' ELSE result
         END;
       UPDATE complaint SET here = CASE here WHEN 0 THEN 'not-tried' WHEN 1 THEN 'yes' WHEN 2 THEN 'no'
         ELSE here END)",
    R"(CREATE TABLE ruling (id INTEGER PRIMARY KEY, visit INTEGER NOT NULL REFERENCES visit(id),
         at INTEGER NOT NULL, fate TEXT NOT NULL, settled INTEGER NOT NULL, data TEXT NOT NULL,
         policy TEXT NOT NULL, evidence TEXT NOT NULL, own_fate TEXT NOT NULL DEFAULT '',
         own_reason TEXT NOT NULL DEFAULT '', ruled_by TEXT NOT NULL DEFAULT '');
       CREATE INDEX ruling_of_visit ON ruling(visit))",
    R"(CREATE TABLE bench (uid TEXT NOT NULL);
       INSERT INTO bench VALUES (lower(hex(randomblob(16))));
       ALTER TABLE scan ADD COLUMN zones TEXT NOT NULL DEFAULT '';
       ALTER TABLE scan ADD COLUMN late_per_mib REAL;
       ALTER TABLE visit ADD COLUMN holds TEXT NOT NULL DEFAULT '';
       ALTER TABLE visit ADD COLUMN sought TEXT NOT NULL DEFAULT '';
       ALTER TABLE visit ADD COLUMN forgotten INTEGER NOT NULL DEFAULT 0;
       ALTER TABLE drive ADD COLUMN sought TEXT NOT NULL DEFAULT '';
       UPDATE visit SET holds = ifnull((SELECT CASE WHEN own_fate <> '' THEN own_fate WHEN settled THEN fate
         ELSE 'open' END FROM ruling WHERE ruling.visit = visit.id ORDER BY at DESC, id DESC LIMIT 1), '');
       CREATE INDEX drive_of_model ON drive(model);
       CREATE INDEX visit_of_drive_by_time ON visit(drive, began_at, holds);
       CREATE INDEX scan_of_drive_by_time ON scan(drive, started_at);
       CREATE INDEX vitals_of_visit ON vitals(visit);
       CREATE INDEX raw_page_of_vitals ON raw_page(vitals);
       CREATE INDEX suspect_of_vitals ON suspect(vitals);
       CREATE INDEX self_test_of_vitals ON self_test(vitals);
       CREATE INDEX overrule_of_visit ON overrule(visit);
       CREATE INDEX deed_of_visit ON deed(visit))"};

Error refused(const std::string& path, Phrase why) {
    return {
        Error::Kind::unusable, "opening the casebook", path, std::move(why),
        "It is left as it is. Move it away to begin a new one, or open it with the Orbita it belongs to."};
}

// Why it could not be opened, which need not be its own fault: another program may be at it, or the disk
// full.
Error cannotBeOpened(const std::string& path, const QSqlDatabase& database, QSqlError error = {}) {
    if (!error.isValid())
        error = database.lastError();
    const int code = error.nativeErrorCode().toInt() & 0xFF;
    constexpr int busy = 5; // SQLITE_BUSY, SQLITE_LOCKED and so on, as sqlite3.h numbers them
    constexpr int locked = 6;
    constexpr int corrupt = 11;
    constexpr int full = 13;
    constexpr int notADatabase = 26;
    if (code == corrupt || code == notADatabase)
        return refused(path, "it is damaged, or no casebook");
    if (code == busy || code == locked)
        return {Error::Kind::unusable, "opening the casebook", path, "another program is busy with it",
                "Nothing is wrong with it. Wait until that one is done, and try again."};
    if (code == full)
        return {Error::Kind::systemFailure, "opening the casebook", path, "there is no room left on its disk",
                "Make room there; it is left as it is."};
    const std::string text = error.databaseText().trimmed().toStdString();
    return {Error::Kind::systemFailure, "opening the casebook", path,
            text.empty() ? Phrase("the system gave no reason") : Phrase::verbatim(text),
            "It is left as it is. Check that there is room and that the folder can be written."};
}

// The file, and beside it what SQLite needs there.
bool canBeWritten(const QString& path) {
    const QFileInfo file(path);
    if (!makePrivateFolders(QFile::encodeName(file.absolutePath()).toStdString()))
        return false;
    return access(QFile::encodeName(file.absolutePath()).constData(), W_OK) == 0 &&
           (!file.exists() || access(QFile::encodeName(path).constData(), W_OK) == 0);
}

// A file of its own that nobody else may read, not a link that leads elsewhere, in a folder made for it.
Result<void> preparePlace(const std::string& path) {
    PlaceRules rules;
    rules.purpose = PlaceFor::record;
    const auto place = judgePlace(path, rules);
    if (!place)
        return tl::unexpected(place.error());
    const Descriptor made(openat(place->folder.get(), place->name.c_str(),
                                 O_RDWR | O_CREAT | O_EXCL | O_NOFOLLOW | O_CLOEXEC, 0600));
    if (made) {
        giveToOwnerOf(place->folder.get(), made.get()); // SQLite does the same with what it makes beside
        return {};
    }
    if (errno != EEXIST)
        return tl::unexpected(systemError("opening the casebook", path, errno));
    // One that is there is not opened for it: closing any descriptor of a file lets go of all locks that this
    // program has on it, and this casebook may be open here already. O_PATH takes none, and lets none go.
    const Descriptor file(openat(place->folder.get(), place->name.c_str(), O_PATH | O_NOFOLLOW | O_CLOEXEC));
    struct stat status {};
    if (!file || fstat(file.get(), &status) != 0)
        return tl::unexpected(systemError("opening the casebook", path, errno));
    if (!S_ISREG(status.st_mode))
        return tl::unexpected(refused(path, "it is no file"));
    // Also one that an earlier Orbita left readable by all: it holds customers' names.
    (void)chmod(fmt::format("/proc/self/fd/{}", file.get()).c_str(), 0600);
    return {};
}

int pragma(const QSqlDatabase& database, const char* name) {
    QSqlQuery query(database);
    return query.exec(QStringLiteral("PRAGMA %1").arg(QString::fromLatin1(name))) && query.next()
               ? query.value(0).toInt()
               : -1;
}

bool execute(const QSqlDatabase& database, const QString& sql) {
    QSqlQuery query(database);
    return query.exec(sql);
}

bool isEmpty(const QSqlDatabase& database) {
    QSqlQuery query(database);
    return query.exec(QStringLiteral("SELECT count(*) FROM sqlite_master")) && query.next() &&
           query.value(0).toInt() == 0;
}

// What is looked for in pages that an earlier Orbita wrote.
bool fillSought(const QSqlDatabase& database) {
    for (const char* const table : {"drive", "visit"}) {
        const bool drives = std::string_view(table) == "drive";
        QSqlQuery read(database);
        QSqlQuery write(database);
        if (!run(read,
                 drives ? "SELECT id, model, serial, firmware, '' FROM drive"
                        : "SELECT id, customer, job, tester, words || char(10) || notes FROM visit",
                 {}))
            return false;
        while (read.next()) {
            const auto value = [&](int column) { return read.value(column).toString().toStdString(); };
            if (!run(write,
                     drives ? "UPDATE drive SET sought = ? WHERE id = ?"
                            : "UPDATE visit SET sought = ? WHERE id = ?",
                     {orEmpty(soughtText({value(1), value(2), value(3), value(4)})), read.value(0)}))
                return false;
        }
    }
    return true;
}

// What another program has put into it could act whenever something is written.
bool holdsForeignParts(const QSqlDatabase& database) {
    QSqlQuery query(database);
    return !query.exec(QStringLiteral("SELECT count(*) FROM sqlite_master WHERE type NOT IN ('table', "
                                      "'index') OR sql LIKE 'CREATE VIRTUAL%'")) ||
           !query.next() || query.value(0).toInt() > 0;
}

// Brings an older casebook to the current version, all or none. Another program may just have done so.
bool migrate(const QSqlDatabase& database) {
    Transaction transaction(database);
    const int from = transaction.begun() ? pragma(database, "user_version") : -1;
    if (from < 0)
        return false;
    if (from >= currentVersion)
        return true;
    for (int version = from; version < currentVersion; ++version)
        for (const QString& statement : QString::fromLatin1(versions[version]).split(QLatin1Char(';')))
            if (!execute(database, statement))
                return false;
    if (from < 5 && !fillSought(database))
        return false;
    return execute(database, QStringLiteral("PRAGMA application_id = %1").arg(applicationId)) &&
           execute(database, QStringLiteral("PRAGMA user_version = %1").arg(currentVersion)) &&
           transaction.keep();
}

std::string keyOf(const DriveIdentity& id, bool ambiguousIdentity) {
    return ambiguousIdentity ? fmt::format("place:{}:{}", id.path, id.capacityBytes())
                             : fmt::format("serial:{}:{}", id.model, id.serial);
}

} // namespace

std::string casebookPath() {
    return (QStandardPaths::writableLocation(QStandardPaths::GenericDataLocation) + "/orbita/casebook.db")
        .toStdString();
}

std::string actionLogBeside(const std::string& casebook) {
    if (casebook.empty() || casebook == ":memory:")
        return {};
    return (QFileInfo(QFile::decodeName(casebook.c_str())).absolutePath() + "/actions.jsonl").toStdString();
}

Casebook::Casebook(const std::string& connection, std::string path, bool readOnly)
    : m_connection(text(connection)), m_path(std::move(path)), m_readOnly(readOnly) {}

Casebook::~Casebook() {
    database().close();
    QSqlDatabase::removeDatabase(m_connection);
}

QSqlDatabase Casebook::database() const {
    return QSqlDatabase::database(m_connection);
}

Error Casebook::failure(const Phrase& tried, const QSqlQuery& query) const {
    if (m_readOnly)
        return {Error::Kind::refusedUnsafe, tried, m_path,
                "it belongs to a newer Orbita and is open for reading only",
                "Nothing is lost: export what matters to a file."};
    return {Error::Kind::systemFailure, tried, m_path,
            Phrase::verbatim(query.lastError().databaseText().trimmed().toStdString()),
            "Check that there is room and that the folder can be written; what is on the screen is kept "
            "meanwhile."};
}

Result<std::unique_ptr<Casebook>> Casebook::open(const std::string& path) {
    static QAtomicInt counter;
    const std::string connection = fmt::format("casebook-{}", counter.fetchAndAddRelaxed(1));
    const bool kept = path != ":memory:";
    QString file = text(path);
    // Made first: it takes the connection away when nothing uses it any more.
    std::unique_ptr<Casebook> casebook(new Casebook(connection, path, false));
    if (kept && !canBeWritten(file)) {
        casebook->m_copy = std::make_unique<QTemporaryDir>();
        const QString copy = casebook->m_copy->filePath(QStringLiteral("casebook.db"));
        (void)copyWithJournal(file, copy); // none there: an empty one is begun
        file = copy;
    }
    if (kept && casebook->m_copy == nullptr)
        if (auto place = preparePlace(path); !place)
            return tl::unexpected(std::move(place.error()));
    QSqlDatabase database = QSqlDatabase::addDatabase(QStringLiteral("QSQLITE"), text(connection));
    database.setDatabaseName(file);
    // Another program may be at it for as long as its disk takes.
    database.setConnectOptions(QStringLiteral("QSQLITE_BUSY_TIMEOUT=%1").arg(busyPatience.count()));
    if (!database.open())
        return tl::unexpected(cannotBeOpened(path, database));
    QSqlQuery first(database);
    if (!first.exec(QStringLiteral("PRAGMA user_version")))
        return tl::unexpected(cannotBeOpened(path, database, first.lastError()));
    first.finish();
    const int version = pragma(database, "user_version");
    const int application = pragma(database, "application_id");
    if (version < 0 || application < 0)
        return tl::unexpected(refused(path, "it is damaged, or no casebook"));
    const bool fresh = version == 0 && application == 0 && isEmpty(database);
    if (!fresh && application != applicationId)
        return tl::unexpected(refused(path, "it is a database, but no casebook of Orbita's"));
    execute(database, QStringLiteral("PRAGMA trusted_schema = OFF"));
    if (version <= currentVersion && holdsForeignParts(database))
        return tl::unexpected(refused(path, "it holds parts that Orbita has not made"));
    if (version > currentVersion) {
        database.close();
        database.setConnectOptions(QStringLiteral("QSQLITE_OPEN_READONLY"));
        if (!database.open())
            return tl::unexpected(cannotBeOpened(path, database));
        casebook->m_readOnly = true;
        return casebook;
    }
    // Looked at before anything is changed; a large one only where it is read, for its pages are gigabytes.
    execute(database, QStringLiteral("PRAGMA cell_size_check = ON"));
    QSqlQuery check(database);
    if (!fresh && QFileInfo(file).size() <= wholeCheckedBytes &&
        (!check.exec(QStringLiteral("PRAGMA quick_check")) || !check.next() ||
         check.value(0).toString() != QLatin1String("ok")))
        return tl::unexpected(refused(path, "it is damaged"));
    check.finish();
    execute(database, QStringLiteral("PRAGMA foreign_keys = ON"));
    execute(database, QStringLiteral("PRAGMA synchronous = FULL"));
    if (kept)
        execute(database, QStringLiteral("PRAGMA journal_mode = WAL"));
    if (version < currentVersion && !migrate(database))
        return tl::unexpected(cannotBeOpened(path, database));
    return casebook;
}

Error casebookIsForgotten(const std::string& path) {
    return {Error::Kind::refusedUnsafe, "keeping what is found in", path, "it cannot be written there",
            "Everything is held in memory until Orbita ends: export what matters to another drive."};
}

Result<CaseDrive> Casebook::knownDrive(const DriveIdentity& id) {
    CaseDrive drive;
    drive.ambiguousIdentity = serialMeansNothing(id.serial);
    QSqlQuery query(database());
    if (!run(query, "SELECT id FROM drive WHERE key = ?", {text(keyOf(id, drive.ambiguousIdentity))}))
        return tl::unexpected(failure("looking up the drive in", query));
    if (query.next())
        drive.id = query.value(0).toLongLong();
    return drive;
}

Result<CaseDrive> Casebook::driveFor(const DriveIdentity& id) {
    auto known = knownDrive(id);
    if (!known || known->id != 0)
        return known;
    CaseDrive drive = *known;
    const QString key = text(keyOf(id, drive.ambiguousIdentity));
    QSqlQuery query(database());
    if (!run(query,
             "INSERT INTO drive (key, weak, model, serial, firmware, attachment, sectors, logical_bytes, "
             "physical_bytes, sought) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
             {key, drive.ambiguousIdentity, text(id.model), text(id.serial), text(id.firmware),
              text(id.attachment), number(id.capacity.value), id.logicalBytes, id.physicalBytes,
              orEmpty(soughtText({id.model, id.serial, id.firmware}))}))
        return tl::unexpected(failure("entering the drive in", query));
    drive.id = query.lastInsertId().toLongLong();
    return drive;
}

namespace {

constexpr const char* listedColumns =
    "SELECT id, weak, model, serial, firmware, attachment, sectors, logical_bytes, physical_bytes, "
    "(SELECT count(*) FROM visit WHERE visit.drive = drive.id), "
    "(SELECT count(*) FROM scan WHERE scan.drive = drive.id), "
    "max(ifnull((SELECT max(began_at) FROM visit WHERE visit.drive = drive.id), 0), "
    "ifnull((SELECT max(started_at) FROM scan WHERE scan.drive = drive.id), 0)) AS seen FROM drive ";

ListedDrive listedFrom(const QSqlQuery& query) {
    const auto value = [&](int column) { return cleanText(query.value(column).toString().toStdString()); };
    ListedDrive drive;
    drive.id = query.value(0).toLongLong();
    drive.ambiguousIdentity = query.value(1).toBool();
    drive.identity.model = value(2);
    drive.identity.serial = value(3);
    drive.identity.firmware = value(4);
    drive.identity.attachment = value(5);
    drive.identity.capacity.value = query.value(6).toULongLong();
    drive.identity.logicalBytes = query.value(7).toUInt();
    drive.identity.physicalBytes = query.value(8).toUInt();
    drive.visits = query.value(9).toULongLong();
    drive.scans = query.value(10).toULongLong();
    drive.lastSeen = query.value(11).toLongLong();
    return drive;
}

} // namespace

Result<std::vector<ListedDrive>> Casebook::drives() {
    QSqlQuery query(database());
    if (!run(query, (std::string(listedColumns) + "ORDER BY seen DESC, id DESC").c_str(), {}))
        return tl::unexpected(failure("reading the drives in", query));
    std::vector<ListedDrive> list;
    while (query.next())
        list.push_back(listedFrom(query));
    return list;
}

Result<ListedDrive> Casebook::drive(std::int64_t id) {
    QSqlQuery query(database());
    if (!run(query, (std::string(listedColumns) + "WHERE id = ?").c_str(), {QVariant::fromValue<qint64>(id)}))
        return tl::unexpected(failure("reading the drive in", query));
    if (!query.next())
        return tl::unexpected(Error{Error::Kind::notFound, "looking up the drive in", m_path,
                                    Phrase("it holds no drive with the number {}", {std::to_string(id)}),
                                    "Choose one from the list."});
    return listedFrom(query);
}

Result<std::int64_t> Casebook::visitFor(const DriveIdentity& identity, const Visit& who, std::int64_t at) {
    constexpr std::int64_t halfADay{43'200}; // seconds
    const auto drive = driveFor(identity);
    if (!drive)
        return tl::unexpected(drive.error());
    const auto known = visits(drive->id);
    if (!known)
        return tl::unexpected(known.error());
    Visit visit;
    if (!known->empty()) {
        const Visit& last = known->back();
        const auto agrees = [](const std::string& said, const std::string& was) {
            return said.empty() || was.empty() || said == was;
        };
        if (at - last.beganAt < halfADay && agrees(who.customer, last.customer) &&
            agrees(who.job, last.job) && agrees(who.tester, last.tester))
            visit = last;
    }
    if (visit.id == 0) {
        auto begun = beginVisit(drive->id, at);
        if (!begun)
            return begun;
        visit.id = *begun;
        visit.beganAt = at;
    }
    const Visit before = visit;
    if (!who.customer.empty())
        visit.customer = who.customer;
    if (!who.job.empty())
        visit.job = who.job;
    if (!who.tester.empty())
        visit.tester = who.tester;
    if (who.data != DataElsewhere::notAsked)
        visit.data = who.data;
    if (visit.customer != before.customer || visit.job != before.job || visit.tester != before.tester ||
        visit.data != before.data)
        if (auto kept = updateVisit(visit); !kept)
            return tl::unexpected(kept.error());
    return visit.id;
}

Result<std::int64_t> Casebook::beginVisit(std::int64_t drive, std::int64_t at) {
    QSqlQuery query(database());
    if (!run(query, "INSERT INTO visit (drive, began_at) VALUES (?, ?)",
             {QVariant::fromValue<qint64>(drive), QVariant::fromValue<qint64>(at)}))
        return tl::unexpected(failure("beginning a visit in", query));
    return query.lastInsertId().toLongLong();
}

Result<void> Casebook::updateVisit(const Visit& visit) {
    Transaction transaction(database());
    QSqlQuery query(database());
    const QVariant id = QVariant::fromValue<qint64>(visit.id);
    bool good =
        run(query,
            "UPDATE visit SET customer = ?, job = ?, tester = ?, words = ?, notes = ?, data = ?, sought = ? "
            "WHERE id = ?",
            {text(visit.customer), text(visit.job), text(visit.tester), text(visit.words), text(visit.notes),
             text(std::string(dataElsewhereName(visit.data))),
             orEmpty(soughtText({visit.customer, visit.job, visit.tester, visit.words, visit.notes})), id}) &&
        run(query, "DELETE FROM complaint WHERE visit = ?", {id});
    for (const Complaint& complaint : visit.complaints)
        good = good && run(query, "INSERT INTO complaint (visit, mark, here) VALUES (?, ?, ?)",
                           {id, text(std::string(complaintName(complaint.mark))),
                            named(reproducedName(complaint.here))});
    if (!good || !transaction.keep())
        return tl::unexpected(failure("keeping the visit in", query));
    return {};
}

Result<std::vector<Visit>> Casebook::visits(std::int64_t drive) {
    std::vector<Visit> list;
    QSqlQuery query(database());
    if (!run(query,
             "SELECT id, began_at, customer, job, tester, words, notes, data FROM visit WHERE drive = ? "
             "ORDER BY began_at, id",
             {QVariant::fromValue<qint64>(drive)}))
        return tl::unexpected(failure("reading the visits in", query));
    const auto value = [&](int column) { return query.value(column).toString().toStdString(); };
    while (query.next()) {
        Visit visit;
        visit.id = query.value(0).toLongLong();
        visit.beganAt = query.value(1).toLongLong();
        visit.customer = value(2);
        visit.job = value(3);
        visit.tester = value(4);
        visit.words = value(5);
        visit.notes = value(6);
        visit.data = dataElsewhereFromName(value(7)).value_or(DataElsewhere::notAsked);
        list.push_back(std::move(visit));
    }
    for (Visit& visit : list) {
        if (!run(query, "SELECT mark, here FROM complaint WHERE visit = ? ORDER BY rowid",
                 {QVariant::fromValue<qint64>(visit.id)}))
            return tl::unexpected(failure("reading the complaints in", query));
        while (query.next())
            if (const auto mark = complaintFromName(query.value(0).toString().toStdString()))
                visit.complaints.push_back({*mark, reproducedFromName(query.value(1).toString().toStdString())
                                                       .value_or(Reproduced::notTried)});
    }
    return list;
}

} // namespace orbita
