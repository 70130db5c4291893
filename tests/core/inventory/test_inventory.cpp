// SPDX-License-Identifier: GPL-3.0-or-later
// The inventory against a made-up sysfs: what is attached, how, and what uses it.
#include <QTest>

#include "core/inventory/inventory.h"

#include <QDir>
#include <QFile>
#include <QTemporaryDir>
#include <sys/stat.h>

using namespace orbita;

namespace {

class FakeSystem {
public:
    FakeSystem() {
        put("proc/self/mountinfo", "25 1 8:1 / /srv/tide\\040gauges rw - ext4 /dev/sda1 rw\n"
                                   "26 1 253:0 / /archive rw - ext4 /dev/mapper/gauges rw\n");
        put("proc/swaps", "Filename Type Size Used Priority\n/dev/sda2 partition 1 0 -2\n");
    }
    void put(const QString& path, const QByteArray& content) {
        const QString full = m_dir.filePath(path);
        QDir().mkpath(QFileInfo(full).path());
        QFile file(full);
        if (!file.open(QIODevice::WriteOnly) || file.write(content) != content.size())
            qFatal("cannot write the made-up system");
    }
    // A drive at the end of a bus path, linked from sys/block as the kernel does.
    QString drive(const QString& name, const QString& bus, const QByteArray& sectors512) {
        const QString base = "sys/devices/" + bus + "/block/" + name;
        put(base + "/size", sectors512 + "\n");
        put(base + "/queue/logical_block_size", "512\n");
        QDir().mkpath(m_dir.filePath("sys/block"));
        QFile::link(m_dir.filePath(base), m_dir.filePath("sys/block/" + name));
        return base;
    }
    [[nodiscard]] SystemPaths paths() const {
        return {m_dir.filePath("sys").toStdString(), m_dir.filePath("proc").toStdString()};
    }

private:
    QTemporaryDir m_dir;
};

const AttachedDrive* find(const std::vector<AttachedDrive>& drives, const char* path) {
    for (const AttachedDrive& drive : drives)
        if (drive.identity.path == path)
            return &drive;
    return nullptr;
}

} // namespace

class TestInventory : public QObject {
    Q_OBJECT
private slots:
    void drivesAreDescribed() {
        FakeSystem system;
        const QString sda =
            system.drive("sda", "pci0000:00/0000:00:1f.2/ata1/host0/target0:0:0/0:0:0:0", "7814037168");
        system.put(sda + "/device/vendor", "ATA     \n");
        system.put(sda + "/device/model", "Halden Tern 40  \n");
        system.put(sda + "/device/vpd_pg80", QByteArray("\x00\x80\x00\x0A", 4) + " TG-4X0193");
        system.put(sda + "/device/vpd_pgb1", QByteArray("\x00\xb1\x00\x3c\x1c\x20", 6));
        system.put(sda + "/queue/physical_block_size", "4096\n");
        system.put(sda + "/queue/rotational", "1\n");
        const QString nvme = system.drive("nvme0n1", "pci0000:00/0000:00:02.0/nvme/nvme0", "1000215216");
        system.put(nvme + "/device/model", "Skua N41\n");
        system.put(nvme + "/device/serial", "SK41-00926\n");
        system.put(nvme + "/device/firmware_rev", "3.1b\n");
        system.put(nvme + "/queue/rotational", "0\n");
        system.drive("sdb", "pci0000:00/0000:00:14.0/usb2/2-1/2-1:1.0/host4/target4:0:0/4:0:0:0",
                     "1953525168");
        system.drive("sdc", "pci0000:00/x", "0"); // a card reader without a card
        system.drive("ram0", "virtual", "8192");
        system.drive("dm-0", "virtual", "8192");

        const auto drives = listDrives(system.paths());
        QCOMPARE(drives.size(), std::size_t{3});
        const AttachedDrive* a = find(drives, "/dev/sda");
        QVERIFY(a != nullptr);
        QCOMPARE(a->identity.model, std::string("Halden Tern 40"));
        QCOMPARE(a->identity.serial, std::string("TG-4X0193"));
        QCOMPARE(a->identity.rpm.value_or(0), 7200U);
        QCOMPARE(a->identity.capacity.value, std::uint64_t{7814037168});
        QCOMPARE(a->identity.physicalBytes, 4096U);
        QCOMPARE(a->identity.attachment, std::string("SATA"));
        const AttachedDrive* n = find(drives, "/dev/nvme0n1");
        QVERIFY(n != nullptr);
        QCOMPARE(n->identity.attachment, std::string("NVMe"));
        QCOMPARE(n->identity.firmware, std::string("3.1b"));
        QCOMPARE(n->identity.rotating, std::optional(false));
        QCOMPARE(find(drives, "/dev/sdb")->identity.attachment, std::string("USB"));
    }
    void usesAreFound() {
        FakeSystem system;
        const QString sda = system.drive("sda", "pci/ata1", "1000000");
        system.put(sda + "/dev", "8:0\n");
        system.put(sda + "/sda1/partition", "1\n");
        system.put(sda + "/sda1/dev", "8:1\n");
        system.put(sda + "/sda2/partition", "2\n");
        system.put(sda + "/sda2/dev", "8:2\n");
        const QString sdb = system.drive("sdb", "pci/ata2", "1000000");
        system.put(sdb + "/dev", "8:16\n");
        // Encrypted, and what is behind the encryption is mounted.
        system.put(sdb + "/holders/dm-0/dev", "253:0\n");
        system.put(sdb + "/holders/dm-0/dm/name", "gauges\n");
        system.put(system.drive("sdd", "pci/ata3", "1000000") + "/dev", "8:48\n");

        const auto drives = listDrives(system.paths());
        const auto& a = find(drives, "/dev/sda")->uses;
        QCOMPARE(a, (std::vector<DriveUse>{{UseKind::mounted, "sda1", "/srv/tide gauges"},
                                           {UseKind::swap, "sda2", "/dev/sda2"}}));
        const auto& b = find(drives, "/dev/sdb")->uses;
        QCOMPARE(b, (std::vector<DriveUse>{{UseKind::held, "sdb", "gauges"},
                                           {UseKind::mounted, "sdb", "/archive"}}));
        QVERIFY(!find(drives, "/dev/sdd")->inUse());
    }
    void nothingAttachedIsNoError() {
        QTemporaryDir empty;
        QVERIFY(listDrives({empty.path().toStdString(), empty.path().toStdString()}).empty());
    }
    void realSystemIsListed() {
        for (const AttachedDrive& drive : listDrives()) {
            QVERIFY(drive.identity.capacity.value > 0);
            QVERIFY(drive.identity.logicalBytes >= 512);
        }
    }
    void exportOntoTheImageItselfIsFound() {
        QTemporaryDir dir;
        QFile image(dir.filePath("image"));
        QVERIFY(image.open(QIODevice::WriteOnly) && image.resize(4096));
        const std::string path = image.fileName().toStdString();
        QVERIFY(liesOn(path, path));
        QVERIFY(QFile::link(image.fileName(), dir.filePath("link")));
        QVERIFY(liesOn(dir.filePath("link").toStdString(), path));
        QVERIFY(!liesOn(dir.filePath("results.json").toStdString(), path));
    }
};

QTEST_APPLESS_MAIN(TestInventory)
#include "test_inventory.moc"
