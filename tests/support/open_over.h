// SPDX-License-Identifier: GPL-3.0-or-later
// A drive read by its own commands over a link that a test has made.
#pragma once

#include "core/drive/drive.h"
#include "core/drive/enquiry.h"

namespace orbita::test {

inline Result<std::unique_ptr<Drive>> openOver(std::unique_ptr<Link> link, Family speaks = Family::ata,
                                               const DriveIdentity& known = {}) {
    CommandPath way;
    way.link = std::move(link);
    way.speaks = speaks;
    way.path = "sim";
    way.attachment = "simulated";
    return familyOf(speaks).open(std::move(way), known, std::chrono::seconds{5});
}

} // namespace orbita::test
