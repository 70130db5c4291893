// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/printer.h"

#include <array>
#include <cstdlib>

namespace orbita::cli {

bool showsUtf8() {
    for (const char* name : {"LC_ALL", "LC_CTYPE", "LANG"}) {
        const QByteArray locale = qgetenv(name).toUpper();
        if (!locale.isEmpty())
            return locale.contains("UTF-8") || locale.contains("UTF8");
    }
    return true;
}

QByteArray inAscii(const QString& text) {
    struct Kin {
        char16_t character;
        const char* plain;
    };
    static constexpr std::array kin{
        Kin{0x00A0, " "}, Kin{0x202F, " "}, Kin{0x2009, " "},   Kin{0x00B7, "-"},  Kin{0x2013, "-"},
        Kin{0x2014, "-"}, Kin{0x2212, "-"}, Kin{0x2026, "..."}, Kin{0x201C, "\""}, Kin{0x201D, "\""},
        Kin{0x2019, "'"}, Kin{0x00B0, ""},  Kin{0x00B5, "u"},   Kin{0x2713, "+"}};
    QByteArray plain;
    for (const QChar character : text) {
        if (character.unicode() < 0x80) {
            plain += static_cast<char>(character.unicode());
            continue;
        }
        if (character.isHighSurrogate()) // its second half says the rest
            continue;
        const char* instead = "?";
        for (const Kin& one : kin)
            if (one.character == character.unicode())
                instead = one.plain;
        plain += instead;
    }
    return plain;
}

void printDocument(std::string_view utf8) {
    std::fwrite(utf8.data(), 1, utf8.size(), stdout);
    if (!utf8.ends_with('\n'))
        std::fputc('\n', stdout);
    std::fflush(stdout);
}

Printer::Device::Device(std::FILE* file) : m_file(file), m_utf8(showsUtf8()) {
    open(QIODevice::WriteOnly | QIODevice::Unbuffered);
}

qint64 Printer::Device::readData(char* /*data*/, qint64 /*most*/) {
    return -1;
}

// The stream hands over whole characters only.
qint64 Printer::Device::writeData(const char* data, qint64 size) {
    const QByteArray bytes =
        m_utf8 ? QByteArray::fromRawData(data, size) : inAscii(QString::fromUtf8(data, size));
    const auto all = static_cast<std::size_t>(bytes.size());
    const bool arrived = std::fwrite(bytes.constData(), 1, all, m_file) == all && std::fflush(m_file) == 0;
    return arrived ? size : -1;
}

Printer::Printer(std::FILE* file) : m_device(file) {
    setDevice(&m_device);
}

Printer::~Printer() {
    flush();
    setDevice(nullptr);
}

} // namespace orbita::cli
