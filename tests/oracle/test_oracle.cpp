// SPDX-License-Identifier: GPL-3.0-or-later
// Random drives, scanned by the program as a script would, and held against an account of each that was made
// apart from it (drive_case.*). ORBITA_ORACLE_FIRST and ORBITA_ORACLE_DRIVES name other seeds, and more of
// them.
#include "oracle/drive_case.h"
#include "store/scan_file.h"
#include "support/cli_runner.h"
#include "support/complaints.h"
#include "support/test_program.h"
#include <QTemporaryDir>

#include <cmath>
#include <fstream>

namespace test_oracle {

using namespace orbita;
using namespace orbita::test;
using oracle::Due;

constexpr std::uint64_t atOnce = 50;

std::uint64_t fromEnvironment(const char* name, std::uint64_t otherwise) {
    const QByteArray text = qgetenv(name);
    return text.isEmpty() ? otherwise : text.toULongLong();
}

bool isDue(Due due, Grade grade) {
    switch (due) {
    case Due::steady:
        return grade == Grade::steady;
    case Due::late:
        return grade == Grade::late;
    case Due::laboured:
        return grade == Grade::laboured;
    case Due::straining:
        return grade == Grade::straining;
    case Due::stalled:
        return grade == Grade::stalled;
    case Due::unreadable:
        return grade == Grade::unreadable;
    case Due::anything:
        return true;
    }
    return false;
}

// What failed as a whole and was not looked into, because the drive went silent before, is on the plate only.
bool vouchedFor(const ScanRecord& record, std::uint64_t lba) {
    return std::any_of(record.covered.begin(), record.covered.end(),
                       [&](const LbaSpan& span) { return span.contains(Lba{lba}); });
}

void checkLedger(const oracle::DriveCase& drive, const oracle::Truth& truth, const ScanRecord& record,
                 Complaints& complaints) {
    std::set<std::uint64_t> listed;
    for (const LedgerEntry& entry : record.ledger) {
        const bool firm = entry.standing == Standing::once || entry.standing == Standing::confirmed;
        if (entry.grade != Grade::unreadable)
            continue;
        for (std::uint64_t lba = entry.span.first.value; lba < entry.span.end().value; ++lba) {
            listed.insert(lba);
            if (firm && !truth.bad.contains(lba))
                complaints.add("sector %llu is accused", n(lba));
            if (!firm && entry.exact && !truth.bad.contains(lba) && !truth.badOnce.contains(lba))
                complaints.add("sector %llu is listed as having failed once", n(lba));
        }
    }
    for (const std::uint64_t lba : truth.bad)
        if (!listed.contains(lba) && record.plate->at(drive.blockOf(lba)).visited() &&
            (!drive.hangs || vouchedFor(record, lba)))
            complaints.add("sector %llu is missing from the ledger", n(lba));
}

// Several are at the drive when it goes silent: none of them is answered, and the first that was sent is
// waited for.
bool wentSilentTogether(const oracle::DriveCase& drive, std::uint64_t block) {
    if (!drive.hangs || drive.atOnce == 1)
        return false;
    return std::any_of(drive.flaws.begin(), drive.flaws.end(), [&](const oracle::Flaw& flaw) {
        const std::uint64_t frozen = drive.blockOf(flaw.lba);
        return flaw.kind == "freeze" && flaw.ms == 0 &&
               (frozen > block ? frozen - block : block - frozen) < drive.atOnce;
    });
}

// In quiet, every block; under load, what is not said to be disturbed.
void checkGrades(const oracle::DriveCase& drive, const oracle::Truth& truth, const ScanRecord& record,
                 Complaints& complaints) {
    std::uint64_t visited = 0;
    for (std::uint64_t block = 0; block < drive.blocks(); ++block) {
        const Cell cell = record.plate->at(block);
        visited += cell.visited() ? 1 : 0;
        if (!cell.visited()) {
            if (drive.order != "sample" && !drive.hangs)
                complaints.add("block %llu was not visited", n(block));
            continue;
        }
        if (cell.unmapped() || cell.standing == Standing::disturbed ||
            isDue(truth.blocks[block], cell.grade) || isDue(truth.orElse[block], cell.grade))
            continue;
        if (drive.hangs && cell.grade == Grade::unreadable &&
            !vouchedFor(record, drive.first + block * drive.block))
            continue;
        if (cell.grade == Grade::stalled && wentSilentTogether(drive, block))
            continue;
        complaints.add("block %llu is %s, %s and should be %d", n(block), gradeName(cell.grade).data(),
                       standingName(cell.standing).data(), static_cast<int>(truth.blocks[block]));
    }
    // Where it went silent is shown, and not done; nor is what failed as a whole and was not looked into.
    const std::uint64_t silent = drive.hangs && record.status.ended != EndReason::complete ? 1 : 0;
    if (visited != record.status.blocksDone + record.status.failedBlocks + silent)
        complaints.add("%llu blocks visited, %llu done", n(visited), n(record.status.blocksDone));
}

// Of a slow block: what its neighbours took, and the delay on top of it.
void checkLatencies(const oracle::DriveCase& drive, const ScanRecord& record, Complaints& complaints) {
    if (drive.order != "forward" &&
        drive.order != "suspects-first") // others seek, and a seek takes what it takes
        return;
    for (const oracle::Flaw& flaw : drive.flaws) {
        if (flaw.kind != "slow" || flaw.lba < drive.first || flaw.lba > drive.last)
            continue;
        const std::uint64_t block = drive.blockOf(flaw.lba);
        if (block == 0) // nothing before it may be read that would bring the head there
            continue;
        std::vector<double> around;
        for (std::uint64_t b = block - std::min<std::uint64_t>(block, 8);
             b < std::min(block + 9, drive.blocks()); ++b)
            if (const Cell cell = record.plate->at(b); cell.grade == Grade::steady)
                around.push_back(toMilliseconds(decodeLatency(cell.latency)));
        const Cell cell = record.plate->at(block);
        if (around.size() < 6 || cell.standing == Standing::disturbed || cell.grade < Grade::laboured)
            continue;
        std::nth_element(around.begin(), around.begin() + static_cast<std::ptrdiff_t>(around.size() / 2),
                         around.end());
        const double usual = around[around.size() / 2];
        const auto entry = std::find_if(record.ledger.begin(), record.ledger.end(),
                                        [&](const LedgerEntry& e) { return e.span.contains(Lba{flaw.lba}); });
        if (entry == record.ledger.end())
            continue; // its grade is judged elsewhere
        const double said = toMilliseconds(entry->latency);
        const double off = std::abs(said - flaw.ms - usual);
        // The neighbours' own spread, and the step in which the plate keeps them; of several at once, the
        // neighbours wait for each other, and the slow one was measured alone.
        if (off > std::max(0.05, 0.01 * said) + (drive.atOnce > 1 ? 1.0 : 0.03) * usual)
            complaints.add("block %llu: %.3f ms, and %.3f + %.3f were due", n(block), said, usual, flaw.ms);
    }
}

void checkSums(const oracle::DriveCase& drive, const ScanRecord& record, Complaints& complaints) {
    const auto onPlate = record.plate->countGrades(0, record.plate->blocks());
    std::uint64_t sum = record.status.totals.unmapped + record.status.totals.ungraded;
    for (const Grade grade : allGrades) {
        if (grade == Grade::none)
            continue;
        sum += record.status.totals.of(grade);
        const std::uint64_t open = drive.hangs && grade == Grade::unreadable ? record.status.failedBlocks : 0;
        if (onPlate[static_cast<std::size_t>(grade)] != record.status.totals.of(grade) + open)
            complaints.add("%llu %s on the plate, %llu in the totals",
                           n(onPlate[static_cast<std::size_t>(grade)]), gradeName(grade).data(),
                           n(record.status.totals.of(grade)));
    }
    if (sum != record.status.blocksDone && !(drive.hangs && sum == record.status.blocksDone + 1))
        complaints.add("grades sum to %llu, done are %llu", n(sum), n(record.status.blocksDone));
    std::uint64_t covered = 0;
    for (const LbaSpan& span : record.covered)
        covered += span.count.value;
    if (covered != record.status.totals.covered.value)
        complaints.add("covered %llu, said %llu", n(covered), n(record.status.totals.covered.value));
}

bool anyStalledWith(const oracle::DriveCase& drive, const ScanRecord& record, std::uint64_t frozen) {
    for (std::uint64_t block = 0; block < drive.blocks(); ++block)
        if (record.plate->at(block).grade == Grade::stalled && wentSilentTogether(drive, block) &&
            (frozen > block ? frozen - block : block - frozen) < drive.atOnce)
            return true;
    return false;
}

// A drive that says nothing any more: told of the place where it went silent, and of no other.
void checkSilence(const oracle::DriveCase& drive, const ScanRecord& record, int status,
                  Complaints& complaints) {
    if (record.status.ended == EndReason::complete && drive.order == "sample")
        return; // a sample need not come there
    if (record.status.ended != EndReason::noAnswer || status != 3)
        complaints.add("it went silent, and the scan ended: %s, with %d",
                       endReasonName(record.status.ended).data(), status);
    for (const oracle::Flaw& flaw : drive.flaws)
        if (flaw.kind == "freeze" && flaw.ms == 0 &&
            record.plate->at(drive.blockOf(flaw.lba)).grade != Grade::stalled &&
            !anyStalledWith(drive, record, drive.blockOf(flaw.lba)))
            complaints.add("block %llu froze and is not told", n(drive.blockOf(flaw.lba)));
}

void checkStatus(const oracle::DriveCase& drive, const oracle::Truth& truth, const ScanRecord& record,
                 int status, Complaints& complaints) {
    bool certain = false; // something bad was visited that is bad always
    bool perhaps = !truth.badOnce.empty();
    for (std::uint64_t block = 0; block < drive.blocks(); ++block)
        certain = certain || (record.plate->at(block).visited() && (truth.blocks[block] == Due::unreadable ||
                                                                    truth.blocks[block] == Due::stalled));
    if (status != (certain ? 1 : 0) && !(perhaps && !certain && status == 1))
        complaints.add("it ended with %d", status);
}

class TestOracle : public QObject {
    Q_OBJECT
    QTemporaryDir m_folder;

private slots:
    void initTestCase() {
        QVERIFY(m_folder.isValid());
        qputenv("XDG_DATA_HOME", m_folder.path().toUtf8());
    }
    void everyDriveIsToldTruly_data() {
        QTest::addColumn<quint64>("first");
        QTest::addColumn<quint64>("drives");
        const std::uint64_t first = fromEnvironment("ORBITA_ORACLE_FIRST", 1);
        const std::uint64_t drives = fromEnvironment("ORBITA_ORACLE_DRIVES", 300);
        for (std::uint64_t at = 0; at < drives; at += atOnce)
            QTest::addRow("from %llu on", n(first + at))
                << quint64{first + at} << quint64{std::min(atOnce, drives - at)};
        // The head's way behind blocks in the cache while the first are held; several at the drive as it
        // freezes.
        for (const quint64 seed : {quint64{4295}, quint64{3680}})
            QTest::addRow("once told wrongly, %llu", seed) << seed << quint64{1};
    }
    void everyDriveIsToldTruly() {
        QFETCH(quint64, first);
        QFETCH(quint64, drives);
        QStringList wrong;
        for (std::uint64_t seed = first; seed < first + drives; ++seed) {
            const oracle::DriveCase drive = oracle::makeCase(seed);
            const QString file = m_folder.filePath(QStringLiteral("drive.json"));
            const QString out = m_folder.filePath(QStringLiteral("scan.json"));
            QFile::remove(out);
            std::ofstream(file.toStdString()) << drive.scenario().dump();
            const test::Ran ran =
                test::cli(QStringList{QStringLiteral("scan"), QStringLiteral("sim:") + file,
                                      QStringLiteral("--json"), out, QStringLiteral("--anyway")} +
                          drive.call());
            Complaints complaints;
            const auto record = loadScan(out.toStdString());
            const oracle::Truth truth = truthOf(drive);
            if (!record) {
                complaints.add("no result: %s", qPrintable(ran.err));
            } else if (drive.lies) {
                if (ran.status != 3 || record->status.ended != EndReason::verifyDoubted ||
                    !record->ledger.empty())
                    complaints.add("a verify that lies ended with %d", ran.status);
            } else {
                if (drive.hangs)
                    checkSilence(drive, *record, ran.status, complaints);
                else if (record->status.ended != EndReason::complete)
                    complaints.add("it ended: %s", endReasonName(record->status.ended).data());
                checkLedger(drive, truth, *record, complaints);
                checkGrades(drive, truth, *record, complaints);
                checkLatencies(drive, *record, complaints);
                checkSums(drive, *record, complaints);
                if (record->status.ended == EndReason::complete)
                    checkStatus(drive, truth, *record, ran.status, complaints);
            }
            if (!complaints.text().isEmpty())
                wrong << QStringLiteral("drive %1 (%2, %3): %4")
                             .arg(seed)
                             .arg(QString::fromStdString(drive.front), drive.call().join(' '),
                                  complaints.text());
        }
        QVERIFY2(wrong.isEmpty(),
                 qPrintable(QStringLiteral("%1 of %2 are told wrongly:\n").arg(wrong.size()).arg(drives) +
                            wrong.join('\n')));
    }
};

ORBITA_TEST(TestOracle)

} // namespace test_oracle

#include "test_oracle.moc"
