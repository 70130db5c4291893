// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/enquiry.h"
#include "core/drive/scsi/commands.h"
#include "core/families/scsi/scsi_family.h"
#include "core/vitals/self_test.h"

namespace orbita {

namespace {

Result<void> startScsiTest(Enquiry& enquiry, const Vitals& vitals, SelfTestKind kind,
                           const LbaSpan& /*span*/) {
    return runSelfTestCommand(enquiry, vitals,
                              scsi::sendDiagnostic(kind == SelfTestKind::extended
                                                       ? scsi::SelfTestCode::backgroundExtended
                                                       : scsi::SelfTestCode::backgroundShort));
}

Result<void> abortScsiTest(Enquiry& enquiry, const Vitals& vitals) {
    return runSelfTestCommand(enquiry, vitals, scsi::sendDiagnostic(scsi::SelfTestCode::abortBackground));
}

} // namespace

const SelfTestCommands scsiSelfTests = {readScsiSelfTests, startScsiTest, abortScsiTest};

} // namespace orbita
