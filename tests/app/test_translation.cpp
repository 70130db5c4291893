// SPDX-License-Identifier: GPL-3.0-or-later
// The window in another language: everything that is said on the way through it is said in that, fits, and
// so do the report and the keys.
#include "app/judge/case_report_of.h"
#include "app/judge/judge_station.h"
#include "app/scan/scan_station.h"
#include "report/document/document.h"
#include "report/language.h"
#include "report/words.h"
#include "support/hand.h"
#include "support/test_program.h"

#include <QRegularExpression>
#include <QTemporaryDir>
#include <QTranslator>

namespace test_translation {

using namespace orbita;
using namespace orbita::app;
using namespace orbita::test;

// Asked for what no catalogue has.
class Missed final : public QTranslator {
public:
    [[nodiscard]] bool isEmpty() const override { return false; }
    QString translate(const char* context, const char* text, const char*, int) const override {
        // What the toolkit says by itself is not ours, but for the dialogs that we show.
        if (!QByteArray(context).startsWith('Q') && QRegularExpression("[a-z]{2}").match(text).hasMatch())
            texts.insert(QString::fromUtf8(context) + ": " + QString::fromUtf8(text));
        return {};
    }
    mutable QSet<QString> texts;
};

class TestTranslation final : public QObject {
    Q_OBJECT
private slots:
    void initTestCase() {
        QCoreApplication::installTranslator(&m_missed);
        speak("de");
        teach(*QCoreApplication::instance());
        m_window = demonstration();
    }
    void cleanupTestCase() {
        m_window.reset();
        speak("en");
        QLocale::setDefault(QLocale::c());
    }

    void theLanguagesThereAre() {
        const auto all = languages();
        QVERIFY(all.size() >= 2);
        QCOMPARE(all[0].code, QStringLiteral("en"));
        QCOMPARE(all[1].code, QStringLiteral("de"));
        QCOMPARE(all[1].name, QStringLiteral("Deutsch"));
        QCOMPARE(spoken("Keep"), QStringLiteral("Behalten"));
        QCOMPARE(spoken("xyzzy"), QStringLiteral("xyzzy"));
        const Error error{Error::Kind::notFound, "opening for reading", "/dev/sdq", "there is no such file",
                          "Check its name."};
        QCOMPARE(words::error(error),
                 QStringLiteral("beim Öffnen zum Lesen von /dev/sdq: eine solche Datei gibt "
                                "es nicht. Prüfen Sie ihren Namen."));
    }

    void allTheWayThrough() {
        QFile file(m_dir.filePath("drei.json"));
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write(R"({"format":"orbita-scenario","version":1,"name":"three","drive":{"model":"Auk R3",)"
                   R"("serial":"AK-three-7T31","sectors":4000000,"physical_bytes":4096,"rpm":5900},)"
                   R"("pace":{"outer_mb_per_s":150,"inner_mb_per_s":80,"zones":8},"defects":[)"
                   R"({"kind":"unreadable","answer_ms":20,"sectors":8,"lba":409600},)"
                   R"({"kind":"unreadable","answer_ms":20,"sectors":8,"lba":1000000},)"
                   R"({"kind":"slow","turns":40,"sectors":8,"lba":1600000}],)"
                   R"("front":"sat","playback_seconds":1})");
        file.close();
        QTest::keyClick(m_window.get(), Qt::Key_O, Qt::ControlModifier);
        TRY_VERIFY(m_window->findChild<QLineEdit*>("openName") != nullptr);
        QTest::keyClicks(m_window->findChild<QLineEdit*>("openName"), "sim:" + file.fileName());
        QTest::keyClick(m_window->findChild<QLineEdit*>("openName"), Qt::Key_Return);
        TRY_COMPARE(QString::fromStdString(controller().identity().model), QStringLiteral("Auk R3"));
        backTo(*m_window);
        QTest::keyClick(m_window.get(), Qt::Key_F8);
        TRY_COMPARE(controller().visit().state(), VisitController::State::read);
        QTest::keyClick(m_window.get(), Qt::Key_F4);
        click(*m_window, "Ja, gesichert");
        QTest::keyClick(m_window.get(), Qt::Key_F5);
        TRY_VERIFY(controller().current() && !controller().scanning());
        test::fitsSmallScreen(*m_window);
        TRY_VERIFY(controller().ruling().known());
        click(*m_window, "Das Urteil eintragen");
        QTest::keyClick(m_window.get(), Qt::Key_B, Qt::ControlModifier);
        QTest::qWait(300);
        m_window->showStation("judge");
    }

    void everyDialog() {
        const std::pair<Qt::Key, Qt::KeyboardModifiers> keys[] = {
            {Qt::Key_F1, {}},
            {Qt::Key_F1, Qt::ShiftModifier},
            {Qt::Key_I, Qt::ControlModifier},
            {Qt::Key_K, Qt::ControlModifier},
            {Qt::Key_L, Qt::ControlModifier},
            {Qt::Key_A, Qt::ControlModifier | Qt::ShiftModifier},
            {Qt::Key_S, Qt::ControlModifier | Qt::ShiftModifier},
            {Qt::Key_P, Qt::ControlModifier | Qt::ShiftModifier},
            {Qt::Key_R, Qt::ControlModifier | Qt::ShiftModifier}};
        for (const auto& [key, with] : keys) {
            QTest::keyClick(m_window.get(), key, with);
            QTRY_VERIFY2(m_window->findChild<QDialog*>() != nullptr,
                         qPrintable(QKeySequence(QKeyCombination(with, key)).toString()));
            QTest::qWait(60);
            for (auto* dialog : m_window->findChildren<QDialog*>()) {
                const QSize least = dialog->minimumSizeHint();
                QVERIFY2(least.width() <= 1180 && least.height() <= 640,
                         qPrintable(QStringLiteral("%1: %2 x %3")
                                        .arg(dialog->windowTitle())
                                        .arg(least.width())
                                        .arg(least.height())));
                dialog->close();
            }
            QTest::qWait(30);
            backTo(*m_window);
        }
    }

    void theReportToo() {
        const CaseReport report = caseReportOf(controller());
        for (const ReportKind kind : {ReportKind::handover, ReportKind::technical, ReportKind::warranty}) {
            const QString text = document::asText(makeReport(kind, report));
            QVERIFY(text.contains("Seriennummer"));
            for (const char* english : {" the ", " drive", "Serial number", " and ", "unreadable"})
                QVERIFY2(!text.contains(QLatin1String(english)), qPrintable(QLatin1String(english) + text));
        }
    }

    void nothingWasMissed() {
        QStringList missed(m_missed.texts.begin(), m_missed.texts.end());
        QVERIFY2(missed.isEmpty(), qPrintable(missed.join("\n")));
    }

private:
    DriveController& controller() { return *m_window->station<ScanStation>().controller(); }
    QTemporaryDir m_dir;
    Missed m_missed;
    std::unique_ptr<AppWindow> m_window;
};

ORBITA_TEST(TestTranslation)

} // namespace test_translation

#include "test_translation.moc"
