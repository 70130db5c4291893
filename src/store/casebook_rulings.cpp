// SPDX-License-Identifier: GPL-3.0-or-later
// Rulings in the casebook. They are only ever added: what was ruled once stays to be seen.
#include "core/judge/evidence/evidence_json.h"
#include "store/casebook.h"
#include "store/statement.h"

namespace orbita {

using namespace sql;

Result<std::int64_t> Casebook::enterRuling(const KeptRuling& ruling) {
    Transaction transaction(database());
    QSqlQuery query(database());
    if (!run(query,
             "INSERT INTO ruling (visit, at, fate, settled, data, policy, evidence, own_fate, own_reason, "
             "ruled_by) "
             "VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
             {QVariant::fromValue<qint64>(ruling.visit), QVariant::fromValue<qint64>(ruling.at),
              named(fateName(ruling.fate)), ruling.settled ? 1 : 0, named(dataFateName(ruling.data)),
              text(ruling.policy), text(evidenceDocument(ruling.evidence)),
              ruling.ownFate ? named(fateName(*ruling.ownFate)) : QVariant(QStringLiteral("")),
              orEmpty(text(ruling.ownReason)), orEmpty(text(ruling.ruledBy))}))
        return tl::unexpected(failure("keeping the ruling in", query));
    const std::int64_t id = query.lastInsertId().toLongLong();
    if (!run(query, rulingsThatHold, {QVariant::fromValue<qint64>(ruling.visit)}) || !transaction.keep())
        return tl::unexpected(failure("keeping the ruling in", query));
    return id;
}

namespace {

const std::string rulingColumns =
    "ruling.id, ruling.visit, ruling.at, ruling.fate, ruling.settled, ruling.data, ruling.policy, "
    "ruling.evidence, ruling.own_fate, ruling.own_reason, ruling.ruled_by";

// Of a row that begins with those columns. A later Orbita may know more than this one: what it does not
// understand, it does not guess.
std::optional<KeptRuling> rulingOf(const QSqlQuery& query, const std::string& origin) {
    const auto value = [&](int column) { return query.value(column).toString().toStdString(); };
    KeptRuling ruling;
    ruling.id = query.value(0).toLongLong();
    ruling.visit = query.value(1).toLongLong();
    ruling.at = query.value(2).toLongLong();
    const auto fate = fateFromName(value(3));
    const auto data = dataFateFromName(value(5));
    auto evidence = parseEvidence(value(7), origin);
    if (!fate || !data || !evidence)
        return std::nullopt;
    ruling.fate = *fate;
    ruling.settled = query.value(4).toBool();
    ruling.data = *data;
    ruling.policy = value(6);
    ruling.evidence = std::move(*evidence);
    ruling.ownFate = fateFromName(value(8));
    ruling.ownReason = value(9);
    ruling.ruledBy = value(10);
    return ruling;
}

} // namespace

Result<std::vector<KeptRuling>> Casebook::rulings(std::int64_t drive) {
    std::vector<KeptRuling> list;
    QSqlQuery query(database());
    if (!run(query,
             ("SELECT " + rulingColumns +
              " FROM ruling JOIN visit ON visit.id = ruling.visit WHERE visit.drive = ? ORDER BY ruling.at, "
              "ruling.id")
                 .c_str(),
             {QVariant::fromValue<qint64>(drive)}))
        return tl::unexpected(failure("reading the rulings in", query));
    while (query.next())
        if (auto ruling = rulingOf(query, m_path))
            list.push_back(std::move(*ruling));
    return list;
}

Result<std::vector<PastRuling>> Casebook::pastRulings(std::size_t most) {
    std::vector<PastRuling> list;
    QSqlQuery query(database());
    if (!run(query,
             ("SELECT " + rulingColumns +
              ", drive.model, drive.serial FROM ruling JOIN visit ON visit.id = ruling.visit JOIN drive ON "
              "drive.id = visit.drive ORDER BY ruling.at DESC, ruling.id DESC LIMIT ?")
                 .c_str(),
             {QVariant::fromValue<qint64>(static_cast<qint64>(most))}))
        return tl::unexpected(failure("reading the rulings in", query));
    while (query.next())
        if (auto ruling = rulingOf(query, m_path))
            list.push_back(
                {query.value(11).toString().toStdString() + ", " + query.value(12).toString().toStdString(),
                 std::move(*ruling)});
    return list;
}

} // namespace orbita
