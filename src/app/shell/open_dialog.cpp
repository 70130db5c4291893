// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/open_dialog.h"

#include "app/files/ask_for_file.h"
#include "app/theme/theme.h"
#include "report/format.h"
#include "report/words.h"

#include <QDateTime>
#include <QDialogButtonBox>
#include <QHBoxLayout>
#include <QLocale>
#include <QPushButton>
#include <QVBoxLayout>

namespace orbita::app {

OpenDialog::OpenDialog(RackModel& rack, QWidget* parent)
    : QDialog(parent)
    , m_rack(rack)
    , m_name(new QLineEdit(this))
    , m_scans(new QListWidget(this))
    , m_answer(new QLabel(this)) {
    setWindowTitle(tr("Open"));
    setAttribute(Qt::WA_DeleteOnClose);
    resize(760, 400);
    m_name->setObjectName(QStringLiteral("openName"));
    m_name->setPlaceholderText(tr("/dev/sdb, an image file, or a saved scan"));
    auto* label = new QLabel(tr("&Device, image file or saved scan"), this);
    label->setBuddy(m_name);
    m_answer->setObjectName(QStringLiteral("openAnswer"));
    m_answer->setWordWrap(true);
    auto* scansLabel = new QLabel(tr("&Scans in the casebook, newest first"), this);
    scansLabel->setBuddy(m_scans);
    m_scans->setObjectName(QStringLiteral("keptScans"));
    m_scans->setAccessibleName(tr("Scans in the casebook"));
    m_scans->setSpacing(2);
    m_scans->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
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
    column->addSpacing(6);
    column->addWidget(scansLabel);
    column->addWidget(m_scans, 1);
    column->addWidget(m_answer);
    column->addWidget(buttons);
    connect(buttons, &QDialogButtonBox::accepted, this, &OpenDialog::tryOpen);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(browseButton, &QPushButton::clicked, this, &OpenDialog::browse);
    // What was touched last is what is meant.
    connect(m_scans, &QListWidget::currentItemChanged, m_name, &QLineEdit::clear);
    connect(m_scans, &QListWidget::itemDoubleClicked, this,
            &OpenDialog::tryOpen); // Return is the default button
    connect(m_name, &QLineEdit::textEdited, m_scans, [this] { m_scans->setCurrentItem(nullptr); });
    connect(&m_rack, &RackModel::keptScansKnown, this, &OpenDialog::listScans);
    connect(&m_rack, &RackModel::openRefused, this, &OpenDialog::refuse);
    connect(&m_rack, &RackModel::opened, this, &QDialog::accept);
    m_rack.askKeptScans();
}

void OpenDialog::listScans(const std::vector<KeptScan>& scans) {
    m_scans->clear();
    for (const KeptScan& scan : scans) {
        const QString when = format::moment(scan.startedAt);
        auto* item = new QListWidgetItem(
            tr("%1 · %2, serial %3, %4 · %5")
                .arg(when, QString::fromStdString(scan.model),
                     scan.serial.empty() ? tr("no serial number") : QString::fromStdString(scan.serial),
                     format::bytes(scan.capacityBytes),
                     scan.ended == EndReason::running ? tr("Running, or cut off.")
                                                      : words::ended(scan.ended)),
            m_scans);
        item->setData(Qt::UserRole, QVariant::fromValue<qint64>(scan.id));
    }
    if (scans.empty())
        m_scans->addItem(tr("None yet: every scan is kept as it runs."));
}

void OpenDialog::refuse(const QString& why) {
    m_answer->setStyleSheet(QStringLiteral("color: %1").arg(tone(Tone::straining).name()));
    m_answer->setText(why);
}

void OpenDialog::tryOpen() {
    const QListWidgetItem* kept = m_scans->currentItem();
    if (m_name->text().isEmpty() && kept != nullptr && kept->data(Qt::UserRole).isValid()) {
        m_rack.openKeptScan(kept->data(Qt::UserRole).toLongLong());
        return;
    }
    m_answer->setText(tr("Opening…"));
    m_rack.open(m_name->text());
}

void OpenDialog::browse() {
    FileWish wish;
    wish.title = tr("Image file or saved scan");
    askForFile(this, wish, [this](const QString& path) { m_name->setText(path); });
}

} // namespace orbita::app
