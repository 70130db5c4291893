// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/evidence/evidence_json.h"

#include "core/base/json_numbers.h"
#include "core/base/text.h"

#include <algorithm>
#include <cmath>
#include <nlohmann/json.hpp>

namespace orbita {

namespace {

using Ordered = nlohmann::ordered_json;

constexpr std::size_t mostListed = 100'000;

struct BadEvidence {
    Phrase why;
};

[[noreturn]] void refuse(const std::string& where, const char* what) {
    throw BadEvidence{{"{} must be {}", {where, what}}};
}

// One description of the document, gone through for writing and for reading.
class EvidenceWriter {
public:
    explicit EvidenceWriter(Ordered& into) : m_into(into) {}
    void value(const char* key, const std::string& text) { m_into[key] = text; }
    void value(const char* key, bool flag) { m_into[key] = flag; }
    void value(const char* key, double number) { m_into[key] = number; }
    void value(const char* key, std::int64_t number) { m_into[key] = number; }
    void value(const char* key, std::uint64_t number) { m_into[key] = number; }
    template <class T>
    void value(const char* key, const std::optional<T>& maybe) {
        if (maybe)
            value(key, *maybe);
    }
    template <class Enum, class Name, class From>
    void named(const char* key, Enum value, Name name, From) {
        m_into[key] = name(value);
    }
    template <class Enum, class Name, class From>
    void named(const char* key, const std::optional<Enum>& value, Name name, From) {
        if (value)
            m_into[key] = name(*value);
    }
    template <class Body>
    void object(const char* key, Body body) {
        Ordered inner = Ordered::object();
        EvidenceWriter writer(inner);
        body(writer);
        if (!inner.empty())
            m_into[key] = std::move(inner);
    }
    template <class T, class Body>
    void list(const char* key, std::vector<T>& items, Body body) {
        Ordered array = Ordered::array();
        for (T& item : items) {
            Ordered inner = Ordered::object();
            EvidenceWriter writer(inner);
            body(writer, item);
            array.push_back(std::move(inner));
        }
        m_into[key] = std::move(array);
    }
    template <class T, class Body>
    void maybe(const char* key, std::optional<T>& item, Body body) {
        if (item)
            object(key, [&](EvidenceWriter& writer) { body(writer, *item); });
    }

private:
    Ordered& m_into;
};

class EvidenceReader {
public:
    EvidenceReader(const Ordered& from, std::string where) : m_from(from), m_where(std::move(where)) {
        if (!from.is_object())
            refuse(m_where, "an object");
    }
    ~EvidenceReader() = default;
    EvidenceReader(const EvidenceReader&) = delete;
    EvidenceReader& operator=(const EvidenceReader&) = delete;

    void value(const char* key, std::string& text) {
        if (const Ordered* found = find(key)) {
            if (!found->is_string())
                refuse(at(key), "a text");
            text = cleanText(found->get<std::string>());
        }
    }
    void value(const char* key, bool& flag) {
        if (const Ordered* found = find(key)) {
            if (!found->is_boolean())
                refuse(at(key), "true or false");
            flag = found->get<bool>();
        }
    }
    void value(const char* key, double& number) {
        if (const Ordered* found = find(key)) {
            if (!found->is_number() || !std::isfinite(found->get<double>()) ||
                std::abs(found->get<double>()) > 1e15)
                refuse(at(key), "a number");
            number = found->get<double>();
        }
    }
    void value(const char* key, std::int64_t& number) { wholeNumber(key, number); }
    void value(const char* key, std::uint64_t& number) { wholeNumber(key, number); }
    template <class T>
    void value(const char* key, std::optional<T>& maybe) {
        if (find(key) != nullptr) {
            T inner{};
            value(key, inner);
            maybe = inner;
        }
    }
    template <class Enum, class Name, class From>
    void named(const char* key, Enum& value, Name, From from) {
        if (const Ordered* found = find(key)) {
            const auto known =
                found->is_string() ? from(found->template get<std::string>()) : std::optional<Enum>();
            if (!known)
                refuse(at(key), "a name that this Orbita knows");
            value = *known;
        }
    }
    template <class Enum, class Name, class From>
    void named(const char* key, std::optional<Enum>& value, Name name, From from) {
        if (find(key) != nullptr) {
            Enum inner{};
            named(key, inner, name, from);
            value = inner;
        }
    }
    template <class Body>
    void object(const char* key, Body body) {
        if (const Ordered* found = find(key)) {
            EvidenceReader reader(*found, at(key));
            body(reader);
            reader.nothingElse();
        }
    }
    template <class T, class Body>
    void list(const char* key, std::vector<T>& items, Body body) {
        const Ordered* found = find(key);
        if (found == nullptr)
            return;
        if (!found->is_array() || found->size() > mostListed)
            refuse(at(key), "a list");
        for (std::size_t i = 0; i < found->size(); ++i) {
            EvidenceReader reader((*found)[i], at(key) + "[" + std::to_string(i) + "]");
            items.emplace_back();
            body(reader, items.back());
            reader.nothingElse();
        }
    }
    template <class T, class Body>
    void maybe(const char* key, std::optional<T>& item, Body body) {
        if (find(key) != nullptr) {
            item.emplace();
            object(key, [&](EvidenceReader& reader) { body(reader, *item); });
        }
    }
    // What nobody knows may be what decides.
    void nothingElse() const {
        for (const auto& entry : m_from.items())
            if (std::find(m_known.begin(), m_known.end(), entry.key()) == m_known.end())
                throw BadEvidence{{"{} has a key that no evidence knows: \"{}\"", {m_where, entry.key()}}};
    }
    void knows(const char* key) { m_known.emplace_back(key); }

private:
    [[nodiscard]] std::string at(const char* key) const { return m_where + "." + key; }
    const Ordered* find(const char* key) {
        m_known.emplace_back(key);
        const auto found = m_from.find(key);
        return found == m_from.end() || found->is_null() ? nullptr : &*found;
    }
    template <class T>
    void wholeNumber(const char* key, T& number) {
        if (const Ordered* found = find(key)) {
            const bool fits = found->is_number_unsigned()  ? std::in_range<T>(found->get<std::uint64_t>())
                              : found->is_number_integer() ? std::in_range<T>(found->get<std::int64_t>())
                                                           : false;
            if (!fits)
                refuse(at(key), "a whole number");
            number = found->is_number_unsigned() ? static_cast<T>(found->get<std::uint64_t>())
                                                 : static_cast<T>(found->get<std::int64_t>());
        }
    }

    const Ordered& m_from;
    std::string m_where;
    std::vector<std::string> m_known;
};

template <class Visitor>
void visitReading(Visitor& v, Reading& reading) {
    v.named("kind", reading.kind, readingKindName, readingKindFromName);
    v.named("unit", reading.unit, readingUnitName, readingUnitFromName);
    v.value("value", reading.value);
    auto small = [&](const char* key, std::optional<std::uint8_t>& number) {
        std::optional<std::uint64_t> wide;
        if (number)
            wide = *number;
        v.value(key, wide);
        if (wide && *wide > 255)
            refuse(key, "at most 255");
        number = wide ? std::optional(static_cast<std::uint8_t>(*wide)) : std::nullopt;
    };
    std::optional<std::uint8_t> attribute;
    if (reading.attribute != 0)
        attribute = reading.attribute;
    small("attribute", attribute);
    reading.attribute = attribute.value_or(0);
    small("normalised", reading.normalised);
    small("worst", reading.worst);
    small("threshold", reading.threshold);
    v.value("own_limit", reading.ownLimit);
    v.value("source", reading.source);
}

template <class Visitor>
void visitSpan(Visitor& v, LbaSpan& span) {
    v.value("lba", span.first.value);
    v.value("sectors", span.count.value);
}

std::optional<VitalsNote> noteFromName(std::string_view name) {
    for (int i = 0; i <= static_cast<int>(VitalsNote::erasureFailed); ++i)
        if (vitalsNoteName(static_cast<VitalsNote>(i)) == name)
            return static_cast<VitalsNote>(i);
    return std::nullopt;
}

template <class Visitor>
void visitOwn(Visitor& v, OwnWord& own) {
    v.value("read_at", own.readAt);
    v.list("readings", own.readings, [](Visitor& r, Reading& reading) { visitReading(r, reading); });
    v.list("notes", own.notes,
           [](Visitor& n, VitalsNote& note) { n.named("note", note, vitalsNoteName, noteFromName); });
    v.maybe("self_test", own.selfTest, [](Visitor& t, SelfTestEntry& test) {
        t.named("kind", test.kind, selfTestKindName, selfTestKindFromName);
        t.named("result", test.result, selfTestResultName, selfTestResultFromName);
        t.value("hours", test.hours);
        std::optional<std::uint64_t> lba;
        if (test.failingLba)
            lba = test.failingLba->value;
        t.value("failing_lba", lba);
        test.failingLba = lba ? std::optional(Lba{*lba}) : std::nullopt;
    });
    v.value("hours_since_test", own.hoursSinceTest);
    v.value("before_at", own.beforeAt);
    v.list("before", own.before, [](Visitor& r, Reading& reading) { visitReading(r, reading); });
}

template <class Visitor>
void visitDamage(Visitor& v, Damage& damage) {
    v.value("unreadable_sectors", damage.unreadableSectors);
    v.value("unreadable_patches", damage.unreadablePatches);
    v.value("failed_blocks", damage.failedBlocks);
    v.value("healed_patches", damage.healedPatches);
    v.value("vain_patches", damage.vainPatches);
    v.value("read_second_try", damage.readSecondTry);
    v.value("stalled", damage.stalled);
    v.value("straining", damage.straining);
    v.value("laboured", damage.laboured);
    v.value("only_once", damage.onlyOnce);
    v.value("late_percent", damage.latePercent);
    v.value("disturbed_percent", damage.disturbedPercent);
    v.value("late_units_of_thousandth", damage.lateUnitsOfThousandth);
    v.value("froze", damage.froze);
    v.value("dropped", damage.dropped);
    v.value("froze_before", damage.frozeBefore);
    v.object("shape", [&](Visitor& s) {
        s.named("shape", damage.shape.shape, damageShapeName, damageShapeFromName);
        s.named("sureness", damage.shape.sureness, surenessName, surenessFromName);
        visitSpan(s, damage.shape.where);
        s.value("spacing_sectors", damage.shape.spacing.value);
        s.value("clusters", damage.shape.clusters);
    });
    v.list("places", damage.places, [](Visitor& p, LbaSpan& span) { visitSpan(p, span); });
}

template <class Visitor>
void visitChange(Visitor& v, Change& change) {
    v.value("since", change.since);
    v.value("compared_percent", change.comparedPercent);
    v.value("new_patches", change.patches.fresh);
    v.value("grown_patches", change.patches.grown);
    v.value("same_patches", change.patches.same);
    v.value("gone_patches", change.patches.gone);
    v.value("healed_patches", change.patches.healed);
    v.value("not_compared_patches", change.patches.notCompared);
    v.value("pace_loss_percent", change.paceLossPercent);
    v.value("worst_zone_loss_percent", change.worstZoneLossPercent);
}

template <class Visitor>
void visitWear(Visitor& v, Wear& wear) {
    const auto figure = [](Visitor& f, WearFigure& found) {
        f.value("doublings", found.doublings);
        f.value("least", found.least);
        f.value("most", found.most);
        f.value("late_blocks", found.late);
    };
    v.maybe("figure", wear.figure, figure);
    v.value("unworn_drives", wear.unwornDrives);
    v.maybe("since_first", wear.sinceFirst, figure);
    v.value("first_at", wear.firstAt);
}

template <class Visitor>
void visitEvidence(Visitor& v, Evidence& e) {
    v.value("at", e.at);
    v.value("model", e.model);
    v.value("firmware", e.firmware);
    v.value("capacity_bytes", e.capacityBytes);
    v.value("rotating", e.rotating);
    v.value("takes_commands", e.takesCommands);
    v.value("behind_bridge", e.behindBridge);
    v.named("data_elsewhere", e.data, dataElsewhereName, dataElsewhereFromName);
    v.list("complaints", e.complaints, [](Visitor& c, Complaint& complaint) {
        c.named("mark", complaint.mark, complaintName, complaintFromName);
        c.named("reproduced", complaint.here, reproducedName, reproducedFromName);
    });
    v.object("own_word", [&](Visitor& own) { visitOwn(own, e.own); });
    v.list("coverage", e.coverage, [](Visitor& c, Coverage& part) {
        c.value("at", part.at);
        c.value("graded", part.graded);
        c.value("unmapped", part.unmapped);
        c.value("ungraded", part.ungraded);
    });
    v.maybe("sample", e.sample, [](Visitor& s, SampleTaken& sample) {
        s.value("at", sample.at);
        s.value("blocks", sample.blocks);
        s.value("defective", sample.defective);
        s.value("most_defective", sample.mostDefective);
    });
    v.object("damage", [&](Visitor& damage) { visitDamage(damage, e.damage); });
    v.object("change", [&](Visitor& change) { visitChange(change, e.change); });
    v.object("wear", [&](Visitor& wear) { visitWear(wear, e.wear); });
    v.value("slow_zone_percent", e.slowZonePercent);
    v.value("link_faults", e.linkFaults);
    v.named("last_ended", e.lastEnded, endReasonName, endReasonFromName);
}

Error badEvidence(const std::string& origin, Phrase why) {
    return {Error::Kind::badCall, "reading the evidence", origin, std::move(why),
            "docs/formats.md describes it. Have the drive judged anew from its scans."};
}

} // namespace

std::string evidenceDocument(const Evidence& evidence) {
    Evidence copy = evidence;
    Ordered json{{"format", "orbita-evidence"}, {"version", 1}};
    EvidenceWriter writer(json);
    visitEvidence(writer, copy);
    return json.dump(1, ' ', false, Ordered::error_handler_t::replace);
}

Result<Evidence> parseEvidence(const std::string& text, const std::string& origin) {
    try {
        const Ordered json = Ordered::parse(text);
        if (!json.is_object() || json.value("format", "") != "orbita-evidence")
            return tl::unexpected(badEvidence(origin, "it is no evidence"));
        if (wholeOr(nlohmann::json(json), "version", 0) != 1)
            return tl::unexpected(
                badEvidence(origin, "it is of a version that this Orbita does not know; it reads version 1"));
        Evidence evidence;
        EvidenceReader reader(json, "evidence");
        reader.knows("format");
        reader.knows("version");
        visitEvidence(reader, evidence);
        reader.nothingElse();
        return evidence;
    } catch (const BadEvidence& bad) {
        return tl::unexpected(badEvidence(origin, bad.why));
    } catch (const std::exception& e) {
        return tl::unexpected(badEvidence(origin, {"it is no valid JSON: {}", {e.what()}}));
    }
}

} // namespace orbita
