// SPDX-License-Identifier: GPL-3.0-or-later
// The drive's own tests: start, watch, abort, and what became of earlier ones.
#pragma once

#include "app/rack/drive_controller.h"

#include <QLabel>
#include <QLineEdit>
#include <QProgressBar>
#include <QPushButton>

namespace orbita::app {

class SelfTestPanel final : public QWidget {
    Q_OBJECT
public:
    explicit SelfTestPanel(QWidget* parent = nullptr);
    void setController(DriveController* controller) { m_controller = controller; }
    void refresh();
    // Short, extended, conveyance, selective; and the one that ends it.
    [[nodiscard]] const std::array<QPushButton*, 4>& starts() const { return m_start; }
    [[nodiscard]] QPushButton* abort() const { return m_abort; }

signals:
    void told(const QString& message);

private:
    void keepKeyboard();
    void start(SelfTestKind kind);
    void confirmOverrule(SelfTestKind kind, const LbaSpan& span);

    DriveController* m_controller = nullptr;
    std::array<QPushButton*, 4> m_start{};
    QLineEdit* m_span;
    QPushButton* m_abort;
    QProgressBar* m_progress;
    QLabel* m_state;
    QLabel* m_log;
};

} // namespace orbita::app
