// One row of a table, cell by cell. Inside of files/ only.
#pragma once

#include "files/csv_table.h"
#include "quantity/length.h"

#include <cmath>

namespace goodfold::files {

/// Throws the Error of a cell, which `readRows` catches.
class CsvRow {
public:
    CsvRow(const CsvTable& table, size_t row) : table(table), row(row) {}

    const std::string& text(const char* column) const { return table.at(row, column); }
    const std::string& needed(const char* column) const {
        if (text(column).empty()) fail(column, "is missing");
        return text(column);
    }
    double number(const char* column) const {
        const auto read = quantity::parseNumber(needed(column));
        if (!read || !std::isfinite(*read)) fail(column, "must be a number");
        return *read;
    }
    double number(const char* column, double otherwise) const {
        return text(column).empty() ? otherwise : number(column);
    }
    bool flag(const char* column, bool otherwise) const {
        const std::string& said = text(column);
        if (said.empty()) return otherwise;
        if (said != "yes" && said != "no") fail(column, "must be yes or no");
        return said == "yes";
    }
    [[noreturn]] void fail(const char* column, const std::string& reason) const {
        throw Error{"\"" + std::string(column) + "\" " + reason + ".", table.placeOf(row)};
    }

private:
    const CsvTable& table;
    size_t row;
};

/// A sentence on the columns that are none of these.
std::string passedOver(const CsvTable& table, const std::vector<std::string>& columns);

/// Each row by `from`, of which `columns` are all that it may look at; or the first error.
template <class Made>
Result<ReadTable<Made>> readRows(std::istream& in, const std::vector<std::string>& columns,
                                 Made (*from)(const CsvRow&)) {
    const auto table = CsvTable::read(in);
    if (!table) return table.error();
    try {
        ReadTable<Made> all;
        for (size_t row = 0; row < table->rows(); ++row)
            all.rows.push_back(from(CsvRow(*table, row)));
        all.passedOver = passedOver(*table, columns);
        return all;
    } catch (const Error& error) {
        return error;
    }
}

} // namespace goodfold::files
