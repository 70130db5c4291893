// SPDX-License-Identifier: GPL-3.0-or-later
// How a refresh stands: how far, how long still, what it has come to, and what was found, the latest first.
#pragma once

#include "app/rack/drive_controller.h"

#include <QAbstractListModel>
#include <QLabel>
#include <QListView>
#include <QProgressBar>

namespace orbita::app {

class FindingsModel final : public QAbstractListModel {
    Q_OBJECT
public:
    using QAbstractListModel::QAbstractListModel;
    void show(const std::vector<RefreshFinding>& findings, std::size_t found);
    [[nodiscard]] int rowCount(const QModelIndex& parent = {}) const override;
    [[nodiscard]] QVariant data(const QModelIndex& index, int role) const override;

private:
    std::vector<RefreshFinding> m_findings;
    std::size_t m_found = 0;
};

class RefreshCourse final : public QWidget {
    Q_OBJECT
public:
    explicit RefreshCourse(QWidget* parent = nullptr);
    void show(const DriveController& controller);
    [[nodiscard]] QListView& findings() { return *m_list; }

private:
    QProgressBar* m_bar;
    QLabel* m_figures;
    QListView* m_list;
    FindingsModel m_model;
};

} // namespace orbita::app
