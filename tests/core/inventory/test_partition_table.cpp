// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/inventory/partition_table.h"
#include "support/made_table.h"
#include "support/test_program.h"

#include <random>

namespace test_partition_table {

using namespace orbita;
using namespace orbita::test;

std::span<const std::byte> lastSector(const MadeTable& table, std::uint32_t logicalBytes) {
    return std::span(table.tail).last(logicalBytes);
}

class TestPartitionTable : public QObject {
    Q_OBJECT
private slots:
    void damageIsFound_data() {
        QTest::addColumn<int>("logical");
        QTest::addColumn<int>("headByte"); // the byte of the head that is damaged; -1: none
        QTest::addColumn<int>("tailByte"); // the same, counted from the last sector's beginning
        QTest::addColumn<TableState>("state");
        for (const int logical : {512, 4096}) {
            const QByteArray size = QByteArray::number(logical);
            const auto row = [&](const char* name, int head, int tail, TableState state) {
                QTest::newRow((size + ' ' + name).constData()) << logical << head << tail << state;
            };
            row("whole", -1, -1, TableState::gpt);
            row("first header", logical + 40, -1, TableState::gptFirstDamaged);
            row("first signature", logical, -1, TableState::gptFirstDamaged);
            row("an entry", 2 * logical + 300, -1, TableState::gptFirstDamaged);
            row("second header", -1, 41, TableState::gptSecondDamaged);
            row("both", logical + 16, 16, TableState::gptDamaged);
            row("the protective sector alone", 510, -1, TableState::gpt);
        }
    }
    void damageIsFound() {
        QFETCH(int, logical);
        QFETCH(int, headByte);
        QFETCH(int, tailByte);
        constexpr std::uint64_t sectors = 100'000;
        const auto bytes = static_cast<std::uint32_t>(logical);
        MadeTable table = makeTable(bytes, sectors);
        if (headByte >= 0)
            table.head[static_cast<std::size_t>(headByte)] ^= std::byte{0x10};
        if (tailByte >= 0)
            table.tail[table.tail.size() - bytes + static_cast<std::size_t>(tailByte)] ^= std::byte{0x10};
        QTEST(judgeTable(table.head, lastSector(table, bytes), bytes, sectors), "state");
    }
    void otherThingsAreNoDamage() {
        const std::vector<std::byte> empty(tableHeadBytes(512));
        const std::vector<std::byte> last(512);
        QCOMPARE(judgeTable(empty, last, 512, 100'000), TableState::none);
        std::vector<std::byte> classic = empty;
        classic[510] = std::byte{0x55};
        classic[511] = std::byte{0xAA};
        classic[446 + 4] = std::byte{0x83};
        QCOMPARE(judgeTable(classic, last, 512, 100'000), TableState::classic);
        // A second copy left over from before does not count against a classic table.
        const MadeTable old = makeTable(512, 100'000);
        QCOMPARE(judgeTable(classic, lastSector(old, 512), 512, 100'000), TableState::classic);
        // A drive that became larger, or lies behind a bridge that hides its end, has no copy where it should
        // be.
        QCOMPARE(judgeTable(old.head, lastSector(old, 512), 512, 200'000), TableState::gptSecondDamaged);
    }
    void nonsenseIsSurvived() {
        std::mt19937 random(7);
        MadeTable table = makeTable(512, 70'000);
        for (int i = 0; i < 20'000; ++i) {
            std::vector<std::byte> head = table.head;
            for (int k = 0; k < 4; ++k)
                head[512 + random() % 92] = static_cast<std::byte>(random());
            head.resize(random() % (head.size() + 1));
            const auto last = std::span(table.tail).last(random() % 513);
            (void)judgeTable(head, last, random() % 3 == 0 ? 4096 : 512, random());
        }
    }
};

ORBITA_TEST(TestPartitionTable)

} // namespace test_partition_table

#include "test_partition_table.moc"
