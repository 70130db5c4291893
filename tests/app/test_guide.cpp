// SPDX-License-Identifier: GPL-3.0-or-later
// The guide inside the application, by keys: found, searched, at the right place; and what it names exists.
// The sheet of what a drive says it is.
#include "app/scan/scan_station.h"
#include "app/shell/guide_dialog.h"
#include "app/shell/identity_dialog.h"
#include "support/hand.h"
#include "support/test_program.h"

#include <QClipboard>
#include <QDir>
#include <QRegularExpression>

namespace test_guide {

using namespace orbita;
using namespace orbita::app;
using namespace orbita::test;

class TestGuide final : public QObject {
    Q_OBJECT
private slots:
    void initTestCase() { m_window = demonstration(); }
    void cleanup() {
        for (auto* dialog : m_window->findChildren<QDialog*>())
            dialog->close();
        QTest::qWait(20);
        backTo(*m_window);
    }

    void itOpensAtWhatTheStationIsAbout() {
        for (const auto& [station, title] : {std::pair{"judge", "Judging"},
                                             {"treat", "Treating"},
                                             {"scan", "Scanning"},
                                             {"intake", "Intake and vitals"}}) {
            m_window->showStation(QLatin1String(station));
            GuideDialog& guide = open();
            QCOMPARE(pages(guide)->currentItem()->text(), QLatin1String(title));
            QVERIFY(text(guide).startsWith(QLatin1String(title)));
            cleanup();
        }
    }

    void wordsAreFound() {
        GuideDialog& guide = open();
        const int all = pages(guide)->count();
        QVERIFY(all >= 11);
        auto* words = guide.findChild<QLineEdit*>("guideWords");
        QTest::keyClicks(words, "journal");
        QVERIFY(pages(guide)->count() >= 2 && pages(guide)->count() < all);
        auto* page = guide.findChild<QTextBrowser*>("guideText");
        QVERIFY(!page->extraSelections().isEmpty());
        QCOMPARE(page->textCursor().selectedText().toLower(), QStringLiteral("journal"));
        const int first = page->textCursor().position();
        QTest::keyClick(words, Qt::Key_Return);
        QVERIFY(page->textCursor().hasSelection());
        QVERIFY(page->textCursor().position() != first || page->extraSelections().size() == 1);
        const QString before = pages(guide)->currentItem()->text();
        QTest::keyClick(words, Qt::Key_Down);
        QVERIFY(pages(guide)->currentItem()->text() != before);
        words->selectAll();
        QTest::keyClicks(words, "xyzzy");
        QCOMPARE(pages(guide)->count(), 0);
        QVERIFY(text(guide).isEmpty());
        words->selectAll();
        QTest::keyClick(words, Qt::Key_Delete);
        QCOMPARE(pages(guide)->count(), all);
    }

    // A guide that names keys which do something else is worse than none.
    void everyKeyItNamesExists() {
        QSet<QString> keys;
        for (const auto& [action, place] : m_window->actions())
            if (!action->shortcut().isEmpty())
                keys.insert(action->shortcut().toString(QKeySequence::PortableText));
        const QRegularExpression key(
            QStringLiteral("`((?:Ctrl\\+|Shift\\+|Alt\\+)*(?:F\\d+|(?<=\\+)[A-Z.,]))`"));
        int named = 0;
        const QStringList files = QDir(QStringLiteral(":/guide")).entryList({QStringLiteral("*.md")});
        for (const QString& name : files) {
            QFile file(":/guide/" + name);
            QVERIFY(file.open(QIODevice::ReadOnly));
            const QString page = QString::fromUtf8(file.readAll());
            for (auto it = key.globalMatch(page); it.hasNext(); ++named) {
                const QString one = it.next().captured(1);
                QVERIFY2(keys.contains(one), qPrintable(name + ": " + one));
            }
        }
        QVERIFY(named >= 20);
    }

    void theSheetOfWhatADriveIs() {
        DriveController& drive = *m_window->station<ScanStation>().controller();
        QTest::keyClick(m_window.get(), Qt::Key_I, Qt::ControlModifier);
        TRY_VERIFY(m_window->findChild<IdentityDialog*>() != nullptr);
        auto* dialog = m_window->findChild<IdentityDialog*>();
        QVERIFY(dialog->findChild<QLabel*>("identityAbout")->text().contains("has not been asked"));
        click(*m_window, "Ask the drive");
        TRY_COMPARE(drive.visit().state(), VisitController::State::read);
        TRY_VERIFY(value(*dialog, "queue-depth").contains("32 commands"));
        QCOMPARE(value(*dialog, "serial"), QString::fromStdString(drive.identity().serial));
        QVERIFY(value(*dialog, "form-factor").contains("3.5 inch"));
        click(*m_window, "Copy all of it");
        const QString copied = QGuiApplication::clipboard()->text();
        for (const char* said :
             {"Who it is", "How it is reached", "Halden Tern 40", "Write cache", "6.0 Gb/s"})
            QVERIFY2(copied.contains(QLatin1String(said)), said);
        // Known bad firmware, by the policy.
        HousePolicy policy = drive.policy();
        policy.name = "Tide office";
        policy.badFirmware = {{"Halden", drive.visit().vitals().identity.firmware, "loses its map"}};
        m_window->rack().setPolicy(policy);
        cleanup();
        QTest::keyClick(m_window.get(), Qt::Key_I, Qt::ControlModifier);
        TRY_VERIFY(m_window->findChild<IdentityDialog*>() != nullptr);
        QVERIFY(value(*m_window->findChild<IdentityDialog*>(), "firmware").contains("loses its map"));
    }

private:
    GuideDialog& open() {
        QTest::keyClick(m_window.get(), Qt::Key_F1, Qt::ShiftModifier);
        if (!QTest::qWaitFor([this] { return m_window->findChild<GuideDialog*>() != nullptr; }))
            qFatal("no guide");
        return *m_window->findChild<GuideDialog*>();
    }
    static QListWidget* pages(GuideDialog& guide) { return guide.findChild<QListWidget*>("guidePages"); }
    static QString text(GuideDialog& guide) {
        return guide.findChild<QTextBrowser*>("guideText")->toPlainText();
    }
    static QString value(IdentityDialog& dialog, const char* item) {
        for (const QLabel* label : dialog.findChildren<QLabel*>())
            if (label->property("item").toString() == QLatin1String(item))
                return label->text();
        return {};
    }
    std::unique_ptr<AppWindow> m_window;
};

ORBITA_TEST(TestGuide)

} // namespace test_guide

#include "test_guide.moc"
