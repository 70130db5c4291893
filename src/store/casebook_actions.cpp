// SPDX-License-Identifier: GPL-3.0-or-later
// What was done to drives, in the casebook: as the log's own lines, by which they are read back.
#include "store/casebook.h"

#include "store/statement.h"

#include <algorithm>
#include <iterator>

namespace orbita {

using namespace sql;

namespace {

QVariant integer(std::int64_t value) {
    return QVariant::fromValue<qint64>(value);
}

} // namespace

// The drive said who it is in fewer words than its vitals do: its serial number finds its page.
Result<std::int64_t> Casebook::pageOf(const DriveId& drive) {
    QSqlQuery query(database());
    if (!serialMeansNothing(drive.serial)) {
        if (!run(query,
                 "SELECT id FROM drive WHERE serial = ? AND weak = 0 AND (? = 0 OR sectors = 0 OR "
                 "sectors * logical_bytes = ?) ORDER BY model = ? DESC, id",
                 {text(drive.serial), number(drive.capacityBytes), number(drive.capacityBytes),
                  text(drive.model)}))
            return tl::unexpected(failure("looking for the drive in", query));
        if (query.next())
            return query.value(0).toLongLong();
    }
    DriveIdentity identity;
    identity.model = drive.model;
    identity.serial = drive.serial;
    identity.capacity.value = drive.capacityBytes / identity.logicalBytes;
    return driveFor(identity).map([](const CaseDrive& page) { return page.id; });
}

Result<void> Casebook::takeActions(const std::vector<DriveAction>& actions) {
    if (m_readOnly || actions.empty())
        return {};
    QSqlQuery query(database());
    Transaction transaction(database());
    bool good = transaction.begun();
    for (const DriveAction& action : actions) {
        const QString ended = action.endedAt == 0 ? QString() : text(actionEndLine(action));
        good = good && run(query, "SELECT ended FROM action WHERE id = ?", {text(action.id)});
        if (!good)
            break;
        if (query.next()) {
            if (query.value(0).toString() != ended && !ended.isEmpty())
                good = run(query, "UPDATE action SET ended = ? WHERE id = ?", {ended, text(action.id)});
            continue;
        }
        const auto page = pageOf(action.drive);
        if (!page)
            return tl::unexpected(page.error());
        good = run(query, "INSERT INTO action (id, drive, at, begun, ended) VALUES (?, ?, ?, ?, ?)",
                   {text(action.id), integer(*page), integer(action.at), text(actionBeginLine(action)),
                    ended.isNull() ? QStringLiteral("") : ended});
    }
    if (!good || !transaction.keep())
        return tl::unexpected(failure("entering what was done to drives in", query));
    return {};
}

Result<std::vector<DriveAction>> Casebook::actions(std::int64_t drive) {
    QSqlQuery query(database());
    if (!run(query, "SELECT begun, ended FROM action WHERE drive = ? ORDER BY at, rowid", {integer(drive)}))
        return tl::unexpected(failure("reading what was done to the drive in", query));
    std::vector<DriveAction> actions;
    while (query.next()) {
        // A line of a later version says nothing to this one, and stays where it is.
        if (!takeActionLine(query.value(0).toString().toStdString(), actions))
            continue;
        if (const QString ended = query.value(1).toString(); !ended.isEmpty())
            takeActionLine(ended.toStdString(), actions);
    }
    return actions;
}

Result<History> Casebook::history(std::int64_t drive) {
    History history;
    history.drive.id = drive;
    auto visits = this->visits(drive);
    auto vitals = pastVitals(drive);
    auto done = actions(drive);
    auto kept = scans(drive);
    for (const Error* const error : {visits ? nullptr : &visits.error(), vitals ? nullptr : &vitals.error(),
                                     done ? nullptr : &done.error(), kept ? nullptr : &kept.error()})
        if (error != nullptr)
            return tl::unexpected(*error);
    history.visits = std::move(*visits);
    history.vitals = std::move(*vitals);
    history.actions = std::move(*done);
    history.scans.assign(kept->rbegin(), kept->rend());
    return history;
}

Result<std::vector<std::string>> Casebook::deeds(std::int64_t visit) {
    QSqlQuery query(database());
    if (!run(query, "SELECT what FROM deed WHERE visit = ? ORDER BY at, rowid",
             {QVariant::fromValue<qint64>(visit)}))
        return tl::unexpected(failure("reading what was done in", query));
    std::vector<std::string> list;
    while (query.next())
        list.push_back(query.value(0).toString().toStdString());
    return list;
}

Result<std::vector<std::string>> Casebook::overrules(std::int64_t visit) {
    std::vector<std::string> list;
    QSqlQuery query(database());
    if (!run(query, "SELECT reasons FROM overrule WHERE visit = ? ORDER BY at",
             {QVariant::fromValue<qint64>(visit)}))
        return tl::unexpected(failure("reading what was overruled in", query));
    while (query.next())
        list.push_back(query.value(0).toString().toStdString());
    return list;
}

} // namespace orbita
