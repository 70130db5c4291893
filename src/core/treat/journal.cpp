// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/treat/journal.h"

#include "core/base/checksum.h"
#include "core/base/durable_file.h"
#include "core/base/json_numbers.h"
#include "core/base/names.h"
#include "core/base/text.h"
#include "core/treat/journal_lines.h"

#include <algorithm>
#include <cerrno>
#include <fcntl.h>
#include <filesystem>
#include <sys/file.h>
#include <unistd.h>

namespace orbita {

using namespace lines;

namespace {

constexpr int journalVersion = 1;
constexpr std::array<std::string_view, 2> originNames = {"unreadable", "slow"};

json spotJson(const Spot& spot) {
    return {spot.span.first.value, spot.span.count.value, originNames[static_cast<std::size_t>(spot.origin)]};
}

Spot spotFrom(const json& j) {
    if (!j.is_array() || j.size() != 3 || !j[2].is_string())
        throw BadLine("no spot");
    const auto origin = enumFromName<SpotOrigin>(originNames, j[2].get<std::string>());
    if (!origin)
        throw BadLine("no such origin");
    const Spot spot{{{whole<std::uint64_t>(j[0])}, {whole<std::uint64_t>(j[1])}}, *origin};
    if (spot.span.first.value > mostSectors(512) || spot.span.count.value > mostSectors(512))
        throw BadLine("no drive has such sectors");
    return spot;
}

json planJson(const TreatmentPlan& plan) {
    json spots = json::array();
    for (const Spot& spot : plan.spots)
        spots.push_back(spotJson(spot));
    const AllowedSteps& allowed = plan.rules.allowed;
    json j = {{"spots", std::move(spots)},
              {"refresh", allowed.refresh},
              {"pieced", allowed.pieced},
              {"zeros", allowed.zeros},
              {"reassign", allowed.reassign},
              {"tries", plan.rules.tries},
              {"clean_reads", plan.rules.cleanReads},
              {"writes", plan.rules.writes},
              {"margin", plan.margin.value},
              {"known", spansJson(plan.known)},
              {"data_elsewhere", dataElsewhereName(plan.data)},
              {"against_advice", plan.againstAdvice},
              {"reason", cleanText(plan.reason, mostWords)}};
    putLimits(j, plan.limits);
    return j;
}

TreatmentPlan planFrom(const json& j) {
    TreatmentPlan plan;
    for (const json& spot : j.at("spots"))
        plan.spots.push_back(spotFrom(spot));
    AllowedSteps& allowed = plan.rules.allowed;
    allowed.refresh = j.at("refresh").get<bool>();
    allowed.pieced = j.at("pieced").get<bool>();
    allowed.zeros = j.at("zeros").get<bool>();
    allowed.reassign = j.at("reassign").get<bool>();
    plan.rules.tries = whole<unsigned>(j.at("tries"));
    plan.rules.cleanReads = whole<unsigned>(j.at("clean_reads"));
    plan.rules.writes = whole<unsigned>(j.at("writes"));
    plan.limits = limitsFrom(j);
    plan.margin.value = whole<std::uint64_t>(j.at("margin"));
    plan.known = spansOf(j.at("known"));
    const auto data = dataElsewhereFromName(j.at("data_elsewhere").get<std::string>());
    plan.data = data.value_or(DataElsewhere::notAsked);
    plan.againstAdvice = j.at("against_advice").get<bool>();
    plan.reason = cleanText(j.at("reason").get<std::string>(), mostWords);
    return plan;
}

std::string bitsOf(const std::vector<bool>& known) {
    std::string bits;
    for (const bool one : known)
        bits += one ? '1' : '0';
    return bits;
}

std::vector<bool> knownFrom(const std::string& bits) {
    std::vector<bool> known;
    for (const char c : bits)
        known.push_back(c == '1');
    return known;
}

SpotResult resultFrom(const json& j) {
    SpotResult result;
    result.spot = spotFrom(j.at("spot"));
    const auto step = treatmentStepFromName(j.at("step").get<std::string>());
    const auto is = treatmentResultFromName(j.at("result").get<std::string>());
    if (!step || !is)
        throw BadLine("no such result");
    result.step = *step;
    result.result = *is;
    result.lost.value = whole<std::uint64_t>(j.at("lost"));
    result.proven = j.at("proven").get<bool>();
    result.before = timeOf(j, "before_ns");
    result.after = timeOf(j, "after_ns");
    result.words = cleanText(j.at("words").get<std::string>(), mostWords);
    result.at = whole<std::int64_t>(j.at("at"));
    return result;
}

// One record after the other, and where each stands. What is torn is stepped over.
class JournalReader {
public:
    explicit JournalReader(std::string all) : m_all(std::move(all)) {}

    JournalTold read() {
        bool any = false;
        while (m_at < m_all.size()) {
            const std::size_t begins = m_at;
            try {
                takeOne(any);
                any = true;
            } catch (const std::exception&) {
                const std::size_t next = m_all.find('\n', begins);
                m_at = next == std::string::npos ? m_all.size() : next + 1;
            }
        }
        return std::move(m_told);
    }

private:
    void takeOne(bool any) {
        const std::size_t end = m_all.find('\n', m_at);
        if (end == std::string::npos)
            throw BadLine("torn");
        const json record = recordOf(std::string_view(m_all).substr(m_at, end - m_at));
        const std::string what = record.at("record").get<std::string>();
        const std::uint64_t bytes = record.contains("bytes") ? whole<std::uint64_t>(record.at("bytes")) : 0;
        if (bytes > m_all.size() - end - 1)
            throw BadLine("torn");
        if (!any && what == "begun") {
            if (record.at("format") != "orbita-treatment" ||
                whole<int>(record.at("version")) != journalVersion)
                throw BadLine("of another version");
            m_told.id = record.at("id").get<std::string>();
            m_told.drive = driveFrom(record.at("drive"));
            m_told.plan = planFrom(record.at("plan"));
            m_told.startedAt = whole<std::int64_t>(record.at("started_at"));
            m_told.purged = record.value("purged", false);
        } else if (m_told.id.empty() || record.at("id") != m_told.id) {
            throw BadLine("of another journal"); // such as a customer's sector may hold
        } else {
            take(what, record, end + 1, bytes);
        }
        m_at = end + 1 + bytes + (bytes > 0 ? 1 : 0);
    }

    void take(const std::string& what, const json& record, std::size_t at, std::uint64_t bytes) {
        if (what == "saved") {
            SavedSpot saved;
            saved.spot = spotFrom(record.at("spot"));
            const auto kind = writeKindFromName(record.at("kind").get<std::string>());
            if (!kind)
                throw BadLine("no such kind");
            saved.kind = *kind;
            saved.known = knownFrom(record.at("known").get<std::string>());
            saved.at = at;
            saved.bytes = bytes;
            saved.crc32 = whole<std::uint32_t>(record.at("crc32"));
            const std::string_view contents(m_all.data() + at, bytes);
            if (saved.known.size() != saved.spot.span.count.value ||
                (bytes > 0 &&
                 crcOf(std::as_bytes(std::span(contents.data(), contents.size()))) != saved.crc32))
                throw BadLine("damaged");
            m_told.saved[saved.spot.span.first] = std::move(saved);
        } else if (what == "result") {
            SpotResult result = resultFrom(record);
            const auto same =
                std::find_if(m_told.results.begin(), m_told.results.end(),
                             [&](const SpotResult& r) { return r.spot.span == result.spot.span; });
            if (same == m_told.results.end())
                m_told.results.push_back(std::move(result));
            else
                *same = std::move(result);
        } else if (what == "step") {
            m_told.steps.push_back({spanOf(record.at("span")), cleanText(record.at("did").get<std::string>()),
                                    cleanText(record.at("came").get<std::string>()),
                                    cleanText(record.at("words").get<std::string>(), mostWords),
                                    timeOf(record, "latency_ns"), timeOf(record, "at_ns")});
        } else if (what == "ended") {
            m_told.ended = treatmentStopFromName(record.at("stop").get<std::string>());
            m_told.newDefects = spansOf(record.at("new_defects"));
        } else if (what == "taken-up") {
            m_told.ended.reset();
            if (const auto more = record.find("spots"); more != record.end()) {
                std::vector<Spot>& spots = m_told.plan.spots;
                for (const json& spot : *more)
                    spots.push_back(spotFrom(spot));
                std::sort(spots.begin(), spots.end(),
                          [](const Spot& a, const Spot& b) { return a.span.first < b.span.first; });
            }
        } else {
            throw BadLine("unknown");
        }
    }

    std::string m_all;
    std::size_t m_at = 0;
    JournalTold m_told;
};

Result<JournalTold> toldBy(int file, const std::string& path) {
    const auto size = sizeOf(file, path);
    if (!size)
        return tl::unexpected(size.error());
    auto all = readAt(file, path, 0, *size);
    if (!all)
        return tl::unexpected(all.error());
    JournalTold told = JournalReader(std::move(*all)).read();
    if (told.id.empty())
        return tl::unexpected(Error{Error::Kind::badCall, readingIt, path,
                                    "it is no treatment that this Orbita can read",
                                    "It is left as it is. A later version of Orbita may have written it."});
    return told;
}

json stepRecord(const TreatmentStepTaken& step) {
    return {{"record", "step"},
            {"span", spanJson(step.span)},
            {"did", step.did},
            {"came", step.came},
            {"words", cleanText(step.words, mostWords)},
            {"latency_ns", step.latency.count()},
            {"at_ns", step.at.count()}};
}

json resultRecord(const SpotResult& result) {
    return {{"record", "result"},
            {"spot", spotJson(result.spot)},
            {"step", treatmentStepName(result.step)},
            {"result", treatmentResultName(result.result)},
            {"lost", result.lost.value},
            {"proven", result.proven},
            {"before_ns", result.before.count()},
            {"after_ns", result.after.count()},
            {"words", cleanText(result.words, mostWords)},
            {"at", result.at}};
}

json endRecord(TreatmentStop stop, const std::vector<LbaSpan>& newDefects) {
    return {{"record", "ended"}, {"stop", treatmentStopName(stop)}, {"new_defects", spansJson(newDefects)}};
}

json beginRecord(const DriveIdentity& drive, const TreatmentPlan& plan, std::int64_t startedAt) {
    return {{"record", "begun"},       {"format", "orbita-treatment"}, {"version", journalVersion},
            {"started_at", startedAt}, {"drive", driveJson(drive)},    {"plan", planJson(plan)}};
}

} // namespace

std::vector<Lba> JournalTold::inBetween() const {
    std::vector<Lba> spots;
    for (const auto& [first, spot] : saved) {
        const bool done = std::any_of(results.begin(), results.end(), [&, at = first](const SpotResult& r) {
            return r.spot.span.first == at;
        });
        if (!done)
            spots.push_back(first);
    }
    return spots;
}

TreatmentJournal::TreatmentJournal(Descriptor file, std::string path, LogDisk disk)
    : m_file(std::move(file)), m_path(std::move(path)), m_disk(std::move(disk)) {}

Result<TreatmentJournal> TreatmentJournal::create(const std::string& folder, const PlaceRules& rules,
                                                  const DriveIdentity& drive, const TreatmentPlan& plan,
                                                  std::int64_t startedAt) {
    const std::string id = newActionId();
    auto made = makeFile(folder, rules, drive, startedAt, id, journalEnding, O_APPEND);
    if (!made)
        return tl::unexpected(made.error());
    TreatmentJournal journal(std::move(made->file), made->path, systemLogDisk());
    if (auto begun = journal.begin(id, drive, plan, startedAt); !begun)
        return tl::unexpected(begun.error());
    return journal;
}

Result<TreatmentJournal> TreatmentJournal::open(const std::string& path, const PlaceRules& rules,
                                                LogDisk disk) {
    auto opened = openFile(path, rules, O_RDWR | O_APPEND);
    if (!opened)
        return tl::unexpected(opened.error());
    Descriptor& file = *opened;
    auto told = toldBy(file.get(), path);
    if (!told)
        return tl::unexpected(told.error());
    TreatmentJournal journal(std::move(*opened), path, std::move(disk));
    journal.m_id = told->id;
    journal.m_saved = true;
    if (auto up = journal.append({{"record", "taken-up"}}, {}, true); !up)
        return tl::unexpected(up.error());
    return journal;
}

Result<void> TreatmentJournal::takeUp(const std::vector<Spot>& more) {
    json spots = json::array();
    for (const Spot& spot : more)
        spots.push_back(spotJson(spot));
    m_saved = m_saved || !more.empty(); // from here on it says something
    return append({{"record", "taken-up"}, {"spots", std::move(spots)}}, {}, true);
}

Result<JournalTold> TreatmentJournal::read(const std::string& path) {
    const Descriptor file(::open(path.c_str(), O_RDONLY | O_NOFOLLOW | O_NONBLOCK | O_CLOEXEC));
    if (!file)
        return tl::unexpected(systemError(readingIt, path, errno));
    return toldBy(file.get(), path);
}

Result<JournalTold> TreatmentJournal::told() const {
    return toldBy(m_file.get(), m_path);
}

Result<void> TreatmentJournal::load(SavedSpot& saved) const {
    const std::string& path = m_path;
    std::vector<std::byte> contents(saved.bytes);
    std::size_t have = 0;
    while (have < contents.size()) {
        const ssize_t got = pread(m_file.get(), contents.data() + have, contents.size() - have,
                                  static_cast<off_t>(saved.at + have));
        if (got < 0 && errno == EINTR)
            continue;
        if (got <= 0)
            return tl::unexpected(systemError(readingIt, path, got < 0 ? errno : EIO));
        have += static_cast<std::size_t>(got);
    }
    if (contents.empty() || crcOf(contents) != saved.crc32)
        return tl::unexpected(Error{Error::Kind::unusable,
                                    readingIt,
                                    path,
                                    contents.empty() ? "what was saved of it has been taken out"
                                                     : "what was saved of it is damaged",
                                    {}});
    saved.contents = std::move(contents);
    return {};
}

Result<void> TreatmentJournal::append(nlohmann::json record, std::span<const std::byte> contents,
                                      bool durable) {
    record["id"] = m_id;
    if (!contents.empty())
        record["bytes"] = contents.size();
    std::string bytes = recordLine(record);
    if (!contents.empty()) {
        bytes.append(reinterpret_cast<const char*>(contents.data()), contents.size());
        bytes += '\n';
    }
    // Behind what a power cut or a full disk has torn, a line of its own.
    char last = '\n';
    const off_t size = lseek(m_file.get(), 0, SEEK_END);
    if (size > 0 && pread(m_file.get(), &last, 1, size - 1) == 1 && last != '\n')
        bytes.insert(0, "\n");
    int error = m_disk.append(m_file.get(), bytes);
    if (error == 0 && durable)
        error = m_disk.sync(m_file.get());
    if (error != 0)
        return tl::unexpected(systemError(keeping, m_path, error));
    return {};
}

Result<void> TreatmentJournal::begin(const std::string& id, const DriveIdentity& drive,
                                     const TreatmentPlan& plan, std::int64_t startedAt) {
    m_id = id;
    return append(beginRecord(drive, plan, startedAt), {}, true);
}

void TreatmentJournal::discard() {
    if (!m_saved)
        unlink(m_path.c_str());
}

Result<void> TreatmentJournal::save(const SavedSpot& saved) {
    m_saved = true;
    return append({{"record", "saved"},
                   {"spot", spotJson(saved.spot)},
                   {"kind", writeKindName(saved.kind)},
                   {"known", bitsOf(saved.known)},
                   {"crc32", crcOf(saved.contents)}},
                  saved.contents, true);
}

Result<void> TreatmentJournal::result(const SpotResult& result) {
    return append(resultRecord(result), {}, true);
}

Result<void> TreatmentJournal::end(TreatmentStop stop, const std::vector<LbaSpan>& newDefects) {
    return append(endRecord(stop, newDefects), {}, true);
}

Result<void> TreatmentJournal::step(const TreatmentStepTaken& step) {
    return append(stepRecord(step), {}, false);
}

Result<void> purgeJournal(const std::string& path) {
    const auto refused = [&](Phrase answer, Phrase advice) {
        return tl::unexpected(Error{Error::Kind::refusedUnsafe, "taking the customer's data out of", path,
                                    std::move(answer), std::move(advice)});
    };
    const Descriptor file(::open(path.c_str(), O_RDONLY | O_NOFOLLOW | O_CLOEXEC));
    if (!file)
        return tl::unexpected(systemError(readingIt, path, errno));
    if (flock(file.get(), LOCK_EX | LOCK_NB) != 0)
        return refused("another program goes on with it", "Let that one end.");
    const auto told = toldBy(file.get(), path);
    if (!told)
        return tl::unexpected(told.error());
    if (!told->ended || !told->inBetween().empty())
        return refused("the treatment was interrupted: what is saved may be the only copy",
                       "Go on with the treatment first.");
    for (const SpotResult& result : told->results)
        if (told->saved.contains(result.spot.span.first) && !isHealed(result.result))
            return refused("not all of it reads well since: what is saved may be the only copy",
                           "Write it to another place first.");
    const auto line = [&](json record) {
        record["id"] = told->id;
        return recordLine(record);
    };
    json first = beginRecord(told->drive, told->plan, told->startedAt);
    first["purged"] = true;
    std::string out = line(std::move(first));
    for (const TreatmentStepTaken& step : told->steps)
        out += line(stepRecord(step));
    for (const SpotResult& result : told->results)
        out += line(resultRecord(result));
    out += line(endRecord(*told->ended, told->newDefects));
    const std::filesystem::path at(path);
    const Descriptor folder(
        ::open(at.has_parent_path() ? at.parent_path().c_str() : ".", O_RDONLY | O_DIRECTORY | O_CLOEXEC));
    if (!folder)
        return tl::unexpected(systemError(readingIt, path, errno));
    return writeDurably({folder.get(), at.filename().string(), path}, out);
}

int purgeOldJournals(const std::string& folder, std::uint64_t days, std::int64_t now) {
    constexpr std::int64_t daySeconds = 86'400;
    if (days == 0)
        return 0;
    const std::int64_t before = now - static_cast<std::int64_t>(days) * daySeconds;
    int purged = 0;
    std::error_code error;
    for (const auto& entry : std::filesystem::directory_iterator(folder, error)) {
        const std::string path = entry.path().string();
        if (entry.path().extension() != journalEnding)
            continue;
        const auto told = TreatmentJournal::read(path);
        if (!told || told->purged || told->saved.empty())
            continue;
        std::int64_t ended = told->startedAt;
        for (const SpotResult& result : told->results)
            ended = std::max(ended, result.at);
        if (ended <= before && purgeJournal(path))
            ++purged;
    }
    return purged;
}

} // namespace orbita
