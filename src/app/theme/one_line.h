// SPDX-License-Identifier: GPL-3.0-or-later
// A label of one line that takes what width there is: a text that is too long ends in "…" and is told in full
// by its tip. The text is shown as it is, never as markup.
#pragma once

#include <QLabel>

namespace orbita::app {

class OneLine final : public QLabel {
    Q_OBJECT
public:
    explicit OneLine(QWidget* parent = nullptr);
    // Whether the whole text is seen at the present width.
    [[nodiscard]] bool fits() const;

protected:
    void paintEvent(QPaintEvent* event) override;
    bool event(QEvent* event) override;
};

} // namespace orbita::app
