// SPDX-License-Identifier: GPL-3.0-or-later
// A house policy edited with real clicks and keys: what a change would do to this drive and to what was ruled
// before, what is refused, and that it holds afterwards.
#include "app/judge/judge_station.h"
#include "app/policy/policy_editor.h"
#include "app/scan/scan_station.h"
#include "core/base/read_file.h"
#include "store/policy_file.h"
#include "support/hand.h"
#include "support/test_program.h"

#include <QTemporaryDir>

namespace test_policy_editor {

using namespace orbita;
using namespace orbita::app;
using namespace orbita::test;

class TestPolicyEditor final : public QObject {
    Q_OBJECT
private slots:
    void initTestCase() {
        QVERIFY(m_dir.isValid());
        qputenv("XDG_CONFIG_HOME", m_dir.path().toLocal8Bit());
        m_window = demonstration();
        scanned();
    }
    void cleanup() {
        if (auto* open = m_window->findChild<PolicyEditor*>())
            open->close();
        QTest::qWait(20);
        backTo(*m_window);
    }

    void whatAChangeWouldDo() {
        // Three were entered on the demonstration's earlier visits, the last of them for this one.
        for (int row = 0; row < m_window->rack().rowCount(); ++row)
            if (const auto* drive = m_window->rack().controller(row); drive->target().name == "demo:fulmar")
                TRY_COMPARE(drive->ruling().given().size(), std::size_t{2});
        click(*m_window, "Enter the ruling");
        TRY_VERIFY(controller().ruling().givenOn(controller().visit().visit().id) != nullptr);
        PolicyEditor& editor = open();
        TRY_VERIFY(text(editor, "trialCount").startsWith("None of 4 rulings would come out otherwise"));
        QVERIFY2(text(editor, "trialDrive").startsWith("Stays as it is"),
                 qPrintable(text(editor, "trialDrive")));
        type(editor, Measured::unreadablePatches, 4, "3");
        QTRY_VERIFY2(text(editor, "trialDrive").contains("would become\nRetire"),
                     qPrintable(text(editor, "trialDrive")));
        QCOMPARE(text(editor, "trialCount"),
                 QStringLiteral("1 of 4 rulings would come out otherwise: 1 graver, 0 milder."));
        auto* list = editor.findChild<QListWidget*>("trialList");
        QCOMPARE(list->count(), 1);
        QVERIFY2(list->item(0)->text().contains("Auk R3, AK-three-7T31"), qPrintable(list->item(0)->text()));
        // Put back by hand: nothing changes any more.
        click(*m_window, "Put back");
        TRY_VERIFY(text(editor, "trialDrive").startsWith("Stays as it is"));
        QCOMPARE(list->count(), 0);
    }

    void whatIsRefused() {
        PolicyEditor& editor = open();
        type(editor, Measured::unreadablePatches, 4, "many");
        QVERIFY(text(editor, "policyAnswer").contains("“many” is no limit"));
        type(editor, Measured::unreadablePatches, 4, "1.5");
        QVERIFY(text(editor, "policyAnswer").contains("whole number"));
        // To retire from fewer on than to watch is absurd.
        type(editor, Measured::unreadablePatches, 2, "9");
        type(editor, Measured::unreadablePatches, 4, "2");
        QTRY_VERIFY2(text(editor, "policyAnswer").contains("graver ruling must not begin below"),
                     qPrintable(text(editor, "policyAnswer")));
        QVERIFY(!button(*m_window, "Make it the house policy")->isEnabled());
        click(*m_window, "Put back");
        TRY_VERIFY(button(*m_window, "Make it the house policy")->isEnabled());
        // What comes with Orbita stays as it is.
        auto* name = editor.findChild<QLineEdit*>("policyName");
        name->selectAll();
        QTest::keyClicks(name, "Repair shop");
        TRY_VERIFY(text(editor, "policyAnswer").contains("comes with Orbita"));
        name->selectAll();
        QTest::keyClick(name, Qt::Key_Delete);
        TRY_COMPARE(text(editor, "policyAnswer"), QStringLiteral("Give it a name."));
        QVERIFY(!QFile::exists(QString::fromStdString(housePolicyPath())));
    }

    void itHoldsAfterwards() {
        // Plans and treatment were in the file before, and stay.
        QDir().mkpath(QFileInfo(QString::fromStdString(housePolicyPath())).path());
        write(R"({"format":"orbita-policy","version":1,"name":"Tide office","treatment":{"allowed":false}})");
        PolicyEditor& editor = open();
        auto* name = editor.findChild<QLineEdit*>("policyName");
        name->selectAll();
        QTest::keyClicks(name, "Tide office");
        type(editor, Measured::unreadablePatches, 4, "3");
        TRY_VERIFY(text(editor, "trialDrive").contains("Retire"));
        click(*m_window, "Make it the house policy");
        QTRY_VERIFY2(text(editor, "policyAnswer").contains("in force"),
                     qPrintable(text(editor, "policyAnswer")));
        TRY_COMPARE(controller().ruling().ruling().fate, Fate::retire);
        QCOMPARE(QString::fromStdString(controller().policy().name), QStringLiteral("Tide office"));
        QVERIFY(!controller().policy().treatment.allowed);
        const auto there = housePolicy();
        QVERIFY(there);
        QCOMPARE(there->ruling.limits.at(Measured::unreadablePatches).retire, std::optional(3.0));
        QVERIFY(!there->treatment.allowed);
        // Edited once more: the policy in force is what is edited, and its row in the station is the new one.
        editor.close();
        QTest::qWait(20);
        backTo(*m_window);
        PolicyEditor& again = open();
        QCOMPARE(again.findChild<QLineEdit*>("policyName")->text(), QStringLiteral("Tide office"));
        type(again, Measured::unreadablePatches, 4, "");
        click(*m_window, "Make it the house policy");
        TRY_VERIFY(controller().ruling().ruling().fate != Fate::retire);
        QVERIFY(!housePolicy()->ruling.limits.at(Measured::unreadablePatches).retire);
    }

    void whatSomebodyGotWrongIsNotThrownAway() {
        const QByteArray wrong = R"({"format":"orbita-policy","version":1,"limit":{}})";
        write(wrong);
        PolicyEditor& editor = open();
        click(*m_window, "Make it the house policy");
        QTRY_VERIFY2(text(editor, "policyAnswer").contains("limit"),
                     qPrintable(text(editor, "policyAnswer")));
        QFile file(QString::fromStdString(housePolicyPath()));
        QVERIFY(file.open(QIODevice::ReadOnly));
        QCOMPARE(file.readAll(), wrong);
    }

    void savedElsewhereWithAllOfIt() {
        PolicyEditor& editor = open();
        // The other pages, by the keyboard.
        QTest::keyClick(&editor, Qt::Key_F, Qt::AltModifier);
        auto* firmware = editor.findChild<QTableWidget*>();
        TRY_VERIFY(firmware->isVisible());
        firmware->setFocus();
        int column = 0;
        for (const char* text : {"Auk", "RV07", "loses its map"}) {
            firmware->setFocus();
            firmware->setCurrentCell(0, column++);
            QTest::keyClick(firmware, Qt::Key_F2);
            QTest::keyClicks(focused(), QLatin1String(text));
            QTest::keyClick(focused(), Qt::Key_Return);
        }
        QCOMPARE(firmware->rowCount(), 2);
        QTest::keyClick(&editor, Qt::Key_E, Qt::AltModifier);
        auto* percent = editor.findChild<QDoubleSpinBox*>();
        TRY_VERIFY(percent->isVisible());
        percent->selectAll();
        QTest::keyClicks(percent, "42");
        QTest::keyClick(percent, Qt::Key_Tab);
        click(*m_window, "Save as");
        const QString path = m_dir.filePath("kept.json");
        saveByHand(*m_window, path);
        TRY_VERIFY(QFile::exists(path));
        const auto policy = loadPolicy(path.toStdString());
        QVERIFY(policy);
        QCOMPARE(policy->ruling.leastReadPercent, 42.0);
        QCOMPARE(policy->badFirmware.size(), std::size_t{1});
        QCOMPARE(policy->badFirmware.front().why, std::string("loses its map"));
    }

private:
    void scanned() {
        QFile file(m_dir.filePath("three.json"));
        QVERIFY(file.open(QIODevice::WriteOnly));
        QByteArray defects;
        for (const int lba : {409'600, 1'000'000, 1'600'000, 2'400'000})
            defects +=
                (defects.isEmpty() ? "" : ",") +
                (R"({"kind":"unreadable","answer_ms":20,"sectors":8,"lba":)" + QByteArray::number(lba) + "}");
        file.write(R"({"format":"orbita-scenario","version":1,"name":"three","drive":{"model":"Auk R3",)"
                   R"("serial":"AK-three-7T31","sectors":4000000,"physical_bytes":4096,"rpm":5900},)"
                   R"("pace":{"outer_mb_per_s":150,"inner_mb_per_s":80,"zones":8},"defects":[)" +
                   defects + R"(],"front":"sat","playback_seconds":1})");
        file.close();
        openByHand(*m_window, "sim:" + file.fileName());
        QTest::keyClick(m_window.get(), Qt::Key_F8);
        TRY_COMPARE(controller().visit().state(), VisitController::State::read);
        QTest::keyClick(m_window.get(), Qt::Key_F4);
        click(*m_window, "Yes, saved");
        QTest::keyClick(m_window.get(), Qt::Key_F5);
        TRY_VERIFY(controller().current() && !controller().scanning());
        QTest::keyClick(m_window.get(), Qt::Key_J, Qt::ControlModifier);
        TRY_VERIFY(controller().ruling().known() && controller().ruling().ruling().settled);
    }
    static void write(const QByteArray& text) {
        QFile file(QString::fromStdString(housePolicyPath()));
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write(text);
    }
    DriveController& controller() { return *m_window->station<ScanStation>().controller(); }
    PolicyEditor& open() {
        QTest::keyClick(m_window.get(), Qt::Key_P, Qt::ControlModifier | Qt::ShiftModifier);
        if (!QTest::qWaitFor([this] { return m_window->findChild<PolicyEditor*>() != nullptr; }))
            qFatal("no editor");
        auto* editor = m_window->findChild<PolicyEditor*>();
        // The offscreen platform may still be about to give the focus back to the window.
        for (int i = 0; i < 50 && QApplication::activeWindow() != editor; ++i) {
            editor->activateWindow();
            QTest::qWait(20);
        }
        return *editor;
    }
    static QWidget* focused() { return QApplication::focusWidget(); }
    // As a person does: goes to the cell, types over what is there, Enter.
    static void type(PolicyEditor& editor, Measured row, int column, const char* text) {
        auto* table = editor.findChild<QTableView*>("surfaceLimits");
        table->setFocus();
        table->setCurrentIndex(table->model()->index(static_cast<int>(row), column));
        QTest::keyClick(table, Qt::Key_F2);
        auto* cell = table->findChild<QLineEdit*>();
        QVERIFY(cell != nullptr);
        cell->selectAll();
        QTest::keyClick(cell, Qt::Key_Delete);
        QTest::keyClicks(cell, QLatin1String(text));
        QTest::keyClick(cell, Qt::Key_Return);
        TRY_VERIFY(table->findChild<QLineEdit*>() == nullptr);
    }
    static QString text(PolicyEditor& editor, const char* label) {
        return editor.findChild<QLabel*>(QLatin1String(label))->text();
    }

    QTemporaryDir m_dir;
    std::unique_ptr<AppWindow> m_window;
};

ORBITA_TEST(TestPolicyEditor)

} // namespace test_policy_editor

#include "test_policy_editor.moc"
