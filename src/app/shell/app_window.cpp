// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/app_window.h"

#include "app/judge/case_report_of.h"
#include "app/judge/report_dialog.h"
#include "app/rack/dial_painter.h"
#include "app/settings/preferences.h"
#include "app/shell/assess_dialog.h"
#include "app/shell/guide_dialog.h"
#include "app/shell/identity_dialog.h"
#include "app/shell/keys_page.h"
#include "app/shell/open_dialog.h"
#include "app/shell/settings_dialog.h"
#include "app/theme/theme.h"
#include "report/words.h"

#include <QCloseEvent>
#include <QHBoxLayout>
#include <QPainter>
#include <QStyle>
#include <QVBoxLayout>
#include <cstdlib>

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
    , m_pages(new QStackedWidget(this))
    , m_casebook(new CasebookPage(m_rack.casebook(), this))
    , m_rows(stationRows())
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
    connect(m_rackView, &RackView::driveChosen, this, &AppWindow::setController);
    // Whoever goes for a drive in the rack leaves the casebook.
    connect(m_rackView, &QListView::clicked, this, [this] {
        if (m_pages->currentWidget() == m_casebook)
            showPage(m_page);
    });
    connect(m_header, &DriveHeader::stationChosen, this, &AppWindow::showPage);
    connect(m_header, &DriveHeader::identityWanted, this, &AppWindow::openIdentity);
    connect(m_header, &DriveHeader::assessWanted, this, &AppWindow::assess);
    connect(&m_rack.casebook(), &CasebookKeeper::failed, this, &AppWindow::tell);
    connect(&m_rack, &RackModel::opened, this, &AppWindow::choose);
    connect(&m_rack, &RackModel::openRefused, this, &AppWindow::tell);
    connect(&m_rack, &RackModel::driveGone, this, [this](const DriveController* controller) {
        if (m_controller == controller)
            setController(nullptr);
    });
    m_frames.setInterval(frameMs);
    connect(&m_frames, &QTimer::timeout, this, [this] {
        m_rack.refresh();
        if (!m_rack.lively())
            m_frames.stop();
    });
    connect(&m_rack, &RackModel::livened, this, [this] {
        if (!m_frames.isActive())
            m_frames.start();
    });
    m_toldFor.setSingleShot(true);
    connect(&m_toldFor, &QTimer::timeout, m_told, &QWidget::hide);
    addWindowActions();
    Preferences::instance().restoreWindow(*this);
    connect(&Preferences::instance(), &Preferences::failed, this, &AppWindow::tell);
    connect(&Theme::instance(), &Theme::changed, this, [] {
        Settings settings = Preferences::instance().settings();
        settings.light = Theme::instance().palette().scheme() == ColourScheme::light;
        Preferences::instance().set(settings);
    });
    remindOfCustomers();
    if (const auto& error = Preferences::instance().error())
        tell(words::error(*error));
    if (m_rack.error())
        tell(words::error(*m_rack.error()));
    if (const QString error = m_rack.casebook().error(); !error.isEmpty())
        tell(error);
    if (m_rack.policyError())
        tell(words::error(*m_rack.policyError()));
    if (m_rack.rowCount() > 0)
        choose(0);
    m_rackView->setFocus();
}

QWidget* AppWindow::makeStage() {
    auto* stage = new QWidget(this);
    stage->setObjectName(QStringLiteral("stage"));
    stage->setAttribute(Qt::WA_StyledBackground);
    addStations();
    auto* column = new QVBoxLayout(stage);
    column->setContentsMargins(16, 12, 14, 12);
    column->setSpacing(8);
    column->addWidget(m_header);
    column->addWidget(m_pages, 1);
    m_pages->addWidget(m_casebook);
    connect(m_casebook, &CasebookPage::leaveWanted, this, [this] { showPage(m_page); });
    connect(m_casebook, &CasebookPage::scanWanted, &m_rack, &RackModel::openKeptScan);
    for (Action* action : m_casebook->pageActions())
        listen(*action, {});
    return stage;
}

void AppWindow::addStations() {
    for (const StationRow& row : m_rows) {
        Station* station = row.make(this);
        station->setObjectName(QLatin1String(row.id));
        connect(station, &Station::told, this, &AppWindow::tell);
        connect(station, &Station::stationWanted, this, &AppWindow::showStation);
        connect(station, &Station::actionWanted, this, &AppWindow::perform);
        connect(station, &Station::policyWanted, &m_rack, &RackModel::setPolicy);
        for (Action* action : station->stationActions())
            listen(*action, QLatin1String(row.id));
        m_stations.push_back(station);
        m_pages->addWidget(station);
    }
    m_header->setStations({m_stations.begin(), m_stations.end()});
}

void AppWindow::setController(DriveController* controller) {
    m_controller = controller;
    m_header->setController(controller);
    for (Station* station : m_stations)
        station->setController(controller);
}

void AppWindow::showCasebook() {
    m_header->hide();
    m_pages->setCurrentWidget(m_casebook);
    m_casebook->enter();
}

void AppWindow::showPage(std::size_t station) {
    m_page = station;
    m_header->show();
    m_header->setStation(station);
    m_pages->setCurrentIndex(static_cast<int>(station));
}

void AppWindow::showStation(const QString& station) {
    for (std::size_t i = 0; i < m_rows.size(); ++i)
        if (station == QLatin1String(m_rows[i].id))
            showPage(i);
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
    auto* settings = new QPushButton(tr("Se&ttings"), rail);
    settings->setObjectName(QStringLiteral("flat"));
    settings->setToolTip(tr("Shop, policy, colours, times, places (Ctrl+Shift+S)"));
    auto* keys = new QPushButton(tr("Keys"), rail);
    keys->setObjectName(QStringLiteral("flat"));
    auto* guide = new QPushButton(tr("&Guide"), rail);
    guide->setObjectName(QStringLiteral("flat"));
    guide->setToolTip(tr("How the work is done, and what each word means (Shift+F1)"));
    auto* find = new QPushButton(tr("&Find"), rail);
    find->setObjectName(QStringLiteral("flat"));
    find->setToolTip(tr("Find anything that can be done (Ctrl+K)"));
    keys->setToolTip(tr("What the keys do (F1)"));
    auto* sort = new QPushButton(tr("&Sort"), rail);
    sort->setObjectName(QStringLiteral("flat"));
    sort->setToolTip(tr("What is most urgent first (Ctrl+Shift+D)"));
    auto* book = new QPushButton(tr("Case&book"), rail);
    book->setObjectName(QStringLiteral("flat"));
    book->setToolTip(tr("Every drive ever seen, its visits, and what changed between them (Ctrl+B)"));
    connect(book, &QPushButton::clicked, this, &AppWindow::showCasebook);
    auto* sheet = new QPushButton(tr("S&heet…"), rail);
    sheet->setObjectName(QStringLiteral("flat"));
    sheet->setToolTip(tr("What to do with each drive, on one sheet"));
    connect(sort, &QPushButton::clicked, this, &AppWindow::sortRack);
    connect(sheet, &QPushButton::clicked, this, &AppWindow::openBatchSheet);
    connect(openButton, &QPushButton::clicked, this, &AppWindow::openDialog);
    connect(settings, &QPushButton::clicked, this, &AppWindow::openSettings);
    connect(keys, &QPushButton::clicked, this, &AppWindow::showKeys);
    connect(guide, &QPushButton::clicked, this, &AppWindow::openGuide);
    connect(find, &QPushButton::clicked, this, &AppWindow::find);
    auto* buttons = new QVBoxLayout;
    buttons->setContentsMargins(6, 0, 6, 0);
    buttons->setSpacing(0);
    // The rack; what is looked up; Orbita itself.
    for (const auto& line : {std::vector{openButton, sort, sheet}, {book, find, keys}, {settings, guide}}) {
        auto* row = new QHBoxLayout;
        row->setSpacing(0);
        for (QPushButton* button : line)
            row->addWidget(button);
        row->addStretch();
        buttons->addLayout(row);
    }
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

// By its key from anywhere in the window, whichever station is in view.
void AppWindow::listen(Action& action, const QString& station) {
    addAction(&action);
    connect(&action, &QAction::triggered, this, [this, &action, station] {
        if (!action.possible())
            return;
        if (action.bringsStation())
            showStation(station);
        action.act();
    });
}

Action& AppWindow::addWindowAction(const char* id, const QString& text, const QKeySequence& key,
                                   std::function<void()> act) {
    m_actions.push_back(new Action(id, text, key, std::move(act), this));
    listen(*m_actions.back(), {});
    return *m_actions.back();
}

void AppWindow::addWindowActions() {
    addWindowAction("find", tr("Find anything that can be done"), Qt::CTRL | Qt::Key_K, [this] { find(); });
    addWindowAction("guide", tr("Read the guide"), Qt::SHIFT | Qt::Key_F1, [this] { openGuide(); });
    addWindowAction("keys", tr("Show what the keys do"), Qt::Key_F1, [this] { showKeys(); });
    for (std::size_t i = 0; i < m_rows.size(); ++i)
        addWindowAction(m_rows[i].id, m_rows[i].shows, m_rows[i].key, [this, i] { showPage(i); });
    addWindowAction("assess", tr("Assess this drive: a whole visit by itself"),
                    Qt::CTRL | Qt::SHIFT | Qt::Key_A, [this] { assess(); })
        .onlyWhile([this] { return m_controller != nullptr; });
    addWindowAction("identity", tr("All that the drive says it is and can"), Qt::CTRL | Qt::Key_I, [this] {
        openIdentity();
    }).onlyWhile([this] { return m_controller != nullptr; });
    addWindowAction("settings", tr("Settings: shop, policy, colours, times, places"),
                    Qt::CTRL | Qt::SHIFT | Qt::Key_S, [this] { openSettings(); });
    addWindowAction("casebook", tr("Look into the casebook"), Qt::CTRL | Qt::Key_B,
                    [this] { showCasebook(); });
    addWindowAction("rack", tr("Go to the rack"), Qt::CTRL | Qt::Key_D, [this] { m_rackView->setFocus(); });
    addWindowAction("sort-rack", tr("Sort the rack: what is most urgent first"),
                    Qt::CTRL | Qt::SHIFT | Qt::Key_D, [this] { sortRack(); });
    addWindowAction("batch-sheet", tr("Write a sheet of all drives in the rack"), {},
                    [this] { openBatchSheet(); });
    addWindowAction("open", tr("Open a device, an image or a saved scan"), Qt::CTRL | Qt::Key_O,
                    [this] { openDialog(); });
    addWindowAction("light", tr("Light, or dark"), Qt::CTRL | Qt::Key_T, [] { Theme::instance().toggle(); });
    addWindowAction("quit", tr("Quit"), Qt::CTRL | Qt::Key_Q, [this] { close(); });
}

std::vector<ListedAction> AppWindow::actions() const {
    std::vector<ListedAction> all;
    for (Action* action : m_actions)
        all.push_back({action, {}});
    for (std::size_t i = 0; i < m_stations.size(); ++i)
        for (Action* action : m_stations[i]->stationActions())
            all.push_back({action, m_rows[i].name});
    for (Action* action : m_casebook->pageActions())
        all.push_back({action, tr("Casebook")});
    return all;
}

void AppWindow::perform(const QString& action) {
    for (const ListedAction& listed : actions())
        if (listed.action->objectName() == action)
            listed.action->trigger();
}

void AppWindow::find() {
    (new ActionFinder(actions(), this))->show();
}

void AppWindow::showKeys() {
    std::vector<ViewKey> viewKeys;
    for (const Station* station : m_stations)
        for (const ViewKey& key : station->viewKeys())
            viewKeys.push_back(key);
    (new KeysPage(actions(), viewKeys, this))->show();
}

void AppWindow::closeEvent(QCloseEvent* event) {
    m_rack.wrapUp();
    if (m_rack.waitingFor().isEmpty()) {
        Preferences::instance().rememberWindow(*this);
        event->accept();
        return;
    }
    event->ignore();
    if (m_leaving != nullptr)
        return;
    centralWidget()->setEnabled(false);
    m_leaving = new Leaving(m_rack, this);
    connect(m_leaving, &Leaving::allKept, this, [this] { close(); });
    // Threads that hang over a disk cannot be ended in order.
    connect(m_leaving, &Leaving::leftBehind, this, [] { std::_Exit(EXIT_FAILURE); });
}

void AppWindow::assess() {
    if (auto* open = findChild<AssessDialog*>(); open != nullptr && open->drive() == m_controller) {
        open->raise();
        open->activateWindow();
        return;
    }
    std::vector<DriveController*> all;
    for (int row = 0; row < m_rack.rowCount(); ++row)
        all.push_back(m_rack.controller(row));
    auto* dialog = new AssessDialog(*m_controller, std::move(all), this);
    connect(dialog, &AssessDialog::reportWanted, this, [this] { perform(QStringLiteral("report")); });
    dialog->show();
}

void AppWindow::openIdentity() {
    if (m_controller != nullptr)
        (new IdentityDialog(*m_controller, this))->show();
}

void AppWindow::openGuide() {
    const bool casebook = m_pages->currentWidget() == m_casebook;
    (new GuideDialog(casebook ? QStringLiteral("casebook") : QLatin1String(m_rows[m_page].id), this))->show();
}

void AppWindow::openSettings() {
    const bool forgets = m_rack.source() == RackModel::Source::demonstration || !m_rack.casebook().lasts();
    auto* dialog = new SettingsDialog(
        m_rack.policy(), forgets ? QString() : QString::fromStdString(m_rack.casebook().path()), this);
    connect(dialog, &SettingsDialog::policyChosen, &m_rack, &RackModel::setPolicy);
    dialog->show();
}

// Nobody is forgotten by the clock: a person is reminded, and does it.
void AppWindow::remindOfCustomers() {
    const int years = Preferences::instance().settings().keepCustomersYears;
    if (years == 0)
        return;
    auto* reader = new CasebookReader(m_rack.casebook(), this);
    connect(reader, &CasebookReader::answered, this, [this](const QString& text) {
        if (!text.isEmpty())
            tell(text);
    });
    reader->ask([years](Casebook& casebook) {
        CustomersToForget due;
        due.before = QDateTime::currentDateTime().addYears(-years).toSecsSinceEpoch();
        const auto visits = casebook.countCustomers(due);
        return !visits || *visits == 0
                   ? QString()
                   : tr("%1 visits are older than your settings keep customers: Casebook, Forget customers…")
                         .arg(*visits);
    });
}

void AppWindow::openDialog() {
    auto* dialog = new OpenDialog(m_rack, this);
    dialog->show();
}

void AppWindow::sortRack() {
    m_rack.sortByUrgency();
    m_rackView->scrollTo(m_rackView->currentIndex());
}

void AppWindow::openBatchSheet() {
    auto drives = std::make_shared<std::vector<BatchDrive>>();
    for (int row = 0; row < m_rack.rowCount(); ++row)
        drives->push_back(batchDriveOf(*m_rack.controller(row)));
    const std::int64_t now = QDateTime::currentSecsSinceEpoch();
    const std::string version = QCoreApplication::applicationVersion().toStdString();
    auto* dialog =
        new ReportDialog(tr("All drives in the rack, what is most urgent first: ruling, data, and why"),
                         {{tr("What to do with each drive"),
                           [drives, now, version](const Shop& shop, bool mask) {
                               return batchSheet(*drives, shop, version, now, mask);
                           }}},
                         tr("drives-%1").arg(QDate::currentDate().toString(Qt::ISODate)), {}, this);
    connect(dialog, &ReportDialog::written, this,
            [this](const QString& path) { tell(tr("Written to %1").arg(path)); });
    dialog->show();
}

void AppWindow::open(const QString& name) {
    m_rack.open(name);
}

void AppWindow::choose(int row) {
    m_rackView->setCurrentIndex(m_rack.index(row));
    setController(m_rack.controller(row));
    // A saved scan is opened to be looked at.
    if (m_rack.controller(row) != nullptr && m_rack.controller(row)->scanCount() > 0)
        showStation(QStringLiteral("scan"));
}

void AppWindow::tell(const QString& message) {
    m_told->setText(message);
    m_told->show();
    m_toldFor.start(toldMs);
}

} // namespace orbita::app
