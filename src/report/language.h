// SPDX-License-Identifier: GPL-3.0-or-later
// Which language Orbita speaks. All texts are English in the source; a catalogue (translations/) has them in
// another language, by the text alone.
#pragma once

#include <QString>
#include <string>
#include <vector>

class QCoreApplication;

namespace orbita {

struct Language {
    QString code; // "de"
    QString name; // in that language: "Deutsch"
};
// English, and those that a catalogue comes along for.
std::vector<Language> languages();

// From now on, for texts, numbers and dates. `code` as above; empty, or one that there is not: as the system
// says, and English where that is not to be had. Before there is an application, or after.
void speak(const std::string& code);
// Has the application translate by that; once it is there.
void teach(QCoreApplication& application);

// A text of the source in the language that is spoken.
QString spoken(const char* english);

} // namespace orbita
