// SPDX-License-Identifier: GPL-3.0-or-later
// Every colour of Orbita, dark and light, from one table.
#pragma once

#include "core/plate/grade.h"

#include <QColor>

namespace orbita {

enum class Tone : std::uint8_t {
    ground,      // behind everything
    rail,        // the rack's column
    panel,       // raised areas
    panelRaised, // buttons, tooltips
    hairline,    // borders and grid lines
    text,
    textDim,
    accent,      // progress, focus, selection
    accentText,  // on accent
    plateGround, // not yet visited
    steadyFast,  // the quickest steady blocks
    steadySlow,  // the slowest steady blocks
    late,
    laboured,
    straining,
    stalled,
    unreadable,
    linkFault,
    unmapped, // answered without the medium
    ungraded, // read well, with nothing to compare its time with
    count
};

enum class ColourScheme : std::uint8_t { dark, light };

class Palette {
public:
    explicit Palette(ColourScheme scheme) : m_scheme(scheme) {}
    [[nodiscard]] QColor operator[](Tone tone) const;
    [[nodiscard]] ColourScheme scheme() const { return m_scheme; }
    // For marks, legends and lists.
    [[nodiscard]] QColor grade(Grade grade) const;
    // Steady blocks: `shade` 0 quickest to 1 slowest.
    [[nodiscard]] QRgb steady(double shade) const;

private:
    ColourScheme m_scheme;
};

} // namespace orbita
