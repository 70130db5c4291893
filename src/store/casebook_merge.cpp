// SPDX-License-Identifier: GPL-3.0-or-later
// Putting two casebooks together. Rows have no name that holds beyond one file; a drive is known by its key,
// and of one drive a visit, a reading, a scan and a ruling by when they were: a drive is at one bench at a
// time.
#include "core/base/text.h"
#include "core/scan/continuation.h"
#include "store/casebook.h"
#include "store/casebook_files.h"
#include "store/scan_file.h"
#include "store/sought_text.h"
#include "store/statement.h"

#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QTemporaryDir>
#include <algorithm>
#include <fmt/format.h>
#include <set>

namespace orbita {

using namespace sql;

namespace {

constexpr std::size_t mostContradictions = 100;

// Merges the schema `other` into the main one, on one connection, within its transaction.
class Merger {
public:
    explicit Merger(const QSqlDatabase& database) : m_db(database), m_query(database) {}

    // 0: all drives. False: the database refused; see query().
    bool merge(std::int64_t onlyDrive) {
        std::string ours;
        std::string theirs;
        if (!uid("main", ours) || !uid("other", theirs))
            return false;
        QSqlQuery drives(m_db);
        if (!run(drives,
                 "SELECT id, key, weak, model, serial, firmware, attachment, sectors, logical_bytes, "
                 "physical_bytes FROM other.drive ORDER BY id",
                 {}))
            return failed(drives);
        while (drives.next())
            if (onlyDrive == 0 || drives.value(0).toLongLong() == onlyDrive)
                if (!mergeDrive(drives, ours == theirs, theirs))
                    return false;
        return true;
    }

    [[nodiscard]] const QSqlQuery& query() const { return m_query; }
    MergeReport report;

private:
    static std::string word(const QSqlQuery& query, int column) {
        return query.value(column).toString().toStdString();
    }
    bool failed(QSqlQuery& query) {
        m_query = std::move(query);
        return false;
    }
    bool go(const char* sql, const QVariantList& values) { return run(m_query, sql, values); }

    bool uid(const char* schema, std::string& into) {
        if (!m_query.exec(QStringLiteral("SELECT uid FROM %1.bench LIMIT 1").arg(QLatin1String(schema))) ||
            !m_query.next())
            return false;
        into = word(m_query, 0);
        return true;
    }

    // `what` has two places, for model and serial number.
    void contradicts(const QSqlQuery& drive, const char* what) {
        if (report.contradictions.size() < mostContradictions)
            report.contradictions.push_back({what, {cleanText(word(drive, 3)), cleanText(word(drive, 4))}});
    }

    bool mergeDrive(const QSqlQuery& drive, bool sameBench, const std::string& bench) {
        // What is known by its place alone is another thing on another bench.
        QString key = drive.value(1).toString();
        if (!sameBench && key.startsWith(QLatin1String("place:")))
            key = QStringLiteral("place@%1:").arg(text(bench)) + key.mid(6);
        if (!go("SELECT id, sectors * logical_bytes FROM drive WHERE key = ?", {key}))
            return false;
        m_known = m_query.next();
        if (m_known) {
            m_drive = m_query.value(0).toLongLong();
            if (m_query.value(1).toLongLong() != drive.value(7).toLongLong() * drive.value(8).toLongLong())
                contradicts(drive, "{} {}: its capacity is another one there");
            ++report.knownDrives;
        } else {
            if (!go("INSERT INTO drive (key, weak, model, serial, firmware, attachment, sectors, "
                    "logical_bytes, physical_bytes, sought) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
                    {key, drive.value(2), drive.value(3), drive.value(4), drive.value(5), drive.value(6),
                     drive.value(7), drive.value(8), drive.value(9),
                     orEmpty(soughtText({word(drive, 3), word(drive, 4), word(drive, 5)}))}))
                return false;
            m_drive = m_query.lastInsertId().toLongLong();
            ++report.newDrives;
        }
        const std::int64_t theirs = drive.value(0).toLongLong();
        const std::uint64_t readings = report.vitals;
        if (!mergeVisits(theirs) || !mergeScans(theirs) || !mergeActions(theirs))
            return false;
        if (m_known && report.vitals > readings) {
            bool back = false;
            if (!hoursGoBack(back))
                return false;
            if (back)
                contradicts(drive, "{} {}: its hours of running go back from one reading to the next");
        }
        return true;
    }

    bool mergeVisits(std::int64_t drive) {
        QSqlQuery visits(m_db);
        if (!run(visits,
                 "SELECT id, began_at, customer, job, tester, words, notes, data, forgotten FROM other.visit "
                 "WHERE drive = ? ORDER BY began_at, id",
                 {QVariant::fromValue<qint64>(drive)}))
            return failed(visits);
        std::set<std::int64_t> matched;
        while (visits.next()) {
            if (!go("SELECT id, customer, job, tester, words, notes, data, forgotten FROM visit WHERE drive "
                    "= ? AND began_at = ? ORDER BY id",
                    {QVariant::fromValue<qint64>(m_drive), visits.value(1)}))
                return false;
            std::int64_t visit = 0;
            while (visit == 0 && m_query.next())
                if (matched.insert(m_query.value(0).toLongLong()).second)
                    visit = m_query.value(0).toLongLong();
            if (visit != 0) {
                if (!mergeWords(visit, visits))
                    return false;
            } else {
                if (!go("INSERT INTO visit (drive, began_at, customer, job, tester, words, notes, data, "
                        "forgotten, sought) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
                        {QVariant::fromValue<qint64>(m_drive), visits.value(1), visits.value(2),
                         visits.value(3), visits.value(4), visits.value(5), visits.value(6), visits.value(7),
                         visits.value(8),
                         orEmpty(soughtText({word(visits, 2), word(visits, 3), word(visits, 4),
                                             word(visits, 5), word(visits, 6)}))}))
                    return false;
                visit = m_query.lastInsertId().toLongLong();
                matched.insert(visit);
                ++report.visits;
            }
            if (!mergeVisitsParts(visits.value(0).toLongLong(), visit))
                return false;
        }
        return true;
    }

    // m_query stands on ours. What is empty here is filled in; what differs is put into the notes.
    bool mergeWords(std::int64_t visit, const QSqlQuery& theirs) {
        if (m_query.value(7).toBool())
            return true; // whose it was has been forgotten here: it does not come back
        constexpr const char* names[] = {"customer", "job", "tester", "complaint"};
        std::array<std::string, 4> words;
        std::string notes = word(m_query, 5);
        const auto add = [&](const std::string& line) {
            if (notes.find(line) == std::string::npos)
                notes += (notes.empty() ? "" : "\n") + line;
        };
        for (int i = 0; i < 4; ++i) {
            auto& ours = words[static_cast<std::size_t>(i)];
            ours = word(m_query, 1 + i);
            const std::string other = word(theirs, 2 + i);
            if (ours.empty())
                ours = other;
            else if (!other.empty() && other != ours)
                add(fmt::format("[another casebook] {}: {}", names[i], other));
        }
        std::string data = word(m_query, 6);
        const std::string otherData = word(theirs, 7);
        if (data == dataElsewhereName(DataElsewhere::notAsked))
            data = otherData;
        else if (otherData != data && otherData != dataElsewhereName(DataElsewhere::notAsked))
            add(fmt::format("[another casebook] data elsewhere: {}", otherData));
        if (const std::string other = word(theirs, 6); !other.empty())
            add(other);
        return go("UPDATE visit SET customer = ?, job = ?, tester = ?, words = ?, notes = ?, data = ?, "
                  "sought = ? WHERE id = ?",
                  {orEmpty(text(words[0])), orEmpty(text(words[1])), orEmpty(text(words[2])),
                   orEmpty(text(words[3])), orEmpty(text(notes)), text(data),
                   orEmpty(soughtText({words[0], words[1], words[2], words[3], notes})),
                   QVariant::fromValue<qint64>(visit)});
    }

    bool mergeVisitsParts(std::int64_t theirs, std::int64_t ours) {
        const QVariant from = QVariant::fromValue<qint64>(theirs);
        const QVariant to = QVariant::fromValue<qint64>(ours);
        return go("INSERT OR IGNORE INTO complaint (visit, mark, here) SELECT ?, mark, here FROM "
                  "other.complaint WHERE visit = ? ORDER BY rowid",
                  {to, from}) &&
               go("INSERT INTO overrule (visit, at, reasons) SELECT ?, at, reasons FROM other.overrule AS o "
                  "WHERE visit = ? AND NOT EXISTS (SELECT 1 FROM main.overrule AS m WHERE m.visit = ? AND "
                  "m.at = o.at AND m.reasons = o.reasons) ORDER BY rowid",
                  {to, from, to}) &&
               go("INSERT INTO deed (visit, at, what) SELECT ?, at, what FROM other.deed AS o WHERE visit = "
                  "? AND NOT EXISTS (SELECT 1 FROM main.deed AS m WHERE m.visit = ? AND m.at = o.at AND "
                  "m.what = o.what) ORDER BY rowid",
                  {to, from, to}) &&
               mergeVitals(from, to) && mergeRulings(from, to);
    }

    bool mergeVitals(const QVariant& from, const QVariant& to) {
        QSqlQuery vitals(m_db);
        if (!run(vitals,
                 "SELECT id FROM other.vitals AS o WHERE visit = ? AND NOT EXISTS (SELECT 1 FROM main.vitals "
                 "AS m WHERE m.visit = ? AND m.read_at = o.read_at) ORDER BY id",
                 {from, to}))
            return failed(vitals);
        while (vitals.next()) {
            const QVariant old = vitals.value(0);
            if (!go("INSERT INTO vitals (visit, read_at, family, world_wide_name, model, serial, firmware, "
                    "sectors) SELECT ?, read_at, family, world_wide_name, model, serial, firmware, sectors "
                    "FROM other.vitals WHERE id = ?",
                    {to, old}))
                return false;
            const QVariant id = m_query.lastInsertId();
            if (!go("INSERT INTO reading (vitals, kind, attribute, unit, value, normalised, worst, "
                    "threshold, raw, own_limit, source) SELECT ?, kind, attribute, unit, value, normalised, "
                    "worst, threshold, raw, own_limit, source FROM other.reading WHERE vitals = ? ORDER BY "
                    "rowid",
                    {id, old}) ||
                !go("INSERT INTO raw_page (vitals, name, bytes) SELECT ?, name, bytes FROM other.raw_page "
                    "WHERE vitals = ? ORDER BY rowid",
                    {id, old}) ||
                !go("INSERT INTO suspect (vitals, lba, source) SELECT ?, lba, source FROM other.suspect "
                    "WHERE vitals = ? ORDER BY rowid",
                    {id, old}) ||
                !go("INSERT INTO self_test (vitals, kind, result, hours, failing_lba) SELECT ?, kind, "
                    "result, hours, failing_lba FROM other.self_test WHERE vitals = ? ORDER BY rowid",
                    {id, old}))
                return false;
            ++report.vitals;
        }
        return true;
    }

    bool mergeRulings(const QVariant& from, const QVariant& to) {
        if (!go("INSERT INTO ruling (visit, at, fate, settled, data, policy, evidence, own_fate, "
                "own_reason, ruled_by) SELECT ?, at, fate, settled, data, policy, evidence, own_fate, "
                "own_reason, ruled_by FROM other.ruling AS o WHERE visit = ? AND NOT EXISTS (SELECT 1 FROM "
                "main.ruling AS m WHERE m.visit = ? AND m.at = o.at AND m.fate = o.fate AND m.own_fate = "
                "o.own_fate AND m.own_reason = o.own_reason) ORDER BY id",
                {to, from, to}))
            return false;
        const int added = m_query.numRowsAffected();
        report.rulings += static_cast<std::uint64_t>(std::max(0, added));
        return added <= 0 || go(rulingsThatHold, {to});
    }

    bool mergeScans(std::int64_t drive) {
        QSqlQuery scans(m_db);
        if (!run(scans,
                 "SELECT id, started_at, ended, document, zones, late_per_mib FROM other.scan WHERE drive = "
                 "? ORDER BY id",
                 {QVariant::fromValue<qint64>(drive)}))
            return failed(scans);
        while (scans.next()) {
            const auto theirs = scanFromDocument(word(scans, 3), "another casebook");
            if (!theirs) {
                ++report.damagedScans;
                continue;
            }
            if (!go("SELECT id, document FROM scan WHERE drive = ? AND started_at = ? ORDER BY id",
                    {QVariant::fromValue<qint64>(m_drive), scans.value(1)}))
                return false;
            std::int64_t replaced = 0;
            bool known = false;
            ScanRecord both = *theirs;
            while (!known && m_query.next()) {
                const std::string document = word(m_query, 1);
                known = document == word(scans, 3);
                const auto ours = known ? Result<ScanRecord>(*theirs) : scanFromDocument(document, "");
                if (known || !ours || ours->plan.grid.blocks() != theirs->plan.grid.blocks())
                    continue;
                if (isSameScan(*theirs, *ours) && holdsAllOf(*theirs, *ours)) {
                    known = true;
                    if (!addTreatmentsOf(*theirs, *ours, m_query.value(0)))
                        return false;
                } else if (isSameScan(*ours, *theirs) && holdsAllOf(*ours, *theirs)) {
                    replaced = m_query.value(0).toLongLong();
                    for (const Treatment& treatment : ours->treatments.all())
                        if (both.treatments.rangeIn(treatment.span).first ==
                            both.treatments.rangeIn(treatment.span).second)
                            both.treatments.add(treatment);
                }
            }
            if (known)
                continue;
            const QString document =
                both.treatments == theirs->treatments ? scans.value(3).toString() : text(scanDocument(both));
            if (replaced != 0 ? !go("UPDATE scan SET ended = ?, document = ?, zones = ?, late_per_mib = ? "
                                    "WHERE id = ?",
                                    {scans.value(2), document, scans.value(4), scans.value(5),
                                     QVariant::fromValue<qint64>(replaced)})
                              : !go("INSERT INTO scan (drive, started_at, ended, document, zones, "
                                    "late_per_mib) VALUES (?, ?, ?, ?, ?, ?)",
                                    {QVariant::fromValue<qint64>(m_drive), scans.value(1), scans.value(2),
                                     document, scans.value(4), scans.value(5)}))
                return false;
            const QVariant id =
                replaced != 0 ? QVariant::fromValue<qint64>(replaced) : m_query.lastInsertId();
            if (!go("INSERT OR REPLACE INTO plate_chunk (scan, number, bytes) SELECT ?, number, bytes FROM "
                    "other.plate_chunk WHERE scan = ?",
                    {id, scans.value(0)}))
                return false;
            ++report.scans;
        }
        return true;
    }

    bool addTreatmentsOf(const ScanRecord& theirs, ScanRecord ours, const QVariant& scan) {
        bool any = false;
        for (const Treatment& treatment : theirs.treatments.all()) {
            const auto [first, last] = ours.treatments.rangeIn(treatment.span);
            if (first == last) {
                ours.treatments.add(treatment);
                any = true;
            }
        }
        QSqlQuery write(m_db); // m_query goes on after this
        return !any ||
               run(write, "UPDATE scan SET document = ? WHERE id = ?", {text(scanDocument(ours)), scan});
    }

    bool mergeActions(std::int64_t drive) {
        if (!go("INSERT OR IGNORE INTO action (id, drive, at, begun, ended) SELECT id, ?, at, begun, ended "
                "FROM other.action WHERE drive = ? ORDER BY rowid",
                {QVariant::fromValue<qint64>(m_drive), QVariant::fromValue<qint64>(drive)}))
            return false;
        report.actions += static_cast<std::uint64_t>(std::max(0, m_query.numRowsAffected()));
        // What had not come to an end here, and has there.
        return go("UPDATE action SET ended = (SELECT o.ended FROM other.action AS o WHERE o.id = action.id) "
                  "WHERE drive = ? AND ended = '' AND EXISTS (SELECT 1 FROM other.action AS o WHERE o.id = "
                  "action.id AND o.ended <> '')",
                  {QVariant::fromValue<qint64>(m_drive)});
    }

    bool hoursGoBack(bool& back) {
        if (!go("SELECT value FROM reading JOIN vitals ON vitals.id = reading.vitals JOIN visit ON visit.id "
                "= vitals.visit WHERE drive = ? AND kind = ? ORDER BY read_at, vitals.id",
                {QVariant::fromValue<qint64>(m_drive), named(readingKindName(ReadingKind::powerOnHours))}))
            return false;
        std::int64_t last = 0;
        while (m_query.next()) {
            back = back || m_query.value(0).toLongLong() < last;
            last = m_query.value(0).toLongLong();
        }
        return true;
    }

    QSqlDatabase m_db;
    QSqlQuery m_query;
    std::int64_t m_drive = 0; // ours
    bool m_known = false;     // it was, before
};

bool attach(const QSqlDatabase& database, const std::string& file) {
    QSqlQuery query(database);
    return run(query, "ATTACH DATABASE ? AS other", {text(file)});
}

void detach(const QSqlDatabase& database) {
    QSqlQuery query(database);
    query.exec(QStringLiteral("DETACH DATABASE other"));
}

} // namespace

Result<MergeReport> Casebook::takeIn(const std::string& other) {
    const QFileInfo file(text(other));
    if (!file.exists() || !file.isFile())
        return tl::unexpected(Error{Error::Kind::notFound, "taking in the casebook", other,
                                    "there is no such file", "Check its name."});
    if (m_readOnly)
        return tl::unexpected(failure("taking another casebook into", QSqlQuery(database())));
    // A copy is opened, since opening brings an older one up to date, and what lies elsewhere is not ours.
    const QString beside = m_path == ":memory:" ? QString() : QFileInfo(text(m_path)).absolutePath();
    QTemporaryDir folder(beside.isEmpty() ? QDir::tempPath() + QStringLiteral("/orbita-XXXXXX")
                                          : beside + QStringLiteral("/.taking-in-XXXXXX"));
    const QString copy = folder.filePath(QStringLiteral("other.db"));
    if (!folder.isValid() || !copyWithJournal(text(other), copy))
        return tl::unexpected(
            Error{Error::Kind::systemFailure, "taking in the casebook", other,
                  "it cannot be read, or there is no room for a copy of it beside the casebook",
                  "Nothing was changed. Make room, and check that it can be read."});
    auto opened = open(copy.toStdString());
    if (!opened) {
        Error error = opened.error();
        error.tried = "taking in the casebook";
        error.on = other;
        return tl::unexpected(std::move(error));
    }
    if ((*opened)->m_readOnly)
        return tl::unexpected(Error{Error::Kind::unusable, "taking in the casebook", other,
                                    "it is of a newer Orbita, which this one does not understand",
                                    "Nothing was changed. Take it in with that Orbita, or a newer one."});
    opened->reset();
    if (!attach(database(), copy.toStdString()))
        return tl::unexpected(failure("taking another casebook into", QSqlQuery(database())));
    Result<MergeReport> result = MergeReport{};
    {
        Transaction transaction(database());
        Merger merger(database());
        if (merger.merge(0) && transaction.keep())
            result = std::move(merger.report);
        else
            result = tl::unexpected(failure("taking another casebook into", merger.query()));
    }
    detach(database());
    return result;
}

Result<void> Casebook::fillFrom(const std::string& file, std::int64_t drive) {
    if (!attach(database(), file))
        return tl::unexpected(failure("exporting the case to", QSqlQuery(database())));
    Result<void> result;
    {
        Transaction transaction(database());
        Merger merger(database());
        QSqlQuery query(database());
        // As one bench's: what is known by its place only stays what it is where it came from.
        if (!query.exec(QStringLiteral("UPDATE main.bench SET uid = (SELECT uid FROM other.bench)")) ||
            !merger.merge(drive) || !transaction.keep())
            result = tl::unexpected(failure("exporting the case to", merger.query()));
    }
    detach(database());
    return result;
}

} // namespace orbita
