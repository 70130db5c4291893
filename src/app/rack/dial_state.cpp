// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/rack/dial_state.h"

#include "report/format.h"
#include "report/ruling_words.h"
#include "report/words.h"

#include <QCoreApplication>
#include <algorithm>

namespace orbita::app {

namespace {

constexpr std::size_t mostMarks = 60;
constexpr double leastGap = 0.002; // of the whole ring

QString tr(const char* text) {
    return QCoreApplication::translate("rack", text);
}

// What could not be read was treated, and reads well since.
bool isHealedSince(const ScanView& view) {
    const ScanRecord& record = view.record;
    return !record.treatments.empty() &&
           std::all_of(record.ledger.begin(), record.ledger.end(), [&](const LedgerEntry& entry) {
               return entry.grade != Grade::unreadable || record.treatments.heals(entry.span);
           });
}

} // namespace

DialState dialOf(const DriveController& controller) {
    DialState dial;
    const ScanView* view = controller.current();
    if (view == nullptr || !view->record.plate) {
        dial.centre = view != nullptr && view->error ? QStringLiteral("!") : QStringLiteral("–");
        return dial;
    }
    const ScanRecord& record = view->record;
    const auto capacity = static_cast<double>(record.drive.capacity.value);
    const auto share = [&](Lba lba) { return static_cast<double>(lba.value) / capacity; };
    const bool sampled = record.plan.asked.order == ScanOrder::sample; // too little anywhere for the ring
    for (const LbaSpan& covered : sampled ? std::vector<LbaSpan>{} : record.covered) {
        // What lies closer together than the ring can show is drawn in one.
        if (!dial.covered.empty() && share(covered.first) - dial.covered.back().second < leastGap)
            dial.covered.back().second = share(covered.end());
        else
            dial.covered.emplace_back(share(covered.first), share(covered.end()));
    }
    // The worst ones, if there are more than can be told apart.
    std::vector<Patch> patches = view->patches;
    std::stable_sort(patches.begin(), patches.end(),
                     [](const Patch& a, const Patch& b) { return a.worst > b.worst; });
    patches.resize(std::min(patches.size(), mostMarks));
    for (auto patch = patches.rbegin(); patch != patches.rend(); ++patch)
        dial.marks.push_back({share(patch->span.first), patch->worst});
    const double done = record.status.share();
    if (view->running()) {
        dial.head = share(record.status.position);
        dial.centre = QString::number(static_cast<int>(done * 100)) + QLatin1Char('%');
    } else if (record.status.ended == EndReason::complete) {
        // A tick beside "watch" would be read as "fine".
        const bool against = controller.ruling().known() && controller.ruling().ruling().fate >= Fate::watch;
        dial.centre = view->judgement.unreadable > 0 || against ? QStringLiteral("!") : QStringLiteral("✓");
    } else {
        dial.centre = standIsAlarming(controller)
                          ? QStringLiteral("!")
                          : QString::number(static_cast<int>(done * 100)) + QLatin1Char('%');
    }
    return dial;
}

bool standIsAlarming(const DriveController& controller) {
    const ScanView* view = controller.current();
    if (view == nullptr) {
        const KeptRuling* earlier = controller.ruling().latestGiven();
        return earlier != nullptr && earlier->isFinal() && earlier->holds() >= Fate::spareDuty &&
               controller.visit().state() != VisitController::State::read;
    }
    const EndReason ended = view->record.status.ended;
    if (!view->running() && controller.ruling().known() &&
        controller.ruling().ruling().fate >= Fate::spareDuty)
        return true;
    return view->error.has_value() || view->record.status.phase == ScanPhase::waiting ||
           (view->record.status.phase == ScanPhase::saving && view->record.status.saving.trouble) ||
           (view->judgement.unreadable > 0 && !isHealedSince(*view)) ||
           (ended != EndReason::running && ended != EndReason::complete && ended != EndReason::stopped);
}

QString standOf(const DriveController& controller) {
    if (const TreatmentController& treatment = controller.treatment(); treatment.busy()) {
        if (treatment.refreshes())
            return tr("Being refreshed: %1")
                .arg(format::percent(static_cast<double>(treatment.refresh().totals.done.value) /
                                     static_cast<double>(std::max<std::uint64_t>(
                                         1, treatment.refreshPlan().sectors().value))));
        return tr("Being treated: %1 of %2")
            .arg(treatment.progress().results.size())
            .arg(treatment.plan().spots.size());
    }
    if (QString assessed = controller.assessment().stand(); !assessed.isEmpty() && !controller.scanning())
        return assessed;
    const ScanView* view = controller.current();
    if (view == nullptr) {
        const VisitController& visit = controller.visit();
        if (visit.testRunning())
            return tr("Testing itself");
        if (visit.state() == VisitController::State::read)
            return visit.gateClosed()                    ? tr("Save the data first")
                   : visit.gate().entry == Entry::gently ? tr("Vitals: go gently")
                                                         : tr("Vitals: go on");
        for (const Remark& remark : controller.target().remarks)
            if (QString text = words::remarkShort(remark.kind); !text.isEmpty())
                return text;
        if (const KeptRuling* earlier = controller.ruling().latestGiven();
            earlier != nullptr && earlier->isFinal())
            return tr("%1: %2").arg(format::day(earlier->at), words::fate(earlier->holds()));
        return controller.target().uses.empty() ? tr("New in the rack") : tr("In use");
    }
    if (controller.replaying())
        return tr("Replaying");
    if (view->error)
        return tr("Could not be opened");
    const ScanStatus& status = view->record.status;
    switch (status.phase) {
    case ScanPhase::opening:
        return tr("Opening");
    case ScanPhase::measuring:
        return tr("Measuring its pace");
    case ScanPhase::waiting:
        return tr("No answer for %1").arg(format::duration(status.waited));
    case ScanPhase::paused:
    case ScanPhase::pausing:
        return status.asks ? tr("Asks: a rule is met") : tr("Paused");
    case ScanPhase::cooling:
        return tr("Cooling down");
    case ScanPhase::treating:
        return tr("Treating what it found");
    case ScanPhase::saving:
        return status.saving.trouble ? tr("Cannot save: waits") : tr("Writing the image");
    case ScanPhase::again:
        return tr("Measuring defects again");
    case ScanPhase::reading:
    case ScanPhase::splitting:
        return status.left ? tr("%1 left").arg(format::duration(*status.left)) : tr("Scanning");
    case ScanPhase::ended:
        break;
    }
    // What it comes to says more than how its scan ended.
    if (controller.ruling().known() && controller.ruling().ruling().settled &&
        (status.ended == EndReason::complete || controller.ruling().ruling().fate == Fate::retire))
        return words::rulingShort(controller.ruling().ruling());
    switch (status.ended) {
    case EndReason::complete:
        return view->judgement.unreadable == 0 ? tr("Read to the end")
               : isHealedSince(*view)          ? tr("Treated, reads well now")
                                               : tr("Unreadable sectors");
    case EndReason::stopped:
    case EndReason::running:
        return tr("Stopped");
    case EndReason::stopRule:
        return tr("Stopped by its rule");
    case EndReason::driveGone:
        return tr("Went away");
    case EndReason::noAnswer:
        return tr("Stopped answering");
    case EndReason::shrunk:
        return tr("Became shorter");
    case EndReason::linkFaults:
        return tr("Link faults");
    case EndReason::refused:
        return tr("Command refused");
    case EndReason::locked:
        return tr("Locked");
    case EndReason::verifyDoubted:
        return tr("Verify not believed");
    case EndReason::readerLost:
        return tr("Reader ended");
    case EndReason::otherDrive:
        return tr("Another drive");
    case EndReason::barred:
        return tr("Stopped by the gate");
    }
    return {};
}

} // namespace orbita::app
