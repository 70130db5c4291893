// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/evidence/evidence_json.h"
#include "core/judge/ruling.h"
#include "support/test_program.h"

#include <QFile>
#include <nlohmann/json.hpp>
#include <random>

namespace test_ruling {

using namespace orbita;

#if defined(ORBITA_SANITIZED) // as many of them as take as long
constexpr int drawn = 1000;
#else
constexpr int drawn = 5000;
#endif

using Json = nlohmann::json;

const Json& cases() {
    static const Json read = [] {
        QFile file(QStringLiteral(ORBITA_TESTS "/core/judge/rulings.json"));
        return file.open(QIODevice::ReadOnly) ? Json::parse(file.readAll().toStdString()) : Json();
    }();
    return read;
}

// A reading's value among those of a document; added where it is not there.
void setReading(Json& readings, const std::string& kind, const Json& value) {
    for (Json& reading : readings)
        if (reading["kind"] == kind) {
            reading["value"] = value;
            return;
        }
    const char* unit = kind.ends_with("left") || kind.ends_with("used") ? "percent" : "count";
    readings.push_back({{"kind", kind}, {"unit", unit}, {"value", value}});
}

Result<Evidence> evidenceOf(const Json& one) {
    Json evidence = cases()["sound"];
    if (one.contains("set"))
        evidence.merge_patch(one["set"]);
    const Json readings = one.value("readings", Json::object());
    for (const auto& item : readings.items())
        setReading(evidence["own_word"]["readings"], item.key(), item.value());
    if (one.contains("before")) {
        evidence["own_word"]["before_at"] = 1'780'000'000;
        for (const auto& item : one["before"].items())
            setReading(evidence["own_word"]["before"], item.key(), item.value());
    }
    const Json complaints = one.value("complaints", Json::object());
    for (const auto& item : complaints.items())
        evidence["complaints"].push_back({{"mark", item.key()}, {"reproduced", item.value()}});
    for (const Json& note : one.value("notes", Json::array()))
        evidence["own_word"]["notes"].push_back({{"note", note}});
    return parseEvidence(evidence.dump(), one["name"].get<std::string>());
}

std::string nameOf(const RulingReason& reason, const Evidence& evidence) {
    std::string name(reasonKindName(reason.kind));
    if (reason.kind == ReasonKind::measured)
        name += ":" + std::string(measuredName(reason.measured));
    if (reason.kind == ReasonKind::reading)
        name += ":" + readingId(evidence.own.readings[reason.index]);
    return name;
}

// What nobody would think of: anything, in any combination.
class AnyEvidence {
public:
    explicit AnyEvidence(std::uint64_t seed) : m_random(seed) {}
    std::uint64_t upTo(std::uint64_t most) { return m_random() % (most + 1); }
    bool often() { return m_random() % 4 != 0; }
    std::uint64_t few() { return often() ? 0 : upTo(often() ? 4 : 5000); }

    Evidence make() {
        Evidence e = *parseEvidence(cases()["sound"].dump(), "sound");
        e.rotating = often();
        e.takesCommands = often();
        e.data = static_cast<DataElsewhere>(upTo(3));
        if (!e.takesCommands || !often())
            e.own = {};
        for (Reading& reading : e.own.readings)
            if (!often())
                reading.value = static_cast<std::int64_t>(upTo(2000));
        Damage& d = e.damage;
        d.unreadablePatches = few();
        d.unreadableSectors = d.unreadablePatches + few();
        d.healedPatches = few();
        d.vainPatches = few();
        d.stalled = few();
        d.straining = few();
        d.laboured = few();
        d.froze = few();
        d.dropped = few();
        d.latePercent = static_cast<double>(few()) / 50;
        d.failedBlocks = few();
        d.shape.shape = static_cast<DamageShape>(upTo(7));
        d.shape.sureness = static_cast<Sureness>(upTo(2));
        e.change.patches.fresh = few();
        e.change.patches.grown = few();
        e.linkFaults = few();
        if (!often())
            e.slowZonePercent = static_cast<double>(upTo(200));
        e.coverage = {{e.at, static_cast<double>(upTo(100)) / 100, 0, 0}};
        if (often())
            e.coverage.front().graded = 1;
        if (!often())
            e.complaints = {{static_cast<ComplaintMark>(upTo(11)), static_cast<Reproduced>(upTo(2))}};
        return e;
    }

    // One thing about it is worse.
    void damageFurther(Evidence& e) {
        Damage& d = e.damage;
        const std::uint64_t by = 1 + upTo(20);
        switch (upTo(11)) {
        case 0:
            d.unreadablePatches += by;
            d.unreadableSectors += by;
            break;
        case 1:
            d.unreadableSectors += by;
            break;
        case 2:
            d.stalled += by;
            break;
        case 3:
            d.straining += by;
            break;
        case 4:
            d.laboured += by * 100;
            break;
        case 5:
            d.froze += by;
            break;
        case 6:
            d.dropped += by;
            break;
        case 7:
            e.change.patches.fresh += by;
            break;
        case 8:
            e.change.patches.grown += by;
            break;
        case 9:
            d.latePercent = std::min(100.0, d.latePercent + static_cast<double>(by));
            break;
        case 10:
            for (Reading& reading : e.own.readings)
                if (reading.kind == ReadingKind::pendingSectors)
                    reading.value += static_cast<std::int64_t>(by);
            break;
        default:
            d.healedPatches += by;
            d.vainPatches += by;
        }
    }

    // One thing less was measured.
    void measureLess(Evidence& e) {
        switch (upTo(3)) {
        case 0:
            e.own = {};
            break;
        case 1:
            for (Coverage& part : e.coverage)
                part.graded *= static_cast<double>(upTo(90)) / 100;
            break;
        case 2:
            for (Coverage& part : e.coverage)
                part.at -= 4000LL * 86'400;
            break;
        default:
            for (Coverage& part : e.coverage) {
                part.ungraded += part.graded;
                part.graded = 0;
            }
        }
    }

private:
    std::mt19937_64 m_random;
};

std::vector<HousePolicy> everyPolicy() {
    std::vector<HousePolicy> policies = {defaultPolicy()};
    for (const ShippedPolicy& shipped : shippedPolicies())
        policies.push_back(*housePolicy(std::string(shipped.shortName)));
    return policies;
}

class TestRuling : public QObject {
    Q_OBJECT
private slots:
    void documentedCases_data() {
        QTest::addColumn<int>("at");
        const Json& list = cases()["cases"];
        QVERIFY(list.size() >= 80);
        for (std::size_t i = 0; i < list.size(); ++i)
            QTest::newRow(list[i]["name"].get<std::string>().c_str()) << static_cast<int>(i);
    }
    void documentedCases() {
        QFETCH(int, at);
        const Json& one = cases()["cases"][static_cast<std::size_t>(at)];
        const auto evidence = evidenceOf(one);
        QVERIFY2(evidence, evidence ? "" : evidence.error().message().c_str());
        const auto policy = housePolicy(one.value("policy", "repair-shop"));
        QVERIFY2(policy, policy ? "" : policy.error().message().c_str());
        const Ruling ruling = rule(*evidence, *policy);
        const Json& expect = one["expect"];
        const auto text = [](std::string_view name) {
            return QByteArray(name.data(), static_cast<int>(name.size()));
        };
        QCOMPARE(text(nameOf(ruling.leading(), *evidence)), text(expect["leading"].get<std::string>()));
        QCOMPARE(text(fateName(ruling.fate)), text(expect["ruling"].get<std::string>()));
        QCOMPARE(ruling.settled, expect["settled"].get<bool>());
        QCOMPARE(text(dataFateName(ruling.data)), text(expect["data"].get<std::string>()));
        for (const Json& also : expect.value("also", Json::array()))
            QVERIFY2(
                std::any_of(ruling.reasons.begin(), ruling.reasons.end(),
                            [&](const RulingReason& reason) { return nameOf(reason, *evidence) == also; }),
                also.dump().c_str());
        QCOMPARE(ruling.lookAgainAt.has_value(), ruling.settled && ruling.fate == Fate::watch);
        // The same, after a way through a file.
        QCOMPARE(rule(*parseEvidence(evidenceDocument(*evidence), "again"), *policy), ruling);
    }

    void moreDamageIsNeverBetter() {
        AnyEvidence any(7);
        const auto policies = everyPolicy();
        for (int n = 0; n < drawn; ++n) {
            const Evidence before = any.make();
            Evidence after = before;
            any.damageFurther(after);
            for (const HousePolicy& policy : policies) {
                const Ruling a = rule(before, policy);
                const Ruling b = rule(after, policy);
                QVERIFY2(b.fate >= a.fate && b.data >= a.data, evidenceDocument(after).c_str());
                // Nothing becomes settled by it but what is to be retired.
                QVERIFY2(a.settled || !b.settled || b.fate == Fate::retire, evidenceDocument(after).c_str());
            }
        }
    }

    void unmeasuredNeverCountsAsGood() {
        AnyEvidence any(8);
        const auto policies = everyPolicy();
        for (int n = 0; n < drawn; ++n) {
            const Evidence whole = any.make();
            Evidence part = whole;
            any.measureLess(part);
            for (const HousePolicy& policy : policies) {
                const Ruling a = rule(whole, policy);
                const Ruling b = rule(part, policy);
                QVERIFY2(a.settled || !b.settled, evidenceDocument(part).c_str());
                QVERIFY2(!b.settled || b.fate >= a.fate || b.fate == Fate::retire,
                         evidenceDocument(part).c_str());
            }
        }
        QVERIFY(!rule(Evidence{}, defaultPolicy()).settled ||
                rule(Evidence{}, defaultPolicy()).fate == Fate::retire);
    }

    void whatWouldChangeItIsTrue() {
        AnyEvidence any(9);
        for (int n = 0; n < 2000; ++n) {
            Evidence evidence = any.make();
            const Ruling ruling = rule(evidence, defaultPolicy());
            for (const RulingReason& reason : ruling.reasons) {
                QVERIFY(reason.without <= ruling.fate);
                if (reason.kind != ReasonKind::measured || !reason.nextLimit ||
                    reason.measured != Measured::labouredPlaces)
                    continue;
                Evidence worse = evidence;
                worse.damage.laboured = static_cast<std::uint64_t>(*reason.nextLimit);
                QVERIFY(rule(worse, defaultPolicy()).fate >= reason.nextWeight);
                worse.damage.laboured -= 1;
                const Ruling almost = rule(worse, defaultPolicy());
                const auto same =
                    std::find_if(almost.reasons.begin(), almost.reasons.end(), [](const auto& r) {
                        return r.kind == ReasonKind::measured && r.measured == Measured::labouredPlaces;
                    });
                QVERIFY(same != almost.reasons.end() && same->weight == reason.weight);
                Evidence gone = evidence;
                gone.damage.laboured = 0;
                QCOMPARE(rule(gone, defaultPolicy()).fate, reason.without);
            }
        }
    }

    void badPoliciesAreRefused_data() {
        QTest::addColumn<QByteArray>("ruling");
        QTest::addColumn<QByteArray>("named");
        const auto row = [](const char* ruling, const char* named) {
            QTest::newRow(ruling) << QByteArray(ruling) << QByteArray(named);
        };
        row("[]", "policy.ruling");
        row("{\"watch_day\": 4}", "watch_day");
        row("{\"watch_days\": 0}", "watch_days");
        row("{\"watch_days\": 1e99}", "watch_days");
        row("{\"limits\": {\"unreadable\": {}}}", "unreadable");
        row("{\"limits\": {\"stalled-places\": {\"watch\": 5, \"retire\": 4}}}", "stalled-places");
        row("{\"limits\": {\"stalled-places\": {\"watch\": 0}}}", "stalled-places.watch");
        row("{\"limits\": {\"stalled-places\": {\"watch\": 1.5}}}", "stalled-places.watch");
        row("{\"limits\": {\"late-percent\": {\"watch\": \"2\"}}}", "late-percent.watch");
        row("{\"limits\": {\"late-percent\": {\"watch\": -2}}}", "late-percent.watch");
        row("{\"reading_critical\": \"watch\"}", "reading_critical");
        row("{\"reading_warning\": \"keep\"}", "reading_warning");
        row("{\"reading_warning\": 3}", "reading_warning");
        row("{\"needs\": {\"read_percent\": 0}}", "read_percent");
        row("{\"needs\": {\"read_percent\": 101}}", "read_percent");
        row("{\"needs\": {\"vitals\": \"sometimes\"}}", "vitals");
        row("{\"needs\": {\"self_test\": 1}}", "self_test");
        row("{\"needs\": {\"fresh_days\": -1}}", "fresh_days");
        row("{\"needs\": {\"sample_vouches_percent\": 50}}", "sample_vouches_percent");
    }
    void badPoliciesAreRefused() {
        QFETCH(QByteArray, ruling);
        QFETCH(QByteArray, named);
        const auto policy = parsePolicy(
            "{\"format\":\"orbita-policy\",\"version\":1,\"name\":\"x\",\"ruling\":" + ruling.toStdString() +
                "}",
            "x.json");
        QVERIFY(!policy);
        QVERIFY2(policy.error().message().find(named.toStdString()) != std::string::npos,
                 policy.error().message().c_str());
    }

    // A policy may leave out every limit; what cannot be read now is not all right by any.
    void noPolicyKeepsWhatCannotBeRead() {
        HousePolicy none = defaultPolicy();
        none.ruling.limits.clear();
        Evidence evidence = *parseEvidence(cases()["sound"].dump(), "sound");
        evidence.damage.unreadablePatches = 1;
        QCOMPARE(rule(evidence, none).fate, Fate::watch);
        evidence.damage.unreadablePatches = 0;
        evidence.damage.froze = 1;
        QCOMPARE(rule(evidence, none).fate, Fate::watch);
        QCOMPARE(rule(evidence, none).data, DataFate::saveSoon);
    }

    void badEvidenceIsRefused_data() {
        QTest::addColumn<QByteArray>("text");
        const auto row = [](const char* text) { QTest::newRow(text) << QByteArray(text); };
        row("");
        row("[]");
        row("{}");
        row("{\"format\":\"orbita-evidence\",\"version\":2}");
        row("{\"format\":\"orbita-evidence\",\"version\":1,\"unknown\":2}");
        row("{\"format\":\"orbita-evidence\",\"version\":1,\"damage\":[]}");
        row("{\"format\":\"orbita-evidence\",\"version\":1,\"damage\":{\"stalled\":-1}}");
        row("{\"format\":\"orbita-evidence\",\"version\":1,\"damage\":{\"stalled\":1e99}}");
        row("{\"format\":\"orbita-evidence\",\"version\":1,\"damage\":{\"late_percent\":1e300}}");
        row("{\"format\":\"orbita-evidence\",\"version\":1,\"damage\":{\"shape\":{\"shape\":\"odd\"}}}");
        row("{\"format\":\"orbita-evidence\",\"version\":1,\"own_word\":{\"readings\":[{\"kind\":\"odd\"}]}"
            "}");
        row("{\"format\":\"orbita-evidence\",\"version\":1,\"own_word\":{\"readings\":[{\"worst\":256}]}}");
        row("{\"format\":\"orbita-evidence\",\"version\":1,\"last_ended\":7}");
    }
    void badEvidenceIsRefused() {
        QFETCH(QByteArray, text);
        QVERIFY(!parseEvidence(text.toStdString(), "x"));
    }

    void urgency() {
        QVERIFY(urgencyOf(Fate::retire, true) < urgencyOf(Fate::keep, false));
        QVERIFY(urgencyOf(Fate::keep, false) < urgencyOf(Fate::keep, true)); // something is still to be done
    }
};

ORBITA_TEST(TestRuling)

} // namespace test_ruling

#include "test_ruling.moc"
