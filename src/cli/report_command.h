// SPDX-License-Identifier: GPL-3.0-or-later
// orbita-cli report: what is handed over of a drive.
#pragma once

#include "cli/judged_drive.h"

#include <string>

namespace orbita::cli {

struct ReportOptions {
    JudgeWhat what;
    std::string kind = "handover";
    // Where to; empty: not wanted. "-" is standard output.
    std::string html;
    std::string pdf;
    std::string text;
    std::string json;
    std::string csv;
    std::string shop;
    std::string address;
    std::string logo;
    bool maskSerials = false;

    // The map and the PDF are painted.
    [[nodiscard]] bool paints() const { return !html.empty() || !pdf.empty(); }
};

void addReportOptions(CLI::App& command, ReportOptions& options);
int report(const ReportOptions& options);

} // namespace orbita::cli
