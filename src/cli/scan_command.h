// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstdint>
#include <string>

namespace orbita::cli {

// As given on the command line; empty texts were not given.
struct ScanOptions {
    std::string target;
    std::string span;
    std::uint32_t blockSectors = 0;
    double limitMs = 8000;
    std::uint64_t stopAfter = 0;
    std::string data = "not-asked";
    std::string json;
    std::string csv;
    std::string report;
    std::string plate;
};

// Scans and reports; returns an ExitStatus.
int scan(const ScanOptions& options);

} // namespace orbita::cli
