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

} // namespace

const hardware::Book& shopBook() {
    return book();
}

QString ownBookPath() {
    return QDir(QStandardPaths::writableLocation(QStandardPaths::AppConfigLocation))
        .filePath(QStringLiteral("hardware.json"));
}

std::optional<Error> readOwnBook() {
    book() = hardware::standardBook();
    QFile file(ownBookPath());
    if (!file.exists()) return {};
    if (!file.open(QIODevice::ReadOnly))
        return Error{"Your file " + ownBookPath().toStdString() + " cannot be opened.", {}};
    std::istringstream in(file.readAll().toStdString());
    const auto own = hardware::readBook(in);
    if (!own) return own.error();
    book() = withOwn(hardware::standardBook(), *own);
    return {};
}

} // namespace goodfold::app
