// SPDX-License-Identifier: GPL-3.0-or-later
// The surroundings of one case by physical sector, twice: as the scan found it, and as it is now; above them
// where on the drive that is. Hovering tells what a cell is.
#pragma once

#include "app/treat/proposal.h"

#include <QWidget>

namespace orbita::app {

// One physical sector, or a few where there are many.
struct TwinCell {
    LbaSpan span;
    Grade before = Grade::none; // none: not scanned
    bool planned = false;
    bool working = false;                  // is being treated
    std::optional<TreatmentResult> result; // the worst of it
    bool lost = false;                     // contents that were there are gone
    bool fresh = false;                    // a defect that was not there before
};

class TwinMap final : public QWidget {
    Q_OBJECT
public:
    explicit TwinMap(QWidget* parent = nullptr);

    // `progress`: of the treatment that runs or ran; null: none. `place`: the case looked at; -1: none.
    void show(const DriveIdentity& drive, const ScanView* scan, const std::vector<TreatmentCase>& cases,
              int place, const TreatmentProgress* progress, const TreatmentPlan* plan);

    [[nodiscard]] const std::vector<TwinCell>& cells() const { return m_cells; }
    [[nodiscard]] QRectF rectOf(std::size_t cell, bool now) const;

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    bool event(QEvent* event) override;

private:
    void layOut();
    [[nodiscard]] QRectF panel(bool now) const;
    [[nodiscard]] QString describe(const TwinCell& cell) const;
    void paintStrip(QPainter& painter) const;
    void paintPanel(QPainter& painter, bool now) const;
    void paintLegend(QPainter& painter) const;

    DriveIdentity m_drive;
    std::vector<LbaSpan> m_places;
    int m_place = -1;
    std::vector<TwinCell> m_physical; // by physical sector
    std::vector<TwinCell> m_cells;    // as they are drawn
    int m_columns = 1;
    double m_pixels = 1;
};

} // namespace orbita::app
