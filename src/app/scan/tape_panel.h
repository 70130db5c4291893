// SPDX-License-Identifier: GPL-3.0-or-later
// The tape: what happened, in order; shares the plate's selection.
#pragma once

#include "app/scan/event_log_model.h"
#include "app/scan/lens.h"

#include <QLabel>
#include <QListView>

namespace orbita::app {

class TapePanel final : public QWidget {
    Q_OBJECT
public:
    explicit TapePanel(Lens& lens, QWidget* parent = nullptr);
    void setController(const DriveController* controller);
    void refresh();
    [[nodiscard]] QListView& list() { return *m_events; }

private:
    void choose(const QModelIndex& index);

    Lens& m_lens;
    EventLogModel m_model;
    QLabel* m_empty; // in place of a list with nothing in it
    QListView* m_events;
    bool m_choosing = false;
};

} // namespace orbita::app
