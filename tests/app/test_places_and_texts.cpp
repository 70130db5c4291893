// SPDX-License-Identifier: GPL-3.0-or-later
// What comes from outside, in the window: the place that an opened file names is not used, a bad place is
// refused, a full one is told, another drive is not taken for the first, and no text is more than text.
#include "app/scan/plan_dialog.h"
#include "app/scan/scan_station.h"
#include "app/theme/theme.h"
#include "support/cli_runner.h"
#include "support/hand.h"
#include "support/test_program.h"

#include <QPushButton>
#include <QTemporaryDir>
#include <QToolTip>
#include <sched.h>
#include <sys/mount.h>
#include <unistd.h>

namespace test_places_and_texts {

using namespace orbita;
using namespace orbita::app;

class TestPlacesAndTexts final : public QObject {
    Q_OBJECT
private:
    QTemporaryDir m_dir;
    std::unique_ptr<AppWindow> m_window;

    QString path(const QString& name) { return m_dir.filePath(name); }
    // Two with the same name and serial, and another seed, are two drives: what they hold differs.
    QString scenario(const QString& name, int seed, const QByteArray& model, const QByteArray& serial,
                     const QByteArray& defects = {}, int sectors = 200'000) {
        QDir().mkpath(QFileInfo(path(name)).path());
        QFile file(path(name));
        if (!file.open(QIODevice::WriteOnly))
            qFatal("cannot write");
        file.write(R"({"format":"orbita-scenario","version":1,"name":"x","seed":)" +
                   QByteArray::number(seed) + R"(,"drive":{"model":")" + model + R"(","serial":")" + serial +
                   R"(","sectors":)" + QByteArray::number(sectors) +
                   R"(,"physical_bytes":4096,"rpm":5900},"pace":{"outer_mb_per_s":150},"defects":[)" +
                   defects + R"(],"playback_seconds":1})");
        return QStringLiteral("sim:") + file.fileName();
    }
    static QByteArray unreadable(int lba) {
        return R"({"kind":"unreadable","lba":)" + QByteArray::number(lba) + R"(,"sectors":8,"answer_ms":20})";
    }
    DriveController& controller() { return *m_window->station<ScanStation>().controller(); }
    const ScanStatus& status() { return controller().current()->record.status; }
    QString sentence() { return m_window->findChild<QLabel*>(QStringLiteral("actionSentence"))->text(); }
    // Everything that is written in the window now.
    QString allText() {
        QString all;
        for (const QLabel* label : m_window->findChildren<QLabel*>())
            if (label->isVisible())
                all += label->text() + QLatin1Char('\n');
        return all;
    }
    PlanDialog* planDialog() {
        QTest::keyClick(m_window.get(), Qt::Key_L, Qt::ControlModifier);
        return m_window->findChild<PlanDialog*>();
    }
    void planToSaveTo(const QString& image) {
        PlanDialog* dialog = planDialog();
        QVERIFY(dialog != nullptr);
        auto* saveTo = dialog->findChild<QLineEdit*>("planSaveTo");
        QTest::keyClicks(saveTo, image);
        QTest::keyClick(saveTo, Qt::Key_Return);
        QTest::qWait(50);
        test::backTo(*m_window);
        QCOMPARE(controller().plan().saveTo, image.toStdString());
    }

private slots:
    void initTestCase() { Theme::instance().setScheme(ColourScheme::dark); }
    void init() {
        qputenv("XDG_DATA_HOME", path("data").toLocal8Bit());
        m_window = test::demonstration();
        QTest::keyClick(m_window.get(), Qt::Key_F4);
    }
    void cleanup() { m_window.reset(); }

    // Somebody else may have written the file. Going on with it reads, and makes no file of its choosing.
    void anOpenedFileDoesNotSayWhereToSave() {
        const QString drive = scenario("file.json", 1, "Auk R3", "AK-F", unreadable(100'000));
        const auto ran =
            test::cli({"scan", drive, "--save", path("own.img"), "--stop", "1", "--json", path("scan.json")});
        QVERIFY2(ran.status == 3, qPrintable(ran.err));
        auto json = test::jsonOf(path("scan.json"));
        QCOMPARE(json.at("plan").at("save_to").get<std::string>(), path("own.img").toStdString());
        json["plan"]["save_to"] = path("planted.img").toStdString();
        {
            QFile file(path("scan.json"));
            QVERIFY(file.open(QIODevice::WriteOnly));
            file.write(QByteArray::fromStdString(json.dump()));
        }
        test::openByHand(*m_window, drive);
        test::openByHand(*m_window, path("scan.json"));
        TRY_VERIFY(controller().current() != nullptr && controller().current()->opened);
        test::click(*m_window, "No");
        TRY_VERIFY(test::button(*m_window, "Go on") != nullptr);
        QVERIFY2(!allText().contains("planted"), qPrintable(allText()));
        QTest::keyClick(m_window.get(), Qt::Key_F9);
        TRY_VERIFY(!controller().current()->opened);
        TRY_VERIFY(status().phase == ScanPhase::ended);
        QVERIFY(!controller().current()->error.has_value());
        QVERIFY(!QFile::exists(path("planted.img")));
    }
    // The casebook's own is used, and said before.
    void aKeptScanSaysWhereItSaves() {
        const QString drive = scenario("kept.json", 1, "Auk R3", "AK-K", unreadable(100'000));
        test::openByHand(*m_window, drive);
        test::click(*m_window, "No");
        planToSaveTo(path("kept.img"));
        test::click(*m_window, "Start");
        TRY_VERIFY(controller().current() != nullptr && status().blocksDone > 0);
        test::click(*m_window, "Stop");
        TRY_VERIFY(status().phase == ScanPhase::ended);
        if (status().ended == EndReason::complete)
            QFAIL("it was read before it could be stopped");
        QTRY_VERIFY2(allText().contains("going on saves to " + path("kept.img")), qPrintable(allText()));
    }
    void aBadPlaceIsRefusedWhereItIsTyped_data() {
        QTest::addColumn<QString>("place");
        QTest::addColumn<QString>("words");
        QTest::newRow("a device") << "/dev/null"
                                  << "it is a device";
        QTest::newRow("no folder") << "/no/such/folder/x.img"
                                   << "does not exist";
        QTest::newRow("the drive itself") << path("whole.img") << "it is what the drive under test";
    }
    void aBadPlaceIsRefusedWhereItIsTyped() {
        QFETCH(QString, place);
        QFETCH(QString, words);
        QFile image(path("whole.img"));
        QVERIFY(image.open(QIODevice::WriteOnly) && image.resize(1 << 20));
        test::openByHand(*m_window, image.fileName());
        test::click(*m_window, "No");
        PlanDialog* dialog = planDialog();
        QVERIFY(dialog != nullptr);
        QTest::keyClicks(dialog->findChild<QLineEdit*>("planSaveTo"), place);
        const QString said = dialog->findChild<QLabel*>("planSentence")->text();
        QVERIFY2(said.contains(words), qPrintable(said));
        auto* ok = dialog->findChild<QDialogButtonBox*>()->button(QDialogButtonBox::Ok);
        QVERIFY(!ok->isEnabled());
        QTest::mouseClick(ok, Qt::LeftButton);
        QTest::keyClick(dialog, Qt::Key_Escape);
        QVERIFY(controller().plan().saveTo.empty());
    }
    // The place is full: reading waits, and that is said; with room made it goes on by itself.
    void aFullPlaceIsToldAndWaitedFor() {
        const QString tight = path("tight");
        QVERIFY(QDir().mkpath(tight));
        if (geteuid() != 0 || unshare(CLONE_NEWNS) != 0 ||
            mount(nullptr, "/", nullptr, MS_REC | MS_PRIVATE, nullptr) != 0 ||
            mount("tmpfs", qPrintable(tight), "tmpfs", 0, "size=200m") != 0)
            QSKIP("only root can make a place of its own that is full");
        const QString drive = scenario("tight.json", 1, "Auk R3", "AK-T");
        test::openByHand(*m_window, drive);
        test::click(*m_window, "No");
        planToSaveTo(tight + "/buoy.img");
        // Filled by somebody else once it has begun.
        QFile other(tight + "/other");
        QVERIFY(other.open(QIODevice::WriteOnly));
        test::click(*m_window, "Start");
        TRY_VERIFY(status().phase != ScanPhase::opening);
        while (other.write(QByteArray(1 << 20, 'x')) > 0 && other.flush()) {
        }
        TRY_VERIFY(sentence().contains("the image cannot be written"));
        QVERIFY2(allText().contains("No space left on device"), qPrintable(allText()));
        QCOMPARE(controller().scanning(), true);
        QVERIFY(other.resize(0) && other.remove());
        TRY_VERIFY(status().phase == ScanPhase::ended);
        QCOMPARE(status().ended, EndReason::complete);
        QCOMPARE(status().saving.held, SectorCount{200'000});
        m_window.reset();
        umount2(qPrintable(tight), MNT_DETACH);
    }
    // Same model, same number, another drive: nothing of it goes into the first one's image.
    void anotherDriveIsRefused() {
        const QString first = scenario("one/dock.json", 1, "Dockside cradle", "0123456789ABCDEF");
        QCOMPARE(test::cli({"scan", first, "--span", "0..99999", "--save", path("mixed.img")}).status, 0);
        QFile image(path("mixed.img"));
        QVERIFY(image.open(QIODevice::ReadOnly));
        const QByteArray before = image.readAll();
        test::openByHand(*m_window, scenario("two/dock.json", 2, "Dockside cradle", "0123456789ABCDEF"));
        test::click(*m_window, "No");
        planToSaveTo(path("mixed.img"));
        test::click(*m_window, "Start");
        TRY_VERIFY(controller().current() && status().phase == ScanPhase::ended);
        QCOMPARE(status().ended, EndReason::otherDrive);
        QTRY_VERIFY2(allText().contains("not the drive that this was begun with"), qPrintable(allText()));
        image.seek(0);
        QVERIFY(image.readAll() == before);
    }
    // What a drive says of itself is drawn as it is written.
    void textsAreNoMoreThanText() {
        const QByteArray model = "<b>Auk</b><img src='file:///x'>";
        test::openByHand(*m_window, scenario("html.json", 1, model, "<u>AK</u>9"));
        for (const Qt::Key station : {Qt::Key_F2, Qt::Key_F3, Qt::Key_F4}) {
            QTest::keyClick(m_window.get(), station);
            QTest::qWait(50);
            bool seen = false;
            for (const QLabel* label : m_window->findChildren<QLabel*>()) {
                if (!label->isVisible())
                    continue;
                seen = seen || label->text().contains("Auk");
                QVERIFY2(label->textFormat() != Qt::AutoText, qPrintable(label->text()));
                // Where it is set in our own type, what is the drive's is escaped.
                if (label->textFormat() == Qt::RichText)
                    QVERIFY2(!label->text().contains("<u>AK") && !label->text().contains("<img"),
                             qPrintable(label->text()));
            }
            QVERIFY(seen);
        }
        QToolTip::showText(m_window->mapToGlobal(QPoint(40, 40)), QString::fromUtf8(model), m_window.get());
        TRY_VERIFY(QToolTip::isVisible());
        int tips = 0;
        for (const QWidget* widget : QApplication::topLevelWidgets())
            if (const auto* tip = qobject_cast<const QLabel*>(widget); tip && tip->inherits("QTipLabel")) {
                QCOMPARE(tip->textFormat(), Qt::PlainText);
                ++tips;
            }
        QCOMPARE(tips, 1);
    }
};

ORBITA_TEST(TestPlacesAndTexts)

} // namespace test_places_and_texts

#include "test_places_and_texts.moc"
