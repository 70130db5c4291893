// SPDX-License-Identifier: GPL-3.0-or-later
// The three answers to "Does the data on it exist elsewhere?", as buttons; one at most is down.
#pragma once

#include "core/drive/data_elsewhere.h"

#include <QBoxLayout>
#include <QPushButton>
#include <QWidget>
#include <array>

namespace orbita::app {

class DataAnswers final : public QWidget {
    Q_OBJECT
public:
    DataAnswers(QBoxLayout::Direction direction, QWidget* parent);
    // notAsked: none is down.
    void show(DataElsewhere answer);

signals:
    void answered(DataElsewhere answer);

private:
    std::array<QPushButton*, 3> m_buttons{};
};

} // namespace orbita::app
