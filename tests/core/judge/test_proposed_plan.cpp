// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/proposed_plan.h"
#include "support/test_program.h"

namespace test_proposed_plan {

using namespace orbita;

class TestProposedPlan : public QObject {
    Q_OBJECT
private slots:
    void followsFromWhatIsKnown_data() {
        QTest::addColumn<PlanEvidence>("evidence");
        QTest::addColumn<ScanOrder>("order");
        QTest::addColumn<PlanReason>("reason");
        QTest::addColumn<bool>("save");
        const std::vector<LbaSpan> places = {{{5}, {8}}};
        const auto row = [](const char* name, const PlanEvidence& evidence, ScanOrder order,
                            PlanReason reason,
                            bool save) { QTest::newRow(name) << evidence << order << reason << save; };
        using D = DataElsewhere;
        row("nothing known", {}, ScanOrder::forward, PlanReason::plain, false);
        row("all well", {.entry = Entry::goOn, .data = D::notSaved}, ScanOrder::forward, PlanReason::plain,
            false);
        row("all well, places", {.entry = Entry::goOn, .data = D::notSaved, .suspects = places},
            ScanOrder::suspectsFirst, PlanReason::suspects, false);
        row("gently", {.entry = Entry::gently, .data = D::notSaved, .suspects = places}, ScanOrder::careful,
            PlanReason::gently, true);
        row("gently, not known", {.entry = Entry::gently, .data = D::unknown}, ScanOrder::careful,
            PlanReason::gently, true);
        row("gently, saved", {.entry = Entry::gently, .data = D::saved}, ScanOrder::forward,
            PlanReason::plain, false);
        row("gently, saved, places", {.entry = Entry::gently, .data = D::saved, .suspects = places},
            ScanOrder::suspectsFirst, PlanReason::suspects, false);
        row("save first", {.entry = Entry::saveFirst, .data = D::notSaved}, ScanOrder::careful,
            PlanReason::saveFirst, true);
        row("save first, saved", {.entry = Entry::saveFirst, .data = D::saved}, ScanOrder::careful,
            PlanReason::saveFirst, false);
        row("froze before", {.entry = Entry::goOn, .data = D::saved, .frozeBefore = true}, ScanOrder::careful,
            PlanReason::frozeBefore, false);
        row("unreadable before", {.data = D::notSaved, .suspects = places, .unreadableBefore = true},
            ScanOrder::careful, PlanReason::unreadableOnce, true);
        row("unreadable before, saved", {.data = D::saved, .suspects = places, .unreadableBefore = true},
            ScanOrder::suspectsFirst, PlanReason::suspects, false);
    }
    void followsFromWhatIsKnown() {
        QFETCH(PlanEvidence, evidence);
        const ProposedPlan proposed = proposePlan(evidence);
        QTEST(proposed.plan.order, "order");
        QTEST(proposed.reason, "reason");
        QTEST(proposed.shouldSave, "save");
        QVERIFY(proposed.plan.saveTo.empty()); // where to is never decided by Orbita
        QCOMPARE(!proposed.plan.suspects.empty(), proposed.plan.order == ScanOrder::suspectsFirst);
    }
};

ORBITA_TEST(TestProposedPlan)

} // namespace test_proposed_plan

#include "test_proposed_plan.moc"
