// Libraries of our own that are opened on use: what they stand on is heavy, and seldom asked for.
#pragma once

#include "cutting/cutters.h"

#include <QFunctionPointer>

namespace goodfold::draw {

/// What such a library exports by that name; null where it, or what it stands on, is not installed.
QFunctionPointer onUse(const char* library, const char* name);

/// What such a library gives by that name, asked for once; null where it is not there.
template <class Given> const Given* givenOnUse(const char* library, const char* name) {
    static Given given;
    static auto* const give = reinterpret_cast<void (*)(Given&)>(onUse(library, name));
    if (!give) return nullptr;
    give(given);
    return &given;
}

/// What cuts bars and lays blanks on sheets; null where its library is not there.
const cutting::Cutters* cuttersOnUse();

} // namespace goodfold::draw
