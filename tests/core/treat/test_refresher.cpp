// SPDX-License-Identifier: GPL-3.0-or-later
// Refreshing whole drives: what is written, what is left alone, what is found, when it stops; and cut off at
// every step, with what had not reached the medium, the drive's or the disk's, gone.
#include "core/base/bytes.h"
#include "core/target/open_treatment.h"
#include "core/target/write_back.h"
#include "core/treat/refresh/refresher.h"
#include "support/cut_drive.h"
#include "support/test_program.h"
#include "support/treating.h"

#include <QFile>
#include <fcntl.h>
#include <random>
#include <unistd.h>

namespace test_refresher {

using namespace orbita;
using namespace orbita::test;

using sim::DefectKind;
using sim::OnWrite;

#if defined(ORBITA_SANITIZED) // as many of them as take as long
constexpr int randomCuts = 60;
constexpr std::uint64_t eachStep = 7;
#else
constexpr int randomCuts = 400;
constexpr std::uint64_t eachStep = 1;
#endif

constexpr std::initializer_list<sim::Front> allFronts = {sim::Front::ata, sim::Front::sat, sim::Front::bridge,
                                                         sim::Front::scsi, sim::Front::nvme};

struct CachedPower : Power {
    // Written to the journal, and not durable yet.
    std::vector<std::pair<std::uint64_t, std::vector<std::byte>>> waiting;
};

// What is written waits in the computer's memory until it is made durable.
RingDisk diskOf(CachedPower& power) {
    const RingDisk real = systemRingDisk();
    return {[&power](int, std::span<const std::byte> bytes, std::uint64_t at) {
                if (!power.step())
                    return EIO;
                power.waiting.emplace_back(at, std::vector<std::byte>(bytes.begin(), bytes.end()));
                return 0;
            },
            [&power, real](int file) {
                if (!power.step())
                    return EIO;
                for (const auto& [at, bytes] : power.waiting)
                    if (const int error = real.write(file, bytes, at); error != 0)
                        return error;
                power.waiting.clear();
                return 0;
            }};
}

// A refresh of a small simulated drive from beginning to end: session, gate, journal.
struct Refreshing {
    explicit Refreshing(const sim::Scenario& scenario) : t(scenario) {
        const DriveIdentity& drive = t.target.identity;
        plan.blockSectors = 64;
        plan.known = knownOf();
        plan.spans = wholeBut(plan.known, drive);
        plan.data = DataElsewhere::saved;
        plan.reason = "a test";
    }
    // Unreadable sectors, as a scan would have listed them.
    [[nodiscard]] std::vector<LbaSpan> knownOf() const {
        std::vector<LbaSpan> known;
        for (const sim::Defect& defect : t.target.scenario->defects)
            if (defect.kind == DefectKind::unreadable)
                known.push_back(defect.span);
        return known;
    }
    void open() {
        t.plan.rules.allowed = {true, false, false, false};
        t.open();
    }
    void begin(std::uint64_t cutAt = 0) {
        power = {};
        power.cutAt = cutAt;
        open();
        path = t.dir.filePath(QStringLiteral("cut.refresh")).toStdString();
        Descriptor file(::open(path.c_str(), O_RDWR | O_CREAT | O_CLOEXEC, 0600));
        auto made =
            RefreshJournal::begin(std::move(file), path, diskOf(power), t.target.identity, plan, 1, size);
        begun = made.has_value();
        if (begun)
            journal.emplace(std::move(*made));
    }
    const RefreshProgress& run(const std::stop_token& stop = {}) {
        CutDrive drive(*t.session, power);
        Refresher refresher(drive, *journal, plan, told, tell);
        progress = refresher.run(stop);
        return progress;
    }
    const RefreshProgress& all(const std::stop_token& stop = {}) {
        begin();
        return run(stop);
    }
    // What a power cut leaves of the journal and of the drive. `torn`: the sectors under the head are
    // damaged. `kept`: of what waited, so many bytes reached the disk all the same.
    void loseWhatIsVolatile(bool torn, std::uint64_t kept) {
        t.session.reset();
        journal.reset();
        const Descriptor file(::open(path.c_str(), O_RDWR | O_CLOEXEC));
        for (auto& [at, bytes] : power.waiting) {
            bytes.resize(std::min<std::uint64_t>(bytes.size(), kept));
            kept -= bytes.size();
            QCOMPARE(systemRingDisk().write(file.get(), bytes, at), 0);
        }
        t.target.condition->medium().cutPower(torn ? power.writing : LbaSpan{});
    }
    // Whatever could be read before can be read now, or is in the journal.
    void nothingIsLost() const {
        const auto now = RefreshJournal::read(path);
        for (const LbaSpan& span : plan.spans)
            for (LbaSpan piece = pieceFrom(span.first, span, plan.blockSectors); !piece.empty();
                 piece = pieceFrom(piece.end(), span, plan.blockSectors)) {
                const bool spoilt = t.target.condition->medium().spoilt(piece).has_value();
                if (!spoilt && t.stored(piece) == t.original(piece))
                    continue;
                QVERIFY2(now, "it was written to without a journal");
                bool saved = false;
                const auto look = [&](const KeptPiece& kept) {
                    const auto contents = RefreshJournal::contents(path, kept);
                    const LbaSpan met = intersection(kept.span, piece);
                    saved = saved || (met == piece && contents && *contents == t.original(kept.span));
                };
                for (const RingSlot& slot : now->ring)
                    for (const KeptPiece& kept : slot.pieces)
                        look(kept);
                for (const KeptPiece& kept : now->kept)
                    look(kept);
                QVERIFY2(saved, "contents are lost");
            }
    }
    bool takeUp(std::uint64_t cutAt) {
        power = {};
        power.cutAt = cutAt;
        open();
        auto again = RefreshJournal::open(path, {}, diskOf(power));
        if (!again)
            return false;
        journal.emplace(std::move(*again));
        told = journal->told().value();
        plan = told.plan;
        return true;
    }
    void endsAsItShould() const {
        QCOMPARE(*progress.stop, TreatmentStop::done);
        QCOMPARE(progress.totals.done, plan.sectors());
        for (const LbaSpan& span : plan.spans) {
            QCOMPARE(t.stored(span), t.original(span));
            QVERIFY(!t.target.condition->medium().spoilt(span));
        }
    }

    Treating t;
    RefreshPlan plan;
    RefreshTold told;
    RingSize size{64U << 10U, 3};
    CachedPower power;
    std::string path;
    Refresher::Tell tell;
    std::optional<RefreshJournal> journal;
    RefreshProgress progress;
    bool begun = false;
};

sim::Scenario smallOne(sim::Front front = sim::Front::ata, std::uint64_t sectors = 4'096) {
    sim::Scenario s = patientDrive(front, sectors);
    s.cacheBytes = 32U << 10U;
    return s;
}

std::size_t count(const std::vector<RefreshFinding>& findings, RefreshFound found) {
    return static_cast<std::size_t>(std::count_if(findings.begin(), findings.end(),
                                                  [&](const RefreshFinding& f) { return f.found == found; }));
}

class TestRefresher final : public QObject {
    Q_OBJECT
private slots:
    void everySectorIsWrittenBackAsItWas() {
        for (const auto front : allFronts) {
            sim::Scenario s = smallOne(front);
            addDefect(s, DefectKind::slow, 1'600);
            addDefect(s, DefectKind::unreadable, 2'400);
            Refreshing r(s);
            const RefreshProgress& p = r.all();
            r.endsAsItShould();
            // All of it but for what is known to be unreadable, and what solid state has nothing in.
            const auto written = r.t.target.condition->medium().writtenSectors();
            QCOMPARE(SectorCount{written.size()}, p.totals.written);
            QCOMPARE(p.totals.written + p.totals.empty, r.plan.sectors());
            QVERIFY(std::none_of(written.begin(), written.end(),
                                 [](Lba lba) { return lba >= Lba{2'400} && lba < Lba{2'408}; }));
            if (front != sim::Front::nvme)
                QCOMPARE(p.totals.written, r.plan.sectors());
            // What was slow is quick; how long each pass took stands on the maps.
            QCOMPARE(p.totals.late, std::uint64_t{1});
            QCOMPARE(p.totals.healed, std::uint64_t{1});
            QCOMPARE(p.totals.unreadable, std::uint64_t{0});
            QCOMPARE(p.findings.size(), std::size_t{1});
            QCOMPARE(p.findings.front().found, RefreshFound::healed);
            QVERIFY(p.findings.front().span.contains(Lba{1'600}));
            QVERIFY(p.findings.front().before > std::chrono::milliseconds{300});
            QVERIFY(p.findings.front().after < std::chrono::milliseconds{100});
            const RefreshPlates& maps = p.plates;
            const std::uint64_t slow = maps.grid.blockAt(Lba{1'600});
            QVERIFY(maps.at(RefreshPass::read)->at(slow).grade >= Grade::late);
            QCOMPARE(maps.at(RefreshPass::check)->at(slow).grade, Grade::steady);
            QVERIFY(maps.at(RefreshPass::write)->at(slow).visited());
        }
    }
    // The ring is given back, and nothing of the customer's is left in the journal.
    void nothingOfTheCustomerIsLeft() {
        Refreshing r(smallOne());
        r.all();
        r.endsAsItShould();
        const RefreshTold told = RefreshJournal::read(r.path).value();
        QCOMPARE(*told.ended, TreatmentStop::done);
        QVERIFY(told.ring.empty() && told.kept.empty());
        QCOMPARE(told.totals.written, r.progress.totals.written);
        QFile file(QString::fromStdString(r.path));
        QVERIFY(file.open(QIODevice::ReadOnly));
        const QByteArray all = file.readAll();
        const auto sector = r.t.original({Lba{1'000}, SectorCount{1}});
        QVERIFY(!all.contains(QByteArray(reinterpret_cast<const char*>(sector.data()), 64)));
        // As many slots as fit the plan were made room for, and no more.
        QVERIFY(file.size() < 600'000);
    }
    void onlyWhatIsLate() {
        sim::Scenario s = smallOne(sim::Front::ata, 40'000);
        addDefect(s, DefectKind::slow, 8'000);
        addDefect(s, DefectKind::slow, 24'000);
        addDefect(s, DefectKind::slow, 24'064 + 8);
        addDefect(s, DefectKind::unreadable, 24'064);
        Refreshing r(s);
        Plate plate(625);
        const BlockGrid grid{r.t.target.identity.whole(), 64};
        for (std::uint64_t i = 0; i < plate.blocks(); ++i)
            plate.set(i, {Grade::steady, Standing::once, encodeLatency(std::chrono::milliseconds{1})});
        for (const std::uint64_t lba : {8'000U, 24'000U, 24'072U})
            plate.set(lba / 64,
                      {Grade::straining, Standing::confirmed, encodeLatency(std::chrono::milliseconds{400})});
        plate.settle(0, plate.blocks());
        r.plan.whole = false;
        r.plan.spans = lateIn(plate, grid, r.plan.known, r.t.target.identity);
        QCOMPARE(r.plan.spans, (std::vector<LbaSpan>{{Lba{8'000}, SectorCount{64}},
                                                     {Lba{24'000}, SectorCount{64}},
                                                     {Lba{24'072}, SectorCount{56}}}));
        const RefreshProgress& p = r.all();
        r.endsAsItShould();
        QCOMPARE(p.totals.written, SectorCount{64 + 64 + 56});
        QCOMPARE(r.t.target.condition->medium().writtenSectors().size(), std::size_t{64 + 64 + 56});
        QCOMPARE(p.totals.healed, std::uint64_t{3});
    }
    // Not known before: it is left alone, all around it is refreshed, and several end it.
    void whatCannotBeReadIsLeftAlone() {
        sim::Scenario s = smallOne();
        for (std::uint64_t i = 0; i < 2; ++i)
            addDefect(s, DefectKind::unreadable, 1'600 + i * 800);
        Refreshing two(s);
        two.plan.known.clear();
        two.plan.spans = {two.t.target.identity.whole()};
        const RefreshProgress& p = two.all();
        QCOMPARE(*p.stop, TreatmentStop::done);
        QCOMPARE(p.totals.unreadable, std::uint64_t{2});
        QCOMPARE(p.totals.written, SectorCount{4'096 - 16});
        QCOMPARE(count(p.findings, RefreshFound::unreadable), std::size_t{2});
        addDefect(s, DefectKind::unreadable, 3'200);
        Refreshing three(s);
        three.plan.known.clear();
        three.plan.spans = {three.t.target.identity.whole()};
        QCOMPARE(*three.all().stop, TreatmentStop::newDefects);
        // Somebody goes on all the same: what he was told is no reason to stop again.
        three.journal.reset();
        three.t.session.reset();
        QVERIFY(three.takeUp(0));
        QCOMPARE(*three.run().stop, TreatmentStop::done);
        QCOMPARE(three.progress.totals.done, SectorCount{4'096});
    }
    void stopsAtTheSameSigns() {
        const auto stopOf = [](const std::function<void(sim::Scenario&)>& bend) {
            sim::Scenario s = smallOne(sim::Front::scsi);
            bend(s);
            Refreshing r(s);
            const TreatmentStop stop = *r.all().stop;
            r.loseWhatIsVolatile(false, 0);
            r.nothingIsLost();
            return stop;
        };
        QCOMPARE(stopOf([](sim::Scenario& s) { s.writing.diesAtWrite = 5; }), TreatmentStop::driveGone);
        QCOMPARE(stopOf([](sim::Scenario& s) { s.writing.freezesAtWrite = 5; }), TreatmentStop::notAnswered);
        QCOMPARE(stopOf([](sim::Scenario& s) { s.writing.writeProtected = true; }),
                 TreatmentStop::writeProtected);
        QCOMPARE(stopOf([](sim::Scenario& s) { s.writing.spreadsEvery = 1; }), TreatmentStop::newDefects);
        QCOMPARE(stopOf([](sim::Scenario& s) {
                     addDefect(s, DefectKind::slow, 640, OnWrite::fails);
                     addDefect(s, DefectKind::slow, 704, OnWrite::fails);
                     addDefect(s, DefectKind::slow, 768, OnWrite::fails);
                 }),
                 TreatmentStop::mediumRefuses);
    }
    // What grows worse by it stays in the journal for good.
    void whatReadsNoMoreIsKept() {
        sim::Scenario s = smallOne();
        addDefect(s, DefectKind::slow, 1'600, OnWrite::worsens);
        Refreshing r(s);
        const RefreshProgress& p = r.all();
        QCOMPARE(*p.stop, TreatmentStop::done);
        QCOMPARE(p.totals.worse, std::uint64_t{1});
        const RefreshTold told = r.journal->told().value();
        QVERIFY(told.ring.empty());
        QCOMPARE(told.kept.size(), std::size_t{1});
        QCOMPARE(r.journal->load(told.kept.front()).value(), r.t.original(told.kept.front().span));
        r.loseWhatIsVolatile(false, 0);
        r.nothingIsLost();
    }
    // A sign to stop in the midst of a slot: what has been written of it is looked at all the same, and what
    // of that does not read any more is kept for good, as nobody is told to go on.
    void whatWasWrittenIsLookedAtBeforeItStops() {
        sim::Scenario s = smallOne(sim::Front::scsi);
        s.writing.spares = 0;
        addDefect(s, DefectKind::slow, 640, OnWrite::worsens);
        addDefect(s, DefectKind::slow, 704, OnWrite::remapped);
        Refreshing r(s);
        r.size.slotBytes = 4096 * 512;
        const RefreshProgress& p = r.all();
        QCOMPARE(*p.stop, TreatmentStop::sparesLow);
        const PieceGrid& grid = p.plates.grid;
        QCOMPARE(count(p.findings, RefreshFound::worse), std::size_t{1});
        QCOMPARE(count(p.findings, RefreshFound::refused), std::size_t{1});
        QVERIFY(p.plates.at(RefreshPass::check)->at(grid.blockAt(Lba{0})).visited());
        QVERIFY(!p.plates.at(RefreshPass::write)->at(grid.blockAt(Lba{768})).visited()); // nothing more
        const RefreshTold told = r.journal->told().value();
        QCOMPARE(told.kept.size(), std::size_t{1});
        QCOMPARE(r.journal->load(told.kept.front()).value(), r.t.original(told.kept.front().span));
    }
    void stopsByHandAndGoesOn() {
        Refreshing r(smallOne());
        std::stop_source stop;
        r.tell = [&](const RefreshProgress& p) {
            if (p.totals.done >= SectorCount{1'500})
                stop.request_stop();
        };
        QCOMPARE(*r.all(stop.get_token()).stop, TreatmentStop::byHand);
        const SectorCount done = r.progress.totals.done;
        QVERIFY(done >= SectorCount{1'500} && done < SectorCount{2'500});
        r.tell = {};
        r.journal.reset();
        r.t.session.reset();
        QVERIFY(r.takeUp(0));
        QCOMPARE(r.told.totals.done, done);
        r.run();
        r.endsAsItShould();
        QCOMPARE(r.progress.totals.written, SectorCount{4'096});
        QCOMPARE(r.progress.doneBefore, done);
    }
    // Somebody wrote where it was broken off: it is his now, and what was there is kept.
    void whatWasWrittenMeanwhileStays() {
        Refreshing r(smallOne());
        r.begin(400);
        r.run();
        r.loseWhatIsVolatile(false, 0);
        const RefreshTold told = RefreshJournal::read(r.path).value();
        QVERIFY(!told.ring.empty());
        const LbaSpan theirs{told.ring.back().pieces.front().span.first, SectorCount{8}};
        std::vector<sim::WriteEffect> effects;
        const std::vector<std::byte> contents(8 * 512, std::byte{0x42});
        r.t.target.condition->medium().write({sim::MediumWrite::What::sectors, theirs, true}, contents, {},
                                             effects);
        QVERIFY(r.takeUp(0));
        QCOMPARE(*r.run().stop, TreatmentStop::done);
        QCOMPARE(r.t.stored(theirs), contents);
        QCOMPARE(count(r.progress.findings, RefreshFound::writtenMeanwhile), std::size_t{1});
        const RefreshTold after = r.journal->told().value();
        QCOMPARE(after.kept.size(), std::size_t{1});
        QCOMPARE(r.journal->load(after.kept.front()).value(), r.t.original(after.kept.front().span));
    }
    // What is saved goes back where it does not read any more; what somebody has written since stays his;
    // what the drive was found to read differently is put right.
    void whatIsSavedIsPutBack() {
        Refreshing r(smallOne());
        r.begin(420);
        r.run();
        r.loseWhatIsVolatile(true, 0);
        auto& medium = r.t.target.condition->medium();
        const RefreshTold told = RefreshJournal::read(r.path).value();
        QVERIFY(told.ring.size() >= 2);
        const LbaSpan theirs = told.ring.back().pieces.back().span;
        const LbaSpan lost = told.ring.front().pieces.front().span;
        std::vector<sim::WriteEffect> effects;
        const std::vector<std::byte> contents(theirs.count.value * 512, std::byte{0x42});
        medium.write({sim::MediumWrite::What::sectors, theirs, true}, contents, {}, effects);
        medium.cutPower({lost.first, SectorCount{8}}); // torn
        QVERIFY(medium.spoilt(lost));
        // Found to read differently, and kept.
        const LbaSpan odd{Lba{4'000}, SectorCount{8}};
        const auto meant = std::vector<std::byte>(8 * 512, std::byte{0x17});
        auto journal = RefreshJournal::open(r.path, {}).value();
        QVERIFY(journal.find({odd, RefreshFound::different, {}, {}, {}}));
        QVERIFY(journal.keep({odd, meant}));
        const SavedInJournal saved = savedIn(r.path).value();
        r.open();
        std::map<Lba, PutBack> came;
        const WrittenBack done = writeBack(*r.t.session, saved, {}, [&](const PutBackResult& result) {
            came[result.span.first] = result.result;
        });
        QVERIFY(!done.error && done.results.size() == saved.pieces.size());
        QCOMPARE(came.at(theirs.first), PutBack::leftAlone);
        QCOMPARE(came.at(lost.first), PutBack::written);
        QCOMPARE(came.at(odd.first), PutBack::written);
        QCOMPARE(r.t.stored(theirs), contents);
        QCOMPARE(r.t.stored(lost), r.t.original(lost));
        QCOMPARE(r.t.stored(odd), meant);
        QVERIFY(!medium.spoilt(lost));
        // Once more there is nothing left to do.
        for (const PutBackResult& result : writeBack(*r.t.session, saved, {}, [](const auto&) {}).results)
            QVERIFY(result.result == PutBack::isThere || result.span == theirs);
    }
    void cutAtEverySingleStep() {
        for (const auto front : {sim::Front::ata, sim::Front::scsi, sim::Front::nvme, sim::Front::bridge}) {
            const auto drive = [&] {
                sim::Scenario s = smallOne(front, 1'024);
                addDefect(s, DefectKind::slow, 320);
                addDefect(s, DefectKind::unreadable, 640);
                return s;
            };
            Refreshing whole(drive());
            whole.all();
            whole.endsAsItShould();
            const std::uint64_t steps = whole.power.steps;
            QVERIFY(steps > 60);
            for (std::uint64_t cutAt = 1; cutAt <= steps; cutAt += eachStep)
                for (const bool torn : {false, true}) {
                    Refreshing cut(drive());
                    cut.begin(cutAt);
                    if (cut.begun)
                        cut.run();
                    cut.loseWhatIsVolatile(torn, 0);
                    cut.nothingIsLost();
                    if (RefreshJournal::read(cut.path)) {
                        QVERIFY(cut.takeUp(0));
                        cut.run();
                        cut.endsAsItShould();
                    } else {
                        QVERIFY(!cut.t.target.condition->medium().touched());
                    }
                    if (QTest::currentTestFailed())
                        QFAIL(qPrintable(QStringLiteral("front %1, cut at step %2, torn %3")
                                             .arg(static_cast<int>(front))
                                             .arg(cutAt)
                                             .arg(torn)));
                }
        }
    }
    // Again and again, wherever it comes, and some of what was not durable is on the disk all the same. The
    // drive's cache lies, and holds more than one slot.
    void cutHundredsOfTimes() {
        std::mt19937_64 random(11);
        int cuts = 0;
        for (std::uint64_t seed = 1; cuts < randomCuts; ++seed) {
            constexpr std::array fronts = {sim::Front::ata, sim::Front::sat, sim::Front::scsi,
                                           sim::Front::nvme};
            sim::Scenario s = smallOne(fronts[random() % fronts.size()], 2'048);
            s.seed = seed;
            s.writing.forces = random() % 2 == 0;
            s.writing.swallowsFlushes = random() % 3 == 0;
            addDefect(s, DefectKind::slow, 64 * (random() % 30), OnWrite::remapped);
            Refreshing cut(s);
            cut.begin(1 + random() % 200);
            if (!cut.begun)
                continue;
            cut.run();
            bool going = true;
            while (going && cut.power.cut) {
                ++cuts;
                cut.loseWhatIsVolatile(random() % 2 == 0, random() % 3 == 0 ? random() % 100'000 : 0);
                cut.nothingIsLost();
                going = RefreshJournal::read(cut.path).has_value() &&
                        cut.takeUp(random() % 3 == 0 ? 0 : 1 + random() % 150);
                if (going)
                    cut.run();
                if (QTest::currentTestFailed())
                    QFAIL(qPrintable(QStringLiteral("seed %1").arg(seed)));
            }
            if (!cut.power.cut)
                cut.endsAsItShould();
            if (QTest::currentTestFailed())
                QFAIL(qPrintable(QStringLiteral("seed %1").arg(seed)));
        }
    }
    // Without a journal nothing is written: a full disk, from each write on.
    void noRefreshWithoutAJournal() {
        for (std::uint64_t full = 1;; ++full) {
            Refreshing r(smallOne(sim::Front::ata, 1'024));
            r.open();
            std::uint64_t writes = 0;
            RingDisk disk = systemRingDisk();
            disk.write = [&, real = disk.write](int file, std::span<const std::byte> bytes,
                                                std::uint64_t at) {
                return ++writes >= full ? ENOSPC : real(file, bytes, at);
            };
            r.path = r.t.dir.filePath(QStringLiteral("full.refresh")).toStdString();
            auto made =
                RefreshJournal::begin(Descriptor(::open(r.path.c_str(), O_RDWR | O_CREAT | O_CLOEXEC, 0600)),
                                      r.path, disk, r.t.target.identity, r.plan, 1, r.size);
            if (!made) {
                QVERIFY(!r.t.target.condition->medium().touched());
                continue;
            }
            r.journal.emplace(std::move(*made));
            r.run();
            if (writes < full)
                break;
            QVERIFY(*r.progress.stop == TreatmentStop::notKept || r.progress.error);
            r.loseWhatIsVolatile(true, 0);
            r.nothingIsLost();
        }
    }
    // Damaged journals: what they tell is true, or they tell nothing.
    void whatIsTornOrForeignIsSteppedOver() {
        Refreshing r(smallOne());
        r.begin(400);
        r.run();
        r.loseWhatIsVolatile(false, 0);
        QFile file(QString::fromStdString(r.path));
        QVERIFY(file.open(QIODevice::ReadOnly));
        const QByteArray all = file.readAll();
        std::mt19937_64 random(3);
        for (int round = 0; round < 300; ++round) {
            QByteArray bent = all;
            if (round % 2 == 0)
                bent.truncate(static_cast<qsizetype>(random() % static_cast<std::uint64_t>(all.size())));
            for (int hits = 200; hits > 0 && !bent.isEmpty(); --hits)
                bent[static_cast<qsizetype>(random() % static_cast<std::uint64_t>(bent.size()))] =
                    static_cast<char>(random());
            const std::string path = r.t.dir.filePath(QStringLiteral("bent.refresh")).toStdString();
            QFile out(QString::fromStdString(path));
            QVERIFY(out.open(QIODevice::WriteOnly | QIODevice::Truncate) && out.write(bent) == bent.size());
            out.close();
            const auto told = RefreshJournal::read(path);
            if (!told)
                continue;
            QCOMPARE(told->plan.spans, r.plan.spans);
            auto journal = RefreshJournal::open(path, {});
            QVERIFY(journal);
            for (const RingSlot& slot : told->ring)
                for (const KeptPiece& kept : slot.pieces)
                    if (const auto contents = journal->load(kept))
                        QCOMPARE(*contents, r.t.original(kept.span));
        }
    }
    void whatItCostsIsSaidBefore() {
        RefreshPlan plan;
        DriveIdentity drive;
        drive.capacity.value = 2'000'000'000'000 / 512;
        drive.rotating = true;
        drive.rpm = 7200;
        plan.blockSectors = 2048;
        plan.spans = {drive.whole()};
        const RefreshCost disk = refreshCost(plan, drive, nullptr, 200e6);
        QCOMPARE(disk.bytes, std::uint64_t{2'000'000'000'000} / 512 * 512);
        // Three times through, and a turn before each write.
        const double hours = toSeconds(*disk.time) / 3600;
        QVERIFY(hours > 12.5 && hours < 13.0);
        QVERIFY(!disk.wearPercent && !disk.ofWritten);
        QVERIFY(!refreshCost(plan, drive, nullptr, 0).time);
        drive.rotating = false;
        Vitals vitals;
        Reading written;
        written.kind = ReadingKind::bytesWritten;
        written.value = 100'000'000'000'000;
        vitals.readings.push_back(written);
        Reading wear;
        wear.kind = ReadingKind::wearUsed;
        wear.value = 20;
        vitals.readings.push_back(wear);
        const RefreshCost solid = refreshCost(plan, drive, &vitals, 500e6);
        QVERIFY(std::abs(*solid.wearPercent - 0.4) < 0.001);
        QVERIFY(std::abs(*solid.ofWritten - 0.02) < 0.0001);
        QVERIFY(std::abs(toSeconds(*solid.time) - 12'000) < 1);
    }
};

ORBITA_TEST(TestRefresher)

} // namespace test_refresher

#include "test_refresher.moc"
