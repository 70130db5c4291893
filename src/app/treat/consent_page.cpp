// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/treat/consent_page.h"

#include "app/theme/theme.h"
#include "report/format.h"
#include "report/refresh_words.h"
#include "report/treatment_words.h"
#include "report/words.h"

#include <QHBoxLayout>
#include <QKeyEvent>
#include <QVBoxLayout>

namespace orbita::app {

namespace {

constexpr int textWidth = 760;

QString row(const QString& name, const QString& value) {
    return QStringLiteral("<tr><td style='color:%1; padding-right:18px'>%2</td><td>%3</td></tr>")
        .arg(tone(Tone::textDim).name(), name.toHtmlEscaped(), value.toHtmlEscaped());
}

// What is on it, as far as this computer can tell.
QString contentsOf(const Target& target) {
    QStringList parts;
    for (const DrivePart& part : target.parts) {
        QString text = part.fileSystem.empty() ? ConsentPage::tr("unknown contents")
                                               : QString::fromStdString(part.fileSystem);
        if (!part.label.empty())
            text += QStringLiteral(" “%1”").arg(QString::fromStdString(part.label));
        parts << text + QStringLiteral(", ") + format::bytes(part.bytes);
    }
    return parts.isEmpty() ? ConsentPage::tr("nothing that this computer recognises")
                           : parts.join(QStringLiteral("; "));
}

QString dataOf(DataElsewhere answer) {
    switch (answer) {
    case DataElsewhere::saved:
        return ConsentPage::tr("saved elsewhere");
    case DataElsewhere::notSaved:
        return ConsentPage::tr("only here");
    case DataElsewhere::unknown:
    case DataElsewhere::notAsked:
        break;
    }
    return ConsentPage::tr("nobody knows whether it exists elsewhere");
}

} // namespace

ConsentPage::ConsentPage(QWidget* parent)
    : QWidget(parent)
    , m_title(new QLabel(this))
    , m_drive(new QLabel(this))
    , m_facts(new QLabel(this))
    , m_what(new QLabel(this))
    , m_scope(new QWidget(this))
    , m_whole(new QPushButton(tr("&All of it"), m_scope))
    , m_late(new QPushButton(tr("&Only what reads late"), m_scope))
    , m_destroys(new DestroysFrame(tr("&Destroy what cannot be read there"), this))
    , m_against(new DestroysFrame(tr("&Treat it all the same; the casebook will say that you overruled this"),
                                  this))
    , m_asked(new QLabel(this))
    , m_confirmation(new QLineEdit(this))
    , m_refusal(new QLabel(this))
    , m_leave(new QPushButton(tr("&Leave it alone"), this))
    , m_write(new QPushButton(tr("&Write to this drive"), this)) {
    setObjectName(QStringLiteral("consent"));
    m_title->setFont(Theme::text(14, QFont::Medium));
    m_drive->setFont(Theme::text(24, QFont::Medium));
    m_drive->setObjectName(QStringLiteral("consentDrive"));
    m_drive->setWordWrap(true);
    m_facts->setTextFormat(Qt::RichText); // what is put into it is escaped
    m_facts->setWordWrap(true);
    m_what->setWordWrap(true);
    m_what->setObjectName(QStringLiteral("consentWhat"));
    m_what->setFont(Theme::text(14));
    auto* scope = new QHBoxLayout(m_scope);
    scope->setContentsMargins(0, 0, 0, 0);
    scope->setSpacing(10);
    for (QPushButton* one : {m_whole, m_late}) {
        one->setObjectName(QStringLiteral("mark"));
        one->setCheckable(true);
        one->setAutoExclusive(true);
        scope->addWidget(one);
        connect(one, &QPushButton::toggled, this, &ConsentPage::sayRefresh);
    }
    scope->addStretch();
    m_asked->setWordWrap(true);
    m_asked->setBuddy(m_confirmation);
    m_confirmation->setObjectName(QStringLiteral("consentTyped"));
    m_confirmation->setMaxLength(40);
    m_confirmation->setFixedWidth(220);
    m_confirmation->setFont(Theme::digits(16));
    m_refusal->setObjectName(QStringLiteral("judgement"));
    m_refusal->setProperty("weight", QStringLiteral("grave"));
    m_refusal->setAccessibleName(tr("Refused"));
    m_refusal->setWordWrap(true);
    m_write->setObjectName(QStringLiteral("writes"));
    auto* card = new QFrame(this);
    card->setObjectName(QStringLiteral("card"));
    auto* inside = new QVBoxLayout(card);
    inside->setContentsMargins(24, 18, 24, 18);
    inside->setSpacing(10);
    auto* buttons = new QHBoxLayout;
    buttons->setSpacing(10);
    buttons->addWidget(m_confirmation);
    buttons->addWidget(m_write);
    buttons->addWidget(m_leave);
    buttons->addStretch();
    for (QWidget* part :
         {static_cast<QWidget*>(m_title), static_cast<QWidget*>(m_drive), static_cast<QWidget*>(m_facts),
          m_scope, static_cast<QWidget*>(m_what), static_cast<QWidget*>(m_destroys),
          static_cast<QWidget*>(m_against), static_cast<QWidget*>(m_asked)})
        inside->addWidget(part);
    inside->addLayout(buttons);
    inside->addWidget(m_refusal);
    card->setMaximumWidth(textWidth + 48);
    auto* middle = new QHBoxLayout(this);
    middle->setContentsMargins(0, 0, 0, 0);
    middle->addStretch();
    auto* column = new QVBoxLayout;
    column->addWidget(card);
    column->addStretch();
    middle->addLayout(column, 100);
    middle->addStretch();
    connect(m_leave, &QPushButton::clicked, this, &ConsentPage::declined);
    connect(m_write, &QPushButton::clicked, this, [this] { emit agreed(m_confirmation->text().trimmed()); });
    connect(m_confirmation, &QLineEdit::textChanged, this, &ConsentPage::allow);
    connect(m_confirmation, &QLineEdit::returnPressed, m_write, &QPushButton::click);
    connect(&m_destroys->tick(), &QCheckBox::toggled, this, &ConsentPage::allow);
    connect(&m_against->tick(), &QCheckBox::toggled, this, &ConsentPage::allow);
}

// What is written, what of it destroys, and what speaks against it.
void ConsentPage::askWhat(const DriveController& controller, const ConsentQuestion& question) {
    using About = ConsentQuestion::About;
    const DriveIdentity& drive = controller.identity();
    const AllowedSteps& allowed = question.plan.rules.allowed;
    const bool refreshes = question.about == About::refresh || question.about == About::goOnRefreshing;
    const bool destroys = !refreshes && (allowed.zeros || allowed.reassign);
    m_destroys->setVisible(destroys);
    m_scope->setVisible(question.about == About::refresh);
    if (refreshes) {
        const bool late = !question.refreshing.late.spans.empty();
        m_whole->setText(tr("&All of it: %1").arg(words::refreshTakes(question.refreshing.wholeCost)));
        m_late->setText(
            late ? tr("&Only what reads late: %1").arg(words::refreshTakes(question.refreshing.lateCost))
                 : tr("&Only what reads late: nothing is known to"));
        m_late->setEnabled(late);
        (late ? m_late : m_whole)->setChecked(true);
        sayRefresh();
        return;
    }
    const bool along = question.about == About::along;
    m_what->setText(along ? words::consentAlong(allowed, drive) : words::consent(question.plan, drive));
    m_destroys->say(tr("This destroys on %1: %2.")
                        .arg(words::whichDrive(drive),
                             along ? words::lossAlong(allowed)
                                   : words::likelyLoss(question.plan.spots, allowed, drive.logicalBytes)));
}

void ConsentPage::sayRefresh() {
    const RefreshProposal& refreshing = m_question.refreshing;
    if (m_question.about == ConsentQuestion::About::goOnRefreshing) {
        m_what->setText(words::refreshConsent(refreshing.whole, m_identity));
        return;
    }
    const RefreshPlan& plan = wantsWhole() ? refreshing.whole : refreshing.late;
    m_what->setText(
        words::refreshConsent(plan, m_identity) + QLatin1Char(' ') +
        words::refreshCosts(wantsWhole() ? refreshing.wholeCost : refreshing.lateCost, plan, m_identity));
}

QString ConsentPage::titleOf(ConsentQuestion::About about) {
    switch (about) {
    case ConsentQuestion::About::places:
        return tr("Write to this drive?");
    case ConsentQuestion::About::goOn:
        return tr("Go on writing to this drive?");
    case ConsentQuestion::About::along:
        return tr("Scan this drive, and write to it as you go?");
    case ConsentQuestion::About::refresh:
        return tr("Refresh this drive: read it, and write it back as it is?");
    case ConsentQuestion::About::goOnRefreshing:
        return tr("Go on refreshing this drive?");
    }
    return {};
}

void ConsentPage::ask(const DriveController& controller, const ConsentQuestion& question) {
    m_question = question;
    m_identity = controller.identity();
    const bool again = question.about == ConsentQuestion::About::goOn ||
                       question.about == ConsentQuestion::About::goOnRefreshing;
    const TreatmentAdvised& advised = question.advised;
    const DriveIdentity& drive = m_identity;
    const Vitals* vitals =
        controller.visit().state() == VisitController::State::read ? &controller.visit().vitals() : nullptr;
    m_title->setText(titleOf(question.about));
    m_drive->setText(words::driveName(drive));
    m_facts->setText(QStringLiteral("<table cellspacing='2'>") +
                     row(tr("Serial number"),
                         drive.serial.empty() ? tr("none reported") : QString::fromStdString(drive.serial)) +
                     row(tr("Capacity"), format::bytes(drive.capacityBytes())) +
                     row(tr("On it"), contentsOf(controller.target())) +
                     row(tr("Its data"), dataOf(controller.data())) + QStringLiteral("</table>"));
    askWhat(controller, question);
    m_destroys->tick().setChecked(false);
    const bool against = !again && advised.advice != TreatmentAdvice::treat;
    m_against->setVisible(against);
    QStringList reasons;
    for (const AdviceReason& reason : advised.reasons)
        if (reason.weight == advised.advice)
            reasons << words::adviceReason(reason, vitals);
    m_against->say(words::advice(advised) + QLatin1Char(' ') + reasons.join(QLatin1Char(' ')));
    m_against->tick().setChecked(false);
    m_asked->setText(
        tr("To write to it, t&ype %1.")
            .arg(words::confirmationAsked(driveIdOf(drive), serialOnLabel(controller.target(), vitals))));
    m_confirmation->setAccessibleName(m_asked->text().remove(QLatin1Char('&')));
    m_confirmation->clear();
    m_refusal->hide();
    setAsking(false);
    QWidget* first = !m_scope->isHidden()      ? static_cast<QWidget*>(wantsWhole() ? m_whole : m_late)
                     : !m_destroys->isHidden() ? static_cast<QWidget*>(&m_destroys->tick())
                     : !m_against->isHidden()  ? static_cast<QWidget*>(&m_against->tick())
                                               : static_cast<QWidget*>(m_confirmation);
    first->setFocus();
}

void ConsentPage::setAsking(bool asking) {
    m_asking = asking;
    m_write->setText(asking ? tr("Asking the drive…") : tr("&Write to this drive"));
    if (asking)
        m_refusal->hide();
    allow();
}

void ConsentPage::refuse(const Error& error) {
    setAsking(false);
    m_refusal->setText(tr("Nothing was written: %1. %2")
                           .arg(words::phrase(error.answer), words::phrase(error.advice))
                           .trimmed());
    m_refusal->show();
    m_confirmation->setFocus();
    m_confirmation->selectAll();
}

void ConsentPage::allow() {
    const bool ticked = (m_destroys->isHidden() || m_destroys->tick().isChecked()) &&
                        (m_against->isHidden() || m_against->tick().isChecked());
    m_write->setEnabled(!m_asking && ticked && !m_confirmation->text().trimmed().isEmpty());
    m_confirmation->setEnabled(!m_asking);
}

void ConsentPage::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape && !m_asking)
        emit declined();
    else
        QWidget::keyPressEvent(event);
}

} // namespace orbita::app
