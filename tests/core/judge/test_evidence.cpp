// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/evidence/evidence.h"
#include "core/judge/ruling.h"
#include "support/scan_runner.h"
#include "support/test_program.h"

#include <algorithm>
#include <random>

namespace test_evidence {

using namespace orbita;

constexpr std::uint64_t capacity = 8'000'000; // sectors of 512 bytes
constexpr std::int64_t today = 1'800'000'000;
constexpr std::int64_t lastYear = today - 365LL * 86'400;

LedgerEntry unreadable(std::uint64_t lba, std::uint64_t sectors, Standing standing = Standing::confirmed) {
    return {{Lba{lba}, SectorCount{sectors}}, Grade::unreadable, standing, {}, true, true};
}

ScanDigest digest(std::int64_t at, std::vector<LedgerEntry> ledger, std::vector<LbaSpan> covered = {}) {
    ScanDigest scan;
    scan.startedAt = at;
    scan.drive.capacity = SectorCount{capacity};
    scan.drive.physicalBytes = 4096;
    scan.drive.rotating = true;
    scan.blockSectors = 2048;
    scan.ended = EndReason::complete;
    scan.ledger = std::move(ledger);
    scan.covered =
        covered.empty() ? std::vector<LbaSpan>{{Lba{0}, SectorCount{capacity}}} : std::move(covered);
    scan.graded = 4000;
    for (Zone& zone : scan.zones)
        zone.nsPerByte = 5;
    return scan;
}

CaseFile fileOf(std::vector<ScanDigest> scans) {
    CaseFile file;
    file.drive = scans.front().drive;
    file.now = today + 3600;
    file.scans = std::move(scans);
    Visit first;
    first.id = 1;
    first.beganAt = lastYear - 60;
    Visit second;
    second.id = 2;
    second.beganAt = today - 60;
    file.visits = {first, second};
    return file;
}

Evidence of(std::vector<ScanDigest> scans) {
    return gatherEvidence(fileOf(std::move(scans)));
}

class TestEvidence : public QObject {
    Q_OBJECT
private slots:
    void placesByTheirChange() {
        const KnownState before = {512,
                                   {unreadable(1000, 8),
                                    unreadable(5000, 8),
                                    unreadable(9000, 8),
                                    {{Lba{20'000}, SectorCount{2048}}, Grade::laboured, Standing::confirmed}},
                                   {{Lba{0}, SectorCount{50'000}}},
                                   {}};
        KnownState now = {512,
                          {unreadable(1000, 16),
                           {{Lba{5000}, SectorCount{8}}, Grade::laboured, Standing::once},
                           unreadable(20'000, 2048),
                           unreadable(60'000, 8),
                           unreadable(40'000, 8, Standing::passing)},
                          {{Lba{0}, SectorCount{100'000}}},
                          {}};
        now.treatments.add(
            {{Lba{9000}, SectorCount{8}}, TreatmentStep::zeros, TreatmentResult::remapped, today});
        const auto places = compareDefects(before, now);
        const std::vector<ChangedPlace> expected = {
            {{1000 * 512, 8 * 512}, Grade::unreadable, Grade::unreadable, PlaceChange::same},
            {{1008 * 512, 8 * 512}, Grade::none, Grade::unreadable, PlaceChange::fresh},
            {{5000 * 512, 8 * 512}, Grade::unreadable, Grade::laboured, PlaceChange::better},
            {{9000 * 512, 8 * 512}, Grade::unreadable, Grade::none, PlaceChange::healed},
            {{20'000 * 512, 2048 * 512}, Grade::laboured, Grade::unreadable, PlaceChange::worse},
            {{60'000 * 512, 8 * 512}, Grade::none, Grade::unreadable, PlaceChange::notCompared}};
        QVERIFY(places == expected);
    }

    // The same drive behind a bridge that shows sectors of 4096 bytes.
    void sectorsOfAnotherSizeAreTheSamePlaces() {
        const KnownState before = {512, {unreadable(8000, 8)}, {{Lba{0}, SectorCount{capacity}}}, {}};
        const KnownState now = {4096, {unreadable(1000, 1)}, {{Lba{0}, SectorCount{capacity / 8}}}, {}};
        const auto places = compareDefects(before, now);
        QCOMPARE(places.size(), std::size_t{1});
        QCOMPARE(places.front().change, PlaceChange::same);
        QCOMPARE(places.front().where, (ByteSpan{4'096'000, 4096}));
        QCOMPARE(comparePatches(before, now).same, std::uint64_t{1});
    }

    void patchesByTheirChange() {
        const std::uint64_t far = 100'000; // sectors: more than a patch reaches
        const KnownState before = {
            512,
            {unreadable(far, 8), unreadable(2 * far, 8), unreadable(3 * far, 8), unreadable(4 * far, 8)},
            {{Lba{0}, SectorCount{capacity / 2}}},
            {}};
        KnownState now = {512,
                          {unreadable(far, 8), unreadable(2 * far, 24), unreadable(5 * far, 8),
                           unreadable(capacity - 8, 8)},
                          {{Lba{0}, SectorCount{capacity}}},
                          {}};
        now.treatments.add(
            {{Lba{4 * far}, SectorCount{8}}, TreatmentStep::zeros, TreatmentResult::rewritten, today});
        const PatchChanges changes = comparePatches(before, now);
        QCOMPARE(changes.same, std::uint64_t{1});
        QCOMPARE(changes.grown, std::uint64_t{1});
        QCOMPARE(changes.fresh, std::uint64_t{1});
        QCOMPARE(changes.gone, std::uint64_t{1});
        QCOMPARE(changes.healed, std::uint64_t{1});
        QCOMPARE(changes.notCompared, std::uint64_t{1}); // that half was not read then
    }

    // Damage stays known until the place has been read again.
    void whatWasNotReadAgainStandsAsItWas() {
        Evidence evidence = of({digest(lastYear, {unreadable(7'000'000, 8)}),
                                digest(today, {}, {{Lba{0}, SectorCount{capacity / 2}}})});
        QCOMPARE(evidence.damage.unreadableSectors, std::uint64_t{1});
        QCOMPARE(evidence.coverage.size(), std::size_t{2});
        QCOMPARE(evidence.coverage[0].graded, 0.5);
        QCOMPARE(evidence.coverage[1].graded, 0.5);
        const Ruling ruling = rule(evidence, defaultPolicy());
        QVERIFY(!ruling.settled); // a half of it is known from last year
        QCOMPARE(ruling.readPercent, 50.0);
        evidence = of({digest(lastYear, {unreadable(7'000'000, 8)}), digest(today, {})});
        QCOMPARE(evidence.damage.unreadableSectors, std::uint64_t{0});
        QCOMPARE(evidence.change.patches.gone, std::uint64_t{1});
        QVERIFY(rule(evidence, defaultPolicy()).readPercent == 100);
    }

    void treatedPlacesAreNoDamageUntilTheyAreFoundBadAgain() {
        ScanDigest scan = digest(today, {unreadable(1000, 8), unreadable(900'000, 8)});
        scan.treatments.add(
            {{Lba{1000}, SectorCount{8}}, TreatmentStep::zeros, TreatmentResult::remapped, today + 100});
        Evidence evidence = of({scan});
        QCOMPARE(evidence.damage.unreadablePatches, std::uint64_t{1});
        QCOMPARE(evidence.damage.healedPatches, std::uint64_t{1});
        ScanDigest again = digest(today + 200, {unreadable(1000, 8)});
        evidence = of({scan, again});
        QCOMPARE(evidence.damage.unreadablePatches, std::uint64_t{1});
        QCOMPARE(evidence.damage.unreadableSectors, std::uint64_t{1});
    }

    // What stays unreadable although it was written to; reading alone is no such try, and what reads well at
    // last has healed.
    void placesThatWereWrittenToInVain() {
        ScanDigest scan =
            digest(today, {unreadable(1000, 8), unreadable(900'000, 8), unreadable(9'000'000, 8)});
        scan.treatments.add({{Lba{1000}, SectorCount{8}},
                             TreatmentStep::zeros,
                             TreatmentResult::stillUnreadable,
                             today + 100});
        scan.treatments.add({{Lba{900'000}, SectorCount{8}},
                             TreatmentStep::readAgain,
                             TreatmentResult::stillUnreadable,
                             today + 100});
        QCOMPARE(of({scan}).damage.vainPatches, std::uint64_t{1});
        QCOMPARE(of({scan, digest(today + 200, {})}).damage.vainPatches, std::uint64_t{0});
        QCOMPARE(of({scan, digest(today + 200, {unreadable(1000, 8)})}).damage.vainPatches, std::uint64_t{1});
    }

    // Read twice in one second, as quick tools do: what was entered last is the latest.
    void ofVitalsOfOneSecondTheLastCounts() {
        CaseFile file;
        file.now = today;
        file.vitals.resize(2);
        for (PastVitals& past : file.vitals) {
            past.visit = 1;
            past.readAt = today;
        }
        file.vitals[1].vitals.selfTests = {
            {SelfTestKind::shortTest, SelfTestResult::failedRead, 4000, Lba{800'000}}};
        QVERIFY(gatherEvidence(file).own.selfTest.has_value());
    }

    void freezesAreRemembered() {
        ScanDigest froze = digest(lastYear, {}, {{Lba{0}, SectorCount{1'000'000}}});
        froze.standstills = {{{Lba{1'000'000}, SectorCount{2048}}, StandstillKind::froze, 1}};
        Evidence evidence = of({froze, digest(today, {}, {{Lba{2'000'000}, SectorCount{2048}}})});
        QCOMPARE(evidence.damage.froze, std::uint64_t{1});
        QCOMPARE(rule(evidence, defaultPolicy()).fate, Fate::retire);
        evidence = of({froze, digest(today, {})});
        QCOMPARE(evidence.damage.froze, std::uint64_t{0});
        QCOMPARE(evidence.damage.frozeBefore, std::uint64_t{1});
    }

    void paceAgainstItsPastAndItsNeighbours() {
        ScanDigest before = digest(lastYear, {});
        ScanDigest now = digest(today, {});
        for (std::size_t z = 0; z < zoneCount; ++z) { // the pace of a rotating drive falls off
            before.zones[z].nsPerByte = 4 + static_cast<double>(z) / 16;
            now.zones[z].nsPerByte = before.zones[z].nsPerByte * 1.2;
        }
        Evidence evidence = of({before, now});
        QVERIFY(evidence.change.paceLossPercent);
        QVERIFY(std::abs(*evidence.change.paceLossPercent - 20) < 0.01);
        QVERIFY(*evidence.slowZonePercent < 5); // falling off is as it should be
        now.zones[30].nsPerByte *= 1.5;
        evidence = of({before, now});
        QVERIFY(std::abs(*evidence.change.paceLossPercent - 20) < 0.01);
        QVERIFY(std::abs(*evidence.change.worstZoneLossPercent - 80) < 0.1);
        QVERIFY(*evidence.slowZonePercent > 35);
        // Verify is not measured against read.
        before.way = ReadWay::verify;
        QVERIFY(!of({before, now}).change.paceLossPercent);
    }

    void theOrderOfWhatIsEnteredDoesNotMatter() {
        std::mt19937_64 random(3);
        ScanDigest late =
            digest(today + 60, {unreadable(2'000'000, 80)}, {{Lba{1'900'000}, SectorCount{200'000}}});
        late.drive.logicalBytes = 512;
        CaseFile file = fileOf({digest(lastYear, {unreadable(1000, 8), unreadable(2'000'000, 8)}),
                                digest(today, {unreadable(1000, 8), unreadable(2'000'000, 40)}), late,
                                digest(lastYear - 1000, {unreadable(5'000'000, 8)})});
        file.visits[1].complaints = {{ComplaintMark::slow, Reproduced::yes},
                                     {ComplaintMark::freezes, Reproduced::no}};
        for (const std::int64_t at : {lastYear, today, today + 10}) {
            PastVitals past;
            past.visit = at == lastYear ? 1 : 2;
            past.readAt = at;
            Reading pending;
            pending.kind = ReadingKind::pendingSectors;
            pending.value = at - lastYear;
            past.vitals.readings = {pending};
            file.vitals.push_back(past);
        }
        const Evidence expected = gatherEvidence(file);
        QCOMPARE(expected.own.readings.front().value, today + 10 - lastYear);
        QCOMPARE(expected.own.before.front().value, std::int64_t{0});
        QCOMPARE(expected.change.patches.grown, std::uint64_t{1});
        for (int n = 0; n < 50; ++n) {
            std::shuffle(file.scans.begin(), file.scans.end(), random);
            std::shuffle(file.visits.begin(), file.visits.end(), random);
            std::shuffle(file.vitals.begin(), file.vitals.end(), random);
            std::shuffle(file.visits[0].complaints.begin(), file.visits[0].complaints.end(), random);
            QVERIFY(gatherEvidence(file) == expected);
        }
    }

    // From a scan of a simulated drive: what was put in is what is counted.
    void countsWhatAScanFound() {
        sim::Scenario scenario = test::smallScenario(1 << 21);
        for (const std::uint64_t lba : {800'000ULL, 1'500'000ULL}) {
            sim::Defect defect;
            defect.kind = sim::DefectKind::unreadable;
            defect.span = {Lba{lba}, SectorCount{16}};
            defect.delay = std::chrono::milliseconds{900};
            scenario.defects.push_back(defect);
        }
        sim::settleDefects(scenario);
        auto drive = test::openSimulated(scenario);
        ScanRecord record = test::runScan(*drive, {});
        record.startedAt = today;
        const ScanDigest scan = digestOf(record);
        CaseFile file;
        file.drive = record.drive;
        file.now = today + 60;
        file.scans = {scan};
        const Evidence evidence = gatherEvidence(file);
        QCOMPARE(evidence.damage.unreadableSectors, std::uint64_t{4});
        QCOMPARE(evidence.damage.unreadablePatches, std::uint64_t{2});
        QCOMPARE(evidence.damage.shape.shape, DamageShape::singleSpots);
        QVERIFY(evidence.coverage.front().graded > 0.999);
        std::uint64_t graded = 0;
        for (const Zone& zone : scan.zones)
            graded += zone.graded;
        QVERIFY(graded >= scan.graded); // blocks on an edge count in both zones
        QVERIFY(scan.zones[0].nsPerByte > 0 && scan.zones[63].nsPerByte > scan.zones[0].nsPerByte);
        HousePolicy policy = defaultPolicy();
        policy.ruling.needsVitals = NeedsVitals::never;
        const Ruling ruling = rule(evidence, policy);
        QVERIFY(ruling.settled);
        QCOMPARE(ruling.fate, Fate::spareDuty);
    }

    void nothingAtAll() {
        const Evidence evidence = gatherEvidence({});
        QVERIFY(!evidence.sample && evidence.coverage.empty() && !evidence.lastEnded);
        ScanDigest opened; // a scan of a drive that was never opened
        CaseFile file;
        file.scans = {opened};
        QCOMPARE(gatherEvidence(file).damage.unreadableSectors, std::uint64_t{0});
        QCOMPARE(digestOf(ScanRecord{}).graded, std::uint64_t{0});
    }
};

ORBITA_TEST(TestEvidence)

} // namespace test_evidence

#include "test_evidence.moc"
