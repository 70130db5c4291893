// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/session/write_gate.h"

namespace orbita::test {

// An order for leave that the gate has nothing against.
inline GrantOrder leaveFor(const std::vector<LbaSpan>& spans, const DriveId& drive,
                           std::vector<WriteKind> kinds = {WriteKind::refresh}) {
    GrantOrder order;
    order.spans = spans;
    order.kinds = std::move(kinds);
    order.reason = "a slow sector";
    order.lasting = std::chrono::minutes{5};
    order.data = DataElsewhere::saved;
    order.policyAllows = true;
    order.confirmation = confirmationOf(drive).expected;
    order.journal = "kept in a test";
    return order;
}

} // namespace orbita::test
