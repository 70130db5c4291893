// SPDX-License-Identifier: GPL-3.0-or-later
// What happened during a scan, in order. Numbers only: words are made where they are shown.
#pragma once

#include "core/base/mutex.h"
#include "core/drive/link/link.h"
#include "core/plate/treatment.h"
#include "core/scan/plan.h"

#include <optional>
#include <string_view>
#include <vector>

namespace orbita {

enum class ScanEventKind : std::uint8_t {
    started,
    paceMeasured, // duration: expected for the whole span
    paused,
    resumed,
    slow,         // grade, turns, latency
    stalled,      // no answer within the limit; waiting
    answeredLate, // after a stall; latency
    unreadable,   // span: exact sectors; standing, causeGiven
    recovered,    // unreadable once, read the second time
    linkFault,    // damaged on the way; count: how often so far
    probing,      // the drive seems gone; a good block is tried
    cameBack,     // it answered again
    withdrawn,    // what was measured while the drive was gone does not count; span
    kernelSplits, // count: sectors that go as one command
    throughPageCache,
    partialLastSector,
    blockLayerOnly,
    interrupted, // a reset came between; the block is read again
    notReady,    // the drive is busy with itself; Orbita waits
    inUse,       // something else uses the drive
    stopRule,    // rule: reached; count: the value it was reached with
    ruleAsks,    // the same, for a rule that pauses the scan to ask
    tooMany,     // further entries are counted, not listed
    ended,
    againConfirmed, // measured again from the medium: grade, latency; the finding stands
    againPassing,   // measured again from the medium: latency; it was good this time
    disturbed,      // count: blocks that were late while something else used the drive; disturbance
    notAgain,       // count: defects that could not be measured again from the medium
    putOff,         // the block failed; what lies in it is found out later
    cooling,        // count: degrees Celsius; waits for the drive to cool
    cooled,         // count: degrees Celsius
    continued,      // after a break: the scan goes on where it was
    verifyChecked,  // verifying takes as long as the medium does; latency: median
    verifyDoubted,  // verifying is faster than the medium can be; latency: median
    limitShortened, // the drive gives up sooner from here on; latency: after how long
    limitUnchanged, // how long the drive tries could not be changed
    limitRestored,  // the drive's own setting is back
    limitOwed,      // it could not be put back, and is owed
    elsewhere,      // the drive came back under another name
    unmapped,       // count: blocks so far that were answered without the medium
    savingHalts,    // the image cannot be written, or not as fast as is read; reading waits
    savingGoesOn,
    imageCompared, // the image was read and compared with its map; count: parts that were not what was saved
    saved,         // count: sectors that the image holds
    incompleteImage,  // what is read is an image that lacks sectors of its drive
    mediumChanged,    // the drive says that another may have been put in; it is asked and compared
    nothingToCompare, // nothing that was asked for can be read: span; errors without a cause are taken at
                      // their word
    atOnce,      // count: commands at the drive at once from here on; 1: more were asked for, to no avail
    keptForLast, // the drive came to a standstill there before: span; count: sectors on either side that are
                 // read last, too
    notAsked,    // it did so count times: the span is not asked again
    ungraded,    // read well, with nothing to compare their time with: the first of such blocks; latency
    treated,     // written to while the scan waited, and reads well now: treated
    treatedInVain, // the same, and it does not
    treatingOver,  // nothing more is treated in this scan: treatingEnded
};

enum class EndReason : std::uint8_t {
    running, // not ended
    complete,
    stopped, // by the technician
    stopRule,
    driveGone,     // no drive behind the device any more
    noAnswer,      // a command never came back
    shrunk,        // the file or device became shorter
    linkFaults,    // too many in a row
    refused,       // the drive or the system does not take the command
    locked,        // a password or protection keeps the data
    readerLost,    // Orbita's reader process ended
    verifyDoubted, // the drive answers a verify without looking
    otherDrive,    // what answers is not the drive that the scan began with
    barred         // a command of Orbita's own was not let pass to the drive
};
// The words of files and scripts: "complete", "stop-rule", "drive-gone", ...
std::string_view endReasonName(EndReason ended);
std::optional<EndReason> endReasonFromName(std::string_view name);
std::string_view disturbanceName(Disturbance disturbance);
std::optional<Disturbance> disturbanceFromName(std::string_view name);
std::string_view scanEventName(ScanEventKind kind);
std::optional<ScanEventKind> scanEventFromName(std::string_view name);

struct ScanEvent {
    ScanEventKind kind = ScanEventKind::started;
    Nanoseconds at{}; // since the scan began, pauses not counted
    LbaSpan span{};   // empty where the entry is about no place
    Grade grade = Grade::none;
    Standing standing = Standing::once;
    bool causeGiven = true;
    double turns = 0; // late, in units of u
    Nanoseconds latency{};
    std::uint64_t count = 0;
    EndReason ended = EndReason::running;
    Disturbance disturbance = Disturbance::none;
    RuleKind rule = RuleKind::unreadable;
    TreatmentResult treated = TreatmentResult::readsWell;
    TreatmentStop treatingEnded = TreatmentStop::done;
};

// What happened so far. One thread writes, any number read.
class EventLog {
public:
    void append(ScanEvent event);
    // What an earlier part of the same scan has told.
    void restore(std::vector<ScanEvent> events);

    [[nodiscard]] std::size_t size() const;
    [[nodiscard]] std::vector<ScanEvent> since(std::size_t from) const;

private:
    mutable Mutex m_mutex;
    std::vector<ScanEvent> m_events GUARDED_BY(m_mutex);
};

} // namespace orbita
