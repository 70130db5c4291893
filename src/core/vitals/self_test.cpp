// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/vitals/self_test.h"

#include "core/drive/ata/logs.h"
#include "core/drive/nvme/commands.h"
#include "core/drive/scsi/commands.h"
#include "core/vitals/read_vitals.h"

namespace orbita {

namespace {

Error refuse(const Vitals& vitals, std::string answer, std::string advice) {
    return {Error::Kind::unusable, "starting a self-test on", vitals.identity.path, std::move(answer),
            std::move(advice)};
}

// Subcommands of SMART EXECUTE OFF-LINE IMMEDIATE, background mode (ACS).
constexpr std::uint8_t ataAbort = 0x7F;

std::uint8_t ataCode(SelfTestKind kind) {
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

Result<void> run(Enquiry& enquiry, const CommandBlock& block, const Vitals& vitals) {
    const auto reaction = enquiry.ask(block, 0);
    if (!reaction)
        return tl::unexpected(reaction.error());
    if (reaction->verdict.outcome != Outcome::answered)
        return tl::unexpected(refuse(vitals, "the drive refused it", "It may be busy with another test."));
    return {};
}

Result<void> runAta(Enquiry& enquiry, std::uint8_t code) {
    const auto reaction = enquiry.askAta(ata::smartCommand(ata::smart::executeOffline, code, 0), 0);
    if (!reaction)
        return tl::unexpected(reaction.error());
    return {};
}

} // namespace

Result<void> enableHealth(Enquiry& enquiry) {
    const auto reaction = enquiry.askAta(ata::smartCommand(ata::smart::enable, 0, 0), 0);
    if (!reaction)
        return tl::unexpected(reaction.error());
    return {};
}

bool offers(const SelfTestAbility& ability, SelfTestKind kind) {
    switch (kind) {
    case SelfTestKind::shortTest:
        return ability.shortMinutes.has_value();
    case SelfTestKind::extended:
        return ability.extendedMinutes.has_value();
    case SelfTestKind::conveyance:
        return ability.conveyanceMinutes.has_value();
    case SelfTestKind::selective:
        return ability.selective;
    case SelfTestKind::other:
        break;
    }
    return false;
}

Result<void> startSelfTest(Enquiry& enquiry, const Vitals& vitals, SelfTestKind kind, const LbaSpan& span) {
    if (!offers(vitals.ability, kind))
        return tl::unexpected(refuse(vitals, "the drive has no such test, or what is before it hides it",
                                     "Choose another test, or scan the surface."));
    if (vitals.selfTest.running)
        return tl::unexpected(refuse(vitals, "a self-test is running already", "Wait for it, or abort it."));
    switch (vitals.family) {
    case Family::ata:
        if (kind == SelfTestKind::selective) {
            if (span.empty() || span.end() > vitals.identity.whole().end())
                return tl::unexpected(refuse(vitals, "the span to be tested is empty or beyond the drive",
                                             "Name a span inside the drive."));
            ata::SelectiveSelfTest test;
            test.spans[0] = span;
            const ata::Page page = ata::encodeSelective(test);
            const auto written = enquiry.askAta(
                ata::smartCommand(ata::smart::writeLog, ata::logAddress::selectiveSelfTest), 0, page);
            if (!written)
                return tl::unexpected(written.error());
        }
        return runAta(enquiry, ataCode(kind));
    case Family::scsi:
        return run(enquiry,
                   scsi::sendDiagnostic(kind == SelfTestKind::extended
                                            ? scsi::SelfTestCode::backgroundExtended
                                            : scsi::SelfTestCode::backgroundShort),
                   vitals);
    case Family::nvme:
        return run(enquiry,
                   nvme::deviceSelfTest(kind == SelfTestKind::extended ? nvme::SelfTestCode::extendedTest
                                                                       : nvme::SelfTestCode::shortTest),
                   vitals);
    case Family::none:
        break;
    }
    return tl::unexpected(refuse(vitals, "it takes no commands of this kind", "Scan the surface instead."));
}

Result<void> abortSelfTest(Enquiry& enquiry, const Vitals& vitals) {
    switch (vitals.family) {
    case Family::ata:
        return runAta(enquiry, ataAbort);
    case Family::scsi:
        return run(enquiry, scsi::sendDiagnostic(scsi::SelfTestCode::abortBackground), vitals);
    case Family::nvme:
        return run(enquiry, nvme::deviceSelfTest(nvme::SelfTestCode::abort), vitals);
    case Family::none:
        break;
    }
    return tl::unexpected(refuse(vitals, "it takes no commands of this kind", "There is nothing to abort."));
}

Result<void> SelfTestWatch::look(Enquiry& enquiry, Vitals& vitals) {
    constexpr unsigned mostSilences = 20;
    if (refreshSelfTests(enquiry, vitals)) {
        m_silences = 0;
        return {};
    }
    ++m_silences;
    const bool away = enquiry.gone() || enquiry.lost();
    if (!away && m_silences < mostSilences)
        return {};
    vitals.selfTest.running = false;
    return tl::unexpected(Error{
        away ? Error::Kind::noAnswer : Error::Kind::unusable, "looking after the self-test of",
        vitals.identity.path,
        enquiry.gone()   ? "the drive went away while it tested itself"
        : enquiry.lost() ? "the drive stopped answering while it tested itself"
                         : "the drive does not tell of its tests any more",
        "Check power and cable. How the test ended stands in the drive's own log: read the vitals again."});
}

} // namespace orbita
