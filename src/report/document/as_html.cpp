// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/document/as_html.h"

#include <QBuffer>

namespace orbita::document {

namespace {

// Whatever stands in names and models is shown as it is, never taken for markup. What is written from right
// to left stays so, and does not turn round what is beside it.
QString own(const QString& text) {
    return QStringLiteral("<span dir=\"auto\">%1</span>")
        .arg(text.toHtmlEscaped().replace(QLatin1Char('\n'), QStringLiteral("<br>")));
}

class HtmlWriter {
public:
    explicit HtmlWriter(const std::function<QString(const QImage&)>& address) : m_address(address) {}

    QString operator()(const Heading& heading) const {
        return QStringLiteral("<h2>%1</h2>\n").arg(own(heading.text));
    }
    QString operator()(const Paragraph& paragraph) const {
        return (paragraph.stressed ? QStringLiteral("<p class=\"stressed\"><b>%1</b></p>\n")
                                   : QStringLiteral("<p>%1</p>\n"))
            .arg(own(paragraph.text));
    }
    QString operator()(const Facts& facts) const {
        QString out = QStringLiteral("<table class=\"facts\">\n");
        for (const Fact& fact : facts.facts)
            out += QStringLiteral("<tr><th>%1</th><td>%2</td></tr>\n").arg(own(fact.name), own(fact.value));
        return out + QStringLiteral("</table>\n");
    }
    QString operator()(const List& list) const {
        QString out = QStringLiteral("<ul>\n");
        for (const Item& item : list.items)
            out +=
                QStringLiteral("<li>%1%2</li>\n")
                    .arg(own(item.text), item.detail.isEmpty()
                                             ? QString()
                                             : QStringLiteral("<br><small>%1</small>").arg(own(item.detail)));
        return out + QStringLiteral("</ul>\n");
    }
    QString operator()(const Table& table) const {
        QString out = QStringLiteral("<table class=\"grid\">\n<tr>");
        for (qsizetype c = 0; c < table.head.size(); ++c)
            out += (table.isOfNumbers(c) ? QStringLiteral("<th align=\"right\">%1</th>")
                                         : QStringLiteral("<th>%1</th>"))
                       .arg(own(table.head[c]));
        out += QStringLiteral("</tr>\n");
        for (const QStringList& row : table.rows) {
            out += QStringLiteral("<tr>");
            for (qsizetype c = 0; c < row.size(); ++c)
                out += (table.isOfNumbers(c) ? QStringLiteral("<td align=\"right\">%1</td>")
                                             : QStringLiteral("<td>%1</td>"))
                           .arg(own(row[c]));
            out += QStringLiteral("</tr>\n");
        }
        return out + QStringLiteral("</table>\n");
    }
    QString operator()(const Picture& picture) const {
        return QStringLiteral("<p><img src=\"%1\" alt=\"%2\" width=\"%3\"><br><small>%4</small></p>\n")
            .arg(m_address(picture.image), picture.told.toHtmlEscaped())
            .arg(picture.image.width())
            .arg(own(picture.told));
    }
    QString operator()(const SignOff& sign) const {
        QString out = QStringLiteral("<table class=\"sign\">\n<tr>");
        for (const QString& line : sign.lines)
            out += QStringLiteral("<td><br><br>______________________________<br><small>%1</small></td>")
                       .arg(own(line));
        return out + QStringLiteral("</tr>\n</table>\n");
    }

private:
    const std::function<QString(const QImage&)>& m_address;
};

QString dataAddress(const QImage& image) {
    QBuffer png;
    png.open(QIODevice::WriteOnly);
    image.save(&png, "PNG");
    return QStringLiteral("data:image/png;base64,") + QString::fromLatin1(png.data().toBase64());
}

} // namespace

QString htmlBody(const Document& document, const std::function<QString(const QImage&)>& address) {
    QString out;
    if (!document.logo.isNull())
        out += QStringLiteral("<p><img src=\"%1\" alt=\"\" height=\"48\"></p>\n").arg(address(document.logo));
    if (!document.from.isEmpty())
        out += QStringLiteral("<p class=\"from\">%1</p>\n").arg(own(document.from));
    out += QStringLiteral("<h1>%1</h1>\n").arg(own(document.title));
    const HtmlWriter writer(address);
    for (const Block& block : document.blocks)
        out += std::visit(writer, block);
    return out + QStringLiteral("<p class=\"foot\"><small>%1</small></p>\n").arg(own(document.foot));
}

QString asHtml(const Document& document) {
    return QStringLiteral(
               "<!DOCTYPE html>\n<html>\n<head>\n<meta charset=\"utf-8\">\n"
               "<meta http-equiv=\"Content-Security-Policy\" content=\"default-src 'none'; img-src data:; "
               "style-src 'unsafe-inline'\">\n<title>%1</title>\n<style>\n"
               "body { font: 15px/1.45 sans-serif; color: #111; background: #fff; max-width: 46em; margin: "
               "2em auto; padding: 0 1em; }\n"
               "h1 { font-size: 1.7em; margin: 0.4em 0; }\nh2 { font-size: 1.1em; margin: 1.4em 0 0.3em; "
               "border-bottom: 1px solid #999; }\n"
               "p { margin: 0.4em 0; }\np.stressed { font-size: 1.25em; }\nimg { max-width: 100%; height: "
               "auto; }\n"
               "table { border-collapse: collapse; }\ntable.facts th { text-align: left; font-weight: "
               "normal; "
               "color: #444; padding: 1px 1.2em 1px 0; vertical-align: top; white-space: nowrap; }\n"
               "table.grid th, table.grid td { border-bottom: 1px solid #ccc; padding: 2px 0.8em 2px 0; "
               "text-align: left; vertical-align: top; }\n"
               "table.grid td[align=right] { text-align: right; font-variant-numeric: tabular-nums; }\n"
               "table.sign td { padding-right: 3em; }\nsmall { color: #444; }\n"
               "@page { size: A4; margin: 16mm; }\n@media print { body { margin: 0; max-width: none; } }\n"
               "</style>\n</head>\n<body>\n%2</body>\n</html>\n")
        .arg(document.title.toHtmlEscaped(), htmlBody(document, dataAddress));
}

} // namespace orbita::document
