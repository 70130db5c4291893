// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/rack/rack_view.h"

#include "app/rack/dial_state.h"
#include "app/theme/theme.h"
#include "report/format.h"
#include "report/words.h"

#include <QStyledItemDelegate>

namespace orbita::app {

namespace {

constexpr int cardHeight = 80;
constexpr int dialSize = 56;

class CardDelegate final : public QStyledItemDelegate {
public:
    CardDelegate(RackModel& rack, QObject* parent) : QStyledItemDelegate(parent), m_rack(rack) {}

    [[nodiscard]] QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex&) const override {
        return {0, cardHeight};
    }

    void paint(QPainter* painter, const QStyleOptionViewItem& option,
               const QModelIndex& index) const override {
        const DriveController* controller = m_rack.controller(index.row());
        if (controller == nullptr)
            return;
        painter->save();
        painter->setRenderHint(QPainter::Antialiasing);
        const QRectF card = QRectF(option.rect).adjusted(8.5, 3.5, -8.5, -3.5);
        const bool chosen = (option.state & QStyle::State_Selected) != 0;
        const bool focused = chosen && (option.state & QStyle::State_HasFocus) != 0;
        if (chosen || (option.state & QStyle::State_MouseOver) != 0) {
            painter->setPen(QPen(chosen ? tone(Tone::accent) : tone(Tone::hairline), focused ? 2 : 1));
            painter->setBrush(chosen ? tone(Tone::panelRaised) : QColor(Qt::transparent));
            painter->drawRoundedRect(card, 8, 8);
        }
        paintDial(*painter, {card.left() + 6, card.center().y() - dialSize / 2.0, dialSize, dialSize},
                  dialOf(*controller), Theme::instance().palette(), 12);
        const QRectF text = card.adjusted(dialSize + 14, 10, -6, -8);
        const auto line = [&](double y, const QFont& font, const QColor& colour, const QString& words) {
            painter->setFont(font);
            painter->setPen(colour);
            const QFontMetrics metrics(font);
            painter->drawText(QRectF(text.left(), text.top() + y, text.width(), metrics.height()),
                              Qt::AlignLeft | Qt::AlignVCenter,
                              metrics.elidedText(words, Qt::ElideRight, static_cast<int>(text.width())));
        };
        const DriveIdentity& drive = controller->identity();
        line(0, Theme::text(13, QFont::Medium), tone(Tone::text), words::driveName(drive));
        line(18, Theme::text(12), tone(Tone::textDim),
             format::bytes(drive.capacityBytes()) +
                 (drive.serial.empty() ? QString()
                                       : QStringLiteral(" · ") + QString::fromStdString(drive.serial)));
        line(36, Theme::text(12), standIsAlarming(*controller) ? tone(Tone::straining) : tone(Tone::textDim),
             standOf(*controller));
        painter->restore();
    }

private:
    RackModel& m_rack;
};

} // namespace

RackView::RackView(RackModel& rack, QWidget* parent) : QListView(parent), m_rack(rack) {
    setObjectName(QStringLiteral("rack"));
    setAccessibleName(tr("Rack: the drives attached now"));
    setModel(&rack);
    setItemDelegate(new CardDelegate(rack, this));
    setVerticalScrollMode(ScrollPerPixel);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setMouseTracking(true);
    setUniformItemSizes(true);
    connect(&Theme::instance(), &Theme::changed, viewport(), qOverload<>(&QWidget::update));
}

void RackView::currentChanged(const QModelIndex& current, const QModelIndex& previous) {
    QListView::currentChanged(current, previous);
    if (DriveController* controller = m_rack.controller(current.row()))
        emit driveChosen(controller);
}

} // namespace orbita::app
