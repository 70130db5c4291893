// SPDX-License-Identifier: GPL-3.0-or-later
// Makes the pictures in docs/screenshots/ by using the demonstration rack as a technician would.
#include "app/shell/app_window.h"
#include "app/theme/theme.h"

#include <QApplication>
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
                button->text().remove(QLatin1Char('&')) == text) {
                QTest::mouseClick(button, Qt::LeftButton);
                return;
            }
        QTextStream(stderr) << "no button \"" << text << "\"\n";
    }
    void start(const char* demo, const QString& answer) {
        choose(demo);
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
    void take(const char* name) {
        QTest::qWait(150);
        m_window.grab().save(m_folder + QLatin1Char('/') + QLatin1String(name) + QStringLiteral(".png"));
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
    p.choose("demo:tern40");
    Theme::instance().setScheme(ColourScheme::light);
    p.waitForShare(0.9);
    p.take("scan-light");
    return 0;
}
