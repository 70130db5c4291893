// SPDX-License-Identifier: GPL-3.0-or-later
// Makes the pictures in docs/screenshots/ by using the demonstration rack as a technician would.
#include "app/casebook/comparison_view.h"
#include "app/scan/scan_station.h"
#include "app/shell/app_window.h"
#include "app/theme/theme.h"
#include "report/language.h"

#include <QApplication>
#include <QCheckBox>
#include <QComboBox>
#include <QDialog>
#include <QDialogButtonBox>
#include <QDir>
#include <QElapsedTimer>
#include <QPainter>
#include <QPushButton>
#include <QTableView>
#include <QTest>
#include <QTextStream>
#include <functional>
#include <string_view>
#include <vector>

using namespace orbita;
using namespace orbita::app;

namespace {

class Photographer {
public:
    Photographer(AppWindow& window, QString folder) : m_window(window), m_folder(std::move(folder)) {}

    void choose(const char* demo) {
        for (int row = 0; row < m_window.rack().rowCount(); ++row)
            if (m_window.rack().controller(row)->target().name == demo)
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
        if (m_window.station<ScanStation>().controller()->data() == DataElsewhere::notAsked)
            click(answer);
        // One that was read for another picture, and ended, is as good.
        const ScanView* scan = m_window.station<ScanStation>().controller()->current();
        if (scan == nullptr)
            click(QStringLiteral("Start"));
    }
    void waitUntil(const std::function<bool(const ScanStatus&)>& reached) {
        QElapsedTimer timer;
        timer.start();
        while (timer.elapsed() < 200'000) {
            QTest::qWait(20);
            const ScanView* scan = m_window.station<ScanStation>().controller()->current();
            if (scan != nullptr && reached(scan->record.status))
                return;
        }
    }
    // Until so much of the drive has been read.
    void waitForShare(double share) {
        const auto capacity =
            static_cast<double>(m_window.station<ScanStation>().controller()->identity().capacity.value);
        waitUntil([&](const ScanStatus& s) {
            return s.phase == ScanPhase::ended || static_cast<double>(s.position.value) >= share * capacity;
        });
    }
    void readVitals() {
        QTest::keyClick(&m_window, Qt::Key_F8);
        QTRY_VERIFY_WITH_TIMEOUT(m_window.station<ScanStation>().controller()->visit().state() ==
                                     VisitController::State::read,
                                 20'000);
    }
    void take(const char* name) {
        QTest::qWait(150);
        m_window.grab().save(m_folder + QLatin1Char('/') + QLatin1String(name) + QStringLiteral(".png"));
    }
    // With the dialog that is open over it.
    void takeWithDialog(const char* name) {
        QTest::qWait(150);
        QPixmap picture = m_window.grab();
        QPainter painter(&picture);
        for (auto* dialog : m_window.findChildren<QDialog*>()) {
            painter.fillRect(picture.rect(), QColor(0, 0, 0, 110));
            const QPixmap over = dialog->grab();
            painter.drawPixmap((m_window.width() - over.width()) / 2, (m_window.height() - over.height()) / 3,
                               over);
            dialog->close();
        }
        painter.end();
        picture.save(m_folder + QLatin1Char('/') + QLatin1String(name) + QStringLiteral(".png"));
        QTest::qWait(50);
        m_window.activateWindow();
        (void)QTest::qWaitForWindowActive(&m_window);
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
    void hover(Lba lba) {
        PlateView& plate = m_window.station<ScanStation>().plate();
        QTest::mouseMove(&plate, plate.rectOf(lba).center().toPoint());
        QTest::qWait(60);
    }

private:
    AppWindow& m_window;
    QString m_folder;
};

// The visit's first stations, for a failing and a solid-state drive.
void stations(Photographer& p, AppWindow& /*window*/) {
    p.choose("demo:tern40");
    p.click(QStringLiteral("slow copying"));
    p.click(QStringLiteral("read errors"));
    p.click(QStringLiteral("No, only here"));
    p.take("intake-failing");
    p.readVitals();
    p.take("vitals-failing");
}

// One scan from the data question to its light colours, beside others.
void scans(Photographer& p, AppWindow& window) {
    PlateView& plate = window.station<ScanStation>().plate();
    window.showStation("intake");
    p.choose("demo:tern40");
    p.click(QStringLiteral("No, only here"));
    p.readVitals();
    window.showStation("scan");
    p.take("scan-start"); // a plan is proposed, with its reason
    QTest::keyClick(&window, Qt::Key_L, Qt::ControlModifier | Qt::ShiftModifier); // the plain one instead

    p.start("demo:tern10", QStringLiteral("Not known"));
    p.waitUntil([](const ScanStatus& s) {
        return s.phase == ScanPhase::ended || s.waited > std::chrono::seconds{20};
    });
    p.take("scan-stalled");
    p.waitUntil([](const ScanStatus& s) { return s.phase == ScanPhase::ended; });

    p.start("demo:tern40", QStringLiteral("No"));
    // Over a patch, held still, the latest late answer pointed at.
    p.waitUntil([](const ScanStatus& s) { return s.totals.of(Grade::unreadable) > 3; });
    QTest::qWait(400);
    QTest::keyClick(&window, Qt::Key_3, Qt::ControlModifier);
    QTest::keyClick(window.findChild<AnswerView*>(), Qt::Key_P);
    p.take("scan-answers");
    QTest::keyClick(window.findChild<AnswerView*>(), Qt::Key_Escape);
    plate.setFocus();
    p.waitForShare(0.62);
    const std::vector<LedgerEntry> ledger =
        window.station<ScanStation>().controller()->current()->record.ledger;
    const auto unreadable = std::find_if(ledger.begin(), ledger.end(),
                                         [](const LedgerEntry& e) { return e.grade == Grade::unreadable; });
    if (unreadable != ledger.end())
        p.hover(unreadable->span.first);
    p.take("scan-running");
    QTest::mouseMove(&window, QPoint(600, 790));
    QTest::keyClick(&window, Qt::Key_2, Qt::ControlModifier);
    p.take("scan-ledger");
    QTest::keyClick(&window, Qt::Key_3, Qt::ControlModifier);
    p.choose("demo:tern40");
    p.waitUntil([](const ScanStatus& s) { return s.phase == ScanPhase::ended; });
    Theme::instance().setScheme(ColourScheme::light);
    p.take("scan-light");
    Theme::instance().setScheme(ColourScheme::dark);
    plate.setFocus();
}

// The order for sick drives.
void carefully(Photographer& p, AppWindow& window) {
    window.showStation("scan");
    p.choose("demo:auk");
    p.plan("planOrder", 5, "scan-plan");
    p.start("demo:auk", QStringLiteral("No"));
    p.waitUntil([](const ScanStatus& s) { return s.phase == ScanPhase::ended || s.share() > 0.93; });
    p.take("scan-careful");
}

// A drive that holds less than it could, to its sectors.
void sectors(Photographer& p, AppWindow& window) {
    PlateView& plate = window.station<ScanStation>().plate();
    window.showStation("scan");
    p.start("demo:skua", QStringLiteral("No"));
    p.waitUntil([](const ScanStatus& s) { return s.phase == ScanPhase::ended; });
    plate.setFocus();
    for (int i = 0; i < 60; ++i) {
        if (i < 3)
            QTest::keyClick(&plate, Qt::Key_N);
        QTest::keyClick(&plate, Qt::Key_Plus);
    }
    p.take("scan-sectors");
}

// From what a scan has found to places that read again: the advice, the last question, its refusal, on the
// way, the result.
void treated(Photographer& p, AppWindow& window) {
    window.showStation("scan");
    p.start("demo:auk", QStringLiteral("Yes, saved"));
    p.waitUntil([](const ScanStatus& s) { return s.phase == ScanPhase::ended; });
    // Whatever was answered for another picture.
    window.station<ScanStation>().controller()->setData(DataElsewhere::saved);
    p.readVitals();
    window.showStation("treat");
    p.take("treat-advice");
    QTest::mouseClick(window.findChild<QCheckBox*>(QStringLiteral("allowZeros")), Qt::LeftButton);
    p.click(QStringLiteral("Treat…"));
    p.take("treat-consent");
    QTest::mouseClick(window.findChild<QCheckBox*>(QStringLiteral("destroysTick")), Qt::LeftButton);
    auto* typed = window.findChild<QLineEdit*>(QStringLiteral("consentTyped"));
    const auto write = [&](const QString& serial) {
        QTest::keyClicks(typed, serial);
        p.click(QStringLiteral("Write to this drive"));
    };
    const TreatmentController& treatment = window.station<ScanStation>().controller()->treatment();
    const auto waitFor = [&](const std::function<bool()>& reached) {
        for (int i = 0; i < 6000 && !reached(); ++i)
            QTest::qWait(10);
    };
    write(QStringLiteral("0000"));
    waitFor([&] { return treatment.state() == TreatmentController::State::refused; });
    typed->clear();
    const QString serial =
        QString::fromStdString(window.station<ScanStation>().controller()->identity().serial);
    write(serial.right(4));
    waitFor([&] { return !treatment.busy() || treatment.progress().results.size() >= 2; });
    p.take("treat-running");
    waitFor([&] { return !treatment.busy(); });
    QTest::qWait(300);
    p.take("treat-result");
    // As the scan goes: what was found at the beginning is treated while the rest is read.
    window.showStation("treat");
    p.choose("demo:petrel");
    window.station<ScanStation>().controller()->setData(DataElsewhere::saved);
    p.readVitals();
    window.showStation("treat");
    p.click(QStringLiteral("Scan, and treat as you go"));
    typed = window.findChild<QLineEdit*>(QStringLiteral("consentTyped"));
    for (auto* tick : window.findChildren<QCheckBox*>(QStringLiteral("destroysTick")))
        if (tick->isVisible())
            QTest::mouseClick(tick, Qt::LeftButton);
    write(QString::fromStdString(window.station<ScanStation>().controller()->identity().serial).right(4));
    QTest::mouseMove(&window, QPoint(600, 790));
    waitFor([&] {
        const ScanView* scan = window.station<ScanStation>().controller()->current();
        return scan != nullptr && (scan->error || !scan->record.treatments.empty());
    });
    p.take("treat-as-you-go");
}

// A drive that reads, and has grown slow in places, refreshed.
void refreshed(Photographer& p, AppWindow& window) {
    window.showStation("scan");
    p.start("demo:tern40", QStringLiteral("Yes, saved"));
    p.waitUntil([](const ScanStatus& s) { return s.phase == ScanPhase::ended; });
    window.station<ScanStation>().controller()->setData(DataElsewhere::saved);
    p.readVitals();
    window.showStation("treat");
    p.click(QStringLiteral("Refresh the drive"));
    for (auto* tick : window.findChildren<QCheckBox*>(QStringLiteral("destroysTick")))
        if (tick->isVisible())
            QTest::mouseClick(tick, Qt::LeftButton);
    QTest::keyClicks(window.findChild<QLineEdit*>(QStringLiteral("consentTyped")), QStringLiteral("0193"));
    p.click(QStringLiteral("Write to this drive"));
    const TreatmentController& treatment = window.station<ScanStation>().controller()->treatment();
    for (int i = 0; i < 3000 && (treatment.busy() && treatment.refresh().found < 6); ++i)
        QTest::qWait(10);
    QTest::mouseMove(&window, QPoint(600, 790));
    p.take("treat-refresh");
}

// What drives come to, from the first word to a ruling.
void judged(Photographer& p, AppWindow& window) {
    window.showStation("scan");
    p.start("demo:tern20", QStringLiteral("No"));
    p.start("demo:tern40", QStringLiteral("No"));
    p.readVitals();
    window.showStation("judge");
    p.waitUntil([](const ScanStatus& s) { return s.phase == ScanPhase::ended; });
    QTest::qWait(500);
    p.click(QStringLiteral("Enter the ruling"));
    QTest::qWait(300);
    p.take("judge-ruling");
    // And what its life was like, found again.
    QTest::keyClick(&window, Qt::Key_B, Qt::ControlModifier);
    QTest::keyClicks(window.findChild<QLineEdit*>(QStringLiteral("casebookWords")), "tern 40");
    QTest::qWait(1500);
    QTest::keyClick(window.findChild<ComparisonView*>(), Qt::Key_Right);
    for (int i = 0; i < 5; ++i)
        QTest::keyClick(window.findChild<ComparisonView*>(), Qt::Key_Right);
    p.take("casebook-life");
    window.showStation("scan");
}

// Not among those that are kept: everything that can be done, found by a few letters.
void finder(Photographer& p, AppWindow& window) {
    window.showStation("scan");
    p.choose("demo:tern20");
    QTest::keyClick(&window, Qt::Key_K, Qt::ControlModifier);
    QTest::keyClicks(window.findChild<QLineEdit*>(QStringLiteral("finderWords")), "sc");
    p.takeWithDialog("finder");
}

// Not among those that are kept: a whole visit by itself, of a sick drive and of all.
void assessed(Photographer& p, AppWindow& window) {
    window.showStation("vitals");
    p.choose("demo:auk");
    const auto open = [&] {
        QTest::keyClick(&window, Qt::Key_A, Qt::ControlModifier | Qt::ShiftModifier);
        QTest::qWait(200);
    };
    open();
    p.takeWithDialog("assess-begin");
    open();
    p.click(QStringLiteral("No, only here"));
    QTest::mouseClick(window.findChild<QCheckBox*>(QStringLiteral("assessRack")), Qt::LeftButton);
    p.click(QStringLiteral("Begin"));
    QTest::qWait(15000);
    p.takeWithDialog("assess-running");
    open();
    p.click(QStringLiteral("Stop"));
    QTest::qWait(3000);
    p.takeWithDialog("assess-stopped");
}

// Not among those that are kept: a policy being edited.
void policies(Photographer& p, AppWindow& window) {
    window.showStation("vitals");
    p.choose("demo:auk");
    p.readVitals();
    window.showStation("judge");
    QTest::qWait(1500);
    p.click(QStringLiteral("Enter the ruling"));
    QTest::qWait(500);
    for (const char* page : {"policy-surface", "policy-counters", "policy-rules"}) {
        p.click(QStringLiteral("Edit the policy"));
        QTest::qWait(300);
        if (QLatin1String(page) == QLatin1String("policy-surface")) {
            auto* table = window.findChild<QTableView*>(QStringLiteral("counterLimits"));
            table->model()->setData(table->model()->index(0, 3), QStringLiteral("40"));
        } else {
            p.click(QLatin1String(page) == QLatin1String("policy-counters")
                        ? QStringLiteral("The drive's own")
                        : QStringLiteral("Findings"));
        }
        QTest::qWait(300);
        p.takeWithDialog(page);
    }
}

// Not among those that are kept: the settings, and the dialogs on what was found.
void settings(Photographer& p, AppWindow& window) {
    p.choose("demo:tern40");
    QTest::keyClick(&window, Qt::Key_S, Qt::ControlModifier | Qt::ShiftModifier);
    QTest::qWait(200);
    p.takeWithDialog("settings");
    window.showStation("judge");
    QTest::keyClick(&window, Qt::Key_F1, Qt::ShiftModifier);
    QTest::keyClicks(window.findChild<QLineEdit*>(QStringLiteral("guideWords")), "spare");
    p.takeWithDialog("guide");
    QTest::keyClick(&window, Qt::Key_F1, Qt::ShiftModifier);
    QTest::keyClicks(window.findChild<QLineEdit*>(QStringLiteral("guideWords")), "turns");
    p.takeWithDialog("guide-table");
    p.readVitals();
    QTest::keyClick(&window, Qt::Key_I, Qt::ControlModifier);
    p.takeWithDialog("identity");
    window.showStation("judge");
    QTest::keyClick(&window, Qt::Key_R, Qt::ControlModifier | Qt::ShiftModifier);
    QTest::qWait(400);
    p.takeWithDialog("report");
    QTest::keyClick(&window, Qt::Key_B, Qt::ControlModifier);
    QTest::qWait(400);
    p.click(QStringLiteral("Forget customers…"));
    QTest::qWait(400);
    p.takeWithDialog("forget");
}

// Not among those that are kept: what the keys do.
void keys(Photographer& p, AppWindow& window) {
    p.choose("demo:tern20");
    QTest::keyClick(&window, Qt::Key_F1);
    p.takeWithDialog("keys");
}

struct Group {
    const char* name;
    void (*take)(Photographer&, AppWindow&);
    bool kept = true; // among docs/screenshots
};
constexpr Group groups[] = {{"stations", stations},
                            {"scans", scans},
                            {"carefully", carefully},
                            {"sectors", sectors},
                            {"finder", finder, false},
                            {"treated", treated},
                            {"judged", judged},
                            {"keys", keys, false},
                            {"assessed", assessed, false},
                            {"policies", policies, false},
                            {"settings", settings, false},
                            {"refreshed", refreshed}};

} // namespace

// orbita-pictures FOLDER [GROUP...]
int main(int argc, char** argv) {
    if (qEnvironmentVariableIsEmpty("QT_QPA_PLATFORM"))
        qputenv("QT_QPA_PLATFORM", "offscreen");
    QApplication application(argc, argv);
    const QString folder = argc > 1 ? QString::fromLocal8Bit(argv[1]) : QStringLiteral("docs/screenshots");
    QDir().mkpath(folder);
    // In another language, to see that it fits.
    speak(qEnvironmentVariable("ORBITA_PICTURES_LANGUAGE", QStringLiteral("en")).toStdString());
    teach(application);
    Theme::instance().setScheme(ColourScheme::dark);
    AppWindow window(RackModel::Source::demonstration);
    window.show();
    Photographer p(window, folder);
    const std::vector<std::string_view> named(argv + std::min(argc, 2), argv + argc);
    for (const Group& group : groups)
        if (named.empty() ? group.kept : std::find(named.begin(), named.end(), group.name) != named.end())
            group.take(p, window);
    return 0;
}
