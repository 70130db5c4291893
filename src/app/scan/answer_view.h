// SPDX-License-Identifier: GPL-3.0-or-later
// The latest answers of the running scan, one beside the other as they come: milliseconds upwards, with the
// limits of the grades drawn in. Held still, it can be looked at while the scan goes on.
#pragma once

#include "app/rack/drive_controller.h"
#include "app/scan/lens.h"
#include "core/scan/answer_strip.h"

#include <QElapsedTimer>
#include <qcustomplot.h>

namespace orbita::app {

class AnswerView final : public QCustomPlot {
    Q_OBJECT
public:
    explicit AnswerView(Lens& lens, QWidget* parent = nullptr);

    void setController(const DriveController* controller);
    // Takes in what came since the last time.
    void refresh();

    [[nodiscard]] bool held() const { return m_held; }
    void hold(bool still);
    // What is under the pointer or the cursor, else the latest and the slowest answer.
    [[nodiscard]] QString readout() const;
    // The columns in view, the latest last.
    [[nodiscard]] const std::deque<AnswerColumn>& columns() const {
        return m_held ? m_heldColumns : m_strip.columns();
    }
    // Where a column is drawn, in widget coordinates.
    [[nodiscard]] QPointF placeOf(std::size_t column) const;

    [[nodiscard]] QSize minimumSizeHint() const override { return {320, 90}; }

signals:
    void heldChanged(bool still);
    void readoutChanged();

protected:
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent*) override {}
    void leaveEvent(QEvent* event) override;
    void wheelEvent(QWheelEvent* event) override { event->ignore(); }
    void keyPressEvent(QKeyEvent* event) override;
    void focusInEvent(QFocusEvent* event) override;
    void focusOutEvent(QFocusEvent* event) override;

private:
    void dress();
    void draw();
    void drawLimits(const ScanStatus& status, const GradeLimits& limits, double top);
    void point(std::optional<std::size_t> column);
    void moveTo(std::size_t column);
    void moveToBad(bool forward);
    void selectOnPlate(std::size_t column);
    [[nodiscard]] const ScanView* view() const;
    [[nodiscard]] std::optional<std::size_t> columnAt(double x) const;
    [[nodiscard]] QString describe(const AnswerColumn& column) const;

    Lens& m_lens;
    const DriveController* m_controller = nullptr;
    const ScanFeed* m_feed = nullptr; // whose answers are in m_strip; only compared
    AnswerStrip m_strip;
    std::uint64_t m_next = 0;
    QElapsedTimer m_since;
    bool m_held = false;
    std::deque<AnswerColumn> m_heldColumns;
    std::optional<double> m_pointer;     // x, while the pointer is over it
    std::optional<std::size_t> m_cursor; // of the columns held
    std::array<QCPGraph*, gradeCount> m_bars{};
    QCPGraph* m_waiting;
    std::array<QCPItemLine*, 4> m_limits{};
    QSharedPointer<QCPAxisTickerText> m_times;
    QSharedPointer<QCPAxisTickerText> m_marks;
    QCPItemLine* m_mark; // at the column pointed at
};

} // namespace orbita::app
