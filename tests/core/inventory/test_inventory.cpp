// SPDX-License-Identifier: GPL-3.0-or-later
// The inventory against a made-up sysfs: what is attached, how, and what uses it.
#include "core/inventory/inventory.h"
#include "core/inventory/partition_table.h"
#include "support/made_table.h"
#include "support/test_program.h"

#include <QDir>
#include <QElapsedTimer>
#include <QFile>
#include <QProcess>
#include <QTemporaryDir>
#include <sys/stat.h>

namespace test_inventory {

using namespace orbita;

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
        return {m_dir.filePath("sys").toStdString(), m_dir.filePath("proc").toStdString(),
                m_dir.filePath("dev").toStdString(), recognised};
    }

private:
    // What a device manager would say of them.
    static RecognisedContents recognised(const std::string& number) {
        return number == "8:2" ? RecognisedContents{"ext4", "gauges"} : RecognisedContents{};
    }

    QTemporaryDir m_dir;
};

const AttachedDrive* find(const std::vector<AttachedDrive>& drives, const char* path) {
    for (const AttachedDrive& drive : drives)
        if (drive.identity.path.ends_with(path))
            return &drive;
    return nullptr;
}

class TestInventory : public QObject {
    Q_OBJECT
private slots:
    void partsAndCommandNodesAreKnown() {
        FakeSystem system;
        const QString sda =
            system.drive("sda", "pci0000:00/0000:00:1f.2/ata1/host0/target0:0:0/0:0:0:0", "7814037168");
        system.put(sda + "/device/scsi_generic/sg3/dev", "21:3\n");
        for (const int part : {2, 1}) {
            const QString base = sda + QString("/sda%1").arg(part);
            system.put(base + "/partition", QByteArray::number(part));
            system.put(base + "/start", part == 1 ? "2048\n" : "1050624\n");
            system.put(base + "/size", part == 1 ? "1048576\n" : "7812984832\n");
            system.put(base + "/dev", "8:" + QByteArray::number(part) + "\n");
        }
        system.drive("nvme0n1", "pci0000:00/0000:00:02.0/nvme/nvme0", "1000215216");
        system.drive("vda", "pci0000:00/0000:00:03.0/virtio1", "4096");
        const auto drives = listDrives(system.paths());
        const AttachedDrive* drive = find(drives, "/dev/sda");
        QVERIFY(drive != nullptr);
        QCOMPARE(drive->commandNode, std::string("/dev/sg3"));
        QCOMPARE(drive->parts.size(), std::size_t{2});
        QCOMPARE(drive->parts[0], (DrivePart{"sda1", 2048 * 512, 1048576ULL * 512, "", ""}));
        QCOMPARE(drive->parts[1].fileSystem, std::string("ext4"));
        QCOMPARE(drive->parts[1].label, std::string("gauges"));
        QCOMPARE(find(drives, "/dev/nvme0n1")->commandNode, std::string("/dev/nvme0n1"));
        QVERIFY(find(drives, "/dev/vda")->commandNode.empty()); // blocks and nothing else
    }
    void theSystemIsAskedForWhatItKnowsOnly() {
        for (const char* number : {"", "8", "8:", ":1", "x:y", "4095:1048575", "99999999999:1"})
            QVERIFY2(recognisedBySystem(number).fileSystem.empty(), number);
    }
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
        // What the links carry.
        system.put("sys/class/ata_link/link1/sata_spd", "6.0 Gbps\n");
        system.put("sys/devices/pci0000:00/0000:00:14.0/usb2/2-1/speed", "480\n");
        system.put("sys/devices/pci0000:00/0000:00:14.0/usb2/speed", "10000\n");
        system.put("sys/devices/pci0000:00/0000:00:02.0/current_link_speed", "8.0 GT/s PCIe\n");
        system.put("sys/devices/pci0000:00/0000:00:02.0/current_link_width", "4\n");
        system.drive("sdc", "pci0000:00/x", "0"); // a card reader without a card
        system.drive("ram0", "virtual", "8192");
        system.drive("dm-0", "virtual", "8192");

        const auto drives = listDrives(system.paths());
        QCOMPARE(drives.size(), std::size_t{4});
        QVERIFY(find(drives, "/dev/sdc")->has(RemarkKind::zeroCapacity));
        const AttachedDrive* a = find(drives, "/dev/sda");
        QVERIFY(a != nullptr);
        QCOMPARE(a->identity.model, std::string("Halden Tern 40"));
        QCOMPARE(a->identity.serial, std::string("TG-4X0193"));
        QCOMPARE(a->identity.rpm.value_or(0), 7200U);
        QCOMPARE(a->identity.capacity.value, std::uint64_t{7814037168});
        QCOMPARE(a->identity.physicalBytes, 4096U);
        QCOMPARE(a->identity.attachment, std::string("SATA"));
        QCOMPARE(a->identity.link, std::string("6.0 Gbps"));
        QCOMPARE(find(drives, "/dev/sdb")->identity.link, std::string("480 Mb/s"));
        QCOMPARE(find(drives, "/dev/nvme0n1")->identity.link, std::string("8.0 GT/s PCIe x4"));
        QVERIFY(find(drives, "/dev/sdc")->identity.link.empty());
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
        QVERIFY(find(drives, "/dev/sdd")->uses.empty());
    }
    void nothingAttachedIsNoError() {
        QTemporaryDir empty;
        QVERIFY(listDrives({empty.path().toStdString(), empty.path().toStdString()}).empty());
    }
    void realSystemIsListed() {
        for (const AttachedDrive& drive : listDrives()) {
            QVERIFY(drive.identity.capacity.value > 0 || !drive.remarks.empty());
            QVERIFY(drive.identity.logicalBytes >= 512);
        }
    }
    void onlyWhatCanBeADriveIsListedEmpty() {
        FakeSystem system;
        system.put(system.drive("sda", "pci/usb2/host4", "0") + "/removable", "1\n");
        system.drive("sdb", "pci/usb3/host5", "0");
        system.drive("loop3", "virtual", "0");
        system.drive("nbd7", "virtual", "0");
        system.put(system.drive("sdd", "pci/ata9/host9", "1000") + "/device/state", "offline\n");
        const auto drives = listDrives(system.paths());
        QCOMPARE(drives.size(), std::size_t{3});
        QVERIFY(find(drives, "/dev/sda")->has(RemarkKind::noMedium));
        QVERIFY(find(drives, "/dev/sdb")->has(RemarkKind::zeroCapacity));
        QVERIFY(find(drives, "/dev/sdd")->has(RemarkKind::offline));
    }
    // Two entries that cannot be told apart by model and serial: one drive twice, or two drives?
    void secondPathsAndCopiedSerialsAreToldApart() {
        FakeSystem system;
        const auto put = [&](const char* name, const char* bus, const char* serial, const char* wwid) {
            const QString base = system.drive(name, bus, "1000000");
            system.put(base + "/device/model", "Tern 40\n");
            system.put(base + "/device/vpd_pg80", QByteArray("\x00\x80\x00\x06", 4) + serial);
            if (*wwid != 0)
                system.put(base + "/device/wwid", QByteArray(wwid) + "\n");
        };
        put("sda", "pci/host1/end_device-1:0", "TG-001", "naa.5000c500aaaaaaaa");
        put("sdb", "pci/host2/end_device-2:0", "TG-001", "naa.5000c500aaaaaaaa");
        put("sdc", "pci/usb3/host3", "TG-077", "");
        put("sdd", "pci/usb4/host4", "TG-077", "");
        put("sde", "pci/ata5/host5", "TG-088", "naa.5000c500bbbbbbbb");
        const auto drives = listDrives(system.paths());
        QCOMPARE(find(drives, "/dev/sda")->identity.worldWideName, std::string("5000c500aaaaaaaa"));
        QVERIFY(find(drives, "/dev/sda")->has(RemarkKind::secondPath));
        QVERIFY(find(drives, "/dev/sdb")->has(RemarkKind::secondPath));
        QVERIFY(find(drives, "/dev/sdc")->has(RemarkKind::sameSerial));
        QVERIFY(find(drives, "/dev/sdd")->has(RemarkKind::sameSerial));
        QVERIFY(find(drives, "/dev/sde")->remarks.empty());
    }
    void controllersAndFormatsAreRemarked() {
        FakeSystem system;
        system.drive("sda", "pci0000:00/0000:00:1f.2/host3/target3:2:0/3:2:0:0", "1000000");
        system.put("sys/class/scsi_host/host3/proc_name", "megaraid_sas\n");
        system.put(system.drive("sdb", "pci/ata1/host4", "1000000") + "/queue/zoned", "host-managed\n");
        system.put("sys/class/scsi_host/host4/proc_name", "ahci\n");
        system.put(system.drive("sdc", "pci/host5/end_device-5:0", "1000000") + "/queue/logical_block_size",
                   "520\n");
        const auto drives = listDrives(system.paths());
        QCOMPARE(find(drives, "/dev/sda")->remarks,
                 (std::vector<Remark>{{RemarkKind::controllerVolume, "megaraid_sas"}}));
        QVERIFY(find(drives, "/dev/sdb")->has(RemarkKind::hostManaged));
        QVERIFY(!find(drives, "/dev/sdb")->has(RemarkKind::controllerVolume));
        QVERIFY(find(drives, "/dev/sdc")->has(RemarkKind::oddSectors));
    }
    void partitionsThatCannotBeRightAreRemarked() {
        FakeSystem system;
        const QString sda = system.drive("sda", "pci/ata1", "100000");
        system.put(sda + "/queue/physical_block_size", "4096\n");
        const auto part = [&](int n, const char* start, const char* size) {
            const QString base = sda + QString("/sda%1").arg(n);
            system.put(base + "/partition", QByteArray::number(n));
            system.put(base + "/start", start);
            system.put(base + "/size", size);
        };
        part(1, "63\n", "20000\n");
        part(2, "16384\n", "8192\n");
        part(3, "65536\n", "65536\n");
        const auto drives = listDrives(system.paths());
        const AttachedDrive* drive = find(drives, "/dev/sda");
        QCOMPARE(drive->remarks, (std::vector<Remark>{{RemarkKind::misaligned, "sda1"},
                                                      {RemarkKind::overlapping, "sda2"},
                                                      {RemarkKind::beyondEnd, "sda3"}}));
    }
    // What lives on a drive, asked of real images through the probe.
    void contentIsRecognised() {
        FakeSystem system;
        constexpr std::uint64_t sectors = 65536;
        system.drive("sda", "pci/ata1", QByteArray::number(qulonglong{sectors}));
        system.drive("sdb", "pci/ata2", QByteArray::number(qulonglong{sectors}));
        system.drive("sdc", "pci/ata3", QByteArray::number(qulonglong{sectors}));
        QDir().mkpath(QString::fromStdString(system.paths().dev.string()));
        const auto image = [&](const char* name) {
            return QString::fromStdString((system.paths().dev / name).string());
        };
        for (const char* name : {"sda", "sdb", "sdc"}) {
            QFile file(image(name));
            QVERIFY(file.open(QIODevice::WriteOnly) && file.resize(sectors * 512));
        }
        if (QProcess::execute("mkfs.ext4", {"-q", "-F", "-L", "gauges", image("sda")}) != 0)
            QSKIP("mkfs.ext4 is missing (package e2fsprogs)");
        const test::MadeTable table = test::makeTable(512, sectors);
        QFile damaged(image("sdb"));
        QVERIFY(damaged.open(QIODevice::ReadWrite));
        damaged.write(reinterpret_cast<const char*>(table.head.data()), qint64(table.head.size()));
        damaged.close(); // its second copy was never written
        Inventory inventory(system.paths());
        const auto drives = inventory.look(std::chrono::seconds{20});
        const AttachedDrive* a = find(drives, "/dev/sda");
        QCOMPARE(a->parts.size(), std::size_t{1});
        QCOMPARE(a->parts[0].fileSystem, std::string("ext4"));
        QCOMPARE(a->parts[0].label, std::string("gauges"));
        QVERIFY(find(drives, "/dev/sdb")->has(RemarkKind::tableSecondDamaged));
        QVERIFY(find(drives, "/dev/sdc")->remarks.empty());
        // The second look asks nobody again, and tells the same.
        QVERIFY(QFile::remove(image("sda")));
        QCOMPARE(find(inventory.look(std::chrono::seconds{20}), "/dev/sda")->parts, a->parts);
    }
    // A pipe that nobody writes to is opened as a frozen drive is: never.
    void aFrozenDriveHoldsUpNobody() {
        FakeSystem system;
        QDir().mkpath(QString::fromStdString(system.paths().dev.string()));
        for (int i = 0; i < 24; ++i) {
            const QString name = QString("sd%1").arg(QChar('a' + i));
            system.drive(name, QString("pci/ata%1").arg(i), "2048");
            const std::string path = (system.paths().dev / name.toStdString()).string();
            if (i == 7) {
                QCOMPARE(mkfifo(path.c_str(), 0600), 0);
                continue;
            }
            QFile file(QString::fromStdString(path));
            QVERIFY(file.open(QIODevice::WriteOnly) && file.resize(2048 * 512));
        }
        Inventory inventory(system.paths());
        const auto drives = inventory.look(std::chrono::seconds{4});
        QCOMPARE(drives.size(), std::size_t{24});
        for (const AttachedDrive& drive : drives)
            QCOMPARE(drive.has(RemarkKind::silent), drive.identity.path.ends_with("sdh"));
        // It is not asked again at once: the next look does not wait for it.
        QElapsedTimer timer;
        timer.start();
        QVERIFY(find(inventory.look(std::chrono::seconds{20}), "/dev/sdh")->has(RemarkKind::silent));
        QVERIFY(timer.elapsed() < 15'000);
    }
};

ORBITA_TEST(TestInventory)

} // namespace test_inventory

#include "test_inventory.moc"
