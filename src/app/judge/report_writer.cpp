// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/judge/report_writer.h"

#include "app/files/ask_for_file.h"
#include "app/visit/in_background.h"
#include "report/logo.h"
#include "store/scan_file.h"

#include <QCoreApplication>

namespace orbita::app {

namespace {

Result<void> writeIt(const ReportOrder& order) {
    Shop shop;
    shop.name = QString::fromStdString(order.shop.name);
    shop.address = QString::fromStdString(order.shop.address);
    if (!order.shop.logo.empty()) {
        auto logo = loadLogo(order.shop.logo);
        if (!logo)
            return tl::unexpected(logo.error());
        shop.logo = std::move(*logo);
    }
    if (order.keepShop)
        if (auto kept = saveShop(order.shop); !kept)
            return kept;
    const document::Document made = order.make(shop);
    const QString path = order.path.toLower();
    std::string content;
    if (path.endsWith(QLatin1String(".html")))
        content = document::asHtml(made).toStdString();
    else if (path.endsWith(QLatin1String(".txt")))
        content = document::asText(made).toStdString();
    else if (path.endsWith(QLatin1String(".json")))
        content = document::asJson(made);
    else if (path.endsWith(QLatin1String(".csv")))
        content = document::asCsv(made);
    else
        content = document::asPdf(made).toStdString();
    return saveFile(order.path.toStdString(), content, order.rules);
}

} // namespace

void writeReport(ReportOrder order, QObject* receiver, std::function<void(const Result<void>&)> done) {
    inBackground(
        receiver, [order = std::move(order)] { return writeIt(order); }, std::move(done));
}

void askForReportFile(QWidget* parent, const QString& title, const QString& name,
                      std::function<void(const QString& path)> chosen) {
    FileWish wish;
    wish.what = FileWish::For::writing;
    wish.title = title;
    wish.name = name;
    wish.objectName = QStringLiteral("reportFile");
    wish.kinds = {QCoreApplication::translate("reports", "To print or to send (*.pdf)"),
                  QCoreApplication::translate("reports", "For a browser (*.html)"),
                  QCoreApplication::translate("reports", "Plain text (*.txt)"),
                  QCoreApplication::translate("reports", "For machines (*.json)"),
                  QCoreApplication::translate("reports", "For table programs (*.csv)")};
    askForFile(parent, wish, std::move(chosen));
}

} // namespace orbita::app
