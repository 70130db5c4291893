// SPDX-License-Identifier: GPL-3.0-or-later
// How what a person names is opened, and who is asked how warm it is.
#include "core/base/helper_process.h"
#include "core/inventory/recognition.h"
#include "core/target/thermometer.h"
#include "support/test_program.h"

#include <QFile>
#include <QTemporaryDir>
#include <algorithm>
#include <unistd.h>

namespace test_target {

using namespace orbita;

class TestTarget : public QObject {
    Q_OBJECT
private:
    QTemporaryDir m_dir;
    std::string image(const char* name, qint64 bytes = 1 << 20) {
        QFile file(m_dir.filePath(QLatin1String(name)));
        if (!file.open(QIODevice::WriteOnly) || !file.resize(bytes))
            qFatal("cannot write");
        return file.fileName().toStdString();
    }

private slots:
    // Where the command node cannot be opened, the drive is read through the block layer, and that is noted.
    void theBlockLayerIsTheLastWay() {
        Target target;
        target.name = image("drive");
        target.commandNode = "/dev/sg-that-is-not-there";
        const auto drive = openTarget(target, false);
        QVERIFY2(drive, drive ? "" : drive.error().message().c_str());
        const auto& notes = (*drive)->limits().notes;
        QCOMPARE(std::count(notes.begin(), notes.end(), AccessNote::blockLayerOnly), 1);
        QVERIFY(!(*drive)->limits().verifies);
        QVERIFY(!(*drive)->limits().pastCache);
    }
    // A partition begins elsewhere than its drive: its drive's commands would read the wrong place.
    void partitionsAreReadThroughTheBlockLayer() {
        Target target;
        target.name = image("part");
        target.commandNode = "/dev/sg-that-is-not-there";
        target.partition = true;
        const auto drive = openTarget(target, false);
        QVERIFY(drive);
        const auto& notes = (*drive)->limits().notes;
        QCOMPARE(std::count(notes.begin(), notes.end(), AccessNote::blockLayerOnly), 0);
        QVERIFY(!thermometerOf(target));
    }
    void simulatedDrivesTellTheirWarmthUntilTheyAreSilent() {
        const auto demos = demoTargets();
        QVERIFY(demos);
        for (const Target& demo : *demos) {
            const Thermometer thermometer = thermometerOf(demo);
            QVERIFY(thermometer);
            const auto degrees = thermometer({});
            const bool hidden = demo.scenario->front == sim::Front::bridge;
            QCOMPARE(degrees.has_value(), !hidden);
            if (degrees)
                QVERIFY(*degrees > 15 && *degrees < 80);
            QCOMPARE(thermometer({}).has_value(), !hidden); // and says so again
        }
        Target file;
        file.name = image("plain");
        QVERIFY(!thermometerOf(file)); // takes no commands: nobody is asked
    }
    void aHelperThatIsNotThereIsTold() {
        const auto started = startHelper("orbita-nobody", {}, {{STDERR_FILENO, STDOUT_FILENO}});
        QVERIFY(!started);
        QVERIFY(started.error().on.find("orbita-nobody") != std::string::npos);
        QVERIFY(!started.error().advice.empty());
        collectLeftBehind();
    }
    void holdingWhatIsNoDriveIsToldAndHarmless() {
        const std::string path = image("held");
        const auto held = setReadOnlyFlags({{path, true}}, std::chrono::seconds{10});
        QVERIFY(!held);
        QVERIFY(held.error().on == path);
        QVERIFY(!setReadOnlyFlags({{path + "-not-there", true}}, std::chrono::seconds{10}));
        // Of what is in use, nothing is promised that would not hold.
        AttachedDrive used;
        used.identity.path = path;
        used.uses.push_back({UseKind::mounted, "sda1", "/home"});
        const auto refused = holdReadOnly(used, std::chrono::seconds{10});
        QVERIFY(!refused && refused.error().answer.text().find("goes on writing") != std::string::npos);
        QCOMPARE(QFileInfo(QString::fromStdString(path)).size(), qint64{1 << 20});
    }
    void whatCannotBeOpenedIsNotSilent() {
        const auto found =
            recognise({image("empty", 0), m_dir.filePath("nowhere").toStdString()}, std::chrono::seconds{10});
        QCOMPARE(found.size(), std::size_t{2});
        QVERIFY(!found[0].silent && found[0].systemError == 0 && found[0].parts.empty());
        QVERIFY(!found[1].silent && found[1].systemError == ENOENT);
    }
};

ORBITA_TEST(TestTarget)

} // namespace test_target

#include "test_target.moc"
