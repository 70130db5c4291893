// SPDX-License-Identifier: GPL-3.0-or-later
// The casebook: scans that were kept.
#include "store/casebook.h"

#include "core/base/text.h"
#include "core/scan/continuation.h"
#include "store/scan_file.h"
#include "store/statement.h"

#include <algorithm>
#include <fmt/format.h>

namespace orbita {

using namespace sql;

namespace {

bool goesOn(const ScanRecord& record) {
    return std::any_of(record.events.begin(), record.events.end(),
                       [](const ScanEvent& entry) { return entry.kind == ScanEventKind::continued; });
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
    bool good = scan == 0
                    ? run(query, "INSERT INTO scan (drive, started_at, ended, document) VALUES (?, ?, ?, ?)",
                          {QVariant::fromValue<qint64>(drive->id),
                           QVariant::fromValue<qint64>(record.startedAt), ended, document})
                    : run(query, "UPDATE scan SET ended = ?, document = ? WHERE id = ?",
                          {ended, document, QVariant::fromValue<qint64>(scan)});
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

Result<std::vector<KeptScan>> Casebook::scans() {
    QSqlQuery query(database());
    if (!run(query,
             "SELECT scan.id, started_at, model, serial, sectors * logical_bytes, ended, drive.id FROM scan "
             "JOIN drive ON drive.id = scan.drive ORDER BY started_at DESC, scan.id DESC",
             {}))
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

} // namespace orbita
