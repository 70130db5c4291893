// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/app_window.h"
#include "app/theme/theme.h"

#include <CLI/CLI.hpp>
#include <QApplication>
#include <QLibraryInfo>
#include <QSocketNotifier>
#include <QTranslator>
#include <csignal>
#include <cstdio>
#include <sys/signalfd.h>
#include <sys/stat.h>

int main(int argc, char** argv) {
    using namespace orbita::app;
    CLI::App options{"Orbita: read drives block by block, see which sectors are slow or unreadable."};
    bool demonstration = false;
    bool light = false;
    std::vector<std::string> names;
    options.add_flag("--demo", demonstration, "show the demonstration rack instead of the drives attached");
    options.add_flag("--light", light, "begin with the light colours");
    options.add_option("NAME", names,
                       "devices, image files, demo:NAME, sim:SCENARIO.json or saved scans to open");
    options.set_version_flag("--version", ORBITA_VERSION);
    options.allow_extras(); // what Qt understands
    CLI11_PARSE(options, argc, argv);

    const bool display = qEnvironmentVariableIsSet("DISPLAY") ||
                         qEnvironmentVariableIsSet("WAYLAND_DISPLAY") ||
                         qEnvironmentVariableIsSet("QT_QPA_PLATFORM");
    if (!display) {
        std::fputs(
            "orbita: there is no display to open a window on. orbita-cli does all of this without one: try\n"
            "  orbita-cli drives\n",
            stderr);
        return 1;
    }
    // Customers' data and names are nobody else's; and what cannot be written is an error, not the end.
    umask(S_IRWXG | S_IRWXO);
    std::signal(SIGPIPE, SIG_IGN);
    std::signal(SIGXFSZ, SIG_IGN);
    // Before there are threads, which inherit it.
    sigset_t ending;
    sigemptyset(&ending);
    for (const int number : {SIGTERM, SIGHUP, SIGINT})
        sigaddset(&ending, number);
    pthread_sigmask(SIG_BLOCK, &ending, nullptr);
    const int endings = signalfd(-1, &ending, SFD_CLOEXEC | SFD_NONBLOCK);
    QApplication application(argc, argv);
    QApplication::setApplicationName(QStringLiteral("orbita"));
    QTranslator translator;
    if (translator.load(QLocale(), QStringLiteral("orbita"), QStringLiteral("_"),
                        QCoreApplication::applicationDirPath() +
                            QStringLiteral("/../share/orbita/translations")))
        QCoreApplication::installTranslator(&translator);
    Theme::instance().setScheme(light ? orbita::ColourScheme::light : orbita::ColourScheme::dark);

    AppWindow window(demonstration ? RackModel::Source::demonstration : RackModel::Source::attachedDrives);
    for (const std::string& name : names)
        window.open(QString::fromStdString(name));
    window.show();
    // Asked to end, or its terminal closed: in order, with what was found kept.
    const QSocketNotifier asked(endings, QSocketNotifier::Read);
    QObject::connect(&asked, &QSocketNotifier::activated, &application, &QApplication::quit);
    return QApplication::exec();
}
