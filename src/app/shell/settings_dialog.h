// SPDX-License-Identifier: GPL-3.0-or-later
// What a person chooses for the whole application: whose reports these are, the policy, how things look, and
// where they lie. Not modal.
#pragma once

#include "core/policy/house_policy.h"
#include "store/shop_settings.h"

#include <QComboBox>
#include <QDialog>
#include <QFormLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QPushButton>

namespace orbita::app {

class SettingsDialog final : public QDialog {
    Q_OBJECT
public:
    // `inForce`: the policy of the rack. `casebook`: where it lies; empty: it is forgotten at the end.
    SettingsDialog(const HousePolicy& inForce, const QString& casebook, QWidget* parent = nullptr);

signals:
    void policyChosen(const orbita::HousePolicy& policy);

private:
    void addShop(QFormLayout& form);
    void addLook(QFormLayout& form);
    void addPlaces(QFormLayout& form, const QString& casebook);
    void fillPolicies(const HousePolicy& inForce);
    void showShop(const Result<ShopSettings>& shop);
    void keep();

    ShopSettings m_shop; // as it was
    bool m_shopKnown = false;
    std::vector<HousePolicy> m_policies; // as they stand in the list
    std::string m_policyBefore;
    QLineEdit* m_shopName;
    QPlainTextEdit* m_address;
    QLineEdit* m_logo;
    QComboBox* m_policy;
    QComboBox* m_colours;
    QComboBox* m_times;
    QComboBox* m_language;
    QComboBox* m_scale;
    QLineEdit* m_folder;
    QComboBox* m_customers;
    QLabel* m_answer;
    QPushButton* m_keep;
};

} // namespace orbita::app
