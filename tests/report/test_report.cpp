// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/format.h"
#include "report/ledger_csv.h"
#include "report/plate_marks.h"
#include "report/plate_picture.h"
#include "report/text_report.h"
#include "report/treatment_words.h"
#include "report/words.h"
#include "support/scan_runner.h"
#include "support/test_program.h"

#include <QPainter>
#include <QTranslator>
#include <cmath>

namespace test_report {

using namespace orbita;
using namespace orbita::test;

ScanRecord oneBadSector() {
    sim::Scenario scenario = smallScenario(2'000'000);
    sim::Defect d;
    d.kind = sim::DefectKind::unreadable;
    d.span = {{1'234'568}, {8}};
    d.delay = std::chrono::milliseconds{900};
    scenario.defects = {d};
    auto drive = openSimulated(scenario);
    ScanPlan plan;
    plan.blockSectors = 8;
    plan.data = DataElsewhere::notSaved;
    return runScan(*drive, plan);
}

// W3C relative luminance contrast, 1 to 21.
double contrast(const QColor& a, const QColor& b) {
    const auto luminance = [](const QColor& c) {
        const auto linear = [](double v) {
            return v <= 0.03928 ? v / 12.92 : std::pow((v + 0.055) / 1.055, 2.4);
        };
        return 0.2126 * linear(c.redF()) + 0.7152 * linear(c.greenF()) + 0.0722 * linear(c.blueF());
    };
    const double la = luminance(a);
    const double lb = luminance(b);
    return (std::max(la, lb) + 0.05) / (std::min(la, lb) + 0.05);
}

// Another language: whatever the core says, loudly.
class Loudly final : public QTranslator {
public:
    [[nodiscard]] bool isEmpty() const override { return false; }
    QString translate(const char* context, const char* text, const char*, int) const override {
        return qstrcmp(context, "core") == 0 ? QString::fromUtf8(text).toUpper() : QString();
    }
};

// As someone with a colour deficiency sees it (Machado, Oliveira, Fernandes 2009, full severity).
QColor seenWith(const QColor& c, const std::array<double, 9>& m) {
    const auto channel = [&](std::size_t row) {
        return static_cast<float>(
            std::clamp(m[row] * c.redF() + m[row + 1] * c.greenF() + m[row + 2] * c.blueF(), 0.0, 1.0));
    };
    return QColor::fromRgbF(channel(0), channel(3), channel(6));
}

class TestReport : public QObject {
    Q_OBJECT
private slots:
    // Every remark has a sentence of its own, and those that cannot wait have a short form for the rack.
    void remarksHaveWords() {
        QStringList sentences;
        for (int kind = 0; kind <= static_cast<int>(RemarkKind::casebookHere); ++kind) {
            const QString sentence = words::remark({static_cast<RemarkKind>(kind), "sdb2"});
            QVERIFY2(sentence.endsWith('.') || sentence.endsWith(QLatin1String("laboratory.")),
                     qPrintable(sentence));
            QVERIFY(!sentences.contains(sentence));
            sentences << sentence;
            QVERIFY(!remarkName(static_cast<RemarkKind>(kind)).empty());
        }
        for (const RemarkKind urgent : {RemarkKind::silent, RemarkKind::zeroCapacity, RemarkKind::sameSerial})
            QVERIFY(!words::remarkShort(urgent).isEmpty());
        QVERIFY(words::remarkShort(RemarkKind::misaligned).isEmpty());
    }
    // What has no defect is not said to be worth treating.
    void nothingToTreatIsSaidSo() {
        TreatmentFacts facts;
        facts.data = DataElsewhere::saved;
        const TreatmentAdvised none = adviseTreatment(facts, defaultPolicy());
        QCOMPARE(none.advice, TreatmentAdvice::treat);
        QCOMPARE(words::advice(none), QString("There is nothing to treat."));
        facts.ledger.push_back({{{4096}, {8}}, Grade::unreadable});
        QCOMPARE(words::advice(adviseTreatment(facts, defaultPolicy())),
                 QString("Treating it is worth a try."));
    }
    void initTestCase() { QLocale::setDefault(QLocale::c()); }

    void numbersReadWell() {
        const auto plain = [](QString text) { return text.replace(QChar(0x00A0), QLatin1Char(' ')); };
        QCOMPARE(plain(format::lba({656408512})), QString("656 408 512"));
        QCOMPARE(plain(format::bytes(0)), QString("0 B"));
        QCOMPARE(plain(format::bytes(999)), QString("999 B"));
        QCOMPARE(plain(format::bytes(4'000'787'030'016)), QString("4.00 TB"));
        QCOMPARE(plain(format::bytes(512'110'190'592)), QString("512 GB"));
        QCOMPARE(plain(format::position(336'081'158'144, 2e8)), QString("336.1 GB"));
        QCOMPARE(plain(format::position(336'025'000'000, 25e6)), QString("336.025 GB"));
        QCOMPARE(plain(format::percent(0.084)), QString("8.4 %"));
        QCOMPARE(plain(format::pace(174.4e6)), QString("174 MB/s"));
        QCOMPARE(plain(format::pace(3.794e9)),
                 QString("3.79 GB/s")); // a comma means decimals to half the readers
        QCOMPARE(plain(format::turns(1234)), QString("1 234"));
        QCOMPARE(plain(format::duration(std::chrono::seconds{10'080})), QString("2 h 48 min"));
        QCOMPARE(plain(format::duration(std::chrono::seconds{75})), QString("1 min 15 s"));
        // Half a second is no "1 s", and a third of one no "0 s".
        QCOMPARE(plain(format::limit(std::chrono::milliseconds{300})), QString("300 ms"));
        QCOMPARE(plain(format::limit(std::chrono::milliseconds{1500})), QString("1.5 s"));
        QCOMPARE(plain(format::limit(std::chrono::seconds{8})), QString("8 s"));
        QCOMPARE(plain(format::limit(std::chrono::seconds{60})), QString("1 min 0 s"));
        QCOMPARE(format::clock(std::chrono::seconds{6090}), QString("1:41:30"));
        QCOMPARE(plain(format::milliseconds(fromMilliseconds(8.333))), QString("8.33 ms"));
        QCOMPARE(plain(format::milliseconds(std::chrono::milliseconds{2600})), QString("2.60 s"));
    }
    void csvHoldsTheLedger() {
        const ScanRecord record = oneBadSector();
        const QStringList lines = QString::fromStdString(ledgerCsv(record)).split("\r\n", Qt::SkipEmptyParts);
        QCOMPARE(lines.size(), qsizetype(1 + record.ledger.size()));
        QCOMPARE(lines[0], QString("lba,sectors,byte_offset,percent,grade,latency_ms,standing,cause"));
        const QStringList cells = lines[1].split(',');
        QCOMPARE(cells[0], QString("1234568"));
        QCOMPARE(cells[2], QString::number(1234568LL * 512));
        QCOMPARE(cells[4], QString("unreadable"));
        QCOMPARE(cells[7], QString("given"));
    }
    void textReportSaysWhatMatters() {
        const QString text = textReport(oneBadSector()).replace(QChar(0x00A0), QLatin1Char(' '));
        for (const char* words :
             {"Test Tern", "T-1", "Read to the end", "8 sectors unreadable in one patch at 61.7 %",
              "Data: not saved elsewhere", "1 234 568", "8 to 32 turns late (66.7 ms to 267 ms)"})
            QVERIFY2(text.contains(QLatin1String(words)), words);
    }
    void everyEventHasWords() {
        DriveIdentity drive;
        for (std::uint8_t k = 0; k <= static_cast<std::uint8_t>(ScanEventKind::ended); ++k) {
            ScanEvent entry;
            entry.kind = static_cast<ScanEventKind>(k);
            entry.grade = Grade::laboured;
            entry.span = {{1}, {8}};
            QVERIFY(!words::eventTitle(entry).isEmpty());
        }
        for (const Grade grade : allGrades) {
            QVERIFY(!words::grade(grade).isEmpty());
            QVERIFY(!words::gradeMeaning(grade, {}, std::chrono::milliseconds{8}, true).isEmpty());
        }
        for (std::uint8_t e = 0; e <= static_cast<std::uint8_t>(EndReason::readerLost); ++e)
            QVERIFY(!words::ended(static_cast<EndReason>(e)).isEmpty());
    }
    void stoppedScanIsNotCalledWhole() {
        RunningJudgement judgement;
        judgement.meaning = Meaning::even;
        judgement.vouchedShare = 0.1;
        judgement.ended = EndReason::stopped;
        const QString text = words::judgement(judgement);
        QVERIFY2(text.contains("10.0") && text.contains("Nothing can be said about the rest yet"),
                 qPrintable(text));
    }
    // One bad block among 250 000 is seen in a picture of the whole drive.
    void oneBadSectorShines() {
        const ScanRecord record = oneBadSector();
        const Palette palette(ColourScheme::dark);
        PlateRaster raster;
        const RasterView view{0, record.plate->blocks(), 120, 60};
        QVERIFY(raster.update(record.plate, view, palette));
        QVERIFY(!raster.update(record.plate, view, palette)); // nothing new, nothing redrawn
        QImage image(480, 240, QImage::Format_RGB32);
        QPainter painter(&image);
        paintPlate(painter, image.rect(), raster, palette);
        painter.end();
        const std::uint64_t cell = view.cellOfBlock(record.plan.grid.blockAt({1'234'568}));
        const QPointF centre = cellRect(image.rect(), view, cell).center();
        int magenta = 0;
        for (int y = 0; y < image.height(); ++y)
            for (int x = 0; x < image.width(); ++x)
                if (QColor(image.pixel(x, y)) == palette[Tone::unreadable]) {
                    QVERIFY(QLineF(QPointF(x, y), centre).length() < 12);
                    ++magenta;
                }
        QVERIFY2(magenta >= 9, qPrintable(QString::number(magenta)));
    }
    // A few blocks fill the picture as many do: each cell shows its block.
    void fewBlocksLeaveNoGaps() {
        const Palette palette(ColourScheme::dark);
        const auto plate = std::make_shared<Plate>(100);
        for (std::uint64_t block = 0; block < plate->blocks(); ++block)
            plate->set(block, {Grade::late, Standing::once, encodeLatency(std::chrono::milliseconds{30})});
        plate->settle(0, plate->blocks());
        PlateRaster raster;
        const RasterView view{0, plate->blocks(), 120, 60};
        QVERIFY(raster.update(plate, view, palette));
        for (int y = 0; y < view.rows; ++y)
            for (int x = 0; x < view.columns; ++x)
                QCOMPARE(QColor(raster.image().pixel(x, y)), palette[Tone::late]);
    }
    void everyBlockHasItsCell_data() {
        QTest::addColumn<quint64>("blocks");
        for (const quint64 n : {1ULL, 7ULL, 7199ULL, 7200ULL, 7201ULL, 1'000'003ULL, 300'000'000'000ULL})
            QTest::addRow("%llu", n) << n;
    }
    void everyBlockHasItsCell() {
        QFETCH(quint64, blocks);
        const RasterView view{11, blocks, 120, 60};
        QCOMPARE(view.blockOfCell(0), std::uint64_t{11});
        QCOMPARE(view.blockOfCell(view.cells()), std::uint64_t{11} + blocks);
        for (std::uint64_t i = 0; i < std::min<std::uint64_t>(blocks, 3000); ++i) {
            const std::uint64_t block = 11 + i * (blocks / std::min<std::uint64_t>(blocks, 3000));
            const std::uint64_t cell = view.cellOfBlock(block);
            QVERIFY(view.blockOfCell(cell) <= block &&
                    block < std::max(view.blockOfCell(cell + 1), block + 1));
        }
    }
    void pictureIsDrawn() {
        const QImage image = platePicture(oneBadSector(), Palette(ColourScheme::light), {900, 600});
        QCOMPARE(image.size(), QSize(900, 600));
    }
    void textIsReadable() {
        for (const ColourScheme scheme : {ColourScheme::dark, ColourScheme::light}) {
            const Palette p(scheme);
            for (const Tone ground : {Tone::ground, Tone::rail, Tone::panel, Tone::panelRaised})
                for (const Tone text : {Tone::text, Tone::textDim})
                    QVERIFY2(contrast(p[text], p[ground]) >= 4.5,
                             qPrintable(QStringLiteral("%1 on %2").arg(p[text].name(), p[ground].name())));
            QVERIFY(contrast(p[Tone::accentText], p[Tone::accent]) >= 4.5);
            // Grade names in lists are text too.
            for (const Grade grade : {Grade::laboured, Grade::straining, Grade::stalled, Grade::unreadable})
                QVERIFY2(contrast(p.grade(grade), p[Tone::ground]) >= 4.5, qPrintable(words::grade(grade)));
        }
    }
    // Lightness rises with lateness, so that grades of lateness are told apart without any colour.
    void gradesDifferInLightness() {
        const std::array<double, 9> red = {0.152286, 1.052583,  -0.204868, 0.114503, 0.786281,
                                           0.099216, -0.003882, -0.048116, 1.051998};
        const std::array<double, 9> green = {0.367322, 0.860646,  -0.227968, 0.280085, 0.672501,
                                             0.047413, -0.011820, 0.042940,  0.968881};
        const std::array<double, 9> none = {1, 0, 0, 0, 1, 0, 0, 0, 1};
        for (const auto& eyes : {none, red, green}) {
            const Palette p(ColourScheme::dark);
            QColor before = seenWith(QColor(p.steady(1)), eyes);
            for (const Grade grade : {Grade::late, Grade::laboured, Grade::straining}) {
                const QColor now = seenWith(p.grade(grade), eyes);
                QVERIFY2(contrast(now, before) > 1.3 && now.lightnessF() > before.lightnessF(),
                         qPrintable(words::grade(grade)));
                before = now;
            }
            for (const Grade grade : {Grade::laboured, Grade::straining, Grade::stalled, Grade::unreadable})
                QVERIFY(contrast(seenWith(p.grade(grade), eyes), seenWith(QColor(p.steady(1)), eyes)) > 2);
        }
    }
    void whatTheCoreSaysIsSaidInAnotherLanguage() {
        const Error error{Error::Kind::noAnswer,
                          "opening for reading",
                          "/dev/sdb",
                          {"no answer to {} within {} s", {"Identify", "20"}},
                          "Check the cable."};
        QCOMPARE(words::error(error),
                 QString("opening for reading /dev/sdb: no answer to Identify within 20 s. "
                         "Check the cable."));
        DriveIdentity drive;
        drive.attachment = "file";
        Loudly loudly;
        QCoreApplication::installTranslator(&loudly);
        QCOMPARE(words::error(error),
                 QString("OPENING FOR READING /dev/sdb: NO ANSWER TO Identify WITHIN 20 S. "
                         "CHECK THE CABLE."));
        QVERIFY(words::driveLine(drive).contains("FILE"));
        QCoreApplication::removeTranslator(&loudly);
    }
};

ORBITA_TEST(TestReport)

} // namespace test_report

#include "test_report.moc"
