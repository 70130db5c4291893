// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/casebook_upkeep.h"

#include "core/judge/evidence/evidence_json.h"
#include "store/casebook.h"
#include "store/casebook_files.h"
#include "store/scan_file.h"
#include "store/sought_text.h"
#include "store/statement.h"

#include <QDateTime>
#include <QFileInfo>
#include <QSqlError>
#include <QTemporaryDir>
#include <cerrno>
#include <fcntl.h>
#include <fmt/format.h>
#include <sys/stat.h>
#include <unistd.h>

namespace orbita {

using namespace sql;

namespace {

constexpr std::size_t mostTold = 100;

// The bytes of its file by which SQLite says that somebody reads it; as its file format has it: 510 from the
// third after the first gigabyte. In its mode with a journal ahead they are held while it is open.
bool isOpenElsewhere(int file) {
    struct flock lock {};
    lock.l_type = F_WRLCK;
    lock.l_whence = SEEK_SET;
    lock.l_start = 0x40000002;
    lock.l_len = 510;
    return fcntl(file, F_GETLK, &lock) == 0 && lock.l_type != F_UNLCK;
}

struct Where {
    QString condition;
    QVariantList values;
};

Where visitsOf(const CustomersToForget& which) {
    Where where{
        QStringLiteral("forgotten = 0 AND (customer <> '' OR job <> '' OR words <> '' OR notes <> '')"), {}};
    if (which.before) {
        where.condition += QStringLiteral(" AND began_at < ?");
        where.values << QVariant::fromValue<qint64>(*which.before);
    }
    return where;
}

} // namespace

Result<std::vector<Phrase>> Casebook::check() {
    std::vector<Phrase> wrong;
    const auto tell = [&](Phrase what) {
        if (wrong.size() < mostTold)
            wrong.push_back(std::move(what));
    };
    QSqlQuery query(database());
    if (!query.exec(QStringLiteral("PRAGMA integrity_check(100)")))
        return tl::unexpected(failure("checking", query));
    while (query.next())
        if (const QString answer = query.value(0).toString(); answer != QLatin1String("ok"))
            tell(Phrase::verbatim(answer.toStdString()));
    if (!query.exec(QStringLiteral("PRAGMA foreign_key_check")))
        return tl::unexpected(failure("checking", query));
    while (query.next())
        tell({"a row of the table {} belongs to nothing", {query.value(0).toString().toStdString()}});
    if (!wrong.empty())
        return wrong;
    std::vector<std::int64_t> scans;
    if (!run(query, "SELECT id FROM scan ORDER BY id", {}))
        return tl::unexpected(failure("checking", query));
    while (query.next())
        scans.push_back(query.value(0).toLongLong());
    query.finish();
    for (const std::int64_t scan : scans)
        if (const auto record = loadScan(scan); !record)
            tell({"scan {}: {}", {std::to_string(scan), record.error().answer.text()}});
    if (!run(query, "SELECT id, evidence FROM ruling ORDER BY id", {}))
        return tl::unexpected(failure("checking", query));
    while (query.next())
        if (const auto evidence = parseEvidence(query.value(1).toString().toStdString(), m_path); !evidence)
            tell(
                {"ruling {}: {}", {query.value(0).toString().toStdString(), evidence.error().answer.text()}});
    return wrong;
}

std::string Casebook::file() const {
    return m_path == ":memory:" ? std::string() : database().databaseName().toStdString();
}

void Casebook::leaveJournal() {
    QSqlQuery query(database());
    query.exec(QStringLiteral("PRAGMA journal_mode = DELETE"));
}

Result<void> Casebook::backUp(const std::string& to) {
    const auto place = placeForCopy(to);
    if (!place)
        return tl::unexpected(place.error());
    UnfinishedFile made(*place);
    if (auto ready = made.make(); !ready)
        return ready;
    QSqlQuery query(database());
    if (!run(query, "VACUUM INTO ?", {text(made.path())}))
        return tl::unexpected(
            Error{Error::Kind::systemFailure, "backing up the casebook to", to,
                  Phrase::verbatim(query.lastError().databaseText().trimmed().toStdString()),
                  "Nothing was written there. Check that there is room."});
    {
        // What was written is read once before it is called a backup.
        auto copy = open(made.path());
        if (!copy)
            return tl::unexpected(copy.error());
        (*copy)->leaveJournal();
    }
    return made.finish();
}

Result<void> Casebook::exportCase(std::int64_t number, const std::string& to) {
    if (const auto listed = drive(number); !listed)
        return tl::unexpected(listed.error());
    const auto place = placeForCopy(to);
    if (!place)
        return tl::unexpected(place.error());
    // One that is in memory alone, or open for reading only, has to be in a file to be read from there.
    std::string from = file();
    QTemporaryDir folder;
    if (from.empty()) {
        from = folder.filePath(QStringLiteral("casebook.db")).toStdString();
        QSqlQuery query(database());
        if (!run(query, "VACUUM INTO ?", {text(from)}))
            return tl::unexpected(failure("exporting the case from", query));
    }
    UnfinishedFile made(*place);
    if (auto ready = made.make(); !ready)
        return ready;
    {
        auto one = open(made.path());
        if (!one)
            return tl::unexpected(one.error());
        if (auto filled = (*one)->fillFrom(from, number); !filled)
            return filled;
        (*one)->leaveJournal();
    }
    return made.finish();
}

Result<std::uint64_t> Casebook::countCustomers(const CustomersToForget& which) {
    const Where where = visitsOf(which);
    QSqlQuery query(database());
    if (!run(query, (QStringLiteral("SELECT customer FROM visit WHERE ") + where.condition).toUtf8(),
             where.values))
        return tl::unexpected(failure("looking for customers in", query));
    std::uint64_t count = 0;
    const QString name = which.customer ? soughtText({*which.customer}) : QString();
    while (query.next())
        count += !which.customer || soughtText({query.value(0).toString().toStdString()}) == name ? 1 : 0;
    return count;
}

Result<std::uint64_t> Casebook::forgetCustomers(const CustomersToForget& which) {
    const Where where = visitsOf(which);
    QSqlQuery query(database());
    // What is deleted is written over.
    query.exec(QStringLiteral("PRAGMA secure_delete = ON"));
    query.finish();
    std::vector<QVariant> visits;
    {
        Transaction transaction(database());
        if (!run(query, (QStringLiteral("SELECT id, customer FROM visit WHERE ") + where.condition).toUtf8(),
                 where.values))
            return tl::unexpected(failure("looking for customers in", query));
        const QString name = which.customer ? soughtText({*which.customer}) : QString();
        while (query.next())
            if (!which.customer || soughtText({query.value(1).toString().toStdString()}) == name)
                visits.push_back(query.value(0));
        bool good = true;
        QSqlQuery write(database());
        for (const QVariant& visit : visits) {
            good = good && run(write, "SELECT tester FROM visit WHERE id = ?", {visit}) && write.next();
            const QString sought = good ? soughtText({write.value(0).toString().toStdString()}) : QString();
            good = good && run(write,
                               "UPDATE visit SET customer = '', job = '', words = '', notes = '', sought = "
                               "?, forgotten = 1 WHERE id = ?",
                               {orEmpty(sought), visit});
        }
        query.finish();
        if (!good || !transaction.keep())
            return tl::unexpected(failure("forgetting customers in", write));
    }
    if (visits.empty())
        return 0;
    // Neither in free pages nor in what has not been moved into the file yet.
    if (!query.exec(QStringLiteral("VACUUM")) ||
        !query.exec(QStringLiteral("PRAGMA wal_checkpoint(TRUNCATE)")))
        return tl::unexpected(failure("forgetting customers for good in", query));
    query.finish();
    // That cuts the log short, but makes nothing durable: after a power cut all of it would be there again,
    // names and all. The next change begins it anew, and is durable; one that leaves all as it is would not
    // be written.
    Transaction anew(database());
    if (!query.exec(QStringLiteral("CREATE TABLE log_begun_anew (at INTEGER)")) ||
        !query.exec(QStringLiteral("DROP TABLE log_begun_anew")) || !anew.keep())
        return tl::unexpected(failure("forgetting customers for good in", query));
    return visits.size();
}

Result<std::string> restoreCasebook(const std::string& backup, const std::string& path, std::int64_t now) {
    const QString from = text(backup);
    if (!QFileInfo(from).isFile())
        return tl::unexpected(Error{Error::Kind::notFound, "restoring the casebook from", backup,
                                    "there is no such file", "Check its name."});
    PlaceRules rules;
    rules.purpose = PlaceFor::record;
    const auto place = judgePlace(path, rules);
    if (!place)
        return tl::unexpected(place.error());
    if (place->exists) {
        const Descriptor there(
            openat(place->folder.get(), place->name.c_str(), O_RDWR | O_NOFOLLOW | O_CLOEXEC));
        if (there && isOpenElsewhere(there.get()))
            return tl::unexpected(Error{Error::Kind::refusedUnsafe, "restoring the casebook", path,
                                        "it is open in another program",
                                        "End every Orbita that uses it, and try again."});
    }
    FilePlace target;
    target.folder = Descriptor(fcntl(place->folder.get(), F_DUPFD_CLOEXEC, 0));
    target.name = place->name;
    target.path = path;
    UnfinishedFile made(target);
    const QString copy = text(made.path());
    if (auto ready = made.make(); !ready)
        return tl::unexpected(ready.error());
    (void)unlinkat(target.folder.get(), QFileInfo(copy).fileName().toUtf8().constData(), 0);
    if (!copyWithJournal(from, copy))
        return tl::unexpected(Error{Error::Kind::systemFailure, "restoring the casebook from", backup,
                                    "it cannot be read, or there is no room for a copy",
                                    "The present casebook is as it was."});
    {
        auto whole = Casebook::open(made.path());
        if (!whole)
            return tl::unexpected(whole.error());
        auto wrong = (*whole)->check();
        if (!wrong)
            return tl::unexpected(wrong.error());
        if (!wrong->empty())
            return tl::unexpected(Error{Error::Kind::unusable, "restoring the casebook from", backup,
                                        Phrase("it is damaged: {}", {wrong->front().text()}),
                                        "The present casebook is as it was. Take another backup."});
        (*whole)->leaveJournal();
    }
    std::string moved;
    if (place->exists) {
        const std::string stamp = QDateTime::fromSecsSinceEpoch(now, Qt::UTC)
                                      .toString(QStringLiteral("yyyyMMdd-HHmmss"))
                                      .toStdString();
        for (int n = 0;; ++n) {
            moved = fmt::format("{}.replaced-{}{}", place->name, stamp, n == 0 ? "" : fmt::format("-{}", n));
            struct stat there {};
            if (fstatat(place->folder.get(), moved.c_str(), &there, AT_SYMLINK_NOFOLLOW) != 0)
                break;
        }
        // What SQLite had not moved into it goes with it, under the name by which it finds it again. That
        // first: without its journal, a casebook would be older than it was.
        for (const char* suffix : {"-wal", "-shm", ""})
            if (renameat(place->folder.get(), (place->name + suffix).c_str(), place->folder.get(),
                         (moved + suffix).c_str()) != 0 &&
                (errno != ENOENT || *suffix == '\0'))
                return tl::unexpected(systemError("moving aside", path, errno));
    }
    if (auto finished = made.finish(); !finished)
        return tl::unexpected(finished.error());
    return moved.empty()
               ? moved
               : (QFileInfo(text(path)).absolutePath() + QLatin1Char('/') + text(moved)).toStdString();
}

} // namespace orbita
