// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/scan/lateness_view.h"

#include "app/theme/theme.h"
#include "report/format.h"

#include <cmath>

namespace orbita::app {

LatenessView::LatenessView(QWidget* parent) : QCustomPlot(parent) {
    setObjectName(QStringLiteral("lateness"));
    setAccessibleName(tr("How late blocks answer"));
    setFocusPolicy(Qt::NoFocus);
    setInteractions(QCP::iNone);
    for (QCPBars*& bars : m_bars) {
        bars = new QCPBars(xAxis, yAxis);
        bars->setWidth(0.86);
    }
    m_marks = QSharedPointer<QCPAxisTickerText>::create();
    xAxis->setTicker(m_marks);
    yAxis->setTicks(false);
    yAxis->setTickLabels(false);
    yAxis->setVisible(false);
    axisRect()->setMinimumMargins({2, 4, 2, 2});
    dress();
    connect(&Theme::instance(), &Theme::changed, this, [this] {
        dress();
        refresh();
    });
}

void LatenessView::dress() {
    const Palette& p = Theme::instance().palette();
    setBackground(p[Tone::ground]);
    xAxis->setBasePen(QPen(p[Tone::hairline]));
    xAxis->setTickPen(QPen(p[Tone::hairline]));
    xAxis->setTickLabelColor(p[Tone::textDim]);
    xAxis->setTickLabelFont(Theme::text(11));
    xAxis->grid()->setVisible(false);
    for (const Grade grade : allGrades) {
        QCPBars* bars = m_bars[static_cast<std::size_t>(grade)];
        bars->setPen(Qt::NoPen);
        bars->setBrush(grade <= Grade::steady ? p[Tone::late].darker(115) : p.grade(grade));
    }
}

void LatenessView::setController(const DriveController* controller) {
    m_controller = controller;
    refresh();
}

void LatenessView::refresh() {
    for (QCPBars* bars : m_bars)
        bars->data()->clear();
    m_marks->clear();
    using H = LatenessHistogram;
    const ScanView* scan = m_controller != nullptr ? m_controller->current() : nullptr;
    const GradeLimits limits = scan != nullptr ? scan->record.limits : GradeLimits{};
    double highest = 1;
    std::uint64_t onTime = 0;
    std::uint64_t all = 0;
    for (std::size_t i = 0; i < H::buckets; ++i) {
        const std::uint64_t n = scan != nullptr ? scan->record.status.lateness.counts()[i] : 0;
        all += n;
        if (H::edges[i + 1] <= limits.late)
            onTime += n;
        // Logarithmic, so that a handful among millions is seen; one block is already a visible bar.
        const double height = n == 0 ? 0 : 0.6 + std::log10(static_cast<double>(n));
        highest = std::max(highest, height);
        const double turns = H::edges[i];
        const Grade grade = turns < limits.late        ? Grade::steady
                            : turns < limits.laboured  ? Grade::late
                            : turns < limits.straining ? Grade::laboured
                                                       : Grade::straining;
        m_bars[static_cast<std::size_t>(grade)]->addData(static_cast<double>(i) + 0.5, height);
        if (turns == limits.late || turns == limits.laboured || turns == limits.straining)
            m_marks->addTick(static_cast<double>(i), QString::number(turns));
    }
    m_marks->addTick(4.5, tr("on time"));
    xAxis->setRange(0, static_cast<double>(H::buckets));
    yAxis->setRange(0, highest * 1.05);
    setAccessibleDescription(tr("%1 of %2 blocks on time").arg(format::count(onTime), format::count(all)));
    replot(QCustomPlot::rpQueuedReplot);
}

} // namespace orbita::app
