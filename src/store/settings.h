// SPDX-License-Identifier: GPL-3.0-or-later
// What a person has chosen for the whole application: $XDG_CONFIG_HOME/orbita/settings.json
// (docs/formats.md).
#pragma once

#include "core/base/error.h"

#include <string>

namespace orbita {

struct Settings {
    // The house policy in force: the short name of a shipped one, "orbita" for Orbita's own; empty: the
    // shop's own, where there is one.
    std::string policy;
    bool light = false;         // colours
    bool utc = false;           // times of day; else as the clock on the wall says
    std::string language;       // "en", "de"; empty: as the system says
    int scalePercent = 0;       // 100 to 300; 0: as the system says
    std::string folder;         // where dialogs for files begin; empty: where they were last
    int keepCustomersYears = 0; // after these Orbita reminds of forgetting customers; 0: never

    friend bool operator==(const Settings&, const Settings&) = default;
};

std::string settingsPath();
// What is not there has its default; keys that this Orbita does not know are left alone by saveSettings().
// Errors: it is no such document, or a value is absurd (named by its key).
Result<Settings> loadSettings(const std::string& path = settingsPath());
// Errors: what is there is no such document: it is not replaced.
Result<void> saveSettings(const Settings& settings, const std::string& path = settingsPath());

} // namespace orbita
