// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/outcome.h"

#include "core/drive/ata/taskfile.h"
#include "core/drive/nvme/commands.h"
#include "core/drive/scsi/commands.h"
#include "core/drive/scsi/sense.h"

#include <algorithm>
#include <cerrno>

namespace orbita {

namespace {

// What is said of a command that the drive has not answered, whatever the protocol; empty for one that it
// has.
std::optional<ReplyVerdict> judgeUnanswered(const Reply& reply) {
    switch (reply.transport) {
    case TransportStatus::withdrawn:
        return ReplyVerdict{Outcome::withdrawn, {}};
    case TransportStatus::refused:
        return ReplyVerdict{Outcome::barred, {}};
    case TransportStatus::failed:
        return ReplyVerdict{outcomeOfSystemError(reply.systemError), {}};
    case TransportStatus::answered:
        break;
    }
    return std::nullopt;
}

} // namespace

Outcome outcomeOfSystemError(int systemError) {
    switch (systemError) {
    case ENODATA: // BLK_STS_MEDIUM
    case EILSEQ:  // BLK_STS_PROTECTION: the medium answered, its own check says the data is wrong
        return Outcome::unreadable;
    case ENOLINK: // BLK_STS_TRANSPORT
    case ECOMM:
    case EREMOTEIO: // BLK_STS_TARGET
    case ETIMEDOUT: // BLK_STS_TIMEOUT
        return Outcome::linkFault;
    case EAGAIN: // a reset came between
        return Outcome::interrupted;
    case ENXIO:
    case ENODEV: // BLK_STS_OFFLINE
    case ENOMEDIUM:
    case ESHUTDOWN:
        return Outcome::driveGone;
    case EINVAL:
    case EOPNOTSUPP: // the system does not carry such a command: no word of the medium
        return Outcome::refused;
    case ESRCH: // the reader process ended, see reader_link.cpp
        return Outcome::readerLost;
    default:
        return Outcome::bareError;
    }
}

ReplyVerdict classifyAta(const Reply& reply) {
    if (const auto unanswered = judgeUnanswered(reply))
        return *unanswered;
    const auto answer = ata::decodeAnswer(reply.bytes);
    if (!answer)
        return {Outcome::linkFault, {}};
    if ((answer->status & (ata::status::error | ata::status::deviceFault)) == 0)
        return {Outcome::answered, {}};
    // The link is looked at first: a damaged transfer says nothing about the medium.
    if ((answer->error & ata::error::interfaceCrc) != 0)
        return {Outcome::linkFault, {}};
    if ((answer->error & (ata::error::uncorrectable | ata::error::idNotFound)) != 0)
        return {Outcome::unreadable, answer->lba};
    return {Outcome::bareError, {}};
}

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

ReplyVerdict judgeSense(const scsi::Sense& sense) {
    if (sense.deferred)
        return {Outcome::interrupted, {}};
    switch (sense.key) {
    case scsi::senseKey::noSense:
        return {Outcome::answered, {}};
    case scsi::senseKey::recoveredError:
        return {Outcome::answered, sense.information, true};
    case scsi::senseKey::mediumError:
        return {Outcome::unreadable, sense.information};
    case scsi::senseKey::notReady:
        return {sense.asc == ascNoMedium        ? Outcome::driveGone
                : sense.asc == ascBecomingReady ? Outcome::notReady
                                                : Outcome::bareError,
                {}};
    case scsi::senseKey::unitAttention:
        return {sense.asc == ascMediumChanged ||
                        (sense.asc == ascParametersChanged && sense.ascq == ascqCapacityChanged) ||
                        (sense.asc == ascTargetChanged &&
                         (sense.ascq == ascqInquiryChanged || sense.ascq == ascqLunsChanged))
                    ? Outcome::mediumChanged
                    : Outcome::interrupted,
                {}};
    case scsi::senseKey::dataProtect:
        return {Outcome::locked, {}};
    case scsi::senseKey::abortedCommand:
        return {sense.asc == ascInformationCrc ? Outcome::linkFault : Outcome::bareError, {}};
    case scsi::senseKey::illegalRequest:
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

ReplyVerdict classifyScsi(const Reply& reply) {
    if (const auto unanswered = judgeUnanswered(reply))
        return *unanswered;
    switch (reply.status) {
    case scsi::status::good:
        return {reply.transferred < reply.expected ? Outcome::linkFault : Outcome::answered, {}};
    case scsi::status::checkCondition:
        if (const auto sense = scsi::decodeSense(reply.bytes))
            return judgeSense(*sense);
        return {Outcome::linkFault, {}};
    case scsi::status::busy:
    case scsi::status::taskSetFull:
    case scsi::status::taskAborted:
        return {Outcome::interrupted, {}};
    case scsi::status::reservationConflict:
        return {Outcome::locked, {}};
    default:
        return {Outcome::bareError, {}};
    }
}

ReplyVerdict classifyNvme(const Reply& reply) {
    if (const auto unanswered = judgeUnanswered(reply))
        return *unanswered;
    const nvme::Completion completion = nvme::decodeCompletion(reply.bytes);
    if (completion.success())
        return {Outcome::answered, {}};
    const auto is = [&](unsigned type, std::initializer_list<unsigned> codes) {
        return completion.statusType == type &&
               std::find(codes.begin(), codes.end(), completion.statusCode) != codes.end();
    };
    if (is(2, {0x81, 0x82, 0x83, 0x84}))
        return {Outcome::unreadable, {}};
    if (is(2, {0x87}))
        return {Outcome::unmapped, {}};
    if (is(0, {0x80}))
        return {Outcome::beyondEnd, {}};
    if (is(0, {0x01, 0x02}))
        return {Outcome::refused, {}};
    if (is(0, {0x04}))
        return {Outcome::linkFault, {}};
    if (is(0, {0x07, 0x08}))
        return {Outcome::interrupted, {}};
    if (is(0, {0x82}))
        return {Outcome::notReady, {}};
    if (is(2, {0x86}) || is(0, {0x15, 0x1E}))
        return {Outcome::locked, {}};
    return {Outcome::bareError, {}};
}

ReplyVerdict classifyPlain(const Reply& reply) {
    if (const auto unanswered = judgeUnanswered(reply))
        return *unanswered;
    return {reply.transferred < reply.expected ? Outcome::beyondEnd : Outcome::answered, {}};
}

} // namespace orbita
