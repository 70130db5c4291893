// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/error_recovery.h"

#include "core/base/bytes.h"
#include "core/drive/ata/logs.h"
#include "core/drive/ata/smart.h"
#include "core/drive/nvme/commands.h"
#include "core/drive/scsi/commands.h"
#include "core/drive/scsi/pages.h"

namespace orbita {

namespace {

constexpr std::uint8_t errorRecoveryPage = 0x01;
constexpr std::uint16_t modeBytes = 252;
constexpr Nanoseconds tenth = std::chrono::milliseconds{100};
constexpr Nanoseconds millisecond = std::chrono::milliseconds{1};

Error none(const Error& cause) {
    return {Error::Kind::unusable, "asking how long the drive tries to read,", cause.on,
            "it has no such setting that can be reached: " + cause.answer,
            "The scan goes on; the drive takes as long as it likes over each bad sector."};
}

// What came back from a drive that was told to change it.
std::optional<Error> refused(const Reaction& reaction) {
    if (reaction.verdict.outcome == Outcome::answered)
        return std::nullopt;
    return none({Error::Kind::unusable, {}, {}, "it refuses to have it changed", {}});
}

std::uint64_t rounded(Nanoseconds limit, Nanoseconds unit) {
    return std::min<std::uint64_t>(static_cast<std::uint64_t>((limit + unit - Nanoseconds{1}) / unit),
                                   0xFFFF);
}

Result<Reaction> sct(Enquiry& enquiry, const ata::Page& page) {
    return enquiry.askAta(ata::smartCommand(ata::smart::writeLog, ata::logAddress::sctCommand), 0, page);
}

Result<ErrorRecovery> readSct(Enquiry& enquiry) {
    const auto reaction = sct(enquiry, ata::sctAskRecoveryTime(true));
    if (!reaction)
        return tl::unexpected(none(reaction.error()));
    if (!reaction->ata)
        return tl::unexpected(none({Error::Kind::unusable, {}, {}, "the bridge hides the answer", {}}));
    return ErrorRecovery{ErrorRecoveryMeans::sct,
                         ata::recoveryTenths(reaction->ata->count, reaction->ata->lba) * tenth};
}

Result<std::vector<std::byte>> recoveryPageOf(Enquiry& enquiry) {
    const auto reaction = enquiry.ask(scsi::modeSense10(errorRecoveryPage, modeBytes), modeBytes);
    if (!reaction)
        return tl::unexpected(none(reaction.error()));
    auto mode = reaction->verdict.outcome == Outcome::answered
                    ? scsi::decodeMode10(reaction->data, errorRecoveryPage)
                    : Result<scsi::ModeData>(tl::unexpected(Error{}));
    if (!mode || !scsi::recoveryTimeLimit(mode->page))
        return tl::unexpected(none({Error::Kind::unusable, {}, {}, "there is no such mode page", {}}));
    return std::move(mode->page);
}

Result<ErrorRecovery> readModePage(Enquiry& enquiry) {
    return recoveryPageOf(enquiry).map([](const std::vector<std::byte>& page) {
        return ErrorRecovery{ErrorRecoveryMeans::modePage, *scsi::recoveryTimeLimit(page) * millisecond};
    });
}

Result<ErrorRecovery> feature(Enquiry& enquiry, const CommandBlock& block) {
    const auto reaction = enquiry.ask(block, 0);
    if (!reaction)
        return tl::unexpected(none(reaction.error()));
    if (reaction->verdict.outcome != Outcome::answered)
        return tl::unexpected(none({Error::Kind::unusable, {}, {}, "the controller refuses it", {}}));
    // Bits 15..0: time limited error recovery, in tenths of a second (NVMe base, error recovery).
    const std::uint32_t value = nvme::decodeCompletion(reaction->bytes).result;
    return ErrorRecovery{ErrorRecoveryMeans::feature, (value & 0xFFFFU) * tenth};
}

} // namespace

Result<ErrorRecovery> readErrorRecovery(Enquiry& enquiry) {
    if (enquiry.speaks() == Protocol::nvmeAdmin)
        return feature(enquiry, nvme::getFeatures(nvme::feature::errorRecovery, 1));
    auto setting = readSct(enquiry);
    if (!setting && enquiry.speaks() == Protocol::scsi && !enquiry.lost())
        setting = readModePage(enquiry);
    return setting;
}

Result<ErrorRecovery> writeErrorRecovery(Enquiry& enquiry, const ErrorRecovery& setting) {
    switch (setting.means) {
    case ErrorRecoveryMeans::sct: {
        const auto written =
            sct(enquiry,
                ata::sctSetRecoveryTime(true, static_cast<std::uint16_t>(rounded(setting.limit, tenth))));
        if (!written)
            return tl::unexpected(none(written.error()));
        if (auto refusal = refused(*written))
            return tl::unexpected(std::move(*refusal));
        return readSct(enquiry);
    }
    case ErrorRecoveryMeans::modePage: {
        auto page = recoveryPageOf(enquiry);
        if (!page)
            return tl::unexpected(page.error());
        (*page)[0] &= std::byte{0x3F}; // "can be saved" is for the drive to tell only
        putBigEndian(*page, 10, 2, rounded(setting.limit, millisecond));
        const auto list = scsi::modeSelectList(*page);
        const auto written =
            enquiry.ask(scsi::modeSelect10(static_cast<std::uint16_t>(list.size())), 0, list);
        if (!written)
            return tl::unexpected(none(written.error()));
        if (auto refusal = refused(*written))
            return tl::unexpected(std::move(*refusal));
        return readModePage(enquiry);
    }
    case ErrorRecoveryMeans::feature: {
        auto current = enquiry.ask(nvme::getFeatures(nvme::feature::errorRecovery, 1), 0);
        if (!current)
            return tl::unexpected(none(current.error()));
        // Bit 16 concerns what was given back; it stays as it is.
        const std::uint32_t rest = nvme::decodeCompletion(current->bytes).result & 0xFFFF0000U;
        auto written = feature(
            enquiry, nvme::setFeatures(nvme::feature::errorRecovery,
                                       rest | static_cast<std::uint32_t>(rounded(setting.limit, tenth)), 1));
        if (!written)
            return written;
        return feature(enquiry, nvme::getFeatures(nvme::feature::errorRecovery, 1));
    }
    }
    return tl::unexpected(none({}));
}

} // namespace orbita
