// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/app_window.h"

#include "app/rack/dial_painter.h"
#include "app/shell/open_dialog.h"
#include "app/theme/theme.h"

#include <QHBoxLayout>
#include <QPainter>
#include <QShortcut>
#include <QStyle>
#include <QVBoxLayout>

namespace orbita::app {

namespace {

constexpr int railWidth = 216;
constexpr int frameMs = 25; // 40 frames a second
constexpr int toldMs = 9000;

// The mark: a ring with one bright place on it.
class Mark final : public QWidget {
public:
    explicit Mark(QWidget* parent) : QWidget(parent) { setFixedSize(24, 24); }

protected:
    void paintEvent(QPaintEvent*) override {
        QPainter painter(this);
        painter.setRenderHint(QPainter::Antialiasing);
        painter.setPen(QPen(tone(Tone::laboured), 2));
        painter.drawEllipse(QRectF(3, 3, 18, 18));
        painter.setPen(Qt::NoPen);
        painter.setBrush(tone(Tone::unreadable));
        painter.drawEllipse(QPointF(18.2, 5.6), 2.8, 2.8);
    }
};

} // namespace

AppWindow::AppWindow(RackModel::Source source)
    : m_rack(source)
    , m_rackView(new RackView(m_rack, this))
    , m_header(new DriveHeader(this))
    , m_intake(new IntakeStation(this))
    , m_vitals(new VitalsStation(this))
    , m_station(new ScanStation(this))
    , m_pages(new QStackedWidget(this))
    , m_told(new QLabel(this)) {
    setWindowTitle(tr("Orbita"));
    resize(1280, 800);
    auto* centre = new QWidget(this);
    auto* row = new QHBoxLayout(centre);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(0);
    row->addWidget(makeRail());
    row->addWidget(makeStage(), 1);
    setCentralWidget(centre);
    connect(m_rackView, &RackView::driveChosen, this, &AppWindow::setDesk);
    connect(m_header, &DriveHeader::stationChosen, this, &AppWindow::showStation);
    connect(m_intake, &IntakeStation::vitalsWanted, this, &AppWindow::readVitals);
    connect(m_intake, &IntakeStation::scanWanted, this, [this] { showStation(Station::scan); });
    connect(m_vitals, &VitalsStation::scanWanted, this, [this] { showStation(Station::scan); });
    connect(m_vitals, &VitalsStation::told, this, &AppWindow::tell);
    connect(&m_rack.casebook(), &CasebookKeeper::failed, this, &AppWindow::tell);
    connect(m_station, &ScanStation::told, this, &AppWindow::tell);
    connect(&m_rack, &RackModel::opened, this, &AppWindow::choose);
    connect(&m_rack, &RackModel::openRefused, this, &AppWindow::tell);
    connect(&m_rack, &RackModel::driveGone, this, [this](const DriveDesk* desk) {
        if (m_station->desk() == desk)
            setDesk(nullptr);
    });
    connect(&m_frames, &QTimer::timeout, &m_rack, &RackModel::refresh);
    m_toldFor.setSingleShot(true);
    connect(&m_toldFor, &QTimer::timeout, m_told, &QWidget::hide);
    m_frames.start(frameMs);
    addKeys();
    if (m_rack.error())
        tell(QString::fromStdString(m_rack.error()->message()));
    if (const QString error = m_rack.casebook().error(); !error.isEmpty())
        tell(error);
    if (m_rack.policyError())
        tell(QString::fromStdString(m_rack.policyError()->message()));
    if (m_rack.rowCount() > 0)
        choose(0);
    m_rackView->setFocus();
}

QWidget* AppWindow::makeStage() {
    auto* stage = new QWidget(this);
    stage->setObjectName(QStringLiteral("stage"));
    stage->setAttribute(Qt::WA_StyledBackground);
    for (QWidget* page :
         {static_cast<QWidget*>(m_intake), static_cast<QWidget*>(m_vitals), static_cast<QWidget*>(m_station)})
        m_pages->addWidget(page);
    auto* column = new QVBoxLayout(stage);
    column->setContentsMargins(16, 12, 14, 12);
    column->setSpacing(8);
    column->addWidget(m_header);
    column->addWidget(m_pages, 1);
    return stage;
}

void AppWindow::setDesk(DriveDesk* desk) {
    m_header->setDesk(desk);
    m_intake->setDesk(desk);
    m_vitals->setDesk(desk);
    m_station->setDesk(desk);
}

void AppWindow::showStation(Station station) {
    m_header->setStation(station);
    m_pages->setCurrentIndex(static_cast<int>(station));
}

void AppWindow::readVitals() {
    showStation(Station::vitals);
    m_vitals->read();
}

QWidget* AppWindow::makeRail() {
    auto* rail = new QWidget(this);
    rail->setObjectName(QStringLiteral("rail"));
    rail->setAttribute(Qt::WA_StyledBackground);
    rail->setFixedWidth(railWidth);
    auto* name = new QLabel(tr("Orbita"), rail);
    name->setFont(Theme::text(17, QFont::DemiBold));
    auto* count = new QLabel(rail);
    count->setObjectName(QStringLiteral("dim"));
    const auto countDrives = [this, count] {
        count->setText(m_rack.rowCount() == 1 ? tr("1 drive") : tr("%1 drives").arg(m_rack.rowCount()));
    };
    connect(&m_rack, &QAbstractItemModel::rowsInserted, count, countDrives);
    connect(&m_rack, &QAbstractItemModel::rowsRemoved, count, countDrives);
    countDrives();
    auto* head = new QHBoxLayout;
    head->setContentsMargins(14, 12, 14, 6);
    head->addWidget(new Mark(rail));
    head->addSpacing(4);
    head->addWidget(name);
    head->addStretch();
    head->addWidget(count);

    auto* openButton = new QPushButton(tr("&Open…"), rail);
    openButton->setObjectName(QStringLiteral("flat"));
    openButton->setToolTip(tr("A device, an image file or a saved scan (Ctrl+O)"));
    auto* light = new QPushButton(tr("Light / dark"), rail);
    light->setObjectName(QStringLiteral("flat"));
    light->setToolTip(tr("Change between dark and light (Ctrl+T)"));
    auto* keys = new QPushButton(tr("Keys"), rail);
    keys->setObjectName(QStringLiteral("flat"));
    keys->setToolTip(tr("What the keys do (F1)"));
    connect(openButton, &QPushButton::clicked, this, &AppWindow::openDialog);
    connect(light, &QPushButton::clicked, &Theme::instance(), &Theme::toggle);
    connect(keys, &QPushButton::clicked, this, &AppWindow::showKeys);
    auto* buttons = new QHBoxLayout;
    buttons->setContentsMargins(6, 0, 6, 0);
    buttons->setSpacing(0);
    buttons->addWidget(openButton);
    buttons->addWidget(light);
    buttons->addWidget(keys);
    buttons->addStretch();
    m_told->setObjectName(QStringLiteral("told"));
    m_told->setWordWrap(true);
    m_told->setMargin(12);
    m_told->setFont(Theme::text(12));
    m_told->setAccessibleName(tr("Latest message"));
    auto* foot = new QLabel(m_rack.source() == RackModel::Source::demonstration
                                ? tr("Demonstration rack: simulated\ndrives, hours played in minutes")
                                : tr("Drives are read, never written."),
                            rail);
    foot->setObjectName(QStringLiteral("dim"));
    foot->setFont(Theme::text(12));
    foot->setContentsMargins(14, 2, 14, 12);
    foot->setWordWrap(true);
    // For as long as it is so, not only when it is noticed.
    const auto warnOfForgetting = [this, foot] {
        if (m_rack.casebook().lasts() || m_rack.source() == RackModel::Source::demonstration)
            return;
        foot->setText(tr(
            "The casebook cannot be written: what is found is gone when Orbita ends. Export what matters."));
        foot->setObjectName(QStringLiteral("warned"));
        foot->style()->polish(foot);
    };
    connect(&m_rack.casebook(), &CasebookKeeper::failed, foot, warnOfForgetting);
    warnOfForgetting();

    auto* column = new QVBoxLayout(rail);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addLayout(head);
    column->addWidget(m_rackView, 1);
    column->addWidget(m_told);
    column->addLayout(buttons);
    column->addWidget(foot);
    m_told->hide();
    return rail;
}

void AppWindow::addKeys() {
    const auto key = [this](const QKeySequence& sequence, auto&& action) {
        new QShortcut(sequence, this, std::forward<decltype(action)>(action));
    };
    key(Qt::Key_F1, [this] { showKeys(); });
    key(Qt::Key_F2, [this] { showStation(Station::intake); });
    key(Qt::Key_F3, [this] { showStation(Station::vitals); });
    key(Qt::Key_F4, [this] { showStation(Station::scan); });
    key(Qt::Key_F8, [this] { readVitals(); });
    key(Qt::Key_F5, [this] {
        showStation(Station::scan);
        m_station->startOrAsk();
    });
    key(Qt::Key_F6, [this] { m_station->pauseOrResume(); });
    key(Qt::Key_F7, [this] { m_station->stop(); });
    key(Qt::Key_F9, [this] { m_station->goOn(); });
    key(Qt::Key_F10, [this] { m_station->replayOrEnd(); });
    key(QKeySequence(Qt::CTRL | Qt::Key_O), [this] { openDialog(); });
    key(QKeySequence(Qt::CTRL | Qt::Key_E), [this] { m_station->openExport(); });
    key(QKeySequence(Qt::CTRL | Qt::Key_L), [this] { m_station->openPlan(); });
    key(QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_L), [this] { m_station->plainOrProposedPlan(); });
    key(QKeySequence(Qt::CTRL | Qt::Key_3), [this] { m_station->watchAnswers(); });
    key(QKeySequence(Qt::CTRL | Qt::Key_C), [this] { m_station->copySelection(); });
    key(QKeySequence(Qt::CTRL | Qt::Key_R), [this] { m_station->scanSelection(); });
    key(QKeySequence(Qt::CTRL | Qt::Key_T), [] { Theme::instance().toggle(); });
    key(QKeySequence(Qt::CTRL | Qt::Key_1), [this] { m_station->showTape(); });
    key(QKeySequence(Qt::CTRL | Qt::Key_2), [this] { m_station->showLedger(); });
    key(QKeySequence(Qt::CTRL | Qt::Key_D), [this] { m_rackView->setFocus(); });
    key(QKeySequence(Qt::CTRL | Qt::Key_P), [this] { m_station->plate().setFocus(); });
    key(QKeySequence(Qt::CTRL | Qt::Key_Q), [this] { close(); });
}

void AppWindow::showKeys() {
    auto* dialog = new QDialog(this);
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    dialog->setWindowTitle(tr("Keys"));
    auto* text = new QLabel(
        tr("<table cellspacing='7'>"
           "<tr><td>F2, F3, F4</td><td>intake, vitals, scan</td><td>F8</td><td>read the vitals</td></tr>"
           "<tr><td>F5</td><td>start</td><td>Ctrl+D</td><td>to the rack</td></tr>"
           "<tr><td>F6</td><td>pause, resume</td><td>Ctrl+P</td><td>to the plate</td></tr>"
           "<tr><td>F9</td><td>go on where a scan was broken off</td><td>F10</td><td>replay a scan, or end "
           "the replay</td></tr>"
           "<tr><td>F7</td><td>stop</td><td>Ctrl+1, Ctrl+2, Ctrl+3</td><td>tape, ledger, answers as they "
           "come</td></tr>"
           "<tr><td>Ctrl+L</td><td>plan</td><td>arrows, Shift+arrows</td><td>select, extend</td></tr>"
           "<tr><td>Ctrl+R</td><td>scan the selected span</td><td>+ and −, Home</td><td>zoom, whole "
           "scan</td></tr>"
           "<tr><td>Ctrl+C</td><td>copy the selection</td><td>N, P</td><td>next, previous defect</td></tr>"
           "<tr><td>Ctrl+E</td><td>export</td><td>Esc</td><td>select nothing</td></tr>"
           "<tr><td>Ctrl+O</td><td>open</td><td>Ctrl+T</td><td>light, dark</td></tr>"
           "<tr><td>Ctrl+Shift+L</td><td>plain plan, or the one proposed</td><td>Space</td><td>hold the "
           "answers "
           "still, go on</td></tr>"
           "<tr><td>Ctrl+Q</td><td>quit</td><td></td><td></td></tr></table>"),
        dialog);
    text->setTextFormat(Qt::RichText);
    auto* column = new QVBoxLayout(dialog);
    column->addWidget(text);
    dialog->show();
}

void AppWindow::openDialog() {
    auto* dialog = new OpenDialog(m_rack, this);
    dialog->show();
}

void AppWindow::open(const QString& name) {
    m_rack.open(name);
}

void AppWindow::choose(int row) {
    m_rackView->setCurrentIndex(m_rack.index(row));
    setDesk(m_rack.desk(row));
    // A saved scan is opened to be looked at.
    if (m_rack.desk(row) != nullptr && m_rack.desk(row)->scanCount() > 0)
        showStation(Station::scan);
}

void AppWindow::tell(const QString& message) {
    m_told->setText(message);
    m_told->show();
    m_toldFor.start(toldMs);
}

} // namespace orbita::app
