#include "files/csv_row.h"
#include "quantity/length.h"

#include <algorithm>
#include <istream>
#include <iterator>
#include <ostream>

namespace goodfold::files {

namespace {

constexpr size_t kLargest = 256u << 20; // bytes: more is no logbook

/// The first line decides: whichever of the two it has.
char separatorOf(const std::string& text) {
    const std::string first = text.substr(0, text.find('\n'));
    const bool isSemicolon = first.find(',') == std::string::npos && first.find(';') != std::string::npos;
    return isSemicolon ? ';' : ',';
}

} // namespace

std::string csvNumber(double value) {
    return quantity::printNumber(value, 6);
}

void writeCsvRow(std::ostream& out, const std::vector<std::string>& cells) {
    for (size_t i = 0; i < cells.size(); ++i) {
        if (i) out << ',';
        const std::string& cell = cells[i];
        if (cell.find_first_of(",\"\r\n;") == std::string::npos) {
            out << cell;
            continue;
        }
        out << '"';
        for (const char c : cell)
            c == '"' ? out << "\"\"" : out << c;
        out << '"';
    }
    out << "\r\n";
}

Result<CsvTable> CsvTable::read(std::istream& in) {
    std::string text{std::istreambuf_iterator<char>(in), {}};
    if (text.size() > kLargest) return Error{"The table is larger than 256 MB.", {}};
    if (text.rfind("\xEF\xBB\xBF", 0) == 0) text.erase(0, 3);
    const char separator = separatorOf(text);
    CsvTable table;
    std::vector<std::string> row{""};
    size_t line = 1, begin = 1;
    bool isQuoted = false;
    const auto finishRow = [&]() -> bool {
        const bool isEmpty = row.size() == 1 && row[0].empty();
        if (table.columns.empty()) {
            table.columns = row;
        } else if (!isEmpty) {
            if (row.size() > table.columns.size()) return false;
            row.resize(table.columns.size());
            table.lines.push_back(row);
            table.beginsAt.push_back(begin);
        }
        row.assign(1, "");
        return true;
    };
    const auto place = [&] { return "line " + std::to_string(begin); };
    for (size_t i = 0; i < text.size(); ++i) {
        const char c = text[i];
        if (c == '\n') ++line;
        if (isQuoted) {
            if (c != '"')
                row.back() += c;
            else if (i + 1 < text.size() && text[i + 1] == '"')
                row.back() += text[++i];
            else
                isQuoted = false;
        } else if (c == '"' && row.back().empty()) {
            isQuoted = true;
        } else if (c == separator) {
            row.emplace_back();
        } else if (c == '\n') {
            if (!finishRow()) return Error{"This line has more cells than the first line names.", place()};
            begin = line;
        } else if (c != '\r') {
            row.back() += c;
        }
    }
    if (isQuoted) return Error{"A quote that begins here has no end.", place()};
    if (!finishRow()) return Error{"This line has more cells than the first line names.", place()};
    if (table.columns.size() == 1 && table.columns[0].empty()) return Error{"The table is empty.", {}};
    return table;
}

bool CsvTable::has(const std::string& column) const {
    return std::find(columns.begin(), columns.end(), column) != columns.end();
}

const std::string& CsvTable::at(size_t row, const std::string& column) const {
    static const std::string none;
    const auto found = std::find(columns.begin(), columns.end(), column);
    return found == columns.end() ? none : lines[row][static_cast<size_t>(found - columns.begin())];
}

std::string CsvTable::placeOf(size_t row) const {
    return "line " + std::to_string(beginsAt[row]);
}

std::string passedOver(const CsvTable& table, const std::vector<std::string>& columns) {
    std::string names, known;
    for (const std::string& name : table.names())
        if (!name.empty() && std::find(columns.begin(), columns.end(), name) == columns.end())
            names += (names.empty() ? "\"" : ", \"") + name + "\"";
    if (names.empty()) return {};
    for (const std::string& each : columns)
        known += (known.empty() ? "" : ", ") + each;
    return "Passed over: " + names + ". What is read of this table: " + known + ".";
}

} // namespace goodfold::files
