// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/error_recovery.h"
#include "core/drive/nvme/commands.h"
#include "core/families/nvme/nvme_family.h"

namespace orbita {

namespace {

constexpr Nanoseconds featureUnit = std::chrono::milliseconds{100};
constexpr std::uint32_t timeLimit = 0xFFFFU; // bits 15 to 0 (NVMe base, error recovery)

Result<std::uint32_t> feature(Enquiry& enquiry, const CommandBlock& block) {
    const auto reaction = enquiry.ask(block, 0);
    if (!reaction)
        return tl::unexpected(noErrorRecovery(reaction.error()));
    if (reaction->verdict.outcome != Outcome::answered)
        return tl::unexpected(noErrorRecovery("the controller refuses it"));
    return nvme::decodeCompletion(reaction->bytes).result;
}

Result<std::uint32_t> current(Enquiry& enquiry) {
    return feature(enquiry, nvme::getFeatures(nvme::feature::errorRecovery, enquiry.nameSpace()));
}

Result<ErrorRecovery> readFeature(Enquiry& enquiry) {
    return current(enquiry).map([](std::uint32_t value) {
        return ErrorRecovery{Family::nvme, (value & timeLimit) * featureUnit};
    });
}

Result<ErrorRecovery> writeFeature(Enquiry& enquiry, Nanoseconds limit) {
    const auto before = current(enquiry);
    if (!before)
        return tl::unexpected(before.error());
    // Bit 16 concerns what was given back; it stays as it is.
    const std::uint32_t wanted =
        (*before & ~timeLimit) | static_cast<std::uint32_t>(unitsOf(limit, featureUnit));
    const auto written =
        feature(enquiry, nvme::setFeatures(nvme::feature::errorRecovery, wanted, enquiry.nameSpace()));
    if (!written)
        return tl::unexpected(written.error());
    return readFeature(enquiry);
}

} // namespace

const ErrorRecoverySetting nvmeErrorRecovery = {"feature", std::uint64_t{0xFFFF} * 100, readFeature,
                                                writeFeature};

} // namespace orbita
