// SPDX-License-Identifier: GPL-3.0-or-later
// Settings with real clicks and keys: they hold at once, the next time, and where they cannot be kept it is
// said.
#include "app/settings/preferences.h"
#include "app/shell/settings_dialog.h"
#include "app/theme/theme.h"
#include "report/format.h"
#include "store/shop_settings.h"
#include "support/hand.h"
#include "support/test_program.h"

#include <QDir>
#include <QTemporaryDir>

namespace test_settings_dialog {

using namespace orbita;
using namespace orbita::app;
using namespace orbita::test;

class TestSettingsDialog final : public QObject {
    Q_OBJECT
private slots:
    void initTestCase() {
        QVERIFY(m_dir.isValid());
        qputenv("XDG_CONFIG_HOME", m_dir.path().toLocal8Bit());
        Preferences::instance().keepIn(settingsPath());
        QVERIFY(!Preferences::instance().error());
        m_window = demonstration();
    }
    void cleanup() {
        if (auto* open = m_window->findChild<SettingsDialog*>())
            open->close();
        QTest::qWait(20);
        backTo(*m_window);
    }

    void whatIsChosenHolds() {
        click(*m_window, "Settings");
        SettingsDialog& dialog = opened();
        TRY_VERIFY(button(*m_window, "Keep these settings")->isEnabled());
        auto* shop = dialog.findChild<QLineEdit*>("settingsShop");
        shop->setFocus();
        QTest::keyClicks(shop, "Tide and Harbour Office");
        choose(dialog, "settingsColours", "Light");
        choose(dialog, "settingsTimes", "UTC, and said so");
        choose(dialog, "settingsScale", "200 %");
        choose(dialog, "settingsPolicy", "Server room");
        choose(dialog, "settingsCustomers", "after 3 years");
        auto* folder = dialog.findChild<QLineEdit*>("settingsFolder");
        folder->setFocus();
        QTest::keyClicks(folder, m_dir.path() + "/nowhere");
        QTest::keyClick(folder, Qt::Key_Return);
        QVERIFY(dialog.isVisible());
        QVERIFY(dialog.findChild<QLabel*>("settingsAnswer")->text().contains("There is no folder"));
        folder->selectAll();
        QTest::keyClicks(folder, m_dir.path());
        QTest::keyClick(folder, Qt::Key_Return);
        TRY_VERIFY(m_window->findChild<SettingsDialog*>() == nullptr);
        backTo(*m_window);
        QCOMPARE(Theme::instance().palette().scheme(), ColourScheme::light);
        QVERIFY(format::moment(0).endsWith("UTC"));
        QCOMPARE(QString::fromStdString(m_window->rack().policy().name), QStringLiteral("Server room"));
        TRY_VERIFY(loadSettings() && loadSettings()->keepCustomersYears == 3);
        const Settings kept = *loadSettings();
        QVERIFY(kept.light && kept.utc);
        QCOMPARE(kept.scalePercent, 200);
        QCOMPARE(QString::fromStdString(kept.folder), m_dir.path());
        // The demonstration's choice of a policy is not that of attached drives.
        QCOMPARE(kept.policy, std::string());
        TRY_COMPARE(loadShop()->name, std::string("Tide and Harbour Office"));
        // Files begin there.
        QTest::keyClick(m_window.get(), Qt::Key_O, Qt::ControlModifier);
        click(*m_window, "Browse…");
        TRY_VERIFY(m_window->findChild<QFileDialog*>() != nullptr);
        QCOMPARE(m_window->findChild<QFileDialog*>()->directory().absolutePath(),
                 QDir(m_dir.path()).absolutePath());
        m_window->findChild<QFileDialog*>()->window()->close();
        QTest::qWait(20);
        for (auto* one : m_window->findChildren<QDialog*>())
            one->close();
    }

    void byTheKeyboardAndNotKept() {
        QTest::keyClick(m_window.get(), Qt::Key_S, Qt::ControlModifier | Qt::ShiftModifier);
        SettingsDialog& dialog = opened();
        QCOMPARE(dialog.findChild<QComboBox*>("settingsScale")->currentText(), QStringLiteral("200 %"));
        choose(dialog, "settingsScale", "100 %");
        QTest::keyClick(&dialog, Qt::Key_Escape);
        TRY_VERIFY(m_window->findChild<SettingsDialog*>() == nullptr);
        QCOMPARE(Preferences::instance().settings().scalePercent, 200);
    }

    // By its key; remembered for the next time as the settings have it.
    void coloursAreRemembered() {
        QTest::keyClick(m_window.get(), Qt::Key_T, Qt::ControlModifier);
        TRY_VERIFY(loadSettings() && !loadSettings()->light);
    }

    void thePolicyOfAttachedDrivesIsRemembered() {
        const QString nothing = m_dir.filePath("no-system");
        SystemPaths system;
        system.sys = (nothing + "/sys").toStdString();
        system.proc = (nothing + "/proc").toStdString();
        system.dev = (nothing + "/dev").toStdString();
        {
            RackModel rack(RackModel::Source::attachedDrives, system);
            QCOMPARE(rack.policy().name, defaultPolicy().name);
            for (const ShippedPolicy& shipped : shippedPolicies())
                if (shipped.shortName == "refurbisher")
                    rack.setPolicy(*parsePolicy(std::string(shipped.document), "shipped"));
        }
        TRY_VERIFY(loadSettings() && loadSettings()->policy == "refurbisher");
        RackModel again(RackModel::Source::attachedDrives, system);
        QCOMPARE(again.policy().name, std::string("Refurbisher"));
    }

    void theWindowIsWhereItWas() {
        m_window->resize(1200, 700);
        QTest::qWait(20);
        m_window->close();
        TRY_VERIFY(!m_window->isVisible());
        m_window.reset();
        m_window = demonstration();
        QCOMPARE(m_window->size(), QSize(1200, 700));
    }

    void whatCannotBeKeptIsSaid() {
        QFile file(QString::fromStdString(settingsPath()));
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write("{half");
        file.close();
        QTest::keyClick(m_window.get(), Qt::Key_T, Qt::ControlModifier);
        auto* told = m_window->findChild<QLabel*>("told");
        QTRY_VERIFY2(told->isVisible() && told->text().contains("settings.json"), qPrintable(told->text()));
        QVERIFY(file.open(QIODevice::ReadOnly));
        QCOMPARE(file.readAll(), QByteArray("{half"));
    }

private:
    SettingsDialog& opened() {
        if (!QTest::qWaitFor([this] { return m_window->findChild<SettingsDialog*>() != nullptr; }))
            qFatal("no settings");
        return *m_window->findChild<SettingsDialog*>();
    }
    // As a person does by the keyboard: the box gets the focus, and arrows go to the line.
    static void choose(SettingsDialog& dialog, const char* box, const char* text) {
        auto* combo = dialog.findChild<QComboBox*>(QLatin1String(box));
        combo->setFocus();
        const int to = combo->findText(QString::fromUtf8(text));
        QVERIFY2(to >= 0, text);
        while (combo->currentIndex() != to)
            QTest::keyClick(combo, combo->currentIndex() < to ? Qt::Key_Down : Qt::Key_Up);
    }

    QTemporaryDir m_dir;
    std::unique_ptr<AppWindow> m_window;
};

ORBITA_TEST(TestSettingsDialog)

} // namespace test_settings_dialog

#include "test_settings_dialog.moc"
