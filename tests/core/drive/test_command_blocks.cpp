// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/ata/identify.h"
#include "core/drive/ata/taskfile.h"
#include "core/drive/link/command_gate.h"
#include "core/drive/plain/read_block.h"
#include "support/test_program.h"

#include <random>

namespace test_command_blocks {

using namespace orbita;

class TestCommandBlocks : public QObject {
    Q_OBJECT
private slots:
    void readDmaExtBytes() {
        const CommandBlock block = ata::readDmaExt({0x123456789ABC}, 2048);
        const std::array<int, 14> expected = {0x27, 0x80, 0x25, 0,    0xBC, 0x9A, 0x78,
                                              0x40, 0x56, 0x34, 0x12, 0,    0x00, 0x08};
        for (std::size_t i = 0; i < expected.size(); ++i)
            QCOMPARE(std::to_integer<int>(block.bytes[i]), expected[i]);
        QCOMPARE(ata::lbaOf(block).value, std::uint64_t{0x123456789ABC});
        QCOMPARE(ata::sectorsOf(block), 2048U);
        QCOMPARE(ata::sectorsOf(ata::readDmaExt({0}, 65536)), 65536U);
    }
    void answersGoThere() {
        const ata::Answer answer{
            ata::status::ready | ata::status::error, ata::error::uncorrectable, {0xABCDEF012345}};
        const auto bytes = ata::encodeAnswer(answer);
        const auto back = ata::decodeAnswer(bytes);
        QVERIFY(back.has_value());
        QCOMPARE(back->lba, answer.lba);
        QCOMPARE(back->error, answer.error);
        std::array<std::byte, 20> garbage{};
        QVERIFY(!ata::decodeAnswer(garbage).has_value());
    }
    void identifyRoundTrip_data() {
        QTest::addColumn<unsigned>("logical");
        QTest::addColumn<unsigned>("physical");
        QTest::addColumn<unsigned>("rotation");
        QTest::newRow("512 native") << 512U << 512U << 7200U;
        QTest::newRow("512 emulated") << 512U << 4096U << 5400U;
        QTest::newRow("4096 native") << 4096U << 4096U << 7200U;
        QTest::newRow("solid state") << 512U << 4096U << 1U;
    }
    void identifyRoundTrip() {
        QFETCH(unsigned, logical);
        QFETCH(unsigned, physical);
        QFETCH(unsigned, rotation);
        const ata::IdentifyData data{"Halden Tern 40", "TG-4X0193", "HT02",  {7814037168},
                                     logical,          physical,    rotation};
        const auto bytes = ata::encodeIdentify(data);
        const auto back = ata::decodeIdentify(bytes);
        QVERIFY(back.has_value());
        QCOMPARE(back->model, data.model);
        QCOMPARE(back->serial, data.serial);
        QCOMPARE(back->firmware, data.firmware);
        QCOMPARE(back->capacity, data.capacity);
        QCOMPARE(back->logicalBytes, logical);
        QCOMPARE(back->physicalBytes, physical);
        QCOMPARE(back->rotationRate.value_or(0), rotation);
    }
    void identifyRefusesNonsense() {
        std::array<std::byte, 512> zero{};
        QVERIFY(!ata::decodeIdentify(zero).has_value());
        QVERIFY(!ata::decodeIdentify(std::span(zero).first(511)).has_value());
        // Any bytes whatever: never a crash, never a size that cannot be.
        std::mt19937 random(11);
        for (int i = 0; i < 5000; ++i) {
            std::array<std::byte, 512> bytes{};
            for (std::byte& b : bytes)
                b = static_cast<std::byte>(random() & 0xFFU);
            const auto data = ata::decodeIdentify(bytes);
            if (!data)
                continue;
            QVERIFY(data->capacity.value > 0 && data->capacity.value <= 1ULL << 48U);
            QVERIFY(data->logicalBytes >= 512 && data->physicalBytes >= data->logicalBytes);
        }
    }
    void plainBlocksBothWays() {
        const CommandBlock block = plain::readBlock(1ULL << 40U, 4096);
        QCOMPARE(plain::offsetOf(block), 1ULL << 40U);
        QCOMPARE(plain::lengthOf(block), 4096U);
    }
};

ORBITA_TEST(TestCommandBlocks)

} // namespace test_command_blocks

#include "test_command_blocks.moc"
