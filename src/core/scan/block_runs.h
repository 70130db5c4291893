// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/span_set.h"
#include "core/plate/plate.h"

#include <utility>
#include <vector>

namespace orbita {

// Runs of blocks, ascending and apart.
using BlockRuns = std::vector<std::pair<std::uint64_t, std::uint64_t>>; // first, end

// The blocks of `grid` that touch one of `parts` (empty: all) and are not wholly inside `done`.
BlockRuns blocksToVisit(const BlockGrid& grid, const std::vector<LbaSpan>& parts, const SpanSet& done);

// Blocks of `runs` that lie in `wanted`, and those that do not.
BlockRuns inside(const BlockRuns& runs, const BlockRuns& wanted);
BlockRuns outside(const BlockRuns& runs, const BlockRuns& wanted);

} // namespace orbita
