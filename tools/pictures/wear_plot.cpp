// SPDX-License-Identifier: GPL-3.0-or-later
// The figure of wear over the life of drives, on both models of ageing, for docs/wear.md. What it is tried by
// is in test_wear; this shows it.
//   orbita-wear-plot FILE
#include "core/judge/evidence/wear.h"
#include "core/sim/ageing.h"
#include "report/palette.h"
#include "support/retry_drives.h"
#include "support/scan_runner.h"

#include <QFont>
#include <QGuiApplication>
#include <QImage>
#include <QPainter>
#include <algorithm>
#include <cstdio>
#include <functional>

using namespace orbita;

namespace {

constexpr int drivesOfStep = 24;
constexpr std::uint64_t seeds = 800'000; // others than those of the tests
constexpr QSize size(1040, 440);

using Figure = std::function<std::optional<WearFigure>(double life, std::uint64_t drive)>;

std::optional<WearFigure> simulated(double life, std::uint64_t drive) {
    sim::Scenario young = test::smallScenario(1ULL << 28U);
    young.cacheBytes = 16U << 20U;
    auto opened = test::openSimulated(sim::aged(young, life, drive));
    ScanPlan plan;
    plan.blockSectors = 8192;
    return wearOf(digestOf(test::runScan(*opened, plan)));
}

std::optional<WearFigure> byMargins(double life, std::uint64_t drive) {
    return wearOf(digestOf(test::RetryDrive(drive).scan(life)));
}

void plot(QPainter& painter, const QRectF& where, const Palette& palette, const QString& title,
          const Figure& figure) {
    constexpr double least = -2;
    constexpr double most = 14;
    const auto x = [&](double step) {
        return where.left() + where.width() * (step + 0.5) / (sim::ageingSteps + 1);
    };
    const auto y = [&](double doublings) {
        return where.bottom() -
               where.height() * (std::clamp(doublings, least, most) - least) / (most - least);
    };
    QFont small = painter.font();
    small.setPixelSize(12);
    painter.setFont(small);
    for (int line = static_cast<int>(least); line <= static_cast<int>(most); line += 2) {
        painter.setPen(QPen(palette[Tone::hairline], 1));
        painter.drawLine(QPointF(where.left(), y(line)), QPointF(where.right(), y(line)));
        painter.setPen(palette[Tone::textDim]);
        painter.drawText(QRectF(where.left() - 34, y(line) - 8, 28, 16), Qt::AlignRight | Qt::AlignVCenter,
                         QString::number(line));
    }
    // Thirds of a life.
    painter.setPen(QPen(palette[Tone::textDim], 1, Qt::DashLine));
    for (const double third : {1.0 / 3, 2.0 / 3})
        painter.drawLine(QPointF(x(sim::ageingSteps * third), where.top()),
                         QPointF(x(sim::ageingSteps * third), where.bottom()));
    std::vector<QPointF> means;
    for (unsigned step = 0; step <= sim::ageingSteps; ++step) {
        double sum = 0;
        int known = 0;
        for (int drive = 0; drive < drivesOfStep; ++drive) {
            const auto wear = figure(static_cast<double>(step) / sim::ageingSteps,
                                     seeds + static_cast<std::uint64_t>(drive) + 1000ULL * step);
            if (!wear)
                continue;
            sum += wear->doublings;
            ++known;
            painter.setPen(Qt::NoPen);
            QColor dot = palette[Tone::late];
            dot.setAlpha(190);
            painter.setBrush(dot);
            painter.drawEllipse(QPointF(x(step) + (drive - drivesOfStep / 2.0) * 0.7, y(wear->doublings)),
                                2.2, 2.2);
        }
        if (known > 0)
            means.emplace_back(x(step), y(sum / known));
        painter.setPen(palette[Tone::textDim]);
        painter.drawText(QRectF(x(step) - 16, where.bottom() + 4, 32, 16), Qt::AlignCenter,
                         QString::number(step));
    }
    painter.setPen(QPen(palette[Tone::straining], 2));
    painter.drawPolyline(means.data(), static_cast<int>(means.size()));
    painter.setPen(palette[Tone::text]);
    painter.drawText(QRectF(where.left(), where.top() - 26, where.width(), 18), Qt::AlignLeft, title);
    painter.setPen(palette[Tone::textDim]);
    painter.drawText(QRectF(where.left(), where.bottom() + 22, where.width(), 18), Qt::AlignCenter,
                     QStringLiteral("steps of a life, of %1 drives each; dashed: thirds").arg(drivesOfStep));
}

} // namespace

int main(int argc, char** argv) {
    qputenv("QT_QPA_PLATFORM", "offscreen");
    const QGuiApplication application(argc, argv);
    if (argc != 2) {
        std::fputs("orbita-wear-plot FILE\n", stderr);
        return 2;
    }
    const Palette palette(ColourScheme::dark);
    QImage image(size, QImage::Format_RGB32);
    image.fill(palette[Tone::ground]);
    QPainter painter(&image);
    painter.setRenderHint(QPainter::Antialiasing);
    QFont font;
    font.setFamilies({QStringLiteral("Roboto"), QStringLiteral("DejaVu Sans")});
    font.setPixelSize(13);
    painter.setFont(font);
    plot(painter, QRectF(56, 48, 440, 330), palette,
         QStringLiteral("Wear in doublings, on the simulator (read by the engine)"), simulated);
    plot(painter, QRectF(576, 48, 440, 330), palette,
         QStringLiteral("Wear in doublings, where margins are used up"), byMargins);
    painter.end();
    return image.save(QString::fromLocal8Bit(argv[1])) ? 0 : 1;
}
