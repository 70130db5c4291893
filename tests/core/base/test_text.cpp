// SPDX-License-Identifier: GPL-3.0-or-later
// What comes from outside is plain once it is in.
#include "core/base/claim.h"
#include "core/base/phrase.h"
#include "core/base/read_file.h"
#include "core/base/text.h"
#include "support/test_program.h"

#include <QTemporaryDir>
#include <random>
#include <sys/stat.h>
#include <type_traits>

namespace test_text {

using namespace orbita;

class TestText final : public QObject {
    Q_OBJECT
private slots:
    void textsAreCleaned_data() {
        QTest::addColumn<QByteArray>("raw");
        QTest::addColumn<QByteArray>("clean");
        QTest::newRow("plain") << QByteArray("Halden Tern 40") << QByteArray("Halden Tern 40");
        QTest::newRow("blanks") << QByteArray("  Tern \t 40  ") << QByteArray("Tern 40");
        QTest::newRow("escape sequence")
            << QByteArray("\x1b[31mKARTE\x1b]0;title\x07") << QByteArray("[31mKARTE ]0;title");
        QTest::newRow("one-byte escapes") << QByteArray("\xc2\x9b"
                                                        "31mKARTE")
                                          << QByteArray("31mKARTE");
        QTest::newRow("other letters") << QByteArray("Pegel Büsum 水位") << QByteArray("Pegel Büsum 水位");
        QTest::newRow("no UTF-8") << QByteArray("d\xff\xfe"
                                                "k")
                                  << QByteArray("d??k");
        QTest::newRow("cut off") << QByteArray("B\xc3") << QByteArray("B?");
        QTest::newRow("overlong") << QByteArray("\xc0\xaf") << QByteArray("??");
        QTest::newRow("surrogate") << QByteArray("\xed\xa0\x80") << QByteArray("???");
        QTest::newRow("turned round") << QByteArray("a\xe2\x80\xae"
                                                    "gpj.exe")
                                      << QByteArray("a gpj.exe");
        QTest::newRow("isolated") << QByteArray("a\xe2\x81\xa6"
                                                "b\xe2\x81\xa9")
                                  << QByteArray("a b");
        QTest::newRow("unseen") << QByteArray("a\xe2\x80\x8b\xef\xbb\xbf"
                                              "b")
                                << QByteArray("a b");
        QTest::newRow("tags") << QByteArray("a\xf3\xa0\x81\x81"
                                            "b")
                              << QByteArray("a b");
        QTest::newRow("lines") << QByteArray("a\nb\rc") << QByteArray("a b c");
        QTest::newRow("nothing") << QByteArray("\0\0\0", 3) << QByteArray();
    }
    void textsAreCleaned() {
        QFETCH(QByteArray, raw);
        QFETCH(QByteArray, clean);
        QCOMPARE(QByteArray::fromStdString(cleanText(raw.toStdString())), clean);
    }
    void anyBytesComeOutAsText() {
        std::mt19937 random(3);
        for (int round = 0; round < 20'000; ++round) {
            std::string raw(random() % 40, '\0');
            for (char& c : raw)
                c = static_cast<char>(random() & 0xFFU);
            const std::string clean = cleanText(raw, 20);
            QVERIFY(clean.size() <= 20);
            QCOMPARE(QByteArray::fromStdString(clean), QString::fromStdString(clean).toUtf8()); // valid UTF-8
            for (const char32_t c : QString::fromStdString(clean).toStdU32String())
                QVERIFY(QChar::category(c) != QChar::Other_Control &&
                        QChar::category(c) != QChar::Other_Format);
            QCOMPARE(cleanText(clean, 20), clean);
        }
    }
    void linesStayWhereTheyMay() { QCOMPARE(cleanLines("one\ntwo\x1b[2J"), std::string("one\ntwo [2J")); }
    void errorsCarryNoSequences() {
        const Error error{Error::Kind::badCall, "reading", "/tmp/\x1b]0;x\x07.json", "it is no \x1b[31mJSON",
                          "Look."};
        QVERIFY(error.message().find('\x1b') == std::string::npos);
    }
    void onlyFilesAreReadWhole() {
        const QTemporaryDir dir;
        const std::string pipe = dir.filePath("pipe").toStdString();
        QCOMPARE(mkfifo(pipe.c_str(), 0600), 0);
        for (const std::string& path : {pipe, std::string("/dev/zero"), dir.path().toStdString()}) {
            const auto read = readWholeFile(path, "the house policy", 1 << 20);
            QVERIFY(!read.has_value());
            QVERIFY2(read.error().message().find("the house policy") != std::string::npos,
                     read.error().message().c_str());
        }
        QFile large(dir.filePath("large"));
        QVERIFY(large.open(QIODevice::WriteOnly) && large.resize(2 << 20));
        QVERIFY(!readWholeFile(large.fileName().toStdString(), "the map", 1 << 20).has_value());
        QCOMPARE(readWholeFile(large.fileName().toStdString(), "the map", 2 << 20)->size(),
                 std::size_t{2 << 20});
        QVERIFY(readWholeFile(dir.filePath("nowhere").toStdString(), "the map", 1).error().kind ==
                Error::Kind::notFound);
    }
    void aClaimIsHeldByOne() {
        const std::string name = "the test " + QTemporaryDir().path().toStdString();
        auto first = claim(name);
        QVERIFY(first.has_value());
        const auto second = claim(name);
        QVERIFY(!second.has_value() && second.error().message().find("another scan") != std::string::npos);
        first->reset();
        QVERIFY(claim(name).has_value());
    }
    void aPhraseIsFilledInOrder() {
        const Phrase phrase("no answer to {} within {} s", {"IDENTIFY", "20"});
        QCOMPARE(phrase.text(), std::string("no answer to IDENTIFY within 20 s"));
        QCOMPARE(phrase.filled("nach {}: {}"), std::string("nach IDENTIFY: 20"));
        QCOMPARE(phrase.filled("kein Platz"), std::string("kein Platz"));
        // What comes from outside is filled in, and never filled itself.
        QCOMPARE(Phrase("it is {}, not {}", {"{}", "b"}).text(), std::string("it is {}, not b"));
        QCOMPARE(Phrase::verbatim("a drive named {}").text(), std::string("a drive named {}"));
        QCOMPARE(Phrase("{} and {}", {"one"}).text(), std::string("one and {}"));
        QVERIFY(Phrase().empty() && Phrase("").empty());
        // A sentence that was put together beforehand is none that could be looked up.
        static_assert(!std::is_constructible_v<Phrase, std::string>);
        static_assert(!std::is_constructible_v<Phrase, std::string, std::vector<std::string>>);
    }
};

ORBITA_TEST(TestText)

} // namespace test_text

#include "test_text.moc"
