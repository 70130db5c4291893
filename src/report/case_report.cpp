// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/case_report.h"

#include "core/base/names.h"
#include "report/action_words.h"
#include "report/format.h"
#include "report/identity_words.h"
#include "report/ledger_words.h"
#include "report/plate_marks.h"
#include "report/ruling_words.h"
#include "report/trade_words.h"
#include "report/treatment_words.h"
#include "report/vitals_words.h"
#include "report/word_tools.h"
#include "report/words.h"

#include <QDateTime>
#include <QGuiApplication>
#include <QLocale>

namespace orbita {

namespace {

using namespace document;

constexpr std::array<std::string_view, 3> reportNames = {"handover", "technical", "warranty"};
constexpr std::size_t mostReasonsHandedOver = 6;
constexpr std::size_t mostActionsHandedOver = 5;
constexpr std::size_t mostDefectsListed = 500;

QString plain(const std::string& text) {
    return QString::fromStdString(text);
}

QString orUnknown(const std::string& text) {
    return text.empty() ? words::tr("not reported") : plain(text);
}

QString reportDate(std::int64_t at) {
    return format::longDay(at);
}

QString reportTime(std::int64_t at) {
    return format::longMoment(at);
}

QString dataAnswer(DataElsewhere data) {
    switch (data) {
    case DataElsewhere::notAsked:
        return words::tr("not asked about");
    case DataElsewhere::saved:
        return words::tr("exists elsewhere, as was told");
    case DataElsewhere::notSaved:
        return words::tr("exists only here, as was told");
    case DataElsewhere::unknown:
        return words::tr("whether it exists elsewhere is not known");
    }
    return {};
}

// For paper: light, with the marks' shapes, which tell grades apart without colour.
QImage mapOf(const ScanRecord& scan, QSize size) {
    QImage image(size, QImage::Format_RGB32);
    const Palette palette(ColourScheme::light);
    image.fill(Qt::white);
    QPainter painter(&image);
    painter.setRenderHint(QPainter::Antialiasing);
    constexpr int cell = 4;
    PlateRaster raster;
    const RasterView view{0, scan.plate->blocks(), size.width() / cell, size.height() / cell};
    raster.update(scan.plate, view, palette);
    paintPlate(painter, QRectF(QPointF(), size), raster, palette);
    painter.setPen(QColor(0x88, 0x88, 0x88));
    painter.drawRect(0, 0, size.width() - 1, size.height() - 1);
    return image;
}

bool saidOfTheDrive(SheetItem item) {
    switch (item) {
    case SheetItem::model:
    case SheetItem::serial:
    case SheetItem::firmware:
    case SheetItem::worldWideName:
    case SheetItem::capacity:
    case SheetItem::logicalBytes:
    case SheetItem::physicalBytes:
    case SheetItem::attachment:
    case SheetItem::rotation:
        return true;
    default:
        return false;
    }
}

class Builder {
public:
    explicit Builder(const CaseReport& report) : m_report(report) {}

    Document handover() {
        begin("handover", words::tr("What became of your drive"));
        ruling();
        add(Heading{words::tr("Why")});
        reasons(mostReasonsHandedOver, false);
        map({680, 96});
        done(mostActionsHandedOver);
        add(Heading{words::tr("What to do next")});
        next();
        add(Heading{words::tr("The drive, and the visit")});
        Facts facts;
        identityInShort(facts);
        visit(facts);
        add(std::move(facts));
        return end(true);
    }

    Document technical() {
        begin("technical", words::tr("Technical report on a drive"));
        identity();
        add(Heading{words::tr("Visit")});
        Facts facts;
        visit(facts);
        add(std::move(facts));
        add(Heading{words::tr("Ruling")});
        ruling();
        reasons(SIZE_MAX, true);
        surface();
        map({680, 220});
        scan();
        readings(false);
        selfTests();
        sheet();
        done(SIZE_MAX);
        defects(mostDefectsListed);
        return end(true);
    }

    Document warranty() {
        begin("warranty", words::tr("Sheet for a warranty claim"));
        identity();
        add(Heading{words::tr("Visit")});
        Facts facts;
        visit(facts);
        add(std::move(facts));
        readings(true);
        selfTests();
        surface();
        defects(40);
        return end(true);
    }

private:
    void add(Block block) { m_document.blocks.push_back(std::move(block)); }
    static void fact(Facts& facts, std::string_view key, const QString& name, const QString& value) {
        facts.facts.push_back({std::string(key), name, value});
    }

    void begin(const char* kind, const QString& title) {
        m_document.kind = kind;
        m_document.title = title;
        m_document.from = m_report.shop.name;
        if (!m_report.shop.address.isEmpty())
            m_document.from += QLatin1Char('\n') + m_report.shop.address;
        m_document.logo = m_report.shop.logo;
        m_document.foot =
            words::tr("Made with Orbita %1 on %2.").arg(plain(m_report.version), reportTime(m_report.now));
    }

    Document end(bool signedOff) {
        if (List list = explained(m_document); !list.items.empty()) {
            add(Heading{words::tr("Words used here")});
            add(std::move(list));
        }
        if (signedOff)
            add(SignOff{{words::tr("Date, tester"), words::tr("Date, received by")}});
        if (m_report.maskSerials)
            for (const std::string& secret : {m_report.drive.serial, m_report.drive.worldWideName})
                if (secret.size() > 4)
                    forEachText(m_document, [&](QString& text) {
                        text.replace(plain(secret), maskedSerial(secret), Qt::CaseInsensitive);
                    });
        return std::move(m_document);
    }

    void ruling() {
        const Ruling& ruling = m_report.ruling;
        if (m_report.own) {
            add(Paragraph{
                words::tr("%1: %2").arg(words::fate(m_report.own->fate), plain(m_report.own->reason)), true});
            add(Paragraph{words::tr("Ruled by a person%1. By what was measured alone it comes to: %2")
                              .arg(m_report.own->by.empty()
                                       ? QString()
                                       : QStringLiteral(" (%1)").arg(plain(m_report.own->by)),
                                   words::rulingShort(ruling))});
        } else {
            add(Paragraph{words::tr("%1. %2").arg(words::rulingTitle(ruling), words::rulingMeaning(ruling)),
                          true});
        }
        add(Paragraph{words::dataMeaning(ruling, m_report.evidence.data)});
    }

    void reasons(std::size_t most, bool withLimits) {
        List list;
        std::optional<ReasonRole> role;
        std::size_t told = 0;
        std::size_t left = 0;
        for (const RulingReason& reason : m_report.ruling.reasons) {
            const ReasonRole now = roleOf(reason.kind);
            // What is worth a note is for those who want all of it; what did not show is always told.
            if (!withLimits && now == ReasonRole::besides && reason.kind != ReasonKind::notReproduced &&
                reason.kind != ReasonKind::shape)
                continue;
            if (told >= most && reason.kind != ReasonKind::notReproduced) {
                ++left;
                continue;
            }
            if (withLimits && role != now) { // a list for what is against it, one for what is missing, ...
                if (!list.items.empty())
                    add(std::move(list));
                list = {};
                add(Paragraph{words::reasonRole(now)});
            }
            role = now;
            ++told;
            list.items.push_back({words::rulingReason(reason, m_report.evidence),
                                  withLimits ? words::whatWouldChange(reason, m_report.ruling) : QString()});
        }
        if (left > 0)
            list.items.push_back(
                {words::tr("%1 more that weigh no more than these stand in the technical report.").arg(left),
                 {}});
        add(std::move(list));
    }

    void map(QSize size) {
        if (!m_report.scan || !m_report.scan->plate)
            return;
        const QString told =
            words::tr("The whole drive, its beginning at the top left: the darker, the later it "
                      "answered; a star is unreadable, a bar gave no answer, squares and dots are slow.");
        add(Heading{words::tr("Map of its surface")});
        Picture picture;
        picture.told = told;
        if (qobject_cast<QGuiApplication*>(QCoreApplication::instance()) != nullptr)
            picture.image = mapOf(*m_report.scan, size);
        add(std::move(picture));
    }

    void done(std::size_t most) {
        add(Heading{words::tr("What was done")});
        List list;
        if (m_report.vitals)
            list.items.push_back({words::tr("Asked what it says of its own health, on %1.")
                                      .arg(reportDate(m_report.vitals->readAt)),
                                  {}});
        if (m_report.scan)
            list.items.push_back({words::tr("Its surface was read on %1: %2 of it.")
                                      .arg(reportDate(m_report.scan->startedAt),
                                           format::percent(m_report.scan->coveredShare(),
                                                           m_report.scan->coveredShare() >= 1 ? 0 : 1)),
                                  {}});
        if (m_report.scan && !m_report.scan->treatments.empty())
            list.items.push_back({words::treatedSince(m_report.scan->treatments), {}});
        std::size_t told = 0;
        for (const DriveAction& action : m_report.actions)
            if (++told <= most)
                list.items.push_back(
                    {reportDate(action.at) + QStringLiteral(": ") + words::action(action), {}});
        if (told > most)
            list.items.push_back(
                {words::tr("%1 more, which stand in the technical report.").arg(told - most), {}});
        if (list.items.empty())
            list.items.push_back({words::tr("Nothing yet."), {}});
        add(std::move(list));
    }

    void next() {
        List list;
        const Ruling& ruling = m_report.ruling;
        if (m_report.evidence.data != DataElsewhere::saved)
            list.items.push_back({words::dataMeaning(ruling, m_report.evidence.data), {}});
        for (const RulingReason& reason : ruling.reasons) {
            const ReasonRole role = roleOf(reason.kind);
            if (role == ReasonRole::elsewhere)
                list.items.push_back({words::rulingReason(reason, m_report.evidence), {}});
            if (role == ReasonRole::missing)
                if (const QString step = words::whatWouldChange(reason, ruling); !step.isEmpty())
                    list.items.push_back({step, {}});
        }
        const Fate holds = m_report.own ? m_report.own->fate : ruling.fate;
        if (ruling.settled || m_report.own)
            switch (holds) {
            case Fate::keep:
                list.items.push_back(
                    {words::tr("Use it on, and keep a copy of what matters elsewhere."), {}});
                break;
            case Fate::watch:
                list.items.push_back(
                    {ruling.lookAgainAt
                         ? words::tr("Have it looked at again by %1.").arg(reportDate(*ruling.lookAgainAt))
                         : words::tr("Have it looked at again soon."),
                     {}});
                break;
            case Fate::spareDuty:
                list.items.push_back({words::tr("Put nothing on it that matters."), {}});
                break;
            case Fate::retire:
                list.items.push_back(
                    {words::tr("Replace it. Before it is given away, what is on it has to be erased or "
                               "destroyed."),
                     {}});
                break;
            }
        add(std::move(list));
    }

    void identityInShort(Facts& facts) const {
        const DriveIdentity& drive = m_report.drive;
        fact(facts, "model", words::tr("Model"), orUnknown(drive.model));
        fact(facts, "serial", words::tr("Serial number"), orUnknown(drive.serial));
        fact(facts, "kind", words::tr("Kind"), words::driveLine(drive));
    }

    void identity() {
        add(Heading{words::tr("Drive")});
        const DriveIdentity& drive = m_report.drive;
        Facts facts;
        identityInShort(facts);
        fact(facts, "firmware", words::tr("Firmware"), orUnknown(drive.firmware));
        if (!drive.worldWideName.empty())
            fact(facts, "world_wide_name", words::tr("World-wide name"), plain(drive.worldWideName));
        fact(facts, "capacity", words::tr("Capacity"),
             words::tr("%1 sectors of %2 bytes (physical: %3)")
                 .arg(format::count(drive.capacity.value))
                 .arg(drive.logicalBytes)
                 .arg(drive.physicalBytes));
        add(std::move(facts));
    }

    void visit(Facts& facts) const {
        const Visit& visit = m_report.visit;
        const auto given = [&](const char* key, const QString& name, const std::string& value) {
            if (!value.empty())
                fact(facts, key, name, plain(value));
        };
        given("customer", words::tr("Customer"), visit.customer);
        given("job", words::tr("Job"), visit.job);
        given("tester", words::tr("Tester"), visit.tester);
        if (visit.beganAt != 0)
            fact(facts, "began", words::tr("Visit"), reportDate(visit.beganAt));
        QStringList marks;
        for (const Complaint& complaint : visit.complaints)
            marks << words::complaint(complaint.mark) +
                         (complaint.here == Reproduced::yes  ? words::tr(" (seen here)")
                          : complaint.here == Reproduced::no ? words::tr(" (not seen here)")
                                                             : QString());
        if (!visit.words.empty())
            marks << plain(visit.words);
        if (!marks.isEmpty())
            fact(facts, "complaint", words::tr("Complaint"), marks.join(QStringLiteral("; ")));
        fact(facts, "data", words::tr("Data"), dataAnswer(m_report.evidence.data));
        fact(facts, "policy", words::tr("House policy"), plain(m_report.ruling.policy));
    }

    void surface() {
        add(Heading{words::tr("Surface, as it is known")});
        const Damage& damage = m_report.evidence.damage;
        Facts facts;
        const auto number = [&](const char* key, const QString& name, std::uint64_t n) {
            fact(facts, key, name, format::count(n));
        };
        fact(facts, "read_percent", words::tr("Read lately"),
             format::percent(m_report.ruling.readPercent / 100));
        number("unreadable_sectors", words::tr("Unreadable sectors"), damage.unreadableSectors);
        number("unreadable_patches", words::tr("in patches"), damage.unreadablePatches);
        number("healed_patches", words::tr("Patches treated, that read well"), damage.healedPatches);
        number("stalled", words::tr("Places without an answer in time"), damage.stalled);
        number("straining", words::tr("Straining places"), damage.straining);
        number("laboured", words::tr("Laboured places"), damage.laboured);
        if (const Change& change = m_report.evidence.change; change.since != 0) {
            fact(facts, "compared_with", words::tr("Compared with"), reportDate(change.since));
            number("new_patches", words::tr("New patches"), change.patches.fresh);
            number("grown_patches", words::tr("Grown patches"), change.patches.grown);
            number("gone_patches", words::tr("Patches gone by themselves"), change.patches.gone);
        }
        if (const QString shape =
                words::damageShape(damage.shape, m_report.evidence.capacityBytes, damage.unreadableSectors);
            !shape.isEmpty())
            fact(facts, "shape", words::tr("Shape"), shape);
        add(std::move(facts));
    }

    void scan() {
        if (!m_report.scan)
            return;
        const ScanRecord& scan = *m_report.scan;
        add(Heading{words::tr("Latest scan")});
        Facts facts;
        fact(facts, "scan_began", words::tr("Begun"), reportTime(scan.startedAt));
        fact(facts, "scan_plan", words::tr("Plan"),
             (scan.plan.asked.way == ReadWay::verify ? words::tr("verify, %1, blocks of %2")
                                                     : words::tr("read, %1, blocks of %2"))
                 .arg(words::order(scan.plan.asked),
                      format::bytes(std::uint64_t{scan.plan.grid.blockSectors} * scan.drive.logicalBytes)));
        fact(facts, "scan_ended", words::tr("Ended"), words::ended(scan.status.ended));
        fact(facts, "scan_time", words::tr("Time"),
             words::tr("%1 at %2 on average")
                 .arg(format::duration(scan.status.elapsed), format::pace(scan.status.paceAverage)));
        add(std::move(facts));
        Table table;
        table.key = "blocks";
        table.numbers = {1};
        table.head = {words::tr("Blocks"), words::tr("Number"), words::tr("What that means")};
        const auto row = [&](Grade grade) {
            table.rows.push_back({words::grade(grade), format::count(scan.status.totals.of(grade)),
                                  words::gradeMeaning(grade, scan.limits, scan.status.unit,
                                                      scan.drive.rotating.value_or(true))});
        };
        for (const Grade grade : allGrades)
            if (grade != Grade::none && grade != Grade::linkFault)
                row(grade);
        row(Grade::linkFault); // apart: it accuses the cable, not the surface
        add(std::move(table));
    }

    void readings(bool defectsAndHours) {
        if (!m_report.vitals)
            return;
        const Vitals& vitals = m_report.vitals->vitals;
        add(Heading{
            words::tr("What the drive says of itself, on %1").arg(reportDate(m_report.vitals->readAt))});
        Table table;
        table.key = "readings";
        table.numbers = {1};
        table.head = {words::tr("Reading"), words::tr("Value"), words::tr("Finding")};
        for (std::size_t i = 0; i < vitals.readings.size(); ++i) {
            const Reading& reading = vitals.readings[i];
            if (defectsAndHours &&
                (reading.kind == ReadingKind::vendorSpecific || reading.kind > ReadingKind::powerCycles ||
                 reading.kind == ReadingKind::temperature))
                continue;
            const QString finding =
                i < m_report.findings.size() ? words::findingLevel(m_report.findings[i].level) : QString();
            table.rows.push_back({words::readingName(reading), words::readingValue(reading), finding});
        }
        if (table.rows.empty())
            add(Paragraph{words::tr("It says nothing of its health here.")});
        else
            add(std::move(table));
    }

    void selfTests() {
        if (!m_report.vitals || m_report.vitals->vitals.selfTests.empty())
            return;
        add(Heading{words::tr("Its own tests, the latest first")});
        Table table;
        table.key = "self_tests";
        table.numbers = {2, 3};
        table.head = {words::tr("Test"), words::tr("Result"), words::tr("At hours switched on"),
                      words::tr("Failed at LBA")};
        for (const SelfTestEntry& test : m_report.vitals->vitals.selfTests)
            table.rows.push_back({words::selfTestKind(test.kind), words::selfTestResult(test.result),
                                  format::count(test.hours),
                                  test.failingLba ? format::lba(*test.failingLba) : QStringLiteral("–")});
        add(std::move(table));
    }

    // What it says it is and can, but for what stands under "Drive" already and what it does not tell.
    void sheet() {
        if (!m_report.vitals || m_report.vitals->vitals.raw.empty())
            return;
        Facts facts;
        for (const SheetLine& line : identitySheet(m_report.vitals->vitals, m_report.drive))
            if (line.answer != SheetAnswer::notTold && !saidOfTheDrive(line.item))
                fact(facts, sheetItemName(line.item), words::sheetItem(line.item), words::sheetValue(line));
        if (facts.facts.empty())
            return;
        add(Heading{words::tr("What it says it is and can, on %1").arg(reportDate(m_report.vitals->readAt))});
        add(std::move(facts));
    }

    void defects(std::size_t most) {
        if (!m_report.scan || m_report.scan->ledger.empty())
            return;
        const ScanRecord& scan = *m_report.scan;
        add(Heading{words::tr("Defects found on %1").arg(reportDate(scan.startedAt))});
        Table table;
        table.key = "defects";
        table.numbers = {4};
        table.head = {words::tr("Where"), words::tr("Place"), words::tr("Grade"), words::tr("Standing"),
                      words::tr("Answer")};
        for (std::size_t i = 0; i < std::min(most, scan.ledger.size()); ++i) {
            const LedgerEntry& entry = scan.ledger[i];
            table.rows.push_back({words::span(entry.span), words::place(entry.span.first, scan.drive),
                                  words::grade(entry.grade), words::standing(entry.standing),
                                  format::milliseconds(entry.latency)});
        }
        const std::size_t left = scan.ledger.size() - table.rows.size();
        add(std::move(table));
        if (left > 0)
            add(Paragraph{words::tr("%1 more stand in the scan's own files.").arg(format::count(left))});
    }

    const CaseReport& m_report;
    Document m_document;
};

} // namespace

std::string_view reportKindName(ReportKind kind) {
    return reportNames[static_cast<std::size_t>(kind)];
}

std::optional<ReportKind> reportKindFromName(std::string_view name) {
    return enumFromName<ReportKind>(reportNames, name);
}

Document makeReport(ReportKind kind, const CaseReport& report) {
    Builder builder(report);
    switch (kind) {
    case ReportKind::handover:
        return builder.handover();
    case ReportKind::technical:
        return builder.technical();
    case ReportKind::warranty:
        return builder.warranty();
    }
    return {};
}

QString maskedSerial(const std::string& serial) {
    const QString text = plain(serial);
    return text.size() <= 4 ? text : QString(text.size() - 4, QChar(0x2022)) + text.right(4);
}

} // namespace orbita
