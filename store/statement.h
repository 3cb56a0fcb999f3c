// One statement of SQL at a time, and what SQLite says as a sentence. Inside of the store only.
#pragma once

#include "common/result.h"

#include <QSqlDatabase>
#include <QSqlError>
#include <QSqlQuery>
#include <QVariant>

#include <optional>

namespace goodfold::store {

/// What somebody can do about it, by SQLite's own code.
Error sentence(const QSqlError& wrong);

inline QString text(const std::string& utf8) {
    return QString::fromStdString(utf8);
}

/// Prepared, bound and run; throws the Error, which the logbook's calls catch.
class Statement {
public:
    Statement(QSqlDatabase& database, const char* sql, const QVariantList& bound = {}) : query(database) {
        query.setForwardOnly(true);
        if (!query.prepare(QString::fromLatin1(sql))) throw sentence(query.lastError());
        run(bound);
    }
    void run(const QVariantList& bound) {
        for (int i = 0; i < bound.size(); ++i)
            query.bindValue(i, bound[i]);
        if (!query.exec()) throw sentence(query.lastError());
    }

    bool next() { return query.next(); }
    std::string text(int column) const { return query.value(column).toString().toStdString(); }
    double number(int column) const { return query.value(column).toDouble(); }
    bool isNull(int column) const { return query.value(column).isNull(); }
    int whole(int column) const { return query.value(column).toInt(); }
    qint64 large(int column) const { return query.value(column).toLongLong(); }
    void finish() { query.finish(); }

private:
    QSqlQuery query;
};

/// One that answers nothing.
inline void execute(QSqlDatabase& database, const char* sql, const QVariantList& bound = {}) {
    const Statement once(database, sql, bound);
}

/// Written whole or not at all.
class Transaction {
public:
    explicit Transaction(QSqlDatabase& database) : database(database) {
        execute(database, "BEGIN IMMEDIATE");
    }
    ~Transaction() {
        if (!isDone) QSqlQuery(database).exec(QStringLiteral("ROLLBACK"));
    }
    Transaction(const Transaction&) = delete;
    void commit() {
        execute(database, "COMMIT");
        isDone = true;
    }

private:
    QSqlDatabase& database;
    bool isDone = false;
};

/// What is thrown inside comes out as it is said.
template <class Value, class Do> Result<Value> answer(Do doIt) {
    try {
        return Result<Value>(doIt());
    } catch (const Error& error) {
        return error;
    }
}

template <class Do> std::optional<Error> written(QSqlDatabase& database, Do doIt) {
    try {
        Transaction transaction(database);
        doIt();
        transaction.commit();
        return {};
    } catch (const Error& error) {
        return error;
    }
}

} // namespace goodfold::store
