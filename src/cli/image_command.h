// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>

namespace orbita::cli {

struct ImageOptions {
    std::string image;
    bool compare = false; // read it all and compare with the checksums
    bool json = false;
};

// Tells whose image it is, what it holds and what is missing; returns an ExitStatus: findingsFound where
// something is missing or is not what was saved.
int image(const ImageOptions& options);

} // namespace orbita::cli
