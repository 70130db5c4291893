// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/trade_words.h"

#include "report/word_tools.h"

#include <QRegularExpression>

namespace orbita {

namespace {

struct TradeWord {
    const char* pattern; // as it stands in texts, in the language they are in
    const char* word;
    const char* means;
};

// In the order in which they build on each other.
constexpr TradeWord tradeWords[] = {
    {QT_TRANSLATE_NOOP("words", "sectors?"), QT_TRANSLATE_NOOP("words", "sector"),
     QT_TRANSLATE_NOOP("words", "the smallest piece of a drive that is read or written: 512 or 4096 bytes")},
    {QT_TRANSLATE_NOOP("words", "LBA"), QT_TRANSLATE_NOOP("words", "LBA"),
     QT_TRANSLATE_NOOP("words", "the number of a sector, counted from the beginning of the drive")},
    {QT_TRANSLATE_NOOP("words", "blocks?"), QT_TRANSLATE_NOOP("words", "block"),
     QT_TRANSLATE_NOOP("words", "as many sectors as a scan reads at once")},
    {QT_TRANSLATE_NOOP("words", "firmware"), QT_TRANSLATE_NOOP("words", "firmware"),
     QT_TRANSLATE_NOOP("words", "the program that runs inside the drive")},
    {QT_TRANSLATE_NOOP("words", "unreadable"), QT_TRANSLATE_NOOP("words", "unreadable"),
     QT_TRANSLATE_NOOP("words", "the drive itself says that it cannot give the contents back")},
    {QT_TRANSLATE_NOOP("words", "patch(es)?"), QT_TRANSLATE_NOOP("words", "patch"),
     QT_TRANSLATE_NOOP("words", "a run of neighbouring defects")},
    {QT_TRANSLATE_NOOP("words", "pending sectors?"), QT_TRANSLATE_NOOP("words", "pending sectors"),
     QT_TRANSLATE_NOOP("words", "sectors that the drive could not read, and waits to replace")},
    {QT_TRANSLATE_NOOP("words", "reallocat\\w+"), QT_TRANSLATE_NOOP("words", "reallocated"),
     QT_TRANSLATE_NOOP("words", "replaced by a spare sector that the drive keeps for that")},
    {QT_TRANSLATE_NOOP("words", "late"), QT_TRANSLATE_NOOP("words", "late"),
     QT_TRANSLATE_NOOP(
         "words", "answered 2 to 8 turns of the disc later than its neighbours (of solid state: units of "
                  "its usual time)")},
    {QT_TRANSLATE_NOOP("words", "laboured"), QT_TRANSLATE_NOOP("words", "laboured"),
     QT_TRANSLATE_NOOP("words", "answered 8 to 32 turns late: the drive had to try several times")},
    {QT_TRANSLATE_NOOP("words", "straining"), QT_TRANSLATE_NOOP("words", "straining"),
     QT_TRANSLATE_NOOP("words", "answered 32 turns late or more: it nearly failed")},
    {QT_TRANSLATE_NOOP("words", "stalled"), QT_TRANSLATE_NOOP("words", "stalled"),
     QT_TRANSLATE_NOOP("words", "gave no answer within the limit")},
    {QT_TRANSLATE_NOOP("words", "self-tests?"), QT_TRANSLATE_NOOP("words", "self-test"),
     QT_TRANSLATE_NOOP("words", "the drive's own test of itself")},
    {QT_TRANSLATE_NOOP("words", "damaged transfers?"), QT_TRANSLATE_NOOP("words", "damaged transfer"),
     QT_TRANSLATE_NOOP("words", "data that was spoilt on the cable, not on the drive")},
    {QT_TRANSLATE_NOOP("words", "house policy"), QT_TRANSLATE_NOOP("words", "house policy"),
     QT_TRANSLATE_NOOP("words", "the limits by which this shop decides")},
    {QT_TRANSLATE_NOOP("words", "spare duty"), QT_TRANSLATE_NOOP("words", "spare duty"),
     QT_TRANSLATE_NOOP("words", "use only for what may be lost")},
    {QT_TRANSLATE_NOOP("words", "treat(ed)?"), QT_TRANSLATE_NOOP("words", "treated"),
     QT_TRANSLATE_NOOP("words",
                       "written to, so that the drive mends the place or uses a spare sector for it")},
};

class TextVisitor {
public:
    explicit TextVisitor(const std::function<void(QString&)>& see) : m_see(see) {}
    void operator()(document::Heading& heading) const { m_see(heading.text); }
    void operator()(document::Paragraph& paragraph) const { m_see(paragraph.text); }
    void operator()(document::Facts& facts) const {
        for (document::Fact& fact : facts.facts) {
            m_see(fact.name);
            m_see(fact.value);
        }
    }
    void operator()(document::List& list) const {
        for (document::Item& item : list.items) {
            m_see(item.text);
            m_see(item.detail);
        }
    }
    void operator()(document::Table& table) const {
        for (QString& text : table.head)
            m_see(text);
        for (QStringList& row : table.rows)
            for (QString& text : row)
                m_see(text);
    }
    void operator()(document::Picture& picture) const { m_see(picture.told); }
    void operator()(document::SignOff& sign) const {
        for (QString& line : sign.lines)
            m_see(line);
    }

private:
    const std::function<void(QString&)>& m_see;
};

} // namespace

void forEachText(document::Document& document, const std::function<void(QString&)>& see) {
    see(document.title);
    for (document::Block& block : document.blocks)
        std::visit(TextVisitor(see), block);
}

document::List explained(const document::Document& document) {
    QString all;
    document::Document copy = document;
    forEachText(copy, [&](QString& text) { all += text + QLatin1Char('\n'); });
    document::List list;
    for (const TradeWord& one : tradeWords) {
        const QRegularExpression pattern(QStringLiteral("\\b(%1)\\b").arg(words::tr(one.pattern)),
                                         QRegularExpression::CaseInsensitiveOption |
                                             QRegularExpression::UseUnicodePropertiesOption);
        if (pattern.match(all).hasMatch())
            list.items.push_back({words::tr("%1: %2").arg(words::tr(one.word), words::tr(one.means)), {}});
    }
    return list;
}

} // namespace orbita
