// SPDX-License-Identifier: GPL-3.0-or-later
// The power is cut in mid-treatment: at every single step in turn, and at random. What had not reached the
// medium, of the drive and of the disk that the journal is on, is gone; what was being written may be torn.
// No readable contents are lost, and taken up again it ends as it should.
#include "core/base/bytes.h"
#include "support/cut_drive.h"
#include "support/test_program.h"
#include "support/treating.h"

#include <QFile>
#include <fcntl.h>
#include <random>
#include <set>
#include <unistd.h>

namespace test_interrupted {

using namespace orbita;
using namespace orbita::test;

using sim::DefectKind;
using sim::OnWrite;

#if defined(ORBITA_SANITIZED) // as many of them as take as long
constexpr int randomCuts = 150;
constexpr std::uint64_t eachStep = 5;
#else
constexpr int randomCuts = 1000;
constexpr std::uint64_t eachStep = 1;
#endif

struct LoggedPower : Power {
    std::uint64_t durable = 0; // of the journal
};

LogDisk diskOf(LoggedPower& power) {
    const LogDisk real = systemLogDisk();
    return {[&power, real](int file, std::string_view bytes) {
                return power.step() ? real.append(file, bytes) : EIO;
            },
            [&power](int file) {
                if (!power.step())
                    return EIO;
                power.durable = static_cast<std::uint64_t>(lseek(file, 0, SEEK_END));
                return 0;
            }};
}

// A treatment that can be cut off, and taken up again.
struct Interrupted {
    explicit Interrupted(const sim::Scenario& scenario, const AllowedSteps& allowed) : t(scenario) {
        t.plan.rules.allowed = allowed;
        t.plan.limits = {100, 0, 1000, 1000, 1000};
    }
    void begin(std::uint64_t cutAt) {
        power = {};
        power.cutAt = cutAt;
        t.open();
        path = t.dir.filePath(QStringLiteral("cut.treatment")).toStdString();
        Descriptor file(open(path.c_str(), O_RDWR | O_CREAT | O_APPEND | O_CLOEXEC, 0600));
        t.journal.emplace(std::move(file), path, diskOf(power));
        begun =
            t.journal->begin("0123456789abcdef0123456789abcdef", t.target.identity, t.plan, 1).has_value();
        if (begun)
            run();
    }
    void run() {
        CutDrive drive(*t.session, power);
        Treater treater(drive, *t.journal, t.plan, t.told, {}, [] { return 2; });
        ended = *treater.run({}).stop;
    }
    // What a power cut leaves of the journal and of the drive. `torn`: the sector under the head is damaged.
    void loseWhatIsVolatile(bool torn, std::uint64_t keptOfTail) {
        t.session.reset();
        t.journal.reset();
        const auto size = static_cast<std::uint64_t>(QFile(QString::fromStdString(path)).size());
        QVERIFY(truncate(path.c_str(), static_cast<off_t>(std::min(size, power.durable + keptOfTail))) == 0);
        t.target.condition->medium().cutPower(torn ? power.writing : LbaSpan{});
    }
    // Each spot holds what it held, or what is saved of it; or cannot be read, and is saved.
    void nothingIsLost() const {
        const auto told = TreatmentJournal::read(path);
        for (const Spot& spot : t.plan.spots) {
            const bool original = t.stored(spot.span) == t.original(spot.span);
            const bool spoilt = t.target.condition->medium().spoilt(spot.span).has_value();
            if (original && !spoilt)
                continue;
            QVERIFY2(told, "it was written to without a journal");
            const auto saved = told->saved.find(spot.span.first);
            QVERIFY(saved != told->saved.end());
            SavedSpot copy = saved->second;
            TreatmentJournal journal(Descriptor(open(path.c_str(), O_RDONLY | O_CLOEXEC)), path,
                                     systemLogDisk());
            QVERIFY(journal.load(copy));
            const auto before = t.original(spot.span);
            for (std::uint64_t i = 0; i < spot.span.count.value; ++i)
                if (copy.known[i])
                    QVERIFY(std::equal(before.begin() + static_cast<std::ptrdiff_t>(i * 512),
                                       before.begin() + static_cast<std::ptrdiff_t>((i + 1) * 512),
                                       copy.contents.begin() + static_cast<std::ptrdiff_t>(i * 512)));
        }
    }
    void takeUp(std::uint64_t cutAt) {
        power = {};
        power.cutAt = cutAt;
        t.open();
        power.durable = static_cast<std::uint64_t>(QFile(QString::fromStdString(path)).size());
        auto again = TreatmentJournal::open(path, {}, diskOf(power));
        if (!again)
            return; // cut before it was taken up
        t.journal.emplace(std::move(*again));
        t.told = t.journal->told().value();
        t.plan = t.told.plan;
        run();
    }
    // As if it had never been interrupted: what could be read is there, and each spot has a result.
    void endsAsItShould() const {
        QCOMPARE(ended, TreatmentStop::done);
        const JournalTold told = t.journal->told().value();
        QVERIFY(told.inBetween().empty());
        QCOMPARE(told.results.size(), t.plan.spots.size());
        for (const SpotResult& result : told.results) {
            QVERIFY2(isHealed(result.result), treatmentResultName(result.result).data());
            // Where nobody could read them, zeros stand; everything else is as it was.
            const auto now = t.stored(result.spot.span);
            const auto before = t.original(result.spot.span);
            std::uint64_t changed = 0;
            for (std::uint64_t i = 0; i < result.spot.span.count.value; ++i) {
                const auto at = static_cast<std::ptrdiff_t>(i * 512);
                if (std::equal(now.begin() + at, now.begin() + at + 512, before.begin() + at))
                    continue;
                ++changed;
                QVERIFY(allZero(std::span(now).subspan(i * 512, 512)));
            }
            QVERIFY(changed == 0 || given.contains(result.spot.span.first));
            // Of one that was in between and reads well since, nobody can say any more what was lost.
            QVERIFY(changed <= result.lost.value || result.step == TreatmentStep::readAgain);
        }
    }

    Treating t;
    std::set<Lba> given; // spots whose contents nobody could read
    LoggedPower power;
    std::string path;
    TreatmentStop ended = TreatmentStop::byHand;
    bool begun = false;
};

// One of each: slow, weak, and unreadable for good.
sim::Scenario threeOfThem(sim::Front front) {
    sim::Scenario s = patientDrive(front, 20'000);
    s.cacheBytes = 1U << 20U;
    addDefect(s, DefectKind::slow, 8'000);
    addDefect(s, DefectKind::unreadable, 9'600).times = 1;
    addDefect(s, DefectKind::unreadable, 11'200, OnWrite::remapped);
    return s;
}

constexpr AllowedSteps withZeros{true, true, true, false};

class TestInterrupted final : public QObject {
    Q_OBJECT
private slots:
    void atEverySingleStep() {
        for (const auto front : {sim::Front::ata, sim::Front::scsi, sim::Front::nvme, sim::Front::bridge}) {
            Interrupted whole(threeOfThem(front), withZeros);
            whole.given = {Lba{11'200}};
            whole.begin(0);
            whole.endsAsItShould();
            const std::uint64_t steps = whole.power.steps;
            QVERIFY(steps > 40);
            for (std::uint64_t cutAt = 1; cutAt <= steps; cutAt += eachStep)
                for (const bool torn : {false, true}) {
                    Interrupted cut(threeOfThem(front), withZeros);
                    cut.given = {Lba{11'200}};
                    cut.begin(cutAt);
                    cut.loseWhatIsVolatile(torn, 0);
                    cut.nothingIsLost();
                    if (!TreatmentJournal::read(cut.path)) { // nothing was begun
                        QVERIFY(!cut.t.target.condition->medium().touched());
                        continue;
                    }
                    cut.takeUp(0);
                    cut.endsAsItShould();
                    if (QTest::currentTestFailed())
                        QFAIL(qPrintable(QStringLiteral("front %1, cut at step %2, torn %3")
                                             .arg(static_cast<int>(front))
                                             .arg(cutAt)
                                             .arg(torn)));
                }
        }
    }
    // Told to use a spare, and cut before what was read went there: the spare holds nothing, and is given it.
    void atEverySingleStepOfReassigning() {
        const auto drive = [] {
            sim::Scenario s = patientDrive(sim::Front::scsi, 20'000);
            addDefect(s, DefectKind::unreadable, 8'000, OnWrite::fails).probability = 0.6;
            addDefect(s, DefectKind::unreadable, 9'600, OnWrite::stays);
            return s;
        };
        constexpr AllowedSteps everything{true, true, true, true};
        Interrupted whole(drive(), everything);
        whole.given = {Lba{8'000}, Lba{9'600}};
        whole.begin(0);
        whole.endsAsItShould();
        const std::uint64_t steps = whole.power.steps;
        for (std::uint64_t cutAt = 1; cutAt <= steps; cutAt += eachStep) {
            Interrupted cut(drive(), everything);
            cut.given = {Lba{8'000}, Lba{9'600}};
            cut.begin(cutAt);
            cut.loseWhatIsVolatile(false, 0);
            cut.nothingIsLost();
            if (!TreatmentJournal::read(cut.path))
                continue;
            cut.takeUp(0);
            cut.endsAsItShould();
            if (QTest::currentTestFailed())
                QFAIL(qPrintable(QStringLiteral("cut at step %1").arg(cutAt)));
        }
    }
    // Cut again and again, wherever it comes, and some of what was not made durable is there all the same.
    void aThousandTimes() {
        std::mt19937_64 random(7);
        int cuts = 0;
        for (std::uint64_t seed = 1; cuts < randomCuts; ++seed) {
            constexpr std::array fronts = {sim::Front::ata, sim::Front::sat, sim::Front::scsi,
                                           sim::Front::nvme};
            sim::Scenario s = patientDrive(fronts[random() % fronts.size()], 20'000);
            s.seed = seed;
            s.identity.physicalBytes = random() % 3 == 0 ? 512 : 4096;
            s.writing.forces = random() % 2 == 0;
            s.writing.countersLag = std::chrono::seconds{random() % 2 * 12};
            const std::uint64_t per = s.identity.physicalBytes / 512;
            std::set<Lba> given;
            for (std::uint64_t i = 0; i < 2 + random() % 4; ++i) {
                const auto kind = random() % 2 == 0 ? DefectKind::slow : DefectKind::unreadable;
                const auto onWrite = random() % 2 == 0 ? OnWrite::rewritten : OnWrite::remapped;
                const std::uint64_t lba = 4'000 + i * 1600;
                sim::Defect& d = addDefect(s, kind, lba, onWrite, per);
                if (kind == DefectKind::unreadable && random() % 2 == 0)
                    d.times = 1;
                else if (kind == DefectKind::unreadable)
                    given.insert(Lba{lba});
            }
            Interrupted cut(s, withZeros);
            cut.given = given;
            cut.begin(1 + random() % 60);
            while (cut.power.cut) {
                ++cuts;
                cut.loseWhatIsVolatile(random() % 2 == 0, random() % 3 == 0 ? random() % 3000 : 0);
                cut.nothingIsLost();
                if (!TreatmentJournal::read(cut.path))
                    break;
                cut.takeUp(random() % 3 == 0 ? 0 : 1 + random() % 40);
                if (QTest::currentTestFailed())
                    QFAIL(qPrintable(QStringLiteral("seed %1").arg(seed)));
            }
            if (!cut.begun || cut.power.cut)
                continue;
            cut.endsAsItShould();
            if (QTest::currentTestFailed())
                QFAIL(qPrintable(QStringLiteral("seed %1").arg(seed)));
        }
    }
    // Without a journal nothing is written: a full disk, from each append on.
    void noTreatmentWithoutAJournal() {
        for (std::uint64_t full = 1; full < 30; ++full) {
            Interrupted t(threeOfThem(sim::Front::ata), withZeros);
            t.power = {};
            t.t.open();
            std::uint64_t appends = 0;
            LogDisk disk = systemLogDisk();
            disk.append = [&, real = disk.append](int file, std::string_view bytes) {
                return ++appends >= full ? ENOSPC : real(file, bytes);
            };
            t.path = t.t.dir.filePath(QStringLiteral("full.treatment")).toStdString();
            t.t.journal.emplace(
                Descriptor(open(t.path.c_str(), O_RDWR | O_CREAT | O_APPEND | O_CLOEXEC, 0600)), t.path,
                disk);
            if (!t.t.journal->begin("00", t.t.target.identity, t.t.plan, 1))
                continue;
            t.run();
            if (t.ended == TreatmentStop::done)
                break;
            QCOMPARE(t.ended, TreatmentStop::notKept);
            t.nothingIsLost();
        }
    }
    // A customer's sector may hold what looks like a record; a torn one, and what came of another journal, is
    // stepped over.
    void whatIsTornOrForeignIsSteppedOver() {
        Interrupted t(threeOfThem(sim::Front::ata), withZeros);
        t.given = {Lba{11'200}};
        t.begin(0);
        const JournalTold whole = t.t.journal->told().value();
        QFile file(QString::fromStdString(t.path));
        QVERIFY(file.open(QIODevice::ReadOnly));
        const QByteArray all = file.readAll();
        std::mt19937_64 random(3);
        for (int round = 0; round < 2000; ++round) {
            QByteArray bent = all;
            if (round % 2 == 0)
                bent.truncate(static_cast<qsizetype>(random() % static_cast<std::uint64_t>(all.size())));
            for (int hits = static_cast<int>(random() % 3); hits > 0 && !bent.isEmpty(); --hits)
                bent[static_cast<qsizetype>(random() % static_cast<std::uint64_t>(bent.size()))] =
                    static_cast<char>(random());
            QFile out(t.t.dir.filePath(QStringLiteral("bent.treatment")));
            QVERIFY(out.open(QIODevice::WriteOnly | QIODevice::Truncate) && out.write(bent) == bent.size());
            out.close();
            const auto told = TreatmentJournal::read(out.fileName().toStdString());
            if (!told)
                continue;
            for (const SpotResult& result : told->results)
                QVERIFY(std::find_if(whole.results.begin(), whole.results.end(), [&](const SpotResult& r) {
                            return r.spot == result.spot;
                        }) != whole.results.end());
        }
    }
    void contentsArePurgedWhereTheyAreNotNeeded() {
        Interrupted t(threeOfThem(sim::Front::ata), withZeros);
        t.given = {Lba{11'200}};
        t.begin(0);
        const JournalTold before = t.t.journal->told().value();
        t.t.journal.reset();
        QCOMPARE(QFile(QString::fromStdString(t.path)).permissions() &
                     (QFile::ReadGroup | QFile::ReadOther | QFile::WriteGroup | QFile::WriteOther),
                 QFile::Permissions{});
        // By policy, after so many days; never where it says so, and never too early.
        const std::string folder = std::filesystem::path(t.path).parent_path().string();
        const std::int64_t ended = std::max(before.startedAt, before.results.back().at);
        QCOMPARE(purgeOldJournals(folder, 0, ended + 86'400 * 1000), 0);
        QCOMPARE(purgeOldJournals(folder, 30, ended + 86'400 * 30 - 1), 0);
        QVERIFY(!TreatmentJournal::read(t.path)->purged);
        const auto purged = purgeJournal(t.path);
        QVERIFY2(purged, purged ? "" : purged.error().message().c_str());
        const JournalTold after = TreatmentJournal::read(t.path).value();
        QVERIFY(after.purged && after.saved.empty());
        QCOMPARE(after.results, before.results);
        QCOMPARE(after.steps.size(), before.steps.size());
        QVERIFY(QFile(QString::fromStdString(t.path)).size() < 12'000);
        // One that was interrupted keeps its copy.
        Interrupted cut(threeOfThem(sim::Front::ata), withZeros);
        cut.begin(20);
        cut.loseWhatIsVolatile(true, 0);
        QVERIFY(!purgeJournal(cut.path));
        QCOMPARE(purgeOldJournals(std::filesystem::path(cut.path).parent_path().string(), 1,
                                  ended + 86'400 * 1000),
                 0);
        Interrupted old(threeOfThem(sim::Front::ata), withZeros);
        old.given = {Lba{11'200}};
        old.begin(0);
        old.t.journal.reset();
        const std::string where = std::filesystem::path(old.path).parent_path().string();
        QCOMPARE(purgeOldJournals(where, 30, ended + 86'400 * 1000), 1);
        QVERIFY(TreatmentJournal::read(old.path)->purged);
        QCOMPARE(purgeOldJournals(where, 30, ended + 86'400 * 1000), 0); // once
    }
};

ORBITA_TEST(TestInterrupted)

} // namespace test_interrupted

#include "test_interrupted.moc"
