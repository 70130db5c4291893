// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/ata/logs.h"
#include "core/drive/ata/smart.h"
#include "core/drive/error_recovery.h"
#include "core/families/ata/ata_family.h"

namespace orbita {

namespace {

constexpr Nanoseconds sctUnit = std::chrono::milliseconds{100};

Result<Reaction> sct(Enquiry& enquiry, const ata::Page& page) {
    return enquiry.askAta(ata::smartCommand(ata::smart::writeLog, ata::logAddress::sctCommand), 0, page);
}

Result<ErrorRecovery> readSct(Enquiry& enquiry) {
    const auto reaction = sct(enquiry, ata::sctAskRecoveryTime(true));
    if (!reaction)
        return tl::unexpected(noErrorRecovery(reaction.error()));
    if (!reaction->ata)
        return tl::unexpected(noErrorRecovery("the bridge hides the answer"));
    return ErrorRecovery{Family::ata,
                         ata::recoveryTenths(reaction->ata->count, reaction->ata->lba) * sctUnit};
}

Result<ErrorRecovery> writeSct(Enquiry& enquiry, Nanoseconds limit) {
    const auto written =
        sct(enquiry, ata::sctSetRecoveryTime(true, static_cast<std::uint16_t>(unitsOf(limit, sctUnit))));
    if (!written)
        return tl::unexpected(noErrorRecovery(written.error()));
    if (written->verdict.outcome != Outcome::answered)
        return tl::unexpected(noErrorRecovery("it refuses to have it changed"));
    return readSct(enquiry);
}

} // namespace

const ErrorRecoverySetting ataErrorRecovery = {"sct", std::uint64_t{0xFFFF} * 100, readSct, writeSct};

} // namespace orbita
