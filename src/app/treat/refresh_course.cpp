// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/treat/refresh_course.h"

#include "app/theme/theme.h"
#include "report/format.h"
#include "report/refresh_words.h"
#include "report/treatment_words.h"
#include "report/words.h"

#include <QVBoxLayout>

namespace orbita::app {

void FindingsModel::show(const std::vector<RefreshFinding>& findings, std::size_t found) {
    if (found == m_found && findings.size() == m_findings.size())
        return;
    beginResetModel();
    m_findings = findings;
    m_found = found;
    endResetModel();
}

int FindingsModel::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : static_cast<int>(m_findings.size());
}

QVariant FindingsModel::data(const QModelIndex& index, int role) const {
    if (!index.isValid() || index.row() >= rowCount())
        return {};
    const RefreshFinding& finding = m_findings[m_findings.size() - 1 - static_cast<std::size_t>(index.row())];
    if (role == Qt::DisplayRole) {
        QString what = words::refreshFound(finding.found);
        if (finding.before.count() > 0 && finding.after.count() > 0)
            what = QStringLiteral("%1 → %2, %3")
                       .arg(format::milliseconds(finding.before), format::milliseconds(finding.after), what);
        return QStringLiteral("LBA ") + format::lba(finding.span.first) + QLatin1Char('\n') + what;
    }
    if (role == Qt::ToolTipRole || role == Qt::AccessibleTextRole)
        return words::refreshFinding(finding);
    if (role == Qt::ForegroundRole && finding.found != RefreshFound::healed)
        return tone(finding.found == RefreshFound::stillLate || finding.found == RefreshFound::grewLate
                        ? Tone::straining
                        : Tone::unreadable);
    return {};
}

RefreshCourse::RefreshCourse(QWidget* parent)
    : QWidget(parent)
    , m_bar(new QProgressBar(this))
    , m_figures(new QLabel(this))
    , m_list(new QListView(this)) {
    m_bar->setTextVisible(false);
    m_bar->setFixedHeight(6);
    m_bar->setRange(0, 1000);
    m_figures->setTextFormat(Qt::RichText); // what is put into it is escaped
    m_figures->setObjectName(QStringLiteral("refreshFigures"));
    m_figures->setWordWrap(true);
    m_list->setModel(&m_model);
    m_list->setObjectName(QStringLiteral("refreshFindings"));
    m_list->setAccessibleName(tr("What was found, the latest first"));
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
    column->addWidget(Theme::heading(tr("What was found, the latest first"), this));
    column->addWidget(m_list, 1);
}

void RefreshCourse::show(const DriveController& controller) {
    const TreatmentController& treatment = controller.treatment();
    const RefreshProgress& progress = treatment.refresh();
    const RefreshPlan& plan = treatment.refreshPlan();
    const RefreshTotals& totals = progress.totals;
    const DriveIdentity& drive = controller.identity();
    const SectorCount all = plan.sectors();
    const auto bytes = [&](SectorCount count) { return format::bytes(count.value * drive.logicalBytes); };
    m_bar->setValue(all.value == 0 ? 0
                                   : static_cast<int>(static_cast<double>(totals.done.value) * 1000 /
                                                      static_cast<double>(all.value)));
    QString rows = QStringLiteral("<table cellspacing='2'>");
    const auto row = [&](const QString& name, const QString& value) {
        if (!value.isEmpty())
            rows += QStringLiteral("<tr><td style='color:%1; padding-right:12px'>%2</td><td>%3</td></tr>")
                        .arg(tone(Tone::textDim).name(), name.toHtmlEscaped(), value.toHtmlEscaped());
    };
    const auto countOf = [&](const QString& name, std::uint64_t n) {
        if (n > 0)
            row(name, format::count(n));
    };
    row(tr("Done"), tr("%1 of %2").arg(bytes(totals.done), bytes(all)));
    row(tr("Took"), format::duration(totals.took));
    if (const auto left = progress.timeLeft(all); left && treatment.busy())
        row(tr("Left"), tr("about %1").arg(format::duration(*left)));
    row(tr("Written back"), bytes(totals.written));
    if (totals.empty.value > 0)
        row(tr("Only zeros"), tr("%1, left alone").arg(bytes(totals.empty)));
    if (progress.temperature)
        row(tr("Temperature"), tr("%1 °C").arg(*progress.temperature));
    row(tr("Read late"), format::count(totals.late));
    if (totals.late > 0)
        row(tr("In time now"), format::count(totals.healed));
    countOf(tr("Late now"), totals.stillLate);
    countOf(tr("Unreadable"), totals.unreadable);
    countOf(tr("Not taken"), totals.refused);
    countOf(tr("Worse"), totals.worse);
    if (progress.before && progress.now)
        row(tr("It counts"), words::countersChange(*progress.before, *progress.now));
    m_figures->setText(rows + QStringLiteral("</table>"));
    m_model.show(progress.findings, progress.found);
}

} // namespace orbita::app
