// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/units.h"

#include <map>
#include <vector>

namespace orbita {

// A set of sectors, kept as ascending spans that neither overlap nor touch. Every call costs the logarithm of
// how many spans there are, but for those that hand out or take away several.
class SpanSet {
public:
    // Constant time where `span` continues or follows the last one, as in a forward scan.
    void add(LbaSpan span);
    void remove(LbaSpan span);
    void clear();

    [[nodiscard]] std::vector<LbaSpan> spans() const;
    [[nodiscard]] std::size_t size() const { return m_ends.size(); } // how many spans
    [[nodiscard]] SectorCount total() const { return m_total; }
    [[nodiscard]] bool contains(LbaSpan span) const;
    // What is not in it.
    [[nodiscard]] std::vector<LbaSpan> gaps(LbaSpan within) const;
    [[nodiscard]] bool empty() const { return m_ends.empty(); }

    friend bool operator==(const SpanSet&, const SpanSet&) = default;

private:
    using Ends = std::map<Lba, Lba>; // where each span begins, and where it ends
    // The first span that ends behind `lba`, or at it where `touching`.
    [[nodiscard]] Ends::const_iterator endingBehind(Lba lba, bool touching) const;

    Ends m_ends;
    SectorCount m_total;
};

} // namespace orbita
