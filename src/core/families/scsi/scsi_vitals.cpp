// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/families/scsi/scsi_family.h"

#include "core/drive/scsi/commands.h"
#include "core/drive/scsi/log_pages.h"
#include "core/drive/scsi/pages.h"
#include "core/vitals/read_vitals.h"

#include <fmt/format.h>

namespace orbita {

namespace {

constexpr std::uint16_t logBytes = 16384;

std::optional<std::vector<scsi::LogParameter>> readLog(Enquiry& enquiry, Vitals& vitals, std::uint8_t page,
                                                       std::uint8_t subpage = 0) {
    const std::string name = subpage == 0 ? fmt::format("scsi/log-{:02x}", page)
                                          : fmt::format("scsi/log-{:02x}-{:02x}", page, subpage);
    const auto reaction = enquiry.ask(scsi::logSense(page, logBytes, subpage), logBytes);
    if (!reaction || reaction->verdict.outcome != Outcome::answered) {
        vitals.refused.push_back(name);
        return std::nullopt;
    }
    auto log = scsi::decodeLog(reaction->data, page, subpage);
    if (!log) {
        vitals.refused.push_back(name);
        return std::nullopt;
    }
    keepRaw(vitals, name, reaction->data);
    return std::move(*log);
}

void add(Vitals& vitals, ReadingKind kind, ReadingUnit unit, std::optional<std::uint64_t> value,
         std::string source) {
    if (!value)
        return;
    Reading reading;
    reading.kind = kind;
    reading.unit = unit;
    reading.value = static_cast<std::int64_t>(std::min<std::uint64_t>(*value, INT64_MAX));
    reading.source = std::move(source);
    vitals.readings.push_back(std::move(reading));
}

void takeCounters(Enquiry& enquiry, Vitals& vitals) {
    if (const auto log = readLog(enquiry, vitals, scsi::logPage::readErrors)) {
        const auto counters = scsi::errorCounters(*log);
        add(vitals, ReadingKind::uncorrectedReads, ReadingUnit::count, counters.uncorrected, "log page 03h");
        add(vitals, ReadingKind::correctedLate, ReadingUnit::count, counters.correctedLate, "log page 03h");
        add(vitals, ReadingKind::bytesRead, ReadingUnit::bytes, counters.bytesProcessed, "log page 03h");
    }
    if (const auto log = readLog(enquiry, vitals, scsi::logPage::writeErrors)) {
        const auto counters = scsi::errorCounters(*log);
        add(vitals, ReadingKind::uncorrectedWrites, ReadingUnit::count, counters.uncorrected, "log page 02h");
        add(vitals, ReadingKind::bytesWritten, ReadingUnit::bytes, counters.bytesProcessed, "log page 02h");
    }
    if (const auto log = readLog(enquiry, vitals, scsi::logPage::verifyErrors))
        add(vitals, ReadingKind::uncorrectedVerifies, ReadingUnit::count,
            scsi::errorCounters(*log).uncorrected, "log page 05h");
    if (const auto log = readLog(enquiry, vitals, scsi::logPage::nonMediumErrors)) {
        for (const scsi::LogParameter& p : *log)
            if (p.code == 0)
                add(vitals, ReadingKind::nonMediumErrors, ReadingUnit::count, p.number(), "log page 06h");
    }
}

void takeTemperature(Enquiry& enquiry, Vitals& vitals) {
    const auto log = readLog(enquiry, vitals, scsi::logPage::temperature);
    if (!log)
        return;
    const auto degrees = scsi::temperatures(*log);
    if (!degrees.now)
        return;
    Reading reading;
    reading.kind = ReadingKind::temperature;
    reading.unit = ReadingUnit::celsius;
    reading.value = *degrees.now;
    if (degrees.reference)
        reading.ownLimit = *degrees.reference;
    reading.source = "log page 0Dh";
    vitals.readings.push_back(reading);
}

void takeStarts(Enquiry& enquiry, Vitals& vitals) {
    const auto log = readLog(enquiry, vitals, scsi::logPage::startStop);
    if (!log)
        return;
    for (const scsi::LogParameter& p : *log) {
        if (p.code == 4)
            add(vitals, ReadingKind::startStops, ReadingUnit::count, p.number(), "log page 0Eh");
        else if (p.code == 6)
            add(vitals, ReadingKind::loadCycles, ReadingUnit::count, p.number(), "log page 0Eh");
    }
}

void takeDefects(Enquiry& enquiry, Vitals& vitals) {
    if (const auto log = readLog(enquiry, vitals, scsi::logPage::backgroundScan)) {
        const auto scan = scsi::backgroundScan(*log);
        if (scan.powerOnMinutes)
            add(vitals, ReadingKind::powerOnHours, ReadingUnit::hours, *scan.powerOnMinutes / 60,
                "log page 15h");
        for (const auto& found : scan.found)
            vitals.suspects.push_back({found.lba, SuspectSource::backgroundScan});
    }
    if (const auto log =
            readLog(enquiry, vitals, scsi::logPage::backgroundScan, scsi::logPage::pendingDefectsSubpage)) {
        const auto pending = scsi::pendingDefects(*log);
        add(vitals, ReadingKind::pendingSectors, ReadingUnit::sectors, pending.total, "log page 15h/01h");
        for (const Lba lba : pending.listed)
            vitals.suspects.push_back({lba, SuspectSource::pendingDefects});
    }
    constexpr std::uint8_t longBlockFormat = 3;
    constexpr std::uint32_t listBytes = 65536;
    const auto reaction = enquiry.ask(scsi::readDefectData12(true, longBlockFormat, listBytes), listBytes);
    if (!reaction || reaction->verdict.outcome != Outcome::answered) {
        vitals.refused.emplace_back("scsi/grown-defects");
        return;
    }
    if (const auto list = scsi::decodeDefects12(reaction->data)) {
        keepRaw(vitals, "scsi/grown-defects", reaction->data);
        add(vitals, ReadingKind::grownDefects, ReadingUnit::sectors, list->count, "grown defect list");
        for (const Lba lba : list->listed)
            vitals.suspects.push_back({lba, SuspectSource::grownList});
    }
}

void takeScsiVerdict(Enquiry& enquiry, Vitals& vitals) {
    const auto log = readLog(enquiry, vitals, scsi::logPage::informational);
    if (!log)
        return;
    const auto exception = scsi::informationalException(*log);
    if (!exception)
        return;
    constexpr std::uint8_t failurePredicted = 0x5D;
    add(vitals, ReadingKind::overallHealth, ReadingUnit::none, exception->asc == failurePredicted ? 1 : 0,
        "log page 2Fh");
}

SelfTestKind scsiTestKind(std::uint8_t code) {
    return code == 1 || code == 5   ? SelfTestKind::shortTest
           : code == 2 || code == 6 ? SelfTestKind::extended
                                    : SelfTestKind::other;
}

SelfTestResult resultOf(const scsi::LoggedSelfTest& test) {
    switch (test.result) {
    case 0:
        return SelfTestResult::passed;
    case 1:
        return SelfTestResult::aborted;
    case 2:
        return SelfTestResult::interrupted;
    case 15:
        return SelfTestResult::unfinished;
    default:
        return test.failingLba ? SelfTestResult::failedRead : SelfTestResult::failed;
    }
}

} // namespace

bool readScsiSelfTests(Enquiry& enquiry, Vitals& vitals) {
    const auto log = readLog(enquiry, vitals, scsi::logPage::selfTests);
    if (!log)
        return false;
    vitals.selfTests.clear();
    vitals.selfTest = {};
    for (const scsi::LoggedSelfTest& test : scsi::selfTests(*log)) {
        if (test.result == 15)
            vitals.selfTest.running = true;
        vitals.selfTests.push_back({scsiTestKind(test.code), resultOf(test), test.hours, test.failingLba});
    }
    // Progress stands in the sense data while a self-test runs.
    if (vitals.selfTest.running)
        if (const auto reaction = enquiry.ask(scsi::requestSense(), 252))
            if (const auto sense = scsi::decodeSense(reaction->data))
                vitals.selfTest.done = sense->progress;
    vitals.ability.shortMinutes = 0;
    vitals.ability.extendedMinutes = 0;
    return true;
}

void readScsiVitals(Enquiry& enquiry, Vitals& vitals) {
    vitals.family = Family::scsi;
    takeScsiVerdict(enquiry, vitals);
    takeCounters(enquiry, vitals);
    takeTemperature(enquiry, vitals);
    takeStarts(enquiry, vitals);
    if (const auto log = readLog(enquiry, vitals, scsi::logPage::solidState))
        if (const auto used = scsi::percentageUsed(*log))
            add(vitals, ReadingKind::wearUsed, ReadingUnit::percent, *used, "log page 11h");
    takeDefects(enquiry, vitals);
    readScsiSelfTests(enquiry, vitals);
}

std::optional<int> readScsiTemperature(Enquiry& enquiry) {
    const auto reaction = enquiry.ask(scsi::logSense(scsi::logPage::temperature, 64), 64);
    if (!reaction || reaction->verdict.outcome != Outcome::answered)
        return std::nullopt;
    const auto log = scsi::decodeLog(reaction->data, scsi::logPage::temperature);
    return log ? scsi::temperatures(*log).now : std::nullopt;
}

} // namespace orbita
