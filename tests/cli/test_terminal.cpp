// SPDX-License-Identifier: GPL-3.0-or-later
// What a person sees of the command line: lines that fit, characters the terminal can show, nothing that is
// noise.
#include "support/cli_runner.h"
#include "support/test_program.h"
#include <QTemporaryDir>

namespace test_terminal {

using namespace orbita;
using test::jsonOf;
using test::program;
using test::Ran;

class TestTerminal : public QObject {
    Q_OBJECT

    QTemporaryDir m_dir;
    QString scenario(const char* name, const QByteArray& defects) {
        return test::smallDrive(m_dir.filePath(QLatin1String(name)), defects);
    }
    struct Bytes {
        int status;
        QByteArray out;
        QByteArray err;
    };
    static Bytes inLocale(const QStringList& arguments, const char* name, const char* value) {
        QProcess process;
        QProcessEnvironment environment = QProcessEnvironment::systemEnvironment();
        for (const char* other : {"LC_ALL", "LC_CTYPE", "LANG", "XDG_RUNTIME_DIR"})
            environment.remove(QLatin1String(other));
        environment.insert(QLatin1String(name), QLatin1String(value));
        process.setProcessEnvironment(environment);
        process.start(program(), arguments);
        if (!process.waitForFinished(120'000))
            return {-1, {}, {}};
        return {process.exitCode(), process.readAllStandardOutput(), process.readAllStandardError()};
    }
    static bool isAscii(const QByteArray& bytes) {
        return std::all_of(bytes.begin(), bytes.end(), [](char c) { return (c & 0x80) == 0; });
    }

private slots:
    // A casebook of this run alone: what earlier ones broke off is not to be gone on with.
    void initTestCase() { qputenv("XDG_DATA_HOME", m_dir.path().toLocal8Bit()); }
    // A line that is longer than the terminal would leave a new one behind at each look.
    void theProgressLineFits() {
        const QString drive = scenario("narrow.json", R"({"kind":"slow","lba":60000,"extra_ms":700})");
        QProcess process;
        process.start("script", {"-qec", QStringLiteral("stty cols 40; %1 scan %2").arg(program(), drive),
                                 "/dev/null"});
        QVERIFY(process.waitForFinished(60'000));
        const QString all = QString::fromUtf8(process.readAllStandardOutput());
        int lines = 0;
        for (const QString& part : all.split(QStringLiteral("\r\033[K"))) {
            const QString line = part.section(QLatin1Char('\n'), -1);
            if (!line.contains(QStringLiteral("%  ")))
                continue;
            ++lines;
            QVERIFY2(line.size() < 40, qPrintable(line));
        }
        QVERIFY2(lines > 0, qPrintable(all));
    }
    void charactersAreThoseOfTheLocale_data() {
        QTest::addColumn<QByteArray>("name");
        QTest::addColumn<QByteArray>("value");
        QTest::addColumn<bool>("ascii");
        QTest::newRow("C") << QByteArray("LC_ALL") << QByteArray("C") << true;
        QTest::newRow("POSIX") << QByteArray("LANG") << QByteArray("POSIX") << true;
        QTest::newRow("other characters")
            << QByteArray("LC_CTYPE") << QByteArray("de_DE.ISO-8859-15") << true;
        QTest::newRow("UTF-8") << QByteArray("LC_ALL") << QByteArray("C.UTF-8") << false;
        QTest::newRow("by its other name") << QByteArray("LANG") << QByteArray("sv_SE.utf8") << false;
        QTest::newRow("none named") << QByteArray("LANG") << QByteArray() << false;
    }
    void charactersAreThoseOfTheLocale() {
        QFETCH(QByteArray, name);
        QFETCH(QByteArray, value);
        QFETCH(bool, ascii);
        const Bytes scan =
            inLocale({"scan", scenario("plain.json", R"({"kind":"unreadable","lba":4000,"sectors":8})"),
                      "--plate", m_dir.filePath("plain.png")},
                     name.constData(), value.constData());
        QCOMPARE(scan.status, 1);
        QCOMPARE(isAscii(scan.out), ascii);
        QVERIFY2(scan.out.contains(ascii ? "LBA 4 000 - 4 007" : "LBA 4\u00a0000 – 4\u00a0007"),
                 scan.out.constData());
        // Neither the toolkit's remark on the locale nor that on the session that root has not.
        QCOMPARE(scan.err, QByteArray());
        // Documents are UTF-8 wherever they are made.
        const Bytes drives = inLocale({"drives", "--json"}, name.constData(), value.constData());
        QVERIFY(nlohmann::json::parse(drives.out.toStdString(), nullptr, false).is_object());
        QCOMPARE(inLocale({"drives"}, name.constData(), value.constData()).status, 0);
        // All that Orbita itself says has a plain form.
        const Bytes vitals = inLocale({"vitals", "demo:tern20"}, name.constData(), value.constData());
        QVERIFY2(!vitals.out.contains('?') && !scan.out.contains('?'), vitals.out.constData());
    }
    // 96 sectors that cannot be read, over seven blocks: one place, and one line.
    void neighboursAreOneLine() {
        const QString drive = scenario("row.json", R"({"kind":"unreadable","lba":4000,"sectors":96})");
        const Ran ran = test::cli({"scan", drive, "--block", "16", "--json", m_dir.filePath("row-out.json")});
        QCOMPARE(ran.status, 1);
        const QString plain = QString(ran.out).replace(QChar(0xA0), QLatin1Char(' '));
        QVERIFY2(plain.count("  unreadable  ") <= 2, qPrintable(plain)); // here, and among the totals
        QVERIFY2(plain.contains("LBA 4 000 – 4 095  96 sectors"), qPrintable(plain));
        // In the file they are what they were.
        int entries = 0;
        const auto json = jsonOf(m_dir.filePath("row-out.json"));
        for (const auto& entry : json.at("tape"))
            entries += entry.at("kind") == "unreadable" ? 1 : 0;
        QVERIFY(entries > 5);
    }
};

ORBITA_TEST(TestTerminal)

} // namespace test_terminal

#include "test_terminal.moc"
