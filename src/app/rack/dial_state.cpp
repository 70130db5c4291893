// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/rack/dial_state.h"

#include "report/format.h"

#include <QCoreApplication>

namespace orbita::app {

namespace {

constexpr std::size_t mostMarks = 60;

QString tr(const char* text) {
    return QCoreApplication::translate("rack", text);
}

} // namespace

DialState dialOf(const DriveDesk& desk) {
    DialState dial;
    const ScanView* view = desk.current();
    if (view == nullptr || !view->record.plate) {
        dial.centre = view != nullptr && view->error ? QStringLiteral("!") : QStringLiteral("–");
        return dial;
    }
    const ScanRecord& record = view->record;
    const auto capacity = static_cast<double>(record.drive.capacity.value);
    const auto share = [&](Lba lba) { return static_cast<double>(lba.value) / capacity; };
    const LbaSpan& span = record.plan.grid.span;
    dial.covered.emplace_back(share(span.first), share(record.status.position));
    // The worst ones, if there are more than can be told apart.
    std::vector<Patch> patches = view->patches;
    std::stable_sort(patches.begin(), patches.end(),
                     [](const Patch& a, const Patch& b) { return a.worst > b.worst; });
    patches.resize(std::min(patches.size(), mostMarks));
    for (auto patch = patches.rbegin(); patch != patches.rend(); ++patch)
        dial.marks.push_back({share(patch->span.first), patch->worst});
    const double done = static_cast<double>((record.status.position - span.first).value) /
                        static_cast<double>(span.count.value);
    if (view->running()) {
        dial.head = share(record.status.position);
        dial.centre = QString::number(static_cast<int>(done * 100)) + QLatin1Char('%');
    } else if (record.status.ended == Ended::complete) {
        dial.centre = view->judgement.unreadable > 0 ? QStringLiteral("!") : QStringLiteral("✓");
    } else {
        dial.centre = standIsAlarming(desk)
                          ? QStringLiteral("!")
                          : QString::number(static_cast<int>(done * 100)) + QLatin1Char('%');
    }
    return dial;
}

bool standIsAlarming(const DriveDesk& desk) {
    const ScanView* view = desk.current();
    if (view == nullptr)
        return false;
    const Ended ended = view->record.status.ended;
    return view->error.has_value() || view->record.status.phase == ScanPhase::waiting ||
           view->judgement.unreadable > 0 ||
           (ended != Ended::running && ended != Ended::complete && ended != Ended::stopped);
}

QString standOf(const DriveDesk& desk) {
    const ScanView* view = desk.current();
    if (view == nullptr)
        return desk.target().uses.empty() ? tr("New in the rack") : tr("In use");
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
        return tr("Paused");
    case ScanPhase::reading:
    case ScanPhase::splitting:
        return status.left ? tr("%1 left").arg(format::duration(*status.left)) : tr("Scanning");
    case ScanPhase::ended:
        break;
    }
    switch (status.ended) {
    case Ended::complete:
        return view->judgement.unreadable > 0 ? tr("Read, has unreadable sectors") : tr("Read to the end");
    case Ended::stopped:
    case Ended::running:
        return tr("Stopped");
    case Ended::stopRule:
        return tr("Stopped by its rule");
    case Ended::driveGone:
        return tr("Went away");
    case Ended::noAnswer:
        return tr("Stopped answering");
    case Ended::shrunk:
        return tr("Became shorter");
    case Ended::linkFaults:
        return tr("Link faults");
    case Ended::readerLost:
        return tr("Reader ended");
    }
    return {};
}

} // namespace orbita::app
