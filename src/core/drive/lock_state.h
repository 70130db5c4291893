// SPDX-License-Identifier: GPL-3.0-or-later
// What keeps a drive's data from being read though nothing is wrong with it.
#pragma once

#include "core/drive/enquiry.h"
#include "core/drive/tcg/discovery.h"

#include <optional>

namespace orbita {

// What a drive that encrypts itself keeps locked; nothing where it does not tell. `by`: whose command carries
// the question. To be asked only of one that says it takes such commands, or is not behind a bridge: some
// bridges trip over what they do not know.
std::optional<tcg::Discovery> askDiscovery(Enquiry& enquiry, Family by);

} // namespace orbita
