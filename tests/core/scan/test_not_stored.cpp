// SPDX-License-Identifier: GPL-3.0-or-later
// What holds nothing is answered without the medium, and a scan does not vouch for it: by the drive's own
// word where it gives one, by its zeros where it does not.
#include "core/base/bytes.h"
#include "core/drive/family.h"
#include "core/drive/scsi/commands.h"
#include "core/drive/scsi/pages.h"
#include "core/drive/scsi/provisioning.h"
#include "core/drive/scsi/sense.h"
#include "core/sim/content.h"
#include "support/scan_runner.h"
#include "support/test_program.h"

namespace test_not_stored {

using namespace orbita;
using namespace orbita::test;

constexpr std::uint64_t sectors = 800'000;

// Refuses to read where nothing is written, as some zoned drives do.
class RefusingLink final : public Link {
public:
    RefusingLink(std::unique_ptr<Link> link, LbaSpan refused)
        : Link({Protocol::scsi}), m_link(std::move(link)), m_refused(refused) {}
    void withdrawQueued() override { m_link->withdrawQueued(); }
    void abandon() override { m_link->abandon(); }
    [[nodiscard]] std::size_t queueLimit() const override { return 1; }
    [[nodiscard]] Clock& clock() override { return m_link->clock(); }
    [[nodiscard]] std::span<const std::byte> data() const override { return m_link->data(); }

protected:
    void send(std::span<const Request> requests) override {
        m_last = requests.back().block;
        m_link->submit(requests);
    }
    std::size_t collect(std::span<Reply> replies, Nanoseconds patience) override {
        const std::size_t n = m_link->reap(replies.first(std::min<std::size_t>(1, replies.size())), patience);
        const LbaSpan asked{scsi::lbaOf(m_last), {scsi::sectorsOf(m_last)}};
        if (n == 1 && scsi::opcodeOf(m_last) == scsi::opcode::read16 && asked.overlaps(m_refused)) {
            replies[0].status = scsi::status::checkCondition;
            const auto sense =
                scsi::encodeSense({scsi::senseKey::illegalRequest, 0x21, 0x07, {}, {}, false, {}}, false);
            std::copy(sense.begin(), sense.end(), replies[0].bytes.begin());
        }
        return n;
    }

private:
    std::unique_ptr<Link> m_link;
    LbaSpan m_refused;
    CommandBlock m_last;
};

// A drive that can forget and tells of it in small portions, or always of the same one.
class MorselLink final : public Link {
public:
    explicit MorselLink(bool standsStill) : Link({Protocol::scsi}), m_standsStill(standsStill) {}
    void withdrawQueued() override {}
    void abandon() override {}
    [[nodiscard]] std::size_t queueLimit() const override { return 1; }
    [[nodiscard]] Clock& clock() override { return m_clock; }
    [[nodiscard]] std::span<const std::byte> data() const override { return m_data; }
    [[nodiscard]] int asked() const { return m_asked; }

protected:
    void send(std::span<const Request> requests) override { m_request = requests.back(); }
    std::size_t collect(std::span<Reply> replies, Nanoseconds) override {
        scsi::Capacity capacity;
        capacity.sectors.value = 40'000'000;
        capacity.supportsUnmap = true;
        const auto told = scsi::encodeCapacity16(capacity);
        m_data.assign(told.begin(), told.end());
        const bool held = scsi::opcodeOf(m_request.block) == scsi::opcode::serviceActionIn16 &&
                          m_request.block.bytes[1] == std::byte{scsi::getLbaStatusAction};
        if (held) {
            ++m_asked;
            const scsi::LbaStatus piece{{m_standsStill ? Lba{1'000} : scsi::lbaOf(m_request.block), {100}},
                                        false};
            m_data = scsi::encodeLbaStatus({&piece, 1});
        }
        replies[0] = {};
        replies[0].tag = m_request.tag;
        replies[0].transport = TransportStatus::answered;
        replies[0].transferred = static_cast<std::uint32_t>(m_data.size());
        return 1;
    }

private:
    bool m_standsStill;
    int m_asked = 0;
    Request m_request;
    std::vector<std::byte> m_data;
    sim::VirtualClock m_clock;
};

sim::Scenario isTemporary(sim::Front front, bool rotating) {
    sim::Scenario scenario = smallScenario(sectors);
    scenario.front = front;
    if (!rotating)
        scenario.identity.rotationRate = 1;
    scenario.unmapped = {{{200'000}, {100'000}}, {{500'000}, {77}}, {{600'000}, {200'000}}};
    return scenario;
}

std::unique_ptr<Drive> openScsi(std::unique_ptr<Link> link, bool rotating) {
    DriveIdentity known;
    known.rotating = rotating;
    if (rotating)
        known.rpm = 7200;
    auto drive =
        familyOf(Family::scsi)
            .open({std::move(link), Family::scsi, 1, "sim", "simulated", 0}, known, std::chrono::seconds{1});
    if (!drive)
        qFatal("%s", drive.error().message().c_str());
    return std::move(*drive);
}

StoredWord wordOf(const sim::Scenario& scenario) {
    return [scenario](LbaSpan span, const std::stop_token&) -> std::optional<StoredMap> {
        sim::SimLink link(scenario);
        Enquiry enquiry(link, Family::scsi, "sim", std::chrono::seconds{1});
        auto map = askStored(enquiry, span);
        return map ? std::optional(std::move(*map)) : std::nullopt;
    };
}

bool readsAsZeros(const sim::Scenario& scenario, const LbaSpan& span) {
    std::vector<std::byte> content(span.count.value * 512);
    sim::readContent(scenario, span.first, content);
    return allZero(content);
}

// The cells that hold nothing are those of `expected`, each of them, and no other.
void compare(const ScanRecord& record, const std::function<bool(const LbaSpan&)>& expected) {
    QCOMPARE(record.status.ended, EndReason::complete);
    const BlockGrid& grid = record.plan.grid;
    std::uint64_t unmapped = 0;
    for (std::uint64_t block = 0; block < grid.blocks(); ++block) {
        const Cell cell = record.plate->at(block);
        QVERIFY(cell.visited());
        QVERIFY2(cell.unmapped() == expected(grid.spanOf(block)), qPrintable(QString::number(block)));
        unmapped += cell.unmapped() ? 1 : 0;
    }
    QVERIFY(unmapped > 0);
    QCOMPARE(record.status.totals.unmapped, unmapped);
    QCOMPARE(record.status.totals.visited() + unmapped, grid.blocks());
}

bool toldInLog(const ScanRecord& record, bool byTheDrive) {
    return std::any_of(record.events.begin(), record.events.end(), [&](const ScanEvent& e) {
        return e.kind == ScanEventKind::unmapped && e.causeGiven == byTheDrive;
    });
}

ScanPlan smallBlocks(ReadWay way = ReadWay::read) {
    ScanPlan plan;
    plan.blockSectors = 64;
    plan.way = way;
    return plan;
}

class TestNotStored final : public QObject {
    Q_OBJECT
private slots:
    void zerosOfSolidStateVouchForNothing() {
        sim::Scenario scenario = smallScenario(sectors);
        scenario.identity.rotationRate = 1;
        scenario.unmapped = {{{200'000}, {100'000}}, {{500'000}, {77}}};
        sim::Defect slow;
        slow.span = {{250'000}, {8}};
        slow.delay = std::chrono::milliseconds{90};
        scenario.defects = {slow};
        const auto drive = openSimulated(scenario);
        const ScanRecord record = runScan(*drive, smallBlocks());
        compare(record, [&](const LbaSpan& span) {
            return readsAsZeros(scenario, span) && !span.contains(slow.span.first);
        });
        QVERIFY(toldInLog(record, false));
        // The slow place is found although nothing is stored there.
        QVERIFY(std::any_of(record.ledger.begin(), record.ledger.end(),
                            [&](const LedgerEntry& e) { return e.span.contains(slow.span.first); }));
    }
    // It keeps zeros that somebody wrote, and says so: they are read from the medium and count.
    void theDrivesOwnWordDecides() {
        for (const bool rotating : {true, false})
            for (const ReadWay way : {ReadWay::read, ReadWay::verify}) {
                const sim::Scenario scenario = isTemporary(sim::Front::scsi, rotating);
                const auto drive = openScsi(std::make_unique<sim::SimLink>(scenario), rotating);
                const ScanRecord record = runScan(*drive, smallBlocks(way), {}, {.stored = wordOf(scenario)});
                compare(record, [&](const LbaSpan& span) { return sim::isUnmapped(scenario, span); });
                QVERIFY(toldInLog(record, true));
            }
    }
    void zerosDecideWhereADriveForgetsAndKeepsItToItself() {
        const sim::Scenario scenario = isTemporary(sim::Front::sat, true);
        const auto drive = openScsi(std::make_unique<sim::SimLink>(scenario), true);
        QVERIFY(drive->limits().supportsUnmap);
        const auto word = wordOf(scenario);
        QVERIFY(word(drive->identity().whole(), {})->told.empty());
        const ScanRecord record = runScan(*drive, smallBlocks(), {}, {.stored = word});
        compare(record, [&](const LbaSpan& span) { return readsAsZeros(scenario, span); });
        QVERIFY(toldInLog(record, false));
    }
    // Rotating drives that never forget have read whatever they answer with.
    void zerosOfAnOrdinaryDriveCount() {
        sim::Scenario scenario = isTemporary(sim::Front::scsi, true);
        scenario.unmapped.clear();
        const auto drive = openScsi(std::make_unique<sim::SimLink>(scenario), true);
        const ScanRecord record = runScan(*drive, smallBlocks(), {}, {.stored = wordOf(scenario)});
        QCOMPARE(record.status.totals.unmapped, std::uint64_t{0});
        QCOMPARE(record.status.totals.visited(), record.plan.grid.blocks());
    }
    void whatLiesBeyondAWritePointerHoldsNothing() {
        sim::Scenario scenario = isTemporary(sim::Front::scsi, true);
        scenario.zoneSectors = 50'000;
        // Up to the end of a zone, so that a write pointer can say it; over whole zones; and one that none
        // can.
        scenario.unmapped = {{{230'000}, {20'000}}, {{600'000}, {200'000}}, {{510'000}, {6'400}}};
        const auto map = wordOf(scenario)({{0}, {sectors}}, {});
        QVERIFY(map.has_value());
        QCOMPARE(map->told.spans(), (std::vector<LbaSpan>{{{0}, {sectors}}}));
        QCOMPARE(map->nothing.spans(), (std::vector<LbaSpan>{{{230'000}, {20'000}}, {{600'000}, {200'000}}}));
        const auto drive = openScsi(std::make_unique<sim::SimLink>(scenario), true);
        const ScanRecord record = runScan(*drive, smallBlocks(), {}, {.stored = wordOf(scenario)});
        compare(record, [&](const LbaSpan& span) { return map->nothing.contains(span); });
    }
    void aDriveThatRefusesToReadThereIsNotAccused() {
        sim::Scenario scenario = isTemporary(sim::Front::scsi, true);
        scenario.unmapped = {{{600'000}, {100'000}}};
        const LbaSpan refused{{600'000}, {100'000}};
        const auto drive =
            openScsi(std::make_unique<RefusingLink>(std::make_unique<sim::SimLink>(scenario), refused), true);
        const ScanRecord record = runScan(*drive, smallBlocks(), {}, {.stored = wordOf(scenario)});
        compare(record, [&](const LbaSpan& span) { return span.overlaps(refused); });
        QVERIFY(record.ledger.empty());
    }
    // Each answer of this one tells of 100 sectors only: that is heard for a while, not for ever.
    void aDriveThatTellsInMorselsIsNotAskedForEver() {
        for (const bool standsStill : {false, true}) {
            MorselLink link(standsStill);
            Enquiry enquiry(link, Family::scsi, "sim", std::chrono::seconds{1});
            const auto map = askStored(enquiry, {{1'000}, {30'000'000}});
            QVERIFY(map.has_value());
            QVERIFY(link.asked() <= (standsStill ? 2 : 400));
            QCOMPARE(map->told.spans().size(), std::size_t{1});
            QCOMPARE(map->told.total().value, std::uint64_t(standsStill ? 100 : 40'000));
            QCOMPARE(map->nothing, map->told);
        }
    }
};

ORBITA_TEST(TestNotStored)

} // namespace test_not_stored

#include "test_not_stored.moc"
