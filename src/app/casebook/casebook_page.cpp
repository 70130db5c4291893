// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/casebook/casebook_page.h"

#include "app/casebook/forget_dialog.h"
#include "app/files/ask_for_file.h"
#include "app/theme/theme.h"
#include "core/base/text.h"
#include "report/format.h"
#include "report/life_words.h"
#include "report/ruling_words.h"
#include "report/vitals_words.h"
#include "report/words.h"

#include <QDateTime>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QKeyEvent>
#include <QVBoxLayout>
#include <algorithm>

namespace orbita::app {

namespace {

constexpr int foundWidth = 296;
constexpr int visitHeight = 26;
constexpr int mostVisitsShown = 6; // at once
constexpr int typedMs = 60;        // until what is typed is looked for

void quiet(QTableView& table) {
    table.verticalHeader()->hide();
    table.verticalHeader()->setDefaultSectionSize(visitHeight);
    table.setShowGrid(false);
    table.setSelectionBehavior(QAbstractItemView::SelectRows);
    table.setWordWrap(false);
    table.setHorizontalScrollMode(QAbstractItemView::ScrollPerPixel);
    table.setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    table.horizontalHeader()->setHighlightSections(false);
    table.setTabKeyNavigation(false);
    for (auto* corner : table.findChildren<QAbstractButton*>())
        corner->setAccessibleName(CasebookPage::tr("Choose all"));
}

QString takenIn(const MergeReport& report) {
    QString text =
        report.added() == 0
            ? CasebookPage::tr("All of it was here already.")
            : CasebookPage::tr("Taken in: %1 new drives, %2 visits, %3 scans, %4 rulings; nothing twice.")
                  .arg(report.newDrives)
                  .arg(report.visits)
                  .arg(report.scans)
                  .arg(report.rulings);
    if (report.damagedScans > 0)
        text += QLatin1Char(' ') +
                CasebookPage::tr("%1 scans are damaged, and were left out.").arg(report.damagedScans);
    if (!report.contradictions.empty())
        text += QLatin1Char(' ') +
                CasebookPage::tr("It contradicts what is here, and stands beside it: %1 (%2 in all).")
                    .arg(words::phrase(report.contradictions.front()))
                    .arg(report.contradictions.size());
    return text;
}

} // namespace

CasebookPage::CasebookPage(CasebookKeeper& keeper, QWidget* parent)
    : QWidget(parent)
    , m_keeper(keeper)
    , m_reader(keeper)
    , m_words(new QLineEdit(this))
    , m_ruling(new QComboBox(this))
    , m_complaint(new QComboBox(this))
    , m_when(new QComboBox(this))
    , m_count(new QLabel(this))
    , m_list(new QListView(this))
    , m_found(new FoundModel(this))
    , m_stage(new QStackedWidget(this))
    , m_notice(new QLabel(this))
    , m_title(new OneLine(this))
    , m_visits(new QTableView(this))
    , m_life(new LifeModel(this))
    , m_compared(new QLabel(this))
    , m_comparison(new ComparisonView(this))
    , m_place(new QLabel(this))
    , m_counters(new QTableView(this))
    , m_changes(new CountersModel(this))
    , m_answer(new QLabel(this))
    , m_openMap(new QPushButton(tr("Open its &map"), this))
    , m_export(new QPushButton(tr("E&xport the case…"), this)) {
    m_list->setModel(m_found);
    m_list->setItemDelegate(new FoundDelegate(m_list));
    m_list->setObjectName(QStringLiteral("foundDrives"));
    m_list->setAccessibleName(tr("Drives found, the one seen last first"));
    m_list->setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    m_list->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    m_list->setUniformItemSizes(true);
    m_list->setMouseTracking(true);
    m_notice->setObjectName(QStringLiteral("notice"));
    m_notice->setAlignment(Qt::AlignCenter);
    m_notice->setWordWrap(true);
    m_notice->setMargin(60);
    m_notice->setFont(Theme::text(14));
    m_stage->addWidget(m_notice);
    m_stage->addWidget(makeLife());
    auto* left = new QVBoxLayout;
    left->setSpacing(6);
    left->addWidget(m_count);
    left->addWidget(m_list, 1);
    m_count->setObjectName(QStringLiteral("dim"));
    m_count->setFont(Theme::text(12));
    m_list->setFixedWidth(foundWidth);
    auto* middle = new QHBoxLayout;
    middle->setSpacing(16);
    middle->addLayout(left);
    middle->addWidget(m_stage, 1);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(10);
    column->addWidget(makeSearch());
    column->addLayout(middle, 1);
    column->addWidget(makeFoot());
    m_typed.setSingleShot(true);
    m_typed.setInterval(typedMs);
    connect(&m_typed, &QTimer::timeout, this, &CasebookPage::search);
    connect(&m_reader, &CasebookReader::found, this, &CasebookPage::showFound);
    connect(&m_reader, &CasebookReader::opened, this, &CasebookPage::showLife);
    connect(&m_reader, &CasebookReader::answered, this, [this](const QString& text) {
        say(text);
        search(); // it may have changed what is in it
    });
    connect(&m_reader, &CasebookReader::failed, this, &CasebookPage::say);
    connect(m_list->selectionModel(), &QItemSelectionModel::currentChanged, this, &CasebookPage::openChosen);
    connect(m_visits->selectionModel(), &QItemSelectionModel::selectionChanged, this,
            &CasebookPage::compareChosen);
    connect(m_comparison, &ComparisonView::pointed, m_place, &QLabel::setText);
    connect(&Theme::instance(), &Theme::changed, this, [this] {
        m_list->viewport()->update();
        m_visits->viewport()->update();
    });
}

QWidget* CasebookPage::makeSearch() {
    auto* row = new QWidget(this);
    auto* title = new QLabel(tr("Casebook"), row);
    title->setFont(Theme::text(20, QFont::DemiBold));
    m_words->setPlaceholderText(tr("Serial number, model, customer, job, tester, or words of a complaint"));
    m_words->setObjectName(QStringLiteral("casebookWords"));
    m_words->setAccessibleName(tr("Find in the casebook"));
    m_words->setClearButtonEnabled(true);
    for (auto* clear : m_words->findChildren<QAbstractButton*>())
        clear->setAccessibleName(tr("Clear"));
    m_ruling->setObjectName(QStringLiteral("casebookRuling"));
    m_ruling->setAccessibleName(tr("Only with this ruling"));
    m_ruling->addItem(tr("Any ruling"));
    for (const Fate fate : {Fate::keep, Fate::watch, Fate::spareDuty, Fate::retire})
        m_ruling->addItem(words::fate(fate), static_cast<int>(fate));
    m_ruling->addItem(tr("Not ruled on"), -1);
    m_complaint->setObjectName(QStringLiteral("casebookComplaint"));
    m_complaint->setAccessibleName(tr("Only with this complaint"));
    m_complaint->addItem(tr("Any complaint"));
    for (std::size_t mark = 0; mark < complaintMarks; ++mark)
        m_complaint->addItem(words::complaint(static_cast<ComplaintMark>(mark)), static_cast<int>(mark));
    m_when->setObjectName(QStringLiteral("casebookWhen"));
    m_when->setAccessibleName(tr("Only with a visit in this time"));
    m_when->addItem(tr("At any time"));
    for (const auto& [name, days] : {std::pair{tr("Last 7 days"), 7}, std::pair{tr("Last 30 days"), 30},
                                     std::pair{tr("Last 12 months"), 365}})
        m_when->addItem(name, days);
    const int thisYear = QDate::currentDate().year();
    for (int year = thisYear; year > thisYear - 6; --year)
        m_when->addItem(QString::number(year), -year);
    auto* line = new QHBoxLayout(row);
    line->setContentsMargins(0, 0, 0, 0);
    line->setSpacing(8);
    line->addWidget(title);
    line->addSpacing(8);
    line->addWidget(m_words, 1);
    for (QComboBox* box : {m_ruling, m_complaint, m_when}) {
        line->addWidget(box);
        box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
        box->setMinimumContentsLength(11);
        connect(box, &QComboBox::activated, this, &CasebookPage::search);
    }
    auto* close = new QPushButton(tr("C&lose"), row);
    close->setObjectName(QStringLiteral("flat"));
    close->setToolTip(tr("Back to the drive (Esc)"));
    connect(close, &QPushButton::clicked, this, &CasebookPage::leaveWanted);
    line->addWidget(close);
    connect(m_words, &QLineEdit::textChanged, &m_typed, qOverload<>(&QTimer::start));
    connect(m_words, &QLineEdit::returnPressed, m_list, qOverload<>(&QWidget::setFocus));
    return row;
}

QWidget* CasebookPage::makeLife() {
    auto* life = new QWidget(this);
    m_title->setFont(Theme::text(15, QFont::Medium));
    m_title->setTextInteractionFlags(Qt::TextSelectableByMouse);
    m_visits->setModel(m_life);
    m_visits->setItemDelegateForColumn(0, m_visits->itemDelegate());
    m_visits->setObjectName(QStringLiteral("visits"));
    m_visits->setAccessibleName(tr("Its visits, the oldest first; choose two to compare them"));
    m_visits->setSelectionMode(QAbstractItemView::ExtendedSelection);
    quiet(*m_visits);
    m_compared->setWordWrap(true);
    m_compared->setObjectName(QStringLiteral("compared"));
    m_compared->setTextInteractionFlags(Qt::TextSelectableByMouse);
    m_place->setObjectName(QStringLiteral("dim"));
    m_place->setFont(Theme::text(12));
    m_place->setWordWrap(true);
    m_place->setMinimumHeight(32);
    m_place->setAlignment(Qt::AlignTop | Qt::AlignLeft);
    m_counters->setModel(m_changes);
    m_counters->setObjectName(QStringLiteral("counterChanges"));
    m_counters->setAccessibleName(tr("Counters, and how they have changed"));
    m_counters->setSelectionMode(QAbstractItemView::SingleSelection);
    quiet(*m_counters);
    m_counters->verticalHeader()->setDefaultSectionSize(22);
    m_counters->horizontalHeader()->setStretchLastSection(true);
    auto* column = new QVBoxLayout(life);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(6);
    column->addWidget(m_title);
    column->addWidget(m_visits);
    column->addSpacing(4);
    column->addWidget(m_compared);
    column->addWidget(m_comparison, 4);
    column->addWidget(m_place);
    column->addWidget(m_counters, 3);
    return life;
}

QWidget* CasebookPage::makeFoot() {
    auto* foot = new QWidget(this);
    auto* row = new QHBoxLayout(foot);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(4);
    m_answer->setObjectName(QStringLiteral("casebookAnswer"));
    m_answer->setWordWrap(true);
    m_answer->setTextInteractionFlags(Qt::TextSelectableByMouse);
    auto* take = new QPushButton(tr("&Take in…"), foot);
    auto* back = new QPushButton(tr("&Back up…"), foot);
    auto* look = new QPushButton(tr("Chec&k"), foot);
    auto* drop = new QPushButton(tr("For&get customers…"), foot);
    m_openMap->setToolTip(tr("The map of the latest scan of the visit that is chosen, in the rack"));
    m_export->setToolTip(tr("This drive with all its visits, as one file that another Orbita takes in"));
    take->setToolTip(
        tr("An exported case, or another bench's casebook: nothing twice, and what is here stays"));
    back->setToolTip(tr("A copy of all of it, checked"));
    look->setToolTip(tr("Look at all of it for damage"));
    drop->setToolTip(tr("Take whose the drives were out of old visits, for good"));
    row->addWidget(m_answer, 1);
    const struct {
        QPushButton* button;
        const char* id;
        QString text;
        QKeySequence key;
        void (CasebookPage::*act)();
    } rows[] = {
        {m_openMap, "casebook-map", tr("Open the map of the chosen visit"), Qt::CTRL | Qt::SHIFT | Qt::Key_M,
         &CasebookPage::openMap},
        {m_export, "export-case", tr("Export the chosen drive's case"), {}, &CasebookPage::exportCase},
        {take, "take-in", tr("Take in a case, or another casebook"), {}, &CasebookPage::takeIn},
        {back, "back-up", tr("Back up the casebook"), {}, &CasebookPage::backUp},
        {look, "check-casebook", tr("Check the casebook for damage"), {}, &CasebookPage::check},
        {drop, "forget-customers", tr("Forget customers of old visits"), {}, &CasebookPage::forget}};
    for (const auto& one : rows) {
        one.button->setObjectName(QStringLiteral("flat"));
        row->addWidget(one.button);
        connect(one.button, &QPushButton::clicked, this, one.act);
        addPageAction(one.id, one.text, one.button, one.key);
    }
    return foot;
}

void CasebookPage::addPageAction(const char* id, const QString& text, QPushButton* button,
                                 const QKeySequence& key) {
    auto* action = new Action(
        id, text, key, [button] { button->click(); }, this);
    action->onlyWhile([this, button] { return isVisible() && button->isEnabled(); });
    m_actions.push_back(action);
}

void CasebookPage::enter() {
    search();
    m_words->setFocus();
    m_words->selectAll();
}

void CasebookPage::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape)
        emit leaveWanted();
    else
        QWidget::keyPressEvent(event);
}

void CasebookPage::search() {
    m_typed.stop();
    CaseFilter filter;
    filter.words = m_words->text().toStdString();
    if (m_ruling->currentIndex() > 0) {
        const int fate = m_ruling->currentData().toInt();
        filter.notRuled = fate < 0;
        if (fate >= 0)
            filter.ruling = static_cast<Fate>(fate);
    }
    if (m_complaint->currentIndex() > 0)
        filter.complaint = static_cast<ComplaintMark>(m_complaint->currentData().toInt());
    if (const int when = m_when->currentData().toInt(); m_when->currentIndex() > 0) {
        if (when > 0) {
            filter.from = QDate::currentDate().addDays(-when).startOfDay().toSecsSinceEpoch();
        } else {
            filter.from = QDate(-when, 1, 1).startOfDay().toSecsSinceEpoch();
            filter.until = QDate(-when + 1, 1, 1).startOfDay().toSecsSinceEpoch();
        }
    }
    m_reader.search(filter);
}

void CasebookPage::showFound(const CasebookHits& hits) {
    const std::int64_t before = m_drive;
    m_found->show(hits);
    m_count->setText(hits.all == 0                   ? tr("No drive fits")
                     : hits.all > hits.drives.size() ? tr("%1 drives, of which the latest %2 are listed")
                                                           .arg(format::count(hits.all))
                                                           .arg(hits.drives.size())
                     : hits.all == 1 ? tr("1 drive")
                                     : tr("%1 drives").arg(format::count(hits.all)));
    const int row = m_found->rowOf(before);
    if (m_found->rowCount() > 0) {
        m_list->setCurrentIndex(m_found->index(std::max(0, row)));
        return;
    }
    m_drive = 0;
    m_openMap->setEnabled(false);
    m_export->setEnabled(false);
    m_stage->setCurrentWidget(m_notice);
    m_notice->setText(
        m_words->text().isEmpty() && m_ruling->currentIndex() <= 0 && m_complaint->currentIndex() <= 0 &&
                m_when->currentIndex() <= 0
            ? tr("No drive is in the casebook yet.\n\nEach drive whose vitals are read or that is "
                 "scanned gets a page here.")
            : tr("No drive in the casebook fits.\n\nLook for fewer words, or for any ruling, complaint "
                 "and time."));
}

void CasebookPage::openChosen() {
    const CasebookHit* hit = m_found->hit(m_list->currentIndex().row());
    if (hit == nullptr)
        return;
    m_drive = hit->drive.id;
    m_reader.open(m_drive);
}

void CasebookPage::showLife(const KnownLife& known) {
    if (known.drive != m_drive)
        return;
    m_scans = known.scans;
    m_life->show(known.life);
    const DriveIdentity& drive = known.life.drive;
    QStringList parts{words::driveName(drive)};
    if (!drive.serial.empty())
        parts << QString::fromStdString(drive.serial);
    parts << format::bytes(drive.capacityBytes());
    if (!drive.firmware.empty())
        parts << tr("firmware %1").arg(QString::fromStdString(drive.firmware));
    m_title->setText(parts.join(QStringLiteral(" · ")));
    m_visits->setItemDelegateForColumn(m_life->surfaceColumn(), new SurfaceDelegate(m_visits));
    m_visits->resizeColumnsToContents();
    // What the surface looked like is seen of every visit; a long ruling gives way, and is told in full by a
    // tip.
    constexpr int leastSurface = 110;
    constexpr int leastRuling = 124;
    m_visits->setColumnWidth(m_life->surfaceColumn(), 10);
    const int left = m_visits->viewport()->width() - m_visits->horizontalHeader()->length() + 10;
    if (left < leastSurface)
        m_visits->setColumnWidth(
            m_life->rulingColumn(),
            std::max(leastRuling, m_visits->columnWidth(m_life->rulingColumn()) - (leastSurface - left)));
    m_visits->horizontalHeader()->setStretchLastSection(true);
    const int rows = m_life->rowCount();
    m_visits->setFixedHeight(m_visits->horizontalHeader()->sizeHint().height() +
                             std::clamp(rows, 1, mostVisitsShown) * visitHeight + 4);
    m_stage->setCurrentIndex(1);
    m_export->setEnabled(true);
    if (rows > 0) {
        // The last two at once: what is new is what is asked for.
        QItemSelection last;
        for (int row = std::max(0, rows - 2); row < rows; ++row)
            last.select(m_life->index(row, 0), m_life->index(row, m_life->columnCount() - 1));
        m_visits->setCurrentIndex(m_life->index(rows - 1, 0));
        m_visits->selectionModel()->select(last, QItemSelectionModel::ClearAndSelect);
        m_visits->scrollToBottom();
    } else {
        compareChosen();
    }
}

void CasebookPage::compareChosen() {
    std::vector<std::size_t> rows;
    for (const QModelIndex& index : m_visits->selectionModel()->selectedRows())
        rows.push_back(static_cast<std::size_t>(index.row()));
    std::sort(rows.begin(), rows.end());
    const int current = m_visits->currentIndex().row();
    m_openMap->setEnabled(current >= 0 && current < m_life->rowCount() &&
                          !m_life->life().visits[static_cast<std::size_t>(current)].scans.empty());
    // One alone is looked at against the one before it.
    if (rows.size() == 1 && rows.front() > 0)
        rows.insert(rows.begin(), rows.front() - 1);
    m_place->clear();
    const bool two = rows.size() >= 2;
    m_comparison->setVisible(two);
    m_counters->setVisible(two);
    if (!two) {
        m_compared->setText(m_life->rowCount() == 0
                                ? tr("No visit of this drive is in the casebook.")
                                : tr("This was its first visit: there is nothing to compare it with."));
        m_comparison->clear();
        m_changes->show({});
        return;
    }
    const VisitComparison found = compareVisits(m_life->life(), rows.front(), rows.back());
    m_compared->setText(words::comparison(found).join(QLatin1Char(' ')));
    m_comparison->show(found);
    m_changes->show(found.counters);
    m_counters->resizeColumnToContents(0);
    m_counters->resizeColumnToContents(1);
}

void CasebookPage::say(const QString& text) {
    m_answer->setText(text);
}

void CasebookPage::openMap() {
    const int row = m_visits->currentIndex().row();
    if (row < 0 || row >= m_life->rowCount())
        return;
    const auto& scans = m_life->life().visits[static_cast<std::size_t>(row)].scans;
    for (const KeptScan& kept : m_scans)
        if (!scans.empty() && kept.startedAt == scans.back().startedAt) {
            emit scanWanted(kept.id);
            return;
        }
}

void CasebookPage::exportCase() {
    const CasebookHit* hit = m_found->hit(m_list->currentIndex().row());
    if (hit == nullptr)
        return;
    QString name = QString::fromStdString(hit->drive.identity.serial.empty() ? hit->drive.identity.model
                                                                             : hit->drive.identity.serial);
    name.replace(QRegularExpression(QStringLiteral("[^\\w-]")), QStringLiteral("_"));
    FileWish wish;
    wish.what = FileWish::For::writing;
    wish.title = tr("Export the case to");
    wish.kinds = {tr("Cases (*.orbita-case)")};
    wish.name = name + QStringLiteral(".orbita-case");
    askForFile(this, wish, [this, drive = hit->drive.id](const QString& path) {
        say(tr("Writing it…"));
        m_reader.ask([drive, path](Casebook& casebook) {
            const auto done = casebook.exportCase(drive, path.toStdString());
            return done ? tr("Written to %1. The customer's name is in it.").arg(path)
                        : words::error(done.error());
        });
    });
}

void CasebookPage::takeIn() {
    FileWish wish;
    wish.title = tr("Take in");
    wish.kinds = {tr("Cases and casebooks (*.orbita-case *.db)"), tr("All files (*)")};
    askForFile(this, wish, [this](const QString& path) {
        say(tr("Taking it in…"));
        m_reader.ask([path](Casebook& casebook) {
            const auto report = casebook.takeIn(path.toStdString());
            return report ? takenIn(*report) : words::error(report.error());
        });
    });
}

void CasebookPage::backUp() {
    FileWish wish;
    wish.what = FileWish::For::writing;
    wish.title = tr("Back up the casebook to");
    wish.kinds = {tr("Casebooks (*.db)")};
    wish.name = tr("casebook-%1").arg(QDate::currentDate().toString(Qt::ISODate)) + QStringLiteral(".db");
    askForFile(this, wish, [this](const QString& path) {
        say(tr("Writing it…"));
        m_reader.ask([path](Casebook& casebook) {
            const auto done = casebook.backUp(path.toStdString());
            return done ? tr("All of the casebook is in %1, and was checked there. Customers' names are in "
                             "it.")
                              .arg(path)
                        : words::error(done.error());
        });
    });
}

void CasebookPage::check() {
    say(tr("Looking at all of it…"));
    m_reader.ask([](Casebook& casebook) {
        const auto wrong = casebook.check();
        if (!wrong)
            return words::error(wrong.error());
        if (wrong->empty())
            return tr("Nothing in the casebook is damaged.");
        return tr("The casebook is damaged: %1. Restore a backup (orbita-cli casebook restore), or export "
                  "what "
                  "can still be read.")
            .arg(words::phrase(wrong->front()));
    });
}

void CasebookPage::forget() {
    auto* dialog = new ForgetDialog(m_keeper, this);
    connect(dialog, &ForgetDialog::wanted, this, [this](const CustomersToForget& which) {
        m_reader.ask([which](Casebook& casebook) {
            const auto visits = casebook.forgetCustomers(which);
            return visits ? tr("Whose drives they were has been forgotten of %1 visits.").arg(*visits)
                          : words::error(visits.error());
        });
    });
    dialog->show();
}

} // namespace orbita::app
