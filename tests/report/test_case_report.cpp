// SPDX-License-Identifier: GPL-3.0-or-later
// Reports: what each kind says, that all forms say the same, and that nothing from outside breaks out of
// them.
#include "report/case_report.h"
#include "report/logo.h"
#include "report/trade_words.h"
#include "support/scan_runner.h"
#include "support/test_program.h"

#include <QGuiApplication>
#include <QProcess>
#include <QRegularExpression>
#include <QTemporaryDir>
#include <QTextDocument>
#include <nlohmann/json.hpp>

namespace test_case_report {

using namespace orbita;

constexpr std::int64_t today = 1'800'000'000;
// A model that would be markup, a customer written from right to left, a job that would be a formula.
constexpr const char* hostileModel = "<script>Auk</script> & R3";
constexpr const char* hebrewName =
    "\xD7\x9E\xD7\x93\xD7\x99\xD7\x93\xD7\x95\xD7\xAA \xD7\x92\xD7\x90\xD7\x95\xD7\xAA";

const ScanRecord& scanOfADrive() {
    static const ScanRecord record = [] {
        sim::Scenario scenario = test::smallScenario(1 << 21);
        scenario.identity.model = hostileModel;
        scenario.identity.serial = "AK-R3-7T31";
        for (const std::uint64_t lba : {800'000ULL, 1'500'000ULL}) {
            sim::Defect defect;
            defect.kind = sim::DefectKind::unreadable;
            defect.span = {Lba{lba}, SectorCount{16}};
            defect.delay = std::chrono::milliseconds{900};
            scenario.defects.push_back(defect);
        }
        sim::settleDefects(scenario);
        auto drive = test::openSimulated(scenario);
        ScanRecord scan = test::runScan(*drive, {});
        scan.startedAt = today;
        return scan;
    }();
    return record;
}

CaseReport someReport() {
    CaseReport report;
    report.scan = scanOfADrive();
    report.drive = report.scan->drive;
    report.drive.model = hostileModel;
    report.shop.name = QStringLiteral("Quay Street Workshop");
    report.shop.address = QStringLiteral("12 Quay Street\nPort Halden");
    report.visit.customer = hebrewName;
    report.visit.job = "=HYPERLINK(\"x\")";
    report.visit.tester = "Ivo";
    report.visit.beganAt = today - 100;
    report.visit.complaints = {{ComplaintMark::slow, Reproduced::no}};
    PastVitals past;
    past.readAt = today;
    Reading pending;
    pending.kind = ReadingKind::pendingSectors;
    pending.unit = ReadingUnit::sectors;
    pending.value = 32;
    past.vitals.readings = {pending};
    past.vitals.selfTests = {{SelfTestKind::shortTest, SelfTestResult::failedRead, 4000, Lba{800'000}}};
    report.vitals = past;
    report.findings = assessAll(past.vitals, defaultPolicy());
    CaseFile file;
    file.drive = report.drive;
    file.now = today + 60;
    Visit visit = report.visit;
    visit.id = 1;
    file.visits = {visit};
    past.visit = 1;
    file.vitals = {past};
    file.scans = {digestOf(*report.scan)};
    report.evidence = gatherEvidence(file);
    report.ruling = rule(report.evidence, defaultPolicy());
    report.version = "9.9";
    report.now = today + 60;
    return report;
}

// All texts of the model, in order, blanks and line ends alike.
QStringList textsOf(const document::Document& document) {
    QStringList texts;
    document::Document copy = document;
    forEachText(copy, [&](QString& text) {
        if (!text.isEmpty())
            texts << text.simplified();
    });
    return texts;
}

QString withoutBlanks(QString text) {
    static const QRegularExpression blanks(
        QStringLiteral("[\\s\\x{00A0}\\x{202F}\\x{200E}\\x{200F}\\x{202A}-\\x{202E}]"));
    return text.normalized(QString::NormalizationForm_KC).remove(blanks); // "fi" may be one letter on paper
}

QString allOf(const nlohmann::json& json) {
    if (json.is_string())
        return QString::fromStdString(json.get<std::string>()) + QLatin1Char('\n');
    QString all;
    if (json.is_structured())
        for (const auto& part : json)
            all += allOf(part);
    return all;
}

QString run(const QString& program, const QStringList& arguments) {
    QProcess process;
    process.start(program, arguments);
    return process.waitForFinished(60'000) && process.exitCode() == 0
               ? QString::fromUtf8(process.readAllStandardOutput())
               : QString();
}

class TestCaseReport final : public QObject {
    Q_OBJECT
private slots:
    void allFormsSayTheSame_data() {
        QTest::addColumn<int>("kind");
        QTest::addColumn<bool>("masked");
        for (int kind = 0; kind < 3; ++kind)
            for (const bool masked : {false, true})
                QTest::newRow(
                    (std::string(reportKindName(static_cast<ReportKind>(kind))) + (masked ? " masked" : ""))
                        .c_str())
                    << kind << masked;
    }
    void allFormsSayTheSame() {
        QFETCH(int, kind);
        QFETCH(bool, masked);
        CaseReport report = someReport();
        report.maskSerials = masked;
        const document::Document document = makeReport(static_cast<ReportKind>(kind), report);
        const QString text = document::asText(document);
        const QString html = document::asHtml(document);
        QTextDocument read;
        read.setHtml(html);
        const QString shown = read.toPlainText();
        const auto json = nlohmann::json::parse(document::asJson(document));
        const std::string csv = document::asCsv(document);
        QTemporaryDir dir;
        const QByteArray pdf = document::asPdf(document);
        QFile file(dir.filePath("r.pdf"));
        QVERIFY(file.open(QIODevice::WriteOnly) && file.write(pdf) == pdf.size());
        file.close();
        if (qEnvironmentVariableIsSet("ORBITA_REPORTS")) { // to be looked at
            const QString name = qEnvironmentVariable("ORBITA_REPORTS") + QLatin1Char('/') +
                                 QString::fromUtf8(reportKindName(static_cast<ReportKind>(kind)).data());
            QFile::remove(name + ".pdf");
            QFile::copy(file.fileName(), name + ".pdf");
            QFile page(name + ".html");
            QVERIFY(page.open(QIODevice::WriteOnly));
            page.write(html.toUtf8());
        }
        const QString printed = run("pdftotext", {"-raw", file.fileName(), "-"});
        QVERIFY2(!printed.isEmpty(), "the PDF cannot be read");
        const QString data = allOf(json);
        for (const QString& one : textsOf(document)) {
            const QString bare = withoutBlanks(one);
            const QByteArray what = one.toUtf8();
            QVERIFY2(withoutBlanks(text).contains(bare), "text: " + what);
            QVERIFY2(withoutBlanks(shown).contains(bare), "html: " + what);
            QVERIFY2(withoutBlanks(data).contains(bare), "json: " + what);
            const QString quoted = withoutBlanks(QString(one).replace('"', "\"\""));
            QVERIFY2(withoutBlanks(QString::fromStdString(csv)).contains(quoted), "csv: " + what);
            // Letters from right to left come out of a PDF in the order in which they stand on the paper.
            if (!one.contains(QString::fromUtf8(hebrewName)))
                QVERIFY2(withoutBlanks(printed).contains(bare), "pdf: " + what + "\n" + printed.toUtf8());
        }
        for (const QString& form : {text, html, data, QString::fromStdString(csv), printed}) {
            QCOMPARE(form.contains("AK-R3-7T31"), !masked && form.contains("AK-R3-7T31"));
            QVERIFY(form.contains("7T31") || !masked);
        }
        // A page to hand over is a page.
        if (static_cast<ReportKind>(kind) == ReportKind::handover)
            QVERIFY2(run("pdfinfo", {file.fileName()}).contains(QRegularExpression("Pages:\\s+1\\n")),
                     qPrintable(run("pdfinfo", {file.fileName()})));
    }

    void whatComesFromOutsideStaysText() {
        const document::Document document = makeReport(ReportKind::technical, someReport());
        const QString html = document::asHtml(document);
        QVERIFY(!html.contains("<script"));
        QVERIFY(html.contains("&lt;script&gt;"));
        QVERIFY(!html.contains("http://") && !html.contains("https://")); // needs no other file
        const std::string csv = document::asCsv(document);
        QVERIFY(csv.find(",=HYPERLINK") == std::string::npos &&
                csv.find("\"=HYPERLINK") == std::string::npos);
    }

    void wordsOfTheTradeAreExplainedOnce() {
        const document::Document document = makeReport(ReportKind::handover, someReport());
        const document::List words = explained(document);
        QSet<QString> leads;
        for (const document::Item& item : words.items)
            leads.insert(item.text.section(':', 0, 0));
        QCOMPARE(leads.size(), static_cast<qsizetype>(words.items.size()));
        QVERIFY(leads.contains("sector") && leads.contains("unreadable"));
        QVERIFY(!leads.contains("damaged transfer"));
    }

    // No sentence of a drive that is not kept says that all is well.
    void nothingDamningIsToldAsFine() {
        CaseReport report = someReport();
        for (const Fate fate : {Fate::spareDuty, Fate::retire}) {
            report.ruling.fate = fate;
            for (int kind = 0; kind < 3; ++kind) {
                const QString text = document::asText(makeReport(static_cast<ReportKind>(kind), report));
                for (const char* word :
                     {"may stay in service", "Nothing that was measured speaks against", "healthy"})
                    QVERIFY2(!text.contains(QLatin1String(word)), qPrintable(text));
            }
        }
        // A complaint that did not show is told all the same.
        QVERIFY(document::asText(makeReport(ReportKind::handover, report)).contains("It did not show here"));
    }

    void ruledOtherwiseStandsFirst() {
        CaseReport report = someReport();
        report.own = OwnRuling{Fate::retire, "It clicks.", "Ivo"};
        const QString text = document::asText(makeReport(ReportKind::handover, report));
        QVERIFY(text.contains("Retire: It clicks."));
        QVERIFY(text.simplified().contains("By what was measured alone it comes to: Spare duty"));
    }

    void aLogoThatIsNoPicture() {
        QTemporaryDir dir;
        QFile file(dir.filePath("logo.png"));
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write("\x89PNG\r\n\x1a\n and no more");
        file.close();
        QVERIFY(!loadLogo(file.fileName().toStdString()));
        QVERIFY(!loadLogo(dir.filePath("none.png").toStdString()));
        // As its head says, of many gigabytes.
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write("P6\n60000 60000\n255\n");
        file.close();
        QVERIFY(!loadLogo(file.fileName().toStdString()));
        QImage image(400, 300, QImage::Format_RGB32);
        image.fill(Qt::black);
        QVERIFY(image.save(dir.filePath("real.png")));
        const auto logo = loadLogo(dir.filePath("real.png").toStdString());
        QVERIFY(logo && logo->height() <= 144);
    }

    void nothingIsKnown() {
        for (int kind = 0; kind < 3; ++kind) {
            const document::Document document = makeReport(static_cast<ReportKind>(kind), CaseReport{});
            QVERIFY(!document::asText(document).isEmpty() && !document::asPdf(document).isEmpty());
        }
    }
};

ORBITA_TEST(TestCaseReport)

} // namespace test_case_report

#include "test_case_report.moc"
