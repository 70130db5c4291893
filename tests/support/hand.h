// SPDX-License-Identifier: GPL-3.0-or-later
// The hand of a person at the window: real clicks and keys.
#pragma once

#include "app/shell/app_window.h"
#include "support/long_wait.h"

#include <QApplication>
#include <QDialogButtonBox>
#include <QFileDialog>
#include <QFileInfo>
#include <QLabel>
#include <QLineEdit>
#include <QPointer>
#include <QPushButton>
#include <QTest>
#include <memory>

namespace orbita::test {

// The demonstration's window, as it stands after the start.
inline std::unique_ptr<app::AppWindow> demonstration() {
    auto window = std::make_unique<app::AppWindow>(app::RackModel::Source::demonstration);
    window->show();
    if (!QTest::qWaitForWindowActive(window.get()))
        qFatal("the window does not become active");
    return window;
}

// The button in sight whose text begins so; the whole text first.
inline QPushButton* button(app::AppWindow& window, const QString& text) {
    QPushButton* found = nullptr;
    for (QPushButton* b : window.findChildren<QPushButton*>()) {
        const QString words = b->text().remove(QLatin1Char('&'));
        if (b->isVisible() && words == text)
            return b;
        if (b->isVisible() && !found && words.startsWith(text))
            found = b;
    }
    return found;
}

inline void click(app::AppWindow& window, const QString& text) {
    QTRY_VERIFY2(button(window, text) != nullptr && button(window, text)->isEnabled(),
                 qPrintable("no button " + text));
    QTest::mouseClick(button(window, text), Qt::LeftButton);
}

// On the smallest screen that is promised, at every station; on one twice as dense likewise.
inline void fitsSmallScreen(app::AppWindow& window) {
    for (const char* station : {"intake", "vitals", "scan", "treat", "judge"}) {
        window.showStation(QLatin1String(station));
        QTest::qWait(60);
        const QSize least = window.minimumSizeHint();
        QVERIFY2(least.width() <= 1180 && least.height() <= 640, qPrintable(QStringLiteral("%1: %2 x %3")
                                                                                .arg(QLatin1String(station))
                                                                                .arg(least.width())
                                                                                .arg(least.height())));
    }
}

// A window manager gives the focus back when a dialog closes; the offscreen platform has none.
inline void backTo(app::AppWindow& window) {
    window.activateWindow();
    QVERIFY(QTest::qWaitForWindowActive(&window));
}

// Opens by typing into the dialog. It may lie on a disk that hangs: opened meanwhile, or refused in place.
inline void openByHand(app::AppWindow& window, const QString& name) {
    QTest::keyClick(&window, Qt::Key_O, Qt::ControlModifier);
    TRY_VERIFY(window.findChild<QLineEdit*>(QStringLiteral("openName")) != nullptr);
    auto* edit = window.findChild<QLineEdit*>(QStringLiteral("openName"));
    QTest::keyClicks(edit, name);
    const QPointer<QWidget> dialog = edit->window();
    const auto* answer = dialog->findChild<QLabel*>(QStringLiteral("openAnswer"));
    QTest::keyClick(edit, Qt::Key_Return);
    TRY_VERIFY(!dialog || !dialog->isVisible() || !answer->text().contains(QStringLiteral("Opening")));
    QTest::qWait(20);
    backTo(window);
}

// Names a file in the dialog that asks for one, and saves.
inline void saveByHand(app::AppWindow& window, const QString& file) {
    TRY_VERIFY(window.findChild<QFileDialog*>() != nullptr);
    const QPointer<QFileDialog> dialog = window.findChild<QFileDialog*>();
    TRY_VERIFY(dialog->isVisible());
    auto* name = dialog->findChild<QLineEdit*>(QStringLiteral("fileNameEdit"));
    QVERIFY(name != nullptr);
    name->clear();
    QTest::keyClicks(name, file);
    QPushButton* save = dialog->findChild<QDialogButtonBox*>()->button(QDialogButtonBox::Save);
    for (int i = 0; i < 40 && dialog && dialog->isVisible(); ++i) {
        if (QWidget* completions = QApplication::activePopupWidget()) // would take the click
            completions->close();
        QTest::qWait(50);
        if (dialog && dialog->isVisible() &&
            !save->isEnabled()) { // typed before the folder had been looked into
            name->clear();
            QTest::keyClicks(name, file);
        }
        if (dialog && dialog->isVisible())
            QTest::mouseClick(save, Qt::LeftButton);
        QTest::qWait(50);
    }
    QVERIFY(!dialog || !dialog->isVisible());
    backTo(window);
}

// Exports what is shown to a file, by Ctrl+E and the dialog.
inline void exportByHand(app::AppWindow& window, const QString& file) {
    QTest::keyClick(&window, Qt::Key_E, Qt::ControlModifier);
    saveByHand(window, file);
}

} // namespace orbita::test
