// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/scan/tally_bar.h"

#include "app/theme/theme.h"
#include "report/format.h"
#include "report/plate_marks.h"
#include "report/words.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPainter>

namespace orbita::app {

TallyButton::TallyButton(Grade grade, QWidget* parent) : QAbstractButton(parent), m_grade(grade) {
    setCheckable(true);
    setFocusPolicy(Qt::StrongFocus);
    setObjectName(
        QStringLiteral("tally ") +
        QString::fromUtf8(gradeName(grade).data(), static_cast<qsizetype>(gradeName(grade).size())));
    setCursor(Qt::PointingHandCursor);
    setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Fixed);
    setCount(0);
}

void TallyButton::setCount(std::uint64_t count) {
    if (count == m_count && !text().isEmpty())
        return;
    m_count = count;
    setText(words::grade(m_grade) + QStringLiteral("  ") + format::count(count));
    setAccessibleName(tr("%1: %2 blocks").arg(words::grade(m_grade), format::count(count)));
    updateGeometry();
    update();
}

void TallyButton::setMeaning(const QString& meaning) {
    setToolTip(meaning + QLatin1Char('\n') + tr("Press to let only this grade stand out."));
    setAccessibleDescription(meaning);
}

QSize TallyButton::sizeHint() const {
    const int name = QFontMetrics(Theme::text(12)).horizontalAdvance(words::grade(m_grade));
    const int count = QFontMetrics(Theme::digits(11)).horizontalAdvance(format::count(m_count));
    return {name + count + 36, 28};
}

QSize TallyButton::minimumSizeHint() const {
    const int count = QFontMetrics(Theme::digits(11)).horizontalAdvance(format::count(m_count));
    return {count + 36, 28};
}

void TallyButton::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const Palette& palette = Theme::instance().palette();
    if (isChecked() || hasFocus() || underMouse()) {
        painter.setPen(QPen(hasFocus() || isChecked() ? palette[Tone::accent] : palette[Tone::hairline], 1));
        painter.setBrush(isChecked() ? palette[Tone::panelRaised] : QColor(Qt::transparent));
        painter.drawRoundedRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5), 6, 6);
    }
    paintLegend(painter, m_grade, {6, height() / 2.0 - 6, 12, 12}, palette);
    painter.setFont(Theme::text(12));
    painter.setPen(palette[Tone::text]);
    const int room = width() - (minimumSizeHint().width() - 4);
    const QString name = painter.fontMetrics().elidedText(words::grade(m_grade), Qt::ElideRight, room);
    const int nameWidth = painter.fontMetrics().horizontalAdvance(name);
    painter.drawText(QRectF(23, 0, nameWidth + 2, height()), Qt::AlignVCenter, name);
    painter.setFont(Theme::digits(11));
    painter.setPen(m_count > 0 && m_grade >= Grade::laboured ? palette.grade(m_grade)
                                                             : palette[Tone::textDim]);
    painter.drawText(QRectF(23 + nameWidth + 7, 0, width(), height()), Qt::AlignVCenter,
                     format::count(m_count));
}

TallyBar::TallyBar(Lens& lens, QWidget* parent) : QWidget(parent), m_lens(lens) {
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(0);
    for (const Grade grade : {Grade::steady, Grade::late, Grade::laboured, Grade::straining, Grade::stalled,
                              Grade::unreadable, Grade::linkFault}) {
        auto* button = new TallyButton(grade, this);
        connect(button, &QAbstractButton::toggled, this, [this] {
            std::uint8_t shown = 0;
            for (const TallyButton* b : m_buttons)
                if (b->isChecked())
                    shown |= gradeBit(b->grade());
            m_lens.setShown(shown == 0 ? 0xFF : shown);
        });
        row->addWidget(button);
        m_buttons.push_back(button);
    }
    row->addStretch();
    auto* unit = new QLabel(tr("blocks"), this);
    unit->setObjectName(QStringLiteral("dim"));
    row->addWidget(unit);
    connect(&lens, &Lens::shownChanged, this, [this] {
        if (m_lens.shown() != 0xFF)
            return;
        for (TallyButton* button : m_buttons) {
            const QSignalBlocker block(button);
            button->setChecked(false);
        }
    });
}

void TallyBar::setController(const DriveController* controller) {
    m_controller = controller;
    refresh();
}

void TallyBar::refresh() {
    const ScanView* scan = m_controller != nullptr ? m_controller->current() : nullptr;
    for (TallyButton* button : m_buttons) {
        button->setCount(scan != nullptr ? scan->record.status.totals.of(button->grade()) : 0);
        if (scan != nullptr)
            button->setMeaning(words::gradeMeaning(button->grade(), scan->record.limits,
                                                   scan->record.status.unit,
                                                   scan->record.drive.rotating.value_or(true)));
    }
}

} // namespace orbita::app
