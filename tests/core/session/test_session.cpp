// SPDX-License-Identifier: GPL-3.0-or-later
// A session is with one drive, and does what is ordered of it and nothing else: written down before, and what
// came of it after.
#include "core/base/bytes.h"
#include "core/base/checksum.h"
#include "core/drive/error_recovery.h"
#include "core/drive/link/order_socket.h"
#include "core/drive/scsi/commands.h"
#include "core/drive/scsi/pages.h"
#include "core/drive/scsi/sense.h"
#include "core/session/drive_session.h"
#include "core/session/local_orders.h"
#include "core/session/open_action_log.h"
#include "core/sim/content.h"
#include "core/target/logged_action.h"
#include "core/target/open_session.h"
#include "core/target/simulated_access.h"
#include "core/vitals/read_vitals.h"
#include "support/leave_to_write.h"
#include "support/long_wait.h"
#include "support/scripted_link.h"
#include "support/sim_scenarios.h"
#include "support/simulated_target.h"
#include "support/test_program.h"

#include <QFile>
#include <QTemporaryDir>
#include <fcntl.h>
#include <random>
#include <sys/socket.h>
#include <thread>

namespace test_session {

using namespace orbita;
using namespace orbita::test;

// A session with a simulated drive whose log is kept here.
struct Session {
    explicit Session(const sim::Scenario& scenario = smallDrive(sim::Front::scsi))
        : target(targetOf(scenario)), log(dir.filePath("actions.jsonl").toStdString()) {
        auto opened = openSession(target, false, {}, log);
        if (!opened)
            qFatal("%s", opened.error().message().c_str());
        session = std::move(*opened);
    }
    [[nodiscard]] std::vector<DriveAction> actions() const { return readActionLog(log).value(); }
    [[nodiscard]] Vitals vitals() const {
        Enquiry enquiry(session->reading(), std::chrono::seconds{20});
        return readVitals(enquiry, target.identity);
    }

    QTemporaryDir dir;
    Target target;
    std::string log;
    std::unique_ptr<DriveSession> session;
};

GrantOrder leave(LbaSpan span, const Target& target) {
    return leaveFor({span}, driveIdOf(target.identity));
}

std::vector<std::byte> sectors(std::uint64_t count, std::byte value) {
    return std::vector<std::byte>(count * 512, value);
}

// It knows no such command.
std::array<std::byte, commandBytes> senseOf() {
    scsi::Sense sense;
    sense.key = scsi::senseKey::illegalRequest;
    sense.asc = 0x20;
    std::array<std::byte, commandBytes> bytes{};
    const auto encoded = scsi::encodeSense(sense, false);
    std::copy_n(encoded.begin(), std::min(encoded.size(), bytes.size()), bytes.begin());
    return bytes;
}

// A drive that is changed for another at some command; it answers INQUIRY, serial number and capacity.
class ChangingDrive {
public:
    std::string serial = "FIRST-1";
    std::vector<CommandBlock> sent;

    std::unique_ptr<Link> link() {
        return std::make_unique<ScriptedLink>([this](const CommandBlock& block) {
            sent.push_back(block);
            Scripted scripted;
            scripted.reply.transport = TransportStatus::answered;
            if (scsi::opcodeOf(block) == scsi::opcode::inquiry &&
                std::to_integer<unsigned>(block.bytes[2]) == scsi::vpd::serialNumber) {
                std::vector<std::byte> text;
                for (const char c : serial)
                    text.push_back(static_cast<std::byte>(c));
                scripted.data = scsi::makeVpd(scsi::vpd::serialNumber, text);
            } else {
                scripted.reply.status = 2; // CHECK CONDITION: it knows no other
                scripted.reply.bytes = senseOf();
            }
            scripted.reply.transferred = static_cast<std::uint32_t>(scripted.data.size());
            return scripted;
        });
    }
};

HostSetup setupOf(ChangingDrive& drive) {
    HostSetup setup;
    setup.way.link = drive.link();
    setup.way.speaks = Family::scsi;
    setup.way.path = "/dev/sdz";
    setup.log.emplace();
    return setup;
}

class TestSession final : public QObject {
    Q_OBJECT
private slots:
    void whatIsDoneIsWrittenDown() {
        Session s;
        const Vitals vitals = s.vitals();
        QVERIFY(s.session->startSelfTest(vitals, SelfTestKind::extended));
        // What runs already is not begun again, and nothing is written down of what was not sent.
        const auto again = s.session->startSelfTest(vitals, SelfTestKind::shortTest);
        QVERIFY(!again && again.error().answer.text().find("running already") != std::string::npos);
        QVERIFY(s.session->abortSelfTest(vitals));
        const auto actions = s.actions();
        QCOMPARE(actions.size(), std::size_t{2});
        QCOMPARE(actions[0].kind, ActionKind::selfTestStart);
        QCOMPARE(actions[0].parameters, (ActionDetails{{"kind", "extended"}}));
        QCOMPARE(actions[0].drive.serial, s.target.identity.serial);
        QCOMPARE(actions[0].drive.capacityBytes, s.target.identity.capacityBytes());
        QCOMPARE(actions[0].result, ActionResult::done);
        QVERIFY(actions[0].endedAt >= actions[0].at && actions[0].at > 1'700'000'000);
        QCOMPARE(actions[0].who, loginName());
        QCOMPARE(actions[1].kind, ActionKind::selfTestAbort);
    }
    // Reading and asking go through without any log; nothing else does.
    void nothingIsDoneThatIsNotWrittenDown() {
        ChangingDrive drive;
        HostSetup setup = setupOf(drive);
        setup.log.reset();
        const auto orders = std::make_shared<LocalOrders>(std::move(setup));
        auto session = DriveSession::open({}, orders, {"", "FIRST-1", "", 0}, test::longWait);
        QVERIFY2(session, session ? "" : session.error().message().c_str());
        Vitals vitals;
        vitals.family = Family::scsi;
        drive.sent.clear();
        const auto done = (*session)->abortSelfTest(vitals);
        QVERIFY(!done && done.error().kind == Error::Kind::refusedUnsafe);
        for (const CommandBlock& block : drive.sent)
            QCOMPARE(classOf(block, {{}, static_cast<std::uint32_t>(bigEndian(block.bytes, 3, 2))}) ==
                         CommandClass::stateChanging,
                     false);
        // By the link for reading, too, nothing that changes the drive's state leaves.
        Session s;
        Enquiry enquiry(s.session->reading(), test::longWait);
        QVERIFY(!enquiry.ask(scsi::sendDiagnostic(scsi::SelfTestCode::abortBackground), 0));
        QCOMPARE(s.session->reading().link->refusals(), std::uint64_t{1});
        QVERIFY(s.actions().empty());
    }
    // A line that cannot be made durable: the command does not leave.
    void whatCannotBeWrittenDownIsNotDone() {
        for (const bool appends : {true, false}) {
            ChangingDrive drive;
            HostSetup setup = setupOf(drive);
            const QTemporaryDir dir;
            const std::string path = dir.filePath("log").toStdString();
            LogDisk disk = systemLogDisk();
            if (appends)
                disk.sync = [](int) { return EIO; };
            else
                disk.append = [](int, std::string_view) { return ENOSPC; };
            setup.log.emplace(Descriptor(open(path.c_str(), O_RDWR | O_APPEND | O_CREAT, 0600)), path, disk);
            const auto orders = std::make_shared<LocalOrders>(std::move(setup));
            auto session = DriveSession::open({}, orders, {"", "FIRST-1", "", 0}, test::longWait);
            QVERIFY(session);
            Vitals vitals;
            vitals.family = Family::scsi;
            QVERIFY(!(*session)->abortSelfTest(vitals));
            for (const CommandBlock& block : drive.sent)
                QVERIFY(scsi::opcodeOf(block) != 0x1D); // SEND DIAGNOSTIC
        }
    }
    void anotherDriveIsRefused() {
        ChangingDrive drive;
        // At opening.
        auto wrong = DriveSession::open({}, std::make_shared<LocalOrders>(setupOf(drive)),
                                        {"", "SECOND-2", "", 0}, test::longWait);
        QVERIFY(!wrong && wrong.error().kind == Error::Kind::refusedUnsafe);
        QVERIFY(wrong.error().answer.text().find("FIRST-1") != std::string::npos);
        QVERIFY(wrong.error().answer.text().find("SECOND-2") != std::string::npos);
        // And where it was changed since.
        auto session = DriveSession::open({}, std::make_shared<LocalOrders>(setupOf(drive)),
                                          {"", "FIRST-1", "", 0}, test::longWait);
        QVERIFY(session);
        QCOMPARE((*session)->toldBy(), ToldBy::serial);
        drive.serial = "SECOND-2";
        drive.sent.clear();
        Vitals vitals;
        vitals.family = Family::scsi;
        const auto done = (*session)->abortSelfTest(vitals);
        QVERIFY(!done && done.error().kind == Error::Kind::refusedUnsafe);
        for (const CommandBlock& block : drive.sent)
            QVERIFY(scsi::opcodeOf(block) != 0x1D);
    }
    // What was told when the session was opened has to be told again: silence is no proof.
    void oneThatDoesNotSayWhoItIsIsRefused() {
        ChangingDrive drive;
        auto session = DriveSession::open({}, std::make_shared<LocalOrders>(setupOf(drive)),
                                          {"", "FIRST-1", "", 0}, test::longWait);
        QVERIFY(session);
        drive.serial.clear();
        drive.sent.clear();
        Vitals vitals;
        vitals.family = Family::scsi;
        const auto done = (*session)->abortSelfTest(vitals);
        QVERIFY(!done && done.error().kind == Error::Kind::refusedUnsafe);
        for (const CommandBlock& block : drive.sent)
            QVERIFY(scsi::opcodeOf(block) != 0x1D);
    }
    void whatAnswersIsCompared_data() {
        QTest::addColumn<DriveId>("meant");
        QTest::addColumn<DriveId>("is");
        QTest::addColumn<bool>("same");
        const auto row = [](const char* name, DriveId meant, DriveId is, bool same) {
            QTest::newRow(name) << std::move(meant) << std::move(is) << same;
        };
        const DriveId a{"Petrel 5", "PT5-1", "5000c500a1b2c3d4", 1000};
        row("itself", a, a, true);
        row("nobody in particular", {}, a, true);
        row("another serial number", a, {"Petrel 5", "PT5-2", "5000c500a1b2c3d4", 1000}, false);
        row("another capacity", a, {"Petrel 5", "PT5-1", "5000c500a1b2c3d4", 2000}, false);
        row("a model cut short", a, {"Petre", "PT5-1", "", 1000}, true);
        row("it tells nothing", a, {}, true);
        row("no serial number, another name", {"Petrel 5", "000000000000", "5000c500a1b2c3d4", 1000},
            {"Petrel 5", "000000000000", "5000c500a1b2c3d5", 1000}, false);
        row("no serial number, the same name", {"Petrel 5", "000000000000", "5000c500a1b2c3d4", 1000},
            {"", "000000000000", "5000c500a1b2c3d4", 1000}, true);
        row("no serial number, names of two kinds", {"Petrel 5", "", "5000c500a1b2c3d4", 1000},
            {"Petrel 5", "", "0123456789abcdef0123456789abcdef", 1000}, true);
        row("no serial number, another model", {"Petrel 5", "", "", 1000}, {"Tern 40", "", "", 1000}, false);
    }
    void whatAnswersIsCompared() {
        QFETCH(DriveId, meant);
        QFETCH(DriveId, is);
        QFETCH(bool, same);
        QCOMPARE(sameDrive(meant, is), same);
        QCOMPARE(sameDrive(is, meant), same);
    }
    // Bytes that are no message, or one that cannot be: an answer, and nothing is done.
    void hostileOrdersAreAnswered() {
        Session s;
        HostSetup setup;
        setup.way = simulatedPath(s.target, false);
        setup.log.emplace();
        setup.writing = simulatedAccess(s.target);
        SessionHost host(std::move(setup));
        const auto refused = [&](const std::string& message) {
            const auto reply = decodeReply(host.answer(message));
            return !reply;
        };
        const std::string v = R"({"orbita-session":1,)";
        QVERIFY(refused(""));
        QVERIFY(refused("\n"));
        QVERIFY(refused("[]\n"));
        QVERIFY(refused(v + R"("what":"open")"));
        QVERIFY(refused(R"({"orbita-session":2,"what":"restore-recovery"})"
                        "\n"));
        QVERIFY(refused(v + R"("what":"raw","block":"2a00"})"
                            "\n"));
        // Nobody said which drive is meant.
        QVERIFY(refused(encodeOrder(RestoreRecoveryOrder{})));
        QVERIFY(refused(encodeOrder(leave({Lba{0}, SectorCount{8}}, s.target))));
        QVERIFY(!refused(encodeOrder(OpenOrder{driveIdOf(s.target.identity), "me"})));
        QVERIFY(refused(encodeOrder(OpenOrder{driveIdOf(s.target.identity), "me"}))); // once
        QVERIFY(refused(v + R"("what":"self-test","family":"ata","kind":"captive","span":[0,0]})"
                            "\n"));
        QVERIFY(refused(v + R"("what":"self-test","family":"nvme","kind":"short","span":[0,0]})"
                            "\n"));
        QVERIFY(refused(v + R"("what":"limit-recovery","limit_ms":-1})"
                            "\n"));
        QVERIFY(refused(v + R"("what":"limit-recovery","limit_ms":1e300})"
                            "\n"));
        QVERIFY(refused(v + R"("what":"restore-recovery"})"
                            "\ncontents"));
        QVERIFY(refused(v + R"("what":"write","grant":"","kind":"refresh","span":[0,1],"crc32":0})"
                            "\n"));
        // What is encoded comes back as it was, whatever is in it.
        WriteOrder order{"grant \"x\"\n",
                         WriteKind::pieced,
                         {Lba{7}, SectorCount{2}},
                         sectors(2, std::byte{'\n'}),
                         0xFFFF'FFFFU};
        const auto back = decodeOrder(encodeOrder(order));
        QVERIFY(back);
        const auto& same = std::get<WriteOrder>(*back);
        QCOMPARE(same.contents, order.contents);
        QCOMPARE(same.crc32, order.crc32);
        QCOMPARE(same.span, order.span);
        // Random damage to good ones.
        std::mt19937 random(11);
        const std::string good[] = {encodeOrder(order),
                                    encodeOrder(leave({Lba{1}, SectorCount{8}}, s.target)),
                                    encodeOrder(SelfTestOrder{Family::ata, SelfTestKind::selective, {}})};
        for (int i = 0; i < 3000; ++i) {
            std::string bad = good[static_cast<std::size_t>(i) % 3];
            for (unsigned hits = random() % 4 + 1; hits > 0; --hits)
                bad[random() % bad.size()] = static_cast<char>(random());
            (void)decodeReply(host.answer(bad));
            (void)decodeReply(bad);
        }
        std::vector<std::byte> is(512 * 16);
        std::vector<std::byte> was(is.size());
        sim::readContent(*s.target.scenario, {0}, was);
        is = was;
        s.target.condition->medium().read({0}, is);
        QCOMPARE(is, was);
    }
    // Only where leave was given, only in that way, only so long, and only what arrived whole.
    void writingNeedsLeave() {
        Session s;
        const LbaSpan span{Lba{800}, SectorCount{8}};
        const auto content = sectors(8, std::byte{0x5A});
        const auto stored = [&](std::uint64_t lba) {
            std::vector<std::byte> bytes(512);
            s.target.condition->medium().readDurable({lba}, bytes);
            return bytes.front() == std::byte{0x5A} && bytes.back() == std::byte{0x5A};
        };
        const auto refused = [](const Result<WriteAnswer>& done) {
            return !done && done.error().kind == Error::Kind::refusedUnsafe;
        };
        QVERIFY(refused(s.session->write({"0123", 0, {}}, WriteKind::refresh, span, content)));
        QVERIFY(!s.session->grantWriting(
            leave({Lba{4'000'000 - 4}, SectorCount{8}}, s.target))); // beyond the end
        GrantOrder noReason = leave(span, s.target);
        noReason.reason.clear();
        QVERIFY(!s.session->grantWriting(noReason));
        GrantOrder forEver = leave(span, s.target);
        forEver.lasting = std::chrono::hours{24 * 8};
        QVERIFY(!s.session->grantWriting(forEver));
        const auto grant = s.session->grantWriting(leave(span, s.target));
        QVERIFY2(grant, grant ? "" : grant.error().message().c_str());
        QVERIFY(refused(s.session->write(*grant, WriteKind::zeros, span, sectors(8, {}))));
        QVERIFY(refused(s.session->write(*grant, WriteKind::refresh, {Lba{801}, SectorCount{8}}, content)));
        QVERIFY(refused(s.session->write(*grant, WriteKind::refresh, {Lba{799}, SectorCount{1}},
                                         sectors(1, std::byte{0x5A}))));
        QVERIFY(refused(s.session->write(*grant, WriteKind::refresh, span, sectors(7, std::byte{0x5A}))));
        QVERIFY(!stored(800) && !stored(799) && !stored(808));
        const std::size_t before = s.actions().size();
        const auto written = s.session->write(*grant, WriteKind::refresh, span, content);
        QVERIFY2(written, written ? "" : written.error().message().c_str());
        QCOMPARE(written->verdict.outcome, Outcome::answered);
        QVERIFY(written->forced);
        QVERIFY(stored(800) && stored(807) && !stored(799) && !stored(808));
        const auto actions = s.actions();
        QCOMPARE(actions.size(), before + 1);
        QCOMPARE(actions.back().kind, ActionKind::sectorsWritten);
        QCOMPARE(actions.back().parameters.at("first"), std::string("800"));
        QCOMPARE(actions.back().result, ActionResult::done);
        // Whoever reads the drive finds it there.
        CommandPath& reading = s.session->reading();
        QVERIFY(reading.link->handOverReads(HandOver::whole, 4096));
        Request request;
        request.block = scsi::read16({800}, 8);
        request.expected = 4096;
        request.haltAfter = std::chrono::seconds{8};
        reading.link->submit({&request, 1});
        Reply reply;
        QCOMPARE(reading.link->reap({&reply, 1}, std::chrono::seconds{30}), std::size_t{1});
        QVERIFY(std::equal(reply.data.begin(), reply.data.end(), content.begin(), content.end()));
    }
    // A drive that is refreshed as a whole is not written down a million times, and nothing is left out.
    void whatIsRefreshedIsWrittenDownByRuns() {
        Session s;
        GrantOrder order = leave({Lba{0}, SectorCount{4096}}, s.target);
        order.run = SectorCount{1024};
        order.kinds = {WriteKind::refresh, WriteKind::zeros};
        const auto grant = s.session->grantWriting(order);
        QVERIFY2(grant, grant ? "" : grant.error().message().c_str());
        const std::size_t before = s.actions().size();
        const auto write = [&](WriteKind kind, std::uint64_t lba) {
            return s.session
                ->write(*grant, kind, {Lba{lba}, SectorCount{8}},
                        sectors(8, kind == WriteKind::zeros ? std::byte{} : std::byte{7}))
                .has_value();
        };
        for (std::uint64_t lba = 0; lba < 1024; lba += 8)
            QVERIFY(write(WriteKind::refresh, lba));
        // It is there before anything leaves; how much of it was done, in the end.
        QCOMPARE(s.actions().size(), before + 1);
        QCOMPARE(s.actions().back().result, ActionResult::unknown);
        QCOMPARE(s.actions().back().parameters.at("sectors"), std::string("1024"));
        QVERIFY(write(WriteKind::zeros, 2048)); // by itself, as ever
        QCOMPARE(s.actions().back().parameters.at("kind"), std::string("zeros"));
        QVERIFY(write(WriteKind::refresh, 1020)); // not inside it any more
        auto actions = s.actions();
        QCOMPARE(actions.size(), before + 3);
        QCOMPARE(actions[before].result, ActionResult::done);
        QCOMPARE(actions[before].answer, std::string("1024 sectors written"));
        QCOMPARE(actions[before + 2].parameters.at("first"), std::string("1020"));
        s.target.condition->medium().cutPower();
        QVERIFY(s.session->endWriting(*grant));
        QCOMPARE(s.actions().back().answer, std::string("8 sectors written"));
    }
    void leaveRunsOut() {
        const Target target = targetOf(smallDrive(sim::Front::nvme));
        HostSetup setup;
        setup.way = simulatedPath(target, false);
        setup.log.emplace();
        setup.writing = simulatedAccess(target);
        Clock& clock = setup.way.link->clock();
        SessionHost host(std::move(setup));
        const auto give = [&](const Order& order) { return decodeReply(host.answer(encodeOrder(order))); };
        QVERIFY(give(OpenOrder{driveIdOf(target.identity), "me"}));
        const auto granted = give(leave({Lba{0}, SectorCount{8}}, target));
        QVERIFY2(granted, granted ? "" : granted.error().message().c_str());
        const auto content = sectors(8, std::byte{1});
        const WriteOrder order{std::get<GrantReply>(*granted).grant,
                               WriteKind::refresh,
                               {Lba{0}, SectorCount{8}},
                               content,
                               crcOf(content)};
        QVERIFY(give(order));
        clock.sleep(std::chrono::minutes{5});
        const auto late = give(order);
        QVERIFY(!late && late.error().answer.text().find("run out") != std::string::npos);
    }
    void realDrivesAreNotWrittenTo() {
        ChangingDrive drive;
        auto session = DriveSession::open({}, std::make_shared<LocalOrders>(setupOf(drive)),
                                          {"", "FIRST-1", "", 0}, test::longWait);
        QVERIFY(session);
        const auto grant = (*session)->grantWriting(leave({Lba{0}, SectorCount{8}}, {}));
        QVERIFY(!grant && grant.error().kind == Error::Kind::refusedUnsafe);
    }
    // The log is cut after any byte that was not yet promised: what was promised is all there, and the next
    // line is whole.
    void theLogOutlivesAPowerCut() {
        const QTemporaryDir dir;
        const std::string path = dir.filePath("log").toStdString();
        std::size_t durable = 0; // bytes
        int syncs = 0;
        int mistakes = 0;
        std::vector<std::string> promised;
        std::size_t ends = 0;
        LogDisk disk = systemLogDisk();
        const auto content = [&] {
            QFile file(QString::fromStdString(path));
            return file.open(QIODevice::ReadOnly) ? file.readAll() : QByteArray();
        };
        const auto cutAt = [&](std::size_t bytes) {
            const std::string copy = dir.filePath("cut").toStdString();
            {
                QFile file(QString::fromStdString(copy));
                if (!file.open(QIODevice::WriteOnly | QIODevice::Truncate))
                    ++mistakes;
                file.write(content().left(static_cast<qsizetype>(bytes)));
            }
            ActionLog after(Descriptor(open(copy.c_str(), O_RDWR | O_APPEND)), copy);
            const auto found = after.read().value();
            if (found.size() < promised.size())
                ++mistakes;
            for (std::size_t i = 0; i < promised.size() && i < found.size(); ++i)
                if (found[i].id != promised[i] || (i < ends && found[i].result != ActionResult::done))
                    ++mistakes;
            DriveAction next;
            next.kind = ActionKind::heldReadOnly;
            if (!after.begin(next) || after.read()->back() != next)
                ++mistakes; // a torn line must not swallow the next
        };
        disk.sync = [&](int file) {
            ++syncs;
            for (std::size_t at = durable; at <= static_cast<std::size_t>(content().size()); at += 7)
                cutAt(at);
            const int error = systemLogDisk().sync(file);
            durable = static_cast<std::size_t>(content().size());
            return error;
        };
        ActionLog log(Descriptor(open(path.c_str(), O_RDWR | O_APPEND | O_CREAT, 0600)), path, disk);
        for (int i = 0; i < 8; ++i) {
            DriveAction action;
            action.at = 1'700'000'000 + i;
            action.drive = {"Petrel 5", "PT5-1", "", 1000};
            action.parameters = {{"kind", "short \"\n\x01"}};
            QVERIFY(log.begin(action));
            promised.push_back(action.id);
            cutAt(durable);
            QVERIFY(log.end(action, ActionResult::done, action.at + 1));
            ++ends;
            cutAt(durable);
        }
        QCOMPARE(mistakes, 0);
        QCOMPARE(syncs, 16);
    }
    void whatIsOwedFollowsFromTheLog() {
        const DriveId drive{"Petrel 5", "PT5-1", "", 1000};
        std::vector<DriveAction> actions;
        const auto add = [&](ActionKind kind, ActionResult result, const char* undo, const DriveId& of) {
            DriveAction action;
            action.kind = kind;
            action.result = result;
            action.drive = of;
            if (undo != nullptr)
                action.undo = {{"means", "sct"}, {"limit_ms", undo}};
            actions.push_back(action);
        };
        const auto owed = [&]() -> std::string {
            const auto undo = owedRecoveryLimit(actions, drive);
            return undo ? undo->at("limit_ms") : "";
        };
        using enum ActionKind;
        add(recoveryLimitSet, ActionResult::failed, "100", drive);
        QCOMPARE(owed(), std::string());
        add(recoveryLimitSet, ActionResult::unknown, "7000", drive);
        QCOMPARE(owed(), std::string("7000"));
        add(recoveryLimitSet, ActionResult::done, "1000", drive); // its own setting is what it was at first
        add(recoveryLimitRestored, ActionResult::failed, nullptr, drive);
        add(recoveryLimitRestored, ActionResult::done, nullptr, {"Petrel 5", "PT5-2", "", 1000});
        QCOMPARE(owed(), std::string("7000"));
        add(recoveryLimitRestored, ActionResult::done, nullptr, drive);
        QCOMPARE(owed(), std::string());
        // A number that no drive can hold is none.
        for (const char* bad : {"", "-1", "7e3", "99999999999999999999", "7000 "})
            QVERIFY(!errorRecoveryOf({{"means", "sct"}, {"limit_ms", bad}}));
        QVERIFY(!errorRecoveryOf({{"means", "mode-page"}, {"limit_ms", "65536"}}));
        QVERIFY(errorRecoveryOf({{"means", "mode-page"}, {"limit_ms", "65535"}}));
    }
    void messagesCrossASocketWhole() {
        int ends[2] = {-1, -1};
        QCOMPARE(socketpair(AF_UNIX, SOCK_STREAM | SOCK_CLOEXEC, 0, ends), 0);
        Descriptor here(ends[0]);
        Descriptor there(ends[1]);
        const std::string large(3U << 20U, 'x');
        std::jthread sender([&] { sendMessage(here.get(), large, std::chrono::seconds{20}); });
        std::string came;
        QCOMPARE(receiveMessage(there.get(), came, std::chrono::seconds{20}), 0);
        QVERIFY(came == large);
        sender.join();
        QCOMPARE(sendMessage(here.get(), std::string(mostMessageBytes + 1, 'x'), std::chrono::seconds{1}),
                 EMSGSIZE);
        QCOMPARE(receiveMessage(there.get(), came, std::chrono::milliseconds{20}), ETIMEDOUT);
        const unsigned char tooLong[] = {0xFF, 0xFF, 0xFF, 0xFF};
        QCOMPARE(write(here.get(), tooLong, sizeof tooLong), ssize_t{4});
        QCOMPARE(receiveMessage(there.get(), came, test::longWait), EMSGSIZE);
        here.reset();
        QCOMPARE(receiveMessage(there.get(), came, test::longWait), EPIPE);
    }
    void whatTheSystemDoesIsWrittenDownToo() {
        Session s;
        bool wasThere = false;
        QVERIFY(!doLogged(s.target, s.log, ActionKind::heldReadOnly, {}, [&]() -> Result<void> {
            wasThere = s.actions().size() == 1 && s.actions()[0].result == ActionResult::unknown;
            return tl::unexpected(systemError("holding read-only", "sim", EPERM));
        }));
        QVERIFY(wasThere);
        QCOMPARE(s.actions()[0].result, ActionResult::failed);
        QVERIFY(!s.actions()[0].answer.empty());
    }
};

ORBITA_TEST(TestSession)

} // namespace test_session

#include "test_session.moc"
