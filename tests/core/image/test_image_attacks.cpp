// SPDX-License-Identifier: GPL-3.0-or-later
// An image only ever gains: whatever is done to it and its map between two scans, no byte that was right is
// ever made wrong by going on with it, and what it vouches for is right. ORBITA_ATTACKS says how many images.
#include "core/image/saved_image.h"
#include "support/test_program.h"

#include <QFile>
#include <QTemporaryDir>
#include <csignal>
#include <random>
#include <sys/resource.h>

namespace test_image_attacks {

using namespace orbita;

#if defined(ORBITA_SANITIZED)
constexpr unsigned usualSeeds = 60;
#else
constexpr unsigned usualSeeds = 125;
#endif

constexpr std::uint64_t sectors = 9'000; // four pieces and a half
constexpr std::uint32_t sectorBytes = 512;

DriveIdentity petrel() {
    DriveIdentity drive;
    drive.path = "/dev/none";
    drive.model = "Petrel 5";
    drive.serial = "PT5-77";
    drive.capacity.value = sectors;
    return drive;
}

std::vector<std::byte> contentOf() {
    std::mt19937_64 random(5);
    std::vector<std::byte> bytes(sectors * sectorBytes);
    for (std::size_t i = 0; i < bytes.size(); ++i)
        bytes[i] = i / (sectorBytes * 64) % 4 == 1 ? std::byte{0} : static_cast<std::byte>(random() & 0xFFU);
    return bytes;
}

QByteArray bytesOf(const QString& path) {
    QFile file(path);
    return file.open(QIODevice::ReadOnly) ? file.readAll() : QByteArray();
}

void put(const QString& path, const QByteArray& bytes) {
    QFile file(path);
    if (!file.open(QIODevice::WriteOnly) || file.write(bytes) != bytes.size())
        qFatal("cannot write");
}

// Which sectors of the file are as the drive has them, and not only by being empty.
std::vector<bool> rightOnes(const QByteArray& image, const std::vector<std::byte>& drive) {
    std::vector<bool> right(sectors, false);
    for (std::uint64_t s = 0; s < sectors; ++s) {
        const auto at = static_cast<qsizetype>(s * sectorBytes);
        right[s] = image.size() >= at + static_cast<qsizetype>(sectorBytes) &&
                   std::memcmp(image.constData() + at, drive.data() + at, sectorBytes) == 0;
    }
    return right;
}

class TestImageAttacks final : public QObject {
    Q_OBJECT
private slots:
    void whateverIsDoneToIt() {
        const int asked = qEnvironmentVariableIntValue("ORBITA_ATTACKS");
        const unsigned seeds = asked > 0 ? static_cast<unsigned>(asked) : usualSeeds;
        const std::vector<std::byte> content = contentOf();
        std::signal(SIGXFSZ, SIG_IGN);
        rlimit unlimited{};
        getrlimit(RLIMIT_FSIZE, &unlimited);
        unsigned opened = 0;
        unsigned refused = 0;
        for (unsigned seed = 1; seed <= seeds; ++seed) {
            std::mt19937 random(seed);
            const QTemporaryDir dir;
            const QString path = dir.filePath("petrel.img");
            const QString map = path + ".map";
            std::vector<QByteArray> olderMaps;
            QByteArray foreign;
            {
                DriveIdentity other = petrel();
                const QString otherPath = dir.filePath("other.img");
                auto image = SavedImage::open(otherPath.toStdString(), other, {});
                QVERIFY((*image)->write({100}, std::span(content).first(3000 * sectorBytes)).has_value());
                QVERIFY((*image)->close().has_value());
                foreign = bytesOf(otherPath + ".map");
            }
            for (int round = 0; round < 6; ++round) {
                // What is done to it meanwhile.
                const bool there = QFile::exists(path);
                const unsigned attack = there ? static_cast<unsigned>(random() % 9) : 8;
                QByteArray bytes = bytesOf(path);
                if (attack == 0) { // a byte changes, as when it is mounted
                    bytes[static_cast<qsizetype>(random() % static_cast<unsigned>(bytes.size()))] ^= 0x55;
                    put(path, bytes);
                } else if (attack == 1) { // cut off
                    QFile(path).resize(static_cast<qint64>(random() % static_cast<unsigned>(bytes.size())));
                } else if (attack == 2 && !olderMaps.empty()) {
                    put(map, olderMaps[random() % olderMaps.size()]);
                } else if (attack == 3) {
                    put(map, foreign);
                } else if (attack == 4) { // something else, and larger
                    QFile(path).resize(static_cast<qint64>(content.size()) + 4096);
                } else if (attack == 5) { // the map is cut off
                    QFile(map).resize(
                        static_cast<qint64>(random() % static_cast<unsigned>(bytesOf(map).size() + 1)));
                } else if (attack == 6) {
                    QFile::remove(map);
                } else if (attack == 7) { // copied without its attributes
                    QFile::remove(path);
                    put(path, bytes);
                }
                const std::vector<bool> before = rightOnes(bytesOf(path), content);
                const qint64 sizeBefore = QFileInfo(path).size();
                const QByteArray mapBefore = bytesOf(map);
                auto image = SavedImage::open(path.toStdString(), petrel(), {});
                if (!image) {
                    ++refused;
                    QVERIFY(!image.error().advice.empty());
                    QCOMPARE(bytesOf(map), mapBefore); // nothing was changed
                    QCOMPARE(QFileInfo(path).size(), sizeBefore);
                    // What brings it back on its feet, as a person would.
                    if (attack == 4)
                        QFile(path).resize(static_cast<qint64>(content.size()));
                    if (!olderMaps.empty())
                        put(map, olderMaps.back());
                    continue;
                }
                ++opened;
                // Saves a few stretches; the place may be full meanwhile; and the end is not always in order.
                const bool full = random() % 4 == 0;
                if (full) {
                    rlimit little = unlimited;
                    little.rlim_cur = random() % (sectors * sectorBytes);
                    setrlimit(RLIMIT_FSIZE, &little);
                }
                for (int i = 0; i < 4; ++i) {
                    const std::uint64_t first = random() % sectors;
                    const std::uint64_t count = std::min<std::uint64_t>(1 + random() % 2500, sectors - first);
                    (void)(*image)->write(
                        {first}, std::span(content).subspan(first * sectorBytes, count * sectorBytes));
                    if (random() % 2 == 0)
                        (void)(*image)->sync();
                }
                const bool inOrder = random() % 3 != 0;
                if (inOrder)
                    (void)(*image)->close();
                setrlimit(RLIMIT_FSIZE, &unlimited);
                image->reset();
                const QByteArray after = bytesOf(path);
                const std::vector<bool> now = rightOnes(after, content);
                const auto where = [&](std::uint64_t sector) {
                    return QStringLiteral("seed %1, round %2, attack %3: sector %4")
                        .arg(seed)
                        .arg(round)
                        .arg(attack)
                        .arg(sector);
                };
                for (std::uint64_t s = 0; s < sectors; ++s)
                    if (before[s] && !now[s])
                        QFAIL(qPrintable(where(s) + QStringLiteral(" was right, and is not any more")));
                const auto claims = SavedImage::look(path.toStdString());
                QVERIFY2(claims.has_value(), claims ? "" : claims.error().message().c_str());
                for (const LbaSpan& span : claims->held().spans())
                    for (std::uint64_t s = span.first.value; s < span.end().value; ++s)
                        if (!now[s])
                            QFAIL(qPrintable(where(s) + QStringLiteral(" is vouched for, and is not right")));
                olderMaps.push_back(bytesOf(map));
            }
        }
        QVERIFY(opened > seeds && refused > seeds / 3);
    }
};

ORBITA_TEST(TestImageAttacks)

} // namespace test_image_attacks

#include "test_image_attacks.moc"
