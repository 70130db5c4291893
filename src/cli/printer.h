// SPDX-License-Identifier: GPL-3.0-or-later
// Texts for persons, on standard output or standard error.
#pragma once

#include "report/language.h"

#include <QByteArray>
#include <QIODevice>
#include <QTextStream>
#include <cstdio>
#include <string_view>

namespace orbita::cli {

// False where the environment names a locale (LC_ALL, LC_CTYPE or LANG, the first that is set; POSIX,
// XBD 8.2) whose characters are not UTF-8, such as C. Where it names none, terminals show UTF-8.
bool showsUtf8();

// The same text in ASCII: spaces, dashes and quotation marks by their plain kin, "?" for what has none.
QByteArray inAscii(const QString& text);

// A document, such as JSON, on standard output: UTF-8 always, and a line feed behind it where it ends
// without.
void printDocument(std::string_view utf8);

// A text stream whose characters the terminal can show. Texts of the source are said in the language that is
// spoken. What did not arrive is told by ferror of the file.
class Printer : public QTextStream {
public:
    explicit Printer(std::FILE* file);
    Printer(const Printer&) = delete;
    Printer& operator=(const Printer&) = delete;
    ~Printer() override;

    template <std::size_t N>
    Printer& operator<<(const char (&text)[N]) {
        static_cast<QTextStream&>(*this) << spoken(text);
        return *this;
    }
    template <class Said>
    Printer& operator<<(const Said& said) {
        static_cast<QTextStream&>(*this) << said;
        return *this;
    }

private:
    class Device final : public QIODevice {
    public:
        explicit Device(std::FILE* file);

    protected:
        qint64 readData(char* data, qint64 most) override;
        qint64 writeData(const char* data, qint64 size) override;

    private:
        std::FILE* m_file;
        bool m_utf8;
    };
    Device m_device;
};

} // namespace orbita::cli
