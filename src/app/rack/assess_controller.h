// SPDX-License-Identifier: GPL-3.0-or-later
// Runs a whole visit of one drive by itself, a step at a time, as core/judge/assessment.h decides. Everything
// it does can be seen, and stopped, at the stations as ever.
#pragma once

#include "core/judge/assessment.h"

#include <QObject>
#include <QString>
#include <array>

namespace orbita::app {

class DriveController;

// Blocks of the sample.
constexpr std::uint64_t assessSamples = 4000;

class AssessController final : public QObject {
    Q_OBJECT
public:
    // `drive` must outlive it.
    explicit AssessController(DriveController& drive, QObject* parent = nullptr);

    enum class StepState { ahead, running, done, leftOut };

    // Why it cannot begin now; empty if it can.
    [[nodiscard]] QString whyNotStart() const;
    void start(const std::set<AssessStep>& skip);
    // The step that runs is stopped where it can be; what is known by then is ruled on.
    void stop();
    [[nodiscard]] bool running() const { return m_running; }
    [[nodiscard]] bool begun() const { return m_begun; } // ever
    [[nodiscard]] AssessHalt halt() const { return m_halt; }
    [[nodiscard]] StepState stateOf(AssessStep step) const;
    // What a step came to, in a few words.
    [[nodiscard]] QString outcomeOf(AssessStep step) const;
    // In a few words, for the rack.
    [[nodiscard]] QString stand() const;

signals:
    void changed();
    void ended(); // by itself or by hand; it has been ruled on

private:
    void advance(); // begins what is next
    void begin(AssessStep step);
    void look(); // whether the step that runs is done
    [[nodiscard]] bool lookAtVitals();
    [[nodiscard]] bool lookAtTest();
    [[nodiscard]] bool lookAtScan();
    [[nodiscard]] bool lookAtRuling();
    [[nodiscard]] QString& outcome(AssessStep step) { return m_outcomes[static_cast<std::size_t>(step)]; }

    DriveController& m_drive;
    bool m_running = false;
    bool m_begun = false;
    std::set<AssessStep> m_skip;
    AssessFacts m_facts;
    AssessHalt m_halt = AssessHalt::none;
    std::optional<AssessStep> m_step; // that runs
    std::set<AssessStep> m_done;
    std::array<QString, assessSteps> m_outcomes;
    bool m_seenAtWork = false; // the step that runs was
    std::size_t m_scansBefore = 0;
    std::size_t m_rulingsBefore = 0;
    bool m_given = false;
};

} // namespace orbita::app
