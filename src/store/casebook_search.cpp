// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/casebook_search.h"

#include "core/base/text.h"
#include "store/casebook.h"
#include "store/sought_text.h"
#include "store/statement.h"

namespace orbita {

using namespace sql;

namespace {

// The last ruling of a drive that was entered, as it holds.
constexpr const char* latestHolds =
    "(SELECT holds FROM visit WHERE visit.drive = drive.id AND holds <> '' ORDER BY began_at DESC, id DESC "
    "LIMIT 1)";

struct Condition {
    QStringList parts;
    QVariantList values;
};

Condition conditionOf(const CaseFilter& filter) {
    Condition where;
    for (const QString& word : text(filter.words).simplified().split(QLatin1Char(' '), Qt::SkipEmptyParts)) {
        where.parts << QStringLiteral(
            "(drive.sought LIKE ? ESCAPE '\\' OR EXISTS (SELECT 1 FROM visit WHERE visit.drive = drive.id "
            "AND visit.sought LIKE ? ESCAPE '\\'))");
        where.values << likeAnywhere(word) << likeAnywhere(word);
    }
    if (filter.ruling) {
        where.parts << QLatin1String(latestHolds) + QStringLiteral(" = ?");
        where.values << named(fateName(*filter.ruling));
    }
    if (filter.notRuled)
        where.parts << QStringLiteral("ifnull(") + QLatin1String(latestHolds) +
                           QStringLiteral(", 'open') = 'open'");
    QStringList ofVisit;
    QVariantList ofVisitValues;
    if (filter.complaint) {
        ofVisit << QStringLiteral(
            "EXISTS (SELECT 1 FROM complaint WHERE complaint.visit = visit.id AND mark = ?)");
        ofVisitValues << named(complaintName(*filter.complaint));
    }
    if (filter.from) {
        ofVisit << QStringLiteral("began_at >= ?");
        ofVisitValues << QVariant::fromValue<qint64>(*filter.from);
    }
    if (filter.until) {
        ofVisit << QStringLiteral("began_at < ?");
        ofVisitValues << QVariant::fromValue<qint64>(*filter.until);
    }
    if (!ofVisit.empty()) {
        where.parts << QStringLiteral("EXISTS (SELECT 1 FROM visit WHERE visit.drive = drive.id AND ") +
                           ofVisit.join(QStringLiteral(" AND ")) + QLatin1Char(')');
        where.values << ofVisitValues;
    }
    return where;
}

} // namespace

Result<CasebookHits> Casebook::search(const CaseFilter& filter, std::size_t most) {
    const Condition where = conditionOf(filter);
    const QString condition = where.parts.empty()
                                  ? QString()
                                  : QStringLiteral(" WHERE ") + where.parts.join(QStringLiteral(" AND "));
    QSqlQuery query(database());
    query.setForwardOnly(true);
    const auto go = [&](const QString& sql, const QVariantList& more) {
        return run(query, sql.toUtf8().constData(), where.values + more);
    };
    // First only which, and when they were seen: the rest is read of those that are shown.
    if (!go(QStringLiteral(
                "SELECT drive.id, max(ifnull((SELECT max(began_at) FROM visit WHERE visit.drive = drive.id), "
                "0), ifnull((SELECT max(started_at) FROM scan WHERE scan.drive = drive.id), 0)) AS seen FROM "
                "drive") +
                condition + QStringLiteral(" ORDER BY seen DESC, drive.id DESC"),
            {}))
        return tl::unexpected(failure("searching in", query));
    CasebookHits found;
    while (query.next()) {
        if (found.drives.size() < most) {
            CasebookHit one;
            one.drive.id = query.value(0).toLongLong();
            one.drive.lastSeen = query.value(1).toLongLong();
            found.drives.push_back(std::move(one));
        }
        ++found.all;
    }
    const QString rest =
        QStringLiteral(
            "SELECT weak, model, serial, firmware, attachment, sectors, logical_bytes, physical_bytes, "
            "(SELECT count(*) FROM visit WHERE visit.drive = drive.id), "
            "(SELECT count(*) FROM scan WHERE scan.drive = drive.id), ") +
        QLatin1String(latestHolds) +
        QStringLiteral(
            ", customer, job FROM drive LEFT JOIN visit ON visit.id = (SELECT id FROM visit WHERE "
            "visit.drive = drive.id ORDER BY customer || job <> '' DESC, began_at DESC, id DESC LIMIT "
            "1) WHERE drive.id = ?");
    if (!query.prepare(rest))
        return tl::unexpected(failure("searching in", query));
    for (CasebookHit& one : found.drives) {
        query.bindValue(0, QVariant::fromValue<qint64>(one.drive.id));
        if (!query.exec() || !query.next())
            return tl::unexpected(failure("searching in", query));
        const auto value = [&](int column) {
            return cleanText(query.value(column).toString().toStdString());
        };
        one.drive.ambiguousIdentity = query.value(0).toBool();
        one.drive.identity.model = value(1);
        one.drive.identity.serial = value(2);
        one.drive.identity.firmware = value(3);
        one.drive.identity.attachment = value(4);
        one.drive.identity.capacity.value = query.value(5).toULongLong();
        one.drive.identity.logicalBytes = query.value(6).toUInt();
        one.drive.identity.physicalBytes = query.value(7).toUInt();
        one.drive.visits = query.value(8).toULongLong();
        one.drive.scans = query.value(9).toULongLong();
        one.ruling = fateFromName(value(10));
        one.notSettled = value(10) == "open";
        one.customer = value(11);
        one.job = value(12);
    }
    return found;
}

} // namespace orbita
