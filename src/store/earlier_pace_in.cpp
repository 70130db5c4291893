// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/earlier_pace_in.h"

#include "store/casebook.h"

#include <QFileInfo>

namespace orbita {

namespace {
constexpr int mostLooked = 4; // each is read from the disk
}

EarlierPaceFinder earlierPaceIn(std::string path) {
    return [path = std::move(path)](const SettledPlan& plan, const DriveIdentity& drive,
                                    const std::stop_token& stop) -> std::optional<EarlierPace> {
        if (!QFileInfo::exists(QString::fromStdString(path)))
            return std::nullopt;
        const auto casebook = Casebook::open(path);
        if (!casebook)
            return std::nullopt;
        const auto known = (*casebook)->knownDrive(drive);
        const auto scans = (*casebook)->scans();
        if (!known || known->id == 0 || known->ambiguousIdentity || !scans)
            return std::nullopt;
        int looked = 0;
        for (const KeptScan& kept : *scans) {
            if (kept.drive != known->id)
                continue;
            if (looked == mostLooked || stop.stop_requested())
                break;
            ++looked;
            const auto record = (*casebook)->loadScan(kept.id);
            if (!record)
                continue;
            if (auto pace = earlierPace(*record); pace && pace->fits(plan, drive))
                return pace;
        }
        return std::nullopt;
    };
}

} // namespace orbita
