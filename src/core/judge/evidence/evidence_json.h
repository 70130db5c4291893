// SPDX-License-Identifier: GPL-3.0-or-later
// Evidence as a document: format "orbita-evidence", version 1 (docs/formats.md). What is left out is as if
// nothing was known of it.
#pragma once

#include "core/base/error.h"
#include "core/judge/evidence/evidence.h"

#include <string>

namespace orbita {

std::string evidenceDocument(const Evidence& evidence);
// Errors name the key that is wrong; `origin` names the text in them. Numbers that cannot be are errors.
Result<Evidence> parseEvidence(const std::string& text, const std::string& origin);

} // namespace orbita
