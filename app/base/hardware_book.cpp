#include "app/base/hardware_book.h"

#include "app/base/own_file.h"

#include <sstream>

namespace goodfold::app {

QString HardwareBook::ownPath() {
    return ownFilePath(QStringLiteral("hardware.json"));
}

std::optional<Error> HardwareBook::read() {
    all = hardware::standardBook();
    const auto text = readOwnFile(ownPath());
    if (!text) return text.error();
    if (text->empty()) return {};
    std::istringstream in(*text);
    const auto own = hardware::readBook(in);
    if (!own) return own.error();
    all = withOwn(hardware::standardBook(), *own);
    return {};
}

} // namespace goodfold::app
