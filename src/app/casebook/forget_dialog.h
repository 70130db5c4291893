// SPDX-License-Identifier: GPL-3.0-or-later
// Whose drives are to be forgotten: how old, and of how many visits that would be.
#pragma once

#include "app/casebook/casebook_reader.h"

#include <QComboBox>
#include <QDialog>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>

namespace orbita::app {

class ForgetDialog final : public QDialog {
    Q_OBJECT
public:
    explicit ForgetDialog(CasebookKeeper& keeper, QWidget* parent = nullptr);

signals:
    void wanted(const orbita::CustomersToForget& which);

private:
    [[nodiscard]] CustomersToForget chosen() const;
    void count();

    CasebookReader m_counter;
    QComboBox* m_age;
    QLineEdit* m_customer;
    QLabel* m_count;
    QPushButton* m_forget;
};

} // namespace orbita::app
