// SPDX-License-Identifier: GPL-3.0-or-later
// The look of the whole application: one palette, two families of type, one style sheet made from them.
#pragma once

#include "report/palette.h"

#include <QFont>
#include <QObject>
#include <QWidget>

class QLabel;

namespace orbita::app {

class Theme final : public QObject {
    Q_OBJECT
public:
    static Theme& instance();

    [[nodiscard]] const Palette& palette() const { return m_palette; }
    void setScheme(ColourScheme scheme);
    void toggle();
    // Gives the application palette, fonts and style sheet.
    void apply();

    // Text at `points` above or below the base size; digits are of one width in both families.
    [[nodiscard]] static QFont text(int pixels = 13, QFont::Weight weight = QFont::Normal);
    [[nodiscard]] static QFont digits(int pixels = 12);
    // The quiet line over a part of a station; `parent` owns it.
    static QLabel* heading(const QString& text, QWidget* parent);
    // Lets the style sheet see a changed property.
    static void repolish(QWidget* widget);
    // Labels and tips show texts as they are: what stands in a model, a label or a path is never markup.
    // Those that are to show markup of our own say so (Qt::RichText), and escape what they put into it.
    bool eventFilter(QObject* watched, QEvent* event) override;

signals:
    void changed();

private:
    Theme() = default;
    Palette m_palette{ColourScheme::dark};
};

inline QColor tone(Tone t) {
    return Theme::instance().palette()[t];
}

} // namespace orbita::app
