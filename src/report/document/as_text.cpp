// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/document/document.h"

#include <algorithm>

namespace orbita::document {

namespace {

constexpr qsizetype widest = 78;

// `text` in lines, the first behind `first`, the others behind as many blanks.
QString wrapped(const QString& text, const QString& first) {
    QString out;
    for (const QString& paragraph : text.split(QLatin1Char('\n'))) {
        QString line = out.isEmpty() ? first : QString(first.size(), QLatin1Char(' '));
        qsizetype used = 0;
        for (const QString& word : paragraph.split(QLatin1Char(' '), Qt::SkipEmptyParts)) {
            if (used > 0 && line.size() + 1 + word.size() > widest) {
                out += line + QLatin1Char('\n');
                line = QString(first.size(), QLatin1Char(' '));
                used = 0;
            }
            line += (used > 0 ? QStringLiteral(" ") : QString()) + word;
            ++used;
        }
        out += line + QLatin1Char('\n');
    }
    return out;
}

class TextWriter {
public:
    QString operator()(const Heading& heading) const {
        return QLatin1Char('\n') + heading.text + QLatin1Char('\n') +
               QString(heading.text.size(), QLatin1Char('-')) + QLatin1Char('\n');
    }
    QString operator()(const Paragraph& paragraph) const { return wrapped(paragraph.text, {}); }
    QString operator()(const Facts& facts) const {
        qsizetype wide = 0;
        for (const Fact& fact : facts.facts)
            wide = std::max(wide, fact.name.size());
        QString out;
        for (const Fact& fact : facts.facts)
            out += wrapped(fact.value,
                           QStringLiteral("  ") + fact.name.leftJustified(wide) + QStringLiteral("  "));
        return out;
    }
    QString operator()(const List& list) const {
        QString out;
        for (const Item& item : list.items) {
            out += wrapped(item.text, QStringLiteral("  - "));
            if (!item.detail.isEmpty())
                out += wrapped(item.detail, QStringLiteral("    "));
        }
        return out;
    }
    QString operator()(const Table& table) const {
        std::vector<qsizetype> wide;
        for (const QString& cell : table.head)
            wide.push_back(cell.size());
        for (const QStringList& row : table.rows)
            for (qsizetype c = 0; c < row.size() && c < table.head.size(); ++c)
                wide[static_cast<std::size_t>(c)] =
                    std::max(wide[static_cast<std::size_t>(c)], row[c].size());
        const auto line = [&](const QStringList& cells) {
            QString text = QStringLiteral("  ");
            for (qsizetype c = 0; c < cells.size() && c < table.head.size(); ++c) {
                const qsizetype width = wide[static_cast<std::size_t>(c)];
                text +=
                    (table.isOfNumbers(c) ? cells[c].rightJustified(width) : cells[c].leftJustified(width)) +
                    QStringLiteral("  ");
            }
            while (text.endsWith(QLatin1Char(' ')))
                text.chop(1);
            return text + QLatin1Char('\n');
        };
        QString out = line(table.head);
        for (const QStringList& row : table.rows)
            out += line(row);
        return out;
    }
    QString operator()(const Picture& picture) const { return wrapped(picture.told, {}); }
    QString operator()(const SignOff& sign) const {
        QString out = QStringLiteral("\n");
        for (const QString& line : sign.lines)
            out += QStringLiteral("\n  %1: %2\n").arg(line, QString(36, QLatin1Char('_')));
        return out;
    }
};

} // namespace

QString asText(const Document& document) {
    QString out;
    if (!document.from.isEmpty())
        out += document.from + QStringLiteral("\n\n");
    out += document.title + QLatin1Char('\n') + QString(document.title.size(), QLatin1Char('=')) +
           QStringLiteral("\n\n");
    for (const Block& block : document.blocks)
        out += std::visit(TextWriter{}, block);
    return out + QLatin1Char('\n') + wrapped(document.foot, {});
}

} // namespace orbita::document
