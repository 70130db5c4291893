// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/keys_page.h"

#include "app/theme/theme.h"

#include <QGridLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <algorithm>

namespace orbita::app {

namespace {

class Column {
public:
    explicit Column(QHBoxLayout& row) : m_grid(new QGridLayout) {
        m_grid->setHorizontalSpacing(14);
        m_grid->setVerticalSpacing(4);
        m_grid->setColumnStretch(1, 1);
        row.addLayout(m_grid);
    }
    ~Column() { m_grid->setRowStretch(m_row, 1); }
    Column(const Column&) = delete;
    Column& operator=(const Column&) = delete;

    void heading(const QString& text) {
        auto* label = new QLabel(text);
        label->setFont(Theme::text(13, QFont::DemiBold));
        label->setContentsMargins(0, m_row > 0 ? 10 : 0, 0, 2);
        m_grid->addWidget(label, m_row++, 0, 1, 2);
    }
    void key(const QString& keys, const QString& does) {
        auto* key = new QLabel(keys);
        key->setFont(Theme::digits(12));
        key->setObjectName(QStringLiteral("dim"));
        auto* what = new QLabel(does);
        what->setFont(Theme::text(13));
        m_grid->addWidget(key, m_row, 0);
        m_grid->addWidget(what, m_row++, 1);
    }

    [[nodiscard]] int rows() const { return m_row; }

private:
    QGridLayout* m_grid;
    int m_row = 0;
};

} // namespace

KeysPage::KeysPage(const std::vector<ListedAction>& actions, const std::vector<ViewKey>& viewKeys,
                   QWidget* parent)
    : QDialog(parent) {
    setAttribute(Qt::WA_DeleteOnClose);
    setObjectName(QStringLiteral("keysPage"));
    setWindowTitle(tr("Keys"));
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(20, 16, 20, 18);
    row->setSpacing(20);
    Column window(*row);
    Column stations(*row);
    Column views(*row);
    views.heading(tr("In plate, trace, lists and answers"));
    for (const ViewKey& view : viewKeys)
        views.key(view.keys, view.does);
    window.heading(tr("Everywhere"));
    QString place;
    Column* column = &window;
    for (const auto& [action, belongs] : actions) {
        if (action->shortcut().isEmpty())
            continue;
        if (!belongs.isEmpty() && belongs != place) {
            // Where there is most room.
            column = std::min({&stations, &window, &views},
                              [](const Column* a, const Column* b) { return a->rows() < b->rows(); });
            column->heading(belongs);
        }
        place = belongs;
        column->key(action->shortcut().toString(QKeySequence::NativeText), action->text());
    }
}

} // namespace orbita::app
