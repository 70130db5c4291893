// SPDX-License-Identifier: GPL-3.0-or-later
// A frame that looks like nothing else in Orbita: what stands in it destroys something.
#pragma once

#include <QCheckBox>
#include <QFrame>
#include <QLabel>

namespace orbita::app {

class DestroysFrame final : public QFrame {
    Q_OBJECT
public:
    // `tick`: what has to be ticked.
    DestroysFrame(const QString& tick, QWidget* parent);
    void say(const QString& what);
    [[nodiscard]] QCheckBox& tick() { return *m_tick; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    QLabel* m_what;
    QCheckBox* m_tick;
};

} // namespace orbita::app
