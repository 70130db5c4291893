// SPDX-License-Identifier: GPL-3.0-or-later
// Where a person rules otherwise than the evidence, and says why.
#pragma once

#include "core/policy/ruling_policy.h"

#include <QComboBox>
#include <QLineEdit>
#include <QPushButton>
#include <QWidget>

namespace orbita::app {

class OwnRulingPanel final : public QWidget {
    Q_OBJECT
public:
    explicit OwnRulingPanel(QWidget* parent = nullptr);
    // `whyNot`: why none can be entered now; empty if one can.
    void allow(const QString& whyNot);
    void clear();
    [[nodiscard]] QPushButton* button() const { return m_enter; }

signals:
    void given(orbita::Fate fate, const QString& reason);

private:
    void refresh();

    QComboBox* m_fate;
    QLineEdit* m_reason;
    QPushButton* m_enter;
    QString m_whyNot;
};

} // namespace orbita::app
