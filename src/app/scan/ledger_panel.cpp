// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/scan/ledger_panel.h"

#include "app/theme/theme.h"
#include "report/plate_marks.h"
#include "report/words.h"

#include <QAbstractButton>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QKeyEvent>
#include <QPainter>
#include <QStyledItemDelegate>
#include <QVBoxLayout>

namespace orbita::app {

namespace {

constexpr int ledgerRowHeight = 24;
constexpr std::array listedGrades = {Grade::laboured, Grade::straining, Grade::stalled, Grade::unreadable,
                                     Grade::linkFault};
constexpr std::array listedStandings = {Standing::once, Standing::confirmed, Standing::passing,
                                        Standing::disturbed};

std::uint8_t bitOf(Grade grade) {
    return static_cast<std::uint8_t>(1U << static_cast<unsigned>(grade));
}

// Where the defect is, with the shape that it has on the plate.
class PlaceDelegate final : public QStyledItemDelegate {
public:
    using QStyledItemDelegate::QStyledItemDelegate;
    void paint(QPainter* painter, const QStyleOptionViewItem& option,
               const QModelIndex& index) const override {
        QStyledItemDelegate::paint(painter, option, index);
        const QRectF shape(option.rect.left() + 5, option.rect.center().y() - 5.5, 12, 12);
        paintLegend(*painter, static_cast<Grade>(index.data(gradeRole).toInt()), shape,
                    Theme::instance().palette());
    }
};

QComboBox* makeFilter(const char* name, const QString& any, const QString& says, QWidget* parent) {
    auto* filter = new QComboBox(parent);
    filter->setObjectName(QLatin1String(name));
    filter->addItem(any);
    filter->setAccessibleName(says);
    filter->setToolTip(says);
    filter->setFont(Theme::text(11));
    filter->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    filter->setMinimumContentsLength(7);
    return filter;
}

} // namespace

LedgerPanel::LedgerPanel(Lens& lens, QWidget* parent)
    : QWidget(parent)
    , m_lens(lens)
    , m_grade(makeFilter("ledgerGrade", tr("Any grade"), tr("List defects of that grade"), this))
    , m_standing(makeFilter("ledgerStanding", tr("Any standing"), tr("List defects of that standing"), this))
    , m_patch(makeFilter("ledgerPatch", tr("Any patch"), tr("List defects of that patch"), this))
    , m_empty(new QLabel(this))
    , m_table(new QTableView(this)) {
    for (const Grade grade : listedGrades)
        m_grade->addItem(words::grade(grade), static_cast<int>(grade));
    for (const Standing standing : listedStandings)
        m_standing->addItem(words::standing(standing), static_cast<int>(standing));
    m_empty->setObjectName(QStringLiteral("dim"));
    m_empty->setWordWrap(true);
    m_empty->setContentsMargins(4, 6, 4, 0);
    m_table->setObjectName(QStringLiteral("ledger"));
    m_table->setAccessibleName(tr("Ledger: the defects"));
    m_table->setModel(&m_model);
    m_table->setItemDelegateForColumn(0, new PlaceDelegate(m_table));
    m_table->setSelectionBehavior(QAbstractItemView::SelectRows);
    m_table->setSelectionMode(QAbstractItemView::SingleSelection);
    m_table->setShowGrid(false);
    m_table->setWordWrap(false);
    m_table->setTabKeyNavigation(false);
    m_table->setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    m_table->setHorizontalScrollMode(QAbstractItemView::ScrollPerPixel);
    m_table->verticalHeader()->hide();
    // Which is there, unseen, also where there is no corner.
    for (auto* corner : m_table->findChildren<QAbstractButton*>(Qt::FindDirectChildrenOnly))
        corner->setAccessibleName(tr("Choose all"));
    m_table->verticalHeader()->setDefaultSectionSize(ledgerRowHeight);
    m_table->verticalHeader()->setSectionResizeMode(QHeaderView::Fixed);
    QHeaderView* header = m_table->horizontalHeader();
    header->setSectionsMovable(true);
    header->setHighlightSections(false);
    header->setStretchLastSection(true);
    header->setFont(Theme::text(11));
    // Sorted by the model's own column before the view would ask for another.
    header->setSortIndicator(0, Qt::AscendingOrder);
    m_table->setSortingEnabled(true);
    constexpr int widths[] = {142, 80, 104, 92, 104, 72, 60};
    for (int column = 0; column < m_model.columnCount(); ++column)
        m_table->setColumnWidth(
            column, widths[std::min<std::size_t>(static_cast<std::size_t>(column), std::size(widths) - 1)]);
    m_table->installEventFilter(this);

    auto* filters = new QHBoxLayout;
    filters->setSpacing(6);
    for (QComboBox* filter : {m_grade, m_standing, m_patch}) {
        filters->addWidget(filter, 1);
        connect(filter, &QComboBox::activated, this, &LedgerPanel::filterAsChosen);
    }
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(4);
    column->addLayout(filters);
    column->addWidget(m_empty);
    column->addWidget(m_table, 1);

    connect(m_table->selectionModel(), &QItemSelectionModel::currentRowChanged, this, &LedgerPanel::choose);
    connect(m_table, &QTableView::clicked, this, &LedgerPanel::choose); // also a row that was current already
    connect(&lens, &Lens::selectionChanged, this, &LedgerPanel::followSelection);
    connect(&lens, &Lens::shownChanged, this, &LedgerPanel::followShown);
    connect(&Theme::instance(), &Theme::changed, m_table->viewport(), qOverload<>(&QWidget::update));
}

void LedgerPanel::setController(const DriveController* controller) {
    m_model.setController(controller);
    listPatches();
    refresh();
}

void LedgerPanel::refresh() {
    m_model.refresh();
    if (static_cast<std::size_t>(m_patch->count()) != m_model.patches() + 1)
        listPatches();
    m_empty->setVisible(m_model.rowCount() == 0);
    m_empty->setText(
        m_model.defects() == 0
            ? tr("No defects so far: blocks that are laboured or worse are listed here.")
            : tr("None of the %n defects is one of these.", nullptr, static_cast<int>(m_model.defects())));
}

void LedgerPanel::listPatches() {
    const int chosen = m_patch->currentIndex();
    constexpr std::size_t most = 500;
    while (m_patch->count() > 1)
        m_patch->removeItem(m_patch->count() - 1);
    for (std::size_t patch = 1; patch <= std::min(m_model.patches(), most); ++patch)
        m_patch->addItem(tr("Patch %1").arg(patch));
    m_patch->setCurrentIndex(chosen < m_patch->count() ? chosen : 0);
    if (chosen >= m_patch->count())
        filterAsChosen();
}

void LedgerPanel::filterAsChosen() {
    LedgerFilter filter = m_model.filter();
    filter.standing = m_standing->currentIndex() == 0
                          ? std::nullopt
                          : std::optional(static_cast<Standing>(m_standing->currentData().toInt()));
    filter.patch = static_cast<std::size_t>(m_patch->currentIndex());
    m_model.setFilter(filter);
    // The grade is one for plate, tallies and ledger.
    const QVariant grade = m_grade->currentData();
    if (sender() == m_grade)
        m_lens.setShown(grade.isValid() ? bitOf(static_cast<Grade>(grade.toInt())) : std::uint8_t{0xFF});
    refresh();
}

void LedgerPanel::followShown() {
    LedgerFilter filter = m_model.filter();
    filter.grades = m_lens.shown();
    m_model.setFilter(filter);
    int shown = 0;
    for (int i = 1; i < m_grade->count(); ++i)
        if (m_lens.shown() == bitOf(static_cast<Grade>(m_grade->itemData(i).toInt())))
            shown = i;
    m_grade->setCurrentIndex(shown);
    refresh();
}

// By the same column: the other way round.
void LedgerPanel::sortBy(int column) {
    const QHeaderView* header = m_table->horizontalHeader();
    const bool again = header->sortIndicatorSection() == column;
    m_table->sortByColumn(column, again && header->sortIndicatorOrder() == Qt::AscendingOrder
                                      ? Qt::DescendingOrder
                                      : Qt::AscendingOrder);
}

bool LedgerPanel::eventFilter(QObject* watched, QEvent* event) {
    if (watched == m_table && event->type() == QEvent::KeyPress) {
        const auto* key = static_cast<QKeyEvent*>(event);
        const int column = key->key() - Qt::Key_1;
        if ((key->modifiers() & ~Qt::KeypadModifier) == 0 && column >= 0 && column < m_model.columnCount()) {
            sortBy(column);
            return true;
        }
    }
    return QWidget::eventFilter(watched, event);
}

// A row chosen here is selected everywhere.
void LedgerPanel::choose(const QModelIndex& index) {
    const QVariant span = index.data(spanRole);
    if (!span.isValid() || m_choosing)
        return;
    m_choosing = true;
    m_lens.choose(span.value<LbaSpan>());
    m_choosing = false;
}

void LedgerPanel::followSelection() {
    if (m_choosing)
        return;
    m_choosing = true;
    const int row = m_lens.selection() ? m_model.rowIn(*m_lens.selection()) : -1;
    if (row >= 0) {
        m_table->setCurrentIndex(m_model.index(row, 0));
        m_table->scrollTo(m_model.index(row, 0));
    } else {
        m_table->clearSelection();
    }
    m_choosing = false;
}

} // namespace orbita::app
