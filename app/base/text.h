// What core says, for Qt.
#pragma once

#include <QString>

#include <string>

namespace goodfold::app {

inline QString text(const std::string& says) {
    return QString::fromStdString(says);
}

} // namespace goodfold::app
