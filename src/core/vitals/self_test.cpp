// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/vitals/self_test.h"

#include "core/vitals/read_vitals.h"

namespace orbita {

Error selfTestRefused(const Vitals& vitals, Phrase answer, Phrase advice) {
    return {Error::Kind::unusable, "starting a self-test on", vitals.identity.path, std::move(answer),
            std::move(advice)};
}

Result<void> runSelfTestCommand(Enquiry& enquiry, const Vitals& vitals, const CommandBlock& block) {
    const auto reaction = enquiry.ask(block, 0);
    if (!reaction)
        return tl::unexpected(reaction.error());
    if (reaction->verdict.outcome != Outcome::answered)
        return tl::unexpected(
            selfTestRefused(vitals, "the drive refused it", "It may be busy with another test."));
    return {};
}

Result<void> enableHealth(Enquiry& enquiry, const Vitals& vitals) {
    const auto enable = familyOf(vitals.family).enableHealth;
    if (enable == nullptr)
        return tl::unexpected(Error{Error::Kind::unusable,
                                    "having it watch its own health,",
                                    vitals.identity.path,
                                    "it has no such command",
                                    {}});
    return enable(enquiry);
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
        return tl::unexpected(
            selfTestRefused(vitals, "the drive has no such test, or the adapter in front of it hides it",
                            "Choose another test, or scan the surface."));
    if (vitals.selfTest.running)
        return tl::unexpected(
            selfTestRefused(vitals, "a self-test is running already", "Wait for it, or abort it."));
    const SelfTestCommands* const tests = familyOf(vitals.family).selfTests;
    if (tests == nullptr)
        return tl::unexpected(
            selfTestRefused(vitals, "it takes no commands of this kind", "Scan the surface instead."));
    return tests->start(enquiry, vitals, kind, span);
}

Result<void> abortSelfTest(Enquiry& enquiry, const Vitals& vitals) {
    const SelfTestCommands* const tests = familyOf(vitals.family).selfTests;
    if (tests == nullptr)
        return tl::unexpected(
            selfTestRefused(vitals, "it takes no commands of this kind", "There is nothing to abort."));
    return tests->abort(enquiry, vitals);
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
                         : "the drive no longer reports on its tests",
        "Check power and cable. How the test ended stands in the drive's own log: read the vitals again."});
}

} // namespace orbita
