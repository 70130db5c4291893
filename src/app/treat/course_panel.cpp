// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/treat/course_panel.h"

#include "app/theme/theme.h"
#include "report/format.h"
#include "report/treatment_words.h"
#include "report/words.h"

#include <QVBoxLayout>

namespace orbita::app {

void StepsModel::show(const std::vector<TreatmentStepTaken>& steps, std::size_t taken) {
    if (taken == m_taken && steps.size() == m_steps.size())
        return;
    beginResetModel();
    m_steps = steps;
    m_taken = taken;
    endResetModel();
}

int StepsModel::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : static_cast<int>(m_steps.size());
}

QVariant StepsModel::data(const QModelIndex& index, int role) const {
    if (!index.isValid() || index.row() >= rowCount())
        return {};
    const TreatmentStepTaken& step = m_steps[m_steps.size() - 1 - static_cast<std::size_t>(index.row())];
    if (role == Qt::DisplayRole)
        return words::stepOnTwoLines(step);
    if (role == Qt::ToolTipRole || role == Qt::AccessibleTextRole)
        return words::stepTaken(step);
    if (role == Qt::ForegroundRole && step.did.starts_with("write"))
        return tone(Tone::straining);
    return {};
}

CoursePanel::CoursePanel(QWidget* parent)
    : QWidget(parent)
    , m_bar(new QProgressBar(this))
    , m_figures(new QLabel(this))
    , m_list(new QListView(this)) {
    m_bar->setTextVisible(false);
    m_bar->setFixedHeight(6);
    m_figures->setTextFormat(Qt::RichText); // what is put into it is escaped
    m_figures->setObjectName(QStringLiteral("treatFigures"));
    m_figures->setWordWrap(true);
    m_list->setModel(&m_model);
    m_list->setObjectName(QStringLiteral("treatSteps"));
    m_list->setAccessibleName(tr("Steps and the drive's replies, the latest first"));
    m_list->setFont(Theme::text(12));
    m_list->setSpacing(2);
    m_list->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    m_list->setTextElideMode(Qt::ElideRight);
    m_list->setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(6);
    column->addWidget(m_bar);
    column->addWidget(m_figures);
    column->addSpacing(4);
    column->addWidget(Theme::heading(tr("Step by step, the latest first"), this));
    column->addWidget(m_list, 1);
}

void CoursePanel::setController(const DriveController* controller) {
    m_controller = controller;
    refresh();
}

void CoursePanel::refresh() {
    if (m_controller == nullptr)
        return;
    const TreatmentController& treatment = m_controller->treatment();
    const TreatmentProgress& progress = treatment.progress();
    const std::size_t all = std::max<std::size_t>(1, treatment.plan().spots.size());
    m_bar->setRange(0, static_cast<int>(all));
    m_bar->setValue(static_cast<int>(std::min(all, progress.results.size())));
    QString rows = QStringLiteral("<table cellspacing='2'>");
    const auto row = [&](const QString& name, const QString& value) {
        if (!value.isEmpty())
            rows += QStringLiteral("<tr><td style='color:%1; padding-right:12px'>%2</td><td>%3</td></tr>")
                        .arg(tone(Tone::textDim).name(), name.toHtmlEscaped(), value.toHtmlEscaped());
    };
    row(tr("Done"), tr("%1 of %2").arg(format::count(progress.results.size()), format::count(all)));
    row(tr("Took"), format::duration(progress.elapsed));
    row(tr("Steps"), format::count(progress.stepsTaken));
    if (progress.temperature)
        row(tr("Temperature"), tr("%1 °C").arg(*progress.temperature));
    if (progress.before && progress.now)
        row(tr("It counts"), words::countersChange(*progress.before, *progress.now));
    if (!progress.newDefects.empty())
        row(tr("New defects"), format::count(progress.newDefects.size()));
    m_figures->setText(rows + QStringLiteral("</table>"));
    m_model.show(progress.steps, progress.stepsTaken);
}

} // namespace orbita::app
