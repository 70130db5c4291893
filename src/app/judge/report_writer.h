// SPDX-License-Identifier: GPL-3.0-or-later
// Writes a report on a thread of its own: painting it takes a while, and its disk may hang.
#pragma once

#include "core/inventory/place.h"
#include "report/case_report.h"
#include "store/shop_settings.h"

#include <QObject>
#include <functional>

namespace orbita::app {

struct ReportOrder {
    std::function<document::Document(const Shop&)> make; // called on that thread
    ShopSettings shop;
    bool keepShop = false; // for the next report
    QString path;          // its ending says in which form: .pdf, .html, .txt, .json, .csv
    PlaceRules rules;
};

// Calls `done` in the interface's thread, unless `receiver` is gone by then.
void writeReport(ReportOrder order, QObject* receiver, std::function<void(const Result<void>&)> done);

// Asks for the file; `chosen` gets its path. Not modal.
void askForReportFile(QWidget* parent, const QString& title, const QString& name,
                      std::function<void(const QString& path)> chosen);

} // namespace orbita::app
