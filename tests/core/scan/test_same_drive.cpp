// SPDX-License-Identifier: GPL-3.0-or-later
// A scan goes on, and an image is filled up, only with the drive that they were begun with: asked, and
// compared.
#include "core/drive/family.h"
#include "core/drive/scsi/commands.h"
#include "core/drive/scsi/sense.h"
#include "core/image/image_writer.h"
#include "core/sim/content.h"
#include "support/scan_runner.h"
#include "support/test_program.h"

#include <QFile>
#include <QTemporaryDir>
namespace test_same_drive {

using namespace orbita;
using namespace orbita::test;

constexpr std::uint64_t sectors = 400'000;

sim::Scenario dock(std::uint64_t seed, const std::string& serial = "0123456789ABCDEF") {
    sim::Scenario scenario = smallScenario(sectors);
    scenario.front = sim::Front::scsi;
    scenario.identity.serial = serial;
    scenario.seed = seed;
    return scenario;
}

DriveIdentity identityOf(const sim::Scenario& scenario) {
    DriveIdentity identity;
    identity.path = "dock";
    identity.model = scenario.identity.model;
    identity.serial = scenario.identity.serial;
    identity.capacity = scenario.identity.capacity;
    identity.physicalBytes = scenario.identity.physicalBytes;
    identity.rotating = true;
    identity.rpm = 7200;
    return identity;
}

// A dock in which, after so many commands, another drive is put: it says once that the medium may have
// changed.
class DockLink final : public Link {
public:
    DockLink(const sim::Scenario& first, const sim::Scenario& then, std::uint64_t after)
        : Link({Protocol::scsi}), m_first(first), m_then(then), m_left(after) {}
    void withdrawQueued() override { now().withdrawQueued(); }
    void abandon() override { now().abandon(); }
    bool handOverReads(HandOver what, std::uint32_t bytes) override {
        return m_first.handOverReads(what, bytes) && m_then.handOverReads(what, bytes);
    }
    [[nodiscard]] std::size_t queueLimit() const override { return 1; }
    [[nodiscard]] Clock& clock() override { return m_first.clock(); }
    [[nodiscard]] std::span<const std::byte> data() const override {
        return m_left > 0 ? m_first.data() : m_then.data();
    }

protected:
    void send(std::span<const Request> requests) override {
        m_tag = requests.back().tag;
        m_expected = requests.back().expected;
        if (m_left == 1) {
            m_left = 0;
            m_tells = true;
            return;
        }
        m_left -= m_left > 0 ? 1 : 0;
        now().submit(requests);
    }
    std::size_t collect(std::span<Reply> replies, Nanoseconds patience) override {
        if (!m_tells)
            return now().reap(replies.first(std::min<std::size_t>(1, replies.size())), patience);
        m_tells = false;
        replies[0] = {};
        replies[0].tag = m_tag;
        replies[0].expected = m_expected;
        replies[0].transport = TransportStatus::answered;
        replies[0].status = scsi::status::checkCondition;
        const auto sense =
            scsi::encodeSense({scsi::senseKey::unitAttention, 0x28, 0x00, {}, {}, false, {}}, false);
        std::copy(sense.begin(), sense.end(), replies[0].bytes.begin());
        return 1;
    }

private:
    sim::SimLink& now() { return m_left > 0 ? m_first : m_then; }
    sim::SimLink m_first;
    sim::SimLink m_then;
    std::uint64_t m_left;
    std::uint64_t m_tag = 0;
    std::uint32_t m_expected = 0;
    bool m_tells = false;
};

std::unique_ptr<Drive> open(std::unique_ptr<Link> link, const sim::Scenario& scenario) {
    CommandPath way;
    way.link = std::move(link);
    way.speaks = Family::scsi;
    way.path = "dock";
    auto drive = familyOf(Family::scsi).open(std::move(way), identityOf(scenario), std::chrono::seconds{5});
    if (!drive)
        qFatal("%s", drive.error().message().c_str());
    return std::move(*drive);
}

std::unique_ptr<Drive> open(const sim::Scenario& scenario) {
    return open(std::make_unique<sim::SimLink>(scenario), scenario);
}

ScanPlan plain() {
    ScanPlan plan;
    plan.blockSectors = 1024;
    plan.measurePaceFirst = false;
    return plan;
}

ScanServices savingTo(const std::string& path, const DriveIdentity& identity) {
    auto image = SavedImage::open(path, identity, {});
    if (!image)
        qFatal("%s", image.error().message().c_str());
    ScanServices services;
    services.image = std::make_shared<ImageWriter>(std::move(*image));
    return services;
}

QByteArray bytesOf(const std::string& path) {
    QFile file(QString::fromStdString(path));
    return file.open(QIODevice::ReadOnly) ? file.readAll() : QByteArray();
}

class TestSameDrive final : public QObject {
    Q_OBJECT
private slots:
    void anotherDriveInTheDockIsNotSavedIntoTheImage() {
        const QTemporaryDir dir;
        const std::string path = dir.filePath("dock.img").toStdString();
        ScanPlan half = plain();
        half.span = LbaSpan{{0}, {sectors / 2}};
        const auto a = open(dock(1));
        QCOMPARE(runScan(*a, half, {}, savingTo(path, a->identity())).status.ended, EndReason::complete);
        const QByteArray saved = bytesOf(path);
        // The next customer's drive, with the same bridge's number.
        const auto b = open(dock(2));
        const ScanRecord record = runScan(*b, plain(), {}, savingTo(path, b->identity()));
        QCOMPARE(record.status.ended, EndReason::otherDrive);
        QCOMPARE(bytesOf(path), saved);
        // The first one again.
        const auto again = open(dock(1));
        QCOMPARE(runScan(*again, plain(), {}, savingTo(path, again->identity())).status.ended,
                 EndReason::complete);
    }
    // A number of its own, but most of what it holds is another's: the label was read off the wrong drive.
    void aSerialNumberAloneIsNotBelieved() {
        const QTemporaryDir dir;
        const std::string path = dir.filePath("x.img").toStdString();
        ScanPlan half = plain();
        half.span = LbaSpan{{0}, {sectors / 2}};
        const auto a = open(dock(1, "TG-7781"));
        runScan(*a, half, {}, savingTo(path, a->identity()));
        const auto b = open(dock(2, "TG-7781"));
        QCOMPARE(runScan(*b, plain(), {}, savingTo(path, b->identity())).status.ended, EndReason::otherDrive);
    }
    void aScanGoesOnWithItsOwnDriveOnly() {
        ScanPlan plan = plain();
        plan.rules = {{RuleKind::unreadable, 1, RuleAction::end}};
        sim::Scenario first = dock(1);
        sim::Defect bad;
        bad.kind = sim::DefectKind::unreadable;
        bad.span = {{200'000}, {8}};
        first.defects = {bad};
        sim::settleDefects(first);
        const auto a = open(first);
        const ScanRecord earlier = runScan(*a, plan);
        QCOMPARE(earlier.status.ended, EndReason::stopRule);
        QVERIFY(earlier.known.size() >= 4);
        ScanServices services;
        services.earlier = &earlier;
        const auto b = open(dock(2));
        QCOMPARE(runScan(*b, plain(), {}, services).status.ended, EndReason::otherDrive);
        const auto same = open(first);
        QCOMPARE(runScan(*same, plain(), {}, services).status.ended, EndReason::complete);
    }
    void whatIsPutInMeanwhileIsNoticed() {
        for (const bool saving : {false, true}) {
            const QTemporaryDir dir;
            const std::string path = dir.filePath("dock.img").toStdString();
            const auto drive = open(std::make_unique<DockLink>(dock(1), dock(2), 200), dock(1));
            const ScanRecord record =
                runScan(*drive, plain(), {}, saving ? savingTo(path, drive->identity()) : ScanServices{});
            QCOMPARE(record.status.ended, EndReason::otherDrive);
            QVERIFY(std::any_of(record.events.begin(), record.events.end(),
                                [](const ScanEvent& e) { return e.kind == ScanEventKind::mediumChanged; }));
            QVERIFY(record.ledger.empty()); // nobody is accused
            if (!saving)
                continue;
            // All that was saved is the first drive's.
            const auto map = SavedImage::look(path);
            QVERIFY(map.has_value() && map->heldSectors().value > 50'000);
            const QByteArray saved = bytesOf(path);
            for (const LbaSpan& span : map->held().spans()) {
                std::vector<std::byte> own(static_cast<std::size_t>(span.count.value) * 512);
                sim::readContent(dock(1), span.first, own);
                QVERIFY(std::memcmp(saved.constData() + span.first.value * 512, own.data(), own.size()) == 0);
            }
        }
        // The same drive, taken out and put back, goes on.
        const auto same = open(std::make_unique<DockLink>(dock(1), dock(1), 200), dock(1));
        QCOMPARE(runScan(*same, plain()).status.ended, EndReason::complete);
    }
    void theDriveIsAskedWhoItIs() {
        std::string says = "TG-7781";
        ScanServices services;
        services.serialNow = [&](const std::stop_token&) { return says; };
        const auto fine = open(dock(1, "TG-7781"));
        QCOMPARE(runScan(*fine, plain(), {}, services).status.ended, EndReason::complete);
        says = "TG-9999"; // what the system knows is of the drive that was there before
        const auto swapped = open(dock(1, "TG-7781"));
        QCOMPARE(runScan(*swapped, plain(), {}, services).status.ended, EndReason::otherDrive);
    }
};

ORBITA_TEST(TestSameDrive)

} // namespace test_same_drive

#include "test_same_drive.moc"
