#include "cli/inputs.h"

#include "files/bench_log.h"
#include "files/job_file.h"
#include "files/logbook_csv.h"
#include "stock/rack_files.h"

#include <cerrno>
#include <cstring>
#include <fstream>
#include <iostream>

namespace goodfold::cli {

namespace {

/// What `read` makes of a file, or of standard input.
template <class Read> auto readFrom(const std::string& path, Read read) -> decltype(read(std::cin)) {
    if (path == "-") return read(std::cin);
    std::ifstream in(path, std::ios::binary);
    if (!in || in.peek() == std::ifstream::traits_type::eof()) {
        // A folder opens and then cannot be read; an empty file is for the reader to name.
        const int reason = errno;
        if (!in.is_open() || in.bad() || reason == EISDIR)
            return Error{std::string(std::strerror(reason)) + ".", {}};
        in.clear();
    }
    return read(in);
}

/// A table's rows; what was passed over of it is said.
template <class Made>
Result<std::vector<Made>> rowsFrom(const std::string& path,
                                   Result<files::ReadTable<Made>> (*read)(std::istream&)) {
    auto table = readFrom(path, read);
    if (!table) return table.error();
    if (!table->passedOver.empty()) std::cerr << path << ": " << table->passedOver << '\n';
    return (*std::move(table)).rows;
}

} // namespace

Result<job::Job> readJob(const std::string& path) {
    const auto read = readFrom(path, files::readJob);
    if (!read) return read.error();
    return read->job;
}

Result<bench::Log> readLog(const std::string& path) {
    return readFrom(path, files::readBenchLog);
}

Result<std::vector<learn::KeptBend>> readBends(const std::string& path) {
    return rowsFrom(path, files::readTestBends);
}

Result<std::vector<stock::RackStock>> readBars(const std::string& path) {
    return rowsFrom(path, stock::readBars);
}

Result<std::vector<stock::RackStock>> readSheets(const std::string& path) {
    return rowsFrom(path, stock::readSheets);
}

Result<drawing::Drawing> readDrawing(const std::string& path, quantity::Unit unit) {
    return readFrom(path, [unit](std::istream& in) { return drawing::readDrawing(in, unit); });
}

Result<const material::Material*> materialOf(const job::Job& job) {
    if (const material::Material* found = material::standardMaterials().find(job.material)) return found;
    return Error{"The material \"" + job.material + "\" is not in the material book.", "material"};
}

namespace {

/// Own entries are read with `read` and go over what ships.
template <class Book, class Read>
Result<Book> ownOver(const Book& shipped, const std::string& path, Read read) {
    if (path.empty()) return shipped;
    const auto own = readFrom(path, read);
    if (!own) return own.error();
    return withOwn(shipped, *own);
}

} // namespace

Result<hardware::Book> readHardware(const std::string& path) {
    return ownOver(hardware::standardBook(), path, hardware::readBook);
}

Result<tool::Shop> readTools(const std::string& path) {
    return ownOver(tool::standardShop(), path, tool::readShop);
}

Result<lineup::ErrorBook> readErrors(const std::string& path) {
    return ownOver(lineup::standardErrors(), path, lineup::readErrors);
}

Result<cost::WorkBook> readWork(const std::string& path) {
    return ownOver(cost::standardWork(), path, cost::readWork);
}

quantity::Reading readingOf(const job::Job& job) {
    return job.units == quantity::Unit::Inch ? quantity::Reading::fractions()
                                             : quantity::Reading::millimetres();
}

} // namespace goodfold::cli
