// SPDX-License-Identifier: GPL-3.0-or-later
// A SCSI drive; an ATA drive behind a translation; or one behind a bridge that passes nothing on.
#include "core/sim/front.h"

#include "core/base/bytes.h"
#include "core/base/span_set.h"
#include "core/drive/scsi/ata_translation.h"
#include "core/drive/scsi/commands.h"
#include "core/drive/scsi/log_pages.h"
#include "core/drive/scsi/pages.h"
#include "core/drive/scsi/provisioning.h"
#include "core/drive/scsi/reply.h"
#include "core/drive/tcg/discovery.h"

#include <algorithm>

namespace orbita::sim {

namespace {

void putSense(Reply& reply, const scsi::Sense& sense) {
    reply.status = scsi::status::checkCondition;
    const bool wide =
        !sense.ataReturn.empty() || (sense.information && sense.information->value > UINT32_MAX);
    const auto bytes = scsi::encodeSense(sense, wide);
    reply.bytes = {};
    std::copy_n(bytes.begin(), std::min(bytes.size(), reply.bytes.size()), reply.bytes.begin());
}

scsi::Sense invalidField() {
    return {scsi::senseKey::illegalRequest, 0x24, 0, {}, {}, false, {}};
}

scsi::Sense noAccessRights() {
    return {scsi::senseKey::dataProtect, 0x20, 0x02, {}, {}, false, {}};
}

scsi::Sense abortedWithoutCause() {
    return {scsi::senseKey::abortedCommand, 0, 0, {}, {}, false, {}};
}

scsi::Sense invalidOpcode() {
    return {scsi::senseKey::illegalRequest, 0x20, 0, {}, {}, false, {}};
}

class ScsiFront final : public CommandFront {
public:
    ScsiFront(const Scenario& scenario, std::shared_ptr<Condition> condition)
        : m_scenario(scenario), m_condition(std::move(condition)) {
        for (const LbaSpan& span : scenario.unmapped)
            m_notStored.add(span);
        if (scenario.front != Front::scsi)
            m_ata = makeAtaFront(scenario, m_condition);
    }

    [[nodiscard]] std::optional<MediumAccess> mediumAccess(const CommandBlock& block) const override {
        if (block.protocol != Protocol::scsi)
            return std::nullopt;
        const LbaSpan span{scsi::lbaOf(block), SectorCount{scsi::sectorsOf(block)}};
        // A poor bridge knows no command of 16 bytes, and does not verify.
        const bool poor = m_scenario.front == Front::bridge;
        switch (scsi::opcodeOf(block)) {
        case scsi::opcode::read10:
            return MediumAccess{span, true, !poor && scsi::isFua(block)};
        case scsi::opcode::read16:
            if (poor)
                return std::nullopt;
            return MediumAccess{span, true, scsi::isFua(block)};
        case scsi::opcode::verify10:
        case scsi::opcode::verify16:
            if (poor)
                return std::nullopt;
            return MediumAccess{span, false, true};
        default:
            return passedThrough(block);
        }
    }

    void answerRead(const CommandBlock& block, const ReadEvent& event, Reply& reply) override {
        if (const auto inner = scsi::unwrapAta(block)) {
            Reply registers;
            m_ata->answerRead(*inner, event, registers);
            putRegisters(block, registers, reply);
            return;
        }
        reply.status = scsi::status::good;
        if (event.result == ReadResult::locked)
            putSense(reply, m_scenario.front == Front::scsi ? noAccessRights() : abortedWithoutCause());
        else if (event.result == ReadResult::unreadable)
            putSense(reply, {scsi::senseKey::mediumError, 0x11, 0, event.firstBad, {}, false, {}});
        else if (event.result == ReadResult::damagedOnTheWay)
            putSense(reply, {scsi::senseKey::abortedCommand, 0x47, 0, {}, {}, false, {}});
    }

    [[nodiscard]] std::optional<MediumWrite>
    mediumWrite(const CommandBlock& block, std::span<const std::byte> parameters) const override {
        if (block.protocol != Protocol::scsi)
            return std::nullopt;
        using What = MediumWrite::What;
        const bool poor = m_scenario.front == Front::bridge;
        const bool forces = m_scenario.front == Front::scsi && m_scenario.writing.forces;
        const LbaSpan span{scsi::lbaOf(block), SectorCount{scsi::sectorsOf(block)}};
        switch (scsi::opcodeOf(block)) {
        case scsi::opcode::write10:
            return MediumWrite{What::sectors, span, forces && scsi::isFua(block)};
        case scsi::opcode::write16:
            if (poor)
                return std::nullopt;
            return MediumWrite{What::sectors, span, forces && scsi::isFua(block)};
        case scsi::opcode::writeAndVerify16:
            if (m_scenario.front != Front::scsi)
                return std::nullopt;
            return MediumWrite{What::sectors, span, true};
        case scsi::opcode::synchronizeCache10:
            return MediumWrite{What::flush, {}, true};
        case scsi::opcode::reassignBlocks:
            if (const auto lba = scsi::lbaInReassignList(parameters); lba && m_scenario.front == Front::scsi)
                return MediumWrite{What::reassign, {*lba, SectorCount{1}}, true};
            return std::nullopt;
        default:
            break;
        }
        const auto inside = scsi::unwrapAta(block);
        return inside && m_scenario.front == Front::sat ? m_ata->mediumWrite(*inside, parameters)
                                                        : std::nullopt;
    }

    void answerWrite(const CommandBlock& block, const WriteEvent& event, Reply& reply) override {
        if (const auto inner = scsi::unwrapAta(block)) {
            Reply registers;
            m_ata->answerWrite(*inner, event, registers);
            putRegisters(block, registers, reply);
            return;
        }
        reply.status = scsi::status::good;
        const bool own = m_scenario.front == Front::scsi;
        if (event.result == WriteResult::writeProtected)
            putSense(reply, own ? scsi::Sense{scsi::senseKey::dataProtect, 0x27, 0, {}, {}, false, {}}
                                : abortedWithoutCause());
        else if (event.result == WriteResult::mediumRefuses)
            putSense(reply, {scsi::senseKey::mediumError, 0x0C, 0, event.firstBad, {}, false, {}});
        else if (event.result == WriteResult::noSpare)
            putSense(
                reply,
                own ? scsi::Sense{scsi::senseKey::mediumError, 0x0C, 0x02, event.firstBad, {}, false, {}}
                    : scsi::Sense{scsi::senseKey::hardwareError, 0x32, 0, event.firstBad, {}, false, {}});
    }

    void answerBeyondEnd(const CommandBlock& block, Reply& reply) override {
        if (const auto inner = scsi::unwrapAta(block)) {
            Reply registers;
            m_ata->answerBeyondEnd(*inner, registers);
            putRegisters(block, registers, reply);
            return;
        }
        putSense(reply, {scsi::senseKey::illegalRequest, 0x21, 0, {}, {}, false, {}});
    }

    std::vector<std::byte> answer(const CommandBlock& block, std::span<const std::byte> parameters,
                                  Nanoseconds now, Reply& reply) override {
        reply.status = scsi::status::good;
        const Condition::State state = m_condition->state(now);
        switch (scsi::opcodeOf(block)) {
        case scsi::opcode::testUnitReady:
            return {};
        case scsi::opcode::requestSense:
            return scsi::encodeSense(currentSense(state), false);
        case scsi::opcode::inquiry:
            return inquiry(block, state, reply);
        case scsi::opcode::readCapacity10: {
            const auto bytes = scsi::encodeCapacity10(capacity());
            return {bytes.begin(), bytes.end()};
        }
        case scsi::opcode::serviceActionIn16: {
            if (m_scenario.front == Front::bridge)
                break;
            if (block.bytes[1] == std::byte{scsi::getLbaStatusAction})
                return m_scenario.front == Front::scsi && supportsUnmap() ? held(block) : refuse(reply);
            const auto bytes = scsi::encodeCapacity16(capacity());
            return {bytes.begin(), bytes.end()};
        }
        case scsi::opcode::securityProtocolIn:
            if (m_scenario.front != Front::scsi || m_scenario.lock == Lock::none)
                break;
            return tcg::encodeDiscovery({true, true});
        case scsi::opcode::zoningIn:
            if (m_scenario.zoneSectors == 0)
                break;
            return zones(block);
        case scsi::opcode::modeSense10:
            return mode(block, reply);
        case scsi::opcode::modeSelect10:
            if (m_scenario.front != Front::scsi)
                break;
            // Behind a header of 8 bytes, page 01h and nothing else: the gate lets pass no other.
            if (const auto limit = scsi::recoveryTimeLimit(parameters.subspan(8)); limit)
                m_condition->setRecoveryLimitMs(*limit);
            return {};
        case scsi::opcode::ataPassThrough16:
        case scsi::opcode::ataPassThrough12:
            return passThrough(block, parameters, now, reply);
        default:
            break;
        }
        if (m_scenario.front == Front::scsi)
            return ownHealth(block, state, now, reply);
        putSense(reply, invalidOpcode());
        return {};
    }

    [[nodiscard]] bool isTrouble(const Reply& reply) const override {
        return reply.status != scsi::status::good || scsi::classifyReply(reply).outcome != Outcome::answered;
    }

private:
    [[nodiscard]] std::optional<MediumAccess> passedThrough(const CommandBlock& block) const {
        const std::uint8_t op = scsi::opcodeOf(block);
        if (m_scenario.front != Front::sat ||
            (op != scsi::opcode::ataPassThrough16 && op != scsi::opcode::ataPassThrough12))
            return std::nullopt;
        return m_ata->mediumAccess(*scsi::unwrapAta(block));
    }

    [[nodiscard]] scsi::Capacity capacity() const {
        scsi::Capacity c;
        c.sectors = m_scenario.identity.capacity;
        c.logicalBytes = m_scenario.identity.logicalBytes;
        c.physicalBytes = m_scenario.identity.physicalBytes;
        c.supportsUnmap = supportsUnmap();
        return c;
    }

    [[nodiscard]] bool supportsUnmap() const {
        return !m_scenario.unmapped.empty() && m_scenario.zoneSectors == 0;
    }

    static std::vector<std::byte> refuse(Reply& reply) {
        putSense(reply, invalidField());
        return {};
    }

    [[nodiscard]] std::vector<std::byte> held(const CommandBlock& block) const {
        const LbaSpan asked = spanBetween(scsi::lbaOf(block), Lba{} + m_scenario.identity.capacity);
        const std::size_t room = (scsi::sectorsOf(block) - scsi::lbaStatusHeaderBytes) / scsi::lbaStatusBytes;
        std::vector<scsi::LbaStatus> list;
        for (const LbaSpan& gap : m_notStored.gaps(asked))
            list.push_back({gap, true});
        for (const LbaSpan& nothing : m_notStored.spans())
            if (const LbaSpan inside = intersection(nothing, asked); !inside.empty())
                list.push_back({inside, false});
        std::sort(list.begin(), list.end(),
                  [](const auto& a, const auto& b) { return a.span.first < b.span.first; });
        list.resize(std::min(list.size(), room));
        return scsi::encodeLbaStatus(list);
    }

    [[nodiscard]] std::vector<std::byte> zones(const CommandBlock& block) const {
        const std::uint64_t size = m_scenario.zoneSectors;
        const std::uint64_t capacity = m_scenario.identity.capacity.value;
        const std::size_t room = (scsi::sectorsOf(block) - scsi::zoneHeaderBytes) / scsi::zoneBytes;
        std::vector<scsi::Zone> list;
        for (std::uint64_t first = scsi::lbaOf(block).value / size * size;
             first < capacity && list.size() < room; first += size) {
            const LbaSpan zone{{first}, {std::min(size, capacity - first)}};
            SectorCount written = zone.count;
            for (const LbaSpan& nothing : m_notStored.spans())
                if (nothing.first < zone.end() && nothing.end() >= zone.end())
                    written = spanBetween(zone.first, nothing.first).count;
            list.push_back({zone, written});
        }
        return scsi::encodeZones(list);
    }

    static scsi::Sense currentSense(const Condition::State& state) {
        scsi::Sense sense;
        if (state.testRunning) {
            sense.key = scsi::senseKey::notReady;
            sense.asc = 0x04;
            sense.ascq = 0x09; // self-test in progress
            sense.progress = state.testDone;
        }
        return sense;
    }

    std::vector<std::byte> inquiry(const CommandBlock& block, const Condition::State& state, Reply& reply) {
        const ata::IdentifyData& id = m_scenario.identity;
        if (block.bytes[1] == std::byte{0}) {
            scsi::InquiryData data;
            // A bridge that passes no commands on still tells whose drive it holds; many do.
            if (m_scenario.front != Front::sat) {
                const auto space = id.model.find(' ');
                data.vendor = id.model.substr(0, space);
                data.product = space == std::string::npos ? "" : id.model.substr(space + 1);
            } else {
                data.vendor = "ATA";
                data.product = id.model;
            }
            data.revision = id.firmware.substr(0, 4);
            return scsi::encodeInquiry(data);
        }
        const auto text = [](const std::string& s) {
            std::vector<std::byte> bytes(s.size());
            putBytes(bytes, s);
            return bytes;
        };
        switch (std::to_integer<unsigned>(block.bytes[2])) {
        case scsi::vpd::supported: {
            std::vector<std::byte> pages{std::byte{scsi::vpd::supported}, std::byte{scsi::vpd::serialNumber}};
            if (m_scenario.front != Front::bridge)
                pages.push_back(std::byte{scsi::vpd::identification});
            if (m_scenario.front == Front::sat)
                pages.push_back(std::byte{scsi::vpd::ataInformation});
            pages.push_back(std::byte{scsi::vpd::blockLimits});
            if (m_scenario.front != Front::bridge)
                pages.push_back(std::byte{scsi::vpd::characteristics});
            return scsi::makeVpd(scsi::vpd::supported, pages);
        }
        case scsi::vpd::serialNumber:
            return scsi::makeVpd(scsi::vpd::serialNumber, text(id.serial));
        case scsi::vpd::identification:
            if (m_scenario.front == Front::bridge)
                break;
            return scsi::encodeWorldWideName(worldWideNameOf(m_scenario));
        case scsi::vpd::ataInformation: {
            if (m_scenario.front != Front::sat)
                break;
            Reply inner;
            (void)state;
            const auto identify = m_ata->answer(ata::identifyDevice(), {}, {}, inner);
            return scsi::encodeAtaInformation(identify);
        }
        case scsi::vpd::blockLimits:
            return scsi::encodeMaxTransfer(8192);
        case scsi::vpd::characteristics:
            if (m_scenario.front == Front::bridge)
                break;
            return scsi::encodeCharacteristics({id.rotationRate,
                                                static_cast<std::uint8_t>(m_scenario.zoneSectors > 0 ? 1 : 0),
                                                static_cast<std::uint8_t>(m_scenario.rotating() ? 2 : 3)});
        default:
            break;
        }
        putSense(reply, invalidField());
        return {};
    }

    static void putBytes(std::vector<std::byte>& bytes, const std::string& text) {
        std::transform(text.begin(), text.end(), bytes.begin(),
                       [](char c) { return static_cast<std::byte>(c); });
    }

    [[nodiscard]] std::vector<std::byte> mode(const CommandBlock& block, Reply& reply) const {
        const auto page = static_cast<std::uint8_t>(std::to_integer<unsigned>(block.bytes[2]) & 0x3FU);
        scsi::ModeData data;
        data.forcesAccess = m_scenario.front == Front::scsi && m_scenario.writing.forces;
        if (page == 0x08) {
            data.page.resize(20);
            data.page[2] = std::byte{0x04};
        } else if (page == 0x01) {
            data.page.resize(12);
            putBigEndian(data.page, 10, 2, m_condition->recoveryLimitMs());
        } else {
            putSense(reply, invalidField());
            return {};
        }
        data.page[0] = std::byte{page};
        data.page[1] = static_cast<std::byte>(data.page.size() - 2);
        return scsi::encodeMode10(data);
    }

    std::vector<std::byte> passThrough(const CommandBlock& block, std::span<const std::byte> parameters,
                                       Nanoseconds now, Reply& reply) {
        if (m_scenario.front != Front::sat) {
            putSense(reply, invalidOpcode());
            return {};
        }
        Reply inner;
        auto data = m_ata->answer(*scsi::unwrapAta(block), parameters, now, inner);
        putRegisters(block, inner, reply);
        return data;
    }

    // The registers come back where they were asked for, and of a command that failed.
    static void putRegisters(const CommandBlock& block, const Reply& inner, Reply& reply) {
        const auto answer = ata::decodeAnswer(inner.bytes);
        const bool failed = answer && (answer->status & ata::status::error) != 0;
        reply.status = scsi::status::good;
        if (!failed && !scsi::asksRegistersBack(block))
            return;
        scsi::Sense sense{failed ? scsi::senseKey::abortedCommand : scsi::senseKey::recoveredError,
                          0x00,
                          0x1D,
                          {},
                          {},
                          false,
                          scsi::ataReturnOf(answer.value_or(ata::Answer{}))};
        putSense(reply, sense);
    }

    std::vector<std::byte> ownHealth(const CommandBlock& block, const Condition::State& state,
                                     Nanoseconds now, Reply& reply) {
        switch (scsi::opcodeOf(block)) {
        case scsi::opcode::logSense:
            return log(static_cast<std::uint8_t>(std::to_integer<unsigned>(block.bytes[2]) & 0x3FU),
                       std::to_integer<std::uint8_t>(block.bytes[3]), state, reply);
        case scsi::opcode::readDefectData12: {
            std::vector<Lba> grown = state.grown;
            const std::uint64_t before = state.health.reallocated - state.grown.size();
            for (std::uint64_t i = 0; i < std::min<std::uint64_t>(before, 2000); ++i)
                grown.push_back({(i * 7919 + 104729) % m_scenario.identity.capacity.value});
            return scsi::encodeDefects12(grown);
        }
        case scsi::opcode::sendDiagnostic: {
            const unsigned code = std::to_integer<unsigned>(block.bytes[1]) >> 5U;
            if (code == 4) {
                m_condition->abortTest(now);
                return {};
            }
            if (m_condition->startTest(
                    code == 2 ? Condition::TestKind::extended : Condition::TestKind::shortTest, now))
                return {};
            break;
        }
        default:
            break;
        }
        putSense(reply, invalidField());
        return {};
    }

    std::vector<std::byte> log(std::uint8_t page, std::uint8_t subpage, const Condition::State& state,
                               Reply& reply) const {
        using scsi::numberParameter;
        const HealthStory& h = state.health;
        std::vector<scsi::LogParameter> p;
        switch (page) {
        case scsi::logPage::readErrors:
            p = {numberParameter(1, h.reallocated * 3, 8), numberParameter(3, h.reallocated * 9, 8),
                 numberParameter(5, h.readBytes, 8), numberParameter(6, h.reportedUncorrectable, 8)};
            break;
        case scsi::logPage::writeErrors:
            p = {numberParameter(5, h.writtenBytes, 8), numberParameter(6, 0, 8)};
            break;
        case scsi::logPage::verifyErrors:
            p = {numberParameter(6, 0, 8)};
            break;
        case scsi::logPage::nonMediumErrors:
            p = {numberParameter(0, h.linkErrors, 8)};
            break;
        case scsi::logPage::temperature:
            p = {numberParameter(0, static_cast<std::uint64_t>(h.temperature), 2), numberParameter(1, 60, 2)};
            break;
        case scsi::logPage::startStop:
            p = {numberParameter(4, h.startStops, 4), numberParameter(6, h.loadCycles, 4)};
            break;
        case scsi::logPage::selfTests: {
            std::uint16_t number = 1;
            for (const Condition::Test& test : state.tests) {
                scsi::LoggedSelfTest t;
                t.code = test.kind == Condition::TestKind::extended ? 2 : 1;
                t.result = test.result == Condition::TestResult::passed    ? 0
                           : test.result == Condition::TestResult::aborted ? 1
                           : test.result == Condition::TestResult::running ? 15
                                                                           : 7;
                t.hours = static_cast<std::uint16_t>(h.hours);
                t.failingLba = test.failingLba;
                p.push_back(scsi::selfTestParameter(number++, t));
            }
            break;
        }
        case scsi::logPage::backgroundScan:
            if (subpage == scsi::logPage::pendingDefectsSubpage) {
                p.push_back(numberParameter(0, state.pendingSectors, 4));
                std::uint16_t number = 1;
                for (const Lba lba : state.pending)
                    p.push_back(
                        scsi::pendingDefectParameter(number++, static_cast<std::uint32_t>(h.hours), lba));
                break;
            }
            p.push_back(scsi::backgroundStatusParameter(static_cast<std::uint32_t>(h.hours * 60)));
            break;
        case scsi::logPage::informational:
            p = {{0,
                  {h.predictsFailure ? std::byte{0x5D} : std::byte{0}, std::byte{0},
                   static_cast<std::byte>(h.temperature)}}};
            break;
        case scsi::logPage::solidState:
            if (m_scenario.rotating()) {
                putSense(reply, invalidField());
                return {};
            }
            p = {numberParameter(1, h.wearPercent, 4)};
            break;
        default:
            putSense(reply, invalidField());
            return {};
        }
        return scsi::encodeLog(page, subpage, p);
    }

    Scenario m_scenario;
    SpanSet m_notStored;
    std::shared_ptr<Condition> m_condition;
    std::unique_ptr<CommandFront> m_ata;
};

} // namespace

std::unique_ptr<CommandFront> makeScsiFront(const Scenario& scenario, std::shared_ptr<Condition> condition) {
    return std::make_unique<ScsiFront>(scenario, std::move(condition));
}

} // namespace orbita::sim
