// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/vitals/read_vitals.h"

#include "core/drive/lock_state.h"

#include <algorithm>
#include <tuple>

namespace orbita {

namespace {

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

void takeLocking(Enquiry& enquiry, Vitals& vitals, Family by) {
    const auto discovery = askDiscovery(enquiry, by);
    if (discovery && discovery->locks)
        addNote(vitals, discovery->rangesLocked ? VitalsNote::rangesLocked : VitalsNote::lockingOn);
}

Vitals readVitals(Enquiry& enquiry, const DriveIdentity& known) {
    Vitals vitals;
    vitals.identity = known;
    if (const auto read = familyOf(enquiry.speaks()).vitals; read != nullptr)
        read(enquiry, vitals);
    else
        addNote(vitals, VitalsNote::noCommands);
    if (enquiry.lost())
        addNote(vitals, VitalsNote::checkedNoAnswer);
    else if (!vitals.refused.empty() && !vitals.has(VitalsNote::bridgeHides)) // which says it already
        addNote(vitals, VitalsNote::logsRefused);
    settle(vitals);
    return vitals;
}

bool refreshSelfTests(Enquiry& enquiry, Vitals& vitals) {
    const SelfTestCommands* const tests = familyOf(vitals.family).selfTests;
    return tests != nullptr && tests->refresh(enquiry, vitals);
}

std::optional<int> readTemperature(Enquiry& enquiry, Family family) {
    const auto read = familyOf(family).temperature;
    return read == nullptr ? std::nullopt : read(enquiry);
}

} // namespace orbita
