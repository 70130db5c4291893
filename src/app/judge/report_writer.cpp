// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/judge/report_writer.h"

#include "report/logo.h"
#include "store/scan_file.h"

#include <QCoreApplication>
#include <QFileDialog>
#include <QPointer>
#include <QThreadPool>

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
    QThreadPool::globalInstance()->start(
        [order = std::move(order), to = QPointer<QObject>(receiver), done = std::move(done)]() mutable {
            auto written = writeIt(order);
            // Whether the receiver is still there is asked in its own thread.
            QMetaObject::invokeMethod(
                QCoreApplication::instance(),
                [to = std::move(to), done = std::move(done), written = std::move(written)] {
                    if (to)
                        done(written);
                },
                Qt::QueuedConnection);
        });
}

void askForReportFile(QWidget* parent, const QString& title, const QString& name,
                      std::function<void(const QString& path)> chosen) {
    auto* dialog = new QFileDialog(parent, title);
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    dialog->setObjectName(QStringLiteral("reportFile"));
    dialog->setOption(QFileDialog::DontUseNativeDialog);
    dialog->setAcceptMode(QFileDialog::AcceptSave);
    dialog->setModal(false);
    dialog->setNameFilters({QCoreApplication::translate("reports", "To print or to send (*.pdf)"),
                            QCoreApplication::translate("reports", "For a browser (*.html)"),
                            QCoreApplication::translate("reports", "Plain text (*.txt)"),
                            QCoreApplication::translate("reports", "For machines (*.json)"),
                            QCoreApplication::translate("reports", "For table programs (*.csv)")});
    dialog->setDefaultSuffix(QStringLiteral("pdf"));
    QObject::connect(dialog, &QFileDialog::filterSelected, dialog, [dialog](const QString& filter) {
        const qsizetype dot = filter.lastIndexOf(QLatin1Char('.'));
        dialog->setDefaultSuffix(filter.mid(dot + 1).chopped(1));
    });
    dialog->selectFile(name);
    QObject::connect(dialog, &QFileDialog::fileSelected, parent, std::move(chosen));
    dialog->show();
}

} // namespace orbita::app
