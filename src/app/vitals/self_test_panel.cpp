// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/vitals/self_test_panel.h"

#include "app/theme/theme.h"
#include "core/scan/plan.h"
#include "report/format.h"
#include "report/vitals_words.h"
#include "report/words.h"

#include <QApplication>
#include <QDialog>
#include <QDialogButtonBox>
#include <QGridLayout>
#include <QVBoxLayout>

namespace orbita::app {

namespace {

constexpr std::array<SelfTestKind, 4> kinds = {SelfTestKind::shortTest, SelfTestKind::extended,
                                               SelfTestKind::conveyance, SelfTestKind::selective};
constexpr std::size_t shownTests = 4;

QString announced(const SelfTestAbility& ability, SelfTestKind kind) {
    const auto minutes = kind == SelfTestKind::shortTest    ? ability.shortMinutes
                         : kind == SelfTestKind::extended   ? ability.extendedMinutes
                         : kind == SelfTestKind::conveyance ? ability.conveyanceMinutes
                                                            : std::nullopt;
    if (!minutes || *minutes == 0)
        return {};
    return *minutes < 60 ? SelfTestPanel::tr("%1 min").arg(*minutes)
                         : format::duration(std::chrono::minutes{*minutes});
}

QString logLine(const SelfTestEntry& test) {
    QString text =
        SelfTestPanel::tr("%1: %2").arg(words::selfTestKind(test.kind), words::selfTestResult(test.result));
    if (test.failingLba)
        text += SelfTestPanel::tr(", LBA %1").arg(format::lba(*test.failingLba));
    return text + SelfTestPanel::tr(" · at %1 h").arg(format::count(test.hours));
}

} // namespace

SelfTestPanel::SelfTestPanel(QWidget* parent)
    : QWidget(parent)
    , m_span(new QLineEdit(this))
    , m_abort(new QPushButton(tr("A&bort test"), this))
    , m_progress(new QProgressBar(this))
    , m_state(new QLabel(this))
    , m_log(new QLabel(this)) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(6);
    auto* grid = new QGridLayout;
    grid->setSpacing(6);
    const std::array<QString, 4> names = {tr("Short"), tr("Extended"), tr("Conveyance"), tr("Selective")};
    for (std::size_t i = 0; i < kinds.size(); ++i) {
        m_start[i] = new QPushButton(names[i], this);
        m_start[i]->setObjectName(QStringLiteral("test"));
        connect(m_start[i], &QPushButton::clicked, this, [this, i] { start(kinds[i]); });
        grid->addWidget(m_start[i], static_cast<int>(i / 2), static_cast<int>(i % 2));
    }
    m_span->setPlaceholderText(tr("sectors of a selective test: 0..999999"));
    m_span->setAccessibleName(tr("Sectors of a selective test"));
    m_span->setObjectName(QStringLiteral("testSpan"));
    m_progress->setTextVisible(false);
    m_progress->setFixedHeight(6);
    m_progress->setRange(0, 1000);
    m_state->setWordWrap(true);
    m_state->setObjectName(QStringLiteral("testState"));
    m_log->setWordWrap(true);
    m_log->setFont(Theme::text(12));
    m_log->setObjectName(QStringLiteral("testLog"));
    column->addLayout(grid);
    column->addWidget(m_span);
    column->addWidget(m_progress);
    column->addWidget(m_state);
    column->addWidget(m_abort);
    column->addWidget(m_log);
    connect(m_abort, &QPushButton::clicked, this, [this] {
        if (m_controller != nullptr)
            m_controller->visit().abortTest();
    });
}

void SelfTestPanel::start(SelfTestKind kind) {
    if (m_controller == nullptr)
        return;
    LbaSpan span{};
    if (kind == SelfTestKind::selective) {
        const auto parsed = parseSpan(m_span->text().trimmed().toStdString(), m_controller->identity());
        if (!parsed) {
            m_span->setFocus();
            emit told(words::error(parsed.error()));
            return;
        }
        span = *parsed;
    }
    if (m_controller->visit().gateClosed())
        confirmOverrule(kind, span);
    else
        m_controller->visit().startTest(kind, span);
}

// A closed gate is passed only by saying so, and that is kept.
void SelfTestPanel::confirmOverrule(SelfTestKind kind, const LbaSpan& span) {
    auto* dialog = new QDialog(this);
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    dialog->setWindowTitle(tr("Test all the same?"));
    const VisitController& visit = m_controller->visit();
    auto* text = new QLabel(
        tr("%1, serial %2, should not be tested: %3.\n\nA self-test keeps its mechanics busy and "
           "may finish it off. The casebook will say that you overruled this.")
            .arg(words::driveName(m_controller->identity()),
                 QString::fromStdString(m_controller->identity().serial),
                 words::entryReason(visit.gate().reasons.front(), visit.vitals(), visit.findings())),
        dialog);
    text->setWordWrap(true);
    text->setMinimumWidth(420);
    auto* buttons = new QDialogButtonBox(dialog);
    QPushButton* back = buttons->addButton(tr("Leave it alone"), QDialogButtonBox::RejectRole);
    buttons->addButton(tr("Test all the same"), QDialogButtonBox::AcceptRole);
    back->setDefault(true);
    auto* column = new QVBoxLayout(dialog);
    column->addWidget(text);
    column->addWidget(buttons);
    connect(buttons, &QDialogButtonBox::rejected, dialog, &QDialog::reject);
    connect(buttons, &QDialogButtonBox::accepted, dialog, &QDialog::accept);
    connect(dialog, &QDialog::accepted, this, [this, controller = m_controller, kind, span] {
        if (controller == m_controller)
            controller->visit().startTest(kind, span);
    });
    dialog->show();
}

// The button that had the keyboard may have gone or be of no use now: to one that is, or it lands somewhere
// in the window.
void SelfTestPanel::keepKeyboard() {
    if (QWidget* has = QApplication::focusWidget(); has != this && isAncestorOf(has) && has->isEnabled())
        return;
    if (!m_abort->isHidden())
        return m_abort->setFocus();
    const auto usable = std::find_if(m_start.begin(), m_start.end(),
                                     [](const QPushButton* b) { return b->isEnabled() && !b->isHidden(); });
    if (usable != m_start.end())
        (*usable)->setFocus();
    else
        setFocus(); // until one is
}

void SelfTestPanel::refresh() {
    if (m_controller == nullptr)
        return;
    const VisitController& visit = m_controller->visit();
    const bool running = visit.testRunning();
    bool any = false;
    const bool keyboardHere = isAncestorOf(QApplication::focusWidget()); // or this
    for (std::size_t i = 0; i < kinds.size(); ++i) {
        const QString why = visit.whyNotTest(kinds[i]);
        const bool offered = offers(visit.vitals().ability, kinds[i]);
        any = any || offered;
        m_start[i]->setVisible(offered);
        m_start[i]->setEnabled(why.isEmpty());
        const QString time = announced(visit.vitals().ability, kinds[i]);
        QString name = words::selfTestKind(kinds[i]);
        name[0] = name[0].toUpper();
        m_start[i]->setText(time.isEmpty() ? name : tr("%1, %2").arg(name, time));
        m_start[i]->setToolTip(why.isEmpty() ? tr("The drive tests itself in the background; it only reads")
                                             : why);
    }
    m_span->setVisible(offers(visit.vitals().ability, SelfTestKind::selective) && !running);
    m_progress->setVisible(running);
    m_abort->setVisible(running);
    if (keyboardHere)
        keepKeyboard();
    if (running) {
        const auto done = visit.vitals().selfTest.done;
        m_progress->setValue(static_cast<int>(done.value_or(0) * 1000));
        m_state->setText(done ? tr("Testing itself, %1 done. It reads only.").arg(format::percent(*done, 0))
                              : tr("Testing itself. It reads only."));
    } else if (visit.testError()) {
        m_state->setText(words::error(*visit.testError()));
    } else if (!any) {
        m_state->setText(tr("No self-test is offered here."));
    } else {
        m_state->clear();
    }
    m_state->setVisible(!m_state->text().isEmpty());
    QStringList lines;
    for (std::size_t i = 0; i < std::min(shownTests, visit.vitals().selfTests.size()); ++i)
        if (visit.vitals().selfTests[i].result != SelfTestResult::unfinished)
            lines << logLine(visit.vitals().selfTests[i]);
    m_log->setText(lines.isEmpty() && any && !running ? tr("It has never tested itself.")
                                                      : lines.join(QLatin1Char('\n')));
    m_log->setVisible(!m_log->text().isEmpty());
}

} // namespace orbita::app
