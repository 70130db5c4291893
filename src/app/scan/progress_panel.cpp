// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/scan/progress_panel.h"

#include "app/rack/dial_state.h"
#include "app/theme/theme.h"
#include "report/format.h"

#include <QPainter>

namespace orbita::app {

ProgressPanel::ProgressPanel(QWidget* parent) : QWidget(parent) {
    setAccessibleName(tr("Progress"));
    setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Fixed);
    connect(&Theme::instance(), &Theme::changed, this, qOverload<>(&QWidget::update));
}

namespace {

// What was answered without the medium is known, but nothing is vouched for.
std::uint64_t vouchedSectors(const ScanStatus& status) {
    const std::uint64_t covered = status.totals.covered.value;
    return covered - std::min(covered, (status.totals.unmapped + status.totals.ungraded) *
                                           std::uint64_t{status.blockSectors});
}

} // namespace

void ProgressPanel::setController(const DriveController* controller) {
    m_controller = controller;
    refresh();
}

std::vector<std::pair<QString, QString>> ProgressPanel::figures() const {
    const ScanView* scan = m_controller != nullptr ? m_controller->current() : nullptr;
    if (scan == nullptr || !scan->record.plate)
        return {};
    const ScanStatus& status = scan->record.status;
    const std::uint64_t bytes = scan->record.drive.logicalBytes;
    std::vector<std::pair<QString, QString>> list;
    list.emplace_back(tr("vouched for"), format::bytes(vouchedSectors(status) * bytes));
    list.emplace_back(tr("elapsed"), format::duration(status.elapsed));
    if (scan->running()) {
        if (status.phase == ScanPhase::waiting) {
            list.emplace_back(tr("no answer for"), format::duration(status.waited));
        } else {
            list.emplace_back(tr("time left"),
                              status.left ? format::duration(*status.left) : tr("measuring"));
            list.emplace_back(tr("pace now"), format::pace(status.paceNow));
        }
    }
    const bool crowded = scan->running() && status.toMeasureAgain + status.totals.disturbed > 0;
    if (!crowded)
        list.emplace_back(tr("average"), format::pace(status.paceAverage));
    if (status.toMeasureAgain > 0)
        list.emplace_back(tr("to measure again"), format::count(status.toMeasureAgain));
    else if (status.totals.disturbed > 0)
        list.emplace_back(tr("disturbed, not counted"), format::count(status.totals.disturbed));
    if (!status.saving.path.empty())
        list.emplace_back(tr("saved"), format::bytes(status.saving.held.value * bytes));
    else if (status.totals.ungraded > 0)
        list.emplace_back(tr("not graded"), format::count(status.totals.ungraded));
    else if (status.totals.unmapped > 0)
        list.emplace_back(
            tr("not stored"),
            format::percent(static_cast<double>(status.totals.unmapped) /
                                static_cast<double>(std::max<std::uint64_t>(1, status.blocksDone)),
                            1));
    if (scan->running())
        list.emplace_back(tr("at LBA"), format::lba(status.position));
    else
        list.emplace_back(tr("of the plan"), format::percent(status.share(), 1));
    return list;
}

void ProgressPanel::refresh() {
    QString summary = m_controller != nullptr ? standOf(*m_controller) : QString();
    for (const auto& [name, value] : figures())
        summary += QStringLiteral(". ") + name + QLatin1Char(' ') + value;
    setAccessibleDescription(summary);
    update();
}

void ProgressPanel::paintEvent(QPaintEvent*) {
    if (m_controller == nullptr)
        return;
    QPainter painter(this);
    paintDial(painter, {0, 4, 104, 104}, dialOf(*m_controller), Theme::instance().palette(), 22);
    const auto list = figures();
    double y = std::max(4.0, (112 - static_cast<double>(list.size()) * 19) / 2);
    for (const auto& [name, value] : list) {
        const QRectF row(116, y, width() - 116, 19);
        painter.setFont(Theme::text(12));
        painter.setPen(tone(Tone::textDim));
        painter.drawText(row, Qt::AlignLeft | Qt::AlignVCenter, name);
        painter.setFont(Theme::text(13));
        painter.setPen(tone(Tone::text));
        painter.drawText(row, Qt::AlignRight | Qt::AlignVCenter, value);
        y += 19;
    }
}

} // namespace orbita::app
