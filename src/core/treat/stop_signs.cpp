// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/treat/stop_signs.h"

namespace orbita {

std::optional<TreatmentStop> stopSign(Outcome outcome, bool stopAsked) {
    switch (outcome) {
    case Outcome::driveGone:
    case Outcome::readerLost:
    case Outcome::mediumChanged:
    case Outcome::beyondEnd:
        return TreatmentStop::driveGone;
    case Outcome::withdrawn:
        return stopAsked ? TreatmentStop::byHand : TreatmentStop::notAnswered;
    case Outcome::locked:
        return TreatmentStop::writeProtected;
    default:
        return std::nullopt;
    }
}

TreatmentStop stopSign(const Error& notWritten) {
    switch (notWritten.kind) {
    case Error::Kind::refusedUnsafe:
        return TreatmentStop::leaveEnded;
    case Error::Kind::noAnswer:
        return TreatmentStop::notAnswered;
    default:
        return TreatmentStop::driveGone;
    }
}

} // namespace orbita
