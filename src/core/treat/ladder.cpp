// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/treat/ladder.h"

namespace orbita {

namespace {

constexpr TryHow triesInTurn[] = {TryHow::afterSeek, TryHow::otherSide, TryHow::alone, TryHow::patiently};

// Where nothing was written: whether it could be read lately.
SpotEnd endUntreated(const SpotState& state) {
    if (state.readLately)
        return state.clean > 0 ? SpotEnd::readsWell : SpotEnd::stillSlow;
    return state.origin == SpotOrigin::slow && state.whole() ? SpotEnd::worse : SpotEnd::stillUnreadable;
}

// What is written where reading again did not help; nothing where nothing may be.
std::optional<WriteKind> writeFor(const LadderRules& rules, const SpotState& state) {
    const AllowedSteps& allowed = rules.allowed;
    const bool slow = state.origin == SpotOrigin::slow;
    if (state.whole()) {
        // All of it at once, or put together: either way nothing is lost.
        if (state.atOnce && allowed.refresh)
            return WriteKind::refresh;
        return !slow && !state.atOnce && allowed.pieced ? std::optional(WriteKind::pieced) : std::nullopt;
    }
    if (slow || !allowed.zeros)
        return std::nullopt;
    // What no try gave is lost either way; what some try gave is never thrown away.
    return state.known > 0 ? WriteKind::pieced : WriteKind::zeros;
}

// Reading again is over: it helped enough, or there is no more of it.
bool readEnough(const LadderRules& rules, const SpotState& state) {
    if (state.tries >= rules.tries)
        return true;
    if (state.clean >= rules.cleanReads && state.trouble == 0)
        return true;
    // All of it is known, and it is weak: each further try could be the last.
    return state.trouble > 0 && state.whole();
}

// Writing did not help, or was refused: the next rung, or the end.
void climb(const LadderRules& rules, SpotState& state, SpotEnd otherwise) {
    if (state.origin == SpotOrigin::unreadable && rules.allowed.reassign && !state.reassigned &&
        state.kind != WriteKind::reassign) {
        // What is to be written once a spare stands there. Where nothing may be, it is left alone.
        state.kind = WriteKind::reassign;
        state.writes = 0;
        return;
    }
    state.end = otherwise;
}

SpotEnd endUnhelped(const SpotState& state) {
    return state.origin == SpotOrigin::slow || state.readLately ? SpotEnd::worse : SpotEnd::stillUnreadable;
}

} // namespace

SpotMove nextMove(const SpotState& state) {
    using What = SpotMove::What;
    if (state.end)
        return {What::end, {}, {}};
    if (state.pending)
        return {What::check, {}, {}};
    if (state.kind)
        return {What::write, {}, *state.kind};
    return {What::read, triesInTurn[state.tries % std::size(triesInTurn)], {}};
}

void afterRead(const LadderRules& rules, SpotState& state, ReadCame came, std::uint64_t known) {
    ++state.tries;
    state.known = std::max(state.known, std::min(known, state.sectors));
    state.readLately = came == ReadCame::good || came == ReadCame::late;
    state.atOnce = state.atOnce || state.readLately;
    if (came == ReadCame::good) {
        ++state.clean;
    } else {
        state.clean = 0;
        ++state.trouble;
    }
    if (!readEnough(rules, state))
        return;
    if (state.trouble == 0) {
        state.end = SpotEnd::readsWell;
        return;
    }
    state.kind = writeFor(rules, state);
    if (!state.kind && state.origin == SpotOrigin::unreadable && rules.allowed.reassign && !state.readLately)
        state.kind = WriteKind::reassign;
    if (!state.kind)
        state.end = endUntreated(state);
}

void afterWrite(const LadderRules& rules, SpotState& state, WriteKind kind, WriteCame came) {
    state.kind = kind;
    ++state.writes;
    state.overwritten = state.overwritten || (came == WriteCame::done && !state.whole());
    if (kind == WriteKind::reassign) {
        state.reassigned = came == WriteCame::done;
        if (came == WriteCame::done) {
            // A spare stands there and holds nothing: what is known goes back to it, or zeros.
            state.kind = state.whole() && state.atOnce ? WriteKind::refresh
                         : state.known > 0             ? WriteKind::pieced
                                                       : WriteKind::zeros;
            state.writes = 0;
            return;
        }
        state.end = came == WriteCame::noSpare ? SpotEnd::outOfSpares : endUnhelped(state);
        return;
    }
    switch (came) {
    case WriteCame::done:
        state.pending = true;
        return;
    case WriteCame::noSpare:
        state.end = SpotEnd::outOfSpares;
        return;
    case WriteCame::refused:
        state.end = endUntreated(state);
        return;
    case WriteCame::mediumRefused:
        if (state.writes < rules.writes)
            return;
        // It may still be as it was: that is looked at before it is called worse.
        if (state.origin == SpotOrigin::slow || state.readLately) {
            state.pending = true;
            state.giveUp = true;
            return;
        }
        climb(rules, state, SpotEnd::stillUnreadable);
        return;
    }
}

void afterCheck(const LadderRules& rules, SpotState& state, CheckCame came) {
    state.pending = false;
    switch (came) {
    case CheckCame::good:
        // What it refused to take, it gives well all the same.
        state.end = state.giveUp ? SpotEnd::readsWell : SpotEnd::written;
        return;
    case CheckCame::late:
        if (state.writes ==
            0) // taken up again after an interruption: the write had not left, or did not help
            return;
        if (!state.giveUp && ++state.lateChecks < 2) {
            state.pending = true; // once is not enough to call it late
            return;
        }
        state.end = SpotEnd::stillSlow;
        return;
    case CheckCame::failed:
    case CheckCame::different:
        if (!state.giveUp && state.writes < rules.writes)
            return; // once more
        climb(rules, state, endUnhelped(state));
        return;
    }
}

TreatmentStep stepOf(const SpotState& state) {
    if (state.reassigned)
        return TreatmentStep::reassigned;
    if (!state.kind || state.writes == 0)
        return TreatmentStep::readAgain;
    switch (*state.kind) {
    case WriteKind::refresh:
        return TreatmentStep::refresh;
    case WriteKind::pieced:
        return TreatmentStep::pieced;
    case WriteKind::zeros:
        return TreatmentStep::zeros;
    case WriteKind::reassign:
        return TreatmentStep::reassigned;
    }
    return TreatmentStep::readAgain;
}

} // namespace orbita
