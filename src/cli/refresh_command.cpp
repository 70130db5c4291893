// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/refresh_command.h"

#include "cli/exit_status.h"
#include "cli/held_drive.h"
#include "cli/interrupt.h"
#include "cli/known_defects.h"
#include "cli/printer.h"
#include "cli/target_options.h"
#include "core/treat/refresh/refresher.h"
#include "report/format.h"
#include "report/refresh_events.h"
#include "report/refresh_words.h"
#include "report/treatment_words.h"
#include "report/words.h"
#include "store/treatments.h"
#include "system/sleep_inhibitor.h"

namespace orbita::cli {

namespace {

constexpr auto tellEvery = std::chrono::seconds{10};

// What would be refreshed, what that costs, and what is known to judge it by.
struct Proposal {
    RefreshPlan plan;
    RefreshCost cost;
    TreatmentAdvised advised;
    KnownDefects known;
};

Result<Proposal> propose(const RefreshOptions& options, const HeldDrive& ready, const HousePolicy& policy) {
    const TreatedSession& session = ready.held->drive();
    const DriveIdentity drive = session.identity();
    Proposal proposal;
    auto known = fromCasebook(drive);
    if (!known && options.lateOnly)
        return tl::unexpected(known.error());
    if (known)
        proposal.known = std::move(*known);
    else
        proposal.known.scanned = 0;
    RefreshPlan& plan = proposal.plan;
    plan.whole = !options.lateOnly;
    plan.blockSectors = session.refreshBlock();
    plan.known = unreadableIn(proposal.known.entries, drive);
    const auto& record = proposal.known.record;
    plan.spans = plan.whole ? wholeBut(plan.known, drive)
                            : lateIn(*record->plate, record->plan.grid, plan.known, drive);
    plan.limits = limitsOf(policy.treatment);
    plan.data = dataElsewhereFromName(options.data).value_or(DataElsewhere::notAsked);
    plan.againstAdvice = options.overrule;
    plan.reason = options.reason.empty() ? "refresh of what has grown slow" : options.reason;
    TreatmentFacts facts;
    facts.refresh = true;
    facts.vitals = ready.held->vitals() ? &*ready.held->vitals() : nullptr;
    facts.drive = drive;
    facts.drive.rotating = drive.rotating ? drive.rotating : ready.target.identity.rotating;
    facts.ledger = proposal.known.entries;
    facts.scanned = proposal.known.scanned;
    facts.newPatches = proposal.known.newPatches;
    facts.data = plan.data;
    facts.takesCommands = ready.target.takesCommands();
    proposal.advised = adviseTreatment(facts, policy);
    proposal.cost = refreshCost(plan, facts.drive, facts.vitals, record ? record->bytesASecond() : 0);
    return proposal;
}

void tellRefresh(const Proposal& proposal, const DriveIdentity& drive, const Vitals* vitals, std::FILE* to) {
    Printer out(to);
    out << words::driveName(drive) << "  " << words::driveLine(drive) << '\n';
    if (!proposal.known.from.isEmpty())
        out << "What is known of it comes from " << proposal.known.from << ".\n";
    out << '\n' << words::advice(proposal.advised) << '\n';
    for (const AdviceReason& reason : proposal.advised.reasons)
        out << "  - " << words::adviceReason(reason, vitals) << '\n';
    for (const AdviceNote note : proposal.advised.notes)
        out << words::adviceNote(note) << '\n';
    out << '\n'
        << words::refreshWhat(proposal.plan, drive) << ". "
        << words::refreshCosts(proposal.cost, proposal.plan, drive) << '\n';
}

// Tells how far it has come every now and then, and what is found as it is found.
class RefreshTeller {
public:
    RefreshTeller(bool events, const RefreshPlan& plan) : m_events(events), m_plan(plan) {}

    void look(const RefreshProgress& progress) {
        // Those of earlier parts were told then.
        if (!m_begun)
            m_found = progress.found;
        m_begun = true;
        for (; m_found < progress.found; ++m_found) {
            const std::size_t behind = progress.found - m_found;
            if (behind > progress.findings.size())
                continue;
            const RefreshFinding& finding = progress.findings[progress.findings.size() - behind];
            if (m_events)
                printDocument(refreshFindingEvent(finding));
            else
                Printer(stderr) << words::refreshFinding(finding) << '\n';
        }
        const auto now = std::chrono::steady_clock::now();
        if (now < m_due || progress.phase == RefreshPhase::ended)
            return;
        m_due = now + tellEvery;
        if (m_events)
            printDocument(refreshProgressEvent(progress, m_plan));
        else
            Printer(stderr) << words::refreshRunning(progress, m_plan) << '\n';
    }

private:
    bool m_events;
    const RefreshPlan& m_plan;
    bool m_begun = false;
    std::size_t m_found = 0;
    std::chrono::steady_clock::time_point m_due;
};

int exitStatusOf(TreatmentStop stop, const RefreshTotals& totals) {
    if (stop != TreatmentStop::done)
        return notToTheEnd;
    return totals.stillLate + totals.unreadable + totals.refused + totals.worse == 0 ? completeAndClean
                                                                                     : findingsFound;
}

int runRefresh(HeldDrive& ready, RefreshJournal& journal, const RefreshPlan& plan, RefreshTold told,
               const RefreshOptions& options) {
    const DriveIdentity drive = ready.held->drive().identity();
    const bool events = !options.json.empty();
    if (events)
        printDocument(refreshBeginEvent(drive, plan, journal.path()));
    else
        Printer(stderr) << "What is on its way back is saved in " << QString::fromStdString(journal.path())
                        << '\n';
    RefreshTeller teller(events, plan);
    InterruptWatch watcher(ready.stop);
    const SleepInhibitor awake(QStringLiteral("Refreshing ") + words::driveName(drive));
    Refresher refresher(ready.held->drive(), journal, plan, std::move(told),
                        [&](const RefreshProgress& progress) { teller.look(progress); });
    const RefreshProgress& progress = refresher.run(ready.stop.get_token());
    watcher.end();
    ready.held.reset(); // the drive is nobody's any more
    if (events) {
        printDocument(refreshEndEvent(progress));
    } else {
        Printer out(stdout);
        out << '\n' << words::refreshStop(*progress.stop) << '\n';
        if (progress.error)
            out << words::error(*progress.error) << '\n';
        out << words::refreshSummary(progress.totals, plan, drive) << '\n';
        if (const QString proof = words::refreshProof(progress); !proof.isEmpty())
            out << proof << '\n';
        if (const QString next = words::afterRefresh(*progress.stop, progress.totals); !next.isEmpty())
            out << next << '\n';
    }
    bool kept = enterOrTell(ready.target, drive, options.who,
                            [](Casebook& casebook, std::int64_t) { return takeActionsIn(casebook); });
    const auto noted =
        addRefreshToLatestScan(casebookPath(), drive, journal, replacedNone(progress), nowSeconds());
    if (!noted)
        complain(noted.error());
    kept = kept && noted.has_value();
    return kept ? exitStatusOf(*progress.stop, progress.totals) : callIsWrong;
}

int resumeRefresh(const RefreshOptions& options, const HousePolicy& policy) {
    auto ready = holdDrive(options.target);
    if (!ready)
        return complain(ready.error());
    const DriveIdentity drive = ready->held->drive().identity();
    const auto path = options.resume == "latest" ? latestRefresh(treatmentsFolder(casebookPath()), drive)
                                                 : Result<std::string>(options.resume);
    if (!path)
        return complain(path.error());
    const auto looked = RefreshJournal::read(*path);
    if (!looked)
        return complain(looked.error());
    if (options.confirm.empty()) {
        Printer(stdout) << "A refresh of " << words::driveName(looked->drive) << " was broken off: "
                        << format::bytes(looked->totals.done.value * drive.logicalBytes) << " of "
                        << format::bytes(looked->plan.sectors().value * drive.logicalBytes)
                        << " are done.\nTo go on, repeat this with --confirm: "
                        << words::confirmationAsked(ready->held->drive().drive(),
                                                    ready->held->serialOnLabel())
                        << ".\n";
        return completeAndClean;
    }
    auto taken = ready->held->takeUpRefresh(*path, {options.confirm, policy.treatment.allowed, {}});
    if (!taken)
        return complain(taken.error());
    watchForInterrupt();
    const RefreshPlan plan = taken->told.plan;
    return runRefresh(*ready, taken->journal, plan, std::move(taken->told), options);
}

} // namespace

int refresh(const RefreshOptions& options) {
    const auto policy = housePolicy(options.policy);
    if (!policy)
        return complain(policy.error());
    if (!options.resume.empty())
        return resumeRefresh(options, *policy);
    auto ready = holdDrive(options.target);
    if (!ready)
        return complain(ready.error());
    const DriveIdentity drive = ready->held->drive().identity();
    const Vitals* vitals = ready->held->vitals() ? &*ready->held->vitals() : nullptr;
    const auto proposal = propose(options, *ready, *policy);
    if (!proposal)
        return complain(proposal.error());
    const RefreshPlan& plan = proposal->plan;
    const TreatmentAdvised& advised = proposal->advised;
    const bool events = !options.json.empty();
    const QString asked =
        words::confirmationAsked(ready->held->drive().drive(), ready->held->serialOnLabel());
    if (events)
        printDocument(refreshProposalEvent(drive, plan, proposal->cost, advised, ready->held->drive().drive(),
                                           ready->held->serialOnLabel()));
    else
        tellRefresh(*proposal, drive, vitals, options.confirm.empty() ? stdout : stderr);
    const bool advisedTo = advised.advice == TreatmentAdvice::treat;
    if (options.confirm.empty() || plan.spans.empty()) {
        if (!events)
            Printer(stdout) << (plan.spans.empty()
                                    ? QStringLiteral("\nThere is nothing to refresh.\n")
                                    : QStringLiteral("\nNothing was written. ") +
                                          words::refreshConsent(plan, drive) +
                                          QStringLiteral("\nTo do it, repeat this with --confirm: ") + asked +
                                          QStringLiteral(".\n"));
        return advisedTo ? completeAndClean : findingsFound;
    }
    const QString against = words::adviceReason(advised.reasons.front(), vitals);
    if (advised.advice == TreatmentAdvice::refused || (!advisedTo && !options.overrule))
        return complain({Error::Kind::refusedUnsafe, "refreshing", options.target,
                         Phrase::verbatim(against.toStdString()),
                         advised.advice == TreatmentAdvice::refused
                             ? Phrase{}
                             : Phrase("--overrule refreshes it all the same.")});
    TreatmentConsent consent{options.confirm, policy->treatment.allowed, {}};
    if (!advisedTo)
        consent.overruled = against.toStdString();
    auto journal = ready->held->beginRefresh(plan, consent, treatmentsFolder(casebookPath()), nowSeconds());
    if (!journal)
        return complain(journal.error());
    if (!events)
        Printer(stderr) << words::refreshConsent(plan, drive) << '\n';
    watchForInterrupt();
    RefreshTold none;
    none.plan = plan;
    return runRefresh(*ready, *journal, plan, std::move(none), options);
}

int refreshJournal(const JournalOptions& options) {
    const auto told = RefreshJournal::read(options.journal);
    if (!told)
        return complain(told.error());
    if (options.purge) {
        // What the drive holds again is given back by itself; the rest may be the only copy.
        const bool nothing = told->ring.empty() && told->kept.empty();
        if (!nothing)
            return complain({Error::Kind::refusedUnsafe, "taking the customer's data out of", options.journal,
                             "what it keeps may be the only copy",
                             "Go on with the refresh, or write it to another place first."});
        Printer(stdout) << "Nothing of the drive's contents is in it.\n";
        return completeAndClean;
    }
    if (!options.exportTo.empty()) {
        const auto exported = exportKept(options.journal, options.exportTo);
        if (!exported)
            return complain(exported.error());
        Printer(stdout) << *exported << " files in " << QString::fromStdString(options.exportTo) << '\n';
        return completeAndClean;
    }
    if (options.json) {
        for (const RefreshFinding& finding : told->findings)
            printDocument(refreshFindingEvent(finding));
    } else {
        Printer out(stdout);
        out << words::driveName(told->drive) << "  " << words::driveLine(told->drive) << "\nbegun "
            << QString::fromStdString(isoTime(told->startedAt)) << "  "
            << (told->ended ? words::refreshStop(*told->ended) : QStringLiteral("It was interrupted."))
            << '\n'
            << words::refreshSummary(told->totals, told->plan, told->drive) << '\n';
        for (const RefreshFinding& finding : told->findings)
            out << "  " << words::refreshFinding(finding) << '\n';
    }
    return exitStatusOf(told->ended.value_or(TreatmentStop::byHand), told->totals);
}

} // namespace orbita::cli
