// SPDX-License-Identifier: GPL-3.0-or-later
// orbita-cli casebook: finding, comparing and looking after, as a person at a terminal does it.
#include "support/cli_runner.h"
#include "support/filled_casebook.h"
#include "support/older_casebook.h"
#include "support/test_program.h"

#include <QDir>
#include <QTemporaryDir>
namespace test_casebook_commands {

using namespace orbita;
using namespace orbita::test;

QStringList casebook(const QStringList& arguments) {
    return QStringList{"casebook"} + arguments;
}

class TestCasebookCommands final : public QObject {
    Q_OBJECT
private slots:
    void init() {
        m_folder = std::make_unique<QTemporaryDir>();
        qputenv("XDG_DATA_HOME", m_folder->filePath("data").toUtf8());
        qputenv("LC_ALL", "C.UTF-8");
        fill();
    }

    void aDriveIsFoundAgain() {
        const Ran all = cli(casebook({"search"}));
        QCOMPARE(all.status, 0);
        QCOMPARE(all.out.count('\n'), 2);
        const Ran one = cli(casebook({"search", "harbour", "tg-7", "--ruling", "retire"}));
        QVERIFY2(one.out.contains("PT5-00042") && one.out.contains("Retire"), qPrintable(one.out));
        QCOMPARE(one.out.count('\n'), 1);
        const Ran json = cli(casebook({"search", "--ruling", "none", "--json"}));
        const auto list = nlohmann::json::parse(json.out.toStdString());
        QCOMPARE(list["found"].size(), std::size_t{1});
        QVERIFY(list["found"][0]["serial"] == "AR3-7");
        QVERIFY(cli(casebook({"search", "zeppelin"})).out.contains("No drive in the casebook fits."));
        QVERIFY(
            cli(casebook({"search", "--from", "2023-11-01", "--until", "2023-12-01"})).out.contains("AR3-7"));
        QCOMPARE(cli(casebook({"search", "--from", "yesterday"})).status, 2);
        QCOMPARE(cli(casebook({"search", "--complaint", "smell"})).status, 2);
    }

    void twoVisitsAreCompared() {
        const QString number = numberOf("PT5-00042");
        const Ran told = cli(casebook({"compare", number}));
        QCOMPARE(told.status, 0);
        const QString text = withPlainBlanks(told.out);
        QVERIFY2(text.contains("100 % of the drive was read on both visits."), qPrintable(text));
        QVERIFY2(text.contains("Defects: 1 place new, 1 place as before."), qPrintable(text));
        QVERIFY2(text.contains("unreadable, was no defect"), qPrintable(text));
        QVERIFY2(text.contains("2.0 in 1000 hours"), qPrintable(text));
        QVERIFY2(text.contains("has run for 9 000 hours"), qPrintable(text));
        const auto json =
            nlohmann::json::parse(cli(casebook({"compare", number, "2", "1", "--json"})).out.toStdString());
        QVERIFY(json["format"] == "orbita-comparison");
        QVERIFY(json["counts"]["new"] == 1);
        QCOMPARE(json["before"]["zones"].size(), std::size_t{64});
        QCOMPARE(cli(casebook({"compare", number, "1", "4711"})).status, 2);
        QCOMPARE(cli(casebook({"compare", numberOf("AR3-7")})).status, 2);
        QCOMPARE(cli(casebook({"compare", "4711"})).status, 2);
    }

    void aCaseGoesToAnotherBench() {
        const QString file = m_folder->filePath("tern.orbita-case");
        QCOMPARE(cli(casebook({"export-case", numberOf("PT5-00042"), file})).status, 0);
        QCOMPARE(cli(casebook({"export-case", "1", file})).status, 2); // something is there
        qputenv("XDG_DATA_HOME", m_folder->filePath("elsewhere").toUtf8());
        // Where no casebook was yet, one begins with it.
        const Ran taken = cli(casebook({"take-in", file}));
        QVERIFY2(taken.out.contains("1 new drives") && taken.out.contains("scans 2"),
                 qPrintable(taken.out + taken.err));
        QVERIFY(cli(casebook({"take-in", file})).out.contains("All of it was here already."));
        QVERIFY(cli(casebook({"search", "harbour"})).out.contains("PT5-00042"));
        QCOMPARE(cli(casebook({"take-in", m_folder->filePath("none")})).status, 2);
        QCOMPARE(cli(casebook({"take-in", "/etc/passwd"})).status, 2);
    }

    void backedUpCheckedAndRestored() {
        const QString backup = m_folder->filePath("backup.db");
        QCOMPARE(cli(casebook({"backup", backup})).status, 0);
        QVERIFY(cli(casebook({"check"})).out.contains("Nothing in it is damaged."));
        statement(path(), "UPDATE plate_chunk SET bytes = x'00' WHERE scan = 1");
        const Ran damaged = cli(casebook({"check"}));
        QCOMPARE(damaged.status, 1);
        QVERIFY2(damaged.out.contains("scan 1"), qPrintable(damaged.out));
        {
            // While another program has it open, nothing is put in its place.
            const auto open = Casebook::open(path().toStdString());
            const Ran refused = cli(casebook({"restore", backup}));
            QCOMPARE(refused.status, 2);
            QVERIFY2(refused.err.contains("another program"), qPrintable(refused.err));
        }
        const Ran restored = cli(casebook({"restore", backup}));
        QVERIFY2(restored.out.contains("replaced-"), qPrintable(restored.out + restored.err));
        QCOMPARE(cli(casebook({"check"})).status, 0);
        QCOMPARE(QDir(m_folder->filePath("data/orbita")).entryList({"*replaced-*"}, QDir::Files).size() > 0,
                 true);
        QCOMPARE(cli(casebook({"restore", "/etc/passwd"})).status, 2);
        QCOMPARE(cli(casebook({"check"})).status, 0);
    }

    void customersAreForgottenOnlyWhenAsked() {
        QCOMPARE(cli(casebook({"forget-customers"})).status, 2);
        QCOMPARE(cli(casebook({"forget-customers", "--yes"})).status, 2);
        QVERIFY(cli(casebook({"forget-customers", "--customer", "harbour office"}))
                    .out.contains("would be forgotten: 2"));
        QVERIFY(cli(casebook({"search", "harbour"})).out.contains("PT5-00042"));
        QVERIFY(cli(casebook(
                        {"forget-customers", "--older-than", "300", "--customer", "Harbour Office", "--yes"}))
                    .out.contains("was forgotten: 2"));
        QVERIFY(cli(casebook({"search", "harbour"})).out.contains("No drive"));
    }

private:
    [[nodiscard]] QString path() const { return m_folder->filePath("data/orbita/casebook.db"); }
    void fill() {
        auto book = Casebook::open(path().toStdString());
        QVERIFY(book.has_value());
        sim::Scenario young = scenarioOf({"Halden Tern 40", "PT5-00042", 300});
        sim::Scenario old = scenarioOf({"Halden Tern 40", "PT5-00042", 9300});
        addUnreadable(young, 800'000, 8);
        addUnreadable(old, 800'000, 8);
        addUnreadable(old, 1'600'000, 16);
        old.health.reallocated = 18;
        Visit visit;
        visit.customer = "Harbour office";
        visit.job = "TG-7";
        QVERIFY(enterVisit(**book, young, someDay - 400 * aDay, visit, true, Fate::keep) != 0);
        QVERIFY(enterVisit(**book, old, someDay - aDay * 100, visit, true, Fate::retire) != 0);
        QVERIFY(enterVisit(**book, scenarioOf({"Auk R3", "AR3-7", 20}), someDay) != 0);
    }
    QString numberOf(const char* serial) {
        const auto list =
            nlohmann::json::parse(cli(casebook({"search", serial, "--json"})).out.toStdString());
        return QString::number(list["found"][0]["drive"].get<int>());
    }
    std::unique_ptr<QTemporaryDir> m_folder;
};

ORBITA_TEST(TestCasebookCommands)

} // namespace test_casebook_commands

#include "test_casebook_commands.moc"
