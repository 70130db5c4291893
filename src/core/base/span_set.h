// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/units.h"

#include <vector>

namespace orbita {

// A set of sectors, kept as ascending spans that neither overlap nor touch.
class SpanSet {
public:
    // Constant time where `span` continues or follows the last one, as in a forward scan.
    void add(LbaSpan span);
    void remove(LbaSpan span);
    void clear() { m_spans.clear(); }

    [[nodiscard]] const std::vector<LbaSpan>& spans() const { return m_spans; }
    [[nodiscard]] SectorCount total() const;
    [[nodiscard]] bool contains(LbaSpan span) const;
    // What is not in it.
    [[nodiscard]] std::vector<LbaSpan> gaps(LbaSpan within) const;
    [[nodiscard]] bool empty() const { return m_spans.empty(); }

    friend bool operator==(const SpanSet&, const SpanSet&) = default;

private:
    std::vector<LbaSpan> m_spans;
};

} // namespace orbita
