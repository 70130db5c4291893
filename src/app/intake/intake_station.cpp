// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/intake/intake_station.h"

#include "app/theme/theme.h"
#include "report/action_words.h"
#include "report/format.h"
#include "report/vitals_words.h"
#include "report/words.h"

#include <QDateTime>
#include <QFormLayout>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QLocale>
#include <QScrollArea>
#include <QVBoxLayout>
#include <algorithm>

namespace orbita::app {

namespace {

QFrame* makeCard(QWidget* parent) {
    auto* card = new QFrame(parent);
    card->setObjectName(QStringLiteral("card"));
    return card;
}

// What does not fit is reached by scrolling; the window need not grow.
QScrollArea* scrolled(QWidget* card) {
    auto* area = new QScrollArea(card->parentWidget());
    area->setObjectName(QStringLiteral("plainScroll"));
    area->setFrameShape(QFrame::NoFrame);
    area->setWidgetResizable(true);
    area->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    area->setFocusPolicy(Qt::NoFocus);
    area->setWidget(card);
    return area;
}

QString factRow(const QString& name, const QString& value) {
    return QStringLiteral("<tr><td style='color:%1; padding-right:18px'>%2</td><td>%3</td></tr>")
        .arg(tone(Tone::textDim).name(), name.toHtmlEscaped(), value.toHtmlEscaped());
}

// The serial's last four characters stand out: they are what is compared with the label.
QString serialHtml(const std::string& serial) {
    if (serial.empty())
        return IntakeStation::tr("no serial number reported");
    const QString text = QString::fromStdString(serial);
    return QStringLiteral("<span style='color:%1'>%2</span><b>%3</b>")
        .arg(tone(Tone::textDim).name(), text.chopped(std::min<qsizetype>(4, text.size())).toHtmlEscaped(),
             text.right(4).toHtmlEscaped());
}

} // namespace

IntakeStation::IntakeStation(QWidget* parent)
    : Station(parent)
    , m_model(new QLabel(this))
    , m_serial(new QLabel(this))
    , m_facts(new QLabel(this))
    , m_usesText(new QLabel(this))
    , m_remarks(new QLabel(this))
    , m_hold(new QPushButton(tr("&Hold it read-only"), this))
    , m_holdNote(new QLabel(this))
    , m_parts(new PartsBar(this))
    , m_earlier(new QLabel(this))
    , m_doneHead(Theme::heading(tr("Done to it"), this))
    , m_done(new QLabel(this))
    , m_markNote(new QLabel(this))
    , m_words(new QPlainTextEdit(this))
    , m_notes(new QPlainTextEdit(this))
    , m_customer(new QLineEdit(this))
    , m_job(new QLineEdit(this))
    , m_tester(new QLineEdit(this))
    , m_data(new DataAnswers(QBoxLayout::LeftToRight, this))
    , m_foot(new StationFoot(tr("Read &vitals"), tr("Ask the drive for its counters and logs (F8)"),
                             tr("Straight to the scan"), this)) {
    auto* middle = new QHBoxLayout;
    middle->setSpacing(16);
    middle->addWidget(scrolled(makeIdentity()), 1);
    middle->addWidget(scrolled(makeStory()), 1);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    column->addLayout(middle, 1);
    column->addWidget(m_foot);
    connect(m_foot, &StationFoot::acted, this, [this] { emit actionWanted(QStringLiteral("read-vitals")); });
    connect(m_foot, &StationFoot::nextWanted, this, [this] { emit stationWanted(QStringLiteral("scan")); });
    addButtonAction("hold-read-only", tr("Hold the drive read-only, or let it go"), {}, m_hold);
    setController(nullptr);
}

QWidget* IntakeStation::makeIdentity() {
    auto* card = makeCard(this);
    auto* column = new QVBoxLayout(card);
    column->setContentsMargins(20, 16, 20, 16);
    column->setSpacing(8);
    m_model->setFont(Theme::text(30, QFont::Medium));
    m_model->setObjectName(QStringLiteral("intakeModel"));
    QFont serial = Theme::digits(26);
    m_serial->setFont(serial);
    m_serial->setObjectName(QStringLiteral("intakeSerial"));
    m_serial->setTextFormat(Qt::RichText);
    m_serial->setTextInteractionFlags(Qt::TextSelectableByMouse | Qt::TextSelectableByKeyboard);
    m_facts->setTextInteractionFlags(Qt::TextSelectableByMouse);
    m_facts->setTextFormat(Qt::RichText);
    m_usesText->setWordWrap(true);
    m_remarks->setWordWrap(true);
    m_remarks->setObjectName(QStringLiteral("judgement"));
    m_remarks->setProperty("weight", QStringLiteral("note"));
    m_hold->setObjectName(QStringLiteral("mark"));
    m_hold->setCheckable(true);
    m_hold->setAccessibleDescription(tr("The system's block layer then takes no new writes to it; commands "
                                        "to the drive itself pass all the same"));
    m_holdNote->setWordWrap(true);
    m_holdNote->setObjectName(QStringLiteral("dim"));
    connect(m_hold, &QPushButton::clicked, this, [this](bool on) {
        if (m_controller != nullptr)
            m_controller->visit().holdReadOnly(on);
    });
    auto* hold = new QHBoxLayout;
    hold->setSpacing(10);
    hold->addWidget(m_hold);
    hold->addWidget(m_holdNote, 1);
    m_earlier->setWordWrap(true);
    m_earlier->setTextFormat(Qt::RichText);
    m_earlier->setObjectName(QStringLiteral("earlierVisits"));
    column->addWidget(Theme::heading(tr("Compare with the label on the drive"), card));
    column->addWidget(m_model);
    column->addWidget(m_serial);
    column->addSpacing(6);
    column->addWidget(m_facts);
    column->addSpacing(10);
    column->addWidget(Theme::heading(tr("What uses it"), card));
    column->addWidget(m_parts);
    column->addWidget(m_usesText);
    column->addLayout(hold);
    column->addWidget(m_remarks);
    column->addSpacing(10);
    column->addWidget(Theme::heading(tr("Seen before"), card));
    column->addWidget(m_earlier);
    m_done->setWordWrap(true);
    m_done->setTextFormat(Qt::RichText);
    m_done->setObjectName(QStringLiteral("doneToIt"));
    column->addSpacing(10);
    column->addWidget(m_doneHead);
    column->addWidget(m_done);
    column->addStretch();
    return card;
}

QWidget* IntakeStation::makeStory() {
    auto* card = makeCard(this);
    auto* column = new QVBoxLayout(card);
    column->setContentsMargins(20, 16, 20, 16);
    column->setSpacing(8);
    column->addWidget(Theme::heading(tr("What is wrong with it?"), card));
    auto* grid = new QGridLayout;
    grid->setSpacing(6);
    for (std::size_t i = 0; i < complaintMarks; ++i) {
        auto* mark = new QPushButton(words::complaint(static_cast<ComplaintMark>(i)), card);
        mark->setObjectName(QStringLiteral("mark"));
        mark->setCheckable(true);
        connect(mark, &QPushButton::clicked, this, &IntakeStation::edited);
        grid->addWidget(mark, static_cast<int>(i / 3), static_cast<int>(i % 3));
        m_marks[i] = mark;
    }
    column->addLayout(grid);
    m_hereRow = makeHereRow(card);
    column->addWidget(m_hereRow);
    m_markNote->setWordWrap(true);
    m_markNote->setObjectName(QStringLiteral("judgement"));
    column->addWidget(m_markNote);
    m_words->setPlaceholderText(tr("In the customer's own words"));
    m_words->setAccessibleName(tr("The complaint in the customer's own words"));
    m_words->setFixedHeight(48);
    m_words->setTabChangesFocus(true);
    column->addWidget(m_words);
    column->addSpacing(6);
    column->addWidget(Theme::heading(tr("Does the data on it exist elsewhere?"), card));
    connect(m_data, &DataAnswers::answered, this, [this](DataElsewhere answer) {
        if (m_controller != nullptr)
            m_controller->setData(answer);
        refresh();
    });
    column->addWidget(m_data);
    column->addSpacing(6);
    auto* form = new QFormLayout;
    form->setHorizontalSpacing(14);
    const auto labelled = [&](const QString& name, QLineEdit* edit) {
        auto* label = Theme::heading(name, card);
        label->setBuddy(edit);
        edit->setAccessibleName(name);
        connect(edit, &QLineEdit::editingFinished, this, &IntakeStation::edited);
        return label;
    };
    form->addRow(labelled(tr("Customer"), m_customer), m_customer);
    auto* who = new QHBoxLayout;
    who->setSpacing(14);
    QLabel* job = labelled(tr("Job number"), m_job);
    who->addWidget(m_job, 1);
    who->addWidget(labelled(tr("Tester"), m_tester));
    who->addWidget(m_tester, 1);
    form->addRow(job, who);
    auto* notes = Theme::heading(tr("Notes"), card);
    notes->setBuddy(m_notes);
    m_notes->setAccessibleName(tr("Notes"));
    m_notes->setObjectName(QStringLiteral("visitNotes"));
    m_notes->setPlaceholderText(tr("What was done and seen, for the next visit"));
    m_notes->setFixedHeight(48);
    m_notes->setTabChangesFocus(true);
    form->addRow(notes, m_notes);
    column->addLayout(form);
    column->addStretch();
    connect(m_words, &QPlainTextEdit::textChanged, this, &IntakeStation::edited);
    connect(m_notes, &QPlainTextEdit::textChanged, this, &IntakeStation::edited);
    return card;
}

// One button for each mark that is set: not tried, seen here, not seen here.
QWidget* IntakeStation::makeHereRow(QWidget* parent) {
    auto* row = new QWidget(parent);
    auto* grid = new QGridLayout(row);
    grid->setContentsMargins(0, 2, 0, 0);
    grid->setSpacing(6);
    grid->addWidget(Theme::heading(tr("Does it do so here too?"), row), 0, 0, 1, 3);
    for (std::size_t i = 0; i < complaintMarks; ++i) {
        auto* here = new QPushButton(row);
        here->setObjectName(QStringLiteral("mark"));
        here->setAccessibleName(
            tr("%1: does it do so here too?").arg(words::complaint(static_cast<ComplaintMark>(i))));
        here->setToolTip(tr("Press to change: not tried, seen here, not seen here"));
        connect(here, &QPushButton::clicked, this, [this, i] { cycleHere(static_cast<ComplaintMark>(i)); });
        m_here[i] = here;
    }
    return row;
}

void IntakeStation::cycleHere(ComplaintMark mark) {
    if (m_controller == nullptr)
        return;
    Visit visit = m_controller->visit().visit();
    for (Complaint& complaint : visit.complaints)
        if (complaint.mark == mark)
            complaint.here = complaint.here == Reproduced::notTried ? Reproduced::yes
                             : complaint.here == Reproduced::yes    ? Reproduced::no
                                                                    : Reproduced::notTried;
    m_controller->visit().setVisit(visit);
}

NodeState IntakeStation::nodeOf(const DriveController& controller) const {
    const Visit& visit = controller.visit().visit();
    if (std::any_of(visit.complaints.begin(), visit.complaints.end(),
                    [](const Complaint& c) { return meansStop(c.mark); }))
        return NodeState::warned;
    const bool taken = !visit.complaints.empty() || controller.data() != DataElsewhere::notAsked;
    return taken ? NodeState::done : NodeState::ahead;
}

void IntakeStation::setController(DriveController* controller) {
    if (m_controller != nullptr) {
        m_controller->disconnect(this);
        m_controller->visit().disconnect(this);
    }
    m_controller = controller;
    if (controller != nullptr) {
        connect(controller, &DriveController::stateChanged, this, &IntakeStation::refresh);
        connect(&controller->visit(), &VisitController::changed, this, &IntakeStation::refresh);
    }
    refresh();
}

void IntakeStation::edited() {
    if (m_filling || m_controller == nullptr)
        return;
    Visit visit = m_controller->visit().visit();
    std::vector<Complaint> complaints;
    for (std::size_t i = 0; i < complaintMarks; ++i) {
        if (!m_marks[i]->isChecked())
            continue;
        const auto mark = static_cast<ComplaintMark>(i);
        const auto known = std::find_if(visit.complaints.begin(), visit.complaints.end(),
                                        [&](const Complaint& c) { return c.mark == mark; });
        complaints.push_back(known != visit.complaints.end() ? *known
                                                             : Complaint{mark, Reproduced::notTried});
    }
    visit.complaints = std::move(complaints);
    visit.words = m_words->toPlainText().toStdString();
    visit.notes = m_notes->toPlainText().toStdString();
    visit.customer = m_customer->text().toStdString();
    visit.job = m_job->text().toStdString();
    visit.tester = m_tester->text().toStdString();
    m_controller->visit().setVisit(visit);
}

void IntakeStation::refreshIdentity() {
    const DriveIdentity& id = m_controller->identity();
    m_model->setText(words::driveName(id));
    m_serial->setText(serialHtml(id.serial));
    QString facts = QStringLiteral("<table cellspacing='3'>");
    const auto fact = [&](const QString& name, const QString& value) { facts += factRow(name, value); };
    fact(tr("Capacity"),
         tr("%1 · %2 sectors").arg(format::bytes(id.capacityBytes()), format::count(id.capacity.value)));
    fact(tr("Sectors"), id.physicalBytes == id.logicalBytes
                            ? tr("%1 bytes").arg(id.logicalBytes)
                            : tr("%1 bytes, %2 on the medium").arg(id.logicalBytes).arg(id.physicalBytes));
    fact(tr("Kind"), !id.rotating    ? tr("not reported")
                     : !*id.rotating ? tr("solid state")
                     : id.rpm        ? tr("rotating, %1 turns a minute").arg(*id.rpm)
                                     : tr("rotating"));
    fact(tr("Attached by"),
         id.attachment.empty() ? tr("not reported") : words::phrase(Phrase::received(id.attachment, {})));
    fact(tr("Firmware"), id.firmware.empty() ? tr("not reported") : QString::fromStdString(id.firmware));
    fact(tr("Named here"), QString::fromStdString(m_controller->target().name));
    const VisitController& visit = m_controller->visit();
    const bool told = visit.state() == VisitController::State::read && !visit.vitals().worldWideName.empty();
    if (const std::string& name = told ? visit.vitals().worldWideName : id.worldWideName; !name.empty())
        fact(tr("World wide name"), QString::fromStdString(name));
    m_facts->setText(facts + QStringLiteral("</table>"));
    m_parts->setTarget(m_controller->target());
    QStringList uses;
    for (const DriveUse& use : m_controller->target().uses)
        uses << words::use(use);
    m_usesText->setText(uses.isEmpty() ? tr("Nothing on this computer uses it.")
                                       : uses.join(QLatin1Char('\n')));
}

void IntakeStation::refreshHold() {
    QStringList remarks;
    for (const Remark& remark : m_controller->target().remarks)
        remarks << words::remark(remark);
    m_remarks->setText(remarks.join(QLatin1Char('\n')));
    m_remarks->setVisible(!remarks.isEmpty());
    const Target& target = m_controller->target();
    const bool device = target.name.rfind("/dev/", 0) == 0;
    m_hold->setVisible(device);
    m_hold->setChecked(target.readOnly);
    // What is mounted already goes on writing, whatever the flag says: it is offered where it holds.
    m_hold->setEnabled(target.readOnly || target.uses.empty());
    m_holdNote->setVisible(device);
    if (const auto& error = m_controller->visit().holdError())
        m_holdNote->setText(words::error(*error));
    else
        m_holdNote->setText(
            !target.uses.empty()
                ? tr("It is in use: what is mounted or stacked on it goes on writing, whatever is set here. "
                     "Unmount it first.")
            : target.readOnly ? tr("The system's block layer takes no new writes to it. Commands to the "
                                   "drive itself still pass.")
                              : tr("So that no desktop mounts and changes it. Stops no command to the drive "
                                   "itself, and nothing "
                                   "that is mounted already."));
}

// What is complained of, and whether it is so here.
void IntakeStation::refreshComplaint(const Visit& visit) {
    QStringList stops;
    int shown = 0;
    for (std::size_t i = 0; i < complaintMarks; ++i) {
        const auto mark = static_cast<ComplaintMark>(i);
        const auto it = std::find_if(visit.complaints.begin(), visit.complaints.end(),
                                     [&](const Complaint& c) { return c.mark == mark; });
        const bool on = it != visit.complaints.end();
        m_marks[i]->setChecked(on);
        m_here[i]->setVisible(on);
        if (!on)
            continue;
        m_here[i]->setText(it->here == Reproduced::yes  ? tr("%1: seen here").arg(words::complaint(mark))
                           : it->here == Reproduced::no ? tr("%1: not here").arg(words::complaint(mark))
                                                        : tr("%1: not tried").arg(words::complaint(mark)));
        auto* grid = qobject_cast<QGridLayout*>(m_hereRow->layout());
        grid->addWidget(m_here[i], 1 + shown / 3, shown % 3);
        ++shown;
        if (meansStop(mark))
            stops << words::complaint(mark);
    }
    m_hereRow->setVisible(shown > 0);
    m_markNote->setVisible(!stops.isEmpty());
    m_markNote->setProperty("weight", stops.isEmpty() ? QString() : QStringLiteral("grave"));
    Theme::repolish(m_markNote);
    m_markNote->setText(
        tr("%1: every further minute may be the last. Save the data before anything is tested.")
            .arg(stops.join(QStringLiteral(", "))));
}

void IntakeStation::refreshEarlier() {
    const auto& earlier = m_controller->visit().earlierVisits();
    if (earlier.empty()) {
        m_earlier->setText(tr("This is its first visit."));
        return;
    }
    QString text;
    for (auto it = earlier.rbegin(); it != earlier.rend() && it - earlier.rbegin() < 4; ++it) {
        const QString when = format::day(it->beganAt);
        QStringList parts;
        if (!it->job.empty())
            parts << tr("job %1").arg(QString::fromStdString(it->job));
        for (const Complaint& complaint : it->complaints)
            parts << words::complaint(complaint.mark);
        if (!it->notes.empty())
            parts << QString::fromStdString(it->notes);
        text += QStringLiteral("<p style='margin:0 0 3px 0'><span style='color:%1'>%2</span>&nbsp; %3</p>")
                    .arg(tone(Tone::textDim).name(), when, parts.join(QStringLiteral(" · ")).toHtmlEscaped());
    }
    m_earlier->setText(text);
}

// What was done to the drive besides reading it, the latest first.
void IntakeStation::refreshDone() {
    constexpr std::size_t most = 6;
    const auto& actions = m_controller->visit().actions();
    QString text;
    const auto line = [&](const QString& when, const QString& what) {
        text += QStringLiteral("<p style='margin:0 0 3px 0'><span style='color:%1'>%2</span>&nbsp; %3</p>")
                    .arg(tone(Tone::textDim).name(), when, what.toHtmlEscaped());
    };
    for (auto it = actions.rbegin(); it != actions.rend(); ++it) {
        if (static_cast<std::size_t>(it - actions.rbegin()) == most) {
            line({}, tr("and %n more before, all in the casebook", nullptr,
                        static_cast<int>(actions.size() - most)));
            break;
        }
        const QString what = words::action(*it);
        line(format::moment(it->at),
             it->who.empty() ? what : tr("%1, by %2").arg(what, QString::fromStdString(it->who)));
    }
    m_done->setText(text);
    m_doneHead->setVisible(!actions.empty());
    m_done->setVisible(!actions.empty());
}

void IntakeStation::refresh() {
    setEnabled(m_controller != nullptr);
    if (m_controller == nullptr) {
        m_model->setText(tr("No drive chosen"));
        for (QLabel* label : {m_serial, m_facts, m_usesText, m_remarks, m_earlier, m_done, m_markNote})
            label->clear();
        m_foot->say(tr("Choose a drive in the rack"), {});
        return;
    }
    m_filling = true;
    refreshIdentity();
    refreshEarlier();
    refreshDone();
    refreshHold();
    const Visit& visit = m_controller->visit().visit();
    refreshComplaint(visit);
    const auto fill = [](QLineEdit* edit, const std::string& text) {
        if (!edit->hasFocus())
            edit->setText(QString::fromStdString(text));
    };
    fill(m_customer, visit.customer);
    fill(m_job, visit.job);
    fill(m_tester, visit.tester);
    if (!m_words->hasFocus() && m_words->toPlainText().toStdString() != visit.words)
        m_words->setPlainText(QString::fromStdString(visit.words));
    if (!m_notes->hasFocus() && m_notes->toPlainText().toStdString() != visit.notes)
        m_notes->setPlainText(QString::fromStdString(visit.notes));
    m_data->show(m_controller->data());
    const bool absent = m_controller->target().name.empty();
    m_foot->allow(!absent && m_controller->visit().state() != VisitController::State::reading);
    if (absent)
        m_foot->say(tr("This drive is not attached"), tr("Only its saved scan is open."));
    else
        m_foot->say(tr("Reads what the drive says of itself: its counters and logs, not its surface"),
                    tr("takes a second or two · changes nothing on the drive"));
    m_filling = false;
}

} // namespace orbita::app
