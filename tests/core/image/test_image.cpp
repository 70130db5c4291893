// SPDX-License-Identifier: GPL-3.0-or-later
// An image holds what it says it holds, whatever happened to it meanwhile, and touches nothing that is not
// its own.
#include "core/image/image_writer.h"
#include "support/long_wait.h"
#include "support/test_program.h"
#include <QFile>
#include <QTemporaryDir>

#include <csignal>
#include <cstring>
#include <fstream>
#include <random>
#include <sys/resource.h>
#include <sys/stat.h>
#include <zlib.h>

namespace test_image {

using namespace orbita;

DriveIdentity tern(std::uint64_t sectors = 200'000, std::uint32_t sectorBytes = 512) {
    DriveIdentity drive;
    drive.path = "/dev/none";
    drive.model = "Tern 40";
    drive.serial = "T40-1";
    drive.capacity.value = sectors;
    drive.logicalBytes = sectorBytes;
    return drive;
}

// What the made-up drive holds: every fifth run of 100 sectors is empty.
std::vector<std::byte> contentOf(LbaSpan span, std::uint32_t sectorBytes = 512) {
    std::vector<std::byte> bytes(span.count.value * sectorBytes);
    for (std::uint64_t s = 0; s < span.count.value; ++s) {
        const std::uint64_t lba = span.first.value + s;
        if (lba / 100 % 5 == 3)
            continue;
        const std::uint64_t word = (lba + 1) * 0x9E3779B97F4A7C15ULL;
        for (std::uint32_t part = 0; part < sectorBytes; part += 64)
            std::memcpy(&bytes[s * sectorBytes + part], &word, sizeof word);
    }
    return bytes;
}

std::string fileContent(const std::string& path) {
    QFile file(QString::fromStdString(path));
    return file.open(QIODevice::ReadOnly) ? file.readAll().toStdString() : std::string();
}

void overwrite(const std::string& path, std::uint64_t at, const std::string& text) {
    std::fstream file(path, std::ios::in | std::ios::out | std::ios::binary);
    file.seekp(static_cast<std::streamoff>(at));
    file << text;
}

std::vector<LbaSpan> blocksInAnyOrder(std::uint64_t sectors, unsigned seed) {
    std::mt19937_64 random(seed);
    std::vector<LbaSpan> blocks;
    for (std::uint64_t at = 0; at < sectors;) {
        const std::uint64_t n = std::min<std::uint64_t>(1 + random() % 900, sectors - at);
        blocks.push_back({{at}, {n}});
        at += n;
    }
    std::shuffle(blocks.begin(), blocks.end(), random);
    return blocks;
}

class Folder {
public:
    [[nodiscard]] std::string image() const {
        return m_dir.filePath(QStringLiteral("tern.img")).toStdString();
    }
    [[nodiscard]] std::string file(const char* name) const {
        return m_dir.filePath(QLatin1String(name)).toStdString();
    }
    [[nodiscard]] QDir dir() const { return QDir(m_dir.path()); }

private:
    QTemporaryDir m_dir;
};

// Every checksum of the map is that of the bytes which stand there.
void compareAll(const ImageMap& map, const std::vector<std::byte>& drive) {
    const std::uint64_t size = map.drive().logicalBytes;
    for (const Extent& extent : map.extents()) {
        const auto* bytes =
            reinterpret_cast<const unsigned char*>(drive.data() + extent.span.first.value * size);
        QCOMPARE(extent.crc32, static_cast<std::uint32_t>(crc32_z(
                                   0, bytes, static_cast<std::size_t>(extent.span.count.value * size))));
    }
}

class TestImage : public QObject {
    Q_OBJECT
private slots:
    // What overlaps an earlier line only in part, as no line of ours does: of the rest nothing is vouched
    // for, and nothing is vouched for twice.
    void linesThatOverlapInPart() {
        const std::string head =
            R"({"format":"orbita-image-map","version":2,"image":"00112233445566778899aabbccddeeff","generation":1,)"
            R"("drive":{"model":"Tern 40","serial":"T40-1","path":"/dev/none","sectors":200000,"sector_bytes":512}})"
            "\n";
        const auto map = ImageMap::parse(head + R"({"first":0,"sectors":4096,"crc32s":"0011223344556677"})"
                                                "\n"
                                                R"({"first":2500,"sectors":10,"crc32":"89abcdef"})"
                                                "\n"
                                                R"({"first":8192,"sectors":100,"crc32":"01234567"})"
                                                "\n"
                                                R"({"first":8250,"sectors":100,"crc32":"01234567"})"
                                                "\n"
                                                R"({"first":8240,"sectors":1,"crc32":"01234567"})"
                                                "\n",
                                         "map");
        QVERIFY2(map.has_value(), map ? "" : map.error().message().c_str());
        QCOMPARE(map->held().spans(),
                 (std::vector<LbaSpan>{{{0}, {2048}}, {{2500}, {10}}, {{8240}, {1}}, {{8250}, {100}}}));
        QCOMPARE(map->doubtful().spans(),
                 (std::vector<LbaSpan>{{{2048}, {452}}, {{2510}, {1586}}, {{8192}, {48}}, {{8241}, {9}}}));
        std::uint64_t sum = 0;
        for (const Extent& extent : map->extents())
            sum += extent.span.count.value;
        QCOMPARE(sum, map->heldSectors().value);
        const auto again = ImageMap::parse(map->text(), "map");
        QVERIFY(again && again->text() == map->text());
    }
    void mapKnowsEachPartInWhateverOrderItCame_data() {
        QTest::addColumn<unsigned>("seed");
        QTest::addColumn<unsigned>("sectorBytes");
        for (unsigned seed = 1; seed <= 6; ++seed)
            QTest::addRow("%u", seed) << seed << (seed % 2 == 0 ? 4096U : 512U);
    }
    void mapKnowsEachPartInWhateverOrderItCame() {
        QFETCH(unsigned, seed);
        QFETCH(unsigned, sectorBytes);
        const DriveIdentity drive = tern(sectorBytes == 512 ? 140'000 : 20'000, sectorBytes);
        const auto content = contentOf(drive.whole(), sectorBytes);
        ImageMap map(drive);
        std::string journal = map.text();
        SpanSet told;
        unsigned i = 0;
        for (const LbaSpan& block : blocksInAnyOrder(drive.capacity.value, seed)) {
            map.add(block.first, std::span(content).subspan(block.first.value * sectorBytes,
                                                            block.count.value * sectorBytes));
            told.add(block);
            if (++i % 29 != 0)
                continue;
            journal += map.news();
            const auto read = ImageMap::parse(journal, "journal");
            QVERIFY2(read.has_value(), read ? "" : read.error().message().c_str());
            QCOMPARE(read->held(), told);
            QCOMPARE(read->extents(), map.extents());
        }
        compareAll(map, content);
        QCOMPARE(map.heldSectors(), drive.capacity);
        // All of it in as few parts as there are pieces.
        const std::uint64_t pieceSectors = ImageMap::pieceBytes / sectorBytes;
        QCOMPARE(map.extents().size(),
                 static_cast<std::size_t>((drive.capacity.value + pieceSectors - 1) / pieceSectors));
        journal += map.news();
        const auto again = ImageMap::parse(map.text(), "text");
        QVERIFY(again.has_value());
        QCOMPARE(again->extents(), map.extents());
        QCOMPARE(ImageMap::parse(journal, "journal")->extents(), map.extents());
        QCOMPARE(again->drive().serial, drive.serial);
    }
    void aMapThatWasCutOffSaysLess() {
        const auto content = contentOf(tern().whole());
        ImageMap map(tern());
        for (std::uint64_t at = 0; at < 50'000; at += 1000)
            map.add({at}, std::span(content).subspan(at * 512, 500 * 512));
        const std::string text = map.text();
        for (std::size_t cut = text.find('\n') + 1; cut < text.size(); cut += 13) {
            const auto read = ImageMap::parse(text.substr(0, cut), "cut");
            QVERIFY2(read.has_value(), read ? "" : read.error().message().c_str());
            for (const LbaSpan& span : read->held().spans())
                QVERIFY(map.held().contains(span));
        }
    }
    void damagedMapsAreRefused_data() {
        QTest::addColumn<QString>("text");
        const QString head = QString::fromStdString(ImageMap(tern()).text());
        QTest::newRow("empty") << QString();
        QTest::newRow("no JSON") << QStringLiteral("image of a drive\n");
        QTest::newRow("another format") << QStringLiteral("{\"format\":\"orbita-scan\"}\n");
        QTest::newRow("no capacity") << QString(head).replace(QStringLiteral("200000"), QStringLiteral("0"));
        QTest::newRow("newer") << QString(head).replace(QStringLiteral("\"version\":2"),
                                                        QStringLiteral("\"version\":9"));
        QTest::newRow("noise in between")
            << head + QStringLiteral("\x01garbage\n{\"first\":0,\"sectors\":1,\"crc32\":\"00000000\"}\n");
        QTest::newRow("beyond the drive")
            << head + QStringLiteral("{\"first\":199999,\"sectors\":2,\"crc32\":\"00000000\"}\n");
        QTest::newRow("wrapping round")
            << head +
                   QStringLiteral("{\"first\":1,\"sectors\":18446744073709551615,\"crc32\":\"00000000\"}\n");
        QTest::newRow("negative") << head + QStringLiteral(
                                                "{\"first\":-1,\"sectors\":2,\"crc32\":\"00000000\"}\n");
        QTest::newRow("no checksum") << head +
                                            QStringLiteral("{\"first\":1,\"sectors\":2,\"crc32\":\"zz\"}\n");
        for (const char* digits : {"", "0123456", "012345678"})
            QTest::newRow(qPrintable(QStringLiteral("a checksum of %1 digits").arg(std::strlen(digits))))
                << head + QStringLiteral("{\"first\":1,\"sectors\":2,\"crc32\":\"%1\"}\n")
                              .arg(QLatin1String(digits));
        QTest::newRow("no sectors") << head + QStringLiteral(
                                                  "{\"first\":1,\"sectors\":0,\"crc32\":\"00000000\"}\n");
        QTest::newRow("longer than any piece ever was")
            << head + QStringLiteral("{\"first\":0,\"sectors\":131073,\"crc32\":\"00000000\"}\n");
        QTest::newRow("half a piece in many")
            << head + QStringLiteral("{\"first\":0,\"sectors\":3000,\"crc32s\":\"00000000\"}\n");
        QTest::newRow("more pieces than checksums")
            << head + QStringLiteral("{\"first\":0,\"sectors\":4096,\"crc32s\":\"00000000\"}\n");
        QTest::newRow("no number of bytes that a drive has")
            << QString(head).replace(QStringLiteral("200000"), QStringLiteral("18446744073709551615"));
    }
    void damagedMapsAreRefused() {
        QFETCH(QString, text);
        const auto map = ImageMap::parse(text.toStdString(), "the-map");
        QVERIFY(!map.has_value());
        QVERIFY(map.error().message().find("the-map") != std::string::npos);
    }
    void equalsTheDriveAndIsSparse() {
        const Folder place;
        const DriveIdentity drive = tern();
        const auto content = contentOf(drive.whole());
        auto image = SavedImage::open(place.image(), drive, {drive.whole()});
        QVERIFY2(image.has_value(), image ? "" : image.error().message().c_str());
        QVERIFY(!(*image)->check().existed);
        const LbaSpan left{{70'000}, {12'345}};
        for (const LbaSpan& block : blocksInAnyOrder(drive.capacity.value, 3))
            if (intersection(block, left).empty())
                QVERIFY((*image)
                            ->write(block.first, std::span(content).subspan(block.first.value * 512,
                                                                            block.count.value * 512))
                            .has_value());
        QVERIFY((*image)->close().has_value());
        const auto gaps = (*image)->map().held().gaps(drive.whole());
        image->reset();

        const std::string saved = fileContent(place.image());
        QCOMPARE(saved.size(), content.size());
        const auto map = SavedImage::look(place.image());
        QVERIFY(map.has_value());
        for (const LbaSpan& span : map->held().spans())
            QVERIFY(std::memcmp(saved.data() + span.first.value * 512,
                                content.data() + span.first.value * 512, span.count.value * 512) == 0);
        for (const LbaSpan& gap : gaps)
            QVERIFY(std::all_of(saved.begin() + static_cast<std::ptrdiff_t>(gap.first.value * 512),
                                saved.begin() + static_cast<std::ptrdiff_t>(gap.end().value * 512),
                                [](char c) { return c == 0; }));
        struct stat s {};
        QCOMPARE(stat(place.image().c_str(), &s), 0);
        QVERIFY(static_cast<std::uint64_t>(s.st_blocks) * 512 < content.size() * 9 / 10);
    }
    void isFilledUpByLaterPasses() {
        const Folder place;
        const DriveIdentity drive = tern();
        const auto content = contentOf(drive.whole());
        for (unsigned pass = 0; pass < 4; ++pass) {
            auto image = SavedImage::open(place.image(), drive, {drive.whole()});
            QVERIFY2(image.has_value(), image ? "" : image.error().message().c_str());
            QCOMPARE((*image)->check().existed, pass > 0);
            QVERIFY(!(*image)->check().wasOpen); // closed in good order each time: nothing to be compared
            const LbaSpan part{{pass * 50'000}, {50'000}};
            QVERIFY((*image)
                        ->write(part.first,
                                std::span(content).subspan(part.first.value * 512, part.count.value * 512))
                        .has_value());
            // What is there already is not written over, even by something else.
            const std::vector<std::byte> other(512, std::byte{0xEE});
            QVERIFY((*image)->write({0}, other).has_value());
            QVERIFY((*image)->close().has_value());
        }
        const std::string saved = fileContent(place.image());
        QVERIFY(std::memcmp(saved.data(), content.data(), content.size()) == 0);
        QCOMPARE(SavedImage::look(place.image())->heldSectors(), drive.capacity);
        QVERIFY(SavedImage::compare(place.image(), *SavedImage::look(place.image()))->empty());
    }
    void whatWasChangedMeanwhileIsDoubtful() {
        const Folder place;
        const DriveIdentity drive = tern();
        const auto content = contentOf(drive.whole());
        {
            auto image = SavedImage::open(place.image(), drive, {drive.whole()});
            QVERIFY((*image)->write({0}, content).has_value());
            QVERIFY((*image)->close().has_value());
        }
        overwrite(place.image(), 140'000 * 512, "somebody else was here");
        QCOMPARE(SavedImage::compare(place.image(), *SavedImage::look(place.image()))->size(),
                 std::size_t{1});
        auto image = SavedImage::open(place.image(), drive, {drive.whole()});
        QVERIFY(image.has_value());
        QVERIFY((*image)->check().wasOpen);
        // No more than a piece is in doubt, and what stands there is as it was.
        QCOMPARE((*image)->check().doubtful, (std::vector<LbaSpan>{{{139'264}, {2048}}}));
        QCOMPARE((*image)->map().doubtful().spans(), (*image)->check().doubtful);
        QCOMPARE((*image)->map().heldSectors(), SectorCount{200'000 - 2048});
        QVERIFY(fileContent(place.image()).substr(140'000 * 512, 6) == "somebo");
        QVERIFY((*image)->write({0}, content).has_value());
        QVERIFY((*image)->close().has_value());
        const std::string saved = fileContent(place.image());
        QVERIFY(std::memcmp(saved.data(), content.data(), content.size()) == 0);
    }
    // What was written and never noted must not show where zeros are left out.
    void afterAKillNothingOldShowsThrough() {
        const Folder place;
        const DriveIdentity drive = tern();
        const auto content = contentOf(drive.whole());
        {
            auto image = SavedImage::open(place.image(), drive, {drive.whole()});
            QVERIFY((*image)->write({0}, std::span(content).first(20'000 * 512)).has_value());
            QVERIFY((*image)->sync().has_value());
            QVERIFY((*image)->write({20'000}, std::span(content).subspan(20'000 * 512, 512)).has_value());
            // killed here
        }
        overwrite(place.image(), 30'300 * 512, "left over");
        auto image = SavedImage::open(place.image(), drive, {drive.whole()});
        QVERIFY2(image.has_value(), image ? "" : image.error().message().c_str());
        QVERIFY((*image)->check().wasOpen);
        QVERIFY((*image)->check().doubtful.empty());
        QCOMPARE((*image)->map().heldSectors(), SectorCount{20'000});
        QVERIFY((*image)->write({0}, content).has_value());
        QVERIFY((*image)->close().has_value());
        const std::string saved = fileContent(place.image());
        QVERIFY(std::memcmp(saved.data(), content.data(), content.size()) == 0);
    }
    void refusesWhatIsNotItsOwn_data() {
        QTest::addColumn<QString>("what");
        for (const char* what : {"a file", "a folder", "a device", "no folder", "another drive",
                                 "a longer drive", "in use", "no room", "a damaged map"})
            QTest::newRow(what) << QString::fromLatin1(what);
    }
    void refusesWhatIsNotItsOwn() {
        QFETCH(QString, what);
        const Folder place;
        DriveIdentity drive = tern();
        std::string path = place.image();
        std::unique_ptr<SavedImage> other;
        if (what == "a file") {
            std::ofstream(path) << "the only copy of somebody's thesis";
        } else if (what == "a folder") {
            path = place.dir().path().toStdString();
        } else if (what == "a device") {
            path = "/dev/null";
        } else if (what == "no folder") {
            path = place.file("nowhere/tern.img");
        } else if (what == "no room") {
            drive.capacity.value = 1ULL << 39U; // 256 TiB
        } else {
            other = std::move(*SavedImage::open(path, drive, {}));
            if (what != "in use")
                other.reset();
            if (what == "another drive")
                drive.serial = "T40-2";
            else if (what == "a longer drive")
                drive.capacity.value += 8;
            else if (what == "a damaged map")
                overwrite(imageMapPath(path), 3, "#####");
        }
        const std::string before = fileContent(place.image());
        const std::string mapBefore = fileContent(imageMapPath(place.image()));
        const auto names = place.dir().entryList(QDir::Files, QDir::Name);
        const auto image = SavedImage::open(path, drive, {drive.whole()});
        QVERIFY(!image.has_value());
        QVERIFY2(image.error().message().find(path) != std::string::npos, image.error().message().c_str());
        QVERIFY(!image.error().advice.empty());
        QCOMPARE(fileContent(place.image()), before);
        QCOMPARE(fileContent(imageMapPath(place.image())), mapBefore);
        QCOMPARE(place.dir().entryList(QDir::Files, QDir::Name), names);
    }
    void writerKeepsUpAndFinishes() {
        const Folder place;
        const DriveIdentity drive = tern();
        const auto content = contentOf(drive.whole());
        {
            ImageWriter writer(std::move(*SavedImage::open(place.image(), drive, {drive.whole()})));
            for (const LbaSpan& block : blocksInAnyOrder(drive.capacity.value, 9))
                writer.keep(block.first,
                            std::span(content).subspan(block.first.value * 512, block.count.value * 512));
            writer.finish();
            TRY_VERIFY(writer.finished());
            QVERIFY(writer.missing(drive.whole()).empty());
            QCOMPARE(writer.status().held, drive.capacity);
            QCOMPARE(writer.status().waiting, std::uint64_t{0});
        }
        const std::string saved = fileContent(place.image());
        QVERIFY(std::memcmp(saved.data(), content.data(), content.size()) == 0);
        QVERIFY(!(*SavedImage::open(place.image(), drive, {}))->check().wasOpen);
    }
    // A full disk, shown by the largest file the system lets this process write.
    void withoutRoomItWaitsAndGoesOnByItself() {
        const Folder place;
        const DriveIdentity drive = tern();
        const auto content = contentOf(drive.whole());
        std::signal(SIGXFSZ, SIG_IGN);
        auto image = SavedImage::open(place.image(), drive, {drive.whole()});
        QVERIFY(image.has_value());
        rlimit before{};
        getrlimit(RLIMIT_FSIZE, &before);
        rlimit little = before;
        little.rlim_cur = 40'000 * 512;
        setrlimit(RLIMIT_FSIZE, &little);
        {
            ImageWriter writer(std::move(*image));
            for (std::uint64_t at = 0; at < drive.capacity.value; at += 1000)
                writer.keep({at}, std::span(content).subspan(at * 512, 1000 * 512));
            TRY_VERIFY(writer.status().trouble.has_value());
            QVERIFY(writer.status().waiting > 0);
            QVERIFY(writer.status().held.value <= 40'000);
            setrlimit(RLIMIT_FSIZE, &before);
            TRY_VERIFY(!writer.status().trouble.has_value());
            writer.finish();
            TRY_VERIFY(writer.finished());
        }
        const std::string saved = fileContent(place.image());
        QVERIFY(std::memcmp(saved.data(), content.data(), content.size()) == 0);
    }
    void partingIsQuick() {
        const Folder place;
        const DriveIdentity drive = tern();
        const auto content = contentOf(drive.whole());
        auto writer = std::make_unique<ImageWriter>(
            std::move(*SavedImage::open(place.image(), drive, {drive.whole()})));
        for (std::uint64_t at = 0; at < drive.capacity.value; at += 1000)
            writer->keep({at}, std::span(content).subspan(at * 512, 1000 * 512));
        writer.reset(); // nobody asked for it to be finished
        auto image = SavedImage::open(place.image(), drive, {drive.whole()});
        for (int i = 0; i < 50 && !image; ++i) { // until its thread has let go of the file
            QTest::qWait(20);
            image = SavedImage::open(place.image(), drive, {drive.whole()});
        }
        QVERIFY2(image.has_value(), image ? "" : image.error().message().c_str());
        QVERIFY((*image)->check().doubtful.empty());
        const std::string saved = fileContent(place.image());
        for (const LbaSpan& span : (*image)->map().held().spans())
            QVERIFY(std::memcmp(saved.data() + span.first.value * 512,
                                content.data() + span.first.value * 512, span.count.value * 512) == 0);
    }
};

ORBITA_TEST(TestImage)

} // namespace test_image

#include "test_image.moc"
