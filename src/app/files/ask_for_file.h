// SPDX-License-Identifier: GPL-3.0-or-later
// The one dialog that asks for a file, to be opened or written. Never modal: drives are being read meanwhile.
#pragma once

#include <QString>
#include <QStringList>
#include <functional>

class QWidget;

namespace orbita::app {

struct FileWish {
    enum class For {
        reading,
        writing,  // asks before a file is replaced
        fillingUp // a file that is there already is gone on with
    };
    For what = For::reading;
    QString title;
    QStringList kinds; // "Plain text (*.txt)"; empty: any
    QString name;      // proposed
    QString objectName;
};

// `chosen` gets the path, with the ending of the kind that was chosen. Begins in the folder that the settings
// name.
void askForFile(QWidget* parent, const FileWish& wish, std::function<void(const QString& path)> chosen);

} // namespace orbita::app
