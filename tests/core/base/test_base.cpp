// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/bytes.h"
#include "core/base/error.h"
#include "core/base/json_numbers.h"
#include "core/base/own_format.h"
#include "core/base/span_set.h"
#include "support/test_program.h"

#include <QTemporaryFile>
#include <cerrno>
#include <random>
#include <set>

namespace test_base {

using namespace orbita;

class TestBase : public QObject {
    Q_OBJECT
private slots:
    void spansMeetAndPart() {
        const LbaSpan a{{10}, {10}};
        QCOMPARE(a.last().value, std::uint64_t{19});
        QCOMPARE(intersection(a, {{15}, {100}}), (LbaSpan{{15}, {5}}));
        QVERIFY(intersection(a, {{20}, {5}}).empty());
        QVERIFY(!a.overlaps({{20}, {5}}));
        QVERIFY(spanBetween({5}, {3}).empty());
    }
    void forwardScanGrowsOneSpan() {
        SpanSet set;
        for (std::uint64_t i = 0; i < 1000; ++i)
            set.add({{i * 8}, {8}});
        QCOMPARE(set.spans().size(), std::size_t{1});
        QCOMPARE(set.total().value, std::uint64_t{8000});
    }
    // Against a plain set of numbers, in any order.
    void setEqualsItsSectors() {
        std::mt19937 random(5);
        SpanSet set;
        std::set<std::uint64_t> sectors;
        for (int i = 0; i < 3000; ++i) {
            const LbaSpan span{{random() % 400}, {random() % 12}};
            const bool add = random() % 3 != 0;
            for (std::uint64_t s = span.first.value; s < span.end().value; ++s)
                add ? (void)sectors.insert(s) : (void)sectors.erase(s);
            add ? set.add(span) : set.remove(span);
            QCOMPARE(set.total().value, std::uint64_t{sectors.size()});
            for (std::size_t k = 0; k < set.spans().size(); ++k) {
                QVERIFY(!set.spans()[k].empty());
                QVERIFY(sectors.contains(set.spans()[k].first.value) &&
                        sectors.contains(set.spans()[k].last().value));
                QVERIFY(k == 0 || set.spans()[k - 1].end() < set.spans()[k].first);
            }
        }
    }
    void bytesAreLittleEndian() {
        std::array<std::byte, 8> bytes{};
        putLittleEndian(bytes, 1, 3, 0x123456);
        QCOMPARE(std::to_integer<int>(bytes[1]), 0x56);
        QCOMPARE(littleEndian(bytes, 1, 3), std::uint64_t{0x123456});
    }
    // Nothing is made of a number that is none, or none that fits.
    void wholeNumbersAreWhole() {
        const auto json = nlohmann::json::parse(
            R"({"a":18446744073709551615,"b":-1,"c":1e99,"d":3.0,"e":"7","f":4294967296,"g":7,"h":1e3})");
        QCOMPARE(whole<std::uint64_t>(json.at("a")), UINT64_MAX);
        QCOMPARE(whole<int>(json.at("b")), -1);
        QCOMPARE(wholeOr(json, "g", 0U), 7U);
        QCOMPARE(wholeOr(json, "absent", 5), 5);
        for (const char* key : {"b", "c", "d", "e", "f", "h"})
            QVERIFY_THROWS_EXCEPTION(std::out_of_range,
                                     static_cast<void>(whole<std::uint32_t>(json.at(key))));
        QVERIFY_THROWS_EXCEPTION(std::out_of_range, static_cast<void>(whole<std::int64_t>(json.at("a"))));
    }
    // By content: neither by name, nor by where in it the format stands.
    void ownFormatsAreKnown_data() {
        QTest::addColumn<QByteArray>("content");
        QTest::addColumn<std::string>("format");
        // With ' for ".
        const auto row = [](const char* content, const char* format) {
            QTest::newRow(content) << QByteArray(content).replace('\'', '"') << std::string(format);
        };
        row("{'format':'orbita-scan','version':1}", "orbita-scan");
        row("\n {\t'format' : 'orbita-image-map'", "orbita-image-map"); // cut off
        row("{'a':{'format':'orbita-policy'},'b':[{'format':'x'}],'c':[[]],'format':'orbita-scan'}",
            "orbita-scan");
        row("{'a':{'format':'orbita-scan'}}", "");
        row("[{'format':'orbita-scan'}]", "");
        row("{'format':{'x':'orbita-scan'}}", "");
        row("{'format':['orbita-scan']}", "");
        row("{'format':'somebody else','x':'orbita-scan'}", "");
        row("'orbita-scan'", "");
        row("orbita-scan", "");
        row("", "");
        QTest::newRow("late") << QByteArray("{\"a\":\"" + QByteArray(100'000, 'x') +
                                            "\",\"format\":\"orbita-scan\"}")
                              << std::string("orbita-scan");
        QTest::newRow("deep") << QByteArray("{\"a\":" + QByteArray(1'000'000, '[')) << std::string();
        QByteArray casebook(4096, '\0');
        casebook.replace(0, 15, "SQLite format 3");
        QTest::newRow("another program's database") << casebook << std::string();
        casebook.replace(68, 4, "ORBC");
        QTest::newRow("casebook") << casebook << std::string("orbita-casebook");
    }
    void ownFormatsAreKnown() {
        QFETCH(QByteArray, content);
        QTemporaryFile file;
        QVERIFY(file.open() && file.write(content) == content.size() && file.flush());
        QTEST(ownFormatOf(file.fileName().toStdString()), "format");
        QCOMPARE(ownFormatOf("/dev/zero"), std::string());
        QCOMPARE(ownFormatOf("/no/such"), std::string());
    }
    void errorsNameTheNextStep_data() {
        QTest::addColumn<int>("number");
        QTest::addColumn<QString>("hint");
        QTest::newRow("no such path") << ENOENT << "orbita-cli drives";
        QTest::newRow("no permission") << EACCES << "run as root";
        QTest::newRow("no medium") << ENOMEDIUM << "check cable";
        QTest::newRow("full") << ENOSPC << "more room";
    }
    void errorsNameTheNextStep() {
        QFETCH(int, number);
        QFETCH(QString, hint);
        const QString message =
            QString::fromStdString(systemError("opening for reading", "/dev/sdq", number).message());
        QVERIFY2(message.startsWith("opening for reading /dev/sdq: "), qPrintable(message));
        QVERIFY2(message.contains(hint), qPrintable(message));
    }
};

ORBITA_TEST(TestBase)

} // namespace test_base

#include "test_base.moc"
