// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/drive_life_in.h"

namespace orbita {

Result<DriveLife> driveLifeIn(Casebook& casebook, std::int64_t drive) {
    const auto listed = casebook.drive(drive);
    if (!listed)
        return tl::unexpected(listed.error());
    const auto history = casebook.history(drive);
    if (!history)
        return tl::unexpected(history.error());
    const auto rulings = casebook.rulings(drive);
    if (!rulings)
        return tl::unexpected(rulings.error());
    const auto scans = casebook.digests(drive);
    if (!scans)
        return tl::unexpected(scans.error());
    const auto unworn = casebook.unwornKind(listed->identity.model, drive);
    if (!unworn)
        return tl::unexpected(unworn.error());
    // A scan knows the drive better than its page does: how it turns, above all.
    const DriveIdentity identity = scans->empty() ? listed->identity : scans->back().drive;
    return lifeOf(identity, *history, *rulings, *scans, *unworn);
}

} // namespace orbita
