// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/vitals/trend_view.h"

#include "app/theme/theme.h"
#include "report/vitals_words.h"

namespace orbita::app {

TrendView::TrendView(QWidget* parent) : QCustomPlot(parent) {
    setMinimumHeight(104);
    addGraph();
    const QSharedPointer<QCPAxisTickerDateTime> dates(new QCPAxisTickerDateTime);
    dates->setDateTimeFormat(QStringLiteral("MMM yyyy"));
    dates->setTickCount(3);
    xAxis->setTicker(dates);
    yAxis->ticker()->setTickCount(3);
    yAxis->setNumberFormat(QStringLiteral("f"));
    yAxis->setNumberPrecision(0);
    applyTheme();
    connect(&Theme::instance(), &Theme::changed, this, [this] {
        applyTheme();
        replot(QCustomPlot::rpQueuedReplot);
    });
}

void TrendView::applyTheme() {
    setBackground(QBrush(tone(Tone::ground)));
    for (QCPAxis* axis : {xAxis, yAxis}) {
        axis->setBasePen(QPen(tone(Tone::hairline)));
        axis->setTickPen(QPen(tone(Tone::hairline)));
        axis->setSubTickPen(Qt::NoPen);
        axis->setTickLabelColor(tone(Tone::textDim));
        axis->setTickLabelFont(Theme::text(11));
        axis->grid()->setPen(QPen(tone(Tone::hairline), 1, Qt::DotLine));
        axis->grid()->setZeroLinePen(Qt::NoPen);
    }
    xAxis->grid()->setVisible(false);
    graph(0)->setPen(QPen(tone(Tone::accent), 1.6));
    graph(0)->setScatterStyle(QCPScatterStyle(QCPScatterStyle::ssDisc, tone(Tone::laboured), 6));
}

void TrendView::show(const VisitController* visit, const Reading* reading) {
    QVector<double> at;
    QVector<double> values;
    if (visit != nullptr && reading != nullptr) {
        for (const PastVitals& past : visit->past())
            for (const Reading& r : past.vitals.readings)
                if (r.kind == reading->kind && r.attribute == reading->attribute) {
                    at << static_cast<double>(past.readAt);
                    values << static_cast<double>(r.value);
                }
        at << static_cast<double>(visit->readAt());
        values << static_cast<double>(reading->value);
    }
    const bool worth = at.size() > 1 && std::any_of(values.begin(), values.end(),
                                                    [&](double v) { return v != values.front(); });
    setVisible(worth);
    if (!worth || reading == nullptr)
        return;
    graph(0)->setData(at, values, true);
    constexpr double margin = 0.08;
    const double width = at.back() - at.front();
    xAxis->setRange(at.front() - margin * width, at.back() + margin * width);
    const auto [low, high] = std::minmax_element(values.begin(), values.end());
    const double height = std::max(1.0, *high - *low);
    yAxis->setRange(std::max(0.0, *low - 0.2 * height), *high + 0.2 * height);
    setAccessibleName(tr("%1 across %2 visits: from %3 to %4")
                          .arg(words::readingName(*reading))
                          .arg(at.size())
                          .arg(values.front())
                          .arg(values.back()));
    replot(QCustomPlot::rpQueuedReplot); // it may have no size yet
}

} // namespace orbita::app
