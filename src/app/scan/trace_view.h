// SPDX-License-Identifier: GPL-3.0-or-later
// The trace: pace and slowest answer along the same axis as the plate.
#pragma once

#include "app/rack/drive_controller.h"
#include "app/scan/lens.h"

#include <qcustomplot.h>

namespace orbita::app {

constexpr int plotLeftMargin = 48; // so that plots above each other begin at one place

class TraceView final : public QCustomPlot {
    Q_OBJECT
public:
    explicit TraceView(Lens& lens, QWidget* parent = nullptr);

    void setController(const DriveController* controller);
    void refresh();

protected:
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    void dress();
    void chooseMarks();
    void fill();
    // The pace of the scan it is compared with, at the same places. Returns the fastest.
    double fillCompared(std::uint64_t points);
    void markSelection();
    [[nodiscard]] std::optional<LbaSpan> spanAt(double x) const;

    Lens& m_lens;
    const DriveController* m_controller = nullptr;
    QSharedPointer<QCPAxisTickerText> m_marks; // of the lateness
    QCPMarginGroup* m_margins;
    QCPAxisRect* m_paceRect;
    QCPAxisRect* m_lateRect;
    QCPGraph* m_compared; // behind it
    QCPGraph* m_pace;
    std::array<QCPGraph*, gradeCount> m_late{};
    std::array<QCPItemRect*, 2> m_selection{};
    std::array<QCPItemText*, 2> m_titles{};
    std::optional<LbaSpan> m_dragFrom;
};

} // namespace orbita::app
