// SPDX-License-Identifier: GPL-3.0-or-later
// Where a file may be made, by whatever links, mounts and layers it is reached: never on the drive under
// test, never in the place of what must not be replaced. With block devices and mounts of this test's own, in
// a mount namespace of its own; skips where it may not make them.
#include "core/base/ownership.h"
#include "core/image/saved_image.h"
#include "core/inventory/place.h"
#include "core/target/target.h"
#include "store/casebook.h"
#include "store/scan_file.h"
#include "support/long_wait.h"
#include "support/run_tool.h"
#include "support/test_program.h"

#include <QCryptographicHash>
#include <QDir>
#include <QFile>
#include <QProcess>
#include <QTemporaryDir>
#include <fcntl.h>
#include <random>
#include <sched.h>
#include <sys/mount.h>
#include <sys/socket.h>
#include <sys/stat.h>
#include <sys/sysmacros.h>
#include <sys/un.h>
#include <unistd.h>

namespace test_places {

using namespace orbita;

// Nothing is left for the kernel to write later by itself.
const QStringList quietly = {"-q", "-E", "lazy_itable_init=0,lazy_journal_init=0"};

// A disk made of a file, with a file system that is mounted.
struct Disk {
    QString image;
    QString device; // empty: could not be made
    QString mount;
};

class TestPlaces final : public QObject {
    Q_OBJECT
private:
    QTemporaryDir m_dir;
    Disk m_ext4;
    Disk m_btrfs;
    QString m_elsewhere; // a folder on another file system than those
    QStringList m_loops;

    [[nodiscard]] std::string at(const QString& name) const { return m_dir.filePath(name).toStdString(); }

    QString attach(const QString& file) {
        const QString device = test::runTool("losetup", {"-f", "--show", file});
        if (!device.isEmpty())
            m_loops << device;
        return device;
    }
    Disk makeDisk(const QString& name, const QString& maker, const QStringList& options, const char* type,
                  qint64 size) {
        Disk disk;
        disk.image = m_dir.filePath(name + ".img");
        QFile file(disk.image);
        if (!file.open(QIODevice::WriteOnly) || !file.resize(size))
            return disk;
        file.close();
        const QString device = attach(disk.image);
        QProcess mkfs;
        mkfs.start(maker, options + QStringList{device});
        if (device.isEmpty() || !mkfs.waitForFinished(60'000) || mkfs.exitCode() != 0)
            return disk;
        disk.mount = m_dir.filePath(name);
        QDir().mkpath(disk.mount);
        if (mount(qPrintable(device), qPrintable(disk.mount), type, MS_NOATIME, nullptr) == 0)
            disk.device = device;
        return disk;
    }
    static PlaceRules against(const Disk& disk, PlaceFor purpose = PlaceFor::result) {
        PlaceRules rules;
        rules.purpose = purpose;
        rules.device = disk.device.toStdString();
        return rules;
    }
    static QByteArray hashOf(const QString& device) {
        QFile file(device);
        QCryptographicHash hash(QCryptographicHash::Sha256);
        return file.open(QIODevice::ReadOnly) && hash.addData(&file) ? hash.result() : QByteArray();
    }
    void refuses(const std::string& path, const PlaceRules& rules, const char* words) const {
        const auto place = judgePlace(path, rules);
        QVERIFY2(!place.has_value(), path.c_str());
        QVERIFY2(place.error().message().find(words) != std::string::npos, place.error().message().c_str());
        QVERIFY(!place.error().advice.empty());
    }

private slots:
    void initTestCase() {
        m_elsewhere = m_dir.filePath("elsewhere");
        QDir().mkpath(m_elsewhere);
        if (geteuid() != 0 || unshare(CLONE_NEWNS) != 0 ||
            mount(nullptr, "/", nullptr, MS_REC | MS_PRIVATE, nullptr) != 0)
            return; // the others skip
        m_ext4 = makeDisk("ext4", "mkfs.ext4", quietly, "ext4", 32 << 20);
        m_btrfs = makeDisk("btrfs", "mkfs.btrfs", {"-q"}, "btrfs", 128 << 20);
    }
    void cleanupTestCase() {
        for (const QString& mountPoint : {m_dir.filePath("overlay"), m_dir.filePath("bound"),
                                          m_dir.filePath("inner"), m_ext4.mount, m_btrfs.mount})
            if (!mountPoint.isEmpty())
                umount2(qPrintable(mountPoint), MNT_DETACH);
        for (const QString& loop : m_loops)
            test::runTool("losetup", {"-d", loop});
    }
    void whatIsNoFileIsRefused() {
        QCOMPARE(mkfifo(at("pipe").c_str(), 0600), 0);
        QVERIFY(QDir().mkpath(m_dir.filePath("folder")));
        const int listening = socket(AF_UNIX, SOCK_STREAM, 0);
        sockaddr_un address{};
        address.sun_family = AF_UNIX;
        const std::string socketPath = at("s");
        socketPath.copy(address.sun_path, sizeof address.sun_path - 1);
        QCOMPARE(bind(listening, reinterpret_cast<sockaddr*>(&address), sizeof address), 0);
        for (const PlaceFor purpose : {PlaceFor::result, PlaceFor::record, PlaceFor::image}) {
            PlaceRules rules;
            rules.purpose = purpose;
            refuses("/dev/null", rules, "it is a device");
            refuses(at("pipe"), rules, "it is a pipe");
            refuses(at("folder"), rules, "it is a folder");
            refuses(at("folder/"), rules, "it is a folder");
            refuses(at("folder/.."), rules, "it is a folder");
            refuses(socketPath, rules, "it is a socket");
            refuses("", rules, "names no file");
            refuses(at("nowhere/x"), rules, "folder does not exist");
            refuses(at(QString(300, 'a')), rules, "too long");
            refuses("/proc/x", rules, "");
        }
        close(listening);
        QVERIFY(judgePlace(at("new.csv"), {}).has_value());
    }
    // A link leads where it leads, dangling or not; none that goes in circles, none that another user has
    // made.
    void linksAreFollowedByHand() {
        QVERIFY(QFile::link(m_elsewhere + "/result.csv", m_dir.filePath("dangling")));
        const auto place = judgePlace(at("dangling"), {});
        QVERIFY2(place.has_value(), place ? "" : place.error().message().c_str());
        QCOMPARE(place->name, std::string("result.csv"));
        QVERIFY(saveFile(at("dangling"), "x").has_value());
        QVERIFY(QFile::exists(m_elsewhere + "/result.csv"));
        QVERIFY(QFileInfo(m_dir.filePath("dangling")).isSymLink()); // itself as it was
        QVERIFY(QFile::link(m_dir.filePath("b"), m_dir.filePath("a")) &&
                QFile::link(m_dir.filePath("a"), m_dir.filePath("b")));
        refuses(at("a"), {}, "symbolic links");
        PlaceRules record;
        record.purpose = PlaceFor::record;
        refuses(at("dangling"), record, "a link stands there");
        if (geteuid() != 0)
            QSKIP("only root can make a link that is another user's");
        QVERIFY(QFile::link(m_elsewhere, m_dir.filePath("planted")));
        QCOMPARE(lchown(at("planted").c_str(), 65534, 65534), 0);
        refuses(at("planted/report.csv"), {}, "made by another user");
        QVERIFY(QFile::link(m_elsewhere + "/owned.csv", m_dir.filePath("planted.csv")));
        QCOMPARE(lchown(at("planted.csv").c_str(), 65534, 65534), 0);
        refuses(at("planted.csv"), {}, "made by another user");
    }
    // Where everybody may write, it is nobody's gift.
    void whatRootMakesInAUsersFolderIsTheirs() {
        if (geteuid() != 0)
            QSKIP("only root makes what is another user's");
        const auto ownerOf = [&](const QString& name) {
            struct stat status {};
            return lstat(at(name).c_str(), &status) == 0 ? static_cast<int>(status.st_uid) : -1;
        };
        constexpr uid_t user = 65534;
        for (const char* folder : {"theirs", "everybody's"}) {
            QVERIFY(QDir().mkpath(m_dir.filePath(folder)));
            QCOMPARE(chown(at(folder).c_str(), user, user), 0);
        }
        QCOMPARE(chmod(at("everybody's").c_str(), 01777), 0);
        QVERIFY(saveFile(at("theirs/a.csv"), "x").has_value());
        QVERIFY(makePrivateFolders(at("theirs/data/orbita")).has_value());
        QVERIFY(Casebook::open(at("theirs/data/orbita/casebook.db")).has_value());
        for (const char* made :
             {"theirs/a.csv", "theirs/data", "theirs/data/orbita", "theirs/data/orbita/casebook.db"}) {
            QCOMPARE(ownerOf(made), static_cast<int>(user));
            QCOMPARE(QFile::permissions(m_dir.filePath(made)) & (QFile::ReadGroup | QFile::ReadOther),
                     QFile::Permissions());
        }
        QVERIFY(saveFile(at("everybody's/a.csv"), "x").has_value());
        QCOMPARE(ownerOf("everybody's/a.csv"), 0);
    }
    void whatWasSavedIsNotReplaced() {
        DriveIdentity drive;
        drive.model = "Tern 40";
        drive.serial = "T40-1";
        drive.capacity.value = 8;
        const std::string image = at("saved.img");
        QVERIFY((*SavedImage::open(image, drive, {}))->close().has_value());
        refuses(image, {}, "an image that was saved");
        refuses(image + ".map", {}, "the map of an image");
        QFile casebook(m_dir.filePath("casebook.db"));
        QVERIFY(casebook.open(QIODevice::WriteOnly));
        casebook.write(QByteArray("SQLite format 3\0", 16) + QByteArray(52, 0) + "ORBC" + QByteArray(60, 0));
        casebook.close();
        refuses(at("casebook.db"), {}, "a casebook");
        QVERIFY(!saveFile(image, "csv").has_value());
        QVERIFY(SavedImage::look(image).has_value());
        // An older result may be; what it held stays where the new one does not come about.
        QVERIFY(saveFile(at("r.csv"), "old").has_value());
        QVERIFY(saveFile(at("r.csv"), "new").has_value());
        struct stat s {};
        QCOMPARE(stat(at("r.csv").c_str(), &s), 0);
        QCOMPARE(s.st_mode & 0777U, 0600U); // nobody else's
    }
    // Less than a buffer full, more than one: on a full place the old result stays, and it is said.
    void aFullPlaceKeepsTheOldResult() {
        if (m_ext4.device.isEmpty())
            QSKIP("needs root and loop devices");
        const QString tiny = m_dir.filePath("tiny");
        QDir().mkpath(tiny);
        QCOMPARE(mount("orbita-test", qPrintable(tiny), "tmpfs", 0, "size=64k"), 0);
        const std::string path = (tiny + "/r.csv").toStdString();
        QVERIFY(saveFile(path, std::string(300, 'o')).has_value());
        QFile filler(tiny + "/filler");
        QVERIFY(filler.open(QIODevice::WriteOnly));
        while (filler.write(QByteArray(4096, 'f')) == 4096 && filler.flush()) {
        }
        filler.close();
        for (const std::size_t bytes : {std::size_t{10}, std::size_t{300}, std::size_t{100'000}}) {
            const auto saved = saveFile(path, std::string(bytes, 'n'));
            QVERIFY(!saved.has_value());
            QVERIFY2(saved.error().message().find("No space left") != std::string::npos,
                     saved.error().message().c_str());
            QFile result(QString::fromStdString(path));
            QVERIFY(result.open(QIODevice::ReadOnly) && result.readAll() == QByteArray(300, 'o'));
        }
        QCOMPARE(QDir(tiny).entryList(QDir::Files | QDir::Hidden).size(), 2); // no trace of the attempts
        QVERIFY(QFile::remove(tiny + "/filler"));
        QVERIFY(saveFile(path, "new").has_value());
        umount2(qPrintable(tiny), MNT_DETACH);
    }
    void theDriveUnderTestIsFoundThroughEverything() {
        if (m_ext4.device.isEmpty())
            QSKIP("needs root and loop devices");
        const PlaceRules rules = against(m_ext4);
        const char* words = "on the drive under test";
        const std::string there = m_ext4.mount.toStdString();
        refuses(there + "/r.csv", rules, words);
        QVERIFY(QFile::link(m_ext4.mount + "/dangling.csv", m_dir.filePath("to-drive.csv")));
        refuses(at("to-drive.csv"), rules, words);
        QVERIFY(QFile::link(m_ext4.mount, m_dir.filePath("to-drive")));
        refuses(at("to-drive/r.csv"), rules, words);
        // A bind mount of a folder, and of a single file.
        QDir().mkpath(m_dir.filePath("bound"));
        QCOMPARE(mount(there.c_str(), at("bound").c_str(), nullptr, MS_BIND, nullptr), 0);
        refuses(at("bound/r.csv"), rules, words);
        QFile(m_ext4.mount + "/single").open(QIODevice::WriteOnly);
        QFile(m_dir.filePath("single")).open(QIODevice::WriteOnly);
        QCOMPARE(mount((there + "/single").c_str(), at("single").c_str(), nullptr, MS_BIND, nullptr), 0);
        refuses(at("single"), rules, words);
        umount2(at("single").c_str(), MNT_DETACH);
        // An overlay whose upper layer lies on it, as live systems have one.
        for (const char* folder : {"/upper", "/work"})
            QDir().mkpath(m_ext4.mount + folder);
        QDir().mkpath(m_dir.filePath("lower"));
        QDir().mkpath(m_dir.filePath("overlay"));
        const std::string layers =
            "lowerdir=" + at("lower") + ",upperdir=" + there + "/upper,workdir=" + there + "/work";
        if (mount("overlay", at("overlay").c_str(), "overlay", 0, layers.c_str()) == 0) {
            refuses(at("overlay/r.csv"), rules, words);
            const auto drive = describeDevice(m_ext4.device.toStdString());
            QVERIFY(drive && std::any_of(drive->uses.begin(), drive->uses.end(),
                                         [&](const DriveUse& use) { return use.where == at("overlay"); }));
        }
        // A disk made of a file on it.
        QFile inner(m_ext4.mount + "/inner.img");
        QVERIFY(inner.open(QIODevice::WriteOnly) && inner.resize(8 << 20));
        inner.close();
        const QString loop = attach(inner.fileName());
        test::runTool("mkfs.ext4", quietly + QStringList{loop});
        QDir().mkpath(m_dir.filePath("inner"));
        if (mount(qPrintable(loop), at("inner").c_str(), "ext4", MS_NOATIME, nullptr) == 0)
            refuses(at("inner/x.img"), rules, words);
        // What the drive under test is made of, and its node under any name.
        refuses(m_ext4.image.toStdString(), rules, "is made of");
        struct stat s {};
        QCOMPARE(stat(qPrintable(m_ext4.device), &s), 0);
        QCOMPARE(mknod(at("node").c_str(), S_IFBLK | 0600, s.st_rdev), 0);
        refuses(at("node"), rules, "it is a device");
        // Beside it, all is well.
        QVERIFY(judgePlace(m_elsewhere.toStdString() + "/r.csv", rules).has_value());
    }
    void btrfsIsSeenThrough() {
        if (m_btrfs.device.isEmpty())
            QSKIP("needs root, loop devices and btrfs");
        refuses(m_btrfs.mount.toStdString() + "/r.csv", against(m_btrfs), "on the drive under test");
        if (!m_ext4.device.isEmpty())
            QVERIFY(judgePlace(m_btrfs.mount.toStdString() + "/r.csv", against(m_ext4)).has_value());
        const auto drive = describeDevice(m_btrfs.device.toStdString());
        QVERIFY(drive.has_value());
        QCOMPARE(drive->uses.size(), std::size_t{1});
        QCOMPARE(drive->uses[0].where, m_btrfs.mount.toStdString());
    }
    // Where nobody knows which drives are behind, it is refused, unless somebody insists.
    void whatCannotBeToldIsRefused() {
        if (m_ext4.device.isEmpty())
            QSKIP("needs root and loop devices");
        // An overlay whose layers are out of sight.
        const QString hidden = m_dir.filePath("hidden");
        const QString merged = m_dir.filePath("merged");
        for (const QString& folder : {hidden, merged})
            QDir().mkpath(folder);
        QCOMPARE(mount("orbita-test", qPrintable(hidden), "tmpfs", 0, "size=1m"), 0);
        for (const char* folder : {"/lower", "/upper", "/work"})
            QDir().mkpath(hidden + folder);
        const QByteArray layers =
            ("lowerdir=" + hidden + "/lower,upperdir=" + hidden + "/upper,workdir=" + hidden + "/work")
                .toLocal8Bit();
        if (mount("overlay", qPrintable(merged), "overlay", 0, layers.constData()) != 0)
            QSKIP("this kernel has no overlay");
        PlaceRules rules = against(m_ext4);
        QVERIFY(judgePlace(merged.toStdString() + "/r", rules).has_value()); // memory: that much is known
        umount2(qPrintable(hidden), MNT_DETACH);
        refuses(merged.toStdString() + "/r", rules, "cannot be determined");
        rules.untoldToo = true;
        QVERIFY(judgePlace(merged.toStdString() + "/r", rules).has_value());
        umount2(qPrintable(merged), MNT_DETACH);
    }
    // At random: links over links, mounts over mounts, results, images and records. Not one byte of the drive
    // changes.
    void attacks() {
        if (m_ext4.device.isEmpty())
            QSKIP("needs root and loop devices");
        // Once all is written that was begun before, only what Orbita does could change it.
        QByteArray before;
        const auto isStill = [&] {
            sync();
            const QByteArray last = before;
            before = hashOf(m_ext4.device);
            return before == last;
        };
        TRY_VERIFY(isStill());
        std::mt19937 random(4711);
        DriveIdentity identity;
        identity.model = "Tern 40";
        identity.serial = "T40-1";
        identity.capacity.value = 64;
        int refusedOnes = 0;
        int written = 0;
        for (int seed = 0; seed < 250; ++seed) {
            const QString base = m_dir.filePath(QString("attack-%1").arg(seed));
            QDir().mkpath(base);
            // Where it really leads.
            const QStringList places = {m_ext4.mount,
                                        m_dir.filePath("bound"),
                                        m_dir.filePath("overlay"),
                                        m_dir.filePath("inner"),
                                        m_elsewhere,
                                        base};
            QString path = places[static_cast<int>(random() % 6)] + QString("/f-%1").arg(seed);
            const bool onDrive = !path.startsWith(m_elsewhere) && !path.startsWith(base);
            for (unsigned links = random() % 4; links > 0; --links) {
                const QString link = base + QString("/l%1").arg(links);
                if (random() % 2 == 0) { // of the file
                    QFile::link(path, link);
                    path = link;
                } else { // of its folder
                    QFile::link(QFileInfo(path).path(), link);
                    path = link + '/' + QFileInfo(path).fileName();
                }
            }
            const auto made = [&]() -> Result<void> {
                switch (random() % 3) {
                case 0:
                    return saveFile(path.toStdString(), "result", against(m_ext4));
                case 1: {
                    auto image = SavedImage::open(path.toStdString(), identity, {}, against(m_ext4));
                    return image ? (*image)->close() : Result<void>(tl::unexpected(image.error()));
                }
                default: {
                    const auto place = judgePlace(path.toStdString(), against(m_ext4, PlaceFor::record));
                    if (!place)
                        return tl::unexpected(place.error());
                    return writeDurably(place->entry(), "record", place->recheck);
                }
                }
            }();
            if (onDrive)
                QVERIFY2(!made.has_value(), qPrintable(path));
            ++(made ? written : refusedOnes);
        }
        QVERIFY(refusedOnes > 50 && written > 20);
        sync();
        QCOMPARE(hashOf(m_ext4.device), before);
    }
};

ORBITA_TEST(TestPlaces)

} // namespace test_places

#include "test_places.moc"
