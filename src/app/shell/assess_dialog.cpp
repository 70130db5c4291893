// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/assess_dialog.h"

#include "app/rack/drive_controller.h"
#include "app/scan/plan_sentence.h"
#include "app/theme/theme.h"
#include "report/assess_words.h"
#include "report/format.h"
#include "report/words.h"

#include <QDialogButtonBox>
#include <QGridLayout>
#include <QVBoxLayout>
#include <algorithm>

namespace orbita::app {

namespace {

// What a step asks of the drive and of whoever waits, before it is run.
QString costOf(AssessStep step, const DriveController& drive) {
    switch (step) {
    case AssessStep::vitals:
        return AssessDialog::tr("counters and logs: a second or two");
    case AssessStep::selfTest: {
        const auto minutes = drive.visit().vitals().ability.shortMinutes;
        return minutes && *minutes > 0
                   ? AssessDialog::tr("the drive announces %1 min").arg(*minutes)
                   : AssessDialog::tr("as long as the drive announces, often two minutes");
    }
    case AssessStep::sample:
        return AssessDialog::tr("%1 blocks spread over the drive: a minute or so")
            .arg(format::count(assessSamples));
    case AssessStep::scan:
        return guessWords({}, drive.identity());
    case AssessStep::secondLooks:
        return AssessDialog::tr("what was found, and what lies around it, once more");
    case AssessStep::ruling:
        return AssessDialog::tr("by the policy in force");
    case AssessStep::report:
        break;
    }
    return {};
}

} // namespace

AssessDialog::AssessDialog(DriveController& drive, std::vector<DriveController*> all, QWidget* parent)
    : QDialog(parent)
    , m_drive(&drive)
    , m_data(new DataAnswers(QBoxLayout::LeftToRight, this))
    , m_rack(new QCheckBox(tr("Every drive in the &rack, side by side"), this))
    , m_rackStand(new QLabel(this))
    , m_answer(new QLabel(this))
    , m_start(new QPushButton(tr("&Begin"), this))
    , m_stop(new QPushButton(tr("&Stop"), this))
    , m_report(new QPushButton(tr("Write a re&port…"), this)) {
    setWindowTitle(tr("Assess this drive"));
    setAttribute(Qt::WA_DeleteOnClose);
    setObjectName(QStringLiteral("assess"));
    resize(640, 420);
    m_all.assign(all.begin(), all.end());
    auto* about = new QLabel(
        tr("%1, serial %2: gentle steps first, each only if the one before leaves it wise. Nothing is "
           "written to "
           "the drive; what is found is kept.")
            .arg(words::driveName(drive.identity()), drive.identity().serial.empty()
                                                         ? tr("not reported")
                                                         : QString::fromStdString(drive.identity().serial)),
        this);
    about->setWordWrap(true);
    auto* grid = new QGridLayout;
    grid->setHorizontalSpacing(14);
    grid->setVerticalSpacing(6);
    grid->setColumnStretch(1, 1);
    for (std::size_t s = 0; s < assessSteps; ++s) {
        const auto step = static_cast<AssessStep>(s);
        if (step == AssessStep::report)
            continue; // by the button, once there is something to report
        m_steps[s] = new QCheckBox(words::assessStep(step), this);
        m_steps[s]->setObjectName(
            QStringLiteral("assess-%1").arg(QString::fromStdString(std::string(assessStepName(step)))));
        m_steps[s]->setChecked(true);
        m_outcomes[s] = new QLabel(this);
        m_outcomes[s]->setObjectName(QStringLiteral("dim"));
        m_outcomes[s]->setWordWrap(true);
        grid->addWidget(m_steps[s], static_cast<int>(s), 0, Qt::AlignTop);
        grid->addWidget(m_outcomes[s], static_cast<int>(s), 1);
    }
    m_rack->setObjectName(QStringLiteral("assessRack"));
    m_rack->setVisible(m_all.size() > 1);
    m_answer->setWordWrap(true);
    m_answer->setObjectName(QStringLiteral("assessAnswer"));
    m_start->setObjectName(QStringLiteral("primary"));
    m_start->setDefault(true);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close, this);
    buttons->addButton(m_start, QDialogButtonBox::ActionRole);
    buttons->addButton(m_stop, QDialogButtonBox::ActionRole);
    buttons->addButton(m_report, QDialogButtonBox::ActionRole);
    for (QPushButton* button : {m_stop, m_report, buttons->button(QDialogButtonBox::Close)})
        button->setAutoDefault(false);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(18, 16, 18, 14);
    column->setSpacing(10);
    column->addWidget(about);
    column->addWidget(Theme::heading(tr("Does the data on it exist elsewhere?"), this));
    column->addWidget(m_data, 0, Qt::AlignLeft);
    column->addSpacing(4);
    column->addLayout(grid);
    column->addWidget(m_rack);
    column->addWidget(m_rackStand);
    column->addWidget(m_answer);
    column->addStretch();
    column->addWidget(buttons);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(m_start, &QPushButton::clicked, this, &AssessDialog::begin);
    connect(m_stop, &QPushButton::clicked, this, [this] {
        for (const auto& one : m_all)
            if (one && (one == m_drive || m_rack->isChecked()))
                one->assessment().stop();
    });
    connect(m_rack, &QCheckBox::toggled, this, &AssessDialog::refresh);
    connect(m_report, &QPushButton::clicked, this, &AssessDialog::reportWanted);
    connect(m_data, &DataAnswers::answered, this, [this](DataElsewhere answer) {
        if (m_drive)
            m_drive->setData(answer);
        m_start->setFocus();
    });
    for (const auto& one : m_all)
        if (one)
            connect(&one->assessment(), &AssessController::changed, this, &AssessDialog::refresh);
    connect(&drive, &DriveController::stateChanged, this, &AssessDialog::refresh);
    connect(&drive, &QObject::destroyed, this, &QDialog::reject);
    refresh();
}

void AssessDialog::begin() {
    if (!m_drive)
        return;
    std::set<AssessStep> skip;
    for (std::size_t s = 0; s < assessSteps; ++s)
        if (m_steps[s] != nullptr && !m_steps[s]->isChecked())
            skip.insert(static_cast<AssessStep>(s));
    m_drive->assessment().start(skip);
    if (m_rack->isChecked())
        for (const auto& one : m_all)
            if (one && one != m_drive) {
                // Nobody was asked: the gentlest answer.
                if (one->data() == DataElsewhere::notAsked)
                    one->setData(DataElsewhere::unknown);
                one->assessment().start(skip);
            }
}

QString AssessDialog::rackStand() const {
    int begun = 0;
    int over = 0;
    for (const auto& one : m_all)
        if (one && one->assessment().begun()) {
            ++begun;
            over += one->assessment().running() ? 0 : 1;
        }
    return begun > 1 ? tr("%1 of %2 drives assessed; the rack shows how far each is.").arg(over).arg(begun)
                     : QString();
}

void AssessDialog::refresh() {
    if (!m_drive)
        return;
    const AssessController& assess = m_drive->assessment();
    const bool running = assess.running();
    for (std::size_t s = 0; s < assessSteps; ++s) {
        if (m_steps[s] == nullptr)
            continue;
        const auto step = static_cast<AssessStep>(s);
        m_steps[s]->setEnabled(!running);
        const QString outcome = assess.outcomeOf(step);
        QString text;
        switch (assess.stateOf(step)) {
        case AssessController::StepState::running:
            text = tr("running…");
            break;
        case AssessController::StepState::done:
            text = outcome;
            break;
        case AssessController::StepState::ahead:
            text = costOf(step, *m_drive);
            break;
        case AssessController::StepState::leftOut:
            text = assess.begun() ? tr("left out") : costOf(step, *m_drive);
            break;
        }
        m_outcomes[s]->setText(text);
    }
    const QString why = assess.whyNotStart();
    m_start->setEnabled(why.isEmpty());
    m_start->setText(assess.begun() && !running ? tr("&Begin again") : tr("&Begin"));
    const bool others = m_rack->isChecked() && std::any_of(m_all.begin(), m_all.end(), [](const auto& one) {
                            return one && one->assessment().running();
                        });
    m_stop->setEnabled(running || others);
    m_stop->setText(m_rack->isChecked() ? tr("&Stop all") : tr("&Stop"));
    m_data->show(m_drive->data());
    m_data->setEnabled(!running);
    m_rackStand->setText(rackStand());
    m_rackStand->setHidden(m_rackStand->text().isEmpty());
    m_report->setEnabled(assess.begun() && !running);
    m_answer->setText(assess.halt() != AssessHalt::none ? words::assessHalt(assess.halt())
                      : running                         ? tr("It goes on when this window is closed.")
                      : assess.begun() ? tr("Done. Judge (Ctrl+J) shows the ruling with its reasons.")
                                       : why);
}

} // namespace orbita::app
