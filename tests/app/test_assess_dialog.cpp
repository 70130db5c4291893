// SPDX-License-Identifier: GPL-3.0-or-later
// "Assess this drive" with real clicks and keys: a sound drive to its ruling, a failing one that is left
// alone in time, stopped by hand, and several at once.
#include "app/judge/judge_station.h"
#include "app/scan/scan_station.h"
#include "app/shell/assess_dialog.h"
#include "support/hand.h"
#include "support/test_program.h"

#include <QCheckBox>
#include <QGridLayout>
#include <QTemporaryDir>

namespace test_assess_dialog {

using namespace orbita;
using namespace orbita::app;
using namespace orbita::test;

class TestAssessDialog final : public QObject {
    Q_OBJECT
private slots:
    void initTestCase() { m_window = demonstration(); }
    void cleanup() {
        if (AssessDialog* dialog = m_window->findChild<AssessDialog*>())
            dialog->close();
        QTest::qWait(20);
        backTo(*m_window);
    }

    void aSoundDriveToItsRuling() {
        openByHand(*m_window, scenario("sound", {}, 1));
        AssessDialog& dialog = assess();
        QVERIFY(!outcome(dialog, "ruling").contains("left out"));
        QVERIFY(!button(*m_window, "Begin")->isEnabled());
        answerData(dialog, "Yes, it is saved");
        QCOMPARE(controller().data(), DataElsewhere::saved);
        click(*m_window, "Begin");
        TRY_VERIFY(outcome(dialog, "ruling") == "Keep");
        QVERIFY2(outcome(dialog, "vitals").startsWith("Go on"), qPrintable(outcome(dialog, "vitals")));
        QCOMPARE(outcome(dialog, "self-test"), QStringLiteral("passed"));
        QCOMPARE(outcome(dialog, "sample"), QStringLiteral("no defect"));
        QCOMPARE(outcome(dialog, "scan"), QStringLiteral("no defect"));
        QCOMPARE(outcome(dialog, "second-looks"), QStringLiteral("left out"));
        TRY_VERIFY(answer(dialog).startsWith("Done."));
        QVERIFY(button(*m_window, "Write a report")->isEnabled());
        QVERIFY(controller().ruling().givenOn(controller().visit().visit().id) != nullptr);
        QCOMPARE(controller().scanCount(), std::size_t{2});
        // The plan that was in force is as it was.
        QVERIFY(!controller().planChosen());
    }

    // Its only copy is on it.
    void aFailingOneIsLeftAloneInTime() {
        QByteArray defects;
        for (int i = 0; i < 60; ++i)
            defects += (i == 0 ? "" : ",") + unreadable(50'000 + i * 60'000, 4096);
        openByHand(*m_window, scenario("failing", defects, 1));
        AssessDialog& dialog = assess();
        answerData(dialog, "No, only here");
        QTest::keyClick(&dialog, Qt::Key_Return);
        TRY_VERIFY(answer(dialog).contains("the data exists nowhere else"));
        TRY_VERIFY(!controller().assessment().running());
        QCOMPARE(outcome(dialog, "scan"), QStringLiteral("left out"));
        QVERIFY2(outcome(dialog, "sample").contains("unreadable"), qPrintable(outcome(dialog, "sample")));
        QVERIFY2(!outcome(dialog, "ruling").contains("Keep"), qPrintable(outcome(dialog, "ruling")));
        QCOMPARE(controller().scanCount(), std::size_t{1});
    }

    void stoppedByHandAndWithStepsLeftOut() {
        openByHand(*m_window, scenario("stopped", unreadable(3'000'000, 8), 60));
        AssessDialog& dialog = assess();
        answerData(dialog, "Yes, it is saved");
        for (const char* name : {"assess-self-test", "assess-sample"}) {
            auto* tick = dialog.findChild<QCheckBox*>(QLatin1String(name));
            tick->setFocus();
            QTest::keyClick(tick, Qt::Key_Space);
            QVERIFY(!tick->isChecked());
        }
        click(*m_window, "Begin");
        TRY_VERIFY(controller().scanning());
        QCOMPARE(outcome(dialog, "self-test"), QStringLiteral("left out"));
        QCOMPARE(outcome(dialog, "scan"), QStringLiteral("running…"));
        click(*m_window, "Stop");
        TRY_VERIFY(!controller().assessment().running());
        QVERIFY(answer(dialog).startsWith("Stopped by hand"));
        QVERIFY(!outcome(dialog, "ruling").isEmpty());
        QVERIFY(!controller().scanning());
    }

    void severalAtOnce() {
        openByHand(*m_window, scenario("one", {}, 1));
        DriveController& first = controller();
        openByHand(*m_window, scenario("two", {}, 1));
        QVERIFY(&controller() != &first);
        AssessDialog& dialog = assess();
        answerData(dialog, "Yes, it is saved");
        auto* rack = dialog.findChild<QCheckBox*>("assessRack");
        QVERIFY(rack->isVisible());
        QTest::mouseClick(rack, Qt::LeftButton, {}, QPoint(8, rack->height() / 2));
        click(*m_window, "Begin");
        QVERIFY(first.assessment().running());
        QVERIFY(m_window->rack().controller(0)->assessment().running());
        TRY_VERIFY(!first.assessment().running() && !controller().assessment().running());
        QCOMPARE(first.data(), DataElsewhere::unknown);
        QCOMPARE(first.ruling().ruling().fate, Fate::keep);
        QVERIFY(first.ruling().ruling().settled);
        click(*m_window, "Stop all"); // the demonstration's own go on for minutes
        for (int row = 0; row < m_window->rack().rowCount(); ++row)
            TRY_VERIFY(!m_window->rack().controller(row)->assessment().running());
    }

private:
    QString scenario(const char* name, const QByteArray& defects, int seconds) {
        QFile file(m_dir.filePath(QLatin1String(name) + ".json"));
        if (!file.open(QIODevice::WriteOnly))
            qFatal("cannot write");
        file.write(R"({"format":"orbita-scenario","version":1,"name":")" + QByteArray(name) +
                   R"(","drive":{"model":"Auk R3","serial":"AK-)" + name +
                   R"(-7T31","sectors":4000000,"physical_bytes":4096,"rpm":5900},)"
                   R"("pace":{"outer_mb_per_s":150,"inner_mb_per_s":80,"zones":8},"defects":[)" +
                   defects + R"(],"front":"sat","playback_seconds":)" + QByteArray::number(seconds) + "}");
        return QStringLiteral("sim:") + file.fileName();
    }
    static QByteArray unreadable(int lba, int sectors) {
        return R"({"kind":"unreadable","answer_ms":20,"sectors":)" + QByteArray::number(sectors) +
               R"(,"lba":)" + QByteArray::number(lba) + "}";
    }
    DriveController& controller() { return *m_window->station<ScanStation>().controller(); }
    AssessDialog& assess() {
        QTest::keyClick(m_window.get(), Qt::Key_A, Qt::ControlModifier | Qt::ShiftModifier);
        if (!QTest::qWaitFor([this] { return m_window->findChild<AssessDialog*>() != nullptr; }))
            qFatal("no dialog");
        return *m_window->findChild<AssessDialog*>();
    }
    static void answerData(AssessDialog& dialog, const char* text) {
        for (QPushButton* answer : dialog.findChildren<QPushButton*>())
            if (answer->text() == QLatin1String(text))
                QTest::mouseClick(answer, Qt::LeftButton);
    }
    static QString outcome(AssessDialog& dialog, const char* step) {
        auto* tick = dialog.findChild<QCheckBox*>(QStringLiteral("assess-") + QLatin1String(step));
        auto* grid = dialog.findChild<QGridLayout*>();
        for (int row = 0; row < grid->rowCount(); ++row)
            if (grid->itemAtPosition(row, 0) != nullptr && grid->itemAtPosition(row, 0)->widget() == tick)
                return qobject_cast<QLabel*>(grid->itemAtPosition(row, 1)->widget())->text();
        return {};
    }
    static QString answer(AssessDialog& dialog) { return dialog.findChild<QLabel*>("assessAnswer")->text(); }

    QTemporaryDir m_dir;
    std::unique_ptr<AppWindow> m_window;
};

ORBITA_TEST(TestAssessDialog)

} // namespace test_assess_dialog

#include "test_assess_dialog.moc"
