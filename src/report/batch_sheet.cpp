// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/batch_sheet.h"

#include "report/format.h"
#include "report/ruling_words.h"
#include "report/trade_words.h"
#include "report/word_tools.h"
#include "report/words.h"

#include <QDateTime>
#include <QLocale>
#include <algorithm>

namespace orbita {

namespace {

int urgencyIn(const BatchDrive& drive) {
    return drive.ruling ? urgencyOf(drive.ruling->fate, drive.ruling->settled) : INT_MAX;
}

QString comesTo(const BatchDrive& drive) {
    if (drive.own)
        return words::tr("%1 (ruled otherwise)").arg(words::fate(drive.own->fate));
    return drive.ruling ? words::rulingTitle(*drive.ruling) : words::tr("Not looked at yet");
}

} // namespace

document::Document batchSheet(std::vector<BatchDrive> drives, const Shop& shop, const std::string& version,
                              std::int64_t now, bool maskSerials) {
    std::stable_sort(drives.begin(), drives.end(),
                     [](const BatchDrive& a, const BatchDrive& b) { return urgencyIn(a) < urgencyIn(b); });
    document::Document sheet;
    sheet.kind = "batch";
    sheet.title = words::tr("What to do with each drive");
    sheet.from = shop.name + (shop.address.isEmpty() ? QString() : QLatin1Char('\n') + shop.address);
    sheet.logo = shop.logo;
    sheet.foot =
        words::tr("Made with Orbita %1 on %2.").arg(QString::fromStdString(version), format::longMoment(now));
    document::Table table;
    table.key = "drives";
    table.numbers = {2};
    table.head = {words::tr("Drive"),  words::tr("Serial number"), words::tr("Capacity"), words::tr("Job"),
                  words::tr("Ruling"), words::tr("Data"),          words::tr("Why")};
    for (const BatchDrive& one : drives)
        table.rows.push_back(
            {words::driveName(one.drive),
             maskSerials ? maskedSerial(one.drive.serial) : QString::fromStdString(one.drive.serial),
             format::bytes(one.drive.capacityBytes()),
             QString::fromStdString(one.job.empty() ? one.customer : one.job), comesTo(one),
             one.ruling ? (one.ruling->settled || one.ruling->data != DataFate::safe
                               ? words::dataFate(one.ruling->data)
                               : words::tr("not known yet"))
                        : QString(),
             one.ruling ? words::rulingReason(one.ruling->leading(), one.evidence) : QString()});
    sheet.blocks.emplace_back(std::move(table));
    if (document::List list = explained(sheet); !list.items.empty()) {
        sheet.blocks.emplace_back(document::Heading{words::tr("Words used here")});
        sheet.blocks.emplace_back(std::move(list));
    }
    return sheet;
}

} // namespace orbita
