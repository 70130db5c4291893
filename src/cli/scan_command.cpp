// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/scan_command.h"

#include "cli/exit_status.h"
#include "cli/interrupt.h"
#include "cli/keeping.h"
#include "cli/printer.h"
#include "cli/target_options.h"
#include "cli/treatment_steps.h"
#include "cli/verdict.h"
#include "core/image/saved_image.h"
#include "core/inventory/inventory.h"
#include "core/policy/house_policy.h"
#include "core/scan/continuation.h"
#include "core/scan/joined_events.h"
#include "core/scan/left_unread.h"
#include "core/target/services_for.h"
#include "core/target/suspects.h"
#include "core/target/treat_along.h"
#include "report/format.h"
#include "report/scan_events.h"
#include "report/treatment_words.h"
#include "report/words.h"
#include "store/autosave.h"
#include "store/casebook.h"
#include "store/defects_in.h"
#include "store/earlier_pace_in.h"
#include "store/treatments.h"
#include "system/sleep_inhibitor.h"

#include <algorithm>
#include <charconv>
#include <fmt/format.h>
#include <sys/ioctl.h>
#include <unistd.h>

namespace orbita::cli {

namespace {

constexpr auto lookInterval = std::chrono::milliseconds{50};
constexpr auto heldBack = std::chrono::seconds{1}; // an entry whose neighbour may follow
constexpr auto plainInterval = std::chrono::seconds{10};
constexpr auto eventInterval = std::chrono::seconds{1};
constexpr auto labelPatience = std::chrono::seconds{4};
constexpr std::string_view asEvents = "-";               // for --json: one event a line
constexpr std::string_view missingFromImage = "missing"; // for --span: what the image does not hold yet
constexpr std::string_view latestScan = "latest";        // for --resume: of this drive
constexpr std::uint64_t marginBytes = 8U << 20U;         // around what is looked at again

Result<std::vector<StopRule>> rulesOf(const ScanOptions& options) {
    std::vector<StopRule> rules;
    for (const std::string& text : options.stops) {
        // A bare number: unreadable sectors.
        const bool number = text.find_first_not_of("0123456789") == std::string::npos;
        auto rule = parseStopRule(number ? "unreadable:" + text : text);
        if (!rule)
            return tl::unexpected(rule.error());
        rules.push_back(*rule);
    }
    return rules;
}

Result<NamedPlan> namedPlan(const std::string& name) {
    const auto policy = housePolicy();
    if (!policy)
        return tl::unexpected(policy.error());
    std::string known;
    for (const NamedPlan& named : policy->plans) {
        if (named.name == name)
            return named;
        known += (known.empty() ? "" : ", ") + named.name;
    }
    return tl::unexpected(Error{Error::Kind::badCall, "finding the plan", '"' + name + '"',
                                "the house policy has none of that name", Phrase("It has: {}.", {known})});
}

Result<ScanPlan> asked(const ScanOptions& options) {
    ScanPlan plan;
    plan.way = readWayFromName(options.mode).value_or(ReadWay::read);
    plan.blockSectors = options.blockSectors;
    plan.limit = fromMilliseconds(options.limitMs);
    plan.giveUp = std::max<Nanoseconds>(fromMilliseconds(options.giveUpMs), plan.limit);
    plan.order = scanOrderFromName(options.order).value_or(ScanOrder::forward);
    plan.sweepDistancePercent = options.sweepPercent;
    plan.samples = options.samples;
    plan.seed = options.seed;
    plan.depth = options.depth;
    plan.recovery = fromMilliseconds(options.recoveryMs);
    return plan;
}

Result<ScanPlan> planOf(const ScanOptions& options, const Target& target) {
    auto plan = options.plan.empty() ? asked(options)
                                     : namedPlan(options.plan).map([](const NamedPlan& n) { return n.plan; });
    if (!plan)
        return plan;
    auto rules = rulesOf(options);
    if (!rules)
        return tl::unexpected(rules.error());
    if (!rules->empty())
        plan->rules = *rules;
    for (StopRule& rule : plan->rules) // of a named plan
        rule.action = RuleAction::end; // nobody is there to be asked
    plan->saveTo = options.save;
    plan->data = dataElsewhereFromName(options.data).value_or(DataElsewhere::notAsked);
    plan->inUse = !target.uses.empty();
    if (plan->order == ScanOrder::suspectsFirst && options.resume.empty()) {
        auto suspects = suspectsToldBy(target);
        if (!suspects)
            complain(suspects.error());
        plan->suspects = suspects.value_or(std::vector<LbaSpan>{});
        if (plan->suspects.empty())
            Printer(stderr) << "It is read forward: no sectors are known that the drive doubts.\n";
    }
    return plan;
}

// How wide, which is known once the drive has said how large its sectors are.
Result<ScanPlan> withBerth(ScanPlan plan, const ScanOptions& options, const DriveIdentity& drive) {
    if (options.berth.empty())
        return plan;
    return parseLength(options.berth, drive).map([&](SectorCount berth) {
        plan.berth = berth;
        return plan;
    });
}

// Where, which is known once the drive has said how large it is.
Result<ScanPlan> withSpans(ScanPlan plan, const ScanOptions& options, const Target& target,
                           const DriveIdentity& drive) {
    std::string where = options.span;
    if (where.empty() && !options.plan.empty())
        where = namedPlan(options.plan).map([](const NamedPlan& n) { return n.span; }).value_or("");
    if (where == missingFromImage) {
        const auto map = SavedImage::look(options.save);
        if (!map)
            return tl::unexpected(map.error());
        planSpans(plan, map->held().gaps(drive.whole()));
    } else if (!where.empty()) {
        const auto spans = parseSpans(where, drive);
        if (!spans)
            return tl::unexpected(spans.error());
        planSpans(plan, *spans);
    }
    if (!options.around.empty() || !options.fromLedger.empty()) {
        const auto margin = options.margin.empty() ? SectorCount{marginBytes / drive.logicalBytes}
                                                   : parseLength(options.margin, drive);
        if (!margin)
            return tl::unexpected(margin.error());
        const auto spans =
            options.around.empty()
                ? defectsIn(options.fromLedger, drive).map([&](const std::vector<LbaSpan>& defects) {
                      return withMargin(defects, *margin, drive);
                  })
                : parseAround(options.around, *margin, drive).map([](LbaSpan span) {
                      return std::vector{span};
                  });
        if (!spans)
            return tl::unexpected(spans.error());
        planSpans(plan, *spans);
    }
    if (options.partition.empty())
        return plan;
    std::string known;
    for (const DrivePart& part : target.parts) {
        if (part.name == options.partition || "/dev/" + part.name == options.partition ||
            (!part.label.empty() && part.label == options.partition)) {
            planSpans(plan, {sectorsOf(part, drive)});
            return plan;
        }
        known += (known.empty() ? "" : ", ") + part.name;
    }
    return tl::unexpected(Error{
        Error::Kind::badCall, "finding the partition", options.partition, "the drive has none of that name",
        known.empty() ? Phrase("No partition is known; name a span.") : Phrase("It has {}.", {known})});
}

// The weightiest first: what does not fit in is left out at the end. `columns`: 0: as long as it comes.
QString progressLine(const ScanStatus& status, int columns) {
    QStringList parts{format::percent(status.share())};
    if (status.saving.trouble)
        parts << QStringLiteral("waits: the image cannot be written, %1")
                     .arg(words::phrase(status.saving.trouble->answer));
    else if (status.phase == ScanPhase::waiting)
        parts << QStringLiteral("no answer for %1").arg(format::duration(status.waited));
    else if (status.left)
        parts << QStringLiteral("%1 left").arg(format::duration(*status.left));
    parts << QStringLiteral("LBA %1").arg(format::lba(status.position)) << format::pace(status.paceNow);
    if (status.latest.latency.count() > 0)
        parts << QStringLiteral("latest %1, slowest %2")
                     .arg(format::milliseconds(status.latest.latency),
                          format::milliseconds(status.slowest.latency));
    QStringList bad;
    for (const Grade grade : {Grade::unreadable, Grade::stalled, Grade::straining, Grade::laboured})
        if (status.totals.of(grade) > 0)
            bad << QStringLiteral("%1 %2").arg(words::grade(grade), format::count(status.totals.of(grade)));
    if (!bad.isEmpty())
        parts << QStringLiteral("blocks: ") + bad.join(QStringLiteral(", "));
    QString line = parts.first();
    for (const QString& part : parts.mid(1))
        if (columns == 0 || line.size() + 2 + part.size() < columns)
            line += QStringLiteral("  ") + part;
    return columns == 0 ? line : line.left(columns - 1);
}

// Of the terminal behind `descriptor`; 80 where it does not tell.
int columnsOf(int descriptor) {
    winsize size{};
    return ioctl(descriptor, TIOCGWINSZ, &size) == 0 && size.ws_col > 0 ? size.ws_col : 80;
}

class Follower {
public:
    virtual ~Follower() = default;
    virtual void look() = 0;
    // When all has been looked at.
    virtual void finish() = 0;
};

// For persons: one line that changes on a terminal, lines one after the other elsewhere.
class LineFollower final : public Follower {
public:
    // `aside`: on standard error, for a result has standard output to itself.
    LineFollower(const ScanFeed& feed, bool aside)
        : m_feed(feed)
        , m_out(aside ? stderr : stdout)
        , m_descriptor(aside ? STDERR_FILENO : STDOUT_FILENO)
        , m_terminal(isatty(m_descriptor) != 0) {}

    void look() override {
        const ScanStatus status = m_feed.status();
        for (const ScanEvent& entry : m_feed.events(m_eventsRead)) {
            ++m_eventsRead;
            take(entry);
        }
        if (m_held && std::chrono::steady_clock::now() >= m_heldUntil)
            tellHeld();
        if (m_terminal) {
            clearLine();
            m_out << progressLine(status, columnsOf(m_descriptor));
            m_lineShown = true;
        } else if (std::chrono::steady_clock::now() >= m_nextPlain) {
            m_out << progressLine(status, 0) << '\n';
            m_nextPlain = std::chrono::steady_clock::now() + plainInterval;
        }
        m_out.flush();
    }
    void finish() override {
        tellHeld();
        clearLine();
        m_out.flush();
    }

private:
    // Neighbours are told as one, so an entry is held back for a moment.
    void take(const ScanEvent& entry) {
        if (const auto both = m_held ? joined(*m_held, entry) : std::nullopt) {
            m_held = both;
            return;
        }
        tellHeld();
        m_held = entry;
        m_heldUntil = std::chrono::steady_clock::now() + heldBack;
    }
    void tellHeld() {
        if (!m_held)
            return;
        const ScanEvent entry = *std::exchange(m_held, std::nullopt);
        clearLine();
        m_out << format::clock(entry.at) << "  " << words::eventTitle(entry).leftJustified(16) << ' ';
        if (!entry.span.empty() && entry.kind != ScanEventKind::started && entry.kind != ScanEventKind::ended)
            m_out << words::span(entry.span) << "  ";
        m_out << words::eventDetail(entry, m_feed.identity()) << '\n';
    }
    void clearLine() {
        if (m_lineShown)
            m_out << "\r\033[K";
        m_lineShown = false;
    }

    const ScanFeed& m_feed;
    Printer m_out;
    int m_descriptor;
    bool m_terminal;
    bool m_lineShown = false;
    std::size_t m_eventsRead = 0;
    std::optional<ScanEvent> m_held;
    std::chrono::steady_clock::time_point m_heldUntil;
    std::chrono::steady_clock::time_point m_nextPlain = std::chrono::steady_clock::now() + plainInterval;
};

// For programs: each thing that happens is one line of JSON (docs/formats.md).
class EventFollower final : public Follower {
public:
    explicit EventFollower(const ScanFeed& feed) : m_feed(feed) {}

    void look() override {
        const ScanStatus status = m_feed.status();
        if (!m_begun && m_feed.plate()) {
            m_begun = true;
            printDocument(beginEvent(m_feed.identity(), m_feed.plan()));
        }
        if (!m_begun)
            return; // it may begin this very moment: what happens then comes behind its beginning
        for (const ScanEvent& entry : m_feed.events(m_eventsRead)) {
            ++m_eventsRead;
            printDocument(logEvent(entry));
        }
        if (const auto now = std::chrono::steady_clock::now(); now >= m_nextProgress) {
            printDocument(progressEvent(status));
            m_nextProgress = now + eventInterval;
        }
    }
    void finish() override {
        if (!m_begun) // there was no scan that could end
            return;
        printDocument(progressEvent(m_feed.status()));
        printDocument(endEvent(m_feed.status(), m_feed.ledger()));
    }

private:
    const ScanFeed& m_feed;
    bool m_begun = false;
    std::size_t m_eventsRead = 0;
    std::chrono::steady_clock::time_point m_nextProgress = std::chrono::steady_clock::now();
};

int exitStatusOf(const ScanRecord& record, bool allSaved) {
    if (!allSaved || record.status.ended != EndReason::complete ||
        record.status.blocksDone != record.status.blocksPlanned)
        return notToTheEnd;
    for (const LedgerEntry& entry : record.ledger)
        if (entry.grade == Grade::unreadable || entry.grade == Grade::stalled)
            return findingsFound;
    for (const AccessNote note : record.accessNotes)
        if (note == AccessNote::incompleteImage)
            return findingsFound; // sectors that nobody has read
    // Such as those that were damaged on the way each time.
    return leftUnread(record).empty() && record.status.totals.ungraded == 0 ? completeAndClean : notToTheEnd;
}

void tellSummary(const ScanRecord& record, const std::vector<std::string>& keptAt, bool aside) {
    Printer out(aside ? stderr : stdout);
    out << '\n'
        << words::ended(record.status.ended) << '\n'
        << words::judgement(judgeSoFar(record.status, record.ledger, record.drive, record.plan.asked.data))
        << '\n';
    if (!record.treatments.empty())
        out << words::treatedSince(record.treatments) << '\n';
    for (const Grade grade : allGrades)
        if (grade != Grade::none && record.status.totals.of(grade) > 0)
            out << "  " << words::grade(grade).leftJustified(11) << ' '
                << format::count(record.status.totals.of(grade)).rightJustified(14) << "  "
                << words::gradeMeaning(grade, record.limits, record.status.unit,
                                       record.drive.rotating.value_or(true))
                << '\n';
    if (record.status.totals.ungraded > 0)
        out << "  not graded  " << format::count(record.status.totals.ungraded).rightJustified(14)
            << "  read well, with nothing to compare its time with: may be slow\n";
    if (!record.status.saving.path.empty())
        out << words::saving(record.status.saving, record.drive) << '\n';
    for (const std::string& place : keptAt)
        out << "Kept in " << QString::fromStdString(place) << '\n';
}

// The scan in the casebook that is to go on: `number`, or the latest of that drive.
struct Earlier {
    std::int64_t number = 0;
    ScanRecord record;
};
Result<Earlier> keptScan(const std::string& which, const Target& target) {
    auto casebook = Casebook::open(casebookPath());
    if (!casebook)
        return tl::unexpected(casebook.error());
    if (which != latestScan) {
        std::int64_t number = 0;
        const auto [end, error] = std::from_chars(which.data(), which.data() + which.size(), number);
        if (error != std::errc{} || end != which.data() + which.size() || number <= 0)
            return tl::unexpected(Error{Error::Kind::badCall, "taking up the scan", which,
                                        "it is no number of a scan in the casebook",
                                        "\"orbita-cli casebook scans\" lists them."});
        return (*casebook)->loadScan(number).map([number](ScanRecord record) {
            return Earlier{number, std::move(record)};
        });
    }
    const auto scans = (*casebook)->scans();
    if (!scans)
        return tl::unexpected(scans.error());
    std::vector<KeptScan> complete;
    const auto readToTheEnd = [&](const KeptScan& kept, const ScanRecord& record) {
        return std::any_of(complete.begin(), complete.end(), [&](const KeptScan& other) {
            if (other.startedAt != kept.startedAt)
                return false;
            const auto rest = (*casebook)->loadScan(other.id);
            return rest && isSameScan(record, *rest);
        });
    };
    for (const KeptScan& kept : *scans) {
        if (kept.serial != target.identity.serial || kept.model != target.identity.model)
            continue;
        if (kept.ended == EndReason::complete) {
            complete.push_back(kept);
            continue;
        }
        auto record = (*casebook)->loadScan(kept.id);
        if (record && !whyNotContinued(*record, target.identity) && !readToTheEnd(kept, *record))
            return Earlier{kept.id, std::move(*record)};
    }
    return tl::unexpected(
        Error{Error::Kind::notFound, "looking for a scan to go on with in", casebookPath(),
              "it has none of this drive that was broken off",
              "Begin a new one; \"orbita-cli casebook scans\" lists those that were kept."});
}

// Null where nothing is treated. Errors: a step that there is none of, or that the policy forbids; nobody has
// confirmed it.
Result<std::shared_ptr<TreatAlong>> alongOf(const ScanOptions& options, const Target& target,
                                            DataElsewhere data) {
    if (options.treat.empty())
        return std::shared_ptr<TreatAlong>{};
    const auto policy = housePolicy();
    if (!policy)
        return tl::unexpected(policy.error());
    const auto steps = stepsOf(options.treat, policy->treatment);
    if (!steps)
        return tl::unexpected(steps.error());
    if (options.confirm.empty())
        return tl::unexpected(Error{Error::Kind::refusedUnsafe, "treating as the scan goes", options.target,
                                    "this writes to the drive, and nobody has confirmed which one",
                                    Phrase::verbatim("Add --confirm: " +
                                                     words::confirmationAsked(driveIdOf(target.identity),
                                                                              serialOnLabel(target, nullptr))
                                                         .toStdString() +
                                                     ".")});
    AlongOrder order;
    order.steps = *steps;
    order.limits = limitsOf(policy->treatment);
    order.data = data;
    order.againstAdvice = options.anyway;
    order.consent = {options.confirm, policy->treatment.allowed,
                     options.anyway ? "what the vitals say" : std::string{}};
    order.actionLog = actionLogBeside(casebookPath());
    order.folder = treatmentsFolder(casebookPath());
    order.startedAt = nowSeconds();
    return std::make_shared<TreatAlong>(target, false, std::move(order));
}

std::unique_ptr<ScanSession> beginScan(const ScanOptions& options, const Target& target, const ScanPlan& plan,
                                       std::optional<Earlier> earlier, std::shared_ptr<FirstKept> firstKept,
                                       std::shared_ptr<TreatAlong> along) {
    const DriveOpener open = [target, along](const std::stop_token& stop) {
        return along ? along->begin(stop).and_then([&] { return openTarget(target, false, stop); })
                     : openTarget(target, false, stop);
    };
    ScanServices services = servicesFor(target, actionLogBeside(casebookPath()));
    services.firstKept = std::move(firstKept);
    services.earlierPace = earlierPaceIn(casebookPath());
    services.along = std::move(along);
    if (earlier) {
        services.claims.push_back(fmt::format("scan {} of {}", earlier->number, casebookPath()));
        ScanPlan again = planToContinue(earlier->record);
        if (!plan.rules.empty())
            again.rules = plan.rules;
        if (!plan.saveTo.empty())
            again.saveTo = plan.saveTo;
        if (plan.berth)
            again.berth = plan.berth;
        return std::make_unique<ScanSession>(open, again, std::move(earlier->record), std::move(services));
    }
    return std::make_unique<ScanSession>(
        open,
        [plan, options, target](const DriveIdentity& drive) {
            return withSpans(plan, options, target, drive).and_then([&](ScanPlan placed) {
                return withBerth(std::move(placed), options, drive);
            });
        },
        std::move(services));
}

// With the labels of what is on it, which are only asked for where a name is none of a partition's.
void learnLabels(Target& target, const std::string& partition) {
    const auto named = [&](const DrivePart& part) {
        return part.name == partition || "/dev/" + part.name == partition;
    };
    if (target.simulated() || partition.empty() ||
        std::any_of(target.parts.begin(), target.parts.end(), named))
        return;
    for (const AttachedDrive& drive : Inventory().look(labelPatience))
        if (drive.identity.path == target.identity.path)
            target.parts = drive.parts;
}

// True where the image that is to be filled up holds everything already: then nothing is read for it.
bool nothingIsMissing(const ScanOptions& options) {
    if (options.span != missingFromImage || options.save.empty())
        return false;
    const auto map = SavedImage::look(options.save);
    return map && map->held().gaps(map->drive().whole()).empty();
}

} // namespace

int scan(const ScanOptions& options) {
    auto target = namedTarget(options.target);
    if (!target)
        return complain(target.error());
    target->untoldPlacesToo = options.placeIsElsewhere;
    learnLabels(*target, options.partition);
    auto plan = planOf(options, *target);
    if (!plan)
        return complain(plan.error());
    if (options.span == missingFromImage && options.save.empty())
        return complain({Error::Kind::badCall, "scanning what is missing from", "an image", "none is named",
                         "Name it with --save."});
    if (auto places = checkPlaces(options.results, options.save, rulesFor(*target)); !places)
        return complain(places.error());
    const bool events = options.results.json == asEvents;
    const bool aside = options.results.toStandardOutput() && !events;
    if (nothingIsMissing(options)) {
        Printer(aside || events ? stderr : stdout)
            << QString::fromStdString(options.save)
            << " holds every sector of the drive: there is nothing to read.\n";
        return completeAndClean;
    }
    std::optional<Earlier> earlier;
    if (!options.resume.empty()) {
        auto kept = keptScan(options.resume, *target);
        if (!kept)
            return complain(kept.error());
        earlier = std::move(*kept);
        plan = withBerth(std::move(*plan), options, earlier->record.drive);
        if (!plan)
            return complain(plan.error());
        // Where it saves to is never taken up in silence.
        if (const std::string& saveTo = earlier->record.plan.asked.saveTo;
            !saveTo.empty() && options.save.empty()) {
            if (auto places = checkPlaces(options.results, saveTo, rulesFor(*target)); !places)
                return complain(places.error());
            Printer(stderr) << "What is read goes on being saved in " << QString::fromStdString(saveTo)
                            << '\n';
        }
    }

    // What was begun deliberately goes on; what saves the data does what is called for.
    const bool saves = !options.save.empty() || plan->data == DataElsewhere::saved || earlier;
    if (const auto heeded = tellVerdict(*target, options.anyway || saves, aside || events ? stderr : stdout);
        !heeded)
        return complain(heeded.error());
    const auto along = alongOf(options, *target, plan->data);
    if (!along)
        return complain(along.error());
    watchForInterrupt();
    const auto firstKept = std::make_shared<FirstKept>();
    const auto session = beginScan(options, *target, *plan, std::move(earlier), firstKept, *along);
    const SleepInhibitor awake(QStringLiteral("Reading the surface of ") +
                               words::driveName(target->identity));
    const std::unique_ptr<Follower> follower =
        events ? std::unique_ptr<Follower>(std::make_unique<EventFollower>(session->feed()))
               : std::make_unique<LineFollower>(session->feed(), aside);
    Autosave inCasebook(*session, keepInCasebook(casebookPath(), *target), firstKept);
    std::optional<Autosave> inFile;
    if (!options.results.json.empty() && !events)
        inFile.emplace(*session, keepInFile(options.results.json, *target));
    while (!session->ended()) {
        if (interrupted() || outputIsGone())
            session->stop();
        follower->look();
        std::this_thread::sleep_for(lookInterval);
    }
    // What was read is written to its end; asked a second time, it is left at that.
    const int asked = interruptions();
    while (session->saving() && interruptions() == asked && !session->record().status.saving.trouble)
        std::this_thread::sleep_for(lookInterval);
    const bool allSaved = !session->saving() && !session->record().status.saving.trouble;
    follower->look();
    follower->finish();
    if (session->feed().error())
        return complain(*session->feed().error());
    if (*along) {
        if ((*along)->error())
            complain(*(*along)->error());
        if (!session->record().treatments.empty())
            Printer(stderr) << "What was written back is saved in "
                            << QString::fromStdString((*along)->journal()) << '\n';
        enterOrTell(*target, session->record().drive, options.who,
                    [](Casebook& casebook, std::int64_t) { return takeActionsIn(casebook); });
    }
    // Only now is the last word spoken on what is kept.
    inCasebook.finish();
    std::vector<std::string> keptAt;
    bool wanting = false; // a result that was wanted and is not there
    for (Autosave* const keeping : {&inCasebook, inFile ? &*inFile : nullptr}) {
        if (keeping == nullptr)
            continue;
        keeping->finish();
        if (!keeping->place().empty())
            keptAt.push_back(keeping->place());
        if (const auto error = keeping->error()) {
            complain(*error);
            wanting = wanting || keeping != &inCasebook;
        }
    }
    const ScanRecord record = session->record();
    if (!options.who.customer.empty() || !options.who.job.empty() || !options.who.tester.empty())
        wanting = !enterOrTell(*target, record.drive, options.who, [](Casebook&, std::int64_t) {
            return Result<void>{};
        }) || wanting;
    const auto failed = writeResults(options.results, record, rulesFor(*target));
    for (const Error& error : failed)
        complain(error);
    if (!events)
        tellSummary(record, keptAt, aside);
    // Where neither casebook nor any file holds it, all that is left is what stood on the screen.
    const bool anywhere = !keptAt.empty() || events || !options.results.csv.empty() ||
                          !options.results.report.empty() || !options.results.plate.empty();
    return wanting || !failed.empty() || !anywhere ? callIsWrong : exitStatusOf(record, allSaved);
}

} // namespace orbita::cli
