// Bodies as files of other programs. What makes them is loaded on the first use.
#pragma once

#include "common/result.h"
#include "solid/solid_writer.h"

#include <QByteArray>

namespace goodfold::draw {

/// The file's bytes. Where the library that makes solids cannot be loaded, the sentence says what to install.
Result<QByteArray> solidFile(std::vector<part::ExactBody> bodies, solid::Format format);

} // namespace goodfold::draw
