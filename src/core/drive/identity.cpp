// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/identity.h"

#include <algorithm>

namespace orbita {

bool serialMeansNothing(const std::string& serial) {
    if (serial.size() < 3)
        return true;
    // "000000000000", "0123456789ABCDEF", "123456789012", ...
    const bool oneCharacter =
        std::all_of(serial.begin(), serial.end(), [&](char c) { return c == serial[0]; });
    const std::string counting = "0123456789ABCDEF0123456789ABCDEF";
    const std::string counted = "12345678901234567890123456789012";
    return oneCharacter || counting.rfind(serial, 0) == 0 || counted.rfind(serial, 0) == 0;
}

} // namespace orbita
