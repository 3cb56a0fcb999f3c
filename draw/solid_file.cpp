#include "draw/solid_file.h"

#include "draw/on_use.h"

#include <QFile>
#include <QTemporaryDir>

namespace goodfold::draw {

namespace {

/// STEP is ASCII; what is not is written by its code (ISO 10303-21, 6.4.3.3). The kernel writes it raw.
QByteArray inAscii(const QByteArray& text) {
    QByteArray ascii;
    for (const QChar c : QString::fromUtf8(text))
        ascii += c.unicode() < 0x80
                     ? QByteArray(1, c.toLatin1())
                     : QByteArray("\\X2\\") +
                           QByteArray::number(c.unicode(), 16).toUpper().rightJustified(4, '0') + "\\X0\\";
    return ascii;
}

} // namespace

Result<QByteArray> solidFile(std::vector<part::ExactBody> bodies, solid::Format format) {
    auto* const write = reinterpret_cast<solid::WriteSolid*>(onUse("goodfold-solid", solid::kWriteSolid));
    if (!write)
        return Error{"STEP and STL need the package libocct-data-exchange-7.6: install it "
                     "(sudo apt install libocct-data-exchange-7.6) and export again.",
                     "writing"};
    const QTemporaryDir folder; // the kernel writes files only
    const QString path = folder.filePath(QStringLiteral("solid"));
    std::string wrong;
    write({std::move(bodies), format, path.toStdString()}, wrong);
    if (!wrong.empty()) return Error{wrong, "writing"};
    QFile file(path);
    if (!file.open(QIODevice::ReadOnly)) return Error{"The solid could not be written.", "writing"};
    const QByteArray bytes = file.readAll();
    return format == solid::Format::Step ? inAscii(bytes) : bytes;
}

} // namespace goodfold::draw
