// SPDX-License-Identifier: GPL-3.0-or-later
// What every view must have: a name for screen readers, room at small and at double size, both colour
// schemes.
#include "app/rack/dial_state.h"
#include "app/scan/scan_station.h"
#include "app/shell/app_window.h"
#include "app/stations.h"
#include "app/theme/theme.h"
#include "support/test_program.h"

#include <QButtonGroup>

namespace test_views {

using namespace orbita;
using namespace orbita::app;

class TestViews : public QObject {
    Q_OBJECT
    static void eachStation() {
        QTest::addColumn<QString>("station");
        for (const StationRow& row : stationRows())
            QTest::newRow(row.id) << QString::fromLatin1(row.id);
    }
private slots:
    void init() { Theme::instance().setScheme(ColourScheme::dark); }

    void everyPaintedViewHasAName() {
        AppWindow window(RackModel::Source::demonstration);
        window.show();
        for (const char* name : {"plate", "trace", "lateness", "rack", "tape", "ledger", "twinMap", "cases",
                                 "foundDrives", "visits", "comparison", "counterChanges"}) {
            auto* view = window.findChild<QWidget*>(QLatin1String(name));
            QVERIFY2(view != nullptr, name);
            QVERIFY2(!view->accessibleName().isEmpty(), name);
        }
        for (QAbstractButton* button : window.findChildren<QAbstractButton*>())
            QVERIFY2(!button->text().isEmpty() || !button->accessibleName().isEmpty(),
                     qPrintable(button->objectName()));
    }
    void everyButtonIsReachedByTab_data() { eachStation(); }
    void everyButtonIsReachedByTab() {
        QFETCH(QString, station);
        AppWindow window(RackModel::Source::demonstration);
        window.show();
        window.showStation(station);
        QVERIFY(QTest::qWaitForWindowExposed(&window));
        QSet<QWidget*> reached;
        for (int i = 0; i < 80; ++i) {
            QTest::keyClick(window.focusWidget() != nullptr ? window.focusWidget() : &window, Qt::Key_Tab);
            reached.insert(window.focusWidget());
        }
        for (QPushButton* button : window.findChildren<QPushButton*>())
            // Of buttons that exclude each other, Tab reaches the one in force; arrows change it.
            if (button->isVisible() && button->isEnabled() &&
                (button->group() == nullptr || button->isChecked()))
                QVERIFY2(reached.contains(button), qPrintable(button->text()));
    }
    void fitsTheSmallestScreen_data() { eachStation(); }
    void fitsTheSmallestScreen() {
        QFETCH(QString, station);
        AppWindow window(RackModel::Source::demonstration);
        window.show();
        window.showStation(station);
        QVERIFY2(window.minimumSizeHint().width() <= 1280,
                 qPrintable(QString::number(window.minimumSizeHint().width())));
        QVERIFY2(window.minimumSizeHint().height() <= 800,
                 qPrintable(QString::number(window.minimumSizeHint().height())));
    }
    void lightAndDarkDiffer() {
        AppWindow window(RackModel::Source::demonstration);
        window.show();
        QVERIFY(QTest::qWaitForWindowActive(&window));
        const QColor dark(window.grab().toImage().pixel(400, 60));
        QTest::keyClick(&window, Qt::Key_T, Qt::ControlModifier);
        const QColor light(window.grab().toImage().pixel(400, 60));
        QVERIFY(dark.lightnessF() < 0.2F && light.lightnessF() > 0.8F);
    }
    void emptyRackNamesTheNextStep() {
        ScanStation station;
        station.show();
        QVERIFY(station.findChild<QLabel*>(QStringLiteral("notice"))->text().contains("Ctrl+O"));
    }
    void lensKeepsInside() {
        Lens lens;
        const BlockGrid grid{{{0}, {1'000'000}}, 8};
        lens.setGrid(grid);
        lens.zoom(0.001, 124'999);
        QCOMPARE(lens.first() + lens.count(), grid.blocks());
        lens.zoom(1000, 124'999);
        QVERIFY(!lens.zoomed());
        lens.setWindow(500, 100);
        lens.reveal({{8 * 50'000}, {8}});
        QVERIFY(lens.first() <= 50'000 && 50'000 < lens.first() + lens.count());
        lens.zoom(0.0000001, 50'000);
        QCOMPARE(lens.count(), std::uint64_t{1});
        lens.zoom(1.1, 50'000);
        QCOMPARE(lens.count(), std::uint64_t{2});
        // Zooming in and out again about one block keeps that block in view.
        for (int i = 0; i < 40; ++i) {
            lens.zoom(i % 3 == 0 ? 0.5 : 1.4, 50'000);
            QVERIFY(lens.first() <= 50'000 && 50'000 < lens.first() + lens.count());
        }
    }
    void dialOfADriveNeverScanned() {
        Target target;
        target.name = "/dev/sdq";
        const DriveController controller(target, false);
        QCOMPARE(dialOf(controller).centre, QString("–"));
        QVERIFY(dialOf(controller).marks.empty());
        QVERIFY(!standIsAlarming(controller));
    }
};

ORBITA_TEST(TestViews)

} // namespace test_views

#include "test_views.moc"
