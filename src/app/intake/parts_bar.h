// SPDX-License-Identifier: GPL-3.0-or-later
// What lies on the drive, to scale: partitions with file system, label and what uses them.
#pragma once

#include "core/target/target.h"

#include <QWidget>

namespace orbita::app {

class PartsBar final : public QWidget {
    Q_OBJECT
public:
    explicit PartsBar(QWidget* parent = nullptr);
    void setTarget(const Target& target);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    std::vector<DrivePart> m_parts;
    std::vector<DriveUse> m_uses;
    std::uint64_t m_bytes = 0;
};

} // namespace orbita::app
