// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/drive_header.h"

#include "app/theme/theme.h"
#include "report/vitals_words.h"
#include "report/words.h"

#include <QHBoxLayout>
#include <QMenu>
#include <QVBoxLayout>

namespace orbita::app {

DriveHeader::DriveHeader(QWidget* parent)
    : QWidget(parent)
    , m_name(new QLabel(this))
    , m_identity(new OneLine(this))
    , m_use(new QLabel(this))
    , m_temperature(new QLabel(this))
    , m_entry(new QLabel(this))
    , m_data(new QPushButton(this))
    , m_assess(new QPushButton(tr("&Assess…"), this))
    , m_sheet(new QPushButton(tr("&Identity…"), this))
    , m_path(new StationPath(this)) {
    m_name->setFont(Theme::text(20, QFont::Medium));
    m_name->setObjectName(QStringLiteral("driveName"));
    m_identity->setObjectName(QStringLiteral("dim"));
    m_identity->setTextInteractionFlags(Qt::TextSelectableByMouse);
    for (QLabel* chip : {m_use, m_temperature, m_entry})
        chip->setObjectName(QStringLiteral("chip"));
    m_use->setProperty("alert", true);
    m_temperature->setToolTip(tr("The drive's temperature when it was last asked"));
    m_data->setObjectName(QStringLiteral("chip"));
    m_data->setToolTip(tr("Does the data on this drive exist elsewhere? Press to answer anew."));
    auto* top = new QHBoxLayout;
    top->setContentsMargins(0, 0, 0, 0);
    top->setSpacing(12);
    top->addWidget(m_name);
    top->addWidget(m_identity, 1);
    m_assess->setObjectName(QStringLiteral("flat"));
    m_assess->setToolTip(tr("A whole visit by itself, gentle steps first (Ctrl+Shift+A)"));
    m_sheet->setObjectName(QStringLiteral("flat"));
    m_sheet->setToolTip(tr("All that the drive says it is and can, on one sheet (Ctrl+I)"));
    top->addWidget(m_sheet);
    top->addWidget(m_assess);
    auto* below = new QHBoxLayout;
    below->setContentsMargins(0, 0, 0, 0);
    below->setSpacing(8);
    below->addWidget(m_path);
    below->addStretch();
    for (QWidget* chip : {static_cast<QWidget*>(m_use), static_cast<QWidget*>(m_data),
                          static_cast<QWidget*>(m_temperature), static_cast<QWidget*>(m_entry)})
        below->addWidget(chip, 0, Qt::AlignVCenter);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(2, 0, 0, 0);
    column->setSpacing(4);
    column->addLayout(top);
    column->addLayout(below);
    connect(m_path, &StationPath::chosen, this, &DriveHeader::stationChosen);
    connect(m_data, &QPushButton::clicked, this, &DriveHeader::askData);
    connect(m_sheet, &QPushButton::clicked, this, &DriveHeader::identityWanted);
    connect(m_assess, &QPushButton::clicked, this, &DriveHeader::assessWanted);
    refresh();
}

void DriveHeader::askData() {
    auto* menu = new QMenu(this);
    menu->setAttribute(Qt::WA_DeleteOnClose);
    for (const DataElsewhere answer : {DataElsewhere::saved, DataElsewhere::notSaved, DataElsewhere::unknown})
        menu->addAction(words::dataElsewhere(answer), this, [this, answer] {
            if (m_controller != nullptr)
                m_controller->setData(answer);
        });
    menu->popup(m_data->mapToGlobal(QPoint(0, m_data->height())));
}

void DriveHeader::setController(DriveController* controller) {
    if (m_controller != nullptr) {
        m_controller->disconnect(this);
        m_controller->visit().disconnect(this);
    }
    m_controller = controller;
    if (controller != nullptr) {
        connect(controller, &DriveController::stateChanged, this, &DriveHeader::refresh);
        connect(controller, &DriveController::scanChanged, this, &DriveHeader::refreshTemperature);
        connect(&controller->visit(), &VisitController::changed, this, &DriveHeader::refresh);
    }
    refresh();
}

void DriveHeader::setStations(std::vector<const Station*> stations) {
    m_stations = std::move(stations);
    refresh();
}

void DriveHeader::setStation(std::size_t here) {
    m_here = here;
    refresh();
}

// Of the scan that runs, else of the vitals that were read.
void DriveHeader::refreshTemperature() {
    const ScanView* scan = m_controller->current();
    const VisitController& visit = m_controller->visit();
    QString text;
    if (scan != nullptr && scan->running() && scan->record.status.temperature) {
        Reading now;
        now.kind = ReadingKind::temperature;
        now.unit = ReadingUnit::celsius;
        now.value = *scan->record.status.temperature;
        text = words::readingValue(now);
    } else if (visit.state() == VisitController::State::read) {
        if (const Reading* warmth = visit.vitals().find(ReadingKind::temperature))
            text = words::readingValue(*warmth);
    }
    if (text != m_temperature->text())
        m_temperature->setText(text);
    m_temperature->setVisible(!text.isEmpty());
}

void DriveHeader::refresh() {
    const bool chosen = m_controller != nullptr;
    m_path->setVisible(chosen);
    m_assess->setVisible(chosen);
    m_sheet->setVisible(chosen);
    for (QWidget* chip : {static_cast<QWidget*>(m_data), static_cast<QWidget*>(m_use),
                          static_cast<QWidget*>(m_temperature), static_cast<QWidget*>(m_entry)})
        chip->hide();
    if (!chosen) {
        m_name->setText(tr("No drive chosen"));
        m_identity->clear();
        return;
    }
    const DriveIdentity& drive = m_controller->identity();
    m_name->setText(words::driveName(drive));
    m_identity->setText((drive.serial.empty() ? tr("no serial number")
                                              : tr("serial %1").arg(QString::fromStdString(drive.serial))) +
                        QStringLiteral(" · ") + words::driveLine(drive));
    const auto& uses = m_controller->target().uses;
    QStringList lines;
    for (const DriveUse& use : uses)
        lines << words::use(use);
    m_use->setVisible(!uses.empty());
    m_use->setText(tr("In use: timings suffer"));
    m_use->setToolTip(lines.join(QLatin1Char('\n')));
    m_data->setVisible(m_controller->data() != DataElsewhere::notAsked);
    m_data->setText(words::dataElsewhere(m_controller->data()));
    m_data->setProperty("alert", m_controller->data() != DataElsewhere::saved);
    Theme::repolish(m_data);

    const VisitController& visit = m_controller->visit();
    const bool read = visit.state() == VisitController::State::read;
    refreshTemperature();
    const bool closed = visit.gate().entry != Entry::goOn;
    const bool grave = visit.gateClosed();
    if (read || grave) {
        m_entry->setText(words::entryTitle(visit.gate().entry));
        m_entry->setProperty("alert", closed);
        Theme::repolish(m_entry);
        m_entry->show();
    }
    std::vector<NodeState> states;
    for (const Station* station : m_stations)
        states.push_back(station->nodeOf(*m_controller));
    if (!states.empty())
        m_path->show(m_here, states);
}

} // namespace orbita::app
