// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/ata/logs.h"
#include "core/drive/ata/smart.h"
#include "core/drive/enquiry.h"
#include "core/families/ata/ata_family.h"
#include "core/vitals/self_test.h"

namespace orbita {

namespace {

// Subcommands of SMART EXECUTE OFF-LINE IMMEDIATE, background mode (ACS).
constexpr std::uint8_t abortCode = 0x7F;

std::uint8_t codeOf(SelfTestKind kind) {
    switch (kind) {
    case SelfTestKind::extended:
        return 2;
    case SelfTestKind::conveyance:
        return 3;
    case SelfTestKind::selective:
        return 4;
    case SelfTestKind::shortTest:
    case SelfTestKind::other:
        break;
    }
    return 1;
}

Result<void> done(const Result<Reaction>& reaction) {
    if (!reaction)
        return tl::unexpected(reaction.error());
    return {};
}

Result<void> execute(Enquiry& enquiry, std::uint8_t code) {
    return done(enquiry.askAta(ata::smartCommand(ata::smart::executeOffline, code, 0), 0));
}

Result<void> startAtaTest(Enquiry& enquiry, const Vitals& vitals, SelfTestKind kind, const LbaSpan& span) {
    if (kind == SelfTestKind::selective) {
        if (span.empty() || span.end() > vitals.identity.whole().end())
            return tl::unexpected(selfTestRefused(vitals,
                                                  "the span to be tested is empty or beyond the drive",
                                                  "Name a span inside the drive."));
        ata::SelectiveSelfTest test;
        test.spans[0] = span;
        const ata::Page page = ata::encodeSelective(test);
        if (auto written = done(enquiry.askAta(
                ata::smartCommand(ata::smart::writeLog, ata::logAddress::selectiveSelfTest), 0, page));
            !written)
            return written;
    }
    return execute(enquiry, codeOf(kind));
}

Result<void> abortAtaTest(Enquiry& enquiry, const Vitals& /*vitals*/) {
    return execute(enquiry, abortCode);
}

} // namespace

const SelfTestCommands ataSelfTests = {readAtaSelfTests, startAtaTest, abortAtaTest};

Result<void> enableAtaHealth(Enquiry& enquiry) {
    return done(enquiry.askAta(ata::smartCommand(ata::smart::enable, 0, 0), 0));
}

} // namespace orbita
