// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/scan/block_runs.h"

#include <algorithm>

namespace orbita {

namespace {

BlockRuns cut(const BlockRuns& runs, const BlockRuns& wanted, bool kept) {
    BlockRuns blocks;
    for (const auto& [first, end] : runs) {
        std::uint64_t at = first;
        for (const auto& [from, to] : wanted) {
            const std::uint64_t a = std::max(at, from);
            const std::uint64_t b = std::min(end, to);
            if (a >= b)
                continue;
            if (kept)
                blocks.emplace_back(a, b);
            else if (at < a)
                blocks.emplace_back(at, a);
            at = b;
        }
        if (!kept && at < end)
            blocks.emplace_back(at, end);
    }
    return blocks;
}

} // namespace

BlockRuns inside(const BlockRuns& runs, const BlockRuns& wanted) {
    return cut(runs, wanted, true);
}

BlockRuns outside(const BlockRuns& runs, const BlockRuns& wanted) {
    return cut(runs, wanted, false);
}

BlockRuns blocksToVisit(const BlockGrid& grid, const std::vector<LbaSpan>& parts, const SpanSet& done) {
    // As sectors first: what is asked for, less what is known.
    SpanSet wanted;
    if (parts.empty())
        wanted.add(grid.span);
    for (const LbaSpan& part : parts)
        wanted.add(intersection(part, grid.span));
    BlockRuns runs;
    const auto append = [&](std::uint64_t first, std::uint64_t end) {
        if (!runs.empty() && first <= runs.back().second)
            runs.back().second = std::max(runs.back().second, end);
        else
            runs.emplace_back(first, end);
    };
    // `done` holds whole blocks but where a scan was cut short inside one, which is then visited again.
    const std::vector<LbaSpan>& known = done.spans();
    for (const LbaSpan& span : wanted.spans()) {
        std::uint64_t at = grid.blockAt(span.first);
        const std::uint64_t end = grid.blockAt(span.last()) + 1;
        for (const LbaSpan& had : known) {
            if (had.end() <= grid.spanOf(at).first || !intersection(had, grid.span).count.value)
                continue;
            const std::uint64_t from =
                had.first <= grid.span.first
                    ? 0
                    : (had.first.value - grid.span.first.value + grid.blockSectors - 1) / grid.blockSectors;
            const std::uint64_t to = had.end() >= grid.span.end()
                                         ? grid.blocks()
                                         : (had.end().value - grid.span.first.value) / grid.blockSectors;
            if (from >= end)
                break;
            if (to <= from || to <= at)
                continue;
            if (at < from)
                append(at, std::min(from, end));
            at = std::max(at, to);
            if (at >= end)
                break;
        }
        if (at < end)
            append(at, end);
    }
    return runs;
}

} // namespace orbita
