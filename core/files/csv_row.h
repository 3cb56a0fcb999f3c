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

/// Each row by `from`; or the first error.
template <class Made> Result<std::vector<Made>> readRows(std::istream& in, Made (*from)(const CsvRow&)) {
    const auto table = CsvTable::read(in);
    if (!table) return table.error();
    try {
        std::vector<Made> all;
        for (size_t row = 0; row < table->rows(); ++row)
            all.push_back(from(CsvRow(*table, row)));
        return all;
    } catch (const Error& error) {
        return error;
    }
}

} // namespace goodfold::files
