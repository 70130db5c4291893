// SPDX-License-Identifier: GPL-3.0-or-later
// The house policies there are, and what this drive comes to by each: one of them is in force.
#pragma once

#include "core/judge/ruling.h"

#include <QButtonGroup>
#include <QLabel>
#include <QWidget>

namespace orbita::app {

class PolicyChoice final : public QWidget {
    Q_OBJECT
public:
    explicit PolicyChoice(QWidget* parent = nullptr);

    // `evidence`: of the drive in view; null: none yet.
    void show(const HousePolicy& inForce, const Evidence* evidence);

signals:
    void chosen(const orbita::HousePolicy& policy);

private:
    struct Row {
        HousePolicy policy;
        QAbstractButton* button = nullptr;
        QLabel* ruling = nullptr;
    };
    void add(HousePolicy policy);

    QButtonGroup m_group;
    std::vector<Row> m_rows;
};

} // namespace orbita::app
