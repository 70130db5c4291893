// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/rack/rack_model.h"

#include "app/rack/dial_state.h"
#include "app/settings/preferences.h"
#include "core/base/own_format.h"
#include "core/treat/journal.h"
#include "report/words.h"
#include "store/scan_file.h"

#include <QDateTime>
#include <QFile>
#include <algorithm>
#include <thread>

namespace orbita::app {

namespace {

constexpr int lookIntervalMs = 2000;
constexpr auto recogniseFor = std::chrono::milliseconds{250};
constexpr int settleMs = 150; // until sysfs tells all of a new drive

Target targetOf(const AttachedDrive& drive) {
    Target target;
    target.name = drive.identity.path;
    target.take(drive);
    return target;
}

bool sameDrive(const DriveIdentity& a, const DriveIdentity& b) {
    if (!a.serial.empty() || !b.serial.empty())
        return a.serial == b.serial && a.model == b.model;
    return a.path == b.path && a.capacity == b.capacity;
}

} // namespace

RackModel::RackModel(Source source, SystemPaths system, QObject* parent)
    : QAbstractListModel(parent)
    , m_source(source)
    , m_policy(defaultPolicy())
    , m_devices(system.dev.string() + '/')
    , m_inventory(std::move(system)) {
    // The demonstration is judged alike everywhere.
    if (source == Source::attachedDrives) {
        if (auto policy = Preferences::instance().policy())
            m_policy = std::move(*policy);
        else
            m_policyError = policy.error();
    }
    if (source == Source::demonstration) {
        auto targets = demoTargets();
        // A casebook of its own, with the visits the scenarios tell of; forgotten at the end.
        CasebookKeeper::Task prepare;
        if (targets)
            prepare = [demos = *targets](Casebook& casebook) {
                (void)addEarlierVisits(casebook, demos, QDateTime::currentSecsSinceEpoch());
            };
        m_keeper = std::make_unique<CasebookKeeper>(":memory:", prepare);
        if (targets)
            m_history = std::jthread([this, demos = *targets](const std::stop_token& stop) {
                readEarlierSurfaces(
                    demos, QDateTime::currentSecsSinceEpoch(), stop, [this](ScanRecord record) {
                        m_keeper->post([record = std::move(record)](Casebook& casebook) {
                            (void)keepEarlierSurface(casebook, record); // the demonstration's, and forgotten
                        });
                        QMetaObject::invokeMethod(this, &RackModel::lookIntoCasebookAgain,
                                                  Qt::QueuedConnection);
                    });
            });
        if (targets)
            for (Target& target : *targets)
                addDesk(std::move(target));
        else
            m_error = targets.error();
        return;
    }
    m_keeper = std::make_unique<CasebookKeeper>(casebookPath());
    m_keeper->post([folder = m_keeper->treatments(), days = m_policy.treatment.keepSavedDays](Casebook&) {
        purgeOldJournals(folder, days, QDateTime::currentSecsSinceEpoch());
    });
    connect(&m_lookTimer, &QTimer::timeout, this, &RackModel::lookForDrives);
    // Looked at twice: what the first look begins, the second takes.
    connect(&m_events, &KernelEvents::blockDevicesChanged, this, [this] {
        lookForDrives();
        m_settleTimer.start();
    });
    m_settleTimer.setSingleShot(true);
    m_settleTimer.setInterval(settleMs);
    connect(&m_settleTimer, &QTimer::timeout, this, &RackModel::lookForDrives);
    m_lookTimer.start(lookIntervalMs);
    lookForDrives();
    m_look.wait(); // the first time the window should not open empty; sysfs answers in milliseconds
    takeDrives();
}

RackModel::~RackModel() {
    m_mail->bell.unplug();
    m_controllers.clear(); // what they still post is written before the casebook closes
}

int RackModel::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : static_cast<int>(m_controllers.size());
}

QVariant RackModel::data(const QModelIndex& index, int role) const {
    const DriveController* d = controller(index.row());
    if (d == nullptr)
        return {};
    switch (role) {
    case Qt::DisplayRole:
        return words::driveName(d->identity());
    case Qt::AccessibleTextRole:
        return tr("%1, serial %2, %3. %4")
            .arg(words::driveName(d->identity()), QString::fromStdString(d->identity().serial),
                 words::driveLine(d->identity()), standOf(*d));
    case Qt::ToolTipRole: {
        QStringList lines{QString::fromStdString(d->target().name), words::driveLine(d->identity())};
        for (const DriveUse& use : d->target().uses)
            lines << words::use(use);
        if (!d->target().backingFile.empty())
            lines << QString::fromStdString(d->target().backingFile);
        if (d->target().scenario)
            lines << QString::fromStdString(d->target().scenario->story);
        return lines.join(QLatin1Char('\n'));
    }
    default:
        return {};
    }
}

DriveController* RackModel::controller(int row) const {
    return row >= 0 && row < rowCount() ? m_controllers[static_cast<std::size_t>(row)].get() : nullptr;
}

int RackModel::rowOf(const DriveController* controller) const {
    for (std::size_t i = 0; i < m_controllers.size(); ++i)
        if (m_controllers[i].get() == controller)
            return static_cast<int>(i);
    return -1;
}

int RackModel::addDesk(Target target) {
    const int row = rowCount();
    beginInsertRows({}, row, row);
    auto controller = std::make_unique<DriveController>(std::move(target), m_source == Source::demonstration,
                                                        m_keeper.get(), m_policy);
    const auto tell = [this, d = controller.get()] {
        const QModelIndex at = index(rowOf(d));
        emit dataChanged(at, at);
        if (d->lively())
            emit livened();
    };
    connect(controller.get(), &DriveController::stateChanged, this, tell);
    connect(&controller->visit(), &VisitController::changed, this, tell);
    connect(&controller->treatment(), &TreatmentController::changed, this, tell);
    connect(&controller->ruling(), &RulingController::changed, this, tell);
    m_controllers.push_back(std::move(controller));
    endInsertRows();
    return row;
}

void RackModel::lookIntoCasebookAgain() {
    for (const auto& controller : m_controllers)
        controller->lookIntoCasebookAgain();
}

void RackModel::sortByUrgency() {
    const auto urgency = [](const DriveController& controller) {
        const RulingController& ruling = controller.ruling();
        if (ruling.known())
            return urgencyOf(ruling.ruling().fate, ruling.ruling().settled);
        const KeptRuling* earlier = ruling.latestGiven();
        return earlier != nullptr ? urgencyOf(earlier->holds(), earlier->isFinal()) : INT_MAX;
    };
    emit layoutAboutToBeChanged();
    const QModelIndexList before = persistentIndexList();
    std::vector<const DriveController*> at; // what each of them stood for
    for (const QModelIndex& index : before)
        at.push_back(controller(index.row()));
    std::stable_sort(m_controllers.begin(), m_controllers.end(),
                     [&](const auto& a, const auto& b) { return urgency(*a) < urgency(*b); });
    QModelIndexList after;
    for (const DriveController* one : at)
        after.push_back(index(rowOf(one)));
    changePersistentIndexList(before, after);
    emit layoutChanged();
}

void RackModel::setPolicy(const HousePolicy& policy) {
    m_policy = policy;
    if (m_source == Source::attachedDrives)
        Preferences::instance().setPolicy(policy);
    for (const auto& controller : m_controllers)
        controller->setPolicy(policy);
}

void RackModel::lookForDrives() {
    takeDrives();
    if (!m_look.valid())
        m_look = std::async(std::launch::async, [this, casebook = m_keeper->path()] {
            auto drives = m_inventory.look(recogniseFor);
            for (AttachedDrive& drive : drives)
                if (restsOn(casebook, drive.identity.path))
                    drive.remarks.push_back({RemarkKind::casebookHere, casebook});
            return drives;
        });
}

void RackModel::takeDrives() {
    if (!m_look.valid() || m_look.wait_for(std::chrono::seconds{0}) != std::future_status::ready)
        return;
    const std::vector<AttachedDrive> drives = m_look.get();
    for (const AttachedDrive& drive : drives) {
        const auto known = std::find_if(m_controllers.begin(), m_controllers.end(), [&](const auto& d) {
            return d->target().name == drive.identity.path && sameDrive(d->target().identity, drive.identity);
        });
        if (known == m_controllers.end())
            addDesk(targetOf(drive));
        else
            (*known)->updateTarget(targetOf(drive));
    }
    // What was pulled leaves the rack, unless there is something to see of it.
    for (int row = rowCount() - 1; row >= 0; --row) {
        DriveController* d = controller(row);
        const bool device = d->target().name.rfind(m_devices, 0) == 0;
        const bool attached = std::any_of(drives.begin(), drives.end(), [&](const AttachedDrive& drive) {
            return drive.identity.path == d->target().name;
        });
        if (!device || attached || d->scanCount() > 0 || d->treatment().busy() ||
            QFile::exists(QString::fromStdString(d->target().name)))
            continue;
        emit driveGone(d);
        beginRemoveRows({}, row, row);
        m_controllers.erase(m_controllers.begin() + row);
        endRemoveRows();
    }
}

// Beside the drive it is of, or with a drive that is not attached. Returns its row.
int RackModel::showRecord(ScanRecord record, bool fromFile) {
    int row = -1;
    for (int i = 0; i < rowCount(); ++i)
        if (sameDrive(controller(i)->identity(), record.drive))
            row = i;
    if (row < 0) {
        Target absent; // no name: it cannot be scanned, only looked at
        absent.identity = record.drive;
        row = addDesk(std::move(absent));
    }
    controller(row)->addOpened(std::move(record), fromFile);
    return row;
}

void RackModel::askKeptScans() {
    m_keeper->post([mail = m_mail](Casebook& casebook) {
        auto scans = casebook.scans();
        {
            const MutexLock lock(mail->mutex);
            mail->scans = std::move(scans);
        }
        mail->bell.ring();
    });
}

void RackModel::openKeptScan(std::int64_t scan) {
    m_keeper->post([mail = m_mail, scan](Casebook& casebook) {
        auto record = casebook.loadScan(scan).map([](ScanRecord r) {
            return Opened{std::move(r), {}, false};
        });
        {
            const MutexLock lock(mail->mutex);
            mail->opened.push_back(std::move(record));
        }
        mail->bell.ring();
    });
}

void RackModel::takeMail() {
    std::optional<Result<std::vector<KeptScan>>> scans;
    std::vector<Result<Opened>> all;
    {
        const MutexLock lock(m_mail->mutex);
        scans.swap(m_mail->scans);
        all.swap(m_mail->opened);
    }
    if (scans && *scans)
        emit keptScansKnown(**scans);
    else if (scans)
        emit openRefused(words::error(scans->error()));
    for (Result<Opened>& one : all) {
        if (!one)
            emit openRefused(words::error(one.error()));
        else
            emit opened(one->record ? showRecord(std::move(*one->record), one->fromFile)
                                    : showTarget(std::move(*one->target)));
    }
}

void RackModel::open(const QString& name) {
    // Left to itself where it hangs.
    std::thread([mail = m_mail, name] {
        auto opened = [&]() -> Result<Opened> {
            if (ownFormatOf(name.toStdString()) == "orbita-scan")
                return loadScan(name.toStdString()).map([](ScanRecord r) {
                    return Opened{std::move(r), {}, true};
                });
            return findTarget(name.trimmed().toStdString()).map([](Target t) {
                return Opened{{}, std::move(t), false};
            });
        }();
        {
            const MutexLock lock(mail->mutex);
            mail->opened.push_back(std::move(opened));
        }
        mail->bell.ring();
    }).detach();
}

int RackModel::showTarget(Target target) {
    for (int i = 0; i < rowCount(); ++i)
        if (controller(i)->target().name == target.name)
            return i;
    return addDesk(std::move(target));
}

bool RackModel::lively() const {
    return std::any_of(m_controllers.begin(), m_controllers.end(),
                       [](const auto& controller) { return controller->lively(); });
}

void RackModel::wrapUp() {
    m_lookTimer.stop();
    for (const auto& controller : m_controllers)
        controller->wrapUp();
}

QStringList RackModel::waitingFor() const {
    QStringList names;
    for (const auto& controller : m_controllers)
        if (!controller->wrappedUp())
            names << words::driveName(controller->identity());
    if (!m_keeper->idle())
        names << tr("the casebook");
    return names;
}

void RackModel::refresh() {
    for (int row = 0; row < rowCount(); ++row) {
        const bool scanning = controller(row)->scanning();
        controller(row)->refresh();
        if (scanning)
            emit dataChanged(index(row), index(row));
    }
}

} // namespace orbita::app
