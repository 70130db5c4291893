// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/settings/preferences.h"
#include "app/shell/app_window.h"
#include "app/theme/theme.h"
#include "report/language.h"

#include <QApplication>
#include <QCommandLineParser>
#include <QLibraryInfo>
#include <QSocketNotifier>
#include <csignal>
#include <cstdio>
#include <sys/signalfd.h>
#include <sys/stat.h>

namespace {

// What is not the toolkit's own; ends the program where it asks for help or is wrong.
struct Asked {
    bool demonstration;
    bool light;
    QStringList names;
};
Asked parse(const QCoreApplication& application) {
    QCoreApplication::setApplicationName(QStringLiteral("orbita"));
    QCoreApplication::setApplicationVersion(QStringLiteral(ORBITA_VERSION));
    QCommandLineParser parser;
    parser.setApplicationDescription(
        orbita::spoken("Orbita: read drives block by block, see which sectors are slow or unreadable."));
    const QCommandLineOption demonstration(
        QStringLiteral("demo"),
        orbita::spoken("Show the demonstration rack instead of the drives attached."));
    const QCommandLineOption light(QStringLiteral("light"), orbita::spoken("Begin with the light colours."));
    parser.addOption(demonstration);
    parser.addOption(light);
    parser.addHelpOption();
    parser.addVersionOption();
    parser.addPositionalArgument(
        QStringLiteral("NAME"),
        orbita::spoken("Devices, image files, demo:NAME, sim:SCENARIO.json or saved scans to open."),
        QStringLiteral("[NAME...]"));
    parser.process(application);
    return {parser.isSet(demonstration), parser.isSet(light), parser.positionalArguments()};
}

} // namespace

int main(int argc, char** argv) {
    using namespace orbita::app;
    const bool display = qEnvironmentVariableIsSet("DISPLAY") ||
                         qEnvironmentVariableIsSet("WAYLAND_DISPLAY") ||
                         qEnvironmentVariableIsSet("QT_QPA_PLATFORM");
    if (!display) {
        parse(QCoreApplication(argc, argv)); // what can be told without one
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
    Preferences::instance().keepIn(orbita::settingsPath());
    const orbita::Settings& settings = Preferences::instance().settings();
    orbita::speak(settings.language);
    // Read once, when the application is made.
    if (settings.scalePercent != 0 && qEnvironmentVariableIsEmpty("QT_SCALE_FACTOR"))
        qputenv("QT_SCALE_FACTOR", QByteArray::number(settings.scalePercent / 100.0));
    QApplication application(argc, argv);
    const Asked asked = parse(application);
    orbita::teach(application);
    Theme::instance().setScheme(asked.light || settings.light ? orbita::ColourScheme::light
                                                              : orbita::ColourScheme::dark);

    AppWindow window(asked.demonstration ? RackModel::Source::demonstration
                                         : RackModel::Source::attachedDrives);
    for (const QString& name : asked.names)
        window.open(name);
    window.show();
    // Asked to end, or its terminal closed: in order, with what was found kept.
    const QSocketNotifier toEnd(endings, QSocketNotifier::Read);
    QObject::connect(&toEnd, &QSocketNotifier::activated, &application, &QApplication::quit);
    return QApplication::exec();
}
