// Serial lines, in a library that is opened on use.
#pragma once

#include <QIODevice>
#include <QStringList>

#include <functional>
#include <memory>

namespace goodfold::devices {

struct SerialLines {
    /// Lines that there are to listen to, by the names that open them.
    QStringList (*all)();
    /// Opened for reading. Null where it cannot be, `wrong` says why. `gone` is called when it is unplugged.
    std::unique_ptr<QIODevice> (*open)(const QString& line, const std::function<void()>& gone,
                                       QString& wrong);
};

/// The one name that the library exports, of a void(SerialLines&).
inline constexpr const char* kGiveSerialLines = "goodfoldGiveSerialLines";

} // namespace goodfold::devices
