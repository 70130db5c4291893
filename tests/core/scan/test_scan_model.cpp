// SPDX-License-Identifier: GPL-3.0-or-later
// The model of a scan without any drive: whatever is told it, in any order, totals, map, ledger and coverage
// say the same.
#include "core/scan/record.h"
#include "core/scan/scan_model.h"
#include "support/test_program.h"

#include <map>
#include <random>
#include <set>

namespace test_scan_model {

using namespace orbita;

#ifdef ORBITA_SANITIZED
constexpr int sequences = 4'000;
#else
constexpr int sequences = 100'000;
#endif

constexpr std::array standings{Standing::once, Standing::confirmed, Standing::passing, Standing::disturbed};

// What must have come of it, kept block by block and sector by sector.
struct ByHand {
    struct Block {
        Cell cell;
        bool open = false;
    };
    BlockGrid grid;
    std::vector<Block> blocks;
    std::set<std::uint64_t> putOff;
    std::set<std::uint64_t> covered;                             // sectors
    std::map<std::uint64_t, std::pair<Grade, Standing>> defects; // by sector

    explicit ByHand(const BlockGrid& of) : grid(of), blocks(of.blocks()) {}

    void set(std::uint64_t block, Grade grade, Standing standing, Nanoseconds latency, bool open = false) {
        blocks[block] = {{grade, standing, encodeLatency(latency)}, open};
        putOff.erase(block);
    }
    void cover(LbaSpan span) {
        for (std::uint64_t s = span.first.value; s < span.end().value; ++s)
            covered.insert(s);
    }
    void uncover(LbaSpan span) {
        for (std::uint64_t s = span.first.value; s < span.end().value; ++s)
            covered.erase(s);
    }
    void forget(LbaSpan span) {
        for (std::uint64_t s = span.first.value; s < span.end().value; ++s)
            defects.erase(s);
    }
    void add(LbaSpan span, Grade grade, Standing standing) {
        for (std::uint64_t s = span.first.value; s < span.end().value; ++s)
            defects[s] = {grade, standing};
    }
};

class Sequence {
public:
    explicit Sequence(unsigned seed)
        : m_random(seed)
        , m_grid{{{m_random() % 50}, {20 + m_random() % 400}},
                 static_cast<std::uint32_t>(1 + m_random() % 17)}
        , m_model(m_grid, 1U << 20U, m_events)
        , m_hand(m_grid) {}

    // What does not agree at its end; empty: all does.
    QString run() {
        const int steps = 3 + static_cast<int>(m_random() % 40);
        for (int i = 0; i < steps; ++i) {
            step();
            if (m_random() % 8 == 0)
                if (const QString wrong = differs(m_model, m_hand); !wrong.isEmpty())
                    return wrong + QStringLiteral(", after step %1: %2").arg(i).arg(m_last);
        }
        if (const QString wrong = differs(m_model, m_hand); !wrong.isEmpty())
            return wrong + QStringLiteral(", at the end; last: ") + m_last;
        return continued();
    }

private:
    [[nodiscard]] std::uint64_t anyBlock() { return m_random() % m_grid.blocks(); }
    [[nodiscard]] Nanoseconds anyTime() {
        return Nanoseconds{1000 + static_cast<std::int64_t>(m_random() % 1'000'000)};
    }
    [[nodiscard]] Standing anyStanding() { return standings[m_random() % standings.size()]; }

    void step() {
        const std::uint64_t block = anyBlock();
        const LbaSpan span = m_grid.spanOf(block);
        const Nanoseconds time = anyTime();
        switch (m_random() % 14) {
        case 0:
            return answered(block, Grade::steady, Standing::once, time);
        case 1:
            return answered(block, static_cast<Grade>(2 + m_random() % 3), anyStanding(), time);
        case 2: {
            m_last = "a run";
            const std::uint64_t count = 1 + m_random() % 9;
            const bool backward = m_random() % 2 == 0;
            for (std::uint64_t i = 0; i < count; ++i)
                if (const std::uint64_t at = backward ? block - i : block + i; at < m_grid.blocks())
                    answered(at, Grade::steady, Standing::once, time);
            return;
        }
        case 3:
            m_last = "ungraded";
            m_model.settleUngraded(block, time);
            m_hand.set(block, Grade::none, Cell::ungradedStanding, time);
            m_hand.forget(span);
            return m_hand.cover(span);
        case 4:
            m_last = "unmapped";
            m_model.settleUnmapped(block, time);
            m_hand.set(block, Grade::none, Standing::once, time);
            m_hand.forget(span);
            return m_hand.cover(span);
        case 5:
            return split(block, time);
        case 6: {
            m_last = "failed once";
            const LbaSpan part = partOf(span);
            m_model.settleFailedOnce(block, {part, Grade::unreadable, Standing::passing, time, true}, time);
            m_hand.set(block, Grade::unreadable, Standing::passing, time);
            m_hand.forget(span);
            m_hand.add(part, Grade::unreadable, Standing::passing);
            return m_hand.cover(span);
        }
        case 7:
            m_last = "unanswered";
            m_model.settleUnanswered(block, Standing::once, time);
            m_hand.set(block, Grade::stalled, Standing::once, time);
            return m_hand.add(span, Grade::stalled, Standing::once);
        case 8:
            m_last = "link fault";
            m_model.settleLinkFault(block);
            m_hand.set(block, Grade::linkFault, Standing::once, {});
            return m_hand.add(span, Grade::linkFault, Standing::once);
        case 9:
            m_last = "held";
            m_model.hold(block, time);
            m_hand.set(block, Grade::steady, Standing::once, time, true);
            return m_hand.uncover(span);
        case 10:
            m_last = "stalling";
            m_model.showStalling(block, time);
            return m_hand.set(block, Grade::stalled, Standing::once, time, true);
        case 11:
            m_last = "put off";
            m_model.putOff(block, time);
            m_hand.set(block, Grade::unreadable, Standing::once, time, true);
            m_hand.putOff.insert(block);
            return;
        case 12:
            m_last = "withdrawn";
            m_model.withdraw(block);
            m_hand.blocks[block] = {};
            m_hand.putOff.erase(block);
            m_hand.forget(span);
            return m_hand.uncover(span);
        default:
            return restand();
        }
    }

    void answered(std::uint64_t block, Grade grade, Standing standing, Nanoseconds time) {
        m_last = "answered";
        const LbaSpan span = m_grid.spanOf(block);
        m_model.settleAnswered(block, grade, standing, time);
        m_hand.set(block, grade, standing, time);
        m_hand.cover(span);
        m_hand.forget(span);
        if (grade >= Grade::laboured)
            m_hand.add(span, grade, standing);
    }

    LbaSpan partOf(LbaSpan span) {
        const std::uint64_t first = m_random() % span.count.value;
        return {{span.first.value + first}, {1 + m_random() % (span.count.value - first)}};
    }

    void split(std::uint64_t block, Nanoseconds time) {
        m_last = "split";
        const LbaSpan span = m_grid.spanOf(block);
        m_model.forgetDefects(span);
        m_hand.forget(span);
        const LbaSpan bad = partOf(span);
        const Standing standing = m_random() % 2 == 0 ? Standing::confirmed : Standing::once;
        for (const LbaSpan& good : {spanBetween(span.first, bad.first), spanBetween(bad.end(), span.end())})
            if (!good.empty()) {
                m_model.goodSectors(good);
                m_hand.cover(good);
            }
        m_model.badSectors(block, {bad, Grade::unreadable, standing, time, true});
        m_hand.set(block, Grade::unreadable, standing, time, true);
        m_hand.cover(bad);
        m_hand.add(bad, Grade::unreadable, standing);
        if (m_random() % 4 == 0)
            return; // left in the middle
        m_model.settleSplit(block, Grade::unreadable, standing, time);
        m_hand.set(block, Grade::unreadable, standing, time);
    }

    // A defect that is listed is measured again.
    void restand() {
        m_last = "measured again";
        const auto entries = m_model.ledger().entries();
        if (entries.empty())
            return;
        LedgerEntry entry = entries[m_random() % entries.size()];
        const std::uint64_t block = m_grid.blockAt(entry.span.first);
        entry.span = intersection(entry.span, m_grid.spanOf(block));
        entry.standing = anyStanding();
        m_model.restand(block, entry);
        m_hand.add(entry.span, entry.grade, entry.standing);
        Cell& cell = m_hand.blocks[block].cell;
        if (entry.standing == Standing::confirmed || cell.standing != Standing::confirmed)
            cell.standing = entry.standing;
    }

    // What the model itself must agree on, and what the count by hand says.
    static QString differs(ScanModel& model, const ByHand& hand) {
        ScanTotals expected;
        const auto plate = model.plate();
        for (std::uint64_t block = 0; block < hand.blocks.size(); ++block) {
            const auto& [cell, open] = hand.blocks[block];
            if (model.at(block) != cell)
                return QStringLiteral("the cell of block %1").arg(block);
            if (model.isOpen(block) != open)
                return QStringLiteral("whether block %1 is open").arg(block);
            if (open)
                continue;
            if (cell.unmapped())
                ++expected.unmapped;
            else if (cell.ungraded())
                ++expected.ungraded;
            else if (cell.grade != Grade::none)
                ++expected.blocks[static_cast<std::size_t>(cell.grade)];
            expected.disturbed += cell.standing == Standing::disturbed ? 1 : 0;
        }
        const ScanTotals totals = model.totals();
        if (totals.blocks != expected.blocks)
            return QStringLiteral("the blocks by grade");
        if (totals.unmapped != expected.unmapped || totals.ungraded != expected.ungraded)
            return QStringLiteral("the blocks without a grade");
        if (totals.disturbed != expected.disturbed)
            return QStringLiteral("the disturbed ones");
        if (model.blocksPutOff() != hand.putOff.size())
            return QStringLiteral("what is put off");
        if (totals.covered.value != hand.covered.size())
            return QStringLiteral("how much is covered");
        std::set<std::uint64_t> covered;
        for (const LbaSpan& span : model.covered().spans())
            for (std::uint64_t s = span.first.value; s < span.end().value; ++s)
                covered.insert(s);
        if (covered != hand.covered)
            return QStringLiteral("what is covered");
        std::map<std::uint64_t, std::pair<Grade, Standing>> defects;
        for (const LedgerEntry& entry : model.ledger().entries())
            for (std::uint64_t s = entry.span.first.value; s < entry.span.end().value; ++s)
                defects[s] = {entry.grade, entry.standing};
        if (defects != hand.defects)
            return QStringLiteral("the ledger");
        std::array<std::uint64_t, gradeCount> cells{};
        for (std::uint64_t block = 0; block < plate->blocks(); ++block)
            ++cells[static_cast<std::size_t>(plate->at(block).grade)];
        if (plate->countGrades(0, plate->blocks()) != cells)
            return QStringLiteral("the plate's summaries");
        return {};
    }

    // The scan is broken off and goes on: what was vouched for, and only that, is there again.
    QString continued() {
        if (m_random() % 2 == 0) {
            m_model.closeOpen();
            for (std::uint64_t block = 0; block < m_grid.blocks(); ++block)
                if (m_model.isOpen(block) && m_model.blocksPutOff() == 0)
                    return QStringLiteral("block %1 stayed open").arg(block);
        }
        ScanRecord record;
        record.plate = m_model.plate();
        record.covered = m_model.covered().spans();
        record.ledger = m_model.ledger().entries();
        EventLog events;
        ScanModel again(m_grid, 1U << 20U, events);
        const ScanModel::Earlier taken = again.restore(
            record, [](std::uint64_t) { return true; }, m_random() % 2 == 0);
        ByHand hand(m_grid);
        for (std::uint64_t block = 0; block < m_grid.blocks(); ++block) {
            const LbaSpan span = m_grid.spanOf(block);
            const Cell cell = record.plate->at(block);
            const bool vouched = cell.visited() && m_model.covered().contains(span);
            if (vouched != taken.done.contains(span))
                return QStringLiteral("whether block %1 is to be visited again").arg(block);
            const bool stalled = !vouched && taken.stalled.contains(block);
            if (stalled) // as its first sector that stands as stalled
                for (std::uint64_t s = span.first.value; s < span.end().value; ++s)
                    if (const auto known = m_hand.defects.find(s);
                        known != m_hand.defects.end() && known->second.first == Grade::stalled) {
                        hand.add(span, Grade::stalled, known->second.second);
                        break;
                    }
            if (vouched || stalled || again.isOpen(block))
                hand.blocks[block] = {again.at(block), again.isOpen(block)};
            if (again.isOpen(block))
                hand.putOff.insert(block);
            if (!vouched)
                continue;
            if (again.at(block) != cell)
                return QStringLiteral("the cell of block %1, taken over").arg(block);
            hand.cover(span);
            for (std::uint64_t s = span.first.value; s < span.end().value; ++s)
                if (const auto defect = m_hand.defects.find(s); defect != m_hand.defects.end())
                    hand.defects[s] = defect->second;
        }
        const QString wrong = differs(again, hand);
        return wrong.isEmpty() ? wrong : wrong + QStringLiteral(", after going on");
    }

    std::mt19937_64 m_random;
    BlockGrid m_grid;
    EventLog m_events;
    ScanModel m_model;
    ByHand m_hand;
    const char* m_last = "";
};

class TestScanModel : public QObject {
    Q_OBJECT
private slots:
    void totalsMapLedgerAndCoverageAgreeWhateverHappens() {
        for (int seed = 1; seed <= sequences; ++seed) {
            const QString wrong = Sequence(static_cast<unsigned>(seed)).run();
            if (!wrong.isEmpty())
                QFAIL(qPrintable(QStringLiteral("sequence %1: %2").arg(seed).arg(wrong)));
        }
    }
    // What an earlier part of the scan left stalled is a finding until it is read.
    void aStallOfAnEarlierPartStaysUntilItIsRead() {
        EventLog events;
        const BlockGrid grid{{{0}, {80}}, 8};
        ScanModel first(grid, 512, events);
        first.settleUnanswered(4, Standing::once, std::chrono::seconds{30});
        ScanRecord record;
        record.plate = first.plate();
        record.ledger = first.ledger().entries();
        ScanModel again(grid, 512, events);
        QCOMPARE(again
                     .restore(
                         record, [](auto) { return true; }, false)
                     .stalled.size(),
                 std::size_t{1});
        QCOMPARE(again.totals().of(Grade::stalled), std::uint64_t{1});
        again.showStalling(4, std::chrono::seconds{5});
        again.withdraw(4); // the drive went away over it
        QVERIFY(again.stalledBefore(4));
        QCOMPARE(again.totals().of(Grade::stalled), std::uint64_t{1});
        QCOMPARE(again.ledger().size(), std::size_t{1});
        again.settleAnswered(4, Grade::steady, Standing::once, std::chrono::milliseconds{1});
        QCOMPARE(again.totals().of(Grade::stalled), std::uint64_t{0});
        QCOMPARE(again.totals().of(Grade::steady), std::uint64_t{1});
        QVERIFY(again.ledger().entries().empty());
    }
    // A scan that ends in the middle leaves nothing that counts nowhere.
    void whatIsOpenAtTheEndIsClosed() {
        EventLog events;
        ScanModel model({{{0}, {80}}, 8}, 512, events);
        model.hold(0, std::chrono::milliseconds{1});
        model.showStalling(1, std::chrono::seconds{5});
        model.badSectors(2, {{{16}, {1}}, Grade::unreadable, Standing::once, std::chrono::seconds{1}, true});
        model.putOff(3, std::chrono::seconds{1});
        model.closeOpen();
        QVERIFY(!model.at(0).visited());
        QCOMPARE(model.totals().of(Grade::stalled), std::uint64_t{1});
        QCOMPARE(model.totals().of(Grade::unreadable), std::uint64_t{1});
        QVERIFY(model.isOpen(3)); // goes on being put off
        QCOMPARE(model.blocksPutOff(), std::uint64_t{1});
    }
};

ORBITA_TEST(TestScanModel)

} // namespace test_scan_model

#include "test_scan_model.moc"
