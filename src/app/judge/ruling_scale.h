// SPDX-License-Identifier: GPL-3.0-or-later
// The four rulings on a line, and where this drive stands on it: a star where it is settled; where it is not,
// all that it may still come to.
#pragma once

#include "core/judge/ruling.h"

#include <QWidget>

namespace orbita::app {

class RulingScale final : public QWidget {
    Q_OBJECT
public:
    explicit RulingScale(QWidget* parent = nullptr);
    // `own`: as a person has ruled otherwise.
    void show(const Ruling& ruling, std::optional<Fate> own);
    void clear();
    [[nodiscard]] QSize sizeHint() const override { return {420, 46}; }
    [[nodiscard]] QSize minimumSizeHint() const override { return {300, 46}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    std::optional<Ruling> m_ruling;
    std::optional<Fate> m_own;
};

} // namespace orbita::app
