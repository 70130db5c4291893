// SPDX-License-Identifier: GPL-3.0-or-later
// Each thing that has to be so before a drive is written to: what is said where it is not, and that nothing
// is written then.
#include "core/session/write_gate.h"
#include "core/target/open_session.h"
#include "support/leave_to_write.h"
#include "support/sim_scenarios.h"
#include "support/simulated_target.h"
#include "support/test_program.h"

#include <QTemporaryDir>
#include <set>

namespace test_write_gate {

using namespace orbita;
using namespace orbita::test;

WriteFacts goodFacts() {
    WriteFacts facts;
    facts.drive = {"Petrel 5", "PT5-00042", "", 4'000'000ULL * 512};
    facts.canWrite = true;
    return facts;
}

GrantOrder goodOrder() {
    GrantOrder order = leaveFor({{Lba{800}, SectorCount{8}}}, goodFacts().drive);
    order.confirmation = "0042";
    return order;
}

struct Case {
    const char* name;
    void (*bend)(GrantOrder&, WriteFacts&);
    WriteRefusal refusal;
};

const Case cases[] = {
    {"no drive", [](GrantOrder&, WriteFacts& f) { f.canWrite = false; }, WriteRefusal::noWayToWrite},
    {"mounted",
     [](GrantOrder&, WriteFacts& f) {
         f.uses = {{UseKind::mounted, "sdb1", "/home"}};
     },
     WriteRefusal::mounted},
    {"swapped on",
     [](GrantOrder&, WriteFacts& f) {
         f.uses = {{UseKind::swap, "sdb2", ""}};
     },
     WriteRefusal::swappedOn},
    {"held",
     [](GrantOrder&, WriteFacts& f) {
         f.uses = {{UseKind::held, "sdb", "md0"}};
     },
     WriteRefusal::held},
    {"read-only", [](GrantOrder&, WriteFacts& f) { f.systemReadOnly = true; }, WriteRefusal::systemReadOnly},
    {"policy", [](GrantOrder& o, WriteFacts&) { o.policyAllows = false; }, WriteRefusal::policyForbids},
    {"not asked", [](GrantOrder& o, WriteFacts&) { o.data = DataElsewhere::notAsked; },
     WriteRefusal::dataNotAnswered},
    {"zeros over the only copy",
     [](GrantOrder& o, WriteFacts&) {
         o.data = DataElsewhere::notSaved;
         o.kinds = {WriteKind::refresh, WriteKind::zeros};
     },
     WriteRefusal::dataOnlyHere},
    {"nobody knows",
     [](GrantOrder& o, WriteFacts&) {
         o.data = DataElsewhere::unknown;
         o.kinds = {WriteKind::reassign};
     },
     WriteRefusal::dataOnlyHere},
    {"another serial", [](GrantOrder& o, WriteFacts&) { o.confirmation = "0043"; },
     WriteRefusal::notConfirmed},
    {"nothing typed", [](GrantOrder& o, WriteFacts&) { o.confirmation.clear(); }, WriteRefusal::notConfirmed},
    {"the whole serial", [](GrantOrder& o, WriteFacts&) { o.confirmation = "PT5-00042"; },
     WriteRefusal::notConfirmed},
    {"no journal", [](GrantOrder& o, WriteFacts&) { o.journal.clear(); }, WriteRefusal::noJournal},
    {"beyond the end",
     [](GrantOrder& o, WriteFacts&) {
         o.spans = {{Lba{3'999'996}, SectorCount{8}}};
     },
     WriteRefusal::noSuchSectors},
    {"no sectors", [](GrantOrder& o, WriteFacts&) { o.spans = {}; }, WriteRefusal::noSuchSectors},
    {"no reason", [](GrantOrder& o, WriteFacts&) { o.reason.clear(); }, WriteRefusal::nothingAsked},
    {"for ever", [](GrantOrder& o, WriteFacts&) { o.lasting = std::chrono::hours{24 * 8}; },
     WriteRefusal::nothingAsked},
};

class TestWriteGate final : public QObject {
    Q_OBJECT
private slots:
    void eachConditionHasItsOwnWords() {
        QVERIFY(!whyNotWritten(goodOrder(), goodFacts()));
        std::set<WriteRefusal> met;
        for (const Case& one : cases) {
            GrantOrder order = goodOrder();
            WriteFacts facts = goodFacts();
            one.bend(order, facts);
            const auto refusal = whyNotWritten(order, facts);
            QVERIFY2(refusal && *refusal == one.refusal, one.name);
            met.insert(*refusal);
        }
        met.insert(WriteRefusal::usedByOthers); // seen by taking it, below
        std::set<std::string> words;
        for (int i = 0; i <= static_cast<int>(WriteRefusal::nothingAsked); ++i) {
            const auto refusal = static_cast<WriteRefusal>(i);
            QVERIFY2(met.contains(refusal), writeRefusalName(refusal).data());
            const Error error = writeRefused(refusal, "/dev/sdz", goodFacts());
            QCOMPARE(error.kind, Error::Kind::refusedUnsafe);
            QVERIFY2(words.insert(error.answer.text()).second, error.answer.text().c_str());
        }
    }
    void destroyingTheOnlyCopyHasToBeSaidInSoManyWords() {
        GrantOrder order = goodOrder();
        order.kinds = {WriteKind::zeros};
        order.data = DataElsewhere::notSaved;
        QVERIFY(whyNotWritten(order, goodFacts()));
        order.againstAdvice = true;
        QVERIFY(!whyNotWritten(order, goodFacts()));
        // What only writes back what was read needs nobody's overruling.
        order = goodOrder();
        order.data = DataElsewhere::notSaved;
        QVERIFY(!whyNotWritten(order, goodFacts()));
    }
    void whatIsTypedNamesTheDrive() {
        const DriveId serial{"Tern", "HT40-0x91ab", "", 500'107'862'016};
        QCOMPARE(confirmationOf(serial).expected, std::string("91AB"));
        QVERIFY(confirms("91ab", serial) && confirms(" 91AB ", serial));
        QVERIFY(!confirms("91A", serial) && !confirms("91ABC", serial) && !confirms("", serial));
        QVERIFY(!confirms("500 GB", serial)); // it has a serial number: that is what counts
        // Separators are not typed.
        QCOMPARE(confirmationOf({"", "AB-12-C", "", 1}).expected, std::string("B12C"));
        const DriveId dock{"USB cradle", "0123456789ABCDEF", "", 500'107'862'016};
        QVERIFY(!confirmationOf(dock).bySerial);
        QCOMPARE(confirmationOf(dock).expected, std::string("500 GB"));
        for (const char* good : {"500 GB", "500GB", "500 gb", "0.5 TB", "0,5TB", "500107 MB"})
            QVERIFY2(confirms(good, dock), good);
        for (const char* bad :
             {"cdef", "1 TB", "450 GB", "600 GB", "500", "GB", "", "-500 GB", "nan GB", "1e300 TB"})
            QVERIFY2(!confirms(bad, dock), bad);
        const DriveId stick{"Stick", "", "", 30'784'094'208};
        QVERIFY(confirms("32 GB", stick) && !confirms("64 GB", stick) && !confirms("16 GB", stick));
        QVERIFY(!confirms("0 GB", {"Nothing", "", "", 0}));
    }
    // From the far side of a session: nothing of it reaches the drive.
    void refusedLeaveWritesNothing() {
        for (const auto front :
             {sim::Front::ata, sim::Front::sat, sim::Front::bridge, sim::Front::scsi, sim::Front::nvme}) {
            const Target target = targetOf(smallDrive(front));
            auto session = openSession(target, false).value();
            GrantOrder order = goodOrder();
            order.confirmation = "9999";
            const auto refused = session->grantWriting(order);
            QVERIFY(!refused && refused.error().kind == Error::Kind::refusedUnsafe);
            QVERIFY(!session->write({"", 0, {}}, WriteKind::refresh, order.spans[0],
                                    std::vector<std::byte>(8 * 512)));
            QVERIFY(!target.condition->medium().touched());
        }
    }
    void mountedMeanwhileOrTakenByOthers() {
        const Target target = targetOf(smallDrive(sim::Front::scsi));
        auto first = openSession(target, false).value();
        auto second = openSession(target, false).value();
        target.condition->setMountedAt("/mnt/gauge");
        const auto mounted = first->grantWriting(goodOrder());
        QVERIFY(!mounted && mounted.error().answer.text().find("/mnt/gauge") != std::string::npos);
        target.condition->setMountedAt({});
        const auto grant = first->grantWriting(goodOrder());
        QVERIFY2(grant, grant ? "" : grant.error().message().c_str());
        const auto taken = second->grantWriting(goodOrder());
        QVERIFY(!taken && taken.error().answer.text().find("another program") != std::string::npos);
        QVERIFY(first->endWriting(*grant));
        QVERIFY(second->grantWriting(goodOrder()));
        // And what was given back is worth nothing any more.
        QVERIFY(!first->write(*grant, WriteKind::refresh, {Lba{800}, SectorCount{8}},
                              std::vector<std::byte>(8 * 512)));
    }
};

ORBITA_TEST(TestWriteGate)

} // namespace test_write_gate

#include "test_write_gate.moc"
