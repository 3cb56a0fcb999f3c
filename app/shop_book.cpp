#include "app/shop_book.h"

#include <QDir>
#include <QFile>
#include <QStandardPaths>

#include <sstream>

namespace goodfold::app {

namespace {

hardware::Book& book() {
    static hardware::Book all = hardware::standardBook();
    return all;
}

tool::Shop& tools() {
    static tool::Shop all = tool::standardShop();
    return all;
}

QString inConfig(const QString& name) {
    return QDir(QStandardPaths::writableLocation(QStandardPaths::AppConfigLocation)).filePath(name);
}

/// What ships, and over it what the user's file has; a file that is not there adds nothing.
template <class All, class Read>
std::optional<Error> readOwn(const QString& path, All& all, const All& shipped, Read read) {
    all = shipped;
    QFile file(path);
    if (!file.exists()) return {};
    if (!file.open(QIODevice::ReadOnly))
        return Error{"Your file " + path.toStdString() + " cannot be opened.", {}};
    std::istringstream in(file.readAll().toStdString());
    const auto own = read(in);
    if (!own) return own.error();
    all = withOwn(shipped, *own);
    return {};
}

} // namespace

const hardware::Book& shopBook() {
    return book();
}

const tool::Shop& shopTools() {
    return tools();
}

QString ownBookPath() {
    return inConfig(QStringLiteral("hardware.json"));
}

QString ownToolsPath() {
    return inConfig(QStringLiteral("tools.json"));
}

std::optional<Error> readOwnBook() {
    return readOwn(ownBookPath(), book(), hardware::standardBook(), hardware::readBook);
}

std::optional<Error> readOwnTools() {
    return readOwn(ownToolsPath(), tools(), tool::standardShop(), tool::readShop);
}

} // namespace goodfold::app
