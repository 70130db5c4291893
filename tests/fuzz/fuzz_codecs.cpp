// SPDX-License-Identifier: GPL-3.0-or-later
// Every codec fed with bytes that a fuzzer thinks up: fuzz_codecs --codec=NAME FOLDER...
// Beyond not crashing, what must hold of any input is checked here.
#include "core/base/text.h"
#include "core/drive/ata/identify.h"
#include "core/drive/ata/logs.h"
#include "core/drive/ata/reply.h"
#include "core/drive/enquiry.h"
#include "core/drive/link/command_gate.h"
#include "core/drive/nvme/commands.h"
#include "core/drive/nvme/pages.h"
#include "core/drive/nvme/reply.h"
#include "core/drive/scsi/ata_translation.h"
#include "core/drive/scsi/commands.h"
#include "core/drive/scsi/log_pages.h"
#include "core/drive/scsi/pages.h"
#include "core/drive/scsi/provisioning.h"
#include "core/drive/scsi/reply.h"
#include "core/drive/tcg/discovery.h"
#include "core/image/image_map.h"
#include "core/inventory/partition_table.h"
#include "core/judge/findings.h"
#include "core/plate/ledger.h"
#include "core/policy/house_policy.h"
#include "core/scan/continuation.h"
#include "core/scan/session.h"
#include "core/session/session_host.h"
#include "core/sim/condition.h"
#include "core/sim/scenario.h"
#include "core/sim/sim_link.h"
#include "core/sim/virtual_clock.h"
#include "core/target/simulated_access.h"
#include "core/vitals/read_vitals.h"
#include "store/scan_file.h"

#include <algorithm>
#include <cstdio>
#include <cstdlib>
#include <cstring>
#include <deque>

namespace {

using namespace orbita;
using Bytes = std::span<const std::byte>;

// What holds of any input; a fuzzer takes note of an abort.
void mustHold(bool holds) {
    if (!holds)
        std::abort();
}

unsigned firstByte(Bytes bytes) {
    return bytes.empty() ? 0 : std::to_integer<unsigned>(bytes[0]);
}

void identify(Bytes bytes) {
    if (const auto data = ata::decodeIdentify(bytes)) {
        mustHold(data->logicalBytes >= 512 && data->physicalBytes >= data->logicalBytes);
        const auto again = ata::decodeIdentify(ata::encodeIdentify(*data));
        mustHold(again && again->serial == data->serial && again->capacity == data->capacity);
    }
}

void smart(Bytes bytes) {
    if (const auto data = ata::decodeSmartData(bytes))
        mustHold(data->attributes.size() <= 30);
    (void)ata::decodeSummaryErrors(bytes);
    (void)ata::decodeExtendedErrors(bytes);
    if (const auto tests = ata::decodeSelfTests(bytes))
        mustHold(tests->size() <= 21);
    (void)ata::decodeExtendedSelfTests(bytes);
    (void)ata::decodeSelective(bytes);
    (void)ata::checksumGood(bytes);
}

void ataLogs(Bytes bytes) {
    if (const auto defects = ata::decodePendingDefects(bytes))
        mustHold(defects->listed.size() <= bytes.size());
    (void)ata::decodePhyCounters(bytes);
    (void)ata::decodeSctStatus(bytes);
    (void)ata::decodeAnswer(bytes);
}

void scsiPages(Bytes bytes) {
    (void)scsi::decodeInquiry(bytes);
    (void)scsi::decodeSerialNumber(bytes);
    (void)scsi::decodeWorldWideName(bytes);
    (void)scsi::identifyInside(bytes);
    (void)scsi::decodeMaxTransfer(bytes);
    (void)scsi::decodeCharacteristics(bytes);
    for (const auto& capacity : {scsi::decodeCapacity10(bytes), scsi::decodeCapacity16(bytes)})
        if (capacity && capacity->sectors.value != 0)
            mustHold(capacity->logicalBytes != 0 && capacity->physicalBytes >= capacity->logicalBytes);
    if (const auto mode = scsi::decodeMode10(bytes, static_cast<std::uint8_t>(firstByte(bytes) & 0x3FU)))
        (void)scsi::recoveryTimeLimit(mode->page);
    if (const auto defects = scsi::decodeDefects12(bytes))
        mustHold(defects->listed.size() <= bytes.size());
}

// Lists never run backwards or past the end of what can be counted.
void scsiHeld(Bytes bytes) {
    if (const auto pieces = scsi::decodeLbaStatus(bytes))
        for (std::size_t i = 1; i < pieces->size(); ++i)
            mustHold((*pieces)[i].span.first == (*pieces)[i - 1].span.end() && !(*pieces)[i].span.empty());
    if (const auto zones = scsi::decodeZones(bytes))
        for (const scsi::Zone& zone : *zones)
            mustHold(zone.written <= zone.span.count && zone.span.end() > zone.span.first);
}

void scsiLogs(Bytes bytes) {
    const auto log =
        scsi::decodeLog(bytes, static_cast<std::uint8_t>(firstByte(bytes) & 0x3FU),
                        bytes.size() > 1 ? std::to_integer<std::uint8_t>(bytes[1]) : std::uint8_t{0});
    if (!log)
        return;
    (void)scsi::errorCounters(*log);
    (void)scsi::temperatures(*log);
    (void)scsi::selfTests(*log);
    (void)scsi::backgroundScan(*log);
    (void)scsi::pendingDefects(*log);
    (void)scsi::percentageUsed(*log);
    (void)scsi::informationalException(*log);
}

void sense(Bytes bytes) {
    if (const auto decoded = scsi::decodeSense(bytes)) {
        (void)scsi::answerFromSense(*decoded);
        (void)scsi::encodeSense(*decoded, true);
    }
    Reply reply;
    reply.transport = TransportStatus::answered;
    reply.status = scsi::status::checkCondition;
    std::copy_n(bytes.begin(), std::min(bytes.size(), reply.bytes.size()), reply.bytes.begin());
    // Whatever the bytes, an unreadable sector is claimed only by a medium error.
    const auto decoded = scsi::decodeSense(reply.bytes);
    if (scsi::classifyReply(reply).outcome == Outcome::unreadable)
        mustHold(decoded && decoded->key == scsi::senseKey::mediumError);
    (void)nvme::classifyReply(reply);
    (void)ata::classifyReply(reply);
}

void nvmePages(Bytes bytes) {
    (void)nvme::decodeController(bytes);
    if (const auto ns = nvme::decodeNamespace(bytes); ns && ns->size.value != 0)
        mustHold(ns->logicalBytes >= 512);
    (void)nvme::decodeHealth(bytes);
    mustHold(nvme::decodeErrors(bytes).size() <= bytes.size() / nvme::errorEntryBytes);
    if (const auto tests = nvme::decodeSelfTests(bytes))
        mustHold(tests->latestFirst.size() <= 20);
    if (const auto erasure = nvme::decodeSanitizeStatus(bytes))
        mustHold(erasure->progress >= 0 && erasure->progress <= 1);
}

void whatIsLocked(Bytes bytes) {
    if (const auto discovery = tcg::decodeDiscovery(bytes))
        mustHold(discovery->locks || !discovery->rangesLocked);
}

// The last sector stands at the end of the input.
void partitionTable(Bytes bytes) {
    constexpr std::size_t sector = 512;
    const std::size_t head = bytes.size() > sector ? bytes.size() - sector : 0;
    (void)judgeTable(bytes.first(head), bytes.subspan(head), sector, 100'000);
}

constexpr ProtocolSet everyProtocol = {Protocol::plain, Protocol::ata, Protocol::scsi, Protocol::nvmeAdmin,
                                       Protocol::nvmeIo};

// Any command block at all: what the gate lets pass is never of a kind that it is there to refuse.
void gate(Bytes bytes) {
    CommandBlock block;
    block.protocol = static_cast<Protocol>(firstByte(bytes) % 5);
    if (!bytes.empty())
        bytes = bytes.subspan(1);
    const std::size_t own = std::min(bytes.size(), block.bytes.size());
    std::copy_n(bytes.begin(), own, block.bytes.begin());
    Payload payload;
    bytes = bytes.subspan(own);
    payload.expected = firstByte(bytes) * 512U;
    payload.parameters = bytes.first(std::min(bytes.size(), mostParameterBytes));
    const CommandClass is = classOf(block, payload);
    CommandGate gate(everyProtocol);
    mustHold(gate.passes(block, payload) == (is == CommandClass::mediumReading));
    gate.admit(Admission::stateToo);
    gate.answered(block, block.bytes, bytes);
    mustHold(!gate.passes(block, payload) || is == CommandClass::mediumReading ||
             is == CommandClass::stateChanging);
    // A device takes nothing but its own protocol.
    for (const Protocol other : {Protocol::plain, Protocol::ata, Protocol::scsi, Protocol::nvmeAdmin})
        mustHold(other == block.protocol || !CommandGate({other}).passes(block, payload));
}

// A drive that answers every question with the next bytes of the input.
class BabblingLink final : public Link {
public:
    explicit BabblingLink(Bytes bytes) : Link(everyProtocol), m_bytes(bytes) {}
    void withdrawQueued() override {}
    void abandon() override {}
    [[nodiscard]] std::size_t queueLimit() const override { return 16; }
    [[nodiscard]] Clock& clock() override { return m_clock; }
    [[nodiscard]] Bytes data() const override { return m_data; }

protected:
    void send(std::span<const Request> requests) override {
        m_queue.insert(m_queue.end(), requests.begin(), requests.end());
    }
    std::size_t collect(std::span<Reply> replies, Nanoseconds patience) override {
        if (m_queue.empty() || replies.empty() || m_bytes.empty()) {
            m_clock.sleep(patience);
            return 0;
        }
        const unsigned kind = std::to_integer<unsigned>(take(1)[0]);
        Reply& reply = replies[0];
        reply = {};
        reply.tag = m_queue.front().tag;
        reply.expected = m_queue.front().expected;
        reply.transport = (kind & 7U) == 7 ? TransportStatus::failed : TransportStatus::answered;
        reply.systemError = reply.transport == TransportStatus::failed ? static_cast<int>(kind) : 0;
        reply.status = (kind & 8U) != 0 ? scsi::status::checkCondition : scsi::status::good;
        const Bytes answer = take((kind & 16U) != 0 ? reply.bytes.size() : 0);
        std::copy(answer.begin(), answer.end(), reply.bytes.begin());
        m_data = take(reply.expected);
        reply.transferred = static_cast<std::uint32_t>(m_data.size());
        m_queue.pop_front();
        return 1;
    }

private:
    Bytes take(std::size_t count) {
        const Bytes taken = m_bytes.first(std::min(count, m_bytes.size()));
        m_bytes = m_bytes.subspan(taken.size());
        return taken;
    }
    Bytes m_bytes;
    Bytes m_data;
    std::deque<Request> m_queue;
    sim::VirtualClock m_clock{0};
};

void vitalsOf(Bytes bytes, Family speaks) {
    BabblingLink link(bytes);
    Enquiry enquiry(link, speaks, "babbling", std::chrono::seconds{1});
    Vitals vitals = readVitals(enquiry, {});
    refreshSelfTests(enquiry, vitals);
    const HousePolicy policy = defaultPolicy();
    const auto findings = assessAll(vitals, policy);
    mustHold(findings.size() == vitals.readings.size());
    mustHold(!judgeEntry(vitals, findings, {}, policy).reasons.empty() || !vitals.readings.empty());
}

std::string textOf(Bytes bytes) {
    return {reinterpret_cast<const char*>(bytes.data()), bytes.size()};
}

// A map as it is read says what it says again when it is written, and vouches for nothing outside the drive,
// nor for anything that is in doubt.
void imageMap(Bytes bytes) {
    const auto map = ImageMap::parse(textOf(bytes), "map");
    if (!map)
        return;
    const auto whole = map->drive().whole();
    SectorCount sum;
    for (const Extent& extent : map->extents()) {
        mustHold(!extent.span.empty() && intersection(extent.span, whole) == extent.span);
        sum = sum + extent.span.count;
    }
    mustHold(map->heldSectors() == map->held().total());
    for (const LbaSpan& span : map->doubtful().spans())
        mustHold(map->held().gaps(span).size() == 1 && map->held().gaps(span)[0] == span);
    const auto again = ImageMap::parse(map->text(), "map");
    mustHold(again && again->held() == map->held() && again->doubtful() == map->doubtful());
    mustHold(again->text() == map->text());
}

void policyFile(Bytes bytes) {
    const auto policy = parsePolicy(textOf(bytes), "policy");
    mustHold(policy.has_value() || !policy.error().message().empty());
}

void scenarioFile(Bytes bytes) {
    const auto scenario = sim::parseScenario(textOf(bytes), "scenario");
    mustHold(scenario.has_value() || !scenario.error().message().empty());
}

// Whatever comes in is plain, short, and stays what it is.
void plainText(Bytes bytes) {
    const std::string once = cleanText(textOf(bytes), 100);
    mustHold(once.size() <= 100 && cleanText(once, 100) == once);
    for (const char c : once)
        mustHold(static_cast<unsigned char>(c) >= 0x20 && c != 0x7F);
}

// A scan file, and the document of a scan in the casebook: what is taken in can be shown, exported and kept
// again.
void scanFile(Bytes bytes) {
    const auto record = scanFromJson(textOf(bytes), "scan");
    if (!record)
        return;
    const auto& drive = record->drive;
    mustHold(drive.logicalBytes >= 512 && drive.capacity.value > 0);
    mustHold(intersection(record->plan.grid.span, drive.whole()) == record->plan.grid.span);
    (void)patchesOf(record->ledger, drive.logicalBytes);
    (void)planToContinue(*record);
    const auto again = scanFromDocument(scanDocument(*record), "scan");
    mustHold(again.has_value());
    mustHold(again->ledger.size() == record->ledger.size() && again->covered == record->covered);
}

// Whoever holds a drive is sent anything: there is an answer that can be read, nothing is written without
// leave, and nothing is done that is not written down.
void sessionOrder(Bytes bytes) {
    sim::Scenario scenario;
    scenario.identity.model = "Petrel 5";
    scenario.identity.serial = "PT5-1";
    scenario.identity.capacity.value = 4096;
    const auto condition = std::make_shared<sim::Condition>(scenario);
    HostSetup setup;
    setup.way.link = std::make_unique<sim::SimLink>(scenario, 0, condition);
    setup.way.speaks = Family::ata;
    setup.log.emplace();
    setup.keepsSettings = false;
    Target target;
    target.condition = condition;
    setup.writing = simulatedAccess(target);
    SessionHost host(std::move(setup));
    mustHold(decodeReply(host.answer(encodeOrder(OpenOrder{}))).has_value());
    // Several messages, each with a byte for its length. Of a few, all that one can do to the next is seen.
    for (int messages = 0; messages < 8 && bytes.size() > 1; ++messages) {
        const std::size_t length = std::min<std::size_t>(firstByte(bytes) * 4U + 1, bytes.size() - 1);
        const auto reply = decodeReply(host.answer(textOf(bytes.subspan(1, length))));
        mustHold(reply.has_value() || !reply.error().message().empty());
        bytes = bytes.subspan(1 + length);
    }
    // Nobody was told the name of a grant.
    mustHold(condition->medium().writtenSectors().empty());
}

// What comes back from it is taken for what it is.
void sessionReply(Bytes bytes) {
    const auto reply = decodeReply(textOf(bytes));
    if (!reply)
        mustHold(!reply.error().message().empty());
    else
        mustHold(decodeReply(encodeReply(*reply)).has_value());
    const auto order = decodeOrder(textOf(bytes));
    mustHold(!order || decodeOrder(encodeOrder(*order)).has_value());
}

// A log in which anything may stand.
void actionLog(Bytes bytes) {
    std::vector<DriveAction> actions;
    const std::string text = textOf(bytes);
    for (std::size_t at = 0; at < text.size();) {
        const std::size_t end = std::min(text.find('\n', at), text.size());
        takeActionLine(std::string_view(text).substr(at, end - at), actions);
        at = end + 1;
    }
    for (const DriveAction& action : actions) {
        std::vector<DriveAction> again;
        mustHold(takeActionLine(actionBeginLine(action), again) && again.front().kind == action.kind);
        if (const auto undo = owedRecoveryLimit(actions, action.drive))
            (void)errorRecoveryOf(*undo);
    }
}

struct Codec {
    const char* name;
    void (*run)(Bytes);
};
constexpr Codec codecs[] = {
    {"identify", identify},
    {"smart", smart},
    {"ata-logs", ataLogs},
    {"scsi-pages", scsiPages},
    {"scsi-logs", scsiLogs},
    {"scsi-held", scsiHeld},
    {"sense", sense},
    {"nvme-pages", nvmePages},
    {"locking", whatIsLocked},
    {"partition-table", partitionTable},
    {"gate", gate},
    {"image-map", imageMap},
    {"policy", policyFile},
    {"scenario", scenarioFile},
    {"text", plainText},
    {"scan-file", scanFile},
    {"session-order", sessionOrder},
    {"session-reply", sessionReply},
    {"action-log", actionLog},
    {"vitals-ata", [](Bytes b) { vitalsOf(b, Family::ata); }},
    {"vitals-scsi", [](Bytes b) { vitalsOf(b, Family::scsi); }},
    {"vitals-nvme", [](Bytes b) { vitalsOf(b, Family::nvme); }},
};
const Codec* chosen = nullptr;

} // namespace

extern "C" int LLVMFuzzerInitialize(int* argc, char*** argv) {
    constexpr const char* option = "--codec=";
    for (int i = 1; i < *argc; ++i)
        if (std::strncmp((*argv)[i], option, std::strlen(option)) == 0)
            for (const Codec& codec : codecs)
                if (std::strcmp((*argv)[i] + std::strlen(option), codec.name) == 0)
                    chosen = &codec;
    if (chosen == nullptr) {
        std::fputs("name a codec: --codec=", stderr);
        for (const Codec& codec : codecs)
            std::fprintf(stderr, "%s ", codec.name);
        std::exit(2);
    }
    return 0;
}

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    chosen->run({reinterpret_cast<const std::byte*>(data), size});
    return 0;
}
