// SPDX-License-Identifier: GPL-3.0-or-later
// A report as a model: what it says, in order, without how it looks. Made once, then written as HTML, PDF,
// text, JSON or CSV, which therefore all say the same.
#pragma once

#include <QImage>
#include <QString>
#include <QStringList>
#include <algorithm>
#include <string>
#include <variant>
#include <vector>

namespace orbita::document {

struct Heading {
    QString text;
};
struct Paragraph {
    QString text;
    bool stressed = false;
};
// Names and values. `key`: for machines, the same in every language.
struct Fact {
    std::string key;
    QString name;
    QString value;
};
struct Facts {
    std::vector<Fact> facts;
};
struct Item {
    QString text;
    QString detail; // in smaller type below; may be empty
};
struct List {
    std::vector<Item> items;
};
struct Table {
    std::string key;
    QStringList head;
    std::vector<QStringList> rows;  // as many cells each
    std::vector<qsizetype> numbers; // columns of figures, set to the right
    [[nodiscard]] bool isOfNumbers(qsizetype column) const {
        return std::find(numbers.begin(), numbers.end(), column) != numbers.end();
    }
};
struct Picture {
    QImage image;
    QString told; // in its place where no picture can be shown
};
// Lines to be filled in by hand.
struct SignOff {
    QStringList lines;
};
using Block = std::variant<Heading, Paragraph, Facts, List, Table, Picture, SignOff>;

struct Document {
    std::string kind; // "handover", "technical", "warranty", "batch"
    QString title;
    QString from; // whose report it is: the shop, in lines
    QImage logo;
    QString foot; // which program made it, when
    std::vector<Block> blocks;
};

// For a terminal or a mail: at most 78 characters a line where words allow.
QString asText(const Document& document);
// One file that needs no other; for the screen and for paper, legible without colour.
QString asHtml(const Document& document);
// A4. Needs a QGuiApplication (any platform).
QByteArray asPdf(const Document& document);
// "orbita-report", version 1 (docs/formats.md).
std::string asJson(const Document& document);
// A line a value: section, key, name, value; of tables a line a cell, its row and column in the key. RFC
// 4180.
std::string asCsv(const Document& document);

} // namespace orbita::document
