// SPDX-License-Identifier: GPL-3.0-or-later
// The large dial with the figures of the scan beside it.
#pragma once

#include "app/rack/drive_controller.h"

#include <QWidget>

namespace orbita::app {

class ProgressPanel final : public QWidget {
    Q_OBJECT
public:
    explicit ProgressPanel(QWidget* parent = nullptr);
    void setController(const DriveController* controller);
    void refresh();
    [[nodiscard]] QSize sizeHint() const override { return {276, 118}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    [[nodiscard]] std::vector<std::pair<QString, QString>> figures() const;
    const DriveController* m_controller = nullptr;
};

} // namespace orbita::app
