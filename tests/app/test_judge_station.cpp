// SPDX-License-Identifier: GPL-3.0-or-later
// The Judge station, with real clicks and keys on the real window: a ruling as it grows, its reasons and
// their places, another policy, ruling otherwise, and what of it is kept.
#include "app/judge/judge_station.h"
#include "app/judge/report_dialog.h"
#include "app/rack/dial_state.h"
#include "app/scan/scan_station.h"
#include "app/shell/app_window.h"
#include "report/format.h"
#include "support/hand.h"
#include "support/test_program.h"

#include <QClipboard>
#include <QRadioButton>
#include <QTemporaryDir>

namespace test_judge_station {

using namespace orbita;
using namespace orbita::app;

QByteArray scenarioText(const char* name, const QByteArray& defects, const QByteArray& more, int seconds) {
    return QByteArray(R"({"format":"orbita-scenario","version":1,"name":")") + name +
           R"(","drive":{"model":"Auk R3","serial":"AK-)" + name +
           R"(-7T31","sectors":20000000,"physical_bytes":4096,"rpm":5900},)" +
           R"("pace":{"outer_mb_per_s":150,"inner_mb_per_s":80,"zones":8},"defects":[)" + defects +
           R"(],"front":"sat","playback_seconds":)" + QByteArray::number(seconds) + more + "}";
}

QByteArray unreadable(std::uint64_t lba) {
    return R"({"kind":"unreadable","answer_ms":20,"sectors":8,"lba":)" +
           QByteArray::number(static_cast<qulonglong>(lba)) + "}";
}

class TestJudgeStation final : public QObject {
    Q_OBJECT
private:
    QTemporaryDir m_dir;
    std::unique_ptr<AppWindow> m_window;

    QString scenario(const char* name, const QByteArray& defects, const QByteArray& more = {},
                     int seconds = 1) {
        QFile file(m_dir.filePath(QLatin1String(name) + ".json"));
        if (!file.open(QIODevice::WriteOnly))
            qFatal("cannot write");
        file.write(scenarioText(name, defects, more, seconds));
        return QStringLiteral("sim:") + file.fileName();
    }
    DriveController& controller() { return *m_window->station<ScanStation>().controller(); }
    template <class Widget>
    Widget* find(const char* name) {
        return m_window->station<JudgeStation>().findChild<Widget*>(QLatin1String(name));
    }
    QString title() { return find<QLabel>("rulingTitle")->text(); }
    QString meaning() { return find<QLabel>("rulingMeaning")->text(); }
    QString given() { return find<QLabel>("given")->text(); }
    QListView* reasons() { return find<QListView>("reasons"); }
    QStringList reasonTexts() {
        QStringList texts;
        for (int i = 0; i < reasons()->model()->rowCount(); ++i)
            texts << reasons()->model()->index(i, 0).data().toString();
        return texts;
    }
    QRadioButton* policy(const char* name) {
        for (auto* button : m_window->findChildren<QRadioButton*>())
            if (button->text() == QLatin1String(name))
                return button;
        return nullptr;
    }
    void key(Qt::Key key, Qt::KeyboardModifiers with = {}) { QTest::keyClick(m_window.get(), key, with); }
    void scanned(const QString& name) {
        test::openByHand(*m_window, name);
        key(Qt::Key_F4);
        test::click(*m_window, "No");
        key(Qt::Key_F5);
        TRY_VERIFY(controller().current() && !controller().scanning() &&
                   controller().current()->record.status.phase == ScanPhase::ended);
    }
    void askedAndJudged() {
        key(Qt::Key_F8);
        TRY_COMPARE(controller().visit().state(), VisitController::State::read);
        key(Qt::Key_J, Qt::ControlModifier);
        TRY_VERIFY(m_window->station<JudgeStation>().isVisible());
    }
    std::vector<KeptRuling> kept() {
        std::vector<KeptRuling> rulings;
        std::atomic<bool> looked = false;
        m_window->rack().casebook().post([&](Casebook& casebook) {
            if (const auto page = casebook.knownDrive(controller().identity()); page)
                if (auto list = casebook.rulings(page->id))
                    rulings = std::move(*list);
            looked = true;
        });
        for (int i = 0; i < 500 && !looked; ++i)
            QTest::qWait(10);
        return rulings;
    }

private slots:
    void init() { m_window = test::demonstration(); }
    void cleanup() { m_window.reset(); }

    // With the mouse: nothing known, scanned, asked, the places of a reason, another policy, entered.
    void fromNothingToARuling() {
        const QString drive = scenario("three", unreadable(4'096'000) + "," + unreadable(10'000'000) + "," +
                                                    unreadable(16'000'000));
        test::openByHand(*m_window, drive);
        key(Qt::Key_J, Qt::ControlModifier);
        QVERIFY(find<QLabel>("notice")->text().contains("nothing to rule on yet"));
        scanned(drive);
        key(Qt::Key_J, Qt::ControlModifier);
        QTRY_VERIFY2(meaning().contains("“spare duty” at best"), qPrintable(meaning()));
        QCOMPARE(title(), QStringLiteral("Not judged yet")); // it has not been asked
        askedAndJudged();
        TRY_COMPARE(title(), QStringLiteral("Spare duty"));
        QVERIFY(meaning().contains("Use it only for what may be lost"));
        QVERIFY(reasonTexts().at(1).contains("Unreadable sectors in 3 separate places"));
        // The first reason leads to its first place, and on to the next.
        auto* place = m_window->station<JudgeStation>().findChild<PlateView*>();
        QVERIFY(place->isVisible());
        QTest::mouseClick(reasons()->viewport(), Qt::LeftButton, {},
                          reasons()->visualRect(reasons()->model()->index(1, 0)).center());
        const auto shown = [&](std::uint64_t lba) {
            for (const QLabel* label : m_window->station<JudgeStation>().findChildren<QLabel*>())
                if (label->isVisible() && label->text().contains(format::lba(Lba{lba})))
                    return true;
            return false;
        };
        TRY_VERIFY(shown(4'096'000));
        key(Qt::Key_Period, Qt::ControlModifier);
        TRY_VERIFY(shown(10'000'000));
        key(Qt::Key_Comma, Qt::ControlModifier);
        TRY_VERIFY(shown(4'096'000));
        // Another policy, and what each comes to.
        QVERIFY(policy("Refurbisher")->accessibleName().contains("Retire"));
        QTest::mouseClick(policy("Refurbisher"), Qt::LeftButton, {},
                          QPoint(8, policy("Refurbisher")->height() / 2));
        TRY_COMPARE(title(), QStringLiteral("Retire"));
        QVERIFY(m_window->rack().controller(0)->policy().name == "Refurbisher"); // of every drive
        test::click(*m_window, "Enter the ruling");
        TRY_VERIFY(given().contains("Retire"));
        const auto rulings = kept();
        QCOMPARE(rulings.size(), std::size_t{1});
        QCOMPARE(rulings.front().holds(), Fate::retire);
        QCOMPARE(rulings.front().evidence.damage.unreadablePatches, std::uint64_t{3});
        QVERIFY(parsePolicy(rulings.front().policy, "kept")->name == "Refurbisher");
        key(Qt::Key_J, Qt::ControlModifier | Qt::ShiftModifier);
        const QString copied = QGuiApplication::clipboard()->text();
        QVERIFY2(copied.contains("AK-three-7T31") && copied.contains("Ruling: Retire."), qPrintable(copied));
    }

    // With the keyboard alone: a person rules otherwise; both stand.
    void ruledOtherwise() {
        scanned(scenario("own", {}));
        askedAndJudged();
        TRY_COMPARE(title(), QStringLiteral("Keep"));
        auto* reason = find<QLineEdit>("ownReason");
        QVERIFY(!test::button(*m_window, "Rule otherwise")->isEnabled());
        reason->setFocus(Qt::TabFocusReason);
        QTest::keyClicks(reason, "It clicks when it starts.");
        QTest::keyClick(reason, Qt::Key_Tab);
        auto* fate = find<QComboBox>("ownFate");
        TRY_VERIFY(fate->hasFocus());
        for (int i = 0; i < 3; ++i)
            QTest::keyClick(fate, Qt::Key_Down);
        QTest::keyClick(fate, Qt::Key_Tab);
        QTest::keyClick(QApplication::focusWidget(), Qt::Key_Space);
        QTRY_VERIFY2(given().contains("It clicks when it starts."), qPrintable(given()));
        QCOMPARE(title(), QStringLiteral("Keep")); // what the evidence comes to stays to be seen
        const auto rulings = kept();
        QCOMPARE(rulings.size(), std::size_t{1});
        QCOMPARE(rulings.front().holds(), Fate::retire);
        QCOMPARE(rulings.front().fate, Fate::keep);
        // Ctrl+Enter enters what the evidence comes to, after it; nothing is taken away.
        key(Qt::Key_Return, Qt::ControlModifier);
        TRY_COMPARE(kept().size(), std::size_t{2});
    }

    // A tick stands for a drive that was read to the end with nothing against it, and for no other.
    void aTickIsForWhatIsKept() {
        scanned(scenario("good", {}));
        askedAndJudged();
        TRY_COMPARE(title(), QStringLiteral("Keep"));
        QCOMPARE(dialOf(controller()).centre, QStringLiteral("✓"));
        QByteArray slow;
        for (const int lba : {2'000'000, 6'000'000, 9'000'000, 15'000'000})
            slow += (slow.isEmpty() ? "" : ",") +
                    QByteArray(R"({"kind":"slow","turns":40,"sectors":8,"lba":)") + QByteArray::number(lba) +
                    "}";
        scanned(scenario("slow", slow));
        askedAndJudged();
        TRY_COMPARE(title(), QStringLiteral("Watch"));
        QCOMPARE(controller().current()->judgement.unreadable, std::uint64_t{0});
        QCOMPARE(dialOf(controller()).centre, QStringLiteral("!"));
    }

    // From a judged drive to a page on the disk, by mouse; the shop is remembered.
    void aReportIsWritten() {
        qputenv("XDG_CONFIG_HOME", m_dir.filePath("config").toUtf8());
        scanned(scenario("page", unreadable(4'096'000)));
        askedAndJudged();
        TRY_COMPARE(title(), QStringLiteral("Watch"));
        for (const char* file : {"page.html", "page.pdf"}) {
            test::click(*m_window, "Write a report");
            TRY_VERIFY(m_window->findChild<ReportDialog*>() != nullptr);
            const QPointer<ReportDialog> dialog = m_window->findChild<ReportDialog*>();
            TRY_VERIFY(
                dialog->findChild<QPushButton*>(QStringLiteral("primary"))->isEnabled()); // its shop is known
            auto* shop = dialog->findChild<QLineEdit*>(QStringLiteral("shopName"));
            if (QLatin1String(file) == QLatin1String("page.html"))
                QTest::keyClicks(shop, "Quay Street Workshop");
            QCOMPARE(shop->text(), QStringLiteral("Quay Street Workshop"));
            QTest::mouseClick(dialog->findChild<QPushButton*>(QStringLiteral("primary")), Qt::LeftButton);
            test::saveByHand(*m_window, m_dir.filePath(QLatin1String(file)));
            const auto answer = [&] {
                return dialog ? dialog->findChild<QLabel*>(QStringLiteral("reportAnswer"))->text()
                              : QString();
            };
            QTRY_VERIFY2_WITH_TIMEOUT(!dialog, qPrintable(answer()), test::longWaitMs);
            QFile written(m_dir.filePath(QLatin1String(file)));
            QVERIFY(written.open(QIODevice::ReadOnly));
            const QByteArray content = written.readAll();
            if (QLatin1String(file) == QLatin1String("page.html"))
                QVERIFY2(content.contains("Quay Street Workshop") && content.contains("AK-page-7T31") &&
                             content.contains("data:image/png") &&
                             content.contains("may stay in service if it is"),
                         content.left(3000));
            else
                QVERIFY(content.startsWith("%PDF"));
        }
        // Where it cannot be written, that is said in place, and nothing is lost.
        key(Qt::Key_R, Qt::ControlModifier | Qt::ShiftModifier);
        TRY_VERIFY(m_window->findChild<ReportDialog*>() != nullptr);
        const QPointer<ReportDialog> dialog = m_window->findChild<ReportDialog*>();
        TRY_VERIFY(
            dialog->findChild<QPushButton*>(QStringLiteral("primary"))->isEnabled()); // its shop is known
        auto* logo = dialog->findChild<QLineEdit*>(QStringLiteral("shopLogo"));
        QTest::keyClicks(logo, m_dir.filePath("page.html"));
        QTest::mouseClick(dialog->findChild<QPushButton*>(QStringLiteral("primary")), Qt::LeftButton);
        test::saveByHand(*m_window, m_dir.filePath("never.pdf"));
        TRY_VERIFY(dialog->findChild<QLabel*>(QStringLiteral("reportAnswer"))->text().contains("no picture"));
        QVERIFY(!QFile::exists(m_dir.filePath("never.pdf")));
        dialog->close();
    }

    // Twenty drives, at a glance: what is most urgent stands first, and all of them on one sheet.
    void theRackByUrgency() {
        qputenv("XDG_CONFIG_HOME", m_dir.filePath("config-rack").toUtf8());
        scanned(scenario("bad", unreadable(4'096'000) + "," + unreadable(12'000'000)));
        askedAndJudged();
        TRY_COMPARE(title(), QStringLiteral("Spare duty"));
        DriveController* bad = &controller();
        QVERIFY(m_window->rack().rowOf(bad) > 0);
        key(Qt::Key_D, Qt::ControlModifier | Qt::ShiftModifier);
        QCOMPARE(m_window->rack().rowOf(bad), 0);
        QCOMPARE(&controller(), bad); // the one in view stays in view
        QCOMPARE(m_window->findChild<QAbstractItemView*>(QStringLiteral("rack"))->currentIndex().row(), 0);
        test::click(*m_window, "Sheet…");
        TRY_VERIFY(m_window->findChild<ReportDialog*>() != nullptr);
        const QPointer<ReportDialog> dialog = m_window->findChild<ReportDialog*>();
        TRY_VERIFY(
            dialog->findChild<QPushButton*>(QStringLiteral("primary"))->isEnabled()); // its shop is known
        QTest::mouseClick(dialog->findChild<QCheckBox*>(QStringLiteral("maskSerials")), Qt::LeftButton);
        QTest::mouseClick(dialog->findChild<QPushButton*>(QStringLiteral("primary")), Qt::LeftButton);
        test::saveByHand(*m_window, m_dir.filePath("all.csv"));
        TRY_VERIFY(!dialog);
        QFile sheet(m_dir.filePath("all.csv"));
        QVERIFY(sheet.open(QIODevice::ReadOnly));
        const QString text = QString::fromUtf8(sheet.readAll());
        QVERIFY2(text.contains("Spare duty") && text.contains("Not looked at yet") &&
                     !text.contains("AK-bad-7T31") &&
                     text.indexOf("Spare duty") < text.indexOf("Not looked at yet"),
                 qPrintable(text));
    }

    // A clean surface does not clear a drive that says of itself that it is failing.
    void damningIsNeverToldAsFine() {
        const QString drive = scenario("says", {}, R"(,"vitals":{"hours":4000,"reallocated":4000})");
        scanned(drive);
        askedAndJudged();
        TRY_COMPARE(title(), QStringLiteral("Retire"));
        key(Qt::Key_F4);
        QStringList told;
        for (const QLabel* label : m_window->station<ScanStation>().findChildren<QLabel*>())
            if (label->isVisible())
                told << label->text();
        told << m_window->rack()
                    .index(m_window->rack().rowOf(&controller()))
                    .data(Qt::AccessibleTextRole)
                    .toString();
        const QString all = told.join(QLatin1Char('\n'));
        QVERIFY2(all.contains("does not clear it") && all.contains("retire"), qPrintable(all));
        QVERIFY2(!all.contains("Even:") && !all.contains("Even so far"), qPrintable(all));
    }

    // The ruling follows the scan, and a scan that was stopped vouches for what it has read.
    void stoppedScanIsNoRuling() {
        const QString drive = scenario("slowly", {}, {}, 60);
        test::openByHand(*m_window, drive);
        key(Qt::Key_F4);
        test::click(*m_window, "No");
        key(Qt::Key_F5);
        TRY_VERIFY(controller().current() && controller().current()->record.status.blocksDone > 200);
        key(Qt::Key_F7);
        TRY_VERIFY(!controller().scanning());
        QCOMPARE(controller().current()->record.status.ended, EndReason::stopped);
        askedAndJudged();
        QTRY_VERIFY2(reasonTexts().join('\n').contains("That vouches for no more than itself"),
                     qPrintable(reasonTexts().join('\n')));
        QCOMPARE(title(), QStringLiteral("Not judged yet"));
    }
};

ORBITA_TEST(TestJudgeStation)

} // namespace test_judge_station

#include "test_judge_station.moc"
