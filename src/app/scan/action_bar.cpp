// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/scan/action_bar.h"

#include "app/scan/plan_sentence.h"
#include "app/theme/theme.h"

#include <QHBoxLayout>
#include <QStyle>
#include <QVBoxLayout>

namespace orbita::app {

namespace {

QPushButton* makeButton(const QString& text, const char* name, const QString& tip, QWidget* parent) {
    auto* button = new QPushButton(text, parent);
    button->setObjectName(QLatin1String(name));
    button->setToolTip(tip);
    return button;
}

} // namespace

ActionBar::ActionBar(QWidget* parent)
    : QFrame(parent)
    , m_start(makeButton(tr("&Start"), "primary", tr("Start the scan (F5)"), this))
    , m_goOn(makeButton(tr("&Go on"), "primary",
                        tr("Go on where this scan was broken off; what was read is not read again (F9)"),
                        this))
    , m_pause(makeButton(tr("&Pause"), "pause", tr("Pause or resume (F6)"), this))
    , m_stop(makeButton(tr("S&top"), "stop", tr("End the scan; what was read is kept (F7)"), this))
    , m_main(new OneLine(this))
    , m_detail(new OneLine(this))
    , m_question(new QWidget(this))
    , m_replay(makeButton(tr("Repla&y"), "flat", tr("Play this scan once more, in seconds (F10)"), this))
    , m_plan(makeButton(tr("P&lan…"), "flat", tr("Span, block size and rules (Ctrl+L)"), this))
    , m_saveTo(
          makeButton(tr("Save t&o…"), "flat", tr("Save what is read in an image, in the same pass"), this))
    , m_plain(makeButton({}, "flat", {}, this))
    , m_export(makeButton(tr("&Export…"), "flat", tr("Scan, ledger, report or picture (Ctrl+E)"), this)) {
    setObjectName(QStringLiteral("actionBar"));
    setFixedHeight(66);
    m_main->setFont(Theme::text(14, QFont::Medium));
    m_main->setObjectName(QStringLiteral("actionSentence"));
    m_detail->setObjectName(QStringLiteral("dim"));
    m_detail->setFont(Theme::text(12));

    auto* answers = new QHBoxLayout(m_question);
    answers->setContentsMargins(0, 0, 0, 0);
    answers->setSpacing(6);
    const std::array<std::pair<DataElsewhere, QString>, 3> choices = {
        {{DataElsewhere::saved, tr("&Yes, saved")},
         {DataElsewhere::notSaved, tr("&No")},
         {DataElsewhere::unknown, tr("Not &known")}}};
    for (const auto& [answer, text] : choices) {
        QPushButton* button = makeButton(text, "answer", {}, m_question);
        button->setAccessibleName(tr("Does the data on this drive exist elsewhere? %1")
                                      .arg(QString(text).remove(QLatin1Char('&'))));
        connect(button, &QPushButton::clicked, this, [this, a = answer] {
            if (m_controller == nullptr)
                return;
            m_controller->setData(a);
            m_start->setFocus();
        });
        answers->addWidget(button);
        m_answers.push_back(button);
    }

    auto* sentence = new QVBoxLayout;
    sentence->setSpacing(2);
    sentence->addStretch();
    sentence->addWidget(m_main);
    sentence->addWidget(m_detail);
    sentence->addStretch();
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(12, 8, 10, 8);
    row->setSpacing(8);
    row->addWidget(m_start);
    row->addWidget(m_goOn);
    row->addWidget(m_pause);
    row->addWidget(m_stop);
    row->addSpacing(8);
    row->addLayout(sentence, 1);
    row->addWidget(m_question);
    row->addWidget(m_replay);
    row->addWidget(m_saveTo);
    row->addWidget(m_plain);
    row->addWidget(m_plan);
    row->addWidget(m_export);

    connect(m_start, &QPushButton::clicked, this, [this] {
        m_controller->start();
        emit started();
    });
    connect(m_goOn, &QPushButton::clicked, this, [this] {
        m_controller->continueScan();
        emit started();
    });
    connect(m_pause, &QPushButton::clicked, this, &ActionBar::pauseOrResume);
    connect(m_stop, &QPushButton::clicked, this, [this] { m_controller->stop(); });
    connect(m_replay, &QPushButton::clicked, this, &ActionBar::replayOrEnd);
    connect(m_plan, &QPushButton::clicked, this, &ActionBar::planWanted);
    connect(m_saveTo, &QPushButton::clicked, this, &ActionBar::saveToWanted);
    connect(m_plain, &QPushButton::clicked, this, [this] { m_controller->plainOrProposed(); });
    connect(m_export, &QPushButton::clicked, this, &ActionBar::exportWanted);
}

void ActionBar::setController(DriveController* controller) {
    m_controller = controller;
    refresh();
}

void ActionBar::refresh() {
    setEnabled(m_controller != nullptr);
    if (m_controller == nullptr)
        return;
    const bool scanning = m_controller->scanning();
    const bool asking =
        !scanning && m_controller->data() == DataElsewhere::notAsked && !m_controller->target().name.empty();
    const ScanView* scan = m_controller->current();
    const bool hasResult = scan != nullptr && scan->record.plate != nullptr;
    m_start->setVisible(!scanning && !asking);
    m_start->setEnabled(m_controller->whyNotStart().isEmpty());
    m_start->setText(hasResult ? tr("&Scan again") : tr("&Start"));
    m_goOn->setVisible(!asking && m_controller->canContinue());
    // One of the two is what comes next; the other stays in reach.
    m_start->setObjectName(m_goOn->isVisibleTo(this) ? QStringLiteral("flat") : QStringLiteral("primary"));
    m_start->style()->polish(m_start);
    m_pause->setVisible(scanning);
    m_pause->setEnabled(!m_controller->stopAsked());
    m_pause->setText(m_controller->pauseAsked() ? tr("&Resume") : tr("&Pause"));
    m_stop->setVisible(scanning);
    m_stop->setEnabled(!m_controller->stopAsked());
    m_question->setVisible(asking);
    m_plan->setVisible(!scanning && !m_controller->target().name.empty());
    const bool attached = !m_controller->target().name.empty();
    const bool before = attached && !scanning && scan == nullptr; // what will be read, in what way
    const ProposedPlan proposed = m_controller->proposed();
    m_saveTo->setVisible(before && !asking && proposed.shouldSave && m_controller->plan().saveTo.empty());
    m_plain->setVisible(before && !asking &&
                        (m_controller->planChosen() || proposed.reason != PlanReason::plain));
    m_plain->setText(m_controller->planChosen() ? tr("P&roposed plan") : tr("Plai&n plan"));
    m_plain->setToolTip(m_controller->planChosen() ? tr("Back to the plan that is proposed (Ctrl+Shift+L)")
                                                   : tr("The whole drive, forward, instead (Ctrl+Shift+L)"));
    const bool replaying = m_controller->replaying();
    m_replay->setVisible(replaying || (!scanning && m_controller->canReplay()));
    m_replay->setText(replaying ? tr("End repla&y") : tr("Repla&y"));
    m_export->setVisible(hasResult && !replaying);
    Sentence sentence = sentenceOf(*m_controller);
    if (asking) {
        if (scan == nullptr)
            sentence.detail = sentence.main + QStringLiteral(" · ") + sentence.detail;
        else
            sentence.detail = sentence.main + QLatin1Char(' ') + sentence.detail;
        sentence.main = tr("Does the data on this drive exist elsewhere?");
    }
    m_main->setText(sentence.main);
    m_main->setToolTip(sentence.main);
    m_detail->setText(sentence.detail);
    m_detail->setToolTip(sentence.detail);
    setAccessibleName(sentence.main + QStringLiteral(". ") + sentence.detail);
}

void ActionBar::startOrAsk() {
    if (m_question->isVisible())
        m_answers.front()->setFocus();
    else if (m_start->isVisible() && m_start->isEnabled())
        m_start->click();
}

void ActionBar::replayOrEnd() {
    if (m_controller == nullptr)
        return;
    if (m_controller->replaying())
        m_controller->endReplay();
    else
        m_controller->startReplay();
}

void ActionBar::pauseOrResume() {
    if (m_controller == nullptr || !m_controller->scanning() || m_controller->stopAsked())
        return;
    if (m_controller->pauseAsked())
        m_controller->resume();
    else
        m_controller->pause();
}

} // namespace orbita::app
