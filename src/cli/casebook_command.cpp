// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/casebook_command.h"

#include "cli/exit_status.h"
#include "cli/keeping.h"
#include "cli/printer.h"
#include "cli/target_options.h"
#include "core/base/text.h"
#include "report/action_words.h"
#include "report/format.h"
#include "report/life_json.h"
#include "report/life_words.h"
#include "report/ruling_words.h"
#include "report/text_report.h"
#include "report/vitals_words.h"
#include "report/words.h"
#include "store/casebook.h"
#include "store/drive_life_in.h"
#include "store/scan_file.h"

#include <QDate>
#include <QDateTime>
#include <QFileInfo>
#include <algorithm>
#include <nlohmann/json.hpp>

namespace orbita::cli {

namespace {

using Json = nlohmann::ordered_json;

// What stands in a casebook may have been written elsewhere.
QString text(const std::string& words) {
    return QString::fromStdString(cleanLines(words));
}

int tellJson(const char* kind, Json list) {
    Json json{{"format", "orbita-casebook-list"}, {"version", 1}};
    json[kind] = std::move(list);
    printDocument(json.dump(1, ' ', false, Json::error_handler_t::replace));
    return completeAndClean;
}

Result<int> tellDrives(Casebook& casebook, const CasebookOptions& options) {
    const auto drives = casebook.drives();
    if (!drives)
        return tl::unexpected(drives.error());
    if (options.json) {
        Json list = Json::array();
        for (const ListedDrive& drive : *drives)
            list.push_back({{"drive", drive.id},
                            {"model", drive.identity.model},
                            {"serial", drive.identity.serial},
                            {"known_by_place_only", drive.ambiguousIdentity},
                            {"sectors", drive.identity.capacity.value},
                            {"logical_bytes", drive.identity.logicalBytes},
                            {"visits", drive.visits},
                            {"scans", drive.scans},
                            {"last_seen", drive.lastSeen == 0 ? Json() : Json(isoTime(drive.lastSeen))}});
        return tellJson("drives", std::move(list));
    }
    Printer out(stdout);
    for (const ListedDrive& drive : *drives)
        out << QString::number(drive.id).rightJustified(5) << "  "
            << words::driveName(drive.identity).leftJustified(24) << ' '
            << text(drive.identity.serial.empty() ? "no serial" : drive.identity.serial).leftJustified(18)
            << ' ' << format::bytes(drive.identity.capacityBytes()).rightJustified(8) << "  visits "
            << drive.visits << ", scans " << drive.scans
            << (drive.lastSeen == 0 ? QString() : ", last seen " + text(isoTime(drive.lastSeen)))
            << (drive.ambiguousIdentity ? "  (known by its place only)" : "") << '\n';
    if (drives->empty())
        out << "No drive is in the casebook yet.\n";
    return completeAndClean;
}

std::int64_t dayOf(const std::string& date) {
    return QDate::fromString(QString::fromStdString(date), Qt::ISODate).startOfDay().toSecsSinceEpoch();
}

CaseFilter filterOf(const CasebookOptions& options) {
    CaseFilter filter;
    for (const std::string& word : options.words)
        filter.words += word + ' ';
    filter.ruling = fateFromName(options.ruling);
    filter.notRuled = options.ruling == "none";
    filter.complaint = complaintFromName(options.complaint);
    if (!options.from.empty())
        filter.from = dayOf(options.from);
    if (!options.until.empty())
        filter.until = dayOf(options.until);
    return filter;
}

Result<int> tellSearch(Casebook& casebook, const CasebookOptions& options) {
    const auto found = casebook.search(filterOf(options));
    if (!found)
        return tl::unexpected(found.error());
    if (options.json) {
        Json list = Json::array();
        for (const CasebookHit& hit : found->drives)
            list.push_back({{"drive", hit.drive.id},
                            {"model", hit.drive.identity.model},
                            {"serial", hit.drive.identity.serial},
                            {"visits", hit.drive.visits},
                            {"last_seen", isoTime(hit.drive.lastSeen)},
                            {"customer", hit.customer},
                            {"job", hit.job},
                            {"ruling", hit.ruling       ? Json(fateName(*hit.ruling))
                                       : hit.notSettled ? Json("not-judged-yet")
                                                        : Json()}});
        return tellJson("found", std::move(list));
    }
    Printer out(stdout);
    for (const CasebookHit& hit : found->drives)
        out << QString::number(hit.drive.id).rightJustified(5) << "  "
            << words::driveName(hit.drive.identity).leftJustified(24) << ' '
            << text(hit.drive.identity.serial.empty() ? "no serial" : hit.drive.identity.serial)
                   .leftJustified(18)
            << ' '
            << (hit.ruling       ? words::fate(*hit.ruling)
                : hit.notSettled ? words::rulingTitle({})
                                 : QStringLiteral("-"))
                   .leftJustified(14)
            << ' ' << words::dateOf(hit.drive.lastSeen).rightJustified(12) << "  " << text(hit.job) << "  "
            << text(hit.customer) << '\n';
    if (found->all > found->drives.size())
        out << "... and " << found->all - found->drives.size() << " more: narrow it down.\n";
    if (found->all == 0)
        out << "No drive in the casebook fits.\n";
    return completeAndClean;
}

Result<int> tellComparison(Casebook& casebook, const CasebookOptions& options) {
    const auto life = driveLifeIn(casebook, options.number);
    if (!life)
        return tl::unexpected(life.error());
    std::vector<std::size_t> which;
    for (std::size_t i = 0; i < life->visits.size(); ++i)
        if (std::find(options.visits.begin(), options.visits.end(), life->visits[i].visit.id) !=
            options.visits.end())
            which.push_back(i);
    if (options.visits.empty() && life->visits.size() >= 2)
        which = {life->visits.size() - 2, life->visits.size() - 1};
    if (which.size() != 2)
        return tl::unexpected(Error{Error::Kind::badCall, "comparing visits of drive",
                                    std::to_string(options.number),
                                    options.visits.empty() ? Phrase("it has fewer than two")
                                                           : Phrase("these are no two visits of it"),
                                    "\"orbita-cli casebook visits\" lists them."});
    const VisitComparison found = compareVisits(*life, which[0], which[1]);
    if (options.json) {
        printDocument(comparisonJson(life->drive, found));
        return completeAndClean;
    }
    Printer out(stdout);
    out << words::driveName(life->drive) << ' ' << text(life->drive.serial) << ": "
        << words::dateOf(found.before.at) << " and " << words::dateOf(found.now.at) << '\n';
    for (const QString& sentence : words::comparison(found))
        out << "  " << sentence << '\n';
    for (const ChangedPlace& place : found.places)
        if (place.change != PlaceChange::same)
            out << "    byte " << format::count(place.where.first) << ", " << format::bytes(place.where.count)
                << ": " << words::changedPlace(place) << '\n';
    for (const CounterChange& change : found.counters) {
        Reading now;
        now.kind = change.kind;
        now.unit = change.unit;
        now.value = change.now;
        const QString rate = words::counterRate(change);
        out << "  " << words::readingName(now).leftJustified(34) << ' ' << words::readingValue(now) << "  "
            << words::counterGrowth(change) << (rate.isEmpty() ? QString() : "  " + rate) << '\n';
    }
    return completeAndClean;
}

Json detailsJson(const ActionDetails& details) {
    Json json = Json::object();
    for (const auto& [name, value] : details)
        json[name] = value;
    return json;
}

Json actionsJson(const std::vector<DriveAction>& actions) {
    Json list = Json::array();
    for (const DriveAction& action : actions)
        list.push_back({{"action", actionKindName(action.kind)},
                        {"at", isoTime(action.at)},
                        {"who", action.who},
                        {"parameters", detailsJson(action.parameters)},
                        {"undo", detailsJson(action.undo)},
                        {"result", actionResultName(action.result)},
                        {"answer", action.answer},
                        {"text", words::action(action).toStdString()}});
    return list;
}

Json rulingsJson(const std::vector<KeptRuling>& rulings, std::int64_t visit) {
    Json list = Json::array();
    for (const KeptRuling& ruling : rulings) {
        if (ruling.visit != visit)
            continue;
        Json one{{"at", isoTime(ruling.at)},
                 {"settled", ruling.settled},
                 {"ruling", fateName(ruling.fate)},
                 {"data", dataFateName(ruling.data)},
                 {"by", ruling.ruledBy}};
        if (ruling.ownFate)
            one["own_ruling"] = {{"ruling", fateName(*ruling.ownFate)}, {"reason", ruling.ownReason}};
        list.push_back(std::move(one));
    }
    return list;
}

QString rulingLine(const KeptRuling& kept) {
    Ruling ruling;
    ruling.settled = kept.settled;
    ruling.fate = kept.fate;
    ruling.data = kept.data;
    return kept.ownFate ? words::fate(*kept.ownFate) + ", ruled otherwise (" + words::rulingShort(ruling) +
                              " by the evidence): " + text(kept.ownReason)
                        : words::rulingShort(ruling);
}

Result<int> tellVisits(Casebook& casebook, const CasebookOptions& options) {
    const auto history = casebook.history(options.number);
    if (!history)
        return tl::unexpected(history.error());
    const auto rulings = casebook.rulings(options.number);
    if (!rulings)
        return tl::unexpected(rulings.error());
    Json list = Json::array();
    Printer out(stdout);
    for (std::size_t i = 0; i < history->visits.size(); ++i) {
        const Visit& visit = history->visits[i];
        const std::vector<DriveAction> done = history->doneOn(i);
        auto deeds = casebook.deeds(visit.id);
        auto overrules = casebook.overrules(visit.id);
        if (!deeds || !overrules)
            return tl::unexpected(deeds ? overrules.error() : deeds.error());
        for (const DriveAction& action : done) {
            const auto reasons = action.parameters.find("reasons");
            if (action.kind == ActionKind::adviceOverruled && reasons != action.parameters.end())
                overrules->push_back(reasons->second);
            else
                deeds->push_back(words::action(action).toStdString());
        }
        const auto readings = std::count_if(history->vitals.begin(), history->vitals.end(),
                                            [&](const PastVitals& past) { return past.visit == visit.id; });
        if (options.json) {
            list.push_back({{"visit", visit.id},
                            {"began", isoTime(visit.beganAt)},
                            {"customer", visit.customer},
                            {"job", visit.job},
                            {"tester", visit.tester},
                            {"complaint", visit.words},
                            {"notes", visit.notes},
                            {"data_elsewhere", dataElsewhereName(visit.data)},
                            {"vitals_read", readings},
                            {"done", *deeds},
                            {"actions", actionsJson(done)},
                            {"overruled", *overrules},
                            {"rulings", rulingsJson(*rulings, visit.id)}});
            continue;
        }
        out << text(isoTime(visit.beganAt)) << "  visit " << visit.id << '\n';
        for (const auto& [name, value] :
             {std::pair{"customer", visit.customer}, std::pair{"job", visit.job},
              std::pair{"tester", visit.tester}, std::pair{"complaint", visit.words},
              std::pair{"notes", visit.notes}})
            if (!value.empty())
                out << "    " << QString::fromLatin1(name).leftJustified(10) << ' ' << text(value) << '\n';
        if (readings > 0)
            out << "    vitals     read "
                << (readings == 1 ? "once" : qPrintable(QStringLiteral("%1 times").arg(readings))) << '\n';
        for (const std::string& deed : *deeds)
            out << "    done       " << text(deed) << '\n';
        for (const std::string& reasons : *overrules)
            out << "    overruled  " << text(reasons) << '\n';
        for (const KeptRuling& ruling : *rulings)
            if (ruling.visit == visit.id)
                out << "    ruling     " << rulingLine(ruling) << '\n';
    }
    if (options.json)
        return tellJson("visits", std::move(list));
    if (history->visits.empty())
        out << "No visit of that drive is in the casebook.\n";
    return completeAndClean;
}

Result<int> tellScans(Casebook& casebook, const CasebookOptions& options) {
    const auto scans = casebook.scans();
    if (!scans)
        return tl::unexpected(scans.error());
    Json list = Json::array();
    Printer out(stdout);
    bool any = false;
    for (const KeptScan& scan : *scans) {
        if (options.number != 0 && scan.drive != options.number)
            continue;
        any = true;
        if (options.json)
            list.push_back({{"scan", scan.id},
                            {"drive", scan.drive},
                            {"started", isoTime(scan.startedAt)},
                            {"model", scan.model},
                            {"serial", scan.serial},
                            {"bytes", scan.capacityBytes},
                            {"ended", endReasonName(scan.ended)}});
        else
            out << QString::number(scan.id).rightJustified(5) << "  " << text(isoTime(scan.startedAt)) << "  "
                << text(scan.model).leftJustified(24) << ' '
                << text(scan.serial.empty() ? "no serial" : scan.serial).leftJustified(18) << ' '
                << format::bytes(scan.capacityBytes).rightJustified(8) << "  " << words::ended(scan.ended)
                << '\n';
    }
    if (options.json)
        return tellJson("scans", std::move(list));
    if (!any)
        out << "No scan is in the casebook.\n";
    return completeAndClean;
}

int look(Casebook& casebook, const CasebookOptions& options) {
    Result<int> told = completeAndClean;
    switch (options.what) {
    case CasebookOptions::What::drives:
        told = tellDrives(casebook, options);
        break;
    case CasebookOptions::What::search:
        told = tellSearch(casebook, options);
        break;
    case CasebookOptions::What::compare:
        told = tellComparison(casebook, options);
        break;
    case CasebookOptions::What::visits:
        told = tellVisits(casebook, options);
        break;
    case CasebookOptions::What::scans:
        told = tellScans(casebook, options);
        break;
    case CasebookOptions::What::show:
    case CasebookOptions::What::exportScan: {
        const auto record = casebook.loadScan(options.number);
        if (!record)
            return complain(record.error());
        if (options.what == CasebookOptions::What::show) {
            if (options.json)
                printDocument(scanDocument(*record));
            else
                Printer(stdout) << textReport(*record);
            return completeAndClean;
        }
        if (auto places = checkPlaces(options.results, {}, {}); !places)
            return complain(places.error());
        ResultPlaces files = options.results;
        if (files.json == "-") { // here the scan itself, not the events of one that runs
            PlateEncoder encoder;
            printDocument(scanToJson(*record, encoder));
            files.json.clear();
        }
        const auto failed = writeResults(files, *record, {});
        for (const Error& error : failed)
            complain(error);
        return failed.empty() ? completeAndClean : callIsWrong;
    }
    default:
        told = lookAfter(casebook, options);
        break;
    }
    return told ? *told : complain(told.error());
}

} // namespace

int casebook(const CasebookOptions& options) {
    const std::string path = casebookPath();
    if (options.what == CasebookOptions::What::restore) {
        const auto restored = restoreFrom(options);
        return restored ? *restored : complain(restored.error());
    }
    if (options.what != CasebookOptions::What::takeIn && !QFileInfo::exists(text(path)))
        return complain({Error::Kind::notFound, "opening the casebook", path, "there is none yet",
                         "It is begun with the first drive that is asked or scanned."});
    const auto opened = Casebook::open(path);
    if (!opened)
        return complain(opened.error());
    // Told, and no reason not to show the rest.
    if (const auto taken = takeActionsIn(**opened); !taken)
        complain(taken.error());
    return look(**opened, options);
}

} // namespace orbita::cli
