// SPDX-License-Identifier: GPL-3.0-or-later
// What happened, entry by entry, and as it is told: neighbours that came to the same are one.
#include "core/scan/event_log.h"
#include "core/scan/joined_events.h"
#include "support/test_program.h"

namespace test_event_log {

using namespace orbita;

ScanEvent bad(std::uint64_t first, std::uint64_t count, int ms = 10) {
    ScanEvent event;
    event.kind = ScanEventKind::unreadable;
    event.span = {{first}, {count}};
    event.grade = Grade::unreadable;
    event.latency = std::chrono::milliseconds{ms};
    event.at = std::chrono::seconds{first};
    return event;
}

class TestEventLog : public QObject {
    Q_OBJECT
private slots:
    void neighboursAreOneInEitherDirection() {
        const auto forward = joined(bad(16, 8, 10), bad(24, 16, 30));
        QVERIFY(forward.has_value());
        QCOMPARE(forward->span, (LbaSpan{{16}, {24}}));
        QCOMPARE(forward->latency, Nanoseconds{std::chrono::milliseconds{30}});
        QCOMPARE(forward->at, Nanoseconds{std::chrono::seconds{16}});
        const auto backward = joined(bad(24, 16, 30), bad(16, 8, 10));
        QVERIFY(backward.has_value());
        QCOMPARE(backward->span, (LbaSpan{{16}, {24}}));
        QCOMPARE(backward->latency, Nanoseconds{std::chrono::milliseconds{30}});
        QCOMPARE(backward->at, Nanoseconds{std::chrono::seconds{24}});
    }
    void othersStayApart() {
        const ScanEvent first = bad(16, 8);
        QVERIFY(!joined(first, bad(25, 8)));
        QVERIFY(!joined(first, bad(20, 8)));
        QVERIFY(!joined(first, bad(7, 8)));
        QVERIFY(!joined(first, bad(24, 0)));
        const auto differing = [&](const auto& change) {
            ScanEvent next = bad(24, 8);
            change(next);
            return joined(first, next).has_value();
        };
        QVERIFY(differing([](ScanEvent&) {}));
        QVERIFY(!differing([](ScanEvent& e) { e.kind = ScanEventKind::putOff; }));
        QVERIFY(!differing([](ScanEvent& e) { e.grade = Grade::stalled; }));
        QVERIFY(!differing([](ScanEvent& e) { e.standing = Standing::confirmed; }));
        QVERIFY(!differing([](ScanEvent& e) { e.causeGiven = false; }));
        QVERIFY(!differing([](ScanEvent& e) { e.count = 2; }));
        // What is told of the scan and not of places is never one.
        ScanEvent stalled = bad(16, 8);
        stalled.kind = ScanEventKind::stalled;
        ScanEvent again = bad(24, 8);
        again.kind = ScanEventKind::stalled;
        QVERIFY(!joined(stalled, again));
    }
    // A drive that dies everywhere: it is said once that there is more, and the end is told all the same.
    void neverMoreThanCanBeKept() {
        EventLog log;
        for (std::uint64_t i = 0; i < 100'500; ++i)
            log.append(bad(i * 100, 8));
        QCOMPARE(log.size(), std::size_t{100'001});
        QCOMPARE(log.since(99'999).front().kind, ScanEventKind::unreadable);
        QCOMPARE(log.since(100'000).front().kind, ScanEventKind::tooMany);
        ScanEvent end;
        end.kind = ScanEventKind::ended;
        log.append(end);
        log.append(bad(8, 8));
        QCOMPARE(log.size(), std::size_t{100'002});
        QCOMPARE(log.since(100'001).size(), std::size_t{1});
        QCOMPARE(log.since(100'001).front().kind, ScanEventKind::ended);
        QVERIFY(log.since(100'002).empty());
    }
};

ORBITA_TEST(TestEventLog)

} // namespace test_event_log

#include "test_event_log.moc"
