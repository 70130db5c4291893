// SPDX-License-Identifier: GPL-3.0-or-later
// The visit's path through the stations: a line with nodes. Any may be visited at any time.
#pragma once

#include <QAbstractButton>
#include <array>

namespace orbita::app {

enum class Station : std::uint8_t { intake, vitals, scan };
constexpr std::size_t stations = 3;

enum class NodeState : std::uint8_t { ahead, done, warned };

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
    void show(Station here, const std::array<NodeState, stations>& states);

signals:
    void chosen(orbita::app::Station station);

private:
    std::array<StationNode*, stations> m_nodes{};
};

} // namespace orbita::app
