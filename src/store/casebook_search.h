// SPDX-License-Identifier: GPL-3.0-or-later
// Finding a drive again among all that the casebook knows.
#pragma once

#include "core/case/case.h"
#include "core/policy/ruling_policy.h"

#include <optional>
#include <string>
#include <vector>

namespace orbita {

// All of it has to hold; what is left out always does.
struct CaseFilter {
    // Each of its words is somewhere in the drive's model, serial number or firmware, or in the customer,
    // job, tester, complaint or notes of one of its visits; whatever the case.
    std::string words = {};
    std::optional<Fate> ruling = std::nullopt; // the latest that was entered of the drive, as it holds
    bool notRuled = false;                     // none was entered, or the latest was "not judged yet"
    // On one and the same visit:
    std::optional<ComplaintMark> complaint = std::nullopt;
    std::optional<std::int64_t> from = std::nullopt;  // began then or later; seconds since 1970
    std::optional<std::int64_t> until = std::nullopt; // began before
};

struct CasebookHit {
    ListedDrive drive;
    std::string customer; // of its latest visit that says one of both
    std::string job;
    std::optional<Fate> ruling; // the latest that was entered, as it holds
    bool notSettled = false;    // that was "not judged yet"
    friend bool operator==(const CasebookHit& a, const CasebookHit& b) { return a.drive.id == b.drive.id; }
};

struct CasebookHits {
    std::vector<CasebookHit> drives; // the one seen last first
    std::uint64_t all = 0;           // that were found; more than those, where they are too many
};

} // namespace orbita
