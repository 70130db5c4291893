// SPDX-License-Identifier: GPL-3.0-or-later
// Two visits of a drive on one axis, LBA 0 at the left: both maps, between them what has become of each
// defect, and below the pace of both.
#pragma once

#include "app/casebook/zone_strip.h"
#include "core/judge/life/visit_comparison.h"

#include <QWidget>
#include <optional>

namespace orbita::app {

class ComparisonView final : public QWidget {
    Q_OBJECT
public:
    explicit ComparisonView(QWidget* parent = nullptr);

    void show(const VisitComparison& found);
    void clear();
    // The zone that is pointed at, by mouse or keys, in words; empty: none.
    [[nodiscard]] QString pointedAt() const;
    [[nodiscard]] QSize sizeHint() const override { return {480, 236}; }

signals:
    void pointed(const QString& what);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void leaveEvent(QEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    struct Layout {
        QRectF before;
        QRectF changes;
        QRectF now;
        QRectF axis;
        QRectF legend;
        QRectF pace;
    };
    [[nodiscard]] Layout layout() const;
    void paintChanges(QPainter& painter, const QRectF& where) const;
    void paintAxis(QPainter& painter, const QRectF& where) const;
    void paintLegend(QPainter& painter, const QRectF& where) const;
    void paintPace(QPainter& painter, const QRectF& where) const;
    void point(std::optional<std::size_t> zone);

    std::optional<VisitComparison> m_found;
    PaceRange m_range;
    std::optional<std::size_t> m_zone;
};

} // namespace orbita::app
