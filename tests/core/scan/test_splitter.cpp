// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/splitter.h"
#include "support/test_program.h"

#include <algorithm>
#include <random>
#include <set>

namespace test_splitter {

using namespace orbita;

struct Found {
    std::set<std::uint64_t> bad;
    std::uint64_t good = 0;
    int reads = 0;
    int failing = 0;
};

// Splits against a set of bad sectors. `hints`: the drive names the first bad sector, as ATA does.
Found split(LbaSpan block, std::uint32_t physical, const std::set<std::uint64_t>& bad, bool hints) {
    const auto firstBad = [&](LbaSpan span) -> std::optional<Lba> {
        const auto it = bad.lower_bound(span.first.value);
        return it != bad.end() && *it < span.end().value ? std::optional(Lba{*it}) : std::nullopt;
    };
    Splitter splitter(block, physical, hints ? firstBad(block) : std::nullopt);
    Found found;
    Lba settledTo = block.first;
    while (!splitter.next().empty()) {
        const LbaSpan piece = splitter.next();
        if (piece.first != settledTo || piece.end() > block.end())
            qFatal("pieces must follow each other inside the block");
        ++found.reads;
        if (found.reads > 20'000)
            qFatal("does not come to an end");
        const auto failure = firstBad(piece);
        found.failing += failure ? 1 : 0;
        const auto settled = splitter.report(!failure, hints ? failure : std::nullopt);
        if (settled == Splitter::PieceResult::open)
            continue;
        settledTo = piece.end();
        for (std::uint64_t s = piece.first.value; s < piece.end().value; ++s)
            if (settled == Splitter::PieceResult::bad)
                found.bad.insert(s);
            else
                ++found.good;
    }
    if (settledTo != block.end())
        qFatal("the block was not settled to its end");
    return found;
}

class TestSplitter : public QObject {
    Q_OBJECT
private slots:
    void findsExactly_data() {
        QTest::addColumn<unsigned>("physical");
        QTest::addColumn<bool>("hints");
        for (const unsigned physical : {1U, 8U})
            for (const bool hints : {false, true})
                QTest::addRow("physical %u, %s", physical, hints ? "named" : "not named")
                    << physical << hints;
    }
    void findsExactly() {
        QFETCH(unsigned, physical);
        QFETCH(bool, hints);
        std::mt19937 random(physical + (hints ? 100 : 0));
        for (int round = 0; round < 600; ++round) {
            // Also blocks that begin or end inside a physical sector.
            const LbaSpan block{{random() % 5000}, {1 + random() % 2048}};
            std::set<std::uint64_t> bad;
            for (unsigned i = 0; i < 1 + random() % 6; ++i) {
                const std::uint64_t from = block.first.value + random() % block.count.value;
                const std::uint64_t length = random() % 3 == 0 ? 1 + random() % 40 : 1;
                for (std::uint64_t s = from; s < std::min(from + length, block.end().value); ++s) {
                    const std::uint64_t first = s / physical * physical;
                    for (std::uint64_t p = first; p < first + physical; ++p)
                        bad.insert(p);
                }
            }
            std::set<std::uint64_t> inside;
            for (const std::uint64_t s : bad)
                if (block.contains({s}))
                    inside.insert(s);
            const Found found = split(block, physical, bad, hints);
            QCOMPARE(found.bad, inside);
            QCOMPARE(found.good + found.bad.size(), block.count.value);
        }
    }
    // Each failing read costs a sick drive seconds: a lone bad sector in 1 MiB must not cost many.
    void loneBadSectorIsCheap() {
        const Found blind = split({{0}, {2048}}, 8, {1000, 1001, 1002, 1003, 1004, 1005, 1006, 1007}, false);
        QVERIFY2(blind.failing <= 10, qPrintable(QString::number(blind.failing)));
        const Found named = split({{0}, {2048}}, 8, {1000, 1001, 1002, 1003, 1004, 1005, 1006, 1007}, true);
        QCOMPARE(named.failing, 2);
    }
    void solidRunCostsTwoReadsASector() {
        std::set<std::uint64_t> all;
        for (std::uint64_t s = 0; s < 256; ++s)
            all.insert(s);
        const Found found = split({{0}, {256}}, 1, all, false);
        QVERIFY2(found.failing <= 2 * 256 + 10, qPrintable(QString::number(found.failing)));
    }
    void readTheSecondTime() {
        Splitter splitter({{0}, {8}}, 8);
        QCOMPARE(splitter.report(false), Splitter::PieceResult::open);
        QVERIFY(splitter.repeating());
        QCOMPARE(splitter.report(true), Splitter::PieceResult::recovered);
        QVERIFY(splitter.next().empty());
    }
    // Named, and read the second time: it was the one that failed, and what lies behind is unknown again.
    void namedAndReadTheSecondTime() {
        Splitter splitter({{0}, {256}}, 8);
        QCOMPARE(splitter.next(), (LbaSpan{{0}, {128}}));
        QCOMPARE(splitter.report(false, Lba{20}), Splitter::PieceResult::open);
        QCOMPARE(splitter.next(), (LbaSpan{{0}, {16}}));
        QCOMPARE(splitter.report(true), Splitter::PieceResult::good);
        QCOMPARE(splitter.next(), (LbaSpan{{16}, {8}}));
        QCOMPARE(splitter.report(false, Lba{20}), Splitter::PieceResult::open);
        QCOMPARE(splitter.report(true), Splitter::PieceResult::recovered);
        QCOMPARE(splitter.next(),
                 (LbaSpan{{24}, {16}})); // larger pieces again; not half of what is left to 128
    }
    // A drive that names nonsense as the first bad sector is not believed.
    void wrongHintsDoNoHarm() {
        std::mt19937 random(8);
        for (int round = 0; round < 200; ++round) {
            const std::set<std::uint64_t> bad = {random() % 512, random() % 512};
            Splitter splitter({{0}, {512}}, 1, Lba{random() % 2000});
            std::set<std::uint64_t> found;
            int reads = 0;
            while (!splitter.next().empty() && ++reads < 5000) {
                const LbaSpan piece = splitter.next();
                const bool fails =
                    std::any_of(bad.begin(), bad.end(), [&](std::uint64_t s) { return piece.contains({s}); });
                if (splitter.report(!fails, Lba{random() % 2000}) == Splitter::PieceResult::bad)
                    found.insert(piece.first.value);
            }
            QCOMPARE(found, bad);
        }
    }
};

ORBITA_TEST(TestSplitter)

} // namespace test_splitter

#include "test_splitter.moc"
