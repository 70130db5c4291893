// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <string_view>

namespace orbita {

// A text from outside (a drive, a label, a file), as it is taken in: valid UTF-8 on one line, without control
// characters, and without those that change the direction of what follows or show nothing; what is none
// becomes a blank or "?". At most `mostBytes` long, blanks at the ends and in a row taken away. Whoever shows
// it later need not ask where it came from.
std::string cleanText(std::string_view text, std::size_t mostBytes = 256);

// A longer one, in which line breaks stay.
std::string cleanLines(std::string_view text, std::size_t mostBytes = 64U << 10U);

} // namespace orbita
