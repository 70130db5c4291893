// SPDX-License-Identifier: GPL-3.0-or-later
// Scans as JSON files: "orbita-scan", version 1, documented in docs/formats.md.
#pragma once

#include "core/inventory/place.h"
#include "core/scan/record.h"
#include "store/plate_codec.h"

namespace orbita {

// `encoder`: kept between calls by whoever saves the same scan again and again.
std::string scanToJson(const ScanRecord& record, PlateEncoder& encoder);
// `origin` names the text in errors. A scan that was still running when it was saved comes back as ended by
// `stopped`.
Result<ScanRecord> scanFromJson(const std::string& text, const std::string& origin);

// The same without the plate, and back.
std::string scanDocument(const ScanRecord& record);
Result<ScanRecord> scanFromDocument(const std::string& text, const std::string& origin);

// A file name for a scan of `drive` begun at `startedAt`: from serial (else model) and time.
std::string scanFileName(const DriveIdentity& drive, std::int64_t startedAt);

// Where `rules` allow it; replaces an older result in one step: after a crash, or on a full disk, there is
// the old content or the new, never half of it.
Result<void> saveFile(const std::string& path, const std::string& content, const PlaceRules& rules = {});
Result<void> saveScan(const std::string& path, const ScanRecord& record, const PlaceRules& rules = {});
Result<ScanRecord> loadScan(const std::string& path);

// "2026-11-23T07:15:00Z" from seconds since 1970.
std::string isoTime(std::int64_t seconds);

} // namespace orbita
