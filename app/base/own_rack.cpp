#include "app/base/own_rack.h"

#include "app/base/own_file.h"
#include "draw/save_bytes.h"
#include "stock/rack_files.h"

#include <QFile>

#include <sstream>

namespace goodfold::app {

namespace {

constexpr const char* kBars = "bars.csv";
constexpr const char* kSheets = "sheets.csv";

template <class Entry>
std::optional<Error> readOwn(const char* name, Result<std::vector<Entry>> (*read)(std::istream&),
                             std::optional<std::vector<Entry>>& into) {
    const auto text = readOwnFile(ownFilePath(QLatin1String(name)));
    if (!text) return text.error();
    if (text->empty()) return {};
    std::istringstream in(*text);
    const auto entries = read(in);
    if (!entries)
        return Error{"Your rack, " + std::string(name) + ": " + entries.error().where + ": " +
                         entries.error().says,
                     {}};
    into = *entries;
    return {};
}

template <class Entry>
std::optional<Error> writeOwn(const char* name, const std::vector<Entry>& entries,
                              void (*write)(std::ostream&, const std::vector<Entry>&)) {
    const QString path = ownFilePath(QLatin1String(name)), before = path + QStringLiteral(".before");
    QFile::remove(before);
    QFile::copy(path, before);
    std::ostringstream out;
    write(out, entries);
    return draw::saveBytes(path, QByteArray::fromStdString(out.str()));
}

} // namespace

Result<stock::Rack> ownRack() {
    stock::Rack rack;
    if (auto wrong = readOwn(kBars, stock::readBars, rack.bars)) return *wrong;
    if (auto wrong = readOwn(kSheets, stock::readSheets, rack.sheets)) return *wrong;
    return rack;
}

std::optional<Error> keepRack(const stock::Rack& rack) {
    if (rack.bars)
        if (auto wrong = writeOwn(kBars, *rack.bars, stock::writeBars)) return wrong;
    if (rack.sheets) return writeOwn(kSheets, *rack.sheets, stock::writeSheets);
    return {};
}

} // namespace goodfold::app
