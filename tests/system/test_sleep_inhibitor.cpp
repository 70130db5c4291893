// SPDX-License-Identifier: GPL-3.0-or-later
// Asked of a login manager of the test's own, on a message bus of its own.
#include "support/long_wait.h"
#include "support/test_program.h"
#include "system/sleep_inhibitor.h"

#include <QDBusConnection>
#include <QDBusConnectionInterface>
#include <QDBusContext>
#include <QProcess>
#include <fcntl.h>
#include <poll.h>
#include <unistd.h>

namespace test_sleep_inhibitor {

using namespace orbita;

// Grants what is asked with one end of a pipe, as the real one does; when the other end closes, it was let
// go.
class MadeUpManager final : public QObject, protected QDBusContext {
    Q_OBJECT
    Q_CLASSINFO("D-Bus Interface", "org.freedesktop.login1.Manager")
public slots:
    Q_SCRIPTABLE QDBusUnixFileDescriptor Inhibit(const QString& what, const QString& who, const QString& why,
                                                 const QString& mode) {
        asked << what << who << why << mode;
        if (refuse) {
            sendErrorReply(QDBusError::AccessDenied, QStringLiteral("not here"));
            return {};
        }
        int ends[2];
        if (pipe2(ends, O_CLOEXEC) != 0)
            qFatal("no pipe");
        watched = ends[0];
        QDBusUnixFileDescriptor file;
        file.giveFileDescriptor(ends[1]);
        return file;
    }

public:
    [[nodiscard]] bool letGo() const {
        pollfd p{watched, POLLIN, 0};
        return poll(&p, 1, 0) == 1 && (p.revents & POLLHUP) != 0;
    }
    QStringList asked;
    bool refuse = false;
    int watched = -1;
};

class TestSleepInhibitor : public QObject {
    Q_OBJECT
private slots:
    void initTestCase() {
        m_bus.start(QStringLiteral("dbus-daemon"), {QStringLiteral("--session"), QStringLiteral("--nofork"),
                                                    QStringLiteral("--print-address=1")});
        if (!m_bus.waitForStarted() || !m_bus.waitForReadyRead())
            QSKIP("dbus-daemon is not to be had");
        const QByteArray address = m_bus.readLine().trimmed();
        qputenv("DBUS_SYSTEM_BUS_ADDRESS", address);
        QDBusConnection served =
            QDBusConnection::connectToBus(QString::fromUtf8(address), QStringLiteral("manager"));
        QVERIFY(served.registerObject(QStringLiteral("/org/freedesktop/login1"), &m_manager,
                                      QDBusConnection::ExportScriptableSlots));
        QVERIFY(served.registerService(QStringLiteral("org.freedesktop.login1")));
    }
    void cleanupTestCase() {
        m_bus.terminate();
        m_bus.waitForFinished();
    }
    void heldWhileItLives() {
        {
            const SleepInhibitor awake(QStringLiteral("Reading the surface of Tern 40"));
            TRY_VERIFY(awake.held());
            QCOMPARE(m_manager.asked, (QStringList{QStringLiteral("sleep:idle"), QStringLiteral("Orbita"),
                                                   QStringLiteral("Reading the surface of Tern 40"),
                                                   QStringLiteral("block")}));
            QVERIFY(!m_manager.letGo());
        }
        TRY_VERIFY(m_manager.letGo());
    }
    void refusedIsNoHarm() {
        m_manager.refuse = true;
        m_manager.asked.clear();
        const SleepInhibitor awake(QStringLiteral("Reading"));
        TRY_COMPARE(m_manager.asked.size(), 4);
        QTest::qWait(50);
        QVERIFY(!awake.held());
    }

private:
    QProcess m_bus;
    MadeUpManager m_manager;
};

ORBITA_TEST(TestSleepInhibitor)

} // namespace test_sleep_inhibitor

#include "test_sleep_inhibitor.moc"
