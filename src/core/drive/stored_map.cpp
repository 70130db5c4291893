// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/stored_map.h"

namespace orbita {

Result<StoredMap> askStored(Enquiry& enquiry, LbaSpan span) {
    const auto ask = familyOf(enquiry.speaks()).storedMap;
    return ask == nullptr ? StoredMap{} : ask(enquiry, span);
}

} // namespace orbita
