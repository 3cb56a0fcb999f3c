// Tables as any spreadsheet reads and writes them (RFC 4180: commas, quotes doubled, lines end in CR LF).
#pragma once

#include "common/result.h"

#include <iosfwd>
#include <vector>

namespace goodfold::files {

/// As a cell has it: a decimal point, whatever the locale, to a millionth.
std::string csvNumber(double value);
void writeCsvRow(std::ostream& out, const std::vector<std::string>& cells);

/// A table whose first row names its columns. Lines may end in LF alone, begin with a byte order mark, and be
/// parted by semicolons as spreadsheets of other countries write them.
class CsvTable {
public:
    /// One sentence, and its line, of what cannot be read.
    static Result<CsvTable> read(std::istream& in);

    size_t rows() const { return lines.size(); }
    bool has(const std::string& column) const;
    /// As the first row names them.
    const std::vector<std::string>& names() const { return columns; }
    /// Empty where there is no such column.
    const std::string& at(size_t row, const std::string& column) const;
    /// Where the row begins in the file: "line 12".
    std::string placeOf(size_t row) const;

private:
    std::vector<std::string> columns;
    std::vector<std::vector<std::string>> lines;
    std::vector<size_t> beginsAt;
};

/// What was read of a table.
template <class Made> struct ReadTable {
    std::vector<Made> rows;
    std::string passedOver; // one sentence on columns that mean nothing here; empty: there were none
};

} // namespace goodfold::files
