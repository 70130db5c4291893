// SPDX-License-Identifier: GPL-3.0-or-later
// The casebook: scans that were kept.
#include "store/casebook.h"

#include "core/base/text.h"
#include "core/scan/continuation.h"
#include "store/scan_file.h"
#include "store/statement.h"
#include "store/zones_text.h"

#include <algorithm>
#include <fmt/format.h>

namespace orbita {

using namespace sql;

namespace {

bool goesOn(const ScanRecord& record) {
    return std::any_of(record.events.begin(), record.events.end(),
                       [](const ScanEvent& entry) { return entry.kind == ScanEventKind::continued; });
}

struct ZoneColumns {
    QString zones = QStringLiteral("");
    QVariant latePerMiB;
};

ZoneColumns zoneColumnsOf(const ScanDigest& digest) {
    ZoneColumns columns;
    columns.zones = text(zonesText(digest.zones));
    if (const auto rate = latePerMiB(digest))
        columns.latePerMiB = *rate;
    return columns;
}

} // namespace

Result<std::int64_t> Casebook::keepScan(std::int64_t scan, const ScanRecord& record, PlateEncoder& encoder) {
    const auto drive = driveFor(record.drive);
    if (!drive)
        return tl::unexpected(drive.error());
    Transaction transaction(database());
    QSqlQuery query(database());
    // A scan that goes on takes the place of what was kept of it when it was broken off. One that reads again
    // what had been read, for an image, is kept beside it.
    if (scan == 0 && goesOn(record)) {
        if (!run(query,
                 "SELECT id, document FROM scan WHERE drive = ? AND started_at = ? AND ended <> 'complete' "
                 "ORDER BY id DESC",
                 {QVariant::fromValue<qint64>(drive->id), QVariant::fromValue<qint64>(record.startedAt)}))
            return tl::unexpected(failure("looking for the scan in", query));
        while (scan == 0 && query.next())
            if (const auto kept = scanFromDocument(query.value(1).toString().toStdString(), m_path);
                kept && isSameScan(*kept, record) && holdsAllOf(*kept, record))
                scan = query.value(0).toLongLong();
        query.finish();
    }
    const QString ended = text(std::string(endReasonName(record.status.ended)));
    const QString document = text(scanDocument(record));
    // Once it has come to an end: it takes a look at all of the map.
    const bool over = record.status.ended != EndReason::running && record.plate != nullptr;
    const ZoneColumns zones = over ? zoneColumnsOf(digestOf(record)) : ZoneColumns{};
    bool good =
        scan == 0
            ? run(query,
                  "INSERT INTO scan (drive, started_at, ended, document, zones, late_per_mib) VALUES "
                  "(?, ?, ?, ?, ?, ?)",
                  {QVariant::fromValue<qint64>(drive->id), QVariant::fromValue<qint64>(record.startedAt),
                   ended, document, zones.zones, zones.latePerMiB})
            : run(query, "UPDATE scan SET ended = ?, document = ?, zones = ?, late_per_mib = ? WHERE id = ?",
                  {ended, document, zones.zones, zones.latePerMiB, QVariant::fromValue<qint64>(scan)});
    const std::int64_t id = scan == 0 ? query.lastInsertId().toLongLong() : scan;
    if (record.plate) {
        const std::vector<std::string>& chunks = encoder.encode(*record.plate);
        for (const std::size_t number : encoder.changed())
            good = good &&
                   run(query, "INSERT OR REPLACE INTO plate_chunk (scan, number, bytes) VALUES (?, ?, ?)",
                       {QVariant::fromValue<qint64>(id), static_cast<qint64>(number),
                        QByteArray::fromStdString(chunks[number])});
    }
    if (good && transaction.keep())
        return id;
    encoder.forget(); // what it had encoded was not kept
    return tl::unexpected(failure("keeping the scan in", query));
}

Result<std::vector<KeptScan>> Casebook::scans(std::int64_t drive) {
    QSqlQuery query(database());
    const std::string sql =
        std::string(
            "SELECT scan.id, started_at, model, serial, sectors * logical_bytes, ended, drive.id FROM "
            "scan JOIN drive ON drive.id = scan.drive ") +
        (drive == 0 ? "" : "WHERE drive.id = ? ") + "ORDER BY started_at DESC, scan.id DESC";
    if (!run(query, sql.c_str(),
             drive == 0 ? QVariantList() : QVariantList{QVariant::fromValue<qint64>(drive)}))
        return tl::unexpected(failure("reading the scans in", query));
    std::vector<KeptScan> list;
    while (query.next()) {
        KeptScan kept;
        kept.id = query.value(0).toLongLong();
        kept.startedAt = query.value(1).toLongLong();
        kept.model = cleanText(query.value(2).toString().toStdString());
        kept.serial = cleanText(query.value(3).toString().toStdString());
        kept.capacityBytes = query.value(4).toULongLong();
        kept.ended = endReasonFromName(query.value(5).toString().toStdString()).value_or(EndReason::running);
        kept.drive = query.value(6).toLongLong();
        list.push_back(std::move(kept));
    }
    return list;
}

Result<void> Casebook::addTreatments(std::int64_t scan, const std::vector<Treatment>& treatments) {
    Transaction transaction(database());
    QSqlQuery query(database());
    const QVariant id = QVariant::fromValue<qint64>(scan);
    if (!run(query, "SELECT document FROM scan WHERE id = ?", {id}) || !query.next())
        return tl::unexpected(failure("entering what was treated in", query));
    auto record = scanFromDocument(query.value(0).toString().toStdString(), m_path);
    if (!record)
        return tl::unexpected(record.error());
    for (const Treatment& treatment : treatments)
        record->treatments.add(treatment);
    if (!run(query, "UPDATE scan SET document = ? WHERE id = ?", {text(scanDocument(*record)), id}) ||
        !transaction.keep())
        return tl::unexpected(failure("entering what was treated in", query));
    return {};
}

Result<ScanRecord> Casebook::loadScan(std::int64_t scan) {
    QSqlQuery query(database());
    const QVariant id = QVariant::fromValue<qint64>(scan);
    if (!run(query, "SELECT document FROM scan WHERE id = ?", {id}))
        return tl::unexpected(failure("reading the scan in", query));
    if (!query.next())
        return tl::unexpected(Error{Error::Kind::notFound, "opening the scan in", m_path,
                                    Phrase("it holds no scan with the number {}", {std::to_string(scan)}),
                                    "Choose one from the list."});
    auto record = scanFromDocument(query.value(0).toString().toStdString(), m_path);
    if (!record)
        return record;
    std::vector<std::string> chunks((record->plan.grid.blocks() + plateChunkBlocks - 1) / plateChunkBlocks);
    if (!run(query, "SELECT number, bytes FROM plate_chunk WHERE scan = ?", {id}))
        return tl::unexpected(failure("reading the plate in", query));
    while (query.next())
        if (const std::size_t number = query.value(0).toULongLong(); number < chunks.size())
            chunks[number] = query.value(1).toByteArray().toStdString();
    auto plate = decodePlate(record->plan.grid.blocks(), chunks);
    if (!plate)
        return tl::unexpected(plate.error());
    record->plate = *plate;
    return record;
}

Result<std::vector<ScanDigest>> Casebook::digests(std::int64_t drive) {
    struct Row {
        std::int64_t id;
        std::string document;
        std::string zones;
    };
    std::vector<Row> rows;
    QSqlQuery query(database());
    if (!run(query, "SELECT id, document, zones FROM scan WHERE drive = ? ORDER BY started_at, id",
             {QVariant::fromValue<qint64>(drive)}))
        return tl::unexpected(failure("reading the scans in", query));
    while (query.next())
        rows.push_back({query.value(0).toLongLong(), query.value(1).toString().toStdString(),
                        query.value(2).toString().toStdString()});
    std::vector<ScanDigest> list;
    for (const Row& row : rows) {
        const auto record = scanFromDocument(row.document, m_path);
        if (!record)
            continue;
        if (const auto zones = zonesFromText(row.zones)) {
            list.push_back(digestOf(*record));
            list.back().zones = *zones;
            continue;
        }
        const auto whole = loadScan(row.id);
        if (!whole)
            continue;
        list.push_back(digestOf(*whole));
        if (m_readOnly || whole->status.ended == EndReason::running)
            continue;
        const ZoneColumns columns = zoneColumnsOf(list.back());
        if (!run(query, "UPDATE scan SET zones = ?, late_per_mib = ? WHERE id = ?",
                 {columns.zones, columns.latePerMiB, QVariant::fromValue<qint64>(row.id)}))
            return tl::unexpected(failure("keeping what a scan comes to in", query));
    }
    return list;
}

Result<UnwornKind> Casebook::unwornKind(const std::string& model, std::int64_t butDrive) {
    QSqlQuery query(database());
    // Of each drive the first scan that says something, with the hours that it had run by then.
    if (!run(
            query,
            "SELECT drive.id, late_per_mib, (SELECT max(value) FROM vitals JOIN visit ON visit.id = "
            "vitals.visit JOIN reading ON reading.vitals = vitals.id WHERE visit.drive = drive.id AND kind = "
            "? AND vitals.read_at <= scan.started_at + 86400) FROM drive JOIN scan ON scan.drive = drive.id "
            "WHERE model = "
            "? AND drive.id <> ? AND late_per_mib IS NOT NULL ORDER BY drive.id, started_at, scan.id",
            {named(readingKindName(ReadingKind::powerOnHours)), text(model),
             QVariant::fromValue<qint64>(butDrive)}))
        return tl::unexpected(failure("looking for drives of its kind in", query));
    std::vector<double> rates;
    std::int64_t last = 0;
    while (query.next()) {
        const std::int64_t drive = query.value(0).toLongLong();
        if (drive == last || query.value(2).isNull())
            continue;
        last = drive;
        if (query.value(2).toLongLong() <= unwornHours)
            rates.push_back(query.value(1).toDouble());
    }
    return unwornKindFrom(std::move(rates));
}

} // namespace orbita
