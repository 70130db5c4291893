// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "report/document/document.h"

#include <functional>

namespace orbita::document {

// What goes between <body> and </body>; `address`: where the n-th picture is to be had. Pictures are counted
// as they come, the logo first.
QString htmlBody(const Document& document, const std::function<QString(const QImage&)>& address);

} // namespace orbita::document
