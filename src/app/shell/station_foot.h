// SPDX-License-Identifier: GPL-3.0-or-later
// The bar at the foot of a station: one thing to do, said in a sentence, and where to go next.
#pragma once

#include "app/theme/one_line.h"
#include <QFrame>
#include <QPushButton>

namespace orbita::app {

class StationFoot final : public QFrame {
    Q_OBJECT
public:
    StationFoot(const QString& action, const QString& tip, const QString& next, QWidget* parent);
    void say(const QString& sentence, const QString& detail);
    void allow(bool action) { m_action->setEnabled(action); }
    void rename(const QString& action) { m_action->setText(action); }
    // Empty: there is nowhere to go on to.
    void renameNext(const QString& next);

signals:
    void acted();
    void nextWanted();

private:
    QPushButton* m_action;
    QPushButton* m_next;
    OneLine* m_sentence;
    OneLine* m_detail;
};

} // namespace orbita::app
