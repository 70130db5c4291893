// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/sim/front.h"

#include "core/base/bytes.h"
#include "core/drive/ata/identify.h"
#include "core/drive/ata/logs.h"
#include "core/drive/ata/reply.h"
#include "core/drive/ata/taskfile.h"
#include "core/drive/tcg/discovery.h"

#include <algorithm>
#include <cmath>

namespace orbita::sim {

namespace {

using ata::Page;

constexpr std::uint8_t bad = ata::status::ready | ata::status::error;

std::vector<std::byte> bytesOf(const Page& page) {
    return {page.begin(), page.end()};
}

ata::Attribute attribute(std::uint8_t id, std::uint16_t flags, std::uint64_t raw, unsigned normalised,
                         unsigned threshold) {
    ata::Attribute a;
    a.id = id;
    a.flags = flags;
    a.normalised = a.worst = static_cast<std::uint8_t>(std::clamp(normalised, 1U, 253U));
    a.threshold = static_cast<std::uint8_t>(threshold);
    for (std::size_t i = 0; i < a.raw.size(); ++i)
        a.raw[i] = static_cast<std::uint8_t>(raw >> (8 * i) & 0xFFU);
    return a;
}

// 100 with nothing counted, less the more there is.
unsigned lessWith(std::uint64_t count, double perPoint) {
    return static_cast<unsigned>(std::max(1.0, 100.0 - static_cast<double>(count) / perPoint));
}

ata::SelfTestStatus statusOf(const Condition::Test& test) {
    switch (test.result) {
    case Condition::TestResult::passed:
        return ata::SelfTestStatus::completed;
    case Condition::TestResult::aborted:
        return ata::SelfTestStatus::aborted;
    case Condition::TestResult::failedRead:
        return ata::SelfTestStatus::failedRead;
    case Condition::TestResult::running:
        break;
    }
    return ata::SelfTestStatus::running;
}

class AtaFront final : public CommandFront {
public:
    AtaFront(const Scenario& scenario, std::shared_ptr<Condition> condition)
        : m_scenario(scenario), m_condition(std::move(condition)) {}

    [[nodiscard]] std::optional<MediumAccess> mediumAccess(const CommandBlock& block) const override {
        const std::uint8_t op = ata::opcodeOf(block);
        const bool verify = op == ata::opcode::readVerifyExt;
        if (!ata::isCommand(block) || (!verify && op != ata::opcode::readDmaExt))
            return std::nullopt;
        return MediumAccess{{ata::lbaOf(block), SectorCount{ata::sectorsOf(block)}}, !verify, verify};
    }

    void answerRead(const CommandBlock& /*block*/, const ReadEvent& event, Reply& reply) override {
        ata::Answer answer{ata::status::ready, 0, {}};
        if (event.result == ReadResult::locked)
            answer = {bad, ata::error::aborted, {}};
        else if (event.result == ReadResult::unreadable)
            answer = {bad, ata::error::uncorrectable, event.firstBad};
        else if (event.result == ReadResult::damagedOnTheWay)
            answer = {bad, ata::error::interfaceCrc | ata::error::aborted, {}};
        reply.bytes = ata::encodeAnswer(answer);
    }

    [[nodiscard]] std::optional<MediumWrite>
    mediumWrite(const CommandBlock& block, std::span<const std::byte> /*parameters*/) const override {
        const std::uint8_t op = ata::opcodeOf(block);
        if (op == ata::opcode::flushCacheExt)
            return MediumWrite{MediumWrite::What::flush, {}, true};
        const bool fua = op == ata::opcode::writeDmaFuaExt;
        if (op != ata::opcode::writeDmaExt && !(fua && m_scenario.writing.forces))
            return std::nullopt;
        return MediumWrite{
            MediumWrite::What::sectors, {ata::lbaOf(block), SectorCount{ata::sectorsOf(block)}}, fua};
    }

    void answerWrite(const CommandBlock& /*block*/, const WriteEvent& event, Reply& reply) override {
        ata::Answer answer{ata::status::ready, 0, {}};
        if (event.result == WriteResult::writeProtected)
            answer = {bad, ata::error::aborted, {}};
        else if (event.result == WriteResult::mediumRefuses)
            answer = {bad, ata::error::uncorrectable, event.firstBad};
        else if (event.result == WriteResult::noSpare)
            answer = {bad | ata::status::deviceFault, ata::error::aborted, event.firstBad};
        reply.bytes = ata::encodeAnswer(answer);
    }

    void answerBeyondEnd(const CommandBlock& /*block*/, Reply& reply) override {
        reply.bytes =
            ata::encodeAnswer({bad, ata::error::idNotFound, Lba{m_scenario.identity.capacity.value}});
    }

    std::vector<std::byte> answer(const CommandBlock& block, std::span<const std::byte> parameters,
                                  Nanoseconds now, Reply& reply) override {
        reply.bytes = ata::encodeAnswer({ata::status::ready, 0, {}});
        const Condition::State state = m_condition->state(now);
        switch (ata::opcodeOf(block)) {
        case ata::opcode::identifyDevice: {
            const auto page = ata::encodeIdentify(identity(state));
            return {page.begin(), page.end()};
        }
        case ata::opcode::readNativeMaxExt:
            reply.bytes =
                ata::encodeAnswer({ata::status::ready, 0, Lba{m_scenario.identity.capacity.value - 1}, 0});
            return {};
        case ata::opcode::checkPowerMode:
            reply.bytes = ata::encodeAnswer({ata::status::ready, 0, {}, 0xFF});
            return {};
        case ata::opcode::smart:
            return smart(block, parameters, state, now, reply);
        case ata::opcode::readLogExt:
            return log(block, state, reply);
        case ata::opcode::trustedReceive:
            if (m_scenario.lock != Lock::ranges)
                return refuse(reply);
            return tcg::encodeDiscovery({true, true});
        default:
            return refuse(reply);
        }
    }

    [[nodiscard]] bool isTrouble(const Reply& reply) const override {
        return ata::classifyReply(reply).outcome != Outcome::answered;
    }

private:
    static std::vector<std::byte> refuse(Reply& reply) {
        reply.bytes = ata::encodeAnswer({bad, ata::error::aborted, {}});
        return {};
    }

    [[nodiscard]] ata::IdentifyData identity(const Condition::State& state) const {
        ata::IdentifyData id = m_scenario.identity;
        id.worldWideName = worldWideNameOf(m_scenario);
        id.smartSupported = state.health.offered;
        id.smartEnabled = state.health.offered && state.health.watching;
        id.selfTestSupported = id.logsSupported = state.health.offered;
        id.sctSupported = id.recoveryTimeSupported = m_scenario.rotating() && m_scenario.limitsErrorRecovery;
        id.writeCacheSupported = id.writeCacheEnabled = true;
        id.fuaSupported = m_scenario.writing.forces;
        id.flushSupported = true;
        id.trimSupported = !m_scenario.rotating();
        id.passwordSet = id.locked = m_scenario.lock == Lock::password;
        id.trustedSupported = m_scenario.lock == Lock::ranges;
        id.sataSpeeds = 0x000E;
        id.sataSpeedNow = 3;
        id.queueDepth = 32;
        id.standard = 10;                              // ACS-3
        id.formFactor = m_scenario.rotating() ? 2 : 3; // 3.5 and 2.5 inch
        id.bufferBytes = m_scenario.rotating() ? 32U << 20U : 0;
        id.lookAheadSupported = id.lookAheadEnabled = true;
        id.securitySupported = true;
        id.sanitizeSupported = !m_scenario.rotating();
        id.trimReadsZeros = id.trimSupported;
        return id;
    }

    [[nodiscard]] ata::SmartData smartData(const Condition::State& state) const {
        const HealthStory& h = state.health;
        constexpr std::uint16_t prefail = 0x0033;
        constexpr std::uint16_t age = 0x0032;
        ata::SmartData data;
        auto& a = data.attributes;
        const bool rotating = m_scenario.rotating();
        a.push_back(attribute(5, prefail, h.reallocated, lessWith(h.reallocated, 30), 10));
        a.push_back(attribute(9, age, h.hours, lessWith(h.hours, 900), 0));
        if (rotating) {
            a.push_back(attribute(3, prefail, 412, 97, 21));
            a.push_back(attribute(4, age, h.startStops, lessWith(h.startStops, 1000), 20));
            a.push_back(attribute(10, prefail, h.spinRetries, lessWith(h.spinRetries, 1), 97));
            a.push_back(attribute(193, age, h.loadCycles, lessWith(h.loadCycles, 6000), 0));
        }
        a.push_back(attribute(12, age, h.powerCycles, lessWith(h.powerCycles, 1000), 0));
        if (!rotating) {
            a.push_back(
                attribute(177, prefail, h.wearPercent * 30ULL, 100 - std::min(h.wearPercent, 99U), 5));
            a.push_back(attribute(232, prefail, h.sparePercent, h.sparePercent, h.spareThreshold));
        }
        a.push_back(attribute(187, age, h.reportedUncorrectable, lessWith(h.reportedUncorrectable, 1), 0));
        a.push_back(attribute(188, age, h.commandTimeouts, 100, 0));
        a.push_back(attribute(194, age, static_cast<std::uint64_t>(h.temperature),
                              150 - static_cast<unsigned>(h.temperature), 0));
        a.push_back(attribute(196, age, h.reallocated, lessWith(h.reallocated, 30), 0));
        a.push_back(attribute(197, age, state.pendingSectors, lessWith(state.pendingSectors, 40), 0));
        a.push_back(attribute(198, age, h.offlineUncorrectable, lessWith(h.offlineUncorrectable, 40), 0));
        a.push_back(attribute(199, age, h.linkErrors, 100, 0));
        data.selfTest = state.tests.empty() ? ata::SelfTestStatus::completed : statusOf(state.tests.front());
        if (state.testRunning)
            data.tenthsLeft = static_cast<std::uint8_t>(std::min(9.0, 10 - std::floor(state.testDone * 10)));
        data.offlineCapability = 0x79; // off-line, read scanning, self-tests, conveyance, selective
        data.shortMinutes = static_cast<std::uint16_t>(h.shortTestMinutes);
        data.extendedMinutes = static_cast<std::uint16_t>(m_condition->extendedTestMinutes());
        data.conveyanceMinutes = static_cast<std::uint16_t>(h.shortTestMinutes);
        return data;
    }

    static std::vector<ata::LoggedSelfTest> tests(const Condition::State& state) {
        std::vector<ata::LoggedSelfTest> log;
        for (const Condition::Test& test : state.tests)
            log.push_back({static_cast<std::uint8_t>(static_cast<unsigned>(test.kind) + 1), statusOf(test),
                           static_cast<std::uint16_t>(test.hours), test.failingLba});
        return log;
    }

    static ata::ErrorLog errors(const Condition::State& state) {
        ata::ErrorLog log;
        log.count = static_cast<std::uint32_t>(state.failedReadCount);
        for (const Condition::FailedRead& failed : state.failedReads)
            log.latest.push_back(
                {ata::error::uncorrectable, 0x51, failed.lba, static_cast<std::uint16_t>(failed.hours)});
        return log;
    }

    std::vector<std::byte> smart(const CommandBlock& block, std::span<const std::byte> parameters,
                                 const Condition::State& state, Nanoseconds now, Reply& reply) {
        if (!state.health.offered)
            return refuse(reply);
        const std::uint8_t feature = ata::featureOf(block);
        if (feature == ata::smart::enable) {
            m_condition->setWatching(true);
            return {};
        }
        if (!state.health.watching)
            return refuse(reply);
        switch (feature) {
        case ata::smart::readData:
            return bytesOf(ata::encodeSmartData(smartData(state)));
        case ata::smart::readThresholds:
            return bytesOf(ata::encodeThresholds(smartData(state)));
        case ata::smart::returnStatus:
            reply.bytes = ata::encodeAnswer(
                {ata::status::ready, 0, Lba{state.health.predictsFailure ? 0x2CF400ULL : 0xC24F00ULL}, 0});
            return {};
        case ata::smart::executeOffline:
            return execute(ata::logAddressOf(block), now, reply);
        case ata::smart::readLog:
            return smartLog(ata::logAddressOf(block), state, reply);
        case ata::smart::writeLog:
            if (ata::logAddressOf(block) == ata::logAddress::sctCommand)
                return errorRecoveryLimit(parameters, reply);
            if (ata::logAddressOf(block) != ata::logAddress::selectiveSelfTest)
                return refuse(reply);
            if (const auto test = ata::decodeSelective(parameters))
                m_condition->setSelectiveSpan(test->spans[0]);
            return {};
        default:
            return refuse(reply);
        }
    }

    // SCT error recovery control of reading; see ata::sctSetRecoveryTime.
    std::vector<std::byte> errorRecoveryLimit(std::span<const std::byte> parameters, Reply& reply) {
        if (!m_scenario.rotating() || !m_scenario.limitsErrorRecovery || parameters.size() < ata::pageBytes ||
            littleEndian(parameters, 0, 2) != 3 || littleEndian(parameters, 4, 2) != 1)
            return refuse(reply);
        if (littleEndian(parameters, 2, 2) == 1)
            m_condition->setRecoveryLimitMs(static_cast<std::uint32_t>(littleEndian(parameters, 6, 2) * 100));
        const auto tenths = m_condition->recoveryLimitMs() / 100;
        reply.bytes = ata::encodeAnswer(
            {ata::status::ready, 0, Lba{tenths >> 8U}, static_cast<std::uint16_t>(tenths & 0xFFU)});
        return {};
    }

    std::vector<std::byte> execute(std::uint8_t code, Nanoseconds now, Reply& reply) {
        if (code == 0x7F) {
            m_condition->abortTest(now);
            return {};
        }
        if (code < 1 || code > 4 || !m_condition->startTest(static_cast<Condition::TestKind>(code - 1), now))
            return refuse(reply);
        return {};
    }

    std::vector<std::byte> smartLog(std::uint8_t address, const Condition::State& state, Reply& reply) const {
        switch (address) {
        case ata::logAddress::summaryErrors:
            return bytesOf(ata::encodeSummaryErrors(errors(state)));
        case ata::logAddress::selfTests:
            return bytesOf(ata::encodeSelfTests(tests(state)));
        case ata::logAddress::selectiveSelfTest: {
            ata::SelectiveSelfTest test;
            test.spans[0] = state.selectiveSpan;
            return bytesOf(ata::encodeSelective(test));
        }
        case ata::logAddress::sctCommand: {
            if (!m_scenario.rotating())
                return refuse(reply);
            ata::SctStatus status;
            status.temperature = state.health.temperature;
            status.highestThisCycle = state.health.temperature;
            status.highestEver = state.health.highestTemperature;
            return bytesOf(ata::encodeSctStatus(status));
        }
        default:
            return refuse(reply);
        }
    }

    std::vector<std::byte> log(const CommandBlock& block, const Condition::State& state, Reply& reply) const {
        if (!state.health.offered)
            return refuse(reply);
        switch (ata::logAddressOf(block)) {
        case ata::logAddress::extendedErrors:
            return bytesOf(ata::encodeExtendedErrors(errors(state)));
        case ata::logAddress::extendedSelfTests:
            return bytesOf(ata::encodeExtendedSelfTests(tests(state)));
        case ata::logAddress::deviceStatistics:
            return statistics(ata::logPageOf(block), state, reply);
        case ata::logAddress::pendingDefects: {
            ata::PendingDefects defects;
            defects.total = static_cast<std::uint32_t>(state.pending.size());
            for (const Lba lba : state.pending)
                defects.listed.push_back({lba, static_cast<std::uint32_t>(state.health.hours)});
            auto bytes = ata::encodePendingDefects(defects);
            bytes.resize(std::max<std::size_t>(bytes.size(), ata::sectorsOf(block) * ata::pageBytes));
            return bytes;
        }
        case ata::logAddress::phyCounters: {
            const std::array<ata::PhyCounter, 1> counters = {{{1, state.health.linkErrors}}};
            return bytesOf(ata::encodePhyCounters(counters));
        }
        default:
            return refuse(reply);
        }
    }

    std::vector<std::byte> statistics(std::uint16_t number, const Condition::State& state,
                                      Reply& reply) const {
        const HealthStory& h = state.health;
        const auto sectors = [&](std::uint64_t bytes) {
            return static_cast<std::int64_t>(bytes / m_scenario.identity.logicalBytes);
        };
        Page page = ata::statisticsPage(static_cast<std::uint8_t>(number));
        switch (number) {
        case 0: {
            const std::array<std::uint8_t, 4> pages = {0, 1, 4, 5};
            return bytesOf(ata::encodeStatisticsPages(pages));
        }
        case 1:
            ata::putStatistic(page, ata::Statistic::powerOnHours, static_cast<std::int64_t>(h.hours));
            ata::putStatistic(page, ata::Statistic::sectorsRead, sectors(h.readBytes));
            ata::putStatistic(page, ata::Statistic::sectorsWritten, sectors(h.writtenBytes));
            return bytesOf(page);
        case 4:
            ata::putStatistic(page, ata::Statistic::reportedUncorrectable,
                              static_cast<std::int64_t>(h.reportedUncorrectable));
            return bytesOf(page);
        case 5:
            ata::putStatistic(page, ata::Statistic::temperature, h.temperature);
            ata::putStatistic(page, ata::Statistic::highestTemperature, h.highestTemperature);
            return bytesOf(page);
        default:
            return refuse(reply);
        }
    }

    Scenario m_scenario;
    std::shared_ptr<Condition> m_condition;
};

} // namespace

std::unique_ptr<CommandFront> makeAtaFront(const Scenario& scenario, std::shared_ptr<Condition> condition) {
    return std::make_unique<AtaFront>(scenario, std::move(condition));
}

std::uint64_t worldWideNameOf(const Scenario& scenario) {
    std::uint64_t name = 0xCBF29CE484222325ULL;
    for (const char c : scenario.identity.serial)
        name = (name ^ static_cast<unsigned char>(c)) * 0x100000001B3ULL;
    return (name & 0x0FFFFFFFFFFFFFFFULL) | 5ULL << 60U; // NAA 5
}

} // namespace orbita::sim
