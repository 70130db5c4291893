// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/action_finder.h"

#include "app/theme/theme.h"

#include <QKeyEvent>
#include <QPainter>
#include <QStyledItemDelegate>
#include <QVBoxLayout>

namespace orbita::app {

namespace {

constexpr int finderWidth = 560;
constexpr int finderRow = 30;
constexpr int finderRows = 11;

enum Role { placeRole = Qt::UserRole, keyRole, numberRole };

QString keyOf(const Action& action) {
    return action.shortcut().toString(QKeySequence::NativeText);
}

// What it does on the left, where it belongs and its key on the right; dimmed where it is not possible now.
class FinderDelegate final : public QStyledItemDelegate {
public:
    using QStyledItemDelegate::QStyledItemDelegate;
    [[nodiscard]] QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex&) const override {
        return {0, finderRow}; // as wide as the list
    }
    void paint(QPainter* painter, const QStyleOptionViewItem& option,
               const QModelIndex& index) const override {
        const bool possible = (index.flags() & Qt::ItemIsEnabled) != 0;
        if ((option.state & QStyle::State_Selected) != 0)
            painter->fillRect(option.rect, tone(Tone::panelRaised));
        const QRect text = option.rect.adjusted(12, 0, -12, 0);
        painter->setFont(Theme::text(14));
        painter->setPen(tone(possible ? Tone::text : Tone::textDim));
        painter->drawText(text, Qt::AlignVCenter | Qt::AlignLeft, index.data().toString());
        painter->setFont(Theme::text(12));
        painter->setPen(tone(Tone::textDim));
        const QString key = index.data(keyRole).toString();
        painter->drawText(text, Qt::AlignVCenter | Qt::AlignRight, key);
        painter->drawText(text.adjusted(0, 0, -118, 0), Qt::AlignVCenter | Qt::AlignRight,
                          index.data(placeRole).toString());
    }
};

} // namespace

ActionFinder::ActionFinder(std::vector<ListedAction> actions, QWidget* parent)
    : QDialog(parent)
    , m_actions(std::move(actions))
    , m_words(new QLineEdit(this))
    , m_list(new QListWidget(this)) {
    setAttribute(Qt::WA_DeleteOnClose);
    setObjectName(QStringLiteral("finder"));
    setWindowTitle(tr("What do you want to do?"));
    m_words->setObjectName(QStringLiteral("finderWords"));
    m_words->setPlaceholderText(tr("A few letters of it"));
    m_words->setAccessibleName(tr("What do you want to do?"));
    m_words->setFont(Theme::text(15));
    m_words->installEventFilter(this);
    m_list->setObjectName(QStringLiteral("finderList"));
    m_list->setAccessibleName(tr("Actions that match"));
    m_list->setItemDelegate(new FinderDelegate(m_list));
    m_list->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    m_list->setFocusPolicy(Qt::NoFocus); // the arrows go there from the words
    m_list->setFixedHeight(finderRows * finderRow + 4);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(12, 12, 12, 12);
    column->setSpacing(8);
    column->addWidget(m_words);
    column->addWidget(m_list);
    setFixedWidth(finderWidth);
    connect(m_words, &QLineEdit::textChanged, this, &ActionFinder::filter);
    connect(m_words, &QLineEdit::returnPressed, this, &ActionFinder::doChosen);
    connect(m_list, &QListWidget::itemClicked, this, &ActionFinder::doChosen);
    filter({});
    m_words->setFocus();
}

// Every word must be in what it does, where it belongs or its key; those that do it all by their name come
// first.
void ActionFinder::filter(const QString& text) {
    m_list->clear();
    const QStringList words = text.split(QLatin1Char(' '), Qt::SkipEmptyParts);
    const auto allIn = [&](const QString& where) {
        return std::all_of(words.begin(), words.end(),
                           [&](const QString& word) { return where.contains(word, Qt::CaseInsensitive); });
    };
    std::vector<std::size_t> byName;
    std::vector<std::size_t> others;
    for (std::size_t i = 0; i < m_actions.size(); ++i) {
        const auto& [action, place] = m_actions[i];
        if (allIn(action->text()))
            byName.push_back(i);
        else if (allIn(action->text() + QLatin1Char(' ') + place + QLatin1Char(' ') + keyOf(*action)))
            others.push_back(i);
    }
    byName.insert(byName.end(), others.begin(), others.end());
    QListWidgetItem* first = nullptr;
    for (const std::size_t i : byName) {
        QListWidgetItem* item = addItem(i);
        if (first == nullptr && (item->flags() & Qt::ItemIsEnabled) != 0)
            first = item;
    }
    m_list->setCurrentItem(first);
}

QListWidgetItem* ActionFinder::addItem(std::size_t number) {
    const auto& [action, place] = m_actions[number];
    const bool possible = action->possible();
    auto* item = new QListWidgetItem(action->text(), m_list);
    item->setData(placeRole, place);
    item->setData(keyRole, keyOf(*action));
    item->setData(numberRole, static_cast<int>(number));
    QString told = action->text();
    for (const QString& more : {place, keyOf(*action), possible ? QString() : tr("not possible now")})
        if (!more.isEmpty())
            told += QStringLiteral(", ") + more;
    item->setData(Qt::AccessibleTextRole, told);
    if (!possible)
        item->setFlags(item->flags() & ~(Qt::ItemIsEnabled | Qt::ItemIsSelectable));
    return item;
}

bool ActionFinder::eventFilter(QObject* watched, QEvent* event) {
    if (watched != m_words || event->type() != QEvent::KeyPress)
        return QDialog::eventFilter(watched, event);
    const int key = static_cast<QKeyEvent*>(event)->key();
    if (key != Qt::Key_Down && key != Qt::Key_Up)
        return QDialog::eventFilter(watched, event);
    const int step = key == Qt::Key_Down ? 1 : -1;
    for (int row = m_list->currentRow() + step; row >= 0 && row < m_list->count(); row += step)
        if ((m_list->item(row)->flags() & Qt::ItemIsEnabled) != 0) {
            m_list->setCurrentRow(row);
            break;
        }
    return true;
}

void ActionFinder::doChosen() {
    const QListWidgetItem* item = m_list->currentItem();
    if (item == nullptr || (item->flags() & Qt::ItemIsEnabled) == 0)
        return;
    Action* action = m_actions[static_cast<std::size_t>(item->data(numberRole).toInt())].action;
    close(); // what it does may want the focus
    action->trigger();
}

} // namespace orbita::app
