// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/treat/refresh/refresh_journal.h"

#include "core/base/checksum.h"
#include "core/base/durable_file.h"
#include "core/base/json_numbers.h"
#include "core/base/text.h"
#include "core/session/action_log.h"
#include "core/treat/journal_lines.h"

#include <algorithm>
#include <cerrno>
#include <fcntl.h>
#include <map>
#include <unistd.h>

namespace orbita {

using namespace lines;

namespace {

constexpr int refreshVersion = 1;
constexpr std::uint64_t slotHead = 64U << 10U; // of the line that says what is in a slot
constexpr std::uint64_t ringAlignment = 4096;
constexpr std::uint64_t mostSlotBytes = 256U << 20U;
constexpr std::uint32_t mostSlots = 1024;
constexpr std::size_t mostFindings = 200'000; // that are remembered of a journal

json totalsJson(const RefreshTotals& totals) {
    return {{"done", totals.done.value},       {"written", totals.written.value},
            {"empty", totals.empty.value},     {"late", totals.late},
            {"healed", totals.healed},         {"still_late", totals.stillLate},
            {"unreadable", totals.unreadable}, {"refused", totals.refused},
            {"worse", totals.worse},           {"took_ns", totals.took.count()}};
}

RefreshTotals totalsFrom(const json& j) {
    RefreshTotals totals;
    totals.done.value = whole<std::uint64_t>(j.at("done"));
    totals.written.value = whole<std::uint64_t>(j.at("written"));
    totals.empty.value = whole<std::uint64_t>(j.at("empty"));
    totals.late = whole<std::uint64_t>(j.at("late"));
    totals.healed = whole<std::uint64_t>(j.at("healed"));
    totals.stillLate = whole<std::uint64_t>(j.at("still_late"));
    totals.unreadable = whole<std::uint64_t>(j.at("unreadable"));
    totals.refused = whole<std::uint64_t>(j.at("refused"));
    totals.worse = whole<std::uint64_t>(j.at("worse"));
    totals.took = timeOf(j, "took_ns");
    return totals;
}

json refreshPlanJson(const RefreshPlan& plan) {
    json j = {{"spans", spansJson(plan.spans)},
              {"whole", plan.whole},
              {"block_sectors", plan.blockSectors},
              {"known", spansJson(plan.known)},
              {"data_elsewhere", dataElsewhereName(plan.data)},
              {"against_advice", plan.againstAdvice},
              {"reason", cleanText(plan.reason, mostWords)}};
    putLimits(j, plan.limits);
    return j;
}

RefreshPlan refreshPlanFrom(const json& j) {
    RefreshPlan plan;
    plan.spans = spansOf(j.at("spans"));
    plan.whole = j.at("whole").get<bool>();
    plan.blockSectors = whole<std::uint32_t>(j.at("block_sectors"));
    plan.known = spansOf(j.at("known"));
    plan.data =
        dataElsewhereFromName(j.at("data_elsewhere").get<std::string>()).value_or(DataElsewhere::notAsked);
    plan.againstAdvice = j.at("against_advice").get<bool>();
    plan.reason = cleanText(j.at("reason").get<std::string>(), mostWords);
    plan.limits = limitsFrom(j);
    Lba end;
    for (const LbaSpan& span : plan.spans) {
        if (span.empty() || span.first < end)
            throw BadLine("out of order");
        end = span.end();
    }
    if (plan.blockSectors == 0)
        throw BadLine("no blocks");
    return plan;
}

// Where everything is in the file.
struct Layout {
    RingSize size;
    std::uint64_t ringAt = 0;
    [[nodiscard]] std::uint64_t slotAt(std::uint64_t sequence) const {
        return ringAt + sequence % size.slotCount * (slotHead + size.slotBytes);
    }
    [[nodiscard]] std::uint64_t logAt() const {
        return ringAt + size.slotCount * (slotHead + size.slotBytes);
    }
};

struct Told {
    RefreshTold told;
    Layout layout;
    std::uint64_t end = 0; // of what stands behind the ring, with a line's end behind it
    std::map<Lba, RefreshFinding> findings;
};

json pieceJson(const LbaSpan& span, std::span<const std::byte> contents) {
    return {span.first.value, span.count.value, contents.size(), crcOf(contents)};
}

KeptPiece pieceFrom(const json& j, std::uint64_t at) {
    if (!j.is_array() || j.size() != 4)
        throw BadLine("no piece");
    return {spanOf({j[0], j[1]}), at, whole<std::uint64_t>(j[2]), whole<std::uint32_t>(j[3])};
}

Result<std::vector<std::byte>> contentsOf(int file, const std::string& path, const KeptPiece& piece) {
    if (piece.bytes > mostSlotBytes)
        return tl::unexpected(Error{Error::Kind::unusable, readingIt, path, "it is damaged", {}});
    const auto read = readAt(file, path, piece.at, piece.bytes);
    if (!read)
        return tl::unexpected(read.error());
    const auto bytes = std::as_bytes(std::span(read->data(), read->size()));
    if (bytes.size() != piece.bytes || crcOf(bytes) != piece.crc32)
        return tl::unexpected(
            Error{Error::Kind::unusable, readingIt, path, "what was saved of it is damaged", {}});
    return std::vector<std::byte>(bytes.begin(), bytes.end());
}

// A slot that is whole; nothing for one that was never filled, or torn.
std::optional<RingSlot> slotOf(int file, const std::string& path, const Told& all, std::uint64_t index,
                               bool checked) {
    const std::uint64_t at = all.layout.slotAt(index);
    const auto head = readAt(file, path, at, slotHead);
    if (!head)
        return std::nullopt;
    try {
        const json record = recordOf(std::string_view(*head).substr(0, head->find('\n')));
        if (record.at("record") != "slot" || record.at("id") != all.told.id)
            return std::nullopt;
        RingSlot slot;
        slot.sequence = whole<std::uint64_t>(record.at("sequence"));
        slot.before = totalsFrom(record.at("before"));
        std::uint64_t from = at + slotHead;
        for (const json& one : record.at("pieces")) {
            slot.pieces.push_back(pieceFrom(one, from));
            from += slot.pieces.back().bytes;
            if (from > at + slotHead + all.layout.size.slotBytes)
                return std::nullopt;
            if (checked && !contentsOf(file, path, slot.pieces.back()))
                return std::nullopt;
        }
        if (slot.sequence % all.layout.size.slotCount != index)
            return std::nullopt;
        return slot;
    } catch (const std::exception&) {
        return std::nullopt;
    }
}

void takeRecord(const json& record, std::uint64_t contentsAt, Told& all) {
    const std::string what = record.at("record").get<std::string>();
    RefreshTold& told = all.told;
    if (what == "found") {
        RefreshFinding finding;
        finding.span = spanOf(record.at("span"));
        const auto found = refreshFoundFromName(record.at("found").get<std::string>());
        if (!found)
            throw BadLine("no such finding");
        finding.found = *found;
        finding.before = timeOf(record, "before_ns");
        finding.after = timeOf(record, "after_ns");
        finding.words = cleanText(record.at("words").get<std::string>(), mostWords);
        // What is done again after it was broken off is found again.
        if (all.findings.size() < mostFindings || all.findings.contains(finding.span.first))
            all.findings[finding.span.first] = std::move(finding);
    } else if (what == "kept") {
        told.kept.push_back(pieceFrom(record.at("piece"), contentsAt));
    } else if (what == "ended") {
        told.ended = treatmentStopFromName(record.at("stop").get<std::string>());
        told.totals = totalsFrom(record.at("totals"));
    } else if (what == "taken-up") {
        told.ended.reset();
    } else {
        throw BadLine("unknown");
    }
}

// What stands behind the ring, record by record. What is torn is stepped over.
Result<void> readBehind(int file, const std::string& path, std::uint64_t size, Told& all) {
    all.end = all.layout.logAt();
    if (size <= all.end)
        return {};
    const auto text = readAt(file, path, all.end, size - all.end);
    if (!text)
        return tl::unexpected(text.error());
    for (std::size_t at = 0; at < text->size();) {
        const std::size_t end = std::min(text->find('\n', at), text->size());
        std::size_t next = end + 1;
        try {
            const json record = recordOf(std::string_view(*text).substr(at, end - at));
            if (record.at("id") != all.told.id)
                throw BadLine("of another journal"); // such as a customer's sector may hold
            const std::uint64_t bytes =
                record.contains("piece") ? whole<std::uint64_t>(record.at("piece").at(2)) : 0;
            if (bytes > text->size() - std::min(next, text->size()))
                throw BadLine("torn");
            takeRecord(record, all.end + next, all);
            next += bytes > 0 ? bytes + 1 : 0;
        } catch (const std::exception&) {
            // Stepped over.
        }
        at = next;
    }
    for (auto& [first, finding] : all.findings)
        all.told.findings.push_back(std::move(finding));
    all.end = size;
    return {};
}

// `checked`: with the contents of its slots, of which one may be torn.
Result<Told> allOf(int file, const std::string& path, bool checked) {
    const auto none = [&] {
        return tl::unexpected(Error{Error::Kind::badCall, readingIt, path,
                                    "it is no refresh that this Orbita can read",
                                    "It is left as it is. A later version of Orbita may have written it."});
    };
    const auto size = sizeOf(file, path);
    if (!size)
        return tl::unexpected(size.error());
    // The first line, a part at a time: most are short.
    std::string head;
    while (head.find('\n') == std::string::npos &&
           head.size() < std::min<std::uint64_t>(*size, mostLineBytes)) {
        const auto more = readAt(file, path, head.size(), 1U << 20U);
        if (!more)
            return tl::unexpected(more.error());
        if (more->empty())
            break;
        head += *more;
    }
    Told all;
    try {
        const json record = recordOf(std::string_view(head).substr(0, head.find('\n')));
        if (record.at("record") != "begun" || record.at("format") != "orbita-refresh" ||
            whole<int>(record.at("version")) != refreshVersion)
            return none();
        all.told.id = record.at("id").get<std::string>();
        all.told.drive = driveFrom(record.at("drive"));
        all.told.plan = refreshPlanFrom(record.at("plan"));
        all.told.startedAt = whole<std::int64_t>(record.at("started_at"));
        all.layout.size.slotCount = whole<std::uint32_t>(record.at("slots"));
        all.layout.size.slotBytes = whole<std::uint64_t>(record.at("slot_bytes"));
        all.layout.ringAt = whole<std::uint64_t>(record.at("ring_at"));
    } catch (const std::exception&) {
        return none();
    }
    if (all.layout.size.slotCount < 2 || all.layout.size.slotCount > mostSlots ||
        all.layout.size.slotBytes > mostSlotBytes || all.layout.ringAt > mostLineBytes + ringAlignment)
        return none();
    if (auto behind = readBehind(file, path, *size, all); !behind)
        return tl::unexpected(behind.error());
    for (std::uint64_t i = 0; i < all.layout.size.slotCount; ++i)
        if (auto slot = slotOf(file, path, all, i, checked))
            all.told.ring.push_back(std::move(*slot));
    std::sort(all.told.ring.begin(), all.told.ring.end(),
              [](const RingSlot& a, const RingSlot& b) { return a.sequence < b.sequence; });
    // An end that was taken up again says less than what was saved since.
    if (!all.told.ring.empty() && all.told.ring.back().before.done >= all.told.totals.done && !all.told.ended)
        all.told.totals = all.told.ring.back().before;
    return all;
}

} // namespace

RingDisk systemRingDisk() {
    return {[](int file, std::span<const std::byte> bytes, std::uint64_t at) {
                return writeAllAt(file, bytes, at);
            },
            [](int file) { return fdatasync(file) == 0 ? 0 : errno; }};
}

Result<RefreshJournal> RefreshJournal::begin(Descriptor file, std::string path, RingDisk disk,
                                             const DriveIdentity& drive, const RefreshPlan& plan,
                                             std::int64_t startedAt, RingSize size) {
    RefreshJournal journal(std::move(file), std::move(path), std::move(disk));
    // No more of it than the plan can fill.
    const std::uint64_t all = plan.sectors().value * drive.logicalBytes;
    size.slotBytes =
        std::max<std::uint64_t>(size.slotBytes, std::uint64_t{plan.blockSectors} * drive.logicalBytes);
    size.slotCount = static_cast<std::uint32_t>(
        std::clamp<std::uint64_t>(all / size.slotBytes + 1, 2, std::max(size.slotCount, 2U)));
    journal.m_id = newActionId();
    journal.m_size = size;
    json record = {{"record", "begun"},
                   {"format", "orbita-refresh"},
                   {"version", refreshVersion},
                   {"id", journal.m_id},
                   {"started_at", startedAt},
                   {"drive", driveJson(drive)},
                   {"plan", refreshPlanJson(plan)},
                   {"slots", size.slotCount},
                   {"slot_bytes", size.slotBytes},
                   {"ring_at", std::uint64_t{0}}};
    constexpr std::uint64_t roomForNumber = 32;
    journal.m_ringAt =
        (recordLine(record).size() + roomForNumber + ringAlignment - 1) / ringAlignment * ringAlignment;
    record["ring_at"] = journal.m_ringAt;
    const std::string line = recordLine(record);
    const Layout layout{size, journal.m_ringAt};
    journal.m_end = layout.logAt();
    // All of the ring's room at once: it is not to be missed in the midst.
    int error = posix_fallocate(journal.m_file.get(), 0, static_cast<off_t>(journal.m_end));
    if (error == 0)
        error =
            journal.m_disk.write(journal.m_file.get(), std::as_bytes(std::span(line.data(), line.size())), 0);
    if (error == 0)
        error = journal.m_disk.sync(journal.m_file.get());
    if (error != 0)
        return tl::unexpected(systemError(keeping, journal.m_path, error));
    return journal;
}

Result<RefreshJournal> RefreshJournal::create(const std::string& folder, const PlaceRules& rules,
                                              const DriveIdentity& drive, const RefreshPlan& plan,
                                              std::int64_t startedAt, RingSize size) {
    auto made = makeFile(folder, rules, drive, startedAt, newActionId(), refreshEnding, 0);
    if (!made)
        return tl::unexpected(made.error());
    auto journal = begin(std::move(made->file), made->path, systemRingDisk(), drive, plan, startedAt, size);
    if (!journal)
        unlink(made->path.c_str());
    return journal;
}

Result<RefreshJournal> RefreshJournal::open(const std::string& path, const PlaceRules& rules, RingDisk disk) {
    auto file = openFile(path, rules, O_RDWR);
    if (!file)
        return tl::unexpected(file.error());
    auto all = allOf(file->get(), path, true);
    if (!all)
        return tl::unexpected(all.error());
    RefreshJournal journal(std::move(*file), path, std::move(disk));
    journal.m_id = all->told.id;
    journal.m_size = all->layout.size;
    journal.m_ringAt = all->layout.ringAt;
    journal.m_end = all->end;
    journal.m_sequence = all->told.ring.empty() ? 0 : all->told.ring.back().sequence + 1;
    journal.m_saved = true;
    if (auto up = journal.append({{"record", "taken-up"}}, {}, true); !up)
        return tl::unexpected(up.error());
    return journal;
}

Result<RefreshTold> RefreshJournal::read(const std::string& path) {
    const Descriptor file(::open(path.c_str(), O_RDONLY | O_NOFOLLOW | O_NONBLOCK | O_CLOEXEC));
    if (!file)
        return tl::unexpected(systemError(readingIt, path, errno));
    return allOf(file.get(), path, false).map([](Told all) { return std::move(all.told); });
}

Result<std::vector<std::byte>> RefreshJournal::contents(const std::string& path, const KeptPiece& piece) {
    const Descriptor file(::open(path.c_str(), O_RDONLY | O_NOFOLLOW | O_NONBLOCK | O_CLOEXEC));
    if (!file)
        return tl::unexpected(systemError(readingIt, path, errno));
    return contentsOf(file.get(), path, piece);
}

Result<RefreshTold> RefreshJournal::told() const {
    return allOf(m_file.get(), m_path, true).map([](Told all) { return std::move(all.told); });
}

Result<std::vector<std::byte>> RefreshJournal::load(const KeptPiece& piece) const {
    return contentsOf(m_file.get(), m_path, piece);
}

Result<void> RefreshJournal::append(nlohmann::json record, std::span<const std::byte> contents,
                                    bool durable) {
    record["id"] = m_id;
    // Behind what a power cut or a full disk has torn, a line of its own.
    std::string bytes = "\n" + recordLine(record);
    if (!contents.empty()) {
        bytes.append(reinterpret_cast<const char*>(contents.data()), contents.size());
        bytes += '\n';
    }
    int error = m_disk.write(m_file.get(), std::as_bytes(std::span(bytes.data(), bytes.size())), m_end);
    if (error == 0) {
        m_end += bytes.size();
        if (durable)
            error = m_disk.sync(m_file.get());
    }
    if (error != 0)
        return tl::unexpected(systemError(keeping, m_path, error));
    return {};
}

Result<void> RefreshJournal::save(const std::vector<PieceContents>& pieces, const RefreshTotals& before) {
    m_saved = true;
    json list = json::array();
    for (const PieceContents& piece : pieces)
        list.push_back(pieceJson(piece.span, piece.contents));
    std::string head = recordLine({{"record", "slot"},
                                   {"id", m_id},
                                   {"sequence", m_sequence},
                                   {"before", totalsJson(before)},
                                   {"pieces", std::move(list)}});
    if (head.size() > slotHead)
        return tl::unexpected(
            Error{Error::Kind::unusable, keeping, m_path, "so many pieces are no slot", {}});
    head.resize(slotHead, '\0');
    std::uint64_t at = Layout{m_size, m_ringAt}.slotAt(m_sequence);
    int error = m_disk.write(m_file.get(), std::as_bytes(std::span(head.data(), head.size())), at);
    at += slotHead;
    for (const PieceContents& piece : pieces) {
        if (error == 0)
            error = m_disk.write(m_file.get(), piece.contents, at);
        at += piece.contents.size();
    }
    if (error == 0)
        error = m_disk.sync(m_file.get());
    if (error != 0)
        return tl::unexpected(systemError(keeping, m_path, error));
    ++m_sequence;
    return {};
}

Result<void> RefreshJournal::find(const RefreshFinding& finding) {
    m_saved = true;
    return append({{"record", "found"},
                   {"span", spanJson(finding.span)},
                   {"found", refreshFoundName(finding.found)},
                   {"before_ns", finding.before.count()},
                   {"after_ns", finding.after.count()},
                   {"words", cleanText(finding.words, mostWords)}},
                  {}, false);
}

Result<void> RefreshJournal::keep(const PieceContents& piece) {
    m_saved = true;
    return append({{"record", "kept"}, {"piece", pieceJson(piece.span, piece.contents)}}, piece.contents,
                  true);
}

Result<void> RefreshJournal::end(TreatmentStop stop, const RefreshTotals& totals) {
    m_saved = true;
    auto ended = append(
        {{"record", "ended"}, {"stop", treatmentStopName(stop)}, {"totals", totalsJson(totals)}}, {}, true);
    if (ended && stop == TreatmentStop::done)
        giveBackRing();
    return ended;
}

// It held what the drive holds now, read again from there: a customer's data, needed no more. Where the file
// system cannot take room back, it is overwritten.
void RefreshJournal::giveBackRing() {
    const Layout layout{m_size, m_ringAt};
    const auto bytes = static_cast<off_t>(layout.logAt() - m_ringAt);
    if (fallocate(m_file.get(), FALLOC_FL_PUNCH_HOLE | FALLOC_FL_KEEP_SIZE, static_cast<off_t>(m_ringAt),
                  bytes) != 0) {
        const std::vector<std::byte> zeros(1U << 20U);
        for (std::uint64_t at = m_ringAt; at < layout.logAt(); at += zeros.size())
            if (m_disk.write(m_file.get(),
                             std::span(zeros).first(static_cast<std::size_t>(
                                 std::min<std::uint64_t>(zeros.size(), layout.logAt() - at))),
                             at) != 0)
                return;
    }
    (void)m_disk.sync(m_file.get());
}

void RefreshJournal::discard() {
    if (!m_saved)
        unlink(m_path.c_str());
}

} // namespace orbita
