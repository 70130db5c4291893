// SPDX-License-Identifier: GPL-3.0-or-later
// The casebook as a person uses it: finding a drive by typing, looking at its life, comparing two visits, and
// looking after the book, by keys and clicks on the real window.
#include "app/casebook/casebook_page.h"
#include "app/casebook/forget_dialog.h"
#include "app/rack/rack_view.h"
#include "app/scan/scan_station.h"
#include "support/hand.h"
#include "support/test_program.h"

#include <QDir>
#include <QFile>
#include <QTemporaryDir>

namespace test_casebook_page {

using namespace orbita;
using namespace orbita::app;
using namespace orbita::test;

class TestCasebookPage final : public QObject {
    Q_OBJECT
private slots:
    void initTestCase() {
        QVERIFY(m_dir.isValid());
        m_window = demonstration();
    }
    void init() {
        if (!page().isVisible())
            QTest::keyClick(m_window.get(), Qt::Key_B, Qt::ControlModifier);
        TRY_VERIFY(page().isVisible());
        find<QComboBox>("casebookRuling")->setCurrentIndex(0);
        type("");
    }

    void openedByAKeyAndLeftByAnother() {
        QCOMPARE(QApplication::focusWidget(), words());
        TRY_COMPARE(found()->model()->rowCount(), 4);
        QTest::keyClick(words(), Qt::Key_Escape);
        QVERIFY(!page().isVisible());
        QVERIFY(m_window->station<ScanStation>().isVisible() ||
                m_window->findChild<DriveHeader*>()->isVisible());
        click(*m_window, "Casebook");
        QVERIFY(page().isVisible());
        QVERIFY(!m_window->findChild<DriveHeader*>()->isVisible());
        // Whoever goes for a drive in the rack is back with it.
        auto* rack = m_window->findChild<RackView*>();
        QTest::mouseClick(rack->viewport(), Qt::LeftButton, {},
                          rack->visualRect(rack->model()->index(1, 0)).center());
        QVERIFY(!page().isVisible());
    }

    void typedAndFoundAndCompared() {
        // What was read on earlier visits comes in shortly after the start.
        TRY_VERIFY((type("fulmar"), visits()->model()->rowCount() == 2 &&
                                        compared().contains("of the drive was read on both")));
        QCOMPARE(found()->model()->rowCount(), 1);
        QVERIFY2(compared().contains("100 % of the drive was read on both visits."), qPrintable(compared()));
        QVERIFY2(compared().contains("Wear has changed by"), qPrintable(compared()));
        QVERIFY2(compared().contains(QStringLiteral("8 780 hours")), qPrintable(compared()));
        auto* view = m_window->findChild<ComparisonView*>();
        QVERIFY(view->isVisible());
        QVERIFY(view->accessibleDescription().contains("read on both"));
        // By keys alone: from the words to the list, to the visits, to the maps.
        QTest::keyClick(words(), Qt::Key_Return);
        QCOMPARE(QApplication::focusWidget(), found());
        for (int i = 0; i < 8 && QApplication::focusWidget() != view; ++i)
            QTest::keyClick(QApplication::focusWidget(), Qt::Key_Tab);
        QCOMPARE(QApplication::focusWidget(), view);
        QTest::keyClick(view, Qt::Key_Home);
        QVERIFY2(view->pointedAt().startsWith("0.0 % to 1.6 % of the drive"), qPrintable(view->pointedAt()));
        QTest::keyClick(view, Qt::Key_End);
        QVERIFY2(view->pointedAt().contains("MB/s"), qPrintable(view->pointedAt()));
        // The first visit alone has nothing to be compared with.
        visits()->setFocus();
        QTest::mouseClick(visits()->viewport(), Qt::LeftButton, {}, rowAt(0));
        QVERIFY(compared().contains("first visit"));
        QVERIFY(!view->isVisible());
        QTest::mouseClick(visits()->viewport(), Qt::LeftButton, Qt::ControlModifier, rowAt(1));
        QVERIFY(view->isVisible());
        QVERIFY(compared().contains("read on both"));
        QCOMPARE(find<QTableView>("counterChanges")->model()->rowCount() > 5, true);
    }

    void byRulingAndByNothing() {
        type("");
        TRY_COMPARE(found()->model()->rowCount(), 4);
        auto* ruling = find<QComboBox>("casebookRuling");
        ruling->setFocus();
        QTest::keyClick(ruling, Qt::Key_Down);
        QCOMPARE(ruling->currentText(), QStringLiteral("Keep"));
        TRY_COMPARE(found()->model()->rowCount(), 0);
        TRY_VERIFY(find<QLabel>("notice")->isVisible());
        QVERIFY(find<QLabel>("notice")->text().contains("No drive in the casebook fits."));
        QVERIFY(!button(*m_window, "Export the case")->isEnabled());
        QTest::keyClick(ruling, Qt::Key_Up);
        TRY_COMPARE(found()->model()->rowCount(), 4);
        type("zeppelin");
        TRY_COMPARE(found()->model()->rowCount(), 0);
    }

    void aCaseIsExportedAndTakenIn() {
        type("tern 40");
        TRY_COMPARE(found()->model()->rowCount(), 1);
        TRY_COMPARE(visits()->model()->rowCount(), 2);
        const QString file = m_dir.filePath("tern.orbita-case");
        click(*m_window, "Export the case");
        saveByHand(*m_window, file);
        QTRY_VERIFY2(answer().contains("Written to"), qPrintable(answer()));
        QVERIFY(QFile::exists(file));
        takeInByHand(file);
        QTRY_VERIFY2(answer().contains("All of it was here already."), qPrintable(answer()));
        // What is none is refused in words, and changes nothing.
        const QString other = m_dir.filePath("letter.db");
        QFile letter(other);
        QVERIFY(letter.open(QIODevice::WriteOnly));
        letter.write(QByteArray(5000, 'x'));
        letter.close();
        takeInByHand(other);
        QTRY_VERIFY2(answer().contains("damaged, or no casebook"), qPrintable(answer()));
    }

    void backedUpAndChecked() {
        click(*m_window, "Check");
        QTRY_VERIFY2(answer().contains("Nothing in the casebook is damaged."), qPrintable(answer()));
        const QString file = m_dir.filePath("backup.db");
        click(*m_window, "Back up");
        saveByHand(*m_window, file);
        QTRY_VERIFY2(answer().contains("was checked there"), qPrintable(answer()));
        auto copy = Casebook::open(file.toStdString());
        QVERIFY(copy.has_value());
        QCOMPARE((*copy)->search({})->all, std::uint64_t{4});
    }

    void aVisitsMapIsOpenedInTheRack() {
        TRY_VERIFY((type("fulmar"), button(*m_window, "Open its map")->isEnabled()));
        click(*m_window, "Open its map");
        TRY_VERIFY(m_window->station<ScanStation>().isVisible());
        QCOMPARE(m_window->station<ScanStation>().controller()->identity().model, std::string("Fulmar C5"));
        QVERIFY(!page().isVisible());
        QCOMPARE(m_window->station<ScanStation>().controller()->scanCount(), std::size_t{1});
    }

    void customersAreForgotten() {
        type("tide-gauge");
        TRY_COMPARE(found()->model()->rowCount(), 4);
        click(*m_window, "Forget customers");
        TRY_VERIFY(m_window->findChild<ForgetDialog*>() != nullptr);
        const QPointer<ForgetDialog> dialog = m_window->findChild<ForgetDialog*>();
        auto* count = dialog->findChild<QLabel*>("forgetCount");
        QTRY_VERIFY2(count->text().contains("no such visit"), qPrintable(count->text())); // none is so old
        QPushButton* forget = button(*m_window, "Forget them for good");
        QVERIFY(!forget->isEnabled());
        QTest::keyClick(dialog->findChild<QComboBox*>("forgetAge"), Qt::Key_End);
        QTRY_VERIFY2(count->text().contains("visits"), qPrintable(count->text()));
        QVERIFY(forget->isEnabled());
        // Enter alone must not do it.
        QTest::keyClick(dialog->findChild<QLineEdit*>("forgetCustomer"), Qt::Key_Return);
        TRY_VERIFY(!dialog);
        QTest::qWait(100);
        backTo(*m_window);
        QVERIFY(!answer().contains("has been forgotten"));
        click(*m_window, "Forget customers");
        TRY_VERIFY(m_window->findChild<ForgetDialog*>() != nullptr);
        const QPointer<ForgetDialog> again = m_window->findChild<ForgetDialog*>();
        QTest::keyClick(again->findChild<QComboBox*>("forgetAge"), Qt::Key_End);
        TRY_VERIFY(button(*m_window, "Forget them for good")->isEnabled());
        QTest::mouseClick(button(*m_window, "Forget them for good"), Qt::LeftButton);
        TRY_VERIFY(!again);
        backTo(*m_window);
        QTRY_VERIFY2(answer().contains("has been forgotten"), qPrintable(answer()));
        TRY_COMPARE(found()->model()->rowCount(), 0);
        type("");
        TRY_COMPARE(found()->model()->rowCount(), 4);
    }

private:
    CasebookPage& page() { return *m_window->findChild<CasebookPage*>(); }
    template <class Widget>
    Widget* find(const char* name) {
        return page().findChild<Widget*>(QLatin1String(name));
    }
    QLineEdit* words() { return find<QLineEdit>("casebookWords"); }
    QListView* found() { return find<QListView>("foundDrives"); }
    QTableView* visits() { return find<QTableView>("visits"); }
    QString compared() { return find<QLabel>("compared")->text().replace(QChar(0x00A0), ' '); }
    QString answer() { return find<QLabel>("casebookAnswer")->text(); }
    QPoint rowAt(int row) { return visits()->visualRect(visits()->model()->index(row, 0)).center(); }
    void type(const QString& text) {
        words()->setFocus();
        QTest::keySequence(words(), QKeySequence::SelectAll);
        QTest::keyClick(words(), Qt::Key_Delete);
        QTest::keyClicks(words(), text);
        QTest::qWait(150);
    }
    void takeInByHand(const QString& file) {
        click(*m_window, "Take in");
        TRY_VERIFY(m_window->findChild<QFileDialog*>() != nullptr);
        const QPointer<QFileDialog> dialog = m_window->findChild<QFileDialog*>();
        TRY_VERIFY(dialog->isVisible());
        auto* name = dialog->findChild<QLineEdit*>("fileNameEdit");
        for (int i = 0; i < 40 && dialog && dialog->isVisible(); ++i) {
            name->clear();
            QTest::keyClicks(name, file);
            if (QWidget* completions = QApplication::activePopupWidget())
                completions->close();
            QTest::qWait(50);
            QTest::mouseClick(dialog->findChild<QDialogButtonBox*>()->button(QDialogButtonBox::Open),
                              Qt::LeftButton);
            QTest::qWait(50);
        }
        QVERIFY(!dialog || !dialog->isVisible());
        backTo(*m_window);
    }

    QTemporaryDir m_dir;
    std::unique_ptr<AppWindow> m_window;
};

ORBITA_TEST(TestCasebookPage)

} // namespace test_casebook_page

#include "test_casebook_page.moc"
