// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/language.h"

#include <QCoreApplication>
#include <QDir>
#include <QFile>
#include <QLocale>
#include <QTranslator>
#include <memory>

namespace orbita {

namespace {

// Every text stands there under this one.
constexpr const char* catalogueContext = "orbita";

// Looks up by the text alone, whichever part of Orbita says it: so one word is said one way everywhere.
class Catalogue final : public QTranslator {
public:
    [[nodiscard]] bool isEmpty() const override { return m_texts.isEmpty(); }
    // Texts have no plural forms of their own; the number is filled in by whoever asks.
    QString translate(const char* /*context*/, const char* text, const char* /*disambiguation*/,
                      int /*n*/) const override {
        return m_texts.translate(catalogueContext, text);
    }
    bool read(const QString& code) { return m_texts.load(QStringLiteral(":/translations/orbita_") + code); }

private:
    QTranslator m_texts;
};

// Null: English.
std::unique_ptr<Catalogue>& inForce() {
    static std::unique_ptr<Catalogue> one;
    return one;
}

QString codeOf(const QString& locale) {
    return locale.section(QLatin1Char('-'), 0, 0).section(QLatin1Char('_'), 0, 0);
}

bool comesAlong(const QString& code) {
    return QFile::exists(QStringLiteral(":/translations/orbita_%1.qm").arg(code));
}

} // namespace

std::vector<Language> languages() {
    std::vector<Language> all{{QStringLiteral("en"), QStringLiteral("English")}};
    const QStringList files = QDir(QStringLiteral(":/translations"))
                                  .entryList({QStringLiteral("orbita_*.qm")}, QDir::Files, QDir::Name);
    for (const QString& file : files) {
        const QString code = file.mid(7).chopped(3);
        all.push_back({code, QLocale(code).nativeLanguageName()});
    }
    return all;
}

void speak(const std::string& code) {
    QString wanted = QString::fromStdString(code);
    if (wanted.isEmpty()) {
        const QStringList system = QLocale::system().uiLanguages();
        wanted = system.isEmpty() ? QString() : codeOf(system.front());
    } else if (wanted == QLatin1String("en") || comesAlong(wanted)) {
        QLocale::setDefault(QLocale(wanted));
    }
    inForce().reset();
    auto catalogue = std::make_unique<Catalogue>();
    if (!wanted.isEmpty() && comesAlong(wanted) && catalogue->read(wanted))
        inForce() = std::move(catalogue);
}

void teach(QCoreApplication& /*application*/) {
    if (inForce())
        QCoreApplication::installTranslator(inForce().get());
}

QString spoken(const char* english) {
    if (inForce())
        if (QString text = inForce()->translate(nullptr, english, nullptr, -1); !text.isEmpty())
            return text;
    return QString::fromUtf8(english);
}

} // namespace orbita
