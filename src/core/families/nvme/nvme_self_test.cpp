// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/enquiry.h"
#include "core/drive/nvme/commands.h"
#include "core/families/nvme/nvme_family.h"
#include "core/vitals/self_test.h"

namespace orbita {

namespace {

Result<void> startNvmeTest(Enquiry& enquiry, const Vitals& vitals, SelfTestKind kind,
                           const LbaSpan& /*span*/) {
    return runSelfTestCommand(enquiry, vitals,
                              nvme::deviceSelfTest(kind == SelfTestKind::extended
                                                       ? nvme::SelfTestCode::extendedTest
                                                       : nvme::SelfTestCode::shortTest));
}

Result<void> abortNvmeTest(Enquiry& enquiry, const Vitals& vitals) {
    return runSelfTestCommand(enquiry, vitals, nvme::deviceSelfTest(nvme::SelfTestCode::abort));
}

} // namespace

const SelfTestCommands nvmeSelfTests = {readNvmeSelfTests, startNvmeTest, abortNvmeTest};

} // namespace orbita
