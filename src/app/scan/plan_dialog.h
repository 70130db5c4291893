// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/rack/drive_controller.h"

#include <QComboBox>
#include <QDialog>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QPushButton>
#include <QSpinBox>
#include <map>

namespace orbita::app {

// The plan of a drive's next scan. Not modal; says at once what is wrong, and reads the plan out as a
// sentence.
class PlanDialog final : public QDialog {
    Q_OBJECT
public:
    PlanDialog(DriveController& controller, QWidget* parent);

private:
    [[nodiscard]] Result<ScanPlan> plan() const;
    void fillPlaces(QMenu& menu);
    void setSpans(const std::vector<LbaSpan>& spans);
    QWidget* ruleRows();
    void fill(const ScanPlan& plan);
    void takeNamed(int index);
    void chooseImage();
    void check();
    void take();

    DriveController& m_controller;
    QComboBox* m_named;
    QComboBox* m_way;
    QComboBox* m_order;
    QDoubleSpinBox* m_sweep;
    QSpinBox* m_samples;
    QLineEdit* m_span;
    QPushButton* m_places;
    QLineEdit* m_saveTo;
    QComboBox* m_block;
    QDoubleSpinBox* m_limit;
    QDoubleSpinBox* m_berth;
    std::map<RuleKind, QSpinBox*> m_rules;
    QComboBox* m_ruleAction;
    QLabel* m_sentence;
    QPushButton* m_ok;
};

// Where to save what is read. To be opened by the caller: not modal, as nothing is while a scan may run.
void askForImage(QWidget* parent, std::function<void(const QString& path)> chosen);

} // namespace orbita::app
