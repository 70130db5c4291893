// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/casebook.h"

#include "store/statement.h"

#include <QAtomicInt>
#include <QDir>
#include <QFileInfo>
#include <QSqlError>
#include <QStandardPaths>
#include <QTemporaryDir>
#include <algorithm>
#include <fmt/format.h>
#include <unistd.h>

namespace orbita {

using namespace sql;

namespace {

constexpr int currentVersion = 2;
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
       CREATE INDEX scan_of_drive ON scan(drive))"};

Error refused(const std::string& path, std::string why) {
    return {
        Error::Kind::unusable, "opening the casebook", path, std::move(why),
        "It is left as it is. Move it away to begin a new one, or open it with the Orbita it belongs to."};
}

// The file, and beside it what SQLite needs there.
bool canBeWritten(const QString& path) {
    const QFileInfo file(path);
    if (!QDir().mkpath(file.absolutePath()))
        return false;
    return access(QFile::encodeName(file.absolutePath()).constData(), W_OK) == 0 &&
           (!file.exists() || access(QFile::encodeName(path).constData(), W_OK) == 0);
}

// With what SQLite has not yet moved into it.
void copyWithJournal(const QString& from, const QString& to) {
    for (const char* suffix : {"", "-wal"})
        if (QFile::copy(from + QLatin1String(suffix), to + QLatin1String(suffix)))
            QFile::setPermissions(to + QLatin1String(suffix), QFile::ReadOwner | QFile::WriteOwner);
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

// Brings an older casebook to the current version, all or none.
bool migrate(const QSqlDatabase& database, int from) {
    Transaction transaction(database);
    for (int version = from; version < currentVersion; ++version)
        for (const QString& statement : QString::fromLatin1(versions[version]).split(QLatin1Char(';')))
            if (!execute(database, statement))
                return false;
    return execute(database, QStringLiteral("PRAGMA application_id = %1").arg(applicationId)) &&
           execute(database, QStringLiteral("PRAGMA user_version = %1").arg(currentVersion)) &&
           transaction.keep();
}

std::string keyOf(const DriveIdentity& id, bool weak) {
    return weak ? fmt::format("place:{}:{}", id.path, id.capacityBytes())
                : fmt::format("serial:{}:{}", id.model, id.serial);
}

} // namespace

bool serialMeansNothing(const std::string& serial) {
    if (serial.size() < 3)
        return true;
    // "000000000000", "0123456789ABCDEF", "123456789012", ...
    const bool oneCharacter =
        std::all_of(serial.begin(), serial.end(), [&](char c) { return c == serial[0]; });
    std::string counting = "0123456789ABCDEF0123456789ABCDEF";
    const std::string counted = "12345678901234567890123456789012";
    return oneCharacter || counting.rfind(serial, 0) == 0 || counted.rfind(serial, 0) == 0;
}

std::string casebookPath() {
    return (QStandardPaths::writableLocation(QStandardPaths::GenericDataLocation) + "/orbita/casebook.db")
        .toStdString();
}

std::string owedSettingsFolder() {
    return (QStandardPaths::writableLocation(QStandardPaths::GenericDataLocation) + "/orbita/owed")
        .toStdString();
}

Casebook::Casebook(std::string connection, std::string path, bool readOnly)
    : m_connection(std::move(connection)), m_path(std::move(path)), m_readOnly(readOnly) {}

Casebook::~Casebook() {
    database().close();
    QSqlDatabase::removeDatabase(text(m_connection));
}

QSqlDatabase Casebook::database() const {
    return QSqlDatabase::database(text(m_connection));
}

Error Casebook::failure(const std::string& tried) const {
    if (m_readOnly)
        return {Error::Kind::refusedUnsafe, tried, m_path,
                "it belongs to a newer Orbita and is open for reading only",
                "Nothing is lost: export what matters to a file."};
    return {Error::Kind::systemFailure, tried, m_path, database().lastError().text().toStdString(),
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
        copyWithJournal(file, copy);
        file = copy;
    }
    QSqlDatabase database = QSqlDatabase::addDatabase(QStringLiteral("QSQLITE"), text(connection));
    database.setDatabaseName(file);
    if (!database.open())
        return tl::unexpected(refused(path, database.lastError().text().toStdString()));
    const int version = pragma(database, "user_version");
    const int application = pragma(database, "application_id");
    if (version < 0 || application < 0)
        return tl::unexpected(refused(path, "it is damaged, or no casebook"));
    const bool fresh = version == 0 && application == 0 && isEmpty(database);
    if (!fresh && application != applicationId)
        return tl::unexpected(refused(path, "it is a database, but no casebook of Orbita's"));
    if (version > currentVersion) {
        database.close();
        database.setConnectOptions(QStringLiteral("QSQLITE_OPEN_READONLY"));
        if (!database.open())
            return tl::unexpected(refused(path, database.lastError().text().toStdString()));
        casebook->m_readOnly = true;
        return casebook;
    }
    // Looked at before anything is changed.
    QSqlQuery check(database);
    if (!fresh && (!check.exec(QStringLiteral("PRAGMA quick_check")) || !check.next() ||
                   check.value(0).toString() != QLatin1String("ok")))
        return tl::unexpected(refused(path, "it is damaged"));
    check.finish();
    execute(database, QStringLiteral("PRAGMA foreign_keys = ON"));
    execute(database, QStringLiteral("PRAGMA synchronous = FULL"));
    if (kept)
        execute(database, QStringLiteral("PRAGMA journal_mode = WAL"));
    if (version < currentVersion && !migrate(database, version))
        return tl::unexpected(refused(path, database.lastError().text().toStdString()));
    return casebook;
}

Error casebookIsForgotten(const std::string& path) {
    return {Error::Kind::refusedUnsafe, "keeping what is found in", path, "it cannot be written there",
            "Everything is held in memory until Orbita ends: export what matters to another drive."};
}

Result<CaseDrive> Casebook::driveFor(const DriveIdentity& id) {
    CaseDrive drive;
    drive.weak = serialMeansNothing(id.serial);
    const QString key = text(keyOf(id, drive.weak));
    QSqlQuery query(database());
    if (!run(query, "SELECT id FROM drive WHERE key = ?", {key}))
        return tl::unexpected(failure("looking up the drive in"));
    if (query.next()) {
        drive.id = query.value(0).toLongLong();
        return drive;
    }
    if (!run(query,
             "INSERT INTO drive (key, weak, model, serial, firmware, attachment, sectors, logical_bytes, "
             "physical_bytes) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)",
             {key, drive.weak, text(id.model), text(id.serial), text(id.firmware), text(id.attachment),
              number(id.capacity.value), id.logicalBytes, id.physicalBytes}))
        return tl::unexpected(failure("entering the drive in"));
    drive.id = query.lastInsertId().toLongLong();
    return drive;
}

Result<std::int64_t> Casebook::beginVisit(std::int64_t drive, std::int64_t at) {
    QSqlQuery query(database());
    if (!run(query, "INSERT INTO visit (drive, began_at) VALUES (?, ?)",
             {QVariant::fromValue<qint64>(drive), QVariant::fromValue<qint64>(at)}))
        return tl::unexpected(failure("beginning a visit in"));
    return query.lastInsertId().toLongLong();
}

Result<void> Casebook::updateVisit(const Visit& visit) {
    Transaction transaction(database());
    QSqlQuery query(database());
    const QVariant id = QVariant::fromValue<qint64>(visit.id);
    bool good =
        run(query,
            "UPDATE visit SET customer = ?, job = ?, tester = ?, words = ?, notes = ?, data = ? WHERE id = ?",
            {text(visit.customer), text(visit.job), text(visit.tester), text(visit.words), text(visit.notes),
             text(std::string(dataElsewhereName(visit.data))), id}) &&
        run(query, "DELETE FROM complaint WHERE visit = ?", {id});
    for (const Complaint& complaint : visit.complaints)
        good = good &&
               run(query, "INSERT INTO complaint (visit, mark, here) VALUES (?, ?, ?)",
                   {id, text(std::string(complaintName(complaint.mark))), static_cast<int>(complaint.here)});
    if (!good || !transaction.keep())
        return tl::unexpected(failure("keeping the visit in"));
    return {};
}

Result<std::vector<Visit>> Casebook::visits(std::int64_t drive) {
    std::vector<Visit> list;
    QSqlQuery query(database());
    if (!run(query,
             "SELECT id, began_at, customer, job, tester, words, notes, data FROM visit WHERE drive = ? "
             "ORDER BY began_at, id",
             {QVariant::fromValue<qint64>(drive)}))
        return tl::unexpected(failure("reading the visits in"));
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
            return tl::unexpected(failure("reading the complaints in"));
        while (query.next())
            if (const auto mark = complaintFromName(query.value(0).toString().toStdString()))
                visit.complaints.push_back(
                    {*mark, static_cast<Reproduced>(std::clamp(query.value(1).toInt(), 0, 2))});
    }
    return list;
}

Result<void> Casebook::addDeed(std::int64_t visit, std::int64_t at, const std::string& what) {
    QSqlQuery query(database());
    if (!run(query, "INSERT INTO deed (visit, at, what) VALUES (?, ?, ?)",
             {QVariant::fromValue<qint64>(visit), QVariant::fromValue<qint64>(at), text(what)}))
        return tl::unexpected(failure("entering what was done in"));
    return {};
}

Result<std::vector<std::string>> Casebook::deeds(std::int64_t visit) {
    QSqlQuery query(database());
    if (!run(query, "SELECT what FROM deed WHERE visit = ? ORDER BY at, rowid",
             {QVariant::fromValue<qint64>(visit)}))
        return tl::unexpected(failure("reading what was done in"));
    std::vector<std::string> list;
    while (query.next())
        list.push_back(query.value(0).toString().toStdString());
    return list;
}

Result<void> Casebook::addOverrule(std::int64_t visit, std::int64_t at, const std::string& reasons) {
    QSqlQuery query(database());
    if (!run(query, "INSERT INTO overrule (visit, at, reasons) VALUES (?, ?, ?)",
             {QVariant::fromValue<qint64>(visit), QVariant::fromValue<qint64>(at), text(reasons)}))
        return tl::unexpected(failure("keeping that the gate was overruled in"));
    return {};
}

Result<std::vector<std::string>> Casebook::overrules(std::int64_t visit) {
    std::vector<std::string> list;
    QSqlQuery query(database());
    if (!run(query, "SELECT reasons FROM overrule WHERE visit = ? ORDER BY at",
             {QVariant::fromValue<qint64>(visit)}))
        return tl::unexpected(failure("reading what was overruled in"));
    while (query.next())
        list.push_back(query.value(0).toString().toStdString());
    return list;
}

} // namespace orbita
