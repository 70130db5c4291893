// SPDX-License-Identifier: GPL-3.0-or-later
// The casebook: what drives said of themselves.
#include "store/casebook.h"
#include "store/statement.h"

#include <algorithm>

namespace orbita {

using namespace sql;

namespace {

template <class T>
QVariant orNull(const std::optional<T>& value) {
    return value ? QVariant::fromValue(static_cast<qint64>(*value)) : QVariant();
}

std::optional<std::uint8_t> byteOrNone(const QVariant& v) {
    return v.isNull() ? std::nullopt : std::optional(static_cast<std::uint8_t>(v.toUInt()));
}

std::string nameAt(const QSqlQuery& query, int column) {
    return query.value(column).toString().toStdString();
}

} // namespace

Result<void> Casebook::addVitals(std::int64_t visit, const Vitals& vitals, std::int64_t readAt) {
    Transaction transaction(database());
    QSqlQuery query(database());
    bool good =
        run(query,
            "INSERT INTO vitals (visit, read_at, family, world_wide_name, model, serial, firmware, sectors) "
            "VALUES (?, ?, ?, ?, ?, ?, ?, ?)",
            {QVariant::fromValue<qint64>(visit), QVariant::fromValue<qint64>(readAt),
             named(familyName(vitals.family)), text(vitals.worldWideName), text(vitals.identity.model),
             text(vitals.identity.serial), text(vitals.identity.firmware),
             number(vitals.identity.capacity.value)});
    const QVariant id = query.lastInsertId();
    for (const Reading& r : vitals.readings)
        good = good &&
               run(query,
                   "INSERT INTO reading (vitals, kind, attribute, unit, value, normalised, worst, threshold, "
                   "raw, own_limit, source) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
                   {id, text(std::string(readingKindName(r.kind))), r.attribute,
                    named(readingUnitName(r.unit)), QVariant::fromValue<qint64>(r.value),
                    orNull(r.normalised), orNull(r.worst), orNull(r.threshold),
                    QByteArray(reinterpret_cast<const char*>(r.raw.data()),
                               static_cast<qsizetype>(r.raw.size())),
                    orNull(r.ownLimit), text(r.source)});
    for (const RawPage& page : vitals.raw)
        good = good && run(query, "INSERT INTO raw_page (vitals, name, bytes) VALUES (?, ?, ?)",
                           {id, text(page.name),
                            QByteArray(reinterpret_cast<const char*>(page.bytes.data()),
                                       static_cast<qsizetype>(page.bytes.size()))});
    for (const Suspect& suspect : vitals.suspects)
        good = good && run(query, "INSERT INTO suspect (vitals, lba, source) VALUES (?, ?, ?)",
                           {id, number(suspect.lba.value), named(suspectSourceName(suspect.source))});
    for (const SelfTestEntry& test : vitals.selfTests)
        good = good &&
               run(query,
                   "INSERT INTO self_test (vitals, kind, result, hours, failing_lba) VALUES (?, ?, ?, ?, ?)",
                   {id, named(selfTestKindName(test.kind)), named(selfTestResultName(test.result)),
                    number(test.hours), test.failingLba ? number(test.failingLba->value) : QVariant()});
    if (!good || !transaction.keep())
        return tl::unexpected(failure("keeping the vitals in", query));
    return {};
}

Result<std::vector<PastVitals>> Casebook::pastVitals(std::int64_t drive) {
    std::vector<PastVitals> list;
    std::vector<qint64> ids;
    QSqlQuery query(database());
    if (!run(query,
             "SELECT vitals.id, visit, read_at, family, world_wide_name, model, serial, firmware, sectors "
             "FROM vitals "
             "JOIN visit ON visit.id = vitals.visit WHERE drive = ? ORDER BY read_at, vitals.id",
             {QVariant::fromValue<qint64>(drive)}))
        return tl::unexpected(failure("reading earlier vitals in", query));
    while (query.next()) {
        PastVitals past;
        ids.push_back(query.value(0).toLongLong());
        past.visit = query.value(1).toLongLong();
        past.readAt = query.value(2).toLongLong();
        past.vitals.family = familyFromName(nameAt(query, 3)).value_or(Family::plain);
        past.vitals.worldWideName = query.value(4).toString().toStdString();
        past.vitals.identity.model = query.value(5).toString().toStdString();
        past.vitals.identity.serial = query.value(6).toString().toStdString();
        past.vitals.identity.firmware = query.value(7).toString().toStdString();
        past.vitals.identity.capacity.value = query.value(8).toULongLong();
        list.push_back(std::move(past));
    }
    for (std::size_t i = 0; i < list.size(); ++i) {
        Vitals& vitals = list[i].vitals;
        if (!run(query,
                 "SELECT kind, attribute, unit, value, normalised, worst, threshold, raw, own_limit, source "
                 "FROM "
                 "reading WHERE vitals = ? ORDER BY rowid",
                 {ids[i]}))
            return tl::unexpected(failure("reading earlier vitals in", query));
        while (query.next()) {
            const auto kind = readingKindFromName(query.value(0).toString().toStdString());
            const auto unit = readingUnitFromName(nameAt(query, 2));
            if (!kind || !unit) // of a later version
                continue;
            Reading r;
            r.kind = *kind;
            r.attribute = static_cast<std::uint8_t>(query.value(1).toUInt());
            r.unit = *unit;
            r.value = query.value(3).toLongLong();
            r.normalised = byteOrNone(query.value(4));
            r.worst = byteOrNone(query.value(5));
            r.threshold = byteOrNone(query.value(6));
            const QByteArray raw = query.value(7).toByteArray();
            std::copy_n(raw.begin(),
                        std::min<std::size_t>(r.raw.size(), static_cast<std::size_t>(raw.size())),
                        r.raw.begin());
            if (!query.value(8).isNull())
                r.ownLimit = query.value(8).toLongLong();
            r.source = query.value(9).toString().toStdString();
            vitals.readings.push_back(std::move(r));
        }
        if (!run(query, "SELECT lba, source FROM suspect WHERE vitals = ? ORDER BY rowid", {ids[i]}))
            return tl::unexpected(failure("reading earlier vitals in", query));
        while (query.next())
            if (const auto source = suspectSourceFromName(nameAt(query, 1)))
                vitals.suspects.push_back({Lba{query.value(0).toULongLong()}, *source});
        if (!run(query,
                 "SELECT kind, result, hours, failing_lba FROM self_test WHERE vitals = ? ORDER BY rowid",
                 {ids[i]}))
            return tl::unexpected(failure("reading earlier vitals in", query));
        while (query.next()) {
            SelfTestEntry test;
            const auto result = selfTestResultFromName(nameAt(query, 1));
            if (!result)
                continue;
            test.kind = selfTestKindFromName(nameAt(query, 0)).value_or(SelfTestKind::other);
            test.result = *result;
            test.hours = query.value(2).toULongLong();
            if (!query.value(3).isNull())
                test.failingLba = Lba{query.value(3).toULongLong()};
            vitals.selfTests.push_back(test);
        }
    }
    return list;
}

Result<std::vector<RawPage>> Casebook::latestRawPages(std::int64_t drive) {
    std::vector<RawPage> pages;
    QSqlQuery query(database());
    if (!run(query,
             "SELECT name, bytes FROM raw_page WHERE vitals = (SELECT vitals.id FROM vitals JOIN visit ON "
             "visit.id = vitals.visit WHERE drive = ? ORDER BY read_at DESC, vitals.id DESC LIMIT 1) "
             "ORDER BY raw_page.rowid",
             {QVariant::fromValue<qint64>(drive)}))
        return tl::unexpected(failure("reading the pages of a drive in", query));
    while (query.next()) {
        const QByteArray bytes = query.value(1).toByteArray();
        const auto* const first = reinterpret_cast<const std::byte*>(bytes.constData());
        pages.push_back({nameAt(query, 0), {first, first + bytes.size()}});
    }
    return pages;
}

} // namespace orbita
