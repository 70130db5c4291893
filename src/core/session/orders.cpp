// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/session/orders.h"

#include "core/base/json_numbers.h"
#include "core/base/names.h"
#include "core/base/text.h"
#include "core/drive/link/order_channel.h"

#include <fmt/format.h>

namespace orbita {

namespace {

using nlohmann::json;

// What is wrong with a message; never leaves this file.
struct BadMessage : std::runtime_error {
    using std::runtime_error::runtime_error;
};

constexpr std::size_t mostTextBytes = 2000;
constexpr std::size_t mostSpansOfAnOrder = 4096;

constexpr std::array<std::string_view, 4> writeKinds = {"refresh", "pieced", "zeros", "reassign"};
constexpr std::array<std::string_view, 15> outcomes = {
    "answered",   "unreadable",  "bare-error",  "link-fault",     "drive-gone",
    "beyond-end", "reader-lost", "interrupted", "medium-changed", "not-ready",
    "unmapped",   "locked",      "refused",     "withdrawn",      "barred"};
constexpr std::array<std::string_view, 3> toldBys = {"serial", "world-wide-name", "looks"};
constexpr std::array<std::string_view, 7> errorKinds = {
    "bad-call", "not-found", "no-permission", "unusable", "refused-unsafe", "no-answer", "system-failure"};

static_assert(writeKinds.size() == static_cast<std::size_t>(WriteKind::reassign) + 1);
static_assert(outcomes.size() == static_cast<std::size_t>(Outcome::barred) + 1);
static_assert(toldBys.size() == static_cast<std::size_t>(ToldBy::looks) + 1);
static_assert(errorKinds.size() == static_cast<std::size_t>(Error::Kind::systemFailure) + 1);

std::string text(const json& object, const char* key) {
    const auto found = object.find(key);
    if (found == object.end())
        return {};
    if (!found->is_string())
        throw BadMessage(fmt::format("\"{}\" is no text", key));
    return cleanText(found->get<std::string>(), mostTextBytes);
}

const json& member(const json& object, const char* key) {
    const auto found = object.find(key);
    if (found == object.end())
        throw BadMessage(fmt::format("\"{}\" is missing", key));
    return *found;
}

bool flag(const json& object, const char* key) {
    const json& value = member(object, key);
    if (!value.is_boolean())
        throw BadMessage(fmt::format("\"{}\" is neither true nor false", key));
    return value.get<bool>();
}

template <class Value, std::size_t n>
Value named(const json& object, const char* key, const std::array<std::string_view, n>& names) {
    const auto value = enumFromName<Value>(names, text(object, key));
    if (!value)
        throw BadMessage(fmt::format("\"{}\" names nothing that there is", key));
    return *value;
}

json phraseTo(const Phrase& phrase) {
    return {{"text", phrase.pattern()}, {"values", phrase.values()}};
}

Phrase phraseAt(const json& object, const char* key) {
    constexpr std::size_t mostValues = 8;
    const json& phrase = member(object, key);
    const json& values = member(phrase, "values");
    if (!values.is_array() || values.size() > mostValues)
        throw BadMessage(fmt::format("\"{}\" is no sentence", key));
    std::vector<std::string> parts;
    for (const json& value : values)
        parts.push_back(cleanText(value.get<std::string>(), mostTextBytes));
    return Phrase::received(text(phrase, "text"), std::move(parts));
}

LbaSpan spanFrom(const json& pair) {
    if (!pair.is_array() || pair.size() != 2)
        throw BadMessage("a span is a first sector and a number of sectors");
    const LbaSpan span{Lba{whole<std::uint64_t>(pair[0])}, SectorCount{whole<std::uint64_t>(pair[1])}};
    if (span.first.value > mostSectors(512) || span.count.value > mostSectors(512))
        throw BadMessage("no drive has such sectors");
    return span;
}

json spanTo(const LbaSpan& span) {
    return {span.first.value, span.count.value};
}

json driveTo(const DriveId& drive) {
    return {{"model", drive.model},
            {"serial", drive.serial},
            {"world_wide_name", drive.worldWideName},
            {"capacity_bytes", drive.capacityBytes}};
}

DriveId driveIdFrom(const json& object) {
    if (!object.is_object())
        throw BadMessage("\"drive\" is no drive");
    return {text(object, "model"), text(object, "serial"), text(object, "world_wide_name"),
            wholeOr<std::uint64_t>(object, "capacity_bytes", 0)};
}

Nanoseconds millisecondsAt(const json& object, const char* key) {
    const auto count = whole<std::uint64_t>(member(object, key));
    constexpr std::uint64_t aWeek = 7ULL * 24 * 3600 * 1000;
    if (count > aWeek)
        throw BadMessage(fmt::format("\"{}\" is too long", key));
    return std::chrono::milliseconds{count};
}

Family familyAt(const json& object) {
    if (const auto family = familyFromName(text(object, "family")))
        return *family;
    throw BadMessage("\"family\" names none");
}

std::uint64_t inMilliseconds(Nanoseconds time) {
    return static_cast<std::uint64_t>(time / std::chrono::milliseconds{1});
}

// The fields of each order; its contents, if it has any, follow the line.
struct Fields {
    json operator()(const OpenOrder& order) const {
        return {{"what", "open"}, {"drive", driveTo(order.drive)}, {"who", order.who}};
    }
    json operator()(const SelfTestOrder& order) const {
        return {{"what", "self-test"},
                {"family", familyName(order.family)},
                {"kind", selfTestKindName(order.kind)},
                {"span", spanTo(order.span)}};
    }
    json operator()(const AbortTestOrder& order) const {
        return {{"what", "abort-self-test"}, {"family", familyName(order.family)}};
    }
    json operator()(const HealthReportingOrder& order) const {
        return {{"what", "health-reporting"}, {"family", familyName(order.family)}};
    }
    json operator()(const LimitRecoveryOrder& order) const {
        return {{"what", "limit-recovery"}, {"limit_ms", inMilliseconds(order.limit)}};
    }
    json operator()(const RestoreRecoveryOrder& /*order*/) const { return {{"what", "restore-recovery"}}; }
    json operator()(const GrantOrder& order) const {
        json spans = json::array();
        for (const LbaSpan& span : order.spans)
            spans.push_back(spanTo(span));
        json kinds = json::array();
        for (const WriteKind kind : order.kinds)
            kinds.push_back(writeKindName(kind));
        return {{"what", "grant-writing"},
                {"spans", std::move(spans)},
                {"kinds", std::move(kinds)},
                {"reason", order.reason},
                {"lasting_ms", inMilliseconds(order.lasting)},
                {"data_elsewhere", dataElsewhereName(order.data)},
                {"against_advice", order.againstAdvice},
                {"policy_allows", order.policyAllows},
                {"serial_on_label", order.serialOnLabel},
                {"confirmation", order.confirmation},
                {"journal", order.journal},
                {"run", order.run.value}};
    }
    json operator()(const EndWritingOrder& order) const {
        return {{"what", "end-writing"}, {"grant", order.grant}};
    }
    json operator()(const WriteOrder& order) const {
        return {{"what", "write"},
                {"grant", order.grant},
                {"kind", writeKindName(order.kind)},
                {"span", spanTo(order.span)},
                {"crc32", order.crc32}};
    }
};

Order orderFrom(const json& line, std::string_view contents) {
    const std::string what = text(line, "what");
    if (what != "write" && !contents.empty())
        throw BadMessage("only what is written has contents");
    if (what == "open")
        return OpenOrder{driveIdFrom(member(line, "drive")), text(line, "who")};
    if (what == "self-test") {
        const auto kind = selfTestKindFromName(text(line, "kind"));
        if (!kind)
            throw BadMessage("\"kind\" names no self-test");
        return SelfTestOrder{familyAt(line), *kind, spanFrom(member(line, "span"))};
    }
    if (what == "abort-self-test")
        return AbortTestOrder{familyAt(line)};
    if (what == "health-reporting")
        return HealthReportingOrder{familyAt(line)};
    if (what == "limit-recovery")
        return LimitRecoveryOrder{millisecondsAt(line, "limit_ms")};
    if (what == "restore-recovery")
        return RestoreRecoveryOrder{};
    if (what == "grant-writing") {
        GrantOrder order;
        const json& spans = member(line, "spans");
        const json& kinds = member(line, "kinds");
        if (!spans.is_array() || !kinds.is_array() || spans.size() > mostSpansOfAnOrder || kinds.size() > 8)
            throw BadMessage("\"spans\" and \"kinds\" are lists");
        for (const json& span : spans)
            order.spans.push_back(spanFrom(span));
        for (const json& kind : kinds) {
            const auto known = kind.is_string() ? writeKindFromName(kind.get<std::string>()) : std::nullopt;
            if (!known)
                throw BadMessage("\"kinds\" names one that there is not");
            order.kinds.push_back(*known);
        }
        order.reason = text(line, "reason");
        order.lasting = millisecondsAt(line, "lasting_ms");
        const auto data = dataElsewhereFromName(text(line, "data_elsewhere"));
        if (!data)
            throw BadMessage("\"data_elsewhere\" is no answer");
        order.data = *data;
        order.againstAdvice = flag(line, "against_advice");
        order.policyAllows = flag(line, "policy_allows");
        order.serialOnLabel = flag(line, "serial_on_label");
        order.confirmation = text(line, "confirmation");
        order.journal = text(line, "journal");
        order.run.value = whole<std::uint64_t>(member(line, "run"));
        return order;
    }
    if (what == "end-writing")
        return EndWritingOrder{text(line, "grant")};
    if (what == "write") {
        WriteOrder order;
        order.grant = text(line, "grant");
        order.kind = named<WriteKind>(line, "kind", writeKinds);
        order.span = spanFrom(member(line, "span"));
        order.crc32 = whole<std::uint32_t>(member(line, "crc32"));
        const auto bytes = std::as_bytes(std::span(contents.data(), contents.size()));
        order.contents.assign(bytes.begin(), bytes.end());
        return order;
    }
    throw BadMessage("there is no such order");
}

struct ReplyFields {
    json operator()(const OpenedReply& reply) const {
        return {{"what", "opened"}, {"drive", driveTo(reply.drive)}, {"told_by", toldByName(reply.by)}};
    }
    json operator()(const DoneReply& /*reply*/) const { return {{"what", "done"}}; }
    json operator()(const RecoveryReply& reply) const {
        return {
            {"what", "recovery"}, {"before_ms", inMilliseconds(reply.before)}, {"changed", reply.changed}};
    }
    json operator()(const GrantReply& reply) const {
        const WriteWays& ways = reply.ways;
        return {{"what", "granted"},           {"grant", reply.grant},    {"expires_at", reply.expiresAt},
                {"forces", ways.forces},       {"flushes", ways.flushes}, {"checks", ways.checks},
                {"reassigns", ways.reassigns}, {"zeroes", ways.zeroes},   {"most_sectors", ways.mostSectors}};
    }
    json operator()(const WrittenReply& reply) const {
        const WriteAnswer& answer = reply.answer;
        json out = {{"what", "written"},
                    {"outcome", outcomes[static_cast<std::size_t>(answer.verdict.outcome)]},
                    {"forced", answer.forced},
                    {"no_spare", answer.noSpare},
                    {"protection", answer.protection},
                    {"latency_ns", answer.latency.count()},
                    {"words", answer.words}};
        if (answer.verdict.firstBad)
            out["first_bad"] = answer.verdict.firstBad->value;
        return out;
    }
};

OrderReply replyFrom(const json& line) {
    const std::string what = text(line, "what");
    if (what == "opened")
        return OpenedReply{driveIdFrom(member(line, "drive")), named<ToldBy>(line, "told_by", toldBys)};
    if (what == "done")
        return DoneReply{};
    if (what == "recovery") {
        return RecoveryReply{millisecondsAt(line, "before_ms"), flag(line, "changed")};
    }
    if (what == "granted") {
        GrantReply reply{text(line, "grant"), whole<std::int64_t>(member(line, "expires_at")), {}};
        reply.ways.forces = flag(line, "forces");
        reply.ways.flushes = flag(line, "flushes");
        reply.ways.checks = flag(line, "checks");
        reply.ways.reassigns = flag(line, "reassigns");
        reply.ways.zeroes = flag(line, "zeroes");
        reply.ways.mostSectors = whole<std::uint32_t>(member(line, "most_sectors"));
        return reply;
    }
    if (what == "written") {
        WriteAnswer answer;
        answer.verdict.outcome = named<Outcome>(line, "outcome", outcomes);
        answer.forced = flag(line, "forced");
        answer.noSpare = flag(line, "no_spare");
        answer.protection = flag(line, "protection");
        answer.latency = Nanoseconds{whole<std::int64_t>(member(line, "latency_ns"))};
        if (answer.latency.count() < 0)
            throw BadMessage("no answer comes before it is asked for");
        answer.words = text(line, "words");
        if (line.contains("first_bad"))
            answer.verdict.firstBad = Lba{whole<std::uint64_t>(member(line, "first_bad"))};
        return WrittenReply{std::move(answer)};
    }
    throw BadMessage("there is no such answer");
}

// One line of JSON, and whatever follows it.
std::string message(json line, std::span<const std::byte> contents = {}) {
    line["orbita-session"] = protocolVersion;
    std::string out = line.dump(-1, ' ', false, json::error_handler_t::replace) + '\n';
    out.append(reinterpret_cast<const char*>(contents.data()), contents.size());
    return out;
}

struct Parts {
    json line;
    std::string_view contents;
};

Parts partsOf(std::string_view message) {
    if (message.size() > mostMessageBytes)
        throw BadMessage("it is too long");
    const std::size_t end = message.find('\n');
    if (end == std::string_view::npos)
        throw BadMessage("its line does not end");
    Parts parts{json::parse(message.substr(0, end), nullptr, false), message.substr(end + 1)};
    if (!parts.line.is_object())
        throw BadMessage("it is no message");
    if (parts.line.value("orbita-session", json()) != protocolVersion)
        throw BadMessage("it is of another version");
    return parts;
}

Error notUnderstood(const std::exception& why) {
    return {Error::Kind::badCall,
            "speaking with the process that holds the drive,",
            {},
            why.what(),
            "Orbita's programs do not belong together: install them anew."};
}

} // namespace

std::string_view writeKindName(WriteKind kind) {
    return writeKinds[static_cast<std::size_t>(kind)];
}
std::optional<WriteKind> writeKindFromName(std::string_view name) {
    return enumFromName<WriteKind>(writeKinds, name);
}
std::string_view toldByName(ToldBy by) {
    return toldBys[static_cast<std::size_t>(by)];
}

std::string encodeOrder(const Order& order) {
    const auto* const write = std::get_if<WriteOrder>(&order);
    return message(std::visit(Fields{}, order),
                   write == nullptr ? std::span<const std::byte>{} : std::span(write->contents));
}

Result<Order> decodeOrder(std::string_view message) {
    try {
        const Parts parts = partsOf(message);
        return orderFrom(parts.line, parts.contents);
    } catch (const std::exception& bad) { // a number that is none, too
        return tl::unexpected(notUnderstood(bad));
    }
}

std::string encodeReply(const Result<OrderReply>& reply) {
    if (reply)
        return message(std::visit(ReplyFields{}, *reply));
    const Error& error = reply.error();
    return message({{"error",
                     {{"kind", errorKinds[static_cast<std::size_t>(error.kind)]},
                      {"tried", phraseTo(error.tried)},
                      {"on", error.on},
                      {"answer", phraseTo(error.answer)},
                      {"advice", phraseTo(error.advice)}}}});
}

Result<OrderReply> decodeReply(std::string_view message) {
    try {
        const Parts parts = partsOf(message);
        if (!parts.contents.empty())
            throw BadMessage("an answer has no contents");
        const auto error = parts.line.find("error");
        if (error == parts.line.end())
            return replyFrom(parts.line);
        if (!error->is_object())
            throw BadMessage("its error is none");
        return tl::unexpected(Error{named<Error::Kind>(*error, "kind", errorKinds), phraseAt(*error, "tried"),
                                    text(*error, "on"), phraseAt(*error, "answer"),
                                    phraseAt(*error, "advice")});
    } catch (const std::exception& bad) {
        return tl::unexpected(notUnderstood(bad));
    }
}

} // namespace orbita
