// SPDX-License-Identifier: GPL-3.0-or-later
// Texts as they are looked for: whatever their case, in any script.
#pragma once

#include <QString>
#include <QStringList>
#include <string>

namespace orbita {

// All of them, folded, one after the other. Compatible forms of a letter are one.
inline QString soughtText(const std::initializer_list<std::string>& texts) {
    QString all;
    for (const std::string& text : texts)
        if (!text.empty())
            all += QString::fromStdString(text) + QLatin1Char('\n');
    return all.normalized(QString::NormalizationForm_KC).toCaseFolded();
}

// For LIKE … ESCAPE '\': texts that hold `word` anywhere.
inline QString likeAnywhere(const QString& word) {
    QString pattern = word.normalized(QString::NormalizationForm_KC).toCaseFolded();
    pattern.replace(QLatin1Char('\\'), QLatin1String("\\\\"));
    pattern.replace(QLatin1Char('%'), QLatin1String("\\%"));
    pattern.replace(QLatin1Char('_'), QLatin1String("\\_"));
    return QLatin1Char('%') + pattern + QLatin1Char('%');
}

} // namespace orbita
