// SPDX-License-Identifier: GPL-3.0-or-later
// The real program, killed (SIGKILL) at random moments of a scan and gone on with, again and again: it ends
// with what an undisturbed one finds, and repeats no more than what was done since the latest time it was
// kept. ORBITA_KILLS says how often (4); with many, QTEST_FUNCTION_TIMEOUT has to be longer, too.
#include "support/cli_runner.h"
#include "support/test_program.h"

#include <QElapsedTimer>
#include <QTemporaryDir>
#include <random>

namespace test_kills {

using namespace orbita::test;

constexpr int keptEveryMs = 2000;
constexpr int keepingTakesMs = 1500; // on a busy machine; what is kept counts from when it is durable

// What a run told of how far it was, and when; and what it had found, if it came to its end.
struct Told {
    struct Progress {
        qint64 atMs;
        qint64 done;
    };
    std::vector<Progress> progress;
    std::vector<std::string> found;
    bool killed = false;
    qint64 endedAtMs = 0;
    int status = -1;
    QString error;
};

std::vector<std::string> found(const nlohmann::json& end) {
    std::vector<std::string> list;
    for (const auto& entry : end.at("defects"))
        list.push_back(std::to_string(entry.at("lba").get<long>()) + ' ' +
                       std::to_string(entry.at("sectors").get<long>()) + ' ' +
                       entry.at("grade").get<std::string>() + ' ' + entry.at("standing").get<std::string>());
    for (const char* count : {"covered_sectors", "planned", "done"})
        list.push_back(end.at(count).dump());
    return list;
}

// Under a sanitizer a smaller drive takes as long.
#if defined(ORBITA_SANITIZED)
constexpr int driveSectors = 40'000'000;
#else
constexpr int driveSectors = 160'000'000;
#endif

class TestKills : public QObject {
    Q_OBJECT
private:
    QTemporaryDir m_dir;
    qint64 m_mustBeDone = 0; // blocks of the scan that is gone on with
    QString path(const char* name) { return m_dir.filePath(QLatin1String(name)); }

    QString drive() {
        QFile file(path("drive.json"));
        if (!file.open(QIODevice::WriteOnly))
            qFatal("cannot write");
        QByteArray defects;
        for (int i = 0; i < 6; ++i) {
            const QByteArray lba = QByteArray::number(2'000'000 + i * 4'000'000);
            defects += i == 0 ? "" : ",";
            defects += i % 2 == 0 ? "{\"kind\":\"unreadable\"" : "{\"kind\":\"slow\",\"turns\":20";
            defects += ",\"sectors\":8,\"lba\":" + lba + "}";
        }
        file.write(
            R"({"format":"orbita-scenario","version":1,"name":"x","drive":{"model":"Auk R3","serial":"AK-KILLED","sectors":)" +
            QByteArray::number(driveSectors) +
            R"(,"physical_bytes":4096,"rpm":5900},"pace":{"outer_mb_per_s":150},"defects":[)" + defects +
            "]}");
        return QStringLiteral("sim:") + file.fileName();
    }

    // Runs until it ends, or is killed after `ms`.
    static Told run(const QStringList& arguments, int ms) {
        Told told;
        QProcess process;
        QElapsedTimer timer;
        timer.start();
        process.start(program(), arguments);
        const auto take = [&] {
            while (process.canReadLine()) {
                const auto event = nlohmann::json::parse(process.readLine().toStdString(), nullptr, false);
                const std::string kind = event.is_object() ? event.value("event", "") : "";
                if (kind == "progress")
                    told.progress.push_back({timer.elapsed(), event.value("done", qint64{0})});
                else if (kind == "end")
                    told.found = found(event);
            }
        };
        while (process.state() != QProcess::NotRunning && timer.elapsed() < ms) {
            process.waitForReadyRead(10);
            take();
        }
        if (process.state() != QProcess::NotRunning) {
            told.killed = true;
            told.endedAtMs = timer.elapsed();
            process.kill();
            process.waitForFinished();
        }
        take();
        told.status = process.exitCode();
        told.error = QString::fromUtf8(process.readAllStandardError());
        return told;
    }

    void noteWhatMustBeKept(const Told& told) {
        for (const Told::Progress& p : told.progress)
            if (p.atMs + keptEveryMs + keepingTakesMs < told.endedAtMs)
                m_mustBeDone = std::max(m_mustBeDone, p.done);
    }

private slots:
    void initTestCase() { qputenv("XDG_DATA_HOME", m_dir.path().toLocal8Bit()); }
    void itGoesOnToTheSameResult() {
        const int asked = qEnvironmentVariableIntValue("ORBITA_KILLS");
        const int wanted = asked > 0 ? asked : 4;
        const QStringList scan = {"scan", drive(), "--block", "8", "--json", "-"};
        constexpr int untilItsEnd = 240'000;
        const Told undisturbed = run(scan, untilItsEnd);
        QVERIFY2(undisturbed.status == 1, qPrintable(undisturbed.error));
        QCOMPARE(undisturbed.found.size(), std::size_t{6 + 3});

        std::mt19937 random(20261125);
        int kills = 0;
        int scans = 0;
        // Each scan is killed until it ends by itself; the last one is let run.
        for (bool resume = false; kills < wanted || resume;) {
            const Told told = run(resume ? QStringList{"scan", drive(), "--resume", "--json", "-"} : scan,
                                  kills < wanted ? static_cast<int>(random() % 5000) : untilItsEnd);
            if (!resume)
                m_mustBeDone = 0;
            if (!told.progress.empty())
                QVERIFY2(told.progress.front().done >= m_mustBeDone,
                         qPrintable(QStringLiteral("%1 blocks done, %2 had been")
                                        .arg(told.progress.front().done)
                                        .arg(m_mustBeDone)));
            kills += told.killed ? 1 : 0;
            if (told.killed && told.found.empty()) {
                noteWhatMustBeKept(told);
                resume = true;
            } else if (resume && told.status == 2) {
                // It was killed before anything was kept, or when all had been.
                QVERIFY2(told.error.contains(QStringLiteral("broken off")), qPrintable(told.error));
                QCOMPARE(m_mustBeDone, 0);
                resume = false;
            } else {
                QVERIFY2(told.killed || told.status == 1, qPrintable(told.error));
                QCOMPARE(told.found, undisturbed.found);
                ++scans;
                resume = false;
            }
        }
        qInfo("%d kills in %d scans", kills, scans);
    }
};

ORBITA_TEST(TestKills)

} // namespace test_kills

#include "test_kills.moc"
