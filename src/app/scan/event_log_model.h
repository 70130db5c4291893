// SPDX-License-Identifier: GPL-3.0-or-later
// The tape of the scan in view, as a model.
#pragma once

#include "app/rack/drive_controller.h"
#include "app/scan/defect_roles.h"

#include <QAbstractListModel>

namespace orbita::app {

// What happened, latest last; neighbouring places that came to the same are one row.
class EventLogModel final : public QAbstractListModel {
    Q_OBJECT
public:
    using QAbstractListModel::QAbstractListModel;
    void setController(const DriveController* controller);
    void refresh();
    [[nodiscard]] int rowCount(const QModelIndex& parent = {}) const override;
    [[nodiscard]] QVariant data(const QModelIndex& index, int role) const override;

private:
    [[nodiscard]] const ScanView* view() const {
        return m_controller != nullptr ? m_controller->current() : nullptr;
    }
    // Those of the tape from `m_taken` on.
    void take(bool visibly);
    const DriveController* m_controller = nullptr;
    std::size_t m_taken = 0;
    const ScanView* m_takenFrom = nullptr;
    std::vector<ScanEvent> m_rows;
};

} // namespace orbita::app
