// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/vitals/identity_sheet.h"

#include "core/drive/ata/identify.h"
#include "core/drive/nvme/pages.h"
#include "core/drive/scsi/pages.h"

#include <algorithm>
#include <array>
#include <fmt/format.h>

namespace orbita {

namespace {

constexpr std::array<std::string_view, sheetItems> itemNames = {
    "model",          "serial",         "firmware",       "world-wide-name",  "standard",
    "attachment",     "link-now",       "link-fastest",   "queue-depth",      "capacity",
    "hidden-sectors", "logical-bytes",  "physical-bytes", "alignment",        "form-factor",
    "rotation",       "buffer",         "zoned",          "protection",       "health",
    "self-test",      "logs",           "write-cache",    "look-ahead",       "forces-to-medium",
    "power-level",    "recovery-limit", "trim",           "trim-reads-zeros", "verify",
    "password",       "locked",         "frozen",         "encrypts",         "sanitize"};

// Word 80 of IDENTIFY DEVICE, by bit.
constexpr std::array<const char*, 9> ataStandards = {"ATA/ATAPI-4", "ATA/ATAPI-5", "ATA/ATAPI-6",
                                                     "ATA/ATAPI-7", "ATA8-ACS",    "ACS-2",
                                                     "ACS-3",       "ACS-4",       "ACS-5"};
// SATA generations 1 to 3, in kbit/s.
constexpr std::array<std::uint64_t, 4> sataSpeeds = {0, 1'500'000, 3'000'000, 6'000'000};

class Sheet {
public:
    Sheet(const Vitals& vitals, const DriveIdentity& known) : m_vitals(vitals), m_known(known) {}

    std::vector<SheetLine> write() {
        takeIdentity();
        switch (m_vitals.family) {
        case Family::ata:
            takeAta();
            break;
        case Family::scsi:
            takeScsi();
            break;
        case Family::nvme:
            takeNvme();
            break;
        case Family::plain:
            break;
        }
        std::stable_sort(m_lines.begin(), m_lines.end(),
                         [](const SheetLine& a, const SheetLine& b) { return a.item < b.item; });
        return std::move(m_lines);
    }

private:
    void say(SheetItem item, SheetAnswer answer) { m_lines.push_back({item, answer, 0, {}}); }
    void number(SheetItem item, std::uint64_t value) {
        m_lines.push_back({item, SheetAnswer::number, value, {}});
    }
    // A number that 0 stands for "not told" in.
    void numberOr(SheetItem item, std::uint64_t value) {
        if (value == 0)
            say(item, SheetAnswer::notTold);
        else
            number(item, value);
    }
    void text(SheetItem item, const std::string& value) {
        m_lines.push_back({item, value.empty() ? SheetAnswer::notTold : SheetAnswer::text, 0, value});
    }
    void can(SheetItem item, bool able) { say(item, able ? SheetAnswer::yes : SheetAnswer::no); }
    void does(SheetItem item, bool able, bool now) {
        say(item, !able ? SheetAnswer::no : now ? SheetAnswer::on : SheetAnswer::off);
    }
    void noted(SheetItem item, VitalsNote note) { can(item, m_vitals.has(note)); }
    [[nodiscard]] std::span<const std::byte> page(std::string_view name) const {
        for (const RawPage& raw : m_vitals.raw)
            if (raw.name == name)
                return raw.bytes;
        return {};
    }

    void takeIdentity() {
        const DriveIdentity& own = m_vitals.identity;
        const auto either = [](const std::string& mine, const std::string& theirs) {
            return mine.empty() ? theirs : mine;
        };
        text(SheetItem::model, either(own.model, m_known.model));
        text(SheetItem::serial, either(own.serial, m_known.serial));
        text(SheetItem::firmware, either(own.firmware, m_known.firmware));
        text(SheetItem::worldWideName, either(m_vitals.worldWideName, m_known.worldWideName));
        text(SheetItem::attachment, either(m_known.attachment, own.attachment));
        if (!m_known.link.empty())
            text(SheetItem::linkNow, m_known.link);
        const DriveIdentity& sized = own.capacity.value != 0 ? own : m_known;
        numberOr(SheetItem::capacity, sized.capacityBytes());
        number(SheetItem::logicalBytes, sized.logicalBytes);
        number(SheetItem::physicalBytes, sized.physicalBytes);
        const auto& rotating = own.rotating ? own.rotating : m_known.rotating;
        const auto& rpm = own.rpm ? own.rpm : m_known.rpm;
        if (rotating == false)
            number(SheetItem::rotation, 1);
        else
            numberOr(SheetItem::rotation, rpm.value_or(0));
        if (m_vitals.hiddenSectors > 0)
            number(SheetItem::hiddenSectors, m_vitals.hiddenSectors);
        if (m_vitals.has(VitalsNote::misaligned))
            say(SheetItem::alignment, SheetAnswer::no);
        else if (sized.physicalBytes > sized.logicalBytes)
            say(SheetItem::alignment, SheetAnswer::yes);
    }

    void takeAta() {
        const auto identify = ata::decodeIdentify(page("ata/identify"));
        if (!identify)
            return;
        const ata::IdentifyData& id = *identify;
        text(SheetItem::standard, id.standard >= 4 && id.standard - 4 < ataStandards.size()
                                      ? ataStandards[id.standard - 4]
                                      : std::string());
        if (m_known.link.empty())
            numberOr(SheetItem::linkNow, sataSpeeds[id.sataSpeedNow]);
        std::size_t fastest = 0;
        for (std::size_t generation = 1; generation < sataSpeeds.size(); ++generation)
            if ((id.sataSpeeds >> generation & 1U) != 0 && id.sataSpeeds != 0xFFFF)
                fastest = generation;
        numberOr(SheetItem::linkFastest, sataSpeeds[fastest]);
        if (id.queueDepth > 0)
            number(SheetItem::queueDepth, id.queueDepth);
        else
            say(SheetItem::queueDepth, SheetAnswer::no);
        numberOr(SheetItem::formFactor, id.formFactor);
        numberOr(SheetItem::buffer, id.bufferBytes);
        m_lines.push_back(
            {SheetItem::zoned,
             id.zoned == ata::IdentifyData::Zoned::notTold && !m_vitals.has(VitalsNote::hostManaged)
                 ? SheetAnswer::no
                 : SheetAnswer::text,
             0,
             m_vitals.has(VitalsNote::hostManaged)                 ? "host-managed"
             : id.zoned == ata::IdentifyData::Zoned::hostAware     ? "host-aware"
             : id.zoned == ata::IdentifyData::Zoned::deviceManaged ? "device-managed"
                                                                   : ""});
        does(SheetItem::health, id.smartSupported, id.smartEnabled);
        can(SheetItem::selfTest, id.selfTestSupported);
        can(SheetItem::logs, id.logsSupported);
        does(SheetItem::writeCache, id.writeCacheSupported, id.writeCacheEnabled);
        does(SheetItem::lookAhead, id.lookAheadSupported, id.lookAheadEnabled);
        can(SheetItem::forcesToMedium, id.fuaSupported);
        if (id.powerLevel)
            number(SheetItem::powerLevel, *id.powerLevel);
        else
            does(SheetItem::powerLevel, id.powerLevelSupported, false);
        can(SheetItem::recoveryLimit, id.recoveryTimeSupported);
        can(SheetItem::trim, id.trimSupported);
        if (id.trimSupported)
            can(SheetItem::trimReadsZeros, id.trimReadsZeros);
        does(SheetItem::password, id.securitySupported || id.passwordSet, id.passwordSet);
        can(SheetItem::locked, id.locked);
        can(SheetItem::frozen, id.frozen);
        does(SheetItem::encrypts, id.trustedSupported, m_vitals.has(VitalsNote::lockingOn));
        can(SheetItem::sanitize, id.sanitizeSupported);
    }

    void takeScsi() {
        if (const auto inquiry = scsi::decodeInquiry(page("scsi/inquiry"))) {
            constexpr unsigned firstStandard = 3; // SPC
            text(SheetItem::standard, inquiry->standard == firstStandard ? "SPC"
                                      : inquiry->standard > firstStandard && inquiry->standard <= 7
                                          ? fmt::format("SPC-{}", inquiry->standard - 2)
                                          : std::string());
            can(SheetItem::queueDepth, inquiry->queues);
            can(SheetItem::protection, inquiry->protectionPossible);
        }
        if (const auto bytes = page("scsi/vpd-b1"); !bytes.empty()) {
            const auto medium = scsi::decodeCharacteristics(bytes);
            numberOr(SheetItem::formFactor, medium.formFactor);
            m_lines.push_back({SheetItem::zoned,
                               medium.zoned == 0 && !m_vitals.has(VitalsNote::hostManaged)
                                   ? SheetAnswer::no
                                   : SheetAnswer::text,
                               0,
                               m_vitals.has(VitalsNote::hostManaged) ? "host-managed"
                               : medium.zoned == 1                   ? "host-aware"
                               : medium.zoned == 2                   ? "device-managed"
                                                                     : ""});
        }
        constexpr std::uint8_t cachingPage = 0x08;
        if (const auto mode = scsi::decodeMode10(page("scsi/mode-08"), cachingPage)) {
            can(SheetItem::forcesToMedium, mode->forcesAccess);
            if (mode->page.size() > 2) {
                const auto flags = std::to_integer<unsigned>(mode->page[2]);
                does(SheetItem::writeCache, true, (flags & 4U) != 0);
                does(SheetItem::lookAhead, true, (flags & 1U) == 0); // the bit switches it off
            }
        }
        can(SheetItem::selfTest, m_vitals.ability.shortMinutes.has_value());
        noted(SheetItem::locked, VitalsNote::rangesLocked);
    }

    void takeNvme() {
        const auto controller = nvme::decodeController(page("nvme/controller"));
        if (!controller)
            return;
        if (controller->version != 0)
            text(SheetItem::standard,
                 fmt::format("NVMe {}.{}", controller->version >> 16U, controller->version >> 8U & 0xFFU));
        can(SheetItem::protection, m_vitals.has(VitalsNote::protectedFormat));
        can(SheetItem::selfTest, controller->selfTestSupported);
        say(SheetItem::health, SheetAnswer::on); // the standard makes it so
        say(SheetItem::forcesToMedium, SheetAnswer::yes);
        can(SheetItem::writeCache, controller->writeCachePresent);
        can(SheetItem::trim, controller->trimSupported);
        can(SheetItem::verify, controller->verifySupported);
        does(SheetItem::encrypts, controller->securitySupported, m_vitals.has(VitalsNote::lockingOn));
        noted(SheetItem::locked, VitalsNote::rangesLocked);
        can(SheetItem::sanitize, controller->sanitizeSupported);
    }

    const Vitals& m_vitals;
    const DriveIdentity& m_known;
    std::vector<SheetLine> m_lines;
};

} // namespace

std::string_view sheetItemName(SheetItem item) {
    return itemNames[static_cast<std::size_t>(item)];
}

std::string_view sheetAnswerName(SheetAnswer answer) {
    constexpr std::array<std::string_view, 7> answerNames = {"no",     "yes",  "off",     "on",
                                                             "number", "text", "not-told"};
    return answerNames[static_cast<std::size_t>(answer)];
}

std::vector<SheetLine> identitySheet(const Vitals& vitals, const DriveIdentity& known) {
    return Sheet(vitals, known).write();
}

} // namespace orbita
