// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/identity_words.h"

#include "report/format.h"
#include "report/word_tools.h"
#include "report/words.h"

#include <QLocale>

namespace orbita::words {

namespace {

QString formFactor(std::uint64_t code) {
    switch (code) {
    case 1:
        return tr("5.25 inch");
    case 2:
        return tr("3.5 inch");
    case 3:
        return tr("2.5 inch");
    case 4:
        return tr("1.8 inch");
    case 5:
        return tr("smaller than 1.8 inch");
    case 6:
        return QStringLiteral("mSATA");
    case 7:
        return QStringLiteral("M.2");
    case 8:
        return tr("a chip");
    case 9:
        return QStringLiteral("CFast");
    default:
        return tr("not told");
    }
}

QString binaryBytes(std::uint64_t bytes) {
    return tr("%1 MiB").arg(QLocale().toString(static_cast<double>(bytes) / (1 << 20), 'g', 4));
}

QString numberOf(const SheetLine& line) {
    switch (line.item) {
    case SheetItem::linkNow:
    case SheetItem::linkFastest:
        return tr("%1 Gb/s").arg(format::number(static_cast<double>(line.number) / 1e6, 1));
    case SheetItem::queueDepth:
        return tr("%1 commands at once").arg(line.number);
    case SheetItem::capacity:
        return tr("%1 (%2 bytes)").arg(format::bytes(line.number), format::count(line.number));
    case SheetItem::hiddenSectors:
        return sectors(line.number);
    case SheetItem::logicalBytes:
    case SheetItem::physicalBytes:
        return tr("%1 bytes").arg(format::count(line.number));
    case SheetItem::formFactor:
        return formFactor(line.number);
    case SheetItem::rotation:
        return line.number == 1 ? tr("solid state") : tr("%1 rpm").arg(line.number);
    case SheetItem::buffer:
        return binaryBytes(line.number);
    case SheetItem::powerLevel:
        return tr("on, level %1 of 254").arg(line.number);
    default:
        return format::count(line.number);
    }
}

QString zonedWords(const std::string& kind) {
    return kind == "host-managed" ? tr("zones that must be written in order")
           : kind == "host-aware" ? tr("shingled; zones are best written in order")
                                  : tr("shingled; the drive arranges it by itself");
}

} // namespace

QString sheetItem(SheetItem item) {
    switch (item) {
    case SheetItem::model:
        return tr("Model");
    case SheetItem::serial:
        return tr("Serial number");
    case SheetItem::firmware:
        return tr("Firmware");
    case SheetItem::worldWideName:
        return tr("World wide name");
    case SheetItem::standard:
        return tr("Follows the standard");
    case SheetItem::attachment:
        return tr("Attached by");
    case SheetItem::linkNow:
        return tr("Link, as negotiated");
    case SheetItem::linkFastest:
        return tr("Fastest link it can");
    case SheetItem::queueDepth:
        return tr("Queues commands");
    case SheetItem::capacity:
        return tr("Capacity");
    case SheetItem::hiddenSectors:
        return tr("Hidden beyond that");
    case SheetItem::logicalBytes:
        return tr("Logical sector");
    case SheetItem::physicalBytes:
        return tr("Physical sector");
    case SheetItem::alignment:
        return tr("Sector 0 is aligned");
    case SheetItem::formFactor:
        return tr("Form");
    case SheetItem::rotation:
        return tr("Rotation");
    case SheetItem::buffer:
        return tr("Memory of its own");
    case SheetItem::zoned:
        return tr("Zoned or shingled");
    case SheetItem::protection:
        return tr("Check data with each sector");
    case SheetItem::health:
        return tr("Watches its own health");
    case SheetItem::selfTest:
        return tr("Tests itself");
    case SheetItem::logs:
        return tr("Keeps logs");
    case SheetItem::writeCache:
        return tr("Write cache");
    case SheetItem::lookAhead:
        return tr("Reads ahead");
    case SheetItem::forcesToMedium:
        return tr("Single writes past the cache");
    case SheetItem::powerLevel:
        return tr("Saves power by level");
    case SheetItem::recoveryLimit:
        return tr("Error recovery can be limited");
    case SheetItem::trim:
        return tr("Trim");
    case SheetItem::trimReadsZeros:
        return tr("Trimmed sectors read as zeros");
    case SheetItem::verify:
        return tr("Verifies without handing data over");
    case SheetItem::password:
        return tr("Password");
    case SheetItem::locked:
        return tr("Locked now");
    case SheetItem::frozen:
        return tr("Password settings frozen");
    case SheetItem::encrypts:
        return tr("Encrypts itself and locks");
    case SheetItem::sanitize:
        return tr("Sanitize: empties itself whole");
    }
    return {};
}

QString sheetPart(SheetItem item) {
    switch (item) {
    case SheetItem::model:
        return tr("Who it is");
    case SheetItem::attachment:
        return tr("How it is reached");
    case SheetItem::capacity:
        return tr("What it is made of");
    case SheetItem::health:
    case SheetItem::forcesToMedium: // where a family says nothing of the health
        return tr("What it can");
    case SheetItem::password:
        return tr("Who may read it, and how it is emptied");
    default:
        return {};
    }
}

QString sheetValue(const SheetLine& line) {
    switch (line.answer) {
    case SheetAnswer::no:
        return tr("no");
    case SheetAnswer::yes:
        return tr("yes");
    case SheetAnswer::off:
        return line.item == SheetItem::password ? tr("none is set") : tr("can, and is off");
    case SheetAnswer::on:
        return line.item == SheetItem::password ? tr("one is set") : tr("can, and is on");
    case SheetAnswer::number:
        return numberOf(line);
    case SheetAnswer::text:
        return line.item == SheetItem::zoned        ? zonedWords(line.text)
               : line.item == SheetItem::attachment ? phrase(Phrase::received(line.text, {}))
                                                    : QString::fromStdString(line.text);
    case SheetAnswer::notTold:
        return tr("not told");
    }
    return {};
}

QString badFirmware(const std::vector<SheetLine>& sheet, const HousePolicy& policy) {
    std::string model;
    std::string firmware;
    for (const SheetLine& line : sheet) {
        if (line.item == SheetItem::model)
            model = line.text;
        else if (line.item == SheetItem::firmware)
            firmware = line.text;
    }
    for (const BadFirmware& bad : policy.badFirmware)
        if (model.rfind(bad.model, 0) == 0 && firmware == bad.firmware)
            return QString::fromStdString(bad.why);
    return {};
}

QString sheetText(const std::vector<SheetLine>& sheet, const HousePolicy& policy) {
    constexpr int nameWidth = 38;
    const QString bad = badFirmware(sheet, policy);
    QString text;
    QString part;
    for (const SheetLine& line : sheet) {
        if (const QString heading = sheetPart(line.item); !heading.isEmpty() && heading != part) {
            text += (part.isEmpty() ? QString() : QStringLiteral("\n")) + heading + QLatin1Char('\n');
            part = heading;
        }
        text += QStringLiteral("  ") + sheetItem(line.item).leftJustified(nameWidth) + sheetValue(line);
        if (line.item == SheetItem::firmware && !bad.isEmpty())
            text += QStringLiteral("; ") + tr("a bad one, by the house policy: %1").arg(bad);
        text += QLatin1Char('\n');
    }
    return text;
}

} // namespace orbita::words
