#include "app/base/hardware_book.h"

#include "app/base/own_file.h"

#include <sstream>

namespace goodfold::app {

namespace {

hardware::Book& book() {
    static hardware::Book all = hardware::standardBook();
    return all;
}

} // namespace

const hardware::Book& shopBook() {
    return book();
}

QString ownBookPath() {
    return ownFilePath(QStringLiteral("hardware.json"));
}

std::optional<Error> readOwnBook() {
    book() = hardware::standardBook();
    const auto text = readOwnFile(ownBookPath());
    if (!text) return text.error();
    if (text->empty()) return {};
    std::istringstream in(*text);
    const auto own = hardware::readBook(in);
    if (!own) return own.error();
    book() = withOwn(hardware::standardBook(), *own);
    return {};
}

} // namespace goodfold::app
