// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/families/nvme/nvme_family.h"

#include "core/drive/nvme/commands.h"
#include "core/drive/nvme/pages.h"
#include "core/vitals/read_vitals.h"

namespace orbita {

namespace {

std::optional<std::vector<std::byte>> readPage(Enquiry& enquiry, Vitals& vitals, const CommandBlock& block,
                                               std::uint32_t bytes, const std::string& name) {
    auto reaction = enquiry.ask(block, bytes);
    if (!reaction || reaction->verdict.outcome != Outcome::answered) {
        vitals.refused.push_back(name);
        return std::nullopt;
    }
    keepRaw(vitals, name, reaction->data);
    return std::move(reaction->data);
}

void add(Vitals& vitals, ReadingKind kind, ReadingUnit unit, std::uint64_t value,
         std::optional<std::int64_t> ownLimit = {}) {
    Reading reading;
    reading.kind = kind;
    reading.unit = unit;
    reading.value = static_cast<std::int64_t>(std::min<std::uint64_t>(value, INT64_MAX));
    reading.ownLimit = ownLimit;
    reading.source = "health log";
    vitals.readings.push_back(std::move(reading));
}

// Data is counted in thousands of 512 bytes.
std::uint64_t bytesOf(std::uint64_t units) {
    constexpr std::uint64_t unit = 512'000;
    return units > UINT64_MAX / unit ? UINT64_MAX : units * unit;
}

void takeHealth(Enquiry& enquiry, Vitals& vitals, const nvme::Controller& controller) {
    const auto bytes = readPage(enquiry, vitals, nvme::getLogPage(nvme::logPage::health, nvme::healthBytes),
                                nvme::healthBytes, "nvme/health");
    if (!bytes)
        return;
    const auto health = nvme::decodeHealth(*bytes);
    if (!health)
        return;
    add(vitals, ReadingKind::criticalWarning, ReadingUnit::none, health->criticalWarning);
    add(vitals, ReadingKind::mediaErrors, ReadingUnit::count, health->mediaErrors);
    // No spare and no threshold either: the drive does not keep them.
    if (health->spare != 0 || health->spareThreshold != 0)
        add(vitals, ReadingKind::spareLeft, ReadingUnit::percent, health->spare, health->spareThreshold);
    add(vitals, ReadingKind::wearUsed, ReadingUnit::percent, health->used);
    add(vitals, ReadingKind::loggedErrors, ReadingUnit::count, health->errorEntries);
    if (health->temperature) {
        Reading reading;
        reading.kind = ReadingKind::temperature;
        reading.unit = ReadingUnit::celsius;
        reading.value = *health->temperature;
        if (controller.warningTemperature)
            reading.ownLimit = *controller.warningTemperature;
        reading.source = "health log";
        vitals.readings.push_back(reading);
    }
    add(vitals, ReadingKind::hotMinutes, ReadingUnit::minutes,
        std::uint64_t{health->warningMinutes} + health->criticalMinutes);
    add(vitals, ReadingKind::powerOnHours, ReadingUnit::hours, health->hours);
    add(vitals, ReadingKind::powerCycles, ReadingUnit::count, health->powerCycles);
    add(vitals, ReadingKind::unsafeShutdowns, ReadingUnit::count, health->unsafeShutdowns);
    add(vitals, ReadingKind::bytesRead, ReadingUnit::bytes, bytesOf(health->dataRead));
    add(vitals, ReadingKind::bytesWritten, ReadingUnit::bytes, bytesOf(health->dataWritten));
}

void takeSetup(Enquiry& enquiry, Vitals& vitals, const nvme::Controller& controller) {
    if (controller.writeCachePresent)
        if (const auto reaction = enquiry.ask(nvme::getFeatures(nvme::feature::volatileWriteCache, 0), 0);
            reaction && reaction->verdict.outcome == Outcome::answered &&
            (nvme::decodeCompletion(reaction->bytes).result & 1U) != 0)
            addNote(vitals, VitalsNote::writeCacheOn);
    if (controller.securitySupported)
        takeLocking(enquiry, vitals, Family::nvme);
    if (!controller.sanitizeSupported)
        return;
    const auto bytes =
        readPage(enquiry, vitals, nvme::getLogPage(nvme::logPage::sanitizeStatus, nvme::sanitizeBytes),
                 nvme::sanitizeBytes, "nvme/sanitize");
    if (!bytes)
        return;
    using Latest = nvme::SanitizeStatus::Latest;
    const auto status = nvme::decodeSanitizeStatus(*bytes);
    if (status && status->latest == Latest::running)
        addNote(vitals, VitalsNote::erasing);
    else if (status && status->latest == Latest::failed)
        addNote(vitals, VitalsNote::erasureFailed);
}

SelfTestResult resultOf(const nvme::LoggedSelfTest& test) {
    switch (test.result) {
    case 0:
        return SelfTestResult::passed;
    case 1:
    case 8:
    case 9:
        return SelfTestResult::aborted;
    case 2:
    case 3:
    case 4:
        return SelfTestResult::interrupted;
    default:
        return test.failingLba ? SelfTestResult::failedRead : SelfTestResult::failed;
    }
}

SelfTestKind nvmeTestKind(std::uint8_t code) {
    return code == 1 ? SelfTestKind::shortTest : code == 2 ? SelfTestKind::extended : SelfTestKind::other;
}

} // namespace

bool readNvmeSelfTests(Enquiry& enquiry, Vitals& vitals) {
    const auto bytes =
        readPage(enquiry, vitals, nvme::getLogPage(nvme::logPage::selfTest, nvme::selfTestBytes),
                 nvme::selfTestBytes, "nvme/self-tests");
    if (!bytes)
        return false;
    const auto log = nvme::decodeSelfTests(*bytes);
    if (!log)
        return false;
    vitals.selfTests.clear();
    vitals.selfTest.running = log->running != 0;
    vitals.selfTest.done.reset();
    if (vitals.selfTest.running)
        vitals.selfTest.done = log->percent / 100.0;
    for (const nvme::LoggedSelfTest& test : log->latestFirst)
        vitals.selfTests.push_back({nvmeTestKind(test.code), resultOf(test), test.hours, test.failingLba});
    return true;
}

void readNvmeVitals(Enquiry& enquiry, Vitals& vitals) {
    const auto bytes = readPage(enquiry, vitals, nvme::identify(nvme::IdentifyWhat::controller, 0),
                                nvme::identifyBytes, "nvme/controller");
    if (!bytes)
        return;
    const auto controller = nvme::decodeController(*bytes);
    if (!controller)
        return;
    vitals.family = Family::nvme;
    vitals.identity.model = controller->model;
    vitals.identity.serial = controller->serial;
    vitals.identity.firmware = controller->firmware;
    vitals.identity.rotating = false;
    takeSetup(enquiry, vitals, *controller);
    if (const auto ns =
            readPage(enquiry, vitals, nvme::identify(nvme::IdentifyWhat::nameSpace, enquiry.nameSpace()),
                     nvme::identifyBytes, "nvme/namespace")) {
        if (const auto decoded = nvme::decodeNamespace(*ns)) {
            vitals.identity.capacity = decoded->size;
            vitals.identity.logicalBytes = decoded->logicalBytes;
            vitals.identity.physicalBytes = std::max(vitals.identity.physicalBytes, decoded->logicalBytes);
            vitals.worldWideName = decoded->worldWideName;
            if (decoded->size.value == 0)
                addNote(vitals, VitalsNote::zeroCapacity);
            if (decoded->protectedData || decoded->metadataBytes != 0)
                addNote(vitals, VitalsNote::protectedFormat);
        }
    }
    takeHealth(enquiry, vitals, *controller);
    const std::uint32_t entries = std::min<std::uint32_t>(controller->errorEntries + 1U, 16);
    const auto errorBytes = static_cast<std::uint32_t>(entries * nvme::errorEntryBytes);
    if (const auto log =
            readPage(enquiry, vitals, nvme::getLogPage(nvme::logPage::errorInformation, errorBytes),
                     errorBytes, "nvme/errors"))
        for (const nvme::LoggedError& e : nvme::decodeErrors(*log))
            if (e.ofMedia())
                vitals.suspects.push_back({e.lba, SuspectSource::errorLog});
    if (controller->selfTestSupported) {
        vitals.ability.shortMinutes = 0;
        vitals.ability.extendedMinutes = controller->extendedTestMinutes;
        readNvmeSelfTests(enquiry, vitals);
    }
}

std::optional<int> readNvmeTemperature(Enquiry& enquiry) {
    const auto reaction =
        enquiry.ask(nvme::getLogPage(nvme::logPage::health, nvme::healthBytes), nvme::healthBytes);
    if (!reaction || reaction->verdict.outcome != Outcome::answered)
        return std::nullopt;
    const auto health = nvme::decodeHealth(reaction->data);
    return health ? health->temperature : std::nullopt;
}

} // namespace orbita
