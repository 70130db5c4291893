// SPDX-License-Identifier: GPL-3.0-or-later
// Everything that can be done is found: by its key, in the finder, on the keys page; and every station of the
// registry is reached by all three.
#include "app/scan/scan_station.h"
#include "app/shell/app_window.h"
#include "app/shell/keys_page.h"
#include "app/stations.h"
#include "app/vitals/vitals_station.h"
#include "support/hand.h"
#include "support/test_program.h"

#include <QSet>

namespace test_actions {

using namespace orbita;
using namespace orbita::app;

class TestActions : public QObject {
    Q_OBJECT
private slots:
    void init() { m_window = test::demonstration(); }
    void cleanup() { m_window.reset(); }

    void noTwoShareAKeyOrAName() {
        QSet<QString> keys;
        QSet<QString> names;
        QSet<QString> ids;
        for (const auto& [action, place] : m_window->actions()) {
            QVERIFY2(!action->text().isEmpty() && !action->objectName().isEmpty(), qPrintable(place));
            QVERIFY2(!names.contains(action->text()), qPrintable(action->text()));
            QVERIFY2(!ids.contains(action->objectName()), qPrintable(action->objectName()));
            names.insert(action->text());
            ids.insert(action->objectName());
            const QString key = action->shortcut().toString();
            QVERIFY2(key.isEmpty() || !keys.contains(key), qPrintable(key));
            keys.insert(key);
        }
    }
    void everyStationHasAKeyANodeAndAPage() {
        const auto rows = stationRows();
        QCOMPARE(m_window->findChildren<StationNode*>().size(), static_cast<qsizetype>(rows.size()));
        QCOMPARE(m_window->findChildren<Station*>().size(), static_cast<qsizetype>(rows.size()));
        for (const StationRow& row : rows) {
            auto* page = m_window->findChild<Station*>(QLatin1String(row.id));
            QVERIFY2(page != nullptr, row.id);
            QTest::keySequence(m_window.get(), row.key);
            QVERIFY2(page->isVisible(), row.id);
        }
        for (int i = 0; i < m_window->findChildren<StationNode*>().size(); ++i) {
            QTest::mouseClick(m_window->findChildren<StationNode*>().at(i), Qt::LeftButton);
            QVERIFY(m_window->findChild<Station*>(QLatin1String(rows[static_cast<std::size_t>(i)].id))
                        ->isVisible());
        }
    }
    void aFewLettersFindIt() {
        QLineEdit* words = openFinder();
        auto* list = m_window->findChild<QListWidget*>(QStringLiteral("finderList"));
        QCOMPARE(list->count(), static_cast<int>(m_window->actions().size()));
        QTest::keyClicks(words, "vit read");
        QCOMPARE(list->count(), 1);
        QTest::keyClick(words, Qt::Key_Return);
        TRY_VERIFY(finder() == nullptr);
        QVERIFY(m_window->station<VitalsStation>().isVisible()); // it brings its station
        TRY_COMPARE(m_window->station<ScanStation>().controller()->visit().state(),
                    VisitController::State::read);
    }
    void arrowsChooseAndPassOverWhatIsNotPossible() {
        QLineEdit* words = openFinder();
        auto* list = m_window->findChild<QListWidget*>(QStringLiteral("finderList"));
        QTest::keyClicks(words, "go to");
        QVERIFY(list->count() > 3);
        QCOMPARE(list->currentRow(), 0);
        QTest::keyClick(words, Qt::Key_Down);
        QCOMPARE(list->currentRow(), 1);
        QTest::keyClick(words, Qt::Key_Up);
        QTest::keyClick(words, Qt::Key_Up);
        QCOMPARE(list->currentRow(), 0);
        words->clear();
        QTest::keyClicks(words, "pause"); // nothing runs
        QCOMPARE(list->count(), 1);
        QVERIFY(list->currentItem() == nullptr);
        QTest::keyClick(words, Qt::Key_Return);
        QVERIFY(finder() != nullptr); // nothing was done
        QVERIFY(list->item(0)->data(Qt::AccessibleTextRole).toString().contains("not possible now"));
        QTest::keyClick(words, Qt::Key_Escape);
        TRY_VERIFY(finder() == nullptr);
    }
    void byTheMouseToo() {
        QLineEdit* words = openFinder();
        auto* list = m_window->findChild<QListWidget*>(QStringLiteral("finderList"));
        QTest::keyClicks(words, "F4");
        QCOMPARE(list->count(), 1);
        QTest::mouseClick(list->viewport(), Qt::LeftButton, {}, list->visualItemRect(list->item(0)).center());
        QVERIFY(m_window->station<ScanStation>().isVisible());
    }
    void theKeysPageHasEveryKey() {
        QTest::keyClick(m_window.get(), Qt::Key_F1);
        auto* page = m_window->findChild<KeysPage*>();
        QVERIFY(page != nullptr);
        QSet<QString> told;
        for (const QLabel* label : page->findChildren<QLabel*>())
            told.insert(label->text());
        for (const auto& [action, place] : m_window->actions())
            if (!action->shortcut().isEmpty())
                QVERIFY2(told.contains(action->shortcut().toString(QKeySequence::NativeText)) &&
                             told.contains(action->text()),
                         qPrintable(action->text()));
        QVERIFY(page->sizeHint().width() <= 1180 && page->sizeHint().height() <= 640);
    }
    void theWindowFitsASmallScreen() { test::fitsSmallScreen(*m_window); }
    // A scan is started, paused and stopped without the mouse and without knowing a key but one.
    void aScanByTheFinderAlone() {
        m_window->station<ScanStation>().controller()->setData(DataElsewhere::saved);
        const auto perform = [this](const char* words) {
            QTest::keyClicks(openFinder(), words);
            QTest::keyClick(finder()->findChild<QLineEdit*>(), Qt::Key_Return);
            TRY_VERIFY(finder() == nullptr);
        };
        perform("start the scan");
        DriveController& drive = *m_window->station<ScanStation>().controller();
        TRY_VERIFY(drive.scanning() && drive.current() != nullptr && drive.current()->running());
        perform("pause");
        TRY_COMPARE(drive.current()->record.status.phase, ScanPhase::paused);
        perform("stop");
        TRY_VERIFY(!drive.scanning());
    }

private:
    [[nodiscard]] ActionFinder* finder() const { return m_window->findChild<ActionFinder*>(); }
    QLineEdit* openFinder() {
        m_window->activateWindow(); // as whoever manages windows does when a dialog closes
        if (!QTest::qWaitForWindowActive(m_window.get()))
            qWarning("the window does not become active");
        QTest::keyClick(m_window.get(), Qt::Key_K, Qt::ControlModifier);
        return finder()->findChild<QLineEdit*>();
    }
    std::unique_ptr<AppWindow> m_window;
};

ORBITA_TEST(TestActions)

} // namespace test_actions

#include "test_actions.moc"
