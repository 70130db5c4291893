// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/vitals/vitals_station.h"

#include "app/theme/theme.h"
#include "report/format.h"
#include "report/vitals_words.h"
#include "report/words.h"

#include <QDateTime>
#include <QHBoxLayout>
#include <QLocale>
#include <QVBoxLayout>

namespace orbita::app {

namespace {

constexpr int sideWidth = 300;

} // namespace

VitalsStation::VitalsStation(QWidget* parent)
    : Station(parent)
    , m_gate(new QLabel(this))
    , m_stage(new QStackedWidget(this))
    , m_list(new QListView(this))
    , m_model(new ReadingsModel(this))
    , m_notice(new QLabel(this))
    , m_notes(new QLabel(this))
    , m_enable(new QPushButton(tr("Switch health reporting &on"), this))
    , m_detail(new QLabel(this))
    , m_trend(new TrendView(this))
    , m_tests(new SelfTestPanel(this))
    , m_foot(new StationFoot(tr("Read &vitals"), tr("Ask the drive anew (F8)"), tr("On to the scan"), this)) {
    m_gate->setObjectName(QStringLiteral("judgement"));
    m_gate->setTextFormat(Qt::RichText);
    m_gate->setWordWrap(true);
    m_gate->setAccessibleName(tr("May the surface be read?"));
    m_list->setModel(m_model);
    m_list->setItemDelegate(new ReadingDelegate(m_list));
    m_list->setObjectName(QStringLiteral("readings"));
    m_list->setAccessibleName(tr("Readings, findings first"));
    m_list->setUniformItemSizes(true);
    m_list->setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    m_list->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    m_notice->setObjectName(QStringLiteral("notice"));
    m_notice->setTextFormat(Qt::RichText); // what is put into it is escaped
    m_notice->setAlignment(Qt::AlignCenter);
    m_notice->setWordWrap(true);
    m_notice->setMargin(60);
    m_notice->setFont(Theme::text(14));
    m_stage->addWidget(m_list);
    m_stage->addWidget(m_notice);
    m_notes->setWordWrap(true);
    m_notes->setFont(Theme::text(12));
    m_notes->setObjectName(QStringLiteral("vitalsNotes"));
    auto* left = new QVBoxLayout;
    left->setSpacing(8);
    left->addWidget(m_gate);
    left->addWidget(m_stage, 1);
    left->addWidget(m_notes);
    left->addWidget(m_enable, 0, Qt::AlignLeft);
    m_enable->setToolTip(tr("The drive counts its own errors from now on; nothing that is stored changes"));
    connect(m_enable, &QPushButton::clicked, this, [this] {
        if (m_controller != nullptr)
            m_controller->visit().enableHealth();
    });
    auto* middle = new QHBoxLayout;
    middle->setSpacing(16);
    middle->addLayout(left, 1);
    middle->addWidget(makeSide());
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    column->addLayout(middle, 1);
    column->addWidget(m_foot);
    connect(m_list->selectionModel(), &QItemSelectionModel::currentChanged, this,
            [this](const QModelIndex& index) {
                if (const ReadingsModel::Row* row = m_model->row(index.row()))
                    m_chosen = readingId(row->reading);
                refreshDetail();
            });
    connect(m_foot, &StationFoot::acted, this, &VitalsStation::read);
    connect(m_foot, &StationFoot::nextWanted, this, [this] { emit stationWanted(QStringLiteral("scan")); });
    connect(m_tests, &SelfTestPanel::told, this, &VitalsStation::told);
    addActions();
    setController(nullptr);
}

void VitalsStation::addActions() {
    addStationAction("read-vitals", tr("Read the vitals"), Qt::Key_F8, [this] {
        read();
    }).onlyWhile([this] {
          return m_controller != nullptr;
      }).withItsStation();
    addButtonAction("enable-health", tr("Switch the drive's health reporting on"), {}, m_enable);
    const auto& starts = m_tests->starts();
    addButtonAction("short-test", tr("Start the drive's short self-test"), {}, starts[0]);
    addButtonAction("extended-test", tr("Start the drive's extended self-test"), {}, starts[1]);
    addButtonAction("conveyance-test", tr("Start the drive's conveyance self-test"), {}, starts[2]);
    addButtonAction("selective-test", tr("Start a self-test of the span entered"), {}, starts[3]);
    addButtonAction("abort-test", tr("End the self-test that is running"), {}, m_tests->abort());
}

NodeState VitalsStation::nodeOf(const DriveController& controller) const {
    if (controller.visit().state() != VisitController::State::read)
        return NodeState::ahead;
    return controller.visit().gate().entry != Entry::goOn ? NodeState::warned : NodeState::done;
}

QWidget* VitalsStation::makeSide() {
    auto* side = new QWidget(this);
    side->setFixedWidth(sideWidth);
    auto* column = new QVBoxLayout(side);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(6);
    m_detail->setWordWrap(true);
    m_detail->setTextFormat(Qt::RichText);
    m_detail->setAlignment(Qt::AlignTop);
    m_detail->setObjectName(QStringLiteral("readingDetail"));
    m_detail->setTextInteractionFlags(Qt::TextSelectableByMouse);
    column->addWidget(Theme::heading(tr("What it means"), side));
    column->addWidget(m_detail);
    column->addWidget(m_trend);
    column->addStretch();
    column->addWidget(Theme::heading(tr("The drive's own tests"), side));
    column->addWidget(m_tests);
    return side;
}

void VitalsStation::setController(DriveController* controller) {
    if (m_controller != nullptr)
        m_controller->visit().disconnect(this);
    m_controller = controller;
    m_tests->setController(controller);
    m_chosen.clear();
    if (controller != nullptr)
        connect(&controller->visit(), &VisitController::changed, this, &VitalsStation::refresh);
    refresh();
}

void VitalsStation::read() {
    if (m_controller != nullptr)
        m_controller->readVitals();
}

void VitalsStation::refreshGate() {
    const VisitController& visit = m_controller->visit();
    const bool read = visit.state() == VisitController::State::read;
    m_gate->setVisible(read || visit.gateClosed());
    const EntryGate& gate = visit.gate();
    m_gate->setProperty("weight", gate.entry == Entry::saveFirst ? QStringLiteral("grave")
                                  : gate.entry == Entry::gently  ? QStringLiteral("serious")
                                                                 : QString());
    Theme::repolish(m_gate);
    constexpr std::size_t shown = 3;
    QStringList reasons;
    for (std::size_t i = 0; i < std::min(shown, gate.reasons.size()); ++i)
        reasons << words::entryReason(gate.reasons[i], visit.vitals(), visit.findings()).toHtmlEscaped();
    if (gate.reasons.size() > shown)
        reasons.back() += tr(" and %1 more below").arg(gate.reasons.size() - shown);
    m_gate->setText(
        QStringLiteral("<p style='margin:0; font-size:16px'><b>%1</b></p><p style='margin:3px 0 0 0'>%2</p>"
                       "<p style='margin:4px 0 0 0; color:%3'>%4</p>")
            .arg(words::entryTitle(gate.entry), words::entryAdvice(gate.entry), tone(Tone::textDim).name(),
                 reasons.join(QStringLiteral("<br>"))));
}

void VitalsStation::refreshNotice() {
    const VisitController& visit = m_controller->visit();
    QString text;
    switch (visit.state()) {
    case VisitController::State::notRead:
        text = tr("<p style='font-size:17px'>The drive has not been asked yet</p><p>Its counters, its logs "
                  "and what it "
                  "thinks of itself will stand here.<br>Asking reads nothing of the surface.</p>");
        break;
    case VisitController::State::reading:
        text = tr("Asking the drive…");
        break;
    case VisitController::State::failed:
        text = tr("<p style='font-size:17px'>The drive could not be asked</p><p>%1</p>")
                   .arg(words::error(*visit.error()).toHtmlEscaped());
        break;
    case VisitController::State::read:
        if (visit.vitals().readings.empty())
            text = tr("<p style='font-size:17px'>There are no vitals to read here</p>");
        break;
    }
    QStringList notes;
    for (const VitalsNote note : visit.vitals().notes)
        notes << words::vitalsNote(note) + QLatin1Char(' ') + words::vitalsNoteStep(note);
    const bool onlyNotes = !text.isEmpty() && visit.state() == VisitController::State::read;
    if (onlyNotes)
        for (const QString& note : notes)
            text += QStringLiteral("<p>%1</p>").arg(note.toHtmlEscaped());
    m_notice->setText(text);
    m_stage->setCurrentWidget(text.isEmpty() ? static_cast<QWidget*>(m_list) : m_notice);
    const auto suspects = visit.vitals().suspects.size();
    if (suspects > 0)
        notes.prepend(tr("The drive names %1 places itself, the first at LBA %2 (%3).")
                          .arg(format::count(suspects), format::lba(visit.vitals().suspects.front().lba),
                               words::suspectSource(visit.vitals().suspects.front().source)));
    m_notes->setVisible(!onlyNotes && !notes.isEmpty() && visit.state() == VisitController::State::read);
    m_notes->setText(notes.join(QLatin1Char('\n')));
}

void VitalsStation::refreshDetail() {
    const ReadingsModel::Row* row = m_model->row(m_list->currentIndex().row());
    if (m_controller == nullptr || row == nullptr) {
        const bool silent =
            m_controller != nullptr && m_controller->visit().state() == VisitController::State::read;
        m_detail->setText(silent
                              ? tr("Without its vitals, only the surface can tell: scan it, gently at first. "
                                   "How worn the drive is, how long it has run and how much it has replaced "
                                   "stay unknown.")
                              : QString());
        m_trend->show(nullptr, nullptr);
        return;
    }
    QString text = QStringLiteral("<p style='margin:0; font-size:15px'><b>%1</b>&nbsp; %2</p>")
                       .arg(words::readingName(row->reading).toHtmlEscaped(),
                            words::readingValue(row->reading).toHtmlEscaped());
    const auto paragraph = [&](const QString& words, Tone colour) {
        text += QStringLiteral("<p style='margin:6px 0 0 0; color:%1'>%2</p>")
                    .arg(tone(colour).name(), words.toHtmlEscaped());
    };
    paragraph(words::readingMeaning(row->reading.kind), Tone::text);
    paragraph(words::readingProof(row->reading.kind), Tone::text);
    paragraph(tr("%1: %2.").arg(words::findingLevel(row->finding.level),
                                words::findingReason(row->reading, row->finding)),
              Tone::laboured);
    if (row->before) {
        const QString change = changeText(*row);
        paragraph(change.isEmpty() ? tr("The same as at the last visit.")
                                   : tr("%1 since the last visit, when it was %2.")
                                         .arg(change, words::readingValue(*row->before)),
                  Tone::text);
    }
    paragraph(words::readingDetail(row->reading), Tone::textDim);
    m_detail->setText(text);
    m_trend->show(&m_controller->visit(), &row->reading);
}

void VitalsStation::refresh() {
    setEnabled(m_controller != nullptr);
    m_model->setVisit(m_controller != nullptr ? &m_controller->visit() : nullptr);
    if (m_controller == nullptr) {
        m_gate->hide();
        m_notes->hide();
        m_enable->hide();
        m_stage->setCurrentWidget(m_notice);
        m_notice->setText(tr("Choose a drive in the rack, or open a device (Ctrl+O)."));
        m_foot->say(tr("Choose a drive in the rack"), {});
        refreshDetail();
        return;
    }
    // The same reading stays chosen; else the gravest.
    int chosen = 0;
    for (int i = 0; i < m_model->rowCount(); ++i)
        if (readingId(m_model->row(i)->reading) == m_chosen)
            chosen = i;
    if (m_model->rowCount() > 0) {
        const std::string keep = m_chosen;
        m_list->setCurrentIndex(m_model->index(chosen));
        m_chosen = keep;
    }
    refreshGate();
    refreshNotice();
    refreshDetail();
    m_enable->setVisible(m_controller->visit().state() == VisitController::State::read &&
                         m_controller->visit().vitals().has(VitalsNote::healthOff));
    m_tests->refresh();
    const VisitController& visit = m_controller->visit();
    m_foot->allow(visit.state() != VisitController::State::reading && !m_controller->target().name.empty());
    m_foot->rename(visit.state() == VisitController::State::read ? tr("Read &again") : tr("Read &vitals"));
    m_foot->say(tr("Asks %1, serial %2, for its counters and logs")
                    .arg(words::driveName(m_controller->identity()),
                         QString::fromStdString(m_controller->identity().serial)),
                visit.state() == VisitController::State::read
                    ? tr("last read at %1 · reads nothing of the surface, changes nothing")
                          .arg(format::timeOfDay(visit.readAt()))
                    : tr("takes a second or two · reads nothing of the surface, changes nothing"));
}

} // namespace orbita::app
