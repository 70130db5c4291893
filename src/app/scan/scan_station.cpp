// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/scan/scan_station.h"

#include "app/files/ask_for_file.h"
#include "app/scan/plan_dialog.h"
#include "app/theme/theme.h"
#include "app/visit/in_background.h"
#include "report/format.h"
#include "report/ledger_csv.h"
#include "report/plate_picture.h"
#include "report/ruling_words.h"
#include "report/text_report.h"
#include "report/words.h"
#include "store/scan_file.h"

#include <QBuffer>
#include <QClipboard>
#include <QGuiApplication>
#include <QMenu>
#include <QScrollArea>
#include <QStyle>
#include <QTimer>
#include <QVBoxLayout>

namespace orbita::app {

namespace {

constexpr int sideWidth = 290;
constexpr int answersHeight = 104;
constexpr qint64 chartIntervalMs = 100; // charts follow a little slower than the plate

QPushButton* makeFlat(const QString& text, const QString& tip, QWidget* parent) {
    auto* button = new QPushButton(text, parent);
    button->setObjectName(QStringLiteral("flat"));
    button->setToolTip(tip);
    return button;
}

QString sentenceCase(QString text) {
    if (!text.isEmpty())
        text[0] = text[0].toUpper();
    return text;
}

// How grave a judgement is, for the style sheet.
QString weightOf(const RunningJudgement& judgement) {
    switch (judgement.meaning) {
    case Meaning::fewUnreadable:
    case Meaning::slowOnly:
    case Meaning::linkSuspect:
        return QStringLiteral("serious");
    case Meaning::silentNow:
    case Meaning::manyUnreadable:
    case Meaning::notAnswering:
        return QStringLiteral("grave");
    case Meaning::nothingYet:
    case Meaning::even:
        break;
    }
    return {};
}

QString scanTitle(const ScanView& scan) {
    const BlockGrid& grid = scan.record.plan.grid;
    const QString what = grid.span.empty() || grid.span == scan.record.drive.whole()
                             ? ScanStation::tr("Whole drive")
                             : words::span(grid.span);
    return scan.record.startedAt == 0 ? what
                                      : what + QStringLiteral(", ") + format::moment(scan.record.startedAt);
}

} // namespace

ScanStation::ScanStation(QWidget* parent)
    : Station(parent)
    , m_scans(new QComboBox(this))
    , m_stage(new QStackedWidget(this))
    , m_notice(new QLabel(this))
    , m_plate(new PlateView(m_lens, this))
    , m_tallies(new TallyBar(m_lens, this))
    , m_selection(new OneLine(this))
    , m_copy(makeFlat(tr("&Copy"), tr("Copy the sectors selected (Ctrl+C)"), this))
    , m_scanSpan(makeFlat(tr("Scan it a&gain"), tr("Read just the selected span (Ctrl+R)"), this))
    , m_treatSpan(makeFlat(tr("Trea&t it…"), tr("Bring its bad sectors back, at Treat (Ctrl+Shift+T)"), this))
    , m_showAll(makeFlat(tr("Sho&w all"), tr("All of the plate in view (Home)"), this))
    , m_answers(new AnswerView(m_lens, this))
    , m_readout(new OneLine(this))
    , m_holdStill(
          makeFlat(tr("&Hold still"), tr("Look at these answers while the scan goes on (Space)"), this))
    , m_chartsTab(new QPushButton(tr("Answers and pace"), this))
    , m_ledgerTab(new QPushButton(tr("Ledger"), this))
    , m_below(new QStackedWidget(this))
    , m_trace(new TraceView(m_lens, this))
    , m_progress(new ProgressPanel(this))
    , m_judgement(new QLabel(this))
    , m_lateness(new LatenessView(this))
    , m_tape(new TapePanel(m_lens, this))
    , m_ledger(new LedgerPanel(m_lens, this))
    , m_actions(new ActionBar(this)) {
    m_scans->setAccessibleName(tr("Scan in view"));
    m_scans->setObjectName(QStringLiteral("scans"));
    m_scans->setSizeAdjustPolicy(QComboBox::AdjustToContents);
    m_scans->setMaximumWidth(330);
    connect(m_scans, &QComboBox::activated, this, [this](int index) {
        if (m_controller != nullptr)
            m_controller->showScan(static_cast<std::size_t>(index));
    });
    m_notice->setAlignment(Qt::AlignCenter);
    m_notice->setWordWrap(true);
    m_notice->setFont(Theme::text(14));
    m_notice->setObjectName(QStringLiteral("notice"));
    m_notice->setTextFormat(Qt::RichText); // what is put into it is escaped
    m_notice->setTextInteractionFlags(Qt::TextSelectableByMouse | Qt::TextSelectableByKeyboard);
    m_notice->setMargin(60);
    m_stage->addWidget(m_plate);
    m_stage->addWidget(m_notice);

    auto* left = new QVBoxLayout;
    left->setSpacing(6);
    left->addWidget(m_stage, 5);
    left->addWidget(m_tallies);
    left->addWidget(makeSelectionRow());
    left->addWidget(makeBelow(), 5);
    auto* middle = new QHBoxLayout;
    middle->setSpacing(16);
    middle->addLayout(left, 1);
    middle->addWidget(makeSide());
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    column->addLayout(middle, 1);
    column->addWidget(m_actions);

    connect(m_actions, &ActionBar::planWanted, this, &ScanStation::openPlan);
    connect(m_actions, &ActionBar::saveToWanted, this, &ScanStation::openSaveTo);
    connect(m_actions, &ActionBar::exportWanted, this, &ScanStation::openExport);
    connect(m_plate, &PlateView::copyWanted, this, &ScanStation::copySelection);
    connect(m_plate, &PlateView::scanSpanWanted, this, &ScanStation::scanSelection);
    connect(m_plate, &PlateView::treatSpanWanted, this, &ScanStation::treatSelection);
    connect(&m_lens, &Lens::selectionChanged, this, &ScanStation::refreshSelection);
    connect(&m_lens, &Lens::windowChanged, this, &ScanStation::refreshSelection);
    connect(m_actions, &ActionBar::started, m_plate, qOverload<>(&QWidget::setFocus));
    m_sinceCharts.start();
    addActions();
    setController(nullptr);
}

void ScanStation::addActions() {
    const auto chosen = [this] { return m_controller != nullptr; };
    const auto scanning = [this] { return m_controller != nullptr && m_controller->scanning(); };
    const auto idle = [this] { return m_controller != nullptr && !m_controller->scanning(); };
    const auto attached = [this, idle] { return idle() && !m_controller->target().name.empty(); };
    const auto inView = [this] { return m_controller != nullptr && m_controller->current() != nullptr; };
    const auto selected = [this] { return m_controller != nullptr && m_lens.selection().has_value(); };
    addStationAction("start", tr("Start the scan"), Qt::Key_F5, [this] { m_actions->startOrAsk(); })
        .onlyWhile(chosen)
        .withItsStation();
    addStationAction("pause", tr("Pause, or resume"), Qt::Key_F6, [this] {
        m_actions->pauseOrResume();
    }).onlyWhile(scanning);
    addStationAction("stop", tr("Stop"), Qt::Key_F7, [this] {
        m_controller->endReplay();
        m_controller->stop();
    }).onlyWhile([this] {
        return m_controller != nullptr && (m_controller->scanning() || m_controller->replaying());
    });
    addStationAction("go-on", tr("Go on where the scan was broken off"), Qt::Key_F9, [this] {
        m_controller->continueScan();
    }).onlyWhile([this] { return m_controller != nullptr && m_controller->canContinue(); });
    addStationAction("replay", tr("Replay the scan, or end the replay"), Qt::Key_F10, [this] {
        m_actions->replayOrEnd();
    }).onlyWhile([this] {
        return m_controller != nullptr && (m_controller->replaying() || m_controller->canReplay());
    });
    addStationAction("plan", tr("Plan what is scanned, and how"), Qt::CTRL | Qt::Key_L,
                     [this] { openPlan(); })
        .onlyWhile(attached)
        .withItsStation();
    addStationAction("plain-plan", tr("Plain plan, or the one proposed"), Qt::CTRL | Qt::SHIFT | Qt::Key_L,
                     [this] { m_controller->plainOrProposed(); })
        .onlyWhile(idle);
    addStationAction("save-to", tr("Save what is read in an image"), {}, [this] { openSaveTo(); })
        .onlyWhile(attached)
        .withItsStation();
    addStationAction("export", tr("Export the scan in view"), Qt::CTRL | Qt::Key_E, [this] {
        openExport();
    }).onlyWhile([this, inView] {
        return inView() && m_controller->current()->record.plate && !m_controller->replaying();
    });
    addStationAction("scan-selection", tr("Scan the selected span"), Qt::CTRL | Qt::Key_R, [this] {
        scanSelection();
    }).onlyWhile(selected);
    addStationAction("treat-selection", tr("Treat the selected span"), Qt::CTRL | Qt::SHIFT | Qt::Key_T,
                     [this] { treatSelection(); })
        .onlyWhile(selected);
    addStationAction("copy", tr("Copy the selected sectors"), Qt::CTRL | Qt::Key_C, [this] {
        copySelection();
    }).onlyWhile(selected);
    addButtonAction("show-all", tr("Show the whole scan"), {}, m_showAll);
    addStationAction("event-log", tr("Go to the tape: what happened"), Qt::CTRL | Qt::Key_1,
                     [this] { m_tape->list().setFocus(); })
        .onlyWhile(chosen)
        .withItsStation();
    addStationAction("ledger", tr("Go to the ledger: the defects"), Qt::CTRL | Qt::Key_2,
                     [this] {
                         showBelow(true);
                         m_ledger->table().setFocus();
                     })
        .onlyWhile(chosen)
        .withItsStation();
    addStationAction("answers", tr("Go to the answers as they come"), Qt::CTRL | Qt::Key_3,
                     [this] {
                         showBelow(false);
                         m_answers->setFocus();
                     })
        .onlyWhile(chosen)
        .withItsStation();
    addStationAction("plate", tr("Go to the plate"), Qt::CTRL | Qt::Key_P, [this] { m_plate->setFocus(); })
        .onlyWhile(chosen)
        .withItsStation();
}

std::vector<ViewKey> ScanStation::viewKeys() const {
    return {{tr("arrows"), tr("select")},
            {tr("Shift+arrows"), tr("extend the selection")},
            {tr("Esc"), tr("select nothing")},
            {tr("N, P"), tr("next, previous defect")},
            {tr("+, −"), tr("zoom")},
            {tr("Home"), tr("the whole scan; the newest answer")},
            {tr("Space"), tr("hold the answers still, go on")},
            {tr("Enter"), tr("show the place of an answer")}};
}

NodeState ScanStation::nodeOf(const DriveController& controller) const {
    const ScanView* scan = controller.current();
    if (scan == nullptr)
        return NodeState::ahead;
    if (scan->judgement.unreadable > 0)
        return NodeState::warned;
    return scan->running() ? NodeState::ahead : NodeState::done;
}

QWidget* ScanStation::makeSelectionRow() {
    auto* bar = new QWidget(this);
    bar->setFixedHeight(30);
    auto* row = new QHBoxLayout(bar);
    row->setContentsMargins(8, 0, 0, 0);
    row->setSpacing(2);
    m_selection->setObjectName(QStringLiteral("selection"));
    row->addWidget(m_scans);
    row->addWidget(m_selection, 1);
    row->addWidget(m_copy);
    row->addWidget(m_scanSpan);
    row->addWidget(m_treatSpan);
    row->addWidget(m_showAll);
    connect(m_copy, &QPushButton::clicked, this, &ScanStation::copySelection);
    connect(m_scanSpan, &QPushButton::clicked, this, &ScanStation::scanSelection);
    connect(m_treatSpan, &QPushButton::clicked, this, &ScanStation::treatSelection);
    connect(m_showAll, &QPushButton::clicked, &m_lens, &Lens::showAll);
    return bar;
}

// Below the plate: the answers and the trace, or the ledger.
QWidget* ScanStation::makeBelow() {
    auto* panel = new QWidget(this);
    m_readout->setObjectName(QStringLiteral("readout"));
    m_readout->setFont(Theme::text(12));
    m_holdStill->setCheckable(true);
    m_holdStill->setObjectName(QStringLiteral("flat"));
    m_chartsTab->setToolTip(tr("One answer after the other, and the whole scan by place (Ctrl+3)"));
    m_ledgerTab->setToolTip(tr("The defects, as a table (Ctrl+2)"));
    for (QPushButton* tab : {m_chartsTab, m_ledgerTab}) {
        tab->setObjectName(QStringLiteral("tab"));
        tab->setCheckable(true);
    }
    connect(m_chartsTab, &QPushButton::clicked, this, [this] { showBelow(false); });
    connect(m_ledgerTab, &QPushButton::clicked, this, [this] { showBelow(true); });
    auto* row = new QHBoxLayout;
    row->setContentsMargins(8, 0, 0, 0);
    row->setSpacing(14);
    row->addWidget(m_chartsTab);
    row->addWidget(m_ledgerTab);
    row->addWidget(m_readout, 1);
    row->addWidget(m_holdStill);
    auto* charts = new QWidget(panel);
    auto* chartColumn = new QVBoxLayout(charts);
    chartColumn->setContentsMargins(0, 0, 0, 0);
    chartColumn->setSpacing(6);
    chartColumn->addWidget(m_answers);
    chartColumn->addWidget(m_trace, 1);
    m_answers->setFixedHeight(answersHeight);
    m_below->addWidget(charts);
    m_below->addWidget(m_ledger);
    auto* column = new QVBoxLayout(panel);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(2);
    column->addLayout(row);
    column->addWidget(m_below, 1);
    connect(m_holdStill, &QPushButton::toggled, m_answers, &AnswerView::hold);
    connect(m_answers, &AnswerView::heldChanged, m_holdStill, [this](bool still) {
        m_holdStill->setChecked(still);
        m_holdStill->setText(still ? tr("&Held: go on") : tr("&Hold still"));
    });
    connect(m_answers, &AnswerView::readoutChanged, m_readout,
            [this] { m_readout->setText(m_ledgerTab->isChecked() ? QString() : m_answers->readout()); });
    showBelow(false);
    return panel;
}

void ScanStation::showBelow(bool ledger) {
    m_below->setCurrentIndex(ledger ? 1 : 0);
    m_chartsTab->setChecked(!ledger);
    m_ledgerTab->setChecked(ledger);
    refreshAnswers();
}

// They come only while a scan reads.
void ScanStation::refreshAnswers() {
    const bool come = m_controller != nullptr && m_controller->liveFeed() != nullptr;
    m_answers->setVisible(come);
    m_holdStill->setVisible(come && !m_ledgerTab->isChecked());
    m_readout->setText(come && !m_ledgerTab->isChecked() ? m_answers->readout() : QString());
}

QWidget* ScanStation::makeSide() {
    auto* side = new QWidget(this);
    // However much there is to say, the window fits a small screen: then it scrolls.
    auto* scroll = new QScrollArea(this);
    scroll->setObjectName(QStringLiteral("plainScroll"));
    scroll->setFixedWidth(sideWidth);
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll->setFocusPolicy(Qt::NoFocus);
    scroll->setWidget(side);
    auto* column = new QVBoxLayout(side);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(6);
    m_judgement->setObjectName(QStringLiteral("judgement"));
    m_judgement->setAccessibleName(tr("Running judgement"));
    m_judgement->setWordWrap(true);
    m_judgement->setMinimumHeight(76);
    m_judgement->setAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    m_lateness->setFixedHeight(118);
    m_tape->setMinimumHeight(60);
    // It takes what is left, and asks for no more: it scrolls by itself.
    m_tape->setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Ignored);
    m_latenessHeading = Theme::heading({}, side);
    column->addWidget(m_progress);
    column->addSpacing(4);
    column->addWidget(Theme::heading(tr("Running judgement"), side));
    column->addWidget(m_judgement);
    column->addSpacing(6);
    column->addWidget(m_latenessHeading);
    column->addWidget(m_lateness);
    column->addSpacing(4);
    column->addWidget(m_tape, 1);
    return scroll;
}

void ScanStation::setController(DriveController* controller) {
    if (m_controller != nullptr) {
        m_controller->disconnect(this);
        m_controller->visit().disconnect(this);
        m_controller->ruling().disconnect(this);
    }
    m_controller = controller;
    if (controller != nullptr) {
        connect(controller, &DriveController::scanChanged, this, &ScanStation::refreshNumbers);
        connect(&controller->ruling(), &RulingController::changed, this, &ScanStation::refreshNumbers);
        connect(controller, &DriveController::defectsChanged, this, &ScanStation::refreshDefects);
        connect(controller, &DriveController::stateChanged, this, &ScanStation::refreshState);
        connect(&controller->visit(), &VisitController::changed, this, [this] {
            refreshNotice();
            m_actions->refresh(); // what is proposed
        });
    }
    refreshState();
    m_plate->setController(controller);
    m_tallies->setController(controller);
    m_answers->setController(controller);
    m_trace->setController(controller);
    m_progress->setController(controller);
    m_lateness->setController(controller);
    m_tape->setController(controller);
    m_ledger->setController(controller);
    m_actions->setController(controller);
    refreshNumbers();
}

void ScanStation::refreshState() {
    const ScanView* scan = m_controller != nullptr ? m_controller->current() : nullptr;
    if (scan != nullptr && scan->record.plate)
        m_lens.setGrid(scan->record.plan.grid);
    else
        m_lens.setGrid({});
    const bool rotating = m_controller == nullptr || m_controller->identity().rotating.value_or(true);
    m_latenessHeading->setText(tr("Blocks by lateness, in %1 (log scale)").arg(words::unitName(rotating)));
    refreshScans();
    refreshNotice();
    refreshSelection();
    m_actions->refresh();
    m_plate->refresh();
    m_tallies->refresh();
    m_progress->refresh();
    refreshAnswers();
    m_answers->refresh();
    m_trace->refresh();
    m_lateness->refresh();
}

void ScanStation::refreshScans() {
    m_scans->setVisible(m_controller != nullptr && m_controller->scanCount() > 1);
    m_scans->clear();
    if (m_controller == nullptr)
        return;
    for (std::size_t i = 0; i < m_controller->scanCount(); ++i)
        m_scans->addItem(scanTitle(m_controller->scanAt(i)));
    m_scans->setCurrentIndex(static_cast<int>(m_controller->currentIndex()));
}

// What stands in the plate's place while there is none.
void ScanStation::refreshNotice() {
    const ScanView* scan = m_controller != nullptr ? m_controller->current() : nullptr;
    const bool plate = scan != nullptr && scan->record.plate != nullptr;
    m_stage->setCurrentWidget(plate ? static_cast<QWidget*>(m_plate) : m_notice);
    if (plate)
        return;
    if (m_controller == nullptr) {
        m_notice->setText(
            tr("Choose a drive in the rack, or open a device, an image file or a saved scan (Ctrl+O)."));
    } else if (scan != nullptr && scan->error) {
        const Error& error = *scan->error;
        m_notice->setText(
            tr("<p style='font-size:17px'>The scan could not begin</p><p>%1</p><p>%2</p>")
                .arg(sentenceCase(words::phrase(error.tried) + u' ' + QString::fromStdString(error.on) +
                                  QStringLiteral(": ") + words::phrase(error.answer) + u'.')
                         .toHtmlEscaped(),
                     words::phrase(error.advice).toHtmlEscaped()));
    } else if (scan != nullptr) {
        m_notice->setText(tr("Opening the drive…"));
    } else {
        const QString story = m_controller->target().scenario
                                  ? QString::fromStdString(m_controller->target().scenario->story)
                                  : QString();
        const auto& suspects = m_controller->visit().vitals().suspects;
        const QString named =
            suspects.empty()
                ? QString()
                : tr("<p>The drive itself lists %1 places, the first at LBA %2. They are marked on the "
                     "plate; the plan can begin with them.</p>")
                      .arg(format::count(suspects.size()), format::lba(suspects.front().lba));
        m_notice->setText(
            tr("<p style='font-size:17px'>Nothing has been read from this drive yet</p><p>%1</p>"
               "<p>The whole surface will appear here, block by block. Reading never writes.</p>")
                .arg(story.toHtmlEscaped()) +
            named);
    }
}

void ScanStation::refreshSelection() {
    const auto& selection = m_lens.selection();
    m_copy->setVisible(selection.has_value());
    m_scanSpan->setVisible(selection.has_value());
    m_treatSpan->setVisible(selection.has_value());
    m_scanSpan->setEnabled(selection.has_value() && m_controller != nullptr &&
                           m_controller->whyNotStart().isEmpty());
    m_showAll->setVisible(m_lens.zoomed());
    if (!selection || m_controller == nullptr) {
        const bool plate = m_controller != nullptr && m_controller->current() != nullptr &&
                           m_controller->current()->record.plate;
        m_selection->setText(plate ? tr("Nothing selected: click or drag on the plate, wheel to zoom")
                                   : QString());
        m_selection->setEnabled(false);
        return;
    }
    m_selection->setEnabled(true);
    m_selection->setText(words::span(*selection) + QStringLiteral("  ·  ") +
                         words::placeInShort(selection->first, m_controller->identity()));
}

void ScanStation::refreshNumbers() {
    m_plate->refresh();
    m_tallies->refresh();
    m_progress->refresh();
    m_answers->refresh();
    m_actions->refresh();
    const ScanView* scan = m_controller != nullptr ? m_controller->current() : nullptr;
    m_judgement->setText(scan != nullptr && scan->record.plate
                             ? (m_controller->ruling().known()
                                    ? words::judgement(scan->judgement, m_controller->ruling().ruling())
                                    : words::judgement(scan->judgement))
                             : tr("Nothing has been read yet: nothing can be said."));
    const QString weight = scan != nullptr && scan->record.plate ? weightOf(scan->judgement) : QString();
    if (m_judgement->property("weight").toString() != weight) {
        m_judgement->setProperty("weight", weight);
        Theme::repolish(m_judgement);
    }
    if (m_sinceCharts.elapsed() < chartIntervalMs && scan != nullptr && scan->running())
        return;
    m_sinceCharts.restart();
    m_trace->refresh();
    m_lateness->refresh();
}

void ScanStation::refreshDefects() {
    m_tape->refresh();
    m_ledger->refresh();
    const int listed = m_ledger->model().rowCount();
    m_ledgerTab->setText(listed > 0 ? tr("Ledger · %1").arg(format::count(static_cast<std::uint64_t>(listed)))
                                    : tr("Ledger"));
}

void ScanStation::copySelection() {
    const auto& selection = m_lens.selection();
    if (!selection)
        return;
    // Plain numbers, as the command line and the plan take them.
    const QString text =
        selection->count.value == 1
            ? QString::number(selection->first.value)
            : QStringLiteral("%1..%2").arg(selection->first.value).arg(selection->last().value);
    QGuiApplication::clipboard()->setText(text);
    emit told(tr("Copied %1").arg(text));
}

void ScanStation::scanSelection() {
    if (m_controller == nullptr || !m_lens.selection())
        return;
    if (const QString why = m_controller->whyNotStart(); !why.isEmpty()) {
        emit told(why);
        return;
    }
    m_controller->startSpan(*m_lens.selection());
}

// What is asked, and whether, is decided there.
void ScanStation::treatSelection() {
    if (m_controller == nullptr || !m_lens.selection())
        return;
    TreatmentChoice choice = m_controller->treatment().choice();
    choice.scope = TreatmentChoice::Scope::selection;
    choice.selection = intersection(*m_lens.selection(), m_controller->identity().whole());
    choice.leftOut.clear();
    m_controller->treatment().choose(choice);
    m_controller->treatment().putAway();
    emit stationWanted(QStringLiteral("treat"));
}

void ScanStation::openPlan() {
    if (m_controller == nullptr || m_controller->scanning() || m_controller->target().name.empty())
        return;
    (new PlanDialog(*m_controller, this))->show();
}

void ScanStation::openSaveTo() {
    if (m_controller == nullptr || m_controller->scanning())
        return;
    askForImage(this, [this](const QString& path) {
        const auto place = judgePlace(path.toStdString(), rulesFor(m_controller->target(), PlaceFor::image));
        if (place)
            m_controller->saveTo(path.toStdString());
        else
            emit told(words::error(place.error()));
    });
}

void ScanStation::openExport() {
    const ScanView* scan = m_controller != nullptr ? m_controller->current() : nullptr;
    if (scan == nullptr || !scan->record.plate || m_controller->replaying())
        return;
    FileWish wish;
    wish.what = FileWish::For::writing;
    wish.title = tr("Export the scan in view");
    wish.objectName = QStringLiteral("exportDialog");
    wish.kinds = {tr("Scan, to open again (*.json)"), tr("Ledger of defects (*.csv)"), tr("Report (*.txt)"),
                  tr("Picture of the plate (*.png)")};
    wish.name = QString::fromStdString(scanFileName(scan->record.drive, scan->record.startedAt));
    askForFile(this, wish, [this](const QString& path) { exportTo(path); });
}

void ScanStation::exportTo(const QString& path) {
    const ScanView* scan = m_controller != nullptr ? m_controller->current() : nullptr;
    if (scan == nullptr || !scan->record.plate)
        return; // another drive was chosen meanwhile
    const PlaceRules rules =
        m_controller->target().name.empty() ? PlaceRules{} : rulesFor(m_controller->target());
    inBackground(
        this,
        [path, rules, record = scan->record, palette = Theme::instance().palette()]() -> Result<void> {
            if (path.endsWith(QLatin1String(".csv")))
                return saveFile(path.toStdString(), ledgerCsv(record), rules);
            if (path.endsWith(QLatin1String(".txt")))
                return saveFile(path.toStdString(), textReport(record).toStdString(), rules);
            if (path.endsWith(QLatin1String(".png"))) {
                QBuffer png;
                png.open(QIODevice::WriteOnly);
                platePicture(record, palette).save(&png, "PNG");
                return saveFile(path.toStdString(), png.data().toStdString(), rules);
            }
            return saveScan(path.toStdString(), record, rules);
        },
        [this, path](const Result<void>& written) {
            emit told(written ? tr("Written to %1").arg(path) : words::error(written.error()));
        });
}

} // namespace orbita::app
