// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/scan_command.h"

#include "cli/exit_status.h"
#include "report/format.h"
#include "report/ledger_csv.h"
#include "report/plate_picture.h"
#include "report/text_report.h"
#include "report/words.h"
#include "store/autosave.h"
#include "store/scan_file.h"

#include <QBuffer>
#include <QFileInfo>
#include <QTextStream>
#include <csignal>
#include <unistd.h>

namespace orbita::cli {

namespace {

volatile std::sig_atomic_t interrupted = 0;

constexpr auto lookInterval = std::chrono::milliseconds{50};
constexpr auto plainInterval = std::chrono::seconds{10};

int complain(const Error& error) {
    QTextStream(stderr) << "orbita-cli: " << QString::fromStdString(error.message()) << '\n';
    return callIsWrong;
}

Result<ScanPlan> planOf(const ScanOptions& options, const Target& target) {
    ScanPlan plan;
    plan.blockSectors = options.blockSectors;
    plan.limit = fromMilliseconds(options.limitMs);
    plan.giveUp = std::max<Nanoseconds>(plan.giveUp, 2 * plan.limit);
    plan.stopAfterUnreadable = options.stopAfter;
    plan.data = dataElsewhereFromName(options.data).value_or(DataElsewhere::notAsked);
    plan.inUse = !target.uses.empty();
    if (!options.span.empty()) {
        auto span = parseSpan(options.span);
        if (!span)
            return tl::unexpected(span.error());
        plan.span = *span;
    }
    return plan;
}

// Known before hours are spent: may the results be written where they are wanted?
Result<void> checkPlaces(const ScanOptions& options, const Target& target) {
    for (const std::string& path : {options.json, options.csv, options.report, options.plate}) {
        if (path.empty())
            continue;
        if (auto place = checkExportPlace(path, target); !place)
            return place;
        const QFileInfo file(QString::fromStdString(path));
        const QFileInfo folder(file.absolutePath());
        if (file.isDir() || !folder.isDir() || !folder.isWritable())
            return tl::unexpected(Error{Error::Kind::badCall, "writing to", path,
                                        file.isDir()      ? "it is a directory"
                                        : !folder.isDir() ? "its folder does not exist"
                                                          : "its folder may not be written to",
                                        "Choose another place; nothing has been scanned."});
    }
    return {};
}

QString progressLine(const ScanStatus& status, const BlockGrid& grid) {
    const double share = grid.span.empty() ? 0
                                           : static_cast<double>((status.position - grid.span.first).value) /
                                                 static_cast<double>(grid.span.count.value);
    QString line =
        QStringLiteral("%1  LBA %2  %3")
            .arg(format::percent(share), format::lba(status.position), format::pace(status.paceNow));
    if (status.phase == ScanPhase::waiting)
        line += QStringLiteral("  no answer for %1").arg(format::duration(status.waited));
    else if (status.left)
        line += QStringLiteral("  %1 left").arg(format::duration(*status.left));
    for (const Grade grade : {Grade::laboured, Grade::straining, Grade::stalled, Grade::unreadable})
        if (status.totals.of(grade) > 0)
            line +=
                QStringLiteral("  %1 %2").arg(words::grade(grade), format::count(status.totals.of(grade)));
    return line;
}

// Follows a scan to its end: one line that changes on a terminal, lines one after the other elsewhere.
class Follower {
public:
    explicit Follower(const ScanFeed& feed) : m_feed(feed) {}

    void look() {
        const ScanStatus status = m_feed.status();
        for (const TapeEntry& entry : m_feed.tape(m_tapeRead)) {
            ++m_tapeRead;
            clearLine();
            m_out << format::clock(entry.at) << "  " << words::tapeTitle(entry).leftJustified(16) << ' ';
            if (!entry.span.empty() && entry.kind != TapeKind::started && entry.kind != TapeKind::ended)
                m_out << words::span(entry.span) << "  ";
            m_out << words::tapeDetail(entry, m_feed.identity()) << '\n';
        }
        if (m_terminal) {
            clearLine();
            m_out << progressLine(status, m_feed.plan().grid);
            m_lineShown = true;
        } else if (std::chrono::steady_clock::now() >= m_nextPlain) {
            m_out << progressLine(status, m_feed.plan().grid) << '\n';
            m_nextPlain = std::chrono::steady_clock::now() + plainInterval;
        }
        m_out.flush();
    }
    void finish() {
        clearLine();
        m_out.flush();
    }

private:
    void clearLine() {
        if (m_lineShown)
            m_out << "\r\033[K";
        m_lineShown = false;
    }

    const ScanFeed& m_feed;
    QTextStream m_out{stdout};
    bool m_terminal = isatty(STDOUT_FILENO) != 0;
    bool m_lineShown = false;
    std::size_t m_tapeRead = 0;
    std::chrono::steady_clock::time_point m_nextPlain = std::chrono::steady_clock::now() + plainInterval;
};

Result<void> writeResults(const ScanOptions& options, const ScanRecord& record) {
    if (!options.json.empty())
        if (auto saved = saveScan(options.json, record); !saved)
            return saved;
    if (!options.csv.empty())
        if (auto saved = saveFile(options.csv, ledgerCsv(record)); !saved)
            return saved;
    if (!options.report.empty())
        if (auto saved = saveFile(options.report, textReport(record).toStdString()); !saved)
            return saved;
    if (!options.plate.empty()) {
        QBuffer png;
        png.open(QIODevice::WriteOnly);
        platePicture(record, Palette(ColourScheme::dark)).save(&png, "PNG");
        if (auto saved = saveFile(options.plate, png.data().toStdString()); !saved)
            return saved;
    }
    return {};
}

int exitStatusOf(const ScanRecord& record) {
    if (record.status.ended != Ended::complete || !record.wholeSpanCovered())
        return notToTheEnd;
    for (const LedgerEntry& entry : record.ledger)
        if (entry.grade == Grade::unreadable || entry.grade == Grade::stalled)
            return defectsFound;
    return completeAndClean;
}

void tellSummary(const ScanRecord& record, const std::string& keptAt) {
    QTextStream out(stdout);
    out << '\n'
        << words::ended(record.status.ended) << '\n'
        << words::judgement(judgeSoFar(record.status, record.ledger, record.drive, record.plan.asked.data))
        << '\n';
    for (const Grade grade : allGrades)
        if (grade != Grade::none && record.status.totals.of(grade) > 0)
            out << "  " << words::grade(grade).leftJustified(11) << ' '
                << format::count(record.status.totals.of(grade)).rightJustified(14) << "  "
                << words::gradeMeaning(grade, record.limits, record.status.unit,
                                       record.drive.rotating.value_or(true))
                << '\n';
    if (!keptAt.empty())
        out << "Kept in " << QString::fromStdString(keptAt) << '\n';
}

} // namespace

int scan(const ScanOptions& options) {
    const auto target = findTarget(options.target);
    if (!target)
        return complain(target.error());
    auto plan = planOf(options, *target);
    if (!plan)
        return complain(plan.error());
    if (auto places = checkPlaces(options, *target); !places)
        return complain(places.error());

    std::signal(SIGINT, [](int) { interrupted = 1; });
    std::signal(SIGTERM, [](int) { interrupted = 1; });
    ScanSession session([&](const std::stop_token& stop) { return openTarget(*target, false, stop); }, *plan);
    Follower follower(session.feed());
    std::string keptAt;
    {
        const Autosave autosave(session, *target, options.json);
        while (!session.ended()) {
            if (interrupted != 0)
                session.stop();
            follower.look();
            std::this_thread::sleep_for(lookInterval);
        }
        follower.look();
        follower.finish();
        if (session.feed().error())
            return complain(*session.feed().error());
        keptAt = autosave.path();
        if (const auto error = autosave.error())
            QTextStream(stderr) << "orbita-cli: " << QString::fromStdString(error->message()) << '\n';
    }
    const ScanRecord record = session.record();
    tellSummary(record, keptAt);
    if (auto written = writeResults(options, record); !written) {
        complain(written.error());
        if (!keptAt.empty())
            QTextStream(stderr) << "The scan itself is kept in " << QString::fromStdString(keptAt) << '\n';
        return callIsWrong;
    }
    return exitStatusOf(record);
}

} // namespace orbita::cli
