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

// Undone where it is left without having been kept.
class Transaction {
public:
    explicit Transaction(const QSqlDatabase& database) : m_database(database) { m_database.transaction(); }
    ~Transaction() {
        if (!m_kept)
            m_database.rollback();
    }
    Transaction(const Transaction&) = delete;
    Transaction& operator=(const Transaction&) = delete;
    bool keep() { return m_kept = m_database.commit(); }

private:
    QSqlDatabase m_database;
    bool m_kept = false;
};

} // namespace orbita::sql
