// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/phrase.h"

namespace orbita {

std::string Phrase::filled(std::string_view pattern) const {
    std::string text;
    for (const std::string& value : m_values) {
        const auto place = pattern.find("{}");
        if (place == std::string_view::npos)
            break;
        text += pattern.substr(0, place);
        text += value;
        pattern.remove_prefix(place + 2);
    }
    text += pattern;
    return text;
}

} // namespace orbita
