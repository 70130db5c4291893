// SPDX-License-Identifier: GPL-3.0-or-later
// For whoever reads and writes a part of a house policy: what is wrong with it is thrown, and told by
// house_policy.cpp.
#pragma once

#include "core/base/json_numbers.h"
#include "core/base/phrase.h"
#include "core/policy/ruling_policy.h"

#include <initializer_list>
#include <string>

namespace orbita {

using PolicyJson = nlohmann::json;

struct BadPolicy {
    Phrase why;
};

// Throws where `json`, found at `where`, is no object, or has a key that is not among those known: what is
// misspelt would otherwise be a limit that nobody set.
void only(const PolicyJson& json, const std::string& where, std::initializer_list<const char*> known);

// "policy.ruling": what is there, in the place of what `ruling` has.
RulingPolicy readRulingPolicy(const PolicyJson& json, RulingPolicy ruling);
// The same the other way round; all of it is there.
PolicyJson rulingPolicyJson(const RulingPolicy& ruling);

} // namespace orbita
