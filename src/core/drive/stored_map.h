// SPDX-License-Identifier: GPL-3.0-or-later
// What a drive says of itself that it holds. What it does not hold it answers without its medium, so that
// reading there vouches for nothing.
#pragma once

#include "core/base/span_set.h"
#include "core/drive/enquiry.h"

namespace orbita {

struct StoredMap {
    SpanSet told;    // where the drive's word goes
    SpanSet nothing; // of that, what holds nothing
};

// Of a drive that can be told to forget, or a zoned one. An empty map where it is neither, or keeps it to
// itself. Fails where no answer comes. Of a map in many pieces only so much is asked that it stays a matter
// of seconds.
Result<StoredMap> askStored(Enquiry& enquiry, LbaSpan span);

} // namespace orbita
