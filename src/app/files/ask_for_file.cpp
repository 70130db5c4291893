// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/files/ask_for_file.h"

#include "app/settings/preferences.h"

#include <QFileDialog>

namespace orbita::app {

namespace {

// "(*.json)", or of several endings the first; empty: it says none.
QString endingOf(const QString& kind) {
    const qsizetype from = kind.indexOf(QLatin1String("(*."));
    if (from < 0)
        return {};
    const QString endings = kind.mid(from + 3).chopped(1);
    return endings.section(QLatin1Char(' '), 0, 0);
}

} // namespace

void askForFile(QWidget* parent, const FileWish& wish, std::function<void(const QString& path)> chosen) {
    auto* dialog = new QFileDialog(parent, wish.title);
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    dialog->setObjectName(wish.objectName);
    dialog->setOption(QFileDialog::DontUseNativeDialog);
    dialog->setModal(false);
    if (const QString folder = Preferences::instance().folder(); !folder.isEmpty())
        dialog->setDirectory(folder);
    if (wish.what == FileWish::For::reading)
        dialog->setFileMode(QFileDialog::ExistingFile);
    else
        dialog->setAcceptMode(QFileDialog::AcceptSave);
    if (wish.what == FileWish::For::fillingUp)
        dialog->setOption(QFileDialog::DontConfirmOverwrite);
    if (!wish.kinds.isEmpty()) {
        dialog->setNameFilters(wish.kinds);
        dialog->setDefaultSuffix(endingOf(wish.kinds.front()));
        QObject::connect(dialog, &QFileDialog::filterSelected, dialog,
                         [dialog](const QString& kind) { dialog->setDefaultSuffix(endingOf(kind)); });
    }
    if (!wish.name.isEmpty())
        dialog->selectFile(wish.name);
    QObject::connect(dialog, &QFileDialog::fileSelected, parent, std::move(chosen));
    dialog->show();
}

} // namespace orbita::app
