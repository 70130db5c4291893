// SPDX-License-Identifier: GPL-3.0-or-later
// What a SCSI device says of itself, and whether an ATA drive answers behind it.
#include "core/drive/ata/identify.h"
#include "core/drive/ata/smart.h"
#include "core/drive/enquiry.h"
#include "core/drive/scsi/ata_translation.h"
#include "core/drive/scsi/commands.h"
#include "core/drive/scsi/pages.h"
#include "core/families/ata/ata_family.h"
#include "core/families/scsi/scsi_family.h"
#include "core/vitals/read_vitals.h"

namespace orbita {

namespace {

constexpr std::uint16_t vpdBytes = 1024;

bool isAnswered(const Result<Reaction>& reaction) {
    return reaction && reaction->verdict.outcome == Outcome::answered;
}

std::optional<std::vector<std::byte>> readVpd(Enquiry& enquiry, Vitals& vitals, std::uint8_t page,
                                              const std::string& name) {
    auto reaction = enquiry.ask(scsi::inquiry(page, vpdBytes), vpdBytes);
    if (!isAnswered(reaction) || reaction->data.empty())
        return std::nullopt;
    keepRaw(vitals, name, reaction->data);
    return std::move(reaction->data);
}

void takeCapacity(Enquiry& enquiry, Vitals& vitals) {
    Result<scsi::Capacity> capacity = tl::unexpected(Error{});
    if (const auto reaction = enquiry.ask(scsi::readCapacity16(), 32); isAnswered(reaction))
        capacity = scsi::decodeCapacity16(reaction->data);
    if (!capacity)
        if (const auto reaction = enquiry.ask(scsi::readCapacity10(), 8); isAnswered(reaction))
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
        isAnswered(reaction)) {
        if (const auto data = scsi::decodeInquiry(reaction->data)) {
            keepRaw(vitals, "scsi/inquiry", reaction->data);
            id.model = scsi::modelOf(*data);
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
    if (const auto reaction = enquiry.ask(scsi::modeSense10(cachingPage, 255), 255); isAnswered(reaction)) {
        if (const auto mode = scsi::decodeMode10(reaction->data, cachingPage)) {
            keepRaw(vitals, "scsi/mode-08", reaction->data);
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

} // namespace

void readVitalsBehindScsi(Enquiry& enquiry, Vitals& vitals) {
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
        takeLocking(enquiry, vitals, Family::scsi);
    if (behindUsb && vitals.readings.empty())
        addNote(vitals, VitalsNote::bridgeHides);
}

} // namespace orbita
