// SPDX-License-Identifier: GPL-3.0-or-later
// A casebook of 10 000 drives with 50 000 visits, their vitals, rulings and scans: how long opening it takes,
// finding a drive in it, and one drive's life; the search beside the smallest loop that looks through the
// same texts.
//   bench_casebook [DRIVES]
#include "core/judge/evidence/evidence_json.h"
#include "store/drive_life_in.h"
#include "store/scan_file.h"
#include "store/sought_text.h"
#include "store/zones_text.h"

#include <QCoreApplication>
#include <QFileInfo>
#include <QSqlDatabase>
#include <QSqlError>
#include <QSqlQuery>
#include <QTemporaryDir>
#include <algorithm>
#include <chrono>
#include <cstdio>
#include <cstdlib>

using namespace orbita;

namespace {

using Steady = std::chrono::steady_clock;

double ms(Steady::time_point from) {
    return std::chrono::duration<double, std::milli>(Steady::now() - from).count();
}

void must(bool good, const QSqlQuery& query) {
    if (good)
        return;
    std::fprintf(stderr, "%s\n", qPrintable(query.lastError().text()));
    std::exit(1);
}

// Rows as the casebook writes them, many at once.
void fill(const QString& path, int drives) {
    QSqlDatabase database = QSqlDatabase::addDatabase("QSQLITE", "filling");
    database.setDatabaseName(path);
    if (!database.open())
        std::exit(1);
    {
        QSqlQuery query(database);
        const auto go = [&](const QString& sql, const QVariantList& values = {}) {
            must(query.prepare(sql), query);
            for (const QVariant& value : values)
                query.addBindValue(value);
            must(query.exec(), query);
        };
        go("PRAGMA synchronous = OFF");
        go("BEGIN");
        const QString numbers =
            "WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < %1) ";
        go(numbers.arg(drives) +
           "INSERT INTO drive (id, key, weak, model, serial, firmware, attachment, sectors, logical_bytes, "
           "physical_bytes, sought) SELECT i, 'serial:Halden Tern ' || (i % 90) || ':HT' || i, 0, 'Halden "
           "Tern "
           "' || (i % 90), 'HT' || i, 'F' || (i % 9), 'SATA', 7814037168, 512, 4096, 'halden tern ' || (i % "
           "90) || char(10) || 'ht' || i || char(10) || 'f' || (i % 9) || char(10) FROM n");
        go(numbers.arg(drives * 5) +
           "INSERT INTO visit (id, drive, began_at, customer, job, tester, words, notes, sought, holds) "
           "SELECT "
           "i, 1 + i % " +
           QString::number(drives) +
           ", 1500000000 + i * 4000, 'Customer ' || (i % 3001), "
           "'TG-' || i, 'M. Okafor', 'Slow when the yearly series was copied.', 'Swapped out for a look, "
           "went "
           "back to the recorder at gauge ' || (i % 700), 'customer ' || (i % 3001) || char(10) || 'tg-' || "
           "i "
           "|| char(10) || 'm. okafor' || char(10) || 'slow when the yearly series was copied.' || char(10) "
           "|| "
           "'swapped out for a look, went back to the recorder at gauge ' || (i % 700) || char(10), CASE i % "
           "4 "
           "WHEN 0 THEN 'keep' WHEN 1 THEN 'watch' WHEN 2 THEN 'retire' ELSE '' END FROM n");
        go("INSERT INTO complaint SELECT id, 'slow', 'no' FROM visit WHERE id % 3 = 0");
        go("INSERT INTO vitals (id, visit, read_at, family, world_wide_name, model, serial, firmware, "
           "sectors) "
           "SELECT id, id, began_at + 60, 'ata', '', 'm', 's', 'f', 7814037168 FROM visit");
        go("WITH RECURSIVE n(i) AS (SELECT 0 UNION ALL SELECT i + 1 FROM n WHERE i < 24) INSERT INTO reading "
           "(vitals, kind, attribute, unit, value, normalised, worst, threshold, raw, own_limit, source) "
           "SELECT vitals.id, CASE i WHEN 0 THEN 'power-on-hours' WHEN 1 THEN 'reallocated-sectors' ELSE "
           "'vendor-specific' END, i, 'count', vitals.id % 40000, 100, 100, 10, x'000102030405', NULL, "
           "'SMART "
           "data' FROM vitals, n");
        go("INSERT INTO raw_page SELECT id, 'SMART data', randomblob(1024) FROM vitals");
        // Each fifth visit with a scan, as one that read 4 TB in 62 000 blocks.
        ScanRecord record;
        record.drive.capacity.value = 7'814'037'168;
        record.plan.grid = BlockGrid{{Lba{0}, record.drive.capacity}, 131'072};
        record.status.ended = EndReason::complete;
        record.status.totals.covered = record.drive.capacity;
        record.covered = {{Lba{0}, record.drive.capacity}};
        for (unsigned n = 0; n < 40; ++n)
            record.ledger.push_back({{Lba{1000 + 9000ULL * n}, SectorCount{8}},
                                     Grade::laboured,
                                     Standing::confirmed,
                                     {},
                                     true,
                                     true});
        Zones zones{};
        for (Zone& zone : zones) {
            zone.graded = 970;
            zone.nsPerByte = 5;
        }
        go("INSERT INTO scan (drive, started_at, ended, document, zones, late_per_mib) SELECT drive, "
           "began_at + "
           "120, 'complete', ?, ?, 0.0001 FROM visit WHERE id % 5 = 0",
           {QString::fromStdString(scanDocument(record)), QString::fromStdString(zonesText(zones))});
        PlateEncoder encoder;
        const std::vector<std::string>& chunks = encoder.encode(Plate(record.plan.grid.blocks()));
        for (std::size_t number = 0; number < chunks.size(); ++number)
            go("INSERT INTO plate_chunk SELECT id, ?, ? FROM scan",
               {static_cast<qint64>(number), QByteArray::fromStdString(chunks[number])});
        go("INSERT INTO ruling (visit, at, fate, settled, data, policy, evidence) SELECT id, began_at + 600, "
           "holds, 1, 'safe', '{}', ? FROM visit WHERE holds <> ''",
           {QString::fromStdString(evidenceDocument({}))});
        go("COMMIT");
    }
    database.close();
    database = {};
    QSqlDatabase::removeDatabase("filling");
}

double median(std::vector<double> values) {
    std::nth_element(values.begin(), values.begin() + static_cast<std::ptrdiff_t>(values.size() / 2),
                     values.end());
    return values[values.size() / 2];
}

} // namespace

int main(int argc, char** argv) {
    const QCoreApplication app(argc, argv);
    const int drives = argc > 1 ? std::atoi(argv[1]) : 10'000;
    const QTemporaryDir folder;
    const QString path = folder.filePath("casebook.db");
    if (drives < 10 || !Casebook::open(path.toStdString()))
        return 2;
    fill(path, drives);
    std::printf("%d drives, %d visits, %.0f MB\n", drives, drives * 5,
                static_cast<double>(QFileInfo(path).size()) / 1e6);
    const auto from = Steady::now();
    const auto book = Casebook::open(path.toStdString());
    if (!book) {
        std::fprintf(stderr, "%s\n", book.error().message().c_str());
        return 1;
    }
    std::printf("opening: %.0f ms\n", ms(from));
    // The texts, for the smallest loop that could do the same.
    std::vector<std::string> texts;
    {
        QSqlDatabase database = QSqlDatabase::addDatabase("QSQLITE", "reading");
        database.setDatabaseName(path);
        QSqlQuery query(database.open() ? database : QSqlDatabase());
        query.exec("SELECT sought FROM drive UNION ALL SELECT sought FROM visit");
        while (query.next())
            texts.push_back(query.value(0).toString().toStdString());
    }
    QSqlDatabase::removeDatabase("reading");
    const std::vector<std::pair<const char*, CaseFilter>> searches = {
        {"everything", {}},
        {"a serial number", {.words = "HT4711"}},
        {"a job", {.words = "tg-31417"}},
        {"a word that is nowhere", {.words = "zeppelin"}},
        {"two words", {.words = "gauge customer"}},
        {"to be retired", {.ruling = Fate::retire}},
        {"slow, of one month",
         {.complaint = ComplaintMark::slow, .from = 1'600'000'000, .until = 1'602'592'000}}};
    double worst = 0;
    for (const auto& [name, filter] : searches) {
        std::vector<double> times;
        std::vector<double> ratios;
        std::uint64_t found = 0;
        for (int n = 0; n < 9; ++n) {
            const auto begun = Steady::now();
            const auto hits = (*book)->search(filter);
            times.push_back(ms(begun));
            found = hits ? hits->all : 0;
            const auto loop = Steady::now();
            std::uint64_t held = 0;
            for (const std::string& text : texts)
                held +=
                    text.find(filter.words.empty() ? "zeppelin" : filter.words) != std::string::npos ? 1 : 0;
            ratios.push_back(times.back() / std::max(1e-6, ms(loop)));
            if (held > texts.size())
                return 1;
        }
        worst = std::max(worst, median(times));
        std::printf("search, %-24s %6llu drives  %6.1f ms  %5.1f times the loop\n", name,
                    static_cast<unsigned long long>(found), median(times), median(ratios));
    }
    std::vector<double> lives;
    for (std::int64_t drive = 1; drive <= 9; ++drive) {
        const auto begun = Steady::now();
        if (const auto life = driveLifeIn(**book, drive); !life || life->visits.size() != 5)
            return 1;
        lives.push_back(ms(begun));
    }
    std::printf("one drive's life: %.1f ms\n", median(lives));
    const auto checking = Steady::now();
    if (const auto wrong = (*book)->check(); !wrong || !wrong->empty()) {
        std::fprintf(stderr, "it is damaged: %s\n", wrong ? wrong->front().text().c_str() : "");
        return 1;
    }
    std::printf("checking all of it: %.0f ms\n", ms(checking));
    return worst < 100 ? 0 : 1;
}
