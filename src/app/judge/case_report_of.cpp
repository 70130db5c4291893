// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/judge/case_report_of.h"

#include <QCoreApplication>
#include <QDateTime>

namespace orbita::app {

namespace {

std::optional<OwnRuling> ownRulingOf(const DriveController& controller) {
    const KeptRuling* given = controller.ruling().givenOn(controller.visit().visit().id);
    return given != nullptr && given->ownFate
               ? std::optional(OwnRuling{*given->ownFate, given->ownReason, given->ruledBy})
               : std::nullopt;
}

} // namespace

CaseReport caseReportOf(const DriveController& controller) {
    CaseReport report;
    const VisitController& visit = controller.visit();
    report.drive = controller.identity();
    report.visit = visit.visit();
    report.visit.data = controller.data();
    if (visit.state() == VisitController::State::read) {
        PastVitals now;
        now.readAt = visit.readAt();
        now.vitals = visit.vitals();
        report.vitals = std::move(now);
        report.findings = visit.findings();
    }
    if (const ScanView* scan = controller.current(); scan != nullptr && scan->record.plate)
        report.scan = scan->record;
    for (const DriveAction& action : visit.actions())
        if (action.at >= report.visit.beganAt)
            report.actions.push_back(action);
    report.ruling = controller.ruling().ruling();
    report.evidence = controller.ruling().evidence();
    report.own = ownRulingOf(controller);
    report.version = QCoreApplication::applicationVersion().toStdString();
    report.now = QDateTime::currentSecsSinceEpoch();
    return report;
}

BatchDrive batchDriveOf(const DriveController& controller) {
    BatchDrive drive;
    drive.drive = controller.identity();
    drive.customer = controller.visit().visit().customer;
    drive.job = controller.visit().visit().job;
    if (controller.ruling().known()) {
        drive.ruling = controller.ruling().ruling();
        drive.evidence = controller.ruling().evidence();
    }
    drive.own = ownRulingOf(controller);
    return drive;
}

} // namespace orbita::app
