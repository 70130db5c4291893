// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/identity_dialog.h"

#include "app/theme/theme.h"
#include "report/identity_words.h"
#include "report/words.h"

#include <QClipboard>
#include <QDialogButtonBox>
#include <QGridLayout>
#include <QGuiApplication>
#include <QVBoxLayout>

namespace orbita::app {

IdentityDialog::IdentityDialog(DriveController& drive, QWidget* parent)
    : QDialog(parent)
    , m_drive(&drive)
    , m_about(new QLabel(this))
    , m_scroll(new QScrollArea(this))
    , m_ask(new QPushButton(tr("&Ask the drive"), this))
    , m_copy(new QPushButton(tr("&Copy all of it"), this)) {
    setWindowTitle(tr("What the drive says it is"));
    setAttribute(Qt::WA_DeleteOnClose);
    setObjectName(QStringLiteral("identity"));
    resize(640, 620);
    m_about->setWordWrap(true);
    m_about->setObjectName(QStringLiteral("identityAbout"));
    m_scroll->setObjectName(QStringLiteral("plainScroll"));
    m_scroll->setWidgetResizable(true);
    m_scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    m_scroll->setAccessibleName(tr("What the drive says it is and can"));
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close, this);
    m_copy->setObjectName(QStringLiteral("primary"));
    m_copy->setDefault(true);
    m_ask->setAutoDefault(false);
    buttons->addButton(m_copy, QDialogButtonBox::ActionRole);
    buttons->addButton(m_ask, QDialogButtonBox::ActionRole);
    buttons->button(QDialogButtonBox::Close)->setAutoDefault(false);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(18, 16, 18, 14);
    column->setSpacing(10);
    column->addWidget(m_about);
    column->addWidget(m_scroll, 1);
    column->addWidget(buttons);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(m_copy, &QPushButton::clicked, this, [this] {
        if (m_drive)
            QGuiApplication::clipboard()->setText(words::sheetText(
                identitySheet(m_drive->visit().vitals(), m_drive->identity()), m_drive->policy()));
    });
    connect(m_ask, &QPushButton::clicked, this, [this] {
        if (m_drive)
            m_drive->readVitals();
    });
    connect(&drive.visit(), &VisitController::changed, this, &IdentityDialog::refresh);
    connect(&drive, &QObject::destroyed, this, &QDialog::reject);
    refresh();
}

void IdentityDialog::refresh() {
    if (!m_drive)
        return;
    const VisitController& visit = m_drive->visit();
    const bool read = visit.state() == VisitController::State::read;
    m_about->setText(read
                         ? tr("%1, serial %2, in its own words. Nothing of it was changed.")
                               .arg(words::driveName(m_drive->identity()),
                                    QString::fromStdString(m_drive->identity().serial))
                         : tr("The drive has not been asked yet: this is what the system knows of it. Asking "
                              "takes a second or two, and changes nothing."));
    m_ask->setEnabled(visit.state() != VisitController::State::reading && !m_drive->target().name.empty());
    const std::vector<SheetLine> sheet = identitySheet(visit.vitals(), m_drive->identity());
    const QString bad = words::badFirmware(sheet, m_drive->policy());
    auto* page = new QWidget;
    auto* grid = new QGridLayout(page);
    grid->setContentsMargins(0, 0, 8, 0);
    grid->setHorizontalSpacing(16);
    grid->setVerticalSpacing(3);
    grid->setColumnStretch(1, 1);
    int row = 0;
    QString part;
    for (const SheetLine& line : sheet) {
        if (const QString heading = words::sheetPart(line.item); !heading.isEmpty() && heading != part) {
            QLabel* head = Theme::heading(heading, page);
            head->setContentsMargins(0, part.isEmpty() ? 0 : 8, 0, 0);
            grid->addWidget(head, row++, 0, 1, 2);
            part = heading;
        }
        auto* name = new QLabel(words::sheetItem(line.item), page);
        name->setObjectName(QStringLiteral("dim"));
        QString text = words::sheetValue(line);
        const bool warned = line.item == SheetItem::firmware && !bad.isEmpty();
        if (warned)
            text += QStringLiteral("; ") + tr("a bad one, by the house policy: %1").arg(bad);
        auto* value = new QLabel(text, page);
        value->setWordWrap(true);
        value->setTextInteractionFlags(Qt::TextSelectableByMouse);
        value->setObjectName(warned                                ? QStringLiteral("warned")
                             : line.answer == SheetAnswer::notTold ? QStringLiteral("dim")
                                                                   : QString());
        value->setProperty("item",
                           QString::fromUtf8(sheetItemName(line.item).data(),
                                             static_cast<qsizetype>(sheetItemName(line.item).size())));
        grid->addWidget(name, row, 0, Qt::AlignTop);
        grid->addWidget(value, row++, 1);
    }
    grid->setRowStretch(row, 1);
    m_scroll->setWidget(page); // which deletes the one before
}

} // namespace orbita::app
