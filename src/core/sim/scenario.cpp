// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/sim/scenario.h"

#include "core/base/names.h"
#include "core/base/read_file.h"
#include "core/base/text.h"

#include <bit>
#include <cmath>
#include <limits>
#include <nlohmann/json.hpp>
#include <set>

namespace orbita::sim {

namespace {

using Json = nlohmann::json;

// What is wrong with a scenario file; turned into an Error where parsing began.
struct Complaint {
    std::string text;
};

// One JSON object being read: every key must be known, of the right type and inside its range.
class ObjectReader {
public:
    ObjectReader(const Json& json, std::string where) : m_json(json), m_where(std::move(where)) {
        if (!json.is_object())
            throw Complaint{m_where + " must be an object"};
    }

    const Json* find(const char* key) {
        m_known.insert(key);
        const auto it = m_json.find(key);
        return it == m_json.end() ? nullptr : &*it;
    }
    bool has(const char* key) { return find(key) != nullptr; }

    const Json& need(const char* key) {
        const Json* value = find(key);
        if (value == nullptr)
            throw Complaint{m_where + " lacks \"" + key + "\""};
        return *value;
    }

    std::string text(const char* key, const std::string& otherwise) {
        return has(key) ? text(key) : otherwise;
    }
    std::string text(const char* key) {
        const Json& value = need(key);
        if (!value.is_string())
            throw Complaint{at(key) + " must be a text"};
        return value.get<std::string>();
    }

    std::uint64_t whole(const char* key, std::uint64_t least, std::uint64_t most) {
        const Json& value = need(key);
        if (!value.is_number_unsigned() || value.get<std::uint64_t>() < least ||
            value.get<std::uint64_t>() > most)
            throw Complaint{at(key) + " must be a whole number from " + std::to_string(least) + " to " +
                            std::to_string(most)};
        return value.get<std::uint64_t>();
    }
    std::uint64_t whole(const char* key, std::uint64_t least, std::uint64_t most, std::uint64_t otherwise) {
        return has(key) ? whole(key, least, most) : otherwise;
    }

    double number(const char* key, double least, double most) {
        const Json& value = need(key);
        if (!value.is_number() || !(value.get<double>() >= least && value.get<double>() <= most)) {
            std::ostringstream range;
            range << " must be a number from " << least << " to " << most;
            throw Complaint{at(key) + range.str()};
        }
        return value.get<double>();
    }
    double number(const char* key, double least, double most, double otherwise) {
        return has(key) ? number(key, least, most) : otherwise;
    }

    bool flag(const char* key, bool otherwise) {
        const Json* value = find(key);
        if (value == nullptr)
            return otherwise;
        if (!value->is_boolean())
            throw Complaint{at(key) + " must be true or false"};
        return value->get<bool>();
    }

    [[nodiscard]] std::string at(const char* key) const { return m_where + "." + key; }
    [[nodiscard]] const std::string& where() const { return m_where; }

    // To be called when all keys have been asked for.
    void finish() const {
        for (const auto& item : m_json.items())
            if (!m_known.contains(item.key()))
                throw Complaint{m_where + " has a key that no scenario knows: \"" + item.key() + "\""};
    }

private:
    const Json& m_json;
    std::string m_where;
    std::set<std::string> m_known;
};

constexpr double mostMilliseconds = 1e9;

void readDrive(ObjectReader object, Scenario& scenario) {
    ata::IdentifyData& id = scenario.identity;
    id.model = cleanText(object.text("model"));
    id.serial = cleanText(object.text("serial"));
    id.firmware = object.text("firmware", "");
    id.capacity.value = object.whole("sectors", 1, 1ULL << 48U);
    id.logicalBytes = static_cast<std::uint32_t>(object.whole("logical_bytes", 512, 4096, 512));
    id.physicalBytes =
        static_cast<std::uint32_t>(object.whole("physical_bytes", 512, 65536, id.logicalBytes));
    if (!std::has_single_bit(id.logicalBytes) || !std::has_single_bit(id.physicalBytes) ||
        id.physicalBytes < id.logicalBytes)
        throw Complaint{object.where() +
                        ": sector sizes must be powers of two, physical no smaller than logical"};
    const bool solid = object.flag("solid_state", false);
    if (solid && object.has("rpm"))
        throw Complaint{object.where() + " has \"rpm\" although \"solid_state\" is true"};
    if (solid)
        id.rotationRate = 1;
    else if (object.has("rpm"))
        id.rotationRate = static_cast<std::uint32_t>(object.whole("rpm", 1025, 65534));
    scenario.attachment = object.text("attachment", "SATA");
    object.finish();
}

void readPace(ObjectReader object, Scenario& s) {
    s.outerMbPerS = object.number("outer_mb_per_s", 0.1, 1e5);
    s.innerMbPerS = object.number("inner_mb_per_s", 0.1, 1e5, s.outerMbPerS);
    s.zones = static_cast<std::uint32_t>(object.whole("zones", 1, 1000, s.zones));
    s.heads = static_cast<std::uint32_t>(object.whole("heads", 1, 64, s.heads));
    s.headSpreadPercent = object.number("head_spread_percent", 0, 90, s.headSpreadPercent);
    s.jitterPercent = object.number("jitter_percent", 0, 50, s.jitterPercent);
    s.overhead = fromMilliseconds(object.number("overhead_us", 0, 1e6, 60) / 1e3);
    s.shortestSeek = fromMilliseconds(object.number("shortest_seek_ms", 0, 1e4, 1));
    s.longestSeek = fromMilliseconds(object.number("longest_seek_ms", 0, 1e4, 16));
    object.finish();
}

void readCache(ObjectReader object, Scenario& s) {
    s.cacheBytes = object.whole("bytes", 0, 1ULL << 40U);
    s.readAheadBytes = object.whole("read_ahead_bytes", 0, 1ULL << 30U, s.readAheadBytes);
    s.interfaceMbPerS = object.number("interface_mb_per_s", 0.1, 1e6, s.interfaceMbPerS);
    object.finish();
}

DefectKind readKind(ObjectReader& object) {
    const std::string kind = object.text("kind");
    if (kind == "slow")
        return DefectKind::slow;
    if (kind == "unreadable")
        return DefectKind::unreadable;
    if (kind == "freeze")
        return DefectKind::freeze;
    if (kind == "drop")
        return DefectKind::drop;
    if (kind == "link_fault")
        return DefectKind::linkFault;
    throw Complaint{object.at("kind") + " is \"" + kind +
                    "\"; it must be slow, unreadable, freeze, drop or link_fault"};
}

// "turns" of a rotating drive, or "extra_ms".
Nanoseconds readLateness(ObjectReader& object, const Scenario& scenario, const char* turnsKey,
                         const char* msKey) {
    if (object.has(turnsKey) == object.has(msKey))
        throw Complaint{object.where() + " needs either \"" + turnsKey + "\" or \"" + msKey + "\""};
    if (object.has(msKey))
        return fromMilliseconds(object.number(msKey, 0, mostMilliseconds));
    if (!scenario.rotating())
        throw Complaint{object.at(turnsKey) + ": a solid-state drive has no turns; use \"" + msKey + "\""};
    return fromSeconds(toSeconds(scenario.turn()) * object.number(turnsKey, 0, 1e6));
}

OnWrite readOnWrite(ObjectReader& object) {
    const std::string name = object.text("on_write");
    constexpr std::array<std::string_view, 5> names = {"rewritten", "remapped", "stays", "worsens", "fails"};
    if (const auto known = enumFromName<OnWrite>(names, name))
        return *known;
    throw Complaint{object.at("on_write") + " is \"" + name +
                    "\"; it must be rewritten, remapped, stays, worsens or fails"};
}

WritingStory readWriting(ObjectReader object) {
    constexpr std::uint64_t most = 1ULL << 40U;
    WritingStory w;
    if (object.has("on_write"))
        w.onWrite = readOnWrite(object);
    w.spares = object.whole("spares", 0, most, w.spares);
    w.countersLag = fromSeconds(object.number("counters_lag_s", 0, 1e6, 0));
    w.tells = object.flag("tells", w.tells);
    w.writeCache = object.flag("write_cache", w.writeCache);
    w.swallowsFlushes = object.flag("swallows_flushes", w.swallowsFlushes);
    w.forces = object.flag("forces", w.forces);
    w.writeProtected = object.flag("write_protected", w.writeProtected);
    w.pretends = object.flag("pretends", w.pretends);
    w.extra = fromMilliseconds(object.number("extra_ms", 0, mostMilliseconds, 0));
    w.diesAtWrite = object.whole("dies_at_write", 0, most, 0);
    w.freezesAtWrite = object.whole("freezes_at_write", 0, most, 0);
    w.spreadsEvery = object.whole("spreads_every", 0, most, 0);
    object.finish();
    return w;
}

Defect readDefect(ObjectReader object, const Scenario& scenario) {
    Defect defect;
    defect.kind = readKind(object);
    const std::uint64_t capacity = scenario.identity.capacity.value;
    defect.span.first.value = object.whole("lba", 0, capacity - 1);
    defect.span.count.value = object.whole("sectors", 1, capacity - defect.span.first.value, 1);
    defect.probability = object.number("probability", 0, 1, 1);
    defect.times = static_cast<std::uint32_t>(object.whole("times", 0, 1'000'000, 0));
    if (object.has("on_write"))
        defect.onWrite = readOnWrite(object);
    defect.fadesAfter = fromSeconds(object.number("fades_after_s", 0, 1e9, 0));
    switch (defect.kind) {
    case DefectKind::slow:
        defect.delay = readLateness(object, scenario, "turns", "extra_ms");
        break;
    case DefectKind::unreadable:
        defect.delay = fromMilliseconds(object.number("answer_ms", 0, mostMilliseconds, 2500));
        break;
    case DefectKind::freeze:
        if (object.has("seconds") == object.flag("forever", false))
            throw Complaint{object.where() + " needs either \"seconds\" or \"forever\": true"};
        defect.endless = object.flag("forever", false);
        if (!defect.endless)
            defect.duration = fromSeconds(object.number("seconds", 0, 1e6));
        break;
    case DefectKind::drop:
    case DefectKind::linkFault:
        break;
    }
    object.finish();
    return defect;
}

Speckle readSpeckle(ObjectReader object, const Scenario& scenario) {
    Speckle speckle;
    speckle.perMillion = object.number("per_million", 0, 1e6);
    speckle.least = readLateness(object, scenario, "least_turns", "least_ms");
    speckle.most = readLateness(object, scenario, "most_turns", "most_ms");
    speckle.fromPercent = object.number("from_percent", 0, 100, 0);
    speckle.toPercent = object.number("to_percent", speckle.fromPercent, 100, 100);
    if (speckle.most < speckle.least)
        throw Complaint{object.where() + ": the most must not be below the least"};
    object.finish();
    return speckle;
}

OtherLoad readOtherLoad(ObjectReader object) {
    OtherLoad load;
    load.from = fromSeconds(object.number("from_s", 0, 1e9, 0));
    load.to = fromSeconds(object.number("to_s", toSeconds(load.from), 1e9));
    load.delay = fromMilliseconds(object.number("extra_ms", 0, mostMilliseconds));
    load.percent = object.number("percent", 0, 100, 100);
    object.finish();
    return load;
}

LbaSpan readUnmapped(ObjectReader object, const Scenario& scenario) {
    const std::uint64_t sectors = scenario.identity.capacity.value;
    LbaSpan span;
    span.first.value = object.whole("first_lba", 0, sectors - 1);
    span.count.value = object.whole("sectors", 1, sectors - span.first.value);
    object.finish();
    return span;
}

HealthStory readHealth(ObjectReader o, HealthStory h) {
    constexpr std::uint64_t most = 1ULL << 40U;
    h.offered = o.flag("offered", h.offered);
    h.watching = o.flag("watching", h.watching);
    h.predictsFailure = o.flag("predicts_failure", h.predictsFailure);
    h.hours = o.whole("hours", 0, 400'000, h.hours);
    h.powerCycles = o.whole("power_cycles", 0, most, h.powerCycles);
    h.startStops = o.whole("start_stops", 0, most, h.startStops);
    h.loadCycles = o.whole("load_cycles", 0, most, h.loadCycles);
    h.unsafeShutdowns = o.whole("unsafe_shutdowns", 0, most, h.unsafeShutdowns);
    h.reallocated = o.whole("reallocated", 0, most, h.reallocated);
    h.offlineUncorrectable = o.whole("offline_uncorrectable", 0, most, h.offlineUncorrectable);
    h.reportedUncorrectable = o.whole("reported_uncorrectable", 0, most, h.reportedUncorrectable);
    h.mediaErrors = o.whole("media_errors", 0, most, h.mediaErrors);
    h.spinRetries = o.whole("spin_retries", 0, most, h.spinRetries);
    h.linkErrors = o.whole("link_errors", 0, most, h.linkErrors);
    h.commandTimeouts = o.whole("command_timeouts", 0, most, h.commandTimeouts);
    h.writtenBytes = static_cast<std::uint64_t>(
        o.number("written_tb", 0, 1e6, static_cast<double>(h.writtenBytes) / 1e12) * 1e12);
    h.readBytes = static_cast<std::uint64_t>(
        o.number("read_tb", 0, 1e6, static_cast<double>(h.readBytes) / 1e12) * 1e12);
    h.temperature = static_cast<int>(o.number("temperature_c", -40, 120, h.temperature));
    h.highestTemperature =
        static_cast<int>(o.number("highest_temperature_c", -40, 120, h.highestTemperature));
    h.wearPercent = static_cast<unsigned>(o.whole("wear_percent", 0, 255, h.wearPercent));
    h.sparePercent = static_cast<unsigned>(o.whole("spare_percent", 0, 100, h.sparePercent));
    h.spareThreshold = static_cast<unsigned>(o.whole("spare_threshold", 0, 100, h.spareThreshold));
    h.knownPercent = o.number("known_percent", 0, 100, h.knownPercent);
    h.shortTestMinutes = static_cast<unsigned>(o.whole("short_test_minutes", 1, 60, h.shortTestMinutes));
    o.finish();
    return h;
}

EarlierVisit readEarlier(ObjectReader o, const HealthStory& today) {
    EarlierVisit visit;
    visit.daysAgo = static_cast<unsigned>(o.whole("days_ago", 1, 20'000));
    visit.job = o.text("job", "");
    visit.tester = o.text("tester", "");
    visit.notes = o.text("notes", "");
    if (const Json* marks = o.find("complaints")) {
        if (!marks->is_array())
            throw Complaint{o.at("complaints") + " must be a list"};
        for (const Json& mark : *marks) {
            if (!mark.is_string())
                throw Complaint{o.at("complaints") + " must hold texts"};
            visit.complaints.push_back(mark.get<std::string>());
        }
    }
    visit.health = today;
    if (const Json* health = o.find("vitals"))
        visit.health = readHealth(ObjectReader(*health, o.at("vitals")), today);
    if (const Json* scan = o.find("scan")) {
        ObjectReader surface(*scan, o.at("scan"));
        visit.scanned = true;
        visit.scannedPercent = surface.number("percent", 0.1, 100, 100);
        visit.defectsPercent = surface.number("defects_percent", 0, 100, 100);
        visit.specklesPercent = surface.number("speckles_percent", 0, 100, 100);
        surface.finish();
    }
    o.finish();
    return visit;
}

Front readFront(ObjectReader& top) {
    const std::string front = top.text("front", "ata");
    constexpr std::array<std::string_view, 5> names = {"ata", "sat", "bridge", "scsi", "nvme"};
    if (const auto known = enumFromName<Front>(names, front))
        return *known;
    throw Complaint{top.at("front") + " is \"" + front + "\"; it must be ata, sat, bridge, scsi or nvme"};
}

Lock readLock(ObjectReader& top) {
    const std::string lock = top.text("locked", "none");
    constexpr std::array<std::string_view, 3> names = {"none", "password", "ranges"};
    if (const auto known = enumFromName<Lock>(names, lock))
        return *known;
    throw Complaint{top.at("locked") + " is \"" + lock + "\"; it must be none, password or ranges"};
}

Scenario readScenario(const Json& json) {
    ObjectReader top(json, "scenario");
    if (top.text("format") != "orbita-scenario")
        throw Complaint{"scenario.format must be \"orbita-scenario\""};
    if (top.whole("version", 1, 1000) != 1)
        throw Complaint{"scenario.version is one that this Orbita does not know; it reads version 1"};
    Scenario scenario;
    scenario.name = top.text("name");
    scenario.story = top.text("story", "");
    scenario.seed = top.whole("seed", 0, std::numeric_limits<std::uint64_t>::max(), 1);
    readDrive(ObjectReader(top.need("drive"), "scenario.drive"), scenario);
    readPace(ObjectReader(top.need("pace"), "scenario.pace"), scenario);
    if (const Json* cache = top.find("cache"))
        readCache(ObjectReader(*cache, "scenario.cache"), scenario);
    const auto list = [&](const char* key, auto&& readOne) {
        const Json* values = top.find(key);
        if (values == nullptr)
            return;
        if (!values->is_array())
            throw Complaint{top.at(key) + " must be a list"};
        for (std::size_t i = 0; i < values->size(); ++i)
            readOne(ObjectReader((*values)[i], top.at(key) + "[" + std::to_string(i) + "]"));
    };
    list("defects", [&](ObjectReader o) { scenario.defects.push_back(readDefect(std::move(o), scenario)); });
    list("speckles",
         [&](ObjectReader o) { scenario.speckles.push_back(readSpeckle(std::move(o), scenario)); });
    list("other_load", [&](ObjectReader o) { scenario.otherLoads.push_back(readOtherLoad(std::move(o))); });
    list("not_stored",
         [&](ObjectReader o) { scenario.unmapped.push_back(readUnmapped(std::move(o), scenario)); });
    if (const Json* writing = top.find("writing"))
        scenario.writing = readWriting(ObjectReader(*writing, "scenario.writing"));
    scenario.zoneSectors = top.whole("zone_sectors", 0, scenario.identity.capacity.value, 0);
    scenario.limitsErrorRecovery = top.flag("limits_recovery", true);
    scenario.verifyLies = top.flag("verify_lies", false);
    scenario.commandsAtOnce = static_cast<std::uint32_t>(top.whole("commands_at_once", 1, 64, 1));
    scenario.lock = readLock(top);
    scenario.front = readFront(top);
    if (const Json* health = top.find("vitals"))
        scenario.health = readHealth(ObjectReader(*health, "scenario.vitals"), {});
    list("earlier_visits",
         [&](ObjectReader o) { scenario.earlier.push_back(readEarlier(std::move(o), scenario.health)); });
    scenario.playbackSeconds = top.number("playback_seconds", 0.1, 1e6, scenario.playbackSeconds);
    top.finish();
    settleDefects(scenario);
    return scenario;
}

Error badScenario(const std::string& origin, Phrase why) {
    return {Error::Kind::badCall, "reading the scenario", origin, std::move(why),
            "docs/formats.md describes scenario files; those under demo/ are examples."};
}

} // namespace

Nanoseconds Scenario::turn() const {
    if (!rotating())
        return {};
    return fromSeconds(60.0 / identity.rotationRate.value_or(7200));
}

double Scenario::pace(Lba lba) const {
    if (zones <= 1)
        return outerMbPerS;
    const double where = static_cast<double>(lba.value) / static_cast<double>(identity.capacity.value);
    const double zone = std::floor(where * zones) / (zones - 1);
    return outerMbPerS + (innerMbPerS - outerMbPerS) * std::min(zone, 1.0);
}

Nanoseconds Scenario::undisturbedDuration() const {
    const double zoneBytes = static_cast<double>(identity.capacity.value) * identity.logicalBytes / zones;
    double seconds = 0;
    for (std::uint32_t zone = 0; zone < zones; ++zone) {
        const double where = (zone + 0.5) / zones * static_cast<double>(identity.capacity.value);
        seconds += zoneBytes / (pace({static_cast<std::uint64_t>(where)}) * 1e6);
    }
    return fromSeconds(seconds);
}

void settleDefects(Scenario& scenario) {
    const std::uint64_t per = std::max(1U, scenario.identity.physicalBytes / scenario.identity.logicalBytes);
    for (Defect& defect : scenario.defects) {
        if (defect.kind != DefectKind::unreadable)
            continue;
        const std::uint64_t first = defect.span.first.value / per * per;
        const std::uint64_t end = (defect.span.end().value + per - 1) / per * per;
        defect.span = intersection(spanBetween({first}, {end}), {Lba{0}, scenario.identity.capacity});
    }
    std::stable_sort(scenario.defects.begin(), scenario.defects.end(),
                     [](const Defect& a, const Defect& b) { return a.span.first < b.span.first; });
}

Result<Scenario> parseScenario(const std::string& text, const std::string& origin) {
    try {
        return readScenario(Json::parse(text));
    } catch (const Complaint& complaint) {
        return tl::unexpected(badScenario(origin, Phrase::verbatim(complaint.text)));
    } catch (const Json::exception& e) {
        return tl::unexpected(badScenario(origin, {"it is no valid JSON: {}", {e.what()}}));
    }
}

Result<Scenario> loadScenario(const std::string& path) {
    constexpr std::uint64_t mostBytes = 64U << 20U;
    const auto text = readWholeFile(path, "the scenario", mostBytes);
    return text ? parseScenario(*text, path) : tl::unexpected(text.error());
}

} // namespace orbita::sim
