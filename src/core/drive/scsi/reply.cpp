// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/scsi/reply.h"

#include "core/drive/scsi/commands.h"
#include "core/drive/scsi/sense.h"

namespace orbita::scsi {

namespace {

// Additional sense codes (SPC, ASC and ASCQ assignments).
constexpr std::uint8_t ascBecomingReady = 0x04;
constexpr std::uint8_t ascInvalidOpcode = 0x20;
constexpr std::uint8_t ascBeyondEnd = 0x21;
constexpr std::uint8_t ascqNotWritten = 0x06;    // attempt to read invalid data
constexpr std::uint8_t ascqBeyondPointer = 0x07; // read boundary violation
constexpr std::uint8_t ascInvalidField = 0x24;
constexpr std::uint8_t ascInformationCrc = 0x47;
constexpr std::uint8_t ascNoMedium = 0x3A;
constexpr std::uint8_t ascMediumChanged = 0x28; // not ready to ready change, medium may have changed
constexpr std::uint8_t ascParametersChanged = 0x2A;
constexpr std::uint8_t ascqCapacityChanged = 0x09;
constexpr std::uint8_t ascTargetChanged = 0x3F;
constexpr std::uint8_t ascqInquiryChanged = 0x03;
constexpr std::uint8_t ascqLunsChanged = 0x0E;

ReplyVerdict verdictOfSense(const Sense& sense) {
    if (sense.deferred)
        return {Outcome::interrupted, {}};
    switch (sense.key) {
    case senseKey::noSense:
        return {Outcome::answered, {}};
    case senseKey::recoveredError:
        return {Outcome::answered, sense.information, true};
    case senseKey::mediumError:
        return {Outcome::unreadable, sense.information};
    case senseKey::notReady:
        return {sense.asc == ascNoMedium        ? Outcome::driveGone
                : sense.asc == ascBecomingReady ? Outcome::notReady
                                                : Outcome::bareError,
                {}};
    case senseKey::unitAttention:
        return {sense.asc == ascMediumChanged ||
                        (sense.asc == ascParametersChanged && sense.ascq == ascqCapacityChanged) ||
                        (sense.asc == ascTargetChanged &&
                         (sense.ascq == ascqInquiryChanged || sense.ascq == ascqLunsChanged))
                    ? Outcome::mediumChanged
                    : Outcome::interrupted,
                {}};
    case senseKey::dataProtect:
        return {Outcome::locked, {}};
    case senseKey::abortedCommand:
        return {sense.asc == ascInformationCrc ? Outcome::linkFault : Outcome::bareError, {}};
    case senseKey::illegalRequest:
        if (sense.asc == ascBeyondEnd && (sense.ascq == ascqNotWritten || sense.ascq == ascqBeyondPointer))
            return {Outcome::unmapped, {}};
        return {sense.asc == ascBeyondEnd                                       ? Outcome::beyondEnd
                : sense.asc == ascInvalidOpcode || sense.asc == ascInvalidField ? Outcome::refused
                                                                                : Outcome::bareError,
                {}};
    default:
        return {Outcome::bareError, {}};
    }
}

} // namespace

ReplyVerdict classifyReply(const Reply& reply) {
    if (const auto unanswered = verdictOfUnanswered(reply))
        return *unanswered;
    switch (reply.status) {
    case status::good:
        return {reply.transferred < reply.expected ? Outcome::linkFault : Outcome::answered, {}};
    case status::checkCondition:
        if (const auto sense = decodeSense(reply.bytes))
            return verdictOfSense(*sense);
        return {Outcome::linkFault, {}};
    case status::busy:
    case status::taskSetFull:
    case status::taskAborted:
        return {Outcome::interrupted, {}};
    case status::reservationConflict:
        return {Outcome::locked, {}};
    default:
        return {Outcome::bareError, {}};
    }
}

} // namespace orbita::scsi
