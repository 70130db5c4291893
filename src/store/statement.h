// SPDX-License-Identifier: GPL-3.0-or-later
// What the parts of the casebook share: statements with values, and all-or-none.
#pragma once

#include <QSqlDatabase>
#include <QSqlQuery>
#include <QVariant>
#include <string>

namespace orbita::sql {

inline QString text(const std::string& s) {
    return QString::fromStdString(s);
}

// Bound, an empty text that was never set is null.
inline QString orEmpty(const QString& s) {
    return s.isNull() ? QStringLiteral("") : s;
}

// Of a name; what stands for something is kept by its name, never by its number.
inline QVariant named(std::string_view s) {
    return QString::fromUtf8(s.data(), static_cast<qsizetype>(s.size()));
}

inline QVariant number(std::uint64_t n) {
    return QVariant::fromValue(static_cast<qint64>(n));
}

// One statement with its values; true if it went through.
inline bool run(QSqlQuery& query, const char* sql, const QVariantList& values) {
    if (!query.prepare(QString::fromLatin1(sql)))
        return false;
    for (const QVariant& value : values)
        query.addBindValue(value);
    return query.exec();
}

// Brings what holds of a visit up to date with its latest ruling.
constexpr const char* rulingsThatHold =
    "UPDATE visit SET holds = ifnull((SELECT CASE WHEN own_fate <> '' THEN own_fate WHEN settled THEN fate "
    "ELSE 'open' END FROM ruling WHERE ruling.visit = visit.id ORDER BY at DESC, id DESC LIMIT 1), '') "
    "WHERE id = ?";

// Undone where it is left without having been kept.
class Transaction {
public:
    // Takes the right to write at once: waiting for another program is then waiting here, not failing later.
    explicit Transaction(const QSqlDatabase& database) : m_query(database) {
        m_begun = m_query.exec(QStringLiteral("BEGIN IMMEDIATE"));
    }
    ~Transaction() {
        if (m_begun && !m_kept)
            m_query.exec(QStringLiteral("ROLLBACK"));
    }
    Transaction(const Transaction&) = delete;
    Transaction& operator=(const Transaction&) = delete;
    [[nodiscard]] bool begun() const { return m_begun; }
    bool keep() { return m_kept = m_begun && m_query.exec(QStringLiteral("COMMIT")); }

private:
    QSqlQuery m_query;
    bool m_begun = false;
    bool m_kept = false;
};

} // namespace orbita::sql
