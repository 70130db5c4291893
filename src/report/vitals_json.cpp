// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/vitals_json.h"

#include "report/identity_words.h"
#include "report/vitals_words.h"

#include <fmt/format.h>
#include <nlohmann/json.hpp>

namespace orbita {

namespace {

using Json = nlohmann::ordered_json;

Json readingJson(const Reading& reading, const Finding& finding) {
    Json json{{"id", readingId(reading)},
              {"name", words::readingName(reading).toStdString()},
              {"value", reading.value},
              {"shown", words::readingValue(reading).toStdString()},
              {"source", reading.source},
              {"meaning", words::readingMeaning(reading.kind).toStdString()},
              {"proof", words::readingProof(reading.kind).toStdString()},
              {"finding", findingName(finding.level)},
              {"reason", findingReasonName(finding.reason)}};
    if (reading.attribute != 0) {
        json["attribute"] = reading.attribute;
        json["raw"] = reading.raw;
    }
    const auto optional = [&](const char* key, const auto& value) {
        if (value)
            json[key] = *value;
    };
    optional("normalised", reading.normalised);
    optional("worst", reading.worst);
    optional("threshold", reading.threshold);
    optional("own_limit", reading.ownLimit);
    optional("house_limit", finding.limit);
    return json;
}

std::string hexOf(const std::vector<std::byte>& bytes) {
    std::string text;
    for (const std::byte byte : bytes)
        text += fmt::format("{:02x}", std::to_integer<unsigned>(byte));
    return text;
}

} // namespace

std::string vitalsJson(const Vitals& vitals, const std::vector<Finding>& findings, const EntryGate& gate) {
    const DriveIdentity& id = vitals.identity;
    Json json{{"format", "orbita-vitals"},
              {"version", 1},
              {"drive",
               {{"path", id.path},
                {"model", id.model},
                {"serial", id.serial},
                {"firmware", id.firmware},
                {"world_wide_name", vitals.worldWideName},
                {"attachment", id.attachment},
                {"sectors", id.capacity.value},
                {"logical_bytes", id.logicalBytes},
                {"physical_bytes", id.physicalBytes}}},
              {"family", vitals.family == Family::plain ? "none" : familyName(vitals.family)}};
    Json notes = Json::array();
    for (const VitalsNote note : vitals.notes)
        notes.push_back({{"id", vitalsNoteName(note)}, {"text", words::vitalsNote(note).toStdString()}});
    json["notes"] = notes;
    json["refused"] = vitals.refused;
    Json reasons = Json::array();
    for (const EntryReason& reason : gate.reasons)
        reasons.push_back(words::entryReason(reason, vitals, findings).toStdString());
    json["entry"] = {{"verdict", entryName(gate.entry)}, {"reasons", reasons}};
    Json readings = Json::array();
    for (std::size_t i = 0; i < vitals.readings.size(); ++i)
        readings.push_back(readingJson(vitals.readings[i], findings[i]));
    json["readings"] = readings;
    Json suspects = Json::array();
    for (const Suspect& suspect : vitals.suspects)
        suspects.push_back({{"lba", suspect.lba.value}, {"source", suspectSourceName(suspect.source)}});
    json["suspects"] = suspects;
    Json tests = Json::array();
    for (const SelfTestEntry& test : vitals.selfTests) {
        Json entry{{"kind", selfTestKindName(test.kind)},
                   {"result", selfTestResultName(test.result)},
                   {"hours", test.hours}};
        if (test.failingLba)
            entry["failing_lba"] = test.failingLba->value;
        tests.push_back(entry);
    }
    json["self_tests"] = tests;
    json["self_test_running"] = vitals.selfTest.running;
    if (vitals.selfTest.done)
        json["self_test_done"] = *vitals.selfTest.done;
    Json sheet = Json::array();
    for (const SheetLine& line : identitySheet(vitals, id)) {
        Json entry{{"item", sheetItemName(line.item)},
                   {"name", words::sheetItem(line.item).toStdString()},
                   {"shown", words::sheetValue(line).toStdString()}};
        if (line.answer == SheetAnswer::number)
            entry["value"] = line.number;
        else if (line.answer == SheetAnswer::text)
            entry["value"] = line.text;
        else if (line.answer != SheetAnswer::notTold)
            entry["value"] = sheetAnswerName(line.answer);
        sheet.push_back(std::move(entry));
    }
    json["identity_sheet"] = std::move(sheet);
    Json pages = Json::array();
    for (const RawPage& page : vitals.raw)
        pages.push_back({{"name", page.name}, {"hex", hexOf(page.bytes)}});
    json["pages"] = pages;
    return json.dump(1) + "\n";
}

} // namespace orbita
