// SPDX-License-Identifier: GPL-3.0-or-later
#include <QTest>

#include "core/drive/ata/taskfile.h"
#include "core/drive/outcome.h"

#include <cerrno>

using namespace orbita;

Q_DECLARE_METATYPE(orbita::Outcome)

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
        reply.carried = Carried::answered;
        reply.bytes =
            ata::encodeAnswer({static_cast<std::uint8_t>(status), static_cast<std::uint8_t>(error), {77}});
        const Judged judged = judgeAta(reply);
        QTEST(judged.outcome, "outcome");
        QCOMPARE(judged.firstBad.has_value(), judged.outcome == Outcome::unreadable);
        if (judged.firstBad)
            QCOMPARE(judged.firstBad->value, std::uint64_t{77});
    }
    void garbledAnswerIsALinkFault() {
        Reply reply;
        reply.carried = Carried::answered;
        QCOMPARE(judgeAta(reply).outcome, Outcome::linkFault);
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
        QTest::newRow("reader ended") << ESRCH << Outcome::readerLost;
    }
    void systemErrors() {
        QFETCH(int, number);
        Reply reply;
        reply.carried = Carried::failed;
        reply.systemError = number;
        reply.expected = 512;
        QTEST(judgePlain(reply).outcome, "outcome");
        QTEST(judgeAta(reply).outcome, "outcome");
    }
    void shortReadIsBeyondTheEnd() {
        Reply reply;
        reply.carried = Carried::answered;
        reply.expected = 4096;
        reply.transferred = 4096;
        QCOMPARE(judgePlain(reply).outcome, Outcome::answered);
        reply.transferred = 512;
        QCOMPARE(judgePlain(reply).outcome, Outcome::beyondEnd);
    }
    void whatWasNotSentSaysNothing() {
        for (const Carried carried : {Carried::withdrawn, Carried::refused}) {
            Reply reply;
            reply.carried = carried;
            QCOMPARE(judgeAta(reply).outcome, Outcome::withdrawn);
            QCOMPARE(judgePlain(reply).outcome, Outcome::withdrawn);
        }
    }
};

QTEST_APPLESS_MAIN(TestOutcome)
#include "test_outcome.moc"
