// SPDX-License-Identifier: GPL-3.0-or-later
// Makes the pictures in docs/screenshots/ by using the demonstration rack as a technician would.
#include "app/shell/app_window.h"
#include "app/theme/theme.h"

#include <QApplication>
#include <QComboBox>
#include <QDialog>
#include <QDialogButtonBox>
#include <QDir>
#include <QElapsedTimer>
#include <QPushButton>
#include <QTest>
#include <QTextStream>
#include <functional>

using namespace orbita;
using namespace orbita::app;

namespace {

class Photographer {
public:
    Photographer(AppWindow& window, QString folder) : m_window(window), m_folder(std::move(folder)) {}

    void choose(const char* demo) {
        for (int row = 0; row < m_window.rack().rowCount(); ++row)
            if (m_window.rack().desk(row)->target().name == demo)
                m_window.findChild<QAbstractItemView*>(QStringLiteral("rack"))
                    ->setCurrentIndex(m_window.rack().index(row));
        QTest::qWait(60);
    }
    void click(const QString& text) {
        for (QPushButton* button : m_window.findChildren<QPushButton*>())
            if (button->isVisible() && button->isEnabled() &&
                button->text().remove(QLatin1Char('&')).startsWith(text)) {
                QTest::mouseClick(button, Qt::LeftButton);
                return;
            }
        QTextStream(stderr) << "no button \"" << text << "\"\n";
    }
    void start(const char* demo, const QString& answer) {
        choose(demo);
        if (m_window.station().desk()->data() == DataElsewhere::notAsked)
            click(answer);
        click(QStringLiteral("Start"));
    }
    void waitUntil(const std::function<bool(const ScanStatus&)>& reached) {
        QElapsedTimer timer;
        timer.start();
        while (timer.elapsed() < 200'000) {
            QTest::qWait(20);
            const ScanView* scan = m_window.station().desk()->current();
            if (scan != nullptr && reached(scan->record.status))
                return;
        }
    }
    // Until so much of the drive has been read.
    void waitForShare(double share) {
        const auto capacity = static_cast<double>(m_window.station().desk()->identity().capacity.value);
        waitUntil([&](const ScanStatus& s) {
            return s.phase == ScanPhase::ended || static_cast<double>(s.position.value) >= share * capacity;
        });
    }
    void readVitals() {
        QTest::keyClick(&m_window, Qt::Key_F8);
        QTRY_VERIFY_WITH_TIMEOUT(m_window.station().desk()->visit().state() == VisitDesk::State::read,
                                 20'000);
    }
    void take(const char* name) {
        QTest::qWait(150);
        m_window.grab().save(m_folder + QLatin1Char('/') + QLatin1String(name) + QStringLiteral(".png"));
    }
    // Chooses in the plan of the drive in view; with a picture of it, where a name is given.
    void plan(const char* box, int index, const char* name = nullptr) {
        QTest::keyClick(&m_window, Qt::Key_L, Qt::ControlModifier);
        QTest::qWait(200);
        auto* dialog = m_window.findChild<QDialog*>();
        auto* choice = dialog == nullptr ? nullptr : dialog->findChild<QComboBox*>(QLatin1String(box));
        if (choice == nullptr)
            return;
        choice->setCurrentIndex(index);
        QTest::qWait(200);
        if (name != nullptr)
            dialog->grab().save(m_folder + QLatin1Char('/') + QLatin1String(name) + QStringLiteral(".png"));
        QTest::mouseClick(dialog->findChild<QDialogButtonBox*>()->button(QDialogButtonBox::Ok),
                          Qt::LeftButton);
        QTest::qWait(200);
        m_window.activateWindow();
    }
    // A dialog that a key opens.
    void takeDialog(const char* name, Qt::Key key) {
        QTest::keyClick(&m_window, key, Qt::ControlModifier);
        QTest::qWait(600);
        auto* dialog = m_window.findChild<QDialog*>();
        if (dialog == nullptr)
            return;
        dialog->grab().save(m_folder + QLatin1Char('/') + QLatin1String(name) + QStringLiteral(".png"));
        dialog->close();
        m_window.activateWindow();
    }
    void hover(Lba lba) {
        PlateView& plate = m_window.station().plate();
        QTest::mouseMove(&plate, plate.rectOf(lba).center().toPoint());
        QTest::qWait(60);
    }

private:
    AppWindow& m_window;
    QString m_folder;
};

} // namespace

int main(int argc, char** argv) {
    if (qEnvironmentVariableIsEmpty("QT_QPA_PLATFORM"))
        qputenv("QT_QPA_PLATFORM", "offscreen");
    QApplication application(argc, argv);
    const QString folder = argc > 1 ? QString::fromLocal8Bit(argv[1]) : QStringLiteral("docs/screenshots");
    QDir().mkpath(folder);
    Theme::instance().setScheme(ColourScheme::dark);
    AppWindow window(RackModel::Source::demonstration);
    window.show();
    Photographer p(window, folder);
    PlateView& plate = window.station().plate();
    Lens& lens = window.station().lens();

    const bool onlyOrders = argc > 2 && QLatin1String(argv[2]) == QLatin1String("orders");
    const auto takeOrders = [&] {
        window.showStation(Station::scan);
        p.choose("demo:auk");
        p.plan("planOrder", 5, "scan-plan");
        p.start("demo:auk", QStringLiteral("No"));
        p.waitUntil([](const ScanStatus& s) { return s.phase == ScanPhase::ended || s.share() > 0.93; });
        p.take("scan-careful");
    };
    // A short scan that is played again.
    if (argc > 2 && QLatin1String(argv[2]) == QLatin1String("replay")) {
        window.showStation(Station::scan);
        p.choose("demo:fulmar");
        p.plan("planOrder", 4);
        p.start("demo:fulmar", QStringLiteral("No"));
        p.waitUntil([](const ScanStatus& s) { return s.phase == ScanPhase::ended; });
        p.take("try-over");
        p.click(QStringLiteral("Replay"));
        QTest::qWait(4000);
        p.take("try-replay");
        return 0;
    }
    if (onlyOrders) {
        takeOrders();
        p.choose("demo:tern20");
        p.plan("planOrder", 4);
        p.start("demo:tern20", QStringLiteral("No"));
        p.waitUntil([](const ScanStatus& s) { return s.phase == ScanPhase::ended || s.share() > 0.6; });
        p.take("try-sample");
        p.choose("demo:tern40");
        p.plan("planOrder", 3);
        p.start("demo:tern40", QStringLiteral("No"));
        p.waitUntil([](const ScanStatus& s) { return s.phase == ScanPhase::ended || s.share() > 0.3; });
        p.take("try-sweep");
        p.click(QStringLiteral("Stop"));
        p.waitUntil([](const ScanStatus& s) { return s.phase == ScanPhase::ended; });
        p.take("try-go-on");
        window.showStation(Station::scan);
        p.start("demo:skua", QStringLiteral("No"));
        p.waitUntil([](const ScanStatus& s) { return s.phase == ScanPhase::ended; });
        p.hover({800'000'000});
        p.take("try-not-stored");
        plate.setFocus();
        for (int i = 0; i < 60; ++i) {
            if (i < 3)
                QTest::keyClick(&plate, Qt::Key_N);
            QTest::keyClick(&plate, Qt::Key_Plus);
        }
        p.take("try-sectors");
        lens.showAll();
        p.click(QStringLiteral("Start"));
        p.waitUntil([](const ScanStatus& s) { return s.phase == ScanPhase::ended || s.share() > 0.4; });
        p.take("try-compared");
        return 0;
    }

    // The visit's first stations, for a failing, a healthy, a bridge-hidden, a stopping and a solid-state
    // drive.
    p.choose("demo:tern40");
    p.click(QStringLiteral("slow copying"));
    p.click(QStringLiteral("read errors"));
    p.click(QStringLiteral("No, only here"));
    p.take("intake-failing");
    p.readVitals();
    p.take("vitals-failing");
    p.choose("demo:tern20");
    p.readVitals();
    p.click(QStringLiteral("Extended"));
    QTest::qWait(6000);
    p.take("vitals-healthy");
    p.click(QStringLiteral("Abort test"));
    p.choose("demo:skua");
    window.showStation(Station::intake);
    p.take("intake-bridge");
    p.readVitals();
    p.take("vitals-bridge");
    p.choose("demo:tern10");
    window.showStation(Station::intake);
    p.click(QStringLiteral("noise"));
    p.take("intake-stop");
    p.readVitals();
    p.take("vitals-stop");
    p.choose("demo:petrel");
    window.showStation(Station::intake);
    p.readVitals();
    p.take("vitals-solid-state");
    if (argc > 2)
        return 0; // only these

    window.showStation(Station::scan);
    p.choose("demo:tern40");
    p.take("scan-start");

    p.start("demo:tern10", QStringLiteral("Not known"));
    p.waitUntil([](const ScanStatus& s) {
        return s.phase == ScanPhase::ended || s.waited > std::chrono::seconds{20};
    });
    p.take("scan-stalled");
    p.waitUntil([](const ScanStatus& s) { return s.phase == ScanPhase::ended; });
    p.take("scan-stopped-answering");

    p.start("demo:tern40", QStringLiteral("No"));
    p.waitForShare(0.62);
    const std::vector<LedgerEntry> ledger = window.station().desk()->current()->record.ledger;
    const auto unreadable = std::find_if(ledger.begin(), ledger.end(),
                                         [](const LedgerEntry& e) { return e.grade == Grade::unreadable; });
    if (unreadable != ledger.end())
        p.hover(unreadable->span.first);
    p.take("scan-running");
    QTest::mouseMove(&window, QPoint(600, 790));

    if (unreadable != ledger.end()) {
        const std::uint64_t block = lens.grid().blockAt(unreadable->span.first);
        lens.setWindow(block - 60, 160);
        QTest::mouseClick(&plate, Qt::LeftButton, Qt::NoModifier,
                          plate.rectOf(unreadable->span.first).center().toPoint());
        window.station().showLedger();
        p.hover(unreadable->span.first);
        p.take("scan-zoomed");
        lens.showAll();
    }

    p.start("demo:tern20", QStringLiteral("Yes, saved"));
    p.waitForShare(0.3);
    p.take("scan-several-drives");
    p.takeDialog("open-casebook", Qt::Key_O);
    // An image that vanishes between choosing and starting: the error state.
    const QString image = QDir::tempPath() + QStringLiteral("/skerry-point-copy.img");
    QFile file(image);
    if (file.open(QIODevice::WriteOnly) && file.resize(1 << 20)) {
        window.open(image);
        p.click(QStringLiteral("Not known"));
        file.remove();
        p.click(QStringLiteral("Start"));
        p.waitUntil([](const ScanStatus& s) { return s.phase == ScanPhase::ended; });
        p.take("scan-error");
    }
    takeOrders();
    p.choose("demo:tern40");
    Theme::instance().setScheme(ColourScheme::light);
    p.waitForShare(0.9);
    p.take("scan-light");
    return 0;
}
