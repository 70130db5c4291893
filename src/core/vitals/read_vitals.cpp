// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/vitals/read_vitals.h"

#include "core/drive/ata/identify.h"
#include "core/drive/ata/logs.h"
#include "core/drive/nvme/commands.h"
#include "core/drive/nvme/pages.h"
#include "core/drive/scsi/commands.h"
#include "core/drive/scsi/log_pages.h"
#include "core/drive/scsi/pages.h"

#include <algorithm>
#include <tuple>

namespace orbita {

namespace {

constexpr std::uint16_t vpdBytes = 1024;

bool answered(const Result<Reaction>& reaction) {
    return reaction && reaction->verdict.outcome == Outcome::answered;
}

std::optional<std::vector<std::byte>> readVpd(Enquiry& enquiry, Vitals& vitals, std::uint8_t page,
                                              const std::string& name) {
    auto reaction = enquiry.ask(scsi::inquiry(page, vpdBytes), vpdBytes);
    if (!answered(reaction) || reaction->data.empty())
        return std::nullopt;
    keepRaw(vitals, name, reaction->data);
    return std::move(reaction->data);
}

void takeCapacity(Enquiry& enquiry, Vitals& vitals) {
    Result<scsi::Capacity> capacity = tl::unexpected(Error{});
    if (const auto reaction = enquiry.ask(scsi::readCapacity16(), 32); answered(reaction))
        capacity = scsi::decodeCapacity16(reaction->data);
    if (!capacity)
        if (const auto reaction = enquiry.ask(scsi::readCapacity10(), 8); answered(reaction))
            capacity = scsi::decodeCapacity10(reaction->data);
    if (!capacity)
        return;
    DriveIdentity& id = vitals.identity;
    id.capacity = capacity->sectors;
    id.logicalBytes = capacity->logicalBytes;
    id.physicalBytes = capacity->physicalBytes;
    if (capacity->sectors.value == 0)
        addNote(vitals, VitalsNote::zeroCapacity);
    const bool odd = (capacity->logicalBytes & (capacity->logicalBytes - 1)) != 0;
    if (odd || capacity->protectionType != 0)
        addNote(vitals, VitalsNote::protectedFormat);
    if (capacity->firstAligned != 0)
        addNote(vitals, VitalsNote::misaligned);
}

// What any SCSI device tells, a bridge before an ATA drive included.
void takeScsiIdentity(Enquiry& enquiry, Vitals& vitals) {
    constexpr std::uint16_t inquiryBytes = 96;
    DriveIdentity& id = vitals.identity;
    if (const auto reaction = enquiry.ask(scsi::inquiry({}, inquiryBytes), inquiryBytes);
        answered(reaction)) {
        if (const auto data = scsi::decodeInquiry(reaction->data)) {
            keepRaw(vitals, "scsi/inquiry", reaction->data);
            id.model = data->vendor == "ATA" || data->vendor.empty() ? data->product
                                                                     : data->vendor + ' ' + data->product;
            id.firmware = data->revision;
            constexpr std::uint8_t hostManagedZoned = 0x14;
            if (data->peripheral == hostManagedZoned)
                addNote(vitals, VitalsNote::hostManaged);
        }
    }
    if (const auto reaction = enquiry.ask(scsi::testUnitReady(), 0);
        reaction && reaction->verdict.outcome == Outcome::notReady)
        addNote(vitals, VitalsNote::notReady);
    if (const auto page = readVpd(enquiry, vitals, scsi::vpd::serialNumber, "scsi/vpd-80"))
        if (auto serial = scsi::decodeSerialNumber(*page); !serial.empty())
            id.serial = std::move(serial);
    if (const auto page = readVpd(enquiry, vitals, scsi::vpd::identification, "scsi/vpd-83"))
        vitals.worldWideName = scsi::decodeWorldWideName(*page);
    if (const auto page = readVpd(enquiry, vitals, scsi::vpd::characteristics, "scsi/vpd-b1")) {
        const auto data = scsi::decodeCharacteristics(*page);
        if (data.rotationRate) {
            id.rotating = *data.rotationRate != 1;
            id.rpm = *id.rotating ? data.rotationRate : std::nullopt;
        }
    }
    takeCapacity(enquiry, vitals);
    constexpr std::uint8_t cachingPage = 0x08;
    if (const auto reaction = enquiry.ask(scsi::modeSense10(cachingPage, 255), 255); answered(reaction)) {
        if (const auto mode = scsi::decodeMode10(reaction->data, cachingPage)) {
            if (mode->writeProtected)
                addNote(vitals, VitalsNote::readOnly);
            constexpr std::byte writeCacheEnabled{0x04};
            if (mode->page.size() > 2 && (mode->page[2] & writeCacheEnabled) != std::byte{0})
                addNote(vitals, VitalsNote::writeCacheOn);
        }
    }
}

// True where an ATA drive answers behind the SCSI one.
bool isAtaBehind(Enquiry& enquiry, Vitals& vitals) {
    if (const auto page = readVpd(enquiry, vitals, scsi::vpd::ataInformation, "scsi/vpd-89"))
        if (!scsi::identifyInside(*page).empty())
            return true;
    const auto reaction = enquiry.askAta(ata::identifyDevice(), ata::pageBytes);
    return reaction && ata::decodeIdentify(reaction->data).has_value();
}

void readBehindScsi(Enquiry& enquiry, Vitals& vitals) {
    takeScsiIdentity(enquiry, vitals);
    const bool behindUsb = vitals.identity.attachment.rfind("USB", 0) == 0;
    if (isAtaBehind(enquiry, vitals)) {
        const DriveIdentity bridge = vitals.identity;
        readAtaVitals(enquiry, vitals);
        if (vitals.family != Family::ata) {
            // It says that there is one, and does not let us speak to it.
            readScsiVitals(enquiry, vitals);
            if (vitals.readings.empty())
                addNote(vitals, VitalsNote::bridgeHides);
            return;
        }
        const bool disagrees =
            bridge.capacity.value != 0 && (bridge.capacityBytes() != vitals.identity.capacityBytes() ||
                                           bridge.logicalBytes != vitals.identity.logicalBytes);
        if (disagrees) {
            addNote(vitals, VitalsNote::bridgeDisagrees);
            // What can be read is what the bridge lets through.
            vitals.identity.capacity = bridge.capacity;
            vitals.identity.logicalBytes = bridge.logicalBytes;
        }
        return;
    }
    readScsiVitals(enquiry, vitals);
    if (!behindUsb)
        takeLocking(enquiry, vitals, LockQuestion::scsi);
    if (behindUsb && vitals.readings.empty())
        addNote(vitals, VitalsNote::bridgeHides);
}

void settle(Vitals& vitals) {
    std::stable_sort(vitals.notes.begin(), vitals.notes.end(),
                     [](VitalsNote a, VitalsNote b) { return weightOf(a) < weightOf(b); });
    std::stable_sort(vitals.readings.begin(), vitals.readings.end(), [](const Reading& a, const Reading& b) {
        return std::tie(a.kind, a.attribute) < std::tie(b.kind, b.attribute);
    });
    for (const SelfTestEntry& test : vitals.selfTests)
        if (test.failingLba)
            vitals.suspects.push_back({*test.failingLba, SuspectSource::selfTest});
    // A place that the drive does not have is no place.
    std::erase_if(vitals.suspects, [&](const Suspect& s) {
        return vitals.identity.capacity.value != 0 && s.lba >= Lba{vitals.identity.capacity.value};
    });
    std::stable_sort(vitals.suspects.begin(), vitals.suspects.end(),
                     [](const Suspect& a, const Suspect& b) { return a.lba < b.lba; });
    vitals.suspects.erase(std::unique(vitals.suspects.begin(), vitals.suspects.end()), vitals.suspects.end());
}

} // namespace

void keepRaw(Vitals& vitals, std::string name, std::span<const std::byte> bytes) {
    std::erase_if(vitals.raw, [&](const RawPage& page) { return page.name == name; });
    vitals.raw.push_back({std::move(name), {bytes.begin(), bytes.end()}});
}

void addNote(Vitals& vitals, VitalsNote note) {
    if (!vitals.has(note))
        vitals.notes.push_back(note);
}

void takeLocking(Enquiry& enquiry, Vitals& vitals, LockQuestion by) {
    const auto discovery = askDiscovery(enquiry, by);
    if (discovery && discovery->locks)
        addNote(vitals, discovery->rangesLocked ? VitalsNote::rangesLocked : VitalsNote::lockingOn);
}

Vitals readVitals(Enquiry& enquiry, const DriveIdentity& known, std::uint32_t nameSpace) {
    Vitals vitals;
    vitals.identity = known;
    switch (enquiry.speaks()) {
    case Protocol::ata:
        readAtaVitals(enquiry, vitals);
        break;
    case Protocol::scsi:
        readBehindScsi(enquiry, vitals);
        break;
    case Protocol::nvmeAdmin:
    case Protocol::nvmeIo:
        readNvmeVitals(enquiry, vitals, nameSpace);
        break;
    case Protocol::plain:
        addNote(vitals, VitalsNote::noCommands);
        break;
    }
    if (enquiry.lost())
        addNote(vitals, VitalsNote::checkedNoAnswer);
    else if (!vitals.refused.empty() && !vitals.has(VitalsNote::bridgeHides)) // which says it already
        addNote(vitals, VitalsNote::logsRefused);
    settle(vitals);
    return vitals;
}

bool refreshSelfTests(Enquiry& enquiry, Vitals& vitals) {
    switch (vitals.family) {
    case Family::ata:
        return readAtaSelfTests(enquiry, vitals);
    case Family::scsi:
        return readScsiSelfTests(enquiry, vitals);
    case Family::nvme:
        return readNvmeSelfTests(enquiry, vitals);
    case Family::none:
        break;
    }
    return false;
}

std::optional<int> readTemperature(Enquiry& enquiry, Family family) {
    switch (family) {
    case Family::ata: {
        const auto reaction = enquiry.askAta(ata::smartCommand(ata::smart::readData), ata::pageBytes);
        if (!reaction)
            return std::nullopt;
        const auto data = ata::decodeSmartData(reaction->data);
        if (!data)
            return std::nullopt;
        for (const ata::Attribute& attribute : data->attributes)
            if (attribute.id == 194 || attribute.id == 190)
                return static_cast<std::int8_t>(attribute.raw[0]);
        return std::nullopt;
    }
    case Family::scsi: {
        const auto reaction = enquiry.ask(scsi::logSense(scsi::logPage::temperature, 64), 64);
        if (!answered(reaction))
            return std::nullopt;
        const auto log = scsi::decodeLog(reaction->data, scsi::logPage::temperature);
        return log ? scsi::temperatures(*log).now : std::nullopt;
    }
    case Family::nvme: {
        const auto reaction =
            enquiry.ask(nvme::getLogPage(nvme::logPage::health, nvme::healthBytes), nvme::healthBytes);
        if (!answered(reaction))
            return std::nullopt;
        const auto health = nvme::decodeHealth(reaction->data);
        return health ? health->temperature : std::nullopt;
    }
    case Family::none:
        break;
    }
    return std::nullopt;
}

} // namespace orbita
