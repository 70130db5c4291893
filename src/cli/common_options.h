// SPDX-License-Identifier: GPL-3.0-or-later
// Options that several commands take.
#pragma once

#include "cli/keeping.h"
#include "cli/results.h"

namespace CLI {
class App;
}

namespace orbita::cli {

void addWho(CLI::App& command, Who& who);
// `json`: what --json does there.
void addResultOptions(CLI::App& command, ResultPlaces& results, const char* json);

} // namespace orbita::cli
