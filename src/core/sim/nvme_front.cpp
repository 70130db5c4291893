// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/sim/front.h"

#include "core/drive/nvme/commands.h"
#include "core/drive/nvme/pages.h"
#include "core/drive/nvme/reply.h"
#include "core/drive/tcg/discovery.h"

namespace orbita::sim {

namespace {

constexpr nvme::Completion unknownCommand{0, 0, 0x01, true};
constexpr nvme::Completion badField{0, 0, 0x02, true};
constexpr nvme::Completion unrecoveredRead{0, 2, 0x81, true};
constexpr nvme::Completion writeFault{0, 2, 0x80, true};
constexpr nvme::Completion capacityExceeded{0, 0, 0x81, true};
constexpr nvme::Completion writeProtected{0, 1, 0x82, true};
constexpr nvme::Completion accessDenied{0, 2, 0x86, true};
constexpr nvme::Completion dataTransferError{0, 0, 0x04, false};
constexpr nvme::Completion beyondEnd{0, 0, 0x80, true};
constexpr nvme::Completion selfTestRunning{0, 1, 0x1D, true};

class NvmeFront final : public CommandFront {
public:
    NvmeFront(const Scenario& scenario, std::shared_ptr<Condition> condition)
        : m_scenario(scenario), m_condition(std::move(condition)) {}

    [[nodiscard]] std::optional<MediumAccess> mediumAccess(const CommandBlock& block) const override {
        const std::uint8_t op = nvme::opcodeOf(block);
        const bool verify = op == nvme::io::verify;
        if (block.protocol != Protocol::nvmeIo || (!verify && op != nvme::io::read))
            return std::nullopt;
        return MediumAccess{
            {nvme::lbaOf(block), SectorCount{nvme::sectorsOf(block)}}, !verify, verify || nvme::isFua(block)};
    }

    void answerRead(const CommandBlock& /*block*/, const ReadEvent& event, Reply& reply) override {
        nvme::Completion completion;
        if (event.result == ReadResult::locked)
            completion = accessDenied;
        else if (event.result == ReadResult::unreadable)
            completion = unrecoveredRead;
        else if (event.result == ReadResult::damagedOnTheWay)
            completion = dataTransferError;
        reply.bytes = nvme::encodeCompletion(completion);
    }

    [[nodiscard]] std::optional<MediumWrite>
    mediumWrite(const CommandBlock& block, std::span<const std::byte> /*parameters*/) const override {
        if (block.protocol != Protocol::nvmeIo)
            return std::nullopt;
        const LbaSpan span{nvme::lbaOf(block), SectorCount{nvme::sectorsOf(block)}};
        switch (nvme::opcodeOf(block)) {
        case nvme::io::flush:
            return MediumWrite{MediumWrite::What::flush, {}, true};
        case nvme::io::write:
            return MediumWrite{MediumWrite::What::sectors, span, nvme::isFua(block)};
        case nvme::io::writeZeroes:
            return MediumWrite{MediumWrite::What::zeros, span, nvme::isFua(block)};
        default:
            return std::nullopt;
        }
    }

    void answerWrite(const CommandBlock& /*block*/, const WriteEvent& event, Reply& reply) override {
        nvme::Completion completion;
        if (event.result == WriteResult::writeProtected)
            completion = writeProtected;
        else if (event.result == WriteResult::mediumRefuses)
            completion = writeFault;
        else if (event.result == WriteResult::noSpare)
            completion = capacityExceeded;
        reply.bytes = nvme::encodeCompletion(completion);
    }

    void answerBeyondEnd(const CommandBlock& /*block*/, Reply& reply) override {
        reply.bytes = nvme::encodeCompletion(beyondEnd);
    }

    std::vector<std::byte> answer(const CommandBlock& block, std::span<const std::byte> /*parameters*/,
                                  Nanoseconds now, Reply& reply) override {
        reply.bytes = nvme::encodeCompletion({});
        const Condition::State state = m_condition->state(now);
        if (block.protocol != Protocol::nvmeAdmin)
            return refuse(reply, unknownCommand);
        switch (nvme::opcodeOf(block)) {
        case nvme::admin::identify:
            return nvme::dwordOf(block, 10) == 1 ? controller() : nameSpace();
        case nvme::admin::getLogPage:
            return log(static_cast<std::uint8_t>(nvme::dwordOf(block, 10) & 0xFFU), state, reply);
        case nvme::admin::getFeatures:
        case nvme::admin::setFeatures: {
            const std::uint32_t feature = nvme::dwordOf(block, 10) & 0xFFU;
            if (feature == nvme::feature::volatileWriteCache) {
                nvme::Completion completion;
                completion.result = 1; // on
                reply.bytes = nvme::encodeCompletion(completion);
                return {};
            }
            if (feature != nvme::feature::errorRecovery)
                return refuse(reply, badField);
            if (nvme::opcodeOf(block) == nvme::admin::setFeatures)
                m_condition->setRecoveryLimitMs((nvme::dwordOf(block, 11) & 0xFFFFU) * 100);
            nvme::Completion completion;
            completion.result = m_condition->recoveryLimitMs() / 100;
            reply.bytes = nvme::encodeCompletion(completion);
            return {};
        }
        case nvme::admin::securityReceive:
            return tcg::encodeDiscovery({m_scenario.lock != Lock::none, m_scenario.lock != Lock::none});
        case nvme::admin::deviceSelfTest: {
            const std::uint32_t code = nvme::dwordOf(block, 10) & 0xFU;
            if (code == 0xF) {
                m_condition->abortTest(now);
                return {};
            }
            if (!m_condition->startTest(
                    code == 2 ? Condition::TestKind::extended : Condition::TestKind::shortTest, now))
                return refuse(reply, selfTestRunning);
            return {};
        }
        default:
            return refuse(reply, unknownCommand);
        }
    }

    [[nodiscard]] bool isTrouble(const Reply& reply) const override {
        return nvme::classifyReply(reply).outcome != Outcome::answered;
    }

private:
    static std::vector<std::byte> refuse(Reply& reply, const nvme::Completion& completion) {
        reply.bytes = nvme::encodeCompletion(completion);
        return {};
    }

    [[nodiscard]] std::vector<std::byte> controller() const {
        nvme::Controller c;
        c.writeZeroesSupported = true;
        c.trimSupported = true;
        c.version = 0x00010400;
        c.serial = m_scenario.identity.serial;
        c.model = m_scenario.identity.model;
        c.firmware = m_scenario.identity.firmware;
        c.totalBytes = m_scenario.identity.capacity.value * m_scenario.identity.logicalBytes;
        c.selfTestSupported = true;
        c.securitySupported = c.sanitizeSupported = true;
        c.verifySupported = true;
        c.writeCachePresent = true;
        c.extendedTestMinutes = static_cast<std::uint16_t>(m_condition->extendedTestMinutes());
        c.warningTemperature = 70;
        c.criticalTemperature = 80;
        c.errorEntries = 15;
        return nvme::encodeController(c);
    }

    [[nodiscard]] std::vector<std::byte> nameSpace() const {
        nvme::Namespace ns;
        ns.size = ns.used = m_scenario.identity.capacity;
        ns.logicalBytes = m_scenario.identity.logicalBytes;
        return nvme::encodeNamespace(ns, worldWideNameOf(m_scenario));
    }

    std::vector<std::byte> log(std::uint8_t page, const Condition::State& state, Reply& reply) const {
        switch (page) {
        case nvme::logPage::health:
            return nvme::encodeHealth(health(state));
        case nvme::logPage::errorInformation: {
            std::vector<nvme::LoggedError> errors;
            std::uint64_t number = state.failedReadCount;
            for (const Condition::FailedRead& failed : state.failedReads)
                errors.push_back({number--, 2, 0x81, failed.lba});
            return nvme::encodeErrors(errors, 16);
        }
        case nvme::logPage::sanitizeStatus:
            return nvme::encodeSanitizeStatus({});
        case nvme::logPage::selfTest:
            return nvme::encodeSelfTests(tests(state));
        default:
            return refuse(reply, badField);
        }
    }

    static nvme::Health health(const Condition::State& state) {
        constexpr std::uint64_t unit = 512'000;
        const HealthStory& h = state.health;
        nvme::Health out;
        out.criticalWarning = static_cast<std::uint8_t>((h.sparePercent <= h.spareThreshold ? 1U : 0U) |
                                                        (h.predictsFailure ? 4U : 0U));
        out.temperature = h.temperature;
        out.spare = static_cast<std::uint8_t>(h.sparePercent);
        out.spareThreshold = static_cast<std::uint8_t>(h.spareThreshold);
        out.used = static_cast<std::uint8_t>(h.wearPercent);
        out.dataRead = h.readBytes / unit;
        out.dataWritten = h.writtenBytes / unit;
        out.powerCycles = h.powerCycles;
        out.hours = h.hours;
        out.unsafeShutdowns = h.unsafeShutdowns;
        out.mediaErrors = h.mediaErrors;
        out.errorEntries = state.failedReadCount;
        return out;
    }

    static nvme::SelfTestLog tests(const Condition::State& state) {
        nvme::SelfTestLog log;
        for (const Condition::Test& test : state.tests) {
            const auto code = static_cast<std::uint8_t>(test.kind == Condition::TestKind::extended ? 2 : 1);
            if (test.result == Condition::TestResult::running) {
                log.running = code;
                log.percent = static_cast<std::uint8_t>(state.testDone * 100);
                continue;
            }
            nvme::LoggedSelfTest t;
            t.code = code;
            t.result = test.result == Condition::TestResult::passed    ? 0
                       : test.result == Condition::TestResult::aborted ? 1
                                                                       : 7;
            t.hours = test.hours;
            t.failingLba = test.failingLba;
            log.latestFirst.push_back(t);
        }
        return log;
    }

    Scenario m_scenario;
    std::shared_ptr<Condition> m_condition;
};

} // namespace

std::unique_ptr<CommandFront> makeNvmeFront(const Scenario& scenario, std::shared_ptr<Condition> condition) {
    return std::make_unique<NvmeFront>(scenario, std::move(condition));
}

} // namespace orbita::sim
