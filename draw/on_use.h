// Libraries of our own that are opened on use: what they stand on is heavy, and seldom asked for.
#pragma once

#include "cutting/cutters.h"

#include <QFunctionPointer>

namespace goodfold::draw {

/// What such a library exports by that name; null where it, or what it stands on, is not installed.
QFunctionPointer onUse(const char* library, const char* name);

/// What cuts bars and lays blanks on sheets; null where its library is not there.
const cutting::Cutters* cuttersOnUse();

} // namespace goodfold::draw
