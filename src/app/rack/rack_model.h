// SPDX-License-Identifier: GPL-3.0-or-later
// The drives attached now, and those opened by hand.
#pragma once

#include "app/rack/drive_desk.h"

#include <QAbstractListModel>
#include <QTimer>
#include <future>

namespace orbita::app {

class RackModel final : public QAbstractListModel {
    Q_OBJECT
public:
    enum class Source { attachedDrives, demonstration };
    // The demonstration rack plays its drives; attached drives are looked for again every few seconds.
    explicit RackModel(Source source, QObject* parent = nullptr);
    ~RackModel() override;

    [[nodiscard]] int rowCount(const QModelIndex& parent = {}) const override;
    [[nodiscard]] QVariant data(const QModelIndex& index, int role) const override;

    [[nodiscard]] Source source() const { return m_source; }
    [[nodiscard]] DriveDesk* desk(int row) const;
    [[nodiscard]] int rowOf(const DriveDesk* desk) const;
    // Why the rack is empty, where that is an error.
    [[nodiscard]] std::optional<Error> error() const { return m_error; }

    // Opens what a person names: a device or image path, demo:NAME, sim:FILE, or a saved scan. Returns its
    // row.
    Result<int> open(const QString& name);
    [[nodiscard]] bool anyScanning() const;

    // Takes what is new from all running scans; called by the frame timer.
    void refresh();

signals:
    void driveGone(orbita::app::DriveDesk* desk); // about to leave the rack

private:
    int addDesk(Target target);
    void lookForDrives();
    void takeDrives();
    Result<int> openScanFile(const std::string& path);

    Source m_source;
    std::vector<std::unique_ptr<DriveDesk>> m_desks;
    std::optional<Error> m_error;
    QTimer m_lookTimer;
    std::future<std::vector<AttachedDrive>> m_look;
};

} // namespace orbita::app
