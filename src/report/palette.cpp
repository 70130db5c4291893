// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/palette.h"

#include <array>
#include <cmath>

namespace orbita {

namespace {

struct Row {
    QRgb dark;
    QRgb light;
};

// In the order of Tone. On dark ground lightness rises with lateness, on light ground it falls.
constexpr std::array<Row, static_cast<std::size_t>(Tone::count)> paletteRows = {{
    {0xFF0D1117, 0xFFF3F5F7}, // ground
    {0xFF12171F, 0xFFE8ECF0}, // rail
    {0xFF141A24, 0xFFFFFFFF}, // panel
    {0xFF202938, 0xFFE3E9F0}, // panelRaised
    {0xFF28313F, 0xFFC6CFD9}, // hairline
    {0xFFE7EDF4, 0xFF17202B}, // text
    {0xFF93A0B1, 0xFF526071}, // textDim
    {0xFF6FA8CF, 0xFF2C6489}, // accent
    {0xFF0B121A, 0xFFFFFFFF}, // accentText
    {0xFF090C12, 0xFFFBFCFD}, // plateGround
    {0xFF182636, 0xFFE6EDF4}, // steadyFast
    {0xFF263B52, 0xFFC2D0DE}, // steadySlow
    {0xFF3A7391, 0xFF7FA9C4}, // late
    {0xFFA8D3E2, 0xFF3F7690}, // laboured
    {0xFFFFF0BF, 0xFF8A5A00}, // straining
    {0xFFB592FF, 0xFF6A3FCF}, // stalled
    {0xFFFF4F93, 0xFFC4004F}, // unreadable
    {0xFF9AA3AE, 0xFF5D6772}, // linkFault
    {0xFF1B2027, 0xFFDDE1E5}, // unmapped
    {0xFF4A4F63, 0xFFA9ADBF}, // ungraded
}};

} // namespace

QColor Palette::operator[](Tone tone) const {
    const Row& row = paletteRows[static_cast<std::size_t>(tone)];
    return QColor::fromRgb(m_scheme == ColourScheme::dark ? row.dark : row.light);
}

QColor Palette::grade(Grade grade) const {
    switch (grade) {
    case Grade::none:
        return (*this)[Tone::plateGround];
    case Grade::steady:
        return (*this)[Tone::steadySlow];
    case Grade::late:
        return (*this)[Tone::late];
    case Grade::laboured:
        return (*this)[Tone::laboured];
    case Grade::straining:
        return (*this)[Tone::straining];
    case Grade::linkFault:
        return (*this)[Tone::linkFault];
    case Grade::stalled:
        return (*this)[Tone::stalled];
    case Grade::unreadable:
        return (*this)[Tone::unreadable];
    }
    return {};
}

QRgb Palette::steady(double shade) const {
    const QColor a = (*this)[Tone::steadyFast];
    const QColor b = (*this)[Tone::steadySlow];
    const auto mix = [&](int x, int y) { return static_cast<int>(std::lround(x + (y - x) * shade)); };
    return qRgb(mix(a.red(), b.red()), mix(a.green(), b.green()), mix(a.blue(), b.blue()));
}

} // namespace orbita
