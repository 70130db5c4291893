// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/rack/drive_controller.h"
#include "report/batch_sheet.h"
#include "report/case_report.h"

namespace orbita::app {

// What is known of the drive now, as a report needs it; the shop and how serials are shown are left open.
// Requires that its ruling is known.
CaseReport caseReportOf(const DriveController& controller);
// The same in short, of any drive.
BatchDrive batchDriveOf(const DriveController& controller);

} // namespace orbita::app
