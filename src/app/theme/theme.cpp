// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/theme/theme.h"

#include "app/theme/tick_style.h"

#include <QApplication>
#include <QEvent>
#include <QLabel>
#include <QPalette>
#include <QStyle>

namespace orbita::app {

namespace {

QString styleSheet(const Palette& p) {
    const auto name = [&](Tone t) { return p[t].name(); };
    QString sheet = QStringLiteral(R"(
QWidget { color: %text; }
QMainWindow, #stage { background: %ground; }
#rail { background: %rail; }
#notice { background: %plate; border: 1px solid %hairline; border-radius: 8px; }
#plainScroll, #plainScroll > #qt_scrollarea_viewport { background: transparent; border: none; }
#card, #actionBar { background: %panel; border: 1px solid %hairline; border-radius: 8px; }
#judgement { background: %panel; border-left: 3px solid %accent; padding: 9px 10px 9px 12px; }
#judgement[weight="serious"] { border-left-color: %straining; }
#judgement[weight="grave"] { border-left-color: %unreadable; }
#dim { color: %dim; }
#warned { color: %straining; }
#chip { border: 1px solid %hairline; border-radius: 11px; padding: 3px 11px; color: %dim; background: transparent; }
#chip:hover, #chip:focus { border-color: %accent; color: %text; }
#chip[alert="true"] { border-color: %straining; color: %straining; }
QPushButton { background: %raised; border: 1px solid %hairline; border-radius: 7px; padding: 7px 15px; }
QPushButton:hover { border-color: %dim; }
QPushButton:focus { border: 1px solid %accent; }
QPushButton:disabled { color: %dim; background: transparent; }
QPushButton#primary { background: %accent; color: %onAccent; border-color: %accent; font-weight: 500; }
QPushButton#primary:hover { border-color: %text; }
QPushButton#primary:focus { border: 2px solid %text; padding: 6px 14px; }
QPushButton#primary:disabled { background: transparent; color: %dim; border-color: %hairline; }
QPushButton#writes { background: %unreadable; color: %onAccent; border-color: %unreadable; font-weight: 500; }
QPushButton#writes:hover { border-color: %text; }
QPushButton#writes:focus { border: 2px solid %text; padding: 6px 14px; }
QPushButton#writes:disabled { background: transparent; color: %dim; border-color: %hairline; }
QPushButton#flat { background: transparent; border: 1px solid transparent; color: %accent; padding: 5px 8px; }
QPushButton#flat:hover, QPushButton#flat:focus { border-color: %accent; }
QPushButton#flat:disabled { color: %dim; }
QPushButton#tab { background: transparent; border: none; border-bottom: 2px solid transparent; border-radius: 0;
                  padding: 3px 2px; color: %dim; }
QPushButton#tab:checked { color: %text; border-bottom-color: %accent; }
QPushButton#tab:focus { color: %accent; }
QPushButton#mark, QPushButton#test { padding: 6px 10px; background: transparent; }
QPushButton#mark:checked { background: %raised; border-color: %accent; font-weight: 500; }
QPlainTextEdit { background: %ground; border: 1px solid %hairline; border-radius: 6px; padding: 3px;
                 selection-background-color: %accent; selection-color: %onAccent; }
QPlainTextEdit:focus { border-color: %accent; }
QProgressBar { background: %hairline; border: none; border-radius: 3px; }
QProgressBar::chunk { background: %accent; border-radius: 3px; }
QAbstractItemView { background: transparent; border: none; outline: none; selection-background-color: %raised;
                    selection-color: %text; }
QAbstractItemView:focus { border: 1px solid %accent; border-radius: 4px; }
QHeaderView::section { background: %ground; color: %dim; border: none; border-bottom: 1px solid %hairline;
                       padding: 3px 4px; }
QTableView::item { padding: 0 16px 0 4px; border: none; }
QTableView::item:selected { background: %raised; }
QTableView QHeaderView::section { padding-left: 7px; padding-right: 16px; }
QLineEdit, QComboBox, QSpinBox, QDoubleSpinBox { background: %ground; border: 1px solid %hairline; border-radius: 6px;
                   padding: 4px 7px; selection-background-color: %accent; selection-color: %onAccent; }
QLineEdit:focus, QComboBox:focus, QSpinBox:focus { border-color: %accent; }
QComboBox QAbstractItemView { background: %panel; border: 1px solid %hairline; }
QMenu { background: %panel; border: 1px solid %hairline; padding: 4px; }
QMenu::item { padding: 5px 18px; border-radius: 4px; }
QMenu::item:selected { background: %raised; }
QMenu::item:disabled { color: %dim; }
QToolTip { background: %raised; color: %text; border: 1px solid %hairline; padding: 4px; }
QDialog { background: %ground; border: 1px solid %hairline; }
QDialogButtonBox { dialogbuttonbox-buttons-have-icons: 0; }
QScrollBar:vertical { background: transparent; width: 8px; margin: 0; }
QScrollBar::handle:vertical { background: %hairline; border-radius: 4px; min-height: 24px; }
QScrollBar::handle:vertical:hover { background: %dim; }
QScrollBar:horizontal { background: transparent; height: 8px; margin: 0; }
QScrollBar::handle:horizontal { background: %hairline; border-radius: 4px; min-width: 24px; }
QScrollBar::handle:horizontal:hover { background: %dim; }
QScrollBar::add-line, QScrollBar::sub-line, QScrollBar::add-page, QScrollBar::sub-page { background: none; height: 0;
                   width: 0; }
)");
    sheet.replace(QLatin1String("%text"), name(Tone::text))
        .replace(QLatin1String("%dim"), name(Tone::textDim))
        .replace(QLatin1String("%ground"), name(Tone::ground))
        .replace(QLatin1String("%rail"), name(Tone::rail))
        .replace(QLatin1String("%plate"), name(Tone::plateGround))
        .replace(QLatin1String("%panel"), name(Tone::panel))
        .replace(QLatin1String("%raised"), name(Tone::panelRaised))
        .replace(QLatin1String("%hairline"), name(Tone::hairline))
        .replace(QLatin1String("%onAccent"), name(Tone::accentText))
        .replace(QLatin1String("%accent"), name(Tone::accent))
        .replace(QLatin1String("%straining"), name(Tone::straining))
        .replace(QLatin1String("%unreadable"), name(Tone::unreadable));
    return sheet;
}

} // namespace

Theme& Theme::instance() {
    static Theme theme;
    return theme;
}

QFont Theme::text(int pixels, QFont::Weight weight) {
    QFont font;
    font.setFamilies({QStringLiteral("Roboto"), QStringLiteral("DejaVu Sans")});
    font.setPixelSize(pixels);
    font.setWeight(weight);
    return font;
}

QFont Theme::digits(int pixels) {
    QFont font;
    font.setFamilies({QStringLiteral("JetBrains Mono"), QStringLiteral("DejaVu Sans Mono")});
    font.setPixelSize(pixels);
    return font;
}

QLabel* Theme::heading(const QString& text, QWidget* parent) {
    auto* label = new QLabel(text, parent);
    label->setObjectName(QStringLiteral("dim"));
    label->setFont(Theme::text(12));
    return label;
}

void Theme::repolish(QWidget* widget) {
    widget->style()->unpolish(widget);
    widget->style()->polish(widget);
}

void Theme::setScheme(ColourScheme scheme) {
    m_palette = Palette(scheme);
    apply();
    emit changed();
}

void Theme::toggle() {
    setScheme(m_palette.scheme() == ColourScheme::dark ? ColourScheme::light : ColourScheme::dark);
}

bool Theme::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() == QEvent::Polish || event->type() == QEvent::Show)
        if (auto* label = qobject_cast<QLabel*>(watched);
            label != nullptr && label->textFormat() == Qt::AutoText)
            label->setTextFormat(Qt::PlainText);
    return QObject::eventFilter(watched, event);
}

void Theme::apply() {
    qApp->installEventFilter(this);                                  // once, however often
    QApplication::setStyle(std::make_unique<TickStyle>().release()); // which keeps it
    QApplication::setFont(text());
    QPalette p;
    p.setColor(QPalette::Window, m_palette[Tone::ground]);
    p.setColor(QPalette::Base, m_palette[Tone::ground]);
    p.setColor(QPalette::AlternateBase, m_palette[Tone::panel]);
    p.setColor(QPalette::Button, m_palette[Tone::panelRaised]);
    for (const auto role :
         {QPalette::WindowText, QPalette::Text, QPalette::ButtonText, QPalette::ToolTipText})
        p.setColor(role, m_palette[Tone::text]);
    p.setColor(QPalette::PlaceholderText, m_palette[Tone::textDim]);
    p.setColor(QPalette::ToolTipBase, m_palette[Tone::panelRaised]);
    p.setColor(QPalette::Highlight, m_palette[Tone::accent]);
    p.setColor(QPalette::HighlightedText, m_palette[Tone::accentText]);
    QApplication::setPalette(p);
    qApp->setStyleSheet(styleSheet(m_palette));
}

} // namespace orbita::app
