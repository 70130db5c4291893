// SPDX-License-Identifier: GPL-3.0-or-later
// Which report is to be written of a drive, or of all, and whose it is.
#pragma once

#include "app/judge/report_writer.h"

#include <QCheckBox>
#include <QComboBox>
#include <QDialog>
#include <QLabel>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QPushButton>

namespace orbita::app {

class ReportDialog final : public QDialog {
    Q_OBJECT
public:
    struct Choice {
        QString text;
        std::function<document::Document(const Shop&, bool maskSerials)> make;
    };
    // `name`: proposed for the file, without its ending.
    ReportDialog(const QString& about, std::vector<Choice> choices, QString name, PlaceRules rules,
                 QWidget* parent = nullptr);

signals:
    void written(const QString& path);

private:
    void browseLogo();
    void save(const QString& path);

    std::vector<Choice> m_choices;
    QString m_name;
    PlaceRules m_rules;
    ShopSettings m_shop; // as it is kept
    QComboBox* m_kind;
    QLineEdit* m_shopName;
    QPlainTextEdit* m_address;
    QLineEdit* m_logo;
    QCheckBox* m_mask;
    QLabel* m_answer;
    QPushButton* m_save;
};

} // namespace orbita::app
