// SPDX-License-Identifier: GPL-3.0-or-later
// The codecs of what drives say of themselves: byte images, both directions, and bytes that make no sense.
#include "core/base/bytes.h"
#include "core/drive/ata/identify.h"
#include "core/drive/ata/logs.h"
#include "core/drive/ata/taskfile.h"
#include "core/drive/nvme/commands.h"
#include "core/drive/nvme/pages.h"
#include "core/drive/scsi/ata_translation.h"
#include "core/drive/scsi/commands.h"
#include "core/drive/scsi/log_pages.h"
#include "core/drive/scsi/pages.h"
#include "core/drive/scsi/provisioning.h"
#include "core/drive/tcg/discovery.h"
#include "support/test_program.h"

#include <fstream>
#include <nlohmann/json.hpp>
#include <random>

namespace test_pages {

using namespace orbita;

std::vector<std::byte> hex(const char* text) {
    const QByteArray bytes = QByteArray::fromHex(text);
    std::vector<std::byte> out;
    for (const char c : bytes)
        out.push_back(static_cast<std::byte>(c));
    return out;
}

QByteArray first(std::span<const std::byte> bytes, std::size_t n) {
    return QByteArray(reinterpret_cast<const char*>(bytes.data()), static_cast<qsizetype>(n)).toHex();
}

// Hands random and half-random bytes of every length to `decode`, which must survive them.
template <class Decode>
void survive(Decode&& decode) {
    std::mt19937 random(77);
    for (int round = 0; round < 3000; ++round) {
        std::vector<std::byte> bytes(random() % 1200);
        const auto mask = static_cast<unsigned>(round % 3 == 0 ? 0xFF : round % 3 == 1 ? 0x03 : 0xF0);
        for (std::byte& b : bytes)
            b = static_cast<std::byte>(random() & mask);
        decode(std::span<const std::byte>(bytes));
    }
}

class TestPages final : public QObject {
    Q_OBJECT
private slots:
    // What drives answered through a real kernel (lab/real-kernel).
    void capturedRepliesAreRead() {
        const nlohmann::json captures =
            nlohmann::json::parse(std::ifstream(ORBITA_TESTS "/captures/real-kernel.json"));
        const auto page = [&](const char* drive, const char* name) {
            const auto bytes = QByteArray::fromHex(QByteArray::fromStdString(captures.at(drive).at(name)));
            const auto* begin = reinterpret_cast<const std::byte*>(bytes.data());
            return std::vector<std::byte>(begin, begin + bytes.size());
        };
        const auto identify = ata::decodeIdentify(page("sata", "ata/identify"));
        QVERIFY(identify);
        QCOMPARE(identify->serial, std::string("LAB-SATA-0042"));
        QCOMPARE(identify->capacity.value, std::uint64_t{131072});
        QCOMPARE(identify->rotationRate, std::optional(7200U));
        QCOMPARE(ata::decodeIdentify(scsi::identifyInside(page("sata", "scsi/vpd-89")))->model,
                 identify->model);
        const auto smart = ata::decodeSmartData(page("sata", "ata/smart-data"));
        QVERIFY(smart && ata::checksumGood(page("sata", "ata/smart-data")));
        QVERIFY(std::any_of(smart->attributes.begin(), smart->attributes.end(),
                            [](const ata::Attribute& a) { return a.id == 194 || a.id == 190; }));
        QVERIFY(ata::decodeSummaryErrors(page("sata", "ata/summary-errors")));
        QVERIFY(ata::decodeSelfTests(page("sata", "ata/self-tests")));
        QCOMPARE(scsi::decodeSerialNumber(page("scsi", "scsi/vpd-80")), std::string("LAB-SCSI-0045"));
        QCOMPARE(scsi::decodeCharacteristics(page("scsi", "scsi/vpd-b1")).rotationRate, std::optional(5400U));
        QCOMPARE(scsi::decodeInquiry(page("scsi", "scsi/inquiry"))->product, std::string("LAB SCSI"));
        QVERIFY(!scsi::decodeWorldWideName(page("debug", "scsi/vpd-83")).empty());
        const auto heat = scsi::decodeLog(page("debug", "scsi/log-0d"), scsi::logPage::temperature);
        QVERIFY(heat && scsi::temperatures(*heat).now);
        const auto controller = nvme::decodeController(page("nvme", "nvme/controller"));
        QVERIFY(controller);
        QCOMPARE(controller->serial, std::string("LAB-NVME-0043"));
        QVERIFY(!controller->verifySupported);
        const auto ns = nvme::decodeNamespace(page("nvme", "nvme/namespace"));
        QVERIFY(ns);
        QCOMPARE(ns->size.value, std::uint64_t{131072});
        QVERIFY(nvme::decodeHealth(page("nvme", "nvme/health")));
    }
    void commandBlocksByteForByte() {
        QCOMPARE(first(ata::smartCommand(ata::smart::readData).bytes, 20),
                 QByteArray("2780b0d0004fc200000000000100000000000000"));
        QCOMPARE(first(ata::smartCommand(ata::smart::executeOffline, 2, 0).bytes, 20),
                 QByteArray("2780b0d4024fc200000000000000000000000000"));
        QCOMPARE(first(ata::readLogExt(0x04, 0x0107, 2).bytes, 20),
                 QByteArray("27802f0004070040000100000200000000000000"));
        QCOMPARE(first(scsi::read16(Lba{0x123456789AULL}, 256).bytes, 16),
                 QByteArray("8800000000123456789a000001000000"));
        QCOMPARE(first(scsi::inquiry(0xB1, 64).bytes, 6), QByteArray("1201b1004000"));
        QCOMPARE(first(scsi::logSense(0x15, 512, 1).bytes, 10), QByteArray("4d005501000000020000"));
        QCOMPARE(first(scsi::sendDiagnostic(scsi::SelfTestCode::backgroundExtended).bytes, 6),
                 QByteArray("1d4000000000"));
        QCOMPARE(first(scsi::readCapacity16().bytes, 16), QByteArray("9e100000000000000000000000200000"));
        QCOMPARE(first(ata::trustedReceive(1, 0x0102, 2).bytes, 20),
                 QByteArray("27805c0100020100000000000200000000000000"));
        QCOMPARE(first(scsi::wrapAta(ata::trustedReceive(1, 1, 1)).bytes, 16),
                 QByteArray("85080e00010001000000010000005c00"));
        QCOMPARE(first(scsi::securityProtocolIn(1, 0x0102, 512).bytes, 12),
                 QByteArray("a20101020000000002000000"));
        const CommandBlock security = nvme::securityReceive(1, 0x0102, 512);
        QCOMPARE(nvme::dwordOf(security, 10), 0x01010200U);
        QCOMPARE(nvme::dwordOf(security, 11), 512U);
        const CommandBlock health = nvme::getLogPage(nvme::logPage::health, 512);
        QCOMPARE(nvme::dwordOf(health, 10), 0x007F8002U);
        QCOMPARE(nvme::namespaceOf(health), 0xFFFFFFFFU);
        const CommandBlock read = nvme::read(Lba{0x100000001ULL}, 8, 3);
        QCOMPARE(nvme::lbaOf(read).value, 0x100000001ULL);
        QCOMPARE(nvme::sectorsOf(read), 8U);
        QCOMPARE(nvme::dwordOf(read, 12), 7U);
    }
    void ataInsideScsi() {
        for (const CommandBlock& block :
             {ata::identifyDevice(), ata::readDmaExt(Lba{0x123456789ABCULL}, 0x1234),
              ata::smartCommand(ata::smart::readLog, 0xE0), ata::readLogExt(0x0C, 3, 4),
              ata::readNativeMaxExt()}) {
            const CommandBlock wrapped = scsi::wrapAta(block);
            QCOMPARE(scsi::lengthOf(wrapped), std::size_t{16});
            const auto back = scsi::unwrapAta(wrapped);
            QVERIFY(back.has_value());
            QCOMPARE(ata::opcodeOf(*back), ata::opcodeOf(block));
            QCOMPARE(ata::featureOf(*back), ata::featureOf(block));
            QCOMPARE(ata::lbaOf(*back), ata::lbaOf(block));
        }
        QCOMPARE(first(scsi::wrapAta(ata::identifyDevice()).bytes, 16),
                 QByteArray("85080e0000000100000000000000ec00"));
        QVERIFY(!scsi::unwrapAta(scsi::read16({0}, 1)).has_value());
        const ata::Answer answer{0x51, 0x40, Lba{0x123456789ABCULL}, 0x5678};
        scsi::Sense sense;
        sense.key = 1;
        sense.ascq = 0x1D;
        sense.ataReturn = scsi::ataReturnOf(answer);
        const auto decoded = scsi::decodeSense(scsi::encodeSense(sense, true));
        QVERIFY(decoded.has_value());
        const auto back = scsi::answerFromSense(*decoded);
        QVERIFY(back.has_value());
        QCOMPARE(back->lba, answer.lba);
        QCOMPARE(back->status, answer.status);
        QCOMPARE(back->error, answer.error);
        QCOMPARE(back->count, answer.count);
    }
    void senseByteForByte() {
        const auto fixed = scsi::decodeSense(hex("f00003000010000a000000001104000000000000"));
        QVERIFY(fixed.has_value());
        QCOMPARE(fixed->key, scsi::senseKey::mediumError);
        QCOMPARE(fixed->asc, std::uint8_t{0x11});
        QCOMPARE(fixed->ascq, std::uint8_t{0x04});
        QCOMPARE(fixed->information->value, std::uint64_t{0x1000});
        const auto wide = scsi::decodeSense(hex("72031100000000140009800000000000000000000000000000000000"));
        QVERIFY(wide.has_value());
        QVERIFY(!wide->information.has_value());
        const auto withLba = scsi::decodeSense(hex("720311000000000c000a80000000001234567890"));
        QCOMPARE(withLba->information->value, std::uint64_t{0x1234567890});
        QVERIFY(!scsi::decodeSense(hex("7003")).has_value());
        QVERIFY(!scsi::decodeSense(hex("0000000000000000")).has_value());
        QVERIFY(scsi::decodeSense(hex("7100040000000000"))->deferred);
        // Registers in fixed format: where SAT puts them, and where the Linux kernel has put them.
        for (const char* bytes :
             {"700001005000010a00004fc2001d00000000000000", "700001000000000a00500001001d000000004fc2"}) {
            const auto sense = scsi::decodeSense(hex(bytes));
            QVERIFY(sense.has_value());
            const auto answer = scsi::answerFromSense(*sense);
            QVERIFY(answer.has_value());
            QCOMPARE(answer->status, std::uint8_t{0x50});
            QCOMPARE(answer->lba.value, std::uint64_t{0xC24F00});
        }
        for (const bool descriptors : {false, true}) {
            scsi::Sense sense;
            sense.key = 2;
            sense.asc = 4;
            sense.ascq = 9;
            sense.progress = 0.25;
            sense.information = Lba{77};
            const auto back = scsi::decodeSense(scsi::encodeSense(sense, descriptors));
            QCOMPARE(back->key, sense.key);
            QCOMPARE(*back->progress, 0.25);
            QCOMPARE(back->information->value, std::uint64_t{77});
        }
    }
    void smartDataBothWays() {
        ata::SmartData data;
        for (unsigned i = 1; i <= 30; ++i) {
            ata::Attribute a;
            a.id = static_cast<std::uint8_t>(i * 8 - 3);
            a.flags = static_cast<std::uint16_t>(i & 1U);
            a.normalised = static_cast<std::uint8_t>(i);
            a.worst = static_cast<std::uint8_t>(i / 2);
            a.raw = {1, 2, 3, 4, 5, static_cast<std::uint8_t>(i)};
            a.threshold = static_cast<std::uint8_t>(i + 100);
            data.attributes.push_back(a);
        }
        data.selfTest = ata::SelfTestStatus::running;
        data.tenthsLeft = 7;
        data.offlineCapability = 0x71;
        data.shortMinutes = 2;
        data.extendedMinutes = 700; // beyond one byte
        data.conveyanceMinutes = 5;
        const ata::Page page = ata::encodeSmartData(data);
        QVERIFY(ata::checksumGood(page));
        auto back = ata::decodeSmartData(page);
        QVERIFY(back.has_value());
        QVERIFY(ata::addThresholds(*back, ata::encodeThresholds(data)).has_value());
        QCOMPARE(back->attributes.size(), std::size_t{30});
        QCOMPARE(back->attributes[4].rawValue(), std::uint64_t{0x050504030201});
        QCOMPARE(back->attributes[4].rawValue(2), std::uint64_t{0x0201});
        QCOMPARE(*back->attributes[4].threshold, std::uint8_t{105});
        QVERIFY((back->attributes[0].flags & 1U) == 1 && (back->attributes[1].flags & 1U) == 0);
        QCOMPARE(back->selfTest, ata::SelfTestStatus::running);
        QCOMPARE(back->tenthsLeft, std::uint8_t{7});
        QCOMPARE(back->extendedMinutes, std::uint16_t{700});
        QVERIFY(back->canSelfTest() && back->canConveyance() && back->canSelective());
        ata::Page spoilt = page;
        spoilt[100] ^= std::byte{1};
        QVERIFY(!ata::decodeSmartData(spoilt)->checksumGood);
        QVERIFY(!ata::decodeSmartData(ata::Page{}).has_value());
        QVERIFY(!ata::decodeSmartData(std::span(page).first(511)).has_value());
    }
    void ataLogsBothWays() {
        ata::ErrorLog errors;
        errors.count = 41;
        for (unsigned i = 0; i < 4; ++i)
            errors.latest.push_back({0x40, 0x51, Lba{0xABCDEF0ULL + i}, static_cast<std::uint16_t>(900 - i)});
        for (const auto& back : {ata::decodeExtendedErrors(ata::encodeExtendedErrors(errors)),
                                 ata::decodeSummaryErrors(ata::encodeSummaryErrors(errors))}) {
            QVERIFY(back.has_value());
            QCOMPARE(back->count, 41U);
            QCOMPARE(back->latest.size(), std::size_t{4});
            QCOMPARE(back->latest[0].lba.value, std::uint64_t{0xABCDEF0});
            QCOMPARE(back->latest[3].hours, std::uint16_t{897});
        }
        const std::vector<ata::LoggedSelfTest> tests = {
            {2, ata::SelfTestStatus::failedRead, 1200, Lba{0x1234567}},
            {1, ata::SelfTestStatus::completed, 1100, std::nullopt},
            {0x81, ata::SelfTestStatus::aborted, 1000, std::nullopt}};
        for (const auto& back : {ata::decodeSelfTests(ata::encodeSelfTests(tests)),
                                 ata::decodeExtendedSelfTests(ata::encodeExtendedSelfTests(tests))}) {
            QVERIFY(back.has_value());
            QCOMPARE(back->size(), std::size_t{3});
            QCOMPARE(back->at(0).failingLba->value, std::uint64_t{0x1234567});
            QCOMPARE(back->at(0).hours, std::uint16_t{1200});
            QCOMPARE(back->at(2).status, ata::SelfTestStatus::aborted);
            QVERIFY(!back->at(1).failingLba.has_value());
        }
        QVERIFY(ata::decodeSelfTests(ata::Page{})->empty()); // a drive that never tested itself
        ata::SelectiveSelfTest selective;
        selective.spans[0] = {Lba{1000}, SectorCount{500}};
        selective.spans[4] = {Lba{1ULL << 40U}, SectorCount{1}};
        const auto back = ata::decodeSelective(ata::encodeSelective(selective));
        QVERIFY(back.has_value());
        QCOMPARE(back->spans[0], selective.spans[0]);
        QCOMPARE(back->spans[4], selective.spans[4]);
        QVERIFY(back->spans[2].empty());
    }
    void statisticsAndPendingDefects() {
        ata::Page page = ata::statisticsPage(5);
        ata::putStatistic(page, ata::Statistic::temperature, -12);
        QCOMPARE(*ata::statistic(page, ata::Statistic::temperature), -12);
        QVERIFY(!ata::statistic(page, ata::Statistic::highestTemperature).has_value()); // not supported
        QVERIFY(!ata::statistic(page, ata::Statistic::powerOnHours).has_value());       // another page
        page = ata::statisticsPage(1);
        ata::putStatistic(page, ata::Statistic::powerOnHours, 40'000);
        QCOMPARE(*ata::statistic(page, ata::Statistic::powerOnHours), 40'000);
        page[0x10 + 7] = std::byte{0x80}; // supported, not valid
        QVERIFY(!ata::statistic(page, ata::Statistic::powerOnHours).has_value());
        ata::PendingDefects defects;
        for (std::uint64_t i = 0; i < 100; ++i)
            defects.listed.push_back({Lba{i * 1000}, 7});
        defects.total = 100;
        const auto back = ata::decodePendingDefects(ata::encodePendingDefects(defects));
        QVERIFY(back.has_value());
        QCOMPARE(back->listed.size(), std::size_t{100});
        QCOMPARE(back->listed[99].lba.value, std::uint64_t{99'000});
        ata::SctStatus sct;
        sct.temperature = 41;
        sct.highestEver = -3;
        const auto status = ata::decodeSctStatus(ata::encodeSctStatus(sct));
        QCOMPARE(*status->temperature, 41);
        QCOMPARE(*status->highestEver, -3);
        QVERIFY(!status->lowestEver.has_value());
        QCOMPARE(ata::recoveryTenths(0x0046, Lba{0x01}), std::uint16_t{0x0146});
        const std::array<ata::PhyCounter, 2> counters = {{{1, 7}, {10, 70'000}}};
        const auto phy = ata::decodePhyCounters(ata::encodePhyCounters(counters));
        QCOMPARE(phy->size(), std::size_t{2});
        QCOMPARE(phy->at(1).value, std::uint64_t{70'000});
    }
    void identifyTellsHowTheDriveIsSet() {
        ata::IdentifyData data;
        data.model = "Petrel 5";
        data.capacity.value = 1'000'000;
        data.worldWideName = 0x5000C500A1B2C3D4ULL;
        data.smartSupported = data.smartEnabled = data.selfTestSupported = data.logsSupported = true;
        data.passwordSet = data.locked = true;
        data.alignmentOffset = 1;
        data.physicalBytes = 4096;
        data.sctSupported = data.recoveryTimeSupported = true;
        data.zoned = ata::IdentifyData::Zoned::hostAware;
        const auto back = ata::decodeIdentify(ata::encodeIdentify(data));
        QVERIFY(back.has_value());
        QCOMPARE(back->worldWideName, data.worldWideName);
        QVERIFY(back->smartEnabled && back->logsSupported && back->locked && back->recoveryTimeSupported);
        QVERIFY(!back->frozen && !back->writeCacheEnabled);
        QCOMPARE(back->alignmentOffset, 1U);
        QCOMPARE(back->zoned, ata::IdentifyData::Zoned::hostAware);
    }
    void scsiPagesBothWays() {
        scsi::InquiryData inquiry;
        inquiry.vendor = "Fulmar";
        inquiry.product = "C5";
        inquiry.revision = "C5A";
        QCOMPARE(scsi::decodeInquiry(scsi::encodeInquiry(inquiry))->product, inquiry.product);
        QVERIFY(!scsi::decodeInquiry(hex("0000")).has_value());
        QCOMPARE(QByteArray::fromStdString(
                     scsi::decodeWorldWideName(scsi::encodeWorldWideName(0x5000C500A1B2C3D4))),
                 QByteArray("5000c500a1b2c3d4"));
        scsi::Capacity capacity;
        capacity.sectors.value = 39'063'650'304ULL;
        capacity.logicalBytes = 512;
        capacity.physicalBytes = 4096;
        capacity.protectionType = 2;
        const auto back = scsi::decodeCapacity16(scsi::encodeCapacity16(capacity));
        QCOMPARE(back->sectors, capacity.sectors);
        QCOMPARE(back->physicalBytes, 4096U);
        QCOMPARE(back->protectionType, std::uint8_t{2});
        QCOMPARE(scsi::decodeCapacity10(hex("0000000000000000"))->sectors.value, std::uint64_t{0});
        QVERIFY(!scsi::decodeCapacity10(hex("000000ff00000003")).has_value());
        QCOMPARE(scsi::decodeCapacity10(hex("000003ff00000208"))->logicalBytes, 520U);
        QCOMPARE(scsi::decodeCharacteristics(scsi::encodeCharacteristics({7200, 1})).zoned, std::uint8_t{1});
        QVERIFY(!scsi::decodeCharacteristics(hex("00b1003c0200")).rotationRate.has_value());
        const std::vector<Lba> grown = {Lba{5}, Lba{1ULL << 40U}};
        QCOMPARE(scsi::decodeDefects12(scsi::encodeDefects12(grown))->listed, grown);
        QCOMPARE(scsi::decodeDefects12(hex("000d0000000000100000000100000002"))->count, 2U); // by track
    }
    void whatScsiDrivesHoldBothWays() {
        const std::vector<scsi::LbaStatus> pieces = {
            {{{1000}, {24}}, true}, {{{1024}, {4096}}, false}, {{{5120}, {1}}, true}};
        const auto read = scsi::decodeLbaStatus(scsi::encodeLbaStatus(pieces));
        QVERIFY(read.has_value());
        QCOMPARE(read->size(), pieces.size());
        for (std::size_t i = 0; i < pieces.size(); ++i) {
            QCOMPARE((*read)[i].span, pieces[i].span);
            QCOMPARE((*read)[i].mapped, pieces[i].mapped);
        }
        auto bytes = scsi::encodeLbaStatus(pieces);
        bytes[8 + 16 + 12] = std::byte{2}; // anchored: room is kept, nothing is held
        QVERIFY(!(*scsi::decodeLbaStatus(bytes))[1].mapped);
        bytes[8 + 16 + 7] = std::byte{1}; // no longer where the one before ends
        QCOMPARE(scsi::decodeLbaStatus(bytes)->size(), std::size_t{1});
        bytes.resize(8 + 16 + 15); // cut off
        QCOMPARE(scsi::decodeLbaStatus(bytes)->size(), std::size_t{1});
        QVERIFY(!scsi::decodeLbaStatus(std::vector<std::byte>(8)).has_value());

        const std::vector<scsi::Zone> zones = {
            {{{0}, {512}}, {512}}, {{{512}, {512}}, {0}}, {{{1024}, {512}}, {77}}, {{{1536}, {100}}, {100}}};
        const auto list = scsi::decodeZones(scsi::encodeZones(zones));
        QVERIFY(list.has_value());
        QCOMPARE(list->size(), zones.size());
        for (std::size_t i = 0; i < zones.size(); ++i) {
            QCOMPARE((*list)[i].span, zones[i].span);
            QCOMPARE((*list)[i].written, zones[i].written);
        }
        auto odd = scsi::encodeZones(zones);
        const std::size_t third = 64 + 2 * 64;
        odd[third + 24] = std::byte{0xFF}; // a write pointer outside its zone is not trusted
        QCOMPARE((*scsi::decodeZones(odd))[2].written, SectorCount{512});
        odd[third + 1] = std::byte{0xF0}; // offline: no pointer
        QCOMPARE((*scsi::decodeZones(odd))[2].written, SectorCount{512});
        std::fill_n(odd.begin() + static_cast<std::ptrdiff_t>(third) + 8, 8, std::byte{0}); // no length
        QCOMPARE(scsi::decodeZones(odd)->size(), std::size_t{2});
        QVERIFY(!scsi::decodeZones(std::vector<std::byte>(127)).has_value());
    }
    void scsiLogsBothWays() {
        const std::vector<scsi::LogParameter> p = {scsi::numberParameter(6, 0x123456, 8),
                                                   scsi::numberParameter(3, 9, 2)};
        const auto bytes = scsi::encodeLog(0x03, 0, p);
        auto log = scsi::decodeLog(bytes, 0x03);
        QVERIFY(log.has_value());
        QCOMPARE(*scsi::errorCounters(*log).uncorrected, std::uint64_t{0x123456});
        QCOMPARE(*scsi::errorCounters(*log).corrected, std::uint64_t{9});
        QVERIFY(!scsi::decodeLog(bytes, 0x02).has_value());
        // Cut in the middle of a parameter: what came whole is kept.
        log = scsi::decodeLog(std::span(bytes).first(bytes.size() - 1), 0x03);
        QCOMPARE(log->size(), std::size_t{1});
        const std::vector<scsi::LogParameter> hot = {{0, hex("00ff")}, {1, hex("003c")}};
        QVERIFY(!scsi::temperatures(hot).now.has_value());
        QCOMPARE(*scsi::temperatures(hot).reference, 60);
        scsi::LoggedSelfTest test{2, 7, 4321, Lba{99}};
        const std::vector<scsi::LogParameter> tests = {scsi::selfTestParameter(1, test)};
        QCOMPARE(scsi::selfTests(tests).at(0).failingLba->value, std::uint64_t{99});
        const std::vector<scsi::LogParameter> scan = {scsi::backgroundStatusParameter(600),
                                                      {1, hex("0000000013110000000000000000000200000000")}};
        QCOMPARE(*scsi::backgroundScan(scan).powerOnMinutes, 600U);
        QCOMPARE(scsi::backgroundScan(scan).found.at(0).lba.value, 1ULL << 33U);
    }
    void whatIsLockedBothWays() {
        for (const tcg::Discovery& discovery : {tcg::Discovery{false, false}, {true, false}, {true, true}})
            QCOMPARE(*tcg::decodeDiscovery(tcg::encodeDiscovery(discovery)), discovery);
        auto bytes = tcg::encodeDiscovery({true, true});
        // Other features before it, as drives have them, and one that is cut off behind it.
        const std::vector<std::byte> other = {std::byte{0}, std::byte{1},    std::byte{0x10},
                                              std::byte{2}, std::byte{0xFF}, std::byte{0xFF}};
        bytes.insert(bytes.begin() + 48, other.begin(), other.end());
        bytes.insert(bytes.end(), {std::byte{0}, std::byte{2}, std::byte{0x10}, std::byte{12}});
        putBigEndian(bytes, 0, 4, bytes.size() - 4);
        QVERIFY(tcg::decodeDiscovery(bytes)->rangesLocked);
        // "Locked" means nothing where locking is not switched on.
        auto off = tcg::encodeDiscovery({true, true});
        off[52] &= ~std::byte{2};
        QCOMPARE(*tcg::decodeDiscovery(off), (tcg::Discovery{}));
        QVERIFY(!tcg::decodeDiscovery({}).has_value());
        QVERIFY(!tcg::decodeDiscovery(std::vector<std::byte>(512)).has_value());
        QVERIFY(!tcg::decodeDiscovery(std::vector<std::byte>(47, std::byte{0xFF})).has_value());
    }
    void erasureBothWays() {
        using Status = nvme::SanitizeStatus;
        for (const auto latest :
             {Status::Latest::never, Status::Latest::done, Status::Latest::running, Status::Latest::failed})
            QVERIFY(nvme::decodeSanitizeStatus(nvme::encodeSanitizeStatus({latest, 0.25}))->latest == latest);
        QCOMPARE(
            nvme::decodeSanitizeStatus(nvme::encodeSanitizeStatus({Status::Latest::running, 0.25}))->progress,
            0.25);
        QVERIFY(!nvme::decodeSanitizeStatus(std::vector<std::byte>(3)).has_value());
    }
    void nvmePagesBothWays() {
        nvme::Controller c;
        c.model = "Gannet X";
        c.serial = "GX-1";
        c.selfTestSupported = c.verifySupported = true;
        c.warningTemperature = 70;
        const auto controller = nvme::decodeController(nvme::encodeController(c));
        QCOMPARE(controller->model, c.model);
        QVERIFY(controller->verifySupported);
        QCOMPARE(*controller->warningTemperature, 70);
        QVERIFY(!controller->criticalTemperature.has_value());
        nvme::Namespace ns;
        ns.size.value = 1'000'000;
        ns.logicalBytes = 4096;
        QCOMPARE(nvme::decodeNamespace(nvme::encodeNamespace(ns, 0x5A))->logicalBytes, 4096U);
        QCOMPARE(nvme::decodeNamespace(nvme::encodeNamespace(ns, 0x5A))->worldWideName,
                 std::string("000000000000005a"));
        nvme::Health h;
        h.temperature = -5;
        h.mediaErrors = 12;
        h.used = 255;
        auto bytes = nvme::encodeHealth(h);
        QCOMPARE(*nvme::decodeHealth(bytes)->temperature, -5);
        QCOMPARE(nvme::decodeHealth(bytes)->mediaErrors, std::uint64_t{12});
        bytes[160 + 9] = std::byte{1}; // beyond 64 bits
        QCOMPARE(nvme::decodeHealth(bytes)->mediaErrors, UINT64_MAX);
        QVERIFY(!nvme::decodeHealth(std::vector<std::byte>(512)).has_value());
        nvme::SelfTestLog log;
        log.running = 2;
        log.percent = 44;
        log.latestFirst.push_back({1, 7, 100, Lba{77}});
        const auto tests = nvme::decodeSelfTests(nvme::encodeSelfTests(log));
        QCOMPARE(tests->percent, std::uint8_t{44});
        QCOMPARE(tests->latestFirst.size(), std::size_t{1});
        QVERIFY(tests->latestFirst[0].failed());
        const std::vector<nvme::LoggedError> errors = {{9, 2, 0x81, Lba{5}}, {8, 0, 2, Lba{0}}};
        const auto back = nvme::decodeErrors(nvme::encodeErrors(errors, 16));
        QCOMPARE(back.size(), std::size_t{2});
        QVERIFY(back[0].ofMedia() && !back[1].ofMedia());
        const nvme::Completion completion{7, 2, 0x81, true};
        const auto again = nvme::decodeCompletion(nvme::encodeCompletion(completion));
        QCOMPARE(again.statusType, std::uint8_t{2});
        QCOMPARE(again.statusCode, std::uint8_t{0x81});
        QCOMPARE(nvme::completionOfKernelStatus(0, 0x4281).statusCode, std::uint8_t{0x81});
    }
    void anyBytesAreSurvived() {
        survive([](auto bytes) { (void)ata::decodeSmartData(bytes); });
        survive([](auto bytes) {
            ata::SmartData data;
            data.attributes.resize(3);
            (void)ata::addThresholds(data, bytes);
        });
        survive([](auto bytes) { (void)ata::decodeSummaryErrors(bytes); });
        survive([](auto bytes) { (void)ata::decodeExtendedErrors(bytes); });
        survive([](auto bytes) { (void)ata::decodeSelfTests(bytes); });
        survive([](auto bytes) { (void)ata::decodeExtendedSelfTests(bytes); });
        survive([](auto bytes) { (void)ata::decodeSelective(bytes); });
        survive([](auto bytes) { (void)ata::decodePendingDefects(bytes); });
        survive([](auto bytes) { (void)ata::decodePhyCounters(bytes); });
        survive([](auto bytes) { (void)ata::decodeSctStatus(bytes); });
        survive([](auto bytes) { (void)ata::statisticsPages(bytes); });
        survive([](auto bytes) { (void)scsi::decodeSense(bytes); });
        survive([](auto bytes) { (void)scsi::decodeInquiry(bytes); });
        survive([](auto bytes) { (void)scsi::decodeSerialNumber(bytes); });
        survive([](auto bytes) { (void)scsi::decodeWorldWideName(bytes); });
        survive([](auto bytes) { (void)scsi::identifyInside(bytes); });
        survive([](auto bytes) { (void)scsi::decodeCapacity16(bytes); });
        survive([](auto bytes) { (void)scsi::decodeMode10(bytes, 1); });
        survive([](auto bytes) { (void)scsi::decodeDefects12(bytes); });
        survive([](auto bytes) {
            if (const auto log = scsi::decodeLog(bytes, 0x15)) {
                (void)scsi::backgroundScan(*log);
                (void)scsi::selfTests(*log);
                (void)scsi::pendingDefects(*log);
            }
        });
        survive([](auto bytes) { (void)tcg::decodeDiscovery(bytes); });
        survive([](auto bytes) { (void)nvme::decodeSanitizeStatus(bytes); });
        survive([](auto bytes) { (void)nvme::decodeErrors(bytes); });
        survive([](auto bytes) { (void)nvme::decodeSelfTests(bytes); });
        survive([](auto bytes) { (void)nvme::decodeHealth(bytes); });
        survive([](auto bytes) {
            std::vector<std::byte> whole(4096);
            std::copy(bytes.begin(), bytes.end(), whole.begin());
            (void)nvme::decodeController(whole);
            const auto ns = nvme::decodeNamespace(whole);
            if (ns && ns->size.value != 0)
                QVERIFY(ns->logicalBytes >= 512 && ns->logicalBytes <= 65536);
        });
    }
};

ORBITA_TEST(TestPages)

} // namespace test_pages

#include "test_pages.moc"
