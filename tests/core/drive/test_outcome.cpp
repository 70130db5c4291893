// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drive/ata/reply.h"
#include "core/drive/ata/taskfile.h"
#include "core/drive/nvme/commands.h"
#include "core/drive/nvme/reply.h"
#include "core/drive/plain/reply.h"
#include "core/drive/scsi/commands.h"
#include "core/drive/scsi/reply.h"
#include "core/drive/scsi/sense.h"
#include "support/test_program.h"

#include <cerrno>

namespace test_outcome {

using namespace orbita;

class TestOutcome : public QObject {
    Q_OBJECT
private slots:
    void ataAnswers_data() {
        QTest::addColumn<int>("status");
        QTest::addColumn<int>("error");
        QTest::addColumn<Outcome>("outcome");
        QTest::newRow("good") << 0x50 << 0 << Outcome::answered;
        QTest::newRow("UNC") << 0x51 << 0x40 << Outcome::unreadable;
        QTest::newRow("IDNF") << 0x51 << 0x10 << Outcome::unreadable;
        QTest::newRow("UNC and ABRT") << 0x51 << 0x44 << Outcome::unreadable;
        QTest::newRow("ICRC") << 0x51 << 0x84 << Outcome::linkFault;
        QTest::newRow("ICRC and UNC: the link first") << 0x51 << 0xC0 << Outcome::linkFault;
        QTest::newRow("bare ABRT") << 0x51 << 0x04 << Outcome::bareError;
        QTest::newRow("device fault") << 0x70 << 0 << Outcome::bareError;
        QTest::newRow("error bit alone") << 0x51 << 0 << Outcome::bareError;
    }
    void ataAnswers() {
        QFETCH(int, status);
        QFETCH(int, error);
        Reply reply;
        reply.transport = TransportStatus::answered;
        reply.bytes =
            ata::encodeAnswer({static_cast<std::uint8_t>(status), static_cast<std::uint8_t>(error), {77}});
        const ReplyVerdict verdict = ata::classifyReply(reply);
        QTEST(verdict.outcome, "outcome");
        QCOMPARE(verdict.firstBad.has_value(), verdict.outcome == Outcome::unreadable);
        if (verdict.firstBad)
            QCOMPARE(verdict.firstBad->value, std::uint64_t{77});
    }
    void garbledAnswerIsALinkFault() {
        Reply reply;
        reply.transport = TransportStatus::answered;
        QCOMPARE(ata::classifyReply(reply).outcome, Outcome::linkFault);
    }
    void systemErrors_data() {
        QTest::addColumn<int>("number");
        QTest::addColumn<Outcome>("outcome");
        QTest::newRow("ENODATA") << ENODATA << Outcome::unreadable;
        QTest::newRow("EILSEQ") << EILSEQ << Outcome::unreadable;
        QTest::newRow("EIO") << EIO << Outcome::bareError;
        QTest::newRow("ENOMEM") << ENOMEM << Outcome::bareError;
        QTest::newRow("ENOLINK") << ENOLINK << Outcome::linkFault;
        QTest::newRow("ETIMEDOUT") << ETIMEDOUT << Outcome::linkFault;
        QTest::newRow("ENXIO") << ENXIO << Outcome::driveGone;
        QTest::newRow("ENODEV") << ENODEV << Outcome::driveGone;
        QTest::newRow("ENOMEDIUM") << ENOMEDIUM << Outcome::driveGone;
        QTest::newRow("EINVAL") << EINVAL << Outcome::refused;
        QTest::newRow("EOPNOTSUPP") << EOPNOTSUPP << Outcome::refused;
        QTest::newRow("reader ended") << ESRCH << Outcome::readerLost;
    }
    void systemErrors() {
        QFETCH(int, number);
        Reply reply;
        reply.transport = TransportStatus::failed;
        reply.systemError = number;
        reply.expected = 512;
        QTEST(plain::classifyReply(reply).outcome, "outcome");
        QTEST(ata::classifyReply(reply).outcome, "outcome");
    }
    void shortReadIsBeyondTheEnd() {
        Reply reply;
        reply.transport = TransportStatus::answered;
        reply.expected = 4096;
        reply.transferred = 4096;
        QCOMPARE(plain::classifyReply(reply).outcome, Outcome::answered);
        reply.transferred = 512;
        QCOMPARE(plain::classifyReply(reply).outcome, Outcome::beyondEnd);
    }
    void scsiSense_data() {
        QTest::addColumn<int>("key");
        QTest::addColumn<int>("asc");
        QTest::addColumn<Outcome>("outcome");
        QTest::newRow("recovered") << 0x1 << 0x17 << Outcome::answered;
        QTest::newRow("medium error") << 0x3 << 0x11 << Outcome::unreadable;
        QTest::newRow("spinning up") << 0x2 << 0x04 << Outcome::notReady;
        QTest::newRow("no medium") << 0x2 << 0x3A << Outcome::driveGone;
        QTest::newRow("hardware error") << 0x4 << 0x44 << Outcome::bareError;
        QTest::newRow("beyond the end") << 0x5 << 0x21 << Outcome::beyondEnd;
        QTest::newRow("reset") << 0x6 << 0x29 << Outcome::interrupted;
        QTest::newRow("protected") << 0x7 << 0x20 << Outcome::locked;
        QTest::newRow("damaged on the way") << 0xB << 0x47 << Outcome::linkFault;
        QTest::newRow("bare abort") << 0xB << 0x00 << Outcome::bareError;
        QTest::newRow("unknown command") << 0x5 << 0x20 << Outcome::refused;
        QTest::newRow("unknown option") << 0x5 << 0x24 << Outcome::refused;
    }
    void scsiSense() {
        QFETCH(int, key);
        QFETCH(int, asc);
        QFETCH(Outcome, outcome);
        for (const bool descriptors : {false, true}) {
            scsi::Sense sense;
            sense.key = static_cast<std::uint8_t>(key);
            sense.asc = static_cast<std::uint8_t>(asc);
            sense.information = Lba{4711};
            const auto bytes = scsi::encodeSense(sense, descriptors);
            Reply reply;
            reply.transport = TransportStatus::answered;
            reply.status = scsi::status::checkCondition;
            std::copy(bytes.begin(), bytes.end(), reply.bytes.begin());
            QCOMPARE(scsi::classifyReply(reply).outcome, outcome);
            QCOMPARE(scsi::classifyReply(reply).recovered, key == 1);
            if (outcome == Outcome::unreadable)
                QCOMPARE(scsi::classifyReply(reply).firstBad->value, std::uint64_t{4711});
            // About an earlier command: says nothing of this one.
            reply.bytes[0] |= std::byte{1};
            QCOMPARE(scsi::classifyReply(reply).outcome, Outcome::interrupted);
        }
    }
    void senseOfWhatIsNotWritten() {
        for (const std::uint8_t qualifier : {std::uint8_t{6}, std::uint8_t{7}}) {
            const auto bytes = scsi::encodeSense(
                {scsi::senseKey::illegalRequest, 0x21, qualifier, {}, {}, false, {}}, false);
            Reply reply;
            reply.transport = TransportStatus::answered;
            reply.status = scsi::status::checkCondition;
            std::copy(bytes.begin(), bytes.end(), reply.bytes.begin());
            QCOMPARE(scsi::classifyReply(reply).outcome, Outcome::unmapped);
        }
    }
    void scsiStatus() {
        Reply reply;
        reply.transport = TransportStatus::answered;
        reply.expected = reply.transferred = 512;
        QCOMPARE(scsi::classifyReply(reply).outcome, Outcome::answered);
        reply.transferred = 100; // good, they say, but the data did not all arrive
        QCOMPARE(scsi::classifyReply(reply).outcome, Outcome::linkFault);
        for (const std::uint8_t status :
             {scsi::status::busy, scsi::status::taskSetFull, scsi::status::taskAborted}) {
            reply.status = status;
            QCOMPARE(scsi::classifyReply(reply).outcome, Outcome::interrupted);
        }
        reply.status = 0x18;
        QCOMPARE(scsi::classifyReply(reply).outcome, Outcome::locked);
        reply.status = scsi::status::checkCondition; // without sense
        QCOMPARE(scsi::classifyReply(reply).outcome, Outcome::linkFault);
    }
    void nvmeStatus_data() {
        QTest::addColumn<int>("type");
        QTest::addColumn<int>("code");
        QTest::addColumn<Outcome>("outcome");
        QTest::newRow("good") << 0 << 0x00 << Outcome::answered;
        QTest::newRow("unrecovered read") << 2 << 0x81 << Outcome::unreadable;
        QTest::newRow("unwritten") << 2 << 0x87 << Outcome::unmapped;
        QTest::newRow("guard check") << 2 << 0x82 << Outcome::unreadable;
        QTest::newRow("access denied") << 2 << 0x86 << Outcome::locked;
        QTest::newRow("out of range") << 0 << 0x80 << Outcome::beyondEnd;
        QTest::newRow("transfer error") << 0 << 0x04 << Outcome::linkFault;
        QTest::newRow("aborted") << 0 << 0x07 << Outcome::interrupted;
        QTest::newRow("not ready") << 0 << 0x82 << Outcome::notReady;
        QTest::newRow("internal") << 0 << 0x06 << Outcome::bareError;
        QTest::newRow("unknown command") << 0 << 0x01 << Outcome::refused;
        QTest::newRow("unknown field") << 0 << 0x02 << Outcome::refused;
    }
    void nvmeStatus() {
        QFETCH(int, type);
        QFETCH(int, code);
        QFETCH(Outcome, outcome);
        Reply reply;
        reply.transport = TransportStatus::answered;
        reply.bytes = nvme::encodeCompletion(
            {0, static_cast<std::uint8_t>(type), static_cast<std::uint8_t>(code), false});
        QCOMPARE(nvme::classifyReply(reply).outcome, outcome);
    }
    void whatWasNotSentSaysNothing() {
        for (const auto& [transport, outcome] : {std::pair{TransportStatus::withdrawn, Outcome::withdrawn},
                                                 std::pair{TransportStatus::refused, Outcome::barred}}) {
            Reply reply;
            reply.transport = transport;
            QCOMPARE(ata::classifyReply(reply).outcome, outcome);
            QCOMPARE(plain::classifyReply(reply).outcome, outcome);
        }
    }
    // The drive may be another one from then on.
    void aChangedMediumIsToldFromAReset() {
        for (unsigned asc = 0; asc < 256; ++asc)
            for (unsigned ascq = 0; ascq < 256; ++ascq) {
                Reply reply;
                reply.transport = TransportStatus::answered;
                reply.status = scsi::status::checkCondition;
                const auto sense = scsi::encodeSense({scsi::senseKey::unitAttention,
                                                      static_cast<std::uint8_t>(asc),
                                                      static_cast<std::uint8_t>(ascq),
                                                      {},
                                                      {},
                                                      false,
                                                      {}},
                                                     false);
                std::copy(sense.begin(), sense.end(), reply.bytes.begin());
                const bool changed = asc == 0x28 || (asc == 0x2A && ascq == 0x09) ||
                                     (asc == 0x3F && (ascq == 0x03 || ascq == 0x0E));
                QCOMPARE(scsi::classifyReply(reply).outcome,
                         changed ? Outcome::mediumChanged : Outcome::interrupted);
            }
    }
};

ORBITA_TEST(TestOutcome)

} // namespace test_outcome

#include "test_outcome.moc"
