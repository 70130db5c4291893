// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/sim/scenario.h"
#include "core/target/target.h"
#include "support/test_program.h"

#include <set>

namespace test_scenario {

using namespace orbita;
using namespace orbita::sim;

const std::string good = R"({"format":"orbita-scenario","version":1,"name":"x",
 "drive":{"model":"Auk R3","serial":"A1","sectors":100000,"physical_bytes":4096,"rpm":5900},
 "pace":{"outer_mb_per_s":150,"inner_mb_per_s":75,"zones":10},
 "defects":[{"kind":"unreadable","lba":1001,"sectors":2},{"kind":"slow","lba":5,"turns":12}],
 "speckles":[{"per_million":10,"least_turns":2,"most_turns":5}]})";
std::string with(const std::string& from, const std::string& to) {
    std::string text = good;
    const auto at = text.find(from);
    if (at == std::string::npos)
        qFatal("nothing to replace");
    return text.replace(at, from.size(), to);
}
class TestScenario : public QObject {
    Q_OBJECT
private slots:
    void goodOneIsRead() {
        const auto scenario = parseScenario(good, "x.json");
        QVERIFY2(scenario.has_value(), scenario ? "" : scenario.error().message().c_str());
        QCOMPARE(scenario->defects.size(), std::size_t{2});
        QCOMPARE(scenario->defects[0].span.first.value, std::uint64_t{5}); // ascending
        QVERIFY(std::abs(toMilliseconds(scenario->defects[0].delay) - 12 * 60e3 / 5900) < 0.01);
        // Unreadable covers whole physical sectors.
        QCOMPARE(scenario->defects[1].span, (LbaSpan{{1000}, {8}}));
        QCOMPARE(scenario->pace({0}), 150.0);
        QCOMPARE(scenario->pace({99999}), 75.0);
        QVERIFY(scenario->pace({50000}) < 150 && scenario->pace({50000}) > 75);
    }
    void mistakesAreNamed_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<QString>("words");
        const auto row = [](const char* name, const std::string& text, const char* words) {
            QTest::newRow(name) << QString::fromStdString(text) << QString(words);
        };
        row("no JSON", "{", "no valid JSON");
        row("not an object", "[]", "must be an object");
        row("wrong format", with("orbita-scenario", "other"), "scenario.format");
        row("later version", with("\"version\":1", "\"version\":2"), "scenario.version");
        row("missing key", with("\"model\":\"Auk R3\",", ""), "scenario.drive lacks \"model\"");
        row("unknown key", with("\"zones\":10", "\"zone\":10"),
            "scenario.pace has a key that no scenario knows: \"zone\"");
        row("wrong type", with("\"sectors\":100000", "\"sectors\":\"many\""), "scenario.drive.sectors");
        row("negative", with("\"sectors\":100000", "\"sectors\":-5"), "scenario.drive.sectors");
        row("out of range", with("\"zones\":10", "\"zones\":0"), "scenario.pace.zones");
        row("unknown defect", with("\"kind\":\"slow\"", "\"kind\":\"sleepy\""), "scenario.defects[1].kind");
        row("defect beyond the end", with("\"lba\":1001", "\"lba\":100000"), "scenario.defects[0].lba");
        row("no lateness", with(",\"turns\":12", ""), "either \"turns\" or \"extra_ms\"");
        row("turns of solid state", with("\"rpm\":5900", "\"solid_state\":true"), "no turns");
        row("odd sector size", with("\"physical_bytes\":4096", "\"physical_bytes\":3000"), "powers of two");
        row("freeze without an end",
            with("\"kind\":\"slow\",\"lba\":5,\"turns\":12", "\"kind\":\"freeze\",\"lba\":5"), "forever");
    }
    void mistakesAreNamed() {
        QFETCH(QString, text);
        QFETCH(QString, words);
        const auto scenario = parseScenario(text.toStdString(), "rack.json");
        QVERIFY(!scenario.has_value());
        const QString message = QString::fromStdString(scenario.error().message());
        QVERIFY2(message.contains("rack.json") && message.contains(words), qPrintable(message));
    }
    void missingFileIsNamed() {
        const auto scenario = loadScenario("/no/such/scenario.json");
        QVERIFY(!scenario.has_value());
        QCOMPARE(scenario.error().kind, Error::Kind::notFound);
    }
    void demonstrationRackIsWhole() {
        const auto targets = demoTargets();
        QVERIFY2(targets.has_value(), targets ? "" : targets.error().message().c_str());
        QCOMPARE(targets->size(), std::size_t{7});
        std::set<std::string> serials;
        for (const Target& target : *targets) {
            QVERIFY(serials.insert(target.identity.serial).second);
            QVERIFY(!target.scenario->story.empty());
            // Watching a whole scan takes about two minutes at most.
            QVERIFY(target.scenario->playbackSeconds <= 150);
        }
    }
    void unknownDemoListsTheKnown() {
        const auto target = findTarget("demo:nobody");
        QVERIFY(!target.has_value());
        QVERIFY(target.error().message().find("demo:tern40") != std::string::npos);
    }
};

ORBITA_TEST(TestScenario)

} // namespace test_scenario

#include "test_scenario.moc"
