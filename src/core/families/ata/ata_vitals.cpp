// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/families/ata/ata_family.h"

#include "core/drive/ata/identify.h"
#include "core/drive/ata/logs.h"
#include "core/vitals/read_vitals.h"

#include <algorithm>

namespace orbita {

namespace {

Result<std::vector<std::byte>> readPage(Enquiry& enquiry, Vitals& vitals, const CommandBlock& block,
                                        const std::string& name, std::uint32_t pages = 1) {
    auto reaction = enquiry.askAta(block, ata::pageBytes * pages);
    if (!reaction) {
        vitals.refused.push_back(name);
        return tl::unexpected(reaction.error());
    }
    keepRaw(vitals, name, reaction->data);
    return std::move(reaction->data);
}

// How the raw value of an attribute is packed, where makers agree on it.
enum class Packing : std::uint8_t { plain48, low32, low16, lowByte, flying32 };

struct Known {
    std::uint8_t attribute;
    ReadingKind kind;
    ReadingUnit unit;
    Packing packing;
};

// Attributes whose meaning the trade has settled on. All others are the maker's own.
constexpr std::array<Known, 23> knownAttributes = {{
    {1, ReadingKind::readErrorRate, ReadingUnit::none, Packing::plain48},
    {3, ReadingKind::spinUpTime, ReadingUnit::milliseconds, Packing::low16},
    {4, ReadingKind::startStops, ReadingUnit::count, Packing::low32},
    {5, ReadingKind::reallocatedSectors, ReadingUnit::sectors, Packing::low32},
    {7, ReadingKind::seekErrorRate, ReadingUnit::none, Packing::plain48},
    {9, ReadingKind::powerOnHours, ReadingUnit::hours, Packing::low32},
    {10, ReadingKind::spinRetries, ReadingUnit::count, Packing::low32},
    {12, ReadingKind::powerCycles, ReadingUnit::count, Packing::low32},
    {184, ReadingKind::endToEndErrors, ReadingUnit::count, Packing::low32},
    {187, ReadingKind::reportedUncorrectable, ReadingUnit::count, Packing::low32},
    {188, ReadingKind::commandTimeouts, ReadingUnit::count, Packing::low16},
    {190, ReadingKind::temperature, ReadingUnit::celsius, Packing::lowByte},
    {193, ReadingKind::loadCycles, ReadingUnit::count, Packing::low32},
    {194, ReadingKind::temperature, ReadingUnit::celsius, Packing::lowByte},
    {196, ReadingKind::reallocationEvents, ReadingUnit::count, Packing::low32},
    {197, ReadingKind::pendingSectors, ReadingUnit::sectors, Packing::low32},
    {198, ReadingKind::offlineUncorrectable, ReadingUnit::sectors, Packing::low32},
    {199, ReadingKind::linkErrors, ReadingUnit::count, Packing::low32},
    {240, ReadingKind::headFlyingHours, ReadingUnit::hours, Packing::flying32},
    // Their normalised value counts down from 100 with wear, whatever the raw one holds.
    {177, ReadingKind::wearUsed, ReadingUnit::percent, Packing::plain48},
    {231, ReadingKind::wearUsed, ReadingUnit::percent, Packing::plain48},
    {233, ReadingKind::wearUsed, ReadingUnit::percent, Packing::plain48},
    {232, ReadingKind::spareLeft, ReadingUnit::percent, Packing::plain48},
}};

std::int64_t unpacked(const ata::Attribute& attribute, Packing packing) {
    switch (packing) {
    case Packing::low32:
    case Packing::flying32:
        return static_cast<std::int64_t>(attribute.rawValue(4));
    case Packing::low16:
        return static_cast<std::int64_t>(attribute.rawValue(2));
    case Packing::lowByte:
        return static_cast<std::int8_t>(attribute.raw[0]);
    case Packing::plain48:
        break;
    }
    return static_cast<std::int64_t>(attribute.rawValue(6));
}

Reading readingOf(const ata::Attribute& attribute, bool rotating) {
    Reading reading;
    reading.attribute = attribute.id;
    reading.normalised = attribute.normalised;
    reading.worst = attribute.worst;
    reading.threshold = attribute.threshold;
    reading.raw = attribute.raw;
    reading.source = "SMART attribute " + std::to_string(attribute.id);
    reading.value = static_cast<std::int64_t>(attribute.rawValue(6));
    reading.unit = ReadingUnit::none;
    for (const Known& k : knownAttributes) {
        if (k.attribute != attribute.id)
            continue;
        const bool ofSolidState = k.kind == ReadingKind::wearUsed || k.kind == ReadingKind::spareLeft;
        if (ofSolidState && (rotating || attribute.normalised == 0 || attribute.normalised > 100))
            break;
        reading.kind = k.kind;
        reading.unit = k.unit;
        if (k.kind == ReadingKind::wearUsed)
            reading.value = 100 - attribute.normalised;
        else if (k.kind == ReadingKind::spareLeft)
            reading.value = attribute.normalised;
        else
            reading.value = unpacked(attribute, k.packing);
        break;
    }
    return reading;
}

// Two attributes may tell the same thing; the first to do so stands for it.
void addOnce(Vitals& vitals, Reading reading) {
    if (reading.kind == ReadingKind::vendorSpecific || vitals.find(reading.kind) == nullptr)
        vitals.readings.push_back(std::move(reading));
}

void takeSmart(Enquiry& enquiry, Vitals& vitals) {
    const auto bytes = readPage(enquiry, vitals, ata::smartCommand(ata::smart::readData), "ata/smart-data");
    if (!bytes)
        return;
    auto data = ata::decodeSmartData(*bytes);
    if (!data) {
        addNote(vitals, VitalsNote::logsRefused);
        return;
    }
    if (!data->checksumGood)
        addNote(vitals, VitalsNote::checksumBroken);
    const auto thresholds =
        readPage(enquiry, vitals, ata::smartCommand(ata::smart::readThresholds), "ata/smart-thresholds");
    if (!thresholds || !ata::addThresholds(*data, *thresholds))
        addNote(vitals, VitalsNote::thresholdsRefused);
    const bool rotating = vitals.identity.rotating.value_or(true);
    for (const ata::Attribute& attribute : data->attributes)
        addOnce(vitals, readingOf(attribute, rotating));
    if (data->canSelfTest()) {
        vitals.ability.shortMinutes = data->shortMinutes;
        vitals.ability.extendedMinutes = data->extendedMinutes;
    }
    if (data->canConveyance())
        vitals.ability.conveyanceMinutes = data->conveyanceMinutes;
    vitals.ability.selective = data->canSelective();
}

// SMART RETURN STATUS: LBA 23:8 holds C24Fh, or 2CF4h where a threshold was exceeded.
void takeVerdict(Enquiry& enquiry, Vitals& vitals) {
    const auto reaction = enquiry.askAta(ata::smartCommand(ata::smart::returnStatus), 0);
    if (!reaction || !reaction->ata)
        return;
    const std::uint64_t signature = reaction->ata->lba.value >> 8U & 0xFFFFU;
    if (signature != 0xC24F && signature != 0x2CF4)
        return; // a bridge that returns no registers
    Reading reading;
    reading.kind = ReadingKind::overallHealth;
    reading.unit = ReadingUnit::none;
    reading.value = signature == 0x2CF4 ? 1 : 0;
    reading.source = "SMART status";
    addOnce(vitals, reading);
}

struct KnownStatistic {
    ata::Statistic what;
    ReadingKind kind;
    ReadingUnit unit;
    std::int64_t scale;
};

constexpr std::array<KnownStatistic, 13> knownStatistics = {{
    {ata::Statistic::powerOnResets, ReadingKind::powerCycles, ReadingUnit::count, 1},
    {ata::Statistic::powerOnHours, ReadingKind::powerOnHours, ReadingUnit::hours, 1},
    {ata::Statistic::sectorsWritten, ReadingKind::bytesWritten, ReadingUnit::bytes, 512},
    {ata::Statistic::sectorsRead, ReadingKind::bytesRead, ReadingUnit::bytes, 512},
    {ata::Statistic::headFlyingHours, ReadingKind::headFlyingHours, ReadingUnit::hours, 1},
    {ata::Statistic::headLoads, ReadingKind::loadCycles, ReadingUnit::count, 1},
    {ata::Statistic::reallocatedSectors, ReadingKind::reallocatedSectors, ReadingUnit::sectors, 1},
    {ata::Statistic::mechanicalStartFailures, ReadingKind::startFailures, ReadingUnit::count, 1},
    {ata::Statistic::reportedUncorrectable, ReadingKind::reportedUncorrectable, ReadingUnit::count, 1},
    {ata::Statistic::temperature, ReadingKind::temperature, ReadingUnit::celsius, 1},
    {ata::Statistic::highestTemperature, ReadingKind::highestTemperature, ReadingUnit::celsius, 1},
    {ata::Statistic::interfaceCrcErrors, ReadingKind::linkErrors, ReadingUnit::count, 1},
    {ata::Statistic::percentageUsed, ReadingKind::wearUsed, ReadingUnit::percent, 1},
}};

void takeStatistics(Enquiry& enquiry, Vitals& vitals) {
    const auto first = readPage(enquiry, vitals, ata::readLogExt(ata::logAddress::deviceStatistics, 0, 1),
                                "ata/statistics-0");
    if (!first)
        return;
    for (const std::uint8_t number : ata::statisticsPages(*first)) {
        if (number == 0 || number > 7)
            continue;
        const auto bytes =
            readPage(enquiry, vitals, ata::readLogExt(ata::logAddress::deviceStatistics, number, 1),
                     "ata/statistics-" + std::to_string(number));
        if (!bytes)
            continue;
        for (const KnownStatistic& k : knownStatistics) {
            const auto value = ata::statistic(*bytes, k.what);
            if (!value)
                continue;
            Reading reading;
            reading.kind = k.kind;
            reading.unit = k.unit;
            reading.value = k.what == ata::Statistic::sectorsRead || k.what == ata::Statistic::sectorsWritten
                                ? *value * static_cast<std::int64_t>(vitals.identity.logicalBytes)
                                : *value * k.scale;
            reading.source = "device statistics, page " + std::to_string(number);
            // What a standard defines goes before what a maker's attribute means.
            std::erase_if(vitals.readings, [&](const Reading& r) {
                return r.kind == reading.kind && r.attribute != 0 && !r.threshold.value_or(0);
            });
            addOnce(vitals, std::move(reading));
        }
    }
}

// Damage on the cable as the link itself counts it; only since the counters were last cleared, so that a
// count over the drive's whole life goes before it.
void takePhyCounters(Enquiry& enquiry, Vitals& vitals) {
    const auto bytes =
        readPage(enquiry, vitals, ata::readLogExt(ata::logAddress::phyCounters, 0, 1), "ata/phy-counters");
    const auto counters = bytes ? ata::decodePhyCounters(*bytes) : Result<std::vector<ata::PhyCounter>>{};
    if (!bytes || !counters || vitals.find(ReadingKind::linkErrors) != nullptr)
        return;
    constexpr std::uint16_t commandsWithCrcErrors = 1;
    for (const ata::PhyCounter& counter : *counters) {
        if (counter.id != commandsWithCrcErrors)
            continue;
        Reading reading;
        reading.kind = ReadingKind::linkErrors;
        reading.value = static_cast<std::int64_t>(std::min<std::uint64_t>(counter.value, INT64_MAX));
        reading.source = "phy event counters";
        addOnce(vitals, std::move(reading));
    }
}

void takeErrors(Enquiry& enquiry, Vitals& vitals, bool hasLogs) {
    Result<ata::ErrorLog> log = tl::unexpected(Error{});
    if (hasLogs) {
        if (const auto bytes =
                readPage(enquiry, vitals, ata::readLogExt(ata::logAddress::extendedErrors, 0, 1),
                         "ata/extended-errors"))
            log = ata::decodeExtendedErrors(*bytes);
    }
    if (!log) {
        if (const auto bytes = readPage(
                enquiry, vitals, ata::smartCommand(ata::smart::readLog, ata::logAddress::summaryErrors),
                "ata/summary-errors"))
            log = ata::decodeSummaryErrors(*bytes);
    }
    if (!log)
        return;
    Reading reading;
    reading.kind = ReadingKind::loggedErrors;
    reading.value = log->count;
    reading.source = "error log";
    addOnce(vitals, reading);
    for (const ata::LoggedError& e : log->latest)
        if ((e.error & (ata::error::uncorrectable | ata::error::idNotFound)) != 0)
            vitals.suspects.push_back({e.lba, SuspectSource::errorLog});
}

void takePending(Enquiry& enquiry, Vitals& vitals) {
    constexpr std::uint16_t pages = 4;
    const auto bytes = readPage(enquiry, vitals, ata::readLogExt(ata::logAddress::pendingDefects, 0, pages),
                                "ata/pending-defects", pages);
    if (!bytes)
        return;
    if (const auto defects = ata::decodePendingDefects(*bytes))
        for (const ata::PendingDefect& d : defects->listed)
            vitals.suspects.push_back({d.lba, SuspectSource::pendingDefects});
}

void takeSctTemperature(Enquiry& enquiry, Vitals& vitals) {
    const auto bytes =
        readPage(enquiry, vitals, ata::smartCommand(ata::smart::readLog, ata::logAddress::sctCommand),
                 "ata/sct-status");
    if (!bytes)
        return;
    const auto status = ata::decodeSctStatus(*bytes);
    if (!status)
        return;
    const auto add = [&](ReadingKind kind, std::optional<int> value) {
        if (!value)
            return;
        Reading reading;
        reading.kind = kind;
        reading.unit = ReadingUnit::celsius;
        reading.value = *value;
        reading.source = "SCT status";
        addOnce(vitals, reading);
    };
    add(ReadingKind::temperature, status->temperature);
    add(ReadingKind::highestTemperature, status->highestEver);
}

void takeSetup(Enquiry& enquiry, Vitals& vitals, const ata::IdentifyData& data) {
    if (data.locked)
        addNote(vitals, VitalsNote::locked);
    else if (data.passwordSet)
        addNote(vitals, VitalsNote::passwordSet);
    if (data.trustedSupported)
        takeLocking(enquiry, vitals, Family::ata);
    if (data.frozen)
        addNote(vitals, VitalsNote::frozen);
    if (data.alignmentOffset != 0)
        addNote(vitals, VitalsNote::misaligned);
    if (data.writeCacheEnabled)
        addNote(vitals, VitalsNote::writeCacheOn);
    if (const auto reaction = enquiry.askAta(ata::readNativeMaxExt(), 0); reaction && reaction->ata) {
        const std::uint64_t sectors = reaction->ata->lba.value + 1;
        if (sectors > data.capacity.value && reaction->ata->lba.value != 0) {
            vitals.hiddenSectors = sectors - data.capacity.value;
            addNote(vitals, VitalsNote::hiddenArea);
        }
    }
}

SelfTestKind ataTestKind(std::uint8_t number) {
    switch (number & 0x7FU) {
    case 1:
        return SelfTestKind::shortTest;
    case 2:
        return SelfTestKind::extended;
    case 3:
        return SelfTestKind::conveyance;
    case 4:
        return SelfTestKind::selective;
    default:
        return SelfTestKind::other;
    }
}

SelfTestResult resultOf(ata::SelfTestStatus status) {
    switch (status) {
    case ata::SelfTestStatus::completed:
        return SelfTestResult::passed;
    case ata::SelfTestStatus::aborted:
        return SelfTestResult::aborted;
    case ata::SelfTestStatus::interrupted:
        return SelfTestResult::interrupted;
    case ata::SelfTestStatus::failedRead:
        return SelfTestResult::failedRead;
    case ata::SelfTestStatus::running:
        return SelfTestResult::unfinished;
    default:
        return SelfTestResult::failed;
    }
}

} // namespace

bool readAtaSelfTests(Enquiry& enquiry, Vitals& vitals) {
    bool told = false;
    if (const auto bytes = enquiry.askAta(ata::smartCommand(ata::smart::readData), ata::pageBytes)) {
        if (const auto data = ata::decodeSmartData(bytes->data)) {
            told = true;
            vitals.selfTest.running = data->selfTest == ata::SelfTestStatus::running;
            vitals.selfTest.done.reset();
            if (vitals.selfTest.running)
                vitals.selfTest.done = 1.0 - data->tenthsLeft / 10.0;
        }
    }
    Result<std::vector<ata::LoggedSelfTest>> log = tl::unexpected(Error{});
    if (const auto bytes =
            enquiry.askAta(ata::readLogExt(ata::logAddress::extendedSelfTests, 0, 1), ata::pageBytes)) {
        log = ata::decodeExtendedSelfTests(bytes->data);
        keepRaw(vitals, "ata/extended-self-tests", bytes->data);
    }
    if (!log) {
        if (const auto bytes = enquiry.askAta(
                ata::smartCommand(ata::smart::readLog, ata::logAddress::selfTests), ata::pageBytes)) {
            log = ata::decodeSelfTests(bytes->data);
            keepRaw(vitals, "ata/self-tests", bytes->data);
        }
    }
    if (!log)
        return told;
    vitals.selfTests.clear();
    for (const ata::LoggedSelfTest& test : *log)
        vitals.selfTests.push_back(
            {ataTestKind(test.number), resultOf(test.status), test.hours, test.failingLba});
    return told; // whether one runs, the log does not say
}

void readAtaVitals(Enquiry& enquiry, Vitals& vitals) {
    const auto bytes = readPage(enquiry, vitals, ata::identifyDevice(), "ata/identify");
    if (!bytes)
        return;
    const auto data = ata::decodeIdentify(*bytes);
    if (!data) {
        addNote(vitals, VitalsNote::zeroCapacity);
        return;
    }
    DriveIdentity& id = vitals.identity;
    vitals.family = Family::ata;
    id.model = data->model;
    id.serial = data->serial;
    id.firmware = data->firmware;
    id.capacity = data->capacity;
    id.logicalBytes = data->logicalBytes;
    id.physicalBytes = data->physicalBytes;
    if (data->rotationRate) {
        id.rotating = *data->rotationRate != 1;
        id.rpm = *id.rotating ? data->rotationRate : std::nullopt;
    }
    if (data->worldWideName != 0)
        vitals.worldWideName = ata::worldWideNameText(*data);
    takeSetup(enquiry, vitals, *data);
    if (!data->smartSupported || !data->smartEnabled) {
        addNote(vitals, data->smartSupported ? VitalsNote::healthOff : VitalsNote::healthNotOffered);
    } else {
        takeVerdict(enquiry, vitals);
        takeSmart(enquiry, vitals);
        takeErrors(enquiry, vitals, data->logsSupported);
        readAtaSelfTests(enquiry, vitals);
    }
    if (data->logsSupported) {
        takeStatistics(enquiry, vitals);
        takePending(enquiry, vitals);
        takePhyCounters(enquiry, vitals);
    }
    if (data->sctSupported)
        takeSctTemperature(enquiry, vitals);
}

std::optional<int> readAtaTemperature(Enquiry& enquiry) {
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

} // namespace orbita
