// SPDX-License-Identifier: GPL-3.0-or-later
// What is handed over of a drive: one page for its owner, all of it for the file, what a maker wants for a
// claim.
#pragma once

#include "core/case/case.h"
#include "core/scan/record.h"
#include "report/document/document.h"
#include "report/ruling_json.h"

#include <optional>

namespace orbita {

// Whose report it is.
struct Shop {
    QString name;
    QString address; // in lines
    QImage logo;     // null: none
};

enum class ReportKind : std::uint8_t {
    handover,  // one page: the ruling, reasons in plain words, the map, what was done, what to do next
    technical, // everything: evidence, readings, scan, defects, actions
    warranty,  // identity, hours, defects, self-tests, dates
};
std::string_view reportKindName(ReportKind kind);
std::optional<ReportKind> reportKindFromName(std::string_view name);

struct CaseReport {
    DriveIdentity drive;
    Shop shop;
    Visit visit;
    std::optional<PastVitals> vitals; // the latest
    std::vector<Finding> findings;    // of its readings, one each
    std::optional<ScanRecord> scan;   // the latest that found something out
    std::vector<DriveAction> actions; // on this visit
    Ruling ruling;
    Evidence evidence;
    std::optional<OwnRuling> own;
    std::string version;  // of the program
    std::int64_t now = 0; // seconds since 1970
    bool maskSerials = false;
};

// The map of its scan is painted where there is a QGuiApplication (any platform); else it is told in words.
document::Document makeReport(ReportKind kind, const CaseReport& report);

// "•••••••7731": all but the last four characters, which tell drives on one bench apart.
QString maskedSerial(const std::string& serial);

} // namespace orbita
