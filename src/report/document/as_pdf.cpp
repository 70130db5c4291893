// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/document/as_html.h"

#include <QBuffer>
#include <QPainter>
#include <QPdfWriter>
#include <QTextDocument>
#include <QUrl>

namespace orbita::document {

QByteArray asPdf(const Document& document) {
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    QPdfWriter writer(&buffer);
    writer.setTitle(document.title);
    writer.setCreator(document.foot);
    writer.setPageSize(QPageSize(QPageSize::A4));
    writer.setPageMargins(QMarginsF(16, 14, 16, 14), QPageLayout::Millimeter);
    writer.setResolution(96);

    QTextDocument text;
    text.setDocumentMargin(0);
    QFont font(QStringLiteral("DejaVu Sans"));
    font.setPixelSize(12);
    text.setDefaultFont(font);
    text.setDefaultStyleSheet(QStringLiteral(
        "h1 { font-size: 21px; margin: 4px 0 6px 0; } h2 { font-size: 13px; margin: 12px 0 3px 0; } "
        "p { margin: 3px 0; } .stressed { font-size: 15px; } .facts th { text-align: left; font-weight: "
        "normal; "
        "padding-right: 14px; } .grid th, .grid td { padding-right: 12px; text-align: left; } "
        ".sign td { padding-right: 30px; } small { font-size: 10px; } ul { margin: 2px 0; }"));
    int pictures = 0;
    const QSizeF page = writer.pageLayout().paintRectPixels(writer.resolution()).size();
    const QString body = htmlBody(document, [&](const QImage& image) {
        QString name = QStringLiteral("picture:%1").arg(++pictures);
        const QImage fits = image.width() > page.width() ? image.scaledToWidth(static_cast<int>(page.width()),
                                                                               Qt::SmoothTransformation)
                                                         : image;
        text.addResource(QTextDocument::ImageResource, QUrl(name), fits);
        return name;
    });
    text.setHtml(body);
    text.setPageSize(page);
    text.print(&writer);
    return bytes;
}

} // namespace orbita::document
