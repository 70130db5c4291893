// SPDX-License-Identifier: GPL-3.0-or-later
// What a running scan tells: written by the engine, read by any number of viewers. A viewer takes the lock to
// copy a few numbers and pointers; what is long (ledger, coverage) is a snapshot that nobody changes.
#pragma once

#include "core/base/mutex.h"
#include "core/base/span_set.h"
#include "core/drive/standstill.h"
#include "core/plate/ledger.h"
#include "core/scan/answer_tail.h"
#include "core/scan/scan_status.h"

namespace orbita {

class ScanModel;

class ScanFeed {
public:
    // Engine side.
    void begin(const DriveIdentity& identity, const DriveLimits& limits, const SettledPlan& plan,
               std::shared_ptr<const Plate> plate);
    // How long ledger and coverage are, decides how often they are taken over from `model`: no more than one
    // part in 20 of the engine's time is spent on it. `now`: at once, whatever it costs.
    void publish(const ScanStatus& status, ScanModel& model, bool now);
    void fail(Error error);
    void tellKnown(const std::vector<KnownSectors>& known);
    void tellAnswers(std::span<const AnswerSeen> answers) { m_answers.add(answers); }
    [[nodiscard]] EventLog& log() { return m_events; }

    // Viewer side. Copies, each consistent in itself.
    [[nodiscard]] ScanStatus status() const;
    [[nodiscard]] std::vector<LedgerEntry> ledger() const { return *found()->ledger; }
    [[nodiscard]] std::vector<LbaSpan> covered() const { return found()->covered; }
    [[nodiscard]] std::vector<Standstill> standstills() const { return found()->standstills; }
    [[nodiscard]] TreatmentLayer treatments() const { return found()->treatments; }
    [[nodiscard]] std::vector<ScanEvent> events(std::size_t from = 0) const { return m_events.since(from); }
    [[nodiscard]] AnswerTail::News answersSince(std::uint64_t from) const { return m_answers.since(from); }
    [[nodiscard]] std::vector<KnownSectors> known() const;
    // What begin() told, all of one moment.
    struct Begun {
        DriveIdentity identity;
        DriveLimits limits;
        SettledPlan plan;
        std::shared_ptr<const Plate> plate; // null until the drive has been opened
    };
    [[nodiscard]] Begun begun() const;
    // One of it. Of two, asked for one after the other, one may be of before and the other of after begin().
    [[nodiscard]] std::shared_ptr<const Plate> plate() const;
    [[nodiscard]] DriveIdentity identity() const;
    [[nodiscard]] SettledPlan plan() const;
    // Why the scan could not begin.
    [[nodiscard]] std::optional<Error> error() const;

private:
    // What the model had found, at one moment.
    struct Found {
        std::shared_ptr<const std::vector<LedgerEntry>> ledger =
            std::make_shared<const std::vector<LedgerEntry>>();
        std::vector<LbaSpan> covered;
        std::vector<Standstill> standstills;
        TreatmentLayer treatments;
        std::uint64_t version = 0; // of the model
        std::uint64_t ledgerVersion = 0;
        SectorCount coveredSectors;
    };
    [[nodiscard]] std::shared_ptr<const Found> found() const;
    void takeOver(ScanModel& model);

    mutable Mutex m_mutex;
    DriveIdentity m_identity GUARDED_BY(m_mutex);
    DriveLimits m_limits GUARDED_BY(m_mutex);
    SettledPlan m_plan GUARDED_BY(m_mutex);
    std::shared_ptr<const Plate> m_plate GUARDED_BY(m_mutex);
    ScanStatus m_status GUARDED_BY(m_mutex);
    std::vector<KnownSectors> m_known GUARDED_BY(m_mutex);
    std::optional<Error> m_error GUARDED_BY(m_mutex);
    std::shared_ptr<const Found> m_found GUARDED_BY(m_mutex) = std::make_shared<Found>();

    // Of the engine alone: what m_found is, and when it may be taken over again.
    std::shared_ptr<const Found> m_latest = std::make_shared<Found>();
    Nanoseconds m_dueAt{};
    MonotonicClock m_clock;

    // Each has a lock of its own.
    AnswerTail m_answers;
    EventLog m_events;
};

} // namespace orbita
