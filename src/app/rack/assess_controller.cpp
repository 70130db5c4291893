// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/rack/assess_controller.h"

#include "app/rack/drive_controller.h"
#include "report/assess_words.h"
#include "report/ruling_words.h"
#include "report/vitals_words.h"
#include "report/words.h"

#include <QTimer>

namespace orbita::app {

namespace {

// A sick drive is not read to death for a count that rules it out anyway.
constexpr StopRule assessStop{RuleKind::unreadable, 64, RuleAction::end};

} // namespace

AssessController::AssessController(DriveController& drive, QObject* parent)
    : QObject(parent), m_drive(drive) {
    connect(&drive.visit(), &VisitController::changed, this, &AssessController::look);
    connect(&drive, &DriveController::stateChanged, this, &AssessController::look);
    connect(&drive, &DriveController::scanChanged, this, &AssessController::look);
    connect(&drive.ruling(), &RulingController::changed, this, &AssessController::look);
}

QString AssessController::whyNotStart() const {
    if (m_running)
        return tr("The drive is being assessed already.");
    return m_drive.whyNotStart();
}

void AssessController::start(const std::set<AssessStep>& skip) {
    if (!whyNotStart().isEmpty())
        return;
    m_running = true;
    m_begun = true;
    m_skip = skip;
    // A report is written where a person says where to.
    m_skip.insert(AssessStep::report);
    m_facts = {};
    m_facts.data = m_drive.data();
    m_halt = AssessHalt::none;
    m_step.reset();
    m_done.clear();
    m_outcomes = {};
    advance();
}

void AssessController::stop() {
    if (!m_running)
        return;
    m_facts.stoppedByHand = true;
    if (m_drive.scanning()) {
        m_drive.stop();
    } else if (m_step == AssessStep::selfTest && m_drive.visit().testRunning()) {
        m_drive.visit().abortTest();
    }
    emit changed();
}

AssessController::StepState AssessController::stateOf(AssessStep step) const {
    if (m_step == step)
        return StepState::running;
    if (m_done.count(step) != 0)
        return StepState::done;
    return m_running && m_skip.count(step) == 0 && (m_halt == AssessHalt::none || !touchesDrive(step))
               ? StepState::ahead
               : StepState::leftOut;
}

QString AssessController::outcomeOf(AssessStep step) const {
    return m_outcomes[static_cast<std::size_t>(step)];
}

QString AssessController::stand() const {
    return m_step ? tr("Assessed: %1").arg(words::assessStep(*m_step).toLower()) : QString();
}

void AssessController::advance() {
    const AssessNext next = nextAssessStep(m_facts, m_skip);
    m_halt = next.halt;
    m_step = next.step;
    if (!next.step) {
        m_running = false;
        emit changed();
        emit ended();
        return;
    }
    begin(*next.step);
    emit changed();
}

void AssessController::begin(AssessStep step) {
    m_seenAtWork = false;
    m_scansBefore = m_drive.scanCount();
    ScanPlan plan;
    plan.rules = {assessStop};
    switch (step) {
    case AssessStep::vitals:
        m_drive.readVitals();
        break;
    case AssessStep::selfTest:
        m_drive.visit().startTest(SelfTestKind::shortTest);
        break;
    case AssessStep::sample:
        plan.order = ScanOrder::sample;
        plan.samples = assessSamples;
        m_drive.startPlanned(plan);
        break;
    case AssessStep::scan:
        m_drive.startPlanned(plan);
        break;
    case AssessStep::secondLooks:
        planSpans(plan, secondLookSpans(*m_facts.scan, m_drive.identity()));
        m_drive.startPlanned(plan);
        break;
    case AssessStep::ruling:
        m_given = false;
        m_rulingsBefore = m_drive.ruling().given().size();
        m_drive.judgeAnew();
        // What was found last may still be on its way to the casebook, and the ruling on its way here.
        QTimer::singleShot(400, this, [this] {
            m_seenAtWork = true;
            look();
        });
        break;
    case AssessStep::report:
        break;
    }
    QTimer::singleShot(0, this, &AssessController::look);
}

void AssessController::look() {
    if (!m_step)
        return;
    bool over = false;
    switch (*m_step) {
    case AssessStep::vitals:
        over = lookAtVitals();
        break;
    case AssessStep::selfTest:
        over = lookAtTest();
        break;
    case AssessStep::sample:
    case AssessStep::scan:
    case AssessStep::secondLooks:
        over = lookAtScan();
        break;
    case AssessStep::ruling:
        over = lookAtRuling();
        break;
    case AssessStep::report:
        m_facts.reported = true;
        over = true;
        break;
    }
    if (!over)
        return;
    m_done.insert(*m_step);
    m_step.reset();
    advance();
}

bool AssessController::lookAtVitals() {
    const VisitController& visit = m_drive.visit();
    m_seenAtWork = m_seenAtWork || visit.state() == VisitController::State::reading;
    if (!m_seenAtWork || visit.state() == VisitController::State::reading)
        return false;
    if (visit.state() == VisitController::State::failed) {
        // Nothing was said; and where the drive did not answer, nothing more is asked of it.
        m_facts.entry =
            EntryGate{Entry::saveFirst, {{EntryReasonKind::noAnswer, Entry::saveFirst, 0, {}, {}}}};
        outcome(AssessStep::vitals) =
            visit.error() ? words::error(*visit.error()) : tr("The drive could not be asked.");
        return true;
    }
    m_facts.entry = visit.gate();
    m_facts.offersShortTest = visit.whyNotTest(SelfTestKind::shortTest).isEmpty();
    outcome(AssessStep::vitals) = words::entryTitle(visit.gate().entry);
    if (!visit.gate().reasons.empty())
        outcome(AssessStep::vitals) +=
            QStringLiteral(": ") +
            words::entryReason(visit.gate().reasons.front(), visit.vitals(), visit.findings());
    return true;
}

bool AssessController::lookAtTest() {
    const VisitController& visit = m_drive.visit();
    m_seenAtWork = m_seenAtWork || visit.testRunning();
    if (visit.testError()) {
        m_facts.selfTestRun = true;
        outcome(AssessStep::selfTest) = words::error(*visit.testError());
        return true;
    }
    if (!m_seenAtWork || visit.testRunning())
        return false;
    m_facts.selfTestRun = true;
    if (visit.vitals().selfTests.empty()) {
        outcome(AssessStep::selfTest) = tr("The drive keeps no log of its tests.");
        return true;
    }
    m_facts.selfTest = visit.vitals().selfTests.front().result;
    outcome(AssessStep::selfTest) = words::selfTestResult(*m_facts.selfTest);
    return true;
}

bool AssessController::lookAtScan() {
    if (m_drive.scanCount() <= m_scansBefore) {
        // It was refused at once.
        if (const QString why = m_drive.whyNotStart(); !why.isEmpty() && !m_drive.scanning()) {
            SurfaceRead refused;
            refused.ended = EndReason::refused;
            (*m_step == AssessStep::sample ? m_facts.sample
             : *m_step == AssessStep::scan ? m_facts.scan
                                           : m_facts.secondLooks) = refused;
            outcome(*m_step) = why;
            return true;
        }
        return false;
    }
    if (m_drive.scanning())
        return false;
    const ScanView& scan = m_drive.scanAt(m_drive.scanCount() - 1);
    SurfaceRead read = surfaceReadOf(scan.record);
    if (scan.error)
        read.ended = EndReason::noAnswer;
    outcome(*m_step) = scan.error ? words::error(*scan.error)
                       : read.ended == EndReason::complete
                           ? words::surfaceRead(read)
                           : words::surfaceRead(read) + QStringLiteral(" · ") + words::ended(read.ended);
    (*m_step == AssessStep::sample ? m_facts.sample
     : *m_step == AssessStep::scan ? m_facts.scan
                                   : m_facts.secondLooks) = read;
    return true;
}

bool AssessController::lookAtRuling() {
    RulingController& ruling = m_drive.ruling();
    if (!m_seenAtWork)
        return false;
    const std::int64_t visit = m_drive.visit().visit().id;
    if (const QString why = ruling.whyNotGive(visit); !why.isEmpty()) {
        m_facts.ruled = true;
        outcome(AssessStep::ruling) = why;
        return true;
    }
    if (!m_given) {
        m_given = true;
        ruling.give(visit, {}, {}, m_drive.visit().visit().tester);
        return false;
    }
    if (ruling.given().size() <= m_rulingsBefore && !ruling.error())
        return false;
    m_facts.ruled = true;
    outcome(AssessStep::ruling) =
        ruling.error() ? words::error(*ruling.error()) : words::rulingShort(ruling.ruling());
    return true;
}

} // namespace orbita::app
