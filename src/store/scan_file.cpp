// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/scan_file.h"

#include "core/base/json_numbers.h"
#include "core/base/read_file.h"
#include "core/base/text.h"
#include "core/plate/ledger_columns.h"
#include "core/scan/left_unread.h"

#include <QDateTime>
#include <QFile>
#include <nlohmann/json.hpp>

namespace orbita {

namespace {

using Json = nlohmann::ordered_json;

// Milliseconds with whole microseconds: more digits than were measured help nobody.
double roundedMs(Nanoseconds t) {
    return std::round(toMilliseconds(t) * 1e3) / 1e3;
}

Json spanJson(const LbaSpan& span) {
    return {{"first", span.first.value}, {"last", span.last().value}, {"sectors", span.count.value}};
}

LbaSpan spanFrom(const Json& json) {
    const Lba first{whole<std::uint64_t>(json.at("first"))};
    const std::uint64_t last = whole<std::uint64_t>(json.at("last"));
    if (last == UINT64_MAX)
        throw std::runtime_error("a span in it has no end");
    return spanBetween(first, Lba{last + 1});
}

Json driveJson(const DriveIdentity& drive) {
    Json json = {{"path", drive.path},
                 {"model", drive.model},
                 {"serial", drive.serial},
                 {"firmware", drive.firmware},
                 {"attachment", drive.attachment},
                 {"sectors", drive.capacity.value},
                 {"logical_bytes", drive.logicalBytes},
                 {"physical_bytes", drive.physicalBytes}};
    json["rotating"] = drive.rotating ? Json(*drive.rotating) : Json(nullptr);
    json["rpm"] = drive.rpm ? Json(*drive.rpm) : Json(nullptr);
    return json;
}

DriveIdentity driveFrom(const Json& json) {
    DriveIdentity drive;
    const auto text = [&](const char* key) { return cleanText(json.at(key).get_ref<const std::string&>()); };
    drive.path = cleanText(json.at("path").get_ref<const std::string&>(), 4096);
    drive.model = text("model");
    drive.serial = text("serial");
    drive.firmware = text("firmware");
    drive.attachment = text("attachment");
    drive.capacity.value = whole<std::uint64_t>(json.at("sectors"));
    drive.logicalBytes = whole<std::uint32_t>(json.at("logical_bytes"));
    drive.physicalBytes = whole<std::uint32_t>(json.at("physical_bytes"));
    const auto isSectorSize = [](std::uint32_t bytes) { return bytes >= 512 && bytes <= 65536; };
    if (!isSectorSize(drive.logicalBytes) || drive.physicalBytes < drive.logicalBytes ||
        drive.physicalBytes % drive.logicalBytes != 0 || drive.physicalBytes > (1U << 30U) ||
        drive.capacity.value == 0 || drive.capacity.value > mostSectors(drive.logicalBytes))
        throw std::runtime_error("no drive has such sectors, or so many");
    if (!json.at("rotating").is_null())
        drive.rotating = json.at("rotating").get<bool>();
    if (!json.at("rpm").is_null())
        drive.rpm = whole<std::uint32_t>(json.at("rpm"));
    return drive;
}

Json spansJson(const std::vector<LbaSpan>& spans) {
    Json json = Json::array();
    for (const LbaSpan& span : spans)
        json.push_back(spanJson(span));
    return json;
}

std::vector<LbaSpan> spansFrom(const Json& json) {
    std::vector<LbaSpan> spans;
    for (const Json& span : json)
        spans.push_back(spanFrom(span));
    return spans;
}

// What only some orders need.
void addOrder(const ScanPlan& plan, Json& json) {
    json["order"] = scanOrderName(plan.order);
    if (!plan.parts.empty())
        json["parts"] = spansJson(plan.parts);
    if (plan.order == ScanOrder::suspectsFirst)
        json["suspects"] = spansJson(plan.suspects);
    if (plan.order == ScanOrder::sweep)
        json["sweep_percent"] = plan.sweepDistancePercent;
    if (plan.order == ScanOrder::sample)
        json["sample"] = {{"blocks", plan.samples}, {"seed", plan.seed}};
}

void orderFrom(const Json& json, ScanPlan& plan) {
    plan.order = scanOrderFromName(json.value("order", "")).value_or(ScanOrder::forward);
    plan.parts = spansFrom(json.value("parts", Json::array()));
    plan.suspects = spansFrom(json.value("suspects", Json::array()));
    plan.sweepDistancePercent = json.value("sweep_percent", plan.sweepDistancePercent);
    if (const auto sample = json.find("sample"); sample != json.end()) {
        plan.samples = whole<std::uint64_t>(sample->at("blocks"));
        plan.seed = whole<std::uint64_t>(sample->at("seed"));
    }
}

std::vector<StopRule> rulesFrom(const Json& json) {
    std::vector<StopRule> rules;
    for (const Json& text : json.value("rules", Json::array()))
        if (const auto rule = parseStopRule(text.get<std::string>()))
            rules.push_back(*rule);
    // As it was written before there were other rules.
    if (const auto sectors = wholeOr(json, "stop_after_unreadable", std::uint64_t{0}); sectors != 0)
        rules.push_back({RuleKind::unreadable, sectors, RuleAction::end});
    return rules;
}

Json planJson(const SettledPlan& plan) {
    Json rules = Json::array();
    for (const StopRule& rule : plan.asked.rules)
        rules.push_back(stopRuleText(rule));
    Json json = {{"mode", readWayName(plan.asked.way)},
                 {"span", spanJson(plan.grid.span)},
                 {"block_sectors", plan.grid.blockSectors},
                 {"limit_ms", toMilliseconds(plan.asked.limit)},
                 {"give_up_ms", toMilliseconds(plan.asked.giveUp)},
                 {"rules", rules},
                 {"data_elsewhere", dataElsewhereName(plan.asked.data)},
                 {"in_use", plan.asked.inUse}};
    addOrder(plan.asked, json);
    if (plan.asked.order == ScanOrder::careful)
        json["recovery_ms"] = toMilliseconds(plan.asked.recovery);
    if (plan.asked.berth)
        json["berth_sectors"] = plan.asked.berth->value;
    if (plan.asked.depth != 0)
        json["depth"] = plan.asked.depth;
    if (!plan.asked.saveTo.empty())
        json["save_to"] = plan.asked.saveTo;
    return json;
}

SettledPlan planFrom(const Json& json) {
    SettledPlan plan;
    plan.grid.span = spanFrom(json.at("span"));
    plan.grid.blockSectors = whole<std::uint32_t>(json.at("block_sectors"));
    plan.asked.way = readWayFromName(json.at("mode").get<std::string>()).value_or(ReadWay::read);
    plan.asked.span = plan.grid.span;
    plan.asked.blockSectors = plan.grid.blockSectors;
    plan.asked.limit = fromMilliseconds(json.at("limit_ms").get<double>());
    plan.asked.giveUp = fromMilliseconds(json.at("give_up_ms").get<double>());
    plan.asked.rules = rulesFrom(json);
    orderFrom(json, plan.asked);
    plan.asked.recovery = fromMilliseconds(json.value("recovery_ms", toMilliseconds(plan.asked.recovery)));
    if (json.contains("berth_sectors"))
        plan.asked.berth = SectorCount{whole<std::uint64_t>(json.at("berth_sectors"))};
    plan.asked.depth = wholeOr(json, "depth", 0U);
    plan.asked.saveTo = json.value("save_to", "");
    plan.asked.data =
        dataElsewhereFromName(json.at("data_elsewhere").get<std::string>()).value_or(DataElsewhere::notAsked);
    plan.asked.inUse = json.at("in_use").get<bool>();
    return plan;
}

Json totalsJson(const ScanStatus& status, SectorCount unreadable) {
    Json blocks;
    for (const Grade grade : allGrades)
        if (grade != Grade::none)
            blocks[std::string(gradeName(grade))] = status.totals.of(grade);
    Json totals{{"blocks", blocks},
                {"sectors", status.totals.covered.value},
                {"unreadable_sectors", unreadable.value},
                {"link_faults", status.totals.linkFaults},
                {"disturbed", status.totals.disturbed},
                {"planned", status.blocksPlanned},
                {"done", status.blocksDone},
                {"seconds", std::round(toSeconds(status.elapsed) * 1e3) / 1e3},
                {"average_mb_per_s", std::round(status.paceAverage / 1e4) / 1e2}};
    if (status.totals.unmapped > 0)
        totals["not_stored"] = status.totals.unmapped;
    if (status.totals.ungraded > 0)
        totals["ungraded"] = status.totals.ungraded;
    if (status.failedBlocks > 0)
        totals["failed_whole"] = status.failedBlocks;
    if (!status.saving.path.empty())
        totals["saved"] = {{"image", status.saving.path}, {"sectors", status.saving.held.value}};
    if (status.temperature && status.hottest)
        totals["temperature_c"] = {{"last", *status.temperature}, {"hottest", *status.hottest}};
    return totals;
}

void totalsFrom(const Json& json, ScanStatus& status) {
    for (const Grade grade : allGrades)
        if (grade != Grade::none)
            status.totals.blocks[static_cast<std::size_t>(grade)] =
                whole<std::uint64_t>(json.at("blocks").at(std::string(gradeName(grade))));
    status.totals.covered.value = whole<std::uint64_t>(json.at("sectors"));
    status.totals.linkFaults = whole<std::uint64_t>(json.at("link_faults"));
    status.totals.disturbed = wholeOr(json, "disturbed", std::uint64_t{0});
    status.blocksPlanned = wholeOr(json, "planned", std::uint64_t{0});
    status.blocksDone = wholeOr(json, "done", std::uint64_t{0});
    status.elapsed = fromSeconds(json.at("seconds").get<double>());
    status.paceAverage = json.at("average_mb_per_s").get<double>() * 1e6;
    status.totals.unmapped = wholeOr(json, "not_stored", std::uint64_t{0});
    status.failedBlocks = wholeOr(json, "failed_whole", std::uint64_t{0});
    status.totals.ungraded = wholeOr(json, "ungraded", std::uint64_t{0});
    if (const auto saved = json.find("saved"); saved != json.end()) {
        status.saving.path = saved->at("image").get<std::string>();
        status.saving.held.value = whole<std::uint64_t>(saved->at("sectors"));
    }
    if (const auto heat = json.find("temperature_c"); heat != json.end()) {
        status.temperature = whole<int>(heat->at("last"));
        status.hottest = whole<int>(heat->at("hottest"));
    }
}

// Words that came with the second version of the file.
bool tellsOfTreatment(const ScanRecord& record) {
    return !record.treatments.empty() ||
           std::any_of(record.events.begin(), record.events.end(),
                       [](const ScanEvent& entry) { return entry.kind == ScanEventKind::treatingOver; });
}

Json eventJson(const ScanEvent& entry) {
    Json json = {{"at_s", std::round(toSeconds(entry.at) * 1e3) / 1e3}, {"kind", scanEventName(entry.kind)}};
    json["lba"] = entry.span.first.value;
    json["sectors"] = entry.span.count.value;
    if (entry.grade != Grade::none)
        json["grade"] = gradeName(entry.grade);
    if (entry.standing != Standing::once)
        json["standing"] = standingName(entry.standing);
    if (!entry.causeGiven)
        json["cause"] = "none given";
    if (entry.turns != 0)
        json["turns"] = std::round(entry.turns * 1e2) / 1e2;
    if (entry.latency.count() != 0)
        json["latency_ms"] = roundedMs(entry.latency);
    if (entry.count != 0)
        json["count"] = entry.count;
    if (entry.kind == ScanEventKind::ended)
        json["ended"] = endReasonName(entry.ended);
    if (entry.kind == ScanEventKind::treated || entry.kind == ScanEventKind::treatedInVain)
        json["result"] = treatmentResultName(entry.treated);
    if (entry.kind == ScanEventKind::treatingOver)
        json["stop"] = treatmentStopName(entry.treatingEnded);
    if (entry.kind == ScanEventKind::stopRule || entry.kind == ScanEventKind::ruleAsks)
        json["rule"] = ruleKindName(entry.rule);
    if (entry.disturbance != Disturbance::none)
        json["disturbance"] = disturbanceName(entry.disturbance);
    return json;
}

ScanEvent eventFrom(const Json& json) {
    ScanEvent entry;
    const auto kind = scanEventFromName(json.at("kind").get<std::string>());
    if (!kind)
        throw std::runtime_error("the tape has an entry of a kind that this Orbita does not know");
    entry.kind = *kind;
    entry.at = fromSeconds(json.at("at_s").get<double>());
    entry.span = {{whole<std::uint64_t>(json.at("lba"))}, {whole<std::uint64_t>(json.at("sectors"))}};
    entry.grade = gradeFromName(json.value("grade", "")).value_or(Grade::none);
    entry.standing = standingFromName(json.value("standing", "")).value_or(Standing::once);
    entry.causeGiven = !json.contains("cause");
    entry.turns = json.value("turns", 0.0);
    entry.latency = fromMilliseconds(json.value("latency_ms", 0.0));
    entry.count = wholeOr(json, "count", std::uint64_t{0});
    entry.ended = endReasonFromName(json.value("ended", "")).value_or(EndReason::running);
    entry.rule = ruleKindFromName(json.value("rule", "")).value_or(RuleKind::unreadable);
    entry.treated =
        treatmentResultFromName(json.value("result", "")).value_or(TreatmentResult::stillUnreadable);
    entry.treatingEnded = treatmentStopFromName(json.value("stop", "")).value_or(TreatmentStop::done);
    entry.disturbance = disturbanceFromName(json.value("disturbance", "")).value_or(Disturbance::none);
    return entry;
}

constexpr std::array<std::string_view, 5> noteNames = {
    "kernel-splits", "through-page-cache", "partial-last-sector", "incomplete-image", "block-layer-only"};
static_assert(noteNames.size() == static_cast<std::size_t>(AccessNote::blockLayerOnly) + 1);

Json unreadJson(const ScanRecord& record) {
    Json json = Json::array();
    // While it runs, what is left is simply not reached yet.
    if (record.status.ended != EndReason::running)
        for (const LeftUnread& unread : leftUnread(record))
            json.push_back({{"lba", unread.span.first.value},
                            {"sectors", unread.span.count.value},
                            {"because", unreadReasonName(unread.reason)}});
    return json;
}

// Everything but the plate, whose chunks are put in by the caller without copying them once more.
Json recordJson(const ScanRecord& record) {
    SectorCount unreadable;
    Json ledger = Json::array();
    for (const LedgerEntry& entry : record.ledger) {
        ledger.push_back(ledgerJson<Json>({entry, record.drive.capacity}, inJson));
        unreadable = unreadable + entry.unreadable();
    }
    Json events = Json::array();
    for (const ScanEvent& entry : record.events)
        events.push_back(eventJson(entry));
    Json known = Json::array();
    for (const KnownSectors& sectors : record.known) {
        known.push_back(spanJson(sectors.span));
        known.back()["crc32"] = sectors.crc32;
    }
    Json covered = Json::array();
    for (const LbaSpan& span : record.covered)
        covered.push_back(spanJson(span));
    Json notes = Json::array();
    for (const AccessNote accessNote : record.accessNotes)
        notes.push_back(noteNames[static_cast<std::size_t>(accessNote)]);
    const auto& counts = record.status.lateness.counts();
    Json json = {{"format", "orbita-scan"},
                 // What version 1 could not say is only said where there is something to say.
                 {"version", tellsOfTreatment(record) ? 2 : 1},
                 {"started", isoTime(record.startedAt)},
                 {"drive", driveJson(record.drive)},
                 {"access", {{"notes", notes}, {"sectors_per_command", record.maxSectorsPerCommand}}},
                 {"plan", planJson(record.plan)},
                 {"ended", endReasonName(record.status.ended)},
                 {"covered", covered},
                 {"left_unread", unreadJson(record)},
                 {"totals", totalsJson(record.status, unreadable)},
                 {"grading",
                  {{"unit_ms", roundedMs(record.status.unit)},
                   {"baseline_ms", roundedMs(record.status.baseline)},
                   {"late", record.limits.late},
                   {"laboured", record.limits.laboured},
                   {"straining", record.limits.straining}}},
                 {"lateness", {{"edges", LatenessHistogram::edges}, {"blocks", counts}}},
                 {"ledger", ledger},
                 {"tape", events}};
    if (!known.empty())
        json["known_sectors"] = known;
    for (const Standstill& standstill : record.standstills)
        json["standstills"].push_back({{"lba", standstill.span.first.value},
                                       {"sectors", standstill.span.count.value},
                                       {"kind", standstillName(standstill.kind)},
                                       {"times", standstill.times}});
    for (const Treatment& treatment : record.treatments.all())
        json["treatments"].push_back({{"lba", treatment.span.first.value},
                                      {"sectors", treatment.span.count.value},
                                      {"step", treatmentStepName(treatment.step)},
                                      {"result", treatmentResultName(treatment.result)},
                                      {"at", isoTime(treatment.at)}});
    return json;
}

std::int64_t secondsFrom(const Json& time) {
    return QDateTime::fromString(QString::fromStdString(time.get<std::string>()), Qt::ISODate)
        .toSecsSinceEpoch();
}

Treatment treatmentFrom(const Json& json, const LbaSpan& whole) {
    Treatment treatment;
    treatment.span = {{orbita::whole<std::uint64_t>(json.at("lba"))},
                      {orbita::whole<std::uint64_t>(json.at("sectors"))}};
    const auto step = treatmentStepFromName(json.at("step").get<std::string>());
    const auto result = treatmentResultFromName(json.at("result").get<std::string>());
    if (!step || !result || treatment.span.empty() || treatment.span.first > whole.last() ||
        treatment.span.count > whole.count || intersection(treatment.span, whole) != treatment.span)
        throw std::runtime_error("a treatment is of sectors, by a step or with a result that cannot be");
    treatment.step = *step;
    treatment.result = *result;
    treatment.at = secondsFrom(json.at("at"));
    return treatment;
}

ScanRecord recordFrom(const Json& json) {
    if (json.at("format") != "orbita-scan")
        throw std::runtime_error("its \"format\" is not \"orbita-scan\"");
    if (json.at("version") != 1 && json.at("version") != 2)
        throw std::runtime_error("it was written by a later Orbita; this one reads versions 1 and 2");
    ScanRecord record;
    const auto started =
        QDateTime::fromString(QString::fromStdString(json.at("started").get<std::string>()), Qt::ISODate);
    record.startedAt = started.toSecsSinceEpoch();
    record.drive = driveFrom(json.at("drive"));
    for (const Json& name : json.at("access").at("notes"))
        for (std::size_t i = 0; i < noteNames.size(); ++i)
            if (name == noteNames[i])
                record.accessNotes.push_back(static_cast<AccessNote>(i));
    record.maxSectorsPerCommand = whole<std::uint32_t>(json.at("access").at("sectors_per_command"));
    record.plan = planFrom(json.at("plan"));
    const BlockGrid& grid = record.plan.grid;
    const std::uint64_t capacity = record.drive.capacity.value;
    if (grid.span.empty() || grid.blockSectors == 0 || grid.span.first.value >= capacity ||
        grid.span.count.value > capacity - grid.span.first.value)
        throw std::runtime_error("its span does not fit the drive it names");
    if (grid.blocks() > mostPlateBlocks)
        throw std::runtime_error("it has more blocks than any scan of Orbita's");
    record.status.phase = ScanPhase::ended;
    record.status.order = record.plan.asked.order;
    record.status.blockSectors = grid.blockSectors;
    record.status.ended = endReasonFromName(json.at("ended").get<std::string>()).value_or(EndReason::stopped);
    if (record.status.ended == EndReason::running)
        record.status.ended = EndReason::stopped;
    for (const Json& span : json.at("covered"))
        record.covered.push_back(spanFrom(span));
    for (const Json& known : json.value("known_sectors", Json::array()))
        record.known.push_back({spanFrom(known), whole<std::uint32_t>(known.at("crc32"))});
    for (const Json& entry : json.value("standstills", Json::array())) {
        const auto kind = standstillFromName(entry.at("kind").get<std::string>());
        const LbaSpan span{{whole<std::uint64_t>(entry.at("lba"))},
                           {whole<std::uint64_t>(entry.at("sectors"))}};
        if (!kind || span.empty() || intersection(span, record.drive.whole()) != span)
            throw std::runtime_error("it names a standstill that cannot be");
        addStandstill(record.standstills, {span, *kind, whole<std::uint32_t>(entry.at("times"))}, true);
    }
    totalsFrom(json.at("totals"), record.status);
    const Json& grading = json.at("grading");
    record.status.unit = fromMilliseconds(grading.at("unit_ms").get<double>());
    record.status.baseline = fromMilliseconds(grading.at("baseline_ms").get<double>());
    record.limits = {grading.at("late").get<double>(), grading.at("laboured").get<double>(),
                     grading.at("straining").get<double>()};
    std::array<std::uint64_t, LatenessHistogram::buckets> counts{};
    const Json& blocks = json.at("lateness").at("blocks");
    for (std::size_t i = 0; i < counts.size(); ++i)
        counts[i] = whole<std::uint64_t>(blocks.at(i));
    record.status.lateness.setCounts(counts);
    if (const auto treatments = json.find("treatments"); treatments != json.end())
        for (const Json& treatment : *treatments)
            record.treatments.add(treatmentFrom(treatment, record.drive.whole()));
    for (const Json& entry : json.at("ledger"))
        record.ledger.push_back(ledgerEntryFrom(entry));
    for (const Json& entry : json.at("tape"))
        record.events.push_back(eventFrom(entry));
    record.status.eventCount = record.events.size();
    record.status.position = record.covered.empty() ? grid.span.first : record.covered.back().end();
    return record;
}

} // namespace

std::string isoTime(std::int64_t seconds) {
    return QDateTime::fromSecsSinceEpoch(seconds, Qt::UTC).toString(Qt::ISODate).toStdString();
}

std::string scanFileName(const DriveIdentity& drive, std::int64_t startedAt) {
    std::string name = drive.serial.empty() ? drive.model : drive.serial;
    for (char& c : name)
        if (std::isalnum(static_cast<unsigned char>(c)) == 0 && c != '-' && c != '_')
            c = '_';
    std::string time = isoTime(startedAt);
    std::erase(time, ':');
    return (name.empty() ? "drive" : name) + '-' + time + ".orbita-scan.json";
}

std::string scanDocument(const ScanRecord& record) {
    return recordJson(record).dump(1, ' ', false, Json::error_handler_t::replace);
}

std::string scanToJson(const ScanRecord& record, PlateEncoder& encoder) {
    std::string text = scanDocument(record);
    if (!record.plate)
        return text + '\n';
    // The plate is by far the largest part: its chunks (base64, nothing to escape) are put in as they are.
    const std::vector<std::string>& chunks = encoder.encode(*record.plate);
    text.resize(text.rfind('}'));
    while (text.back() == '\n' || text.back() == ' ')
        text.pop_back();
    text += ",\n \"plate\": {\"encoding\": \"zstd+base64\", \"chunk_blocks\": " +
            std::to_string(plateChunkBlocks) + ", \"blocks\": " + std::to_string(record.plate->blocks()) +
            ", \"chunks\": [";
    for (std::size_t i = 0; i < chunks.size(); ++i)
        text += (i == 0 ? "\n  \"" : ",\n  \"") +
                QByteArray::fromStdString(chunks[i]).toBase64().toStdString() + '"';
    return text + "]}\n}\n";
}

namespace {

Error refusal(const std::string& origin, Phrase why) {
    return {Error::Kind::badCall, "opening the scan", origin, std::move(why),
            "Choose a file that Orbita saved as a scan."};
}

std::shared_ptr<Plate> plateFrom(const Json& json, std::uint64_t blocks) {
    auto chunks = json.at("chunks").get<std::vector<std::string>>();
    for (std::string& chunk : chunks) {
        const auto packed = QByteArray::fromBase64Encoding(QByteArray::fromStdString(chunk),
                                                           QByteArray::AbortOnBase64DecodingErrors);
        if (!packed)
            throw std::runtime_error("a chunk of the plate is no base64");
        chunk = packed.decoded.toStdString();
    }
    auto plate = decodePlate(blocks, chunks);
    if (!plate)
        throw std::runtime_error(plate.error().message());
    return *plate;
}

} // namespace

Result<ScanRecord> scanFromDocument(const std::string& text, const std::string& origin) {
    try {
        return recordFrom(Json::parse(text));
    } catch (const std::exception& e) {
        return tl::unexpected(refusal(origin, e.what()));
    }
}

Result<ScanRecord> scanFromJson(const std::string& text, const std::string& origin) {
    try {
        const Json json = Json::parse(text);
        ScanRecord record = recordFrom(json);
        if (json.contains("plate"))
            record.plate = plateFrom(json.at("plate"), record.plan.grid.blocks());
        return record;
    } catch (const std::exception& e) {
        return tl::unexpected(refusal(origin, e.what()));
    }
}

Result<void> saveFile(const std::string& path, const std::string& content, const PlaceRules& rules) {
    const auto place = judgePlace(path, rules);
    if (!place)
        return tl::unexpected(place.error());
    return writeDurably(place->entry(), content, place->recheck);
}

Result<void> saveScan(const std::string& path, const ScanRecord& record, const PlaceRules& rules) {
    PlateEncoder encoder;
    return saveFile(path, scanToJson(record, encoder), rules);
}

Result<ScanRecord> loadScan(const std::string& path) {
    constexpr std::uint64_t mostBytes = 4ULL << 30U;
    const auto text = readWholeFile(path, "the scan", mostBytes);
    if (!text) {
        Error error = text.error();
        error.advice = "Choose a file that Orbita saved as a scan.";
        return tl::unexpected(std::move(error));
    }
    return scanFromJson(*text, path);
}

} // namespace orbita
