// SPDX-License-Identifier: GPL-3.0-or-later
// The guide (docs/guide), to be read and searched inside the application. Not modal.
#pragma once

#include <QDialog>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QTextBrowser>

namespace orbita::app {

class GuideDialog final : public QDialog {
    Q_OBJECT
public:
    // `station`: where the person is; the guide opens at what it says of that. Empty: at the beginning.
    explicit GuideDialog(const QString& station, QWidget* parent = nullptr);

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    struct Page {
        QString title;
        QString text; // markdown
    };
    void search();
    void showPage();
    void markFound();
    void nextFound();

    std::vector<Page> m_pages;
    QLineEdit* m_words;
    QListWidget* m_list; // of the pages that have the words
    QLabel* m_count;
    QTextBrowser* m_text;
};

} // namespace orbita::app
