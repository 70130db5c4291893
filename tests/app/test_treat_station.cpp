// SPDX-License-Identifier: GPL-3.0-or-later
// The Treat station, with real clicks and keys on the real window: from what a scan has found to a clean new
// scan, refusals, breaking off and going on.
#include "app/scan/scan_station.h"
#include "app/shell/app_window.h"
#include "app/theme/theme.h"
#include "app/treat/treat_station.h"
#include "report/format.h"
#include "report/words.h"
#include "support/hand.h"
#include "support/test_program.h"

#include <QClipboard>
#include <QTableView>
#include <QTemporaryDir>

namespace test_treat_station {

using namespace orbita;
using namespace orbita::app;

// A small drive with such defects, which is scanned in a second or two.
QByteArray scenarioText(const char* name, const QByteArray& defects) {
    return QByteArray(R"({"format":"orbita-scenario","version":1,"name":")") + name +
           R"(","drive":{"model":"Auk R3","serial":"AK-)" + name +
           R"(-7T31","sectors":20000000,"physical_bytes":4096,"rpm":5900},)" +
           R"("pace":{"outer_mb_per_s":150,"inner_mb_per_s":80,"zones":8},"defects":[)" + defects +
           R"(],"playback_seconds":1})";
}

QByteArray slowPlace(std::uint64_t lba) {
    return R"({"kind":"slow","turns":40,"sectors":8,"lba":)" +
           QByteArray::number(static_cast<qulonglong>(lba)) + "}";
}

QByteArray unreadable(std::uint64_t lba, const char* onWrite = "rewritten") {
    return R"({"kind":"unreadable","answer_ms":20,"sectors":8,"on_write":")" + QByteArray(onWrite) +
           R"(","lba":)" + QByteArray::number(static_cast<qulonglong>(lba)) + "}";
}

class TestTreatStation final : public QObject {
    Q_OBJECT
private:
    QTemporaryDir m_dir;
    std::unique_ptr<AppWindow> m_window;

    QString scenario(const char* name, const QByteArray& defects) {
        QFile file(m_dir.filePath(QLatin1String(name) + ".json"));
        if (!file.open(QIODevice::WriteOnly))
            qFatal("cannot write");
        file.write(scenarioText(name, defects));
        return QStringLiteral("sim:") + file.fileName();
    }
    DriveController& controller() { return *m_window->station<ScanStation>().controller(); }
    TreatmentController& treatment() { return controller().treatment(); }
    QWidget* station() { return &m_window->station<TreatStation>(); }
    template <class Widget>
    Widget* find(const char* name) {
        return m_window->findChild<Widget*>(QLatin1String(name));
    }
    QTableView* cases() { return find<QTableView>("cases"); }
    QString foot() { return station()->findChild<QLabel*>(QStringLiteral("footSentence"))->text(); }
    void click(const QString& text) { test::click(*m_window, text); }
    void key(Qt::Key key, Qt::KeyboardModifiers with = {}) { QTest::keyClick(m_window.get(), key, with); }
    // To the keyboard, wherever it is.
    void typed(const QString& text) { QTest::keyClicks(QApplication::focusWidget(), text); }
    void scanned(const QString& name, bool saved = true) {
        test::openByHand(*m_window, name);
        key(Qt::Key_F4);
        click(saved ? "Yes, saved" : "No");
        key(Qt::Key_F5);
        TRY_VERIFY(controller().current() && !controller().scanning() &&
                   controller().current()->record.status.phase == ScanPhase::ended);
        key(Qt::Key_F8);
        TRY_COMPARE(controller().visit().state(), VisitController::State::read);
        key(Qt::Key_F11);
        TRY_VERIFY(station()->isVisible());
    }
    void tickAll() {
        QTest::qWait(50); // until it is laid out
        for (QCheckBox* tick : station()->findChildren<QCheckBox*>(QStringLiteral("destroysTick")))
            if (tick->isVisible())
                QTest::mouseClick(tick, Qt::LeftButton);
    }
    void untilEnded() { TRY_COMPARE(treatment().state(), TreatmentController::State::ended); }
    std::size_t writtenSectors() { return controller().target().condition->medium().writtenSectors().size(); }

private slots:
    void init() { m_window = test::demonstration(); }
    void cleanup() { m_window.reset(); }

    // With the mouse: a scan's defects become cases, are treated, and a new scan of the places is clean.
    void fromTheLedgerToACleanScan() {
        scanned(scenario("heals", unreadable(4'096'000) + "," + unreadable(12'288'000, "remapped")));
        QCOMPARE(cases()->model()->rowCount(), 2);
        QVERIFY(cases()->model()->index(0, 0).data().toString().contains(format::lba(Lba{4'096'000})));
        // Without destroying anything there is nothing that helps: it says so beforehand.
        QVERIFY2(foot().contains("nothing that can be read now"), qPrintable(foot()));
        QTest::mouseClick(find<QCheckBox>("allowZeros"), Qt::LeftButton);
        QVERIFY2(foot().contains("16 sectors"), qPrintable(foot()));
        click("Treat…");
        const QString asked = find<QLabel>("consentWhat")->text();
        QVERIFY(asked.contains("Auk R3") && asked.contains("AK-heals-7T31") &&
                asked.contains(format::bytes(10'240'000'000)));
        QVERIFY(!test::button(*m_window, "Write to this drive")->isEnabled());
        QTest::keyClicks(find<QLineEdit>("consentTyped"), "7t31");
        QVERIFY(!test::button(*m_window, "Write to this drive")->isEnabled()); // not ticked yet
        QTest::mouseClick(find<QCheckBox>("destroysTick"), Qt::LeftButton);
        click("Write to this drive");
        untilEnded();
        QCOMPARE(treatment().progress().stop, std::optional(TreatmentStop::done));
        QCOMPARE(treatment().progress().results.size(), std::size_t{2});
        QCOMPARE(treatment().progress().results[0].result, TreatmentResult::rewritten);
        QCOMPARE(treatment().progress().results[1].result, TreatmentResult::remapped);
        QCOMPARE(writtenSectors(), std::size_t{16});
        QVERIFY(cases()->model()->index(1, CasesModel::outcome).data().toString().contains("spare"));
        // What the scan had found stays, with what was done beside it; so in the casebook.
        const std::int64_t scannedAt = controller().current()->record.startedAt;
        QCOMPARE(controller().current()->record.ledger.size(), std::size_t{2});
        QCOMPARE(controller().current()->record.treatments.all().size(), std::size_t{2});
        click("Copy the result");
        const QString copied = QGuiApplication::clipboard()->text();
        QVERIFY2(copied.contains("AK-heals-7T31") && copied.contains("moved to a spare") &&
                     copied.contains("The contents of 16 sectors are lost"),
                 qPrintable(copied));
        click("Scan these places again");
        TRY_VERIFY(controller().current()->record.startedAt >= scannedAt && controller().scanCount() == 2 &&
                   !controller().scanning());
        QVERIFY(controller().current()->record.ledger.empty());
        QVERIFY(controller().current()->record.covered.size() == 2);
        std::atomic<std::size_t> kept = 0;
        std::atomic<bool> looked = false;
        m_window->rack().casebook().post([&](Casebook& casebook) {
            for (const KeptScan& scan : casebook.scans().value())
                if (const auto record = casebook.loadScan(scan.id);
                    record && record->drive.serial == "AK-heals-7T31")
                    kept += record->treatments.all().size();
            looked = true;
        });
        TRY_VERIFY(looked);
        QCOMPARE(kept.load(), std::size_t{2});
        // Treated places are not proposed again.
        m_window->station<ScanStation>().controller()->showScan(0);
        key(Qt::Key_F11);
        click("Back to the places");
        TRY_COMPARE(cases()->model()->rowCount(), 0);
    }
    // With the keyboard alone: one place left out, the rest treated.
    void byKeyboardAlone() {
        scanned(scenario("keys", unreadable(4'096'000) + "," + unreadable(12'288'000)));
        key(Qt::Key_4, Qt::ControlModifier);
        QCOMPARE(QApplication::focusWidget(), cases());
        QTest::keyClick(cases(), Qt::Key_Down);
        QTest::keyClick(cases(), Qt::Key_Space); // not the second
        TRY_COMPARE(cases()->model()->index(1, 0).data(Qt::CheckStateRole).toInt(), int(Qt::Unchecked));
        find<QCheckBox>("allowZeros")->setFocus();
        QTest::keyClick(QApplication::focusWidget(), Qt::Key_Space);
        key(Qt::Key_F12);
        QCOMPARE(QApplication::focusWidget()->objectName(), QString("destroysTick"));
        // Esc leaves it alone.
        QTest::keyClick(QApplication::focusWidget(), Qt::Key_Escape);
        TRY_VERIFY(cases()->isVisible());
        QCOMPARE(treatment().state(), TreatmentController::State::none);
        key(Qt::Key_F12);
        QTest::keyClick(QApplication::focusWidget(), Qt::Key_Space);
        QTest::keyClick(QApplication::focusWidget(), Qt::Key_Tab);
        QCOMPARE(QApplication::focusWidget()->objectName(), QString("consentTyped"));
        typed("7T31");
        QTest::keyClick(QApplication::focusWidget(), Qt::Key_Return);
        untilEnded();
        QCOMPARE(treatment().progress().results.size(), std::size_t{1});
        QCOMPARE(treatment().progress().results[0].spot.span.first, Lba{4'096'000});
        QCOMPARE(writtenSectors(), std::size_t{8});
        key(Qt::Key_F12); // what is proposed then: scanning these places again
        TRY_VERIFY(controller().scanCount() == 2 && !controller().scanning());
        QVERIFY(controller().current()->record.ledger.empty());
    }
    // The gate refuses: nothing is written, the question stays with the reason, and can be answered again.
    void refusedWithTheReason() {
        scanned(scenario("wrong", unreadable(4'096'000)));
        click("Treat…");
        QTest::keyClicks(find<QLineEdit>("consentTyped"), "0000");
        click("Write to this drive");
        TRY_COMPARE(treatment().state(), TreatmentController::State::refused);
        QCOMPARE(writtenSectors(), std::size_t{0});
        QString said;
        for (const QLabel* label : station()->findChildren<QLabel*>())
            if (label->isVisible() && label->accessibleName() == QLatin1String("Refused"))
                said = label->text();
        QVERIFY2(said.contains("Nothing was written") && said.contains("serial number"), qPrintable(said));
        QCOMPARE(QApplication::focusWidget()->objectName(), QString("consentTyped"));
        typed("7T31");
        QTest::keyClick(QApplication::focusWidget(), Qt::Key_Return);
        untilEnded();
        QCOMPARE(treatment().progress().results[0].result, TreatmentResult::stillUnreadable);
        QCOMPARE(writtenSectors(), std::size_t{0}); // nothing that may be written would help
    }
    // Something mounts it between the scan and the treatment.
    void refusedWhileMounted() {
        scanned(scenario("mounted", unreadable(4'096'000)));
        controller().target().condition->setMountedAt("/mnt/gauges");
        click("Treat…");
        QTest::keyClicks(find<QLineEdit>("consentTyped"), "7T31");
        click("Write to this drive");
        TRY_COMPARE(treatment().state(), TreatmentController::State::refused);
        QVERIFY(words(*treatment().error()).contains("/mnt/gauges"));
        QCOMPARE(writtenSectors(), std::size_t{0});
        click("Leave it alone");
        TRY_VERIFY(cases()->isVisible());
    }
    // Advised against, it is treated only by somebody who says so, and that is written down.
    void adviceIsOverruledDeliberately() {
        scanned(scenario("only", unreadable(4'096'000)), false); // its data is nowhere else
        TRY_VERIFY(find<QCheckBox>("allowRefresh")->isVisible());
        click("Treat…");
        QTest::keyClicks(find<QLineEdit>("consentTyped"), "7T31");
        QVERIFY(!test::button(*m_window, "Write to this drive")->isEnabled());
        tickAll();
        click("Write to this drive");
        untilEnded();
        TRY_VERIFY(std::any_of(controller().visit().actions().begin(), controller().visit().actions().end(),
                               [](const DriveAction& a) { return a.kind == ActionKind::adviceOverruled; }));
    }
    // What was not answered, or not read yet, is asked for first; nothing can be begun meanwhile.
    void whatIsMissingComesFirst() {
        test::openByHand(*m_window, scenario("first", unreadable(4'096'000)));
        key(Qt::Key_F11);
        QVERIFY2(foot().contains("Scan the drive first"), qPrintable(foot()));
        click("To the scan");
        click("Yes, saved");
        key(Qt::Key_F5);
        key(Qt::Key_F11);
        TRY_VERIFY(foot().contains("A scan of this drive is running") || !controller().scanning());
        TRY_VERIFY(foot().contains("Read the vitals"));
        key(Qt::Key_F12);
        TRY_VERIFY(foot().contains("would be treated"));
        key(Qt::Key_F4);
        key(Qt::Key_F5); // while it is scanned again
        TRY_VERIFY(controller().scanning());
        QVERIFY(!controller().whyNotTreat().isEmpty());
        TRY_VERIFY(!controller().scanning());
    }
    // Stopped, it can be gone on with; also by a window that was opened later, from the journal beside the
    // casebook.
    void brokenOffAndGoneOnWith() {
        // So many that they are not all treated before the hand is at the button, on a busy computer too.
        constexpr int places = 40;
        QByteArray defects;
        for (int i = 0; i < places; ++i)
            defects += (i ? "," : "") + unreadable(4'096'000 + 300'000ULL * static_cast<unsigned>(i));
        scanned(scenario("stopped", defects));
        QTest::mouseClick(find<QCheckBox>("allowZeros"), Qt::LeftButton);
        click("Treat…");
        tickAll();
        QTest::keyClicks(find<QLineEdit>("consentTyped"), "7T31");
        click("Write to this drive");
        TRY_VERIFY(treatment().progress().results.size() >= 2);
        QVERIFY(!controller().whyNotStart().isEmpty()); // no scan meanwhile
        click("Stop");
        untilEnded();
        QCOMPARE(treatment().progress().stop, std::optional(TreatmentStop::byHand));
        const std::size_t done = treatment().progress().results.size();
        QVERIFY(done < places);
        TRY_VERIFY(treatment().brokenOff() != nullptr);
        TRY_VERIFY(test::button(*m_window, "Go on…") != nullptr);
        click("Go on…");
        tickAll();
        QTest::keyClicks(find<QLineEdit>("consentTyped"), "7T31");
        click("Write to this drive");
        TRY_VERIFY(treatment().state() == TreatmentController::State::ended &&
                   treatment().progress().stop == TreatmentStop::done);
        QCOMPARE(treatment().progress().results.size(), std::size_t{places});
        TRY_VERIFY(!treatment().brokenOff());
        // It is remembered: the station says what was treated before.
        click("Back to the places");
        TRY_VERIFY(find<QLabel>("treatedBefore")->isVisible());
        QVERIFY2(find<QLabel>("treatedBefore")->text().contains("40 of 40 places read well now"),
                 qPrintable(find<QLabel>("treatedBefore")->text()));
    }
    // A span selected on the plate, in which nothing bad is known, is refreshed: the same data once more.
    void aSelectionIsRefreshed() {
        scanned(scenario("span", unreadable(4'096'000)));
        key(Qt::Key_F4);
        m_window->station<ScanStation>().lens().select(LbaSpan{Lba{8'000'000}, SectorCount{2'048}});
        key(Qt::Key_T, Qt::ControlModifier | Qt::ShiftModifier);
        TRY_VERIFY(station()->isVisible());
        QCOMPARE(cases()->model()->rowCount(), 1);
        QVERIFY(cases()->model()->index(0, 0).data().toString().contains(format::lba(Lba{8'000'000})));
        QVERIFY2(foot().contains("nothing that can be read now"), qPrintable(foot()));
        click("Treat…");
        QTest::keyClicks(find<QLineEdit>("consentTyped"), "7T31");
        click("Write to this drive");
        untilEnded();
        QCOMPARE(treatment().progress().results.size(), std::size_t{1});
        QVERIFY(isHealed(treatment().progress().results[0].result));
    }
    // Treated as the scan goes: asked before it begins, shown while it runs, kept with it.
    void asYouGo() {
        test::openByHand(*m_window, scenario("goes", unreadable(4'096'000) + "," + unreadable(16'000'000)));
        key(Qt::Key_F4);
        click("Yes, saved");
        key(Qt::Key_F11);
        QPushButton* along = test::button(*m_window, "Scan, and treat as you go");
        QVERIFY(along != nullptr && !along->isEnabled()); // the vitals come first
        key(Qt::Key_F8);
        TRY_COMPARE(controller().visit().state(), VisitController::State::read);
        key(Qt::Key_F11);
        QTest::mouseClick(find<QCheckBox>("allowZeros"), Qt::LeftButton);
        // Refused, the scan does not begin, and says why.
        click("Scan, and treat as you go");
        const QString asked = find<QLabel>("consentWhat")->text();
        QVERIFY2(asked.contains("as it goes") && asked.contains("AK-goes-7T31"), qPrintable(asked));
        tickAll();
        QTest::keyClicks(find<QLineEdit>("consentTyped"), "0000");
        click("Write to this drive");
        TRY_VERIFY(controller().current() && controller().current()->error.has_value());
        QVERIFY(m_window->station<ScanStation>().isVisible());
        QVERIFY2(
            m_window->station<ScanStation>().findChild<QLabel*>("notice")->text().contains("serial number"),
            qPrintable(find<QLabel>("notice")->text()));
        QCOMPARE(writtenSectors(), std::size_t{0});
        key(Qt::Key_F11);
        click("Scan, and treat as you go");
        tickAll();
        QTest::keyClicks(find<QLineEdit>("consentTyped"), "7T31");
        click("Write to this drive");
        // It says so all the time: which drive is written to.
        auto* sentence = find<QLabel>("actionSentence");
        bool said = false;
        while (controller().scanning()) {
            QVERIFY2(!sentence->text().contains("nothing is written"), qPrintable(sentence->text()));
            said = said || sentence->text().contains("treated");
            QTest::qWait(5);
        }
        QVERIFY(said);
        TRY_VERIFY(controller().current()->record.plate && !controller().scanning() &&
                   controller().current()->record.status.ended == EndReason::complete);
        QCOMPARE(controller().current()->record.treatments.all().size(), std::size_t{2});
        QCOMPARE(controller().current()->record.ledger.size(), std::size_t{2});
        QCOMPARE(writtenSectors(), std::size_t{16});
        key(Qt::Key_F11); // nothing is left to be treated
        TRY_COMPARE(cases()->model()->rowCount(), 0);
        // It stands with what was done to the drive.
        TRY_VERIFY(std::any_of(controller().visit().actions().begin(), controller().visit().actions().end(),
                               [](const DriveAction& a) { return a.kind == ActionKind::sectorsWritten; }));
    }
    // What reads late, by mouse: the costs of both ways are said, nothing is written before the question is
    // answered, and the maps of all three passes tell what each took.
    void whatReadsLateIsRefreshed() {
        scanned(scenario("late",
                         slowPlace(4'096'000) + "," + slowPlace(12'288'000) + "," + unreadable(16'384'000)));
        QVERIFY(test::button(*m_window, "Refresh the drive")->isEnabled());
        click("Refresh the drive");
        QPushButton* late = test::button(*m_window, "Only what reads late");
        QPushButton* whole = test::button(*m_window, "All of it");
        QVERIFY(late->isChecked() && !whole->isChecked());
        const auto what = [&] { return find<QLabel>("consentWhat")->text(); };
        QVERIFY2(what().contains("2 places that read late") && what().contains("AK-late-7T31") &&
                     what().contains("What cannot be read, 8 sectors, is left alone"),
                 qPrintable(what()));
        QTest::mouseClick(whole, Qt::LeftButton);
        QVERIFY2(what().contains("to all of") && what().contains("that takes about"), qPrintable(what()));
        QVERIFY(whole->text().contains("about"));
        QTest::mouseClick(late, Qt::LeftButton);
        QCOMPARE(writtenSectors(), std::size_t{0});
        QTest::keyClicks(find<QLineEdit>("consentTyped"), "7T31");
        click("Write to this drive");
        untilEnded();
        QVERIFY(treatment().refreshes() && treatment().endedWell());
        const RefreshProgress& progress = treatment().refresh();
        QCOMPARE(progress.totals.late, std::uint64_t{2});
        QCOMPARE(progress.totals.healed, std::uint64_t{2});
        QVERIFY(writtenSectors() > 0 && writtenSectors() == progress.totals.written.value);
        // The map tells a place on hovering.
        auto* map = find<RefreshMapView>("refreshMap");
        TRY_VERIFY(map->isVisible());
        const QPointF at = map->rectOf(RefreshPass::read, Lba{4'096'000}).center();
        const QString told = map->describe(at).join(QLatin1Char('\n'));
        QVERIFY2(told.contains("Read: ") && told.contains("Written back: ") && told.contains("Read again: "),
                 qPrintable(told));
        // So does the map of the scan, and the text for the job sheet.
        QCOMPARE(controller().current()->record.treatments.all().size(), std::size_t{2});
        click("Copy the result");
        const QString copied = QGuiApplication::clipboard()->text();
        QVERIFY2(copied.contains("AK-late-7T31") && copied.contains("2 places read late, and in time now"),
                 qPrintable(copied));
        QVERIFY(foot().contains("scan what was refreshed"));
        click("Back to the places");
        QTRY_VERIFY2(find<QLabel>("treatedBefore")->text().contains("2 places refreshed"),
                     qPrintable(find<QLabel>("treatedBefore")->text()));
    }
    // All of it, by keyboard alone: stopped, and gone on with to the end.
    void aWholeDriveStoppedAndGoneOnWith() {
        QByteArray text = scenarioText("whole", slowPlace(96'000));
        text.replace("20000000", "200000").replace("\"playback_seconds\":1", "\"playback_seconds\":10");
        QFile file(m_dir.filePath(QStringLiteral("whole.json")));
        QVERIFY(file.open(QIODevice::WriteOnly) && file.write(text) > 0);
        file.close();
        scanned(QStringLiteral("sim:") + file.fileName());
        test::button(*m_window, "Refresh the drive")->setFocus();
        QTest::keyClick(QApplication::focusWidget(), Qt::Key_Space);
        QVERIFY(test::button(*m_window, "Only what reads late")->hasFocus());
        QTest::keyClick(QApplication::focusWidget(), Qt::Key_Left); // all of it
        QVERIFY(test::button(*m_window, "All of it")->isChecked());
        find<QLineEdit>("consentTyped")->setFocus();
        typed("7T31");
        QTest::keyClick(QApplication::focusWidget(), Qt::Key_Return);
        TRY_VERIFY(treatment().refresh().totals.done.value > 20'000);
        QVERIFY2(foot().contains("Writing to"), qPrintable(foot()));
        key(Qt::Key_F12);
        untilEnded();
        QCOMPARE(treatment().endedBy(), TreatmentStop::byHand);
        const SectorCount done = treatment().refresh().totals.done;
        QVERIFY(done.value < 200'000);
        TRY_VERIFY(treatment().brokenOffRefresh() != nullptr);
        QTRY_VERIFY2(foot().contains("Go on where it was broken off"), qPrintable(foot()));
        key(Qt::Key_F12);
        QVERIFY(find<QLabel>("consentWhat")->isVisible());
        typed("7T31");
        QTest::keyClick(QApplication::focusWidget(), Qt::Key_Return);
        TRY_VERIFY(treatment().state() == TreatmentController::State::running);
        untilEnded();
        QVERIFY(treatment().endedWell());
        QCOMPARE(treatment().refresh().totals.done.value, std::uint64_t{200'000});
        QCOMPARE(writtenSectors(), std::size_t{200'000});
        QVERIFY(treatment().refresh().doneBefore >= done);
    }
    // Leaving in the midst of it: it stops after the write that is under way, and waits for that.
    void leavingStopsIt() {
        QByteArray defects;
        for (int i = 0; i < 12; ++i)
            defects += (i ? "," : "") + unreadable(4'096'000 + 800'000ULL * static_cast<unsigned>(i));
        scanned(scenario("leaves", defects));
        click("Treat…");
        tickAll();
        QTest::keyClicks(find<QLineEdit>("consentTyped"), "7T31");
        click("Write to this drive");
        TRY_VERIFY(!treatment().progress().steps.empty());
        m_window->close();
        TRY_VERIFY(!m_window->isVisible());
        QVERIFY(treatment().wrappedUp());
    }

private:
    static QString words(const Error& error) { return orbita::words::error(error); }
};

ORBITA_TEST(TestTreatStation)

} // namespace test_treat_station

#include "test_treat_station.moc"
