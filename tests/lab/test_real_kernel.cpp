// SPDX-License-Identifier: GPL-3.0-or-later
// orbita-cli inside a real kernel with real storage drivers and emulated drives: SATA, NVMe, USB, SCSI, and a
// SCSI device whose medium errors are known. Skips where no such kernel can be booted.
#include "support/test_program.h"

#include <QFile>
#include <QProcess>
#include <QRegularExpression>
#include <QTemporaryDir>
#include <array>
#include <nlohmann/json.hpp>
#include <set>

namespace test_real_kernel {

struct Section {
    int status = -1;
    QString text;
    [[nodiscard]] nlohmann::json json() const {
        const auto from = text.indexOf('{');
        const auto to = text.lastIndexOf('}');
        return nlohmann::json::parse(text.mid(from, to - from + 1).toStdString(), nullptr, false);
    }
};

class TestRealKernel final : public QObject {
    Q_OBJECT
private:
    QMap<QString, Section> m_sections;

    static std::string text(const nlohmann::json& json, const char* key) { return json.value(key, ""); }
    static const nlohmann::json* reading(const nlohmann::json& vitals, const char* id) {
        for (const auto& r : vitals.at("readings"))
            if (text(r, "id") == id)
                return &r;
        return nullptr;
    }

    // Of a treatment, its results.
    [[nodiscard]] std::vector<nlohmann::json> resultsOf(const QString& name) const {
        std::vector<nlohmann::json> results;
        for (const QString& line : m_sections.value(name).text.split('\n')) {
            const auto event = nlohmann::json::parse(line.toStdString(), nullptr, false);
            if (event.is_object() && event.value("event", "") == "result")
                results.push_back(event);
        }
        return results;
    }
    // What the program said in that section, where it ended otherwise.
    void ends(const QString& name, int status) const {
        const Section section = m_sections.value(name);
        QVERIFY2(section.status == status, qPrintable(QStringLiteral("%1 ended with %2: %3")
                                                          .arg(name)
                                                          .arg(section.status)
                                                          .arg(section.text.right(900))));
    }

private slots:
    void initTestCase() {
        QTemporaryDir folder;
        QProcess process;
        process.start(QStringLiteral(ORBITA_LAB "/real-kernel/run"),
                      {QCoreApplication::applicationDirPath(), folder.filePath("console.log")});
        QVERIFY(process.waitForFinished(1'050'000));
        if (process.exitCode() == 77)
            QSKIP(process.readAllStandardError().constData());
        QFile console(folder.filePath("console.log"));
        QVERIFY(console.open(QIODevice::ReadOnly));
        const QString all = QString::fromUtf8(console.readAll()).remove('\r');
        QVERIFY2(process.exitCode() == 0, qPrintable(all.right(2000)));
        const QRegularExpression section(QStringLiteral("=== ([^=]+) ===\n(.*?)=== exit (\\d+) ==="),
                                         QRegularExpression::DotMatchesEverythingOption);
        for (auto it = section.globalMatch(all); it.hasNext();) {
            const auto match = it.next();
            m_sections[match.captured(1)] = {match.captured(3).toInt(), match.captured(2)};
        }
    }
    void everyDriveIsListed() {
        const auto list = m_sections["drives"].json();
        QStringList serials;
        for (const auto& drive : list.at("attached"))
            serials << QString::fromStdString(text(drive, "serial") + " by " + text(drive, "attachment"));
        const QString all = serials.join('\n');
        for (const char* expected : {"LAB-SATA-0042 by SATA", "LAB-NVME-0043 by NVMe", "LAB-SCSI-0045 by "})
            QVERIFY2(all.contains(QLatin1String(expected)), qPrintable(all));
    }
    void sataSpeaksAtaThroughTheKernel() {
        const auto vitals = m_sections["vitals sata"].json();
        QCOMPARE(text(vitals, "family"), std::string("ata"));
        QCOMPARE(text(vitals.at("drive"), "model"), std::string("Petrel 5 lab"));
        QCOMPARE(text(vitals.at("drive"), "serial"), std::string("LAB-SATA-0042"));
        QCOMPARE(text(vitals.at("drive"), "firmware"), std::string("L001"));
        QCOMPARE(vitals.at("drive").at("sectors").get<int>(), 131072);
        QVERIFY(reading(vitals, "own-verdict") != nullptr);
        QCOMPARE(reading(vitals, "own-verdict")->at("value").get<int>(), 0);
        QVERIFY(reading(vitals, "temperature") != nullptr);
        QVERIFY(reading(vitals, "reallocated-sectors") != nullptr);
    }
    void shortSelfTestRunsInTheDrive() {
        const Section test = m_sections["selftest sata"];
        ends("selftest sata", 0);
        const auto tests = test.json().at("self_tests");
        QVERIFY(!tests.empty());
        QCOMPARE(text(tests.at(0), "kind"), std::string("short"));
        QCOMPARE(text(tests.at(0), "result"), std::string("passed"));
    }
    void nvmeSpeaksForItself() {
        const auto vitals = m_sections["vitals nvme"].json();
        QCOMPARE(text(vitals, "family"), std::string("nvme"));
        QCOMPARE(text(vitals.at("drive"), "serial"), std::string("LAB-NVME-0043"));
        QCOMPARE(vitals.at("drive").at("sectors").get<int>(), 131072);
        QVERIFY(reading(vitals, "media-errors") != nullptr);
        QCOMPARE(reading(vitals, "critical-warning")->at("value").get<int>(), 0);
    }
    void scsiAndUsbTellWhatTheyHave() {
        const auto scsi = m_sections["vitals scsi"].json();
        QCOMPARE(text(scsi, "family"), std::string("scsi"));
        QCOMPARE(text(scsi.at("drive"), "serial"), std::string("LAB-SCSI-0045"));
        QVERIFY(!scsi.at("refused").empty()); // this one keeps no logs, and that is said
        const auto usb = m_sections["vitals usb"].json();
        const auto& notes = usb.at("notes");
        QVERIFY(std::any_of(notes.begin(), notes.end(),
                            [](const auto& n) { return text(n, "id") == "bridge-hides"; }));
    }
    void soundDrivesAreSound() {
        for (const char* name : {"scan sata", "scan nvme", "scan usb", "scan scsi"}) {
            QVERIFY2(m_sections.contains(name), name);
            QVERIFY2(m_sections[name].status == 0, qPrintable(m_sections[name].text));
            // By its own commands, not through the block layer.
            QVERIFY2(!m_sections[name].text.contains(QLatin1String("block layer")),
                     qPrintable(m_sections[name].text));
        }
    }
    // ATA through the kernel's translation and SCSI verify are taken. These emulated drives answer without
    // looking: a computer that is quick enough lets that be found out, on a slow one they take as long as a
    // medium must. This NVMe controller does not verify, and that is said.
    void verifyingReachesTheDrive() {
        for (const char* name : {"verify sata", "verify scsi"}) {
            const bool believed = m_sections[name].text.contains(QLatin1String("verify checked"));
            const bool doubted = m_sections[name].text.contains(QLatin1String("not believed"));
            QVERIFY2(believed != doubted, qPrintable(m_sections[name].text));
            ends(name, doubted ? 3 : 0);
            QVERIFY(!m_sections[name].text.contains(QLatin1String("unreadable")));
        }
        ends("verify nvme", 2);
        QVERIFY(m_sections["verify nvme"].text.contains(QLatin1String("verifying is not available")));
    }
    // The kernel names the sectors that the device cannot read; Orbita finds exactly those.
    void mediumErrorsAreExact() {
        ends("scan debug", 1);
        const QStringList lines = m_sections["ledger debug"].text.trimmed().split('\n');
        QCOMPARE(lines.size(), 2);
        QVERIFY2(lines[1].startsWith("4660,16,2385920,"), qPrintable(lines[1]));
        QVERIFY2(lines[1].contains(",unreadable,") && lines[1].endsWith(",confirmed,given"),
                 qPrintable(lines[1]));
    }
    // NVMe commands of which several are at the drive at once, by the kernel's own queue for them, and one
    // after the other: the drive's own word on what it cannot read, exact either way.
    void nvmeReadsSeveralAtOnce() {
        QVERIFY2(m_sections["scan nvme"].text.contains("8 commands at the drive at once"),
                 qPrintable(m_sections["scan nvme"].text.right(4000)));
        QVERIFY(!m_sections["worn nvme alone"].text.contains("at the drive at once"));
        for (const char* name : {"worn nvme", "worn nvme alone"}) {
            ends(name, 1);
            const QStringList lines =
                m_sections[QString("%1 ledger").arg(name)].text.trimmed().split('\n').filter(",unreadable,");
            QCOMPARE(lines.size(), 2);
            QVERIFY2(lines[0].startsWith("70000,1,") && lines[0].endsWith(",confirmed,given"),
                     qPrintable(lines[0]));
            QVERIFY2(lines[1].startsWith("100001,1,") && lines[1].endsWith(",confirmed,given"),
                     qPrintable(lines[1]));
        }
    }
    // From here on: the simulated drives of lab/simulated-disk as disks of that kernel.
    void simulatedDrivesAreDisksOfTheKernel() {
        const auto list = m_sections["drives simulated"].json();
        int found = 0;
        for (const auto& drive : list.at("attached"))
            if (text(drive, "serial").rfind("LAB-SIM-", 0) == 0) {
                ++found;
                QCOMPARE(drive.at("sectors").get<int>(), 262144);
                QCOMPARE(drive.at("physical_bytes").get<int>(), 4096);
                QVERIFY(drive.at("remarks").empty());
            }
        QCOMPARE(found, 5);
    }
    void ataLogsArriveThroughTheKernel() {
        const auto vitals = m_sections["vitals simulated sat"].json();
        QCOMPARE(text(vitals, "family"), std::string("ata"));
        QCOMPARE(text(vitals.at("drive"), "serial"), std::string("LAB-SIM-0051"));
        QCOMPARE(reading(vitals, "pending-sectors")->at("value").get<int>(), 40);
        QCOMPARE(reading(vitals, "reallocated-sectors")->at("value").get<int>(), 16);
        std::set<std::uint64_t> listed;
        for (const auto& suspect : vitals.at("suspects"))
            listed.insert(suspect.at("lba").get<std::uint64_t>());
        QCOMPARE(listed, (std::set<std::uint64_t>{100000, 100008, 100016, 180008, 262136}));
        QVERIFY(vitals.at("refused").empty());
    }
    void scsiLogsArriveThroughTheKernel() {
        const auto vitals = m_sections["vitals simulated scsi"].json();
        QCOMPARE(text(vitals, "family"), std::string("scsi"));
        QCOMPARE(reading(vitals, "temperature")->at("value").get<int>(), 38);
        QCOMPARE(reading(vitals, "power-on-hours")->at("value").get<int>(), 21000);
    }
    void selfTestFailsWhereTheDriveKnowsOfDefects() {
        const Section test = m_sections["selftest simulated sat"];
        ends("selftest simulated sat", 1);
        const auto tests = test.json().at("self_tests");
        QVERIFY(!tests.empty());
        QCOMPARE(text(tests.at(0), "result"), std::string("failed-read"));
        QCOMPARE(tests.at(0).at("failing_lba").get<int>(), 100000);
    }
    // True sense data with the failing LBA, by reading and by verifying, to the sector.
    void readingAndVerifyingFindTheSame() {
        for (const char* name : {"read", "verify"}) {
            ends(QString("%1 simulated sat").arg(name), 1);
            const QStringList lines =
                m_sections[QString("%1 ledger").arg(name)].text.trimmed().split('\n').filter(",unreadable,");
            QCOMPARE(lines.size(), 3);
            const std::array<const char*, 3> places = {"100000,24,", "180008,8,", "262136,8,"};
            for (int i = 0; i < 3; ++i) {
                QVERIFY2(lines[i].startsWith(QLatin1String(places[static_cast<std::size_t>(i)])),
                         qPrintable(lines[i]));
                QVERIFY2(lines[i].endsWith(QLatin1String(",confirmed,given")), qPrintable(lines[i]));
            }
        }
        const auto vitals = m_sections["vitals afterwards"].json();
        QVERIFY(reading(vitals, "reported-uncorrectable")->at("value").get<int>() > 3);
    }
    void aFreezeIsSurvivedAndPlaced() {
        ends("freeze", 1);
        const QStringList lines = m_sections["freeze ledger"].text.trimmed().split('\n');
        QCOMPARE(lines.filter(",unreadable,").size(), 1);
        QVERIFY2(lines.filter(",unreadable,").value(0).startsWith("50000,16,"), qPrintable(lines.join('\n')));
        const QStringList stalled = lines.filter(",stalled,");
        QCOMPARE(stalled.size(), 1);
        const quint64 first = stalled[0].section(',', 0, 0).toULongLong();
        const quint64 count = stalled[0].section(',', 1, 1).toULongLong();
        QVERIFY(first <= 150000 && 150008 <= first + count);
    }
    // What was found there is brought back, through a real driver, until a new scan finds nothing.
    void aDriveBehindAhciIsTreatedUntilItReadsClean() {
        ends("mend scan", 1);
        const QStringList bad = m_sections["mend ledger"].text.trimmed().split('\n').filter(",unreadable,");
        QCOMPARE(bad.size(), 2);
        QVERIFY(bad[0].startsWith("3000,1,") && bad[1].startsWith("20000,2,"));
        ends("mend treated", 0);
        QCOMPARE(resultsOf("mend treated").size(), std::size_t{3});
        for (const auto& result : resultsOf("mend treated"))
            QVERIFY(result.at("healed").get<bool>() && text(result, "step") == "zeros");
        ends("mend again", 0);
    }
    // True sense data, a grown list that names what was replaced, and REASSIGN BLOCKS.
    void aScsiDriveIsTreatedUntilItReadsClean() {
        ends("heals scan", 1);
        ends("heals treated", 0);
        const auto results = resultsOf("heals treated");
        const auto of = [&](int first) {
            for (const auto& result : results)
                if (result.at("lba").get<int>() <= first &&
                    first < result.at("lba").get<int>() + result.at("sectors").get<int>())
                    return text(result, "step") + ' ' + text(result, "result");
            return std::string("none");
        };
        QCOMPARE(of(50000), std::string("zeros rewritten"));
        QCOMPARE(of(90000), std::string("zeros remapped"));
        QCOMPARE(of(130000), std::string("reassigned remapped"));
        QVERIFY2(of(200000).starts_with("refresh rewritten"), of(200000).c_str());
        ends("heals again", 0);
        QCOMPARE(reading(m_sections["heals vitals"].json(), "grown-defects")->at("value").get<int>(), 6);
    }
    void aPulledDriveIsGoneAndNothingIsBlamedOnIt() {
        ends("pulled", 3);
        QVERIFY(m_sections["pulled"].text.contains("The drive went away"));
        QVERIFY(!m_sections["pulled"].text.contains("unreadable"));
    }
    // A command that never comes back is left behind, and the drive that keeps it holds up no listing.
    void aDeadDriveEndsItsScanAndIsListedSilent() {
        ends("dead", 3);
        QVERIFY(m_sections["dead"].text.contains("stopped answering"));
        const auto list = m_sections["drives with a dead one"].json();
        for (const auto& drive : list.at("attached")) {
            const auto& remarks = drive.at("remarks");
            const bool silent = std::any_of(remarks.begin(), remarks.end(),
                                            [](const auto& r) { return text(r, "id") == "silent"; });
            QCOMPARE(silent, text(drive, "serial") == "LAB-SIM-0053");
        }
    }
};

ORBITA_TEST(TestRealKernel)

} // namespace test_real_kernel

#include "test_real_kernel.moc"
