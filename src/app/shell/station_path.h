// SPDX-License-Identifier: GPL-3.0-or-later
// The visit's path through the stations: a line with nodes. Any may be visited at any time.
#pragma once

#include "app/stations.h"

#include <QAbstractButton>

namespace orbita::app {

class StationNode final : public QAbstractButton {
    Q_OBJECT
public:
    StationNode(const QString& name, bool first, bool last, QWidget* parent);
    void setNode(NodeState state, bool here);
    [[nodiscard]] QSize sizeHint() const override;

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    bool m_first;
    bool m_last;
    bool m_here = false;
    NodeState m_state = NodeState::ahead;
};

class StationPath final : public QWidget {
    Q_OBJECT
public:
    explicit StationPath(QWidget* parent = nullptr);
    // In the order of stationRows().
    void show(std::size_t here, const std::vector<NodeState>& states);

signals:
    void chosen(std::size_t station);

private:
    std::vector<StationNode*> m_nodes;
};

} // namespace orbita::app
