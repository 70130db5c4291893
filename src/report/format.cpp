// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/format.h"

#include <QCoreApplication>
#include <QLocale>
#include <QRegularExpression>
#include <algorithm>
#include <array>
#include <atomic>
#include <cmath>

namespace orbita::format {

namespace {

const QChar noBreakSpace(0x00A0);
constexpr std::array<const char*, 7> byteUnits = {"B", "kB", "MB", "GB", "TB", "PB", "EB"};

QString tr(const char* text) {
    return QCoreApplication::translate("format", text);
}

QString grouped(std::uint64_t n) {
    QString digits = QString::number(n);
    for (qsizetype at = digits.size() - 3; at > 0; at -= 3)
        digits.insert(at, noBreakSpace);
    return digits;
}

// Three digits in all, as "4.00", "40.0", "400".
QString threeDigits(double value) {
    return number(value, value < 9.995 ? 2 : value < 99.95 ? 1 : 0);
}

} // namespace

QString number(double value, int decimals) {
    // With the sign that the locale puts before decimals; what it puts between thousands is a decimal sign
    // elsewhere.
    QLocale locale;
    locale.setNumberOptions(QLocale::OmitGroupSeparator);
    QString text = locale.toString(value, 'f', decimals);
    const qsizetype first = text.indexOf(QRegularExpression(QStringLiteral("[0-9]")));
    const qsizetype point = decimals > 0 ? text.indexOf(locale.decimalPoint()) : text.size();
    for (qsizetype at = point - 3; first >= 0 && at > first; at -= 3)
        text.insert(at, noBreakSpace);
    return text;
}

QString lba(Lba lba) {
    return grouped(lba.value);
}

QString count(std::uint64_t n) {
    return grouped(n);
}

QString bytes(std::uint64_t n) {
    auto value = static_cast<double>(n);
    std::size_t unit = 0;
    while (value >= 999.5 && unit + 1 < byteUnits.size()) {
        value /= 1000;
        ++unit;
    }
    return (unit == 0 ? QString::number(n) : threeDigits(value)) + noBreakSpace +
           QLatin1String(byteUnits[unit]);
}

QString position(std::uint64_t n, double step) {
    if (n == 0)
        return bytes(0);
    std::size_t unit = 0;
    double scale = 1;
    while (static_cast<double>(n) / scale >= 1000 && unit + 1 < byteUnits.size()) {
        scale *= 1000;
        ++unit;
    }
    // As many as the step needs; one more where it is a broken one, such as 0.025.
    const double inUnit = std::max(step, 1.0) / scale;
    int decimals = std::clamp(static_cast<int>(std::ceil(-std::log10(inUnit) - 0.01)), 0, 8);
    const double shifted = inUnit * std::pow(10, decimals);
    if (std::abs(shifted - std::round(shifted)) > 0.01 &&
        std::abs(shifted * 10 - std::round(shifted * 10)) < 0.01)
        ++decimals;
    return number(static_cast<double>(n) / scale, decimals) + noBreakSpace + QLatin1String(byteUnits[unit]);
}

// Never rounded to the whole: what is not all is not called so.
QString percent(double share, int decimals) {
    const double step = std::pow(10.0, -2 - decimals);
    if (share < 1)
        share = std::min(share, 1 - step);
    return number(share * 100, decimals) + noBreakSpace + QLatin1Char('%');
}

QString pace(double bytesPerSecond) {
    const bool quick = bytesPerSecond >= 999.5e6;
    return threeDigits(bytesPerSecond / (quick ? 1e9 : 1e6)) + noBreakSpace +
           QLatin1String(quick ? "GB/s" : "MB/s");
}

QString duration(Nanoseconds t) {
    const auto total = static_cast<qlonglong>(std::llround(toSeconds(t)));
    const qlonglong hours = total / 3600;
    const qlonglong minutes = total / 60 % 60;
    const qlonglong seconds = total % 60;
    QString text;
    if (hours >= 48)
        text = tr("%1 d %2 h").arg(hours / 24).arg(hours % 24);
    else if (hours > 0)
        text = tr("%1 h %2 min").arg(hours).arg(minutes);
    else if (minutes > 0)
        text = tr("%1 min %2 s").arg(minutes).arg(seconds);
    else
        text = tr("%1 s").arg(seconds);
    return text.replace(QLatin1Char(' '), noBreakSpace);
}

QString limit(Nanoseconds t) {
    if (t >= std::chrono::minutes{1})
        return duration(t);
    const bool whole = t >= std::chrono::seconds{1};
    const double value = whole ? toSeconds(t) : toMilliseconds(t);
    int decimals = 0;
    while (decimals < 3 &&
           std::abs(value - std::round(value * std::pow(10, decimals)) / std::pow(10, decimals)) > 1e-9)
        ++decimals;
    return number(value, decimals) + noBreakSpace + QLatin1String(whole ? "s" : "ms");
}

QString clock(Nanoseconds t) {
    const auto total = static_cast<qlonglong>(toSeconds(t));
    return QStringLiteral("%1:%2:%3")
        .arg(total / 3600)
        .arg(total / 60 % 60, 2, 10, QLatin1Char('0'))
        .arg(total % 60, 2, 10, QLatin1Char('0'));
}

QString milliseconds(Nanoseconds t) {
    const double ms = toMilliseconds(t);
    if (ms >= 999.5)
        return threeDigits(ms / 1000) + noBreakSpace + QLatin1Char('s');
    return threeDigits(ms) + noBreakSpace + QLatin1String("ms");
}

QString turns(double n) {
    return number(n, std::abs(n) < 10 ? 1 : 0);
}

namespace {

std::atomic<bool> inUtc = false;

QString written(std::int64_t seconds, const QString& pattern, bool withTime) {
    const QString text = QLocale().toString(at(seconds), pattern);
    return withTime && inUtc ? text + QStringLiteral(" UTC") : text;
}

} // namespace

void setUtc(bool utc) {
    inUtc = utc;
}

QDateTime at(std::int64_t seconds) {
    return QDateTime::fromSecsSinceEpoch(seconds, inUtc ? Qt::UTC : Qt::LocalTime);
}

QString day(std::int64_t seconds) {
    return written(seconds, tr("d MMM yyyy"), false);
}

QString moment(std::int64_t seconds) {
    return written(seconds, tr("d MMM yyyy, hh:mm"), true);
}

QString timeOfDay(std::int64_t seconds) {
    return written(seconds, tr("hh:mm"), true);
}

QString longDay(std::int64_t seconds) {
    return written(seconds, tr("d MMMM yyyy"), false);
}

QString longMoment(std::int64_t seconds) {
    return written(seconds, tr("d MMMM yyyy, hh:mm"), true);
}

} // namespace orbita::format
