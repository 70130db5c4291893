// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/error_recovery.h"

#include <algorithm>

namespace orbita {

Error noErrorRecovery(const Error& cause) {
    return {Error::Kind::unusable,
            "asking how long the drive tries to read,",
            cause.on,
            {"it has no such setting that can be reached: {}", {cause.answer.text()}},
            "The scan goes on; the drive takes as long as it likes over each bad sector."};
}

Error noErrorRecovery(const char* why) {
    return noErrorRecovery(Error{Error::Kind::unusable, {}, {}, why, {}});
}

std::uint64_t unitsOf(Nanoseconds limit, Nanoseconds unit) {
    return std::min<std::uint64_t>(static_cast<std::uint64_t>((limit + unit - Nanoseconds{1}) / unit),
                                   0xFFFF);
}

Result<ErrorRecovery> readErrorRecovery(Enquiry& enquiry) {
    Result<ErrorRecovery> setting = tl::unexpected(noErrorRecovery("it takes no commands"));
    for (const Family family : familyOf(enquiry.speaks()).behind) {
        const ErrorRecoverySetting* const means = familyOf(family).errorRecovery;
        if (means == nullptr)
            continue;
        setting = means->read(enquiry);
        if (setting || enquiry.lost())
            break;
    }
    return setting;
}

Result<ErrorRecovery> writeErrorRecovery(Enquiry& enquiry, const ErrorRecovery& setting) {
    const ErrorRecoverySetting* const means = familyOf(setting.by).errorRecovery;
    if (means == nullptr)
        return tl::unexpected(noErrorRecovery("it takes no commands"));
    return means->write(enquiry, setting.limit);
}

} // namespace orbita
