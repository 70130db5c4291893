// SPDX-License-Identifier: GPL-3.0-or-later
// A casebook as an earlier Orbita would have left it, and statements in one by hand.
#pragma once

#include <QSqlDatabase>
#include <QSqlError>
#include <QSqlQuery>
#include <QTest>

namespace orbita::test {

inline void statement(const QString& path, const QString& sql) {
    {
        QSqlDatabase database = QSqlDatabase::addDatabase("QSQLITE", "by hand");
        database.setDatabaseName(path);
        QVERIFY(database.open());
        QSqlQuery query(database);
        QVERIFY2(query.exec(sql), qPrintable(sql + ": " + query.lastError().text()));
    }
    QSqlDatabase::removeDatabase("by hand");
}

inline QVariant answer(const QString& path, const QString& sql) {
    QVariant value;
    {
        QSqlDatabase database = QSqlDatabase::addDatabase("QSQLITE", "by hand");
        database.setDatabaseName(path);
        QSqlQuery query(database.open() ? database : QSqlDatabase());
        if (query.exec(sql) && query.next())
            value = query.value(0);
    }
    QSqlDatabase::removeDatabase("by hand");
    return value;
}

// Takes away all that later versions have brought; 1 to 4. What version 3 keeps by name is left so.
inline void makeOlder(const QString& path, int version) {
    if (version < 5) {
        for (const char* index : {"drive_of_model", "visit_of_drive_by_time", "scan_of_drive_by_time",
                                  "vitals_of_visit", "raw_page_of_vitals", "suspect_of_vitals",
                                  "self_test_of_vitals", "overrule_of_visit", "deed_of_visit"})
            statement(path, QStringLiteral("DROP INDEX ") + index);
        for (const char* column :
             {"scan DROP COLUMN zones", "scan DROP COLUMN late_per_mib", "visit DROP COLUMN holds",
              "visit DROP COLUMN sought", "visit DROP COLUMN forgotten", "drive DROP COLUMN sought"})
            statement(path, QStringLiteral("ALTER TABLE ") + column);
        statement(path, "DROP TABLE bench");
    }
    if (version < 4)
        statement(path, "DROP TABLE ruling");
    if (version < 3)
        statement(path, "DROP TABLE action");
    if (version < 2)
        for (const char* table : {"plate_chunk", "scan", "deed"})
            statement(path, QStringLiteral("DROP TABLE ") + table);
    statement(path, QStringLiteral("PRAGMA user_version = %1").arg(version));
}

} // namespace orbita::test
