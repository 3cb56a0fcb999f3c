#include "cli/inputs.h"

#include "files/job_file.h"

#include <cerrno>
#include <cstring>
#include <fstream>
#include <iostream>

namespace goodfold::cli {

Result<job::Job> readJob(const std::string& path) {
    if (path == "-") {
        auto read = files::readJob(std::cin);
        if (!read) return read.error();
        return read->job;
    }
    std::ifstream in(path, std::ios::binary);
    if (!in || in.peek() == std::ifstream::traits_type::eof()) {
        // A folder opens and then cannot be read; an empty file is for the reader to name.
        const int reason = errno;
        if (!in.is_open() || in.bad() || reason == EISDIR)
            return Error{std::string(std::strerror(reason)) + ".", "the file"};
        in.clear();
    }
    auto read = files::readJob(in);
    if (!read) return read.error();
    return read->job;
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
    std::ifstream in(path, std::ios::binary);
    if (!in) return Error{std::string(std::strerror(errno)) + ".", "the file"};
    const auto own = read(in);
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

quantity::Reading readingOf(const job::Job& job) {
    return job.units == quantity::Unit::Inch ? quantity::Reading::fractions()
                                             : quantity::Reading::millimetres();
}

} // namespace goodfold::cli
