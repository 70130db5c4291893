// SPDX-License-Identifier: GPL-3.0-or-later
// Intake and vitals, with real clicks and keys on the real window: a drive is plugged in, asked about, and
// tests itself.
#include <future>

#include "app/scan/scan_station.h"
#include "app/shell/app_window.h"
#include "app/theme/theme.h"
#include "app/vitals/vitals_station.h"
#include "report/vitals_words.h"
#include "support/hand.h"
#include "support/test_program.h"

#include <QApplication>
#include <QDialog>
#include <QTemporaryDir>

namespace test_visit_stations {

using namespace orbita;
using namespace orbita::app;

class TestVisitStations final : public QObject {
    Q_OBJECT
private:
    std::unique_ptr<AppWindow> m_window;

    VisitController& visit() { return m_window->station<ScanStation>().controller()->visit(); }
    QPushButton* button(const QString& beginning) { return test::button(*m_window, beginning); }
    void click(const QString& beginning) { test::click(*m_window, beginning); }
    void choose(int row) {
        auto* rack = m_window->findChild<QListView*>(QStringLiteral("rack"));
        QTest::mouseClick(rack->viewport(), Qt::LeftButton, {},
                          rack->visualRect(rack->model()->index(row, 0)).center());
    }
    void readVitals() {
        QTest::keyClick(m_window.get(), Qt::Key_F8);
        TRY_COMPARE(visit().state(), VisitController::State::read);
    }
    QString textOf(const char* name) {
        for (const QLabel* label : m_window->findChildren<QLabel*>(QLatin1String(name)))
            if (label->isVisible())
                return label->text();
        return {};
    }
    QAbstractItemView* readings() {
        return m_window->findChild<QAbstractItemView*>(QStringLiteral("readings"));
    }

private slots:
    void initTestCase() { Theme::instance().setScheme(ColourScheme::dark); }
    void init() { m_window = test::demonstration(); }
    void cleanup() { m_window.reset(); }

    void identityIsUnmistakable() {
        choose(0);
        QCOMPARE(textOf("intakeModel"), QString("Halden Tern 40"));
        QVERIFY(textOf("intakeSerial").contains("<b>0193</b>")); // what is compared with the label
        choose(1);
        QVERIFY(textOf("intakeSerial").contains("<b>7718</b>"));
    }
    void complaintAndDataQuestionAreTaken() {
        choose(1);
        click("slow copying");
        click("read errors");
        QCOMPARE(visit().visit().complaints.size(), std::size_t{2});
        QCOMPARE(visit().visit().complaints[0].mark, ComplaintMark::slowCopying);
        QVERIFY(!visit().gateClosed());
        click("read errors"); // taken back
        QCOMPARE(visit().visit().complaints.size(), std::size_t{1});
        click("No, only here");
        QCOMPARE(m_window->station<ScanStation>().controller()->data(), DataElsewhere::notSaved);
        QLineEdit* job = nullptr;
        for (QLineEdit* edit : m_window->findChildren<QLineEdit*>())
            if (edit->accessibleName() == QLatin1String("Job number"))
                job = edit;
        QVERIFY(job != nullptr);
        QTest::mouseClick(job, Qt::LeftButton);
        QTest::keyClicks(job, "TG-1401");
        QTest::keyClick(job, Qt::Key_Tab);
        QCOMPARE(visit().visit().job, std::string("TG-1401"));
        // Another drive has a visit of its own; this one keeps its own.
        choose(4);
        QVERIFY(visit().visit().complaints.empty());
        QVERIFY(!button("slow copying")->isChecked());
        choose(1);
        QVERIFY(button("slow copying")->isChecked());
        QCOMPARE(job->text(), QString("TG-1401"));
    }
    void complaintsAreTriedHereAndNotesKept() {
        choose(1);
        QVERIFY(button("slow: not tried") == nullptr);
        click("slow");
        click("slow: not tried");
        QCOMPARE(visit().visit().complaints.at(0).here, Reproduced::yes);
        click("slow: seen here");
        QCOMPARE(visit().visit().complaints.at(0).here, Reproduced::no);
        QVERIFY(button("slow: not here") != nullptr);
        auto* notes = m_window->findChild<QPlainTextEdit*>("visitNotes");
        QTest::mouseClick(notes->viewport(), Qt::LeftButton);
        QTest::keyClicks(notes, "Copied at 90 MB/s without a stop");
        QCOMPARE(visit().visit().notes, std::string("Copied at 90 MB/s without a stop"));
        choose(4);
        QVERIFY(notes->toPlainText().isEmpty());
        choose(1);
        QCOMPARE(notes->toPlainText(), QString("Copied at 90 MB/s without a stop"));
    }
    // What the system shows of an attached drive stands beside its uses; a simulated one is not held.
    void remarksStandAtTheIntake() {
        choose(1);
        QVERIFY(button("Hold it read-only") == nullptr); // it is no device of this system
        Target target = m_window->station<ScanStation>().controller()->target();
        target.remarks = {{RemarkKind::tableFirstDamaged, {}}, {RemarkKind::sameSerial, "/dev/sdc"}};
        m_window->station<ScanStation>().controller()->updateTarget(target);
        bool told = false;
        for (const QLabel* label : m_window->findChildren<QLabel*>())
            told = told || (label->isVisible() && label->text().contains("/dev/sdc claims the same serial"));
        QVERIFY(told);
    }
    // F8 while a scan runs: in a pause of the scan, which goes on by itself.
    void vitalsAreReadInAPauseOfTheScan() {
        choose(1);
        click("Yes, it is saved");
        QTest::keyClick(m_window.get(), Qt::Key_F4);
        DriveController* controller = m_window->station<ScanStation>().controller();
        controller->start();
        TRY_VERIFY(controller->current()->record.status.phase == ScanPhase::reading);
        QTest::keyClick(m_window.get(), Qt::Key_F8);
        TRY_COMPARE(visit().state(), VisitController::State::read);
        TRY_VERIFY(controller->current()->record.status.phase == ScanPhase::reading);
        const auto& events = controller->current()->record.events;
        const auto kindIs = [](ScanEventKind kind) {
            return [kind](const ScanEvent& e) { return e.kind == kind; };
        };
        QVERIFY(std::any_of(events.begin(), events.end(), kindIs(ScanEventKind::paused)));
        QVERIFY(std::any_of(events.begin(), events.end(), kindIs(ScanEventKind::resumed)));
        QVERIFY(controller->current()->record.status.temperature.has_value());
        controller->stop();
        TRY_VERIFY(!controller->scanning());
    }
    void noiseClosesTheGateWhateverTheDriveSays() {
        choose(1);
        readVitals();
        QCOMPARE(visit().gate().entry, Entry::goOn);
        QTest::keyClick(m_window.get(), Qt::Key_F2);
        click("noise");
        QVERIFY(visit().gateClosed());
        QTest::keyClick(m_window.get(), Qt::Key_F3);
        QVERIFY(textOf("judgement").contains("save the data first"));
    }
    void byKeyboardAlone() {
        choose(1);
        QPushButton* slow = button("slow");
        slow->setFocus();
        QTest::keyClick(slow, Qt::Key_Space);
        QCOMPARE(visit().visit().complaints.size(), std::size_t{1});
        QTest::keyClick(m_window.get(), Qt::Key_F8); // reads the vitals and goes there
        TRY_COMPARE(visit().state(), VisitController::State::read);
        QVERIFY(readings()->isVisible());
        readings()->setFocus();
        QTest::keyClick(readings(), Qt::Key_Down);
        TRY_VERIFY(textOf("readingDetail").contains("Pending sectors"));
        QTest::keyClick(m_window.get(), Qt::Key_F4);
        QVERIFY(m_window->station<ScanStation>().isVisible());
    }
    void readingsHaveMeaningAndFindingsComeFirst() {
        choose(0);
        readVitals();
        QVERIFY(readings()->model()->rowCount() > 12);
        const QString first = readings()->model()->index(0, 0).data(Qt::AccessibleTextRole).toString();
        QVERIFY2(first.contains("Pending sectors: 32 sectors, warning"), qPrintable(first));
        QVERIFY(textOf("readingDetail").contains("Only a scan finds those"));
        QVERIFY(textOf("judgement").contains("Go gently"));
        QVERIFY(textOf("vitalsNotes").contains("listed as pending"));
        for (int row = 0; row < readings()->model()->rowCount(); ++row) {
            QTest::mouseClick(readings()->viewport(), Qt::LeftButton, {},
                              readings()->visualRect(readings()->model()->index(row, 0)).center());
            QVERIFY(!textOf("readingDetail").isEmpty());
        }
    }
    void comparedWithTheLastVisit() {
        choose(0);
        TRY_VERIFY(visit().past().size() == 2); // from the casebook
        QVERIFY(textOf("earlierVisits").contains("TG-1342"));
        readVitals();
        const Reading* now = visit().vitals().find(ReadingKind::reallocatedSectors);
        QCOMPARE(now->value, 136);
        QCOMPARE(visit().pastWith(*now)->vitals.same(*now)->value, 24);
        auto* model = qobject_cast<ReadingsModel*>(readings()->model());
        int row = 0;
        while (model->row(row)->reading.kind != ReadingKind::reallocatedSectors)
            ++row;
        const QString change = changeText(*model->row(row));
        QVERIFY2(change.startsWith("+112 in ") && change.endsWith(" h"), qPrintable(change));
        readings()->setCurrentIndex(model->index(row, 0));
        QVERIFY(textOf("readingDetail").contains("since the last visit"));
        auto* trend = m_window->findChild<TrendView*>();
        TRY_VERIFY(trend->isVisible());
        QCOMPARE(trend->graph(0)->dataCount(), 3);
    }
    void shortSelfTestRunsToItsEnd() {
        choose(1);
        readVitals();
        QCOMPARE(textOf("testLog"), QString("It has never tested itself."));
        click("Short");
        TRY_VERIFY(textOf("testLog").contains("short: passed"));
        QVERIFY(!visit().testRunning());
        QCOMPARE(visit().vitals().selfTests.front().result, SelfTestResult::passed);
        // What was done to the drive stands in the casebook, with what came of it and by whom.
        TRY_COMPARE(visit().actions().size(), std::size_t{1});
        const DriveAction action = visit().actions().front();
        QCOMPARE(action.kind, ActionKind::selfTestStart);
        QCOMPARE(action.result, ActionResult::done);
        QCOMPARE(action.parameters.at("kind"), std::string("short"));
        QVERIFY(!action.who.empty());
        QTest::keyClick(m_window.get(), Qt::Key_F2);
        TRY_VERIFY(textOf("doneToIt").contains("self-test begun: short, by "));
    }
    void extendedSelfTestIsAborted() {
        choose(1);
        readVitals();
        // By the keyboard, which stays where tests are begun and aborted.
        const auto pressed = [&](const char* name) {
            button(name)->setFocus();
            QTest::keyClick(button(name), Qt::Key_Space);
        };
        pressed("Extended");
        TRY_VERIFY(visit().testRunning());
        TRY_VERIFY(textOf("testState").contains("Testing itself"));
        QVERIFY(!button("Extended")->isEnabled());
        TRY_COMPARE(QApplication::focusWidget(), static_cast<QWidget*>(button("Abort test")));
        QTest::keyClick(QApplication::focusWidget(), Qt::Key_Space);
        TRY_VERIFY(!visit().testRunning());
        TRY_VERIFY(textOf("testLog").contains("extended: aborted"));
        TRY_COMPARE(QApplication::focusWidget(), static_cast<QWidget*>(button("Short")));
    }
    void selectiveSelfTestNeedsItsSpan() {
        choose(1);
        readVitals();
        click("Selective");
        QVERIFY(!visit().testRunning());
        auto* span = m_window->findChild<QLineEdit*>(QStringLiteral("testSpan"));
        QTest::keyClicks(span, "0..99999");
        click("Selective");
        TRY_VERIFY(textOf("testLog").contains("selective: passed"));
    }
    void closedGateIsOverruledOnlyByHand() {
        choose(3); // its motor needs second attempts
        readVitals();
        QVERIFY(visit().gateClosed());
        click("Short");
        QVERIFY(!visit().testRunning());
        TRY_VERIFY(button("Leave it alone") != nullptr);
        click("Leave it alone");
        QTest::qWait(50);
        QVERIFY(visit().vitals().selfTests.empty() && !visit().testRunning());
        click("Short");
        click("Test all the same");
        TRY_VERIFY(!visit().vitals().selfTests.empty());
    }
    void healthReportingIsSwitchedOnByHand() {
        QTemporaryDir folder;
        QFile file(folder.filePath("off.json"));
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write(
            R"({"format":"orbita-scenario","version":1,"name":"off","front":"sat","vitals":{"watching":false},)"
            R"("drive":{"model":"Auk R3","serial":"AK-off","sectors":20000000,"rpm":5900},)"
            R"("pace":{"outer_mb_per_s":150},"playback_seconds":4})");
        file.close();
        m_window->open("sim:" + file.fileName());
        TRY_VERIFY(visit().vitals().identity.serial == "AK-off" ||
                   m_window->station<ScanStation>().controller()->identity().serial == "AK-off");
        readVitals();
        QVERIFY(visit().vitals().find(ReadingKind::overallHealth) == nullptr);
        QVERIFY(textOf("vitalsNotes").contains("switched off"));
        click("Switch health reporting on");
        TRY_VERIFY(visit().vitals().find(ReadingKind::overallHealth) != nullptr);
        QVERIFY(button("Switch health") == nullptr);
    }
    void bridgeThatHidesTheDriveIsSaid() {
        choose(2);
        readVitals();
        TRY_VERIFY(textOf("notice").contains("hands no health commands on"));
        QVERIFY(textOf("notice").contains("another adapter"));
        QVERIFY(button("Short") == nullptr);
        QVERIFY(textOf("testState").contains("No self-test"));
    }
    void thePathShowsWhereTheVisitIs() {
        choose(0);
        const auto node = [&](int i) {
            return m_window->findChildren<StationNode*>().at(i)->accessibleName();
        };
        QVERIFY(node(0).contains("here"));
        QVERIFY(node(1).contains("not visited"));
        QTest::mouseClick(m_window->findChildren<StationNode*>().at(1), Qt::LeftButton);
        QVERIFY(node(1).contains("here"));
        readVitals();
        QTest::keyClick(m_window.get(), Qt::Key_F4);
        QVERIFY(node(1).contains("warns"));
    }
};

ORBITA_TEST(TestVisitStations)

} // namespace test_visit_stations

#include "test_visit_stations.moc"
