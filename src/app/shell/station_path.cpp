// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/station_path.h"

#include "app/theme/theme.h"

#include <QHBoxLayout>
#include <QPainter>

namespace orbita::app {

namespace {

constexpr int nodeWidth = 104;
constexpr int nodeHeight = 40;
constexpr int lineAt = 9;

} // namespace

StationNode::StationNode(const QString& name, bool first, bool last, QWidget* parent)
    : QAbstractButton(parent), m_first(first), m_last(last) {
    setText(name);
    setFocusPolicy(Qt::StrongFocus);
    setCursor(Qt::PointingHandCursor);
    setFixedSize(nodeWidth, nodeHeight);
}

void StationNode::setNode(NodeState state, bool here) {
    m_state = state;
    m_here = here;
    const QString told = here                         ? tr("here")
                         : state == NodeState::done   ? tr("done")
                         : state == NodeState::warned ? tr("warns")
                                                      : tr("not visited yet");
    setAccessibleName(tr("Station %1, %2").arg(text().remove(QLatin1Char('&')), told));
    update();
}

QSize StationNode::sizeHint() const {
    return {nodeWidth, nodeHeight};
}

void StationNode::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const double x = width() / 2.0;
    painter.setPen(QPen(tone(Tone::hairline), 2));
    if (!m_first)
        painter.drawLine(QPointF(0, lineAt), QPointF(x, lineAt));
    if (!m_last)
        painter.drawLine(QPointF(x, lineAt), QPointF(width(), lineAt));
    const QColor colour = m_state == NodeState::warned ? tone(Tone::straining)
                          : m_here                     ? tone(Tone::laboured)
                          : m_state == NodeState::done ? tone(Tone::accent)
                                                       : tone(Tone::textDim);
    const double radius = m_here ? 6.5 : 4.5;
    painter.setPen(QPen(colour, 2));
    const bool filled = m_here || m_state != NodeState::ahead;
    painter.setBrush(filled ? colour : tone(Tone::ground));
    painter.drawEllipse(QPointF(x, lineAt), radius, radius);
    painter.setPen(tone(m_here ? Tone::text : Tone::textDim));
    painter.setFont(Theme::text(13, m_here ? QFont::DemiBold : QFont::Normal));
    painter.drawText(QRect(0, 19, width(), height() - 19),
                     Qt::AlignHCenter | Qt::AlignTop | Qt::TextShowMnemonic, text());
    if (hasFocus()) {
        painter.setPen(QPen(tone(Tone::accent), 1));
        painter.setBrush(Qt::NoBrush);
        painter.drawRoundedRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5), 6, 6);
    }
}

StationPath::StationPath(QWidget* parent) : QWidget(parent) {
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(0);
    const std::vector<StationRow> stations = stationRows();
    for (std::size_t i = 0; i < stations.size(); ++i) {
        m_nodes.push_back(new StationNode(stations[i].name, i == 0, i + 1 == stations.size(), this));
        row->addWidget(m_nodes[i]);
        connect(m_nodes[i], &QAbstractButton::clicked, this, [this, i] { emit chosen(i); });
    }
    row->addStretch();
}

void StationPath::show(std::size_t here, const std::vector<NodeState>& states) {
    for (std::size_t i = 0; i < m_nodes.size(); ++i)
        m_nodes[i]->setNode(states[i], here == i);
}

} // namespace orbita::app
