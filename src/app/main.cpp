// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/app_window.h"
#include "app/theme/theme.h"

#include <CLI/CLI.hpp>
#include <QApplication>
#include <QLibraryInfo>
#include <QTranslator>
#include <cstdio>

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
    return QApplication::exec();
}
