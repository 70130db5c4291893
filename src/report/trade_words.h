// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "report/document/document.h"

#include <functional>

namespace orbita {

// Each word of the trade that the document uses, explained once.
document::List explained(const document::Document& document);

// Has `see` look at every text of the document, and put another in its place where it likes.
void forEachText(document::Document& document, const std::function<void(QString&)>& see);

} // namespace orbita
