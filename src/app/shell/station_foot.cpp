// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/station_foot.h"

#include "app/theme/theme.h"

#include <QHBoxLayout>
#include <QVBoxLayout>

namespace orbita::app {

StationFoot::StationFoot(const QString& action, const QString& tip, const QString& next, QWidget* parent)
    : QFrame(parent)
    , m_action(new QPushButton(action, this))
    , m_next(new QPushButton(next, this))
    , m_sentence(new OneLine(this))
    , m_detail(new OneLine(this)) {
    setObjectName(QStringLiteral("actionBar"));
    setFixedHeight(66);
    m_action->setObjectName(QStringLiteral("primary"));
    m_action->setToolTip(tip);
    m_sentence->setFont(Theme::text(14, QFont::Medium));
    m_sentence->setObjectName(QStringLiteral("footSentence"));
    m_detail->setObjectName(QStringLiteral("dim"));
    m_detail->setFont(Theme::text(12));
    auto* words = new QVBoxLayout;
    words->setSpacing(2);
    words->addStretch();
    words->addWidget(m_sentence);
    words->addWidget(m_detail);
    words->addStretch();
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(14, 0, 10, 0);
    row->setSpacing(14);
    row->addWidget(m_action);
    row->addLayout(words, 1);
    connect(m_action, &QPushButton::clicked, this, &StationFoot::acted);
    m_next->setObjectName(QStringLiteral("flat"));
    connect(m_next, &QPushButton::clicked, this, &StationFoot::nextWanted);
    row->addWidget(m_next);
}

void StationFoot::renameNext(const QString& next) {
    m_next->setVisible(!next.isEmpty());
    if (!next.isEmpty())
        m_next->setText(next);
}

void StationFoot::say(const QString& sentence, const QString& detail) {
    m_sentence->setText(sentence);
    m_detail->setText(detail);
    m_sentence->setAccessibleName(sentence + QStringLiteral(". ") + detail);
}

} // namespace orbita::app
