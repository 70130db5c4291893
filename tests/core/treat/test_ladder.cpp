// SPDX-License-Identifier: GPL-3.0-or-later
// What is done next to a spot: every transition, and what holds whatever a drive comes back with.
#include "core/treat/ladder.h"
#include "support/test_program.h"

#include <functional>

namespace test_ladder {

using namespace orbita;

using What = SpotMove::What;

constexpr AllowedSteps gentle{};
constexpr AllowedSteps withZeros{true, true, true, false};
constexpr AllowedSteps everything{true, true, true, true};
constexpr AllowedSteps nothing{false, false, false, false};

// Letters for what comes back: of reading, G good, L late, P three of eight sectors, W all eight, one by one,
// F failed; of writing, d done, m refused by the medium, n no spare, x refused; of checking, g good, l late,
// f failed, w what stands there is something else.
struct Row {
    const char* name;
    SpotOrigin origin;
    AllowedSteps allowed;
    const char* comes;
    const char* moves; // r read, R refresh, P pieced, Z zeros, S reassign, c check
    SpotEnd end;
    TreatmentStep step;
    bool overwritten;
};

using enum SpotEnd;
using enum TreatmentStep;
constexpr SpotOrigin bad = SpotOrigin::unreadable;
constexpr SpotOrigin slow = SpotOrigin::slow;

const Row rows[] = {
    // Reading again helps: nothing is written.
    {"reads well", bad, gentle, "GG", "rr", readsWell, readAgain, false},
    {"slow once", slow, gentle, "GG", "rr", readsWell, readAgain, false},
    // It reads, and is weak: written back as it was read.
    {"failed, then good", bad, gentle, "FGdg", "rrRc", written, refresh, false},
    {"good, then failed", bad, gentle, "GFdg", "rrRc", written, refresh, false},
    {"late at once", bad, gentle, "Ldg", "rRc", written, refresh, false},
    {"slow again", slow, gentle, "Ldg", "rRc", written, refresh, false},
    {"slow on the second", slow, gentle, "GLdg", "rrRc", written, refresh, false},
    {"late after the refresh, once", slow, gentle, "Ldlg", "rRcc", written, refresh, false},
    {"late after the refresh, twice", slow, gentle, "Ldll", "rRcc", stillSlow, refresh, false},
    {"unreadable after the refresh, then not", slow, gentle, "Ldfdg", "rRcRc", written, refresh, false},
    {"unreadable after two refreshes", slow, gentle, "Ldfdf", "rRcRc", worse, refresh, false},
    {"something else stands there", slow, gentle, "Ldwdw", "rRcRc", worse, refresh, false},
    {"not taken, and as before", slow, gentle, "Lmml", "rRRc", stillSlow, refresh, false},
    {"not taken, and gone", slow, gentle, "Lmmf", "rRRc", worse, refresh, false},
    {"not taken, and well", slow, gentle, "Lmmg", "rRRc", readsWell, refresh, false},
    {"slow, no writing taken", slow, gentle, "Lx", "rR", stillSlow, refresh, false},
    {"slow, no spare", slow, gentle, "Ln", "rR", outOfSpares, refresh, false},
    // Slow but readable ones get nothing else, whatever is allowed.
    {"slow, and fails", slow, everything, "FFFF", "rrrr", stillUnreadable, readAgain, false},
    {"slow, and in part", slow, everything, "FPPP", "rrrr", stillUnreadable, readAgain, false},
    {"slow, everything allowed", slow, everything, "Ldfdf", "rRcRc", worse, refresh, false},
    {"slow, nothing allowed", slow, nothing, "LLLL", "r", stillSlow, readAgain, false},
    // Nothing of it can be read.
    {"unreadable, gently", bad, gentle, "FFFF", "rrrr", stillUnreadable, readAgain, false},
    {"unreadable, zeros", bad, withZeros, "FFFFdg", "rrrrZc", written, zeros, true},
    {"zeros once more", bad, withZeros, "FFFFdfdg", "rrrrZcZc", written, zeros, true},
    {"zeros do not help", bad, withZeros, "FFFFdfdf", "rrrrZcZc", stillUnreadable, zeros, true},
    {"zeros are not taken", bad, withZeros, "FFFFmm", "rrrrZZ", stillUnreadable, zeros, false},
    {"no spare for zeros", bad, withZeros, "FFFFn", "rrrrZ", outOfSpares, zeros, false},
    {"zeros, then reassigned", bad, everything, "FFFFdfdfddg", "rrrrZcZcSZc", written, reassigned, true},
    {"not taken, then reassigned", bad, everything, "FFFFmmddg", "rrrrZZSZc", written, reassigned, true},
    {"reassigning refused", bad, everything, "FFFFmmx", "rrrrZZS", stillUnreadable, reassigned, false},
    {"no spare to reassign", bad, everything, "FFFFmmn", "rrrrZZS", outOfSpares, reassigned, false},
    {"reassigned in vain", bad, everything, "FFFFmmdmm", "rrrrZZSZZ", stillUnreadable, reassigned, true},
    {"reassigned, nothing else allowed",
     bad,
     {false, false, false, true},
     "FFFFddg",
     "rrrrSZc",
     written,
     reassigned,
     true},
    // Some of it can be read.
    {"pieces, gently", bad, gentle, "FFPF", "rrrr", stillUnreadable, readAgain, false},
    {"pieces, the rest given up", bad, withZeros, "FFPFdg", "rrrrPc", written, pieced, true},
    {"all of it, one by one", bad, gentle, "FFWdg", "rrrPc", written, pieced, false},
    {"all of it, pieces not allowed",
     bad,
     {true, false, false, false},
     "FFWF",
     "rrr",
     stillUnreadable,
     readAgain,
     false},
    {"pieces of a reassigned one", bad, everything, "FFPFmmddg", "rrrrPPSPc", written, reassigned, true},
    {"a whole one reassigned", bad, everything, "FGdfdfddg", "rrRcRcSRc", written, reassigned, false},
    {"nothing allowed", bad, nothing, "FFFF", "rrrr", stillUnreadable, readAgain, false},
    {"nothing allowed, and it reads", bad, nothing, "FG", "rr", readsWell, readAgain, false},
};

char letterOf(const SpotMove& move) {
    switch (move.what) {
    case What::read:
        return 'r';
    case What::check:
        return 'c';
    case What::end:
        return '.';
    case What::write:
        break;
    }
    constexpr char kinds[] = {'R', 'P', 'Z', 'S'};
    return kinds[static_cast<std::size_t>(move.kind)];
}

bool takeIn(const LadderRules& rules, SpotState& state, const SpotMove& move, char came) {
    constexpr std::string_view reads = "GLPF";
    constexpr std::string_view writes = "dmnx";
    constexpr std::string_view checks = "glfw";
    switch (move.what) {
    case What::read: {
        const bool oneByOne = came == 'W';
        const auto at = oneByOne ? 1 : reads.find(came);
        const std::uint64_t known = came == 'G' || came == 'L' || oneByOne ? state.sectors
                                    : came == 'P'                          ? 3
                                                                           : 0;
        if (at == std::string_view::npos)
            return false;
        afterRead(rules, state, oneByOne ? ReadCame::part : static_cast<ReadCame>(at), known);
        return true;
    }
    case What::write:
        if (writes.find(came) == std::string_view::npos)
            return false;
        afterWrite(rules, state, move.kind, static_cast<WriteCame>(writes.find(came)));
        return true;
    case What::check:
        if (checks.find(came) == std::string_view::npos)
            return false;
        afterCheck(rules, state, static_cast<CheckCame>(checks.find(came)));
        return true;
    case What::end:
        break;
    }
    return false;
}

class TestLadder final : public QObject {
    Q_OBJECT
private slots:
    void everyTransition_data() {
        QTest::addColumn<int>("number");
        for (int i = 0; i < static_cast<int>(std::size(rows)); ++i)
            QTest::newRow(rows[i].name) << i;
    }
    void everyTransition() {
        QFETCH(int, number);
        const Row& row = rows[number];
        LadderRules rules;
        rules.allowed = row.allowed;
        SpotState state;
        state.origin = row.origin;
        std::string moves;
        for (const char* came = row.comes; !state.end; ++came) {
            const SpotMove move = nextMove(state);
            moves += letterOf(move);
            QVERIFY2(*came != '\0', moves.c_str());
            QVERIFY2(takeIn(rules, state, move, *came), (moves + " but comes " + *came).c_str());
        }
        QCOMPARE(moves, std::string(row.moves));
        QCOMPARE(nextMove(state).what, What::end);
        QCOMPARE(*state.end, row.end);
        QCOMPARE(stepOf(state), row.step);
        QCOMPARE(state.overwritten, row.overwritten);
    }
    // Whatever comes back, in every order: it ends, nothing leaves that was not allowed, readable contents
    // are never written over by others, and nothing is taken for healed that was not checked.
    void whateverComesBack() {
        std::uint64_t ended = 0;
        for (int set = 0; set < 32; ++set) {
            LadderRules rules;
            rules.allowed = {(set & 1) != 0, (set & 2) != 0, (set & 4) != 0, (set & 8) != 0};
            rules.tries = 3;
            SpotState first;
            first.origin = (set & 16) != 0 ? slow : bad;
            const std::function<void(const SpotState&, int, char)> walk = [&](const SpotState& state,
                                                                              int depth, char last) {
                QVERIFY(depth < 24);
                const SpotMove move = nextMove(state);
                if (move.what == What::end) {
                    ++ended;
                    QVERIFY(*state.end != written || last == 'g');
                    if (state.whole() && *state.end != written && state.reassigned)
                        QVERIFY(state.writes > 0); // it was tried to give it back its contents
                    return;
                }
                if (move.what == What::write) {
                    const bool forSpare = state.reassigned && rules.allowed.reassign;
                    QVERIFY(move.kind != WriteKind::refresh ||
                            ((rules.allowed.refresh || forSpare) && state.whole()));
                    QVERIFY(move.kind != WriteKind::zeros ||
                            ((rules.allowed.zeros || forSpare) && state.known == 0));
                    QVERIFY(move.kind != WriteKind::pieced ||
                            ((rules.allowed.pieced || rules.allowed.zeros || forSpare) && state.known > 0));
                    QVERIFY(move.kind != WriteKind::pieced || state.whole() || rules.allowed.zeros ||
                            forSpare);
                    QVERIFY(move.kind != WriteKind::reassign || rules.allowed.reassign);
                    QVERIFY(state.origin == bad || move.kind == WriteKind::refresh);
                    QVERIFY(state.tries > 0); // reading again comes first
                }
                for (const char came : std::string_view(move.what == What::read    ? "GLPFW"
                                                        : move.what == What::write ? "dmnx"
                                                                                   : "glfw")) {
                    SpotState next = state;
                    QVERIFY(takeIn(rules, next, move, came));
                    walk(next, depth + 1, came);
                }
            };
            walk(first, 0, ' ');
        }
        QVERIFY(ended > 10'000);
    }
    // Taken up again after an interruption: a write that had not left leaves now.
    void whatHadNotLeftLeavesNow() {
        LadderRules rules;
        SpotState state;
        state.origin = slow;
        state.known = state.sectors;
        state.atOnce = true;
        state.kind = WriteKind::refresh;
        state.pending = true;
        state.tries = rules.tries;
        state.trouble = 1;
        QCOMPARE(nextMove(state).what, What::check);
        afterCheck(rules, state, CheckCame::late);
        QCOMPARE(nextMove(state), (SpotMove{What::write, {}, WriteKind::refresh}));
    }
};

ORBITA_TEST(TestLadder)

} // namespace test_ladder

#include "test_ladder.moc"
