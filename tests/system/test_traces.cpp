// SPDX-License-Identifier: GPL-3.0-or-later
// What the programs ask of the kernel, as strace writes it down: every subcommand and the window, at a block
// device of this test's own. Nothing opens a device for writing or tells one to change, and nothing is made,
// changed or removed outside the places that were asked for and Orbita's own.
#include "app/scan/plan_dialog.h"
#include "app/scan/scan_station.h"
#include "support/cli_runner.h"
#include "support/hand.h"
#include "support/test_program.h"

#include <QCryptographicHash>
#include <QDir>
#include <QListView>
#include <QRegularExpression>
#include <QTemporaryDir>
#include <unistd.h>

namespace test_traces {

using namespace orbita;
using namespace orbita::app;

// Where a trace's program may make and change files.
struct Grounds {
    QString results; // the folder of what was asked for
    QString home;    // above the folders of data, configuration and cache
    QStringList devices;
};

bool within(const QString& path, const QString& folder) {
    return path == folder || path.startsWith(folder + QLatin1Char('/'));
}

bool mayBeChanged(const QString& path, const Grounds& grounds) {
    static const QStringList always = {
        QStringLiteral("/dev/null"),   QStringLiteral("/dev/tty"),
        QStringLiteral("/memfd:"), // memory
        QStringLiteral("/proc/self/"), QStringLiteral("/proc/thread-self/"),
    };
    for (const QString& one : always)
        if (path.startsWith(one))
            return true;
    // The toolkit's own: its cache of fonts and shaders, where its file dialog was last.
    for (const char* one : {"data/orbita", "cache", "config/QtProject.conf", "run"})
        if (within(path, grounds.home + QLatin1Char('/') + QLatin1String(one)) ||
            path.startsWith(grounds.home + QStringLiteral("/config/QtProject.conf.")) ||
            path == grounds.home + QStringLiteral("/data") ||
            path == grounds.home + QStringLiteral("/config"))
            return true;
    return within(path, grounds.results);
}

bool isDevice(const QString& path, const Grounds& grounds) {
    static const QRegularExpression node(QStringLiteral(
        "^/dev/(sd|sg|hd|vd|xvd|nvme|ng|mmcblk|loop|nbd|sr|dm-|md|bsg/|block/|disk/|mapper/|char/)"));
    return grounds.devices.contains(path) || node.match(path).hasMatch();
}

// What a block device may be asked: only what it is.
bool onlyAsks(const QString& request) {
    static const QStringList asks = {"BLKGETSIZE64",
                                     "BLKGETSIZE",
                                     "BLKSSZGET",
                                     "BLKPBSZGET",
                                     "BLKROGET",
                                     "BLKGETZONESZ",
                                     "BLKGETNRZONES",
                                     "BLKALIGNOFF",
                                     "BLKIOMIN",
                                     "BLKIOOPT",
                                     "BLKBSZGET",
                                     "HDIO_GETGEO",
                                     "FDGETFDCSTAT",
                                     "LOOP_GET_STATUS64",
                                     "NVME_IOCTL_ID",
                                     "SG_GET_VERSION_NUM",
                                     "SG_IO", // the gate's; this device has no such command path
                                     "CDROM_GET_CAPABILITY",
                                     "CDROM_LAST_WRITTEN",
                                     "CDROM_DRIVE_STATUS",
                                     "CDROMREADTOCHDR",
                                     "FIONBIO",
                                     "FIOCLEX",
                                     "TCGETS"};
    return asks.contains(request);
}

// One line of a trace: what it did that is not allowed, or nothing.
QString complaint(const QString& line, const Grounds& grounds) {
    static const QRegularExpression call(QStringLiteral("^([a-z0-9_]+)\\((.*)\\)\\s+= (.*)$"));
    static const QRegularExpression at(
        QStringLiteral("(?:AT_FDCWD|\\d+)<([^>]*)>, \"((?:[^\"\\\\]|\\\\.)*)\""));
    static const QRegularExpression quoted(QStringLiteral("\"((?:[^\"\\\\]|\\\\.)*)\""));
    static const QRegularExpression result(QStringLiteral("^\\d+<(.*)>$"));
    static const QRegularExpression ofDescriptor(QStringLiteral("^\\d+<([^>]*)>"));
    const auto parts = call.match(line);
    if (!parts.hasMatch())
        return {};
    const QString name = parts.captured(1);
    const QString arguments = parts.captured(2);
    const QString came = parts.captured(3);
    // The names in it, with the folders they are relative to.
    QStringList paths;
    if (arguments.contains(QStringLiteral("AT_FDCWD<")) || name.endsWith(QLatin1String("at")) ||
        name.endsWith(QLatin1String("at2"))) {
        for (auto all = at.globalMatch(arguments); all.hasNext();) {
            const auto one = all.next();
            paths << (one.captured(2).startsWith(QLatin1Char('/'))
                          ? one.captured(2)
                          : QDir::cleanPath(one.captured(1) + QLatin1Char('/') + one.captured(2)));
        }
    } else if (const auto one = quoted.match(arguments); one.hasMatch()) {
        for (auto all = quoted.globalMatch(arguments); all.hasNext();)
            paths << all.next().captured(1);
    }
    const bool failed = came.startsWith(QLatin1Char('-'));
    if (name == QLatin1String("ioctl")) {
        const auto of = ofDescriptor.match(arguments);
        const QString request = arguments.section(QStringLiteral(", "), 1, 1);
        return of.hasMatch() && isDevice(of.captured(1), grounds) && !onlyAsks(request)
                   ? QStringLiteral("a device is told to change: ") + line
                   : QString();
    }
    if (name == QLatin1String("open") || name == QLatin1String("openat") ||
        name == QLatin1String("openat2") || name == QLatin1String("creat")) {
        static const QRegularExpression writable(QStringLiteral("O_WRONLY|O_RDWR|O_CREAT|O_TRUNC|O_TMPFILE"));
        if (name != QLatin1String("creat") && !writable.match(arguments.section('"', -1)).hasMatch())
            return {};
        // What it has become, links resolved, where it was opened; the mere attempt counts at a device.
        const auto opened = result.match(came);
        const QString became = opened.hasMatch() ? opened.captured(1) : paths.value(0);
        if (isDevice(became, grounds) || isDevice(paths.value(0), grounds))
            return QStringLiteral("a device is opened for writing: ") + line;
        return failed || mayBeChanged(became, grounds)
                   ? QString()
                   : QStringLiteral("a file is written elsewhere: ") + line;
    }
    static const QStringList changing = {
        "mkdir",    "mkdirat",    "mknod",       "mknodat",      "rename",    "renameat",   "renameat2",
        "link",     "linkat",     "symlink",     "symlinkat",    "unlink",    "unlinkat",   "rmdir",
        "truncate", "truncate64", "chmod",       "fchmodat",     "chown",     "lchown",     "fchownat",
        "setxattr", "lsetxattr",  "removexattr", "lremovexattr", "utimensat", "utime",      "utimes",
        "mount",    "umount2",    "swapon",      "swapoff",      "quotactl",  "pivot_root", "chroot"};
    if (!changing.contains(name) || failed)
        return {};
    // symlink(TARGET, NAME): what stands in it is no file that is touched.
    if (name.startsWith(QLatin1String("symlink")) && !paths.isEmpty())
        paths = {paths.last()};
    if (paths.isEmpty()) // by descriptor: it was judged when it was opened
        return ofDescriptor.match(arguments).hasMatch() &&
                       mayBeChanged(ofDescriptor.match(arguments).captured(1), grounds)
                   ? QString()
                   : QStringLiteral("what was changed cannot be told: ") + line;
    for (const QString& path : paths)
        if (!mayBeChanged(path, grounds))
            return QStringLiteral("changed elsewhere: ") + line;
    return {};
}

class TestTraces final : public QObject {
    Q_OBJECT
private:
    std::unique_ptr<QTemporaryDir> m_dir;
    QString m_device;
    QByteArray m_before;
    Grounds m_grounds;
    int m_traces = 0;

    QString result(const QString& name) { return m_grounds.results + QLatin1Char('/') + name; }
    QByteArray digest() {
        QFile file(m_dir->filePath("drive.img"));
        QCryptographicHash hash(QCryptographicHash::Sha256);
        return file.open(QIODevice::ReadOnly) && hash.addData(&file) ? hash.result() : QByteArray();
    }
    // Runs it under strace, with folders of its own, and judges all that it and its helpers did.
    // `written`: how often a device was opened for writing; null: never may it be.
    void trace(const QString& program, const QStringList& arguments, const QSet<int>& endings,
               int* opensOfDevice = nullptr, int* written = nullptr) {
        const QString folder = m_dir->filePath("trace" + QString::number(m_traces++));
        QVERIFY(QDir().mkpath(folder));
        QProcess process;
        QProcessEnvironment environment = QProcessEnvironment::systemEnvironment();
        for (const auto& [name, below] : {std::pair{"XDG_DATA_HOME", "data"},
                                          {"XDG_CONFIG_HOME", "config"},
                                          {"XDG_CACHE_HOME", "cache"},
                                          {"XDG_RUNTIME_DIR", "run"}})
            environment.insert(QLatin1String(name), m_grounds.home + '/' + below);
        environment.insert("HOME", m_grounds.home);
        environment.insert("TMPDIR", m_grounds.home + "/no-such-folder"); // none is asked for
        process.setProcessEnvironment(environment);
        process.setWorkingDirectory(m_grounds.home);
        process.start(
            "strace",
            QStringList{
                "-ff", "-y", "-qq", "-s", "4096", "-o", folder + "/t", "-e",
                "trace=%file,ioctl,fchmod,fchown,fsetxattr,fremovexattr,ftruncate,fallocate,io_uring_setup",
                program} +
                arguments);
        QVERIFY(process.waitForFinished(300'000));
        const QByteArray said = process.readAllStandardOutput() + process.readAllStandardError();
        QVERIFY2(process.exitStatus() == QProcess::NormalExit && endings.contains(process.exitCode()),
                 (program + ' ' + arguments.join(' ') + " ended with " + QString::number(process.exitCode()) +
                  '\n' + said)
                     .toUtf8());
        int lines = 0;
        for (const QFileInfo& one : QDir(folder).entryInfoList(QDir::Files)) {
            QFile file(one.filePath());
            QVERIFY(file.open(QIODevice::ReadOnly));
            for (const QByteArray& line : file.readAll().split('\n')) {
                const QString what = complaint(QString::fromUtf8(line), m_grounds);
                if (written != nullptr && what.startsWith(QLatin1String("a device is opened for writing")))
                    ++*written;
                else
                    QVERIFY2(what.isEmpty(), (arguments.join(' ') + ": " + what).toUtf8());
                lines += line.isEmpty() ? 0 : 1;
                if (opensOfDevice && line.contains("open") && line.contains(m_device.toUtf8()))
                    ++*opensOfDevice;
            }
        }
        QVERIFY(lines > 20);
        QVERIFY(digest() == m_before);
    }
    void traceCli(const QStringList& arguments, const QSet<int>& endings = {0},
                  int* opensOfDevice = nullptr) {
        trace(test::program(), arguments, endings, opensOfDevice);
    }

private slots:
    void initTestCase() {
        if (qEnvironmentVariableIsSet("ORBITA_TRACED_DEVICE"))
            return; // what is traced: all is there
        m_dir = std::make_unique<QTemporaryDir>();
        if (geteuid() != 0)
            QSKIP("only root can make a block device");
        QProcess tried;
        tried.start("strace", {"-qq", "-o", m_dir->filePath("tried"), "true"});
        if (!tried.waitForFinished(60'000) || tried.exitCode() != 0)
            QSKIP("this system lets nobody trace a program");
        QFile image(m_dir->filePath("drive.img"));
        QVERIFY(image.open(QIODevice::WriteOnly));
        for (int i = 0; i < (8 << 20) / 4096; ++i)
            QCOMPARE(image.write(QByteArray(4096, static_cast<char>('a' + i % 26))), qint64{4096});
        image.close();
        QProcess losetup;
        losetup.start("losetup", {"-f", "--show", image.fileName()});
        QVERIFY(losetup.waitForFinished(60'000));
        m_device = QString::fromUtf8(losetup.readAllStandardOutput()).trimmed();
        if (m_device.isEmpty())
            QSKIP("no loop device can be made here");
        m_grounds = {m_dir->filePath("results"), m_dir->filePath("home"), {m_device}};
        for (const char* below : {"results", "home/data", "home/config", "home/cache", "home/run"})
            QVERIFY(QDir().mkpath(m_dir->filePath(QLatin1String(below))));
        QVERIFY(QFile::setPermissions(m_grounds.home + "/run",
                                      QFile::ReadOwner | QFile::WriteOwner | QFile::ExeOwner));
        m_before = digest();
    }
    void cleanupTestCase() {
        if (!m_device.isEmpty())
            QProcess::execute("losetup", {"-d", m_device});
    }
    // The judge itself: each of these is noticed, each of those is not.
    void theJudgeNotices_data() {
        QTest::addColumn<QString>("line");
        QTest::addColumn<bool>("noticed");
        const auto line = [](const char* text, bool noticed) {
            QTest::newRow(text) << QString(text)
                                       .replace("DEV", "/dev/loop9")
                                       .replace("RES", "/r/results")
                                       .replace("HOME", "/r/home")
                                << noticed;
        };
        line(R"(openat(AT_FDCWD</x>, "DEV", O_RDWR|O_CLOEXEC) = 3<DEV>)", true);
        line(R"(openat(AT_FDCWD</x>, "DEV", O_WRONLY) = -1 EACCES (Permission denied))", true);
        line(R"(openat(AT_FDCWD</x>, "/dev/sg3", O_RDWR) = -1 ENOENT (No such file or directory))", true);
        line(R"(openat(AT_FDCWD</x>, "RES/link", O_WRONLY|O_CREAT, 0600) = 3<DEV>)", true);
        line(R"(openat(AT_FDCWD</x>, "DEV", O_RDONLY|O_DIRECT|O_CLOEXEC) = 3<DEV>)", false);
        line(R"(openat(AT_FDCWD</x>, "RES/a", O_WRONLY|O_CREAT|O_EXCL, 0600) = 3<RES/a>)", false);
        line(R"(openat(AT_FDCWD</x>, "RES/a", O_WRONLY|O_CREAT, 0600) = 3</etc/a>)", true);
        line(R"(openat(5<RES>, "a", O_RDWR|O_CREAT, 0600) = 3<RES/a>)", false);
        line(R"(creat("/etc/a", 0600) = 3</etc/a>)", true);
        line(R"(open("/tmp/a", O_RDWR|O_CREAT, 0600) = 3</tmp/a>)", true);
        line(R"(mkdir("HOME/data/orbita", 0700) = 0)", false);
        line(R"(mkdir("HOME/other", 0700) = 0)", true);
        line(R"(mkdir("HOME/other", 0700) = -1 EEXIST (File exists))", false);
        line(R"(renameat2(5<RES>, "a.new", 5<RES>, "a", RENAME_NOREPLACE) = 0)", false);
        line(R"(renameat(5<RES>, "a.new", 6</etc>, "a") = 0)", true);
        line(R"(rename("RES/a", "/tmp/a") = 0)", true);
        line(R"(unlink("/etc/a") = 0)", true);
        line(R"(symlink("/etc/a", "RES/a") = 0)", false);
        line(R"(ioctl(3<DEV>, BLKGETSIZE64, [8388608]) = 0)", false);
        line(R"(ioctl(3<DEV>, BLKDISCARD, {0, 512}) = 0)", true);
        line(R"(ioctl(3<DEV>, BLKROSET, [1]) = 0)", true);
        line(R"(ioctl(3<DEV>, BLKRRPART) = -1 EACCES (Permission denied))", true);
    }
    void theJudgeNotices() {
        QFETCH(QString, line);
        QFETCH(bool, noticed);
        const Grounds grounds{"/r/results", "/r/home", {"/dev/loop9"}};
        QCOMPARE(!complaint(line, grounds).isEmpty(), noticed);
    }
    void everySubcommand() {
        int opens = 0;
        traceCli({"drives"});
        traceCli({"drives", "--json"});
        traceCli({"vitals", m_device}, {0, 1, 2, 3});
        traceCli({"vitals", "demo:tern20", "--json", "--customer", "Harbour office"});
        traceCli({"selftest", m_device, "--kind", "short"}, {2});
        traceCli({"selftest", "demo:tern20", "--kind", "short"});
        traceCli({"restore", m_device}, {0, 2});
        traceCli({"scan", m_device, "--save", result("drive.img"), "--json", result("a.json"), "--csv",
                  result("a.csv"), "--report", result("a.txt"), "--plate", result("a.png")},
                 {0}, &opens);
        QVERIFY(opens > 0); // so the trace sees what it is there for
        QCOMPARE(QFileInfo(result("drive.img")).size(), qint64{8 << 20});
        for (const char* file : {"a.json", "a.csv", "a.txt", "a.png"})
            QVERIFY2(QFileInfo(result(file)).size() > 0, file);
        traceCli({"scan", m_device, "--save", result("drive.img"), "--span", "missing"});
        for (const char* order : {"backward", "suspects-first", "sweep", "sample", "careful"})
            traceCli({"scan", m_device, "--order", order, "--depth", "4"});
        traceCli({"scan", m_device, "--mode", "verify"}, {2, 3});
        traceCli({"scan", m_device, "--stop", "minutes:0.000001"}, {0, 2, 3});
        traceCli({"scan", m_device, "--resume"}, {0, 2});
        traceCli({"scan", result("drive.img"), "--json", "-"});
        traceCli({"scan", "demo:auk", "--span", "0..99999", "--order", "careful"}, {0, 1});
        traceCli({"image", result("drive.img"), "--compare"});
        for (const char* list : {"drives", "scans"})
            traceCli({"casebook", list});
        traceCli({"casebook", "visits", "1"});
        traceCli({"casebook", "show", "1"});
        traceCli({"casebook", "export", "1", "--json", result("b.json"), "--csv", result("b.csv"), "--report",
                  result("b.txt"), "--plate", result("b.png")});
        traceCli({"casebook", "export", "1", "--report", m_device}, {2});
        traceCli({"scan", m_device, "--csv", m_device}, {2});
        traceCli({"scan", m_device, "--save", m_device}, {2});
        // Told only, refused, or not confirmed, what could write does not.
        traceCli({"treat", m_device, "--span", "100..107"}, {0, 1});
        traceCli({"treat", m_device, "--span", "100..107", "--data", "saved", "--confirm", "9 TB"}, {2});
        traceCli({"treat", m_device, "--span", "100..107", "--confirm", "8.4 MB"}, {2});
        traceCli({"treat", m_device, "--span", "100..107", "--data", "saved", "--steps", "read", "--confirm",
                  "8.4 MB"});
    }
    // So that it is seen that the trace would see it.
    void whatMayWriteIsSeenTo() {
        int written = 0;
        trace(test::program(),
              {"treat", m_device, "--span", "100..107", "--data", "saved", "--confirm", "8.4 MB"}, {0},
              nullptr, &written);
        QVERIFY(written > 0);
    }
    // The hand of windowByHand, traced from outside.
    void theWindow() {
        int opens = 0;
        qputenv("ORBITA_TRACED_DEVICE", m_device.toUtf8());
        qputenv("ORBITA_TRACED_RESULTS", m_grounds.results.toUtf8());
        trace(QCoreApplication::applicationFilePath(), {"test_traces", "windowByHand"}, {0}, &opens);
        qunsetenv("ORBITA_TRACED_DEVICE");
        QVERIFY(opens > 0);
        for (const char* file : {"window.img", "window.json"})
            QVERIFY2(QFileInfo(result(file)).size() > 0, file);
    }
    // The drive is opened, its vitals asked for, its whole surface read and saved, the scan exported.
    void windowByHand() {
        const QString device = qEnvironmentVariable("ORBITA_TRACED_DEVICE");
        const QString results = qEnvironmentVariable("ORBITA_TRACED_RESULTS");
        if (device.isEmpty())
            return; // it is run by theWindow
        AppWindow window(RackModel::Source::attachedDrives);
        window.show();
        QVERIFY(QTest::qWaitForWindowActive(&window));
        test::openByHand(window, device);
        TRY_VERIFY(window.station<ScanStation>().controller() != nullptr);
        for (const Qt::Key key : {Qt::Key_F2, Qt::Key_F3, Qt::Key_F8, Qt::Key_F4}) {
            QTest::keyClick(&window, key);
            QTest::qWait(300);
        }
        test::click(window, "No");
        QTest::keyClick(&window, Qt::Key_L, Qt::ControlModifier);
        TRY_VERIFY(window.findChild<QLineEdit*>("planSaveTo") != nullptr);
        auto* saveTo = window.findChild<QLineEdit*>("planSaveTo");
        QTest::keyClicks(saveTo, results + "/window.img");
        QTest::keyClick(saveTo, Qt::Key_Return);
        test::backTo(window);
        test::click(window, "Start");
        DriveController& controller = *window.station<ScanStation>().controller();
        TRY_VERIFY(controller.current() && controller.current()->record.status.phase == ScanPhase::ended);
        QCOMPARE(controller.current()->record.status.ended, EndReason::complete);
        test::exportByHand(window, results + "/window.json");
        TRY_VERIFY(!controller.keptAt().isEmpty());
    }
};

ORBITA_TEST(TestTraces)

} // namespace test_traces

#include "test_traces.moc"
