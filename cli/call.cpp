#include "cli/call.h"

#include "common/told.h"
#include "learn/taught.h"
#include "lineup/neighbours.h"

#include <algorithm>
#include <array>
#include <cerrno>
#include <cstdio>
#include <cstring>
#include <filesystem>
#include <iostream>

namespace goodfold::cli {

namespace {

/// Names come from files: what would move a terminal's cursor or change its colours is printed as its number.
std::string harmless(const std::string& text) {
    std::string out;
    for (const char c : text)
        if (static_cast<unsigned char>(c) < 0x20 || c == 0x7f) {
            std::array<char, 8> number{};
            std::snprintf(number.data(), number.size(), "\\x%02x", static_cast<unsigned>(c));
            out += number.data();
        } else {
            out += c;
        }
    return out;
}

} // namespace

Books taughtBy(const Books& books, const std::vector<learn::KeptBend>& bends) {
    Books taught = books;
    taught.before = books.errors;
    for (const learn::KeptBend& kept : bends) {
        const material::Material* metal = material::standardMaterials().find(kept.bend.material);
        if (!metal || !kept.counts) continue;
        const learn::Points points = learn::pointsOf(kept.bend, *metal, books.tools, books.errors);
        taught.points.insert(taught.points.end(), points.begin(), points.end());
    }
    taught.tools = learn::taught(books.tools, taught.points, books.errors);
    taught.errors = learn::taught(books.errors, taught.points);
    return taught;
}

material::Material asTaught(const material::Material& material, const Books& books) {
    return books.points.empty() ? material : learn::taught(material, books.points, books.before);
}

namespace {

Result<job::Job> withNeighbour(const job::Job& job, const std::string& file,
                               const std::filesystem::path& folder, const Books& books) {
    std::error_code none;
    if (!std::filesystem::is_regular_file(folder / file, none)) // reading a pipe would wait for ever
        return Error{"The job " + file + " is not there.", "mount"};
    const auto other = readJob((folder / file).string());
    if (!other) return Error{file + ": " + told(other.error()), "mount"};
    const auto material = materialOf(*other);
    if (!material) return Error{file + ": " + material.error().says, "mount"};
    const material::Material taught = asTaught(**material, books);
    return lineup::withNeighbour(job, file, *other, {taught, books.tools, books.hardware, books.errors});
}

} // namespace

Result<job::Job> readWhole(const std::string& path, const Books& books) {
    auto job = readJob(path);
    if (!job) return job;
    job::Job whole = *job;
    const auto folder = path == "-" ? std::filesystem::path() : std::filesystem::path(path).parent_path();
    for (const std::string& file : lineup::neighboursOf(whole)) {
        const auto with = withNeighbour(whole, file, folder, books);
        if (with) {
            whole = *with;
            continue;
        }
        const auto isOpen = [&](const job::MountPoint& point) {
            return point.of && point.of->job == file && !point.at;
        };
        if (std::any_of(whole.mount->points.begin(), whole.mount->points.end(), isOpen)) return with.error();
        complain(path,
                 {with.error().says + " Its holes are taken where they were last.", with.error().where});
    }
    return whole;
}

int complain(const std::string& path, const Error& error, int status) {
    std::cerr << harmless((path == "-" ? "standard input" : path) + ": " + told(error)) << '\n';
    return status;
}

int printed(int status) {
    errno = 0;
    if (std::cout.flush()) return status;
    return complain("standard output",
                    {(errno ? std::string(std::strerror(errno)) : "it is closed") + ".", "writing"},
                    kCannotBeWritten);
}

} // namespace goodfold::cli
