// SPDX-License-Identifier: GPL-3.0-or-later
// Reports for machines.
#include "report/document/document.h"

#include <nlohmann/json.hpp>

namespace orbita::document {

namespace {

using Data = nlohmann::ordered_json;

Data texts(const QStringList& list) {
    Data array = Data::array();
    for (const QString& text : list)
        array.push_back(text.toStdString());
    return array;
}

class DataWriter {
public:
    Data operator()(const Heading& heading) const {
        return {{"type", "heading"}, {"text", heading.text.toStdString()}};
    }
    Data operator()(const Paragraph& paragraph) const {
        return {{"type", "paragraph"}, {"text", paragraph.text.toStdString()}};
    }
    Data operator()(const Facts& facts) const {
        Data list = Data::array();
        for (const Fact& fact : facts.facts)
            list.push_back(
                {{"key", fact.key}, {"name", fact.name.toStdString()}, {"value", fact.value.toStdString()}});
        return {{"type", "facts"}, {"facts", std::move(list)}};
    }
    Data operator()(const List& list) const {
        Data items = Data::array();
        for (const Item& item : list.items)
            items.push_back({{"text", item.text.toStdString()}, {"detail", item.detail.toStdString()}});
        return {{"type", "list"}, {"items", std::move(items)}};
    }
    Data operator()(const Table& table) const {
        Data rows = Data::array();
        for (const QStringList& row : table.rows)
            rows.push_back(texts(row));
        return {
            {"type", "table"}, {"key", table.key}, {"head", texts(table.head)}, {"rows", std::move(rows)}};
    }
    Data operator()(const Picture& picture) const {
        return {{"type", "picture"}, {"text", picture.told.toStdString()}};
    }
    Data operator()(const SignOff& sign) const {
        return {{"type", "sign-off"}, {"lines", texts(sign.lines)}};
    }
};

// Quoted where it has to be; what a table program would take for a formula is kept from that by a blank.
std::string cell(const QString& text) {
    QString safe = text;
    if (!safe.isEmpty() && QStringLiteral("=+-@\t\r").contains(safe.front()) && !safe.front().isDigit())
        safe.prepend(QLatin1Char(' '));
    if (safe.contains(QLatin1Char('"')) || safe.contains(QLatin1Char(',')) ||
        safe.contains(QLatin1Char('\n')) || safe.startsWith(QLatin1Char(' '))) {
        safe.replace(QLatin1Char('"'), QStringLiteral("\"\""));
        safe = QLatin1Char('"') + safe + QLatin1Char('"');
    }
    return safe.toStdString();
}

class CsvWriter {
public:
    explicit CsvWriter(std::string& out) : m_out(out) {}

    void operator()(const Heading& heading) { m_section = heading.text; }
    void operator()(const Paragraph& paragraph) { line("text", {}, paragraph.text); }
    void operator()(const Facts& facts) {
        for (const Fact& fact : facts.facts)
            line(fact.key, fact.name, fact.value);
    }
    void operator()(const List& list) {
        for (const Item& item : list.items) {
            line("item", {}, item.text);
            if (!item.detail.isEmpty())
                line("detail", {}, item.detail);
        }
    }
    void operator()(const Table& table) {
        for (std::size_t r = 0; r < table.rows.size(); ++r)
            for (qsizetype c = 0; c < table.rows[r].size() && c < table.head.size(); ++c)
                line(table.key + "." + std::to_string(r + 1) + "." + std::to_string(c + 1), table.head[c],
                     table.rows[r][c]);
    }
    void operator()(const Picture& picture) { line("picture", {}, picture.told); }
    void operator()(const SignOff& sign) {
        for (const QString& one : sign.lines)
            line("sign-off", one, {});
    }
    void line(const std::string& key, const QString& name, const QString& value) {
        m_out += cell(m_section) + ',' + cell(QString::fromStdString(key)) + ',' + cell(name) + ',' +
                 cell(value) + "\r\n";
    }

private:
    std::string& m_out;
    QString m_section;
};

} // namespace

std::string asJson(const Document& document) {
    Data blocks = Data::array();
    for (const Block& block : document.blocks)
        blocks.push_back(std::visit(DataWriter{}, block));
    const Data json{{"format", "orbita-report"},
                    {"version", 1},
                    {"kind", document.kind},
                    {"title", document.title.toStdString()},
                    {"from", document.from.toStdString()},
                    {"foot", document.foot.toStdString()},
                    {"blocks", std::move(blocks)}};
    return json.dump(1, ' ', false, Data::error_handler_t::replace) + "\n";
}

std::string asCsv(const Document& document) {
    std::string out = "section,key,name,value\r\n";
    CsvWriter writer(out);
    writer.line("title", {}, document.title);
    if (!document.from.isEmpty())
        writer.line("from", {}, document.from);
    for (const Block& block : document.blocks)
        std::visit(writer, block);
    writer(Heading{});
    writer.line("foot", {}, document.foot);
    return out;
}

} // namespace orbita::document
