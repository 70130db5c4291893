// SPDX-License-Identifier: GPL-3.0-or-later
// A technician's first scan, with real clicks and keys on the real window.
#include "app/scan/scan_station.h"
#include "app/shell/app_window.h"
#include "app/theme/one_line.h"
#include "app/theme/theme.h"
#include "report/words.h"
#include "support/hand.h"
#include "support/scan_runner.h"
#include "support/test_program.h"

#include <QApplication>
#include <QClipboard>
#include <QComboBox>
#include <QDialogButtonBox>
#include <QElapsedTimer>
#include <QFileDialog>
#include <QFileInfo>
#include <QLineEdit>
#include <QListView>
#include <QListWidget>
#include <QPointer>
#include <QScrollArea>
#include <QScrollBar>
#include <QSignalSpy>
#include <QSpinBox>
#include <QTemporaryDir>
#include <QToolTip>

namespace test_scan_station {

using namespace orbita;
using namespace orbita::app;

QByteArray scenarioText(const char* name, const char* defects, double playbackSeconds) {
    return QByteArray(R"({"format":"orbita-scenario","version":1,"name":")") + name +
           R"(","drive":{"model":"Auk R3","serial":"AK-)" + name +
           R"(","sectors":20000000,"physical_bytes":4096,"rpm":5900},"pace":{"outer_mb_per_s":150,"inner_mb_per_s":80,"zones":8},"defects":[)" +
           defects + R"(],"playback_seconds":)" + QByteArray::number(playbackSeconds) + "}";
}

class TestScanStation : public QObject {
    Q_OBJECT
private:
    QTemporaryDir m_dir;
    std::unique_ptr<AppWindow> m_window;

    QString scenario(const char* name, const char* defects, double playbackSeconds = 4) {
        QFile file(m_dir.filePath(QLatin1String(name) + ".json"));
        if (!file.open(QIODevice::WriteOnly))
            qFatal("cannot write");
        file.write(scenarioText(name, defects, playbackSeconds));
        return QStringLiteral("sim:") + file.fileName();
    }
    QPushButton* button(const QString& text) { return test::button(*m_window, text); }
    void click(const QString& text) { test::click(*m_window, text); }
    void backToTheWindow() { test::backTo(*m_window); }
    void openByHand(const QString& name) { test::openByHand(*m_window, name); }
    DriveController& controller() { return *m_window->station<ScanStation>().controller(); }
    const ScanStatus& status() { return controller().current()->record.status; }
    PlateView& plate() { return m_window->station<ScanStation>().plate(); }
    QTableView* ledger() { return m_window->findChild<QTableView*>(QStringLiteral("ledger")); }
    QListView* list(const char* name) { return m_window->findChild<QListView*>(QLatin1String(name)); }
    QString sentence() { return m_window->findChild<QLabel*>(QStringLiteral("actionSentence"))->text(); }

private slots:
    void init() {
        m_window = test::demonstration();
        QTest::keyClick(m_window.get(), Qt::Key_F4); // the Scan station
    }
    void cleanup() { m_window.reset(); }

    void rackShowsTheDrives() {
        QListView* rack = list("rack");
        QCOMPARE(rack->model()->rowCount(), 7);
        // With the mouse: click on the second card.
        QTest::mouseClick(rack->viewport(), Qt::LeftButton, {},
                          rack->visualRect(rack->model()->index(1, 0)).center());
        QCOMPARE(words::driveName(controller().identity()), QString("Halden Tern 20"));
        // With the keyboard: one down.
        QTest::keyClick(rack, Qt::Key_Down);
        QCOMPARE(words::driveName(controller().identity()), QString("Skua N41"));
        QVERIFY(rack->model()->index(0, 0).data(Qt::AccessibleTextRole).toString().contains("TG-4X0193"));
    }
    // Every scan is kept in the casebook and opened again from the list.
    void keptScansAreOpenedFromTheCasebook() {
        openByHand(
            scenario("kept", R"({"kind": "unreadable", "lba": 4096, "sectors": 8, "answer_ms": 20})", 1));
        click("Yes, saved");
        click("Start");
        TRY_VERIFY(status().phase == ScanPhase::ended);
        TRY_VERIFY(!controller().keptAt().isEmpty());
        QTest::qWait(500); // until its end is kept, too
        const std::size_t scans = controller().scanCount();
        const std::size_t entries = controller().current()->record.ledger.size();
        QTest::keyClick(m_window.get(), Qt::Key_O, Qt::ControlModifier);
        TRY_VERIFY(m_window->findChild<QListWidget*>("keptScans") != nullptr);
        auto* kept = m_window->findChild<QListWidget*>("keptScans");
        // The one just made is the newest; those of the demonstration's earlier visits are below it.
        TRY_VERIFY(kept->count() >= 1);
        QVERIFY(kept->item(0)->text().contains("Read to the end"));
        QVERIFY(kept->item(0)->text().contains(QString::fromStdString(controller().identity().serial)));
        QTest::mouseClick(kept->viewport(), Qt::LeftButton, {}, kept->visualItemRect(kept->item(0)).center());
        QTest::keyClick(kept, Qt::Key_Return);
        TRY_COMPARE(controller().scanCount(), scans + 1);
        QCOMPARE(controller().current()->record.ledger.size(), entries);
        QVERIFY(controller().current()->opened);
        QVERIFY(test::wholeSpanCovered(controller().current()->record));
        backToTheWindow();
    }
    // Played again by key, ended by button; what was found is there again as it was.
    void replaysAFinishedScan() {
        openByHand(
            scenario("replay", R"({"kind": "unreadable", "lba": 4104, "sectors": 8, "answer_ms": 20})", 1));
        click("Yes, saved");
        QTest::keyClick(m_window.get(), Qt::Key_F10);
        QVERIFY(!controller().replaying()); // nothing to play yet
        click("Start");
        TRY_VERIFY(status().phase == ScanPhase::ended);
        const ScanRecord whole = controller().current()->record;
        QTest::keyClick(m_window.get(), Qt::Key_F10);
        QVERIFY(controller().replaying());
        QVERIFY(sentence().startsWith("Replaying the scan of"));
        QVERIFY(button("Export…") == nullptr);
        TRY_VERIFY(status().blocksDone > 0 && status().totals.of(Grade::unreadable) == 1);
        QVERIFY(status().blocksDone < whole.status.blocksDone);
        QCOMPARE(status().phase, ScanPhase::reading);
        QCOMPARE(controller().current()->record.ledger, whole.ledger);
        const std::uint64_t before = status().blocksDone;
        TRY_VERIFY(status().blocksDone > before);
        click("End replay");
        QVERIFY(!controller().replaying());
        QCOMPARE(status().phase, ScanPhase::ended);
        QVERIFY(controller().current()->record.plate == whole.plate);
        QCOMPARE(controller().current()->record.events.size(), whole.events.size());
        // Whatever else is done with the drive ends it, too.
        QTest::keyClick(m_window.get(), Qt::Key_F10);
        QVERIFY(controller().replaying());
        click("Scan again");
        QVERIFY(!controller().replaying());
        QCOMPARE(controller().scanAt(0).record.status.phase, ScanPhase::ended);
        TRY_VERIFY(status().phase == ScanPhase::ended);
    }
    // Down to the physical sectors by keys alone; a second scan of the same place is compared with the first.
    void zoomsToSectorsAndComparesScans() {
        openByHand(
            scenario("sectors", R"({"kind": "unreadable", "lba": 4104, "sectors": 8, "answer_ms": 20})", 1));
        click("Yes, saved");
        click("Start");
        TRY_VERIFY(status().phase == ScanPhase::ended);
        QCOMPARE(controller().compared(), nullptr);
        plate().setFocus();
        QTest::keyClick(&plate(), Qt::Key_N);
        QCOMPARE(*m_window->station<ScanStation>().lens().selection(), (LbaSpan{{4104}, {8}}));
        const double whole = plate().rectOf({4104}).width();
        for (int i = 0; i < 40 && m_window->station<ScanStation>().lens().count() > 1; ++i)
            QTest::keyClick(&plate(), Qt::Key_Plus);
        QCOMPARE(m_window->station<ScanStation>().lens().count(), std::uint64_t{1});
        // A block of 2048 sectors of 512 bytes is 256 physical ones; each has its place.
        QVERIFY(plate().rectOf({4104}).width() > whole);
        QVERIFY(plate().rectOf({4104}) != plate().rectOf({4112}));
        QCOMPARE(plate().rectOf({4104}), plate().rectOf({4111}));
        QTest::mouseClick(&plate(), Qt::LeftButton, {}, plate().rectOf({4120}).center().toPoint());
        QCOMPARE(*m_window->station<ScanStation>().lens().selection(), (LbaSpan{{4120}, {8}}));
        QVERIFY2(plate().accessibleDescription().contains("not among the unreadable sectors"),
                 qPrintable(plate().accessibleDescription()));
        QTest::keyClick(&plate(), Qt::Key_Left);
        QTest::keyClick(&plate(), Qt::Key_Left);
        QCOMPARE(*m_window->station<ScanStation>().lens().selection(), (LbaSpan{{4104}, {8}}));
        QVERIFY(plate().accessibleDescription().contains("8 sectors unreadable"));
        QTest::keyClick(&plate(), Qt::Key_Right, Qt::ShiftModifier);
        QCOMPARE(*m_window->station<ScanStation>().lens().selection(), (LbaSpan{{4104}, {16}}));
        // What is selected is scanned again by itself.
        QTest::keyClick(m_window.get(), Qt::Key_R, Qt::ControlModifier);
        TRY_COMPARE(controller().scanCount(), std::size_t{2});
        TRY_VERIFY(status().phase == ScanPhase::ended);
        QVERIFY(controller().compared() == &controller().scanAt(0));
    }
    // What is read is saved by the plan; the drive's whole content saved answers the data question by itself.
    void savesByThePlan() {
        openByHand(scenario("saving", R"({"kind": "slow", "lba": 8000, "turns": 20})", 2));
        click("No");
        const QString image = m_dir.filePath(QStringLiteral("buoy.img"));
        QTest::keyClick(m_window.get(), Qt::Key_L, Qt::ControlModifier);
        TRY_VERIFY(m_window->findChild<QLineEdit*>(QStringLiteral("planSaveTo")) != nullptr);
        auto* dialog = m_window->findChild<QDialog*>();
        auto* saveTo = m_window->findChild<QLineEdit*>(QStringLiteral("planSaveTo"));
        auto* way = dialog->findChild<QComboBox*>(QStringLiteral("planWay"));
        auto* said = dialog->findChild<QLabel*>(QStringLiteral("planSentence"));
        QTest::keyClicks(dialog->findChild<QLineEdit*>(QStringLiteral("planSpan")),
                         QStringLiteral("0..40959"));
        QTest::keyClicks(saveTo, image);
        QVERIFY2(said->text().contains("saving to " + image), qPrintable(said->text()));
        // Verifying hands nothing over: said at once, and not to be used.
        way->setCurrentIndex(1);
        QVERIFY(said->text().contains("no data that could be saved"));
        QVERIFY(!dialog->findChild<QDialogButtonBox*>()->button(QDialogButtonBox::Ok)->isEnabled());
        way->setCurrentIndex(0);
        QTest::mouseClick(dialog->findChild<QDialogButtonBox*>()->button(QDialogButtonBox::Ok),
                          Qt::LeftButton);
        QTest::qWait(50);
        backToTheWindow();
        QVERIFY(sentence().contains("nothing is written to the drive"));
        click("Start");
        TRY_VERIFY(status().phase == ScanPhase::ended);
        QCOMPARE(status().ended, EndReason::complete);
        QCOMPARE(status().saving.held, SectorCount{40'960});
        QCOMPARE(QFileInfo(image).size(), qint64{20'000'000} * 512);
        QCOMPARE(controller().data(), DataElsewhere::notSaved); // a part is not the whole
    }
    void nothingStartsBeforeTheDataQuestion() {
        QVERIFY(sentence().contains("data on this drive exist elsewhere"));
        QVERIFY(button("Start") == nullptr);
        QTest::keyClick(m_window.get(), Qt::Key_F5); // goes to the question, starts nothing
        QVERIFY(!controller().scanning());
        QVERIFY(button("Yes, saved")->hasFocus());
        click("No");
        QVERIFY(button("Start") != nullptr);
        QVERIFY(sentence().contains("Read the whole drive"));
        QCOMPARE(controller().data(), DataElsewhere::notSaved);
    }
    void wholeStory() {
        openByHand(scenario(
            "story",
            R"({"kind":"unreadable","lba":6000000,"sectors":8,"answer_ms":600},{"kind":"slow","lba":9000000,"turns":20})"));
        QCOMPARE(QString::fromStdString(controller().identity().serial), QString("AK-story"));
        click("Not known");
        click("Start");
        QVERIFY(controller().scanning());
        TRY_VERIFY(status().phase == ScanPhase::reading && status().position.value > 500'000);

        // Pause holds, resume goes on.
        click("Pause");
        TRY_COMPARE(status().phase, ScanPhase::paused);
        const Lba held = status().position;
        QTest::qWait(150);
        QCOMPARE(status().position, held);
        QCOMPARE(sentence(), QString("Paused"));
        click("Resume");
        TRY_VERIFY(status().position > held);

        // The defect appears; a click on its place on the plate finds it in the ledger.
        TRY_VERIFY(status().totals.of(Grade::unreadable) == 1);
        TRY_VERIFY(!plate().rectOf({6'000'000}).isNull());
        QTest::keyClick(m_window.get(), Qt::Key_2, Qt::ControlModifier); // the ledger
        TRY_VERIFY(ledger()->isVisible());
        QTest::mouseMove(&plate(), plate().rectOf({6'000'000}).center().toPoint());
        QTest::mouseClick(&plate(), Qt::LeftButton, {}, plate().rectOf({6'000'000}).center().toPoint());
        QVERIFY(m_window->station<ScanStation>().lens().selection()->contains({6'000'000}));
        const QModelIndex current = ledger()->currentIndex();
        QVERIFY(current.isValid());
        QCOMPARE(current.data(spanRole).value<LbaSpan>(), (LbaSpan{{6'000'000}, {8}}));
        QVERIFY(current.data(Qt::AccessibleTextRole).toString().contains("Standing confirmed, Patch 1"));
        QVERIFY(plate().accessibleDescription().contains("8 sectors unreadable"));

        // Chosen in the ledger, its LBA is copied.
        QTest::mouseClick(ledger()->viewport(), Qt::LeftButton, {}, ledger()->visualRect(current).center());
        m_window->station<ScanStation>().lens().select(std::nullopt);
        ledger()->setCurrentIndex({});
        QTest::mouseClick(ledger()->viewport(), Qt::LeftButton, {}, ledger()->visualRect(current).center());
        QCOMPARE(*m_window->station<ScanStation>().lens().selection(), (LbaSpan{{6'000'000}, {8}}));
        QTest::keyClick(m_window.get(), Qt::Key_C, Qt::ControlModifier);
        QCOMPARE(QGuiApplication::clipboard()->text(), QString("6000000..6000007"));

        // Stop answers at once and keeps what was read.
        QElapsedTimer timer;
        timer.start();
        click("Stop");
        while (controller().scanning() && timer.elapsed() < 2000)
            QTest::qWait(5);
        QVERIFY2(timer.elapsed() <= 250, qPrintable(QString::number(timer.elapsed()))); // 0.2 s and a frame
        QCOMPARE(status().ended, EndReason::stopped);
        QVERIFY(status().totals.covered.value > 6'000'000);

        // That span again: a scan of its own, of just those sectors.
        QTest::keyClick(m_window.get(), Qt::Key_R, Qt::ControlModifier);
        TRY_COMPARE(controller().scanning(), false);
        QCOMPARE(controller().scanCount(), std::size_t{2});
        QCOMPARE(controller().current()->record.plan.grid.span, (LbaSpan{{6'000'000}, {8}}));
        QCOMPARE(status().totals.of(Grade::unreadable), std::uint64_t{1});
        QCOMPARE(controller().current()->record.ledger.size(), std::size_t{1});

        // Back to the first scan; export it through the dialog.
        controller().showScan(0);
        const QString exported = m_dir.filePath("exported.json");
        test::exportByHand(*m_window, exported);
        QVERIFY(QFileInfo::exists(exported));

        // Reopened in a new window, it shows the same.
        const std::vector<LedgerEntry> ledger = controller().current()->record.ledger;
        const auto blocks = status().totals.blocks;
        m_window = std::make_unique<AppWindow>(RackModel::Source::demonstration);
        m_window->show();
        backToTheWindow();
        openByHand(exported);
        QCOMPARE(QString::fromStdString(controller().identity().serial), QString("AK-story"));
        QCOMPARE(status().totals.blocks, blocks);
        QCOMPARE(controller().current()->record.ledger.size(), ledger.size());
        TRY_VERIFY(!plate().rectOf({6'000'000}).isNull());
        QVERIFY(!controller().whyNotStart().isEmpty()); // there is no such drive here to scan
    }
    void keyboardAlone() {
        openByHand(scenario(
            "keys",
            R"({"kind":"unreadable","lba":200000,"sectors":8,"answer_ms":200},{"kind":"unreadable","lba":9000000,"sectors":8,"answer_ms":200})",
            1.5));
        QTest::keyClick(m_window.get(), Qt::Key_F5);
        QTest::keyClick(QApplication::focusWidget(), Qt::Key_Space); // "Yes, saved"
        QCOMPARE(controller().data(), DataElsewhere::saved);
        QTest::keyClick(m_window.get(), Qt::Key_F5);
        TRY_VERIFY(status().position.value > 400'000);
        QTest::keyClick(m_window.get(), Qt::Key_F6);
        TRY_COMPARE(status().phase, ScanPhase::paused);
        QTest::keyClick(m_window.get(), Qt::Key_F6);
        TRY_COMPARE(controller().scanning(), false);
        QCOMPARE(status().ended, EndReason::complete);
        QTest::keyClick(m_window.get(), Qt::Key_P, Qt::ControlModifier);
        QVERIFY(plate().hasFocus());
        Lens& lens = m_window->station<ScanStation>().lens();
        QTest::keyClick(&plate(), Qt::Key_N);
        QCOMPARE(lens.selection()->first.value, std::uint64_t{200'000});
        QTest::keyClick(&plate(), Qt::Key_N);
        QCOMPARE(lens.selection()->first.value, std::uint64_t{9'000'000});
        QTest::keyClick(&plate(), Qt::Key_P);
        QCOMPARE(lens.selection()->first.value, std::uint64_t{200'000});
        for (int i = 0; i < 30; ++i)
            QTest::keyClick(&plate(), Qt::Key_Plus);
        QCOMPARE(lens.count(), std::uint64_t{1}); // single blocks
        QVERIFY(lens.first() <= lens.grid().blockAt({200'000}) &&
                lens.grid().blockAt({200'000}) < lens.first() + 8);
        QTest::keyClick(&plate(), Qt::Key_Right);
        const LbaSpan next = *lens.selection();
        QTest::keyClick(&plate(), Qt::Key_Right, Qt::ShiftModifier);
        QVERIFY(lens.selection()->count > next.count && lens.selection()->first == next.first);
        QTest::keyClick(&plate(), Qt::Key_Home);
        QVERIFY(!lens.zoomed());
        QTest::keyClick(&plate(), Qt::Key_Escape);
        QVERIFY(!lens.selection().has_value());
    }
    void dragSelectsAndWheelZooms() {
        openByHand(scenario("drag", "", 0.5));
        click("Yes, saved");
        click("Start");
        TRY_COMPARE(controller().scanning(), false);
        Lens& lens = m_window->station<ScanStation>().lens();
        const QPoint from(60, 40);
        const QPoint to(200, 40);
        QTest::mousePress(&plate(), Qt::LeftButton, {}, from);
        QTest::mouseMove(&plate(), to);
        QTest::mouseRelease(&plate(), Qt::LeftButton, {}, to);
        const LbaSpan dragged = *lens.selection();
        QCOMPARE(dragged.first, plate().spanAt(from)->first);
        QCOMPARE(dragged.end(), plate().spanAt(to)->end());
        const LbaSpan under = *plate().spanAt(to);
        QWheelEvent wheel(to, plate().mapToGlobal(to), {}, {0, 360}, Qt::NoButton, {}, Qt::NoScrollPhase,
                          false);
        QApplication::sendEvent(&plate(), &wheel);
        QVERIFY(lens.zoomed());
        const std::uint64_t block = lens.grid().blockAt(under.first);
        QVERIFY(lens.first() <= block && block < lens.first() + lens.count());
        // What is selected is told in full, beside all that can be done with it.
        m_window->resize(1280, 800);
        const auto* told = m_window->findChild<OneLine*>(QStringLiteral("selection"));
        QTRY_VERIFY2(told->fits(), qPrintable(told->text()));
        QVERIFY(button("Show all")->isVisible());
    }
    void whatDoesNotFitIsToldByItsTip() {
        OneLine line;
        line.setText(QStringLiteral("LBA 637 671 424 <b>and</b> all that follows it"));
        line.resize(600, 20);
        QVERIFY(line.fits());
        const QImage whole = line.grab().toImage();
        line.resize(90, 20);
        QVERIFY(!line.fits());
        QVERIFY(line.grab().toImage() != whole.copy(0, 0, 90, 20)); // ends in dots, not in half a letter
        QHelpEvent asked(QEvent::ToolTip, {4, 4}, line.mapToGlobal(QPoint(4, 4)));
        QApplication::sendEvent(&line, &asked);
        QCOMPARE(QToolTip::text(), line.text());
        QToolTip::hideText();
    }
    void nothingScrollsThatFits() {
        m_window->resize(1280, 800);
        QTest::qWait(50);
        for (const auto* area : m_window->station<ScanStation>().findChildren<QScrollArea*>("plainScroll"))
            TRY_COMPARE(area->verticalScrollBar()->maximum(), 0);
    }
    void talliesFilter() {
        openByHand(scenario(
            "filter",
            R"({"kind":"unreadable","lba":200000,"sectors":8,"answer_ms":200},{"kind":"slow","lba":9000000,"turns":20})",
            0.5));
        click("Yes, saved");
        click("Start");
        TRY_COMPARE(controller().scanning(), false);
        QCOMPARE(ledger()->model()->rowCount(), 2);
        auto* laboured = m_window->findChild<TallyButton*>(QStringLiteral("tally laboured"));
        QTest::mouseClick(laboured, Qt::LeftButton);
        QCOMPARE(ledger()->model()->rowCount(), 1);
        QVERIFY(laboured->toolTip().contains("8 to 32 turns late"));
        QTest::keyClick(laboured, Qt::Key_Space);
        QCOMPARE(ledger()->model()->rowCount(), 2);
    }
    // The drive freezes; the window does not.
    void frozenDriveFreezesNothing() {
        openByHand(scenario("frozen", R"({"kind":"freeze","lba":3000000,"forever":true})", 20));
        ScanPlan plan;
        plan.span = LbaSpan{{2'990'000}, {100'000}};
        controller().setPlan(plan);
        click("No");
        click("Start");
        TRY_COMPARE(status().phase, ScanPhase::waiting);
        TRY_VERIFY(sentence().contains("has not answered for"));
        for (int i = 0; i < 20; ++i) { // each turn of the event loop comes back at once
            QElapsedTimer frame;
            frame.start();
            QCoreApplication::processEvents();
            plate().grab();
            QVERIFY2(frame.elapsed() < 100, qPrintable(QString::number(frame.elapsed())));
        }
        QElapsedTimer timer;
        timer.start();
        m_window.reset(); // quit
        QVERIFY2(timer.elapsed() <= 300,
                 qPrintable(QString::number(timer.elapsed()))); // 0.2 s, and taking down the window
    }
    void errorsAreToldInPlace() {
        openByHand("/no/such/drive");
        auto* answer = m_window->findChild<QLabel*>(QStringLiteral("openAnswer"));
        QVERIFY(answer != nullptr && answer->text().contains("No such file"));
        QTest::keyClick(answer->window(), Qt::Key_Escape);
        // Gone between choosing and starting.
        QFile image(m_dir.filePath("brief.img"));
        QVERIFY(image.open(QIODevice::WriteOnly) && image.resize(1 << 20));
        m_window->open(image.fileName());
        TRY_VERIFY(controller().target().name == image.fileName().toStdString());
        click("No");
        image.remove();
        click("Start");
        TRY_VERIFY(controller().current()->error.has_value());
        auto* notice = m_window->station<ScanStation>().findChild<QLabel*>(QStringLiteral("notice"));
        TRY_VERIFY(notice->isVisible() && notice->text().contains("could not begin"));
    }
    void planIsCheckedWhileTyped() {
        QTest::keyClick(m_window.get(), Qt::Key_L, Qt::ControlModifier);
        TRY_VERIFY(m_window->findChild<QLineEdit*>(QStringLiteral("planSpan")) != nullptr);
        auto* span = m_window->findChild<QLineEdit*>(QStringLiteral("planSpan"));
        auto* words = m_window->findChild<QLabel*>(QStringLiteral("planSentence"));
        QTest::keyClicks(span, "100..5");
        QVERIFY(words->text().contains("before its beginning"));
        span->clear();
        QTest::keyClicks(span, "2048..4095");
        QVERIFY2(words->text().replace(QChar(0xA0), QLatin1Char(' ')).contains("Read LBA 2 048 – 4 095"),
                 qPrintable(words->text()));
        QTest::keyClick(span, Qt::Key_Return);
        TRY_VERIFY(controller().plan().span.has_value());
        QCOMPARE(*controller().plan().span, (LbaSpan{{2048}, {2048}}));
    }
    // By keys alone: another order, a place in percent, a rule that asks; the sentence says it all.
    void planTakesOrderPlacesAndRules() {
        openByHand(scenario(
            "plan", R"({"kind":"unreadable","lba":12000000},{"kind":"unreadable","lba":16000000})", 3));
        click("No");
        QTest::keyClick(m_window.get(), Qt::Key_L, Qt::ControlModifier);
        TRY_VERIFY(m_window->findChild<QComboBox*>(QStringLiteral("planOrder")) != nullptr);
        auto* order = m_window->findChild<QComboBox*>(QStringLiteral("planOrder"));
        auto* span = m_window->findChild<QLineEdit*>(QStringLiteral("planSpan"));
        auto* words = m_window->findChild<QLabel*>(QStringLiteral("planSentence"));
        auto* unreadable = m_window->findChild<QSpinBox*>(QStringLiteral("planRule-unreadable"));
        auto* action = m_window->findChild<QComboBox*>(QStringLiteral("planRuleAction"));
        // Letters typed without a pause are one word to a list.
        const auto choose = [](QComboBox* list, const char* word) {
            QTest::qWait(QApplication::keyboardInputInterval() + 100);
            list->setFocus();
            QTest::keyClicks(list, QLatin1String(word));
        };
        // By name: the fields say what it stands for.
        choose(m_window->findChild<QComboBox*>(QStringLiteral("planNamed")), "Sick");
        QVERIFY2(words->text().contains("the worst places last"), qPrintable(words->text()));
        QCOMPARE(m_window->findChild<QSpinBox*>(QStringLiteral("planRule-temperature"))->value(), 55);
        m_window->findChild<QSpinBox*>(QStringLiteral("planRule-temperature"))->setValue(0);
        choose(order, "forward");
        choose(order, "carefully");
        QVERIFY(words->text().contains("the worst places last"));
        choose(order, "sample");
        QVERIFY(m_window->findChild<QSpinBox*>(QStringLiteral("planSamples"))->isVisible());
        choose(order, "backward");
        QVERIFY(!m_window->findChild<QSpinBox*>(QStringLiteral("planSamples"))->isVisible());
        span->setFocus();
        QTest::keyClicks(span, "50%..100%");
        QVERIFY2(words->text().contains("backward"), qPrintable(words->text()));
        unreadable->setFocus();
        unreadable->selectAll();
        QTest::keyClicks(unreadable, "8");
        choose(action, "pauses");
        QTest::keyClick(span, Qt::Key_Return);
        TRY_COMPARE(controller().plan().order, ScanOrder::backward);
        QCOMPARE(controller().plan().rules,
                 (std::vector<StopRule>{{RuleKind::unreadable, 8, RuleAction::ask}}));
        click("Start");
        // It reads from the end, meets the second place first, and asks.
        TRY_VERIFY(status().asks.has_value());
        TRY_COMPARE(status().phase, ScanPhase::paused);
        TRY_VERIFY(sentence().contains("A rule of the plan is met"));
        QCOMPARE(controller().current()->record.ledger.front().span.first.value, std::uint64_t{16'000'000});
        click("Resume");
        TRY_VERIFY(status().phase == ScanPhase::ended);
        QCOMPARE(status().ended, EndReason::complete);
        QCOMPARE(controller().current()->record.ledger.size(), std::size_t{2});
    }
    // Stopped part-way, then on with one key: the rest is read, nothing twice, and the defects are all there.
    void goesOnWhereItWasStopped() {
        openByHand(scenario(
            "goon", R"({"kind":"unreadable","lba":3000000},{"kind":"unreadable","lba":17000000})", 5));
        click("No");
        click("Start");
        TRY_VERIFY(status().blocksDone > status().blocksPlanned / 3);
        click("Stop");
        TRY_VERIFY(status().phase == ScanPhase::ended);
        const std::uint64_t before = status().totals.covered.value;
        TRY_VERIFY(button("Go on") != nullptr);
        QTest::keyClick(m_window.get(), Qt::Key_F9);
        TRY_VERIFY(controller().scanning());
        TRY_VERIFY(status().phase == ScanPhase::ended);
        QCOMPARE(status().ended, EndReason::complete);
        QVERIFY(status().totals.covered.value > before);
        QVERIFY(test::wholeSpanCovered(controller().current()->record));
        QCOMPARE(controller().current()->record.ledger.size(), std::size_t{2});
        QCOMPARE(std::count_if(controller().current()->record.events.begin(),
                               controller().current()->record.events.end(),
                               [](const ScanEvent& e) { return e.kind == ScanEventKind::continued; }),
                 std::ptrdiff_t{1});
        QVERIFY(button("Go on") == nullptr);
    }
    // Where it froze comes last; the window needs no more than its Go on.
    void goesOnPastAFreeze() {
        openByHand(scenario("beyond", R"({"kind":"freeze","lba":9000000,"forever":true})", 3));
        ScanPlan plan;
        plan.giveUp = std::chrono::seconds{9};
        controller().setPlan(plan);
        click("No");
        click("Start");
        TRY_VERIFY(status().phase == ScanPhase::ended);
        QCOMPARE(status().ended, EndReason::noAnswer);
        for (int goes = 2; goes <= 3; ++goes) {
            TRY_VERIFY(button("Go on") != nullptr);
            QTest::keyClick(m_window.get(), Qt::Key_F9);
            TRY_VERIFY(controller().scanning());
            TRY_VERIFY(status().phase == ScanPhase::ended);
        }
        const ScanRecord& record = controller().current()->record;
        QVERIFY2(record.status.totals.covered.value > 19'980'000,
                 qPrintable(QString::number(record.status.totals.covered.value)));
        QCOMPARE(record.standstills.size(), std::size_t{1});
        QCOMPARE(status().totals.of(Grade::stalled), std::uint64_t{1});
    }
    // The answers come, are held still and looked at one by one while the scan goes on.
    void answersAreWatchedAsTheyCome() {
        auto* answers = m_window->findChild<AnswerView*>(QStringLiteral("answers"));
        QVERIFY(answers != nullptr && !answers->isVisible()); // nothing is read yet
        openByHand(scenario(
            "watch", R"({"kind":"slow","lba":4000000,"turns":40},{"kind":"slow","lba":4100000,"turns":12})",
            12));
        click("Yes, saved");
        click("Start");
        TRY_VERIFY(answers->isVisible() && answers->columns().size() > 20);
        TRY_VERIFY(answers->readout().contains(QStringLiteral("slowest")));
        // Every late block is seen, however fast they come.
        const auto sees = [answers](Grade grade) {
            return std::any_of(answers->columns().begin(), answers->columns().end(),
                               [grade](const auto& column) { return column.slowest.cell.grade == grade; });
        };
        TRY_VERIFY(sees(Grade::straining) && sees(Grade::laboured));
        QTest::keyClick(m_window.get(), Qt::Key_3, Qt::ControlModifier);
        QVERIFY(answers->hasFocus());
        QTest::keyClick(answers, Qt::Key_Space);
        QVERIFY(answers->held());
        QVERIFY(button("Held: go on") != nullptr);
        const auto held = answers->columns().back().slowest;
        const Lba position = status().position;
        TRY_VERIFY(status().position > position); // it goes on
        QCOMPARE(answers->columns().back().slowest, held);
        // By keys: to the latest late one, which is named, ringed on the plate, and chosen there.
        QTest::keyClick(answers, Qt::Key_P);
        QVERIFY2(answers->readout().contains(QStringLiteral("late")), qPrintable(answers->readout()));
        QVERIFY(answers->accessibleDescription().contains(QStringLiteral("LBA")));
        Lens& lens = m_window->station<ScanStation>().lens();
        QVERIFY(lens.pointed().has_value());
        QTest::keyClick(answers, Qt::Key_Return);
        QVERIFY(lens.selection().has_value());
        QCOMPARE(lens.grid().blockAt(lens.selection()->first), *lens.pointed());
        const std::uint64_t pointed = *lens.pointed();
        QTest::keyClick(answers, Qt::Key_Left);
        QVERIFY(lens.pointed() != pointed);
        QTest::keyClick(answers, Qt::Key_Home);
        QCOMPARE(*lens.pointed(), answers->columns().front().slowest.block);
        // By mouse: what is under the pointer is named; a click chooses it.
        const std::size_t middle = answers->columns().size() / 2;
        QTest::mouseMove(answers, answers->placeOf(middle).toPoint());
        TRY_COMPARE(*lens.pointed(), answers->columns()[middle].slowest.block);
        QTest::mouseClick(answers, Qt::LeftButton, {}, answers->placeOf(middle).toPoint());
        QCOMPARE(lens.selection()->first, lens.grid().spanOf(answers->columns()[middle].slowest.block).first);
        QTest::keyClick(answers, Qt::Key_Escape);
        QVERIFY(!answers->held());
        TRY_VERIFY(!(answers->columns().back().slowest == held));
        click("Stop");
        TRY_VERIFY(!controller().scanning());
    }
    void proposesAPlanByWhatIsKnown() {
        // Go gently, and not saved: carefully, and saving is offered; one key puts it back.
        openByHand(QStringLiteral("demo:tern40"));
        click("No");
        QVERIFY(sentence().contains("forward")); // the drive has not been asked yet
        QTest::keyClick(m_window.get(), Qt::Key_F8);
        TRY_VERIFY(sentence().contains("carefully"));
        const QString bar = m_window->station<ScanStation>().findChild<ActionBar*>()->accessibleName();
        QVERIFY2(bar.contains(QStringLiteral("the vitals say: go gently, and the data is not saved")),
                 qPrintable(bar));
        QTest::keyClick(m_window.get(), Qt::Key_F4);
        QVERIFY(button("Save to…") != nullptr);
        QTest::keyClick(m_window.get(), Qt::Key_L, Qt::ControlModifier | Qt::ShiftModifier);
        QVERIFY(sentence().contains("forward"));
        click("Proposed plan");
        QVERIFY(sentence().contains("carefully"));
        click("Save to…");
        test::saveByHand(*m_window, m_dir.filePath(QStringLiteral("tern40.img")));
        QTRY_VERIFY2(sentence().contains("saving to"), qPrintable(sentence()));
        QVERIFY(sentence().contains("carefully"));
        // Saved elsewhere, the places that the drive names come first.
        openByHand(QStringLiteral("demo:auk"));
        click("Yes, saved");
        QTest::keyClick(m_window.get(), Qt::Key_F8);
        TRY_VERIFY(sentence().contains("suspects first"));
    }
    void severalDrivesAtOnce() {
        for (const char* name : {"one", "two", "three"}) {
            openByHand(scenario(name, "", 2));
            click("Yes, saved");
            click("Start");
        }
        QVERIFY(m_window->rack().lively());
        TRY_VERIFY(!m_window->rack().lively());
        const int rows = m_window->rack().rowCount();
        for (int row = rows - 3; row < rows; ++row)
            QCOMPARE(m_window->rack().controller(row)->current()->record.status.ended, EndReason::complete);
    }
};

ORBITA_TEST(TestScanStation)

} // namespace test_scan_station

#include "test_scan_station.moc"
