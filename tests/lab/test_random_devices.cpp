// SPDX-License-Identifier: GPL-3.0-or-later
// Random block devices of the running kernel, scanned by the program as a script would: quietly, under other
// load, with several commands at once, killed and gone on with, saved, frozen, and dying in mid-scan.
// ORBITA_KERNEL_FIRST and ORBITA_KERNEL_DEVICES name other seeds, and more of them.
#include "support/cli_runner.h"
#include "support/complaints.h"
#include "support/kernel_device.h"
#include "support/test_program.h"

#include <QElapsedTimer>
#include <array>
#include <atomic>
#include <fcntl.h>
#include <random>
#include <set>
#include <thread>
#include <unistd.h>

namespace test_random_devices {

using namespace orbita::test;

enum class Kind { quiet, loaded, deep, killed, saved, frozen, dying };
constexpr std::array<const char*, 7> kindNames = {"quiet", "loaded", "deep", "killed",
                                                  "saved", "frozen", "dying"};

struct Device {
    std::uint64_t sectors = 0;
    Kind kind = Kind::quiet;
    unsigned block = 128;
    std::string order = "forward";
    QByteArray faults;
    std::set<std::uint64_t> bad;
    std::set<std::uint64_t> slowBlocks;
    std::uint64_t frozenAt = 0;
};

Device makeDevice(std::uint64_t seed) {
    std::mt19937_64 random(seed * 6151 + 11);
    Device device;
    device.kind = static_cast<Kind>(random() % kindNames.size());
    device.sectors = (4 + random() % 12) * 2048 + random() % 2000;
    device.block = std::array{64U, 128U, 256U}[random() % 3];
    device.order = std::array{"forward", "backward", "careful"}[random() % 3];
    std::set<std::uint64_t> taken; // blocks
    const std::uint64_t blocks = (device.sectors - 1) / device.block + 1;
    const auto freeBlock = [&] {
        for (;;) {
            const std::uint64_t block = random() % blocks;
            if (!taken.contains(block) && !taken.contains(block + 1) &&
                !(block > 0 && taken.contains(block - 1))) {
                taken.insert(block);
                return block;
            }
        }
    };
    for (std::uint64_t i = random() % 6; i > 0; --i) {
        const std::uint64_t block = freeBlock();
        const std::uint64_t end = std::min<std::uint64_t>((block + 1) * device.block, device.sectors);
        const std::uint64_t first = block * device.block + random() % (end - block * device.block);
        const std::uint64_t n = 1 + random() % std::min<std::uint64_t>(9, end - first);
        device.faults += fault("error", first, n);
        for (std::uint64_t s = first; s < first + n; ++s)
            device.bad.insert(s);
    }
    for (std::uint64_t i = random() % 3; i > 0; --i) {
        const std::uint64_t block = freeBlock();
        device.slowBlocks.insert(block);
        const QByteArray seconds = QByteArray::number(0.35 + 0.05 * static_cast<double>(random() % 7));
        device.faults += fault("delay", block * device.block, 1, seconds.constData());
    }
    if (device.kind == Kind::frozen) {
        device.frozenAt = freeBlock();
        device.faults += fault("delay", device.frozenAt * device.block, 1, "1000");
    }
    return device;
}

// Reads the same place of the device again and again, past its cache.
class OtherReader {
public:
    OtherReader(const std::string& device, std::uint64_t sectors)
        : m_thread([this, device, sectors] {
            const int file = open(device.c_str(), O_RDONLY | O_DIRECT | O_CLOEXEC);
            alignas(4096) static std::array<char, 65'536> buffer;
            for (std::uint64_t at = 0; file >= 0 && !m_stop; at = (at + 997) % (sectors - 200)) {
                [[maybe_unused]] const ssize_t got =
                    pread(file, buffer.data(), buffer.size(), static_cast<off_t>(at / 8 * 8 * 512));
                std::this_thread::sleep_for(std::chrono::milliseconds{40});
            }
            if (file >= 0)
                close(file);
        }) {}
    ~OtherReader() {
        m_stop = true;
        m_thread.join();
    }
    OtherReader(const OtherReader&) = delete;
    OtherReader& operator=(const OtherReader&) = delete;

private:
    std::atomic<bool> m_stop = false;
    std::thread m_thread;
};

void checkLedger(const Device& device, const nlohmann::json& scan, bool toTheEnd, Complaints& complaints) {
    std::set<std::uint64_t> listed;
    bool froze = false;
    std::set<std::uint64_t> slow;
    for (const auto& entry : scan.at("ledger")) {
        const auto lba = entry.at("lba").get<std::uint64_t>();
        const std::string grade = entry.at("grade");
        const std::string standing = entry.at("standing");
        if (grade == "unreadable") {
            for (std::uint64_t s = lba; s < lba + entry.at("sectors").get<std::uint64_t>(); ++s) {
                listed.insert(s);
                if (!device.bad.contains(s))
                    complaints.add("sector %llu is listed as unreadable, %s", n(s), standing.c_str());
            }
        } else if (grade == "stalled") {
            froze = froze || lba / device.block == device.frozenAt;
            if (device.kind != Kind::frozen || lba / device.block != device.frozenAt)
                complaints.add("sector %llu is said to have stalled", n(lba));
        } else {
            slow.insert(lba / device.block);
            // The bench answers by a script, which now and then takes long by itself; never twice.
            if (standing == "confirmed" && !device.slowBlocks.contains(lba / device.block))
                complaints.add("sector %llu is %s, confirmed", n(lba), grade.c_str());
        }
    }
    if (device.kind == Kind::frozen && !froze)
        complaints.add("block %llu froze and is not listed", n(device.frozenAt));
    if (!toTheEnd)
        return;
    if (listed != device.bad)
        complaints.add("%zu sectors listed, %zu are bad", listed.size(), device.bad.size());
    for (const std::uint64_t block : device.slowBlocks)
        if (!slow.contains(block) && device.kind != Kind::loaded && device.kind != Kind::deep)
            complaints.add("block %llu is slow and not listed", n(block));
}

void checkImage(const Device& device, const QString& path, Complaints& complaints) {
    QFile image(path);
    if (!image.open(QIODevice::ReadOnly) || image.size() != static_cast<qint64>(device.sectors * 512)) {
        complaints.add("the image is not as long as the device");
        return;
    }
    const QByteArray held(512, 'O');
    const QByteArray hole(512, '\0');
    for (std::uint64_t s = 0; s < device.sectors; ++s)
        if (image.read(512) != (device.bad.contains(s) ? hole : held)) {
            complaints.add("sector %llu of the image is wrong", n(s));
            return;
        }
}

class TestRandomDevices : public QObject {
    Q_OBJECT
private slots:
    void everyDeviceIsToldTruly_data() {
        QTest::addColumn<quint64>("seed");
        const quint64 first = std::max<quint64>(1, qEnvironmentVariable("ORBITA_KERNEL_FIRST").toULongLong());
        const quint64 devices = qEnvironmentVariable("ORBITA_KERNEL_DEVICES", "10").toULongLong();
        for (quint64 seed = first; seed < first + devices; ++seed)
            QTest::addRow("%llu, %s", seed, kindNames[static_cast<std::size_t>(makeDevice(seed).kind)])
                << seed;
    }
    void everyDeviceIsToldTruly() {
        QFETCH(quint64, seed);
        const Device device = makeDevice(seed);
        KernelDevice lab(device.sectors * 512, device.faults);
        NEED(lab);
        const QTemporaryDir dir;
        qputenv("XDG_DATA_HOME", dir.path().toUtf8());
        const QString out = dir.filePath("scan.json");
        const QString image = dir.filePath("saved.img");
        QStringList call{"scan",
                         QString::fromStdString(lab.device()),
                         "--anyway",
                         "--json",
                         out,
                         "--block",
                         QString::number(device.block),
                         "--order",
                         QString::fromStdString(device.order)};
        if (device.kind == Kind::deep)
            call << "--depth"
                 << "16";
        if (device.kind == Kind::saved)
            call << "--save" << image;
        if (device.kind == Kind::frozen)
            call << "--limit"
                 << "1000"
                 << "--give-up"
                 << "2500";
        std::mt19937_64 random(seed);
        std::optional<OtherReader> other;
        if (device.kind == Kind::loaded)
            other.emplace(lab.device(), device.sectors);
        int status = -1;
        QString said;
        const auto run = [&](const QStringList& arguments, int killAfterMs) {
            QProcess process;
            process.start(program(), arguments);
            if (!process.waitForFinished(killAfterMs)) {
                process.kill();
                process.waitForFinished();
                return false;
            }
            status = process.exitCode();
            said = QString::fromUtf8(process.readAllStandardError());
            return true;
        };
        constexpr int toTheEnd = 300'000;
        const QStringList goOn{"scan", QString::fromStdString(lab.device()), "--resume", "--anyway", "--json",
                               out};
        if (device.kind == Kind::killed) {
            bool over = run(call, 200 + static_cast<int>(random() % 3000));
            for (int kills = 0; !over && kills < 4; ++kills) {
                over = run(goOn, 500 + static_cast<int>(random() % 4000));
                if (over && status == 2) // it was killed before anything was kept
                    over = run(call, toTheEnd);
            }
            if (!over)
                run(goOn, toTheEnd);
            if (status == 2)
                run(call, toTheEnd);
        } else if (device.kind == Kind::dying) {
            std::thread death([&] {
                std::this_thread::sleep_for(std::chrono::milliseconds{500 + random() % 2000});
                lab.lab("break");
            });
            run(call, toTheEnd);
            death.join();
        } else {
            run(call, toTheEnd);
        }
        other.reset();
        Complaints complaints;
        const auto scan = jsonOf(out);
        if (!scan.is_object()) {
            complaints.add("no result, status %d: %s", status, qPrintable(said));
        } else {
            const std::string ended = scan.at("ended");
            checkLedger(device, scan, ended == "complete", complaints);
            if (ended == "complete") {
                // A small device with many at once: each waits for the others, and nothing tells how long one
                // of them takes by itself.
                const bool ungraded =
                    device.kind == Kind::deep && scan.at("totals").value("ungraded", std::uint64_t{0}) > 0;
                if (status != (!device.bad.empty() ? 1 : ungraded ? 3 : 0))
                    complaints.add("complete, and status %d", status);
                if (device.kind == Kind::frozen)
                    complaints.add("it froze, and the scan is complete");
                if (device.kind == Kind::saved)
                    checkImage(device, image, complaints);
            } else if (status != 3 || ended != (device.kind == Kind::frozen  ? "no-answer"
                                                : device.kind == Kind::dying ? "drive-gone"
                                                                             : "complete")) {
                complaints.add("it ended: %s, status %d", ended.c_str(), status);
            }
        }
        QVERIFY2(complaints.text().isEmpty(), qPrintable(complaints.text()));
    }
};

ORBITA_TEST(TestRandomDevices)

} // namespace test_random_devices

#include "test_random_devices.moc"
