// SPDX-License-Identifier: GPL-3.0-or-later
// A window that rests, and one that is left: nothing ticks in vain, and no disk that hangs freezes it.
#include "app/scan/scan_station.h"
#include "app/shell/app_window.h"
#include "support/hand.h"
#include "support/test_program.h"

#include <QSignalSpy>
#include <future>

namespace test_leaving {

using namespace orbita;
using namespace orbita::app;

// Counts the timers that go off anywhere in the application.
class Ticks final : public QObject {
public:
    Ticks() { qApp->installEventFilter(this); }
    int during(int ms) {
        m_count = 0;
        QTest::qWait(ms);
        return m_count;
    }

protected:
    bool eventFilter(QObject* object, QEvent* event) override {
        // A wait of the test's own is a timer, too, but none of an object.
        if (event->type() == QEvent::Timer && qobject_cast<QTimer*>(object) != nullptr)
            ++m_count;
        return false;
    }

private:
    int m_count = 0;
};

class TestLeaving : public QObject {
    Q_OBJECT
private slots:
    void init() { m_window = test::demonstration(); }
    void cleanup() {
        release();
        m_window.reset();
    }

    void atRestNothingTicks() {
        Ticks ticks;
        TRY_COMPARE(ticks.during(300), 0);
        start();
        QVERIFY(ticks.during(300) > 0);
        test::click(*m_window, QStringLiteral("Stop"));
        TRY_VERIFY(!m_window->rack().lively());
        QCOMPARE(m_window->rack().controller(0)->keptAt(),
                 QStringLiteral("the demonstration's casebook, until it ends"));
        TRY_COMPARE(ticks.during(300), 0);
        // What comes from other threads is taken all the same.
        m_window->rack().controller(1)->readVitals();
        TRY_COMPARE(m_window->rack().controller(1)->visit().state(), VisitController::State::read);
    }
    void leavingKeepsWhatRuns() {
        start();
        TRY_VERIFY(m_window->rack().controller(0)->current()->record.status.blocksDone > 0);
        m_window->close();
        TRY_VERIFY(!m_window->isVisible());
        QVERIFY(m_window->rack().waitingFor().isEmpty());
        std::promise<std::size_t> kept;
        m_window->rack().casebook().post([&kept](Casebook& casebook) {
            const auto scans = casebook.scans();
            std::size_t stopped = 0;
            if (scans)
                for (const KeptScan& scan : *scans)
                    if (const auto record = casebook.loadScan(scan.id);
                        record && record->status.ended == EndReason::stopped)
                        ++stopped;
            kept.set_value(stopped);
        });
        QCOMPARE(kept.get_future().get(), 1U); // its end is saved: it was not torn off
    }
    void aDiskThatHangsFreezesNothing() {
        hang();
        start();
        QVERIFY(!m_window->close());
        auto* leaving = m_window->findChild<Leaving*>();
        QVERIFY(leaving != nullptr);
        TRY_VERIFY(leaving->isVisible());
        QVERIFY(m_window->isVisible());
        const QStringList waiting = m_window->rack().waitingFor();
        QVERIFY2(waiting.contains(QStringLiteral("the casebook")), qPrintable(waiting.join(u',')));
        TRY_VERIFY(says(*leaving, QStringLiteral("the casebook")));
        QTest::keyClick(leaving, Qt::Key_Escape); // there is nothing to go back to
        QVERIFY(leaving->isVisible());
        QVERIFY(!m_window->close()); // and asking again changes nothing
        release();
        TRY_VERIFY(!m_window->isVisible());
    }
    void whoDoesNotWantToWaitLeaves() {
        hang();
        m_window->rack().wrapUp();
        Leaving leaving(m_window->rack(), m_window.get(), 0);
        QSignalSpy left(&leaving, &Leaving::leftBehind);
        QSignalSpy kept(&leaving, &Leaving::allKept);
        auto* button = leaving.findChild<QPushButton*>(QStringLiteral("leaveWithoutWaiting"));
        TRY_VERIFY(button->isVisible());
        QVERIFY(says(leaving, QStringLiteral("is lost")));
        QTest::mouseClick(button, Qt::LeftButton);
        QCOMPARE(left.count(), 1);
        QCOMPARE(kept.count(), 0);
        release();
        TRY_COMPARE(kept.count(), 1);
    }

private:
    // The casebook's thread waits, as over a disk that does not answer.
    void hang() {
        m_disk = std::make_shared<std::promise<void>>();
        m_window->rack().casebook().post(
            [answer = m_disk->get_future().share(), kept = m_disk](Casebook&) { answer.wait(); });
    }
    void release() {
        if (m_disk)
            m_disk->set_value();
        m_disk.reset();
    }
    void start() {
        m_window->showStation(QStringLiteral("scan"));
        test::click(*m_window, QStringLiteral("Yes, saved"));
        test::click(*m_window, QStringLiteral("Start"));
        TRY_VERIFY(m_window->rack().controller(0)->scanning());
    }
    static bool says(const QWidget& in, const QString& words) {
        const auto labels = in.findChildren<QLabel*>();
        return std::any_of(labels.begin(), labels.end(), [&](const QLabel* label) {
            return label->isVisible() && label->text().contains(words);
        });
    }

    std::unique_ptr<AppWindow> m_window;
    std::shared_ptr<std::promise<void>> m_disk;
};

ORBITA_TEST(TestLeaving)

} // namespace test_leaving

#include "test_leaving.moc"
