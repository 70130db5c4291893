// SPDX-License-Identifier: GPL-3.0-or-later
// Drives found again, and one drive's life.
#include "store/drive_life_in.h"
#include "support/filled_casebook.h"
#include "support/older_casebook.h"

#include "core/judge/life/visit_comparison.h"
#include "support/test_program.h"

#include <QTemporaryDir>
namespace test_casebook_search {

using namespace orbita;
using namespace orbita::test;

Visit visitOf(const char* customer, const char* job, std::vector<Complaint> complaints = {}) {
    Visit visit;
    visit.customer = customer;
    visit.job = job;
    visit.tester = "M. Okafor";
    visit.complaints = std::move(complaints);
    return visit;
}

std::vector<std::string> serials(Casebook& casebook, const CaseFilter& filter) {
    std::vector<std::string> found;
    const auto hits = casebook.search(filter);
    if (hits)
        for (const CasebookHit& hit : hits->drives)
            found.push_back(hit.drive.identity.serial);
    return found;
}

using Serials = std::vector<std::string>;

class TestCasebookSearch final : public QObject {
    Q_OBJECT
private slots:
    void init() {
        m_folder = std::make_unique<QTemporaryDir>();
        m_path = m_folder->filePath("casebook.db");
        m_book = std::move(*Casebook::open(m_path.toStdString()));
        enterVisit(*m_book, scenarioOf({"Halden Tern 40", "PT5-00042", 1200}), someDay,
                   visitOf("Str\xC3\xB6mmer & S\xC3\xB6hne", "TG-1187"), false, Fate::keep);
        enterVisit(*m_book, scenarioOf({"Halden Tern 40", "PT5-00042", 9000}), someDay + 300 * aDay,
                   visitOf("Str\xC3\xB6mmer & S\xC3\xB6hne", "TG-1342",
                           {{ComplaintMark::slowCopying, Reproduced::notTried}}),
                   false, Fate::retire);
        enterVisit(*m_book, scenarioOf({"Auk R3", "AR3_0007", 20}), someDay + 10 * aDay,
                   visitOf("\xD9\x85\xD8\xB1\xD9\x83\xD8\xB2 \xD8\xA7\xD9\x84\xD9\x85\xD8\xAF", "100 %"),
                   false, Fate::watch);
        enterVisit(*m_book, scenarioOf({"Skua N41", "SK-77", 20}), someDay + 20 * aDay, visitOf("", ""));
    }

    // The latest first, of whichever drive, with the evidence they went by.
    void allRulingsForAnotherPolicy() {
        const auto past = m_book->pastRulings(2);
        QVERIFY(past);
        QCOMPARE(past->size(), std::size_t{2});
        QCOMPARE(past->front().drive, std::string("Halden Tern 40, PT5-00042"));
        QCOMPARE(past->front().ruling.fate, Fate::retire);
        QCOMPARE(past->back().drive, std::string("Auk R3, AR3_0007"));
        const auto all = m_book->pastRulings(100);
        QVERIFY(all);
        QCOMPARE(all->size(), std::size_t{3});
        const auto page = m_book->rulings(1);
        QVERIFY(page);
        QVERIFY(all->front().ruling.evidence == page->back().evidence);
    }

    void wordsAreFoundWhereverTheyStand() {
        QCOMPARE(serials(*m_book, {}), (Serials{"PT5-00042", "SK-77", "AR3_0007"}));
        QCOMPARE(serials(*m_book, {.words = "tern"}), (Serials{"PT5-00042"}));
        // One word of the drive, one of a visit that is not the latest; whatever the case, in any script.
        QCOMPARE(serials(*m_book, {.words = "halden tg-1187"}), (Serials{"PT5-00042"}));
        QCOMPARE(serials(*m_book, {.words = "STR\xC3\x96MMER"}), (Serials{"PT5-00042"}));
        QCOMPARE(serials(*m_book, {.words = "\xD8\xA7\xD9\x84\xD9\x85\xD8\xAF"}), (Serials{"AR3_0007"}));
        QCOMPARE(serials(*m_book, {.words = "tern skua"}), Serials{});
        // What SQL would take for a pattern is none.
        QCOMPARE(serials(*m_book, {.words = "100 %"}), (Serials{"AR3_0007"}));
        QCOMPARE(serials(*m_book, {.words = "_"}), (Serials{"AR3_0007"}));
        QCOMPARE(serials(*m_book, {.words = "'; DROP TABLE visit; --"}), Serials{});
        QCOMPARE(serials(*m_book, {.words = "okafor"}).size(), std::size_t{3});
    }

    void byRulingComplaintAndDate() {
        QCOMPARE(serials(*m_book, {.ruling = Fate::retire}), (Serials{"PT5-00042"}));
        QCOMPARE(serials(*m_book, {.ruling = Fate::keep}), Serials{}); // that was the one before
        QCOMPARE(serials(*m_book, {.notRuled = true}), (Serials{"SK-77"}));
        QCOMPARE(serials(*m_book, {.complaint = ComplaintMark::slowCopying}), (Serials{"PT5-00042"}));
        QCOMPARE(serials(*m_book, {.from = someDay + 5 * aDay, .until = someDay + 15 * aDay}),
                 (Serials{"AR3_0007"}));
        // On one and the same visit: the complaint was another time.
        QCOMPARE(serials(*m_book, {.complaint = ComplaintMark::slowCopying, .until = someDay + aDay}),
                 Serials{});
        const auto hit = m_book->search({.words = "tern"})->drives.front();
        QCOMPARE(hit.job, std::string("TG-1342"));
        QVERIFY(hit.ruling == Fate::retire);
        QCOMPARE(hit.drive.visits, std::uint64_t{2});
        QCOMPARE(m_book->search({}, 1)->drives.size(), std::size_t{1});
        QCOMPARE(m_book->search({}, 1)->all, std::uint64_t{3});
    }

    // What an earlier Orbita wrote is found as well, and its rulings hold.
    void olderCasebooksAreSearchedAlike() {
        const auto before = serials(*m_book, {.words = "str\xC3\xB6mmer", .ruling = Fate::retire});
        QCOMPARE(before.size(), std::size_t{1});
        m_book.reset();
        makeOlder(m_path, 4);
        auto again = Casebook::open(m_path.toStdString());
        QVERIFY2(again, again ? "" : again.error().message().c_str());
        QCOMPARE(serials(**again, {.words = "str\xC3\xB6mmer", .ruling = Fate::retire}), before);
        QCOMPARE(serials(**again, {.words = "pt5-00042"}), before);
    }

    void aLifeInVisits() {
        sim::Scenario young = scenarioOf({"Fulmar C5", "F-1", 300});
        sim::Scenario old = scenarioOf({"Fulmar C5", "F-1", 9300});
        addUnreadable(young, 800'000, 8);
        addUnreadable(old, 800'000, 8);
        addUnreadable(old, 1'600'000, 16);
        old.health.reallocated = 18;
        enterVisit(*m_book, young, someDay, visitOf("Tide-gauge network", "TG-1"), true, Fate::keep);
        enterVisit(*m_book, old, someDay + 400 * aDay, visitOf("Tide-gauge network", "TG-2"), true);
        const std::int64_t id = m_book->search({.words = "F-1"})->drives.front().drive.id;
        const auto life = driveLifeIn(*m_book, id);
        QVERIFY2(life, life ? "" : life.error().message().c_str());
        QCOMPARE(life->visits.size(), std::size_t{2});
        QCOMPARE(life->visits[0].visit.job, std::string("TG-1"));
        QCOMPARE(life->visits[0].scans.size(), std::size_t{1});
        QVERIFY(life->visits[0].ruling && life->visits[0].ruling->holds() == Fate::keep);
        QVERIFY(!life->visits[1].ruling);
        QCOMPARE(life->visits[1].reading(ReadingKind::reallocatedSectors)->value, std::int64_t{18});
        const auto looks = zonesSeen(life->visits[1].scans);
        QVERIFY(std::all_of(looks.begin(), looks.end(),
                            [](const ZoneLook& look) { return look.worst != Grade::none; }));
        QCOMPARE(std::count_if(looks.begin(), looks.end(),
                               [](const ZoneLook& look) { return look.worst == Grade::unreadable; }),
                 std::ptrdiff_t{2});
        // Whichever way round they are named.
        const VisitComparison found = compareVisits(*life, 1, 0);
        QCOMPARE(found.before.at, someDay);
        QVERIFY(found.comparedPercent > 99.9);
        QCOMPARE(found.counts[static_cast<std::size_t>(PlaceChange::same)], std::uint64_t{1});
        QCOMPARE(found.counts[static_cast<std::size_t>(PlaceChange::fresh)], std::uint64_t{1});
        QCOMPARE(found.patches.fresh, std::uint64_t{1});
        QCOMPARE(*found.hoursBetween, std::int64_t{9000});
        const auto counter =
            std::find_if(found.counters.begin(), found.counters.end(), [](const CounterChange& change) {
                return change.kind == ReadingKind::reallocatedSectors;
            });
        QVERIFY(counter != found.counters.end());
        QCOMPARE(counter->perThousandHours.value(), 2.0);
        QVERIFY(found.pace && found.pace->zones > 8);
        QVERIFY(found.nsPerByteNow[3] > 0);
        QVERIFY(!found.contradicts);
        // It is younger at its later visit: that cannot be.
        enterVisit(*m_book, young, someDay + 500 * aDay);
        const auto odd = driveLifeIn(*m_book, id);
        const VisitComparison back = compareVisits(*odd, 1, 2);
        QVERIFY(back.contradicts);
        QVERIFY(!back.now.read && back.places.empty());
        QVERIFY(std::none_of(back.counters.begin(), back.counters.end(), [](const CounterChange& change) {
            return change.perThousandHours.has_value();
        }));
        QVERIFY(!driveLifeIn(*m_book, 4711));
    }

    // The zones that are kept with a scan are those of its map; without them, the map is read.
    void digestsAreThoseOfTheMaps() {
        sim::Scenario scenario = scenarioOf({});
        addUnreadable(scenario, 800'000, 8);
        enterVisit(*m_book, scenario, someDay + 600 * aDay, {}, true);
        const std::int64_t id = m_book->search({.words = "PT5-00042"})->drives.front().drive.id;
        const auto record = m_book->loadScan(m_book->scans(id)->front().id);
        const ScanDigest whole = digestOf(*record);
        const auto quick = m_book->digests(id);
        QCOMPARE(quick->size(), std::size_t{1});
        QVERIFY(quick->front().zones == whole.zones);
        QVERIFY(whole.zones[5].nsPerByte > 0);
        QVERIFY(quick->front().ledger == whole.ledger);
        for (const char* damaged : {"''", "'[]'", "'[1,2]'", "'{'", "7"}) {
            statement(m_path, QStringLiteral("UPDATE scan SET zones = %1").arg(damaged));
            QVERIFY(m_book->digests(id)->front().zones == whole.zones);
        }
        QVERIFY(answer(m_path, "SELECT zones FROM scan").toString().startsWith(QLatin1Char('[')));
    }

    // By its kind: of others of the same model that had hardly run.
    void unwornOfItsKind() {
        const std::int64_t id = m_book->search({.words = "SK-77"})->drives.front().drive.id;
        QCOMPARE(m_book->unwornKind("Fulmar C5", id)->drives, std::uint64_t{0});
        for (int n = 0; n < 7; ++n)
            enterVisit(*m_book, scenarioOf({"Fulmar C5", "F-" + std::to_string(n), 50}), someDay, {}, true);
        // One that has run for long, and the drive itself, do not count.
        enterVisit(*m_book, scenarioOf({"Fulmar C5", "F-old", 30'000}), someDay, {}, true);
        const std::int64_t self = m_book->search({.words = "F-3"})->drives.front().drive.id;
        statement(m_path, "UPDATE scan SET late_per_mib = id / 1000.0");
        const auto kind = m_book->unwornKind("Fulmar C5", self);
        QCOMPARE(kind->drives, std::uint64_t{6});
        QVERIFY(kind->latePerMiB > 0);
        statement(m_path, "UPDATE scan SET late_per_mib = NULL WHERE id < 4");
        QCOMPARE(m_book->unwornKind("Fulmar C5", self)->drives, std::uint64_t{0});
        QCOMPARE(m_book->unwornKind("Fulmar C5", self)->latePerMiB, unwornLatePerMiB);
    }

    // Where a scenario says so, the surface was read then, as it was then.
    void demonstrationWasScannedBefore() {
        auto casebook = Casebook::open(":memory:");
        const auto targets = demoTargets();
        QVERIFY(targets.has_value());
        QVERIFY(addEarlierVisits(**casebook, *targets, 1'800'000'000).has_value());
        readEarlierSurfaces(*targets, 1'800'000'000, {}, [&](const ScanRecord& record) {
            PlateEncoder encoder;
            QVERIFY((*casebook)->keepScan(0, record, encoder).has_value());
        });
        const auto fulmar = (*casebook)->search({.words = "fulmar"})->drives.front();
        QCOMPARE(fulmar.drive.scans, std::uint64_t{2});
        const auto digests = (*casebook)->digests(fulmar.drive.id);
        QVERIFY(wearOf(digests->at(0))->most < wearOf(digests->at(1))->least); // it has worn between both
        const auto tern = (*casebook)->search({.words = "TG-4X0193"})->drives.front();
        const auto then = (*casebook)->digests(tern.drive.id);
        QCOMPARE(then->size(), std::size_t{1});
        const auto today = std::find_if(targets->begin(), targets->end(), [](const Target& target) {
            return target.identity.serial == "TG-4X0193";
        });
        QVERIFY(today != targets->end());
        QVERIFY(!then->front().ledger.empty());
        QVERIFY(then->front().ledger.size() < today->scenario->defects.size());
    }

private:
    std::unique_ptr<QTemporaryDir> m_folder;
    QString m_path;
    std::unique_ptr<Casebook> m_book;
};

ORBITA_TEST(TestCasebookSearch)

} // namespace test_casebook_search

#include "test_casebook_search.moc"
