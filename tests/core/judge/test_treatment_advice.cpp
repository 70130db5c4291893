// SPDX-License-Identifier: GPL-3.0-or-later
// Whether treating a drive is wise: a table of drives, and what holds of them all.
#include "core/judge/treatment_advice.h"
#include "support/test_program.h"

#include <random>

namespace test_treatment_advice {

using namespace orbita;

using Kind = AdviceReasonKind;
using enum TreatmentAdvice;

struct Made {
    TreatmentFacts facts;
    Vitals vitals;
    HousePolicy policy = defaultPolicy();

    Made() {
        facts.drive.capacity = {1'000'000'000};
        facts.drive.physicalBytes = 4096;
        facts.drive.rotating = true;
        facts.data = DataElsewhere::saved;
        vitals.family = Family::ata;
        add(ReadingKind::reallocatedSectors, 0);
        unreadable(5'000'000, 8);
    }
    void unreadable(std::uint64_t lba, std::uint64_t sectors) {
        LedgerEntry entry;
        entry.span = {Lba{lba}, SectorCount{sectors}};
        entry.grade = Grade::unreadable;
        entry.standing = Standing::confirmed;
        facts.ledger.push_back(entry);
    }
    void slow(std::uint64_t lba) {
        LedgerEntry entry;
        entry.span = {Lba{lba}, SectorCount{2048}};
        entry.grade = Grade::straining;
        facts.ledger.push_back(entry);
    }
    void add(ReadingKind kind, std::int64_t value, ReadingUnit unit = ReadingUnit::count) {
        Reading reading;
        reading.kind = kind;
        reading.value = value;
        reading.unit = unit;
        vitals.readings.push_back(reading);
    }
    [[nodiscard]] TreatmentAdvised advised() {
        facts.vitals = &vitals;
        return adviseTreatment(facts, policy);
    }
};

struct Case {
    const char* name;
    void (*make)(Made&);
    TreatmentAdvice advice;
    Kind leading;
};

const Case cases[] = {
    {"few and still", [](Made&) {}, treat, Kind::fewAndStill},
    {"only slow ones",
     [](Made& m) {
         m.facts.ledger.clear();
         m.slow(700);
     },
     treat, Kind::fewAndStill},
    {"nothing at all", [](Made& m) { m.facts.ledger.clear(); }, treat, Kind::nothingToTreat},
    {"not asked", [](Made& m) { m.facts.data = DataElsewhere::notAsked; }, saveFirst, Kind::dataNotAnswered},
    {"the only copy", [](Made& m) { m.facts.data = DataElsewhere::notSaved; }, saveFirst, Kind::dataOnlyHere},
    {"nobody knows", [](Made& m) { m.facts.data = DataElsewhere::unknown; }, saveFirst, Kind::dataOnlyHere},
    {"many sectors in one patch", [](Made& m) { m.unreadable(6'000'000, 8 * 64); }, replace,
     Kind::manyUnreadable},
    {"as many as may be", [](Made& m) { m.unreadable(6'000'000, 8 * 63); }, treat, Kind::fewAndStill},
    {"many patches",
     [](Made& m) {
         for (std::uint64_t i = 0; i < 6; ++i)
             m.unreadable(6'000'000 + i * 40'000, 8);
     },
     replace, Kind::manyPatches},
    {"spread",
     [](Made& m) {
         m.policy.treatment.mostPatches = 100;
         for (std::uint64_t i = 1; i < 7; ++i)
             m.unreadable(i * 100'000'000, 8);
     },
     replace, Kind::spread},
    {"growing", [](Made& m) { m.facts.newPatches = 1; }, replace, Kind::growing},
    {"not growing", [](Made& m) { m.facts.newPatches = 0; }, treat, Kind::fewAndStill},
    {"damning vitals", [](Made& m) { m.add(ReadingKind::overallHealth, 1); }, replace, Kind::damningVitals},
    {"spares low", [](Made& m) { m.add(ReadingKind::spareLeft, 9, ReadingUnit::percent); }, replace,
     Kind::sparesLow},
    {"spares left", [](Made& m) { m.add(ReadingKind::spareLeft, 30, ReadingUnit::percent); }, treat,
     Kind::fewAndStill},
    {"too hot", [](Made& m) { m.add(ReadingKind::temperature, 61, ReadingUnit::celsius); }, refused,
     Kind::tooHot},
    {"went read-only", [](Made& m) { m.vitals.notes.push_back(VitalsNote::readOnly); }, refused,
     Kind::readOnly},
    {"locked", [](Made& m) { m.vitals.notes.push_back(VitalsNote::locked); }, refused, Kind::locked},
    {"host-managed zones", [](Made& m) { m.vitals.notes.push_back(VitalsNote::hostManaged); }, refused,
     Kind::hostManaged},
    {"silent", [](Made& m) { m.vitals.notes.push_back(VitalsNote::checkedNoAnswer); }, replace,
     Kind::noAnswer},
    {"failed its self-test",
     [](Made& m) {
         m.vitals.selfTests.push_back({SelfTestKind::shortTest, SelfTestResult::failed, 1, {}});
     },
     replace, Kind::selfTestFailed},
    {"could not read in its self-test",
     [](Made& m) {
         m.vitals.selfTests.push_back({SelfTestKind::extended, SelfTestResult::failedRead, 1, {}});
     },
     treat, Kind::fewAndStill},
    {"the policy forbids it", [](Made& m) { m.policy.treatment.allowed = false; }, refused,
     Kind::policyForbids},
    {"worse counts before data",
     [](Made& m) {
         m.facts.data = DataElsewhere::notSaved;
         m.facts.newPatches = 3;
     },
     replace, Kind::growing},
};

class TestTreatmentAdvice final : public QObject {
    Q_OBJECT
private slots:
    void table_data() {
        QTest::addColumn<int>("number");
        for (int i = 0; i < static_cast<int>(std::size(cases)); ++i)
            QTest::newRow(cases[i].name) << i;
    }
    void table() {
        QFETCH(int, number);
        Made made;
        cases[number].make(made);
        const TreatmentAdvised advised = made.advised();
        QCOMPARE(advised.advice, cases[number].advice);
        QCOMPARE(advised.reasons.front().kind, cases[number].leading);
        QCOMPARE(advised.reasons.front().weight, advised.advice);
    }
    // More damage never gives better advice, and less known never does.
    void worseIsNeverBetter() {
        std::mt19937_64 random(4);
        for (int round = 0; round < 2000; ++round) {
            Made made;
            for (std::uint64_t i = random() % 6; i > 0; --i)
                made.unreadable(random() % 900'000'000 / 8 * 8, 8 * (1 + random() % 20));
            const auto ascending = [](const LedgerEntry& a, const LedgerEntry& b) {
                return a.span.first < b.span.first;
            };
            std::sort(made.facts.ledger.begin(), made.facts.ledger.end(), ascending);
            const TreatmentAdvice before = made.advised().advice;
            switch (random() % 4) {
            case 0:
                made.unreadable(random() % 900'000'000 / 8 * 8, 8);
                std::sort(made.facts.ledger.begin(), made.facts.ledger.end(), ascending);
                break;
            case 1:
                made.facts.newPatches = random() % 3;
                break;
            case 2:
                made.facts.data = DataElsewhere::unknown;
                break;
            default:
                made.add(ReadingKind::overallHealth, 1);
            }
            QVERIFY(made.advised().advice >= before);
        }
    }
    void whatARewriteCannotDoThere() {
        Made made;
        QVERIFY(made.advised().notes.empty());
        made.facts.drive.rotating = false;
        QCOMPARE(made.advised().notes, (std::vector{AdviceNote::solidState}));
        made.vitals.notes.push_back(VitalsNote::bridgeHides);
        QCOMPARE(made.advised().notes, (std::vector{AdviceNote::solidState, AdviceNote::bridge}));
        made.facts.takesCommands = false;
        QCOMPARE(made.advised().notes, (std::vector{AdviceNote::solidState, AdviceNote::blockLayer}));
        Made uncounted;
        uncounted.vitals.readings.clear();
        QCOMPARE(uncounted.advised().notes, (std::vector{AdviceNote::noCounters}));
    }
    void whichPatchesAreNew() {
        Made before;
        Made now;
        QCOMPARE(newPatchesIn(now.facts.ledger, before.facts.ledger, 512), std::uint64_t{0});
        now.unreadable(5'000'100, 8); // of the same patch
        QCOMPARE(newPatchesIn(now.facts.ledger, before.facts.ledger, 512), std::uint64_t{0});
        now.unreadable(90'000'000, 8);
        QCOMPARE(newPatchesIn(now.facts.ledger, before.facts.ledger, 512), std::uint64_t{1});
    }
    void thePolicyIsRead() {
        const auto policy = parsePolicy(
            R"({"format":"orbita-policy","version":1,"name":"x","treatment":{"most_patches":2,"destroying":false}})",
            "a test");
        QVERIFY2(policy, policy ? "" : policy.error().message().c_str());
        QCOMPARE(policy->treatment.mostPatches, std::uint64_t{2});
        QVERIFY(!policy->treatment.destroying && policy->treatment.allowed);
        for (const char* bad : {R"({"most_patches":-1})", R"({"most_patches":2.5})", R"({"allowed":1})",
                                R"({"unknown":1})", R"({"hottest_c":500})", "[]"}) {
            const auto read = parsePolicy(R"({"format":"orbita-policy","version":1,"name":"x","treatment":)" +
                                              std::string(bad) + "}",
                                          "a test");
            QVERIFY2(!read, bad);
        }
    }
};

ORBITA_TEST(TestTreatmentAdvice)

} // namespace test_treatment_advice

#include "test_treatment_advice.moc"
