// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/open_dialog.h"

#include "app/theme/theme.h"

#include <QDialogButtonBox>
#include <QFileDialog>
#include <QHBoxLayout>
#include <QPushButton>
#include <QVBoxLayout>

namespace orbita::app {

OpenDialog::OpenDialog(RackModel& rack, QWidget* parent)
    : QDialog(parent), m_rack(rack), m_name(new QLineEdit(this)), m_answer(new QLabel(this)) {
    setWindowTitle(tr("Open"));
    setAttribute(Qt::WA_DeleteOnClose);
    resize(540, 170);
    m_name->setObjectName(QStringLiteral("openName"));
    m_name->setPlaceholderText(tr("/dev/sdb, an image file, or a saved scan"));
    auto* label = new QLabel(tr("&Device, image file or saved scan"), this);
    label->setBuddy(m_name);
    m_answer->setObjectName(QStringLiteral("openAnswer"));
    m_answer->setWordWrap(true);
    auto* browseButton = new QPushButton(tr("&Browse…"), this);
    browseButton->setAutoDefault(false);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Open | QDialogButtonBox::Cancel, this);
    auto* row = new QHBoxLayout;
    row->addWidget(m_name, 1);
    row->addWidget(browseButton);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(18, 16, 18, 14);
    column->addWidget(label);
    column->addLayout(row);
    column->addWidget(m_answer, 1);
    column->addWidget(buttons);
    connect(buttons, &QDialogButtonBox::accepted, this, &OpenDialog::tryOpen);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(browseButton, &QPushButton::clicked, this, &OpenDialog::browse);
}

void OpenDialog::tryOpen() {
    const auto row = m_rack.open(m_name->text());
    if (!row) {
        m_answer->setStyleSheet(QStringLiteral("color: %1").arg(tone(Tone::straining).name()));
        m_answer->setText(QString::fromStdString(row.error().message()));
        return;
    }
    emit opened(*row);
    accept();
}

void OpenDialog::browse() {
    auto* dialog = new QFileDialog(this, tr("Image file or saved scan"));
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    dialog->setOption(QFileDialog::DontUseNativeDialog);
    dialog->setFileMode(QFileDialog::ExistingFile);
    dialog->setModal(false);
    connect(dialog, &QFileDialog::fileSelected, m_name, &QLineEdit::setText);
    dialog->show();
}

} // namespace orbita::app
