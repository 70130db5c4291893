// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/treat_command.h"

#include "cli/exit_status.h"
#include "cli/held_drive.h"
#include "cli/known_defects.h"
#include "cli/printer.h"
#include "cli/refresh_command.h"
#include "cli/treatment_steps.h"
#include "cli/write_back.h"
#include "core/treat/treater.h"
#include "report/format.h"
#include "report/ledger_words.h"
#include "report/treatment_events.h"
#include "report/treatment_words.h"
#include "report/words.h"
#include "store/defects_in.h"
#include "store/treatments.h"
#include "system/sleep_inhibitor.h"

namespace orbita::cli {

namespace {

constexpr std::string_view oneALine = "-";
constexpr std::string_view latestOne = "latest";
constexpr std::uint64_t aroundPatchBytes = 1U << 20U; // read again around each patch
constexpr std::uint64_t mostSpots = 1'000'000;

Error wrongCall(Phrase tried, std::string on, Phrase answer, Phrase advice = {}) {
    return {Error::Kind::badCall, std::move(tried), std::move(on), std::move(answer), std::move(advice)};
}

Result<KnownDefects> defectsOf(const TreatOptions& options, const DriveIdentity& drive) {
    if (!options.ledger.empty())
        return defectEntriesIn(options.ledger, drive).map([&](std::vector<LedgerEntry> entries) {
            KnownDefects known;
            known.entries = std::move(entries);
            known.from = QString::fromStdString(options.ledger);
            return known;
        });
    auto known = fromCasebook(drive);
    if (known || options.span.empty())
        return known;
    KnownDefects none;
    none.from = QStringLiteral("the span that was named");
    none.scanned = 0;
    return none;
}

Result<std::vector<Spot>> spotsFor(const TreatOptions& options, const KnownDefects& known,
                                   const DriveIdentity& drive) {
    std::vector<LbaSpan> within;
    if (!options.span.empty()) {
        const auto spans = parseSpans(options.span, drive);
        if (!spans)
            return tl::unexpected(spans.error());
        within = *spans;
    }
    std::vector<Spot> spots;
    if (known.entries.empty() && !within.empty()) {
        for (const LbaSpan& span : within) {
            const auto here =
                spotsIn(span, drive, options.only == "slow" ? SpotOrigin::slow : SpotOrigin::unreadable);
            spots.insert(spots.end(), here.begin(), here.end());
        }
    } else {
        spots = orbita::spotsOf(known.entries, drive, options.only != "unreadable", within);
    }
    if (options.only == "slow")
        std::erase_if(spots, [](const Spot& spot) { return spot.origin != SpotOrigin::slow; });
    if (spots.size() > mostSpots)
        return tl::unexpected(wrongCall("treating", options.target,
                                        "so many places are no treatment any more", "Name a smaller span."));
    return spots;
}

Result<TreatmentPlan> planFor(const TreatOptions& options, const KnownDefects& known,
                              const DriveIdentity& drive, const HousePolicy& policy) {
    TreatmentPlan plan;
    auto steps = stepsOf(options.steps, policy.treatment);
    if (!steps)
        return tl::unexpected(steps.error());
    plan.rules.allowed = *steps;
    auto spots = spotsFor(options, known, drive);
    if (!spots)
        return tl::unexpected(spots.error());
    plan.spots = std::move(*spots);
    for (const LedgerEntry& entry : known.entries)
        plan.known.push_back(entry.span);
    plan.limits = limitsOf(policy.treatment);
    const auto margin = options.margin.empty()
                            ? Result<SectorCount>(SectorCount{aroundPatchBytes / drive.logicalBytes})
                            : parseLength(options.margin, drive);
    if (!margin)
        return tl::unexpected(margin.error());
    plan.margin = *margin;
    plan.data = dataElsewhereFromName(options.data).value_or(DataElsewhere::notAsked);
    plan.againstAdvice = options.overrule;
    plan.reason = options.reason.empty() ? "treatment of known defects" : options.reason;
    return plan;
}

void tellProposal(const TreatmentPlan& plan, const TreatmentAdvised& advised, const DriveIdentity& drive,
                  const Vitals* vitals, const KnownDefects& known, std::FILE* to) {
    Printer out(to);
    out << words::driveName(drive) << "  " << words::driveLine(drive) << "\nDefects from " << known.from
        << ".\n\n"
        << words::advice(advised) << '\n';
    for (const AdviceReason& reason : advised.reasons)
        out << "  - " << words::adviceReason(reason, vitals) << '\n';
    for (const AdviceNote note : advised.notes)
        out << words::adviceNote(note) << '\n';
    constexpr std::size_t mostShown = 40;
    const auto cases = casesOf(plan.spots, drive.logicalBytes);
    for (std::size_t i = 0; i < std::min(cases.size(), mostShown); ++i) {
        const auto& spots = cases[i];
        const LbaSpan span = spanBetween(spots.front().span.first, spots.back().span.end());
        const auto bad = static_cast<std::uint64_t>(std::count_if(
            spots.begin(), spots.end(), [](const Spot& s) { return s.origin == SpotOrigin::unreadable; }));
        out << "\n  " << words::span(span) << "  " << words::place(span.first, drive) << '\n';
        if (bad > 0)
            out << "    " << format::count(bad)
                << " unreadable: " << words::proposal(SpotOrigin::unreadable, plan.rules.allowed) << '\n';
        if (bad < spots.size())
            out << "    " << format::count(spots.size() - bad)
                << " slow: " << words::proposal(SpotOrigin::slow, plan.rules.allowed) << '\n';
        out << "    likely loss: " << words::likelyLoss(spots, plan.rules.allowed, drive.logicalBytes)
            << '\n';
    }
    if (cases.size() > mostShown)
        out << "\n  and " << format::count(cases.size() - mostShown) << " more places\n";
    out << '\n' << words::treatmentRisk(plan, advised, drive) << '\n';
}

// Tells each step as it comes; the last word on each spot where it is settled.
class Teller {
public:
    explicit Teller(bool events) : m_events(events) {}

    void look(const TreatmentProgress& progress) {
        // Steps are cut off at the beginning where there are many.
        for (; m_told < progress.stepsTaken; ++m_told) {
            const std::size_t behind = progress.stepsTaken - m_told;
            if (behind > progress.steps.size())
                continue;
            const TreatmentStepTaken& step = progress.steps[progress.steps.size() - behind];
            if (m_events)
                printDocument(stepEvent(step));
            else
                Printer(stderr) << words::stepTaken(step) << '\n';
        }
    }

private:
    bool m_events;
    std::size_t m_told = 0;
};

int exitStatusOf(const TreatmentProgress& progress, std::size_t spots) {
    if (progress.stop != TreatmentStop::done)
        return notToTheEnd;
    const bool all = progress.results.size() >= spots &&
                     std::all_of(progress.results.begin(), progress.results.end(),
                                 [](const SpotResult& result) { return isHealed(result.result); });
    return all && progress.newDefects.empty() ? completeAndClean : findingsFound;
}

TreatmentConsent consentBy(const TreatOptions& options, const HousePolicy& policy) {
    return {options.confirm, policy.treatment.allowed, {}};
}

int run(HeldDrive& ready, TreatmentJournal& journal, const TreatmentPlan& plan, JournalTold told, bool events,
        const KnownDefects& known, const TreatOptions& options) {
    const DriveIdentity drive = ready.held->drive().identity();
    if (events)
        printDocument(treatmentBeginEvent(drive, plan, journal.path()));
    else
        Printer(stderr) << "What is written back is saved in " << QString::fromStdString(journal.path())
                        << '\n';
    Teller teller(events);
    InterruptWatch watcher(ready.stop);
    const SleepInhibitor awake(QStringLiteral("Treating ") + words::driveName(drive));
    Treater treater(
        ready.held->drive(), journal, plan, std::move(told),
        [&](const TreatmentProgress& progress) { teller.look(progress); }, nowSeconds);
    const TreatmentProgress& progress = treater.run(ready.stop.get_token());
    watcher.end();
    ready.held.reset(); // the drive is nobody's any more
    if (events) {
        for (const SpotResult& result : progress.results)
            printDocument(spotResultEvent(result));
        printDocument(treatmentEndEvent(progress));
    } else {
        Printer out(stdout);
        out << '\n' << words::treatmentStop(*progress.stop) << '\n';
        if (progress.error)
            out << words::error(*progress.error) << '\n';
        for (const SpotResult& result : progress.results)
            out << "  " << words::spotResult(result) << '\n';
        out << words::treatmentSummary(progress.results) << '\n';
        for (const LbaSpan& span : progress.newDefects)
            out << "New since: " << words::span(span) << " cannot be read\n";
    }
    bool kept = enterOrTell(ready.target, drive, options.who,
                            [](Casebook& casebook, std::int64_t) { return takeActionsIn(casebook); });
    if (known.scan != 0) {
        const auto casebook = Casebook::open(casebookPath());
        const auto noted = casebook ? (*casebook)->addTreatments(known.scan, treatmentsOf(progress.results))
                                    : Result<void>(tl::unexpected(casebook.error()));
        if (!noted)
            complain(noted.error());
        kept = kept && noted.has_value();
    }
    const int status = exitStatusOf(progress, plan.spots.size());
    return kept ? status : callIsWrong;
}

int resume(const TreatOptions& options, const HousePolicy& policy) {
    auto ready = holdDrive(options.target);
    if (!ready)
        return complain(ready.error());
    const DriveIdentity drive = ready->held->drive().identity();
    const auto path = options.resume == latestOne ? latestTreatment(treatmentsFolder(casebookPath()), drive)
                                                  : Result<std::string>(options.resume);
    if (!path)
        return complain(path.error());
    const auto looked = TreatmentJournal::read(*path);
    if (!looked)
        return complain(looked.error());
    if (options.confirm.empty()) {
        Printer(stdout) << "A treatment of " << words::driveName(looked->drive)
                        << " was broken off: " << looked->results.size() << " of "
                        << looked->plan.spots.size() << " places are done, " << looked->inBetween().size()
                        << " in between.\nTo go on, repeat this with --confirm: "
                        << words::confirmationAsked(ready->held->drive().drive(),
                                                    ready->held->serialOnLabel())
                        << ".\n";
        return completeAndClean;
    }
    auto taken = ready->held->takeUp(*path, consentBy(options, policy));
    if (!taken)
        return complain(taken.error());
    watchForInterrupt();
    const TreatmentPlan plan = taken->told.plan;
    return run(*ready, taken->journal, plan, std::move(taken->told), options.json == oneALine, {}, options);
}

} // namespace

int treat(const TreatOptions& options) {
    const auto policy = housePolicy(options.policy);
    if (!policy)
        return complain(policy.error());
    if (const int purged =
            purgeOldJournals(treatmentsFolder(casebookPath()), policy->treatment.keepSavedDays, nowSeconds());
        purged > 0)
        Printer(stderr) << "What was saved of drives' contents in " << purged
                        << " old treatments is taken out, as the house policy has it.\n";
    if (!options.writeBack.empty())
        return writeBackSaved(options, *policy);
    if (!options.resume.empty())
        return resume(options, *policy);
    const bool events = options.json == oneALine;
    auto ready = holdDrive(options.target);
    if (!ready)
        return complain(ready.error());
    const DriveIdentity drive = ready->held->drive().identity();
    const auto known = defectsOf(options, drive);
    if (!known)
        return complain(known.error());
    const auto plan = planFor(options, *known, drive, *policy);
    if (!plan)
        return complain(plan.error());
    TreatmentFacts facts;
    facts.vitals = ready->held->vitals() ? &*ready->held->vitals() : nullptr;
    facts.drive = drive;
    facts.drive.rotating = drive.rotating ? drive.rotating : ready->target.identity.rotating;
    facts.ledger = known->entries;
    facts.scanned = known->scanned;
    facts.newPatches = known->newPatches;
    facts.data = plan->data;
    facts.takesCommands = ready->target.takesCommands();
    const TreatmentAdvised advised = adviseTreatment(facts, *policy);
    if (events)
        printDocument(
            proposalEvent(drive, *plan, advised, ready->held->drive().drive(), ready->held->serialOnLabel()));
    else
        tellProposal(*plan, advised, drive, facts.vitals, *known, options.confirm.empty() ? stdout : stderr);
    const bool advisedTo = advised.advice == TreatmentAdvice::treat;
    if (options.confirm.empty() || plan->spots.empty()) {
        if (!events && !plan->spots.empty())
            Printer(stdout) << "\nNothing was written. " << words::consent(*plan, drive)
                            << "\nTo do it, repeat this with --confirm: "
                            << words::confirmationAsked(ready->held->drive().drive(),
                                                        ready->held->serialOnLabel())
                            << ".\n";
        return advisedTo ? completeAndClean : findingsFound;
    }
    if (advised.advice == TreatmentAdvice::refused || (!advisedTo && !options.overrule))
        return complain(
            {Error::Kind::refusedUnsafe, "treating", options.target,
             Phrase::verbatim(words::adviceReason(advised.reasons.front(), facts.vitals).toStdString()),
             advised.advice == TreatmentAdvice::refused ? Phrase{}
                                                        : Phrase("--overrule treats it all the same.")});
    TreatmentConsent consent = consentBy(options, *policy);
    if (!advisedTo)
        consent.overruled = words::adviceReason(advised.reasons.front(), facts.vitals).toStdString();
    auto journal = ready->held->begin(*plan, consent, treatmentsFolder(casebookPath()), nowSeconds());
    if (!journal)
        return complain(journal.error());
    if (!events)
        Printer(stderr) << words::consent(*plan, drive) << '\n';
    watchForInterrupt();
    return run(*ready, *journal, *plan, {}, events, *known, options);
}

int journal(const JournalOptions& options) {
    if (options.journal.ends_with(refreshEnding))
        return refreshJournal(options);
    if (options.purge) {
        if (const auto purged = purgeJournal(options.journal); !purged)
            return complain(purged.error());
        Printer(stdout) << "What was saved of the drive's contents is taken out of "
                        << QString::fromStdString(options.journal) << ".\n";
        return completeAndClean;
    }
    const auto told = TreatmentJournal::read(options.journal);
    if (!told)
        return complain(told.error());
    if (!options.exportTo.empty()) {
        const auto exported = exportSaved(options.journal, options.exportTo);
        if (!exported)
            return complain(exported.error());
        Printer(stdout) << *exported << " files in " << QString::fromStdString(options.exportTo) << '\n';
        return completeAndClean;
    }
    if (options.json) {
        for (const TreatmentStepTaken& step : told->steps)
            printDocument(stepEvent(step));
        for (const SpotResult& result : told->results)
            printDocument(spotResultEvent(result));
    } else {
        Printer out(stdout);
        out << words::driveName(told->drive) << "  " << words::driveLine(told->drive) << "\nbegun "
            << QString::fromStdString(isoTime(told->startedAt)) << "  "
            << (told->ended ? words::treatmentStop(*told->ended) : QStringLiteral("It was interrupted."))
            << '\n';
        for (const SpotResult& result : told->results)
            out << "  " << words::spotResult(result) << '\n';
        for (const Lba first : told->inBetween())
            out << "  LBA " << format::lba(first)
                << ": in between: it holds what it held or what is saved of it here\n";
        out << words::treatmentSummary(told->results) << '\n';
        if (told->purged)
            out << "What was saved of the drive's contents has been taken out.\n";
    }
    const bool all = std::all_of(told->results.begin(), told->results.end(),
                                 [](const SpotResult& result) { return isHealed(result.result); });
    if (!told->ended || *told->ended != TreatmentStop::done)
        return notToTheEnd;
    return all ? completeAndClean : findingsFound;
}

} // namespace orbita::cli
