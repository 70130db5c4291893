// SPDX-License-Identifier: GPL-3.0-or-later
// A thousand drives, each with its ground truth: nothing is written but what was to be, nothing that could be
// read is changed, and what came of each spot is called what it was.
#include "support/test_program.h"
#include "support/treating.h"

#include <random>

namespace test_seeded_drives {

using namespace orbita;
using namespace orbita::test;

using sim::DefectKind;
using sim::OnWrite;

#if defined(ORBITA_SANITIZED) // as many of them as take as long
constexpr std::uint64_t drives = 200;
#else
constexpr std::uint64_t drives = 1000;
#endif

sim::Scenario drawn(std::uint64_t seed) {
    std::mt19937_64 random(seed);
    const auto upTo = [&](std::uint64_t n) { return random() % n; };
    constexpr std::array fronts = {sim::Front::ata, sim::Front::sat, sim::Front::scsi, sim::Front::nvme,
                                   sim::Front::bridge};
    // The bridge is read past its cache, which takes the longest: of those, a few.
    sim::Scenario s = patientDrive(fronts[upTo(40) == 0 ? 4 : upTo(4)], 60'000 + upTo(1000) * 8);
    s.seed = seed;
    s.identity.physicalBytes = upTo(3) == 0 ? 512 : 4096;
    const std::uint64_t per = s.identity.physicalBytes / 512;
    s.cacheBytes = 2U << 20U;
    s.writing.spares = upTo(8) == 0 ? upTo(3) : 2000;
    s.writing.tells = upTo(4) != 0;
    s.writing.forces = upTo(3) != 0;
    s.writing.writeCache = upTo(4) != 0;
    s.writing.countersLag = std::chrono::seconds{upTo(3) == 0 ? upTo(60) : 0};
    s.writing.onWrite = static_cast<OnWrite>(upTo(5));
    const std::uint64_t last = s.identity.capacity.value / per - 1;
    const std::uint64_t count = 1 + upTo(5);
    for (std::uint64_t i = 0; i < count; ++i) {
        // On first and last sectors, next to each other, and anywhere.
        const std::uint64_t physical = upTo(6) == 0   ? 0
                                       : upTo(6) == 0 ? last
                                       : upTo(4) == 0 ? 500 + i
                                                      : upTo(last);
        const bool slow = upTo(3) == 0;
        sim::Defect d;
        d.kind = slow ? DefectKind::slow : DefectKind::unreadable;
        d.span = {Lba{physical * per}, SectorCount{per}};
        d.delay = std::chrono::milliseconds{slow ? 300 : 700};
        if (upTo(3) != 0)
            d.onWrite = static_cast<OnWrite>(upTo(5));
        if (!slow && upTo(3) == 0)
            d.probability = 0.5;
        s.defects.push_back(d);
    }
    sim::settleDefects(s);
    // One of each physical sector.
    const auto same = [](const sim::Defect& a, const sim::Defect& b) { return a.span.overlaps(b.span); };
    s.defects.erase(std::unique(s.defects.begin(), s.defects.end(), same), s.defects.end());
    return s;
}

AllowedSteps drawnSteps(std::uint64_t seed) {
    std::mt19937_64 random(seed * 31);
    return {random() % 8 != 0, random() % 8 != 0, random() % 2 == 0, random() % 4 == 0};
}

class TestSeededDrives final : public QObject {
    Q_OBJECT
private slots:
    void groundTruth() {
        std::map<TreatmentResult, int> met;
        int exact = 0;
        for (std::uint64_t seed = 1; seed <= drives; ++seed) {
            const sim::Scenario s = drawn(seed);
            Treating t(s);
            t.plan.rules.allowed = drawnSteps(seed);
            t.plan.limits.refusals = 1000;
            t.plan.limits.newDefects = 1000;
            const auto& progress = t.run();
            const QByteArray where = "seed " + QByteArray::number(static_cast<qulonglong>(seed)) + ": " +
                                     QByteArray(treatmentStopName(*progress.stop).data());
            QVERIFY2(*progress.stop == TreatmentStop::done || *progress.stop == TreatmentStop::sparesLow,
                     where.constData());
            sim::Medium& medium = t.target.condition->medium();
            const bool noSpare = medium.sparesLeft() == 0; // of which ATA has no words
            // Untouched sectors: none was written to outside of what was treated.
            for (const Lba lba : medium.writtenSectors())
                QVERIFY2(std::any_of(progress.results.begin(), progress.results.end(),
                                     [&](const SpotResult& r) { return r.spot.span.contains(lba); }),
                         where.constData());
            for (const SpotResult& r : progress.results) {
                ++met[r.result];
                const auto defect =
                    std::find_if(s.defects.begin(), s.defects.end(),
                                 [&](const sim::Defect& d) { return d.span.overlaps(r.spot.span); });
                const OnWrite is = defect->onWrite.value_or(s.writing.onWrite);
                const bool weak = defect->kind == DefectKind::slow || defect->probability < 1;
                const auto stored = t.stored(r.spot.span);
                const auto original = t.original(r.spot.span);
                // What was refreshed is as it was, and so is what was never written.
                if (r.step == TreatmentStep::refresh || r.step == TreatmentStep::readAgain ||
                    (r.lost.value == 0 && r.step != TreatmentStep::zeros))
                    QVERIFY2(stored == original, where.constData());
                if (defect->kind == DefectKind::slow)
                    QVERIFY2(r.step <= TreatmentStep::refresh && stored == original, where.constData());
                QVERIFY2(r.step != TreatmentStep::zeros || t.plan.rules.allowed.zeros, where.constData());
                // The ending is what the scenario says.
                switch (r.result) {
                case TreatmentResult::readsWell:
                    QVERIFY2(weak, where.constData());
                    break;
                case TreatmentResult::rewritten:
                    QVERIFY2(is == OnWrite::rewritten, where.constData());
                    ++exact;
                    break;
                case TreatmentResult::remapped:
                    QVERIFY2(is == OnWrite::remapped || r.step == TreatmentStep::reassigned,
                             where.constData());
                    ++exact;
                    break;
                case TreatmentResult::rewrittenOrRemapped:
                    // A weak sector may come back without any of it, by chance.
                    QVERIFY2(weak || is == OnWrite::rewritten || is == OnWrite::remapped, where.constData());
                    break;
                case TreatmentResult::stillSlow:
                    QVERIFY2(weak && (is == OnWrite::stays || is == OnWrite::fails ||
                                      !t.plan.rules.allowed.refresh || noSpare),
                             where.constData());
                    break;
                case TreatmentResult::stillUnreadable:
                    QVERIFY2(defect->kind == DefectKind::unreadable, where.constData());
                    if (t.plan.rules.allowed.zeros && !weak)
                        QVERIFY2(is == OnWrite::stays || is == OnWrite::fails || is == OnWrite::worsens ||
                                     noSpare,
                                 where.constData());
                    break;
                case TreatmentResult::outOfSpares:
                    QVERIFY2(noSpare, where.constData());
                    break;
                case TreatmentResult::worse:
                    QVERIFY2(weak && (is == OnWrite::worsens || is == OnWrite::stays ||
                                      is == OnWrite::fails || noSpare),
                             where.constData());
                    break;
                }
                // Where the drive tells in time, and of this spot alone, it is not left open.
                const bool tells =
                    s.front != sim::Front::nvme && s.front != sim::Front::bridge && s.writing.tells;
                if (tells && s.writing.countersLag < std::chrono::seconds{4} && !weak &&
                    r.step == TreatmentStep::zeros && isHealed(r.result) && s.defects.size() == 1)
                    QVERIFY2(r.result != TreatmentResult::rewrittenOrRemapped, where.constData());
            }
            const JournalTold told = t.journal->told().value();
            QVERIFY2(told.inBetween().empty() && told.results == progress.results, where.constData());
        }
        QCOMPARE(met.size(), std::size_t{8}); // each ending was met
        QVERIFY(exact > static_cast<int>(drives / 10));
    }
};

ORBITA_TEST(TestSeededDrives)

} // namespace test_seeded_drives

#include "test_seeded_drives.moc"
