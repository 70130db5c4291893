// SPDX-License-Identifier: GPL-3.0-or-later
// Judging a whole drive by a sample of its blocks.
#pragma once

#include <cstdint>
#include <vector>

namespace orbita {

// One block drawn at random from each of `samples` equal parts of [0, blocks), all of them where there are
// not so many; each block once. In eight rounds, each of which goes through the whole drive in ascending
// order: a sample cut short has still been everywhere.
std::vector<std::uint64_t> drawSamples(std::uint64_t blocks, std::uint64_t samples, std::uint64_t seed);

// The largest share of defective blocks that finding `defects` among `samples` still allows, with the given
// confidence (0 to 1): the upper end of the exact one-sided binomial interval. 1 without samples.
double mostDefective(std::uint64_t samples, std::uint64_t defects, double confidence = 0.95);

} // namespace orbita
