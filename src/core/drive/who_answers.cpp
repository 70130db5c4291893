// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/who_answers.h"

namespace orbita {

DriveIdentity whoAnswers(Enquiry& enquiry) {
    const auto ask = familyOf(enquiry.speaks()).whoAnswers;
    return ask == nullptr ? DriveIdentity{} : ask(enquiry);
}

} // namespace orbita
