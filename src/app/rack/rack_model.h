// SPDX-License-Identifier: GPL-3.0-or-later
// The drives attached now, and those opened by hand.
#pragma once

#include "app/rack/drive_controller.h"
#include "app/rack/kernel_events.h"
#include "core/base/mutex.h"

#include <QAbstractListModel>
#include <QTimer>
#include <future>

namespace orbita::app {

class RackModel final : public QAbstractListModel {
    Q_OBJECT
public:
    enum class Source { attachedDrives, demonstration };
    // The demonstration rack plays its drives; attached drives are looked for again when the
    // kernel tells of a change, and every few seconds.
    // `system`: where the kernel tells what is attached; another place for tests.
    explicit RackModel(Source source, SystemPaths system = {}, QObject* parent = nullptr);
    ~RackModel() override;

    [[nodiscard]] int rowCount(const QModelIndex& parent = {}) const override;
    [[nodiscard]] QVariant data(const QModelIndex& index, int role) const override;

    [[nodiscard]] Source source() const { return m_source; }
    [[nodiscard]] DriveController* controller(int row) const;
    [[nodiscard]] int rowOf(const DriveController* controller) const;
    // Why the rack is empty, where that is an error.
    [[nodiscard]] std::optional<Error> error() const { return m_error; }
    // What is most urgent first; of what is alike, in the order in which it stood.
    void sortByUrgency();
    // More has been entered of them meanwhile.
    void lookIntoCasebookAgain();
    [[nodiscard]] const HousePolicy& policy() const { return m_policy; }
    // Judges every drive by that one from now on, and attached ones the next time, too.
    void setPolicy(const HousePolicy& policy);
    // Why the shop's own policy is not in force; Orbita's own is then.
    [[nodiscard]] std::optional<Error> policyError() const { return m_policyError; }

    // Opens what a person names: a device or image path, demo:NAME, sim:FILE, or a saved scan. Answered by a
    // signal, for any of these may lie on a disk that hangs.
    void open(const QString& name);
    // Asks the casebook for the scans that it keeps, and for one of them; answered by signals.
    void askKeptScans();
    void openKeptScan(std::int64_t scan);
    [[nodiscard]] CasebookKeeper& casebook() { return *m_keeper; }

    // Takes what is new from all drives that are lively; called for each frame while any is.
    void refresh();
    [[nodiscard]] bool lively() const;

    // Has every drive let go and everything kept, on other threads than this. Returns at once.
    void wrapUp();
    // What has not done so yet, in words; empty: leaving waits for nothing.
    [[nodiscard]] QStringList waitingFor() const;

signals:
    void livened();                                                  // something runs that did not
    void keptScansKnown(const std::vector<orbita::KeptScan>& scans); // newest first
    void opened(int row);
    void openRefused(const QString& why);
    void driveGone(orbita::app::DriveController* controller); // about to leave the rack

private:
    int addDesk(Target target);
    void lookForDrives();
    void takeDrives();
    int showRecord(ScanRecord record, bool fromFile);
    int showTarget(Target target);
    void takeMail();

    // What was opened elsewhere than in this thread: one of both.
    struct Opened {
        std::optional<ScanRecord> record;
        std::optional<Target> target;
        bool fromFile = false;
    };
    // What the casebook's thread, and those that open files, have answered; shared with tasks that may
    // outlive the rack.
    struct Mail {
        Mail(QObject* whose, std::function<void()> take) : bell(whose, std::move(take)) {}

        Doorbell bell; // rung after something was put in
        Mutex mutex;
        std::optional<Result<std::vector<KeptScan>>> scans GUARDED_BY(mutex);
        std::vector<Result<Opened>> opened GUARDED_BY(mutex);
    };

    Source m_source;
    std::shared_ptr<Mail> m_mail = std::make_shared<Mail>(this, [this] { takeMail(); });
    std::unique_ptr<CasebookKeeper> m_keeper;
    std::jthread m_history; // of the demonstration: what was read on earlier visits
    std::vector<std::unique_ptr<DriveController>> m_controllers;
    std::optional<Error> m_error;
    HousePolicy m_policy;
    std::optional<Error> m_policyError;
    KernelEvents m_events;
    QTimer m_lookTimer;
    QTimer m_settleTimer;
    std::string m_devices; // the beginning of every device's path
    Inventory m_inventory; // used by one look at a time
    std::future<std::vector<AttachedDrive>> m_look;
};

} // namespace orbita::app
