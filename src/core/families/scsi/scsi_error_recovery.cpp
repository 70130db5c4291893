// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/bytes.h"
#include "core/drive/error_recovery.h"
#include "core/drive/scsi/commands.h"
#include "core/drive/scsi/pages.h"
#include "core/families/scsi/scsi_family.h"

namespace orbita {

namespace {

constexpr std::uint8_t errorRecoveryPage = 0x01;
constexpr std::uint16_t modeBytes = 252;
constexpr Nanoseconds pageUnit = std::chrono::milliseconds{1};

Result<std::vector<std::byte>> recoveryPageOf(Enquiry& enquiry) {
    const auto reaction = enquiry.ask(scsi::modeSense10(errorRecoveryPage, modeBytes), modeBytes);
    if (!reaction)
        return tl::unexpected(noErrorRecovery(reaction.error()));
    auto mode = reaction->verdict.outcome == Outcome::answered
                    ? scsi::decodeMode10(reaction->data, errorRecoveryPage)
                    : Result<scsi::ModeData>(tl::unexpected(Error{}));
    if (!mode || !scsi::recoveryTimeLimit(mode->page))
        return tl::unexpected(noErrorRecovery("there is no such mode page"));
    return std::move(mode->page);
}

Result<ErrorRecovery> readModePage(Enquiry& enquiry) {
    return recoveryPageOf(enquiry).map([](const std::vector<std::byte>& page) {
        return ErrorRecovery{Family::scsi, *scsi::recoveryTimeLimit(page) * pageUnit};
    });
}

Result<ErrorRecovery> writeModePage(Enquiry& enquiry, Nanoseconds limit) {
    auto page = recoveryPageOf(enquiry);
    if (!page)
        return tl::unexpected(page.error());
    (*page)[0] &= std::byte{0x3F}; // "can be saved" is for the drive to tell only
    putBigEndian(*page, 10, 2, unitsOf(limit, pageUnit));
    const auto list = scsi::modeSelectList(*page);
    const auto written = enquiry.ask(scsi::modeSelect10(static_cast<std::uint16_t>(list.size())), 0, list);
    if (!written)
        return tl::unexpected(noErrorRecovery(written.error()));
    if (written->verdict.outcome != Outcome::answered)
        return tl::unexpected(noErrorRecovery("it refuses to have it changed"));
    return readModePage(enquiry);
}

} // namespace

const ErrorRecoverySetting scsiErrorRecovery = {"mode-page", 0xFFFF, readModePage, writeModePage};

} // namespace orbita
