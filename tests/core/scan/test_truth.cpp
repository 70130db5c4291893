// SPDX-License-Identifier: GPL-3.0-or-later
// A thousand drives with everything at once: what is said of them is true, and nothing that writes was sent
// to any.
#include "core/drive/link/command_gate.h"
#include "support/scan_runner.h"
#include "support/test_program.h"

#include <map>
#include <random>
#include <set>

namespace test_truth {

using namespace orbita;
using namespace orbita::test;

#if defined(ORBITA_SANITIZED)
constexpr unsigned drives = 120;
#else
constexpr unsigned drives = 1000;
#endif
constexpr std::uint64_t sectors = 160'000;
constexpr std::uint32_t block = 128;

// Passes everything on, and counts by class what passed.
class RecordingLink final : public Link {
public:
    RecordingLink(const sim::Scenario& scenario, std::map<CommandClass, std::uint64_t>& sent)
        : Link({Protocol::ata}), m_link(scenario), m_sent(sent) {}
    void withdrawQueued() override { m_link.withdrawQueued(); }
    void abandon() override { m_link.abandon(); }
    bool handOverReads(HandOver what, std::uint32_t bytes) override {
        return m_link.handOverReads(what, bytes);
    }
    [[nodiscard]] std::size_t queueLimit() const override { return m_link.queueLimit(); }
    [[nodiscard]] Clock& clock() override { return m_link.clock(); }
    [[nodiscard]] std::span<const std::byte> data() const override { return m_link.data(); }

protected:
    void send(std::span<const Request> requests) override {
        for (const Request& request : requests)
            ++m_sent[classOf(request.block, {request.parameters, request.expected})];
        m_link.submit(requests);
    }
    std::size_t collect(std::span<Reply> replies, Nanoseconds patience) override {
        return m_link.reap(replies, patience);
    }

private:
    sim::SimLink m_link;
    std::map<CommandClass, std::uint64_t>& m_sent;
};

// Keeps every latency that was delivered for a whole block.
class DeliveredDrive final : public Drive {
public:
    explicit DeliveredDrive(std::unique_ptr<Drive> drive) : m_drive(std::move(drive)) {}
    [[nodiscard]] const DriveIdentity& identity() const override { return m_drive->identity(); }
    [[nodiscard]] const DriveLimits& limits() const override { return m_drive->limits(); }
    void addNote(AccessNote note) override { m_drive->addNote(note); }
    [[nodiscard]] Link& link() override { return m_drive->link(); }
    void submit(std::span<const ReadRequest> requests) override {
        m_asked.insert(m_asked.end(), requests.begin(), requests.end());
        m_drive->submit(requests);
    }
    std::size_t reap(std::span<ReadAnswer> answers, Nanoseconds patience) override {
        const std::size_t n = m_drive->reap(answers, patience);
        for (std::size_t i = 0; i < n; ++i) {
            const LbaSpan span = m_asked.front().span;
            m_asked.pop_front();
            if (answers[i].verdict.outcome == Outcome::answered && span.first.value % block == 0)
                delivered[span.first.value / block].push_back(answers[i].latency);
        }
        return n;
    }
    std::map<std::uint64_t, std::vector<Nanoseconds>> delivered;

private:
    std::unique_ptr<Drive> m_drive;
    std::deque<ReadRequest> m_asked;
};

// What was put into a drive, by block: whether it lasts.
struct Story {
    sim::Scenario scenario;
    std::map<std::uint64_t, bool> lasting;
    std::set<std::uint64_t> bad; // sectors that stay unreadable
};

Story storyOf(unsigned seed) {
    std::mt19937_64 random(seed);
    Story story;
    story.scenario = smallScenario(sectors, seed % 4 == 0 ? 512 : 4096);
    story.scenario.seed = seed;
    const std::uint64_t physical = seed % 4 == 0 ? 1 : 8;
    const double turn = 60.0 / 7200;
    const auto place = [&] {
        for (;;) {
            const std::uint64_t lba = random() % sectors / 8 * 8;
            if (!story.lasting.contains(lba / block))
                return lba;
        }
    };
    const auto add = [&](sim::DefectKind kind, std::uint64_t lba, std::uint64_t count, Nanoseconds delay,
                         std::uint32_t times) {
        sim::Defect defect;
        defect.kind = kind;
        defect.span = {{lba}, {count}};
        defect.delay = delay;
        defect.times = times;
        story.scenario.defects.push_back(defect);
        story.lasting[lba / block] = times == 0;
    };
    for (int i = 0; i < 5; ++i)
        add(sim::DefectKind::slow, place(), 1, fromSeconds(turn * (random() % 2 == 0 ? 14 : 50)),
            random() % 2 == 0 ? 0 : 1);
    for (int i = 0; i < 3; ++i) {
        // At the first and last sector of the drive too; met twice where it passes: with its block, and
        // alone.
        const std::uint64_t lba = i == 0 && seed % 10 == 0   ? 0
                                  : i == 0 && seed % 10 == 1 ? sectors - 8
                                                             : place();
        const bool lasts = random() % 2 == 0;
        add(sim::DefectKind::unreadable, lba, physical, std::chrono::milliseconds{300}, lasts ? 0 : 2);
        for (std::uint64_t s = 0; lasts && s < physical; ++s)
            story.bad.insert(lba + s);
    }
    if (seed % 2 == 0)
        story.scenario.otherLoads = {
            {fromSeconds(0.1), fromSeconds(0.8), fromMilliseconds(150), static_cast<double>(random() % 50)}};
    sim::settleDefects(story.scenario);
    return story;
}

class TestTruth : public QObject {
    Q_OBJECT
private slots:
    void ofAThousandDrives() {
        std::map<CommandClass, std::uint64_t> sent;
        std::uint64_t refused = 0;
        std::uint64_t right = 0;
        std::uint64_t placed = 0;
        std::uint64_t blocks = 0;
        for (unsigned seed = 1; seed <= drives; ++seed) {
            const Story story = storyOf(seed);
            const auto where = QByteArray("drive ") + QByteArray::number(seed);
            auto opened = test::openOver(std::make_unique<RecordingLink>(story.scenario, sent));
            QVERIFY2(opened.has_value(), where);
            DeliveredDrive drive(std::move(*opened));
            ScanPlan plan;
            plan.blockSectors = block;
            plan.measurePaceFirst = false;
            plan.order = std::array{ScanOrder::forward, ScanOrder::careful, ScanOrder::backward,
                                    ScanOrder::forward}[seed % 4];
            const ScanRecord record = runScan(drive, plan);
            refused += drive.link().refusals();
            QVERIFY2(record.status.ended == EndReason::complete, where);
            // Unreadable exactly.
            std::set<std::uint64_t> confirmed;
            for (const LedgerEntry& entry : record.ledger) {
                const bool told = story.lasting.contains(entry.span.first.value / block);
                // No sector is accused that is not in the scenario.
                QVERIFY2(told || entry.standing == Standing::disturbed || entry.standing == Standing::passing,
                         where);
                for (std::uint64_t s = 0; entry.grade == Grade::unreadable &&
                                          entry.standing == Standing::confirmed && s < entry.span.count.value;
                     ++s)
                    confirmed.insert(entry.span.first.value + s);
            }
            QVERIFY2(confirmed == story.bad, where);
            for (const auto& [number, lasts] : story.lasting) {
                const Cell cell = record.plate->at(number);
                ++placed;
                right += lasts ? (cell.standing == Standing::confirmed && cell.grade >= Grade::laboured)
                               : cell.standing != Standing::confirmed;
            }
            // What the plate says a block took is what was delivered.
            for (std::uint64_t number = 0; number < record.plate->blocks(); ++number) {
                const Cell cell = record.plate->at(number);
                if (cell.grade == Grade::unreadable)
                    continue;
                ++blocks;
                const Nanoseconds told = decodeLatency(cell.latency);
                const auto& delivered = drive.delivered[number];
                const auto isWhatWasTold = [&](Nanoseconds d) {
                    const auto off = std::chrono::abs(d - told);
                    return off <= std::chrono::microseconds{50} || off * 100 <= d;
                };
                if (std::none_of(delivered.begin(), delivered.end(), isWhatWasTold))
                    QFAIL(qPrintable(QStringLiteral("drive %1, block %2: %3 ms")
                                         .arg(seed)
                                         .arg(number)
                                         .arg(toMilliseconds(told))));
            }
        }
        QVERIFY2(static_cast<double>(right) >= 0.99 * static_cast<double>(placed),
                 qPrintable(QStringLiteral("%1 of %2").arg(right).arg(placed)));
        qInfo("standing right at %llu of %llu places; the latency of %llu blocks as delivered",
              static_cast<unsigned long long>(right), static_cast<unsigned long long>(placed),
              static_cast<unsigned long long>(blocks));
        QVERIFY(sent[CommandClass::mediumReading] > drives * (sectors / block));
        QCOMPARE(sent.size(), std::size_t{1}); // of any other class, none
        QCOMPARE(refused, std::uint64_t{0});   // nor was any other tried
    }
    // Weeks of the drive's time in one go: everything that can go wrong, again and again, on a large drive.
    void soak() {
        sim::Scenario scenario = smallScenario(2'000'000'000, 4096); // 1 TB
        scenario.outerMbPerS = 30;
        scenario.innerMbPerS = 12;
        std::mt19937_64 random(7);
        std::set<std::uint64_t> bad;
        for (int i = 0; i < 1500; ++i) {
            sim::Defect defect;
            defect.span = {{random() % 2'000'000'000 / 8 * 8}, {8}};
            switch (random() % 4) {
            case 0:
                defect.kind = sim::DefectKind::unreadable;
                defect.delay = std::chrono::milliseconds{900};
                for (std::uint64_t s = 0; s < 8; ++s)
                    bad.insert(defect.span.first.value + s);
                break;
            case 1:
                defect.delay = std::chrono::milliseconds{120 + random() % 2000};
                break;
            case 2:
                defect.kind = sim::DefectKind::freeze;
                defect.duration = std::chrono::seconds{9 + random() % 30};
                defect.times = 1;
                break;
            default:
                defect.kind = sim::DefectKind::linkFault;
                defect.times = 1;
            }
            scenario.defects.push_back(defect);
        }
        for (int i = 0; i < 40; ++i)
            scenario.otherLoads.push_back(
                {fromSeconds(i * 1500.0), fromSeconds(i * 1500.0 + 200), fromMilliseconds(90), 20});
        sim::settleDefects(scenario);
        ScanPlan plan;
        plan.blockSectors = 2048;
        const ScanRecord record = runScan(*openSimulated(scenario), plan);
        QCOMPARE(record.status.ended, EndReason::complete);
        QVERIFY(record.status.elapsed > std::chrono::hours{12});
        QCOMPARE(record.status.totals.covered.value, 2'000'000'000U);
        QCOMPARE(record.status.blocksDone, record.status.blocksPlanned);
        std::set<std::uint64_t> found;
        for (const LedgerEntry& entry : record.ledger)
            for (std::uint64_t s = 0; entry.grade == Grade::unreadable && s < entry.span.count.value; ++s)
                found.insert(entry.span.first.value + s);
        QVERIFY(found == bad);
        std::uint64_t counted = 0;
        for (const Grade grade : allGrades)
            counted += record.status.totals.of(grade);
        QCOMPARE(counted, record.status.blocksPlanned); // each block once
    }
};

ORBITA_TEST(TestTruth)

} // namespace test_truth

#include "test_truth.moc"
