// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>

namespace orbita {

// Which of Orbita's own formats (docs/formats.md) a file holds, by its content: "orbita-scan",
// "orbita-image-map", …, "orbita-casebook"; empty where it is none, or no regular file that can be read. A
// document is known by its key "format", wherever in it that stands. `file`: open for reading; its place in
// the file is left as it was.
std::string ownFormatOf(int file);
std::string ownFormatOf(const std::string& path);

} // namespace orbita
