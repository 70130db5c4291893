// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/leaving.h"

#include "app/theme/theme.h"

#include <QDialogButtonBox>
#include <QVBoxLayout>

namespace orbita::app {

namespace {

constexpr int lookMs = 25;
constexpr int showMs = 300;

} // namespace

Leaving::Leaving(RackModel& rack, QWidget* parent, int patience)
    : QDialog(parent)
    , m_rack(rack)
    , m_waiting(new QLabel(this))
    , m_lost(new QLabel(
          tr("Something does not answer: a drive, or the disk that the casebook is on. If you leave "
             "now, what was found since the last save is lost. A running scan is saved every 2 "
             "seconds for as long as that disk answers, and can be continued later."),
          this))
    , m_leave(new QPushButton(tr("&Leave without waiting"), this)) {
    setWindowTitle(tr("Leaving"));
    setModal(true);
    auto* title = new QLabel(tr("Keeping what was found"), this);
    title->setFont(Theme::text(15, QFont::DemiBold));
    m_waiting->setWordWrap(true);
    m_lost->setWordWrap(true);
    m_leave->setObjectName(QStringLiteral("leaveWithoutWaiting"));
    m_leave->setAutoDefault(false);
    auto* buttons = new QDialogButtonBox(this);
    buttons->addButton(m_leave, QDialogButtonBox::DestructiveRole);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(20, 18, 20, 16);
    column->setSpacing(10);
    column->addWidget(title);
    column->addWidget(m_waiting);
    column->addWidget(m_lost);
    column->addStretch();
    column->addWidget(buttons);
    setFixedSize(440, 220);
    m_lost->hide();
    m_leave->hide();
    connect(m_leave, &QPushButton::clicked, this, &Leaving::leftBehind);
    connect(&m_look, &QTimer::timeout, this, &Leaving::look);
    connect(&m_shown, &QTimer::timeout, this, &QWidget::show);
    connect(&m_patience, &QTimer::timeout, m_lost, &QWidget::show);
    connect(&m_patience, &QTimer::timeout, m_leave, &QWidget::show);
    m_shown.setSingleShot(true);
    m_patience.setSingleShot(true);
    m_look.start(lookMs);
    m_shown.start(showMs);
    m_patience.start(patience);
}

void Leaving::look() {
    const QStringList waiting = m_rack.waitingFor();
    if (waiting.isEmpty()) {
        m_look.stop();
        m_shown.stop();
        emit allKept();
        return;
    }
    m_waiting->setText(tr("Waiting for %1.").arg(waiting.join(QStringLiteral(", "))));
}

} // namespace orbita::app
