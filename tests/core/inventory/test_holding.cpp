// SPDX-License-Identifier: GPL-3.0-or-later
// Held read-only: the drive and each of its partitions, and afterwards as it was before. With a block device
// of this test's own.
#include "core/inventory/recognition.h"
#include "support/run_tool.h"
#include "support/test_program.h"

#include <QFile>
#include <QProcess>
#include <QTemporaryDir>
#include <fcntl.h>
#include <linux/fs.h>
#include <sys/ioctl.h>
#include <sys/stat.h>
#include <sys/sysmacros.h>
#include <unistd.h>

namespace test_holding {

using namespace orbita;

constexpr std::chrono::seconds patience{20};

bool readOnly(const std::string& device) {
    const int file = open(device.c_str(), O_RDONLY | O_CLOEXEC);
    int flag = -1;
    if (file < 0 || ioctl(file, BLKROGET, &flag) != 0)
        qFatal("%s cannot be asked", device.c_str());
    close(file);
    return flag != 0;
}

// Some kernels refuse the opening, some the writing.
bool takesAByte(const std::string& device) {
    const int file = open(device.c_str(), O_WRONLY | O_CLOEXEC);
    const bool taken = file >= 0 && pwrite(file, "x", 1, 0) == 1;
    if (file >= 0)
        close(file);
    return taken;
}

void setReadOnly(const std::string& device, int flag) {
    const int file = open(device.c_str(), O_RDONLY | O_CLOEXEC);
    if (file < 0 || ioctl(file, BLKROSET, &flag) != 0)
        qFatal("%s cannot be set", device.c_str());
    close(file);
}

class TestHolding final : public QObject {
    Q_OBJECT
private:
    QTemporaryDir m_dir;
    QString m_loop;
    std::string m_device; // a node of it in the test's own folder, its partitions beside it

    [[nodiscard]] std::string part(int number) const { return m_device + "p" + std::to_string(number); }
    [[nodiscard]] AttachedDrive drive() const {
        AttachedDrive drive;
        drive.identity.path = m_device;
        for (const int number : {1, 2}) {
            DrivePart one;
            one.name = part(number).substr(part(number).rfind('/') + 1);
            drive.parts.push_back(one);
        }
        return drive;
    }

private slots:
    void initTestCase() {
        if (geteuid() != 0)
            QSKIP("only root can make a block device");
        QFile image(m_dir.filePath("drive.img"));
        QVERIFY(image.open(QIODevice::WriteOnly) && image.resize(8 << 20));
        image.close();
        m_loop = test::runTool("losetup", {"-f", "--show", image.fileName()});
        if (m_loop.isEmpty())
            QSKIP("no loop device can be made here");
        for (const int number : {1, 2}) {
            QProcess addpart;
            addpart.start("addpart",
                          {m_loop, QString::number(number), QString::number(number * 2048), "2048"});
            QVERIFY(addpart.waitForFinished(60'000));
            QCOMPARE(addpart.exitCode(), 0);
        }
        // Nodes of its own: not every system makes those of partitions by itself.
        for (const QString& below : {QString(), QStringLiteral("p1"), QStringLiteral("p2")}) {
            QFile number("/sys/class/block/" + m_loop.section('/', -1) + below + "/dev");
            QVERIFY2(number.open(QIODevice::ReadOnly), qPrintable(number.fileName()));
            const QByteArrayList numbers = number.readAll().trimmed().split(':');
            QCOMPARE(mknod(qPrintable(m_dir.filePath("drive" + below)), S_IFBLK | 0600,
                           makedev(numbers.value(0).toUInt(), numbers.value(1).toUInt())),
                     0);
        }
        m_device = m_dir.filePath("drive").toStdString();
    }
    void cleanupTestCase() {
        if (m_loop.isEmpty())
            return;
        for (const char* number : {"1", "2"})
            test::runTool("delpart", {m_loop, number});
        test::runTool("losetup", {"-d", m_loop});
    }
    // One partition was read-only before: somebody else's doing, and left as it was.
    void partitionsToo_data() {
        QTest::addColumn<bool>("before");
        QTest::newRow("writable before") << false;
        QTest::newRow("one was read-only before") << true;
    }
    void partitionsToo() {
        QFETCH(bool, before);
        setReadOnly(m_device, 0);
        setReadOnly(part(1), before ? 1 : 0);
        setReadOnly(part(2), 0);
        const auto held = holdReadOnly(drive(), patience);
        QVERIFY2(held.has_value(), held ? "" : held.error().message().c_str());
        for (const std::string& device : {m_device, part(1), part(2)}) {
            QVERIFY2(readOnly(device), device.c_str());
            QVERIFY2(!takesAByte(device), device.c_str());
        }
        QVERIFY(setReadOnlyFlags(*held, patience).has_value());
        QVERIFY(!readOnly(m_device) && !readOnly(part(2)) && takesAByte(part(2)));
        QCOMPARE(readOnly(part(1)), before);
    }
    // All or none.
    void whatCannotBeHeldWholeIsNotHeldInPart() {
        setReadOnly(m_device, 0);
        setReadOnly(part(1), 0);
        AttachedDrive more = drive();
        DrivePart gone;
        gone.name = part(9).substr(part(9).rfind('/') + 1);
        more.parts.push_back(gone);
        const auto held = holdReadOnly(more, patience);
        QVERIFY(!held.has_value());
        for (const std::string& device : {m_device, part(1), part(2)})
            QVERIFY2(!readOnly(device), device.c_str());
    }
};

ORBITA_TEST(TestHolding)

} // namespace test_holding

#include "test_holding.moc"
