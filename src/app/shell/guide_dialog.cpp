// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/guide_dialog.h"

#include "app/theme/theme.h"

#include <QDir>
#include <QFile>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLocale>
#include <QTextBlock>
#include <QTextFrame>
#include <QTextList>
#include <QTextTable>
#include <QVBoxLayout>
#include <algorithm>

namespace orbita::app {

namespace {

constexpr int pagesWidth = 236;

// Of the language in force, else in English.
QString guideFolder() {
    const QString own = QStringLiteral(":/guide/%1").arg(QLocale().name().section(QLatin1Char('_'), 0, 0));
    return QDir(own).exists() ? own : QStringLiteral(":/guide");
}

// Which page tells of a station; the first where none does.
int pageOf(const QString& station) {
    static const QStringList pages = {QStringLiteral("1"),       QStringLiteral("intake vitals"),
                                      QStringLiteral("scan"),    QStringLiteral("careful"),
                                      QStringLiteral("treat"),   QStringLiteral("judge"),
                                      QStringLiteral("casebook")};
    for (int page = 0; page < pages.size(); ++page)
        if (!station.isEmpty() && pages[page].split(QLatin1Char(' ')).contains(station))
            return page;
    return 0;
}

} // namespace

GuideDialog::GuideDialog(const QString& station, QWidget* parent)
    : QDialog(parent)
    , m_words(new QLineEdit(this))
    , m_list(new QListWidget(this))
    , m_count(new QLabel(this))
    , m_text(new QTextBrowser(this)) {
    setWindowTitle(tr("Guide"));
    setAttribute(Qt::WA_DeleteOnClose);
    setObjectName(QStringLiteral("guide"));
    resize(980, 620);
    // Numbered in the order of reading.
    QStringList files = QDir(guideFolder()).entryList({QStringLiteral("*.md")}, QDir::Files);
    std::sort(files.begin(), files.end(), [](const QString& a, const QString& b) {
        return a.section(QLatin1Char('-'), 0, 0).toInt() < b.section(QLatin1Char('-'), 0, 0).toInt();
    });
    for (const QString& name : files) {
        QFile file(guideFolder() + QLatin1Char('/') + name);
        if (!file.open(QIODevice::ReadOnly))
            continue;
        const QString text = QString::fromUtf8(file.readAll());
        m_pages.push_back({text.section(QLatin1Char('\n'), 0, 0).mid(2), text});
    }
    m_words->setObjectName(QStringLiteral("guideWords"));
    m_words->setPlaceholderText(tr("Look for a word"));
    m_words->setAccessibleName(tr("Look for a word in the guide"));
    m_words->installEventFilter(this);
    m_list->setObjectName(QStringLiteral("guidePages"));
    m_list->setAccessibleName(tr("Pages of the guide"));
    m_list->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    m_list->setSpacing(2);
    m_count->setObjectName(QStringLiteral("dim"));
    m_count->setWordWrap(true);
    m_text->setObjectName(QStringLiteral("guideText"));
    m_text->setAccessibleName(tr("The page"));
    m_text->setOpenLinks(false);
    m_text->document()->setDocumentMargin(14);
    auto* left = new QVBoxLayout;
    left->setSpacing(8);
    left->addWidget(m_words);
    left->addWidget(m_list, 1);
    left->addWidget(m_count);
    auto* side = new QWidget(this);
    side->setFixedWidth(pagesWidth);
    side->setLayout(left);
    left->setContentsMargins(0, 0, 0, 0);
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(16, 14, 16, 14);
    row->setSpacing(14);
    row->addWidget(side);
    row->addWidget(m_text, 1);
    connect(m_words, &QLineEdit::textChanged, this, &GuideDialog::search);
    connect(m_list, &QListWidget::currentItemChanged, this, &GuideDialog::showPage);
    search();
    for (int i = 0; i < m_list->count(); ++i)
        if (m_list->item(i)->data(Qt::UserRole).toInt() == pageOf(station))
            m_list->setCurrentRow(i);
    m_words->setFocus();
}

void GuideDialog::search() {
    const QStringList words = m_words->text().split(QLatin1Char(' '), Qt::SkipEmptyParts);
    const QSignalBlocker quietly(m_list);
    const int before =
        m_list->currentItem() != nullptr ? m_list->currentItem()->data(Qt::UserRole).toInt() : 0;
    m_list->clear();
    for (std::size_t i = 0; i < m_pages.size(); ++i) {
        const bool has = std::all_of(words.begin(), words.end(), [&](const QString& word) {
            return m_pages[i].text.contains(word, Qt::CaseInsensitive);
        });
        if (!has)
            continue;
        auto* item = new QListWidgetItem(m_pages[i].title, m_list);
        item->setData(Qt::UserRole, static_cast<int>(i));
        if (static_cast<int>(i) == before)
            m_list->setCurrentItem(item);
    }
    if (m_list->currentRow() < 0)
        m_list->setCurrentRow(0);
    m_count->setText(words.isEmpty()        ? tr("Type to search; Enter goes to the next place.")
                     : m_list->count() == 0 ? tr("No page has all of that.")
                     : m_list->count() == 1 ? tr("On one page.")
                                            : tr("On %1 pages.").arg(m_list->count()));
    showPage();
}

void GuideDialog::showPage() {
    const QListWidgetItem* item = m_list->currentItem();
    if (item == nullptr) {
        m_text->clear();
        return;
    }
    m_text->setMarkdown(m_pages[static_cast<std::size_t>(item->data(Qt::UserRole).toInt())].text);
    // Tables without the frames that markdown has by itself, and some air between lines.
    const QColor line = tone(Tone::hairline);
    for (QTextFrame* frame : m_text->document()->rootFrame()->childFrames())
        if (auto* table = qobject_cast<QTextTable*>(frame)) {
            QTextTableFormat format = table->format();
            format.setBorderBrush(line);
            format.setBorderStyle(QTextFrameFormat::BorderStyle_Solid);
            format.setBorderCollapse(true);
            format.setCellPadding(5);
            format.setCellSpacing(0);
            format.setBottomMargin(10);
            table->setFormat(format);
        }
    for (QTextBlock block = m_text->document()->begin(); block.isValid(); block = block.next()) {
        QTextCursor cursor(block);
        QTextBlockFormat format = block.blockFormat();
        format.setLineHeight(125, QTextBlockFormat::ProportionalHeight);
        if (cursor.currentTable() == nullptr) {
            format.setTopMargin(format.headingLevel() > 1 ? 12 : 0);
            format.setBottomMargin(block.textList() != nullptr ? 4 : 9);
        }
        cursor.setBlockFormat(format);
    }
    m_text->moveCursor(QTextCursor::Start);
    markFound();
    if (!m_words->text().trimmed().isEmpty())
        nextFound();
}

void GuideDialog::markFound() {
    QList<QTextEdit::ExtraSelection> marks;
    for (const QString& word : m_words->text().split(QLatin1Char(' '), Qt::SkipEmptyParts)) {
        QTextCursor at(m_text->document());
        while (!(at = m_text->document()->find(word, at)).isNull()) {
            QTextEdit::ExtraSelection mark;
            mark.cursor = at;
            mark.format.setBackground(tone(Tone::accent));
            mark.format.setForeground(tone(Tone::ground));
            marks.push_back(mark);
        }
    }
    m_text->setExtraSelections(marks);
}

void GuideDialog::nextFound() {
    const QString word = m_words->text().split(QLatin1Char(' '), Qt::SkipEmptyParts).value(0);
    if (word.isEmpty())
        return;
    if (m_text->find(word))
        return;
    m_text->moveCursor(QTextCursor::Start); // around
    m_text->find(word);
}

// From the line that is typed into, without leaving it: arrows choose the page, Enter goes on.
bool GuideDialog::eventFilter(QObject* watched, QEvent* event) {
    if (watched == m_words && event->type() == QEvent::KeyPress) {
        const auto* key = static_cast<QKeyEvent*>(event);
        if (key->key() == Qt::Key_Down || key->key() == Qt::Key_Up) {
            const int to = m_list->currentRow() + (key->key() == Qt::Key_Down ? 1 : -1);
            m_list->setCurrentRow(std::clamp(to, 0, std::max(0, m_list->count() - 1)));
            return true;
        }
        if (key->key() == Qt::Key_PageDown || key->key() == Qt::Key_PageUp) {
            QCoreApplication::sendEvent(m_text, event);
            return true;
        }
        if (key->key() == Qt::Key_Return || key->key() == Qt::Key_Enter) {
            nextFound();
            return true;
        }
    }
    return QDialog::eventFilter(watched, event);
}

} // namespace orbita::app
