// SPDX-License-Identifier: GPL-3.0-or-later
// What is stored on a simulated drive: the same in every run of one seed, different in every sector. A
// rotating one has regions of zeros that somebody has written, solid state what is not stored at all.
#pragma once

#include "core/sim/scenario.h"

#include <span>

namespace orbita::sim {

// Fills `bytes` with the content of the sectors from `first` on. Requires whole sectors, inside the drive.
void readContent(const Scenario& scenario, Lba first, std::span<std::byte> bytes);

// True where all of `span` was never written, or given back: a read of it is answered without the medium.
bool isUnmapped(const Scenario& scenario, const LbaSpan& span);

} // namespace orbita::sim
