// SPDX-License-Identifier: GPL-3.0-or-later
// How a treatment goes, or went: its figures and each step with the drive's reply, the latest first.
#pragma once

#include "app/rack/drive_controller.h"

#include <QAbstractListModel>
#include <QLabel>
#include <QListView>
#include <QProgressBar>

namespace orbita::app {

class StepsModel final : public QAbstractListModel {
    Q_OBJECT
public:
    using QAbstractListModel::QAbstractListModel;
    void show(const std::vector<TreatmentStepTaken>& steps, std::size_t taken);
    [[nodiscard]] int rowCount(const QModelIndex& parent = {}) const override;
    [[nodiscard]] QVariant data(const QModelIndex& index, int role) const override;

private:
    std::vector<TreatmentStepTaken> m_steps;
    std::size_t m_taken = 0;
};

class CoursePanel final : public QWidget {
    Q_OBJECT
public:
    explicit CoursePanel(QWidget* parent = nullptr);
    void setController(const DriveController* controller);
    void refresh();
    [[nodiscard]] QListView& steps() { return *m_list; }

private:
    const DriveController* m_controller = nullptr;
    QProgressBar* m_bar;
    QLabel* m_figures;
    StepsModel m_model;
    QListView* m_list;
};

} // namespace orbita::app
