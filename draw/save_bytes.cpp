#include "draw/save_bytes.h"

#include <QSaveFile>

namespace goodfold::draw {

std::optional<Error> saveBytes(const QString& path, const QByteArray& bytes) {
    QSaveFile file(path);
    // commit() overlooks what only fails when the buffer is written out, so that is done and looked at first.
    const bool written = file.open(QIODevice::WriteOnly) && file.write(bytes) == bytes.size() && file.flush();
    if (!written) {
        const Error error{file.errorString().toStdString() + ".", "writing"};
        file.cancelWriting();
        return error;
    }
    if (!file.commit()) return Error{file.errorString().toStdString() + ".", "writing"};
    return {};
}

} // namespace goodfold::draw
