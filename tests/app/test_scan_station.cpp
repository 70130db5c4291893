// SPDX-License-Identifier: GPL-3.0-or-later
// A technician's first scan, with real clicks and keys on the real window.
#include <QTest>

#include "app/shell/app_window.h"
#include "app/theme/theme.h"
#include "report/words.h"

#include <QApplication>
#include <QClipboard>
#include <QDialogButtonBox>
#include <QElapsedTimer>
#include <QFileDialog>
#include <QFileInfo>
#include <QListView>
#include <QSignalSpy>
#include <QTemporaryDir>

using namespace orbita;
using namespace orbita::app;

namespace {

QByteArray scenarioText(const char* name, const char* defects, double playbackSeconds) {
    return QByteArray(R"({"format":"orbita-scenario","version":1,"name":")") + name +
           R"(","drive":{"model":"Auk R3","serial":"AK-)" + name +
           R"(","sectors":20000000,"physical_bytes":4096,"rpm":5900},"pace":{"outer_mb_per_s":150,"inner_mb_per_s":80,"zones":8},"defects":[)" +
           defects + R"(],"playback_seconds":)" + QByteArray::number(playbackSeconds) + "}";
}

} // namespace

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
    QPushButton* button(const QString& text) {
        for (QPushButton* b : m_window->findChildren<QPushButton*>())
            if (b->isVisible() && b->text().remove(QLatin1Char('&')) == text)
                return b;
        return nullptr;
    }
    void click(const QString& text) {
        QTRY_VERIFY2(button(text) != nullptr && button(text)->isEnabled(), qPrintable("no button " + text));
        QTest::mouseClick(button(text), Qt::LeftButton);
    }
    DriveDesk& desk() { return *m_window->station().desk(); }
    const ScanStatus& status() { return desk().current()->record.status; }
    PlateView& plate() { return m_window->station().plate(); }
    QListView* list(const char* name) { return m_window->findChild<QListView*>(QLatin1String(name)); }
    QString sentence() { return m_window->findChild<QLabel*>(QStringLiteral("actionSentence"))->text(); }

    // A window manager gives the focus back when a dialog closes; the offscreen platform has none.
    void backToTheWindow() {
        m_window->activateWindow();
        QVERIFY(QTest::qWaitForWindowActive(m_window.get()));
    }
    // Opens by typing into the dialog, as a person does.
    void openByHand(const QString& name) {
        QTest::keyClick(m_window.get(), Qt::Key_O, Qt::ControlModifier);
        QTRY_VERIFY(m_window->findChild<QLineEdit*>(QStringLiteral("openName")) != nullptr);
        auto* edit = m_window->findChild<QLineEdit*>(QStringLiteral("openName"));
        QTest::keyClicks(edit, name);
        QTest::keyClick(edit, Qt::Key_Return);
        QTest::qWait(20);
        backToTheWindow();
    }

private slots:
    void init() {
        m_window = std::make_unique<AppWindow>(RackModel::Source::demonstration);
        m_window->show();
        QVERIFY(QTest::qWaitForWindowActive(m_window.get()));
    }
    void cleanup() { m_window.reset(); }

    void rackShowsTheDrives() {
        QListView* rack = list("rack");
        QCOMPARE(rack->model()->rowCount(), 6);
        // With the mouse: click on the second card.
        QTest::mouseClick(rack->viewport(), Qt::LeftButton, {},
                          rack->visualRect(rack->model()->index(1, 0)).center());
        QCOMPARE(words::driveName(desk().identity()), QString("Halden Tern 20"));
        // With the keyboard: one down.
        QTest::keyClick(rack, Qt::Key_Down);
        QCOMPARE(words::driveName(desk().identity()), QString("Skua N41"));
        QVERIFY(rack->model()->index(0, 0).data(Qt::AccessibleTextRole).toString().contains("TG-4X0193"));
    }
    void nothingStartsBeforeTheDataQuestion() {
        QVERIFY(sentence().contains("data on this drive exist elsewhere"));
        QVERIFY(button("Start") == nullptr);
        QTest::keyClick(m_window.get(), Qt::Key_F5); // goes to the question, starts nothing
        QVERIFY(!desk().scanning());
        QVERIFY(button("Yes, saved")->hasFocus());
        click("No");
        QVERIFY(button("Start") != nullptr);
        QVERIFY(sentence().contains("Read the whole drive"));
        QCOMPARE(desk().data(), DataElsewhere::notSaved);
    }
    void wholeStory() {
        openByHand(scenario(
            "story",
            R"({"kind":"unreadable","lba":6000000,"sectors":8,"answer_ms":600},{"kind":"slow","lba":9000000,"turns":20})"));
        QCOMPARE(QString::fromStdString(desk().identity().serial), QString("AK-story"));
        click("Not known");
        click("Start");
        QVERIFY(desk().scanning());
        QTRY_VERIFY(status().phase == ScanPhase::reading && status().position.value > 500'000);

        // Pause holds, resume goes on.
        click("Pause");
        QTRY_COMPARE(status().phase, ScanPhase::paused);
        const Lba held = status().position;
        QTest::qWait(150);
        QCOMPARE(status().position, held);
        QCOMPARE(sentence(), QString("Paused"));
        click("Resume");
        QTRY_VERIFY(status().position > held);

        // The defect appears; a click on its place on the plate finds it in the ledger.
        QTRY_VERIFY_WITH_TIMEOUT(status().totals.of(Grade::unreadable) == 1, 20'000);
        QTRY_VERIFY(!plate().rectOf({6'000'000}).isNull());
        QTest::keyClick(m_window.get(), Qt::Key_2, Qt::ControlModifier); // the ledger
        QTRY_VERIFY(list("ledger")->isVisible());
        QTest::mouseMove(&plate(), plate().rectOf({6'000'000}).center().toPoint());
        QTest::mouseClick(&plate(), Qt::LeftButton, {}, plate().rectOf({6'000'000}).center().toPoint());
        QVERIFY(m_window->station().lens().selection()->contains({6'000'000}));
        const QModelIndex current = list("ledger")->currentIndex();
        QVERIFY(current.isValid());
        QCOMPARE(current.data(spanRole).value<LbaSpan>(), (LbaSpan{{6'000'000}, {8}}));
        QCOMPARE(current.data(detailRole).toString(), QString("confirmed · patch 1"));
        QVERIFY(plate().accessibleDescription().contains("8 sectors unreadable"));

        // Chosen in the ledger, its LBA is copied.
        QTest::mouseClick(list("ledger")->viewport(), Qt::LeftButton, {},
                          list("ledger")->visualRect(current).center());
        m_window->station().lens().select(std::nullopt);
        list("ledger")->setCurrentIndex({});
        QTest::mouseClick(list("ledger")->viewport(), Qt::LeftButton, {},
                          list("ledger")->visualRect(current).center());
        QCOMPARE(*m_window->station().lens().selection(), (LbaSpan{{6'000'000}, {8}}));
        QTest::keyClick(m_window.get(), Qt::Key_C, Qt::ControlModifier);
        QCOMPARE(QGuiApplication::clipboard()->text(), QString("6000000..6000007"));

        // Stop answers at once and keeps what was read.
        QElapsedTimer timer;
        timer.start();
        click("Stop");
        while (desk().scanning() && timer.elapsed() < 2000)
            QTest::qWait(5);
        QVERIFY2(timer.elapsed() <= 250, qPrintable(QString::number(timer.elapsed()))); // 0.2 s and a frame
        QCOMPARE(status().ended, Ended::stopped);
        QVERIFY(status().totals.covered.value > 6'000'000);

        // That span again: a scan of its own, of just those sectors.
        QTest::keyClick(m_window.get(), Qt::Key_R, Qt::ControlModifier);
        QTRY_COMPARE_WITH_TIMEOUT(desk().scanning(), false, 10'000);
        QCOMPARE(desk().scanCount(), std::size_t{2});
        QCOMPARE(desk().current()->record.plan.grid.span, (LbaSpan{{6'000'000}, {8}}));
        QCOMPARE(status().totals.of(Grade::unreadable), std::uint64_t{1});
        QCOMPARE(desk().current()->record.ledger.size(), std::size_t{1});

        // Back to the first scan; export it through the dialog.
        desk().showScan(0);
        const QString exported = m_dir.filePath("exported.json");
        QTest::keyClick(m_window.get(), Qt::Key_E, Qt::ControlModifier);
        QTRY_VERIFY(m_window->findChild<QFileDialog*>() != nullptr);
        auto* dialog = m_window->findChild<QFileDialog*>();
        auto* name = dialog->findChild<QLineEdit*>(QStringLiteral("fileNameEdit"));
        QVERIFY(name != nullptr);
        name->clear();
        QTest::keyClicks(name, exported);
        QPushButton* save = dialog->findChild<QDialogButtonBox*>()->button(QDialogButtonBox::Save);
        for (int i = 0; i < 5 && !QFileInfo::exists(exported); ++i) {
            if (QWidget* completions = QApplication::activePopupWidget()) // would take the click
                completions->close();
            QTest::qWait(50);
            QTest::mouseClick(save, Qt::LeftButton);
            QTest::qWait(50);
        }
        QVERIFY(QFileInfo::exists(exported));
        backToTheWindow();

        // Reopened in a new window, it shows the same.
        const std::vector<LedgerEntry> ledger = desk().current()->record.ledger;
        const auto blocks = status().totals.blocks;
        m_window = std::make_unique<AppWindow>(RackModel::Source::demonstration);
        m_window->show();
        backToTheWindow();
        openByHand(exported);
        QCOMPARE(QString::fromStdString(desk().identity().serial), QString("AK-story"));
        QCOMPARE(status().totals.blocks, blocks);
        QCOMPARE(desk().current()->record.ledger.size(), ledger.size());
        QTRY_VERIFY(!plate().rectOf({6'000'000}).isNull());
        QVERIFY(!desk().whyNotStart().isEmpty()); // there is no such drive here to scan
    }
    void keyboardAlone() {
        openByHand(scenario(
            "keys",
            R"({"kind":"unreadable","lba":200000,"sectors":8,"answer_ms":200},{"kind":"unreadable","lba":9000000,"sectors":8,"answer_ms":200})",
            1.5));
        QTest::keyClick(m_window.get(), Qt::Key_F5);
        QTest::keyClick(QApplication::focusWidget(), Qt::Key_Space); // "Yes, saved"
        QCOMPARE(desk().data(), DataElsewhere::saved);
        QTest::keyClick(m_window.get(), Qt::Key_F5);
        QTRY_VERIFY(status().position.value > 400'000);
        QTest::keyClick(m_window.get(), Qt::Key_F6);
        QTRY_COMPARE(status().phase, ScanPhase::paused);
        QTest::keyClick(m_window.get(), Qt::Key_F6);
        QTRY_COMPARE_WITH_TIMEOUT(desk().scanning(), false, 20'000);
        QCOMPARE(status().ended, Ended::complete);
        QTest::keyClick(m_window.get(), Qt::Key_P, Qt::ControlModifier);
        QVERIFY(plate().hasFocus());
        Lens& lens = m_window->station().lens();
        QTest::keyClick(&plate(), Qt::Key_N);
        QCOMPARE(lens.selection()->first.value, std::uint64_t{200'000});
        QTest::keyClick(&plate(), Qt::Key_N);
        QCOMPARE(lens.selection()->first.value, std::uint64_t{9'000'000});
        QTest::keyClick(&plate(), Qt::Key_P);
        QCOMPARE(lens.selection()->first.value, std::uint64_t{200'000});
        for (int i = 0; i < 30; ++i)
            QTest::keyClick(&plate(), Qt::Key_Plus);
        QCOMPARE(lens.count(), std::uint64_t{8}); // single blocks
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
        QTRY_COMPARE_WITH_TIMEOUT(desk().scanning(), false, 20'000);
        Lens& lens = m_window->station().lens();
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
    }
    void talliesFilter() {
        openByHand(scenario(
            "filter",
            R"({"kind":"unreadable","lba":200000,"sectors":8,"answer_ms":200},{"kind":"slow","lba":9000000,"turns":20})",
            0.5));
        click("Yes, saved");
        click("Start");
        QTRY_COMPARE_WITH_TIMEOUT(desk().scanning(), false, 20'000);
        QCOMPARE(list("ledger")->model()->rowCount(), 2);
        auto* laboured = m_window->findChild<TallyButton*>(QStringLiteral("tally laboured"));
        QTest::mouseClick(laboured, Qt::LeftButton);
        QCOMPARE(list("ledger")->model()->rowCount(), 1);
        QVERIFY(laboured->toolTip().contains("8 to 32 turns late"));
        QTest::keyClick(laboured, Qt::Key_Space);
        QCOMPARE(list("ledger")->model()->rowCount(), 2);
    }
    // The drive freezes; the window does not.
    void frozenDriveFreezesNothing() {
        openByHand(scenario("frozen", R"({"kind":"freeze","lba":3000000,"forever":true})", 20));
        desk().setPlan({.span = LbaSpan{{2'990'000}, {100'000}}});
        click("No");
        click("Start");
        QTRY_COMPARE_WITH_TIMEOUT(status().phase, ScanPhase::waiting, 20'000);
        QTRY_VERIFY(sentence().contains("has not answered for"));
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
        click("No");
        image.remove();
        click("Start");
        QTRY_VERIFY(desk().current()->error.has_value());
        auto* notice = m_window->findChild<QLabel*>(QStringLiteral("notice"));
        QTRY_VERIFY(notice->isVisible() && notice->text().contains("could not begin"));
    }
    void planIsCheckedWhileTyped() {
        QTest::keyClick(m_window.get(), Qt::Key_L, Qt::ControlModifier);
        QTRY_VERIFY(m_window->findChild<QLineEdit*>(QStringLiteral("planSpan")) != nullptr);
        auto* span = m_window->findChild<QLineEdit*>(QStringLiteral("planSpan"));
        auto* words = m_window->findChild<QLabel*>(QStringLiteral("planSentence"));
        QTest::keyClicks(span, "100..5");
        QVERIFY(words->text().contains("before its beginning"));
        span->clear();
        QTest::keyClicks(span, "2048..4095");
        QVERIFY2(words->text().replace(QChar(0xA0), QLatin1Char(' ')).contains("Read LBA 2 048 – 4 095"),
                 qPrintable(words->text()));
        QTest::keyClick(span, Qt::Key_Return);
        QTRY_VERIFY(desk().plan().span.has_value());
        QCOMPARE(*desk().plan().span, (LbaSpan{{2048}, {2048}}));
    }
    void severalDrivesAtOnce() {
        for (const char* name : {"one", "two", "three"}) {
            openByHand(scenario(name, "", 2));
            click("Yes, saved");
            click("Start");
        }
        QVERIFY(m_window->rack().anyScanning());
        QTRY_VERIFY_WITH_TIMEOUT(!m_window->rack().anyScanning(), 30'000);
        for (int row = 6; row < 9; ++row)
            QCOMPARE(m_window->rack().desk(row)->current()->record.status.ended, Ended::complete);
    }
};

QTEST_MAIN(TestScanStation)
#include "test_scan_station.moc"
